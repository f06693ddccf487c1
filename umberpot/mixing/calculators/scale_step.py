"""The step of the scale, as the sums that end in a weighing ask for it."""

from typing import Any, ClassVar

from claycore.measure import bounds
from umberpot.ui.fields.measures import MeasureField


def scale_step_field() -> MeasureField:
    """The step of the scale, grams."""
    return MeasureField(
        bounds.STEP, required=False, label="Your scale shows steps of", initial="0.1"
    )


class KnowsScale:
    """Part of a form with the field ``scale_step_g``; what it means where it was left empty."""

    default_scale_step_g: ClassVar[float] = 0.1
    cleaned_data: dict[str, Any]

    @property
    def scale_step(self) -> float:
        """The step of the scale, grams."""
        return self.cleaned_data.get("scale_step_g") or self.default_scale_step_g
