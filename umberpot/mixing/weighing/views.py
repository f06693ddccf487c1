"""Weighing a mix out: the step at hand, the scale, corrections."""

import uuid
from typing import Any

from django import forms
from django.conf import settings
from django.contrib import messages
from django.db import models
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_POST

from claycore.materials.clay_in_hand import ClayInHand, ClayState
from claycore.measure import bounds
from claycore.measure.errors import ClayError
from claycore.measure.formatting import plain
from claycore.mixing import weighing
from claycore.mixing.weighing import KEEPS_WITHIN_POINTS, OnTarget
from umberpot.mixing import sentences
from umberpot.mixing.composition import parts_of
from umberpot.mixing.costs import cost_of_mix, per_plastic_kilo
from umberpot.mixing.leftovers.forms import LeftoverForm
from umberpot.mixing.models import Mix, MixPart, Weighing
from umberpot.mixing.next_actions import put_right
from umberpot.mixing.places import PLACE
from umberpot.mixing.plans import balance
from umberpot.mixing.plans.balance import PlanShortfall
from umberpot.mixing.stock import NOTHING_G, stock_for_mixes, stock_for_part
from umberpot.mixing.weighing import scale, services
from umberpot.mixing.weighing.forms import GramsForm, LeftForm
from umberpot.mixing.weighing.recorded import note_recorded
from umberpot.shelf.models import Container, Material
from umberpot.shelf.services import counted_stock_of
from umberpot.studio.request import StudioRequest, request_key
from umberpot.ui.fields.measures import MeasureField

CONTAINER_KEY = "container_g"


def _weigh_page(
    request: StudioRequest,
    mix: Mix,
    *,
    form: GramsForm | None = None,
    left_form: LeftForm | None = None,
    off: dict[str, Any] | None = None,
    doubted: dict[str, Any] | None = None,
    below_nothing: dict[str, Any] | None = None,
    status: int = 200,
) -> HttpResponse:
    parts = parts_of(mix)
    current = services.next_part(parts)
    step_g = request.studio.scale_step_g
    true = services.true_percentages(parts)
    return render(
        request,
        "mixing/weighing/weigh.html",
        {
            "place": PLACE,
            "mix": mix,
            "parts": [
                {
                    "part": part,
                    "tolerance": part.tolerance(step_g),
                    "true_pct": true.get(part.pk),
                    "is_current": part is current,
                    "history": list(part.weighings.all()),
                }
                for part in parts
            ],
            "current": current,
            "tolerance": current.tolerance(step_g) if current else None,
            "step_g": step_g,
            "form": form or GramsForm(),
            "off": off,
            "doubted": doubted,
            "request_key": uuid.uuid4(),
            "scale_connected": bool(settings.SCALE_ADDRESS),
            "simulated": settings.SCALE_IS_SIMULATED,
            "stock": stock_for_mixes([mix]),
            "current_stock": stock_for_part(current, current.to_go_g) if current else None,
            "below_nothing": below_nothing,
            "to_count": _to_count(parts),
            "short": _short(mix),
            "left_form": left_form or LeftForm(),
            "containers": Container.objects.of(request.studio),
            "container_pk": _container_pk(request, mix),
            "keeps_within": KEEPS_WITHIN_POINTS,
            "clay_in_hand": _clay_in(mix),
            "powder_g": _powder_in(parts),
            **(_made_page(mix) if current is None else {}),
        },
        status=status,
    )


def _container_pk(request: StudioRequest, mix: Mix) -> int | None:
    """The container used for the last weighing of this mix, if it is the studio's."""
    mix_pk, empty_g = request.session.get(CONTAINER_KEY, (None, None))
    if not empty_g or mix_pk != mix.pk:
        return None
    found = Container.objects.of(request.studio).filter(tare_g=empty_g).first()
    return found.pk if found else None


def _made_page(mix: Mix) -> dict[str, Any]:
    """What the page of a finished mix shows besides: what came out, what it cost, what follows."""
    batch = mix.batch
    found = cost_of_mix(mix)
    return {
        "made_pcts": [(name, pct, mix.wanted_pcts.get(name)) for name, pct in batch.pcts.items()],
        "cost": found,
        "per_kilo": per_plastic_kilo(mix, found),
        "bars_of": _bars_of(mix),
        "put_right": put_right(mix),
        "leftover_form": LeftoverForm(auto_id="left_%s", initial=_as_it_lies(mix)),
        "made_from": [part.source for part in mix.parts.all() if part.source],
        "went_into": Mix.objects.of(mix.studio).filter(parts__source=mix).distinct(),
    }


def _powder_in(parts: list[MixPart]) -> float:
    """The grams of powder that go in: how to mix it is told before it is weighed."""
    return sum(part.in_it_g for part in parts if part.role == MixPart.Role.COLOURANT)


