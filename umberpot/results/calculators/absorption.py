"""The calculators of ``/results/``: shrinkage and absorption."""

from typing import Any

from claycore.judging import vitrification
from claycore.measure import bounds, units
from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Measured
from claycore.testing import absorption, soaking
from claycore.testing.result_checks import absorption_warnings
from umberpot.ui.calculators import CalculatorForm, as_json, blaming_fields, estimate_keys
from umberpot.ui.fields.measures import Choice, MeasureField, mass_units


class AbsorptionForm(CalculatorForm):
    """Dry and soaked masses, as the contract of ``/results/absorption/`` has them."""

    dry = MeasureField(bounds.MASS, label="Dry")
    wet = MeasureField(bounds.MASS, label="Soaked")
    suspended = MeasureField(bounds.MASS, required=False, label="Hung in water")
    unit = Choice(choices=mass_units, initial="g")
    scale_step = MeasureField(bounds.STEP, label="Smallest step of the scale")
    method = Choice(choices=soaking.choices, label="How it was soaked")
    limit_pct = MeasureField(bounds.LIMIT, required=False, label="Limit to hold it against")

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if not self.errors:
            with blaming_fields(self):
                dry, wet, hung = (self._mass(name) for name in ("dry", "wet", "suspended"))
                cleaned["absorption"] = absorption.absorption(dry, wet, hung)
        return cleaned

    def _mass(self, name: str) -> Any:
        """A mass with the scale's step; None where it was not given."""
        value = self.cleaned_data[name]
        return None if value is None else Measured(value, self.cleaned_data["scale_step"])

    def reckoned(self) -> dict[str, Any]:
        """The contract's answer, with what the page shows under ``shown``."""
        found: absorption.Absorption = self.cleaned_data["absorption"]
        limit_pct = self.cleaned_data["limit_pct"]
        verdict = None
        if limit_pct is not None:
            verdict = absorption.against_limit(found.absorption, limit_pct)
        method = soaking.method(self.cleaned_data["method"])
        return {
            "absorption_pct": found.absorption.value,
            "u95": found.absorption.u95,
            **estimate_keys("apparent_porosity_pct", found.apparent_porosity),
            **estimate_keys("bulk_density", found.bulk_density),
            **estimate_keys("apparent_specific_gravity", found.apparent_specific_gravity),
            "verdict": verdict,
            "warnings": as_json(absorption_warnings(found.absorption, verdict, method)),
            "shown": self._shown(found, verdict),
        }

    def _shown(self, found: absorption.Absorption, verdict: str | None) -> dict[str, Any]:
        cleaned = self.cleaned_data
        dry, wet = plain(cleaned["dry"], 4), plain(cleaned["wet"], 4)
        shown = {
            "figure": with_u95(found.absorption.value, found.absorption.u95),
            "working": f"({wet} − {dry}) ÷ {dry} × 100",
            "method": soaking.method(cleaned["method"]),
        }
        if found.bulk_density:
            shown["porosity"] = found.apparent_porosity
            shown["density"] = found.bulk_density
            shown["gravity"] = found.apparent_specific_gravity
        if verdict is not None:
            shown["limit"] = plain(cleaned["limit_pct"], 2)
            shown["verdict"] = verdict
        if verdict == absorption.AgainstLimit.NOT_DECIDED:
            step_g = units.grams(cleaned["scale_step"], cleaned["unit"])
            shown["would_decide"] = vitrification.what_would_decide(
                found.absorption, cleaned["limit_pct"], step_g
            )
        return shown
