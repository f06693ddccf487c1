"""An archive of 20,000 tiles imported while somebody of another studio writes; then exported."""

import io
import tempfile
import threading
import time
from pathlib import Path

from benchmarks.search import a_studio
from benchmarks.withstand.rows import Row
from benchmarks.withstand.server import Answer, Visitor, serving

from django.conf import settings  # isort: skip  (benchmarks.search has set Django up)
from django.core.management import call_command  # isort: skip
from django.utils import timezone  # isort: skip
from umberpot.transfer.archive.exporting import write_archive  # isort: skip

TILES = 20_000
LONGEST_S = 1.0
NEWCOMER, PASSWORD = "newcomer", "slipway-and-ferry"
PAGE = "/shelf/transfer/archive/"
EXPORT = f"{PAGE}studio.zip"


def _large_archive() -> bytes:
    with tempfile.TemporaryDirectory() as own:
        settings.DATABASES["default"]["NAME"] = Path(own) / "large.sqlite3"
        call_command("migrate", verbosity=0)
        file = io.BytesIO()
        write_archive(a_studio("large", TILES).membership.studio, file, timezone.now())
    return file.getvalue()


class _Writer(threading.Thread):
    """Puts materials on its own studio's shelf until it is told to end."""

    def __init__(self, visitor: Visitor) -> None:
        super().__init__()
        self.visitor = visitor
        self.answers: list[Answer] = []
        self.over = threading.Event()

    def run(self) -> None:
        while not self.over.is_set():
            name = f"Beside {len(self.answers)}"
            form = {"kind": "oxide", "name": name, "state": "dry"}
            self.answers.append(self.visitor.post("/shelf/new/", form))


def _first_byte_s(visitor: Visitor) -> float:
    began = time.perf_counter()
    with visitor.open(EXPORT) as response:
        response.read(1)
        taken = time.perf_counter() - began
        while response.read(1_000_000):
            pass
    return taken


def rows(folder: Path) -> list[Row]:
    """How long others wait while a large archive comes in, and how soon one begins to go out."""
    archive = io.BytesIO(_large_archive())
    archive.name = "large.zip"
    with serving(folder) as server:
        owner = Visitor(server.address).sign_in()
        account = {"username": NEWCOMER, "password1": PASSWORD, "password2": PASSWORD}
        owner.get("/studios/found/")
        owner.post("/studios/found/", {"studio_name": "Large", **account})
        newcomer = Visitor(server.address).sign_in(NEWCOMER, PASSWORD)
        newcomer.get(PAGE)
        owner.get("/shelf/new/")
        writer = _Writer(owner)
        writer.start()
        done = newcomer.post(PAGE, {"archive": archive})
        writer.over.set()
        writer.join()
        first_byte_s = _first_byte_s(newcomer)
    kept = sum(answer.status == 200 for answer in writer.answers)
    longest_s = max(answer.seconds for answer in writer.answers)
    return [
        Row(
            f"an archive of {TILES} tiles",
            f"{'is here' if 'is here' in done.text else 'is not here'} after {done.seconds:.0f} s",
            "is here",
            "is here, with" in done.text,
        ),
        Row(
            "writes of another studio meanwhile",
            f"{kept} of {len(writer.answers)}, the longest {longest_s:.2f} s",
            f"all, at most {LONGEST_S:g} s",
            kept == len(writer.answers) and longest_s <= LONGEST_S,
        ),
        Row(
            "the first byte of its export",
            f"{first_byte_s:.2f} s",
            f"at most {LONGEST_S:g} s",
            first_byte_s <= LONGEST_S,
        ),
    ]
