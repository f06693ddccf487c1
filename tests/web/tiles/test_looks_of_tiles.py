"""A tile is drawn as it is: wet until somebody found it dry, and alike on every page."""

import pytest

from umberpot.tiles.components import look_of
from umberpot.tiles.models import Tile
from umberpot.tiles.progress import progress_of, progress_to_draw
from umberpot.tiles.readings.services import Entry, record
from umberpot.ui.components.tile_looks import TileState


def drawn(tile):
    return look_of(progress_of(Tile.objects.with_history().get(pk=tile.pk)))


def test_what_was_measured_wet_does_not_make_a_bar_dry(three_bars, user):
    bar = three_bars[0]
    assert drawn(bar).state is TileState.WET
    record(bar, None, {"length_wet": Entry(100.0, 0.5, None)}, user)
    assert drawn(bar).state is TileState.WET
    assert "drying" in drawn(bar).summary
    record(bar, None, {"length_dry": Entry(94.0, 0.5, None)}, user)
    assert drawn(bar).state is TileState.DRY


@pytest.mark.usefixtures("demo_studio")
def test_every_piece_looks_the_same_where_only_its_looks_are_fetched():
    tiles = Tile.objects.order_by("pk")
    whole = [look_of(progress_of(tile)) for tile in tiles.with_history()]
    light = [look_of(progress_to_draw(tile)) for tile in tiles.with_looks()]
    assert len({look.state for look in whole}) > 3
    assert light == whole
