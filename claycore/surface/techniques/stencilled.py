"""Stencilled: slip beside a paper or cut stencil. Source: common practice, from memory."""

from claycore.surface.coats import Technique
from claycore.surface.techniques.resists import resist

BESIDE_THE_STENCIL_PCT = 50.0
"""The share of a face that the slip beside a stencil usually covers. Our choice."""

TECHNIQUE = resist(
    Technique.STENCILLED,
    "Stencilled",
    "Slip brushed, dabbed or sprayed beside a stencil, which is lifted while it is damp.",
    "Press the damp stencil down at its edges first. Lift it while the slip is damp.",
    BESIDE_THE_STENCIL_PCT,
)
