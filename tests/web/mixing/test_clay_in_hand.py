"""Clay in the state it is in: what the shelf brings, what follows another state, what is kept."""

import json
import re
import uuid

import pytest

from tests.factories import MaterialFactory
from tests.pages import words_of
from umberpot.mixing.calculators.clay import ClayConditionForm
from umberpot.mixing.line_blends import LineOrder, make_line
from umberpot.mixing.models import Mix, MixPart
from umberpot.mixing.urls import urlpatterns
from umberpot.shelf.models import StockMovement
from umberpot.tiles.models import Tile

LIVE = {"hx-request": "true"}
JSON = {"accept": "application/json"}
NOT_OF_CLAY_IN_HAND = {
    "slip": "slip by what it is; it asks how it was measured",
    "dark": "compares what costs",
    "water": "finds the water that others ask for",
    "join": "two leftovers, each with a state of its own",
}


@pytest.fixture
def bag(studio):
    """A bag of plastic clay whose water was measured."""
    return MaterialFactory(
        studio=studio, name="Pier white", kind="clay_body", state="plastic", water_pct=20
    )


def fields_of(page):
    """What the page's form holds, by name."""
    inputs = dict(re.findall(r'<input[^>]*name="(\w+)"[^>]*value="([^"]*)"', page))
    chosen = re.search(r'name="state"[^>]*value="(\w+)"[^>]*checked', page)
    return {**inputs, "state": chosen.group(1) if chosen else ""}


def test_every_calculator_that_names_a_clay_asks_for_its_state_in_one_way():
    for pattern in urlpatterns:
        view = getattr(pattern.callback, "view_class", None)
        form = getattr(view, "form_class", None)
        if form and "clay" in form.base_fields and pattern.name not in NOT_OF_CLAY_IN_HAND:
            assert issubclass(form, ClayConditionForm), pattern.name


@pytest.mark.parametrize("tool", ["dose", "series", "grid", "campaign", "kilos"])
def test_a_clay_of_the_shelf_brings_its_state_and_its_water(signed_in, bag, tool):
    page = signed_in.get(f"/mix/{tool}/?clay=Pier+white&begin=yes").content.decode()
    found = fields_of(page)
    assert (found["state"], found["water_pct"]) == ("plastic", "20")


def test_of_a_mix_the_shelf_knows_the_clay_that_is_added_and_not_the_mix(signed_in, bag):
    page = signed_in.get("/mix/adjust/?clay=Pier+white&begin=yes").content.decode()
    found = fields_of(page)
    assert (found["state"], found["clay_water_pct"]) == ("plastic", "20")
    assert not found.get("water_pct")


def test_a_program_gets_what_it_asked_for(signed_in, bag):
    asked = {"pcts": "4", "tile_dry_g": "20", "clay": "Pier white"}
    found = signed_in.get("/mix/series/", asked, headers=JSON).json()
    assert found["plans"][0]["clay_as_weighed_g"] == found["plans"][0]["clay_g"]


def test_another_state_keeps_the_dry_clay(signed_in, bag):
    """90 g dry at the shelf's 20 % water are 112.5 g as they lie there."""
    asked = {"clay": "Pier white", "state": "plastic", "state_was": "dry", "mass": "90"}
    asked |= {"unit": "g", "water_pct": "", "add": "Quay Blue:4"}
    answer = signed_in.get("/mix/dose/", asked, headers=LIVE)
    switched = json.loads(answer["HX-Trigger"])["switched"]
    assert switched["fields"] == {
        **{"state_was": "plastic", "water_pct": "20", "water_u95": "", "mass": "112.5"},
    }
    assert switched["words"] == "90\u00a0g dry is 112.5\u00a0g plastic: the same dry clay."
    assert "3.6" in answer.content.decode()
    assert "state_was" not in answer["HX-Replace-Url"]


