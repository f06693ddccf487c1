"""The figures a clay is judged by: what each ware may absorb, by school, and a studio's own.

The limits of absorption differ by school; both sets are common practice.
"""

from dataclasses import dataclass
from enum import StrEnum

from claycore.judging.firing_range import USUAL_BENDING, Bending
from claycore.measure.errors import UnknownChoice
from claycore.measure.formatting import plain
from claycore.testing.field_notes import ENOUGH_SMOOTH_PCT


class School(StrEnum):
    """Whose limits are judged by."""

    STRICT = "strict"
    LOOSE = "loose"


SCHOOLS: dict[str, str] = {
    School.STRICT: "Strict: for ware that is sold",
    School.LOOSE: "Loose: commonly quoted ranges",
}

SCHOOL_WORDS: dict[str, str] = {
    School.STRICT: "strict limits, for ware that is sold",
    School.LOOSE: "loose limits, as commonly quoted",
}
"""The same within a sentence."""

OWN = "the studio's own limit"

WARES = {
    "porcelain": "porcelain",
    "stoneware": "stoneware",
    "earthenware": "earthenware",
    "tableware": "any tableware",
}

USUAL_WARE = "stoneware"
"""What ware is taken to be where nobody says: what most studios make. Common practice."""


@dataclass(frozen=True)
class Limit:
    """The absorption a ware may have: at most ``high_pct``; ``low_pct`` where a range is told.

    ``is_own`` says that it is a studio's own figure in place of the school's.
    """

    ware: str
    school: str
    high_pct: float
    low_pct: float | None = None
    is_own: bool = False

    @property
    def words(self) -> str:
        """What is asked of ware by it: its upper end, or the range that it describes."""
        return f"at most {plain(self.high_pct)} %" if self.approves else self.text

    @property
    def approves(self) -> bool:
        """Whether ware within it is dense enough. A range quoted for ware as found describes it."""
        return self.school == School.STRICT

    @property
    def credit(self) -> str:
        """Whose limit it is."""
        return OWN if self.is_own else SCHOOL_WORDS[self.school]

    @property
    def text(self) -> str:
        if self.low_pct is None:
            return f"at most {plain(self.high_pct)} %"
        return f"{plain(self.low_pct)}–{plain(self.high_pct)} %"


ABSORPTION_LIMITS = {
    (limit.ware, limit.school): limit
    for limit in (
        Limit("porcelain", School.STRICT, 0.5),
        Limit("stoneware", School.STRICT, 1.5),
        Limit("earthenware", School.STRICT, 5, 3),
        Limit("tableware", School.STRICT, 2),
        Limit("porcelain", School.LOOSE, 3, 0.5),
        Limit("stoneware", School.LOOSE, 6, 2),
        Limit("earthenware", School.LOOSE, 14, 5),
        Limit("tableware", School.LOOSE, 6, 5),
    )
}


def limit(ware: str, school: str) -> Limit:
    """The limit for a ware under a school. Raises UnknownChoice naming ``ware`` or ``school``.

    In percent of the dry mass. Source: both schools are common practice.
    """
    if ware not in WARES:
        raise UnknownChoice("ware", ware, f"The ware must be one of {', '.join(WARES)}.")
    if school not in SCHOOLS:
        raise UnknownChoice("school", school, f"The school must be one of {', '.join(SCHOOLS)}.")
    return ABSORPTION_LIMITS[ware, school]


@dataclass(frozen=True)
class Limits:
    """The figures a studio judges by; the defaults are common practice.

    ``absorption`` is the limit that was asked for, ``dense`` the one from which on a body is dense
    enough for its ware: the strict one, whatever was asked. ``saturation_most`` is what ASTM C62
    asks of brick that stands severe weathering, and ``brick_boil_most_pct`` what such a brick may
    take up in a boil, both from memory. The last three are those of the bend bar. ``own`` names the
    figures that are the studio's own.
    """

    absorption: Limit
    dense: Limit
    drying_least_pct: float = 4.0
    drying_most_pct: float = 7.0
    total_most_pct: float = 15.0
    smooth_least_pct: float = ENOUGH_SMOOTH_PCT
    as_dug_least_pct: float = 70.0
    saturation_most: float = 0.78
    brick_boil_most_pct: float = 17.0
    index_stands: float = USUAL_BENDING.stands
    index_slumps: float = USUAL_BENDING.slumps
    sag_most_pct: float = USUAL_BENDING.sag_most_pct
    own: frozenset[str] = frozenset()

    @property
    def bending(self) -> Bending:
        """What the bend bar is held against."""
        return Bending(self.index_stands, self.index_slumps, self.sag_most_pct)

    def credit(self, name: str, usual: str = "common practice") -> str:
        """Whose figure it is, by its name here."""
        return OWN if name in self.own else usual


def usual_limits(ware: str, school: str) -> Limits:
    """The limits for a ware under a school, with no figure of a studio's own. Raises UnknownChoice.

    Source: common practice.
    """
    return Limits(limit(ware, school), limit(ware, School.STRICT))
