"""A planned trial at any point, weighed, remade, glazed and fired at random: no page breaks."""

import random
import uuid

import pytest
from django.urls import reverse

from tests.factories import FiringFactory, MaterialFactory
from tests.thoroughness import seeds
from umberpot.kiln.services import load_and_fire
from umberpot.mixing.models import Plan
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.models import Tile
from umberpot.tiles.readings.services import record_colour
from umberpot.tiles.services import remake, shape

CLAY = "clay=Ferry+white&state=plastic&water_pct=20"
PLANS = {
    "series": "series/start/?pcts=0,3,6,9&tile_g=30&tiles_each=2&colourant=Kelp"
    f"&strategy=start_high&{CLAY}",
    "row": f"grid/start/?x=Kelp:0,3,6&cell_g=70&{CLAY}",
    "grid": f"grid/start/?x=Kelp:0,3,6&y=Rust:0,2,4&cell_g=70&{CLAY}",
    "campaign": "campaign/start/?first_pct=7&tile_g=24&controls=1&stain=Kelp:14&stain=Rust:12"
    f"&stain=Foam:9&{CLAY}",
}
COLOURS = ["70, 3, 12", "70.3, 3, 12.2", "58, 12, 25", "58, -16, 9", "31, 1, 2"]


@pytest.fixture
def shelf(studio, clay):
    for name, price in (("Kelp", 30), ("Rust", 10), ("Foam", None)):
        MaterialFactory(stain=True, studio=studio, name=name, price_per_kg=price)


@pytest.fixture
def start(signed_in, studio, shelf):
    """Makes a trial of a plan; its tiles bare or glazed."""

    def make(query, rng):
        typed = {"trial_name": "Any", "mark": "100", "cone": "6"}
        posted = {**typed, "glazed": rng.choice(["no", "yes"]), "request_key": uuid.uuid4()}
        assert signed_in.post(f"/mix/{query}", posted).status_code == 302
        return Plan.objects.of(studio).latest("pk")

    return make


@pytest.fixture
def go_on(studio, user, weigh_out):
    """Goes some of the way: mixes, shapes, remakes, fires and reads."""

    @whole_change()
    def go(plan, rng):
        firings = [FiringFactory(studio=studio, made_by=user) for _ in range(2)]
        mixes = list(plan.mixes.order_by("plan_position"))
        for mix in mixes[: rng.randint(1, len(mixes))]:
            weigh_out(mix, lambda: rng.choice([1, 1, 1, 1.04]))
            for tile in shape(mix):
                if rng.random() < 0.15:
                    remake(tile, user)
                for firing in rng.sample(firings, rng.choice((0, 1, 1, 2))):
                    load_and_fire([tile], firing)
                    if rng.random() < 0.85:
                        record_colour(tile, firing, rng.choice(COLOURS), None, user)

    return go


def pages_of(plan):
    trial = plan.trial.pk
    yield from ("/", "/tiles/", "/results/", "/kiln/", f"/mix/plans/{plan.pk}/")
    yield from (f"/tiles/trials/{trial}/", f"/results/trials/{trial}/")
    yield from (f"/library/conclude/trial/{trial}/", f"/library/reports/trial/{trial}/")
    yield reverse("tiles:plan", args=[plan.pk])
    yield from (tile.get_absolute_url() for tile in Tile.objects.filter(trial=trial)[:4])
    yield from (mix.get_absolute_url() for mix in plan.mixes.all()[:4])


@pytest.mark.parametrize("kind", PLANS)
@pytest.mark.parametrize("seed", seeds(12))
def test_no_page_of_a_planned_trial_breaks(signed_in, start, go_on, kind, seed):
    rng = random.Random(seed)
    plan = start(PLANS[kind], rng)
    go_on(plan, rng)
    for address in pages_of(plan):
        assert signed_in.get(address, follow=True).status_code == 200, address
