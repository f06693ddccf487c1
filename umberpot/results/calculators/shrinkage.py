"""Shrinkage: the query string of ``/results/shrinkage/``."""

from typing import Any

from claycore.measure import bounds, units
from claycore.measure.formatting import plain, with_u95
from claycore.testing import shrinkage
from claycore.testing.result_checks import shrinkage_warnings
from umberpot.ui.calculators import CalculatorForm, as_json, blaming_fields, estimate_keys
from umberpot.ui.fields.measures import Choice, MeasureField, length_units


class ShrinkageForm(CalculatorForm):
    """Two or three lengths of one line, as the contract of ``/results/shrinkage/`` has them."""

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
            **estimate_keys("drying_pct", found.drying),
            **estimate_keys("firing_pct", found.firing),
            **estimate_keys("total_pct", found.total),
            **estimate_keys("volume_total_pct", found.volume_total),
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
