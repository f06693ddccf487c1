"""Data files that many tests begin with, made once a run and copied: migrated, and the demo.

Migrating takes seconds and laying out the demo more; copying a file takes none.
"""

import fcntl
import os
import re
import shutil
import sqlite3
import subprocess
import sys
from collections.abc import Callable
from contextlib import closing
from pathlib import Path
from typing import Any

TOP = Path(__file__).parents[1]
NAME = "umberpot.sqlite3"


def environment_for(**variables: str) -> dict[str, str]:
    """This process's environment without what would point at somebody's real data."""
    kept = {k: v for k, v in os.environ.items() if not k.startswith(("UMBERPOT_", "DJANGO_"))}
    return {**kept, **variables}


def manage(folder: Path, *command: str) -> None:
    environment = environment_for(UMBERPOT_VAR=str(folder), UMBERPOT_HTTPS="off")
    subprocess.run(
        [sys.executable, "manage.py", *command],
        cwd=TOP,
        env=environment,
        check=True,
        capture_output=True,
    )


def made_once(folder: Path, make: Callable[[Path], None]) -> Path:
    """The folder with what ``make`` puts into it, whichever process comes first."""
    folder.parent.mkdir(parents=True, exist_ok=True)
    with open(folder.with_suffix(".lock"), "w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not (folder / "made").exists():
            shutil.rmtree(folder, ignore_errors=True)
            folder.mkdir()
            make(folder)
            (folder / "made").touch()
    return folder


def migrated(run: Path) -> Path:
    """A folder with an empty, migrated data file and the collected static files."""

    def make(folder: Path) -> None:
        manage(folder, "prepare")

    return made_once(run / "migrated", make)


def demo(run: Path) -> Path:
    """A folder with the demo laid out."""

    def make(folder: Path) -> None:
        copy_folder(migrated(run), folder)
        manage(folder, "load_demo")

    return made_once(run / "demo", make)


def copy_folder(source: Path, target: Path) -> None:
    """A data folder's file, key and static files, into a folder that may be there already."""
    skip = shutil.ignore_patterns("made", f"{NAME}*")
    shutil.copytree(source, target, dirs_exist_ok=True, ignore=skip)
    copy_file(source / NAME, target / NAME)


def copy_file(source: Path, target: Path) -> None:
    """One data file over another, safely while a server has it open (SQLite's own backup)."""
    with sqlite3.connect(source) as one, sqlite3.connect(target, timeout=60) as other:
        one.backup(other)
    one.close()
    other.close()


NOT_OURS = "auditlog_logentry"
"""A table of a package that migrating makes and no model uses: the journal stands in for it."""


_CHECK = re.compile(r"CONSTRAINT \"\w+\" CHECK \([^\n]*?\)(?=, CONSTRAINT|\)$)")
"""A check among the constraints of a table."""


def schema_of(file: Path | str) -> dict[str, object]:
    """The triggers, and of every table columns, keys, indexes and checks.

    Without their order and the indexes' names.
    """
    with closing(sqlite3.connect(file)) as opened:

        def asked(pragma: str, name: str) -> list[tuple[Any, ...]]:
            return opened.execute(f'PRAGMA {pragma}("{name}")').fetchall()

        of_tables = "SELECT name, sql FROM sqlite_master WHERE type = 'table'"
        tables = {
            table: (
                sorted(column[1:] for column in asked("table_info", table)),
                sorted(key[2:] for key in asked("foreign_key_list", table)),
                sorted(
                    (index[2], index[4], [column[2] for column in asked("index_info", index[1])])
                    for index in asked("index_list", table)
                ),
                sorted(_CHECK.findall(sql)),
            )
            for table, sql in opened.execute(of_tables).fetchall()
            if table != NOT_OURS
        }
        of_triggers = "SELECT name, sql FROM sqlite_master WHERE type = 'trigger'"
        return {**tables, "triggers": sorted(opened.execute(of_triggers))}