def test_without_a_measured_water_the_usual_is_filled_in(signed_in, client):
    asked = {"state": "plastic", "state_was": "dry", "mass": "78.5", "unit": "g"}
    fields = json.loads(signed_in.get("/mix/dose/", asked, headers=LIVE)["HX-Trigger"])["switched"][
        "fields"
    ]
    assert (fields["water_pct"], fields["mass"]) == ("21.5", "100")
    asked = {"state": "slip", "state_was": "dry", "mass": "45", "unit": "g"}
    fields = json.loads(signed_in.get("/mix/dose/", asked, headers=LIVE)["HX-Trigger"])["switched"][
        "fields"
    ]
    assert (fields["solids_pct"], fields["mass"]) == ("45", "100")


def test_the_state_that_was_shown_changes_nothing(signed_in):
    asked = {"state": "dry", "state_was": "dry", "mass": "90", "unit": "g"}
    assert "HX-Trigger" not in signed_in.get("/mix/dose/", asked, headers=LIVE)


def test_nothing_follows_an_amount_that_is_no_number(signed_in):
    asked = {"state": "plastic", "state_was": "dry", "mass": "ninety", "unit": "g"}
    switched = json.loads(signed_in.get("/mix/dose/", asked, headers=LIVE)["HX-Trigger"])[
        "switched"
    ]
    assert switched["words"] == ""
    assert "mass" not in switched["fields"]


def test_without_scripts_the_page_itself_follows(signed_in):
    asked = {"state": "dry", "state_was": "plastic", "water_pct": "20", "mass": "100", "unit": "g"}
    page = signed_in.get("/mix/dose/", {**asked, "add": "Quay Blue:4"}).content.decode()
    assert fields_of(page)["mass"] == "80"
    assert "100\u00a0g plastic is 80\u00a0g dry" in page


SERIES = "pcts=3,6,9&tile_g=30&tiles_each=2&clay=Pier+white&colourant=Quay+Blue"
RAMP = {"trial_name": "Pier blue", "mark": "100", "cone": "6", "glazed": "no"}


@pytest.fixture
def kept(signed_in, bag, blue):
    """The same series kept in a state, and its mixes in order."""

    def keep(state, strategy="start_high"):
        query = f"{SERIES}&state={state}&water_pct=20&solids_pct=45&strategy={strategy}"
        answer = signed_in.post(
            f"/mix/series/start/?{query}", {**RAMP, "request_key": uuid.uuid4()}
        )
        assert answer.status_code == 302
        return list(Mix.objects.filter(plan__isnull=False).order_by("plan_id", "plan_position"))[
            -3:
        ]

    return keep


def test_a_plan_is_weighed_as_the_clay_lies(kept, signed_in):
    first, second, _ = kept("plastic")
    clay = first.parts.get(role=MixPart.Role.CLAY)
    assert clay.planned_g * 0.8 == pytest.approx(first.dry_clay_g)
    assert first.clay_g == pytest.approx(clay.planned_g)
    for mix in (first, second):
        assert 100 * mix.batch.water_g / mix.batch.mass_g == pytest.approx(20)
        assert mix.said_pcts == mix.wanted_pcts
    page = signed_in.get(first.get_absolute_url()).content.decode()
    assert "Pier white, plastic" in " ".join(page.split())
    assert f"{first.dry_clay_g:.1f} g of it is dry" in page


@pytest.mark.parametrize("strategy", ["separate", "start_low", "start_middle", "start_high"])
@pytest.mark.parametrize("state", ["dry", "plastic", "slip"])
def test_in_every_state_the_same_strengths_and_tiles(kept, state, strategy):
    mixes = kept(state, strategy)
    assert {mix.state for mix in mixes} == {state}
    for mix in mixes:
        (pct,) = mix.batch.pcts.values()
        assert pct == pytest.approx(mix.wanted_pcts["Quay Blue"])
    assert Tile.objects.filter(mix__in=mixes).count() == 6


