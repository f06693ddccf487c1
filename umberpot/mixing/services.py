"""Making a mix of a dose, and weighing it out."""

import uuid
from collections.abc import Sequence
from dataclasses import dataclass, field

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from claycore.measure import bounds
from claycore.measure.formatting import plain
from claycore.mixing import weighing
from claycore.mixing.dose import Dose
from umberpot.mixing.composition import batch_of, parts_of, refresh
from umberpot.mixing.models import Mix, MixPart, Plan, Weighing
from umberpot.shelf import services as shelf
from umberpot.shelf.models import Material, StockMovement
from umberpot.studio.models import Studio

LONGEST_NAME = 120
NOTHING_TO_WEIGH_G = 1e-6


class StaleWeighing(Exception):
    """The step was settled or changed since the page that asked was shown."""


def name_of(pcts: dict[str, float], clay_name: str) -> str:
    """'10 % Quay Blue in White floor clay' or 'Plain White floor clay', as short as can be said."""
    parts = [f"{plain(pct, 2)} % {name}" for name, pct in pcts.items() if pct > 0]
    clay = clay_name or "clay"
    name = f"{' + '.join(parts)} in {clay}" if parts else f"Plain {clay}"
    return name if len(name) <= LONGEST_NAME else f"{name[: LONGEST_NAME - 1]}…"


@dataclass(frozen=True)
class PartOrder:
    """One thing to weigh into a new mix; see :class:`MixPart` for what each means."""

    role: str
    name: str
    grams: float
    pct: float | None = None
    material: Material | None = None
    source: Mix | None = None
    contains: dict[str, float] = field(default_factory=dict)
    dry_share: float = 1.0
    settled: bool = False


@dataclass(frozen=True)
class MixOrder:
    """A mix to be made. ``wanted_pcts`` are percent on dry clay by name.

    ``clay_g`` and ``dry_clay_g`` are all the clay in it, as weighed and dry.
    """

    state: str
    clay_g: float
    dry_clay_g: float
    wanted_pcts: dict[str, float]
    clay_name: str
    clay: Material | None
    parts: tuple[PartOrder, ...]
    sum_query: str = ""
    plan: Plan | None = None
    plan_position: int | None = None
    pot: int | None = None
    poured_g: float | None = None


@transaction.atomic
def create_mix(studio: Studio, order: MixOrder, request_key: uuid.UUID, by: User) -> Mix:
    """A mix with its parts in order. The same ``request_key`` makes it only once."""
    made = Mix.objects.of(studio).filter(request_key=request_key).first()
    if made:
        return made
    mix = Mix.objects.create(
        studio=studio,
        name=name_of(order.wanted_pcts, order.clay_name),
        state=order.state,
        clay_g=order.clay_g,
        dry_clay_g=order.dry_clay_g,
        sum_query=order.sum_query,
        request_key=request_key,
        clay_name=order.clay_name or "clay",
        clay=order.clay,
        wanted_pcts=order.wanted_pcts,
        plan=order.plan,
        plan_position=order.plan_position,
        pot=order.pot,
        poured_g=order.poured_g,
        made_by=by,
    )
    MixPart.objects.bulk_create(
        MixPart(
            studio=studio,
            mix=mix,
            position=position,
            role=part.role,
            material=part.material,
            source=part.source,
            contains=part.contains,
            name=part.name,
            planned_pct=part.pct,
            planned_g=part.grams,
            dry_share=part.dry_share,
            settled_at=timezone.now() if part.settled else None,
        )
        for position, part in enumerate(order.parts)
    )
    refresh(mix)
    return mix


class Shelf:
    """The studio's materials by name, for sums in which they are only named."""

    def __init__(self, studio: Studio) -> None:
        self._by_name = {m.name.lower(): m for m in Material.objects.of(studio).on_shelf()}

    def clay(self, name: str) -> Material | None:
        """The clay of this name, if there is one."""
        material = self._by_name.get(name.lower())
        return material if material and material.is_clay else None

    def colourant(self, name: str) -> Material | None:
        """The stain or oxide of this name, if there is one."""
        material = self._by_name.get(name.lower())
        return material if material and material.is_colourant else None


def make_mix(
    studio: Studio, dose: Dose, clay_name: str, sum_query: str, request_key: uuid.UUID, by: User
) -> Mix:
    """Keeps a dose as a mix to weigh. The same ``request_key`` makes it only once.

    Names that stand on the studio's shelf become those materials; others stay names.
    """
    on_shelf = Shelf(studio)
    clay = on_shelf.clay(clay_name)
    parts = [
        PartOrder(
            MixPart.CLAY,
            clay_name or "clay",
            dose.clay.mass_g,
            material=clay,
            dry_share=dose.clay.dry_fraction,
        )
    ]
    parts += [
        PartOrder(
            MixPart.COLOURANT,
            a.name,
            a.mass_g,
            pct=a.pct_on_dry_clay,
            material=on_shelf.colourant(a.name),
        )
        for a in dose.additions
        if a.mass_g > 0
    ]
    if dose.water_to_add_g > 0:
        parts.append(PartOrder(MixPart.WATER, "water", dose.water_to_add_g))
    wanted: dict[str, float] = {}
    for part in parts:
        if part.pct is not None:
            wanted[part.name] = wanted.get(part.name, 0.0) + part.pct
    order = MixOrder(
        dose.clay.state,
        dose.clay.mass_g,
        dose.clay.dry_g,
        wanted,
        clay_name,
        clay,
        tuple(parts),
        sum_query,
    )
    return create_mix(studio, order, request_key, by)


