"""The disk that holds the data: what is free on it, and what says that it is full."""

import errno
import shutil
import sqlite3
from collections.abc import Iterator
from pathlib import Path

from django.conf import settings
from django.db import OperationalError

LOW_BELOW_BYTES = 200_000_000
"""From here on an owner is told that room has to be made."""

AS_GOOD_AS_FULL_BYTES = 1_000_000
"""SQLite says of a full disk that it is full, or only that it failed."""


def free_bytes(folder: Path | None = None) -> int:
    """What is free on the disk of a folder, which is the data's if none is named."""
    return shutil.disk_usage(folder or settings.VAR_DIR).free


def is_low(free: int) -> bool:
    """Whether so many free bytes are few enough to tell somebody."""
    return free < LOW_BELOW_BYTES


def is_full(failed: BaseException | None) -> bool:
    """Whether something failed because the disk is full."""
    return any(map(_says_full, _with_causes(failed)))


def _with_causes(failed: BaseException | None) -> Iterator[BaseException]:
    while failed is not None:
        yield failed
        failed = failed.__cause__ or failed.__context__


def _says_full(failed: BaseException) -> bool:
    if isinstance(failed, OSError):
        return failed.errno in (errno.ENOSPC, errno.EDQUOT)
    if not isinstance(failed, OperationalError | sqlite3.OperationalError):
        return False
    is_vague = any(words in str(failed) for words in ("disk I/O error", "unable to open"))
    return "disk is full" in str(failed) or (is_vague and free_bytes() < AS_GOOD_AS_FULL_BYTES)
