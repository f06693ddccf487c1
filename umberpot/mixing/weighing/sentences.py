"""What is said about the scale."""

from claycore.measure.formatting import plain

NO_SCALE = "No scale is connected. Type the weight instead."
SILENT = "No answer from the scale. Check that it is on and plugged in, or type the weight."
BUSY = "The scale is being read by somebody else. Try again, or type the weight."
EMPTY = "The scale shows 0. Put the material on and read it again."
MOVING = "The scale is still moving. Let it settle and read it again."


def refused(reply: str) -> str:
    """It did not do what it was told."""
    return f"The scale sent: {reply[:80] or 'nothing'}. Try again, or type the weight."


def unreadable(answer: str) -> str:
    """It answered with something that is no weight."""
    return f"The scale sent “{answer[:40]}”, which cannot be read as a weight. Type the weight."


def below_zero(grams: float) -> str:
    """There is less on it than when it was tared."""
    return f"The scale shows −{plain(-grams, 3)} g. Tare it, then weigh again."


def untouched(grams: float) -> str:
    """What it shows is in the records already."""
    return (
        f"These {plain(grams, 3)} g are recorded already, and nothing on the scale has changed"
        " since. Take it off, or tare, then weigh the next."
    )
