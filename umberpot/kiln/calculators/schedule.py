"""Schedules: ``/kiln/schedule/``, the curve of a schedule and the cone that it reaches."""

from dataclasses import dataclass
from typing import Any

from django.http import HttpRequest

from claycore.firing import heat_work, schedules
from claycore.firing.heat_work import Reached
from claycore.firing.schedules import MOST_SEGMENTS, FiringCurve, Segment
from claycore.measure.formatting import hours_and_minutes, plain
from umberpot.kiln.curve_drawing import NARROW, WIDE, drawn
from umberpot.kiln.places import PLACE
from umberpot.ui.calculators import Answer, Calculator, CalculatorForm
from umberpot.ui.fields.lines import Column, EntriesField
from umberpot.ui.fields.measures import MeasureField, read_number

AS_WRITTEN = "a rate, a target and a hold, like 100:600:0"
SEGMENT_COLUMNS = (
    Column("rate", "Rate, °C per hour", 4),
    Column("target", "To, °C", 4),
    Column("hold", "Hold, min", 4, optional=True),
)


def read_segment(text: str) -> Segment:
    """A segment as RATE:TARGET:HOLD, the hold may be left out. Raises ValueError."""
    parts = text.replace(";", ":").replace("\t", ":").split(":")
    if not 2 <= len(parts) <= 3:
        raise ValueError(text)
    rate, target_c, *hold = (read_number(part) for part in parts if part.strip())
    return Segment(rate, target_c, *hold)


@dataclass(frozen=True)
class ScheduleInputs:
    """The segments of a schedule, and what the kiln starts at, °C."""

    segments: list[Segment]
    start_c: float


@dataclass(frozen=True)
class Planned:
    """The curve of a schedule and the cones it reaches."""

    curve: FiringCurve
    reached: Reached


class ScheduleForm(CalculatorForm[ScheduleInputs]):
    """The query string: ``segment`` repeated as RATE:TARGET:HOLD, and ``start_c`` (20)."""

    segment = EntriesField(
        read_segment,
        "segment",
        AS_WRITTEN,
        MOST_SEGMENTS,
        label="Segments",
        rows=6,
        columns=SEGMENT_COLUMNS,
    )
    start_c = MeasureField(schedules.START, required=False, label="Start temperature")

    def inputs(self) -> ScheduleInputs:
        typed = self.cleaned_data
        start_c = schedules.START_C if typed["start_c"] is None else typed["start_c"]
        return ScheduleInputs(typed["segment"], start_c)


@dataclass(frozen=True, kw_only=True)
class ScheduleAnswer(Answer):
    """The contract of ``/kiln/schedule/``; ``curve`` is of [hours, °C]."""

    hours: float
    curve: list[list[float]]
    peak_c: float
    cone: str | None
    between: list[str | None]


class ScheduleView(Calculator[ScheduleInputs, Planned]):
    """How long a schedule takes, and which cone it brings down."""

    form_class = ScheduleForm
    page = "kiln/calculators/schedule.html"
    fragment = "kiln/calculators/_schedule_answer.html"

    def solve(self, inputs: ScheduleInputs) -> Planned:
        curve = schedules.curve_of(inputs.segments, inputs.start_c)
        return Planned(curve, heat_work.cone_of(curve.points))

    def answer(self, inputs: ScheduleInputs, result: Planned) -> ScheduleAnswer:
        return ScheduleAnswer(
            hours=result.curve.hours,
            curve=[list(point) for point in result.curve.points],
            peak_c=result.curve.peak_c,
            cone=result.reached.down,
            between=[result.reached.down, result.reached.not_down],
            warnings=[],
        )

    def shown(self, inputs: ScheduleInputs, result: Planned) -> dict[str, Any]:
        return {
            "time": hours_and_minutes(result.curve.hours),
            "peak": plain(result.curve.peak_c, 0),
            "reached": result.reached,
            "wide": drawn(result.curve, WIDE, segments=inputs.segments),
            "narrow": drawn(result.curve, NARROW, segments=inputs.segments),
        }

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        return {"place": PLACE}
