"""An amount of clay in a state, as every mixing calculator asks for it."""

from typing import Any, Generic

from django import forms

from claycore.materials.clay_amount import ClayAmount
from claycore.materials.clay_in_hand import ClayState
from claycore.measure import bounds
from umberpot.mixing.calculators.fields import solid_density_field
from umberpot.ui.calculators import CalculatorForm, Inputs
from umberpot.ui.fields.measures import Choice, MeasureField, mass_units, volume_units
from umberpot.ui.fields.not_applying import does_not_apply

_OF_SLIP = ("volume", "volume_unit", "solids_pct", "specific_gravity", "solid_density")
_OF_OTHER_STATES: dict[str, tuple[str, ...]] = {
    ClayState.DRY: ("water_pct", *_OF_SLIP),
    ClayState.PLASTIC: _OF_SLIP,
    ClayState.SLIP: ("water_pct",),
}


class ClayForm(CalculatorForm[Inputs], Generic[Inputs]):
    """Base of the forms that begin with clay in hand; gives it on as a ``ClayAmount``.

    What was typed for another state stays typed, and neither counts nor complains.
    """

    state = Choice(
        choices=[
            (ClayState.DRY, "Dry"),
            (ClayState.PLASTIC, "Plastic"),
            (ClayState.SLIP, "Slip"),
        ],
        initial=ClayState.DRY,
    )
    mass = MeasureField(bounds.MASS, required=False, label="Weight of clay")
    unit = Choice(choices=mass_units, required=False, initial="g")
    volume = MeasureField(bounds.VOLUME, required=False, label="Or volume")
    volume_unit = Choice(choices=volume_units, required=False, initial="ml")
    water_pct = MeasureField(
        bounds.WATER,
        required=False,
        label="Water content",
        help_text="Percentage of the wet weight. Throwing clay is usually 18–25 %. To measure it,"
        " weigh a sample, dry it, weigh it again.",
    )
    solids_pct = MeasureField(bounds.SOLIDS, required=False, label="Solids")
    specific_gravity = MeasureField(
        bounds.SPECIFIC_GRAVITY, required=False, label="Or specific gravity"
    )
    solid_density = solid_density_field()

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        state = cleaned.get("state")
        self._ignore_other_states(state)
        if state in (ClayState.DRY, ClayState.PLASTIC):
            self.require("mass", "Enter the weight of the clay.")
            self._require_unit("unit")
        if state == ClayState.PLASTIC:
            self.require("water_pct", "Enter the water content. Throwing clay is usually 18–25 %.")
        if state == ClayState.SLIP:
            self._require_slip()
        return cleaned

    def clay_amount(self) -> ClayAmount:
        """The clay as it was stated; the form is valid."""
        typed = self.cleaned_data
        return ClayAmount(
            ClayState(typed["state"]),
            typed["mass"],
            typed["unit"],
            typed["volume"],
            typed["volume_unit"],
            typed["water_pct"],
            typed["solids_pct"],
            typed["specific_gravity"],
            typed["solid_density"],
        )

    def require(self, field: str, message: str) -> None:
        """An error at ``field`` unless something was given there."""
        if field not in self.errors and self.cleaned_data.get(field) is None:
            self.add_error(field, forms.ValidationError(message, "required"))

    def was_filled(self, field: str) -> bool:
        """Whether anything was typed into ``field``, right or wrong."""
        return bool(self.data.get(field, "").strip())

    def _require_unit(self, field: str) -> None:
        if field not in self.errors and not self.cleaned_data.get(field):
            self.add_error(field, forms.ValidationError("Choose a unit.", "required"))

    def _ignore_other_states(self, state: str | None) -> None:
        does_not_apply(self, self.cleaned_data, *_OF_OTHER_STATES.get(state or "", ()))

    def _require_slip(self) -> None:
        if self.was_filled("mass") and self.was_filled("volume"):
            self.add_error("volume", "Enter the weight or the volume of the slip, not both.")
        elif self.was_filled("volume"):
            self._require_unit("volume_unit")
        else:
            self.require("mass", "Enter the weight or the volume of the slip.")
            self._require_unit("unit")
        if self.was_filled("solids_pct") and self.was_filled("specific_gravity"):
            self.add_error(
                "specific_gravity", "Enter the solids or the specific gravity, not both."
            )
        elif not self.was_filled("specific_gravity"):
            self.require("solids_pct", "Enter the solids or the specific gravity of the slip.")

    def query_pairs(self) -> list[tuple[str, str]]:
        irrelevant = set(_OF_OTHER_STATES.get(self.data.get("state", ""), ()))
        if not self.was_filled("volume"):
            irrelevant = irrelevant | {"volume_unit"}
        elif not self.was_filled("mass"):
            irrelevant = irrelevant | {"unit"}
        if not self.was_filled("specific_gravity") and not self.was_filled("volume"):
            irrelevant = irrelevant | {"solid_density"}
        return [pair for pair in super().query_pairs() if pair[0] not in irrelevant]
