"""Kilos: ``/mix/kilos/``, so much finished clay of a colour."""

from dataclasses import dataclass
from typing import Any

from django import forms

from claycore.materials.clay_in_hand import ClayCondition, ClayState
from claycore.materials.composition import Addition, Convention
from claycore.materials.moisture import USUAL_PLASTIC_WATER_PCT
from claycore.measure import bounds, units
from claycore.measure.bounds import Bound
from claycore.measure.formatting import adding_up, decimals_of, plain, to_step
from claycore.mixing import cost, scaling
from claycore.mixing.cost import Cost, Priced
from claycore.mixing.dose import Dose
from claycore.mixing.dose_checks import dose_warnings
from claycore.mixing.scaling import ForTotal
from claycore.mixing.series_on_the_scale import CLAY_WORDS
from umberpot.mixing.calculators.additions import AdditionsField, PricesField
from umberpot.mixing.calculators.base import (
    AdditionAnswer,
    MixMaker,
    addition_answers,
    taken_by,
)
from umberpot.mixing.calculators.clay import ClayConditionForm
from umberpot.mixing.calculators.fields import (
    KnowsScale,
    convention_choice,
    convention_of,
    scale_step_field,
)
from umberpot.mixing.orders import MixOrder, Shelf, order_of_dose
from umberpot.ui.calculators import Answer, Solved
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import LONGEST_TEXT, Choice, MeasureField, mass_units
from umberpot.ui.fields.not_applying import does_not_apply
from umberpot.ui.mix_bar import segments_of

PARTS = Bound(1, 1000, "Enter 1 to 1000 bags or slabs.", low_allowed=True)


@dataclass(frozen=True)
class KilosInputs:
    """So much finished plastic clay of a colour; prices per kg, the clay's as it lies.

    ``water_pct`` is of the finished clay; ``lies`` is the clay that it is made of.
    """

    total_g: float
    water_pct: float
    lies: ClayCondition
    additions: list[Addition]
    convention: Convention
    split: int
    clay_name: str
    clay_price: float | None
    prices: dict[str, float]
    scale_step_g: float
    water_measured: bool


class KilosForm(KnowsScale, ClayConditionForm[KilosInputs]):
    """Finished plastic coloured clay wanted: ``mass``+``unit``, ``add``, and the clay in hand.

    Plastic clay (``water_pct``) ends as wet as it is; of dry clay and of slip
    ``finished_water_pct`` says how wet the finished clay is to be. Besides: ``split`` into bags or
    slabs, ``clay`` (a name), ``clay_price``, and ``price`` repeated as ``NAME:PRICE`` for the
    colourants.
    """

    state_left_out = ClayState.PLASTIC
    field_order = ("clay", "state")

    clay = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Clay")
    mass = MeasureField(bounds.MASS, counted_in="unit", label="Finished plastic clay")
    unit = Choice(choices=mass_units, initial="kg")
    finished_water_pct = MeasureField(
        bounds.WATER, required=False, label="Water content of the finished clay"
    )
    add = AdditionsField()
    convention = convention_choice()
    split = CountField(PARTS, required=False, label="Number of bags or slabs")
    clay_price = MeasureField(cost.PRICE, required=False, label="Clay price per kg")
    price = PricesField(label="Colourants, per kg")
    scale_step_g = scale_step_field()

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean()
        if cleaned.get("state") == ClayState.PLASTIC:
            does_not_apply(self, cleaned, "finished_water_pct")
        else:
            self.require("finished_water_pct", "Enter how wet the finished clay is to be.")
        return cleaned

    def inputs(self) -> KilosInputs:
        typed = self.cleaned_data
        return KilosInputs(
            units.grams(typed["mass"], typed["unit"]),
            typed["water_pct"] or typed["finished_water_pct"],
            self.condition(),
            typed["add"],
            convention_of(typed["convention"]),
            typed["split"] or 1,
            typed["clay"],
            typed["clay_price"],
            typed["price"],
            self.scale_step,
            water_measured=self.water_measured,
        )


@dataclass(frozen=True, kw_only=True)
class KilosAnswer(Answer):
    """``clay_g`` is as it lies. The cost is null while anything is ``unpriced``."""

    clay_g: float
    dry_clay_g: float
    additions: list[AdditionAnswer]
    water_to_add_g: float
    water_to_lose_g: float
    total_g: float
    cost: float | None
    cost_per_kg: float | None
    unpriced: list[str]


