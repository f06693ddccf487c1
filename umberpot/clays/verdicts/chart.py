"""The vitrification chart: absorption and total shrinkage against cone, spaced by temperature.

Tested points are marks with error bars; the line between them is interpolated and never drawn past
them. The limit is a band, the firing range a bracket under the upper panel.
"""

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

from claycore.firing import cones
from claycore.judging import firing_range
from claycore.judging.firing_range import FiringRange
from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate
from claycore.testing.results import AtCone
from umberpot.clays.records import ClayRecord
from umberpot.ui.drawing import SHAPES, Drawing, DrawnBox, DrawnLine, DrawnText, PointMark

WIDE, NARROW = 760.0, 372.0
"""How wide a chart is drawn: for a page or a sheet of paper, and for a phone."""

LEFT, RIGHT = 48.0, 48.0
ABSORPTION_TOP, ABSORPTION_HEIGHT = 34.0, 190.0
SHRINKAGE_TOP, SHRINKAGE_HEIGHT = 298.0, 110.0
HEIGHT = 460.0
_LEAST_SPAN_C = 60.0
_CAP = 4.0


@dataclass(frozen=True)
class ChartSeries:
    """One clay of the chart, by its tested cones."""

    name: str
    found: Sequence[AtCone]


@dataclass(frozen=True)
class _Panel:
    """One of the two panels: which figure, and how it is laid onto the paper."""

    title: str
    top: float
    height: float
    right: float
    most: float
    of: Callable[[AtCone], Estimate | None]

    def y(self, figure: float) -> float:
        return self.top + self.height * (1 - figure / self.most)


def _nice_most(highest: float) -> tuple[float, float]:
    """The top of an axis from 0, and the step of its ticks: three to six of them."""
    highest = max(highest, 1.0)
    magnitude = 10 ** math.floor(math.log10(highest))
    for factor in (0.2, 0.5, 1, 2, 5):
        step = factor * magnitude
        if highest / step <= 5:
            break
    return step * math.ceil(highest / step + 0.05), step


def chart(
    series: Sequence[ChartSeries],
    limit_pct: float,
    ranges: FiringRange | None = None,
    width: float = WIDE,
) -> Drawing:
    """One or several clays; ``ranges`` adds what the first one's run of cones says.

    Two panels share the axis of cones, which is a scale of temperature: the cones are not evenly
    spaced, and lines between them only mean something if the axis is. The panels are laid out
    before anything is drawn in them, because the range is bracketed between the two.
    """
    tested = sorted({at.cone for one in series for at in one.found}, key=cones.order)
    drawing = Drawing(width, HEIGHT, _in_words(series, limit_pct))
    if not tested:
        return drawing
    right = width - RIGHT
    x_of = _scale([float(cones.temperature_c(cone)) for cone in tested], right)
    panels = []
    for title, top, height, of in (
        ("Absorption, %", ABSORPTION_TOP, ABSORPTION_HEIGHT, _absorption),
        ("Total shrinkage, %", SHRINKAGE_TOP, SHRINKAGE_HEIGHT, _total),
    ):
        values = [e.high for one in series for at in one.found if (e := of(at))]
        if of is _absorption:
            values.append(limit_pct * 1.3)  # the limit stays in sight over a dense clay
        most, step = _nice_most(max(values, default=1.0))
        panel = _Panel(title, top, height, right, most, of)
        _axes(drawing, panel, step)
        panels.append(panel)
    _limit_band(drawing, panels[0], limit_pct)
    _cone_ticks(drawing, tested, x_of)
    for number, one in enumerate(series):
        for panel in panels:
            _series(drawing, panel, one, number, x_of)
    if ranges is not None:
        _range_marks(drawing, ranges, x_of)
    return drawing


def _absorption(at: AtCone) -> Estimate | None:
    return at.absorption


def _total(at: AtCone) -> Estimate | None:
    return at.total


