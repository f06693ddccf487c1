"""What is in a mix: calculated from its parts, and again for everything that derives from it."""

from collections.abc import Sequence

from django.utils import timezone

from claycore.materials.batch import Batch, coloured, join
from claycore.materials.clay_in_hand import ClayInHand, ClayState
from claycore.materials.composition import Addition
from claycore.measure.errors import ClayError
from claycore.mixing import strength
from umberpot.mixing.models import Mix, MixPart, name_of
from umberpot.mixing.signals import mix_weighed

SAME_WITHIN_G = 1e-9
LONGEST_MATERIAL_NAME = 60


def parts_of(mix: Mix) -> list[MixPart]:
    """The mix's parts with their weighings and sources, in order, sharing this ``mix``."""
    parts = list(mix.parts.select_related("material", "source").prefetch_related("weighings"))
    for part in parts:
        part.mix = mix
    return parts


def batch_of(parts: Sequence[MixPart]) -> Batch:
    """What is in the mix: as weighed, or as wanted while it is not."""
    return join(_contents(part) for part in parts)


def _contents(part: MixPart) -> Batch:
    source = part.source.batch if part.source else None
    return contents_of(part, part.in_it_g, part.mix.state, source)


def contents_of(part: MixPart, grams: float, state: str, source: Batch | None) -> Batch:
    """What so many grams of a part are made of, in a mix of this state.

    ``source`` is all that is in the mix it is of. The part may be one that is not saved yet.
    """
    dry_g = grams * part.dry_share
    if part.role == MixPart.Role.WATER:
        return Batch(0.0, water_g=grams)
    if part.role == MixPart.Role.COLOURANT:
        return Batch(0.0, {part.name: grams})
    if part.role == MixPart.Role.CLAY:
        return Batch(dry_g, water_g=grams - dry_g)
    if source is None:
        contains = [Addition(name, pct) for name, pct in part.contains.items()]
        return coloured(ClayInHand(ClayState(state), dry_g, grams - dry_g), contains)
    if part.role == MixPart.Role.REST:
        return source.scaled(grams / source.mass_g)
    of_source = source.of_dry_mass(dry_g)
    return Batch(of_source.clay_g, of_source.colourants_g, grams - dry_g)


def refresh(mix: Mix) -> None:
    """Keeps on the mix what is in it, and recalculates all that derives from it."""
    parts = parts_of(mix)
    before = mix.batch if mix.made_of else None
    for part in work_out(mix, parts):
        part.save(update_fields=["recalculated_g"])
    is_weighed = all(part.settled_at for part in parts)
    if is_weighed:
        _rename(mix)
    mix.save(update_fields=["made_of", "name"])
    if is_weighed:
        mix_weighed.send(Mix, mix=mix)
    if before and _differ(before, mix.batch):
        _follow(mix)


def work_out(mix: Mix, parts: Sequence[MixPart]) -> list[MixPart]:
    """Works out what is in a mix, and what its parts have to bring to it now.

    Nothing is saved, so that it serves mixes that are only ordered as well. Gives the parts that
    have another figure than before.
    """
    before = [part.recalculated_g for part in parts]
    if mix.finished_at is None and any(part.role in MixPart.COLOURED for part in parts):
        _recalculate(mix, parts)
    made = batch_of(parts)
    mix.made_of = {
        "clay_g": made.clay_g,
        "colourants_g": dict(made.colourants_g),
        "water_g": made.water_g,
    }
    return [part for part, was in zip(parts, before, strict=True) if part.recalculated_g != was]


def _rename(mix: Mix) -> None:
    """A mix that is weighed out, and what is left of it, are called by what is in them."""
    mix.name = name_of(mix.said_pcts, mix.clay_name)
    if mix.leftover and mix.leftover.is_coloured:
        mix.leftover.name = leftover_name(mix, mix.leftover.supplier_code)
        mix.leftover.save(update_fields=["name"])


def leftover_name(mix: Mix, code: str) -> str:
    """What is left of a mix, by its code and by what is in it."""
    name = f"{code}: {name_of(mix.said_pcts, mix.clay_name)}"
    short = len(name) <= LONGEST_MATERIAL_NAME
    return name if short else f"{name[: LONGEST_MATERIAL_NAME - 1]}…"


def _differ(one: Batch, other: Batch) -> bool:
    if one.colourants_g.keys() != other.colourants_g.keys():
        return True
    pairs = [(one.clay_g, other.clay_g), (one.water_g, other.water_g)]
    pairs += [(grams, other.colourants_g[name]) for name, grams in one.colourants_g.items()]
    return any(abs(a - b) > SAME_WITHIN_G for a, b in pairs)


def _follow(mix: Mix) -> None:
    """Every mix made of this one is recalculated; one that is finished says so."""
    for child in Mix.objects.filter(parts__source=mix).distinct():
        was = child.batch
        refresh(child)
        if child.finished_at and _differ(was, child.batch):
            child.recalculated_at = timezone.now()
            child.save(update_fields=["recalculated_at"])


def _recalculate(mix: Mix, parts: Sequence[MixPart]) -> None:
    """What is still to go into a mix of coloured clay, from what is really in it by now.

    A mix of coloured clay is planned before that clay is made. What was really poured or weighed
    into it is known later, and then the plan's powder and clay no longer give the percentages
    wanted. First the rest poured from another mix is set to what that mix really has left; then,
    with everything settled as the start, the core says what brings the mix to what was wanted, and
    that goes to the parts not yet weighed.

    Where the coloured clay is stronger than it was to become and no clay was planned, nothing more
    can be asked of the parts; the mix then says its true percentages.
    """
    for part in parts:
        if part.role == MixPart.Role.REST and part.source:
            left_g = part.source.batch.mass_g - (part.source.poured_g or 0.0)
            # A pot that held less than was poured of it is a wrong figure: the plan's rest stays.
            part.recalculated_g = left_g if left_g > 0 else None
    adds = [p for p in parts if p.role not in MixPart.COLOURED]
    to_come = [p for p in adds if p.settled_at is None]
    before = batch_of([p for p in parts if p not in to_come])
    wanted = [Addition(name, pct) for name, pct in mix.wanted_pcts.items()]
    try:
        change = strength.change(before, wanted, ClayState(mix.state))
    except ClayError:
        return
    for part in to_come:
        if part.role == MixPart.Role.CLAY:
            part.recalculated_g = change.add_clay_g / part.dry_share
        elif part.role == MixPart.Role.COLOURANT:
            part.recalculated_g = change.add_colourants_g.get(part.name, part.planned_g)
        else:
            part.recalculated_g = change.water_to_add_g
