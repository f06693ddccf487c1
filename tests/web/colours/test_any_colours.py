"""Whatever was mixed, glazed, fired and read, in whatever order: no page of colours breaks."""

import random
import uuid

import pytest

from claycore.firing.kinds import FiringKind
from tests.factories import FiringFactory, MaterialFactory
from tests.thoroughness import seeds
from umberpot.kiln.services import load_and_fire
from umberpot.shelf.models import Material
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.models import Trial
from umberpot.tiles.pieces import PieceSpec
from umberpot.tiles.readings.services import record_colour
from umberpot.tiles.services import TileOrder, make_tiles

RECIPES = [
    *("Kelp:0", "Kelp:3", "Kelp:6", "Kelp:6&add=Rust:2", "Rust:2&add=Kelp:6"),
    *("Rust:3", "Rust:6", "Kelp:3&add=Rust:2&add=Foam:1", "Foam:12"),
]
CLAYS = [*["Ferry white"] * 5, "Harbour buff"]
COLOURS = ["70, 3, 12", "70.3, 3, 12.2", "58, 12, 25", "58, -16, 9", "31, 1, 2", "92, 0, 3"]
UNDER_A_GLAZE = ["62, 4, 16", "62.3, 4, 16.2", "50, 14, 30", "50, -20, 13", "29, 1, 2", "88, 0, 5"]
HEATS = [
    *[("6", FiringKind.KILN)] * 3,
    ("04", FiringKind.KILN),
    ("", FiringKind.PIT),
]
MIXES, MOST_TILES_OF_A_MIX = 24, 5


@pytest.fixture
def shelf(studio):
    """Three stains, one of them without a price; two glazes, one of which says nothing of zinc."""
    for name, price in (("Kelp", 30), ("Rust", 10), ("Foam", None)):
        MaterialFactory(stain=True, studio=studio, name=name, price_per_kg=price)
    for name, zinc in (("Clear", "yes"), ("Matt", "")):
        MaterialFactory(studio=studio, name=name, kind="glaze", zinc=zinc)
    return Material.objects.filter(studio=studio)


@pytest.fixture
def any_colours(studio, user, make_mix, shelf):
    """Makes two trials at random: recipes that come twice, halves, glazes nobody named, unread."""

    @whole_change()
    def make(rng):
        firings = [
            FiringFactory(studio=studio, made_by=user, cone=cone, kind=kind) for cone, kind in HEATS
        ]
        glazes = [None, None, *shelf.filter(kind="glaze").values_list("pk", flat=True)]
        trials = [
            Trial.objects.create(
                studio=studio, name=school, ware="stoneware", school=school, made_by=user
            )
            for school in ("strict", "loose")
        ]
        for _ in range(MIXES):
            clay, recipe = rng.choice(CLAYS), rng.choice(RECIPES)
            mix = make_mix(f"clay={clay}&state=dry&mass=80&unit=g&add={recipe}")
            of_recipe = RECIPES.index(recipe) % len(COLOURS)
            for _ in range(rng.randint(1, MOST_TILES_OF_A_MIX)):
                glazed = rng.random() < 0.5
                spec = PieceSpec(
                    100,
                    "6",
                    glazed,
                    glazed and rng.random() < 0.3,
                    rng.choice(glazes) if glazed else None,
                )
                order = TileOrder(1, spec, uuid.uuid4())
                (tile,) = make_tiles(mix, rng.choice(trials), order, user)
                for firing in rng.sample(firings, rng.choice((0, 1, 1, 1, 2))):
                    load_and_fire([tile], firing)
                    palette = UNDER_A_GLAZE if glazed else COLOURS
                    colour = rng.choice([palette[of_recipe]] * 40 + COLOURS)
                    if rng.random() < 0.9:
                        record_colour(tile, firing, colour, None, user)
        return trials

    return make


def pages_of(trials, shelf):
    for trial in trials:
        yield f"/results/trials/{trial.pk}/"
        yield f"/tiles/trials/{trial.pk}/"
        yield f"/library/conclude/trial/{trial.pk}/"
        yield f"/library/reports/trial/{trial.pk}/"
    first, second = trials
    for way in ("pct", "cone", "glaze"):
        yield f"/library/beside/?first={first.pk}&second={second.pk}&way={way}"
    yield from (material.get_absolute_url() for material in shelf)
    yield from ("/", "/tiles/", "/results/", "/results/wall/", "/results/wall/same/")
    yield from ("/results/find/", "/results/find/?want=58,-16,9", "/results/find/ranges/")
    yield from ("/results/find/next/", "/results/predict/", "/library/beside/repeats/")
    yield from ("/go/?q=green", "/go/?q=blue+6+%25", "/library/reports/year/2026/")


@pytest.mark.parametrize("seed", seeds(20))
def test_no_page_of_colours_breaks(signed_in, any_colours, shelf, seed):
    trials = any_colours(random.Random(seed))
    for address in pages_of(trials, shelf):
        answer = signed_in.get(address, follow=True)
        assert answer.status_code == 200, address
