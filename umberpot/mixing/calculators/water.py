"""Water in clay, from a pinch: the query string of ``/mix/water/``."""

from typing import Any

from claycore.materials import moisture
from claycore.measure import bounds
from claycore.measure.formatting import plain, with_u95
from claycore.measure.notices import Notice
from claycore.measure.uncertainty import Estimate
from umberpot.ui.calculators import CalculatorForm, as_json, blaming_fields
from umberpot.ui.fields.measures import Choice, MeasureField, mass_units

COARSE_PCT = 1.0
"""A water content worse than ± this is worth a bigger pinch. Common practice, from memory."""


class WaterForm(CalculatorForm):
    """A pinch weighed wet and then bone dry: ``wet``, ``dry``, ``unit``, ``scale_step``."""

    wet = MeasureField(bounds.MASS, label="The pinch, wet")
    dry = MeasureField(bounds.MASS, label="The same, bone dry")
    unit = Choice(choices=mass_units, initial="g")
    scale_step = MeasureField(bounds.STEP, label="Smallest step of the scale")

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if not self.errors:
            with blaming_fields(self):
                cleaned["water"] = moisture.measured(
                    cleaned["wet"], cleaned["dry"], cleaned["scale_step"]
                )
        return cleaned

    def reckoned(self) -> dict[str, Any]:
        """``water_pct`` (wet basis) with ``u95``, and ``on_dry_basis_pct``."""
        found: Estimate = self.cleaned_data["water"]
        wet, dry = self.cleaned_data["wet"], self.cleaned_data["dry"]
        warnings = []
        if found.u95 > COARSE_PCT:
            warnings.append(
                Notice(
                    "coarse",
                    f"± {plain(found.u95, 1)} points is coarse: weigh a bigger piece, or use a"
                    " finer scale.",
                )
            )
        return {
            "water_pct": found.value,
            "u95": found.u95,
            "on_dry_basis_pct": 100 * (wet - dry) / dry,
            "warnings": as_json(warnings),
            "shown": {
                "figure": with_u95(found.value, found.u95),
                "working": f"({plain(wet, 4)} − {plain(dry, 4)}) ÷ {plain(wet, 4)} × 100",
                "dry_basis": plain(100 * (wet - dry) / dry, 1),
            },
        }
