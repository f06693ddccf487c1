"""The wall: any fired tiles, sorted, and its files."""

import io
import json
import re
import uuid
from datetime import date

import pytest
from PIL import Image
from pypdf import PdfReader

from claycore.colour.notation import Lab
from standins.camera.camera import Camera
from standins.camera.scene import Scene
from tests.factories import FiringFactory
from tests.pages import words_of
from umberpot.colours.fired import Conditions, FiredColour
from umberpot.colours.models import Ring
from umberpot.colours.photographs.services import keep_photograph
from umberpot.colours.wall.arrangements import ARRANGEMENTS
from umberpot.colours.wall.exports import EXPORTS, About
from umberpot.colours.wall.forms import MOST_TILES, query_of
from umberpot.firings.models import Firing
from umberpot.kiln.services import load_and_fire
from umberpot.tiles.models import Tile, Trial
from umberpot.tiles.pieces import PieceSpec
from umberpot.tiles.readings.services import record_colour
from umberpot.tiles.services import TileOrder, make_tiles
from umberpot.ui.pdf.paper import PAPERS
from umberpot.ui.table_styles import PLAIN

COLOURS = {"pale": "80, 2, 10", "dark": "30, 4, 6", "strong": "52, 44, 30"}


@pytest.fixture
def codes(studio, user, make_mix):
    """Three fired tiles, by what their colour is."""
    trial = Trial.objects.create(
        studio=studio, name="Ramp", ware="stoneware", school="strict", made_by=user
    )
    tiles = make_tiles(make_mix(), trial, TileOrder(3, PieceSpec(100, "6"), uuid.uuid4()), user)
    firing = FiringFactory(studio=studio, made_by=user, cone="6")
    load_and_fire(tiles, firing)
    for tile, colour in zip(tiles, COLOURS.values(), strict=True):
        record_colour(tile, firing, colour, None, user)
    return dict(zip(COLOURS, [tile.code for tile in tiles], strict=True))


def hung(client, codes, sort=""):
    """The codes on the wall, in their order."""
    page = words_of(client.get("/results/wall/", {"codes": codes, "sort": sort}))
    shown = page.split("Stains that match")[1].split("Export:")[0]
    found = {code: shown.find(f"{code} ") for code in codes.split()}
    return sorted((code for code in found if found[code] >= 0), key=lambda code: found[code])


def on_the_wall(client, **asked):
    """The groups of the whole wall, each with its columns of codes."""
    whole = client.get("/results/wall/", asked).context["whole"]
    return {
        title: [[one.label for one in column] for column in columns]
        for title, columns in whole.groups
    }


def test_the_wall_opens_with_every_fired_colour_of_the_studio(signed_in, stranger, codes):
    columns = on_the_wall(signed_in)[""]
    assert sorted(code for column in columns for code in column) == sorted(codes.values())
    assert "3 fired colours" in words_of(signed_in.get("/results/wall/"))
    assert "No fired colours yet" in words_of(stranger.get("/results/wall/"))


def test_neighbours_in_hue_stand_above_one_another_the_lightest_on_top(signed_in, fired_tile):
    of = {}
    for name, colour in (
        *(("pale red", "80, 20, 10"), ("deep red", "40, 40, 20")),
        *(("pale blue", "75, -5, -20"), ("deep blue", "35, 0, -40")),
        *(("white", "92, 0, 3"), ("black", "20, 1, 1")),
    ):
        of[name] = fired_tile("&add=Kelp:3", colour).code
    (columns,) = on_the_wall(signed_in).values()
    # Reds come first and greys last, whatever their lightness.
    assert columns == [
        [of["pale red"], of["pale blue"], of["deep red"], of["deep blue"]],
        [of["white"], of["black"]],
    ]


@pytest.mark.parametrize(
    ("by", "groups"),
    [
        ("clay", ["Ferry white"]),
        ("stain", ["Kelp", "Rust", "plain clay"]),
        ("cone", ["cone 6"]),
        ("glaze", ["unglazed"]),
    ],
)
def test_the_wall_hangs_by_what_it_is_of(signed_in, varied, by, groups):
    found = on_the_wall(signed_in, by=by)
    assert list(found) == groups
    count = sum(len(column) for columns in found.values() for column in columns)
    assert count == len(varied)


