"""A disk of 70 MB that fills up under the running server; needs to be root, who may mount one."""

import os
import sqlite3
import subprocess
from collections.abc import Iterator
from contextlib import closing, contextmanager
from pathlib import Path

from benchmarks.withstand.rows import Row
from benchmarks.withstand.server import Visitor, serving
from tests import data_files
from tests.data_files import TOP, environment_for

SIZE_MB = 70
PAGES = ("/", "/shelf/", "/mix/dose/", "/tiles/", "/kiln/", "/results/", "/surface/", "/library/")
EXPORTS = ("/results/readings.csv", "/shelf/transfer/")
NOTE = "What was typed on a full disk"


@contextmanager
def _small_disk(folder: Path) -> Iterator[None]:
    subprocess.run(
        ["mount", "-t", "tmpfs", "-o", f"size={SIZE_MB}m", "tmpfs", str(folder)],
        check=True,
    )
    try:
        yield
    finally:
        subprocess.run(["umount", str(folder)], check=True)


def _fill(folder: Path) -> Path:
    """A file that takes all the room there is."""
    filler = folder / "filler"
    with filler.open("wb", buffering=0) as file:
        try:
            while file.write(b"\0" * 65536):
                pass
        except OSError:
            pass
    return filler


def _back_up(folder: Path) -> str:
    """What making a backup says."""
    done = subprocess.run(
        [str(TOP / ".venv/bin/python"), "manage.py", "back_up"],
        cwd=TOP,
        env=environment_for(UMBERPOT_VAR=str(folder), UMBERPOT_HTTPS="off"),
        capture_output=True,
        text=True,
    )
    return done.stdout + done.stderr


def _materials(folder: Path, name: str) -> int:
    with closing(sqlite3.connect(folder / data_files.NAME)) as database:
        (found,) = database.execute(
            "SELECT count(*) FROM shelf_material WHERE name = ?", (name,)
        ).fetchone()
    return int(found)


def rows(folder: Path) -> list[Row]:
    """Reading, writing and backups with no byte free, and once there is room again."""
    if os.geteuid() != 0:
        return [Row("a full disk", "not tried: only root may mount a small one", "-", True)]
    kept = folder.with_name("kept")
    folder.rename(kept)
    folder.mkdir()
    with _small_disk(folder):
        data_files.copy_folder(kept, folder)
        with serving(folder) as server:
            return _attacked(folder, Visitor(server.address).sign_in())


def _attacked(folder: Path, visitor: Visitor) -> list[Row]:
    _back_up(folder)
    before = len(list((folder / "backups").glob("umberpot-*")))
    form = {"kind": "oxide", "name": NOTE, "state": "dry", "notes": "and its notes"}
    visitor.get("/shelf/new/")
    filler = _fill(folder)

    read = [visitor.get(path).status for path in (*PAGES, *EXPORTS)]
    stranger = Visitor(visitor.address)
    signing_in = [stranger.get("/sign-in/").status, stranger.get("/calculators/").status]
    answers = []
    for number in range(30):
        answers.append(visitor.post("/shelf/new/", {**form, "name": f"{NOTE} {number}"}))
        _fill(folder)
    refused = [answer for answer in answers if answer.status != 200]
    saying = [a for a in refused if a.status == 507 and NOTE in a.text and "disk" in a.text]
    said = _back_up(folder)
    after = len(list((folder / "backups").glob("umberpot-*")))
    still = [visitor.get(path).status for path in PAGES]

    filler.unlink()
    again = visitor.post("/shelf/new/", form)
    return [
        Row(
            "pages and exports read with no byte free",
            f"{read.count(200)} of {len(read)}",
            "all",
            set(read) == {200},
        ),
        Row(
            "for a stranger: sign-in's page, calculators",
            f"{signing_in.count(200)} of {len(signing_in)}",
            "all",
            set(signing_in) == {200},
        ),
        Row(
            "writes that were refused with what was typed and why",
            f"{len(saying)} of {len(refused)} (of {len(answers)} sent)",
            "all, and some",
            0 < len(saying) == len(refused),
        ),
        Row(
            "a backup without room",
            f"says {said.strip().splitlines()[-1]!r}, {after} of {before} earlier ones are there",
            "says so, keeps all",
            "nearly full" in said and after == before > 0,
        ),
        Row(
            "pages read afterwards",
            f"{still.count(200)} of {len(still)}",
            "all",
            set(still) == {200},
        ),
        Row(
            "sent again once there is room",
            f"saved {_materials(folder, NOTE)} time",
            "once",
            again.status == 200 and _materials(folder, NOTE) == 1,
        ),
    ]
