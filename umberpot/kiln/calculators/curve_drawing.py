"""A firing curve on ruled paper: temperature up, hours along."""

import math

from claycore.firing.schedules import Curve
from claycore.measure.formatting import plain
from umberpot.ui.drawing import Drawing, Stroke, Words

WIDE, NARROW = 640.0, 340.0
"""How wide a curve is drawn: for a page, and for a phone."""

HEIGHT = 320.0
LEFT, RIGHT, TOP, BOTTOM = 56.0, 16.0, 16.0, 40.0
TICK_C = 200


STEPS_H = (0.25, 0.5, 1.0, 2.0, 3.0, 6.0, 12.0, 24.0, 48.0, 96.0, 240.0)
A_TICK = 48.0
"""A tick of the time axis needs so much room."""


def _hours_between_ticks(hours: float, room: float) -> float:
    """The least step of the time axis whose ticks have room; the largest for what never ends."""
    most = room / A_TICK
    return next((step for step in STEPS_H if hours / step <= most), hours / most)


def drawn(curve: Curve, width: float = WIDE) -> Drawing:
    """The curve with its axes; straight between its points, as the controller goes."""
    most_c = TICK_C * math.ceil(curve.peak_c / TICK_C + 0.05)
    right, bottom = width - RIGHT, HEIGHT - BOTTOM

    def x(hours: float) -> float:
        return LEFT + (right - LEFT) * hours / curve.hours

    def y(temperature: float) -> float:
        return bottom - (bottom - TOP) * max(0.0, temperature) / most_c

    says = f"The curve: {plain(curve.hours, 1)} hours, at most {plain(curve.peak_c, 0)} °C"
    drawing = Drawing(width, HEIGHT, says)
    for tick in range(0, most_c + 1, TICK_C):
        css = "chart-axis" if tick == 0 else "chart-rule"
        drawing.strokes.append(Stroke(((LEFT, y(tick)), (right, y(tick))), css))
        drawing.words.append(Words(LEFT - 8, y(tick) + 4, f"{tick} °C", "chart-tick", "end"))
    step = _hours_between_ticks(curve.hours, right - LEFT)
    for number in range(int(curve.hours / step) + 1):
        at = x(number * step)
        drawing.strokes.append(Stroke(((at, bottom), (at, bottom + 5)), "chart-axis"))
        drawing.words.append(Words(at, bottom + 20, f"{plain(number * step)} h", "chart-tick"))
    line = tuple((x(hours), y(temperature)) for hours, temperature in curve.points)
    drawing.strokes.append(Stroke(line, "chart-line"))
    return drawing
