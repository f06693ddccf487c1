"""What is said around a batch of ware; what its uses come to, the core says."""

from claycore.judging.leach_screen import LEAST_HOURS
from claycore.judging.ware import Leach
from claycore.measure.formatting import plain
from umberpot.ware.models import WareBatch

SAVED = "Batch saved."
SCREEN_STARTED = "Acid screen started. Start a timer, so that it is not forgotten."
UNDER_WAY = "A piece of this batch stands in acid already."
NOT_UNDER_WAY = "No piece of this batch stands in acid now."
GLAZE_CHOSEN = "A glaze is chosen above. Take it away, or say what is stated about it."
REPORT_NEEDED = "Enter which laboratory, and when."
NO_ASSURANCE = (
    "This card lists what was and was not established. It is not an assurance of safety:"
    " local law and an accredited laboratory decide that."
)
SCREENED = {
    Leach.SCREEN_CHANGED: "Changed: acid attacked the surface. That is a fail.",
    Leach.SCREEN_UNCHANGED: "No visible change. That is not a pass: only a laboratory can establish"
    " one.",
    Leach.SCREEN_NOT_SURE: "Not sure is neither a pass nor a fail. Compare in daylight, or ask a"
    " laboratory.",
    Leach.SCREEN_TOO_SHORT: f"It stood in acid for less than {plain(LEAST_HOURS)} hours, so this is"
    " no result yet. Start it again and leave it overnight.",
}


def set_aside(batch: WareBatch) -> str:
    """A batch is out of sight, or back."""
    return f"{batch.name} set aside." if batch.set_aside_at else f"{batch.name} restored."


PIECE_SAVED = "Piece saved."


def piece_removed(name: str) -> str:
    """A piece counts no more."""
    return f"{name} no longer counts. It stays on record."
