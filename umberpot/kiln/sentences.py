"""What Kiln says when something was done, or could not be."""

from claycore.measure.formatting import counted
from umberpot.firings.models import Firing, Kiln

NOTHING_SELECTED = "Select the tiles that were in this firing."
STAY_UNFIRED = "Its pieces count as unfired and wait again."


def firing_recorded(count: int, firing: Firing) -> str:
    """So many pieces were in a firing."""
    recorded = f"Firing recorded with {counted(count, 'tile')}: {firing}."
    return recorded if firing.fired_ware else f"{recorded} {STAY_UNFIRED}"


def tile_fired(code: str, firing: Firing) -> str:
    """One piece was in a firing."""
    return f"{code} fired: {firing}." if firing.fired_ware else f"{code}: {firing}. {STAY_UNFIRED}"


def fired_after_all(code: str) -> str:
    """Why a firing cannot have fired nothing."""
    return (
        f"{code} has readings after this firing, so it was fired. Enter the cone it reached, or"
        " clear those readings first."
    )


def firing_corrected(firing: Firing) -> str:
    """A firing is recorded otherwise from now on."""
    return f"Firing corrected: {firing}."


def taken_out(code: str) -> str:
    """A piece was not in a firing after all."""
    return f"{code} removed from this firing."


def read_afterwards(code: str) -> str:
    """Why a piece cannot be taken out."""
    return (
        f"{code} has readings after this firing. If it was not in the firing,"
        " clear those readings first."
    )


def kiln_saved(kiln: Kiln) -> str:
    """A kiln is known."""
    return f"Kiln saved: {kiln}, {kiln.in_words}."


def kiln_set_aside(kiln: Kiln) -> str:
    """A kiln is not used any more, or is again."""
    return f"{kiln} {'set aside' if kiln.set_aside_at else 'restored'}."
