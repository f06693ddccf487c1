"""Kilos of a colour: the query string of ``/mix/kilos/``."""

from typing import Any

from django import forms

from claycore.materials import composition
from claycore.measure import bounds, units
from claycore.measure.bounds import Bound
from claycore.measure.formatting import decimals_of, plain, to_step
from claycore.mixing import cost, scaling
from claycore.mixing.cost import Priced
from claycore.mixing.dose import Dose
from claycore.mixing.dose_checks import dose_warnings
from umberpot.mixing.calculators.additions import AdditionsField, rows_of
from umberpot.mixing.calculators.dose import convention_choice, measured_water_field
from umberpot.mixing.calculators.scale_step import KnowsScale, scale_step_field
from umberpot.ui.calculators import CalculatorForm, as_json, blaming_fields
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import LONGEST_TEXT, Choice, MeasureField, mass_units
from umberpot.ui.mix_bar import segments_of

PARTS = Bound(1, 1000, "Split it into 1 to 1000 parts.", low_allowed=True)


class KilosForm(KnowsScale, CalculatorForm):
    """Finished plastic coloured clay wanted: ``mass``+``unit``, ``water_pct``, ``add``.

    Besides: ``split`` into bags or slabs, ``clay`` (a name), ``clay_price`` and ``powder_price``
    per kg (the clay's as plastic clay).
    """

    clay = forms.CharField(max_length=LONGEST_TEXT, required=False, label="Clay")
    mass = MeasureField(bounds.MASS, label="Finished plastic clay")
    unit = Choice(choices=mass_units, initial="kg")
    water_pct = MeasureField(bounds.WATER, label="Water in it")
    add = AdditionsField()
    convention = convention_choice()
    split = CountField(PARTS, required=False, label="Split into bags or slabs")
    clay_price = MeasureField(cost.PRICE, required=False, label="Clay, per kg")
    powder_price = MeasureField(cost.PRICE, required=False, label="Colourant, per kg")
    scale_step_g = scale_step_field()
    water_u95 = measured_water_field()

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if not self.errors:
            with blaming_fields(self):
                cleaned["dose"] = scaling.dose_for_plastic_total(
                    units.grams(cleaned["mass"], cleaned["unit"]),
                    cleaned["water_pct"],
                    cleaned["add"],
                    cleaned["convention"] or composition.Convention.ON_DRY_CLAY,
                )
        return cleaned

    def reckoned(self) -> dict[str, Any]:
        """``clay_g`` as wet as it is, ``dry_clay_g``, ``additions``, ``water_to_add_g``, cost."""
        made: Dose = self.cleaned_data["dose"]
        total_g = made.clay.mass_g + made.powder_g + made.water_to_add_g
        found = cost.cost_of(
            [Priced("the clay", made.clay.mass_g, self.cleaned_data["clay_price"])]
            + [Priced(a.name, a.mass_g, self.cleaned_data["powder_price"]) for a in made.additions]
        )
        known = self.cleaned_data["clay_price"] is not None and not found.unpriced
        return {
            "clay_g": made.clay.mass_g,
            "dry_clay_g": made.clay.dry_g,
            "additions": [
                {"name": a.name, "mass_g": a.mass_g, "pct_on_dry_clay": a.pct_on_dry_clay}
                for a in made.additions
            ],
            "water_to_add_g": made.water_to_add_g,
            "total_g": total_g,
            "cost": found.total if known else None,
            "cost_per_kg": found.per_kg(total_g) if known else None,
            "warnings": as_json(
                dose_warnings(
                    made,
                    self.scale_step,
                    water_measured=self.cleaned_data["water_u95"] is not None,
                )
            ),
            "shown": self._shown(made, total_g, found if known else None),
        }

    def _shown(self, made: Dose, total_g: float, found: cost.Cost | None) -> dict[str, Any]:
        step_g = self.scale_step
        decimals = decimals_of(step_g)
        split = self.cleaned_data["split"] or 1
        clay_name = self.cleaned_data["clay"] or "plastic clay"
        rows = [(clay_name, made.clay.mass_g)]
        rows += [(a.name, a.mass_g) for a in made.additions]
        if made.water_to_add_g:
            rows.append(("water", made.water_to_add_g))
        return {
            "rows": [
                {
                    "name": name,
                    "grams": to_step(grams, step_g),
                    "each": to_step(grams / split, step_g) if split > 1 else "",
                }
                for name, grams in rows
            ],
            "split": split if split > 1 else None,
            "each_total": plain(total_g / split, decimals),
            "dry": plain(made.dry_total_g, 1),
            "working": (
                f"{plain(total_g, 1)} g × (100 − {plain(self.cleaned_data['water_pct'])}) ÷ 100"
                f" = {plain(made.dry_total_g, 1)} g dry, of which"
                f" {plain(made.clay.dry_g, 1)} g is clay"
            ),
            "segments": segments_of(
                clay_name, made.clay.dry_g, [(a.name, a.mass_g) for a in made.additions]
            ),
            "cost": f"{found.total:.2f}" if found else "",
            "cost_per_kg": f"{found.per_kg(total_g):.2f}" if found else "",
        }

    def rows(self) -> list[tuple[str, str]]:
        """The page's rows of colourants: those typed and one to type in next."""
        return rows_of(self, "add")
