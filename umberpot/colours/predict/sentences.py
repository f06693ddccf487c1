"""What a predicted strength rests on, in words."""

from claycore.colour.palette import Colourant
from claycore.measure.formatting import percentage


def rests_on(colourant: Colourant, pct: float) -> str:
    """How far the tests go that a prediction rests on."""
    strengths = ", ".join(percentage(one) for one in colourant.tested)
    said = f"Rests on tiles of {strengths} %."
    if len(colourant.tested) == 1:
        return f"{said} One strength only: everything else is a guess."
    if pct > max(colourant.tested):
        return f"{said} This is stronger than any of them."
    if pct < min(colourant.tested):
        return f"{said} This is paler than any of them."
    return said