def _cost(inputs: KilosInputs, result: Dose) -> Cost:
    """What it costs, each colourant at its own price."""
    clay = Priced("the clay", result.clay.mass_g, inputs.clay_price)
    powders = [Priced(a.name, a.mass_g, inputs.prices.get(a.name)) for a in result.additions]
    return cost.cost_of([clay, *powders])


class KilosView(MixMaker[KilosInputs, ForTotal]):
    """So much finished clay of a colour."""

    tool = "kilos"
    form_class = KilosForm
    page = "mixing/calculators/kilos.html"
    fragment = "mixing/calculators/_kilos_answer.html"

    initial = {
        "state": ClayState.PLASTIC,
        "finished_water_pct": plain(USUAL_PLASTIC_WATER_PCT, 1),
    }

    def solve(self, inputs: KilosInputs) -> ForTotal:
        return scaling.for_plastic_total(
            inputs.total_g, inputs.water_pct, inputs.additions, inputs.convention, inputs.lies
        )

    def takes(self, inputs: KilosInputs, result: ForTotal) -> dict[str, float]:
        return taken_by(result.dose, inputs.clay_name)

    def colourants(self, inputs: KilosInputs, result: ForTotal) -> list[str]:
        return [addition.name for addition in result.dose.additions]

    def order(self, on_shelf: Shelf, solved: Solved[KilosInputs, ForTotal]) -> MixOrder:
        return order_of_dose(on_shelf, solved.result.dose, solved.inputs.clay_name, "")

    def answer(self, inputs: KilosInputs, found_for: ForTotal) -> KilosAnswer:
        result = found_for.dose
        found = _cost(inputs, result)
        return KilosAnswer(
            clay_g=result.clay.mass_g,
            dry_clay_g=result.clay.dry_g,
            additions=addition_answers(result.additions),
            water_to_add_g=result.water_to_add_g,
            water_to_lose_g=found_for.water_to_lose_g,
            total_g=inputs.total_g,
            cost=None if found.unpriced else found.total,
            cost_per_kg=None if found.unpriced else found.per_kg(inputs.total_g),
            unpriced=list(found.unpriced),
            warnings=dose_warnings(
                result,
                inputs.scale_step_g,
                water_measured=inputs.water_measured,
                convention=inputs.convention,
            ),
        )

    def shown(self, inputs: KilosInputs, found_for: ForTotal) -> dict[str, Any]:
        result, lose_g = found_for.dose, found_for.water_to_lose_g
        step_g, split, total_g = inputs.scale_step_g, inputs.split, inputs.total_g
        lies = CLAY_WORDS[inputs.lies.state]
        clay_name = f"{inputs.clay_name}, {inputs.lies.state}" if inputs.clay_name else lies
        rows = [(clay_name, result.clay.mass_g)]
        rows += [(a.name, a.mass_g) for a in result.additions]
        if result.water_to_add_g:
            rows.append(("water", result.water_to_add_g))
        found = _cost(inputs, result)
        decimals = decimals_of(step_g)
        parts = adding_up([grams for _, grams in rows], decimals)
        each = adding_up([grams / split for _, grams in rows], decimals)
        return {
            "rows": [
                {"name": name, "grams": part, "each": one if split > 1 else ""}
                for (name, _), part, one in zip(rows, parts, each, strict=True)
            ],
            "split": split if split > 1 else None,
            "each_total": plain(total_g / split, decimals),
            "lose": to_step(lose_g, step_g) if lose_g > 0 else "",
            "finished": plain(inputs.water_pct, 1),
            "from_dry": inputs.lies.state == ClayState.DRY,
            "clay_in_hand": result.clay,
            "powder_g": result.powder_g,
            "dry": plain(result.dry_total_g, 1),
            "working": (
                f"{plain(total_g, 1)} g × (100 − {plain(inputs.water_pct)}) ÷ 100"
                f" = {plain(result.dry_total_g, 1)} g dry, of which"
                f" {plain(result.clay.dry_g, 1)} g is clay"
            ),
            "segments": segments_of(
                inputs.clay_name or "clay",
                result.clay.dry_g,
                [(a.name, a.mass_g) for a in result.additions],
            ),
            "cost": "" if found.unpriced else f"{found.total:.2f}",
            "cost_per_kg": "" if found.unpriced else f"{found.per_kg(total_g):.2f}",
            # Somebody who types no price at all did not ask what it costs.
            "unpriced": found.unpriced if len(found.unpriced) <= len(result.additions) else (),
        }
