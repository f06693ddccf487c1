"""Which firings a list is of."""

from typing import Any

from django import forms
from django.db.models import Q, QuerySet

from umberpot.firings.forms import HeatChoice, heat_of
from umberpot.firings.models import Firing, Kiln
from umberpot.firings.models.atmospheres import Atmosphere
from umberpot.studio.models import Studio
from umberpot.ui.fields.measures import LONGEST_TEXT, Choice


class FiringsFilter(forms.Form):
    """Every field may be left open."""

    text = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Trial, code or note")
    cone = HeatChoice(empty="any", required=False, label="Cone, or fire without one")
    atmosphere = Choice(
        choices=[("", "any"), *Atmosphere.choices], required=False, label="Atmosphere"
    )
    kiln = forms.ModelChoiceField(
        queryset=Kiln.objects.none(), required=False, empty_label="any", label="Kiln"
    )
    since = forms.DateField(
        required=False, label="Since", widget=forms.DateInput({"type": "date"}, format="%Y-%m-%d")
    )
    until = forms.DateField(
        required=False, label="Until", widget=forms.DateInput({"type": "date"}, format="%Y-%m-%d")
    )

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        kilns: Any = self.fields["kiln"]
        kilns.queryset = Kiln.objects.of(studio)

    def asked(self) -> dict[str, Any]:
        """What was asked that makes sense; what does not counts as left open."""
        self.is_valid()
        return {name: value for name, value in self.cleaned_data.items() if value}

    def of(self, firings: QuerySet[Firing]) -> QuerySet[Firing]:
        """The firings that are meant."""
        asked = self.asked()
        if "text" in asked:
            text = asked["text"]
            inside = Q(loadings__tile__code__iexact=text) | Q(
                loadings__tile__trial__name__icontains=text
            )
            firings = firings.filter(Q(note__icontains=text) | inside).distinct()
        if "cone" in asked:
            firings = firings.filter(**heat_of(asked["cone"]))
        for name, lookup in (
            ("atmosphere", "atmosphere"),
            ("kiln", "kiln"),
            ("since", "fired_on__gte"),
            ("until", "fired_on__lte"),
        ):
            if name in asked:
                firings = firings.filter(**{lookup: asked[name]})
        return firings
