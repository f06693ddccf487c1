"""Slip: ``/mix/slip/``, slip in a bucket measured, changed and coloured; clay made into slip."""

from dataclasses import dataclass
from enum import StrEnum
from functools import partial
from typing import Any

from django import forms
from django.http import HttpRequest

from claycore.materials import moisture, slip
from claycore.materials.clay_in_hand import ClayInHand, ClayState, dry_clay
from claycore.materials.colourants import kind_of
from claycore.materials.composition import Addition, Convention
from claycore.materials.slip import MixedWater
from claycore.measure import bounds, units
from claycore.measure.errors import Inconsistent
from claycore.measure.formatting import adding_up, plain, to_step
from claycore.measure.units import Measure
from claycore.mixing.dose import Dose, dose
from claycore.mixing.dose_checks import dose_warnings
from umberpot.mixing.calculators.additions import AdditionsField
from umberpot.mixing.calculators.base import (
    AdditionAnswer,
    MixMaker,
    addition_answers,
    taken_by,
)
from umberpot.mixing.calculators.fields import KnowsScale, scale_step_field, solid_density_field
from umberpot.mixing.models import MixPart
from umberpot.mixing.orders import MixOrder, PartOrder, Shelf, order_of_slip
from umberpot.shelf.models import Material
from umberpot.ui.calculators import Answer, CalculatorForm, Solved
from umberpot.ui.fields.measures import (
    LONGEST_TEXT,
    STILL_NEEDED,
    Choice,
    MeasureField,
    mass_units,
    volume_units,
)
from umberpot.ui.fields.not_applying import does_not_apply


class SlipSource(StrEnum):
    """What the slip is made from: slip there is, dry clay to slake, or plastic clay to soften."""

    BUCKET = "bucket"
    SLAKE = "slake"
    PLASTIC = "plastic"


@dataclass(frozen=True)
class SlipSample:
    """A known volume of slip on the scale: grams with its vessel, the empty vessel, millilitres."""

    mass_g: float
    vessel_g: float
    volume_ml: float


@dataclass(frozen=True)
class SlipInputs:
    """Slip by a sample of it and an amount, or clay that is to become slip.

    Of a bucket there are ``sample`` and either ``amount_ml`` or ``amount_g``; of clay that is dry
    or plastic, ``raw``.
    """

    density: float
    additions: list[Addition]
    scale_step_g: float
    target_gravity: float | None
    clay_name: str
    sample: SlipSample | None = None
    known_gravity: float | None = None
    amount_ml: float | None = None
    amount_g: float | None = None
    raw: ClayInHand | None = None


