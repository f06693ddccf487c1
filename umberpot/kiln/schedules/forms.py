"""The forms of a schedule."""

from typing import Any

from django import forms

from claycore.firing import cones, schedules
from claycore.firing.drafts import STAGE_WORDS, FiringStage
from claycore.firing.schedule_checks import LoadToFire
from claycore.firing.schedules import MOST_SEGMENTS, START_C, FiringCurve, Segment, curve_of
from claycore.measure.formatting import plain
from umberpot.firings.models import Kiln
from umberpot.kiln.calculators.schedule import AS_WRITTEN, SEGMENT_COLUMNS, read_segment
from umberpot.kiln.models import Schedule
from umberpot.kiln.schedules.services import as_rows, drafted
from umberpot.studio.models import Studio
from umberpot.ui.calculators import blaming_fields
from umberpot.ui.editing import EditingForm
from umberpot.ui.fields.lines import EntriesField
from umberpot.ui.fields.measures import Choice, MeasureField


def as_lines(segments: list[Segment]) -> list[str]:
    """Segments as they are typed."""
    return [
        f"{plain(one.rate)} : {plain(one.target_c)} : {plain(one.hold_min)}" for one in segments
    ]


class KilnChoice(forms.ModelChoiceField):
    """A kiln of the studio, or none."""

    def __init__(self, **kwargs: Any) -> None:
        super().__init__(
            queryset=Kiln.objects.none(), required=False, empty_label="any kiln", **kwargs
        )

    def of(self, studio: Studio) -> None:
        """Offers the kilns a studio uses."""
        self.queryset = Kiln.objects.of(studio).filter(set_aside_at=None)


class DraftForm(forms.Form):
    """What a schedule is to be for: enough for ``schedule``, a draft that is not saved yet."""

    schedule: Schedule

    use_required_attribute = False

    stage = Choice(choices=list(STAGE_WORDS.items()), initial=FiringStage.GLAZE, label="Firing")
    cone = Choice(choices=[(name, name) for name in cones.CONES], label="Cone")
    kiln = KilnChoice(label="Kiln")

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        kilns: Any = self.fields["kiln"]
        kilns.of(studio)

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if not self.errors:
            with blaming_fields(self):
                self.schedule = drafted(
                    cleaned["kiln"], FiringStage(cleaned["stage"]), cleaned["cone"]
                )
        return cleaned


class ScheduleEditForm(EditingForm, forms.Form):
    """A schedule as it is edited: everything about it, and the kiln it is looked at in."""

    use_required_attribute = False

    name = forms.CharField(max_length=60, label="Name")
    cone = Choice(
        choices=[("", "not said"), *((name, name) for name in cones.CONES)],
        required=False,
        label="Target cone",
    )
    raw = forms.BooleanField(
        required=False,
        label="Contains raw ware",
        widget=forms.CheckboxInput({"class": "size-6"}),
    )
    segment = EntriesField(
        read_segment,
        "segment",
        AS_WRITTEN,
        MOST_SEGMENTS,
        label="Segments",
        rows=7,
        columns=SEGMENT_COLUMNS,
    )
    start_c = MeasureField(schedules.START, required=False, label="Start temperature")
    kiln = KilnChoice(label="Kiln")
    starts_at = forms.DateTimeField(
        required=False,
        label="Started at",
        widget=forms.DateTimeInput({"type": "datetime-local"}, format="%Y-%m-%dT%H:%M"),
    )

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        kilns: Any = self.fields["kiln"]
        kilns.of(studio)
        self.curve: FiringCurve | None = None

    def clean_start_c(self) -> float:
        start_c = self.cleaned_data["start_c"]
        return START_C if start_c is None else start_c

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if "segment" in cleaned and "start_c" in cleaned:
            with blaming_fields(self):
                self.curve = curve_of(cleaned["segment"], cleaned["start_c"])
        return cleaned

    def loaded(self) -> LoadToFire:
        """What it is checked against."""
        return LoadToFire(
            self.cleaned_data.get("cone") or None, self.cleaned_data.get("raw", False)
        )

    def write(self, schedule: Schedule) -> None:
        """Puts valid input into a schedule, which is not saved yet."""
        typed = self.cleaned_data
        schedule.name, schedule.cone = typed["name"], typed["cone"]
        schedule.segments, schedule.start_c = as_rows(typed["segment"]), typed["start_c"]


def first_figures(schedule: Schedule) -> dict[str, Any]:
    """A schedule as the edit form shows it first."""
    return {
        "name": schedule.name,
        "cone": schedule.cone,
        "raw": schedule.stage != FiringStage.GLAZE,
        "segment": as_lines(schedule.steps),
        "start_c": plain(schedule.start_c),
    }


class ScheduleFileForm(forms.Form):
    """A schedule from a file."""

    file = forms.FileField(label="CSV or JSON file")
