"""What can hurt someone of materials named in a sum: by their names, and by what the shelf says."""

from collections.abc import Iterable
from typing import cast

from django.db.models.functions import Lower
from django.http import HttpRequest

from claycore.measure.notices import Notice
from claycore.safety.of_materials import material_notices
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.studio.request import StudioRequest


def hazards_by_name(studio: Studio, names: Iterable[str]) -> dict[str, list[str]]:
    """What each of the names is to be watched for, as far as the studio's shelf says. One query."""
    asked = {name.lower(): name for name in names}
    on_shelf = Material.objects.of(studio).on_shelf().annotate(lower=Lower("name"))
    rows = on_shelf.filter(lower__in=asked).values_list("lower", "hazards")
    return {asked[lower]: hazards for lower, hazards in rows}


def hazard_notices(request: HttpRequest, names: Iterable[str]) -> list[Notice]:
    """What to say of colourants that are about to be handled; signed out by their names alone."""
    names = list(names)
    known: dict[str, list[str]] = {}
    if names and request.user.is_authenticated:
        known = hazards_by_name(cast(StudioRequest, request).studio, names)
    return material_notices(names, known)
