"""What may be behind a fault that is seen on a fired piece, and what to try.

Possible causes to look into, never facts. Source: common practice, from memory.
"""

from collections.abc import Collection
from dataclasses import dataclass

from claycore.testing.bars import RemarkCode
from claycore.testing.surface_remarks import SurfaceCode

OF_A_CRACK = (
    "rounded or glazed over, its edges were there before the firing: dry more slowly. Sharp, it"
    " cracked in cooling: cool more slowly from 620 to 520 °C and from 280 to 180 °C"
)
"""How its edges tell when a crack came; the stretches are those of quartz and cristobalite."""

_BURN_OUT = "slowly and well aired from 700 to 900 °C"

FAULT_CAUSES: dict[str, str] = {
    RemarkCode.CRACKED: f"Look at the crack: {OF_A_CRACK}.",
    RemarkCode.BROKEN: f"Look at the break: {OF_A_CRACK}.",
    RemarkCode.WARPED: (
        "It dried or was set unevenly, or went too hot: dry it between boards, set it flat, or fire"
        " it cooler."
    ),
    RemarkCode.BLOATED: (
        f"Too hot or held too long, or something burnt out late: fire it {_BURN_OUT}, thinner and"
        " cooler, without a hold at the top."
    ),
    RemarkCode.SLUMPED: "Too hot for this clay in this shape: go cooler, or on a narrower foot.",
    RemarkCode.MELTED: "Far too hot for this clay: not again at this cone. Look at the shelf.",
    RemarkCode.STUCK: (
        "Glaze on the foot, or a clay that softened: keep the foot bare, and fire it cooler or in a"
        " saucer."
    ),
    RemarkCode.CRUMBLES: (
        "Not hot enough, or lime in the clay: soak it and look inside before you fire it hotter."
    ),
    SurfaceCode.PINHOLED: (
        f"Gas still left as the glaze sealed: fire {_BURN_OUT}, the bisque above all."
    ),
    SurfaceCode.CRAWLED: (
        "Dust or grease under the glaze, or too thick a coat: wipe the piece first, glaze thinner."
    ),
    SurfaceCode.CRAZED: (
        "The glaze shrinks more than the body under it. More may craze within weeks: look again."
    ),
    SurfaceCode.CLOUDY: "A clear glaze that is too thick, above all on dark clay: use it thinner.",
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
