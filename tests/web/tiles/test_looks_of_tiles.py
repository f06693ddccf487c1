"""A tile is drawn as it is: wet until somebody found it dry, and alike on every page."""

import uuid

import pytest

from claycore.testing import bar_plan
from umberpot.clays.bar_tests.services import BarOrder, shape_bars, start_test
from umberpot.tiles.components import look_of
from umberpot.tiles.models import Tile
from umberpot.tiles.progress import progress_of, progress_to_draw
from umberpot.tiles.readings.services import Entry, record
from umberpot.ui.components.tile_looks import TileState


@pytest.fixture
def bar(studio, user, clay):
    planned = bar_plan.plan(("04",), 1, False, False, climbing=False)
    order = BarOrder(clay, "Bars", planned, 100.0, "boil_soak", None, uuid.uuid4())
    test = start_test(order, studio, user)
    shape_bars(test)
    return Tile.objects.get(trial=test.trial_id)


def drawn(tile):
    return look_of(progress_of(Tile.objects.with_history().get(pk=tile.pk)))


def test_what_was_measured_wet_does_not_make_a_bar_dry(bar, user):
    assert drawn(bar).state is TileState.WET
    record(bar, None, {"length_wet": Entry(100.0, 0.5, None)}, user)
    assert drawn(bar).state is TileState.WET
    assert "drying" in drawn(bar).says
    record(bar, None, {"length_dry": Entry(94.0, 0.5, None)}, user)
    assert drawn(bar).state is TileState.DRY


@pytest.mark.usefixtures("demo_studio")
def test_every_piece_looks_the_same_where_only_its_looks_are_fetched():
    tiles = Tile.objects.order_by("pk")
    whole = [look_of(progress_of(tile)) for tile in tiles.with_history()]
    light = [look_of(progress_to_draw(tile)) for tile in tiles.with_looks()]
    assert len({look.state for look in whole}) > 3
    assert light == whole
