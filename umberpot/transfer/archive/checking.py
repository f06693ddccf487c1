"""Reading an archive with suspicion: everything is looked at before a single row is written.

Nothing is unpacked to disk, and no name in the archive is ever used as a path.
"""

import hashlib
import json
import zipfile
from collections.abc import Iterator
from dataclasses import dataclass
from typing import IO, Any

from django.core.exceptions import ValidationError
from django.db import models

from umberpot.studio.progress import Report, Tally
from umberpot.transfer.archive import contents, sentences, shapes
from umberpot.transfer.archive.contents import FORMAT, VERSION

MOST_BYTES = 12 * 1024**3
"""Of everything unpacked: more is no studio, or a bomb."""

MOST_ENTRIES = 200_000
MOST_TIMES_PACKED = 250
"""Rows that repeat themselves pack to a thirtieth; a bomb to a thousandth."""

SMALL_BYTES = 1024**2
"""Below this it does not matter how well something is packed."""

LONGEST_LINE = 4 * 1024**2
PIECE = 256 * 1024


class Unfit(Exception):
    """The archive cannot be taken in; the message says what is wrong with it."""


@dataclass(frozen=True)
class Manifest:
    """What an archive says of itself; ``rows`` are counted by today's labels."""

    version: int
    studio: str
    rows: dict[str, int]
    sums: dict[str, str]

    @property
    def count(self) -> int:
        return sum(self.rows.values())


