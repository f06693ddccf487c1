"""What is to be weighed into a mix: the orders that calculators and leftovers give.

Names that stand on the studio's shelf become those materials; others stay names.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field, replace

from claycore.materials.batch import Batch
from claycore.materials.clay_in_hand import ClayState
from claycore.mixing.dose import Dose
from claycore.mixing.strength import StrengthChange
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


class Shelf:
    """The studio's materials by name, for sums in which they are only named; in the shelf's order.

    ``names`` are those that will be asked for; None fetches the whole shelf. One query.
    """

    def __init__(self, studio: Studio, names: Iterable[str] | None = None) -> None:
        self._studio = studio
        materials = Material.objects.of(studio).on_shelf()
        self.materials = list(materials if names is None else materials.named(names))
        self._by_name = {material.name.lower(): material for material in self.materials}

    def material(self, name: str) -> Material | None:
        """Whatever lies there under this name."""
        return self._by_name.get(name.lower())

    def clay(self, name: str) -> Material | None:
        """The clay of this name, if there is one."""
        material = self.material(name)
        return material if material and material.is_clay else None

    def colourant(self, name: str) -> Material | None:
        """The stain or oxide of this name, if there is one."""
        material = self.material(name)
        return material if material and material.is_colourant else None

    def mix(self, pk: int | None) -> Mix | None:
        """The studio's mix of this number, if there is one."""
        return Mix.objects.of(self._studio).filter(pk=pk).first() if pk else None


def body_of(clay: Material | None) -> Material | None:
    """The clay that a mix is of: of slip in a bucket the clay it was made from, where known."""
    return clay.made_from or clay if clay and clay.is_slip else clay


def order_of_dose(on_shelf: Shelf, dose: Dose, clay_name: str, sum_query: str) -> MixOrder:
    """A dose as the mix to be made of it."""
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
        body_of(clay),
        tuple(parts),
        sum_query,
    )


def order_of_batch(
    state: str,
    batch: Batch,
    parts: Sequence[PartOrder],
    clay_name: str = "",
    clay: Material | None = None,
) -> MixOrder:
    """Parts as one mix of what they come to."""
    return MixOrder(
        state,
        batch.clay_g + batch.water_g,
        batch.clay_g,
        batch.pcts,
        clay_name,
        clay,
        tuple(parts),
    )


def part_of_batch(batch: Batch, name: str = "", source: Mix | None = None) -> PartOrder:
    """Coloured clay that is there already, as it is weighed; clay alone where it is plain.

    ``source`` is the mix it is of, where it was kept as one.
    """
    coloured = any(pct > 0 for pct in batch.pcts.values())
    return PartOrder(
        MixPart.Role.MIX if coloured or source else MixPart.Role.CLAY,
        name or name_of(batch.pcts, ""),
        batch.mass_g,
        source=source,
        contains={} if source else batch.pcts,
        dry_share=batch.dry_g / batch.mass_g,
    )


def order_of_change(
    on_shelf: Shelf, change: StrengthChange, state: str, start: PartOrder, clay_name: str
) -> MixOrder:
    """A change of strength as a mix: ``start`` is the coloured clay it begins with."""
    clay = on_shelf.clay(clay_name)
    parts = [start]
    if change.add_clay_g > 0:
        parts.append(
            PartOrder(
                MixPart.Role.CLAY,
                clay_name or "clay",
                change.clay_as_it_is_g,
                material=clay,
                dry_share=change.add_clay_g / change.clay_as_it_is_g,
            )
        )
    parts += [
        PartOrder(
            MixPart.Role.COLOURANT,
            name,
            grams,
            pct=change.after.pct(name),
            material=on_shelf.colourant(name),
        )
        for name, grams in change.add_colourants_g.items()
        if grams > 0
    ]
    if change.water_to_add_g > 0:
        parts.append(PartOrder(MixPart.Role.WATER, "water", change.water_to_add_g))
    return order_of_batch(state, change.after, parts, clay_name, clay)


def order_of_slip(
    on_shelf: Shelf, dose: Dose, clay_name: str, before: PartOrder, add_dry_g: float, water_g: float
) -> MixOrder:
    """Slip that is thinned, thickened or slaked, and coloured. ``before`` is what there is of it.

    ``dose`` is of the slip it becomes; ``add_dry_g`` and ``water_g`` bring it there.
    """
    order = order_of_dose(on_shelf, dose, clay_name, "")
    clay = body_of(on_shelf.clay(clay_name))
    parts = [before, *order.parts[1:]]
    if add_dry_g > 0:
        bag = None if clay and clay.is_slip else clay
        name = bag.name if bag else clay_name or "clay"
        parts.insert(1, PartOrder(MixPart.Role.CLAY, name, add_dry_g, material=bag))
    if water_g > 0:
        parts.insert(1, PartOrder(MixPart.Role.WATER, "water", water_g))
    return replace(order, state=ClayState.SLIP, parts=tuple(parts))