def make_again(mix: Mix, request_key: uuid.UUID, by: User) -> Mix:
    """The same mix once more, as it was planned. What was the rest of a pot is asked for anew."""
    parts = tuple(
        PartOrder(
            MixPart.MIX if part.role == MixPart.REST else part.role,
            part.name,
            part.planned_g,
            part.planned_pct,
            part.material,
            part.source,
            part.contains,
            part.dry_share,
        )
        for part in parts_of(mix)
    )
    order = MixOrder(
        mix.state,
        mix.clay_g,
        mix.dry_clay_g,
        mix.wanted_pcts,
        mix.clay_name,
        mix.clay,
        parts,
        mix.sum_query,
    )
    return create_mix(mix.studio, order, request_key, by)


def next_part(parts: Sequence[MixPart]) -> MixPart | None:
    """The first part that still has something to weigh."""
    return next((p for p in parts if p.settled_at is None and p.to_go_g > NOTHING_TO_WEIGH_G), None)


@dataclass(frozen=True)
class Rescue:
    """What can be done about a figure off its target: what each choice would make."""

    judged: str
    accept_pct: float | None
    factor: float | None


def judge(part: MixPart, grams: float, scale_step_g: float) -> str:
    """How what would then be in the part stands to its target."""
    total = (part.weighed_g or 0) + grams
    return weighing.judge(total, part.target_g, part.tolerance(scale_step_g))


def rescue(parts: Sequence[MixPart], part: MixPart, grams: float, scale_step_g: float) -> Rescue:
    """The ways out when ``grams`` for ``part`` is off its target."""
    total = (part.weighed_g or 0) + grams
    judged = judge(part, grams, scale_step_g)
    accept_pct = None
    if part.role == MixPart.COLOURANT:
        batch = batch_of(parts)
        has_g = batch.colourants_g[part.name] - part.in_it_g + total
        accept_pct = 100 * has_g / batch.clay_g
    if part.role == MixPart.WATER or any(p.role in MixPart.COLOURED for p in parts):
        return Rescue(judged, accept_pct, None)
    stand = [
        weighing.Weighed(p.planned_g, total if p == part else p.weighed_g)
        for p in parts
        if p.role != MixPart.WATER
    ]
    return Rescue(judged, accept_pct, weighing.scale_to_match(stand, parts.index(part)))


def true_percentages(parts: Sequence[MixPart]) -> dict[int, float]:
    """What is really in the mix of each weighed colourant, on dry clay, by the part's key."""
    batch = batch_of(parts)
    return {
        part.pk: batch.pct(part.name)
        for part in parts
        if part.role == MixPart.COLOURANT and part.weighed_g
    }


@transaction.atomic
def take_weighing(
    part: MixPart,
    grams: float,
    *,
    source: str,
    scale_step_g: float,
    request_key: uuid.UUID,
    by: User,
    scale_rest: bool = False,
) -> None:
    """Books a weighing and settles the part; the same ``request_key`` books only once.

    Clay that is near enough is right by definition: the rest follows what really went in. With
    ``scale_rest`` every other part's target follows too, and parts that then want more open again.
    Raises StaleWeighing when the part was settled meanwhile, ClayError for an impossible mass.
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
    follow = scale_rest or (part.role == MixPart.CLAY and ways_out.judged == weighing.WITHIN)
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
        shelf.move(part.material, -part.on_shelf_g(grams), StockMovement.WEIGHED, by)
    part.settled_at = timezone.now()
    part.save(update_fields=["settled_at"])
    if factor is not None:
        _scale_plan(mix, factor, scale_step_g)
    _settle(mix)


@transaction.atomic
def leave_out(part: MixPart) -> None:
    """Goes on without the water, which many add by feel while wedging."""
    part.settled_at = timezone.now()
    part.save(update_fields=["settled_at"])
    _settle(part.mix)


@transaction.atomic
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
        source=Weighing.TYPED,
        request_key=uuid.uuid4(),
        corrects=old,
        made_by=by,
    )
    if old.part.material:
        back_g = old.part.on_shelf_g(old.grams - grams)
        shelf.move(old.part.material, back_g, StockMovement.CORRECTED, by)
    _settle(old.part.mix)


def _scale_plan(mix: Mix, factor: float, scale_step_g: float) -> None:
    """Every target follows the factor; parts that were settled and now want more open again.

    Water follows the powder it is for, and is never opened again.
    """
    mix.scale_factor = factor
    mix.save(update_fields=["scale_factor"])
    for part in parts_of(mix):
        if part.settled_at is None or part.weighed_g is None or part.role == MixPart.WATER:
            continue
        tolerance = part.tolerance(scale_step_g)
        if weighing.judge(part.weighed_g, part.target_g, tolerance) == weighing.UNDER:
            part.settled_at = None
            part.save(update_fields=["settled_at"])


def _settle(mix: Mix) -> None:
    """Keeps what is in the mix, and whether any part is left to weigh."""
    refresh(mix)
    done = next_part(parts_of(mix)) is None
    if done != (mix.finished_at is not None):
        mix.finished_at = timezone.now() if done else None
        mix.save(update_fields=["finished_at"])
