"""What is said while a colour is looked for."""

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


def how_often(hits: int, fired: int) -> str:
    """How often predictions came out."""
    if not fired:
        return "No predicted tile is fired and read yet."
    return f"{hits} of {fired} fired within twice the expected error."
