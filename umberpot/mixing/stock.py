"""What the shelf has now of what a sum takes, and what will be left of it."""

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from umberpot.mixing.models import Mix, MixPart
from umberpot.mixing.orders import Shelf
from umberpot.shelf.models import Material
from umberpot.shelf.services import counted_stock_of
from umberpot.studio.models import Studio

NOTHING_G = 1e-6


@dataclass(frozen=True)
class StockLine:
    """One material: grams as it lies. ``on_hand_g`` is None where it was never counted."""

    material: Material
    takes_g: float
    on_hand_g: float | None

    @property
    def after_g(self) -> float | None:
        """What is left when that is taken; below nothing where it is short."""
        return None if self.on_hand_g is None else self.on_hand_g - self.takes_g

    @property
    def missing_g(self) -> float:
        """What lacks; 0 where there is enough, or nobody knows."""
        return max(0.0, -self.after_g) if self.is_short and self.after_g else 0.0

    @property
    def is_short(self) -> bool:
        return self.after_g is not None and self.after_g < -NOTHING_G


@dataclass(frozen=True)
class Stock:
    """What a sum takes off the shelf, material by material."""

    lines: tuple[StockLine, ...]

    @property
    def short(self) -> list[StockLine]:
        return [line for line in self.lines if line.is_short]

    @property
    def enough_for_pct(self) -> float | None:
        """The part of it all that can be made of what is there; None where all of it can."""
        shares = [max(0.0, line.on_hand_g or 0.0) / line.takes_g for line in self.short]
        return 100 * min(shares) if shares else None


def stock_for(studio: Studio, needs_g: Mapping[str, float]) -> Stock:
    """For so many dry grams of each name; names that are not on the shelf have no line."""
    return stock_on(Shelf(studio, needs_g), needs_g)


def stock_on(on_shelf: Shelf, needs_g: Mapping[str, float]) -> Stock:
    """The same, on a shelf that was looked at."""
    takes = {
        material: grams / material.dry_share
        for name, grams in needs_g.items()
        if (material := on_shelf.clay(name) or on_shelf.colourant(name))
    }
    return _stock(takes)


def stock_for_mixes(mixes: Sequence[Mix]) -> Stock:
    """For all that is still to be weighed into these. Three queries."""
    takes: dict[Material, float] = defaultdict(float)
    parts = MixPart.objects.filter(
        mix__in=[m.pk for m in mixes], settled_at=None, material__isnull=False
    ).select_related("material", "mix")
    for part in parts.prefetch_related("weighings"):
        if part.material:
            takes[part.material] += max(0.0, part.on_shelf_g(part.to_go_g))
    return _stock(takes)


def stock_for_part(part: MixPart, grams: float) -> StockLine | None:
    """For so many grams of one part, as they are weighed; None for what is not on the shelf."""
    if part.material is None:
        return None
    [line] = _stock({part.material: part.on_shelf_g(grams)}).lines
    return line


def _stock(takes_g: Mapping[Material, float]) -> Stock:
    on_hand = counted_stock_of(list(takes_g))
    return Stock(
        tuple(
            StockLine(material, grams, on_hand[material.pk])
            for material, grams in takes_g.items()
            if grams > NOTHING_G
        )
    )
