"""The dose's form: the query string of ``/mix/dose/``."""

from typing import Any

from django import forms

from claycore import bounds, clay_in_hand, composition, moisture, slip, units
from claycore.clay_in_hand import DRY, PLASTIC, SLIP, ClayInHand
from claycore.composition import Addition
from claycore.dose import Dose, dose
from claycore.dose_checks import dose_warnings
from umberpot.calculators import CalculatorForm, as_json, blaming_fields
from umberpot.measures import LONGEST_TEXT, Choice, MeasureField, read_number
from umberpot.mixing.working import dose_shown

DEFAULT_SCALE_STEP_G = 0.1
UNNAMED = "colourant"

_OF_SLIP = ("volume", "volume_unit", "solids_pct", "specific_gravity", "solid_density")
_OF_OTHER_STATES = {DRY: ("water_pct", *_OF_SLIP), PLASTIC: _OF_SLIP, SLIP: ("water_pct",)}

_VOLUME_UNIT_WORDS = {
    "ml": "mL",
    "l": "L",
    "floz_us": "fl oz (US)",
    "floz_imp": "fl oz (imperial)",
    "cup_us": "cup (US)",
    "pint_us": "pint (US)",
    "pint_imp": "pint (imperial)",
    "qt_us": "quart (US)",
    "gal_us": "gallon (US)",
}


def read_addition(text: str) -> Addition:
    """``NAME:PCT`` as an addition; the name may hold colons. Raises ValueError with a sentence."""
    name, _, pct = text.rpartition(":")
    name = " ".join(name.split())
    if not name:
        raise ValueError("Write each colourant as NAME:PERCENT, like Quay Blue:8.")
    if not pct.strip():
        raise ValueError(f"How many percent of {name}?")
    try:
        return Addition(name, bounds.PERCENTAGE.check("add", read_number(pct)))
    except ValueError as error:
        raise ValueError(f"{name}: {error}") from None


class AdditionsField(forms.Field):
    """``add`` repeated as NAME:PCT, or the page's rows of ``add_name`` and ``add_pct``.

    Cleans to a list of :class:`Addition`.
    """

    def clean(self, value: list[str]) -> list[Addition]:
        additions = []
        for text in value:
            if len(text) > LONGEST_TEXT or "\x00" in text:
                raise forms.ValidationError(f"Write at most {LONGEST_TEXT} plain characters.")
            try:
                additions.append(read_addition(text))
            except ValueError as error:
                raise forms.ValidationError(str(error)) from None
        if not additions:
            raise forms.ValidationError(
                "Name at least one colourant and its percentage.", "required"
            )
        if len(additions) > composition.MOST_ADDITIONS:
            raise forms.ValidationError(
                f"At most {composition.MOST_ADDITIONS} colourants can be dosed at once."
            )
        return additions


class AdditionsInput(forms.Widget):
    """Gathers the additions from wherever the query string holds them."""

    def value_from_datadict(self, data: Any, files: Any, name: str) -> list[str]:
        given = [text for text in data.getlist(name) if text.strip()]
        return given + [
            f"{row_name or UNNAMED}:{row_pct}"
            for row_name, row_pct in typed_rows(data)
            if row_name or row_pct
        ]


def typed_rows(data: Any) -> list[tuple[str, str]]:
    """The page's rows as typed: (name, percent), blank ones included."""
    names, pcts = data.getlist("add_name"), data.getlist("add_pct")
    names += [""] * (len(pcts) - len(names))
    pcts += [""] * (len(names) - len(pcts))
    return [(name.strip(), pct.strip()) for name, pct in zip(names, pcts, strict=True)]


