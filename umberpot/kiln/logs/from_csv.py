"""A log out of a CSV file of any length, read line by line; nothing about it is guessed."""

import csv
import io
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum
from typing import IO

from django.core.files.uploadedfile import UploadedFile

from claycore.firing.logs import MOST_POINTS, Cleaner, Point, check_degrees, thinned
from claycore.measure import units
from umberpot.studio.progress import Report, Tally
from umberpot.ui.fields.measures import read_number
from umberpot.ui.tables import Unreadable

SEPARATORS = "\t;,"
"""The first of these that a file has: a comma may be a decimal one."""

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


class Degrees(StrEnum):
    """What a log's temperatures are in."""

    CELSIUS = "c"
    FAHRENHEIT = "f"


DEGREE_WORDS = {Degrees.CELSIUS: "°C", Degrees.FAHRENHEIT: "°F"}


@dataclass(frozen=True)
class Columns:
    """Where time and temperature stand, by name or by number from 1, and what they are in."""

    time: str
    temperature: str
    time_as: TimeAs
    degrees: Degrees


@dataclass(frozen=True)
class ReadLog:
    """A log, thinned, and what was amiss with it, in words."""

    points: list[Point]
    troubles: list[str]


def count_rows(file: UploadedFile) -> int:
    """How many lines a file has, without holding it."""
    return sum(chunk.count(b"\n") for chunk in file.chunks())


def read(file: IO[bytes], columns: Columns, report: Report) -> ReadLog:
    """The log of a file. Raises Unreadable, or ClayError where °F was called °C.

    Only the thinned log is ever held.
    """
    file.seek(0)
    text = io.TextIOWrapper(file, encoding="utf-8-sig", errors="replace", newline="")
    try:
        cleaner = Cleaner()
        rows = _rows(text, columns, report)
        points = []
        for point in thinned(cleaner.clean(rows)):
            points.append(point)
            if len(points) > MOST_POINTS:
                raise Unreadable("The temperatures jump too often to be a firing.")
    except csv.Error as error:
        raise Unreadable(f"The file cannot be read as CSV: {error}.") from None
    finally:
        text.detach()
    if len(points) < FEWEST_POINTS:
        raise Unreadable("No readings were found in these two columns.")
    check_degrees(cleaner.peak_c)
    return ReadLog(points, cleaner.told)


def _rows(
    text: io.TextIOWrapper, columns: Columns, report: Report
) -> Iterator[tuple[float | None, float | None]]:
    first = text.readline()
    separator = next((one for one in SEPARATORS if one in first), ",")
    header = next(csv.reader([first], delimiter=separator), [])
    time_at = _place(header, columns.time, "time")
    temperature_at = _place(header, columns.temperature, "temperature")
    hours_of, celsius_of = _TIMES[columns.time_as](), _TEMPERATURES[columns.degrees]
    lines = Tally(report, ROWS_BETWEEN_REPORTS).over(csv.reader(text, delimiter=separator))
    if _is_reading(header, temperature_at):
        yield _cell(header, time_at, hours_of), _cell(header, temperature_at, celsius_of)
    for cells in lines:
        if cells:
            yield _cell(cells, time_at, hours_of), _cell(cells, temperature_at, celsius_of)


def _place(header: Sequence[str], wanted: str, what: str) -> int:
    """Which cell a column is, from its name or its number."""
    names = [name.strip().lower() for name in header]
    if wanted.strip().lower() in names:
        return names.index(wanted.strip().lower())
    if wanted.isdecimal() and 1 <= int(wanted[:4]) <= len(header):
        return int(wanted) - 1
    there = ", ".join(name.strip()[:30] for name in header[:12])
    raise Unreadable(f"There is no {what} column “{wanted[:40]}”. The first line has: {there}.")


def _is_reading(header: Sequence[str], at: int) -> bool:
    try:
        read_number(header[at])
    except ValueError:
        return False
    return True


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
_TEMPERATURES: dict[Degrees, Callable[[str], float]] = {
    Degrees.CELSIUS: _number,
    Degrees.FAHRENHEIT: lambda text: units.celsius(_number(text)),
}