def _bars_of(mix: Mix) -> models.Model | None:
    """The test whose bars were planned of a mix before it was weighed; None where there is none."""
    bar = mix.tiles.kept().exclude(role="").select_related("trial__test").first()
    return bar.trial if bar else None


def _as_it_lies(mix: Mix) -> dict[str, Any]:
    """How what is left of a mix most likely lies: as it was mixed."""
    batch = mix.batch
    water_pct = round(100 * batch.water_g / batch.mass_g, 1)
    lies = {"state": mix.state, "water_pct": water_pct, "solids_pct": round(100 - water_pct, 1)}
    if mix.state == ClayState.SLIP and mix.leftover_id is None:
        lies["grams"] = plain(batch.mass_g, 1)  # all of it goes into the bucket before it is used
    return lies


def _clay_in(mix: Mix) -> ClayInHand:
    """The clay of a mix as it was before anything went into it."""
    dry_g = mix.batch.clay_g
    return ClayInHand(ClayState(mix.state), dry_g, dry_g * (mix.clay_g / mix.dry_clay_g - 1))


def _to_count(parts: list[MixPart]) -> list[tuple[Material, float]]:
    """Materials in a mix whose stock stands below nothing, with what it stands at."""
    on_hand = counted_stock_of([part.material for part in parts if part.material])
    below = {
        part.material: on_hand_g
        for part in parts
        if part.material and (on_hand_g := on_hand[part.material.pk] or 0.0) < -NOTHING_G
    }
    return list(below.items())


def _short(mix: Mix) -> PlanShortfall | None:
    """What this mix of a plan comes short of, by what is there; None where it does not."""
    if mix.plan is None or mix.finished_at:
        return None
    return next((short for short in balance.shortfalls(mix.plan) if short.mix == mix), None)


@require_GET
def mix(request: StudioRequest, pk: int) -> HttpResponse:
    """A mix: what is to be weighed next, or what was made."""
    return _weigh_page(request, get_object_or_404(Mix.objects.of(request.studio), pk=pk))


@require_POST
def weigh(request: StudioRequest, pk: int) -> HttpResponse:
    """A figure for the step at hand: read off the scale, typed, accepted, scaled to or left out."""
    mix = get_object_or_404(Mix.objects.of(request.studio), pk=pk)
    part = services.next_part(parts_of(mix))
    if part is None or str(part.pk) != request.POST.get("part"):
        messages.warning(request, sentences.DONE_ALREADY)
        return redirect("mixing:mix", pk=pk)
    if request.POST.get("action") == "leave_out" and part.role == MixPart.Role.WATER:
        services.leave_out(part)
        return redirect("mixing:mix", pk=pk)
    return _take(request, mix, part)


def _read_off_the_scale(request: StudioRequest) -> GramsForm:
    """What the scale shows, as if it had been typed; a form in error where it shows nothing."""
    container_g = request.POST.get("container_g", "")
    try:
        grams = scale.read(request.studio.scale_step_g)
    except scale.ScaleProblem as problem:
        form = GramsForm({"grams": request.POST.get("grams", ""), "container_g": container_g})
        form.errors["grams"] = form.error_class([str(problem)])
        return form
    return GramsForm({"grams": f"{grams:.3f}", "container_g": container_g})


def _source(request: StudioRequest) -> str:
    """Where the figure came from; what the page carries through a question may be anything."""
    if request.POST.get("action") == "read":
        return Weighing.Source.SCALE
    source = request.POST.get("source", "")
    return source if source in Weighing.Source.values else Weighing.Source.TYPED


def _take(request: StudioRequest, mix: Mix, part: MixPart) -> HttpResponse:
    """Books a weighing, or asks first where the figure is off.

    A figure off the target comes back with ``decision`` once the person has chosen: take it as it
    is, or scale what is left to match. Until then nothing is booked, so that closing the page, or
    sending it twice, costs nothing.
    """
    reads = request.POST.get("action") == "read"
    form = _read_off_the_scale(request) if reads else GramsForm(request.POST)
    source = _source(request)
    if not form.is_valid():
        # A browser's console counts a fragment's 400 as an error of the page.
        return _weigh_page(request, mix, form=form, status=200 if request.htmx or reads else 400)
    grams = form.cleaned_data["grams"]
    request.session[CONTAINER_KEY] = (mix.pk, form.cleaned_data["container_g"])
    step_g = request.studio.scale_step_g
    decision = request.POST.get("decision", "")
    ways_out = services.rescue(parts_of(mix), part, grams, step_g)
    if ways_out.judged != OnTarget.WITHIN and decision not in ("accept", "scale"):
        off = {"grams": grams, "source": source, "ways_out": ways_out}
        return _weigh_page(request, mix, form=form, off=off)
    count_was_wrong = request.POST.get("count_was_wrong") == "yes"
    short = services.lacks(part, grams)
    if short and not count_was_wrong:
        below = {"grams": grams, "source": source, "decision": decision, "stock": short}
        return _weigh_page(request, mix, form=form, below_nothing=below)
    try:
        services.take_weighing(
            part,
            grams,
            source=source,
            scale_step_g=step_g,
            request_key=request_key(request),
            by=request.user,
            scale_rest=decision == "scale",
            count_was_wrong=count_was_wrong,
        )
    except (services.StaleWeighing, services.BelowNothing):
        messages.warning(request, sentences.DONE_ALREADY)
    else:
        note_recorded(grams + (form.cleaned_data["container_g"] or 0.0))
    return redirect("mixing:mix", pk=mix.pk)


