"""Weighing a mix out: what is to be weighed next, what came of it, what was corrected."""

import uuid
from collections.abc import Sequence
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.utils import timezone

from claycore.measure import bounds
from claycore.mixing import weighing
from claycore.mixing.weighing import OnTarget
from umberpot.mixing.composition import batch_of, parts_of, refresh
from umberpot.mixing.models import Mix, MixPart, Weighing
from umberpot.mixing.stock import StockLine, stock_for_part
from umberpot.shelf import services as shelf
from umberpot.shelf.models import StockMovement
from umberpot.studio.whole_change import whole_change

NOTHING_TO_WEIGH_G = 1e-6


class BelowNothing(Exception):
    """The shelf's count has less of a material than went into the mix."""


class StaleWeighing(Exception):
    """The step was settled or changed since the page that asked was shown."""


def next_part(parts: Sequence[MixPart]) -> MixPart | None:
    """The first part that still has something to weigh."""
    return next((p for p in parts if p.settled_at is None and p.to_go_g > NOTHING_TO_WEIGH_G), None)


@dataclass(frozen=True)
class Rescue:
    """What can be done about a figure off its target: what each choice would make."""

    judged: OnTarget
    accept_pct: float | None
    factor: float | None


def judge(part: MixPart, grams: float, scale_step_g: float) -> OnTarget:
    """How what would then be in the part stands to its target."""
    total = (part.weighed_g or 0) + grams
    return weighing.judge(total, part.target_g, part.tolerance(scale_step_g))


def rescue(parts: Sequence[MixPart], part: MixPart, grams: float, scale_step_g: float) -> Rescue:
    """The ways out when ``grams`` for ``part`` is off its target."""
    total = (part.weighed_g or 0) + grams
    judged = judge(part, grams, scale_step_g)
    accept_pct = None
    if part.role == MixPart.Role.COLOURANT:
        batch = batch_of(parts)
        has_g = batch.colourants_g[part.name] - part.in_it_g + total
        accept_pct = 100 * has_g / batch.clay_g
    if part.role == MixPart.Role.WATER or any(p.role in MixPart.COLOURED for p in parts):
        return Rescue(judged, accept_pct, None)
    stand = [
        weighing.Weighed(p.planned_g, total if p == part else p.weighed_g)
        for p in parts
        if p.role != MixPart.Role.WATER
    ]
    return Rescue(judged, accept_pct, weighing.scale_to_match(stand, parts.index(part)))


def lacks(part: MixPart, grams: float) -> StockLine | None:
    """The stock of a part of which so many grams would leave less than nothing on the shelf."""
    line = stock_for_part(part, grams)
    return line if line and line.is_short else None


def true_percentages(parts: Sequence[MixPart]) -> dict[int, float]:
    """What is really in the mix of each weighed colourant, on dry clay, by the part's key."""
    batch = batch_of(parts)
    return {
        part.pk: batch.pct(part.name)
        for part in parts
        if part.role == MixPart.Role.COLOURANT and part.weighed_g
    }


@whole_change()
def take_weighing(
    part: MixPart,
    grams: float,
    *,
    source: str,
    scale_step_g: float,
    request_key: uuid.UUID,
    by: User,
    scale_rest: bool = False,
    count_was_wrong: bool = False,
) -> None:
    """Books a weighing and settles the part; the same ``request_key`` books only once.

    Clay that is near enough is right by definition: the rest follows what really went in. With
    ``scale_rest`` every other part's target follows too, and parts that then want more open again.
    Stock goes below nothing only where ``count_was_wrong`` says why. Raises BelowNothing where it
    does not, StaleWeighing when the part was settled meanwhile, ClayError for an impossible mass.
    """
    bounds.MASS.check("grams", grams)
    if Weighing.objects.of(part.studio).filter(request_key=request_key).exists():
        return
    mix = Mix.objects.of(part.studio).get(pk=part.mix_id)
    parts = parts_of(mix)
    part = next(p for p in parts if p.pk == part.pk)
    if part.settled_at is not None:
        raise StaleWeighing
    ways_out = rescue(parts, part, grams, scale_step_g)
    follow = scale_rest or (
        part.role == MixPart.Role.CLAY and ways_out.judged == weighing.OnTarget.WITHIN
    )
    factor = ways_out.factor if follow else None
    if scale_rest and factor is None:
        raise StaleWeighing
    Weighing.objects.create(
        studio=part.studio,
        part=part,
        grams=grams,
        step_g=scale_step_g,
        source=source,
        request_key=request_key,
        made_by=by,
    )
    if part.material:
        reason = StockMovement.Reason.WEIGHED
        if lacks(part, grams):
            if not count_was_wrong:
                raise BelowNothing
            reason = StockMovement.Reason.MISCOUNT
        shelf.move(part.material, -part.on_shelf_g(grams), reason, by)
    part.settled_at = timezone.now()
    part.save(update_fields=["settled_at"])
    if factor is not None:
        _scale_plan(mix, factor, scale_step_g)
    _settle(mix)


@whole_change()
def leave_out(part: MixPart) -> None:
    """Goes on without the water, which many add by feel while wedging."""
    part.settled_at = timezone.now()
    part.save(update_fields=["settled_at"])
    _settle(part.mix)


@whole_change()
def correct_weighing(old: Weighing, grams: float, by: User) -> None:
    """A new figure that supersedes a wrong one; the stock follows, and so does the rest.

    Raises StaleWeighing if it was corrected meanwhile, ClayError for an impossible mass.
    """
    bounds.MASS.check("grams", grams)
    old = Weighing.objects.select_related("part__mix", "part__material").get(pk=old.pk)
    if not old.is_current:
        raise StaleWeighing
    old.supersede(by)
    Weighing.objects.create(
        studio=old.studio,
        part=old.part,
        grams=grams,
        step_g=old.step_g,
        source=Weighing.Source.TYPED,
        request_key=uuid.uuid4(),
        corrects=old,
        made_by=by,
    )
    if old.part.material:
        back_g = old.part.on_shelf_g(old.grams - grams)
        shelf.move(old.part.material, back_g, StockMovement.Reason.CORRECTED, by)
    _settle(old.part.mix)


def _scale_plan(mix: Mix, factor: float, scale_step_g: float) -> None:
    """Every target follows the factor; parts that were settled and now want more open again.

    Water follows the powder it is for, and is never opened again.
    """
    mix.scale_factor = factor
    mix.save(update_fields=["scale_factor"])
    for part in parts_of(mix):
        if part.settled_at is None or part.weighed_g is None or part.role == MixPart.Role.WATER:
            continue
        tolerance = part.tolerance(scale_step_g)
        if weighing.judge(part.weighed_g, part.target_g, tolerance) == weighing.OnTarget.UNDER:
            part.settled_at = None
            part.save(update_fields=["settled_at"])


def _settle(mix: Mix) -> None:
    """Keeps what is in the mix, and whether any part is left to weigh."""
    refresh(mix)
    done = next_part(parts_of(mix)) is None
    if done != (mix.finished_at is not None):
        mix.finished_at = timezone.now() if done else None
        mix.save(update_fields=["finished_at"])
