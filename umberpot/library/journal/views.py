"""The journal: who did what, when, to what, before and after. For owners."""

from django.http import HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_safe

from umberpot.library.journal.forms import JournalFilter
from umberpot.library.journal.presentation import describe_entries
from umberpot.places import STUDIO
from umberpot.studio.journal.models import JournalEntry
from umberpot.studio.request import StudioRequest, key_in
from umberpot.studio.roles import for_owners

ENTRIES_A_PAGE = 40


@for_owners
@require_safe
def journal(request: StudioRequest) -> HttpResponse:
    """The steps, newest first; ``before`` is the entry at which the page before this one ended."""
    form = JournalFilter(request.GET or None, studio=request.studio)
    entries = JournalEntry.objects.of(request.studio).select_related("actor")
    entries = entries.filter(**form.lookups()).defer("serialized_data")
    before = key_in(request.GET.get("before", ""))
    if before is not None:
        entries = entries.filter(pk__lt=before)
    rows = list(entries[: ENTRIES_A_PAGE + 1])
    page = rows[:ENTRIES_A_PAGE]
    asked = request.GET.copy()
    asked["before"] = str(page[-1].pk) if len(rows) > len(page) else ""
    shown = {"place": STUDIO, "form": form, "steps": describe_entries(page)}
    shown["older"] = f"?{asked.urlencode()}" if asked["before"] else ""
    return render(request, "library/journal/journal.html", shown)
