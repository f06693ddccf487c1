"""Copies of an SQLite file while it is in use, and putting one back.

SQLite's own online backup is used, so a copy is what one transaction saw, whoever writes meanwhile.
A copy counts only once it is whole and was checked: until then it has another name.
"""

import re
import sqlite3
import time
from collections.abc import Callable, Iterator
from contextlib import closing, contextmanager
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path
from urllib.parse import quote

from umberpot.library.backups.retention import to_keep
from umberpot.ui.disk import free_bytes

PARTIAL = "being-made.sqlite3"
_NAME = re.compile(r"umberpot-(\d{8}T\d{6})Z(-before-update)?\.sqlite3")
_WRITTEN = "%Y%m%dT%H%M%S"

NO_ROOM = "The disk is nearly full: no backup was made. The earlier ones are kept."

ROOM = 2
"""A copy is begun only where so many times its size is free."""

WAITS_S = 30
"""For whoever is writing just then."""


class BackupError(Exception):
    """What could not be copied or put back, in words."""


@dataclass(frozen=True)
class Copy:
    """A backup: where it lies, when it was made (UTC), how large it is, and why."""

    path: Path
    made_at: datetime
    size: int
    before_update: bool


def copies_in(folder: Path) -> list[Copy]:
    """The backups of a folder, the latest first."""
    found = []
    for path in folder.glob("umberpot-*.sqlite3"):
        if match := _NAME.fullmatch(path.name):
            at = datetime.strptime(match[1], _WRITTEN).replace(tzinfo=UTC)
            found.append(Copy(path, at, path.stat().st_size, bool(match[2])))
    return sorted(found, key=lambda copy: copy.made_at, reverse=True)


def back_up(database: Path, folder: Path, now: datetime, *, before_update: bool = False) -> Copy:
    """Copies the data file, checks the copy, and thins out the older ones. Raises BackupError."""
    made = _made(database, folder, now, before_update=before_update)
    _thin_out(folder)
    return made


def _made(database: Path, folder: Path, now: datetime, *, before_update: bool) -> Copy:
    """A checked copy of the data file. Raises BackupError."""
    partial = folder / PARTIAL
    with _put_into_words("No backup was made"):
        folder.mkdir(parents=True, exist_ok=True)
        if free_bytes(folder) < ROOM * database.stat().st_size:
            raise BackupError(NO_ROOM)
        _forget(partial)
        try:
            _copy(database, partial)
            _check(partial)
        except BaseException:
            _forget(partial)
            raise
    ending = "-before-update" if before_update else ""
    name = f"umberpot-{now.astimezone(UTC).strftime(_WRITTEN)}Z{ending}.sqlite3"
    partial.chmod(0o600)
    partial.replace(folder / name)
    return next(copy for copy in copies_in(folder) if copy.path.name == name)


def put_back(copy: Path, database: Path, folder: Path, now: datetime) -> Copy | None:
    """Puts a backup in the place of the data file, which is backed up first; gives that backup.

    Raises BackupError, and then nothing was changed.
    """
    with _put_into_words(f"{copy.name} was not restored"):
        _check(copy)
    # Nothing is thinned out now: that could take away the very copy that is to be put back.
    before = _made(database, folder, now, before_update=True) if database.exists() else None
    with _put_into_words(f"{copy.name} was not restored"):
        _copy(copy, database, is_at_rest=True)
    return before


def _forget(partial: Path) -> None:
    """Removes a copy that is not whole, and what SQLite may have left beside it when killed."""
    for path in partial.parent.glob(f"{partial.name}*"):
        path.unlink(missing_ok=True)


@contextmanager
def _put_into_words(what: str) -> Iterator[None]:
    """What SQLite or the disk says, as a BackupError."""
    try:
        yield
    except (sqlite3.Error, OSError) as error:
        raise BackupError(f"{what}: {error}.") from error


def _copy(source: Path, target: Path, *, is_at_rest: bool = False) -> None:
    """SQLite's online backup, in one go; of a file that nobody writes to, with no trace left."""
    if not source.is_file():
        raise BackupError(f"There is no {source}.")
    opened = _at_rest(source) if is_at_rest else sqlite3.connect(source, timeout=WAITS_S)
    with (
        closing(opened) as old,
        closing(sqlite3.connect(target, timeout=WAITS_S)) as new,
    ):
        old.backup(new, progress=_patience())


def _patience() -> Callable[[int, int, int], None]:
    """Ends a copy that is kept waiting: SQLite's own would try for ever."""
    until = time.monotonic() + WAITS_S

    def look(status: int, remaining: int, total: int) -> None:
        kept_waiting = status in (sqlite3.SQLITE_BUSY, sqlite3.SQLITE_LOCKED)
        if kept_waiting and time.monotonic() > until:
            raise sqlite3.OperationalError("someone is writing to it")

    return look


def _check(path: Path) -> None:
    """That a file is a whole database of this program."""
    if not path.is_file():
        raise BackupError(f"There is no {path}.")
    with closing(_at_rest(path)) as opened:
        (answer,) = opened.execute("PRAGMA quick_check").fetchone()
        if answer != "ok":
            raise BackupError(f"{path.name} is damaged: {answer}.")
        tables = {name for (name,) in opened.execute("SELECT name FROM sqlite_master")}
    if "studio_studio" not in tables:
        raise BackupError(f"{path.name} is no data file of Umber Pot.")


def _at_rest(path: Path) -> sqlite3.Connection:
    """A file that nobody writes to, opened so that no write-ahead log appears beside it."""
    return sqlite3.connect(f"file:{quote(str(path))}?mode=ro&immutable=1", uri=True)


def _thin_out(folder: Path) -> None:
    every = copies_in(folder)
    kept = to_keep(copy.made_at for copy in every)
    for copy in every:
        if copy.made_at not in kept:
            copy.path.unlink(missing_ok=True)
