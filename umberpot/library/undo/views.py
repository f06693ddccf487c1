"""The button that takes a step back."""

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import redirect
from django.utils.http import url_has_allowed_host_and_scheme
from django.views.decorators.http import require_POST

from umberpot.library.undo import sentences, services
from umberpot.studio.middleware import page_before
from umberpot.studio.request import StudioRequest


@require_POST
def undo(request: StudioRequest, key: str) -> HttpResponse:
    """Takes a step back, and leads to the page the button was on."""
    try:
        count = services.undo(request.studio, key, request.membership)
    except services.CannotUndo as refused:
        messages.error(request, str(refused))
    else:
        messages.success(request, sentences.undone(count))
    back = page_before(request)
    safe = url_has_allowed_host_and_scheme(back, allowed_hosts=None)
    return redirect(back if safe else "bench:bench")
