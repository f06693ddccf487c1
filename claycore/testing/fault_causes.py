"""What may be behind a fault that is seen on a fired piece, and what to try.

Possible causes to look into, never facts. Source: common practice, from memory.
"""

from collections.abc import Collection
from dataclasses import dataclass

from claycore.testing.bars import RemarkCode
from claycore.testing.surface_remarks import SurfaceCode


def _by_its_edges(what: str) -> str:
    """When a crack came: the stretches are those of quartz and of cristobalite."""
    return (
        f"Look at the edges of the {what}. Rounded or glazed over: the crack was there before the"
        " firing, so dry more slowly. Sharp: it came in cooling, so cool more slowly from 620 to"
        " 520 °C and from 280 to 180 °C."
    )


_BURN_OUT = "slowly and well aired from 700 to 900 °C"

FAULT_CAUSES: dict[str, str] = {
    RemarkCode.CRACKED: _by_its_edges("crack"),
    RemarkCode.BROKEN: _by_its_edges("break"),
    RemarkCode.WARPED: (
        "Dried unevenly, set unevenly, or fired too hot. Dry between boards, set flat, or fire"
        " cooler."
    ),
    RemarkCode.BLOATED: (
        "Fired too hot or held too long, or organic matter burnt out late. Fire"
        f" {_BURN_OUT}, thinner and cooler, without a hold at the top."
    ),
    RemarkCode.SLUMPED: "Too hot for this clay in this shape. Fire cooler, or on a narrower foot.",
    RemarkCode.MELTED: "Far too hot for this clay. Check the shelf, and do not repeat this cone.",
    RemarkCode.STUCK: (
        "Glaze on the foot, or a clay that softened. Keep the foot bare, and fire cooler or in a"
        " saucer."
    ),
    RemarkCode.CRUMBLES: (
        "Not hot enough, or lime in the clay. Soak it and look inside before you fire hotter."
    ),
    SurfaceCode.PINHOLED: (
        f"Gas was still leaving as the glaze sealed. Fire {_BURN_OUT}, above all in the bisque."
    ),
    SurfaceCode.CRAWLED: (
        "Dust or grease under the glaze, or too thick a coat. Wipe the piece first, glaze thinner."
    ),
    SurfaceCode.CRAZED: (
        "The glaze shrinks more than the body. More can craze within weeks, so look again."
    ),
    SurfaceCode.CLOUDY: "Clear glaze too thick, most of all on dark clay. Use it thinner.",
}
"""What each fault may come from, by its code. To add one is to add one entry."""


@dataclass(frozen=True)
class FaultCause:
    """A fault by its code, and what may be behind it, in a sentence or two."""

    code: str
    words: str


def causes_of(codes: Collection[str]) -> list[FaultCause]:
    """What may be behind what is seen, in the order of FAULT_CAUSES; nothing of what is no fault.

    Source: the entries.
    """
    return [FaultCause(str(code), said) for code, said in FAULT_CAUSES.items() if code in codes]
