"""Coloured clay on the shelf: putting it there, changing, joining and pooling it."""

import uuid
from dataclasses import replace
from typing import Any

from django import forms
from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_GET, require_POST

from claycore.materials.batch import Batch
from claycore.measure import bounds
from claycore.measure.errors import ClayError
from claycore.measure.formatting import plain, to_step
from claycore.mixing.strength import StrengthChange
from umberpot.mixing import sentences
from umberpot.mixing.leftovers import services
from umberpot.mixing.leftovers.forms import ChangeForm, LeftoverForm
from umberpot.mixing.leftovers.services import ColouredClayOnHand
from umberpot.mixing.models import Mix
from umberpot.mixing.next_actions import ColouredClay, of_mix, ways_on
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest, key_in, request_key
from umberpot.ui.calculators import blaming_fields
from umberpot.ui.fields.measures import MeasureField
from umberpot.ui.mix_bar import segments_of_batch

PLACE = "Shelf"


@require_POST
def keep(request: StudioRequest, pk: int) -> HttpResponse:
    """Puts what is left of a mix on the shelf."""
    mix = get_object_or_404(Mix.objects.of(request.studio), pk=pk)
    form = LeftoverForm(request.POST)
    if not form.is_valid():
        return _leftover_refused(request, mix, form)
    cleaned = form.cleaned_data
    material = services.keep_leftover(
        mix, cleaned["grams"], cleaned["state"], cleaned["water_pct"], request.user
    )
    messages.success(request, sentences.stored_as(material.name))
    return redirect(material.get_absolute_url())


def _leftover_refused(request: StudioRequest, mix: Mix, form: LeftoverForm) -> HttpResponse:
    context = {"place": "Mix", "mix": mix, "form": form}
    return render(request, "mixing/leftovers/keep.html", context, status=400)


def _coloured(request: StudioRequest, pk: int | None) -> ColouredClayOnHand:
    rows = Material.objects.of(request.studio).filter(kind__in=Material.COLOURED)
    return services.on_shelf(get_object_or_404(rows, pk=pk))


@require_GET
def leftover(request: StudioRequest, pk: int) -> HttpResponse:
    """Coloured clay on the shelf, and what can be made of it."""
    found = _coloured(request, pk)
    asked = "use_g" in request.GET
    form = ChangeForm(request.GET) if asked else ChangeForm(initial={"use_g": found.on_hand_g})
    change = _change(found, form) if asked else None
    return _page(request, found, form, change, 400 if form.errors else 200)


def _change(found: ColouredClayOnHand, form: ChangeForm) -> StrengthChange | None:
    if form.is_valid():
        with blaming_fields(form):
            return services.planned_change(found, **form.cleaned_data)
    return None


def _page(
    request: StudioRequest,
    found: ColouredClayOnHand,
    form: ChangeForm,
    change: StrengthChange | None,
    status: int,
) -> HttpResponse:
    step_g = request.studio.scale_step_g
    strongest = services.strongest_of(found.batch) if found.batch else ""
    if strongest:
        form.fields["target_pct"].label = f"{strongest}, strength wanted"
    others = (
        Material.objects.of(request.studio)
        .on_shelf()
        .filter(kind__in=Material.COLOURED)
        .exclude(pk=found.material.pk)
    )
    return render(
        request,
        "mixing/leftovers/leftover.html",
        {
            "place": PLACE,
            "found": found,
            "material": found.material,
            "bar": segments_of_batch(found.clay_name, found.batch) if found.batch else None,
            "pcts": list(found.batch.pcts.items()) if found.batch else [],
            "form": form,
            "change": change and _shown(found, change, step_g),
            "query": request.GET.urlencode(),
            "ways": ways_on(_to_go_on_with(found)) if found.batch else [],
            "pairs": services.pairs(found, [m for m in others if m.kind == Material.Kind.LEFTOVER]),
            "buckets": [m for m in others if m.kind == Material.Kind.RECLAIM],
            "pooled": found.material.pooled.select_related("made_by"),
            "request_key": uuid.uuid4(),
        },
        status=status,
    )


def _to_go_on_with(found: ColouredClayOnHand) -> ColouredClay:
    """Coloured clay on the shelf; its own page changes it, so no way leads there."""
    if found.mix:
        return replace(of_mix(found.mix), change_url="")
    batch, material = found.batch or Batch(0.0), found.material
    return ColouredClay(batch, found.clay_name, material.state, None, "")


def _shown(found: ColouredClayOnHand, change: StrengthChange, step_g: float) -> dict[str, Any]:
    return {
        "clay": to_step(change.clay_as_it_is_g, step_g) if change.add_clay_g else "",
        "adds": [
            (name, to_step(grams, step_g))
            for name, grams in change.add_colourants_g.items()
            if grams > 0
        ],
        "water": plain(change.water_to_add_g, 1) if change.water_to_add_g else "",
        "total": plain(change.after.mass_g, 1),
        "before": segments_of_batch(found.clay_name, change.before),
        "after": segments_of_batch(found.clay_name, change.after),
        "largest": max(change.before.dry_g, change.after.dry_g),
        "pcts": [(name, plain(pct)) for name, pct in change.after.pcts.items()],
        "nothing": not change.add_clay_g and not change.add_colourant_g,
    }


@require_POST
def change(request: StudioRequest, pk: int) -> HttpResponse:
    """Keeps the change as a mix, and goes on to weigh it."""
    found = _coloured(request, pk)
    form = ChangeForm(request.POST)
    wanted = _change(found, form)
    if wanted is None or form.errors:
        return _page(request, found, form, None, 400)
    mix = services.make_change(request.studio, found, wanted, request_key(request), request.user)
    return redirect("mixing:mix", pk=mix.pk)


@require_POST
def join(request: StudioRequest, pk: int) -> HttpResponse:
    """Two leftovers become one mix."""
    found = _coloured(request, pk)
    other = _coloured(request, key_in(request.POST.get("other", "")))
    try:
        mix = services.join_two(request.studio, found, other, request_key(request), request.user)
    except ClayError as error:
        messages.error(request, str(error))
        return redirect("mixing:leftover", pk=pk)
    return redirect("mixing:mix", pk=mix.pk)


@require_POST
def pool(request: StudioRequest, pk: int) -> HttpResponse:
    """All of a leftover goes into a reclaim bucket, or unknown scraps go into this one."""
    found = _coloured(request, pk)
    if found.material.kind == Material.Kind.RECLAIM:
        return _pool_scraps(request, found)
    bucket = None
    if request.POST.get("bucket"):
        buckets = Material.objects.of(request.studio).filter(kind=Material.Kind.RECLAIM)
        bucket = get_object_or_404(buckets, pk=key_in(request.POST["bucket"]))
    try:
        bucket = services.pool(found, bucket, request_key(request), request.user)
    except ClayError as error:
        messages.error(request, str(error))
        return redirect("mixing:leftover", pk=pk)
    messages.success(request, sentences.in_the_bucket(found.material.name, bucket.name))
    return redirect("mixing:leftover", pk=bucket.pk)


def _pool_scraps(request: StudioRequest, found: ColouredClayOnHand) -> HttpResponse:
    field = MeasureField(bounds.MASS)
    try:
        grams = field.clean(request.POST.get("grams", ""))
    except forms.ValidationError as error:
        messages.error(request, sentences.not_added(error.messages[0]))
    else:
        services.pool_scraps(found.material, grams, request_key(request), request.user)
        messages.success(request, sentences.SCRAPS_ADDED)
    return redirect("mixing:leftover", pk=found.material.pk)
