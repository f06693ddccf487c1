"""What is bought to be fused onto clay: glazes, underglazes and vitreous slips, and their cones.

Another kind is one entry of FUSED: the shelf, its files and what is said of a cone follow. Source:
common practice, from memory; what the maker states decides.
"""

from dataclasses import dataclass
from enum import StrEnum

from claycore.firing.cones import order


class FusedKind(StrEnum):
    """The kinds of coatings that melt or sinter onto clay."""

    GLAZE = "glaze"
    UNDERGLAZE = "underglaze"
    VITREOUS = "vitreous"


class GlazeLook(StrEnum):
    """What one sees through a glaze, or of it."""

    CLEAR = "clear"
    WHITE = "white"
    COLOURED = "coloured"


class Sheen(StrEnum):
    """How light lies on a fused surface."""

    MATT = "matt"
    SATIN = "satin"
    GLOSSY = "glossy"


class Zinc(StrEnum):
    """Whether a glaze contains zinc, as its maker says."""

    YES = "yes"
    NO = "no"


@dataclass(frozen=True)
class FusedEntry:
    """One kind: its code, what it is called, and what happens to it above and below its cones."""

    code: FusedKind
    title: str
    hotter: str
    cooler: str


FUSED = {
    entry.code: entry
    for entry in (
        FusedEntry(
            FusedKind.GLAZE,
            "Glaze",
            "it may run onto the shelf, boil or lose its colour",
            "it may not melt, and stays dull and rough",
        ),
        FusedEntry(
            FusedKind.UNDERGLAZE,
            "Underglaze",
            "its colour may fade, and it may melt",
            "it may stay chalky and rub off where no glaze covers it",
        ),
        FusedEntry(
            FusedKind.VITREOUS,
            "Vitreous slip",
            "it may melt and run",
            "it may not fuse, and flakes off",
        ),
    )
}


@dataclass(frozen=True)
class ConeRange:
    """The cones something is made for; '' where its maker names none."""

    low: str = ""
    high: str = ""

    @property
    def words(self) -> str:
        """'cones 5 to 7', 'up to cone 7', 'cone 5 and hotter', 'cone 6'; '' of none."""
        if self.low and self.high:
            return (
                f"cone {self.low}" if self.low == self.high else f"cones {self.low} to {self.high}"
            )
        if self.high:
            return f"up to cone {self.high}"
        return f"cone {self.low} and hotter" if self.low else ""

    def summary(self, kind: FusedKind, name: str, cone: str) -> str:
        """What to know before it is fired to ``cone``; '' within its range, or where none is known.

        Raises UnknownChoice for a cone that does not exist. Source: common practice, from memory.
        """
        hotter = bool(cone and self.high) and order(cone) > order(self.high)
        cooler = bool(cone and self.low) and order(cone) < order(self.low)
        if not (hotter or cooler):
            return ""
        entry = FUSED[kind]
        happens = entry.hotter if hotter else entry.cooler
        return f"{name} is made for {self.words}. At cone {cone} {happens}."
