"""Go to anything: the box in every page's head, and the page of what it found."""

from django.http import HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_safe

from umberpot.library.search.kinds import MOST_OF_A_KIND, look_up
from umberpot.studio.request import StudioRequest

LONGEST_TEXT = 80


@require_safe
def go(request: StudioRequest) -> HttpResponse:
    """Opens what ``q`` names, or shows what it could be; a fragment while someone types."""
    typed = request.GET.get("q", "").replace("\x00", "")[:LONGEST_TEXT].strip()
    answer = look_up(request.studio, typed)
    shown = {"answer": answer, "typed": typed, "most": MOST_OF_A_KIND}
    if request.htmx:
        return render(request, "library/search/_found.html", shown)
    if answer.only:
        return redirect(answer.only.url)
    return render(request, "library/search/go.html", shown)
