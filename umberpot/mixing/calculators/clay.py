"""An amount of clay in a state, as every mixing calculator asks for it."""

from typing import Any

from django import forms

from claycore.materials import clay_in_hand, moisture, slip
from claycore.materials.clay_in_hand import ClayInHand, ClayState
from claycore.measure import bounds, units
from umberpot.ui.calculators import CalculatorForm, blaming_fields
from umberpot.ui.fields.measures import Choice, MeasureField, mass_units, volume_units

_OF_SLIP = ("volume", "volume_unit", "solids_pct", "specific_gravity", "solid_density")
_OF_OTHER_STATES: dict[str, tuple[str, ...]] = {
    ClayState.DRY: ("water_pct", *_OF_SLIP),
    ClayState.PLASTIC: _OF_SLIP,
    ClayState.SLIP: ("water_pct",),
}


class ClayForm(CalculatorForm):
    """Base of the forms that begin with clay in hand; cleans to ``clay_in_hand``.

    What was typed for another state stays typed, and neither counts nor complains.
    """

    state = Choice(
        choices=[(ClayState.DRY, "Dry"), (ClayState.PLASTIC, "Plastic"), (ClayState.SLIP, "Slip")],
        initial=ClayState.DRY,
    )
    mass = MeasureField(bounds.MASS, required=False, label="Weight of clay")
    unit = Choice(choices=mass_units, required=False, initial="g")
    volume = MeasureField(bounds.VOLUME, required=False, label="or its volume")
    volume_unit = Choice(choices=volume_units, required=False, initial="ml")
    water_pct = MeasureField(bounds.WATER, required=False, label="Water in it")
    solids_pct = MeasureField(bounds.SOLIDS, required=False, label="Solids")
    specific_gravity = MeasureField(
        bounds.SPECIFIC_GRAVITY, required=False, label="or specific gravity"
    )
    solid_density = MeasureField(
        bounds.SOLID_DENSITY, required=False, label="Density of the solid", initial="2.6"
    )

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        state = cleaned.get("state")
        self._ignore_other_states(state)
        if state in (ClayState.DRY, ClayState.PLASTIC):
            self.require("mass", "How much clay is it?")
            self._require_unit("unit")
        if state == ClayState.PLASTIC:
            self.require("water_pct", "How much water is in it? Throwing clay is often 18–25 %.")
        if state == ClayState.SLIP:
            self._require_slip()
        if not self.errors:
            with blaming_fields(self):
                cleaned["clay_in_hand"] = self._clay(cleaned)
        return cleaned

    def require(self, field: str, message: str) -> None:
        """An error at ``field`` unless something was given there."""
        if field not in self.errors and self.cleaned_data.get(field) is None:
            self.add_error(field, forms.ValidationError(message, "required"))

    def _require_unit(self, field: str) -> None:
        if field not in self.errors and not self.cleaned_data.get(field):
            self.add_error(field, forms.ValidationError("Which unit is that in?", "required"))

    def _ignore_other_states(self, state: str | None) -> None:
        for field in _OF_OTHER_STATES.get(state or "", ()):
            self.errors.pop(field, None)
            self.cleaned_data[field] = None

    def _was_filled(self, field: str) -> bool:
        return bool(self.data.get(field, "").strip())

    def _require_slip(self) -> None:
        if self._was_filled("mass") and self._was_filled("volume"):
            self.add_error("volume", "Give the slip's weight or its volume, not both.")
        elif self._was_filled("volume"):
            self._require_unit("volume_unit")
        else:
            self.require("mass", "How much slip is it? Give its weight or its volume.")
            self._require_unit("unit")
        if self._was_filled("solids_pct") and self._was_filled("specific_gravity"):
            self.add_error("specific_gravity", "Give the solids or the specific gravity, not both.")
        elif not self._was_filled("specific_gravity"):
            self.require("solids_pct", "Give the slip's solids or its specific gravity.")

    def _clay(self, cleaned: dict[str, Any]) -> ClayInHand:
        if cleaned["state"] == ClayState.SLIP:
            return self._slip(cleaned)
        mass_g = units.grams(cleaned["mass"], cleaned["unit"])
        if cleaned["state"] == ClayState.DRY:
            return clay_in_hand.dry_clay(mass_g)
        return moisture.plastic_clay(mass_g, cleaned["water_pct"])

    def _slip(self, cleaned: dict[str, Any]) -> ClayInHand:
        density = cleaned["solid_density"] or slip.CLAY_SOLID_DENSITY
        gravity, solids = cleaned["specific_gravity"], cleaned["solids_pct"]
        if cleaned["volume"] is not None:
            volume_ml = units.millilitres(cleaned["volume"], cleaned["volume_unit"])
            if gravity is None:
                gravity = slip.specific_gravity(solids, density)
            return slip.slip_by_volume(volume_ml, gravity, density)
        if solids is None:
            solids = slip.solids_pct(gravity, density)
        return slip.slip_by_mass(units.grams(cleaned["mass"], cleaned["unit"]), solids)

    def query_pairs(self) -> list[tuple[str, str]]:
        irrelevant = set(_OF_OTHER_STATES.get(self.data.get("state", ""), ()))
        if not self._was_filled("volume"):
            irrelevant = irrelevant | {"volume_unit"}
        elif not self._was_filled("mass"):
            irrelevant = irrelevant | {"unit"}
        if not self._was_filled("specific_gravity") and not self._was_filled("volume"):
            irrelevant = irrelevant | {"solid_density"}
        return [pair for pair in super().query_pairs() if pair[0] not in irrelevant]