def test_of_a_tile_that_was_fired_twice_the_last_colour_hangs(signed_in, codes, studio, user):
    tile = Tile.objects.get(code=codes["pale"])
    again = FiringFactory(studio=studio, made_by=user, cone="8")
    load_and_fire([tile], again)
    record_colour(tile, again, "20, 1, 2", None, user)
    assert list(on_the_wall(signed_in, by="cone")) == ["cone 6", "cone 8"]
    (found,) = on_the_wall(signed_in, by="cone")["cone 8"]
    assert found == [codes["pale"]]


def test_tiles_lifted_off_the_wall_lie_side_by_side(signed_in, codes):
    lifted = [codes["strong"], codes["pale"]]
    page = signed_in.get("/results/wall/", {"codes": lifted})
    assert [one.code for one in page.context["hung"].tiles] == lifted


@pytest.mark.parametrize("asked", [{"by": "moon"}, {"page": "x"}, {"page": "99"}])
def test_a_wall_that_cannot_be_is_the_whole_wall(signed_in, codes, asked):
    page = signed_in.get("/results/wall/", asked)
    assert page.status_code == 200
    assert page.context["whole"].count == 3


def test_a_trial_of_more_tiles_than_the_wall_takes_hangs_as_many_as_there_is_room_for(
    signed_in, codes
):
    query = query_of([*codes.values(), *codes.values(), *(f"C{n}" for n in range(100))])
    page = signed_in.get(f"/results/wall/?{query}")
    assert page.status_code == 200
    assert len(page.context["hung"].tiles) == 3
    assert len(page.context["hung"].missing) == MOST_TILES - 3


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
    assert "No fired colour recorded, or code unknown: Z99." in page
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
    assert "Quayside" in printed


def lowest_text(reader):
    """The lowest baseline of what is written on any page but its number, in points."""
    found = []

    def visit(text, cm, tm, *_):
        if text.strip() and not text.startswith("Page "):
            found.append(tm[5] * cm[3] + cm[5])

    for page in reader.pages:
        page.extract_text(visitor_text=visit)
    return min(found)


def test_a_large_wall_goes_on_over_pages_and_keeps_every_colour():
    conditions = Conditions("Ferry white", "6", "oxidation", glazed=False)
    tiles = [
        FiredColour(f"C{n}", Lab(50, 0, 0), n, {"Quay Blue": n / 10}, conditions, 1, None, n)
        for n in range(1, 161)
    ]
    about = About("Quayside", date(2026, 3, 4), PAPERS["a4"], PLAIN)
    reader = PdfReader(io.BytesIO(EXPORTS["pdf"].write(tiles, about)))
    count = len(reader.pages)
    texts = [page.extract_text() for page in reader.pages]
    assert count > 2
    assert [f"Page {n} of {count}" in text for n, text in enumerate(texts, 1)] == [True] * count
    words = set(" ".join(texts).split())
    assert {f"C{n}" for n in range(1, 161)} <= words
    assert "4 March 2026" in texts[0]
    assert lowest_text(reader) > 14 / 25.4 * 72 - 12  # above the foot's margin


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
    assert "code unknown" in page


@pytest.fixture
def varied(fired_tile, studio, user, two_stains):
    """Two stains by strength, a plain tile, and the first recipe once more."""
    plain = fired_tile("&add=Kelp:0", "86, 0.5, 7")
    again = fired_tile("&add=Kelp:3", "65, -12, 8")
    return [*two_stains, plain, again]


def arranged(client, tiles, **asked):
    asked["codes"] = " ".join(tile.code for tile in tiles)
    return (
        words_of(client.get("/results/wall/", asked))
        .split("Stains that match")[1]
        .split("Export:")[0]
    )


def test_stains_hang_by_strength_each_beginning_with_the_plain_clay(signed_in, varied):
    wall = arranged(signed_in, varied, arrange="strength")
    kelp, rust = wall.split("Rust, Ferry white, cone 6, unglazed")
    plain = varied[-2].code
    for row in (kelp, rust):
        assert row.index(f"0 % {plain}") < row.index("3 %") < row.index("6 %") < row.index("9 %")
    assert f"3 % {varied[0].code}, {varied[-1].code}" in kelp


