"""Forms of the studio itself."""

from typing import Any

from django import forms
from django.contrib.auth.forms import BaseUserCreationForm
from django.contrib.auth.models import User

from claycore.measure import bounds
from umberpot.studio.models import Studio
from umberpot.ui.fields.measures import MeasureField


class OwnedModelForm(forms.ModelForm):
    """A form of something that belongs to a studio: names are unique within it.

    The constraint checks take in what no form shows, or the database alone would object.
    """

    def _get_validation_exclusions(self) -> set[str]:
        unseen = {"studio", "retired_at"}
        return super()._get_validation_exclusions() - unseen  # type: ignore[misc]


class FirstRunForm(BaseUserCreationForm):
    """The studio's name and its owner's sign-in."""

    studio_name = forms.CharField(max_length=80, label="Name of the studio")

    class Meta:
        model = User
        fields = ["username"]


class PreferencesForm(forms.ModelForm):
    """How the studio measures and judges."""

    scale_step_g = MeasureField(bounds.STEP, label="The scale shows steps of")
    ruler_step_mm = MeasureField(bounds.STEP, label="The ruler shows steps of")
    mark_length_mm = MeasureField(bounds.LENGTH, label="Length of the line marked on a tile")

    class Meta:
        model = Studio
        fields = [
            "name",
            "scale_step_g",
            "ruler_step_mm",
            "mark_length_mm",
            "usual_cone",
            "scratching_tool",
            "ware",
            "school",
            "purpose",
            "currency",
        ]

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        self.fields["ware"].label = "What the ware usually is"
        self.fields["school"].label = "Whose limits for absorption"
        self.fields["purpose"].label = "What clays are usually wanted for"
        self.fields["scratching_tool"].label = "What codes are scratched with"
