"""How far predicted colours lie off at each strength, now and after the next tiles, as a chart."""

import math
from collections.abc import Sequence

from claycore.colour.next_tiles import Proposal
from claycore.measure.formatting import percentage, plain
from umberpot.ui.drawing import Drawing, DrawnLine, DrawnText, PointMark

WIDE, NARROW = 640.0, 340.0
"""How wide the chart is drawn: for a page, and for a phone."""

HEIGHT = 230.0
LEFT, RIGHT, TOP, BOTTOM = 52.0, 16.0, 30.0, 54.0

_STEPS = (0.25, 0.5, 1.0, 2.0, 5.0, 10.0, 20.0, 50.0)
_A_TICK = 62.0
"""A tick of the strengths needs so much room."""

TESTED, NEXT = "disc", "ring"
"""How a strength is marked that was fired, and one that is to be."""


def _step(most: float, ticks: int) -> float:
    return next((step for step in _STEPS if most / step <= ticks), most / ticks)


class _Paper:
    """Ruled paper for so many percent along and so much CIEDE2000 up."""

    def __init__(self, most_pct: float, most: float, width: float, summary: str) -> None:
        self._most_pct, self._right = most_pct, width - RIGHT
        step = _step(most, 4)
        self._most = step * max(1, math.ceil(most / step))
        self.bottom = HEIGHT - BOTTOM
        self.drawing = Drawing(width, HEIGHT, summary)
        self._rule(step)

    def x(self, pct: float) -> float:
        return LEFT + (self._right - LEFT) * pct / self._most_pct

    def y(self, error: float) -> float:
        return self.bottom - (self.bottom - TOP) * error / self._most

    def _rule(self, step: float) -> None:
        strokes, words = self.drawing.strokes, self.drawing.words
        for number in range(round(self._most / step) + 1):
            y, css = self.y(number * step), "chart-rule" if number else "chart-axis"
            strokes.append(DrawnLine(((LEFT, y), (self._right, y)), css))
            words.append(DrawnText(LEFT - 8, y + 4, plain(number * step, 2), "chart-tick", "end"))
        words.append(DrawnText(LEFT - 8, TOP - 14, "ΔE", "chart-tick", "end"))
        along = _step(self._most_pct, int((self._right - LEFT) / _A_TICK))
        for number in range(int(self._most_pct / along + 1e-9) + 1):
            at, text = self.x(number * along), f"{percentage(number * along)} %"
            words.append(DrawnText(at, self.bottom + 40, text, "chart-tick"))

    def line(self, strengths: Sequence[float], errors: Sequence[float], css: str) -> None:
        path = tuple((self.x(p), self.y(e)) for p, e in zip(strengths, errors, strict=True))
        self.drawing.strokes.append(DrawnLine(path, css))

    def mark(self, pct: float, shape: str) -> None:
        """A strength, below the axis."""
        self.drawing.marks.append(PointMark(self.x(pct), self.bottom + 14, shape, "chart-point"))


def drawn(proposal: Proposal, tested: Sequence[float], width: float = WIDE) -> Drawing:
    """The error by strength, percent on dry clay: now thin, after the next tiles thick."""
    now, then = proposal.colour_error_now, proposal.colour_error_then
    summary = (
        f"How far predicted colours lie off by strength: at most ΔE {max(now):.1f} now"
        f", {max(then):.1f} after the next tiles"
    )
    most_pct = proposal.strengths[-1]
    paper = _Paper(most_pct, max(now), width, summary)
    paper.line(proposal.strengths, now, "chart-plan")
    if proposal.tiles:
        paper.line(proposal.strengths, then, "chart-line")
    for pct in sorted(set(tested)):
        if pct <= most_pct:
            paper.mark(pct, TESTED)
    for one in proposal.tiles:
        paper.mark(one.pct, NEXT)
    return paper.drawing
