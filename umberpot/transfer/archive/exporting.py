"""Writing a studio's archive: rows as they come, pictures one at a time, memory bounded."""

import hashlib
import io
import json
import zipfile
from array import array
from bisect import bisect_left
from collections.abc import Iterable, Iterator
from contextlib import contextmanager
from datetime import datetime
from typing import IO, Any

from django.contrib.auth.models import User
from django.db import connection, models

from umberpot.clays.readings.every import every_reading_as_csv
from umberpot.studio.models import Studio
from umberpot.studio.progress import Begin, Doing, Tally, no_progress
from umberpot.tiles.models import Tile
from umberpot.transfer.archive import contents
from umberpot.transfer.archive.contents import FORMAT, VERSION
from umberpot.transfer.kinds import KINDS
from umberpot.ui import tables

AT_A_TIME = 500

ABOUT = """A studio of Umber Pot, taken out on {day}.

studio.json     the studio and how it likes to work
people.jsonl    the names of those whose hand is in it, numbered
data/           the rows of each kind, one JSON object a line; "id" is its number within the kind,
                and a field that points to another row holds that row's number
files/          photographs and pictures, by kind and number of their row
csv/            the same for a spreadsheet: shelf, blends, plans, mixes, leftovers, readings
manifest.json   the format's version, how many rows there are, and the SHA-256 of every file

Grams, millimetres, degrees Celsius, percent on dry clay; times in UTC. The format is documented in
docs/formats.md of the application. To import it: Library, "The whole studio", in an empty studio.
"""


class _Outlet(io.RawIOBase):
    """What a zip is written into, and taken out of as it comes: it cannot be gone back in."""

    def __init__(self) -> None:
        self._written: list[bytes] = []

    def writable(self) -> bool:
        return True

    def write(self, piece: Any) -> int:
        self._written.append(bytes(piece))
        return len(piece)

    def taken(self) -> bytes:
        """What was written since it was last asked."""
        written, self._written = b"".join(self._written), []
        return written


class _Writer:
    """A zip being written, with the sum of everything that went into it."""

    def __init__(self, at: datetime) -> None:
        self._outlet = _Outlet()
        self._zip = zipfile.ZipFile(self._outlet, "w", zipfile.ZIP_DEFLATED)
        self._day = at.timetuple()[:6]
        self.sums: dict[str, str] = {}

    def add(self, name: str, pieces: Iterable[bytes]) -> Iterator[bytes]:
        """One file, piece by piece, as the zip has it. Its day is that of the archive."""
        entry = zipfile.ZipInfo(name, self._day)
        entry.compress_type = zipfile.ZIP_DEFLATED
        total = hashlib.sha256()
        with self._zip.open(entry, "w", force_zip64=True) as out:
            for piece in pieces:
                total.update(piece)
                out.write(piece)
                yield self._outlet.taken()
        self.sums[name] = total.hexdigest()
        yield self._outlet.taken()

    def close(self) -> bytes:
        """The end of the zip."""
        self._zip.close()
        return self._outlet.taken()


@contextmanager
def one_snapshot() -> Iterator[None]:
    """What is read in it is of one moment, and nobody who writes meanwhile has to wait."""
    if connection.in_atomic_block:
        yield
        return
    with connection.cursor() as cursor:
        cursor.execute("BEGIN DEFERRED")
        try:
            yield
        finally:
            cursor.execute("ROLLBACK")


def archive_of(studio: Studio, at: datetime, begin: Begin = no_progress) -> Iterator[bytes]:
    """All of a studio, piece by piece; ``begin`` is told of rows, then of tables."""
    with one_snapshot():
        yield from filter(None, _Archive(studio, at).written(begin))


def write_archive(
    studio: Studio, file: IO[bytes], at: datetime, begin: Begin = no_progress
) -> None:
    """The same into a binary file."""
    for piece in archive_of(studio, at, begin):
        file.write(piece)


