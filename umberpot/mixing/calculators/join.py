"""Join: ``/mix/join/``, what two leftovers become as one."""

from dataclasses import dataclass
from typing import Any
from urllib.parse import urlencode

from django.urls import reverse

from claycore.materials.batch import Batch, coloured, join
from claycore.materials.clay_amount import ClayAmount
from claycore.materials.clay_in_hand import ClayState
from claycore.materials.composition import Addition
from claycore.measure import bounds
from claycore.measure.formatting import plain
from claycore.mixing.combining import combining_notices
from umberpot.mixing.calculators.additions import AdditionsField
from umberpot.mixing.calculators.base import AdditionAnswer, MixMaker
from umberpot.mixing.orders import MixOrder, Shelf, order_of_batch, part_of_batch
from umberpot.ui.calculators import BEGIN, Answer, CalculatorForm, Solved
from umberpot.ui.fields.measures import Choice, MeasureField, mass_units
from umberpot.ui.mix_bar import segments_of_batch

SIDES = {"a": "First clay", "b": "Second clay"}


@dataclass(frozen=True)
class Leftover:
    """An amount of coloured clay: what it weighs, and what is in it, percent on dry clay."""

    clay: ClayAmount
    additions: list[Addition]

    def batch(self) -> Batch:
        """Its clay, colourants and water in grams. Raises ClayError."""
        return coloured(self.clay.in_hand(), self.additions)


def _mass(label: str, unit: str) -> MeasureField:
    return MeasureField(bounds.MASS, counted_in=unit, label=label)


def _unit() -> Choice:
    return Choice(choices=mass_units, initial="g")


def _water() -> MeasureField:
    return MeasureField(bounds.WATER, required=False, label="Water content, if not dry")


class JoinForm(CalculatorForm[list[Leftover]]):
    """Two amounts of coloured clay.

    ``a_mass``, ``a_unit``, ``a_water_pct`` (left out for dry clay), ``a`` repeated as NAME:PCT on
    dry clay (none for plain clay); the same for ``b``.
    """

    a_mass = _mass("Weight of first clay", "a_unit")
    a_unit = _unit()
    a_water_pct = _water()
    a = AdditionsField(required=False)
    b_mass = _mass("Weight of second clay", "b_unit")
    b_unit = _unit()
    b_water_pct = _water()
    b = AdditionsField(required=False)

    def inputs(self) -> list[Leftover]:
        return [self._leftover(side) for side in SIDES]

    def _leftover(self, side: str) -> Leftover:
        typed = self.cleaned_data
        water_pct = typed[f"{side}_water_pct"]
        state = ClayState.DRY if water_pct is None else ClayState.PLASTIC
        clay = ClayAmount(state, typed[f"{side}_mass"], typed[f"{side}_unit"], water_pct=water_pct)
        return Leftover(clay, typed[side])

    def sides(self) -> list[dict[str, Any]]:
        """Both halves of the page."""
        return [
            {
                "title": title,
                "mass": self[f"{side}_mass"],
                "unit": self[f"{side}_unit"],
                "water": self[f"{side}_water_pct"],
                "add": self[side],
            }
            for side, title in SIDES.items()
        ]


@dataclass(frozen=True)
class Joined:
    """Two batches and what they are as one."""

    batches: list[Batch]
    both: Batch

    @property
    def water_pct(self) -> float:
        """Water of both as one, percent of the wet weight."""
        return 100 * self.both.water_g / self.both.mass_g


@dataclass(frozen=True, kw_only=True)
class JoinAnswer(Answer):
    """What both become."""

    clay_g: float
    dry_total_g: float
    mass_g: float
    water_pct: float
    additions: list[AdditionAnswer]


class JoinView(MixMaker[list[Leftover], Joined]):
    """What two leftovers become as one."""

    tool = "join"
    form_class = JoinForm
    page = "mixing/calculators/join.html"
    fragment = "mixing/calculators/_join_answer.html"

    def solve(self, inputs: list[Leftover]) -> Joined:
        batches = [leftover.batch() for leftover in inputs]
        return Joined(batches, join(batches))

    def order(self, on_shelf: Shelf, solved: Solved[list[Leftover], Joined]) -> MixOrder:
        both = solved.result.both
        state = ClayState.PLASTIC if both.water_g else ClayState.DRY
        parts = [part_of_batch(batch) for batch in solved.result.batches]
        return order_of_batch(state, both, parts)

    def answer(self, inputs: list[Leftover], result: Joined) -> JoinAnswer:
        both = result.both
        return JoinAnswer(
            clay_g=both.clay_g,
            dry_total_g=both.dry_g,
            mass_g=both.mass_g,
            water_pct=result.water_pct,
            additions=[
                AdditionAnswer(name, mass, both.pct(name))
                for name, mass in both.colourants_g.items()
            ],
            warnings=combining_notices(result.batches),
        )

    def shown(self, inputs: list[Leftover], result: Joined) -> dict[str, Any]:
        both = result.both
        bars = zip((*SIDES.values(), "Combined"), [*result.batches, both], strict=True)
        return {
            "rows": [
                {"name": name, "pct": plain(both.pct(name)), "working": _working(result, name)}
                for name in both.colourants_g
            ],
            "bars": [
                {
                    "title": title,
                    "width": f"{100 * batch.dry_g / both.dry_g:.2f}",
                    "segments": segments_of_batch("clay", batch),
                    "dry": plain(batch.dry_g, 1),
                }
                for title, batch in bars
            ],
            "mass": plain(both.mass_g, 1),
            "change_url": _change_url(result),
            "water": plain(result.water_pct, 1) if both.water_g else "",
        }


def _change_url(result: Joined) -> str:
    """Where the strength of what comes of it is changed; '' of plain clay."""
    both = result.both
    now = {name: plain(both.pct(name)) for name in both.colourants_g if both.pct(name) > 0}
    if not now:
        return ""
    first, *others = now
    asked: list[tuple[str, str]] = [
        *(("state", ClayState.PLASTIC), ("water_pct", plain(result.water_pct))),
    ]
    if not both.water_g:
        asked = [("state", ClayState.DRY)]
    asked += [("mass", plain(both.mass_g)), ("unit", "g"), ("name", first)]
    asked += [("now_pct", now[first]), (BEGIN, "yes")]
    asked += [("also", f"{name}:{now[name]}:{now[name]}") for name in others]
    return f"{reverse('mixing:adjust')}?{urlencode(asked)}"


def _working(result: Joined, name: str) -> str:
    colourant = " + ".join(plain(b.colourants_g.get(name, 0), 2) for b in result.batches)
    clay = " + ".join(plain(b.clay_g, 2) for b in result.batches)
    return f"({colourant}) g ÷ ({clay}) g clay × 100"