class DoseForm(CalculatorForm):
    """Clay in hand, additions and convention, as the contract of ``/mix/dose/`` has them.

    Besides the contract: ``clay`` (its name) and ``scale_step_g``.
    """

    clay = forms.CharField(max_length=LONGEST_TEXT, required=False)
    state = Choice(choices=[(DRY, "Dry"), (PLASTIC, "Plastic"), (SLIP, "Slip")], initial=DRY)
    mass = MeasureField(bounds.MASS, required=False, label="Weight of clay")
    unit = Choice(choices=[(unit, unit) for unit in units.GRAMS], required=False, initial="g")
    volume = MeasureField(bounds.VOLUME, required=False, label="or its volume")
    volume_unit = Choice(choices=list(_VOLUME_UNIT_WORDS.items()), required=False, initial="ml")
    water_pct = MeasureField(bounds.WATER, required=False, label="Water in it")
    solids_pct = MeasureField(bounds.SOLIDS, required=False, label="Solids")
    specific_gravity = MeasureField(
        bounds.SPECIFIC_GRAVITY, required=False, label="or specific gravity"
    )
    solid_density = MeasureField(
        bounds.SOLID_DENSITY, required=False, label="Density of the solid", initial="2.6"
    )
    add = AdditionsField(widget=AdditionsInput)
    convention = Choice(
        choices=[
            (composition.ON_DRY_CLAY, "on dry clay"),
            (composition.SHARE_OF_TOTAL, "share of the total"),
        ],
        required=False,
        initial=composition.ON_DRY_CLAY,
    )
    scale_step_g = MeasureField(
        bounds.STEP, required=False, label="Your scale shows steps of", initial="0.1"
    )

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        state = cleaned.get("state")
        self._ignore_other_states(state)
        if state in (DRY, PLASTIC):
            self._require("mass", "How much clay is it?")
            self._require_unit("unit")
        if state == PLASTIC:
            self._require("water_pct", "How much water is in it? Throwing clay is often 18–25 %.")
        if state == SLIP:
            self._require_slip()
        if not self.errors:
            with blaming_fields(self):
                cleaned["dose"] = self._dose(cleaned)
        return cleaned

    def _require(self, field: str, message: str) -> None:
        if field not in self.errors and self.cleaned_data.get(field) is None:
            self.add_error(field, forms.ValidationError(message, "required"))

    def _require_unit(self, field: str) -> None:
        if field not in self.errors and not self.cleaned_data.get(field):
            self.add_error(field, forms.ValidationError("Which unit is that in?", "required"))

    def _ignore_other_states(self, state: str | None) -> None:
        """What was typed for another state stays typed, and neither counts nor complains."""
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
            self._require("mass", "How much slip is it? Give its weight or its volume.")
            self._require_unit("unit")
        if self._was_filled("solids_pct") and self._was_filled("specific_gravity"):
            self.add_error("specific_gravity", "Give the solids or the specific gravity, not both.")
        elif not self._was_filled("specific_gravity"):
            self._require("solids_pct", "Give the slip's solids or its specific gravity.")

    def _clay(self, cleaned: dict[str, Any]) -> ClayInHand:
        if cleaned["state"] == SLIP:
            return self._slip(cleaned)
        mass_g = units.grams(cleaned["mass"], cleaned["unit"])
        if cleaned["state"] == DRY:
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

    def _dose(self, cleaned: dict[str, Any]) -> Dose:
        convention = cleaned.get("convention") or composition.ON_DRY_CLAY
        return dose(self._clay(cleaned), cleaned["add"], convention)

    @property
    def scale_step(self) -> float:
        """The step of the scale, grams."""
        return self.cleaned_data.get("scale_step_g") or DEFAULT_SCALE_STEP_G

    def answer(self) -> dict[str, Any]:
        """The contract's answer, with what the page shows under ``shown``."""
        made: Dose = self.cleaned_data["dose"]
        return {
            "dry_clay_g": made.clay.dry_g,
            "water_g": made.clay.water_g,
            "additions": [
                {
                    "name": addition.name,
                    "mass_g": addition.mass_g,
                    "pct_on_dry_clay": addition.pct_on_dry_clay,
                    "share_of_total_pct": addition.share_of_total_pct,
                }
                for addition in made.additions
            ],
            "dry_total_g": made.dry_total_g,
            "water_to_add_g": made.water_to_add_g,
            "warnings": as_json(dose_warnings(made, self.scale_step)),
            "shown": dose_shown(made, self.cleaned_data, self.scale_step),
        }

    def query_pairs(self) -> list[tuple[str, str]]:
        irrelevant = set(_OF_OTHER_STATES.get(self.data.get("state", ""), ()))
        if not self._was_filled("volume"):
            irrelevant = irrelevant | {"volume_unit"}
        elif not self._was_filled("mass"):
            irrelevant = irrelevant | {"unit"}
        if not self._was_filled("specific_gravity") and not self._was_filled("volume"):
            irrelevant = irrelevant | {"solid_density"}
        pairs = [pair for pair in super().query_pairs() if pair[0] not in irrelevant | {"add"}]
        texts = self.fields["add"].widget.value_from_datadict(self.data, None, "add")
        return pairs + [("add", text) for text in texts]

    def rows(self) -> list[tuple[str, str]]:
        """The page's rows of colourants: those typed and one to type in next."""
        rows = []
        if self.is_bound:
            for text in AdditionsInput().value_from_datadict(self.data, None, "add"):
                name, _, pct = text.rpartition(":")
                rows.append((name.strip(), pct.strip()))
        if len(rows) < composition.MOST_ADDITIONS:
            rows.append(("", ""))
        return rows
