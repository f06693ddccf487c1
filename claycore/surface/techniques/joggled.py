"""Joggled slip: slips trailed into a wet base, and the board tilted. Source: common practice."""

from claycore.surface.coats import Technique
from claycore.surface.steps import TILT
from claycore.surface.techniques.wet_boards import wet_board

TECHNIQUE = wet_board(
    Technique.JOGGLED,
    "Marbled slip (joggled)",
    "Slips trailed into a wet base slip, and the board tilted until they run.",
    TILT,
)
