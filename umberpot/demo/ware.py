"""A batch of the demo studio: beakers, one of which stood in vinegar overnight."""

import uuid

from django.contrib.auth.models import User

from claycore.colour.notation import Lab
from claycore.judging.ware import Glaze, WareFact
from claycore.judging.ware_pieces import PieceSurface
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.ware.services import finish_screen, keep_batch, keep_piece, start_screen

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
PIECE = {
    "name": "Beaker with a bare foot",
    "surface": PieceSurface.BARE_FOOT,
    "method": "boil_soak",
    "dry_g": 286.2,
    "soaked_g": 287.1,
    "scale_step_g": 0.1,
    "damp": False,
}
HOURS = 15.0
BEFORE, AFTER = Lab(84.0, 1.2, 7.5), Lab(83.6, 1.1, 7.9)


def load(studio: Studio, owner: User, clay: str) -> None:
    """The batch, its acid screen, in which nothing changed, and a piece that was weighed."""
    of = Material.objects.get(studio=studio, name=clay)
    batch = keep_batch(studio, {**COLUMNS, "clay": of}, uuid.uuid4(), owner)
    start_screen(batch, "white vinegar", BEFORE, owner, hours_ago=HOURS)
    finish_screen(batch, False, "Still as glossy under the lamp.", AFTER)
    keep_piece(batch, PIECE, uuid.uuid4(), owner)
