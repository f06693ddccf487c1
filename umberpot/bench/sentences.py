"""What the bench says: what to do with pieces at each step, and on the button that goes there."""

from datetime import UTC, date, datetime

from claycore.measure.formatting import counted
from umberpot.tiles.models import Step

TO_DO = {
    Step.MAKE: "Make and label {pieces}.",
    Step.DRY: "Measure and weigh {bone_dry}.",
    Step.FIRE: "Fire {pieces}.",
    Step.MEASURE: "Measure and weigh {pieces} after firing.",
    Step.SOAK: "Soak and weigh {pieces}.",
    Step.COLOUR: "Record the colour of {pieces}.",
}
BUTTONS = {
    Step.MAKE: "Make",
    Step.DRY: "Enter readings",
    Step.FIRE: "Go to Kiln",
    Step.MEASURE: "Enter readings",
    Step.SOAK: "Enter readings",
    Step.COLOUR: "Record colour",
}
WEIGH_OUT = "Weigh out this mix."
MAKE_TILES = "Make tiles of this mix."
FIRST_DOSE = "Both are on your shelf now. This is their dose."


def pieces(count: int, *, bars: bool, state: str = "") -> str:
    """'1 tile', '4 bars' or '4 bone-dry bars'."""
    return counted(count, " ".join(filter(None, (state, "bar" if bars else "tile"))))


def to_do(step: Step, count: int, *, bars: bool) -> str:
    """What to do with so many pieces at a step, as a sentence."""
    return TO_DO[step].format(
        pieces=pieces(count, bars=bars), bone_dry=pieces(count, bars=bars, state="bone-dry")
    )


def of_plan(mixes: int, tiles: int) -> str:
    """What a series or grid still needs: mixes to weigh out, tiles to shape."""
    parts = []
    if mixes:
        parts.append(f"{counted(mixes, 'mix', 'mixes')} to weigh out")
    if tiles:
        parts.append(f"{pieces(tiles, bars=False)} to make")
    return f"{' and '.join(parts)}."


def of_results(read: int, every: int) -> str:
    """How far a trial is read."""
    if read < every:
        return f"{read} of {every} tiles have results."
    return {1: "Its tile has results.", 2: "Both tiles have results."}.get(
        every, f"All {every} tiles have results."
    )


def drying_until(when: date) -> str:
    """Why pieces are not to be weighed today."""
    return f"Drying until about {when:%-d %B}."


def timed_until(when: datetime) -> str:
    """The same, where a timer says it."""
    return f"Timer runs until {when:%a %-d %B, %H:%M}{which_hour(when)}."


def which_hour(when: datetime) -> str:
    """The name of the clock in the hour that there is twice in autumn: ' BST'; '' in any other."""
    twice = when.replace(fold=0).utcoffset() != when.replace(fold=1).utcoffset()
    # An hour that spring skips has two offsets as well, and is on no clock.
    skipped = when.astimezone(UTC).astimezone(when.tzinfo).replace(fold=0) != when.replace(fold=0)
    return f" {when:%Z}" if twice and not skipped else ""


TIMED = "A timer is running."
WAITS_FOR_ITS_CLAY = "First weigh out their clay."

TIMER_MOVED_ON = "This timer is already at its next stage."


def timer_started(stage: str, about: str) -> str:
    """A timer runs."""
    return f"Timer started: {stage}, {about}."


def timer_at(stage: str, about: str) -> str:
    """A timer is at another stage; ``stage`` is '' where it was the last."""
    return f"{stage or 'Done'}: {about}."
