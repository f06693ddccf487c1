"""Forms for making tiles and recording what is read off them."""

from collections.abc import Sequence
from typing import Any

from django import forms

from claycore.colour import notation
from claycore.firing import cones
from claycore.measure import bounds
from claycore.measure.errors import ClayError
from claycore.measure.formatting import plain
from claycore.measure.uncertainty import Measured
from claycore.testing import absorption, soaking
from claycore.testing.bar_checks import unlikely_readings
from claycore.testing.bars import Bar
from claycore.testing.readings import READINGS, Quantity
from claycore.testing.surface_remarks import SURFACE_GROUPS, SURFACE_REMARKS, contradiction
from umberpot.firings.forms import AtmosphereChoice
from umberpot.shelf.models import Material
from umberpot.studio.models import MARK_LENGTHS_MM, Studio
from umberpot.tiles.bars import bar_of, with_figures
from umberpot.tiles.colours import typed_colour
from umberpot.tiles.models import LONGEST_REASON, NOT_NAMED, Glazing, Tile, Trial
from umberpot.tiles.pieces import PieceSpec
from umberpot.tiles.progress import TileProgress, halves_differ
from umberpot.ui.fields.measures import Choice, MeasureField
from umberpot.ui.fields.not_applying import does_not_apply

MOST_TILES_AT_ONCE = 60
OTHER = "other"


class MarkedLineForm(forms.Form):
    """The line that is marked on a piece."""

    mark = Choice(
        choices=[*((plain(mm), words) for mm, words in MARK_LENGTHS_MM.items()), (OTHER, "other")],
        label="Marked line",
    )
    mark_length_mm = MeasureField(bounds.LENGTH, required=False, label="Line length")

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        offered = studio.mark_length_mm in MARK_LENGTHS_MM
        self.fields["mark"].initial = plain(studio.mark_length_mm) if offered else OTHER
        self.fields["mark_length_mm"].initial = studio.mark_length_mm

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if cleaned.get("mark") in (None, OTHER):
            if cleaned.get("mark_length_mm") is None and "mark_length_mm" not in self.errors:
                self.add_error("mark_length_mm", "Enter the line length.")
        else:
            does_not_apply(self, cleaned, "mark_length_mm")
            cleaned["mark_length_mm"] = float(cleaned["mark"])
        return cleaned


class TilesForm(MarkedLineForm):
    """What all tiles that are made at once share: their line, cone, surface and glaze."""

    cone = Choice(choices=[(cone, cone) for cone in cones.CONES], label="Planned cone")
    atmosphere = AtmosphereChoice()
    glazed = forms.TypedChoiceField(
        choices=Glazing.choices, coerce=Glazing, initial=Glazing.UNGLAZED, label="Surface"
    )
    glaze = forms.ModelChoiceField(
        queryset=Material.objects.none(),
        required=False,
        empty_label=NOT_NAMED,
        label="Glaze",
        error_messages={"invalid_choice": "Choose a glaze of the shelf."},
    )

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, studio=studio, **kwargs)
        self.fields["cone"].initial = studio.usual_cone
        glaze: Any = self.fields["glaze"]
        glaze.queryset = Material.objects.of(studio).glazes_to_choose()
        glaze.initial = last_glaze(studio)

    def piece(self) -> PieceSpec:
        """How each of the tiles is to be, of a valid form."""
        typed = self.cleaned_data
        glazing: Glazing = typed["glazed"]
        return PieceSpec(
            typed["mark_length_mm"],
            typed["cone"],
            glazing.glazed,
            glazing.bare_half,
            self.glaze_id if glazing.glazed else None,
        )

    @property
    def glaze_id(self) -> int | None:
        """The key of the glaze that was chosen, of a valid form."""
        chosen: Material | None = self.cleaned_data["glaze"]
        return chosen.pk if chosen else None


def last_glaze(studio: Studio) -> int | None:
    """The key of the glaze that the latest glazed tiles got, while it is on the shelf."""
    glazed = Tile.objects.of(studio).filter(glaze__retired_at=None).exclude(glaze=None)
    found: int | None = glazed.order_by("-pk").values_list("glaze", flat=True).first()
    return found


