"""The forms of a load."""

from typing import Any

from django import forms

from claycore.firing import cones
from claycore.firing.loading import shelves
from claycore.firing.loading.by_rules import ARRANGEMENTS, Arrangement
from claycore.firing.loading.footprints import PieceSize
from umberpot.firings.forms import AtmosphereChoice
from umberpot.firings.models import Kiln
from umberpot.kiln.models import Schedule
from umberpot.studio.models import Studio
from umberpot.ui.editing import EditingForm
from umberpot.ui.fields.measures import Choice, MeasureField


class NewLoadForm(forms.Form):
    """A cone, a kiln and the kiln's air: enough to plan a load of what waits."""

    use_required_attribute = False

    cone = Choice(choices=[(name, name) for name in cones.CONES], label="Cone")
    kiln = forms.ModelChoiceField(queryset=Kiln.objects.none(), label="Kiln", empty_label=None)
    atmosphere = AtmosphereChoice()
    arrangement = Choice(
        choices=list(ARRANGEMENTS.items()),
        initial=Arrangement.COMPARE,
        required=False,
        label="Identical pieces",
    )
    schedule = forms.ModelChoiceField(
        queryset=Schedule.objects.none(), required=False, empty_label="choose later"
    )

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        kilns: Any = self.fields["kiln"]
        kilns.queryset = Kiln.objects.of(studio).filter(set_aside_at=None)
        kept: Any = self.fields["schedule"]
        kept.queryset = Schedule.objects.of(studio).filter(set_aside_at=None)

    def clean_arrangement(self) -> str:
        """To compare, where nothing was chosen."""
        return self.cleaned_data["arrangement"] or Arrangement.COMPARE


class SizeForm(EditingForm, forms.Form):
    """How large the pieces of a trial are, and whether they stand on edge."""

    use_required_attribute = False

    length = MeasureField(shelves.SIDE, label="Length")
    width = MeasureField(shelves.SIDE, label="Width")
    thickness = MeasureField(shelves.SIDE, label="Thickness")
    on_edge = forms.BooleanField(
        required=False,
        label="On edge in a rack",
        widget=forms.CheckboxInput({"class": "size-6"}),
    )

    def size(self) -> PieceSize:
        """The size that valid input gives."""
        typed = self.cleaned_data
        return PieceSize(typed["length"], typed["width"], typed["thickness"])


class ScheduleChoice(forms.Form):
    """By which schedule a load is to be fired: one that is kept, or a new draft for it."""

    schedule = forms.ModelChoiceField(
        queryset=Schedule.objects.none(), required=False, empty_label="a new draft for this load"
    )

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        kept: Any = self.fields["schedule"]
        kept.queryset = Schedule.objects.of(studio).filter(set_aside_at=None)


class PlaceForm(forms.Form):
    """Where a piece was put: shelf from 0, lower left corner in mm, turned by 90° or not."""

    shelf = forms.IntegerField(min_value=0, max_value=99)
    x = forms.FloatField(min_value=-5000, max_value=5000)
    y = forms.FloatField(min_value=-5000, max_value=5000)
    turned = forms.BooleanField(required=False)
