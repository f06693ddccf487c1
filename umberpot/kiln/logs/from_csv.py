"""A log out of a CSV file of any length, read line by line; nothing about it is guessed."""

import codecs
import csv
import io
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum
from itertools import chain, islice
from typing import IO

from django.core.files.uploadedfile import UploadedFile

from claycore.firing.log_doubts import examine
from claycore.firing.logs import MOST_POINTS, Cleaner, Point, check_degrees, thinned
from claycore.measure import units
from umberpot.studio.progress import Report, Tally
from umberpot.ui.fields.measures import read_number
from umberpot.ui.tables import UnreadableTable

SEPARATORS = "\t;,"
"""The first of these that a file has: a comma may be a decimal one."""

MOST_LINES_BEFORE = 100
"""Lines in which the headings, or the first reading, have to stand."""

ROWS_BETWEEN_REPORTS = 20_000
FEWEST_POINTS = 2
HALF_A_DAY_H = 12.0
DAY_H = 24.0


class TimeAs(StrEnum):
    """How a log writes its times."""

    HOURS = "hours"
    MINUTES = "minutes"
    SECONDS = "seconds"
    CLOCK = "clock"
    YEAR_FIRST = "year_first"
    DAY_FIRST = "day_first"
    MONTH_FIRST = "month_first"


TIME_WORDS = {
    TimeAs.HOURS: "hours",
    TimeAs.MINUTES: "minutes",
    TimeAs.SECONDS: "seconds",
    TimeAs.CLOCK: "h:mm or h:mm:ss",
    TimeAs.YEAR_FIRST: "date and time, year first",
    TimeAs.DAY_FIRST: "date and time, day first",
    TimeAs.MONTH_FIRST: "date and time, month first",
}


class LogDegrees(StrEnum):
    """What a log's temperatures are in."""

    CELSIUS = "c"
    FAHRENHEIT = "f"


DEGREE_WORDS = {LogDegrees.CELSIUS: "°C", LogDegrees.FAHRENHEIT: "°F"}


@dataclass(frozen=True)
class Columns:
    """Where time and temperature stand, by name or by number from 1, and what they are in."""

    time: str
    temperature: str
    time_as: TimeAs
    degrees: LogDegrees


@dataclass(frozen=True)
class ReadLog:
    """A log, thinned; its pauses, from hour to hour; and what was amiss with it, in words."""

    points: list[Point]
    gaps: list[tuple[float, float]]
    troubles: list[str]


def count_rows(file: UploadedFile) -> int:
    """How many lines a file has, without holding it."""
    return sum(chunk.count(b"\n") for chunk in file.chunks())


def read(file: IO[bytes], columns: Columns, report: Report) -> ReadLog:
    """The log of a file. Raises Unreadable, or ClayError where °F was called °C.

    Only the thinned log is ever held.
    """
    file.seek(0)
    text = io.TextIOWrapper(file, encoding=_encoding(file), errors="replace", newline="")
    try:
        cleaner = Cleaner()
        rows = _rows(text, columns, report, cleaner)
        kept = []
        for point in thinned(cleaner.clean(rows)):
            kept.append(point)
            if len(kept) > MOST_POINTS:
                raise UnreadableTable("The temperatures jump too often to be a firing.")
    except csv.Error as error:
        raise UnreadableTable(f"The file cannot be read as CSV: {error}.") from None
    finally:
        text.detach()
    if len(kept) < FEWEST_POINTS:
        raise UnreadableTable("No readings were found in these two columns.")
    check_degrees(cleaner.peak_c)
    points = [(point.hours, point.celsius) for point in kept]
    doubtful = examine(points, cleaner.gaps).sentences([point.row for point in kept])
    return ReadLog(points, cleaner.gaps, [*cleaner.sentences, *doubtful])


def _encoding(file: IO[bytes]) -> str:
    """By the byte order mark; UTF-8 without one, as plain text of a logger is too."""
    mark = file.read(2)
    file.seek(0)
    return "utf-16" if mark in (codecs.BOM_UTF16_LE, codecs.BOM_UTF16_BE) else "utf-8-sig"


@dataclass(frozen=True)
class _Table:
    """Where the readings of a file begin, counted from 0, and how its lines are read.

    ``first`` is the first line that is a reading, or follows on the headings.
    """

    first: int
    separator: str
    time_at: int
    temperature_at: int


def _rows(
    text: io.TextIOWrapper, columns: Columns, report: Report, cleaner: Cleaner
) -> Iterator[tuple[float | None, float | None]]:
    head = list(islice(text, MOST_LINES_BEFORE))
    table = _table(head, columns)
    hours_of, celsius_of = _TIMES[columns.time_as](), _TEMPERATURES[columns.degrees]
    reader = csv.reader(chain(head[table.first :], text), delimiter=table.separator)
    for cells in Tally(report, ROWS_BETWEEN_REPORTS).over(reader):
        if cells:
            cleaner.row = table.first + reader.line_num
            yield (
                _cell(cells, table.time_at, hours_of),
                _cell(cells, table.temperature_at, celsius_of),
            )