class SlipForm(KnowsScale, CalculatorForm[SlipInputs]):
    """Slip whose specific gravity is weighed, or clay that is to become slip.

    ``what`` = ``bucket``: ``sample_mass``+``sample_unit`` of ``sample_volume``+
    ``sample_volume_unit``, ``vessel_mass`` (same unit, 0), and ``amount``+``amount_unit``, a
    volume or a mass. ``what`` = ``slake``: ``dry_mass``+``dry_unit``; ``plastic``:
    ``plastic_mass``+``plastic_unit`` with ``water_pct`` of its wet weight. All: ``solid_density``
    (2.6), ``target_gravity``, ``add`` as in the dose, ``clay`` (its name).
    """

    clay = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Clay")

    what = Choice(
        choices=[
            (SlipSource.BUCKET, "Slip"),
            (SlipSource.SLAKE, "Dry clay, to slake"),
            (SlipSource.PLASTIC, "Plastic clay"),
        ],
        required=False,
        initial=SlipSource.BUCKET,
    )
    specific_gravity = MeasureField(
        bounds.SPECIFIC_GRAVITY, required=False, label="Specific gravity, if known"
    )
    sample_volume = MeasureField(
        bounds.VOLUME, counted_in="sample_volume_unit", required=False, label="Sample volume"
    )
    sample_volume_unit = Choice(choices=volume_units, required=False, initial="ml")
    sample_mass = MeasureField(
        bounds.MASS, counted_in="sample_unit", required=False, label="Sample weight"
    )
    sample_unit = Choice(choices=mass_units, required=False, initial="g")
    vessel_mass = MeasureField(
        bounds.VESSEL, counted_in="sample_unit", required=False, label="Empty jug"
    )
    amount = MeasureField(
        bounds.VOLUME, counted_in="amount_unit", required=False, label="Slip amount"
    )
    amount_unit = Choice(
        choices=partial(units.choices, Measure.VOLUME, Measure.MASS),
        required=False,
        initial="l",
    )
    dry_mass = MeasureField(bounds.MASS, counted_in="dry_unit", required=False, label="Dry clay")
    dry_unit = Choice(choices=mass_units, required=False, initial="g")
    plastic_mass = MeasureField(
        bounds.MASS, counted_in="plastic_unit", required=False, label="Plastic clay"
    )
    plastic_unit = Choice(choices=mass_units, required=False, initial="g")
    water_pct = MeasureField(bounds.WATER, required=False, label="Water content")
    target_gravity = MeasureField(
        bounds.SPECIFIC_GRAVITY, required=False, label="Target specific gravity"
    )
    solid_density = solid_density_field()
    add = AdditionsField(required=False)
    scale_step_g = scale_step_field()

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        sample = ("sample_volume", "sample_mass")
        of_source: dict[str, tuple[str, ...]] = {
            SlipSource.BUCKET: (*sample, "amount"),
            SlipSource.SLAKE: ("dry_mass",),
            SlipSource.PLASTIC: ("plastic_mass", "water_pct"),
        }
        source = cleaned.get("what") or SlipSource.BUCKET
        needed = of_source.pop(source)
        does_not_apply(self, cleaned, *(name for names in of_source.values() for name in names))
        if source != SlipSource.BUCKET:
            does_not_apply(self, cleaned, "specific_gravity")
            needed = (*needed, "target_gravity")
        if cleaned.get("specific_gravity") is not None:
            does_not_apply(self, cleaned, *sample)
            needed = ("amount",)
        for field in needed:
            if field not in self.errors and cleaned.get(field) is None:
                self.add_error(field, forms.ValidationError(STILL_NEEDED, "required"))
        return cleaned

    def inputs(self) -> SlipInputs:
        typed = self.cleaned_data
        common = (
            typed["solid_density"] or slip.CLAY_SOLID_DENSITY,
            typed["add"],
            self.scale_step,
            typed["target_gravity"],
            typed["clay"],
        )
        if typed["what"] == SlipSource.SLAKE:
            dry_g = units.grams(typed["dry_mass"], typed["dry_unit"] or "g")
            return SlipInputs(*common, raw=dry_clay(dry_g))
        if typed["what"] == SlipSource.PLASTIC:
            mass_g = units.grams(typed["plastic_mass"], typed["plastic_unit"] or "g")
            return SlipInputs(*common, raw=moisture.plastic_clay(mass_g, typed["water_pct"]))
        unit = typed["amount_unit"] or "l"
        if units.UNITS[unit].measure == Measure.VOLUME:
            amount_ml = units.millilitres(typed["amount"], unit)
            return SlipInputs(*common, **self._measured(), amount_ml=amount_ml)
        amount_g = units.grams(typed["amount"], unit)
        return SlipInputs(*common, **self._measured(), amount_g=amount_g)

    def _measured(self) -> dict[str, Any]:
        """The gravity where it is known, else the sample that tells it."""
        known = self.cleaned_data["specific_gravity"]
        return {"sample": self._sample()} if known is None else {"known_gravity": known}

    def _sample(self) -> SlipSample:
        typed = self.cleaned_data
        gram = units.grams(1, typed["sample_unit"] or "g")
        volume_unit = typed["sample_volume_unit"] or "ml"
        return SlipSample(
            typed["sample_mass"] * gram,
            (typed["vessel_mass"] or 0.0) * gram,
            units.millilitres(typed["sample_volume"], volume_unit),
        )


@dataclass(frozen=True)
class SlipResult:
    """The clay in the bucket, its gravity, and what brings it to the gravity wanted.

    ``dose`` is on the clay of the slip it becomes.
    """

    clay: ClayInHand
    gravity: float | None
    let: MixedWater | None
    dose: Dose


