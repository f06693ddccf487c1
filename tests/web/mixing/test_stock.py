"""The shelf tells before, not after: now, afterwards, what is missing, what could be made."""

import uuid

import pytest

from tests.factories import MaterialFactory
from tests.pages import words_of
from umberpot.mixing.composition import parts_of
from umberpot.mixing.stock import stock_for
from umberpot.mixing.weighing import services as weighing
from umberpot.shelf import services as shelf
from umberpot.shelf.models import Material, StockMovement

DOSE = "/mix/dose/?clay=Ferry+white&state=dry&mass={grams}&unit=g&add=Quay+Blue:6"
KILOS = "/mix/kilos/?clay=Ferry+white&mass=20&unit=kg&water_pct=20&add=Quay+Blue:6"
SERIES = "/mix/series/?pcts=3,6,9&tile_dry_g=900&clay=Ferry+white&colourant=Quay+Blue"
GRID = "/mix/grid/?x=Quay+Blue:0,9&cell_g=2400&solids_pct=67&clay=Ferry+white"


@pytest.mark.parametrize("address", [DOSE.format(grams=2000), KILOS, SERIES, GRID])
def test_every_plan_says_what_the_shelf_has_now_and_after(signed_in, clay, blue, address):
    """Of Quay Blue there are 100 g, of Ferry white 5 kg as it lies."""
    page = words_of(signed_in.get(address))
    assert "Quay Blue 100 g →" in page
    assert "short" in page
    assert "There is enough for" in page


def test_a_sum_signed_out_tells_nothing_of_any_shelf(client, clay, blue):
    page = words_of(client.get(DOSE.format(grams=2000)))
    assert "On the shelf" not in page


def test_what_could_be_made_is_the_scarcest_materials_share(studio, clay, blue):
    """100 g of a colourant that 160 g are wanted of make 62.5 % of it. Arithmetic."""
    stock = stock_for(studio, {"Ferry white": 1000, "Quay Blue": 160})
    [short] = stock.short
    assert short.missing_g == pytest.approx(60)
    assert stock.enough_for_pct == pytest.approx(62.5)


def test_enough_is_not_called_short(studio, clay, blue):
    stock = stock_for(studio, {"Ferry white": 1000, "Quay Blue": 100})
    assert stock.short == []
    assert stock.enough_for_pct is None


def test_what_nobody_counted_is_not_called_short(signed_in, studio, make_mix, weigh):
    MaterialFactory(studio=studio, name="Rope Green", kind="stain")
    mix = make_mix("state=dry&mass=80&unit=g&add=Rope+Green:10")
    assert "Rope Green not counted" in words_of(signed_in.get(f"/mix/{mix.pk}/"))
    assert weigh(mix, 80, 8).finished_at
    assert "Rope Green Stain not counted" in words_of(signed_in.get("/shelf/"))


@pytest.fixture
def scarce(make_mix, weigh, studio, blue, user):
    """A mix whose clay is weighed, of a stain that the shelf has 3 g of and it takes 8 g of."""
    shelf.count_stock(blue, 3.0, user)
    return weigh(make_mix(), 80)


def weigh_8(signed_in, mix, **more):
    part = weighing.next_part(parts_of(mix))
    post = {"part": part.pk, "grams": "8", "request_key": uuid.uuid4(), **more}
    return signed_in.post(f"/mix/{mix.pk}/weigh/", post, follow=True)


def test_stock_goes_below_nothing_only_with_a_reason(signed_in, scarce, blue):
    page = words_of(weigh_8(signed_in, scarce))
    assert "8 g of Quay Blue is more than the shelf has: 3 g" in page
    assert "Nothing is recorded yet" in page
    assert shelf.grams_on_hand(blue) == 3
    page = words_of(weigh_8(signed_in, scarce, count_was_wrong="yes"))
    assert shelf.grams_on_hand(blue) == pytest.approx(-5)
    assert blue.movements.latest("made_at").reason == StockMovement.Reason.MISCOUNT
    assert "Count Quay Blue: its stock stands at -5 g" in page


def test_the_guard_is_in_the_service_too(scarce, weigh, blue):
    with pytest.raises(weighing.BelowNothing):
        weigh(scarce, 8)
    assert shelf.grams_on_hand(blue) == 3


def test_the_count_that_was_asked_for_goes_back_to_the_mix(signed_in, scarce, blue):
    weigh_8(signed_in, scarce, count_was_wrong="yes")
    post = {"grams": "2,5", "next": f"/mix/{scarce.pk}/"}
    answered = signed_in.post(f"/shelf/{blue.pk}/count/", post, follow=True)
    assert answered.redirect_chain[-1][0] == f"/mix/{scarce.pk}/"
    assert "its stock stands at" not in words_of(answered)
    assert shelf.grams_on_hand(blue) == pytest.approx(2.5)


@pytest.mark.parametrize(
    "elsewhere", ["https://elsewhere.test/", "//elsewhere.test", "javascript:x"]
)
def test_a_count_never_leads_off_the_site(signed_in, blue, elsewhere):
    answered = signed_in.post(f"/shelf/{blue.pk}/count/", {"grams": "5", "next": elsewhere})
    assert answered["Location"] == "/shelf/"


@pytest.mark.parametrize("typed", ["", "-1", "some"])
def test_a_count_that_is_no_mass_changes_nothing(signed_in, blue, typed):
    page = words_of(signed_in.post(f"/shelf/{blue.pk}/count/", {"grams": typed}, follow=True))
    assert "was not counted" in page
    assert shelf.grams_on_hand(blue) == 100


def test_what_was_dried_and_sieved_stands_on_the_shelf(signed_in, studio):
    sheet = {"name": "Canal bank", "dug_g": "3100", "dried_g": "1850"}
    page = words_of(signed_in.post("/shelf/dug/new/", sheet, follow=True))
    assert "1850 g of it, dried and sieved, is on the shelf" in page
    material = Material.objects.of(studio).get(name="Canal bank")
    assert shelf.grams_on_hand(material) == 1850
    signed_in.post(f"/shelf/{material.pk}/field-sheet/", {**sheet, "notes": "Sticky."})
    assert shelf.grams_on_hand(material) == 1850, "saved again, it is the same clay"
    signed_in.post(f"/shelf/{material.pk}/field-sheet/", {**sheet, "dried_g": "1790"})
    assert shelf.grams_on_hand(material) == 1790


def test_a_line_of_blends_says_what_it_takes_of_both_clays(signed_in, studio, user):
    bank = MaterialFactory(dug=True, studio=studio, name="Canal bank")
    drain = MaterialFactory(dug=True, studio=studio, name="Field drain")
    for clay, grams in ((bank, 900.0), (drain, 100.0)):
        shelf.count_stock(clay, grams, user)
    query = f"other={drain.pk}&steps=10,25&dry_g=500"
    page = words_of(signed_in.get(f"/results/clays/{bank.pk}/guess/?{query}"))
    assert "Canal bank 900 g → 75 g" in page
    assert "Field drain 100 g → 75 g short" in page
