"""All tiles of a colour trial read in one grid: wet, dry, fired, soaked, colour and surface."""

import uuid

import pytest

from tests.pages import words_of
from umberpot.firings.models import Firing
from umberpot.tiles.models import ColourReading, Reading, Step, Tile
from umberpot.tiles.readings.grid import CLAY_STAGE

ORDER = {"count": "3", "mark": "100", "cone": "6", "glazed": "half", "trial_name": "Ramp"}


@pytest.fixture
def tiles(signed_in, make_mix, weigh):
    mix = weigh(make_mix(), 80, 8)
    signed_in.post(f"/tiles/make/{mix.pk}/", {**ORDER, "request_key": uuid.uuid4()})
    return list(Tile.objects.order_by("pk"))


@pytest.fixture
def firing(tiles, signed_in):
    for tile in tiles:
        signed_in.post(f"/kiln/tiles/{tile.code}/", {"cone": "6", "fired_on": "2026-11-01"})
    return Firing.objects.order_by("pk").first()


@pytest.fixture
def url(tiles):
    return f"/tiles/trials/{tiles[0].trial_id}/readings/"


def cells(quantity, tiles, *figures):
    return {f"{quantity}-{tile.pk}": figure for tile, figure in zip(tiles, figures, strict=True)}


def test_six_dry_figures_are_one_form(signed_in, tiles, url):
    lengths = cells("length_dry", tiles, "94", "94.5", "94")
    masses = cells("mass_dry", tiles, "23.1", "23.4", "0.82 oz")
    saved = signed_in.post(url, {**lengths, **masses})
    assert saved.status_code == 302
    assert Reading.objects.count() == 6
    ounces = Reading.objects.get(tile=tiles[2], quantity="mass_dry")
    assert ounces.value == pytest.approx(23.25, abs=0.01)
    assert {tile.step for tile in Tile.objects.all()} == {Step.FIRE}


def test_the_odd_tile_is_asked_about_and_the_others_are_recorded(signed_in, tiles, url):
    saved = signed_in.post(url, cells("length_dry", tiles, "94", "9.4", "94"))
    assert saved.status_code == 400
    assert "2 readings recorded, 1 to check" in words_of(saved)
    assert 'value="9.4"' in saved.content.decode()
    assert Reading.objects.filter(quantity="length_dry").count() == 2


def test_a_strength_is_not_held_against_another(signed_in, tiles, url, make_mix, weigh):
    """Tiles of one mix are alike; another strength of the same trial may differ as it likes."""
    other = weigh(make_mix(), 80, 8)
    Tile.objects.filter(pk=tiles[2].pk).update(mix=other)
    saved = signed_in.post(url, cells("length_dry", tiles, "94", "94", "90"))
    assert saved.status_code == 302
    assert Reading.objects.count() == 3


def test_both_colours_and_the_surface_of_half_glazed_tiles(signed_in, tiles, firing, url):
    first = tiles[0]
    stage = f"{url}?stage={first.loadings.get().firing_id}"
    sent = {
        f"colour-{first.pk}": "#4a6a9c",
        f"bare_colour-{first.pk}": "48, 2, -21",
        "remarks-here": first.pk,
        f"remark-{first.pk}": ["glossy", "pinholed"],
    }
    assert signed_in.post(stage, sent).status_code == 302
    colours = ColourReading.objects.filter(tile=first)
    typed = dict(colours.values_list("of_bare_half", "typed"))
    assert typed == {False: "#4a6a9c", True: "48, 2, -21"}
    assert {remark.code for remark in first.remarks.all()} == {"glossy", "pinholed"}


@pytest.mark.parametrize(
    ("sent", "said"),
    [
        ({"colour": "mauve 3"}, "colour"),
        ({"colour": "like Z99"}, "Tile Z99 has no fired colour"),
        ({"bare_colour": "dark mauve"}, "Words go with the colour of the glazed half"),
        ({"remark": ["matt", "glossy"]}, "A surface is not matt and glossy at once"),
    ],
)
def test_looks_that_cannot_be_are_told_and_kept(signed_in, tiles, firing, url, sent, said):
    first = tiles[0]
    stage = f"{url}?stage={first.loadings.get().firing_id}"
    data = {f"{name}-{first.pk}": value for name, value in sent.items()}
    got = signed_in.post(stage, {**data, "remarks-here": first.pk})
    assert got.status_code == 400
    assert said in words_of(got)
    assert not first.colours.exists()
    assert not first.remarks.exists()


def test_a_colour_another_window_recorded_is_not_overwritten(signed_in, tiles, firing, url):
    first = tiles[0]
    stage = f"{url}?stage={first.loadings.get().firing_id}"
    signed_in.post(stage, {f"colour-{first.pk}": "#4a6a9c"})
    late = signed_in.post(stage, {f"colour-{first.pk}": "#4a6a90", f"seen-colour-{first.pk}": ""})
    assert "changed in another window" in words_of(late)
    assert first.colours.get().typed == "#4a6a9c"


def test_a_surface_is_noted_once_fired_only(signed_in, tiles, url):
    page = words_of(signed_in.get(f"{url}?stage={CLAY_STAGE}"))
    assert "Bone-dry length" in page
    assert "Surface of" not in page


def test_the_trial_leads_to_its_readings(signed_in, tiles, url):
    assert f'href="{url}"' in signed_in.get(tiles[0].trial.get_absolute_url()).content.decode()