@dataclass(frozen=True, kw_only=True)
class SlipAnswer(Answer):
    """Specific gravity, solids, what the bucket holds, water or clay to add, grams of stain."""

    specific_gravity: float | None
    solids_pct: float | None
    dry_clay_g: float
    water_g: float
    mass_g: float
    add_water_g: float | None
    add_dry_clay_g: float | None
    additions: list[AdditionAnswer]


class SlipView(MixMaker[SlipInputs, SlipResult]):
    """Slip in a bucket."""

    tool = "slip"
    form_class = SlipForm
    page = "mixing/calculators/slip.html"
    fragment = "mixing/calculators/_slip_answer.html"

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        usual = [
            (use, f"{plain(low)} to {plain(high)}")
            for use, (low, high) in slip.USUAL_GRAVITIES.items()
        ]
        return {**super().page_context(request, form), "usual_gravities": usual}

    def solve(self, inputs: SlipInputs) -> SlipResult:
        gravity = _gravity(inputs)
        clay = _clay(inputs, gravity)
        let = None
        if inputs.target_gravity is not None:
            powder_pct = sum(addition.pct for addition in inputs.additions)
            let = slip.bring_to(clay, inputs.target_gravity, _density(inputs), powder_pct)
        becomes = let.after if let else clay
        plain_slip = Dose(becomes, (), 0.0)
        adds = inputs.additions
        dosed = dose(becomes, adds, Convention.ON_DRY_CLAY) if adds else plain_slip
        return SlipResult(clay, gravity, let, dosed)

    def takes(self, inputs: SlipInputs, result: SlipResult) -> dict[str, float]:
        return taken_by(result.dose, inputs.clay_name)

    def colourants(self, inputs: SlipInputs, result: SlipResult) -> list[str]:
        return [addition.name for addition in result.dose.additions]

    def order(self, on_shelf: Shelf, solved: Solved[SlipInputs, SlipResult]) -> MixOrder:
        name, found = solved.inputs.clay_name, solved.result
        clay, let = found.clay, found.let
        add_dry_g, water_g = (let.add_dry_clay_g, let.add_water_g) if let else (0.0, 0.0)
        if not found.dose.additions and not add_dry_g and not water_g:
            raise Inconsistent(
                "target_gravity", None, "Enter a colourant or another specific gravity."
            )
        before = PartOrder(
            MixPart.Role.CLAY,
            name or clay.state.value,
            clay.mass_g,
            material=_lies_as(on_shelf.clay(name), clay.state),
            dry_share=clay.dry_fraction,
        )
        return order_of_slip(on_shelf, found.dose, name, before, add_dry_g, water_g)

    def answer(self, inputs: SlipInputs, result: SlipResult) -> SlipAnswer:
        clay, let = result.clay, result.let
        return SlipAnswer(
            specific_gravity=result.gravity,
            solids_pct=100 * clay.dry_fraction if clay.state == ClayState.SLIP else None,
            dry_clay_g=clay.dry_g,
            water_g=clay.water_g,
            mass_g=clay.mass_g,
            add_water_g=let.add_water_g if let else None,
            add_dry_clay_g=let.add_dry_clay_g if let else None,
            additions=addition_answers(result.dose.additions),
            warnings=dose_warnings(result.dose, inputs.scale_step_g),
        )

    def shown(self, inputs: SlipInputs, result: SlipResult) -> dict[str, Any]:
        clay, let = result.clay, result.let
        dry, water = adding_up([clay.dry_g, clay.water_g], 1)
        return {
            "dry": dry,
            "water": water,
            **(_shown_gravity(inputs, clay, result.gravity) if result.gravity else {}),
            **(_shown_change(inputs, result, let) if let else {}),
            "adds": _shown_adds(inputs, result.dose),
            "slaked": _slaked(inputs, result),
            "clay_in_hand": result.dose.clay if inputs.raw is None else None,
            "powder_g": result.dose.powder_g,
        }


def _lies_as(material: Material | None, state: ClayState) -> Material | None:
    """What the slip is taken off: a bucket of it, never the bag of clay it was made from once."""
    in_bag = material is not None and state == ClayState.SLIP and material.state != ClayState.SLIP
    return None if in_bag else material


