"""The style guide: one of each component, in each of its states, with made-up content."""

from typing import Any

from django import forms
from django.conf import settings
from django.contrib.auth.decorators import login_not_required
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_GET

from claycore.colour.notation import Lab
from claycore.measure import bounds
from umberpot.ui.components.tile_looks import TileLook, TileState
from umberpot.ui.fields.measures import Choice, MeasureField
from umberpot.ui.mix_bar import segments_of

RAMP = [
    Lab(72.4, -3.1, -14.8),
    Lab(60.2, -1.9, -25.6),
    Lab(47.8, 1.6, -36.2),
    Lab(30.1, 4.0, -30.5),
]
LIGHT, DARK = Lab(78.0, 6.0, 38.0), Lab(30.0, 12.0, 14.0)


class SampleForm(forms.Form):
    """One field of each kind."""

    mass = MeasureField(bounds.MASS, label="Weight")
    cone = Choice(choices=[("04", "04"), ("6", "6")], label="Cone")
    state = Choice(
        choices=[("dry", "Dry"), ("plastic", "Plastic"), ("slip", "Slip")], initial="dry"
    )
    note = forms.CharField(widget=forms.Textarea, required=False)


def samples() -> dict[str, Any]:
    """The context of the style guide's page."""
    return {
        "stages": [
            ("planned", TileLook("A1", TileState.PLANNED, width=76)),
            ("drying", TileLook("A2", TileState.WET, width=76)),
            ("bone dry", TileLook("A3", TileState.DRY, width=76)),
            ("fired, colour not noted", TileLook("B17", TileState.FIRED, width=76)),
            ("fired, light", TileLook("A4", TileState.COLOURED, LIGHT, 76)),
            ("fired, dark", TileLook("AA12", TileState.COLOURED, DARK, 76)),
        ],
        "series": [TileLook(f"A{n}", TileState.COLOURED, lab, 88) for n, lab in enumerate(RAMP, 1)],
        "mix": segments_of(
            "Ferry white", 72, [("Quay Blue", 4.7), ("Copper carbonate", 1.2), ("Rutile", 0.9)]
        ),
        "form": SampleForm(),
        "refused": SampleForm({"mass": "seventy", "cone": "66", "state": "dry"}),
        "messages": ["Recorded."],
        "warnings": [
            {"code": "unusual_percentage", "message": "19 % of Quay Blue is unusual."},
            {
                "code": "wet_basis",
                "message": "Calculated on the wet clay, 6.5 % would be 8.28 % on dry clay.",
            },
        ],
        "place": "Mix",
    }


@login_not_required
@require_GET
def style_guide(request: HttpRequest) -> HttpResponse:
    """The page; in debug only."""
    if not settings.DEBUG:
        raise Http404
    return render(request, "ui/style_guide.html", samples())