def _in_words(series: Sequence[ChartSeries], limit_pct: float) -> str:
    parts = []
    for one in series:
        figures = "; ".join(
            f"cone {at.cone} {with_u95(at.absorption.value, at.absorption.u95)} %"
            for at in one.found
            if at.absorption
        )
        parts.append(f"{one.name}: absorption {figures or 'not measured'}")
    return f"{'. '.join(parts)}. The limit is {plain(limit_pct)} %."


def _scale(temperatures: Sequence[float], right: float) -> Callable[[float], float]:
    low, high = min(temperatures), max(temperatures)
    spare = max(0.06 * (high - low), (_LEAST_SPAN_C - (high - low)) / 2, 0)
    low, high = low - spare, high + spare
    return lambda t: LEFT + (right - LEFT) * (t - low) / (high - low)


def _axes(drawing: Drawing, panel: _Panel, step: float) -> None:
    drawing.words.append(DrawnText(LEFT, panel.top - 14, panel.title, "chart-title", "start"))
    count = round(panel.most / step)
    for tick in range(count + 1):
        y = panel.y(tick * step)
        css = "chart-axis" if tick == 0 else "chart-rule"
        drawing.strokes.append(DrawnLine(((LEFT, y), (panel.right, y)), css))
        drawing.words.append(DrawnText(LEFT - 8, y + 4, plain(tick * step), "chart-tick", "end"))


def _limit_band(drawing: Drawing, panel: _Panel, limit_pct: float) -> None:
    top = panel.y(limit_pct)
    drawing.boxes.append(DrawnBox(LEFT, top, panel.right - LEFT, panel.y(0) - top, "chart-band"))
    x = panel.right + 6
    drawing.words.append(DrawnText(x, top, "limit", "chart-limit", "start"))
    drawing.words.append(DrawnText(x, top + 14, f"{plain(limit_pct)} %", "chart-limit", "start"))


def _cone_ticks(drawing: Drawing, tested: Sequence[str], x_of: Callable[[float], float]) -> None:
    bottom = SHRINKAGE_TOP + SHRINKAGE_HEIGHT
    low, high = (cones.temperature_c(tested[end]) for end in (0, -1))
    for cone in cones.CONES:
        at = cones.temperature_c(cone)
        if low <= at <= high and cone not in tested:
            x = x_of(at)
            drawing.strokes.append(DrawnLine(((x, bottom), (x, bottom + 4)), "chart-axis"))
    last_x = -math.inf
    for cone in tested:
        x = x_of(cones.temperature_c(cone))
        drawing.strokes.append(DrawnLine(((x, bottom), (x, bottom + 8)), "chart-axis"))
        for top, height in (
            (ABSORPTION_TOP, ABSORPTION_HEIGHT),
            (SHRINKAGE_TOP, SHRINKAGE_HEIGHT),
        ):
            drawing.strokes.append(DrawnLine(((x, top), (x, top + height)), "chart-tested"))
        drawing.words.append(DrawnText(x, bottom + 24, cone, "chart-cone"))
        if x - last_x > 44:
            drawing.words.append(
                DrawnText(x, bottom + 40, f"{cones.temperature_c(cone)} °C", "chart-tick")
            )
            last_x = x
    drawing.words.append(DrawnText(LEFT - 8, bottom + 24, "cone", "chart-tick", "end"))