class Archive:
    """An archive that is looked through. Raises :class:`Unfit` for whatever is amiss."""

    def __init__(self, file: IO[bytes]) -> None:
        try:
            self._zip = zipfile.ZipFile(file)
            entries = self._zip.infolist()
        except (zipfile.BadZipFile, OSError, ValueError, NotImplementedError):
            raise Unfit(sentences.NO_ZIP) from None
        self._entries = {entry.filename: entry for entry in entries}
        self._refuse_what_is_hostile(entries)
        self.manifest = self._manifest()
        self._people = 0

    def _refuse_what_is_hostile(self, entries: list[zipfile.ZipInfo]) -> None:
        if len(entries) > MOST_ENTRIES or sum(e.file_size for e in entries) > MOST_BYTES:
            raise Unfit(sentences.TOO_LARGE)
        for entry in entries:
            if not contents.NAMES.fullmatch(entry.filename) or entry.flag_bits & 0x1:
                raise Unfit(sentences.not_ours(entry.filename))
            packed = max(entry.compress_size, 1)
            if entry.file_size > SMALL_BYTES and entry.file_size / packed > MOST_TIMES_PACKED:
                raise Unfit(sentences.BOMB)
        if len(self._entries) != len(entries):
            raise Unfit(sentences.TWICE)

    def _manifest(self) -> Manifest:
        told = self._json(self._whole(contents.MANIFEST, 64 * SMALL_BYTES), contents.MANIFEST)
        if not isinstance(told, dict) or told.get("format") != FORMAT:
            raise Unfit(sentences.NO_STUDIO)
        version = told.get("version")
        rows, sums = _counts(told.get("rows")), _texts(told.get("sha256"))
        if not isinstance(version, int) or version < 1:
            raise Unfit(sentences.damaged(contents.MANIFEST))
        if version > VERSION:
            raise Unfit(sentences.newer(version, VERSION))
        self._labels = contents.labels_of(version)
        unknown = rows.keys() - self._labels.values()
        if unknown:
            raise Unfit(sentences.not_ours(sorted(unknown)[0]))
        wanted = {*contents.every_name(rows), *sums}
        missing = wanted - self._entries.keys()
        if missing:
            raise Unfit(sentences.missing(sorted(missing)[0]))
        unsummed = self._entries.keys() - sums.keys() - {contents.MANIFEST}
        if unsummed:
            raise Unfit(sentences.not_ours(sorted(unsummed)[0]))
        counts = {now: rows[then] for now, then in self._labels.items() if then in rows}
        return Manifest(version, str(told.get("studio", "")), counts, sums)

    def check(self, report: Report) -> None:
        """Looks at every byte and every row; ``report`` is told how many rows so far."""
        for name, total in self.manifest.sums.items():
            if self._sum(name) != total:
                raise Unfit(sentences.damaged(name))
        self.studio()
        self._people = len(self.people())
        tally = Tally(report)
        for label, model in contents.archived().items():
            count = sum(1 for _ in tally.over(self.rows(label, model)))
            if count != self.manifest.rows.get(label, 0):
                raise Unfit(sentences.missing_rows(label, count, self.manifest.rows[label]))

    def studio(self) -> dict[str, Any]:
        """How the studio likes to work."""
        told = self._json(self._whole(contents.STUDIO, SMALL_BYTES), contents.STUDIO)
        return self._read(contents.STUDIO, contents.studio_fields(), told)

    def people(self) -> list[str]:
        """The names of those whose hand is in it; the first has the number 1."""
        names = []
        for number, told in enumerate(self._lines(contents.PEOPLE), 1):
            name = told.get("name")
            if told.get("id") != number or not isinstance(name, str) or not 0 < len(name) <= 150:
                raise Unfit(sentences.bad_row(contents.PEOPLE, number, "name"))
            names.append(name)
        return names

    def rows(self, label: str, model: type[models.Model]) -> Iterator[dict[str, Any]]:
        """The rows of a model as the fields have them; relations as the numbers they point to."""
        if label not in self.manifest.rows:
            return
        fields = contents.plain_fields(model)
        name = contents.data_name(self._labels[label])
        for number, told in enumerate(self._lines(name), 1):
            row = contents.upgraded(label, told, self.manifest.version)
            if row.pop("id", None) != number:
                raise Unfit(sentences.bad_row(name, number, "id"))
            read = self._read(name, fields, row, number)
            if wrong := shapes.what_makes_no_sense(model, read):
                raise Unfit(sentences.bad_row(name, number, wrong))
            yield read

    def picture(self, label: str, number: int, field: models.Field) -> bytes | None:
        """The content of a row's picture; None where it has none."""
        name = contents.file_name(self._labels[label], number, field)
        return self._whole(name, MOST_BYTES) if name in self._entries else None

    def _read(
        self, name: str, fields: list[models.Field], told: Any, number: int = 1
    ) -> dict[str, Any]:
        if not isinstance(told, dict) or told.keys() - {field.name for field in fields}:
            raise Unfit(sentences.bad_row(name, number, "an unknown column"))
        row = {}
        for field in fields:
            try:
                if field.name not in told:
                    row[field.name] = contents.default_of(field)
                elif contents.related(field):
                    row[field.name] = self._number(field, told[field.name])
                else:
                    row[field.name] = contents.read_value(field, told[field.name])
            except (ValidationError, TypeError, ValueError, OverflowError):
                raise Unfit(sentences.bad_row(name, number, field.name)) from None
        return row

    def _number(self, field: models.Field, value: Any) -> int | None:
        """The number of a row that is there. Raises ValueError for any other."""
        if value is None and field.null:
            return None
        target = contents.related(field)
        label = target._meta.label if target else ""
        person = contents.points_to_person(field)
        most = self._people if person else self.manifest.rows.get(label, 0)
        if isinstance(value, bool) or not isinstance(value, int) or not 1 <= value <= most:
            raise ValueError(value)
        return value

    def _lines(self, name: str) -> Iterator[dict[str, Any]]:
        try:
            with self._zip.open(self._entries[name]) as file:
                while line := file.readline(LONGEST_LINE + 1):
                    if len(line) > LONGEST_LINE:
                        raise Unfit(sentences.damaged(name))
                    told = self._json(line, name)
                    if not isinstance(told, dict):
                        raise Unfit(sentences.damaged(name))
                    yield told
        except (zipfile.BadZipFile, OSError, EOFError, NotImplementedError):
            raise Unfit(sentences.damaged(name)) from None

    def _pieces(self, name: str) -> Iterator[bytes]:
        """Never more than the archive said there would be: zipfile checks length and CRC."""
        try:
            with self._zip.open(self._entries[name]) as file:
                while piece := file.read(PIECE):
                    yield piece
        except (zipfile.BadZipFile, OSError, EOFError, NotImplementedError, KeyError):
            raise Unfit(sentences.damaged(name)) from None

    def _sum(self, name: str) -> str:
        total = hashlib.sha256()
        for piece in self._pieces(name):
            total.update(piece)
        return total.hexdigest()

    def _whole(self, name: str, most: int) -> bytes:
        entry = self._entries.get(name)
        if entry is None:
            raise Unfit(sentences.missing(name))
        if entry.file_size > most:
            raise Unfit(sentences.damaged(name))
        return b"".join(self._pieces(name))

    def _json(self, text: bytes, name: str) -> Any:
        try:
            return json.loads(text)
        except (ValueError, RecursionError):
            raise Unfit(sentences.damaged(name)) from None


def _counts(told: Any) -> dict[str, int]:
    """Numbers of rows, by label."""
    if isinstance(told, dict) and all(type(n) is int and n >= 0 for n in told.values()):
        return told
    raise Unfit(sentences.damaged(contents.MANIFEST))


def _texts(told: Any) -> dict[str, str]:
    """Sums, by the names of files."""
    if isinstance(told, dict) and all(isinstance(text, str) for text in told.values()):
        return told
    raise Unfit(sentences.damaged(contents.MANIFEST))
