"""Dose: ``/mix/dose/``, grams of colourant on dry clay."""

from dataclasses import dataclass
from typing import Any
from urllib.parse import urlencode

from django import forms

from claycore.materials.clay_amount import ClayAmount
from claycore.materials.clay_in_hand import ClayState
from claycore.materials.composition import Addition, Convention
from claycore.measure.formatting import decimals_of, masses, plain, to_step
from claycore.mixing.dose import Dose, DosedAddition, clay_for_powder_g, dose
from claycore.mixing.dose_checks import dose_warnings
from claycore.mixing.series import NONE_OR_MORE
from claycore.mixing.series_on_the_scale import CLAY_WORDS
from claycore.mixing.weighing import out_of_its_bag
from umberpot.mixing.calculators.additions import AdditionsField
from umberpot.mixing.calculators.base import MixMaker, taken_by
from umberpot.mixing.calculators.clay import ClayForm
from umberpot.mixing.calculators.fields import (
    KnowsScale,
    convention_choice,
    convention_of,
    empty_bag_field,
    scale_step_field,
)
from umberpot.mixing.orders import MixOrder, Shelf, order_of_dose
from umberpot.ui.calculators import Answer, Solved
from umberpot.ui.fields.measures import LONGEST_TEXT, MeasureField
from umberpot.ui.mix_bar import segments_of


@dataclass(frozen=True)
class DoseInputs:
    """Clay, what is to go into it, and what that is weighed on."""

    clay: ClayAmount
    additions: list[Addition]
    convention: Convention
    scale_step_g: float
    clay_name: str
    water_measured: bool
    powder_g: float | None = None


class DoseForm(KnowsScale, ClayForm[DoseInputs]):
    """Clay in hand, additions and convention, as the contract of ``/mix/dose/`` has them.

    Besides the contract: ``clay`` (its name), ``scale_step_g``, and ``powder_g``, what there is of
    the first colourant, weighed with a bag of ``bag_g``.
    """

    clay = forms.CharField(max_length=LONGEST_TEXT, required=False)
    add = AdditionsField()
    convention = convention_choice()
    powder_g = MeasureField(NONE_OR_MORE, required=False, label="Colourant on hand")
    bag_g = empty_bag_field()
    scale_step_g = scale_step_field()

    def inputs(self) -> DoseInputs:
        typed = self.cleaned_data
        powder_g = typed["powder_g"]
        if powder_g is not None:
            powder_g = out_of_its_bag(powder_g, typed["bag_g"] or 0.0)
        return DoseInputs(
            self.clay_amount(),
            typed["add"],
            convention_of(typed["convention"]),
            self.scale_step,
            typed["clay"],
            water_measured=self.water_measured,
            powder_g=powder_g,
        )


@dataclass(frozen=True)
class DosedAnswer:
    """One colourant of the answer."""

    name: str
    mass_g: float
    pct_on_dry_clay: float
    share_of_total_pct: float


@dataclass(frozen=True, kw_only=True)
class DoseAnswer(Answer):
    """The contract of ``/mix/dose/``."""

    dry_clay_g: float
    water_g: float
    additions: list[DosedAnswer]
    dry_total_g: float
    water_to_add_g: float


@dataclass(frozen=True)
class ShownAddition:
    """One colourant's figure, and the sum that gives it."""

    name: str
    grams: str
    on_dry_clay: str
    share_of_total: str
    working: str
    position: int
    in_bar: bool


class DoseView(MixMaker[DoseInputs, Dose]):
    """Grams of colourant on dry clay."""

    tool = "dose"
    form_class = DoseForm
    page = "mixing/calculators/dose.html"
    fragment = "mixing/calculators/_dose_answer.html"

    def solve(self, inputs: DoseInputs) -> Dose:
        return dose(inputs.clay.in_hand(), inputs.additions, inputs.convention)

    def takes(self, inputs: DoseInputs, result: Dose) -> dict[str, float]:
        return taken_by(result, inputs.clay_name)

    def colourants(self, inputs: DoseInputs, result: Dose) -> list[str]:
        return [addition.name for addition in inputs.additions]

    def order(self, on_shelf: Shelf, solved: Solved[DoseInputs, Dose]) -> MixOrder:
        query = solved.form.query_string()
        return order_of_dose(on_shelf, solved.result, solved.inputs.clay_name, query)

    def answer(self, inputs: DoseInputs, result: Dose) -> DoseAnswer:
        return DoseAnswer(
            dry_clay_g=result.clay.dry_g,
            water_g=result.clay.water_g,
            additions=[
                DosedAnswer(a.name, a.mass_g, a.pct_on_dry_clay, a.share_of_total_pct)
                for a in result.additions
            ],
            dry_total_g=result.dry_total_g,
            water_to_add_g=result.water_to_add_g,
            warnings=dose_warnings(
                result,
                inputs.scale_step_g,
                water_measured=inputs.water_measured,
                convention=inputs.convention,
            ),
        )

    def shown(self, inputs: DoseInputs, result: Dose) -> dict[str, Any]:
        clay_name = inputs.clay_name or "clay"
        parts, dry_total = masses(
            [result.clay.dry_g, *(a.mass_g for a in result.additions)], inputs.scale_step_g
        )
        return {
            "clay_name": clay_name,
            "additions": [
                _shown_addition(inputs, result, index, parts[index + 1])
                for index in range(len(result.additions))
            ],
            "reach": _reach(inputs, result),
            "clay_in_hand": result.clay,
            "powder_g": result.powder_g,
            "dry_clay": parts[0],
            "dry_clay_working": _dry_clay_working(inputs.clay, result),
            "water": plain(result.clay.water_g, 1),
            "dry_total": dry_total,
            "water_to_add": plain(result.water_to_add_g, 1) if result.water_to_add_g else "",
            "fires_to": _fires_to(inputs, result),
            "segments": segments_of(
                clay_name, result.clay.dry_g, [(a.name, a.mass_g) for a in result.additions]
            ),
        }


