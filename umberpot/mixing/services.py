"""Making a mix of a dose, and weighing it out."""

import uuid
from dataclasses import dataclass

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from claycore import bounds, weighing
from claycore.composition import percent_on_dry_clay
from claycore.dose import Dose
from claycore.figures import plain
from umberpot.mixing.forms import DoseForm
from umberpot.mixing.models import Mix, MixPart, Weighing, dry_clay_of
from umberpot.shelf import services as shelf
from umberpot.shelf.models import Material, StockMovement
from umberpot.studio.models import Studio


class StaleWeighing(Exception):
    """The step was settled or changed since the page that asked was shown."""


def name_of(dose: Dose, clay_name: str) -> str:
    """'10 % Quay Blue in White floor clay', as short as it can be said."""
    parts = [f"{plain(a.pct_on_dry_clay, 2)} % {a.name}" for a in dose.additions if a.mass_g > 0]
    name = f"{' + '.join(parts) or 'Plain'} in {clay_name or 'clay'}"
    return name if len(name) <= 120 else f"{name[:119]}…"


@transaction.atomic
def make_mix(studio: Studio, form: DoseForm, request_key: uuid.UUID, by: User) -> Mix:
    """Keeps a valid dose as a mix to weigh. The same ``request_key`` makes it only once.

    Names that stand on the studio's shelf become those materials; others stay names.
    """
    made = Mix.objects.of(studio).filter(request_key=request_key).first()
    if made:
        return made
    dose: Dose = form.cleaned_data["dose"]
    clay_name = form.cleaned_data["clay"]
    on_shelf = {m.name.lower(): m for m in Material.objects.of(studio).on_shelf()}
    mix = Mix.objects.create(
        studio=studio,
        name=name_of(dose, clay_name),
        state=dose.clay.state,
        clay_g=dose.clay.mass_g,
        dry_clay_g=dose.clay.dry_g,
        sum_query=form.query_string(),
        request_key=request_key,
        made_by=by,
    )
    wanted: list[tuple[str, str, float | None, float]] = [
        (MixPart.CLAY, clay_name or "clay", None, dose.clay.mass_g)
    ]
    wanted += [
        (MixPart.COLOURANT, a.name, a.pct_on_dry_clay, a.mass_g)
        for a in dose.additions
        if a.mass_g > 0
    ]
    if dose.water_to_add_g > 0:
        wanted.append((MixPart.WATER, "water", None, dose.water_to_add_g))
    MixPart.objects.bulk_create(
        MixPart(
            studio=studio,
            mix=mix,
            position=position,
            role=role,
            material=None if role == MixPart.WATER else _fitting(on_shelf.get(name.lower()), role),
            name=name,
            planned_pct=pct,
            planned_g=grams,
        )
        for position, (role, name, pct, grams) in enumerate(wanted)
    )
    return mix


def _fitting(material: Material | None, role: str) -> Material | None:
    """The shelf's material of a name, unless it is a clay where a colourant is meant."""
    if material is None or material.is_clay != (role == MixPart.CLAY):
        return None
    return material


def parts_of(mix: Mix) -> list[MixPart]:
    """The mix's parts with their weighings, in order, sharing this ``mix``."""
    parts = list(mix.parts.select_related("material").prefetch_related("weighings"))
    for part in parts:
        part.mix = mix
    return parts


def next_part(parts: list[MixPart]) -> MixPart | None:
    """The first part that still has something to weigh."""
    return next((part for part in parts if part.settled_at is None), None)


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


def rescue(parts: list[MixPart], part: MixPart, grams: float, scale_step_g: float) -> Rescue:
    """The ways out when ``grams`` for ``part`` is off its target."""
    total = (part.weighed_g or 0) + grams
    accept_pct = None
    if part.role == MixPart.COLOURANT:
        accept_pct = percent_on_dry_clay(total, dry_clay_of(parts))
    stand = [
        weighing.Weighed(p.planned_g, total if p == part else p.weighed_g)
        for p in parts
        if p.role != MixPart.WATER
    ]
    factor = None
    if part.role != MixPart.WATER:
        factor = weighing.scale_to_match(stand, parts.index(part))
    return Rescue(judge(part, grams, scale_step_g), accept_pct, factor)


def true_percentages(parts: list[MixPart]) -> dict[int, float]:
    """Each weighed colourant's true percentage on dry clay, by the part's key."""
    colourants = [p for p in parts if p.role == MixPart.COLOURANT and p.weighed_g]
    pcts = weighing.true_percentages(dry_clay_of(parts), [p.weighed_g or 0 for p in colourants])
    return {part.pk: pct for part, pct in zip(colourants, pcts, strict=True)}


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
        shelf.move(part.material, -grams, StockMovement.WEIGHED, by)
    part.settled_at = timezone.now()
    part.save(update_fields=["settled_at"])
    if factor is not None:
        _scale_plan(mix, factor, scale_step_g)
    _note_whether_done(mix)


@transaction.atomic
def leave_out(part: MixPart) -> None:
    """Goes on without the water, which many add by feel while wedging."""
    part.settled_at = timezone.now()
    part.save(update_fields=["settled_at"])
    _note_whether_done(part.mix)


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
        shelf.move(old.part.material, old.grams - grams, StockMovement.CORRECTED, by)
    _note_whether_done(old.part.mix)


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


def _note_whether_done(mix: Mix) -> None:
    """A mix is done when no part is left to weigh."""
    done = next_part(parts_of(mix)) is None
    if done != (mix.finished_at is not None):
        mix.finished_at = timezone.now() if done else None
        mix.save(update_fields=["finished_at"])