def _density(inputs: SlipInputs) -> float:
    """The density of the dry matter: clay and colourants together, g/cm³."""
    parts = [(100.0, inputs.density)]
    parts += [(one.pct, kind_of(one.name).density) for one in inputs.additions]
    return slip.density_of_solids(parts)


def _density_words(inputs: SlipInputs) -> str:
    """The densities that the water is worked out with; '' where there is clay alone."""
    if not inputs.additions:
        return ""
    each = [f"clay {plain(inputs.density)}"]
    each += [f"{one.name} {plain(kind_of(one.name).density)}" for one in inputs.additions]
    return (
        f"Worked out with {plain(_density(inputs))}\u00a0g/cm³ for the dry matter:"
        f" {', '.join(each)}."
    )


def _slaked(inputs: SlipInputs, result: SlipResult) -> list[str]:
    """How clay becomes slip, step by step; nothing where there is slip already."""
    if inputs.raw is None or result.let is None:
        return []
    water = f"about {plain(result.let.add_water_g * 0.95, 0)}\u00a0g of the water"
    steps = [
        f"Put the dry clay, in small pieces, into {water}: clay onto water. Let it slake, overnight"
        " to be sure, then stir."
    ]
    if inputs.raw.state == ClayState.PLASTIC:
        steps = [
            f"Slice the clay thin into {water} and let it soften overnight, then stir or blend:"
            " a blender is unplugged before a hand goes in. Clay that is dried out first slakes"
            " faster and leaves no lumps."
        ]
    if result.dose.powder_g:
        steps.append("Wet the colourant with a little of the water, and stir it in.")
    return [
        *steps,
        "Pass it through a 60–80 mesh sieve, twice.",
        "Thin it last, with the rest of the water bit by bit: it thickens overnight.",
    ]


def _gravity(inputs: SlipInputs) -> float | None:
    """Of the slip in the bucket; None where there is only clay yet. Raises ClayError."""
    if inputs.known_gravity is not None:
        slip.dry_grams_per_ml(inputs.known_gravity, inputs.density)
        return inputs.known_gravity
    sample = inputs.sample
    if sample is None:
        return None
    return slip.gravity_of(sample.mass_g - sample.vessel_g, sample.volume_ml, inputs.density)


def _clay(inputs: SlipInputs, gravity: float | None) -> ClayInHand:
    if inputs.raw is not None:
        return inputs.raw
    gravity = gravity or 0.0
    if inputs.amount_ml is not None:
        return slip.slip_by_volume(inputs.amount_ml, gravity, inputs.density)
    return slip.slip_by_mass(inputs.amount_g or 0.0, slip.solids_pct(gravity, inputs.density))


def _shown_gravity(inputs: SlipInputs, clay: ClayInHand, gravity: float) -> dict[str, str]:
    density = plain(inputs.density, 3)
    per_ml = plain(slip.dry_grams_per_ml(gravity, inputs.density), 3)
    return {
        "gravity": plain(gravity, 3),
        "solids": plain(100 * clay.dry_fraction, 1),
        "per_ml": per_ml,
        "working": f"({plain(gravity, 3)} − 1) × {density} ÷ ({density} − 1) = {per_ml}",
    }


def _shown_change(inputs: SlipInputs, result: SlipResult, let: MixedWater) -> dict[str, str]:
    after_g = let.after.mass_g + result.dose.powder_g
    return {
        "densities": _density_words(inputs),
        "after_ml": plain(after_g / (inputs.target_gravity or 1), 0),
        "target": plain(inputs.target_gravity or 0, 3),
        "add_water": plain(let.add_water_g, 1) if let.add_water_g else "",
        "add_clay": plain(let.add_dry_clay_g, 1) if let.add_dry_clay_g else "",
        "after": plain(after_g, 1),
    }


def _shown_adds(inputs: SlipInputs, dosed: Dose) -> list[dict[str, str]]:
    dry = plain(dosed.clay.dry_g, 1)
    return [
        {
            "name": a.name,
            "grams": to_step(a.mass_g, inputs.scale_step_g),
            "working": f"{dry} g dry clay × {plain(a.pct_on_dry_clay, 3)} ÷ 100",
        }
        for a in dosed.additions
    ]
