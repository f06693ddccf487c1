"""``python -m benchmarks.archive``: a studio of 20,000 tiles out and in.

Times are ratios to reading the same rows in the same run; memory is the peak of what Python holds
while the archive is written and while it is imported, as a ratio to a studio a tenth as large.
"""

import os

os.environ["DJANGO_SETTINGS_MODULE"] = "tests.settings"

import django

django.setup()

import io
import tempfile
import time
import tracemalloc
from collections.abc import Callable

from django.conf import settings
from django.contrib.auth.models import User
from django.core.management import call_command
from django.utils import timezone

from benchmarks.search import a_studio
from umberpot.studio.models import Membership, Role, Studio
from umberpot.transfer.archive import contents
from umberpot.transfer.archive.exporting import write_archive
from umberpot.transfer.archive.importing import take_in

SIZES = {"small": 2_000, "large": 20_000}


def read_every_row(studio: Studio) -> None:
    """What any way of taking a studio out has to do at least."""
    for model in contents.archived().values():
        for _ in model._base_manager.filter(studio=studio).values_list().iterator(500):
            pass


def seconds(call: Callable[[], object]) -> float:
    started = time.perf_counter()
    call()
    return time.perf_counter() - started


def peak(call: Callable[[], object]) -> int:
    tracemalloc.start()
    call()
    _, most = tracemalloc.get_traced_memory()
    tracemalloc.stop()
    return most


def an_empty_studio(name: str) -> Studio:
    studio = Studio.objects.create(name=name)
    user = User.objects.create(username=f"{name}-owner")
    Membership.objects.create(user=user, studio=studio, role=Role.OWNER)
    return studio


def main() -> None:
    settings.DATABASES["default"]["NAME"] = settings.VAR_DIR / "archive.sqlite3"
    call_command("migrate", verbosity=0)
    peaks: dict[str, dict[str, int]] = {}
    for name, count in SIZES.items():
        studio = a_studio(name, count).membership.studio
        with tempfile.TemporaryFile() as file:
            peaks[name] = {
                "out": peak(lambda s=studio, f=file: write_archive(s, f, timezone.now()))
            }
        with tempfile.TemporaryFile() as file:
            reading = seconds(lambda s=studio: read_every_row(s))
            out = seconds(lambda s=studio, f=file: write_archive(s, f, timezone.now()))
            archive = io.BytesIO()
            file.seek(0)
            archive.write(file.read())
        once, again = an_empty_studio(f"{name}-once"), an_empty_studio(f"{name}-again")
        into = seconds(lambda s=once, a=archive: take_in(s, a))
        peaks[name]["in"] = peak(lambda s=again, a=archive: take_in(s, a))
        print(
            f"{count:6} tiles: out {out / reading:5.1f} ×, in {into / reading:5.1f} × reading the"
            f" rows; {len(archive.getvalue()) / 1e6:.1f} MB"
        )
    for way in ("out", "in"):
        ratio = peaks["large"][way] / peaks["small"][way]
        print(f"peak memory {way}: {ratio:.2f} × for ten times the tiles")


if __name__ == "__main__":
    main()
