"""The form of a plan's test tiles."""

from collections.abc import Sequence
from typing import Any

from django import forms

from umberpot.studio.models import Studio
from umberpot.surface.models import SurfacePlan
from umberpot.surface.samples.services import FaceSample
from umberpot.tiles.forms import TilesForm
from umberpot.tiles.models import Glazing
from umberpot.ui.fields.measures import STILL_NEEDED

MOST_OF_A_SAMPLE = 12


class SamplesForm(TilesForm):
    """Which test tiles of a plan, how many of each, and how they are."""

    use_required_attribute = False

    samples = forms.MultipleChoiceField(
        widget=forms.CheckboxSelectMultiple,
        label="Test tiles",
        error_messages={"required": "Choose at least one test tile."},
    )
    count = forms.IntegerField(
        min_value=1, max_value=MOST_OF_A_SAMPLE, initial=1, label="Tiles of each"
    )
    trial_name = forms.CharField(
        max_length=80, label="Trial name", error_messages={"required": STILL_NEEDED}
    )

    def __init__(
        self,
        *args: Any,
        studio: Studio,
        plan: SurfacePlan,
        samples: Sequence[FaceSample],
        **kwargs: Any,
    ) -> None:
        super().__init__(*args, studio=studio, **kwargs)
        self._samples = samples
        choices: Any = self.fields["samples"]
        choices.choices = [(one.code, one.title) for one in samples]
        choices.initial = [one.code for one in samples if one.is_usual]
        self.fields["trial_name"].initial = f"Test tiles: {plan.name}"[:80]
        self.fields["cone"].initial = plan.cone
        self.faces_differ = any(one.face.title for one in samples)
        glazed = any(one.face.glazing.is_glazed for one in samples)
        self.fields["glazed"].initial = Glazing.GLAZED if glazed else Glazing.UNGLAZED
        glaze: Any = self.fields["glaze"]
        if plan.clear_over:
            glaze.initial = plan.glaze_id

    @property
    def chosen(self) -> list[FaceSample]:
        """The samples that were chosen, of a valid form."""
        return [one for one in self._samples if one.code in self.cleaned_data["samples"]]
