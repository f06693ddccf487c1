"""A batch of the demo studio: beakers, one of which stood in vinegar overnight."""

import uuid

from django.contrib.auth.models import User

from claycore.colour.notation import Lab
from claycore.judging.ware import Glaze, WareFact
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.ware.services import finish_screen, keep_batch, start_screen

COLUMNS = {
    "name": "Washroom beakers, first kiln",
    "cone": "6",
    "ware": "stoneware",
    "school": "strict",
    "glaze_name": "Harbour clear",
    "glaze": Glaze.STATED_SUITABLE,
    "hazard_metal": WareFact.NO,
    "crazed": WareFact.NO,
    "lustre": WareFact.NO,
    "decal": WareFact.NO,
}
HOURS = 15.0
BEFORE, AFTER = Lab(84.0, 1.2, 7.5), Lab(83.6, 1.1, 7.9)


def load(studio: Studio, owner: User, clay: str) -> None:
    """The batch, and its acid screen, in which nothing changed."""
    of = Material.objects.get(studio=studio, name=clay)
    batch = keep_batch(studio, {**COLUMNS, "clay": of}, uuid.uuid4(), owner)
    start_screen(batch, "white vinegar", BEFORE, owner, hours_ago=HOURS)
    finish_screen(batch, False, "Still as glossy under the lamp.", AFTER)
