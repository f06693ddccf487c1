"""A firing curve on ruled paper: temperature up with cones as a second scale, hours along."""

import math
from collections.abc import Sequence

from claycore.firing import cones
from claycore.firing.schedules import FiringCurve, Segment
from claycore.measure.formatting import plain
from umberpot.ui.drawing import Drawing, DrawnLine, DrawnText, Knee

WIDE, NARROW = 640.0, 340.0
"""How wide a curve is drawn: for a page, and for a phone."""

HEIGHT = 320.0
LEFT, RIGHT, TOP, BOTTOM = 56.0, 58.0, 28.0, 40.0
TICK_C = 200

CONES_SHOWN = ("018", "010", "04", "1", "6", "10", "14")
"""Cones on the second scale, at the usual rate of the last 100 °C, besides those near the peak."""

NEAR_PEAK_C = 40.0
"""Cones that bend so near the peak, above or below, are all named."""

A_NAME = 13.0
"""A cone's name needs so much height."""

HIGHEST_NAME = 24.0
"""Nearer to the top edge than this the title of the scale above a name would be cut."""

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

    def __init__(
        self, hours: float, peak_c: float, width: float, summary: str, target: str = ""
    ) -> None:
        self._hours = hours
        self._most_c = TICK_C * math.ceil(peak_c / TICK_C + 0.05)
        self._right, self._bottom = width - RIGHT, HEIGHT - BOTTOM
        self.drawing = Drawing(width, HEIGHT, summary)
        self._rule()
        self._rule_cones(_cones_on_scale(peak_c, self._most_c, target), target)

    def _x(self, hours: float) -> float:
        return LEFT + (self._right - LEFT) * hours / self._hours

    def _y(self, temperature: float) -> float:
        return self._bottom - (self._bottom - TOP) * max(0.0, temperature) / self._most_c

    def _rule(self) -> None:
        strokes, words = self.drawing.strokes, self.drawing.words
        for tick in range(0, self._most_c + 1, TICK_C):
            y, css = self._y(tick), "chart-axis" if tick == 0 else "chart-rule"
            strokes.append(DrawnLine(((LEFT, y), (self._right, y)), css))
            words.append(DrawnText(LEFT - 8, y + 4, f"{tick} °C", "chart-tick", "end"))
        step = _hours_between_ticks(self._hours, self._right - LEFT)
        for number in range(int(self._hours / step) + 1):
            at = self._x(number * step)
            strokes.append(DrawnLine(((at, self._bottom), (at, self._bottom + 5)), "chart-axis"))
            words.append(
                DrawnText(at, self._bottom + 20, f"{plain(number * step)} h", "chart-tick")
            )

    def _rule_cones(self, names: Sequence[str], target: str) -> None:
        """The second scale: a tick where each cone bends, and its name where there is room."""
        strokes, words = self.drawing.strokes, self.drawing.words
        bends = [self._y(cones.temperature_c(name)) for name in names]
        # However many names stand near the top, the highest leaves the scale its title.
        lowered = [
            max(y, HIGHEST_NAME + A_NAME * (len(bends) - place))
            for place, y in enumerate(bends, start=1)
        ]
        heights = _apart(lowered)
        above = min([TOP, *heights]) - A_NAME - 2
        words.append(DrawnText(self._right + 14, above + 4, "cone", "chart-tick", "start"))
        for name, y, at in zip(names, bends, heights, strict=True):
            edge = self._right
            leader = ((edge, y), (edge + 5, y), (edge + 11, at))
            strokes.append(DrawnLine(leader, "chart-leader"))
            css = "chart-target" if name == target else "chart-tick"
            words.append(DrawnText(edge + 14, at + 4, name, css, "start"))
        if target in names:
            y = self._y(cones.temperature_c(target))
            strokes.append(DrawnLine(((LEFT, y), (self._right, y)), "chart-far"))

    def knees(self, curve: FiringCurve, segments: Sequence[Segment]) -> None:
        """A handle at the end of each segment's way, to move it by."""
        at = 0
        for number, segment in enumerate(segments):
            hours, now_c = curve.points[at]
            if segment.target_c == now_c:
                at += segment.hold_min > 0
                continue
            first = at + 1
            at = first + (segment.hold_min > 0)
            hours, target_c = curve.points[first]
            knee = Knee(self._x(hours), self._y(target_c), number, first, at)
            self.drawing.knees.append(knee)
        self.drawing.scale = (
            self._hours / (self._right - LEFT),
            self._most_c / (self._bottom - TOP),
            self._bottom,
        )

    def line(self, points: Sequence[Point], css: str) -> None:
        """A curve, straight between its points."""
        path = tuple((self._x(hours), self._y(temperature)) for hours, temperature in points)
        self.drawing.strokes.append(DrawnLine(path, css))


