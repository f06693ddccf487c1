"""Putting a newcomer's clay and colourant on the shelf, and where their dose is worked out."""

from typing import Any
from urllib.parse import urlencode

from django.urls import reverse

from claycore.materials.clay_in_hand import ClayState
from claycore.measure.formatting import plain
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.studio.whole_change import whole_change


@whole_change()
def first_dose(studio: Studio, told: dict[str, Any]) -> str:
    """Shelves both, unless something is called so already, and leads to the dose."""
    plastic = told["state"] == ClayState.PLASTIC
    _shelved(
        studio,
        told["clay"],
        kind=Material.Kind.CLAY_BODY,
        state=told["state"],
        water_pct=told["water_pct"],
    )
    _shelved(studio, told["colourant"], kind=told["kind"])
    asked = {
        "clay": told["clay"],
        "state": told["state"],
        "mass": plain(told["mass_g"], 6),
        **({"water_pct": plain(told["water_pct"], 6)} if plastic else {}),
        "unit": "g",
        "add": f"{told['colourant']}:{plain(told['pct'], 6)}",
    }
    return f"{reverse('mixing:dose')}?{urlencode(asked)}"


def _shelved(studio: Studio, name: str, **about: Any) -> None:
    """One that is on the shelf by this name stays as it is; an archived one is another."""
    if not Material.objects.of(studio).on_shelf().filter(name__iexact=name).exists():
        Material.objects.create(studio=studio, name=name, **about)
