"""A clay whose bars were read."""

import uuid

import pytest

from claycore.testing import bar_plan
from claycore.testing.readings import Quantity
from tests.factories import FiringFactory, MaterialFactory
from umberpot.kiln import services as kiln
from umberpot.tiles import services
from umberpot.tiles.bar_tests.services import BarOrder, shape_bars, start_test
from umberpot.tiles.models import Tile
from umberpot.tiles.services import Entry


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
