"""Schedules in and out, as CSV and as JSON: one row a segment."""

import json
from dataclasses import dataclass

from claycore.firing.schedules import MOST_SEGMENTS, START_C, Segment, curve_of
from claycore.measure.errors import ClayError
from claycore.measure.formatting import plain
from umberpot.kiln.models import Schedule
from umberpot.ui import tables
from umberpot.ui.fields.measures import read_number
from umberpot.ui.tables import UnreadableTable

COLUMNS = ("rate_c_per_h", "target_c", "hold_min")


@dataclass(frozen=True)
class ReadSchedule:
    """A schedule as a file has it; '' where it has no name."""

    name: str
    start_c: float
    segments: list[Segment]


def to_csv(schedule: Schedule) -> str:
    """One row a segment, as the spreadsheets of its studio read it."""
    return tables.to_csv(COLUMNS, _rows(schedule), schedule.studio.writes_tables, COLUMNS)


def to_json(schedule: Schedule) -> str:
    """An object with name, start and segments."""
    content = {
        "umberpot": "schedule",
        "version": 1,
        "name": schedule.name,
        "start_c": schedule.start_c,
        "rows": [dict(zip(COLUMNS, row, strict=True)) for row in schedule.segments],
    }
    return json.dumps(content, ensure_ascii=False, indent=1)


def _rows(schedule: Schedule) -> list[dict[str, str]]:
    return [
        dict(zip(COLUMNS, (plain(number, 4) for number in row), strict=True))
        for row in schedule.segments
    ]


def read(content: bytes) -> ReadSchedule:
    """A schedule from a file that was written here, or in a spreadsheet. Raises Unreadable."""
    text = tables.decoded(content)
    rows = tables.read(text, COLUMNS)
    if len(rows) > MOST_SEGMENTS:
        raise UnreadableTable(f"At most {MOST_SEGMENTS} segments. Remove some.")
    segments = [_segment(row) for row in rows]
    name, start_c = _head(text)
    try:
        curve_of(segments, start_c)
    except ClayError as error:
        raise UnreadableTable(str(error)) from None
    return ReadSchedule(name, start_c, segments)


def _segment(row: tables.TableRow) -> Segment:
    cells = [row.cells.get(column, "").strip() for column in COLUMNS]
    try:
        rate, target_c = (read_number(cell) for cell in cells[:2])
        return Segment(rate, target_c, read_number(cells[2]) if cells[2] else 0.0)
    except ValueError:
        columns = ", ".join(COLUMNS)
        raise UnreadableTable(f"Line {row.line}: enter a number in each of {columns}.") from None


def _head(text: str) -> tuple[str, float]:
    """The name and start that only JSON has."""
    if not text.lstrip("\ufeff \n").startswith("{"):
        return "", START_C
    content = json.loads(text.lstrip("\ufeff"))
    name, start_c = content.get("name", ""), content.get("start_c", START_C)
    if (
        not isinstance(name, str)
        or isinstance(start_c, bool)
        or not isinstance(start_c, int | float)
    ):
        raise UnreadableTable("The name must be text and start_c a number.")
    return name[:60], float(start_c)
