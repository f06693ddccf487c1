"""Offers to take back a step that can be taken back, on the page it leads to."""

from collections.abc import Callable

from django.contrib import messages
from django.http import HttpRequest, HttpResponse

from umberpot.library.undo import sentences
from umberpot.library.undo.steps import UNDOABLE
from umberpot.studio.journal.models import JournalEntry
from umberpot.studio.journal.steps import current_step

TAG = "undo:"


class OfferUndo:
    """Adds a message that carries the step's key; the list of messages draws a button for it."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self.get_response(request)
        step = current_step()
        done = request.method == "POST" and response.status_code < 400
        sent = step and done and step.doing in UNDOABLE
        if step and sent and JournalEntry.objects.filter(cid=step.key).exists():
            messages.info(request, sentences.OFFER, extra_tags=TAG + step.key)
        return response
