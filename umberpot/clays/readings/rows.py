"""Every current reading of tiles and bars as rows, for data files.

A studio may have a million of them, so only the tiles are fetched as objects: what was read off
them comes as plain values, a few queries for hundreds of tiles.
"""

from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from datetime import UTC, datetime
from typing import Any

from django.db.models import QuerySet
from django.utils import timezone

from claycore.measure.formatting import plain, to_step
from claycore.testing.readings import READINGS
from umberpot.firings.models import Firing
from umberpot.studio.progress import Report
from umberpot.tiles.columns import LAB_COLUMNS
from umberpot.tiles.models import (
    ColourReading,
    ColourWords,
    Loading,
    Reading,
    Remark,
    Tile,
    remark_choices,
)

COLUMNS = (
    *("bar", "role", "firing", "cone", "atmosphere", "fired_on", "reading", "method"),
    *("value", "unit", "step", "L", "a", "b", "note", "taken_at", "taken_at_utc"),
)
FIGURES = ("value", "step", "L", "a", "b")
OF_A_STUDIO = ("trial", "made_of", "glazed", "glaze", "set_aside")
"""What a row of all readings says besides: whose reading it is."""

SEEN = "seen"
"""The reading of a row whose note is a remark, such as 'cracked'."""

TILES_AT_ONCE = 400

Row = dict[str, Any]
_Taken = Mapping[tuple[int, int | None], Sequence[Row]]
"""What was read, by the tile and the firing it was read after; None before any."""


def reading_rows(tiles: QuerySet[Tile], report: Report | None = None) -> Iterator[Row]:
    """The rows of some tiles, the oldest first, stage by stage: figures, colours, remarks.

    ``report`` is told of how many tiles they are, now and then.
    """
    wanted = tiles.select_related(*_NAMED_BY).only(*_FIELDS).order_by("pk")
    some = list(wanted[:TILES_AT_ONCE])
    done = 0
    while some:
        yield from _rows_of(some)
        done += len(some)
        if report:
            report(done)
        some = list(wanted.filter(pk__gt=some[-1].pk)[:TILES_AT_ONCE])


_NAMED_BY = ("trial", "mix", "clay", "glaze", "stack__body")
_FIELDS = (
    *("code", "role", "mark_length_mm", "glazed", "bare_half", "set_aside_at", "trial__name"),
    *("mix__name", "clay__name", "glaze__name", "stack__name", "stack__body__name"),
)


def as_text(row: Row) -> Row:
    """A row as a CSV has it: the value as precise as its instrument showed it."""
    if not row.get("step"):
        return row
    return row | {"value": to_step(row["value"], row["step"]), "step": plain(row["step"], 6)}


def _rows_of(tiles: Sequence[Tile]) -> Iterator[Row]:
    taken = _taken_of(tiles)
    firings = _firings_of(tiles)
    for tile in tiles:
        whose = {
            "trial": tile.trial.name,
            "made_of": tile.made_of,
            "glazed": tile.glazing.value,
            "glaze": tile.glaze_name,
            "set_aside": "yes" if tile.set_aside_at else "no",
            "bar": tile.code,
            "role": tile.role,
        }
        yield {**whose, "reading": "line_marked", "value": tile.mark_length_mm, "unit": "mm"}
        for row in taken.get((tile.pk, None), ()):
            yield whose | row
        for firing_pk, fired in firings[tile.pk]:
            for row in taken.get((tile.pk, firing_pk), ()):
                yield whose | fired | row


def _firings_of(tiles: Sequence[Tile]) -> Mapping[int, Sequence[tuple[int, Row]]]:
    """The firings that each tile went through, in order, as cells."""
    loadings = Loading.objects.filter(tile__in=tiles)
    keys = list(loadings.values_list("tile_id", "firing_id"))
    firings = Firing.objects.in_bulk({firing_pk for _, firing_pk in keys})
    cells = {pk: _fired(firing) for pk, firing in firings.items() if firing.fired_ware}
    found = defaultdict(list)
    for tile_pk, firing_pk in keys:
        if firing_pk in cells:
            found[tile_pk].append((firing_pk, cells[firing_pk]))
    return found


def _fired(firing: Firing) -> Row:
    return {
        "firing": firing.kind,
        "cone": firing.cone,
        "atmosphere": firing.atmosphere,
        "fired_on": firing.fired_on.isoformat(),
    }


def _taken_of(tiles: Sequence[Tile]) -> _Taken:
    """What stands of all that was read off some tiles, in the order in which rows tell it."""
    found: dict[tuple[int, int | None], list[Row]] = defaultdict(list)
    for rows in (_figures(tiles), _colours(tiles), _words(tiles), _remarks(tiles)):
        for tile_pk, firing_pk, taken_at, row in rows:
            found[tile_pk, firing_pk].append({**row, **_when(taken_at)})
    return found


def _when(taken_at: datetime) -> Row:
    """To the second, by the studio's clock and by UTC."""
    return {
        "taken_at": timezone.localtime(taken_at).strftime("%Y-%m-%d %H:%M:%S"),
        "taken_at_utc": taken_at.astimezone(UTC).strftime("%Y-%m-%dT%H:%M:%SZ"),
    }


_Taking = Iterator[tuple[int, int | None, Any, Row]]
_WHERE = ("tile_id", "firing_id", "made_at")


def _figures(tiles: Sequence[Tile]) -> _Taking:
    rows = Reading.objects.filter(tile__in=tiles, superseded_at=None)
    fields = ("quantity", "method", "value", "step", "kept_because")
    for tile, firing, at, quantity, method, value, step, note in rows.values_list(*_WHERE, *fields):
        unit = READINGS[quantity].unit
        row = {"reading": quantity, "method": method, "value": value, "unit": unit, "step": step}
        yield tile, firing, at, {**row, "note": note}


def _colours(tiles: Sequence[Tile]) -> _Taking:
    rows = ColourReading.objects.filter(tile__in=tiles, superseded_at=None)
    fields = ("typed", "of_bare_half", *LAB_COLUMNS)
    for tile, firing, at, typed, of_bare_half, *lab in rows.values_list(*_WHERE, *fields):
        reading = "colour_of_bare_half" if of_bare_half else "colour"
        lightness, a, b = (round(value, 2) for value in lab)
        measured = {"L": lightness, "a": a, "b": b}
        yield tile, firing, at, {"reading": reading, **measured, "note": typed}


def _words(tiles: Sequence[Tile]) -> _Taking:
    rows = ColourWords.objects.filter(tile__in=tiles, superseded_at=None)
    for tile, firing, at, words in rows.values_list(*_WHERE, "words"):
        yield tile, firing, at, {"reading": "colour", "note": words}


def _remarks(tiles: Sequence[Tile]) -> _Taking:
    said = dict(remark_choices())
    rows = Remark.objects.filter(tile__in=tiles, withdrawn_at=None)
    for tile, firing, at, code in rows.values_list(*_WHERE, "code"):
        yield tile, firing, at, {"reading": SEEN, "note": said[code]}
