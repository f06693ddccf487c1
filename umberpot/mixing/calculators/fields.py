"""Fields that several calculators of Mix share."""

from typing import Any, ClassVar

from django import forms

from claycore.materials.composition import Convention
from claycore.materials.slip import CLAY_SOLID_DENSITY
from claycore.measure import bounds
from claycore.measure.formatting import plain
from claycore.mixing.series import NONE_OR_MORE
from umberpot.ui.fields.measures import Choice, MeasureField


def convention_choice() -> Choice:
    """What percent means; on dry clay unless said."""
    return Choice(
        choices=[
            (Convention.ON_DRY_CLAY, "of dry clay"),
            (Convention.SHARE_OF_TOTAL, "of clay plus colourant"),
            (Convention.ON_WET_CLAY, "of wet clay"),
        ],
        required=False,
        initial=Convention.ON_DRY_CLAY,
    )


def convention_of(typed: str | None) -> Convention:
    """The convention that was chosen; on dry clay where none was."""
    return Convention(typed or Convention.ON_DRY_CLAY)


def measured_water_field() -> MeasureField:
    """The uncertainty of a measured water content, points; absent where it was not measured."""
    widget = forms.HiddenInput({"data-of": "water_pct"})
    return MeasureField(bounds.STEP, required=False, widget=widget)


def empty_bag_field() -> MeasureField:
    """What an empty bag weighs, grams; nothing where the colourant was weighed without one."""
    return MeasureField(NONE_OR_MORE, required=False, label="Weight of an empty bag")


def solid_density_field() -> MeasureField:
    """The density of the dry solid, g/cm³; clay's own where it is left empty."""
    return MeasureField(
        bounds.SOLID_DENSITY,
        required=False,
        label="Density of dry clay",
        initial=plain(CLAY_SOLID_DENSITY),
    )


def scale_step_field() -> MeasureField:
    """The step of the scale, grams."""
    return MeasureField(bounds.STEP, required=False, label="Scale reads to", initial="0.1")


class KnowsScale:
    """Part of a form with the field ``scale_step_g``; what it means where it was left empty."""

    default_scale_step_g: ClassVar[float] = 0.1
    cleaned_data: dict[str, Any]

    @property
    def scale_step(self) -> float:
        """The step of the scale, grams."""
        return self.cleaned_data.get("scale_step_g") or self.default_scale_step_g
