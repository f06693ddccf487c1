"""What is said while a colour is looked for."""

from claycore.colour.difference import PLAINLY_DIFFERENT
from claycore.colour.reach import OutOfReach, Short
from umberpot.colours.fired import Conditions

NO_TILES = "No coloured tile has its fired colour noted yet. Predictions need some."
NOT_UNDERSTOOD = "This mixture cannot be predicted any more. Find the colour again."
PREDICTION_KEPT = "Prediction saved. Make this test tile, and it will stand beside its prediction."


def no_plain_tile(conditions: Conditions) -> str:
    """Why nothing can be predicted, and what would help."""
    return (
        f"To predict mixtures, the plain clay's own fired colour is needed ({conditions.words})."
        " Enter it on the left, or fire a plain tile and record its colour."
    )


def nothing_near(here: float, elsewhere: float | None) -> str:
    """Nothing fired or predicted here comes near: how far the nearest lies, and that elsewhere."""
    if elsewhere is None:
        return f"Nothing of yours comes near: the nearest is ΔE {here:.0f}"
    if elsewhere > PLAINLY_DIFFERENT:
        far = f"the nearest is ΔE {here:.0f} here, {elsewhere:.0f} elsewhere"
        return f"Nothing of yours comes near: {far}"
    return f"Nothing here comes near: the nearest is ΔE {here:.0f}, elsewhere {elsewhere:.0f}"


def lacking(found: OutOfReach, conditions: Conditions) -> str:
    """What is missing for a colour, and what would reach further."""
    where, family = conditions.words, found.family
    match found.short:
        case Short.LIGHTNESS:
            return f"It is lighter than {conditions.clay} itself. Only a lighter clay gets there."
        case Short.HUE:
            return f"No colourant that you tested fires {family} in {where}. Test one that may."
        case Short.STRENGTH:
            return (
                f"{found.next_best} is the strongest of this hue that you tested in {where}, and"
                " greyer than this. Test more of it, or another stain."
            )
        case Short.DEPTH:
            return (
                f"Nothing that you tested gets so dark in {where}. A darker stain would, or a"
                " little black with it."
            )


def how_often(hits: int, fired: int) -> str:
    """How often predictions came out."""
    if not fired:
        return "No predicted tile is fired and read yet."
    return f"{hits} of {fired} predictions came within twice the expected error."
