"""What a predicted strength rests on, in words."""

from claycore.colour.curves import StrengthCurve
from claycore.colour.palette import Colourant
from claycore.measure.formatting import percentage, plain


def rises(curve: StrengthCurve) -> str:
    """How strength rises with the percentage, as it was fitted."""
    if curve.has_end:
        return f"Strength levels off: little is gained beyond {percentage(3 * curve.ends_at)} %."
    if curve.power == 1:
        return "Strength rises in proportion to the percentage."
    return f"Strength rises as the percentage to the power of {plain(curve.power, 2)}."


def rests_on(colourant: Colourant, pct: float) -> str:
    """How far the tests go that a prediction rests on."""
    strengths = ", ".join(percentage(one) for one in colourant.tested)
    if len(colourant.tested) == 1:
        return f"Based on {strengths} % tiles only, so other strengths are guesses."
    said = f"Based on tiles of {strengths} %."
    if pct > max(colourant.tested):
        return f"{said} This is stronger than any of them."
    if pct < min(colourant.tested):
        return f"{said} This is paler than any of them."
    return said