def _fires_to(inputs: DoseInputs, result: Dose) -> str:
    """The query that asks which colour this fires to; '' of a clay without a name."""
    adds = [("add", f"{one.name}:{one.pct_on_dry_clay:g}") for one in result.additions]
    return urlencode([("clay", inputs.clay_name), *adds]) if inputs.clay_name and adds else ""


def _reach(inputs: DoseInputs, result: Dose) -> dict[str, Any] | None:
    """How much clay the colourant on hand is for; None where nobody said how much there is."""
    first = result.additions[0]
    if inputs.powder_g is None or first.pct_on_dry_clay <= 0:
        return None
    lies, step_g = result.clay.condition, inputs.scale_step_g
    dry_g = clay_for_powder_g(inputs.powder_g, first.pct_on_dry_clay)
    return {
        "powder": plain(inputs.powder_g, 2),
        "name": first.name,
        "clay": to_step(lies.as_weighed_g(dry_g), step_g),
        "words": CLAY_WORDS[lies.state],
        "dry": "" if lies.state == ClayState.DRY else to_step(dry_g, step_g),
        "short": first.mass_g > inputs.powder_g * (1 + 1e-9),
    }


def _shown_addition(inputs: DoseInputs, result: Dose, index: int, grams: str) -> ShownAddition:
    addition = result.additions[index]
    as_weighed = len(grams.partition(".")[2])
    decimals = max(decimals_of(inputs.scale_step_g) + 1, 2, as_weighed)
    return ShownAddition(
        addition.name,
        grams,
        plain(addition.pct_on_dry_clay),
        plain(addition.share_of_total_pct),
        _addition_working(result, addition, inputs.convention, decimals),
        position=sum(1 for before in result.additions[:index] if before.mass_g > 0),
        in_bar=addition.mass_g > 0,
    )


def _addition_working(
    result: Dose, addition: DosedAddition, convention: Convention, decimals: int
) -> str:
    dry = plain(result.clay.dry_g, decimals)
    grams = plain(addition.mass_g, decimals)
    if convention == Convention.SHARE_OF_TOTAL:
        clay_share = 100 * result.clay.dry_g / result.dry_total_g
        share = plain(addition.share_of_total_pct, 3)
        return f"{dry} g dry clay × {share} ÷ {plain(clay_share, 3)} = {grams} g"
    if convention == Convention.ON_WET_CLAY:
        of_wet = plain(addition.pct_on_dry_clay * result.clay.dry_fraction, 3)
        return f"{plain(result.clay.mass_g, decimals)} g as weighed × {of_wet} ÷ 100 = {grams} g"
    return f"{dry} g dry clay × {plain(addition.pct_on_dry_clay, 3)} ÷ 100 = {grams} g"


def _dry_clay_working(clay: ClayAmount, result: Dose) -> str:
    """How much of the clay in hand is dry, in one line; '' where all of it is."""
    in_hand = result.clay
    if clay.state == ClayState.DRY:
        return ""
    dry = f"{plain(in_hand.dry_g, 1)} g dry clay"
    if clay.state == ClayState.PLASTIC:
        return f"{plain(in_hand.mass_g, 1)} g − {plain(clay.water_pct or 0)} % water = {dry}"
    gravity = clay.specific_gravity
    if gravity is None:
        return f"{plain(in_hand.mass_g, 1)} g slip × {plain(clay.solids_pct or 0)} ÷ 100 = {dry}"
    density = plain(clay.density)
    formula = f"({plain(gravity, 3)} − 1) × {density} ÷ ({density} − 1)"
    return f"{plain(in_hand.mass_g / gravity, 1)} mL × {formula} = {dry}"
