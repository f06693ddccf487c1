"""Coloured clay as its parts: dry clay, each colourant, water.

Masses only; percentages are on dry clay. Source: common practice, and arithmetic.
"""

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from types import MappingProxyType

from claycore.materials.clay_in_hand import ClayInHand
from claycore.materials.composition import Addition

NOTHING: Mapping[str, float] = MappingProxyType({})


@dataclass(frozen=True)
class Batch:
    """Grams of dry clay, of each colourant by its name, and of water."""

    clay_g: float
    colourants_g: Mapping[str, float] = field(default_factory=lambda: NOTHING)
    water_g: float = 0.0

    @property
    def powder_g(self) -> float:
        """All colourants together."""
        return math.fsum(self.colourants_g.values())

    @property
    def dry_g(self) -> float:
        """Clay and colourants, without the water."""
        return self.clay_g + self.powder_g

    @property
    def mass_g(self) -> float:
        """What it weighs as it is."""
        return self.dry_g + self.water_g

    def pct(self, name: str) -> float:
        """Percent of a colourant on dry clay; 0 for one that is not in it."""
        return 100 * self.colourants_g.get(name, 0.0) / self.clay_g

    @property
    def pcts(self) -> dict[str, float]:
        """Percent of every colourant on dry clay."""
        return {name: self.pct(name) for name in self.colourants_g}

    def scaled(self, factor: float) -> "Batch":
        """The same mix, ``factor`` times as much of it."""
        return Batch(
            self.clay_g * factor,
            {name: grams * factor for name, grams in self.colourants_g.items()},
            self.water_g * factor,
        )

    def of_dry_mass(self, dry_g: float) -> "Batch":
        """As much of it as holds ``dry_g`` of clay and colourants together."""
        return self.scaled(dry_g / self.dry_g)


def coloured(mix: ClayInHand, contains: Sequence[Addition]) -> Batch:
    """What is in an amount of a mix: ``c = m · 100 / (100 + Σp)``, each colourant ``c · p / 100``.

    ``mix.dry_g`` is the dry mass of the whole mix, colourants included. Grams and percent.
    Source: arithmetic, on dry clay.
    """
    clay_g = mix.dry_g * 100 / (100 + math.fsum(addition.pct for addition in contains))
    grams: dict[str, float] = {}
    for addition in contains:
        grams[addition.name] = grams.get(addition.name, 0.0) + clay_g * addition.pct / 100
    return Batch(clay_g, grams, mix.water_g)


def join(batches: Iterable[Batch]) -> Batch:
    """Several batches wedged into one; colourants of one name run together.

    Grams. Source: arithmetic: masses add up.
    """
    clay_g = water_g = 0.0
    grams: dict[str, float] = {}
    for batch in batches:
        clay_g += batch.clay_g
        water_g += batch.water_g
        for name, mass in batch.colourants_g.items():
            grams[name] = grams.get(name, 0.0) + mass
    return Batch(clay_g, grams, water_g)
