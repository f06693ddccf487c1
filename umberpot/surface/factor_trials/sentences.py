"""What is said around a factor trial; what it shows, the core says."""

from collections.abc import Mapping

from claycore.measure.formatting import counted
from claycore.surface.factor_trials.expectations import ExpectationOutcome
from umberpot.surface.models import FactorTrial

PLANNED = "Trial saved. Scratch the slab and position number beside each piece before you coat it."
ADDED = "Expectation added."
CHANGED = "Expectation saved."
SHOWN = "The trial is open. Ratings from now on are not blind."
NOTHING_RATED = "Nothing was rated. Choose a step for at least one piece."
SLABS_FIXED = "The first result is in: the number of slabs can no longer be changed."
NOT_A_LEVEL = "Enter a level or a factor as it is written above."
AMBIGUOUS = "Two things above have this name. Rename one of them."
LEVEL_NEEDED = "Enter the level that you expect to be best or worst."
FACTOR_NEEDED = "Enter the factor that you expect to make no difference."
SCALE_NEEDED = "Tick this scale above, or choose another."


def rated(count: int, lost: int) -> str:
    """How many ratings were saved, and pieces found lost."""
    said = f"{counted(count, 'rating')} saved."
    return f"{said} {counted(lost, 'piece')} broken or lost." if lost else said


def colours(count: int) -> str:
    """How many colours were saved."""
    return f"{counted(count, 'colour')} saved."


def slabs(count: int) -> str:
    """Another number of slabs was chosen."""
    return f"The trial now has {counted(count, 'slab')}, in places newly drawn."


def set_aside(trial: FactorTrial) -> str:
    """A trial is out of sight, or back."""
    return f"{trial.name} set aside." if trial.set_aside_at else f"{trial.name} restored."


def record(counts: Mapping[ExpectationOutcome, int]) -> str:
    """How often expectations were right, over the years; '' before there is one."""
    said = ", ".join(f"{count} {came.words}" for came, count in counts.items() if count)
    return f"Expectations so far: {said}." if said else ""
