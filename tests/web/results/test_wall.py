"""The wall: any fired tiles, sorted, and its files."""

import io
import json
import uuid

import pytest
from PIL import Image
from pypdf import PdfReader

from tests.factories import FiringFactory
from tests.pages import words_of
from umberpot.kiln.services import load_and_fire
from umberpot.results.wall.exports import EXPORTS
from umberpot.tiles.models import Trial
from umberpot.tiles.services import TileOrder, make_tiles, record_colour

COLOURS = {"pale": "80, 2, 10", "dark": "30, 4, 6", "strong": "52, 44, 30"}


@pytest.fixture
def codes(studio, user, make_mix):
    """Three fired tiles, by what their colour is."""
    trial = Trial.objects.create(
        studio=studio, name="Ramp", ware="stoneware", school="strict", made_by=user
    )
    tiles = make_tiles(make_mix(), trial, TileOrder(3, 100, "6", False, uuid.uuid4()), user)
    firing = FiringFactory(studio=studio, made_by=user, cone="6")
    load_and_fire(tiles, firing)
    for tile, colour in zip(tiles, COLOURS.values(), strict=True):
        record_colour(tile, firing, colour, None, user)
    return dict(zip(COLOURS, [tile.code for tile in tiles], strict=True))


def hung(client, codes, sort=""):
    """The codes on the wall, in their order."""
    page = words_of(client.get("/results/wall/", {"codes": codes, "sort": sort}))
    shown = page.split("Hang tiles")[1]
    found = {code: shown.find(f"{code} ") for code in codes.split()}
    return sorted((code for code in found if found[code] >= 0), key=lambda code: found[code])


def test_tiles_hang_as_they_were_picked(signed_in, codes):
    picked = f"{codes['dark']} {codes['strong']} {codes['pale']}"
    assert hung(signed_in, picked) == picked.split()


@pytest.mark.parametrize(
    ("sort", "order"),
    [
        ("lightness", ("pale", "strong", "dark")),
        ("chroma", ("dark", "pale", "strong")),
        ("to_first", ("dark", "strong", "pale")),
    ],
)
def test_they_are_sorted(signed_in, codes, sort, order):
    picked = f"{codes['dark']} {codes['strong']} {codes['pale']}"
    assert hung(signed_in, picked, sort) == [codes[name] for name in order]


def test_what_hangs_nowhere_is_told_and_small_letters_do(signed_in, codes):
    asked = {"codes": f"{codes['pale'].lower()}, Z99"}
    page = words_of(signed_in.get("/results/wall/", asked))
    assert "Without a fired colour, or not known: Z99." in page
    assert f"{codes['pale']} 10 % Quay Blue" in page


def test_the_trial_leads_to_its_wall(signed_in, codes):
    trial = Trial.objects.get()
    html = signed_in.get(f"/results/trials/{trial.pk}/").content.decode()
    assert "/results/wall/?codes=" in html


def file_of(client, codes, form):
    answer = client.get(f"/results/wall/wall.{form}", {"codes": " ".join(codes.values())})
    assert answer.status_code == 200
    return answer.content


def test_the_files_hold_every_colour(signed_in, codes):
    assert file_of(signed_in, codes, "csv").decode("utf-8-sig").count("\r\n") == 4
    rows = json.loads(file_of(signed_in, codes, "json"))["colours"]
    assert [row["L"] for row in rows] == [80, 30, 52]
    palette = file_of(signed_in, codes, "gpl").decode().splitlines()
    assert palette[0] == "GIMP Palette"
    assert len(palette) == 4 + 3
    picture = Image.open(io.BytesIO(file_of(signed_in, codes, "png")))
    seen = {picture.getpixel((40 + 90 + 180 * n, 40 + 40 + 90)) for n in range(3)}
    assert {"#{:02x}{:02x}{:02x}".format(*pixel) for pixel in seen} == {row["hex"] for row in rows}
    printed = PdfReader(io.BytesIO(file_of(signed_in, codes, "pdf"))).pages[0].extract_text()
    assert all(code in printed for code in codes.values())


@pytest.mark.parametrize("form", EXPORTS)
def test_an_empty_wall_has_no_file(signed_in, codes, form):
    assert signed_in.get(f"/results/wall/wall.{form}", {"codes": "Z9"}).status_code == 302


def test_another_kind_of_file_is_not_there(signed_in, codes):
    asked = {"codes": codes["pale"]}
    assert signed_in.get("/results/wall/wall.exe", asked).status_code == 404


@pytest.mark.parametrize("codes", ["x" * 1001, " ".join(f"A{n}" for n in range(81))])
def test_too_many_are_told(signed_in, codes):
    assert signed_in.get("/results/wall/", {"codes": codes}).status_code == 400


def test_another_studios_tiles_do_not_hang(stranger, codes):
    page = words_of(stranger.get("/results/wall/", {"codes": codes["pale"]}))
    assert "not known" in page
