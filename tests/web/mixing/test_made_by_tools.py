"""What Change strength, Slip and Combine worked out becomes a mix to weigh, with its history."""

import uuid

import pytest

from tests.pages import words_of
from umberpot.kiln.models import LoadedPiece
from umberpot.mixing.composition import parts_of
from umberpot.mixing.leftovers.services import keep_leftover, on_shelf
from umberpot.mixing.models import Mix
from umberpot.tiles.models import Tile

# Check values: arithmetic on dry clay; slip by Brongniart's formula with 2.6 for the solid.


def make(client, tool, query):
    got = client.post(f"/mix/{tool}/make/", {"sum": query, "request_key": uuid.uuid4()})
    assert got.status_code == 302, words_of(got)
    return Mix.objects.get(pk=int(got["Location"].strip("/").split("/")[-1]))


def rows(mix):
    return [(part.role, part.name, round(part.target_g, 2)) for part in parts_of(mix)]


def test_a_stronger_mix_begins_with_the_weaker(signed_in, clay, blue):
    query = "clay=Ferry white&state=dry&mass=103&unit=g&name=Quay Blue&now_pct=3&target_pct=7"
    mix = make(signed_in, "adjust", query)
    assert rows(mix) == [
        ("mix", "3 % Quay Blue in Ferry white", 103),
        ("colourant", "Quay Blue", 4),
    ]
    assert mix.batch.pct("Quay Blue") == pytest.approx(7)
    assert parts_of(mix)[1].material == blue
    paler = make(signed_in, "adjust", query.replace("target_pct=7", "target_pct=2"))
    assert rows(paler)[1] == ("clay", "Ferry white", 50)
    assert parts_of(paler)[1].material == clay


def test_a_kept_mix_is_what_the_stronger_one_is_made_of(signed_in, make_mix, weigh):
    first = weigh(make_mix(), 80, 8)
    query = f"state=dry&mass=44&unit=g&name=Quay Blue&now_pct=10&target_pct=15&of_mix={first.pk}"
    mix = make(signed_in, "adjust", query)
    assert parts_of(mix)[0].source == first
    assert "Made from" in words_of(signed_in.get(f"/mix/{weigh(mix, 44, 2).pk}/"))
    typed_otherwise = make(signed_in, "adjust", query.replace("now_pct=10", "now_pct=9"))
    assert parts_of(typed_otherwise)[0].source is None
    assert typed_otherwise.batch.pct("Quay Blue") == pytest.approx(15)


def test_another_studios_mix_is_no_beginning(stranger, make_mix, weigh):
    first = weigh(make_mix(), 80, 8)
    query = f"state=dry&mass=44&unit=g&name=Blue&now_pct=10&target_pct=15&of_mix={first.pk}"
    assert parts_of(make(stranger, "adjust", query))[0].source is None


def test_nothing_to_make_is_said_at_the_field(signed_in):
    same = "state=dry&mass=100&unit=g&name=Blue&now_pct=5&target_pct=5"
    refused = signed_in.post("/mix/adjust/make/", {"sum": same})
    assert refused.status_code == 400
    assert "already has this strength" in words_of(refused)
    slip = "sample_volume=1&sample_volume_unit=l&sample_mass=1750&amount=4&amount_unit=l"
    refused = signed_in.post("/mix/slip/make/", {"sum": slip})
    assert "Enter a colourant or another specific gravity" in words_of(refused)
    assert signed_in.post("/mix/water/make/", {"sum": "wet=5"}).status_code == 404


BUCKET = (
    "clay=Ferry white&sample_volume=1&sample_volume_unit=l&sample_mass=1750&vessel_mass=0"
    "&amount=4000&amount_unit=g&add=Quay Blue:3"
)


