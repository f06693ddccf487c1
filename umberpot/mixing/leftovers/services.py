"""What is left of a mix: put on the shelf, used again, joined, pooled in a reclaim bucket."""

import uuid
from collections.abc import Sequence
from dataclasses import dataclass, replace

from django.contrib.auth.models import User

from claycore.materials import slip
from claycore.materials.batch import Batch, coloured, join
from claycore.materials.clay_in_hand import ClayInHand, ClayState
from claycore.materials.composition import Addition
from claycore.materials.names import in_a_sentence
from claycore.measure.errors import ClayError, Inconsistent
from claycore.measure.formatting import plain
from claycore.mixing import strength
from claycore.mixing.strength import StrengthChange
from claycore.safety.metals import METALS
from umberpot.mixing.composition import LONGEST_MATERIAL_NAME, leftover_name
from umberpot.mixing.models import Mix, MixPart
from umberpot.mixing.orders import PartOrder, Shelf, order_of_batch, order_of_change
from umberpot.mixing.services import create_mix
from umberpot.shelf import services as shelf
from umberpot.shelf.models import Material, Pooled, StockMovement
from umberpot.studio.models import Studio
from umberpot.studio.services import next_codes
from umberpot.studio.whole_change import whole_change


@whole_change()
def keep_leftover(
    mix: Mix, grams: float, state: str, water_pct: float | None, by: User
) -> Material:
    """What is left of a mix stands on the shelf with a code of its own; a second time, it counts.

    ``grams`` as it lies, ``water_pct`` on the wet basis for what is not dry.
    """
    mix = Mix.objects.of(mix.studio).select_related("leftover").get(pk=mix.pk)
    if mix.leftover:
        mix.leftover.state, mix.leftover.water_pct = state, water_pct
        mix.leftover.hazards = list(mix.metals)
        if mix.leftover.is_slip and water_pct:
            mix.leftover.specific_gravity = round(slip.specific_gravity(100 - water_pct), 4)
        mix.leftover.save(update_fields=["state", "water_pct", "specific_gravity", "hazards"])
        shelf.count_stock(mix.leftover, grams, by)
        return mix.leftover
    (code,) = next_codes(mix.studio, 1)
    mix.leftover = Material(
        studio=mix.studio,
        kind=Material.Kind.LEFTOVER,
        name=leftover_name(mix, code),
        supplier_code=code,
        state=state,
        water_pct=water_pct,
        hazards=list(mix.metals),
    )
    if state == ClayState.SLIP and water_pct and not mix.said_pcts:
        _as_bucket(mix.leftover, mix, code)
    mix.leftover.save()
    mix.save(update_fields=["leftover"])
    shelf.move(mix.leftover, grams, StockMovement.Reason.LEFT, by)
    return mix.leftover


def note_metals(studio: Studio) -> None:
    """Leftovers that were kept before they knew their metals are told; for archives of before."""
    for mix in Mix.objects.of(studio).exclude(leftover=None).select_related("leftover"):
        left = mix.leftover
        if left is None:
            continue
        held = {*left.hazards, *mix.metals}
        if held != set(left.hazards):
            left.hazards = [code for code in METALS if code in held]
            left.save(update_fields=["hazards"])


def _as_bucket(kept: Material, mix: Mix, code: str) -> None:
    """Plain slip is a material of its own, used like any other that was bought as slip."""
    kept.kind = Material.Kind.SLIP
    kept.name = f"{mix.clay_name} slip, {code}"[:LONGEST_MATERIAL_NAME]
    kept.specific_gravity = round(slip.specific_gravity(100 - (kept.water_pct or 0.0)), 4)
    kept.made_from = mix.clay


MOST_PAIRS = 8
"""Leftovers that are tried together with one: each is looked up by itself."""


@dataclass(frozen=True)
class ColouredClayOnHand:
    """Coloured clay on the shelf, and what is in all there is of it. None: nobody knows."""

    material: Material
    mix: Mix | None
    batch: Batch | None
    on_hand_g: float

    @property
    def clay_name(self) -> str:
        return self.mix.clay_name if self.mix else "mixed clays"