def test_a_repeat_hangs_beside_the_first_and_the_others_are_named(signed_in, varied):
    wall = arranged(signed_in, varied, arrange="repeat")
    assert "3 % Kelp, Ferry white, cone 6, unglazed" in wall
    assert f"first {varied[0].code}" in wall
    assert f"repeat 1 {varied[-1].code}" in wall
    assert wall.count("ΔE") == 1
    assert varied[1].code in wall.split("Without a counterpart:")[1]


def test_firings_of_one_tile_hang_side_by_side(signed_in, studio, user, two_stains):
    tile, hotter = two_stains[0], FiringFactory(studio=studio, made_by=user, cone="8")
    load_and_fire([tile], hotter)
    record_colour(tile, hotter, "60, -8, 8", None, user)
    wall = arranged(signed_in, [tile], arrange="firing")
    assert wall.index("cone 6") < wall.index("cone 8")
    assert wall.count("ΔE") == 1


def test_two_clays_hang_side_by_side(signed_in, two_stains, fired_tile):
    other = fired_tile("&add=Kelp:3&clay=Harbour buff", "58, -8, 14")
    wall = arranged(signed_in, [two_stains[0], other], arrange="clay")
    assert "3 % Kelp, cone 6, unglazed" in wall
    assert wall.index("Ferry white") < wall.index("Harbour buff")


def test_a_grid_of_two_colourants_is_laid_out_as_one(signed_in, fired_tile, two_stains):
    grid = [
        fired_tile(f"&add=Kelp:{kelp}&add=Rust:{rust}", "60, 0, 10")
        for kelp in (3, 6)
        for rust in (0, 1.5)
    ]
    wall = arranged(signed_in, grid, arrange="strength")
    assert "with 0 % Rust" in wall
    assert "with 1.5 % Rust" in wall
    assert wall.count("ΔE") == 2


def test_photographs_hang_where_there_are_any(signed_in, studio, two_stains, user):
    tile = two_stains[0]
    kept = keep_photograph(tile.trial, Camera().photograph(Scene([])), uuid.uuid4(), user)
    place = {"x": 50, "y": 50, "radius": 20}
    ring = Ring.objects.create(studio=studio, photograph=kept, tile=tile, **place)
    asked = {"codes": " ".join(one.code for one in two_stains[:2]), "show": "pictures"}
    html = signed_in.get("/results/wall/", asked).content.decode()
    assert html.count("<image") == 1
    assert f"/results/photographs/rings/{ring.pk}.jpg" in html


@pytest.mark.parametrize("arrange", [*ARRANGEMENTS, "no-such"])
def test_every_arrangement_takes_any_tiles(signed_in, varied, arrange):
    asked = {"codes": " ".join(tile.code for tile in varied), "arrange": arrange}
    expected = 200 if arrange in ARRANGEMENTS else 400
    assert signed_in.get("/results/wall/", asked).status_code == expected


def test_a_year_is_a_poster_of_all_its_colours(signed_in, codes):
    year = Firing.objects.get().fired_on.year
    answer = signed_in.get(f"/results/wall/{year}/poster.pdf")
    (sheet,) = PdfReader(io.BytesIO(answer.content)).pages
    assert [float(side) / 72 * 25.4 for side in sheet.mediabox[2:]] == pytest.approx([420, 594])
    words = sheet.extract_text()
    assert f"Quayside, {year}" in words
    assert "3 fired colours, by hue" in words
    assert all(code in words for code in codes.values())
    drawn = re.findall(rb"[\d.]+ [\d.]+ [\d.]+ [\d.]+ re f\*?", sheet.get_contents().get_data())
    assert len(drawn) == 3


def test_a_year_without_colours_leads_back_to_its_report(signed_in, codes):
    answer = signed_in.get("/results/wall/1999/poster.pdf", follow=True)
    assert "No colours were fired in 1999 yet." in words_of(answer)


@pytest.mark.parametrize("year", [0, 1899, 10_000, 99_999_999])
def test_a_year_that_cannot_be_has_no_poster(signed_in, codes, year):
    assert signed_in.get(f"/results/wall/{year}/poster.pdf").status_code == 404
