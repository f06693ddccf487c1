"""What a studio prefers: how far it wedges, and the units it measures in."""

import pytest

from tests.pages import words_of

KILO_AND_A_HALF = "/mix/dose/?state=plastic&water_pct=21&mass=1500&unit=g&add=Blue:3"


def test_a_studio_says_how_far_it_wedges(signed_in, studio):
    assert "Blend the colourant into slip." in words_of(signed_in.get(KILO_AND_A_HALF))
    studio.wedge_up_to_g = 2000
    studio.save()
    assert "Wedge in the colourant." in words_of(signed_in.get(KILO_AND_A_HALF))


def test_signed_out_the_usual_stands(client):
    assert "over 1.2 kg" in words_of(client.get(KILO_AND_A_HALF))


def unit_chosen(page, name):
    return page.context["form"][name].value()


@pytest.mark.parametrize(
    ("system", "mass", "kilos", "length"),
    [("metric", "g", "kg", "mm"), ("us", "oz", "lb", "in"), ("imperial", "oz", "lb", "in")],
)
def test_a_studios_units_come_first(signed_in, studio, system, mass, kilos, length):
    studio.unit_system = system
    studio.save()
    assert unit_chosen(signed_in.get("/mix/dose/"), "unit") == mass
    assert unit_chosen(signed_in.get("/mix/kilos/"), "unit") == kilos
    assert unit_chosen(signed_in.get("/results/shrinkage/"), "unit") == length


def test_a_link_keeps_the_unit_it_names(signed_in, studio):
    studio.unit_system = "us"
    studio.save()
    assert unit_chosen(signed_in.get(KILO_AND_A_HALF), "unit") == "g"


def test_preferences_keep_them_and_refuse_what_cannot_be(signed_in, studio):
    form = signed_in.get("/preferences/").context["form"]
    now = {name: form[name].value() for name in form.fields}
    assert signed_in.post("/preferences/", {**now, "wedge_up_to_g": "4 lb"}).status_code == 302
    studio.refresh_from_db()
    assert studio.wedge_up_to_g == pytest.approx(1814.37, abs=0.01)
    for wrong in ({"wedge_up_to_g": "0"}, {"unit_system": "cubits"}):
        assert signed_in.post("/preferences/", {**now, **wrong}).status_code == 400
