"""Writing many rows takes as many queries as writing few: a slow disk waits for each of them."""

import io
import uuid

import numpy as np
import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext
from PIL import Image

from tests.factories import FiringFactory, MaterialFactory
from tests.web.surface.test_factor_trials import plan_one
from umberpot.colours.models import Photograph
from umberpot.kiln import services as kiln
from umberpot.mixing.models import Mix
from umberpot.tiles.models import ClayTest, ColourReading, Reading, Tile

FEW, MANY = 2, 9
RAMP = {"trial_name": "Ramp", "mark": "100", "cone": "6", "glazed": "no"}


def asked(run):
    """How many queries something takes; each savepoint counts as well."""
    with CaptureQueriesContext(
        connection,
    ) as captured:
        run()
    return len(captured)


@pytest.fixture
def bar_test(signed_in, studio):
    def plan(bars):
        bank = MaterialFactory(dug=True, studio=studio, name=f"Bank {uuid.uuid4().hex[:6]}")
        data = {
            **{"name": "Bank, bars", "cones": "6", "replicates": str(bars), "path": "own"},
            **{"mark": "100", "soak": "all", "method": "boil_soak"},
            "request_key": str(uuid.uuid4()),
        }
        assert signed_in.post(f"/tiles/tests/new/{bank.pk}/", data).status_code == 302
        return ClayTest.objects.latest("pk")

    return plan


def bars_of(test):
    return list(Tile.objects.filter(trial=test.trial_id))


@pytest.fixture
def fired(studio):
    def burn(tiles):
        firing = FiringFactory(studio=studio, cone="6")
        kiln.load_and_fire(list(tiles), firing)
        return firing

    return burn


def grows(run_of, few=FEW, many=MANY):
    """The difference in queries between few rows and many; one run before warms what is kept."""
    run_of(few)()
    return asked(run_of(many)) - asked(run_of(few))


def test_the_grid_of_bars_before_the_firing(signed_in, bar_test):
    def entering(bars):
        test = bar_test(bars)
        data = {"remarks-here": [bar.pk for bar in bars_of(test)]}
        for n, bar in enumerate(bars_of(test)):
            data |= {f"length_wet-{bar.pk}": "100", f"mass_dry-{bar.pk}": f"8{n}"}
            data[f"remark-{bar.pk}"] = "cracked"
        return lambda: signed_in.post(f"/tiles/tests/{test.pk}/?stage=clay&method=boil_soak", data)

    assert grows(entering) == 0
    assert Reading.objects.count() == 2 * (FEW + MANY + FEW)


def test_one_figure_among_many_bars(signed_in, bar_test):
    def entering(bars):
        test = bar_test(bars)
        first, *others = bars_of(test)
        data = {f"length_wet-{first.pk}": "100", **{f"length_wet-{b.pk}": "" for b in others}}
        return lambda: signed_in.post(f"/tiles/tests/{test.pk}/?stage=clay&method=boil_soak", data)

    assert grows(entering) == 0


def test_corrections_and_colours_of_fired_bars(signed_in, bar_test, fired):
    def correcting(bars):
        test = bar_test(bars)
        firing = fired(bars_of(test))
        url = f"/tiles/tests/{test.pk}/?stage={firing.pk}&method=boil_soak"

        def entered(length):
            data = {}
            for bar in bars_of(test):
                now = bar.readings.filter(superseded_at=None, firing=firing).first()
                data[f"length_fired-{bar.pk}"] = length
                data[f"seen-length_fired-{bar.pk}"] = str(now.pk) if now else ""
                data[f"colour-{bar.pk}"] = "#8a5a3c" if now else "brown"
            return data

        signed_in.post(url, entered("90"))
        data = entered("90.5")
        return lambda: signed_in.post(url, data)

    assert grows(correcting) == 0
    assert Reading.objects.filter(corrects__isnull=False).count() == FEW + MANY + FEW
    assert ColourReading.objects.count() == FEW + MANY + FEW


@pytest.fixture
def tiles(signed_in, make_mix, weigh):
    """Makes so many tiles of a new mix."""

    def make(count):
        mix = weigh(make_mix(), 80, 8)
        order = {**RAMP, "count": count}
        key = {"request_key": uuid.uuid4()}
        assert signed_in.post(f"/tiles/make/{mix.pk}/", {**order, **key}).status_code == 302
        return list(Tile.objects.filter(mix=mix))

    return make


