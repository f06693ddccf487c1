"""The calculators of ``/read/``: shrinkage and absorption."""

from typing import Any

from claycore.judging import vitrification
from claycore.measure import bounds, units
from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate, Measured
from claycore.testing import absorption, shrinkage, soaking
from claycore.testing.result_checks import absorption_warnings, shrinkage_warnings
from umberpot.calculators import CalculatorForm, as_json, blaming_fields
from umberpot.measures import Choice, MeasureField, length_units, mass_units


def _with_u95(key: str, estimate: Estimate | None) -> dict[str, float | None]:
    """A figure and its ``…_u95`` under the contract's keys."""
    if estimate is None:
        return {key: None, f"{key}_u95": None}
    return {key: estimate.value, f"{key}_u95": estimate.u95}


class ShrinkageForm(CalculatorForm):
    """Two or three lengths of one line, as the contract of ``/read/shrinkage/`` has them."""

    wet = MeasureField(bounds.LENGTH, required=False, label="Wet, when marked")
    dry = MeasureField(bounds.LENGTH, required=False, label="Bone dry")
    fired = MeasureField(bounds.LENGTH, required=False, label="Fired")
    unit = Choice(choices=length_units, initial="mm")
    step = MeasureField(bounds.STEP, required=False, label="Smallest step of the ruler")

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if not self.errors:
            step = cleaned["step"]
            if step is None:
                step = shrinkage.DEFAULT_RULER_STEP_MM / units.millimetres(1, cleaned["unit"])
            with blaming_fields(self):
                cleaned["shrinkage"] = shrinkage.shrinkage(
                    cleaned["wet"], cleaned["dry"], cleaned["fired"], step
                )
        return cleaned

    def reckoned(self) -> dict[str, Any]:
        """The contract's answer, with what the page shows under ``shown``."""
        found: shrinkage.Shrinkage = self.cleaned_data["shrinkage"]
        return {
            **_with_u95("drying_pct", found.drying),
            **_with_u95("firing_pct", found.firing),
            **_with_u95("total_pct", found.total),
            **_with_u95("volume_total_pct", found.volume_total),
            "warnings": as_json(shrinkage_warnings(found)),
            "shown": self._shown(found),
        }

    def _shown(self, found: shrinkage.Shrinkage) -> dict[str, Any]:
        lengths = {
            name: plain(self.cleaned_data[name], 4)
            for name in ("wet", "dry", "fired")
            if self.cleaned_data[name] is not None
        }
        rows = [
            ("Drying", found.drying, "wet", "dry", "on the wet length"),
            ("Firing", found.firing, "dry", "fired", "on the dry length"),
            ("Total", found.total, "wet", "fired", "on the wet length"),
        ]
        return {
            "rows": [
                {
                    "name": name,
                    "figure": with_u95(found_one.value, found_one.u95),
                    "working": f"({lengths[before]} − {lengths[after]}) ÷ {lengths[before]} × 100",
                    "basis": basis,
                }
                for name, found_one, before, after, basis in rows
                if found_one
            ],
            "volume": with_u95(found.volume_total.value, found.volume_total.u95)
            if found.volume_total
            else "",
            "drying_reading": shrinkage.reading_of_drying(found.drying.value)
            if found.drying and found.drying.high > 0
            else "",
        }


class AbsorptionForm(CalculatorForm):
    """Dry and soaked masses, as the contract of ``/read/absorption/`` has them."""

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
            **_with_u95("apparent_porosity_pct", found.apparent_porosity),
            **_with_u95("bulk_density", found.bulk_density),
            **_with_u95("apparent_specific_gravity", found.apparent_specific_gravity),
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
        if verdict == absorption.NOT_DECIDED:
            step_g = units.grams(cleaned["scale_step"], cleaned["unit"])
            shown["would_decide"] = vitrification.what_would_decide(
                found.absorption, cleaned["limit_pct"], step_g
            )
        return shown