def _table(head: Sequence[str], columns: Columns) -> _Table:
    """Where headings with these names stand, or the first line with readings at these numbers.

    Loggers write about themselves first. Raises Unreadable.
    """
    hours_of, celsius_of = _TIMES[columns.time_as](), _TEMPERATURES[columns.degrees]
    widest: Sequence[str] = ()
    for number, line in enumerate(head):
        separator = next((one for one in SEPARATORS if one in line), ",")
        cells = [cell.strip() for cell in next(csv.reader([line], delimiter=separator), [])]
        widest = max(widest, cells, key=len)
        time_at, temperature_at = (
            _place(cells, wanted) for wanted in (columns.time, columns.temperature)
        )
        if time_at is None or temperature_at is None:
            continue
        is_named = not columns.time.isdecimal() or not columns.temperature.isdecimal()
        is_reading = (
            _cell(cells, time_at, hours_of) is not None
            and _cell(cells, temperature_at, celsius_of) is not None
        )
        if is_named or is_reading:
            return _Table(number + is_named, separator, time_at, temperature_at)
    missing = next(
        (
            (what, wanted)
            for what, wanted in (("time", columns.time), ("temperature", columns.temperature))
            if _place(widest, wanted) is None
        ),
        None,
    )
    if missing is None:
        raise UnreadableTable("No readings were found in these two columns.")
    there = ", ".join(name[:30] for name in widest[:12])
    raise UnreadableTable(
        f"There is no {missing[0]} column “{missing[1][:40]}”. There are: {there}."
    )


def _place(cells: Sequence[str], wanted: str) -> int | None:
    """Which cell a column is, from its name or its number; None where there is none."""
    names = [name.lower() for name in cells]
    if wanted.strip().lower() in names:
        return names.index(wanted.strip().lower())
    if wanted.isdecimal() and 1 <= int(wanted[:4]) <= len(cells):
        return int(wanted[:4]) - 1
    return None


def _cell(cells: Sequence[str], at: int, read_cell: Callable[[str], float]) -> float | None:
    try:
        return read_cell(cells[at])
    except (ValueError, IndexError):
        return None


def _number(text: str) -> float:
    """A number; fast for the plain ones that logs are full of."""
    try:
        number = float(text)
    except ValueError:
        return read_number(text)
    if not -1e12 < number < 1e12:
        raise ValueError(text)
    return number


def _of_unit(per_hour: float) -> Callable[[], Callable[[str], float]]:
    return lambda: lambda text: _number(text) / per_hour


class _Clock:
    """h:mm or h:mm:ss; a clock that passes midnight goes on."""

    def __init__(self) -> None:
        self._last = self._days = 0.0

    def __call__(self, text: str) -> float:
        parts = [float(part) for part in text.strip().split(":")]
        if not 2 <= len(parts) <= 3:
            raise ValueError(text)
        hours = sum(part / 60**place for place, part in enumerate(parts))
        if hours < self._last - HALF_A_DAY_H:
            self._days += DAY_H
        self._last = hours
        return hours + self._days


def _of_dates(*patterns: str) -> Callable[[], Callable[[str], float]]:
    """Dates and times; the pattern that fitted the last one is tried first."""

    def begin() -> Callable[[str], float]:
        tried = list(patterns)

        def hours_of(text: str) -> float:
            for place, pattern in enumerate(tried):
                try:
                    moment = datetime.strptime(text.strip(), pattern)
                except ValueError:
                    continue
                tried.insert(0, tried.pop(place))
                return (moment - datetime.min).total_seconds() / 3600
            raise ValueError(text)

        return hours_of

    return begin


def _patterns(*dates: str) -> list[str]:
    times = ("%H:%M:%S", "%H:%M", "%I:%M:%S %p", "%I:%M %p")
    return [f"{date}{joint}{time}" for date in dates for time in times for joint in (" ", "T")]


_TIMES: dict[TimeAs, Callable[[], Callable[[str], float]]] = {
    TimeAs.HOURS: _of_unit(1),
    TimeAs.MINUTES: _of_unit(60),
    TimeAs.SECONDS: _of_unit(3600),
    TimeAs.CLOCK: _Clock,
    TimeAs.YEAR_FIRST: _of_dates(*_patterns("%Y-%m-%d", "%Y/%m/%d")),
    TimeAs.DAY_FIRST: _of_dates(*_patterns("%d.%m.%Y", "%d/%m/%Y", "%d-%m-%Y")),
    TimeAs.MONTH_FIRST: _of_dates(*_patterns("%m/%d/%Y", "%m-%d-%Y")),
}
_TEMPERATURES: dict[LogDegrees, Callable[[str], float]] = {
    LogDegrees.CELSIUS: _number,
    LogDegrees.FAHRENHEIT: lambda text: units.celsius(_number(text)),
}