def _cones_on_scale(peak_c: float, most_c: float, target: str) -> list[str]:
    """The cones that are named, the coolest first: those near the peak, the target, a few others.

    The others only where they leave those room.
    """

    def far(name: str) -> float:
        return abs(cones.temperature_c(name) - peak_c)

    near = {name for name in cones.CONES if far(name) <= NEAR_PEAK_C}
    others = {name for name in CONES_SHOWN if far(name) > 2.5 * NEAR_PEAK_C}
    shown = {
        name
        for name in near | others | ({target} - {""})
        if most_c / 3 < cones.temperature_c(name) < most_c
    }
    return sorted(shown, key=cones.order)


def _apart(heights: Sequence[float]) -> list[float]:
    """Heights of names, from the bottom up, as near to their ticks as leaves each its room."""
    groups: list[tuple[list[int], float]] = []
    for place, height in enumerate(heights):
        groups.append(([place], height))
        # Names that would touch stand together about the middle of their ticks.
        while len(groups) > 1 and _room(groups[-2], groups[-1]) < 0:
            (low, _), (high, _) = groups[-2:]
            both = [*low, *high]
            groups[-2:] = [(both, sum(heights[one] for one in both) / len(both))]
    return [
        middle + A_NAME * ((len(places) - 1) / 2 - number)
        for places, middle in groups
        for number in range(len(places))
    ]


def _room(low: tuple[list[int], float], high: tuple[list[int], float]) -> float:
    """What is left between two groups of names, below nothing where they touch."""
    return low[1] - high[1] - A_NAME * (len(low[0]) + len(high[0])) / 2


def drawn(
    curve: FiringCurve,
    width: float = WIDE,
    actual: Sequence[Point] = (),
    *,
    target: str = "",
    segments: Sequence[Segment] = (),
) -> Drawing:
    """The curve with its axes; straight between its points, as the controller goes.

    ``actual`` is what a log says so far: then that is drawn thick and the plan thin. ``target`` is
    the cone that is marked. ``segments`` are those of the curve, where it can be changed by them.
    """
    hours = max(curve.hours, actual[-1][0] if actual else 0.0)
    peak_c = max([curve.peak_c, *(temperature for _, temperature in actual)])
    summary = f"The curve: {plain(curve.hours, 1)} hours, at most {plain(curve.peak_c, 0)} °C"
    if actual:
        summary += f"; logged so far: {plain(actual[-1][0], 1)} hours, {plain(actual[-1][1], 0)} °C"
    paper = _Paper(hours, peak_c, width, summary, target)
    paper.line(curve.points, "chart-plan" if actual else "chart-line")
    if segments:
        paper.knees(curve, segments)
    if actual:
        paper.line(actual, "chart-line")
    return paper.drawing


def laid_over(curves: Sequence[tuple[FiringCurve, int]], width: float = WIDE) -> Drawing:
    """Several curves over one another, each drawn by its number, from 0."""
    hours = max(curve.hours for curve, _ in curves)
    peak_c = max(curve.peak_c for curve, _ in curves)
    summary = f"{len(curves)} curves: at most {plain(hours, 1)} hours and {plain(peak_c, 0)} °C"
    paper = _Paper(hours, peak_c, width, summary)
    for curve, number in curves:
        paper.line(curve.points, f"chart-line chart-line-{number}" if number else "chart-line")
    return paper.drawing
