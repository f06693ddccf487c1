"""Data files that many tests begin with, made once a run and copied: migrated, and the demo.

Migrating takes seconds and laying out the demo more; copying a file takes none.
"""

import fcntl
import os
import shutil
import sqlite3
import subprocess
import sys
from collections.abc import Callable
from pathlib import Path

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
