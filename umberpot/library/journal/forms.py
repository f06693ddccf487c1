"""What the journal is filtered by."""

from typing import Any

from django import forms
from django.contrib.auth.models import User
from django.contrib.contenttypes.models import ContentType

from umberpot.studio.journal.models import JournalEntry
from umberpot.studio.models import Studio

DATE = forms.DateInput(attrs={"type": "date"})


class JournalFilter(forms.Form):
    """Who, what, and between which days. Everything may be left open."""

    who = forms.ModelChoiceField(User.objects.none(), required=False, empty_label="anyone")
    what = forms.ModelChoiceField(
        ContentType.objects.none(), required=False, empty_label="anything", label="What"
    )
    words = forms.CharField(required=False, max_length=80, label="Name contains")
    since = forms.DateField(required=False, widget=DATE, label="From")
    until = forms.DateField(required=False, widget=DATE, label="To")

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        of_studio = JournalEntry.objects.of(studio).order_by()
        people = of_studio.values("actor").distinct()
        kinds = of_studio.values("content_type").distinct()
        who: Any = self.fields["who"]
        who.queryset = User.objects.filter(pk__in=people)
        what: Any = self.fields["what"]
        what.queryset = ContentType.objects.filter(pk__in=kinds).order_by("model")
        what.label_from_instance = lambda kind: str(kind.name)

    def lookups(self) -> dict[str, Any]:
        """What was chosen, as lookups; what is not valid is left out, and said at its field."""
        self.full_clean()
        asked = getattr(self, "cleaned_data", {})
        every = {
            "actor": asked.get("who"),
            "content_type": asked.get("what"),
            "object_repr__icontains": asked.get("words"),
            "timestamp__date__gte": asked.get("since"),
            "timestamp__date__lte": asked.get("until"),
        }
        return {lookup: value for lookup, value in every.items() if value}