def test_slip_is_thinned_and_coloured_as_one_mix(signed_in, clay, blue):
    """4000 g at 1.75 are 2785.7 g dry. With 83.57 g of stain of 4.5 g/cm³ in it, all at 1.6:

    dry + W = 1.6 × (clay ÷ 2.6 + stain ÷ 4.5 + W).
    """
    mix = make(signed_in, "slip", f"{BUCKET}&target_gravity=1.6")
    assert mix.state == "slip"
    dry_ml = 2785.714 / 2.6 + 83.571 / 4.5
    water_g = (2785.714 + 83.571 - 1.6 * dry_ml) / 0.6 - 1214.286
    assert rows(mix) == [
        ("clay", "Ferry white", 4000),
        ("water", "water", pytest.approx(water_g, abs=0.01)),
        ("colourant", "Quay Blue", 83.57),
    ]
    assert mix.batch.pct("Quay Blue") == pytest.approx(3)


def test_thickened_slip_is_coloured_on_all_the_clay_in_it(signed_in, clay, blue):
    query = f"{BUCKET.replace('sample_mass=1750', 'sample_mass=1500')}&target_gravity=1.7"
    mix = make(signed_in, "slip", query)
    assert [role for role, _, _ in rows(mix)] == ["clay", "clay", "colourant"]
    assert mix.batch.pct("Quay Blue") == pytest.approx(3)


def test_dry_clay_is_slaked_into_coloured_slip(signed_in, clay, blue):
    query = (
        "what=slake&clay=Ferry white&dry_mass=1000&dry_unit=g&target_gravity=1.75&add=Quay Blue:3"
    )
    mix = make(signed_in, "slip", query)
    assert (mix.state, round(mix.batch.water_g, 1)) == ("slip", 460.3)
    assert rows(mix)[0] == ("clay", "Ferry white", 1000)
    assert mix.batch.pct("Quay Blue") == pytest.approx(3)


def test_plastic_clay_is_softened_into_coloured_slip(signed_in, clay, blue):
    """1000 g of 20 % water hold 800 g dry: 0.8 × 460.3 g of water, of which 200 are in the clay."""
    query = (
        "what=plastic&clay=Ferry white&plastic_mass=1&plastic_unit=kg&water_pct=20"
        "&target_gravity=1.75&add=Quay Blue:3"
    )
    mix = make(signed_in, "slip", query)
    assert (mix.state, round(mix.batch.water_g, 1)) == ("slip", 368.3)
    assert [row[2] for row in rows(mix)] == pytest.approx([1000, 168.3, 24], abs=0.05)
    assert mix.batch.pct("Quay Blue") == pytest.approx(3)


@pytest.mark.parametrize("without", ["plastic_mass", "water_pct", "target_gravity"])
def test_plastic_clay_needs_its_weight_its_water_and_a_gravity(signed_in, without):
    asked = {"what": "plastic", "plastic_mass": 900, "water_pct": 22, "target_gravity": 1.5}
    answer = signed_in.get("/mix/slip/", {**asked, without: ""})
    assert list(answer.context["form"].errors) == [without]


def test_two_typed_clays_are_combined_as_they_are(signed_in):
    query = "a_mass=110&a_unit=g&a=Blue:10&b_mass=100&b_unit=g&b_water_pct=20"
    mix = make(signed_in, "join", query)
    assert [role for role, _, _ in rows(mix)] == ["mix", "clay"]
    assert mix.batch.pct("Blue") == pytest.approx(100 * 10 / 180)
    assert mix.state == "plastic"


def test_a_bucket_of_slip_is_stored_and_raised_from_3_to_6_percent(
    signed_in, user, clay, blue, weigh
):
    mix = weigh(make(signed_in, "slip", BUCKET), 4000, 83.57)
    page = words_of(signed_in.get(f"/mix/{mix.pk}/"))
    assert "Solids" in page
    got = signed_in.post(
        f"/mix/{mix.pk}/left/", {"grams": "2000", "state": "slip", "solids_pct": "70"}
    )
    mix.refresh_from_db()
    left = mix.leftover
    assert got["Location"] == f"/mix/leftovers/{left.pk}/"
    assert (left.state, left.water_pct) == ("slip", 30)
    change = {"use_g": "2000", "target_pct": "6", "request_key": uuid.uuid4()}
    signed_in.post(f"/mix/leftovers/{left.pk}/change/", change)
    stronger = Mix.objects.first()
    assert parts_of(stronger)[0].source == mix
    dry_clay_g = 2000 * 0.7 / 1.03
    assert rows(stronger)[1] == (
        "colourant",
        "Quay Blue",
        pytest.approx(0.03 * dry_clay_g, abs=0.01),
    )
    assert stronger.state == "slip"


