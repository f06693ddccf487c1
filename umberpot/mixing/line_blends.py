"""A line of blends: a clay with more and more of another, each to be weighed out."""

import uuid
from dataclasses import dataclass

from django.contrib.auth.models import User

from claycore.materials.clay_in_hand import ClayState
from claycore.measure.formatting import plain
from umberpot.mixing.models import Mix, MixPart
from umberpot.mixing.orders import MixOrder, PartOrder
from umberpot.mixing.services import create_mix
from umberpot.shelf.models import BlendPart, Material
from umberpot.studio.whole_change import whole_change

LONGEST_NAME = 60


@dataclass(frozen=True)
class LineOrder:
    """Blends of ``clay`` with each of ``added_pcts`` of ``other``, percent of the dry blend."""

    clay: Material
    other: Material
    added_pcts: tuple[float, ...]
    dry_g: float
    request_key: uuid.UUID


@whole_change()
def make_line(order: LineOrder, by: User) -> list[tuple[Material, Mix]]:
    """The blends as clays of the shelf, and a mix to weigh out for each.

    The same ``request_key`` makes them only once; a blend that is on the shelf already stays one.
    """
    made = []
    for added_pct in order.added_pcts:
        blend = _blend(order, added_pct)
        made.append((blend, _mix_of(order, blend, added_pct, by)))
    return made


def blend_name(clay: Material, other: Material, added_pct: float) -> str:
    """'Canal bank 80, Ball clay 20', cut in the clays' names where it is too long."""
    kept, added = plain(100 - added_pct, 1), plain(added_pct, 1)
    room = (LONGEST_NAME - len(f" {kept},  {added}")) // 2
    return f"{_cut(clay.name, room)} {kept}, {_cut(other.name, room)} {added}"


def _cut(name: str, room: int) -> str:
    return name if len(name) <= room else f"{name[: room - 1].strip()}…"


def _blend(order: LineOrder, added_pct: float) -> Material:
    name = blend_name(order.clay, order.other, added_pct)
    studio = order.clay.studio
    there = (
        Material.objects.of(studio).on_shelf().filter(kind=Material.Kind.BLEND, name=name).first()
    )
    if there:
        return there
    blend = Material.objects.create(
        studio=studio, kind=Material.Kind.BLEND, name=name, state=ClayState.DRY
    )
    shares = ((order.clay, 100 - added_pct), (order.other, added_pct))
    BlendPart.objects.bulk_create(
        BlendPart(studio=studio, blend=blend, clay=clay, share_pct=share) for clay, share in shares
    )
    return blend


def _state_of(order: LineOrder) -> ClayState:
    """The wetter of the two clays makes the blend what it is on the bench."""
    states = {order.clay.state, order.other.state}
    wettest_first = (ClayState.SLIP, ClayState.PLASTIC, ClayState.DRY)
    return next(state for state in wettest_first if state in states)


def _mix_of(order: LineOrder, blend: Material, added_pct: float, by: User) -> Mix:
    shares = ((order.clay, 100 - added_pct), (order.other, added_pct))
    parts = tuple(
        PartOrder(
            MixPart.Role.CLAY,
            clay.name,
            order.dry_g * share / 100 / clay.dry_share,
            material=clay,
            dry_share=clay.dry_share,
        )
        for clay, share in shares
    )
    mix_order = MixOrder(
        state=_state_of(order),
        clay_g=sum(part.grams for part in parts),
        dry_clay_g=order.dry_g,
        wanted_pcts={},
        clay_name=blend.name,
        clay=blend,
        parts=parts,
    )
    key = uuid.uuid5(order.request_key, f"blend of {added_pct}")
    return create_mix(order.clay.studio, mix_order, key, by)