@require_POST
def note_left(request: StudioRequest, pk: int) -> HttpResponse:
    """What is really left of the mix that this one is made of."""
    mix = get_object_or_404(Mix.objects.of(request.studio), pk=pk)
    part = mix.parts.filter(source__isnull=False).select_related("source").first()
    form = LeftForm(request.POST)
    if part is None or part.source is None or not form.is_valid():
        return _weigh_page(request, mix, left_form=form, status=200 if request.htmx else 400)
    left_g = form.cleaned_data["left_g"]
    balance.note_left(part.source, left_g)
    messages.success(request, sentences.left_of(part.source.name, plain(left_g, 3)))
    return redirect("mixing:mix", pk=pk)


@require_GET
def live_weight(request: StudioRequest, pk: int) -> HttpResponse:
    """How full the pan is, right now: the bar that fills while one pours."""
    mix = get_object_or_404(Mix.objects.of(request.studio), pk=pk)
    part = services.next_part(parts_of(mix))
    if part is None or not settings.SCALE_ADDRESS:
        return HttpResponse(status=204)
    container = MeasureField(bounds.MASS, required=False)
    step_g = request.studio.scale_step_g
    try:
        grams, still, is_recorded = scale.live_weight(step_g)
        empty_g = container.clean(request.GET.get("container_g", "")) or 0.0
    except scale.ScaleProblem as problem:
        return _glance(request, {"problem": str(problem)})
    except forms.ValidationError:
        return HttpResponse(status=204)
    tolerance = part.tolerance(step_g)
    on_it_g = grams - empty_g
    return _glance(
        request,
        {
            "grams": on_it_g,
            "still": still,
            "is_recorded": is_recorded,
            "is_negative": still and grams < -step_g / 2,
            "target": part.to_go_g,
            "tolerance": tolerance.grams,
            "judged": weighing.judge(on_it_g, part.to_go_g, tolerance),
            "step_g": step_g,
        },
    )


def _glance(request: StudioRequest, shown: dict[str, Any]) -> HttpResponse:
    response = render(request, "mixing/weighing/_live_weight.html", shown)
    response["Cache-Control"] = "no-store"
    return response


@require_POST
def pan(request: StudioRequest, pk: int) -> HttpResponse:
    """Tares the scale; or, on the simulated one, moves things on its pan."""
    mix = get_object_or_404(Mix.objects.of(request.studio), pk=pk)
    part = services.next_part(parts_of(mix))
    action = request.POST.get("action", "")
    try:
        if action == "tare":
            scale.tare()
            messages.info(request, sentences.TARED)
        elif settings.SCALE_IS_SIMULATED and part is not None:
            scale.clear()
            share = {"put": 1.0, "put_much": 1.075, "put_little": 0.6}.get(action, 0.0)
            if share:
                scale.put(part.to_go_g * share)
                messages.info(request, sentences.PAN_IN_USE)
    except scale.ScaleProblem as problem:
        messages.error(request, str(problem))
    return redirect("mixing:mix", pk=pk)


def _is_doubted(old: Weighing, grams: float) -> bool:
    """A correction that leaves the part far from what was to go in: asked about, not refused."""
    [part] = [part for part in parts_of(old.part.mix) if part.pk == old.part_id]
    return weighing.is_unlikely((part.weighed_g or 0.0) - old.grams + grams, part.target_g)


@require_POST
def correct(request: StudioRequest, pk: int) -> HttpResponse:
    """A new figure for a weighing that was wrong."""
    old = get_object_or_404(
        Weighing.objects.of(request.studio).select_related("part__mix", "part__material"), pk=pk
    )
    form = GramsForm(request.POST)
    if not form.is_valid():
        messages.error(request, sentences.not_corrected(str(form.errors["grams"][0])))
    elif _is_doubted(old, form.cleaned_data["grams"]) and not request.POST.get("sure"):
        doubted = {"weighing": old, "grams": form.cleaned_data["grams"]}
        return _weigh_page(request, old.part.mix, doubted=doubted)
    else:
        try:
            services.correct_weighing(old, form.cleaned_data["grams"], request.user)
            messages.success(request, sentences.WEIGHT_CORRECTED)
        except services.StaleWeighing:
            messages.warning(request, sentences.CORRECTED_MEANWHILE)
        except ClayError as error:
            messages.error(request, sentences.not_corrected(str(error)))
    return redirect("mixing:mix", pk=old.part.mix_id)
