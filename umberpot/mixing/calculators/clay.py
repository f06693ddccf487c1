"""Clay in hand, as every tool of Mix asks for it: the state it is in, its water, and how much."""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any, ClassVar, Generic

from django import forms
from django.http import QueryDict

from claycore.materials import moisture, slip
from claycore.materials.clay_amount import ClayAmount
from claycore.materials.clay_in_hand import ClayCondition, ClayState
from claycore.measure import bounds
from claycore.measure.errors import ClayError
from claycore.measure.formatting import plain
from umberpot.mixing.calculators.fields import measured_water_field, solid_density_field
from umberpot.shelf.models import Material
from umberpot.ui.calculators import CalculatorForm, Inputs
from umberpot.ui.fields.measures import Choice, MeasureField, mass_units, volume_units
from umberpot.ui.fields.not_applying import does_not_apply

STATE_WAS, AMOUNT_WAS = "state_was", "amount_was"
"""The state that the page showed before, and the amount when another was chosen: where that still
stands there, it follows the state."""

_HOW_WET = ("water_pct", "solids_pct", "specific_gravity")
"""The fields of which one says how wet clay is."""

_MEASURED = (*_HOW_WET, "solid_density", "water_u95")
"""What the shelf knows of how wet a clay is."""

_OF_SLIP = ("solids_pct", "specific_gravity", "solid_density")
_OF_PLASTIC = ("water_pct", "water_u95")
_OF_OTHER_STATES: dict[str, tuple[str, ...]] = {
    ClayState.DRY: (*_OF_PLASTIC, *_OF_SLIP),
    ClayState.PLASTIC: _OF_SLIP,
    ClayState.SLIP: _OF_PLASTIC,
}
_USUAL = "\u00a0to\u00a0".join(plain(pct) for pct in moisture.USUAL_WATER_PCT)


class ClayConditionForm(CalculatorForm[Inputs], Generic[Inputs]):
    """Base of the forms that ask which state clay is in and how wet it is.

    What was typed for another state stays typed, and neither counts nor complains. ``amounts`` are
    the fields whose grams are of clay in that state; ``state_left_out`` is what it is where the
    query does not say.
    """

    amounts: ClassVar[tuple[str, ...]] = ()
    state_left_out: ClassVar[ClayState | None] = None
    only_slip: ClassVar[tuple[str, ...]] = ()
    """Further fields that only slip has."""
    shelf_fills: ClassVar[dict[str, str] | None] = None
    """Which fields a clay of the shelf fills in where they are not of its own names."""

    state = Choice(
        choices=[
            (ClayState.DRY, "Dry"),
            (ClayState.PLASTIC, "Plastic"),
            (ClayState.SLIP, "Slip"),
        ],
        required=False,
        initial=ClayState.DRY,
    )
    water_pct = MeasureField(
        bounds.WATER,
        required=False,
        label="Water content",
        help_text=f"Percentage of the wet weight. Throwing clay is usually {_USUAL}\u00a0%."
        " To measure it, weigh a sample, dry it, weigh it again.",
    )
    water_u95 = measured_water_field()
    solids_pct = MeasureField(bounds.SOLIDS, required=False, label="Solids")
    specific_gravity = MeasureField(
        bounds.SPECIFIC_GRAVITY, required=False, label="Or specific gravity"
    )
    solid_density = solid_density_field()

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if "state" not in self.errors and not cleaned.get("state"):
            cleaned["state"] = self.state_left_out
            if self.state_left_out is None:
                self.require("state", "Choose the state of the clay.")
        state = cleaned.get("state")
        self._ignore_other_states(state)
        if state == ClayState.PLASTIC:
            self.require(
                "water_pct",
                f"Enter the water content. Throwing clay is usually {_USUAL}\u00a0%.",
            )
        if state == ClayState.SLIP:
            self._require_solids()
        return cleaned

    def stated(self) -> ClayAmount:
        """The clay as far as it was stated, without an amount; the form is valid."""
        typed = self.cleaned_data
        return ClayAmount(
            ClayState(typed["state"]),
            water_pct=typed["water_pct"],
            solids_pct=typed["solids_pct"],
            specific_gravity=typed["specific_gravity"],
            solid_density=typed["solid_density"],
        )

    def condition(self) -> ClayCondition:
        """The state and how much of its weight is dry; the form is valid. Raises ClayError."""
        return self.stated().condition()

    @property
    def water_measured(self) -> bool:
        """Whether the water content comes from a measured sample."""
        return self.cleaned_data.get("water_u95") is not None

    def require(self, field: str, message: str) -> None:
        """An error at ``field`` unless something was given there."""
        if field not in self.errors and self.cleaned_data.get(field) is None:
            self.add_error(field, forms.ValidationError(message, "required"))

    def was_filled(self, field: str) -> bool:
        """Whether anything was typed into ``field``, right or wrong."""
        return bool(self.data.get(field, "").strip())

    def _ignore_other_states(self, state: str | None) -> None:
        does_not_apply(self, self.cleaned_data, *self._of_other_states(state or ""))

    def _of_other_states(self, state: str) -> tuple[str, ...]:
        of_slip = () if state == ClayState.SLIP or not state else self.only_slip
        return (*_OF_OTHER_STATES.get(state, ()), *of_slip)

    def _require_solids(self) -> None:
        if self.was_filled("solids_pct") and self.was_filled("specific_gravity"):
            self.add_error(
                "specific_gravity", "Enter the solids or the specific gravity, not both."
            )
        elif not self.was_filled("specific_gravity"):
            self.require("solids_pct", "Enter the solids or the specific gravity of the slip.")

    def query_pairs(self) -> list[tuple[str, str]]:
        irrelevant = set(self._of_other_states(self.data.get("state", "")))
        if not self.was_filled("specific_gravity") and not self.was_filled("volume"):
            irrelevant.add("solid_density")
        return [pair for pair in super().query_pairs() if pair[0] not in irrelevant]


