"""Slip becomes stock: coats take it out of a bucket, and what comes back from a tray goes in again.

By hand: 300 g in the bucket, 120 taken, 45 put back: 225 in it, 75 used. 226 are too many.
"""

import uuid

import pytest

from tests.factories import MaterialFactory
from tests.pages import words_of
from umberpot.mixing.leftovers.services import keep_leftover
from umberpot.shelf.models import Material
from umberpot.shelf.services import count_stock, grams_on_hand
from umberpot.surface.models import SlipUse, SurfacePlan

PLAN = {
    **{"name": "Gull tiles", "shape": "tile", "width": "110", "length": "110", "thickness": "8"},
    **{"pieces": "6", "technique": "coats", "cone": "6"},
}
COAT = {
    **{"application": "brush", "coats": "2", "thickness_mm": "0.3", "specific_gravity": "1.5"},
    "onto": "leather_hard",
}


@pytest.fixture
def plan(signed_in, clay):
    signed_in.post("/surface/plans/new/", {**PLAN, "body": clay.pk, "request_key": uuid.uuid4()})
    return SurfacePlan.objects.get()


def bucket_of(user, made, grams=300.0):
    return keep_leftover(made, grams, "slip", 50.0, user)


@pytest.fixture
def weighed(make_mix, weigh):
    return weigh(make_mix(), 80, 8)


@pytest.fixture
def coat(signed_in, plan, weighed):
    signed_in.post(plan.get_absolute_url(), {**COAT, "slip": f"mix-{weighed.pk}"})
    return plan.coats.get()


def use(client, coat, grams, way="take", key=None):
    sent = {"grams": grams, "way": way, "request_key": key or uuid.uuid4()}
    return client.post(f"/surface/coats/{coat.pk}/slip/", sent)


def page_of(client, plan):
    return words_of(client.get(plan.get_absolute_url()))


def test_what_is_taken_and_put_back_is_stock(signed_in, user, plan, coat, weighed):
    slip = bucket_of(user, weighed)
    page = page_of(signed_in, plan)
    assert f"{slip.supplier_code} 300 g in the bucket" in page
    assert "Put back" not in page
    assert use(signed_in, coat, "120").status_code == 302
    assert "Taken for this plan: 120 g" in page_of(signed_in, plan)
    assert use(signed_in, coat, "45", "back").status_code == 302
    assert grams_on_hand(slip) == pytest.approx(225)
    page = page_of(signed_in, plan)
    assert "Taken for this plan: 75 g" in page
    assert "225 g in the bucket" in page
    told = words_of(signed_in.get(f"/shelf/{slip.pk}/"))
    assert told.count("to or from a surface") == 2


@pytest.mark.parametrize(
    ("grams", "way", "said"),
    [
        ("226", "take", "Only 225 g are in the bucket."),
        ("76", "back", "Only 75 g were taken for this plan."),
        ("", "take", "Fill in this field."),
        ("0", "take", ""),
        ("-5", "back", ""),
        ("a lot", "take", ""),
    ],
)
def test_what_cannot_be_is_told_at_the_coat_and_keeps_what_was_typed(
    signed_in, user, plan, coat, weighed, grams, way, said
):
    slip = bucket_of(user, weighed)
    use(signed_in, coat, "120")
    use(signed_in, coat, "45", "back")
    answer = use(signed_in, coat, grams, way)
    assert answer.status_code == 400
    (row,) = answer.context["all"].rows
    assert row.use_form.errors["grams"]
    assert row.use_form["grams"].value() == grams
    assert said in words_of(answer)
    assert grams_on_hand(slip) == pytest.approx(225)


def test_two_presses_take_once(signed_in, user, plan, coat, weighed):
    slip, key = bucket_of(user, weighed), uuid.uuid4()
    for _ in range(2):
        assert use(signed_in, coat, "120", key=key).status_code == 302
    assert grams_on_hand(slip) == pytest.approx(180)
    assert SlipUse.objects.count() == 1


def test_slip_of_the_same_recipe_is_found_whichever_mix_it_was_made_as(
    signed_in, user, plan, coat, make_mix, weigh
):
    """The coat names the mix of its tile; the slip was weighed out later, as a mix of its own."""
    slip = bucket_of(user, weigh(make_mix(), 160, 16))
    assert slip.supplier_code in page_of(signed_in, plan)


def test_slip_of_another_strength_is_not(signed_in, user, plan, coat, make_mix, weigh):
    weaker = weigh(make_mix("clay=Ferry white&state=dry&mass=80&unit=g&add=Quay Blue:3"), 80, 2.4)
    slip = bucket_of(user, weaker)
    assert slip.supplier_code not in page_of(signed_in, plan)
    assert use(signed_in, coat, "10").status_code == 404


def test_plain_slip_of_the_coats_clay_is_taken_from(signed_in, user, plan, clay, studio):
    bucket = MaterialFactory(
        studio=studio,
        kind="slip",
        name="White pail",
        state="slip",
        water_pct=55.0,
        specific_gravity=1.4,
        made_from=clay,
    )
    count_stock(bucket, 900, user)
    signed_in.post(plan.get_absolute_url(), {**COAT, "slip": f"clay-{clay.pk}"})
    assert use(signed_in, plan.coats.get(), "250").status_code == 302
    assert grams_on_hand(bucket) == pytest.approx(650)


def test_an_empty_bucket_is_not_offered_but_takes_back(signed_in, user, plan, coat, weighed):
    slip = bucket_of(user, weighed, 100)
    use(signed_in, coat, "100")
    assert grams_on_hand(slip) == pytest.approx(0)
    assert "Taken for this plan: 100 g" in page_of(signed_in, plan)
    use(signed_in, coat, "100", "back")
    assert grams_on_hand(slip) == pytest.approx(100)
    count_stock(slip, 0, user)
    assert "From the bucket" not in page_of(signed_in, plan)


def test_another_studio_takes_nothing(stranger, user, plan, coat, weighed):
    slip = bucket_of(user, weighed)
    assert use(stranger, coat, "10").status_code == 404
    assert grams_on_hand(slip) == pytest.approx(300)


def test_a_weighed_slip_is_offered_to_be_stored_whole(signed_in, user, clay, make_mix, weigh):
    mix = weigh(make_mix(), 80, 8)
    type(mix).objects.update(state="slip")
    page = signed_in.get(f"/mix/{mix.pk}/")
    assert "Slip bucket" in words_of(page)
    kept = bucket_of(user, mix)
    told = words_of(signed_in.get(kept.get_absolute_url()))
    assert "specific gravity 1.4" in told
    assert "made " in told
    assert Material.objects.get(pk=kept.pk).gravity == pytest.approx(1.444, abs=0.002)
