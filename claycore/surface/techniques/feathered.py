"""Feathered slip: parallel trails in a wet base, a point drawn across. Source: common practice."""

from claycore.surface.coats import Technique
from claycore.surface.steps import COMB
from claycore.surface.techniques.wet_boards import wet_board

TECHNIQUE = wet_board(
    Technique.FEATHERED,
    "Feathered",
    "Parallel lines trailed into a wet base slip, and a point drawn across them.",
    COMB,
)
