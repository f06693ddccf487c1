"""Photographs of fired tiles: taken in, marked, read."""

import uuid
from collections.abc import Iterable
from dataclasses import dataclass

from django.contrib import messages
from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from claycore.colour.photographs.references import REFERENCES
from umberpot.colours.models import Photograph, Ring
from umberpot.colours.photographs import sentences, services
from umberpot.colours.photographs.files import with_data
from umberpot.colours.photographs.forms import MarkForm, MarkTarget, PhotographForm, PictureForm
from umberpot.colours.photographs.marks import marks_of
from umberpot.colours.photographs.services import Colours, MarkedPhotograph
from umberpot.colours.places import PLACE
from umberpot.studio.request import StudioRequest, posted, request_key
from umberpot.studio.roles import for_makers
from umberpot.tiles.models import Tile, Trial
from umberpot.tiles.readings.services import StaleReading
from umberpot.ui.downloads import download, file_name
from umberpot.ui.pictures import kept_forever
from umberpot.ui.wall import Swatch, SwatchKind


def _fired(trial: Trial) -> list[Tile]:
    """The tiles of a trial that were fired, in the order of their codes."""
    tiles = trial.tiles.kept().filter(loadings__isnull=False).distinct().order_by("pk")
    return list(tiles.with_history())


@for_makers
@require_http_methods(["GET", "POST"])
def new(request: StudioRequest, pk: int) -> HttpResponse:
    """One more photograph of a trial's tiles."""
    trial = get_object_or_404(Trial.objects.of(request.studio), pk=pk)
    form = PhotographForm(posted(request), request.FILES or None)
    if not _fired(trial):
        messages.error(request, sentences.NO_FIRED_TILE)
        return redirect("results:trial", pk)
    if form.is_valid():
        kept = services.keep_photograph(
            trial,
            form.cleaned_data["photograph"],
            request_key(request),
            request.user,
            form.cleaned_data["name"],
        )
        messages.success(request, sentences.PHOTOGRAPH_SAVED)
        return redirect(kept)
    return render(
        request,
        "colours/photographs/new.html",
        {"place": PLACE, "trial": trial, "form": form, "request_key": uuid.uuid4()},
        status=400 if form.errors else 200,
    )


def _photograph(request: StudioRequest, pk: int) -> Photograph:
    known = Photograph.objects.of(request.studio).defer("image").select_related("trial", "scale")
    found: Photograph = get_object_or_404(known, pk=pk)
    return found


@dataclass(frozen=True)
class TargetRead:
    """Something on the photograph, with what was read there."""

    target: MarkTarget
    swatch: Swatch | None = None
    u95: float = 0.0
    problem: str = ""

    @property
    def replaces(self) -> str:
        """The colour that the tile has already, if it has one."""
        colour = self.target.spot.colour if self.target.spot else None
        return colour.shown if colour else ""


def _marked(form: MarkForm) -> MarkedPhotograph:
    return MarkedPhotograph(
        form.marked_references(),
        form.marked_tiles(),
        form.ruled(),
        form.equal(),
        form.cleaned_data["two_lights"],
    )


def _rows(form: MarkForm, targets: Iterable[MarkTarget], found: Colours | None) -> list[TargetRead]:
    """What may be marked, each with what was read there so far."""
    rows = []
    for target in targets:
        errors = target.ring.errors
        if errors or found is None:
            rows.append(TargetRead(target, problem=str(errors[0]) if errors else ""))
        elif target.spot is None:
            rows.append(_reference_row(form, target, found))
        else:
            rows.append(_tile_row(target, found))
    return rows


def _reference_row(form: MarkForm, target: MarkTarget, found: Colours) -> TargetRead:
    marked = form.marked_references().get(target.key)
    refusal = found.references.get(target.key)
    if marked is None or refusal:
        return TargetRead(target, problem=sentences.REFUSALS[refusal] if refusal else "")
    return TargetRead(target, Swatch(target.title, marked.known, SwatchKind.WANTED))


def _tile_row(target: MarkTarget, found: Colours) -> TargetRead:
    colour = found.tiles.get(target.key)
    if colour is None:
        return TargetRead(target)
    if colour.refusal:
        return TargetRead(target, problem=sentences.REFUSALS[colour.refusal])
    if colour.lab is None:
        return TargetRead(target)
    return TargetRead(target, Swatch(target.title, colour.lab), colour.u95)


def _notes(form: MarkForm, found: Colours | None) -> list[str]:
    """What is to be said of the light and of the references."""
    if found is None:
        return []
    said = sentences.of_the_light(found.light) if found.light else []
    marked = form.marked_references()
    if any(key in REFERENCES and REFERENCES[key].is_poor for key in marked):
        said.append(sentences.POOR_REFERENCE)
    return said