def test_what_is_booked_off_the_shelf_is_what_was_on_the_scale(kept, signed_in, bag):
    first, *_ = kept("plastic", "separate")
    clay = first.parts.get(role=MixPart.Role.CLAY)
    data = {"part": clay.pk, "grams": f"{clay.planned_g:.1f}", "source": "typed"}
    signed_in.post(
        f"/mix/{first.pk}/weigh/", {**data, "action": "enter", "request_key": uuid.uuid4()}
    )
    booked = StockMovement.objects.filter(material=bag).latest("pk")
    assert booked.grams == pytest.approx(-float(data["grams"]))


def test_the_largest_tiles_a_bag_allows(client):
    """3, 6 and 9 %, two each, of 7.5 g: at most 21.16 g dry, 26.45 g plastic at 20 % water."""
    asked = {"pcts": "3,6,9", "tiles_each": "2", "powder_g": "7.5", "largest": "1"}
    dry = client.get("/mix/series/", asked, headers=JSON).json()
    assert dry["tile_dry_g"] == pytest.approx(21.16)
    plastic = client.get(
        "/mix/series/", {**asked, "state": "plastic", "water_pct": "20"}, headers=JSON
    ).json()
    assert plastic["tile_dry_g"] / 0.8 == pytest.approx(26.45)
    assert plastic["plans"][plastic["recommended"]]["feasible"]
    found = client.get("/mix/series/", {**asked, "tile_dry_g": "24", "largest": "0"}, headers=JSON)
    assert not any(plan["feasible"] for plan in found.json()["plans"])


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"largest": "1"}, "powder_g"),
        ({"largest": "1", "powder_g": "0"}, "powder_g"),
        ({"tile_g": "30", "tile_dry_g": "24"}, "tile_g"),
        ({}, "tile_dry_g"),
        ({"tile_g": "30", "state": "plastic"}, "water_pct"),
        ({"tile_g": "30", "state": "slip", "specific_gravity": "1"}, "specific_gravity"),
        ({"tile_g": "30", "state": "plastic", "water_pct": "100"}, "water_pct"),
    ],
)
def test_what_a_series_cannot_be_is_told_at_its_field(client, change, field):
    answer = client.get("/mix/series/", {"pcts": "4", **change}, headers=JSON)
    assert answer.status_code == 400
    assert [error["field"] for error in answer.json()["errors"]] == [field]


def test_too_little_powder_for_any_mix_is_told_and_breaks_nothing(client):
    asked = {"pcts": "4", "tile_g": "30", "powder_g": "0.001", "smallest_batch_g": "200"}
    page = client.get("/mix/series/", asked).content.decode()
    assert "Even the smallest mixes take 7.69 g of colourant." in page


def test_a_link_that_knows_the_dry_clay_opens_in_the_shelfs_state(signed_in, bag):
    """As Find a colour opens the dose of a test tile: 90 g dry, of a bag at 20 % water."""
    asked = {"clay": "Pier white", "state_was": "dry", "mass": "90", "unit": "g"}
    page = signed_in.get("/mix/dose/", {**asked, "add": "Quay Blue:4"}).content.decode()
    found = fields_of(page)
    assert (found["state"], found["water_pct"], found["mass"]) == ("plastic", "20", "112.5")
    assert "3.6" in page
    elsewhere = signed_in.get("/mix/dose/", {**asked, "clay": "any", "add": "Quay Blue:4"})
    found = fields_of(elsewhere.content.decode())
    assert (found["state"], found["mass"]) == ("dry", "90")


def test_of_the_wet_clay_is_a_convention_of_its_own(client):
    asked = {"state": "plastic", "mass": "310", "unit": "g", "water_pct": "20"}
    asked |= {"add": "Quay Blue:4.5", "convention": "on_wet_clay"}
    found = client.get("/mix/dose/", asked, headers=JSON).json()
    assert found["additions"][0]["mass_g"] == pytest.approx(13.95)
    assert found["additions"][0]["pct_on_dry_clay"] == pytest.approx(5.625)
    page = client.get("/mix/dose/", asked).content.decode()
    assert "310 g as weighed × 4.5 ÷ 100 = 13.95 g" in page
    assert "4.5 % of the wet clay is 5.62 % on dry clay" in page
    kilos = client.get(
        "/mix/kilos/",
        {"mass": "310", "unit": "g", "water_pct": "20", "add": "Quay Blue:4.5"}
        | {"convention": "on_wet_clay"},
        headers=JSON,
    ).json()
    assert kilos["additions"][0]["pct_on_dry_clay"] == pytest.approx(5.625)


