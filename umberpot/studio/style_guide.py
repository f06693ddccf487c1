"""Made-up content for the style guide: one of each component, in each of its states."""

from typing import Any

from django import forms
from django.utils import timezone

from claycore.measure import bounds
from claycore.testing.readings import Quantity
from umberpot.kiln.models import Firing
from umberpot.measures import Choice, MeasureField
from umberpot.mixing.bar import segments_of
from umberpot.tiles.models import ColourReading, Reading, Step, Tile
from umberpot.tiles.progress import Standing

RAMP = [(72.4, -3.1, -14.8), (60.2, -1.9, -25.6), (47.8, 1.6, -36.2), (30.1, 4.0, -30.5)]


class SampleForm(forms.Form):
    """One field of each kind."""

    mass = MeasureField(bounds.MASS, label="Weight")
    cone = Choice(choices=[("04", "04"), ("6", "6")], label="Cone")
    state = Choice(
        choices=[("dry", "Dry"), ("plastic", "Plastic"), ("slip", "Slip")], initial="dry"
    )
    note = forms.CharField(widget=forms.Textarea, required=False)


def _standing(code: str, step: Step, lab: tuple[float, float, float] | None = None) -> Standing:
    firing = (
        Firing(cone="6", fired_on=timezone.localdate()) if step in (Step.SOAK, Step.READ) else None
    )
    colour = ColourReading(lightness=lab[0], a=lab[1], b=lab[2]) if lab else None
    readings: dict[str, Reading] = {}
    if step != Step.DRY:
        readings[Quantity.MASS_DRY] = Reading(value=88.2, step=0.1)
    return Standing(Tile(code=code, shaped_at=timezone.now()), firing, readings, colour, step)


def samples() -> dict[str, Any]:
    """The context of the style guide's page."""
    return {
        "stages": [
            ("drying", _standing("A1", Step.DRY)),
            ("bone dry", _standing("A2", Step.FIRE)),
            ("fired, colour not noted", _standing("B17", Step.SOAK)),
            ("fired, light", _standing("A4", Step.READ, (78.0, 6.0, 38.0))),
            ("fired, dark", _standing("AA12", Step.READ, (30.0, 12.0, 14.0))),
        ],
        "series": [_standing(f"A{n}", Step.READ, lab) for n, lab in enumerate(RAMP, 1)],
        "mix": segments_of(
            "Ferry white", 80, [("Quay Blue", 8), ("Red iron oxide", 2.4), ("Rutile", 1.6)]
        ),
        "form": SampleForm(),
        "refused": SampleForm({"mass": "eighty", "cone": "66", "state": "dry"}),
        "messages": ["Recorded."],
        "warnings": [
            {"code": "unusual_percentage", "message": "22 % of Quay Blue is unusual."},
            {"code": "wet_basis", "message": "Taken of the wet clay, 8 % would really be 10.26 %."},
        ],
        "place": "Mix",
    }
