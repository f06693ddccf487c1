"""Compare costs: ``/mix/dark/``, three ways to a dark ground."""

from dataclasses import dataclass
from typing import Any

from claycore.measure import bounds
from claycore.measure.formatting import plain
from claycore.mixing import cost
from claycore.mixing.cost import DarkGround, WayToDark
from umberpot.mixing.calculators.base import SavedCalculator
from umberpot.ui.calculators import Answer, CalculatorForm
from umberpot.ui.fields.measures import MeasureField


class DarkForm(CalculatorForm[DarkGround]):
    """Three ways to a dark piece, by cost. Prices per kg, clays as plastic clay."""

    piece = MeasureField(bounds.MASS, label="Plastic clay per piece")
    water_pct = MeasureField(bounds.WATER, label="Water content")
    dark_price = MeasureField(cost.PRICE, label="Dark clay price per kg")
    cheap_price = MeasureField(cost.PRICE, label="Plain body price per kg")
    stain_price = MeasureField(cost.PRICE, label="Black stain price per kg")
    stain_pct = MeasureField(bounds.PERCENTAGE, label="Black stain, % on dry clay")
    area_cm2 = MeasureField(cost.AREA, label="Area to coat")
    coat_mm = MeasureField(cost.THICKNESS, required=False, label="Wet coat thickness")
    coat_gravity = MeasureField(
        bounds.SPECIFIC_GRAVITY, required=False, label="Specific gravity of the slip"
    )

    def inputs(self) -> DarkGround:
        typed = self.cleaned_data
        return DarkGround(
            typed["piece"],
            typed["water_pct"],
            typed["stain_pct"],
            typed["area_cm2"],
            typed["coat_mm"] or cost.COAT_MM,
            typed["coat_gravity"] or cost.COAT_GRAVITY,
            typed["dark_price"],
            typed["cheap_price"],
            typed["stain_price"],
        )


@dataclass(frozen=True, kw_only=True)
class DarkAnswer(Answer):
    """The ways, cheapest first; ``coat_g`` is wet slip a piece."""

    grounds: list[WayToDark]
    coat_g: float


class DarkView(SavedCalculator[DarkGround, list[WayToDark]]):
    """Three ways to a dark ground, by cost."""

    form_class = DarkForm
    page = "mixing/calculators/dark.html"
    fragment = "mixing/calculators/_dark_answer.html"
    tool = "dark"
    initial = {"water_pct": "21", "stain_pct": "5"}

    def solve(self, inputs: DarkGround) -> list[WayToDark]:
        return cost.dark_grounds(inputs)

    def answer(self, inputs: DarkGround, result: list[WayToDark]) -> DarkAnswer:
        return DarkAnswer(grounds=result, coat_g=inputs.coat_g, warnings=[])

    def shown(self, inputs: DarkGround, result: list[WayToDark]) -> dict[str, Any]:
        dearest = max(ground.per_piece for ground in result) or 1.0
        return {
            "rows": [
                {
                    "title": ground.title,
                    "cost": ground.per_piece,
                    "working": " + ".join(
                        f"{plain(part.grams, 1)} g {part.name} × {part.price_per_kg:.2f}"
                        for part in ground.parts
                    ),
                    "width": f"{100 * ground.per_piece / dearest:.2f}",
                }
                for ground in result
            ],
            "coat": plain(inputs.coat_g, 1),
            "coat_working": f"{plain(inputs.area_cm2)} cm² × {plain(inputs.coat_mm)} mm ÷ 10"
            f" × {plain(inputs.coat_gravity)}",
        }