WRONG = {"state": "plastic", "mass": "4.2", "unit": "kg", "water_pct": "21", "pct": "6.5"}


def test_a_wrong_batch_is_led_to_its_way_out(client):
    found = client.get("/mix/check-sum/", {**WRONG, "answer": "273"}, headers=JSON).json()
    assert [way["way"] for way in found["ways_out"]] == ["add_clay", "keep", "blend"]
    assert found["ways_out"][0]["add_g"] == pytest.approx(1116.5, abs=0.6)
    page = client.get("/mix/check-sum/", {**WRONG, "answer": "273"}).content.decode()
    link = re.search(r'href="(/mix/adjust/[?][^"]*)"', page).group(1).replace("&amp;", "&")
    change = client.get(link, headers=JSON).json()
    assert change["add_clay_as_it_is_g"] == pytest.approx(1116.5, rel=0.005)
    assert change["add_clay_g"] == pytest.approx(882, rel=0.005)


def test_a_batch_that_is_too_weak_takes_colourant(client):
    found = client.get("/mix/check-sum/", {**WRONG, "answer": "180"}, headers=JSON).json()
    assert found["ways_out"][0]["way"] == "add_colourant"
    assert found["ways_out"][0]["add_g"] == pytest.approx(215.67 - 180)


@pytest.mark.parametrize(
    ("answer", "correct"), [("216", True), ("215.7", True), ("215.1", True), ("200", False)]
)
def test_an_answer_is_right_to_its_last_typed_place(client, answer, correct):
    found = client.get("/mix/check-sum/", {**WRONG, "answer": answer}, headers=JSON).json()
    assert found["correct"] is correct
    change = {"state": "dry", "mass": "41", "unit": "g", "now_pct": "12", "target_pct": "8"}
    found = client.get("/mix/check-sum/", {**change, "answer_total": "59"}, headers=JSON).json()
    assert found["correct"]
    assert found["ways_out"] == []


def test_added_clay_is_as_wet_as_its_bag(client):
    """1000 g dry of a mix at 18.9 % water, brought to half: the clay of the bag has 20 %."""
    asked = {"state": "plastic", "mass": "1060", "unit": "g", "water_pct": "18.9"}
    asked |= {"now_pct": "6", "target_pct": "3"}
    as_mix = client.get("/mix/adjust/", asked, headers=JSON).json()
    of_bag = client.get("/mix/adjust/", {**asked, "clay_water_pct": "20"}, headers=JSON).json()
    assert of_bag["add_clay_g"] == as_mix["add_clay_g"]
    assert as_mix["add_clay_as_it_is_g"] == pytest.approx(as_mix["add_clay_g"] / 0.811)
    assert of_bag["add_clay_as_it_is_g"] == pytest.approx(of_bag["add_clay_g"] / 0.8)


SLAKE = {"what": "slake", "dry_mass": "350", "dry_unit": "g", "target_gravity": "1.38"}


def test_dry_clay_is_slaked_and_never_called_slip_already(client):
    """350 g with 8 % of a stain of 4.5 g/cm³ to 1.38: 484 g of water."""
    asked = {**SLAKE, "add": "Rope Green:8"}
    found = client.get("/mix/slip/", asked, headers=JSON).json()
    assert found["additions"][0]["mass_g"] == pytest.approx(28)
    water_g = (378 - 1.38 * (350 / 2.6 + 28 / 4.5)) / 0.38
    assert found["add_water_g"] == pytest.approx(water_g)
    page = client.get("/mix/slip/", asked).content.decode()
    assert "Worked out with 2.68\u00a0g/cm³ for the dry matter: clay 2.6, Rope Green 4.5." in page
    assert "clay onto water" in page
    assert "plaster" not in page.split('id="answer"')[1].split("Caution")[0]