class MakeTilesForm(TilesForm):
    """Number of tiles of a mix, and for which trial."""

    count = forms.IntegerField(
        min_value=1, max_value=MOST_TILES_AT_ONCE, initial=2, label="Number of tiles"
    )
    trial = forms.ModelChoiceField(
        queryset=Trial.objects.none(), required=False, empty_label="a new trial"
    )
    trial_name = forms.CharField(max_length=80, required=False, label="New trial name")

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, studio=studio, **kwargs)
        self.fields["trial"].queryset = Trial.objects.of(studio)  # type: ignore[attr-defined]

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean()
        named = cleaned.get("trial") or cleaned.get("trial_name")
        if not named and not {"trial", "trial_name"}.intersection(self.errors):
            self.add_error(
                "trial_name", "Enter a name for the new trial, or choose an existing one."
            )
        return cleaned


class PlannedTrialForm(TilesForm):
    """The trial that a series or a grid becomes."""

    trial_name = forms.CharField(max_length=80, label="Trial name")


def _figure_field(quantity: Quantity, label: str) -> MeasureField:
    kind = READINGS[quantity]
    return MeasureField(kind.bound, required=False, label=label)


class StageForm(forms.Form):
    """Base of the forms that record readings of one tile at one stage.

    ``seen_…`` beside each figure says which reading stood there when the page was shown. A figure
    that is unlikely is asked about; it is kept all the same with a reason in ``why_…``.
    """

    quantities: tuple[Quantity, ...] = ()

    def __init__(
        self,
        *args: Any,
        progress: TileProgress,
        studio: Studio,
        twins: Sequence[Bar],
        **kwargs: Any,
    ) -> None:
        self.progress = progress
        self.studio = studio
        self.twins = twins
        self.doubted: list[Quantity] = []
        super().__init__(*args, **kwargs)
        for quantity in self.quantities:
            reading = progress.readings.get(quantity)
            self.fields[quantity].initial = reading.value if reading else None
            self.fields[f"seen_{quantity}"] = forms.IntegerField(
                required=False,
                widget=forms.HiddenInput,
                initial=reading.pk if reading else None,
            )
            self.fields[f"why_{quantity}"] = forms.CharField(
                required=False,
                max_length=LONGEST_REASON,
                label=f"Why the {READINGS[quantity].title} is correct",
            )

    @property
    def reasons(self) -> list[forms.BoundField]:
        """Where to say why a doubted figure is right all the same."""
        return [self[f"why_{quantity}"] for quantity in self.doubted]

    def figure(self, quantity: str) -> float | None:
        """What was typed, or what is recorded where nothing was."""
        typed = self.cleaned_data.get(quantity)
        return self.progress.value(quantity) if typed is None else typed

    def step(self, quantity: Quantity) -> float:
        """The step of the studio's instrument for a figure."""
        return self.studio.scale_step_g if READINGS[quantity].is_mass else self.studio.ruler_step_mm

    def _doubt(self, place: int | None, method: str = "") -> None:
        """Asks about the typed figures that are unlikely, unless a reason is given."""
        typed = {q: self.cleaned_data.get(q) for q in self.quantities}
        figures: dict[str, Measured] = {
            q: Measured(v, self.step(q)) for q, v in typed.items() if v is not None
        }
        bar = with_figures(bar_of(self.progress.tile), place, figures, method)
        for found in unlikely_readings([bar, *self.twins]):
            quantity = Quantity(found.quantity)
            is_own = found.bar == bar.code and found.firing == place and quantity in figures
            if not is_own or typed[quantity] == self.progress.value(quantity):
                continue
            self.doubted.append(quantity)
            if not self.cleaned_data.get(f"why_{quantity}"):
                self.add_error(quantity, f"{found.message} If it is correct, say why below.")


class DryForm(StageForm):
    """Bone dry: the line and the mass."""

    quantities = (Quantity.LENGTH_DRY, Quantity.MASS_DRY)

    length_dry = _figure_field(Quantity.LENGTH_DRY, "Bone-dry length")
    mass_dry = _figure_field(Quantity.MASS_DRY, "Bone-dry weight")

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if not self.errors and all(cleaned.get(name) is None for name in self.quantities):
            self.add_error(None, "Enter the length, the weight or both.")
        if not self.errors:
            self._doubt(None)
        return cleaned


COLOURS = {"colour": False, "bare_colour": True}
"""The fields of a fired colour, and whether it is that of the bare half."""


class SurfaceChoice(forms.MultipleChoiceField):
    """What is seen on a fired surface, off the set list; cleans to a set of codes."""

    def __init__(self, **kwargs: Any) -> None:
        super().__init__(choices=list(SURFACE_REMARKS.items()), label="Surface", **kwargs)

    def clean(self, value: Any) -> set[str]:
        codes = set(super().clean(value))
        problem = contradiction(codes)
        if problem:
            raise forms.ValidationError(problem)
        return codes