def _shown(photograph: Photograph, form: MarkForm) -> dict[str, object]:
    found = services.read(photograph, _marked(form)) if form.is_valid() else None
    return {
        "place": PLACE,
        "photograph": photograph,
        "form": form,
        "cards": _rows(form, form.references, found),
        "rows": _rows(form, form.targets, found),
        "notes": _notes(form, found),
        "picture_form": PictureForm(),
        "request_key": uuid.uuid4(),
        "may_average": bool(services.read_elsewhere(photograph, form.spots)),
        "is_unsaved": photograph.marks is not None and photograph.rings.exists(),
    }


@require_http_methods(["GET", "POST"])
def photograph(request: StudioRequest, pk: int) -> HttpResponse:
    """The photograph with its rings; sent, their colours are recorded."""
    found = _photograph(request, pk)
    tiles = _fired(found.trial)
    form = MarkForm(posted(request), tiles=tiles, saving=True)
    if form.is_valid():
        answer = _save(request, found, form)
        if answer:
            return answer
    elif not form.is_bound:
        form = MarkForm.begun(found, tiles, marks_of(found))
    return render(
        request,
        "colours/photographs/photograph.html",
        _shown(found, form),
        status=400 if request.method == "POST" else 200,
    )


def _save(request: StudioRequest, found: Photograph, form: MarkForm) -> HttpResponse | None:
    seen = {key: form.seen(key) for key in form.spots}
    # Also where saving is refused: then nothing that was marked or typed is lost.
    _keep_marks(found, form)
    try:
        kept = services.save(
            found, _marked(form), form.spots, seen, request.user, form.cleaned_data["average"]
        )
    except StaleReading:
        form.add_error(None, sentences.READ_MEANWHILE)
        return None
    if not kept.count:
        form.add_error(None, sentences.NOTHING_READ)
        return None
    messages.success(request, sentences.saved(kept))
    return redirect("results:trial", found.trial_id)


@require_POST
def read(request: StudioRequest, pk: int) -> HttpResponse:
    """What the rings come to as they are now; they are kept as they are, and no colour is."""
    found = _photograph(request, pk)
    form = MarkForm(request.POST, tiles=_fired(found.trial))
    form.full_clean()
    _keep_marks(found, form)
    response = render(request, "colours/photographs/_readings.html", _shown(found, form))
    response["Cache-Control"] = "no-store"
    return response


def _keep_marks(photograph: Photograph, form: MarkForm) -> None:
    """Keeps what stands in the form, as far as it can be understood."""
    name, two_lights = (form.cleaned_data.get(one) for one in ("name", "two_lights"))
    services.keep_marks(photograph, name or "", bool(two_lights), form.left())


@require_POST
def back_to_saved(request: StudioRequest, pk: int) -> HttpResponse:
    """The marks as they were when colours were saved."""
    found = _photograph(request, pk)
    services.back_to_saved(found)
    return redirect(found)


@require_POST
def use_marks_on(request: StudioRequest, pk: int) -> HttpResponse:
    """Another picture of the same things, under the same marks."""
    key = request_key(request)
    already = Photograph.objects.of(request.studio).filter(request_key=key).defer("image").first()
    if already:  # sent twice: the earlier picture may be gone by now
        return redirect(already)
    found = _photograph(request, pk)
    form = PictureForm(request.POST, request.FILES)
    if not form.is_valid():
        shown = _shown(found, MarkForm.begun(found, _fired(found.trial), marks_of(found)))
        page = "colours/photographs/photograph.html"
        return render(request, page, {**shown, "picture_form": form}, status=400)
    picture = form.cleaned_data["photograph"]
    other, kept = services.use_marks_on(found, picture, key, request.user)
    messages.success(request, sentences.marks_used(kept))
    return redirect(other)


@require_GET
def image(request: StudioRequest, pk: int) -> HttpResponse:
    """The photograph itself."""
    kept = get_object_or_404(Photograph.objects.of(request.studio), pk=pk)
    return kept_forever(bytes(kept.image))


@require_GET
def as_file(request: StudioRequest, pk: int) -> HttpResponse:
    """The photograph with a table of what was read off it, as a zip file."""
    kept = get_object_or_404(Photograph.objects.of(request.studio), pk=pk)
    name = file_name(kept.trial.name, "-photograph.zip", "trial")
    return download(with_data(kept, request.studio.writes_tables), "application/zip", name)


@require_GET
def crop(request: StudioRequest, pk: int) -> HttpResponse:
    """What a ring shows, as it would look in white light."""
    ring = get_object_or_404(Ring.objects.of(request.studio).select_related("photograph"), pk=pk)
    seen = services.close_up(ring)
    if seen is None:
        raise Http404
    return HttpResponse(
        seen.jpeg, content_type="image/jpeg", headers={"Cache-Control": "private, max-age=86400"}
    )


@require_POST
def remove(request: StudioRequest, pk: int) -> HttpResponse:
    """A photograph that was a mistake; colours that were read off it are kept."""
    found = _photograph(request, pk)
    messages.success(request, sentences.removed(found))
    trial = found.trial_id
    found.delete()
    return redirect("results:trial", trial)
