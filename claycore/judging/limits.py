"""The figures a clay is judged by: what each ware may absorb, by school, and a studio's own.

The limits of absorption differ by school; both sets are common practice.
"""

from dataclasses import dataclass
from enum import StrEnum

from claycore.measure.errors import UnknownChoice
from claycore.measure.formatting import plain
from claycore.testing.field_notes import ENOUGH_GREASY_PCT


class School(StrEnum):
    """Whose limits are judged by."""

    STRICT = "strict"
    LOOSE = "loose"


SCHOOLS: dict[str, str] = {
    School.STRICT: "figures of potters who sell tableware",
    School.LOOSE: "ranges quoted for ware as found",
}

WARES = {
    "porcelain": "porcelain",
    "stoneware": "stoneware",
    "earthenware": "earthenware",
    "tableware": "any tableware",
}


@dataclass(frozen=True)
class Limit:
    """The absorption a ware may have: at most ``high_pct``; ``low_pct`` where a range is told."""

    ware: str
    school: str
    high_pct: float
    low_pct: float | None = None

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

    ``saturation_most`` is what ASTM C62 asks of brick that stands severe weathering, from memory.
    """

    absorption: Limit
    drying_least_pct: float = 4.0
    drying_most_pct: float = 7.0
    total_most_pct: float = 15.0
    greasy_least_pct: float = ENOUGH_GREASY_PCT
    as_dug_least_pct: float = 70.0
    saturation_most: float = 0.78
