"""Slip in a bucket: the query string of ``/mix/slip/``."""

from enum import StrEnum
from functools import partial
from typing import Any

from django import forms

from claycore.materials import slip
from claycore.materials.clay_in_hand import ClayInHand, ClayState, dry_clay
from claycore.materials.composition import Convention
from claycore.materials.slip import Let
from claycore.measure import bounds, units
from claycore.measure.formatting import plain, to_step
from claycore.measure.notices import Notice
from claycore.measure.units import Measure
from claycore.mixing.dose import Dose, dose
from claycore.mixing.dose_checks import dose_warnings
from umberpot.mixing.calculators.additions import AdditionsField, rows_of
from umberpot.mixing.calculators.scale_step import KnowsScale, scale_step_field
from umberpot.ui.calculators import CalculatorForm, as_json, blaming_fields
from umberpot.ui.fields.measures import STILL_NEEDED, Choice, MeasureField, mass_units, volume_units


class SlipSource(StrEnum):
    """What the slip is made from: slip there is, or dry clay to slake."""

    BUCKET = "bucket"
    SLAKE = "slake"


class BucketForm(KnowsScale, CalculatorForm):
    """Slip whose specific gravity is weighed, or dry clay that is to become slip.

    ``what`` = ``bucket``: ``sample_mass``+``sample_unit`` of ``sample_volume``+
    ``sample_volume_unit``, ``vessel_mass`` (same unit, 0), and ``amount``+``amount_unit``, a
    volume or a mass. ``what`` = ``slake``: ``dry_mass``+``dry_unit``. Both: ``solid_density``
    (2.6), ``target_gravity``, ``add`` as in the dose.
    """

    what = Choice(
        choices=[(SlipSource.BUCKET, "Slip I have"), (SlipSource.SLAKE, "Dry clay to slake")],
        required=False,
        initial=SlipSource.BUCKET,
    )
    sample_volume = MeasureField(bounds.VOLUME, required=False, label="Fill a known volume")
    sample_volume_unit = Choice(choices=volume_units, required=False, initial="ml")
    sample_mass = MeasureField(bounds.MASS, required=False, label="It weighs")
    sample_unit = Choice(choices=mass_units, required=False, initial="g")
    vessel_mass = MeasureField(bounds.MASS, required=False, label="of which the vessel")
    amount = MeasureField(bounds.VOLUME, required=False, label="Slip to colour or change")
    amount_unit = Choice(
        choices=partial(units.choices, Measure.VOLUME, Measure.MASS),
        required=False,
        initial="l",
    )
    dry_mass = MeasureField(bounds.MASS, required=False, label="Dry clay")
    dry_unit = Choice(choices=mass_units, required=False, initial="g")
    target_gravity = MeasureField(
        bounds.SPECIFIC_GRAVITY, required=False, label="Specific gravity wanted"
    )
    solid_density = MeasureField(
        bounds.SOLID_DENSITY, required=False, label="Density of the solid", initial="2.6"
    )
    add = AdditionsField(required=False)
    scale_step_g = scale_step_field()

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        needed: tuple[str, ...] = ("sample_volume", "sample_mass", "amount")
        if cleaned.get("what") == SlipSource.SLAKE:
            self._forget(needed)
            needed = ("dry_mass", "target_gravity")
        else:
            self._forget(("dry_mass",))
        for field in needed:
            if field not in self.errors and cleaned.get(field) is None:
                self.add_error(field, forms.ValidationError(STILL_NEEDED, "required"))
        if not self.errors:
            with blaming_fields(self):
                self._reckon(cleaned)
        return cleaned

    def _forget(self, fields: tuple[str, ...]) -> None:
        for field in fields:
            self.errors.pop(field, None)
            self.cleaned_data[field] = None

    def _reckon(self, cleaned: dict[str, Any]) -> None:
        density = cleaned["solid_density"] or slip.CLAY_SOLID_DENSITY
        if cleaned["what"] == SlipSource.SLAKE:
            grams = units.grams(cleaned["dry_mass"], cleaned["dry_unit"] or "g")
            cleaned["clay"] = clay = dry_clay(grams)
            cleaned["gravity"] = None
        else:
            cleaned["gravity"] = self._gravity(cleaned, density)
            cleaned["clay"] = clay = self._slip(cleaned, density)
        cleaned["let"] = None
        if cleaned["target_gravity"] is not None:
            try:
                cleaned["let"] = slip.bring_to(clay, cleaned["target_gravity"], density)
            except slip.OutOfBounds as error:
                self.add_error("target_gravity", str(error))
        if cleaned["add"]:
            cleaned["dose"] = dose(clay, cleaned["add"], Convention.ON_DRY_CLAY)

    def _gravity(self, cleaned: dict[str, Any], density: float) -> float:
        mass = cleaned["sample_mass"] - (cleaned["vessel_mass"] or 0.0)
        volume_ml = units.millilitres(
            cleaned["sample_volume"], cleaned["sample_volume_unit"] or "ml"
        )
        return slip.gravity_of(units.grams(mass, cleaned["sample_unit"] or "g"), volume_ml, density)

    def _slip(self, cleaned: dict[str, Any], density: float) -> ClayInHand:
        unit = cleaned["amount_unit"] or "l"
        if units.UNITS[unit].measure == Measure.VOLUME:
            volume_ml = units.millilitres(cleaned["amount"], unit)
            return slip.slip_by_volume(volume_ml, cleaned["gravity"], density)
        solids = slip.solids_pct(cleaned["gravity"], density)
        return slip.slip_by_mass(units.grams(cleaned["amount"], unit), solids)

    def reckoned(self) -> dict[str, Any]:
        """Specific gravity, solids, what the bucket holds, water or clay to add, grams of stain."""
        cleaned = self.cleaned_data
        clay: ClayInHand = cleaned["clay"]
        let: Let | None = cleaned["let"]
        made: Dose | None = cleaned.get("dose")
        warnings: list[Notice] = dose_warnings(made, self.scale_step) if made else []
        solids = None if clay.state == ClayState.DRY else 100 * clay.dry_fraction
        return {
            "specific_gravity": cleaned["gravity"],
            "solids_pct": solids,
            "dry_clay_g": clay.dry_g,
            "water_g": clay.water_g,
            "mass_g": clay.mass_g,
            "add_water_g": let.add_water_g if let else None,
            "add_dry_clay_g": let.add_dry_clay_g if let else None,
            "additions": [
                {"name": a.name, "mass_g": a.mass_g, "pct_on_dry_clay": a.pct_on_dry_clay}
                for a in (made.additions if made else ())
            ],
            "warnings": as_json(warnings),
            "shown": self._shown(clay, let, made),
        }

    def _shown(self, clay: ClayInHand, let: Let | None, made: Dose | None) -> dict[str, Any]:
        cleaned = self.cleaned_data
        density = cleaned["solid_density"] or slip.CLAY_SOLID_DENSITY
        shown: dict[str, Any] = {"dry": plain(clay.dry_g, 1), "water": plain(clay.water_g, 1)}
        gravity = cleaned["gravity"]
        if gravity is not None:
            d = plain(density, 3)
            shown["gravity"] = plain(gravity, 3)
            shown["solids"] = plain(100 * clay.dry_fraction, 1)
            shown["per_ml"] = plain(slip.dry_grams_per_ml(gravity, density), 3)
            shown["working"] = f"({plain(gravity, 3)} − 1) × {d} ÷ ({d} − 1) = {shown['per_ml']}"
        if let:
            shown["target"] = plain(cleaned["target_gravity"], 3)
            shown["add_water"] = plain(let.add_water_g, 1) if let.add_water_g else ""
            shown["add_clay"] = plain(let.add_dry_clay_g, 1) if let.add_dry_clay_g else ""
            shown["after"] = plain(let.after.mass_g, 1)
        if made:
            shown["adds"] = [
                {
                    "name": a.name,
                    "grams": to_step(a.mass_g, self.scale_step),
                    "working": f"{plain(clay.dry_g, 1)} g dry clay × {plain(a.pct_on_dry_clay, 3)}"
                    f" ÷ 100",
                }
                for a in made.additions
            ]
            if let and let.add_dry_clay_g:
                shown["thickened"] = True
        return shown

    def rows(self) -> list[tuple[str, str]]:
        """The page's rows of colourants: those typed and one to type in next."""
        return rows_of(self, "add")
