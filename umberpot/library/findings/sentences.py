"""What is said around findings."""

from django.template.defaultfilters import capfirst

from claycore.measure.formatting import counted
from umberpot.firings.models import Firing

SAVED = "Finding saved."
EXPECTED = "Expectation saved."
MEANWHILE = (
    "Someone concluded this meanwhile. Read their finding below. To replace it, save yours again."
)
BLIND = "It is still rated blind: open the trial first."
NO_COLOURS = "Nothing of it was read yet."


def of_expectation(words: str, late: bool) -> str:
    """An expectation as a line of a draft."""
    return f"Expected{' (written after the first firing)' if late else ''}: {words}"


def of_claim(claim: str, outcome: str) -> str:
    """What was claimed before the results, and how it came out."""
    return f"Expected beforehand: {claim}. {outcome}"


def of_firing(firing: Firing, pieces: int) -> str:
    """What a firing was, in a sentence."""
    was = f"Fired to {firing.heat}" if firing.cone else capfirst(firing.heat)
    return f"{was} with {counted(pieces, 'piece')}."