def test_a_known_gravity_needs_no_jug(client):
    jug = {"what": "bucket", "amount": "1.8", "amount_unit": "l"}
    found = client.get("/mix/slip/", {**jug, "specific_gravity": "1.42"}, headers=JSON).json()
    assert found["dry_clay_g"] == pytest.approx(1228.5)
    refused = client.get("/mix/slip/", jug, headers=JSON)
    assert [e["field"] for e in refused.json()["errors"]] == ["sample_volume", "sample_mass"]
    for bad in ("1", "2.6", "x"):
        refused = client.get("/mix/slip/", {**jug, "specific_gravity": bad}, headers=JSON)
        assert refused.status_code == 400


def test_combined_clay_that_is_too_wet_is_told_what_has_to_go(client):
    asked = {"a_mass": "2400", "a_unit": "g", "a_water_pct": "50"}
    asked |= {"b_mass": "900", "b_unit": "g", "b_water_pct": "20", "b": "Rope Green:5"}
    found = client.get("/mix/join/", asked, headers=JSON).json()
    assert [one["code"] for one in found["warnings"]] == ["too_wet"]
    page = client.get("/mix/join/", asked).content.decode()
    assert "has to go to reach 22 %" in page
    link = re.search(r'href="(/mix/adjust/[?][^"]*)"', page).group(1).replace("&amp;", "&")
    assert fields_of(client.get(link).content.decode())["name"] == "Rope Green"


@pytest.mark.parametrize(
    ("tool", "state"), [("dose", "dry"), ("series", "plastic"), ("grid", "slip"), ("adjust", "dry")]
)
def test_an_empty_page_says_which_state_it_shows(client, tool, state):
    """What is typed there is of that state, and nothing follows until another is chosen."""
    page = client.get(f"/mix/{tool}/").content.decode()
    assert fields_of(page)["state_was"] == state
    assert fields_of(page)["state"] == state


def test_an_amount_typed_after_the_state_was_chosen_is_of_that_state(signed_in):
    asked = {"state": "plastic", "state_was": "dry", "water_pct": "22", "unit": "g"}
    asked |= {"mass": "3000", "amount_was": ""}
    answer = signed_in.get("/mix/dose/", {**asked, "add": "Quay Blue:4"}, headers=LIVE)
    switched = json.loads(answer["HX-Trigger"])["switched"]
    assert switched["fields"] == {"state_was": "plastic"}
    assert "93.6" in answer.content.decode(), "4 % of 2340 g"


def test_the_shelfs_water_comes_where_nobody_typed_any(signed_in, bag):
    asked = {"clay": "Pier white", "state": "plastic", "state_was": "plastic", "mass": "100"}
    asked |= {"unit": "g", "water_pct": "", "add": "Quay Blue:4"}
    answer = signed_in.get("/mix/dose/", asked, headers=LIVE)
    assert json.loads(answer["HX-Trigger"])["switched"]["fields"]["water_pct"] == "20"
    assert "3.2" in answer.content.decode()
    typed = signed_in.get("/mix/dose/", {**asked, "water_pct": "25"}, headers=LIVE)
    assert "HX-Trigger" not in typed
    dry = signed_in.get("/mix/dose/", {**asked, "state": "dry", "state_was": "dry"}, headers=LIVE)
    assert "HX-Trigger" not in dry


def test_a_clay_that_nobody_knows_leaves_the_state_that_the_page_shows(signed_in):
    """What is chosen next is another than that, so that the amount follows."""
    page = signed_in.get("/mix/dose/?clay=Nobody&mass=90&unit=g&begin=yes").content.decode()
    assert fields_of(page)["state_was"] == fields_of(page)["state"] == "dry"


KILOS = "mass=5&unit=kg&add=Quay+Blue:4"


