"""Addresses that moved, redirected for good: printed labels and bookmarks outlive a layout."""

from django.contrib.auth.decorators import login_not_required
from django.http import HttpRequest, HttpResponsePermanentRedirect


@login_not_required
def read_to_results(request: HttpRequest, rest: str) -> HttpResponsePermanentRedirect:
    """``/read/…``, as Results was called, with its query."""
    query = request.META.get("QUERY_STRING", "")
    return HttpResponsePermanentRedirect(f"/results/{rest}{'?' if query else ''}{query}")