def on_shelf(material: Material) -> ColouredClayOnHand:
    """A leftover or a reclaim bucket with its contents, as it lies."""
    on_hand_g = max(0.0, shelf.grams_on_hand(material))
    dry_g = on_hand_g * material.dry_share
    mix = Mix.objects.of(material.studio).filter(leftover=material).first()
    whole = mix.batch if mix else pooled_batch(material)
    if whole is None or dry_g <= 0:
        return ColouredClayOnHand(material, mix, whole, on_hand_g)
    part = whole.of_dry_mass(dry_g)
    wet = Batch(part.clay_g, part.colourants_g, on_hand_g - dry_g)
    return ColouredClayOnHand(material, mix, wet, on_hand_g)


def pooled_batch(bucket: Material) -> Batch | None:
    """What a reclaim bucket holds by what went in; None when something unknown did, or nothing."""
    entries = list(bucket.pooled.all())
    if not entries or any(entry.contains is None for entry in entries):
        return None
    return join(
        coloured(
            ClayInHand(ClayState.DRY, entry.dry_g, 0.0),
            [Addition(name, pct) for name, pct in (entry.contains or {}).items()],
        )
        for entry in entries
    )


def strongest_of(batch: Batch) -> str:
    """The colourant there is most of; '' in plain clay."""
    return max(batch.colourants_g, key=lambda name: batch.colourants_g[name], default="")


def planned_change(
    found: ColouredClayOnHand, use_g: float, target_pct: float | None, total_g: float | None
) -> StrengthChange:
    """Bringing some of it to a percentage of its strongest colourant, or stretching it to a total.

    ``use_g`` and ``total_g`` as it lies. Raises ClayError naming ``use_g``, ``target_pct`` or
    ``total_g``.
    """
    if found.batch is None:
        raise Inconsistent("use_g", use_g, "Its contents are unknown. Fire a test tile first.")
    if use_g > found.on_hand_g * (1 + 1e-9):
        raise Inconsistent(
            "use_g", use_g, f"There are only {found.on_hand_g:g} g. Enter no more than that."
        )
    before = found.batch.scaled(use_g / found.on_hand_g)
    state = ClayState(found.material.state)
    if total_g is not None:
        dry_total_g = total_g * found.material.dry_share
        after = strength.stretch_to(before, dry_total_g, "total_g")
        return strength.change(before, [Addition(n, p) for n, p in after.pcts.items()], state)
    if not before.colourants_g:
        raise Inconsistent("target_pct", target_pct, "It contains no colourant.")
    strongest = strongest_of(before)
    return strength.change(before, [Addition(strongest, target_pct or 0.0)], state)


@whole_change()
def make_change(
    studio: Studio,
    found: ColouredClayOnHand,
    change: StrengthChange,
    request_key: uuid.UUID,
    by: User,
) -> Mix:
    """The change as a mix to weigh, made of the coloured clay on the shelf."""
    start = _part_of(found, change.before.mass_g)
    order = order_of_change(Shelf(studio), change, found.material.state, start, found.clay_name)
    return create_mix(studio, replace(order, clay=_clay_of(found)), request_key, by)


@whole_change()
def join_two(
    studio: Studio,
    one: ColouredClayOnHand,
    other: ColouredClayOnHand,
    request_key: uuid.UUID,
    by: User,
) -> Mix:
    """All of two leftovers wedged into one. Raises Inconsistent where that cannot be."""
    both = _joined(one, other)
    parts = (_part_of(one, one.on_hand_g), _part_of(other, other.on_hand_g))
    order = order_of_batch(one.material.state, both, parts, one.clay_name, _clay_of(one))
    return create_mix(studio, order, request_key, by)


def _joined(one: ColouredClayOnHand, other: ColouredClayOnHand) -> Batch:
    """All of both. Raises Inconsistent where that cannot be."""
    if one.batch is None or other.batch is None:
        raise Inconsistent(
            "other", None, "The contents of one of them are unknown, so they cannot be combined."
        )
    if one.on_hand_g <= 0 or other.on_hand_g <= 0:
        raise Inconsistent("other", None, "One of them is used up.")
    if one.material.pk == other.material.pk:
        raise Inconsistent("other", None, "Choose a different leftover.")
    return join([one.batch, other.batch])


