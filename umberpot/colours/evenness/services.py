"""How tiles were made, kept."""

from collections.abc import Mapping

from umberpot.studio.whole_change import whole_change
from umberpot.tiles.models import Tile

MADE = ("grain", "pouring")
"""What is kept of how a tile was made, by its columns."""


@whole_change()
def note_how_made(made: Mapping[Tile, Mapping[str, str]]) -> None:
    """Keeps what was noted of each tile; what was not asked of it stays as it is.

    As many queries for many tiles as for one.
    """
    for tile, noted in made.items():
        for name, value in noted.items():
            setattr(tile, name, value)
    Tile.objects.bulk_update(made, MADE)
