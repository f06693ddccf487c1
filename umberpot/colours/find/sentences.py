"""What is said while a colour is looked for."""

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


def nothing_near(delta_e: float) -> str:
    """Nothing fired or predicted comes near: how far the nearest of all lies."""
    return f"Nothing of yours comes near: the nearest is ΔE {delta_e:.0f}"


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
                f"{found.next_best} is your strongest {family} in {where}, and greyer than this."
                " Test it stronger, or another stain."
            )
        case Short.DEPTH:
            return f"Nothing that you tested gets so dark in {where}. Test a black, or more of one."


def how_often(hits: int, fired: int) -> str:
    """How often predictions came out."""
    if not fired:
        return "No predicted tile is fired and read yet."
    return f"{hits} of {fired} fired within twice the expected error."