def _part_of(found: ColouredClayOnHand, grams: float) -> PartOrder:
    return PartOrder(
        MixPart.Role.MIX,
        found.material.name,
        grams,
        material=found.material,
        source=found.mix,
        contains={} if found.mix or found.batch is None else found.batch.pcts,
        dry_share=found.material.dry_share,
    )


def _clay_of(found: ColouredClayOnHand) -> Material | None:
    return found.mix.clay if found.mix else None


@dataclass(frozen=True)
class CombinablePair:
    """A leftover that another may be combined with, and what the two come to; or why not."""

    other: ColouredClayOnHand
    both: Batch | None
    clay_name: str
    problem: str = ""

    @property
    def words(self) -> str:
        """The strengths of the two together."""
        pcts = self.both.pcts if self.both else {}
        return ", ".join(f"{plain(pct)} % {in_a_sentence(name)}" for name, pct in pcts.items())


def pairs(one: ColouredClayOnHand, others: Sequence[Material]) -> list[CombinablePair]:
    """What all of a leftover and each of the others would come to; of the first few, the others
    are only named. Nothing is made of them."""
    named = [
        CombinablePair(ColouredClayOnHand(material, None, None, 0.0), None, "")
        for material in others[MOST_PAIRS:]
    ]
    return [_pair(one, on_shelf(material)) for material in others[:MOST_PAIRS]] + named


def _pair(one: ColouredClayOnHand, other: ColouredClayOnHand) -> CombinablePair:
    clay_name = one.clay_name if one.clay_name == other.clay_name else ""
    try:
        return CombinablePair(other, _joined(one, other), clay_name)
    except Inconsistent as error:
        return CombinablePair(other, None, clay_name, str(error))


@whole_change()
def pool(
    found: ColouredClayOnHand, bucket: Material | None, request_key: uuid.UUID, by: User
) -> Material:
    """All of a leftover goes into a reclaim bucket; ``None`` starts a new one.

    The same ``request_key`` does it only once. Raises ClayError when there is nothing of it.
    """
    done = Pooled.objects.of(found.material.studio).filter(request_key=request_key).first()
    if done:
        return done.bucket
    if found.on_hand_g <= 0:
        raise ClayError("bucket", 0, "There is none left.")
    studio = found.material.studio
    bucket = bucket or new_bucket(studio)
    dry_g = found.on_hand_g * found.material.dry_share
    Pooled.objects.create(
        studio=studio,
        bucket=bucket,
        name=found.material.name,
        dry_g=dry_g,
        contains=found.batch.pcts if found.batch else None,
        request_key=request_key,
        made_by=by,
    )
    held = {*bucket.metals, *found.material.metals}
    bucket.hazards = [code for code in METALS if code in held]
    bucket.save(update_fields=["hazards"])
    shelf.move(found.material, -found.on_hand_g, StockMovement.Reason.POOLED, by)
    shelf.move(bucket, dry_g / bucket.dry_share, StockMovement.Reason.POOLED, by)
    return bucket


@whole_change()
def pool_scraps(bucket: Material, grams: float, request_key: uuid.UUID, by: User) -> None:
    """Scraps of unknown make go into a bucket; from then on nobody knows what is in it.

    The same ``request_key`` does it only once.
    """
    if Pooled.objects.of(bucket.studio).filter(request_key=request_key).exists():
        return
    Pooled.objects.create(
        studio=bucket.studio,
        bucket=bucket,
        name="scraps",
        dry_g=grams * bucket.dry_share,
        contains=None,
        request_key=request_key,
        made_by=by,
    )
    shelf.move(bucket, grams, StockMovement.Reason.POOLED, by)


def new_bucket(studio: Studio) -> Material:
    """An empty reclaim bucket with a code of its own."""
    (code,) = next_codes(studio, 1)
    return Material.objects.create(
        studio=studio, kind=Material.Kind.RECLAIM, name=f"{code}: reclaim", supplier_code=code
    )
