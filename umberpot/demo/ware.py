"""Ware of the demo studio: beakers, one of which stood in vinegar overnight; bought mugs."""

import io
import uuid

from django.contrib.auth.models import User

from claycore.colour.notation import Lab
from claycore.judging.ware import WareFact
from claycore.judging.ware_pieces import PieceSurface
from umberpot.demo.camera import photographed
from umberpot.demo.story import CLEAR
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.ui.pictures import as_jpeg
from umberpot.ware.services import finish_screen, keep_batch, keep_piece, start_screen

COLUMNS = {
    "name": "Washroom beakers, first kiln",
    "cone": "6",
    "ware": "stoneware",
    "school": "strict",
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
BOUGHT = {
    "name": "Canteen mugs, bought second-hand",
    "clay": None,
    "cone": "",
    "ware": "stoneware",
    "school": "strict",
    "crazed": WareFact.NO,
    "lustre": WareFact.NO,
    "decal": WareFact.YES,
}
SHARD = {
    "name": "Mug with a chipped rim",
    "surface": PieceSurface.BROKEN,
    "method": "boil_soak",
    "dry_g": 341.6,
    "soaked_g": 352.9,
    "scale_step_g": 0.1,
    "damp": True,
}
HOURS = 15.0
BEFORE, AFTER = Lab(84.0, 1.2, 7.5), Lab(83.6, 1.1, 7.9)


def load(studio: Studio, owner: User, clay: str) -> None:
    """Beakers with their acid screen, in which nothing changed, and a piece; mugs of another's."""
    of = Material.objects.get(studio=studio, name=clay)
    glaze = Material.objects.get(studio=studio, name=CLEAR)
    batch = keep_batch(studio, {**COLUMNS, "clay": of, "glazed_with": glaze}, uuid.uuid4(), owner)
    before, after = (_photograph_of(colour) for colour in (BEFORE, AFTER))
    start_screen(batch, "white vinegar", BEFORE, owner, HOURS, before)
    finish_screen(batch, False, "Still as glossy under the lamp.", AFTER, owner, after)
    keep_piece(batch, PIECE, uuid.uuid4(), owner)
    canteen = keep_batch(studio, BOUGHT, uuid.uuid4(), owner)
    keep_piece(canteen, SHARD, uuid.uuid4(), owner)


def _photograph_of(colour: Lab) -> bytes:
    """A tile of this colour, as the stand-in for a camera sees it, as it is kept."""
    taken = photographed([colour.values])
    return as_jpeg(io.BytesIO(taken), len(taken))
