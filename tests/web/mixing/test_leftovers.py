"""Leftovers and reclaim: on the shelf, brought to, stretched, joined, pooled. And water."""

import re
import uuid

import pytest

from tests.pages import words_of
from umberpot.mixing.composition import parts_of
from umberpot.mixing.leftovers import services as leftovers
from umberpot.mixing.models import Mix
from umberpot.mixing.weighing import services as weighing
from umberpot.shelf.models import Container, Material, WaterMeasurement
from umberpot.shelf.services import grams_on_hand


@pytest.fixture
def left(make_mix, weigh, signed_in):
    """55 g left over of 10 % Quay Blue."""
    mix = weigh(make_mix(), 80, 8)
    answered = signed_in.post(f"/mix/{mix.pk}/left/", {"grams": "55", "state": "dry"})
    assert answered.status_code == 302
    return Material.objects.get(kind="leftover")


def test_a_leftover_stands_on_the_shelf_with_its_composition(left, signed_in, make_mix):
    found = leftovers.on_shelf(left)
    assert found.batch.pct("Quay Blue") == pytest.approx(10)
    assert found.batch.dry_g == pytest.approx(55)
    assert left.name.startswith(f"{left.supplier_code}: 10 % Quay Blue")
    html = signed_in.get("/shelf/").content.decode()
    assert left.name in html
    assert "Leftovers and reclaim" in html


def test_weighing_it_again_counts_it(left, signed_in):
    mix = Mix.objects.get(leftover=left)
    signed_in.post(f"/mix/{mix.pk}/left/", {"grams": "60", "state": "plastic", "water_pct": "20"})
    left.refresh_from_db()
    assert grams_on_hand(left) == pytest.approx(60)
    assert leftovers.on_shelf(left).batch.dry_g == pytest.approx(48)
    assert Material.objects.filter(kind="leftover").count() == 1


def test_bring_this_to_five_percent(left, signed_in, weigh):
    shown = signed_in.get(f"/mix/leftovers/{left.pk}/", {"use_g": "55", "target_pct": "5"})
    assert "50.0" in shown.content.decode()  # 5 g of blue want 100 g of clay, 50 are in it
    made = signed_in.post(f"/mix/leftovers/{left.pk}/change/", {"use_g": "55", "target_pct": "5"})
    mix = Mix.objects.get(pk=made["Location"].strip("/").split("/")[-1])
    weigh(mix, 55, 50)
    assert mix.finished_at
    assert mix.batch.pct("Quay Blue") == pytest.approx(5)
    assert grams_on_hand(left) == pytest.approx(0)


def test_stretch_this_to_two_kilos(left, signed_in):
    made = signed_in.post(f"/mix/leftovers/{left.pk}/change/", {"use_g": "55", "total_g": "2000"})
    mix = Mix.objects.get(pk=made["Location"].strip("/").split("/")[-1])
    assert mix.batch.dry_g == pytest.approx(2000)
    assert mix.batch.pct("Quay Blue") == pytest.approx(100 * 5 / 1995)


@pytest.mark.parametrize(
    "asked",
    [
        {"use_g": "56", "target_pct": "5"},
        {"use_g": "55", "target_pct": "0"},
        {"use_g": "55", "total_g": "10"},
        {"use_g": "55"},
        {"use_g": "55", "target_pct": "5", "total_g": "100"},
        {"use_g": "x", "target_pct": "5"},
    ],
)
def test_what_cannot_be_made_of_it_is_said_and_nothing_is_made(left, signed_in, asked):
    count = Mix.objects.count()
    assert signed_in.get(f"/mix/leftovers/{left.pk}/", asked).status_code == 400
    assert signed_in.post(f"/mix/leftovers/{left.pk}/change/", asked).status_code == 400
    assert Mix.objects.count() == count


