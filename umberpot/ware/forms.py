"""The forms of a batch of ware and of its acid screen."""

from typing import Any

from django import forms
from django.core.files.uploadedfile import UploadedFile
from django.http import QueryDict
from django.utils.datastructures import MultiValueDict

from claycore.colour.notation import Lab
from claycore.firing import cones
from claycore.judging.limits import SCHOOLS, WARES
from claycore.judging.ware import Glaze, ShockTest, WareFact
from claycore.judging.ware_pieces import SURFACES
from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.measure.errors import ClayError
from claycore.measure.uncertainty import Measured
from claycore.testing import absorption, soaking
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.tiles.colours import typed_colour
from umberpot.ui.editing import EditingForm
from umberpot.ui.fields.measures import STILL_NEEDED, Choice, MeasureField
from umberpot.ui.fields.not_applying import does_not_apply
from umberpot.ui.fields.photographs import PhotographField
from umberpot.ware import sentences
from umberpot.ware.models import GLAZES, KNOWN, LABORATORY, SHOCK_TESTS


def _known(label: str) -> Choice:
    return Choice(choices=list(KNOWN.items()), label=label, initial=WareFact.UNKNOWN)


class BatchForm(EditingForm, forms.Form):
    """What the pieces are of, and what is known of them."""

    use_required_attribute = False

    name = forms.CharField(
        max_length=80, label="Batch name", error_messages={"required": STILL_NEEDED}
    )
    clay = forms.ModelChoiceField(
        queryset=Material.objects.none(),
        required=False,
        empty_label="not on the shelf",
        label="Clay",
        error_messages={"invalid_choice": "Choose a clay of the shelf."},
    )
    cone = Choice(
        choices=[("", "not known"), *((c, c) for c in cones.CONES)],
        required=False,
        label="Fired to cone",
    )
    ware = Choice(choices=list(WARES.items()), label="Ware")
    school = Choice(choices=list(SCHOOLS.items()), label="Limits")
    glazed_with = forms.ModelChoiceField(
        queryset=Material.objects.none(),
        required=False,
        empty_label="not on the shelf",
        label="Glaze",
        error_messages={"invalid_choice": "Choose a glaze of the shelf."},
    )
    glaze_name = forms.CharField(max_length=80, required=False, label="Name of another glaze")
    glaze = Choice(
        choices=[("", "not known"), *GLAZES.items()], required=False, label="Glaze and food"
    )
    hazard_metal = _known("Contains lead, cadmium or similar")
    crazed = _known("Glaze crazed")
    lustre = _known("Lustre or metal decoration")
    decal = _known("Decal")
    untested_metal = _known("Copper, cobalt, manganese …, not tested")
    shivers = _known("Glaze or slip flakes off")
    shock = Choice(choices=list(SHOCK_TESTS.items()), label="Thermal shock", initial=ShockTest.NONE)
    laboratory = Choice(
        choices=list(LABORATORY.items()), required=False, label="Release tested by a laboratory"
    )
    report = forms.CharField(max_length=120, required=False, label="Laboratory and date")

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        clays = Material.objects.of(studio).clays_to_choose(self.initial.get("clay"))
        clay: Any = self.fields["clay"]
        clay.queryset = clays
        glaze: Any = self.fields["glazed_with"]
        glazes = Material.objects.of(studio)
        glaze.queryset = glazes.glazes_to_choose(self.initial.get("glazed_with"))
        self.fields["cone"].initial = studio.usual_cone
        self.fields["ware"].initial = studio.ware
        self.fields["school"].initial = studio.school

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if cleaned.get("laboratory") and not cleaned.get("report"):
            self.add_error("report", sentences.REPORT_NEEDED)
        if cleaned.get("glazed_with"):
            does_not_apply(self, cleaned, "glaze_name")
            cleaned["glaze_name"] = ""
            if cleaned.get("glaze") == Glaze.NONE:
                self.add_error("glaze", sentences.GLAZE_CHOSEN)
        return cleaned


class _ColourForm(forms.Form):
    """A form with a colour that may be left empty."""

    use_required_attribute = False

    def __init__(
        self,
        data: QueryDict | None,
        files: MultiValueDict[str, UploadedFile] | None = None,
        *,
        studio: Studio,
    ) -> None:
        super().__init__(data, files)
        self.studio = studio

    def clean_colour(self) -> Lab | None:
        typed = self.cleaned_data["colour"]
        if not typed:
            return None
        try:
            return typed_colour(self.studio, typed).lab
        except ClayError as error:
            raise forms.ValidationError(str(error)) from None


_HOURS = Bound(0, 336, "Enter hours from 0 to 336.", low_allowed=True)


class StartScreenForm(_ColourForm):
    """A piece goes into acid."""

    acid = forms.CharField(
        max_length=40,
        label="Acid",
        initial="white vinegar",
        error_messages={"required": STILL_NEEDED},
    )
    hours_ago = MeasureField(_HOURS, required=False, label="In acid already (optional)")
    colour = forms.CharField(max_length=60, required=False, label="Colour before (optional)")
    photograph = PhotographField(required=False, label="Photograph before (optional)")


class FinishScreenForm(_ColourForm):
    """What it looks like the day after."""

    SEEN = {"no": False, "yes": True, "not_sure": None}

    changed = Choice(
        choices=[("no", "no"), ("yes", "yes"), ("not_sure", "not sure")], label="Visible change"
    )
    seen = forms.CharField(max_length=200, required=False, label="Observations")
    colour = forms.CharField(max_length=60, required=False, label="Colour after (optional)")
    photograph = PhotographField(required=False, label="Photograph after (optional)")


class PieceForm(forms.Form):
    """A finished piece, weighed dry and soaked on one scale."""

    use_required_attribute = False

    name = forms.CharField(max_length=40, label="Piece", error_messages={"required": STILL_NEEDED})
    surface = Choice(choices=list(SURFACES.items()), label="What the water reaches")
    method = Choice(
        choices=soaking.choices, initial=soaking.USUAL_METHOD.code, label="Soaking method"
    )
    dry_g = MeasureField(bounds.MASS, label="Dry")
    soaked_g = MeasureField(bounds.MASS, label="Soaked")
    scale_step_g = MeasureField(bounds.STEP, label="Scale reads to")
    damp = forms.BooleanField(
        required=False,
        label="Still damp five minutes after blotting",
        widget=forms.CheckboxInput({"class": "size-6"}),
    )
    photograph = PhotographField(required=False, label="Photograph (optional)")

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.fields["scale_step_g"].initial = studio.scale_step_g

    def clean(self) -> dict[str, Any]:
        """Whatever was soaked weighs no less than dry, but for the scale."""
        cleaned = super().clean() or {}
        if self.errors:
            return cleaned
        dry, wet = (
            Measured(cleaned[f"{at}_g"], cleaned["scale_step_g"]) for at in ("dry", "soaked")
        )
        try:
            absorption.percent(dry, wet)
        except ClayError as error:
            self.add_error("soaked_g", str(error))
        return cleaned
