"""Notes: adding one, its photograph, withdrawing one."""

import uuid

from django.contrib import messages
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from umberpot.library.models import SUBJECTS, Note
from umberpot.library.notes import sentences
from umberpot.library.notes.forms import NoteForm
from umberpot.library.notes.services import keep_note, withdraw
from umberpot.studio.request import StudioRequest, posted, request_key
from umberpot.ui.pictures import kept_forever


@require_http_methods(["GET", "POST"])
def add(request: StudioRequest, about: str, pk: int) -> HttpResponse:
    """One more note about something; the page of its own is for when the first try was refused."""
    if about not in SUBJECTS:
        raise Http404
    subject = get_object_or_404(SUBJECTS[about].objects.of(request.studio), pk=pk)
    form = NoteForm(posted(request), request.FILES or None)
    if form.is_valid():
        words, image = form.cleaned_data["words"], form.cleaned_data["photograph"]
        kept = keep_note(about, subject, words, image, request_key(request), request.user)
        messages.success(request, sentences.NOTE_SAVED)
        return redirect(kept)
    note = Note(**{about: subject})
    return render(
        request,
        "library/notes/add.html",
        {"note": note, "form": form, "request_key": uuid.uuid4()},
        status=400 if form.errors else 200,
    )


@require_GET
def photograph(request: StudioRequest, pk: int) -> HttpResponse:
    """The photograph of a note."""
    kept = get_object_or_404(Note.objects.of(request.studio).exclude(image=None), pk=pk)
    return kept_forever(bytes(kept.image or b""))


@require_POST
def remove(request: StudioRequest, pk: int) -> HttpResponse:
    """Withdraws a note that was a mistake."""
    kept = get_object_or_404(Note.objects.of(request.studio).defer("image"), pk=pk)
    withdraw(kept)
    messages.success(request, sentences.NOTE_REMOVED)
    return redirect(kept)
