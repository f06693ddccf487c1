"""Where this installation's backups are, whether one is due, and how they stand."""

from dataclasses import dataclass
from datetime import datetime, timedelta
from pathlib import Path

from django.conf import settings
from django.utils import timezone

from umberpot.library.backups import copies
from umberpot.library.backups.copies import Copy
from umberpot.ui import disk

NIGHT_HOUR = 3
OLD_AFTER = timedelta(hours=36)
SHORT_BELOW = 5
"""The disk is called short where fewer backups than this would still fit."""


def folder() -> Path:
    """The folder of the backups: beside the data file, or where the installation wants it."""
    return Path(settings.BACKUPS_DIR)


def database() -> Path:
    """The data file."""
    return Path(str(settings.DATABASES["default"]["NAME"]))


def is_due(latest: Copy | None, now: datetime) -> bool:
    """Whether no backup was made since the last night's hour, local time."""
    if latest is None:
        return True
    local = timezone.localtime(now)
    night = local.replace(hour=NIGHT_HOUR, minute=0, second=0, microsecond=0)
    if night > local:
        night -= timedelta(days=1)
    return latest.made_at < night


@dataclass(frozen=True)
class BackupStatus:
    """How the backups stand, for the page of them."""

    every: list[Copy]
    free: int
    on_the_same_disk: bool
    warnings: list[str]


def standing(now: datetime) -> BackupStatus:
    """Every backup, the latest first, and what there is to worry about."""
    there = folder()
    every = copies.copies_in(there) if there.exists() else []
    nearest = there if there.exists() else database().parent
    free = disk.free_bytes(nearest)
    warnings = []
    if not every:
        warnings.append("There is no backup yet.")
    elif now - every[0].made_at > OLD_AFTER:
        warnings.append("The last backup is more than a day and a half old. Is bin/serve running?")
    if disk.is_low(free) or (every and free < SHORT_BELOW * every[0].size):
        warnings.append("The disk is nearly full. Make room before the next backup.")
    same = nearest.stat().st_dev == database().parent.stat().st_dev
    return BackupStatus(every, free, same, warnings)
