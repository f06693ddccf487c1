"""Cones: ``/kiln/cone/``, where a cone bends at a rate, or which cone a temperature brings down."""

from dataclasses import dataclass
from enum import StrEnum
from typing import Any

from django import forms
from django.http import HttpRequest

from claycore.firing import cones, heat_work
from claycore.measure import units
from claycore.measure.bounds import Bound
from claycore.measure.formatting import hours_and_minutes, plain
from claycore.measure.notices import Notice
from umberpot.kiln.places import PLACE
from umberpot.ui.calculators import Answer, Calculator, CalculatorForm
from umberpot.ui.fields.measures import Choice, MeasureField

NEIGHBOURS = 3
"""How many cones are shown on each side of the one that was asked about."""

LOWER_PEAKS_C = (10.0, 20.0, 30.0, 40.0)
LONGEST_HOLD_H = 5.0
"""A longer hold nobody would plan."""

DEGREES = Bound(0, 4000, "Enter a number of degrees more than 0 and at most 4000.")


class Degrees(StrEnum):
    """What temperatures and rates are typed in."""

    CELSIUS = "c"
    FAHRENHEIT = "f"


@dataclass(frozen=True)
class ConeInputs:
    """A cone, or a temperature in °C; and the rate of the last 100 °C in °C an hour."""

    cone: str | None
    temperature_c: float | None
    rate: float


@dataclass(frozen=True)
class Bent:
    """What a cone and a temperature have to do with each other at a rate.

    ``cone`` is the one asked about, or the hottest that is down; None where none is.
    """

    cone: str | None
    temperature_c: float
    between: cones.Between | None
    charted: bool


class ConeForm(CalculatorForm[ConeInputs]):
    """The query string: ``cone`` or ``temperature``, ``rate`` (60), and ``degrees`` of both (c)."""

    cone = Choice(
        choices=[("", "choose a cone"), *((name, name) for name in cones.CONES)],
        required=False,
        label="Cone",
    )
    temperature = MeasureField(DEGREES, required=False, label="Or temperature")
    rate = MeasureField(
        DEGREES, required=False, label="Heating rate over the last 100 °C, per hour"
    )
    degrees = Choice(
        choices=[(Degrees.CELSIUS, "°C"), (Degrees.FAHRENHEIT, "°F")],
        required=False,
        initial=Degrees.CELSIUS,
        label="Degrees",
    )

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if self.errors:
            return cleaned
        if cleaned["cone"] and cleaned["temperature"] is not None:
            self.add_error("temperature", "Enter a cone or a temperature, not both.")
        elif not cleaned["cone"] and cleaned["temperature"] is None:
            missing = forms.ValidationError("Enter a cone or a temperature.", "required")
            self.add_error("cone", missing)
        return cleaned

    def inputs(self) -> ConeInputs:
        typed = self.cleaned_data
        temperature, rate = typed["temperature"], typed["rate"]
        if typed["degrees"] == Degrees.FAHRENHEIT:
            temperature = None if temperature is None else units.celsius(temperature)
            rate = None if rate is None else rate / units.FAHRENHEIT_IN_A_CELSIUS
        return ConeInputs(typed["cone"] or None, temperature, rate or cones.USUAL_RATE)


@dataclass(frozen=True, kw_only=True)
class ConeAnswer(Answer):
    """The contract of ``/kiln/cone/``; ``between`` is null for a cone."""

    cone: str | None
    temperature_c: float
    temperature_f: float
    between: list[str | None] | None


class ConeView(Calculator[ConeInputs, Bent]):
    """Where a cone bends, or which cone is down."""

    form_class = ConeForm
    page = "kiln/calculators/cone.html"
    fragment = "kiln/calculators/_cone_answer.html"

    def solve(self, inputs: ConeInputs) -> Bent:
        if inputs.cone:
            bends = cones.bends_at(inputs.cone, inputs.rate)
            return Bent(inputs.cone, bends.temperature_c, None, bends.charted)
        temperature = inputs.temperature_c or 0.0
        there = cones.between(temperature, inputs.rate)
        return Bent(there.lower, temperature, there, there.charted)

    def answer(self, inputs: ConeInputs, result: Bent) -> ConeAnswer:
        there = result.between
        return ConeAnswer(
            cone=result.cone,
            temperature_c=result.temperature_c,
            temperature_f=units.fahrenheit(result.temperature_c),
            between=[there.lower, there.upper] if there else None,
            warnings=[] if result.charted else [_outside(inputs.rate)],
        )

    def shown(self, inputs: ConeInputs, result: Bent) -> dict[str, Any]:
        there = result.between
        middle = result.cone or cones.CONES[0]
        place = cones.order(middle)
        near = cones.CONES[max(0, place - NEIGHBOURS) : place + NEIGHBOURS + 1]
        return {
            "cone": result.cone,
            "celsius": plain(result.temperature_c, 0),
            "fahrenheit": plain(units.fahrenheit(result.temperature_c), 0),
            "rate": plain(inputs.rate, 0),
            "rate_f": plain(inputs.rate * units.FAHRENHEIT_IN_A_CELSIUS, 0),
            "down": there.lower if there else None,
            "not_down": there.upper if there else None,
            "by_temperature": there is not None,
            "working": _working(result.cone) if there is None and result.cone else "",
            "holds": _holds(result.cone, inputs.rate) if there is None and result.cone else [],
            "near": [_row(name, inputs.rate, name == result.cone) for name in near],
        }

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        return {"place": PLACE}


def _outside(rate: float) -> Notice:
    return Notice(
        "outside_chart",
        f"{plain(rate, 0)} °C per hour lies outside the published charts: the temperature is"
        " continued from their nearest rates and may be several degrees off.",
    )


def _working(name: str) -> str:
    """The chart's own figures, between which it is interpolated."""
    row = ", ".join(f"{temperature} °C at {rate:g}" for rate, temperature in cones.charted(name))
    return f"Published: {row} °C per hour; interpolated on a log scale."


def _holds(name: str, rate: float) -> list[tuple[str, str, str]]:
    """What holds at lower peaks bring the same cone down: how much lower, the peak, the hold."""
    bends = cones.bends_at(name, rate).temperature_c
    found = []
    for lower in LOWER_PEAKS_C:
        hold = heat_work.hold_for(name, bends - lower, rate)
        if hold <= LONGEST_HOLD_H:
            found.append((plain(lower), plain(bends - lower, 0), hours_and_minutes(hold)))
    return found


def _row(name: str, rate: float, is_asked: bool) -> dict[str, Any]:
    celsius = cones.bends_at(name, rate).temperature_c
    return {
        "name": name,
        "celsius": plain(celsius, 0),
        "fahrenheit": plain(units.fahrenheit(celsius), 0),
        "is_asked": is_asked,
    }