class ClayForm(ClayConditionForm[Inputs], Generic[Inputs]):
    """Base of the forms that begin with an amount of clay; gives it on as a ``ClayAmount``."""

    amounts = ("mass",)
    only_slip = ("volume", "volume_unit")
    field_order = ("clay", "state", "mass", "unit", "volume", "volume_unit")

    mass = MeasureField(bounds.MASS, counted_in="unit", required=False, label="Weight of clay")
    unit = Choice(choices=mass_units, required=False, initial="g")
    volume = MeasureField(
        bounds.VOLUME, counted_in="volume_unit", required=False, label="Or volume"
    )
    volume_unit = Choice(choices=volume_units, required=False, initial="ml")

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean()
        state = cleaned.get("state")
        if state in (ClayState.DRY, ClayState.PLASTIC):
            self.require("mass", "Enter the weight of the clay.")
            self._require_unit("unit")
        if state == ClayState.SLIP:
            self._require_slip()
        return cleaned

    def clay_amount(self) -> ClayAmount:
        """The clay as it was stated; the form is valid."""
        typed, stated = self.cleaned_data, self.stated()
        return ClayAmount(
            stated.state,
            typed["mass"],
            typed["unit"],
            typed["volume"],
            typed["volume_unit"],
            stated.water_pct,
            stated.solids_pct,
            stated.specific_gravity,
            stated.solid_density,
        )

    def _require_unit(self, field: str) -> None:
        if field not in self.errors and not self.cleaned_data.get(field):
            self.add_error(field, forms.ValidationError("Choose a unit.", "required"))

    def _require_slip(self) -> None:
        if self.was_filled("mass") and self.was_filled("volume"):
            self.add_error("volume", "Enter the weight or the volume of the slip, not both.")
        elif self.was_filled("volume"):
            self._require_unit("volume_unit")
        else:
            self.require("mass", "Enter the weight or the volume of the slip.")
            self._require_unit("unit")

    def query_pairs(self) -> list[tuple[str, str]]:
        irrelevant = set()
        if not self.was_filled("volume"):
            irrelevant = {"volume_unit"}
        elif not self.was_filled("mass"):
            irrelevant = {"unit"}
        return [pair for pair in super().query_pairs() if pair[0] not in irrelevant]


USUAL_CONDITION: dict[str, tuple[str, str]] = {
    ClayState.PLASTIC: ("water_pct", plain(moisture.USUAL_PLASTIC_WATER_PCT, 1)),
    ClayState.SLIP: ("solids_pct", plain(slip.USUAL_BLENDING_SOLIDS_PCT)),
}
"""What is filled in where nobody knows how wet the clay is, to be measured: field and figure."""


def as_it_lies(clay: Material, renamed: Mapping[str, str] | None = None) -> dict[str, str]:
    """What a clay of the shelf fills in: its state, and its water where that is plastic.

    ``renamed`` are the fields to fill, by the clay's own names; None for those themselves.
    """
    if renamed is not None:
        lies = as_it_lies(clay)
        return {field: lies[name] for name, field in renamed.items() if name in lies}
    if clay.state == ClayState.SLIP:
        return _slip_as_it_lies(clay)
    if clay.state != ClayState.PLASTIC:
        return {"state": clay.state}
    known = {"water_pct": clay.water_pct, "water_u95": clay.water_u95}
    return {
        "state": clay.state,
        **{name: "" if figure is None else f"{figure:g}" for name, figure in known.items()},
    }


