"""Batches of ware: the list, one with its uses, its acid screen and its card."""

import uuid
from typing import Any

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.utils import timezone
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from claycore.testing import protocols
from umberpot.studio.request import StudioRequest, posted, request_key
from umberpot.studio.roles import for_makers
from umberpot.ui.downloads import PDF, download, file_name
from umberpot.ui.paging import page_of
from umberpot.ui.pictures import kept_forever
from umberpot.ware import sentences, services
from umberpot.ware.card import card_pdf
from umberpot.ware.forms import BatchForm, FinishScreenForm, PieceForm, StartScreenForm
from umberpot.ware.models import WareBatch, WarePhoto, WarePiece
from umberpot.ware.places import PLACE
from umberpot.ware.reading import judge_batch, judge_batches

BATCHES_A_PAGE = 20


@require_GET
def batches(request: StudioRequest) -> HttpResponse:
    """Every batch that is not set aside, and what each may be used for."""
    kept = (
        WareBatch.objects.of(request.studio).kept().select_related("clay", "glazed_with", "studio")
    )
    page = page_of(request, kept, BATCHES_A_PAGE)
    found = list(page)
    context = {"place": PLACE, "page": page, "rows": zip(found, judge_batches(found), strict=True)}
    return render(request, "ware/batches.html", context)


@for_makers
@require_http_methods(["GET", "POST"])
def new(request: StudioRequest) -> HttpResponse:
    """A batch is entered; a clay and a cone may be asked for in the query."""
    asked = {name: request.GET[name] for name in ("clay", "cone") if name in request.GET}
    form = BatchForm(posted(request), studio=request.studio, initial=asked)
    if form.is_valid():
        made = services.keep_batch(
            request.studio, form.cleaned_data, request_key(request), request.user
        )
        messages.success(request, sentences.SAVED)
        return redirect(made)
    return _form_page(request, form, None)


@for_makers
@require_http_methods(["GET", "POST"])
def change(request: StudioRequest, pk: int) -> HttpResponse:
    """More is known of a batch."""
    found = _batch(request, pk)
    begun = {**vars(found), "clay": found.clay_id, "glazed_with": found.glazed_with_id}
    form = BatchForm(posted(request), studio=request.studio, initial=begun)
    if form.is_valid():
        services.change_batch(found, form.cleaned_data)
        messages.success(request, sentences.SAVED)
        return redirect(found)
    return _form_page(request, form, found)


def _form_page(request: StudioRequest, form: BatchForm, found: WareBatch | None) -> HttpResponse:
    context = {"place": PLACE, "form": form, "batch": found, "request_key": uuid.uuid4()}
    status = 400 if form.errors else 200
    return render(request, "ware/edit.html", context, status=status)


def _batch(request: StudioRequest, pk: int) -> WareBatch:
    rows = WareBatch.objects.of(request.studio).select_related(
        "clay", "glazed_with", "studio", "made_by"
    )
    found: WareBatch = get_object_or_404(rows, pk=pk)
    return found


@require_GET
def batch(request: StudioRequest, pk: int) -> HttpResponse:
    """One batch: what it may be used for, and why."""
    return _batch_page(request, _batch(request, pk))


def _batch_page(
    request: StudioRequest, found: WareBatch, status: int = 200, **forms: Any
) -> HttpResponse:
    context = {
        "place": PLACE,
        "batch": found,
        "judged": judge_batch(found),
        "protocol": protocols.protocol("leach_screen"),
        "start_form": StartScreenForm(None, studio=request.studio),
        "finish_form": FinishScreenForm(None, studio=request.studio),
        "piece_form": PieceForm(studio=request.studio),
        "request_key": uuid.uuid4(),
        **forms,
    }
    return render(request, "ware/batch.html", context, status=status)


@require_POST
def start_screen(request: StudioRequest, pk: int) -> HttpResponse:
    """A piece goes into acid overnight."""
    found = _batch(request, pk)
    form = StartScreenForm(request.POST, request.FILES, studio=request.studio)
    if not form.is_valid():
        return _batch_page(request, found, 400, start_form=form)
    try:
        typed = form.cleaned_data
        services.start_screen(
            *(found, typed["acid"], typed["colour"], request.user),
            hours_ago=typed["hours_ago"] or 0.0,
            photograph=typed["photograph"],
        )
    except services.UnderWay:
        messages.error(request, sentences.UNDER_WAY)
        return redirect(found)
    messages.success(request, sentences.SCREEN_STARTED)
    return redirect(found)


@require_POST
def finish_screen(request: StudioRequest, pk: int) -> HttpResponse:
    """What acid did overnight."""
    found = _batch(request, pk)
    form = FinishScreenForm(request.POST, request.FILES, studio=request.studio)
    if not form.is_valid():
        return _batch_page(request, found, 400, finish_form=form)
    typed = form.cleaned_data
    try:
        done = services.finish_screen(
            *(found, form.SEEN[typed["changed"]], typed["seen"], typed["colour"], request.user),
            photograph=typed["photograph"],
        )
    except services.NotUnderWay:
        messages.error(request, sentences.NOT_UNDER_WAY)
        return redirect(found)
    if done.came_to:
        messages.success(request, sentences.SCREENED[done.came_to])
    return redirect(found)


@require_POST
def add_piece(request: StudioRequest, pk: int) -> HttpResponse:
    """A finished piece was weighed dry and soaked."""
    found = _batch(request, pk)
    form = PieceForm(request.POST, request.FILES, studio=request.studio)
    if not form.is_valid():
        return _batch_page(request, found, 400, piece_form=form)
    typed = dict(form.cleaned_data)
    photograph = typed.pop("photograph")
    services.keep_piece(found, typed, request_key(request), request.user, photograph)
    messages.success(request, sentences.PIECE_SAVED)
    return redirect(f"{found.get_absolute_url()}#pieces")


@require_POST
def remove_piece(request: StudioRequest, pk: int, piece_pk: int) -> HttpResponse:
    """A piece was weighed wrongly: it counts no more, and stays on record."""
    found = _batch(request, pk)
    piece = get_object_or_404(WarePiece.objects.of(request.studio), pk=piece_pk, batch=found)
    piece.set_aside(True)
    messages.success(request, sentences.piece_removed(piece.name))
    return redirect(f"{found.get_absolute_url()}#pieces")


@require_GET
def photo(request: StudioRequest, pk: int) -> HttpResponse:
    """A photograph of a piece, or of one before or after acid."""
    kept = get_object_or_404(WarePhoto.objects.of(request.studio), pk=pk)
    return kept_forever(bytes(kept.image))


@require_GET
def card(request: StudioRequest, pk: int) -> HttpResponse:
    """The card of a batch, to print."""
    found = _batch(request, pk)
    body = card_pdf(found, judge_batch(found), timezone.localdate(), request.studio.prints_on)
    return download(body, PDF, file_name(found.name, "-card.pdf", "batch"))


@require_POST
def set_aside(request: StudioRequest, pk: int) -> HttpResponse:
    """Sets a batch aside (``aside=yes``), or takes it back."""
    found = _batch(request, pk)
    found.set_aside(request.POST.get("aside") == "yes")
    messages.success(request, sentences.set_aside(found))
    return redirect(found)
