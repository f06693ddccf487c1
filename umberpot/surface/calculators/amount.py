"""Slip for a surface: ``/surface/amount/``."""

from collections import defaultdict
from dataclasses import dataclass
from typing import Any

from django.http import HttpRequest

from claycore.materials.slip import CLAY_SOLID_DENSITY
from claycore.measure import bounds
from claycore.measure.formatting import adding_up, plain
from claycore.measure.notices import Notice
from claycore.mixing.cost import AREA, THICKNESS
from claycore.surface import amounts
from claycore.surface.amounts import Coating, SlipAmount
from claycore.surface.techniques.entry import FACE_PCT
from umberpot.mixing.calculators.additions import AdditionsField
from umberpot.shelf.hazards import hazards_asked_by
from umberpot.surface.places import PLACE
from umberpot.ui.calculators import Answer, Calculator, CalculatorForm, Solved
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import MeasureField

DECIMALS = 1


class AmountForm(CalculatorForm[Coating]):
    """The query string: area in cm² and its share, coats, mm of a wet coat, the slip, additions."""

    area = MeasureField(AREA, label="Area to coat")
    covers_pct = MeasureField(amounts.COVERS, required=False, label="Covered by this slip")
    coats = CountField(amounts.COATS, label="Coats")
    thickness = MeasureField(THICKNESS, label="Wet coat thickness")
    specific_gravity = MeasureField(bounds.SPECIFIC_GRAVITY, label="Specific gravity of the slip")
    solid_density = MeasureField(bounds.SOLID_DENSITY, required=False, label="Density of dry clay")
    loss_pct = MeasureField(amounts.LOSS, required=False, label="Loss")
    add = AdditionsField(required=False, label="Colourants")

    def inputs(self) -> Coating:
        typed = self.cleaned_data
        loss, density, covers = typed["loss_pct"], typed["solid_density"], typed["covers_pct"]
        pcts: dict[str, float] = defaultdict(float)
        for one in typed["add"]:
            pcts[one.name] += one.pct
        return Coating(
            typed["area"],
            typed["coats"],
            typed["thickness"],
            typed["specific_gravity"],
            CLAY_SOLID_DENSITY if density is None else density,
            amounts.USUAL_LOSS_PCT if loss is None else loss,
            pcts,
            FACE_PCT if covers is None else covers,
        )


@dataclass(frozen=True)
class AddedMass:
    """An addition to the slip's dry clay."""

    name: str
    mass_g: float


@dataclass(frozen=True, kw_only=True)
class AmountAnswer(Answer):
    """The contract of ``/surface/amount/``."""

    slip_ml: float
    slip_g: float
    dry_clay_g: float
    water_g: float
    additions: list[AddedMass]


class AmountView(Calculator[Coating, SlipAmount]):
    """How much slip an area takes, and what goes into it."""

    form_class = AmountForm
    page = "surface/calculators/amount.html"
    fragment = "surface/calculators/_amount_answer.html"

    def solve(self, inputs: Coating) -> SlipAmount:
        return amounts.slip_for(inputs)

    def answer(self, inputs: Coating, result: SlipAmount) -> AmountAnswer:
        return AmountAnswer(
            slip_ml=result.slip_ml,
            slip_g=result.slip_g,
            dry_clay_g=result.dry_clay_g,
            water_g=result.water_g,
            additions=[AddedMass(name, grams) for name, grams in result.additions_g.items()],
            warnings=[],
        )

    def notices(self, request: HttpRequest, solved: Solved[Coating, SlipAmount]) -> list[Notice]:
        return hazards_asked_by(request, solved.inputs.pcts or ())

    def shown(self, inputs: Coating, result: SlipAmount) -> dict[str, Any]:
        named = {"Dry clay": result.dry_clay_g, **result.additions_g, "Water": result.water_g}
        kept = 100 - inputs.loss_pct
        share = f" × {plain(inputs.covers_pct / 100, 3)}" if inputs.covers_pct < 100 else ""
        return {
            "slip_ml": plain(result.slip_ml, 0),
            "slip_g": adding_up([result.slip_g], DECIMALS)[0],
            "parts": list(zip(named, adding_up(list(named.values()), DECIMALS), strict=True)),
            "working": (
                f"{plain(inputs.area_cm2)} cm²{share} × {plain(inputs.thickness_mm / 10, 3)} cm"
                f" × {inputs.coats} ÷ {plain(kept / 100, 3)}"
            ),
        }

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        return {"place": PLACE}