def test_two_leftovers_become_one(left, signed_in, make_mix, weigh):
    other_mix = weigh(make_mix("clay=Ferry white&state=dry&mass=100&unit=g&add=Iron:4"), 100, 4)
    signed_in.post(f"/mix/{other_mix.pk}/left/", {"grams": "52", "state": "dry"})
    other = Material.objects.filter(kind="leftover").latest("pk")
    made = signed_in.post(f"/mix/leftovers/{left.pk}/join/", {"other": other.pk})
    mix = Mix.objects.get(pk=made["Location"].strip("/").split("/")[-1])
    weigh(mix, 55, 52)
    assert mix.batch.clay_g == pytest.approx(100)
    assert mix.batch.pcts == pytest.approx({"Quay Blue": 5, "Iron": 2})
    again = signed_in.post(f"/mix/leftovers/{left.pk}/join/", {"other": left.pk}, follow=True)
    assert "One of them is used up." in again.content.decode()


def test_a_reclaim_bucket_knows_what_is_in_it_until_it_does_not(left, signed_in, user):
    signed_in.post(f"/mix/leftovers/{left.pk}/pool/", {"bucket": ""})
    bucket = Material.objects.get(kind="reclaim")
    assert grams_on_hand(left) == pytest.approx(0)
    assert leftovers.on_shelf(bucket).batch.pct("Quay Blue") == pytest.approx(10)
    assert "5 g" in signed_in.get(f"/mix/leftovers/{bucket.pk}/").content.decode()
    key = uuid.uuid4()
    for _ in range(2):
        scraps = {"grams": "20", "request_key": key}
        signed_in.post(f"/mix/leftovers/{bucket.pk}/pool/", scraps)
    assert grams_on_hand(bucket) == pytest.approx(75)
    assert leftovers.on_shelf(bucket).batch is None
    html = signed_in.get(f"/mix/leftovers/{bucket.pk}/").content.decode()
    assert "Contents unknown." in html
    refused = signed_in.post(
        f"/mix/leftovers/{bucket.pk}/change/", {"use_g": "10", "target_pct": "5"}
    )
    assert refused.status_code == 400
    twice = signed_in.post(f"/mix/leftovers/{left.pk}/pool/", {"bucket": ""}, follow=True)
    assert "There is none left." in twice.content.decode()


def test_a_mix_of_a_known_bucket_has_its_colour(left, signed_in):
    signed_in.post(f"/mix/leftovers/{left.pk}/pool/", {"bucket": ""})
    bucket = Material.objects.get(kind="reclaim")
    made = signed_in.post(f"/mix/leftovers/{bucket.pk}/change/", {"use_g": "55", "target_pct": "5"})
    mix = Mix.objects.get(pk=made["Location"].strip("/").split("/")[-1])
    assert mix.batch.pct("Quay Blue") == pytest.approx(5)


def test_an_overshoot_in_a_mix_of_coloured_clay_can_be_kept(left, signed_in, weigh):
    signed_in.post(f"/mix/leftovers/{left.pk}/change/", {"use_g": "55", "target_pct": "15"})
    mix = Mix.objects.latest("pk")
    weigh(mix, 50)
    (_, powder) = parts_of(mix)
    assert powder.to_go_g == pytest.approx(50 / 1.1 * 0.05)
    assert weighing.rescue(parts_of(mix), powder, 3.0, 0.1).factor is None
    weigh(mix, 3.0)
    assert mix.batch.pct("Quay Blue") == pytest.approx(100 * (5 / 1.1 + 3) / (50 / 1.1))


