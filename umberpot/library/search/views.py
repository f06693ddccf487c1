"""Search: the box in every page's head, and the page of what was found."""

from django.http import HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_safe

from umberpot.library.places import PLACE
from umberpot.library.search.narrowing import SearchForm
from umberpot.library.search.query import look_up, results
from umberpot.library.search.shapes import with_shapes
from umberpot.library.search.typed import LONGEST_TEXT
from umberpot.studio.request import StudioRequest


@require_safe
def go(request: StudioRequest) -> HttpResponse:
    """Opens what ``q`` names, or shows what it could be; a fragment while someone types."""
    typed = request.GET.get("q", "").replace("\x00", "")[:LONGEST_TEXT].strip()
    decides = request.membership.decides
    if request.htmx:
        answer = look_up(request.studio, typed, decides)
        return render(request, "library/search/_found.html", {"answer": answer, "typed": typed})
    form = SearchForm(request.GET)
    asked = form.asked()
    if typed and not asked and "kind" not in request.GET:
        only = look_up(request.studio, typed, decides).only
        if only:
            return redirect(only.url)
    kind = request.GET.get("kind", "")
    answer = results(request.studio, typed, asked, kind, decides)
    shown = {"place": PLACE, "form": form, "typed": typed, "asked": asked, "answer": answer}
    shown["kinds"] = with_shapes(answer, request.GET)
    return render(request, "library/search/go.html", shown)