class _Archive:
    """One archive on its way out."""

    def __init__(self, studio: Studio, at: datetime) -> None:
        self._studio = Studio.objects.get(pk=studio.pk)
        self._at = at
        self._zip = _Writer(at)
        self._keys: dict[type[models.Model], array[int]] = {}
        self._people: dict[int, tuple[int, str]] = {}

    def _number_everything(self) -> None:
        """Every row and person gets the number by which others point to them."""
        for model in contents.archived().values():
            keys = self._rows(model).order_by("pk").values_list("pk", flat=True)
            self._keys[model] = array("q", keys.iterator(AT_A_TIME))
        self._people = self._everybody()

    def _rows(self, model: type[models.Model]) -> models.QuerySet:
        return model._base_manager.filter(studio=self._studio)

    def _everybody(self) -> dict[int, tuple[int, str]]:
        """Number and name of everyone whose hand is in the studio, by key; in order of names."""
        keys: set[int] = set()
        for model in self._keys:
            for field in contents.told_fields(model):
                if contents.points_to_person(field):
                    found = self._rows(model).order_by().values_list(field.attname, flat=True)
                    keys.update(key for key in found.distinct() if key is not None)
        people = User.objects.filter(pk__in=keys).order_by("username")
        return {one.pk: (number, one.username) for number, one in enumerate(people, 1)}

    def written(self, begin: Begin) -> Iterator[bytes]:
        """The files in turn; the manifest last, when every sum is known."""
        of_studio = {f.name: getattr(self._studio, f.name) for f in contents.studio_fields()}
        yield from self._zip.add(contents.README, [ABOUT.format(day=self._at.date()).encode()])
        yield from self._zip.add(contents.STUDIO, [_line(of_studio)])
        # Whoever waits has the first of it by now: numbering a large studio takes a while.
        self._number_everything()
        people = ({"id": number, "name": name} for number, name in self._people.values())
        yield from self._zip.add(contents.PEOPLE, map(_line, people))
        tally = Tally(begin(Doing.WRITING, sum(map(len, self._keys.values()))))
        for label, model in contents.archived().items():
            rows = map(_line, tally.over(self._told(model)))
            yield from self._zip.add(contents.data_name(label), rows)
            for field in contents.file_fields(model):
                yield from self._files(label, model, field)
        yield from self._tables(begin)
        yield from self._zip.add(contents.MANIFEST, [self._manifest()])
        yield self._zip.close()

    def _tables(self, begin: Begin) -> Iterator[bytes]:
        for key, kind in KINDS.items():
            text = tables.to_csv(kind.columns, kind.rows_of(self._studio))
            yield from self._zip.add(f"csv/{key}.csv", [text.encode()])
        report = begin(Doing.TABLES, len(self._keys[Tile]))
        readings = every_reading_as_csv(self._studio, report=report)
        pieces = (piece.encode() for piece in readings)
        yield from self._zip.add("csv/readings.csv", pieces)

    def _manifest(self) -> bytes:
        counts = {model._meta.label: len(keys) for model, keys in self._keys.items()}
        told = {
            "format": FORMAT,
            "version": VERSION,
            "studio": self._studio.name,
            "exported_at": contents.written(self._at),
            "rows": counts,
            "sha256": self._zip.sums,
        }
        return json.dumps(told, indent=1, ensure_ascii=False).encode()

    def _told(self, model: type[models.Model]) -> Iterator[dict[str, Any]]:
        fields = contents.plain_fields(model)
        names = [field.attname for field in fields]
        rows = self._rows(model).order_by("pk").values_list(*names).iterator(AT_A_TIME)
        for number, row in enumerate(rows, 1):
            told = {f.name: self._value(f, value) for f, value in zip(fields, row, strict=True)}
            yield {"id": number, **told}

    def _value(self, field: models.Field, value: Any) -> Any:
        target = contents.related(field)
        if target is None or value is None:
            return contents.written(value)
        if target is User:
            return self._people[value][0]
        return bisect_left(self._keys[target], value) + 1

    def _files(self, label: str, model: type[models.Model], field: models.Field) -> Iterator[bytes]:
        there = self._rows(model).exclude(**{field.name: None})
        for key in there.order_by("pk").values_list("pk", flat=True):
            number = bisect_left(self._keys[model], key) + 1
            content = model._base_manager.values_list(field.name, flat=True).get(pk=key)
            name = contents.file_name(label, number, field)
            yield from self._zip.add(name, [bytes(content)])


def _line(row: dict[str, Any]) -> bytes:
    return (json.dumps(row, ensure_ascii=False, separators=(",", ":")) + "\n").encode()