def test_a_pinch_gives_the_clay_its_water(signed_in, clay):
    key = uuid.uuid4()
    posted = {"sum": "wet=50&dry=39&unit=g&scale_step=0.1", "of": clay.pk, "request_key": key}
    for _ in range(2):
        assert signed_in.post("/mix/water/keep/", posted).status_code == 302
    clay.refresh_from_db()
    assert clay.water_pct == pytest.approx(22)
    assert clay.water_u95 == pytest.approx(0.147, abs=1e-3)
    assert clay.water_measured_on
    assert WaterMeasurement.objects.count() == 1
    assert signed_in.post("/mix/water/keep/", {**posted, "sum": "wet=1"}).status_code == 400
    assert signed_in.post("/mix/water/keep/", {**posted, "of": "x"}).status_code == 404
    unchosen = signed_in.post("/mix/water/keep/", {**posted, "of": ""})
    assert unchosen.status_code == 400
    assert "Choose the clay" in words_of(unchosen)
    form = {"kind": "clay_body", "name": clay.name, "state": "plastic", "water_pct": "25"}
    signed_in.post(f"/shelf/{clay.pk}/", form)
    clay.refresh_from_db()
    assert clay.water_measured_on is None


def test_kilos_become_a_mix_to_weigh(signed_in, clay, blue):
    posted = {"sum": "clay=Ferry white&mass=6&unit=kg&water_pct=20&add=Quay Blue:10"}
    answered = signed_in.post("/mix/kilos/make/", posted)
    mix = Mix.objects.get()
    assert answered["Location"] == f"/mix/{mix.pk}/"
    assert mix.batch.mass_g == pytest.approx(6000)
    assert signed_in.post("/mix/kilos/make/", {"sum": "mass=x"}).status_code == 400


def test_what_is_weighed_in_a_bowl_counts_without_the_bowl(signed_in, make_mix, studio):
    signed_in.post("/shelf/containers/", {"name": "Bowl", "tare_g": "212,4"})
    assert Container.objects.get().tare_g == 212.4
    mix = make_mix()
    part = weighing.next_part(parts_of(mix))
    weighed = {"part": part.pk, "action": "enter", "container_g": "212.4"}
    refused = signed_in.post(f"/mix/{mix.pk}/weigh/", {**weighed, "grams": "200"})
    assert refused.status_code == 400
    signed_in.post(f"/mix/{mix.pk}/weigh/", {**weighed, "grams": "292.4"})
    assert parts_of(mix)[0].weighed_g == pytest.approx(80)
    again = signed_in.post("/shelf/containers/", {"name": "bowl", "tare_g": "1"})
    assert again.status_code == 400
    assert "A container with this name already exists. Choose" in again.content.decode()
    signed_in.post(f"/shelf/containers/{Container.objects.get().pk}/remove/")
    assert Container.objects.count() == 0


def test_the_bar_fills_while_one_pours(signed_in, make_mix, scale):
    mix = make_mix()
    scale.put(40)
    html = signed_in.get(f"/mix/{mix.pk}/glance/").content.decode()
    assert "40" in html
    bowl = signed_in.get(f"/mix/{mix.pk}/glance/", {"container_g": "10"}).content.decode()
    assert "30" in bowl


def test_no_scale_means_no_bar(signed_in, make_mix, settings):
    settings.SCALE_ADDRESS = ""
    assert signed_in.get(f"/mix/{make_mix().pk}/glance/").status_code == 204


def test_a_mix_that_came_out_otherwise_says_what_would_put_it_right(signed_in, make_mix, weigh):
    good = weigh(make_mix(), 80, 8)
    assert "not quite" not in signed_in.get(f"/mix/{good.pk}/").content.decode()
    off = weigh(make_mix("state=dry&mass=80&unit=g&add=Blue:10&add=Iron:2"), 80, 9, 1.6)
    html = signed_in.get(f"/mix/{off.pk}/").content.decode()
    link = re.search(r'href="(/mix/adjust/[^"]+)"', html)[1].replace("&amp;", "&")
    answer = signed_in.get(link, headers={"accept": "application/json"}).json()
    assert answer["add_clay_g"] == pytest.approx(10, abs=1e-3)
    iron = next(row for row in answer["additions"] if row["name"] == "Iron")
    assert iron["add_g"] == pytest.approx(0.2, abs=1e-3)