def test_a_leftover_of_slip_asks_for_its_solids(signed_in, make_mix, weigh, user):
    mix = weigh(make_mix(), 80, 8)
    refused = signed_in.post(f"/mix/{mix.pk}/left/", {"grams": "20", "state": "slip"})
    assert refused.status_code == 400
    assert "Enter the solids" in words_of(refused)
    assert on_shelf(keep_leftover(mix, 20, "slip", 30, user)).batch.dry_g == pytest.approx(14)


LAYERS = "pieces=7&piece=350&layer=blue:18&colour_price=9.5&plain_price=1.4"


def test_a_calculation_is_saved_by_name_and_found_again(signed_in, studio, stranger):
    form = {"sum": LAYERS, "name": " Border  tiles ", "request_key": uuid.uuid4()}
    for _ in range(2):
        opened = signed_in.post("/mix/layers/save/", form, follow=True)
    assert "Border tiles saved" in words_of(opened)
    assert "7 × 350 g × 18 ÷ 100" in words_of(opened)
    assert "1.00 € per piece" in words_of(opened)  # 63 g × 9.50 + 287 g × 1.40, per kg
    listed = signed_in.get("/mix/").context["saved"]
    assert [saved.name for saved in listed] == ["Border tiles"]
    saved = listed[0]
    assert stranger.post(f"/mix/saved/{saved.pk}/set-aside/", {"aside": "yes"}).status_code == 404
    signed_in.post(f"/mix/saved/{saved.pk}/set-aside/", {"aside": "yes"})
    assert not signed_in.get("/mix/").context["saved"]


@pytest.mark.parametrize(
    ("tool", "sum_", "name", "status"),
    [
        ("layers", LAYERS, "", 400),
        ("layers", "pieces=x", "Floor", 400),
        ("dose", "state=dry", "Floor", 404),
    ],
)
def test_what_cannot_be_saved(signed_in, tool, sum_, name, status):
    refused = signed_in.post(f"/mix/{tool}/save/", {"sum": sum_, "name": name})
    assert refused.status_code == status


def test_a_mix_set_aside_takes_its_tiles_off_the_bench_and_the_kiln(signed_in, world):
    tile = Tile.objects.get(code=world["tiles:record"])
    Tile.objects.filter(pk=tile.pk).update(step="fire")
    LoadedPiece.objects.all().delete()
    shown = [tile.code in words_of(signed_in.get(page)) for page in ("/", "/kiln/")]
    assert shown == [True, True]
    signed_in.post(f"/mix/{tile.mix_id}/set-aside/", {"aside": "yes"})
    assert [tile.code in words_of(signed_in.get(page)) for page in ("/", "/kiln/")] == [
        False,
        False,
    ]
    assert tile.code in words_of(signed_in.get(f"/tiles/trials/{tile.trial_id}/"))


def test_going_back_and_changing_a_figure_is_another_wish(signed_in):
    """The page keeps its key while one goes back; the same sum twice is one mix, another two."""
    key = uuid.uuid4()
    sums = ("6", "6", "7")
    made = [
        signed_in.post(
            "/mix/adjust/make/",
            {
                "sum": f"state=dry&mass=64&unit=g&name=Blue&now_pct=9&target_pct={target}",
                "request_key": key,
            },
        )["Location"]
        for target in sums
    ]
    assert made[0] == made[1] != made[2]
    assert [mix.name for mix in Mix.objects.order_by("pk")] == [
        "6 % Blue in clay",
        "7 % Blue in clay",
    ]