def _slip_as_it_lies(clay: Material) -> dict[str, str]:
    """Slip by its specific gravity, or by its solids where only its water is known."""
    if clay.specific_gravity is not None:
        return {
            "state": clay.state,
            "solids_pct": "",
            "specific_gravity": f"{clay.specific_gravity:g}",
            "solid_density": f"{clay.solid_density:g}",
        }
    known = {"solids_pct": plain(clay.solids_pct), "specific_gravity": ""} if clay.water_pct else {}
    return {"state": clay.state, **known}


@dataclass(frozen=True)
class StateSwitch:
    """Another state was chosen after an amount was typed: what the fields hold now, and in words.

    ``amount`` is the field whose figure follows, ``typed`` what stood there; '' where none did.
    """

    fields: dict[str, str]
    amount: str = ""
    typed: str = ""
    words: str = ""


def state_switch(
    form_class: type[ClayConditionForm], query: QueryDict, on_shelf: Mapping[str, str]
) -> StateSwitch:
    """What follows from another state than the page showed when the amounts were typed.

    The same dry clay stays the same dry clay: 90 g dry are 114.6 g plastic at 21.5 % water.
    ``on_shelf`` is what the shelf says of the clay that is named, for a state whose water nobody
    typed.
    """
    was, state = query.get(STATE_WAS, ""), query.get("state", "")
    fields = {STATE_WAS: state}
    missing, usual = USUAL_CONDITION.get(state, ("", ""))
    if missing and not any(query.get(name, "").strip() for name in (missing, "specific_gravity")):
        lies = on_shelf if on_shelf.get("state") == state else {}
        known = {name: lies[name] for name in _MEASURED if lies.get(name)}
        fields |= {"water_u95": ""} | (known or {missing: usual})
    before = _condition(form_class, query, was)
    after = _condition(form_class, with_fields(query, fields), state)
    for name in form_class.amounts:
        grams = _typed(form_class, query, name)
        if query.get(AMOUNT_WAS, query.get(name)) != query.get(name):
            continue
        if before and after and grams is not None:
            typed, unit = query.get(name, "").strip(), query.get("unit") or "g"
            now = _four_digits(after.as_weighed_g(before.dry_g(grams)))
            words = f"{typed}\u00a0{unit} {_IN_STATE[was]} is {now}\u00a0{unit} {_IN_STATE[state]}"
            return StateSwitch({**fields, name: now}, name, typed, f"{words}: the same dry clay.")
    return StateSwitch(fields)


def how_wet(query: QueryDict) -> bool:
    """Whether the query says how wet the clay is, in one way or another."""
    return any(query.get(name, "").strip() for name in _HOW_WET)


def shelf_water(query: QueryDict, on_shelf: Mapping[str, str]) -> StateSwitch | None:
    """The water of the clay on the shelf, where clay of its state is asked for and none was typed.

    None where there is nothing to fill in.
    """
    known = {name: on_shelf[name] for name in _MEASURED if on_shelf.get(name)}
    if not known or how_wet(query) or query.get("state") != on_shelf.get("state"):
        return None
    return StateSwitch({"water_u95": ""} | known)


def with_fields(query: QueryDict, fields: Mapping[str, str]) -> QueryDict:
    """The query with these fields filled in."""
    filled = query.copy()
    for name, value in fields.items():
        filled[name] = value
    return filled


_IN_STATE: dict[str, str] = {
    ClayState.DRY: "dry",
    ClayState.PLASTIC: "plastic",
    ClayState.SLIP: "of slip",
}


def _four_digits(amount: float) -> str:
    return plain(amount, max(0, 3 - math.floor(math.log10(amount))))


def _typed(form_class: type[ClayConditionForm], query: QueryDict, name: str) -> float | None:
    try:
        typed: float | None = form_class.base_fields[name].clean(query.get(name, ""))
    except forms.ValidationError:
        return None
    return typed


def _condition(
    form_class: type[ClayConditionForm], query: QueryDict, state: str
) -> ClayCondition | None:
    """How clay of this state lies by what was typed; None where that does not say."""
    form = form_class(with_fields(query, {"state": state}))
    if {*_OF_PLASTIC, *_OF_SLIP, "state"} & set(form.errors):
        return None
    try:
        return form.condition()
    except ClayError:
        return None