def test_tiles_made_of_a_mix(signed_in, make_mix, weigh):
    def making(count):
        mix = weigh(make_mix(), 80, 8)
        order = {**RAMP, "count": count}
        return lambda: signed_in.post(
            f"/tiles/make/{mix.pk}/", {**order, "request_key": uuid.uuid4()}
        )

    assert grows(making) == 0


def test_bars_that_are_made(signed_in, bar_test):
    def shaping(bars):
        test = bar_test(bars)
        return lambda: signed_in.post(f"/tiles/tests/{test.pk}/made/")

    assert grows(shaping) == 0


def test_a_firing_with_its_tiles(signed_in, tiles, studio):
    def firing(count):
        loaded = tiles(count)
        return lambda: kiln.fire(
            loaded, FiringFactory.build(studio=studio, made_by=loaded[0].made_by)
        )

    assert grows(firing) == 0


def test_colours_off_an_instrument(signed_in, tiles, fired):
    def measuring(count):
        found = tiles(count)
        fired(found)
        lines = "\n".join(f"{tile.code}; 52; {n}; -20" for n, tile in enumerate(found))
        return lambda: signed_in.post("/results/measured/", {"lines": lines})

    assert grows(measuring) == 0
    assert ColourReading.objects.count() == FEW + MANY + FEW


def test_colours_off_a_photograph(signed_in, tiles, fired):
    def reading(count):
        found = tiles(count)
        fired(found)
        places = RowOfSquares(count)
        photograph = Photograph.objects.create(
            studio_id=found[0].studio_id,
            trial=found[0].trial,
            made_by=found[0].made_by,
            image=places.image,
            width=places.width,
            height=places.height,
            request_key=uuid.uuid4(),
        )
        rings = {f"at_{t.pk}": at for t, at in zip(found, places.tiles, strict=True)}
        sent = {**rings, "at_white": places.white}
        return lambda: signed_in.post(photograph.get_absolute_url(), sent)

    assert grows(reading) == 0
    assert ColourReading.objects.count() == FEW + MANY + FEW


class RowOfSquares:
    """A picture of a white square and some tiles in a row, each 100 px wide."""

    height = 100

    def __init__(self, count):
        self.width = 100 * (count + 1)
        pixels = np.full((self.height, self.width, 3), 235, dtype=np.uint8)
        for n in range(count):
            pixels[:, 100 * (n + 1) :] = (120 + 10 * n, 90, 60)
        out = io.BytesIO()
        Image.fromarray(pixels).save(out, "PNG")
        self.image = out.getvalue()
        self.white = "50 50 20"
        self.tiles = [f"{150 + 100 * n} 50 20" for n in range(count)]


@pytest.mark.parametrize("again", [False, True], ids=["first", "corrected"])
def test_a_sheet_of_ratings(signed_in, again):
    def rating(slabs):
        trial = plan_one(signed_in, slabs=str(slabs))
        url = f"/surface/factor-trials/{trial.pk}/rate/scrub/"
        first = {f"piece_{piece.pk}": "1" for piece in trial.pieces.all()}
        if again:
            signed_in.post(url, {"rater": "quay", **first})
        sheet = dict.fromkeys(first, "2")
        return lambda: signed_in.post(url, {"rater": "quay", **sheet})

    assert grows(rating, few=2, many=5) == 0


@pytest.mark.parametrize(
    "plan",
    [
        "series/start/?pcts={pcts}&tile_dry_g=24&strategy=start_high",
        "series/start/?pcts={pcts}&tile_dry_g=24&strategy=separate",
        "grid/start/?x=Quay Blue:0,{pcts}&cell_g=90&solids_pct=67",
        "grid/start/?x=Quay Blue:0,{pcts}&cell_g=90&state=dry",
        "campaign/start/?first_pct=7&tile_g=24&state=dry&controls=1{stains}",
    ],
)
def test_a_plan_that_is_kept(signed_in, clay, blue, plan):
    def keep(strengths):
        pcts = ",".join(str(2 + n) for n in range(strengths))
        stains = "".join(f"&stain=Moss {n}:12" for n in range(strengths))
        query = plan.format(pcts=pcts, stains=stains)
        address = f"/mix/{query}&clay={clay.name}&colourant={blue.name}"

        def send():
            answer = signed_in.post(address, {**RAMP, "request_key": uuid.uuid4()})
            assert answer.status_code == 302

        return send

    assert grows(keep, few=2, many=7) == 0
    assert Mix.objects.count() > 7
