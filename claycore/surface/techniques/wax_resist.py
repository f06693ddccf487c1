"""Wax resist: wax where slip or glaze shall not hold. Source: common practice, from memory."""

from claycore.surface.coats import Technique
from claycore.surface.techniques.resists import resist

BESIDE_THE_WAX_PCT = 60.0
"""The share of a face that the slip beside the wax usually covers. Our choice."""

TECHNIQUE = resist(
    Technique.WAX_RESIST,
    "Wax resist",
    "Wax where the last slip or the glaze shall not hold; it burns off in the firing.",
    "Wax first where it shall not hold. Let the wax set; wipe beads of slip off it.",
    BESIDE_THE_WAX_PCT,
    ("wax",),
)
