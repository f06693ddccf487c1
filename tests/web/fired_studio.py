"""A clay whose bars were read; stains whose tiles were fired."""

import uuid

import pytest

from claycore.testing import bar_plan
from claycore.testing.readings import Quantity
from tests.factories import FiringFactory, MaterialFactory
from umberpot.clays.bar_tests.services import BarOrder, shape_bars, start_test
from umberpot.kiln.services import load_and_fire
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.models import Tile, Trial
from umberpot.tiles.pieces import PieceSpec
from umberpot.tiles.readings.services import (
    Entry,
    PieceEntries,
    colour_entry,
    record_pieces,
)
from umberpot.tiles.services import TileOrder, make_tiles_of


@pytest.fixture
def tested(studio, user):
    """Makes a clay with three equal bars a (cone, total, absorption) row, all of them read."""

    @whole_change()
    def make(name, rows, kind="dug_clay", drying=6.0, replicates=3, remark=""):
        clay = MaterialFactory(studio=studio, kind=kind, name=name)
        cones = [cone for cone, *_ in rows]
        test = start_test(
            BarOrder(
                clay,
                f"{name}, bars",
                bar_plan.plan(cones, replicates, False, False, climbing=False),
                100.0,
                "boil_soak",
                None,
                uuid.uuid4(),
            ),
            studio,
            user,
        )
        shape_bars(test)
        for cone, total, absorbed in rows:
            bars = list(Tile.objects.filter(trial=test.trial_id, cone=cone))
            remarks = {remark} if remark and cone == cones[-1] else set()
            read(bars, FiringFactory(studio=studio, cone=cone), drying, total, absorbed, remarks)
        return clay

    def read(bars, firing, drying, total, absorbed, remarks):
        wet = {Quantity.LENGTH_DRY: 100 - drying, Quantity.MASS_DRY: 88.0, Quantity.MASS_WET: 112.0}
        dry = {quantity: Entry(value, 0.1, None) for quantity, value in wet.items()}
        record_pieces(None, [PieceEntries(bar, dry) for bar in bars], user)
        load_and_fire(bars, firing)
        after = {
            Quantity.LENGTH_FIRED: Entry(100 - total, 0.1, None),
            Quantity.MASS_FIRED: Entry(80.0, 0.1, None),
            Quantity.MASS_SOAKED: Entry(80 * (1 + absorbed / 100), 0.1, None, "boil_soak"),
        }
        fired = [PieceEntries(bar, after, remarks_made=remarks) for bar in bars]
        record_pieces(firing, fired, user)

    return make


@pytest.fixture
def three_bars(studio, user, clay):
    """Three bars of one clay, shaped; none fired yet."""
    planned = bar_plan.plan(("04",), 3, False, False, climbing=False)
    order = BarOrder(clay, "Bars", planned, 100.0, "boil_soak", None, uuid.uuid4())
    test = start_test(order, studio, user)
    shape_bars(test)
    return list(Tile.objects.filter(trial=test.trial_id).order_by("pk"))


WHITE_CLAY = "86, 0.5, 7"
TESTED = [
    *(("Kelp", 3, "66, -12, 8"), ("Kelp", 6, "56, -17, 9"), ("Kelp", 9, "50, -19, 10")),
    *(("Rust", 3, "64, 16, 22"), ("Rust", 6, "54, 22, 28"), ("Rust", 9, "48, 25, 30")),
]


@pytest.fixture
def fired_tiles(studio, user, make_mix):
    """Makes, fires and reads tiles, each of a mix of its own, in one firing."""
    trial = Trial.objects.create(
        studio=studio, name="Ramp", ware="stoneware", school="strict", made_by=user
    )
    firing = FiringFactory(studio=studio, made_by=user, cone="6")

    @whole_change()
    def make(rows):
        mixes = [make_mix(f"clay=Ferry white&state=dry&mass=80&unit=g{added}") for added, _ in rows]
        orders = [(mix, TileOrder(1, PieceSpec(100, "6"), uuid.uuid4())) for mix in mixes]
        tiles = make_tiles_of(orders, trial, user)
        load_and_fire(tiles, firing)
        read = [
            PieceEntries(tile, colours=[colour_entry(studio, tile.code, colour, None)])
            for tile, (_, colour) in zip(tiles, rows, strict=True)
        ]
        record_pieces(firing, read, user)
        return tiles

    return make


@pytest.fixture
def fired_tile(fired_tiles):
    """Makes, fires and reads a tile of a mix."""
    return lambda added, colour: fired_tiles([(added, colour)])[0]


@pytest.fixture
def two_stains(studio, fired_tiles):
    """Two stains at three strengths each."""
    MaterialFactory(stain=True, studio=studio, name="Kelp", price_per_kg=30, hazards=["chromium"])
    MaterialFactory(stain=True, studio=studio, name="Rust", price_per_kg=10)
    return fired_tiles([(f"&add={name}:{pct}", colour) for name, pct, colour in TESTED])