@pytest.mark.parametrize(
    ("clay", "clay_g", "add_g", "lose_g"),
    [
        ("state=plastic&water_pct=22", 4807.7, 42.3, 0),
        ("state=dry&finished_water_pct=22", 3750, 1100, 0),
        ("state=slip&solids_pct=45&finished_water_pct=22", 8333.3, 0, 3483.3),
    ],
)
def test_kilos_of_whatever_state_the_clay_is_in(client, clay, clay_g, add_g, lose_g):
    """By hand: 5 kg at 22 % is 3900 g dry; at 4 % 3750 g of clay and 150 g of stain, 1100 g water.

    Plastic, 3750 ÷ 0.78 = 4807.7 g brings 1057.7 g; slip at 45 %, 8333.3 g brings 4583.3 g.
    """
    found = client.get(f"/mix/kilos/?{KILOS}&{clay}", headers=JSON).json()
    assert found["dry_clay_g"] == pytest.approx(3750)
    assert found["additions"][0]["mass_g"] == pytest.approx(150)
    assert found["clay_g"] == pytest.approx(clay_g, abs=0.1)
    assert found["water_to_add_g"] == pytest.approx(add_g, abs=0.1)
    assert found["water_to_lose_g"] == pytest.approx(lose_g, abs=0.1)
    assert found["total_g"] == 5000


def test_kilos_of_dry_clay_ask_how_wet_they_are_to_be(client):
    got = client.get(f"/mix/kilos/?{KILOS}&state=dry", headers=JSON)
    assert [error["field"] for error in got.json()["errors"]] == ["finished_water_pct"]


def test_a_blend_says_how_each_of_its_clays_lies(signed_in, studio, bag):
    """A plastic clay with a dry one: each is weighed as it is, and the page says so."""
    dry = MaterialFactory(studio=studio, name="Bank, dried", kind="dug_clay", state="dry")
    order = LineOrder(bag, dry, (25.0,), 200.0, uuid.uuid4())
    ((_, mix),) = make_line(order, studio.memberships.get().user)
    assert [part.name_as_it_lies for part in mix.parts.all()] == [
        "Pier white, plastic",
        "Bank, dried, dry",
    ]
    assert [part.target_g for part in mix.parts.all()] == pytest.approx([150 / 0.8, 50])


SMALL_BAG = "state=plastic&water_pct=20&mass=400&unit=g&add=Harbour+Plum:6"


def test_a_dose_works_back_from_the_colourant_on_hand(client):
    """By hand: 12.6 g at 6 % is 210 g dry, 262.5 g at 20 % water; 400 g wants 19.2 g."""
    page = words_of(client.get(f"/mix/dose/?{SMALL_BAG}&powder_g=12.6"))
    assert "12.6 g of Harbour Plum is enough for 262.5 g plastic clay (210.0 g dry)" in page
    assert "less than there is here" in page
    enough = words_of(client.get(f"/mix/dose/?{SMALL_BAG}&powder_g=30"))
    assert "is enough for 625.0 g plastic clay" in enough
    assert "less than there is here" not in enough


@pytest.mark.parametrize(
    "url",
    [
        f"/mix/dose/?{SMALL_BAG}&powder_g=14.1",
        "/mix/series/?pcts=3,6&tile_dry_g=20&powder_g=14.1",
    ],
)
def test_a_bag_weighed_with_its_bag_is_subtracted(client, url):
    heavy = client.get(f"{url}&bag_g=15", headers=JSON)
    assert [error["field"] for error in heavy.json()["errors"]] == ["bag_g"]
    page = words_of(client.get(f"{url}&bag_g=1.5"))
    assert "12.6 g of" in page


def test_the_largest_tiles_are_those_of_the_shelf_where_nobody_says(signed_in, blue):
    url = "/mix/series/?pcts=3,6&largest=1&colourant=Quay+Blue"
    page = signed_in.get(url)
    assert fields_of(page.content.decode())["powder_g"] == "100"
    assert "Recommended" in words_of(page)
    typed = signed_in.get(f"{url}&powder_g=8")
    assert fields_of(typed.content.decode())["powder_g"] == "8"
    program = signed_in.get(url, headers=JSON)
    assert [error["field"] for error in program.json()["errors"]] == ["powder_g"]
