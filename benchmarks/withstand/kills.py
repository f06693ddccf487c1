"""The whole server killed while several people write: what was acknowledged is there, once."""

import sqlite3
import threading
import time
from collections import Counter
from contextlib import closing
from pathlib import Path

from benchmarks.withstand.rows import Row
from benchmarks.withstand.server import Visitor, serving
from tests import data_files

KILLS = 6
WRITERS = 4
WRITES_FOR_S = 2.0
FORM = "/shelf/new/"


class _Writer(threading.Thread):
    """Puts materials on the shelf until the server is gone; remembers what was acknowledged."""

    def __init__(self, visitor: Visitor, name: str) -> None:
        super().__init__()
        self.visitor, self.name_of_mine = visitor, name
        self.acknowledged: list[str] = []

    def run(self) -> None:
        for number in range(10_000):
            name = f"{self.name_of_mine}-{number}"
            answer = self.visitor.post(FORM, {"kind": "oxide", "name": name, "state": "dry"})
            if answer.status == 0:
                return
            if answer.status == 200 and f"{name} is on the shelf" in answer.text:
                self.acknowledged.append(name)


def _written_until_killed(folder: Path, number: int) -> list[str]:
    """What was acknowledged before one kill."""
    with serving(folder) as server:
        visitors = [Visitor(server.address).sign_in() for _ in range(WRITERS)]
        writers = [_Writer(each, f"kill{number}-writer{n}") for n, each in enumerate(visitors)]
        for writer in writers:
            writer.visitor.get(FORM)
            writer.start()
        time.sleep(WRITES_FOR_S)
        server.kill()
        for writer in writers:
            writer.join()
    return [name for writer in writers for name in writer.acknowledged]


def _names(folder: Path) -> Counter[str]:
    with closing(sqlite3.connect(folder / data_files.NAME)) as database:
        (sound,) = database.execute("PRAGMA integrity_check").fetchone()
        assert sound == "ok"
        return Counter(n for (n,) in database.execute("SELECT name FROM shelf_material"))


def rows(folder: Path) -> list[Row]:
    """Kills one after the other, on one data file."""
    acknowledged: list[str] = []
    for number in range(KILLS):
        acknowledged += _written_until_killed(folder, number)
    there = _names(folder)
    lost = sum(there[name] == 0 for name in acknowledged)
    doubled = sum(there[name] > 1 for name in acknowledged)
    return [
        Row(
            f"{KILLS} kills beside {WRITERS} writers",
            f"{len(acknowledged)} acknowledged, {lost} lost, {doubled} doubled",
            "none lost, none doubled",
            bool(acknowledged) and lost == doubled == 0,
        )
    ]
