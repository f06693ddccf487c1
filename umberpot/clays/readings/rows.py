"""Every current reading of a tile or bar as rows, for data files."""

from collections.abc import Iterator
from typing import Any

from claycore.measure.formatting import plain, to_step
from umberpot.firings.models import Firing
from umberpot.tiles.models import ColourReading, Tile

COLUMNS = (
    *("bar", "role", "firing", "cone", "atmosphere", "fired_on", "reading", "method"),
    *("value", "unit", "step", "note", "taken_at"),
)
SEEN = "seen"
"""The reading of a row whose note is a remark, such as 'cracked'."""


def record_rows(bar: Tile) -> Iterator[dict[str, Any]]:
    """A bar's rows, stage by stage. Fetched ``with_history``; makes no query of its own."""
    line = {"reading": "line_marked", "value": bar.mark_length_mm, "unit": "mm"}
    yield _row(bar, None, line)
    for firing in (None, *bar.firings):
        yield from _stage(bar, firing)


def _stage(bar: Tile, firing: Firing | None) -> Iterator[dict[str, Any]]:
    """The rows of one bar before the fire (None) or after one firing: figures, colour, remarks.

    It filters in Python what was fetched with the bar. A query here would be one a bar and firing.
    """
    firing_pk = firing.pk if firing else None
    for reading in bar.readings.all():
        if reading.is_current and reading.firing_id == firing_pk:
            of_reading = {
                "reading": reading.quantity,
                "method": reading.method,
                "value": reading.value,
                "unit": reading.unit,
                "step": reading.step,
                "note": reading.kept_because,
                "taken_at": reading.made_at.isoformat(),
            }
            yield _row(bar, firing, of_reading)
    for colour in (*bar.colours.all(), *bar.colour_words.all()):
        if colour.is_current and colour.firing_id == firing_pk:
            of_bare_half = isinstance(colour, ColourReading) and colour.of_bare_half
            named = "colour_of_bare_half" if of_bare_half else "colour"
            of_colour = {"reading": named, "note": str(colour)}
            yield _row(bar, firing, {**of_colour, "taken_at": colour.made_at.isoformat()})
    for remark in bar.remarks.all():
        if remark.withdrawn_at is None and remark.firing_id == firing_pk:
            of_remark = {"reading": SEEN, "note": str(remark)}
            yield _row(bar, firing, {**of_remark, "taken_at": remark.made_at.isoformat()})


def _row(bar: Tile, firing: Firing | None, more: dict[str, Any]) -> dict[str, Any]:
    fired = {}
    if firing:
        fired = {"firing": firing.kind, "cone": firing.cone, "atmosphere": firing.atmosphere}
        fired["fired_on"] = firing.fired_on.isoformat()
    known = {"bar": bar.code, "role": bar.role, **fired, **more}
    return {column: known.get(column, "") for column in COLUMNS}


def as_text(row: dict[str, Any]) -> dict[str, str]:
    """A row as a CSV has it: the value as precise as its instrument showed it."""
    text = {column: str(known) for column, known in row.items()}
    if row["step"]:
        text |= {"value": to_step(row["value"], row["step"]), "step": plain(row["step"], 6)}
    return text