class FiredForm(StageForm):
    """After a firing: the line, the dry and soaked masses, the colour."""

    quantities = (Quantity.LENGTH_FIRED, Quantity.MASS_FIRED, Quantity.MASS_SOAKED)

    length_fired = _figure_field(Quantity.LENGTH_FIRED, "Fired length")
    mass_fired = _figure_field(Quantity.MASS_FIRED, "Fired weight, dry")
    mass_soaked = _figure_field(Quantity.MASS_SOAKED, "Soaked weight")
    method = Choice(
        choices=lambda: [("", "choose"), *soaking.choices()],
        required=False,
        label="Soaking method",
    )
    colour = forms.CharField(
        max_length=60,
        required=False,
        label="Fired colour",
        widget=forms.TextInput(
            {
                "placeholder": "#8a5a3c or 45, 12, 20",
                "aria-describedby": "id_colour-error id_colour-hint",
                "x-ref": "typed",
                "autocomplete": "off",
            }
        ),
    )
    seen_colour = forms.IntegerField(required=False, widget=forms.HiddenInput)
    seen_words = forms.CharField(required=False, strip=False, widget=forms.HiddenInput)
    bare_colour = forms.CharField(
        max_length=60,
        required=False,
        label="Colour of the unglazed half",
        widget=forms.TextInput({"autocomplete": "off"}),
    )
    seen_bare_colour = forms.IntegerField(required=False, widget=forms.HiddenInput)
    surface = SurfaceChoice(required=False)
    seen_surface = forms.CharField(required=False, max_length=200, widget=forms.HiddenInput)

    def __init__(self, *args: Any, progress: TileProgress, **kwargs: Any) -> None:
        super().__init__(*args, progress=progress, **kwargs)
        soaked = progress.readings.get(Quantity.MASS_SOAKED)
        self.fields["method"].initial = soaked.method if soaked else ""
        for name, noted in (("colour", progress.colour), ("bare_colour", progress.bare_colour)):
            if noted:
                self.fields[name].initial = noted.typed
                self.fields[f"seen_{name}"].initial = noted.pk
        self.fields["seen_words"].initial = progress.words
        self.fields["surface"].initial = progress.surface
        self.fields["seen_surface"].initial = " ".join(progress.surface)
        if not halves_differ(progress.tile):
            del self.fields["bare_colour"], self.fields["seen_bare_colour"]

    def clean_colour(self) -> str:
        return self._colour(self.cleaned_data["colour"])

    @property
    def surface_boxes(self) -> list[tuple[str, list[tuple[str, str, bool]]]]:
        """The set list group by group: each thing's code and words, and whether it is ticked."""
        ticked = set(self["surface"].value() or ())
        return [
            (group.title, [(code, code.value, code in ticked) for code in group.codes])
            for group in SURFACE_GROUPS
        ]

    def surface_changes(self) -> tuple[set[str], set[str]]:
        """What is newly seen and what no longer, beside what the page showed; of a clean form."""
        shown = set(self.cleaned_data.get("seen_surface", "").split()) & SURFACE_REMARKS.keys()
        ticked = self.cleaned_data.get("surface") or set()
        return ticked - shown, shown - ticked

    def clean_bare_colour(self) -> str:
        typed = self.cleaned_data["bare_colour"]
        if notation.is_in_words(typed):
            raise forms.ValidationError("Enter #rrggbb, or L, a, b. Words go in the field above.")
        return self._colour(typed)

    def _colour(self, typed: str) -> str:
        typed = typed.strip()
        if typed and not notation.is_in_words(typed):
            try:
                typed_colour(self.studio, typed, of=self.progress.tile.code)
            except ClayError as error:
                raise forms.ValidationError(str(error)) from None
        return typed

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if self.errors:
            return cleaned
        if cleaned["mass_soaked"] is not None and not cleaned["method"]:
            self.add_error("method", "Choose the soaking method. The result depends on it.")
        dry, soaked = self.figure(Quantity.MASS_FIRED), self.figure(Quantity.MASS_SOAKED)
        step = self.step(Quantity.MASS_FIRED)
        if dry is not None and soaked is not None:
            try:
                absorption.percent(Measured(dry, step), Measured(soaked, step))
            except ClayError as error:
                self.add_error("mass_soaked", str(error))
        noted = any(cleaned.get(name) for name in (*self.quantities, *COLOURS))
        if not noted and not any(self.surface_changes()):
            self.add_error(None, "Enter at least one reading, the colour or the surface.")
        if not self.errors:
            self._doubt(len(self.progress.tile.firings) - 1, cleaned["method"])
        return cleaned
