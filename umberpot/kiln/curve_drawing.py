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


def drawn(curve: Curve, width: float = WIDE, actual: Sequence[Point] = ()) -> Drawing:
    """The curve with its axes; straight between its points, as the controller goes.

    ``actual`` is what a log says so far: then that is drawn thick and the plan thin.
    """
    hours = max(curve.hours, actual[-1][0] if actual else 0.0)
    peak_c = max([curve.peak_c, *(temperature for _, temperature in actual)])
    most_c = TICK_C * math.ceil(peak_c / TICK_C + 0.05)
    right, bottom = width - RIGHT, HEIGHT - BOTTOM

    def x(hour: float) -> float:
        return LEFT + (right - LEFT) * hour / hours

    def y(temperature: float) -> float:
        return bottom - (bottom - TOP) * max(0.0, temperature) / most_c

    says = f"The curve: {plain(curve.hours, 1)} hours, at most {plain(curve.peak_c, 0)} °C"
    if actual:
        says += f"; logged so far: {plain(actual[-1][0], 1)} hours, {plain(actual[-1][1], 0)} °C"
    drawing = Drawing(width, HEIGHT, says)
    for tick in range(0, most_c + 1, TICK_C):
        css = "chart-axis" if tick == 0 else "chart-rule"
        drawing.strokes.append(Stroke(((LEFT, y(tick)), (right, y(tick))), css))
        drawing.words.append(Words(LEFT - 8, y(tick) + 4, f"{tick} °C", "chart-tick", "end"))
    step = _hours_between_ticks(hours, right - LEFT)
    for number in range(int(hours / step) + 1):
        at = x(number * step)
        drawing.strokes.append(Stroke(((at, bottom), (at, bottom + 5)), "chart-axis"))
        drawing.words.append(Words(at, bottom + 20, f"{plain(number * step)} h", "chart-tick"))
    for name in CONES_SHOWN:
        bends = cones.temperature_c(name)
        if most_c / 3 < bends < most_c:
            drawing.strokes.append(Stroke(((right, y(bends)), (right + 5, y(bends))), "chart-axis"))
            drawing.words.append(Words(right + 8, y(bends) + 4, name, "chart-tick", "start"))
    line = tuple((x(hour), y(temperature)) for hour, temperature in curve.points)
    drawing.strokes.append(Stroke(line, "chart-plan" if actual else "chart-line"))
    if actual:
        logged = tuple((x(hour), y(temperature)) for hour, temperature in actual)
        drawing.strokes.append(Stroke(logged, "chart-line"))
    return drawing
