"""The time zone of the machine, so that a bench's clock and its records agree."""

from pathlib import Path
from zoneinfo import available_timezones


def of_this_machine(localtime: Path = Path("/etc/localtime")) -> str:
    """The zone that ``/etc/localtime`` links to, or UTC where that tells nothing."""
    _, found, name = str(localtime.resolve()).partition("zoneinfo/")
    return name if found and name in available_timezones() else "UTC"
