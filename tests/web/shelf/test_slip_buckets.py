"""Slip that is there already: a material with its gravity, stocked by weight or by volume."""

import uuid

import pytest
from django.http import QueryDict

from claycore.materials import slip
from tests.pages import words_of
from umberpot.mixing.calculators.dose import DoseView
from umberpot.mixing.calculators.slip import SlipView
from umberpot.mixing.composition import parts_of
from umberpot.mixing.models import Mix
from umberpot.mixing.orders import Shelf
from umberpot.shelf.models import Material
from umberpot.shelf.services import grams_on_hand

NEW = {"kind": "slip", "name": "Dipping white", "specific_gravity": "1.36"}


@pytest.fixture
def bucket(signed_in, studio, clay):
    """2.5 L of slip at 1.36 of the white clay: 3.4 kg, 0.585 g dry in each mL, 43 % solids."""
    answer = signed_in.post("/shelf/new/", {**NEW, "on_hand_l": "2.5", "made_from": clay.pk})
    assert answer.status_code == 302, words_of(answer)
    return Material.objects.of(studio).get(name="Dipping white")


def test_a_volume_is_stocked_as_its_weight_and_its_water_follows(bucket, clay):
    assert (bucket.state, bucket.made_from) == ("slip", clay)
    assert grams_on_hand(bucket) == pytest.approx(3400)
    assert bucket.dry_share == pytest.approx(slip.solids_pct(1.36) / 100, abs=1e-6)
    assert bucket.dry_share == pytest.approx(0.585 / 1.36, abs=1e-3)


@pytest.mark.parametrize(
    ("change", "field", "said"),
    [
        ({"specific_gravity": ""}, "specific_gravity", "weight of one litre"),
        ({"specific_gravity": "1.0"}, "specific_gravity", ""),
        ({"specific_gravity": "2.6"}, "specific_gravity", ""),
        ({"specific_gravity": "2.1", "solid_density": "2"}, "specific_gravity", ""),
        ({"on_hand_l": "2", "on_hand_g": "900"}, "on_hand_l", "not both"),
        ({"on_hand_l": "-2"}, "on_hand_l", ""),
    ],
)
def test_slip_that_cannot_be_is_told_at_its_field(signed_in, studio, change, field, said):
    answer = signed_in.post("/shelf/new/", {**NEW, **change})
    assert answer.status_code == 400
    assert field in answer.context["form"].errors
    assert said in words_of(answer)
    assert not Material.objects.of(studio).exists()


def test_a_gravity_of_2_1_is_thick_and_possible(signed_in, studio):
    assert signed_in.post("/shelf/new/", {**NEW, "specific_gravity": "2.1"}).status_code == 302


def test_stained_it_gives_its_own_dry_clay_and_is_taken_off_the_bucket(
    signed_in, bucket, weigh, blue, clay
):
    """1.8 L at 1.36: 1053 g dry, 4 % is 42.1 g; the bag stays as it is."""
    bag_before = grams_on_hand(clay)
    page = signed_in.get("/mix/dose/?clay=Dipping+white&volume=1.8&volume_unit=l&add=Quay+Blue:4")
    solved = page.context["answer"]
    assert solved.dry_clay_g == pytest.approx(1800 * slip.dry_grams_per_ml(1.36), rel=1e-6)
    assert 'value="1.36"' in page.content.decode()
    signed_in.post(
        "/mix/make/",
        {"sum": page.context["form"].query_string(), "request_key": uuid.uuid4()},
    )
    mix = Mix.objects.latest("pk")
    weigh(mix, 1800 * 1.36, 42.1)
    assert grams_on_hand(bucket) == pytest.approx(3400 - 1800 * 1.36)
    assert grams_on_hand(clay) == bag_before
    assert mix.clay == clay, "what is fired of it tells of the clay it was made from"


def test_the_slip_tool_opens_with_its_gravity(studio, bucket, clay):
    query = "what=bucket&clay=Dipping+white&specific_gravity=1.36&amount=1&amount_unit=l&add=Blue:5"
    solved = SlipView.read(QueryDict(query))
    order = SlipView().order(Shelf(studio), solved)
    assert order.parts[0].material == bucket
    bagged = SlipView.read(QueryDict(query.replace("Dipping+white", "Ferry+white")))
    assert SlipView().order(Shelf(studio), bagged).parts[0].material is None


def test_thickened_with_dry_clay_it_takes_the_clay_it_was_made_from(studio, bucket, clay):
    query = "what=bucket&clay=Dipping+white&specific_gravity=1.36&amount=1&target_gravity=1.5"
    order = SlipView().order(Shelf(studio), SlipView.read(QueryDict(query)))
    assert [part.material for part in order.parts] == [bucket, clay]


def test_plain_slip_that_is_made_here_becomes_a_bucket(signed_in, studio, clay, weigh):
    query = "what=slake&clay=Ferry+white&dry_mass=600&target_gravity=1.4"
    signed_in.post("/mix/slip/make/", {"sum": query, "request_key": uuid.uuid4()})
    mix = Mix.objects.latest("pk")
    grams = [part.target_g for part in parts_of(mix)]
    weigh(mix, *grams)
    weight = mix.batch.mass_g
    solids = f"{100 * mix.batch.clay_g / weight:.6g}"
    left = {"state": "slip", "grams": f"{weight:.6g}", "solids_pct": solids}
    answer = signed_in.post(f"/mix/{mix.pk}/left/", left)
    kept = Material.objects.of(studio).get(kind="slip")
    assert answer.url == f"/shelf/{kept.pk}/"
    assert kept.specific_gravity == pytest.approx(1.4, abs=0.005)
    assert (kept.made_from, kept.is_clay) == (clay, True)
    assert grams_on_hand(kept) == pytest.approx(weight, rel=1e-3)
    assert DoseView.read(
        QueryDict(f"clay={kept.name}&state=slip&mass=100&unit=g&solids_pct=40&add=A:1")
    )


def test_it_stands_on_the_shelf_among_the_slips(signed_in, bucket):
    page = words_of(signed_in.get("/shelf/"))
    assert "Slips Dipping white Slip in a bucket · specific gravity 1.36, 43 % solids" in page
    assert "of Ferry white" in page


def test_thinned_its_water_follows_the_new_gravity(signed_in, bucket):
    signed_in.post(f"/shelf/{bucket.pk}/", {**NEW, "specific_gravity": "1.3", "on_hand_g": "3500"})
    bucket.refresh_from_db()
    assert bucket.dry_share == pytest.approx(slip.solids_pct(1.3) / 100, abs=1e-6)
    assert grams_on_hand(bucket) == pytest.approx(3500)
