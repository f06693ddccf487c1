"""What a clay's pages say when something was done, or could not be."""

from claycore.firing.loading.footprints import PieceSize
from claycore.measure.formatting import counted, plain

LIMITS_SAVED = "Limits saved. They apply from now on."
BEYOND_A_BLEND = "Beyond 30 % most potters use the clay as slip instead."


def judged_for(clay: str, purpose: str) -> str:
    """What a clay is judged for from now on."""
    return f"{clay} is judged for {purpose} from now on."


def blends_planned(count: int) -> str:
    """A line blend is ready to be weighed out."""
    return f"{counted(count, 'blend')} ready to weigh out, with bars planned of each."


def no_blends(problem: str) -> str:
    """Why a line blend could not be made as it was typed."""
    return f"No blends were made. {problem}"


def bars_made(count: int) -> str:
    """Bars were made."""
    return f"{counted(count, 'bar')} made. Now let them dry."


def bar_size(size: PieceSize) -> str:
    """How large a bar is cut, for its marked line."""
    return " × ".join(plain(mm, 0) for mm in (size.length, size.width, size.thickness)) + " mm"
