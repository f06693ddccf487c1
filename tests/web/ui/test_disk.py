"""What says that the disk is full, and how little is logged of it."""

import errno
import logging
import sqlite3
import sys

import pytest
from django.db import OperationalError

from umberpot.ui import disk
from umberpot.ui.log import InOneLine


def raised_from(failed):
    """An error that another one led to, as Django raises SQLite's."""
    try:
        raise OperationalError("while saving") from failed
    except OperationalError as error:
        return error


@pytest.mark.parametrize(
    "failed",
    [
        OSError(errno.ENOSPC, "No space left on device"),
        OSError(errno.EDQUOT, "Disk quota exceeded"),
        OperationalError("database or disk is full"),
        raised_from(sqlite3.OperationalError("database or disk is full")),
        raised_from(OSError(errno.ENOSPC, "No space left on device")),
    ],
)
def test_a_full_disk_is_known_by_what_it_says(failed):
    assert disk.is_full(failed)


@pytest.mark.parametrize(
    "failed",
    [
        None,
        OSError(errno.EACCES, "Permission denied"),
        ValueError("disk is full"),
        OperationalError("database is locked"),
        OperationalError("no such table: shelf_material"),
    ],
)
def test_nothing_else_is_taken_for_one(failed, monkeypatch):
    monkeypatch.setattr(disk, "free_bytes", lambda: 0)
    assert not disk.is_full(failed)


@pytest.mark.parametrize("words", ["disk I/O error", "unable to open database file"])
def test_what_sqlite_cannot_do_is_the_disks_fault_where_nothing_is_free(words, monkeypatch):
    monkeypatch.setattr(disk, "free_bytes", lambda: 0)
    assert disk.is_full(OperationalError(words))
    monkeypatch.setattr(disk, "free_bytes", lambda: 5_000_000_000)
    assert not disk.is_full(OperationalError(words))


@pytest.mark.parametrize(("status", "lines"), [(507, 1), (503, 1), (500, 4)])
def test_what_is_no_fault_is_logged_in_one_line(status, lines):
    try:
        raise OperationalError("database or disk is full")
    except OperationalError:
        failed = sys.exc_info()
    record = logging.LogRecord("django.request", logging.ERROR, "", 1, "Answered", (), failed)
    record.status_code = status
    assert InOneLine().filter(record)
    assert len(logging.Formatter().format(record).splitlines()) >= lines
    assert (len(logging.Formatter().format(record).splitlines()) == 1) == (lines == 1)
