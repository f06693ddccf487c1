"""The glossary, for whoever has no account as well."""

from django.contrib.auth.decorators import login_not_required
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from claycore.glossary import by_anchor
from umberpot.library.places import PLACE


@login_not_required
@require_GET
def words(request: HttpRequest) -> HttpResponse:
    """Every word, each at its own place on the page."""
    return render(request, "library/words/words.html", {"place": PLACE, "words": by_anchor()})