def _series(
    drawing: Drawing, panel: _Panel, one: ChartSeries, number: int, x_of: Callable[[float], float]
) -> None:
    known = [(float(cones.temperature_c(at.cone)), e) for at in one.found if (e := panel.of(at))]
    for stretch in firing_range.stretches([(t, e.value) for t, e in known]):
        points = tuple((x_of(t), panel.y(figure)) for t, figure in stretch.points)
        css = "chart-far" if stretch.is_far else f"chart-line chart-line-{number}"
        drawing.strokes.append(DrawnLine(points, css))
    for t, estimate in known:
        x = x_of(t)
        low, high = panel.y(max(estimate.low, 0)), panel.y(estimate.high)
        drawing.strokes += [
            DrawnLine(((x, low), (x, high)), "chart-error"),
            DrawnLine(((x - _CAP, high), (x + _CAP, high)), "chart-error"),
            DrawnLine(((x - _CAP, low), (x + _CAP, low)), "chart-error"),
        ]
        shape = SHAPES[number % len(SHAPES)]
        drawing.marks.append(PointMark(x, panel.y(max(estimate.value, 0)), shape, "chart-mark"))


_NO_RANGE = {
    firing_range.MaturityOutcome.NOT_REACHED: "limit not reached",
    firing_range.MaturityOutcome.NOT_DECIDED: "limit possibly reached",
}


def _range_marks(drawing: Drawing, ranges: FiringRange, x_of: Callable[[float], float]) -> None:
    """The bracket of the firing range between the panels, and where it is spoilt.

    Solid from the cone that was surely enough to the last good one; dashed before it, where by the
    line between two tested cones it may be enough already. Words grow towards the middle, so that
    none is cut off at either side.
    """
    y = ABSORPTION_TOP + ABSORPTION_HEIGHT + 18

    def x_at(cone: str) -> float:
        return x_of(cones.temperature_c(cone))

    maturity = ranges.maturity
    if ranges.best and maturity.cone:
        left, right = x_at(maturity.cone), x_at(ranges.best[-1])
        if maturity.low_c is not None and maturity.high_c is not None:
            begin = x_of(maturity.low_c)
            drawing.strokes.append(DrawnLine(((begin, y), (left, y)), "chart-perhaps"))
        right = max(right, left + 6)  # one good cone is a range of no width, and still to be seen
        drawing.boxes.append(DrawnBox(left, y - 4, right - left, 8, "chart-range"))
        anchor = "start" if left < drawing.width / 2 else "end"
        at = left if anchor == "start" else right
        summary = f"mature from cone {maturity.cone}: firing range"
        drawing.words.append(DrawnText(at, y + 20, summary, "chart-note", anchor))
    elif maturity.outcome in _NO_RANGE:
        summary = _NO_RANGE[maturity.outcome]
        drawing.words.append(DrawnText(LEFT, y + 4, summary, "chart-note", "start"))
    for spoiling, word in ((ranges.bloats, "bloats"), (ranges.slumps, "slumps")):
        if spoiling.cone:
            x = x_at(spoiling.cone)
            perhaps = "" if spoiling.outcome == firing_range.Sureness.SURE else "possibly "
            drawing.strokes.append(
                DrawnLine(
                    ((x, ABSORPTION_TOP), (x, SHRINKAGE_TOP + SHRINKAGE_HEIGHT)), "chart-spoilt"
                )
            )
            anchor = "end" if x > drawing.width / 2 else "start"
            aside = -6 if anchor == "end" else 6
            drawing.words.append(
                DrawnText(x + aside, ABSORPTION_TOP + 12, f"{perhaps}{word}", "chart-note", anchor)
            )


def drawings_of(
    family: list[ClayRecord], limit_pct: float, ranges: FiringRange | None = None
) -> dict[str, Drawing] | None:
    """The chart as a page and as a phone shows it; None where nothing was fired yet."""
    series = [ChartSeries(one.clay.name, one.results.cones) for one in family]
    return both_sizes(series, limit_pct, ranges)


def both_sizes(
    series: Sequence[ChartSeries], limit_pct: float, ranges: FiringRange | None
) -> dict[str, Drawing] | None:
    """The chart of some runs of cones, wide and narrow; None where nothing was fired yet."""
    if not any(one.found for one in series):
        return None
    return {
        "wide": chart(series, limit_pct, ranges, WIDE),
        "narrow": chart(series, limit_pct, ranges, NARROW),
    }
