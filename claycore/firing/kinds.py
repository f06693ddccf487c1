"""Kinds of firing: in a kiln to a cone, and the fires that have none.

A fire without a cone never gets clay hot enough, for long enough, to close its pores. Source:
common practice; the temperatures are from memory.
"""

from dataclasses import dataclass
from enum import StrEnum

from claycore.measure.bounds import Bound
from claycore.measure.errors import UnknownChoice

PEAK_C = Bound(20, 1600, "Peak temperature must be more than 20 and at most 1600 °C.")
LASTED_H = Bound(0, 1000, "Duration must be more than 0 and at most 1000 hours.")


class FiringKind(StrEnum):
    """How something was fired."""

    KILN = "kiln"
    RAKU = "raku"
    SAWDUST = "sawdust"
    PIT = "pit"
    DUNG = "dung"
    OTHER = "other"


@dataclass(frozen=True)
class FiringKindFacts:
    """A kind of firing: what it is called, and what such fires usually reach, °C.

    ``burns`` is an example of what burned. One that ``has_cones`` is told apart by its cone; the
    others have no ``usual_c`` where nothing can be said.
    """

    code: FiringKind
    title: str
    burns: str = ""
    usual_c: tuple[float, float] | None = None
    has_cones: bool = False


KINDS: dict[str, FiringKindFacts] = {
    kind.code: kind
    for kind in (
        FiringKindFacts(FiringKind.KILN, "Kiln firing", has_cones=True),
        FiringKindFacts(FiringKind.RAKU, "Raku firing", "gas, then wood shavings", (800, 1050)),
        FiringKindFacts(
            FiringKind.SAWDUST, "Sawdust firing", "fine sawdust in a brick bin", (450, 800)
        ),
        FiringKindFacts(FiringKind.PIT, "Pit firing", "driftwood and seaweed", (550, 950)),
        FiringKindFacts(FiringKind.DUNG, "Dung firing", "dried cow dung", (600, 950)),
        FiringKindFacts(FiringKind.OTHER, "Fire without a cone", "what was at hand"),
    )
}
"""Every kind of firing. Source: common practice; the temperatures are from memory."""

WITHOUT_CONES = tuple(kind for kind in KINDS.values() if not kind.has_cones)

NO_CONE_REACHED = "no cone reached"
"""Of a kiln firing that stopped before any cone was down."""


def kind_of(code: str) -> FiringKindFacts:
    """A kind by its code. Raises UnknownChoice naming ``kind``. Source: the entries of KINDS."""
    if code not in KINDS:
        raise UnknownChoice("kind", code, f"Choose one of: {', '.join(KINDS)}.")
    return KINDS[code]


def choices() -> list[tuple[str, str]]:
    """Every kind's code and title, as a column of the database offers them.

    Source: the entries of KINDS.
    """
    return [(kind.code.value, kind.title) for kind in KINDS.values()]


def fires_ware(code: str, cone: str) -> bool:
    """Whether pieces count as fired: not after a kiln firing that reached no cone.

    ``cone`` is '' where none was reached or there was none. Source: common practice: such a load is
    fired again from cold.
    """
    return bool(cone) or not kind_of(code).has_cones


def unusual_peak(code: str, peak_c: float | None) -> str:
    """What is odd about the peak of such a fire, °C; '' where nothing is.

    Source: the kind's own range.
    """
    usual = kind_of(code).usual_c
    if peak_c is None or usual is None or usual[0] <= peak_c <= usual[1]:
        return ""
    low, high = usual
    return f"Such fires usually reach {low:.0f} to {high:.0f} °C: check where the thermocouple was."
