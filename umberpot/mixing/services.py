"""Making a mix of a dose, and weighing it out."""

import uuid
from dataclasses import dataclass, field

from django.contrib.auth.models import User
from django.db import transaction
from django.utils import timezone

from claycore.mixing.dose import Dose
from umberpot.mixing.composition import parts_of, refresh
from umberpot.mixing.models import Mix, MixPart, Plan, name_of
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio


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


def planned_mix(
    studio: Studio, order: MixOrder, request_key: uuid.UUID, by: User
) -> tuple[Mix, list[MixPart]]:
    """A mix and its parts in order as they are ordered, not saved yet."""
    mix = Mix(
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
    parts = [
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
    ]
    return mix, parts


@transaction.atomic
def create_mix(studio: Studio, order: MixOrder, request_key: uuid.UUID, by: User) -> Mix:
    """A mix with its parts in order. The same ``request_key`` makes it only once."""
    made = Mix.objects.of(studio).filter(request_key=request_key).first()
    if made:
        return made
    mix, parts = planned_mix(studio, order, request_key, by)
    mix.save()
    MixPart.objects.bulk_create(parts)
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


def order_of_dose(on_shelf: Shelf, dose: Dose, clay_name: str, sum_query: str) -> MixOrder:
    """A dose as the mix to be made of it.

    Names that stand on the studio's shelf become those materials; others stay names.
    """
    clay = on_shelf.clay(clay_name)
    parts = [
        PartOrder(
            MixPart.Role.CLAY,
            clay_name or "clay",
            dose.clay.mass_g,
            material=clay,
            dry_share=dose.clay.dry_fraction,
        )
    ]
    parts += [
        PartOrder(
            MixPart.Role.COLOURANT,
            a.name,
            a.mass_g,
            pct=a.pct_on_dry_clay,
            material=on_shelf.colourant(a.name),
        )
        for a in dose.additions
        if a.mass_g > 0
    ]
    if dose.water_to_add_g > 0:
        parts.append(PartOrder(MixPart.Role.WATER, "water", dose.water_to_add_g))
    wanted: dict[str, float] = {}
    for part in parts:
        if part.pct is not None:
            wanted[part.name] = wanted.get(part.name, 0.0) + part.pct
    return MixOrder(
        dose.clay.state,
        dose.clay.mass_g,
        dose.clay.dry_g,
        wanted,
        clay_name,
        clay,
        tuple(parts),
        sum_query,
    )


def make_mix(
    studio: Studio, dose: Dose, clay_name: str, sum_query: str, request_key: uuid.UUID, by: User
) -> Mix:
    """Keeps a dose as a mix to weigh. The same ``request_key`` makes it only once."""
    order = order_of_dose(Shelf(studio), dose, clay_name, sum_query)
    return create_mix(studio, order, request_key, by)


def make_again(mix: Mix, request_key: uuid.UUID, by: User) -> Mix:
    """The same mix once more, as it was planned. What was the rest of a pot is asked for anew."""
    parts = tuple(
        PartOrder(
            MixPart.Role.MIX if part.role == MixPart.Role.REST else part.role,
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
