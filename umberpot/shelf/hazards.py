"""What can hurt someone of materials named in a sum: by their names, and by what the shelf says."""

from collections.abc import Iterable
from typing import cast

from django.http import HttpRequest

from claycore.measure.notices import Notice
from claycore.safety.of_materials import material_notices
from umberpot.shelf.models import Material
from umberpot.studio.request import StudioRequest


def hazard_notices(names: Iterable[str], on_shelf: Iterable[Material]) -> list[Notice]:
    """What to say of colourants that are about to be handled, some of which lie on the shelf."""
    asked = {name.lower(): name for name in names}
    known = {
        asked[material.name.lower()]: material.hazards
        for material in on_shelf
        if material.name.lower() in asked
    }
    return material_notices(asked.values(), known)


def hazards_asked_by(request: HttpRequest, names: Iterable[str]) -> list[Notice]:
    """The same for whoever asks; signed out there is no shelf, and the names alone count."""
    names = list(names)
    if not names or not request.user.is_authenticated:
        return hazard_notices(names, [])
    studio = cast(StudioRequest, request).studio
    return hazard_notices(names, Material.objects.of(studio).on_shelf().named(names))
