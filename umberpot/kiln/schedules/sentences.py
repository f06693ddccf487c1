"""What is said of schedules when something was done."""

from claycore.measure.formatting import counted
from umberpot.kiln.models import Schedule


def saved(schedule: Schedule) -> str:
    """A schedule was changed."""
    return f"Schedule saved: {schedule}."


def imported(schedule: Schedule) -> str:
    """A schedule came out of a file."""
    count = len(schedule.segments)
    return f"Schedule imported with {counted(count, 'segment')}: {schedule}."


def set_aside(schedule: Schedule) -> str:
    """A schedule is not offered any more, or is again."""
    return f"{schedule} {'set aside' if schedule.set_aside_at else 'restored'}."
