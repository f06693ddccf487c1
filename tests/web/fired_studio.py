"""A clay whose bars were read; stains whose tiles were fired."""

import uuid

import pytest

from claycore.testing import bar_plan
from claycore.testing.readings import Quantity
from tests.factories import FiringFactory, MaterialFactory
from umberpot.clays.bar_tests.services import BarOrder, shape_bars, start_test
from umberpot.kiln import services as kiln
from umberpot.kiln.services import load_and_fire
from umberpot.tiles.models import Tile, Trial
from umberpot.tiles.readings import services
from umberpot.tiles.readings.services import Entry, record_colour
from umberpot.tiles.services import TileOrder, make_tiles


@pytest.fixture
def tested(studio, user):
    """Makes a clay with three equal bars a (cone, total, absorption) row, all of them read."""

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
            firing = FiringFactory(studio=studio, cone=cone)
            for bar in Tile.objects.filter(trial=test.trial_id, cone=cone):
                read(bar, firing, drying, total, absorbed)
                if remark and cone == cones[-1]:
                    services.record_remarks(bar, firing, {remark}, set(), user)
        return clay

    def read(bar, firing, drying, total, absorbed):
        wet = {Quantity.LENGTH_DRY: 100 - drying, Quantity.MASS_DRY: 88.0, Quantity.MASS_WET: 112.0}
        after = {Quantity.LENGTH_FIRED: 100 - total, Quantity.MASS_FIRED: 80.0}
        services.record(bar, None, {q: Entry(v, 0.1, None) for q, v in wet.items()}, user)
        kiln.load_and_fire([bar], firing)
        services.record(bar, firing, {q: Entry(v, 0.1, None) for q, v in after.items()}, user)
        soaked = Entry(80 * (1 + absorbed / 100), 0.1, None, "boil_soak")
        services.record(bar, firing, {Quantity.MASS_SOAKED: soaked}, user)

    return make


WHITE_CLAY = "86, 0.5, 7"
TESTED = [
    *(("Kelp", 3, "66, -12, 8"), ("Kelp", 6, "56, -17, 9"), ("Kelp", 9, "50, -19, 10")),
    *(("Rust", 3, "64, 16, 22"), ("Rust", 6, "54, 22, 28"), ("Rust", 9, "48, 25, 30")),
]


@pytest.fixture
def fired_tile(studio, user, make_mix):
    """Makes, fires and reads a tile of a mix."""
    trial = Trial.objects.create(
        studio=studio, name="Ramp", ware="stoneware", school="strict", made_by=user
    )
    firing = FiringFactory(studio=studio, made_by=user, cone="6")

    def make(added, colour):
        mix = make_mix(f"clay=Ferry white&state=dry&mass=80&unit=g{added}")
        tiles = make_tiles(mix, trial, TileOrder(1, 100, "6", False, uuid.uuid4()), user)
        load_and_fire(tiles, firing)
        record_colour(tiles[0], firing, colour, None, user)
        return tiles[0]

    return make


@pytest.fixture
def two_stains(studio, fired_tile):
    """Two stains at three strengths each."""
    MaterialFactory(stain=True, studio=studio, name="Kelp", price_per_kg=30, hazards=["chromium"])
    MaterialFactory(stain=True, studio=studio, name="Rust", price_per_kg=10)
    return [fired_tile(f"&add={name}:{pct}", colour) for name, pct, colour in TESTED]
