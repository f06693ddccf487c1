"""A firing curve on ruled paper: temperature up with cones as a second scale, hours along."""

import math
from collections.abc import Sequence

from claycore.firing import cones
from claycore.firing.schedules import Curve
from claycore.measure.formatting import plain
from umberpot.ui.drawing import Drawing, Stroke, Words

WIDE, NARROW = 640.0, 340.0
"""How wide a curve is drawn: for a page, and for a phone."""

HEIGHT = 320.0
LEFT, RIGHT, TOP, BOTTOM = 56.0, 36.0, 16.0, 40.0
TICK_C = 200

CONES_SHOWN = ("018", "010", "04", "1", "6", "10", "14")
"""Cones on the second scale, at the usual rate of the last 100 °C."""

Point = tuple[float, float]
"""Hours since the start, and °C."""


STEPS_H = (0.25, 0.5, 1.0, 2.0, 3.0, 6.0, 12.0, 24.0, 48.0, 96.0, 240.0)
A_TICK = 48.0
"""A tick of the time axis needs so much room."""


def _hours_between_ticks(hours: float, room: float) -> float:
    """The least step of the time axis whose ticks have room; the largest for what never ends."""
    most = room / A_TICK
    return next((step for step in STEPS_H if hours / step <= most), hours / most)


class _Paper:
    """Ruled paper for so many hours and degrees, with its axes drawn."""

    def __init__(self, hours: float, peak_c: float, width: float, says: str) -> None:
        self._hours = hours
        self._most_c = TICK_C * math.ceil(peak_c / TICK_C + 0.05)
        self._right, self._bottom = width - RIGHT, HEIGHT - BOTTOM
        self.drawing = Drawing(width, HEIGHT, says)
        self._rule()

    def _x(self, hours: float) -> float:
        return LEFT + (self._right - LEFT) * hours / self._hours

    def _y(self, temperature: float) -> float:
        return self._bottom - (self._bottom - TOP) * max(0.0, temperature) / self._most_c

    def _rule(self) -> None:
        strokes, words = self.drawing.strokes, self.drawing.words
        for tick in range(0, self._most_c + 1, TICK_C):
            y, css = self._y(tick), "chart-axis" if tick == 0 else "chart-rule"
            strokes.append(Stroke(((LEFT, y), (self._right, y)), css))
            words.append(Words(LEFT - 8, y + 4, f"{tick} °C", "chart-tick", "end"))
        step = _hours_between_ticks(self._hours, self._right - LEFT)
        for number in range(int(self._hours / step) + 1):
            at = self._x(number * step)
            strokes.append(Stroke(((at, self._bottom), (at, self._bottom + 5)), "chart-axis"))
            words.append(Words(at, self._bottom + 20, f"{plain(number * step)} h", "chart-tick"))
        for name in CONES_SHOWN:
            bends = cones.temperature_c(name)
            if self._most_c / 3 < bends < self._most_c:
                y = self._y(bends)
                strokes.append(Stroke(((self._right, y), (self._right + 5, y)), "chart-axis"))
                words.append(Words(self._right + 8, y + 4, name, "chart-tick", "start"))

    def line(self, points: Sequence[Point], css: str) -> None:
        """A curve, straight between its points."""
        path = tuple((self._x(hours), self._y(temperature)) for hours, temperature in points)
        self.drawing.strokes.append(Stroke(path, css))


def drawn(curve: Curve, width: float = WIDE, actual: Sequence[Point] = ()) -> Drawing:
    """The curve with its axes; straight between its points, as the controller goes.

    ``actual`` is what a log says so far: then that is drawn thick and the plan thin.
    """
    hours = max(curve.hours, actual[-1][0] if actual else 0.0)
    peak_c = max([curve.peak_c, *(temperature for _, temperature in actual)])
    says = f"The curve: {plain(curve.hours, 1)} hours, at most {plain(curve.peak_c, 0)} °C"
    if actual:
        says += f"; logged so far: {plain(actual[-1][0], 1)} hours, {plain(actual[-1][1], 0)} °C"
    paper = _Paper(hours, peak_c, width, says)
    paper.line(curve.points, "chart-plan" if actual else "chart-line")
    if actual:
        paper.line(actual, "chart-line")
    return paper.drawing


def laid_over(curves: Sequence[tuple[Curve, int]], width: float = WIDE) -> Drawing:
    """Several curves over one another, each drawn by its number, from 0."""
    hours = max(curve.hours for curve, _ in curves)
    peak_c = max(curve.peak_c for curve, _ in curves)
    says = f"{len(curves)} curves: at most {plain(hours, 1)} hours and {plain(peak_c, 0)} °C"
    paper = _Paper(hours, peak_c, width, says)
    for curve, number in curves:
        paper.line(curve.points, f"chart-line chart-line-{number}" if number else "chart-line")
    return paper.drawing
