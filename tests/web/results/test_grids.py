"""A grid's results are drawn as the grid, never as a strip that drops the second addition."""

import io
import re
import uuid

import pytest
from django.utils.html import strip_tags
from pypdf import PdfReader
from reportlab.lib import colors
from reportlab.lib.rl_accel import fp_str

from claycore.colour import difference, notation
from claycore.colour.notation import Lab
from tests.factories import FiringFactory
from umberpot.kiln.services import load_and_fire
from umberpot.mixing.models import Plan
from umberpot.tiles.models import Tile
from umberpot.tiles.readings.services import record_colour
from umberpot.tiles.services import remake, shape

GRID = "x=Quay+Blue:0,1.4&y=Titania:0,2.5&cell_g=70&state=plastic&water_pct=20&clay=Ferry+white"
TRIAL = {"trial_name": "Blue and titania", "mark": "100", "cone": "6", "glazed": "no"}
COLOURS = {(0, 0): "80, 0, 8", (1.4, 0): "55, -2, -18", (0, 2.5): "82, 1, 14"}


@pytest.fixture
def grid(signed_in, studio, user, clay, blue, weigh_out):
    """Four cells, made; three of them fired and read."""

    def make(query=GRID, colours=COLOURS):
        answer = signed_in.post(f"/mix/grid/start/?{query}", {**TRIAL, "request_key": uuid.uuid4()})
        assert answer.status_code == 302
        plan = Plan.objects.of(studio).latest("pk")
        firing = FiringFactory(studio=studio, cone="6")
        for mix in plan.mixes.order_by("plan_position"):
            weigh_out(mix)
            (tile,) = shape(mix)
            cell = tuple(mix.wanted_pcts.get(name, 0) for name in ("Quay Blue", "Titania"))
            if cell in colours:
                load_and_fire([tile], firing)
                record_colour(tile, firing, colours[cell], None, user)
        return plan.trial

    return make


def _text(html):
    return " ".join(strip_tags(html).split())


def cells_of(page):
    """The cells of each grid on a page, row by row."""
    grids = re.findall(r'<table class="result-grid[^"]*">(.*?)</table>', page, re.DOTALL)
    return [
        [
            [_text(cell) for cell in re.findall(r"<td>(.*?)</td>", row, re.DOTALL)]
            for row in re.findall(r"<tr>(.*?)</tr>", table.split("<tbody>")[1], re.DOTALL)
        ]
        for table in grids
    ]


def test_rows_and_columns_carry_their_additions(signed_in, grid):
    page = signed_in.get(f"/results/trials/{grid().pk}/").content.decode()
    fired, unfired = cells_of(page)
    assert [len(row) for row in fired] == [2, 2]
    assert "1.4 % Quay Blue" in fired[0][1]
    assert "2.5 % Titania" in fired[1][0]
    assert fired[1][1] == "not made", "of this firing"
    assert "1.4 % Quay Blue + 2.5 % Titania" in unfired[1][1]
    assert 'class="joints"' not in page


def test_between_two_cells_stands_how_far_they_lie_apart(signed_in, grid):
    trial = grid()
    page = signed_in.get(f"/results/trials/{trial.pk}/").content.decode()
    (top, bottom), _ = cells_of(page)
    labs = {
        cell: Tile.objects.get(colours__typed=typed).colours.get().lab
        for cell, typed in COLOURS.items()
    }
    right = difference.ciede2000(labs[0, 0], labs[1.4, 0])
    below = difference.ciede2000(labs[0, 0], labs[0, 2.5])
    assert f"to the right: ΔE {right:.1f}" in top[0]
    assert f"below: ΔE {below:.1f}" in top[0]
    assert "ΔE" not in top[1]
    assert "ΔE" not in bottom[0]


@pytest.mark.parametrize(("show", "marked"), [("absorption", "Absorption"), ("x", "Fired colour")])
def test_absorption_and_shrinkage_are_further_views(signed_in, grid, show, marked):
    page = signed_in.get(f"/results/trials/{grid().pk}/?show={show}").content.decode()
    current = re.search(r'<a href="\?show=\w+"\s+aria-current="page">([^<]*)', page).group(1)
    assert current == marked


def test_a_cell_of_two_tiles_shows_both_and_compares_their_mean(signed_in, grid, user):
    """The second tile of a cell is not passed over: what stands in the joints is their mean's."""
    trial = grid()
    one = Tile.objects.get(colours__typed=COLOURS[0, 0])
    second, firing = remake(one, user), one.last_firing
    shape(one.mix)
    load_and_fire([second], firing)
    record_colour(second, firing, "70, 0, 8", None, user)
    page = signed_in.get(f"/results/trials/{trial.pk}/").content.decode()
    top = cells_of(page)[0][0]
    assert one.code in top[0]
    assert second.code in top[0]
    right = difference.ciede2000(Lab(75, 0, 8), Lab(55, -2, -18))
    assert f"to the right: ΔE {right:.1f}" in top[0]


def test_the_report_keeps_the_grid_on_screen_and_on_paper(signed_in, grid):
    """Colours in rows and columns; what was not read yet is no plausible grey."""
    trial = grid()
    url = f"/library/reports/trial/{trial.pk}/"
    for page in (url, f"{url}report.html"):
        html = signed_in.get(page).content.decode()
        fired, unfired = re.findall(r'report-swatch-grid">(.*?)</figure>', html, re.DOTALL)
        assert "Quay Blue, % across; Titania, % down" in _text(fired)
        assert fired.count("<svg") == 3
        assert 'class="unread"' not in fired
        assert 'class="unread"' in unfired
    paper = PdfReader(io.BytesIO(signed_in.get(f"{url}report.pdf").content))
    words = " ".join(page.extract_text() for page in paper.pages)
    assert "Quay Blue, % across; Titania, % down" in words
    drawn = b"".join(page.get_contents().get_data() for page in paper.pages).decode("latin-1")
    for typed in COLOURS.values():
        shade = colors.HexColor(notation.parse(typed).hex)
        assert f"{fp_str(shade.red, shade.green, shade.blue)} rg" in drawn


def test_a_line_of_one_addition_is_one_row(signed_in, grid):
    line = "x=Quay+Blue:0,1.4&cell_g=70&state=plastic&water_pct=20&clay=Ferry+white"
    page = signed_in.get(f"/results/trials/{grid(line).pk}/").content.decode()
    assert [len(row) for row in cells_of(page)[0]] == [2]


def test_cells_made_before_take_their_places(signed_in, grid):
    before = grid()
    plain = Tile.objects.get(colours__typed=COLOURS[0, 0])
    query = f"{GRID}&have=0,0"
    again = grid(query, {(1.4, 0): "54, -2, -19"})
    page = signed_in.get(f"/results/trials/{again.pk}/").content.decode()
    fired, *_ = cells_of(page)
    assert plain.code in fired[0][0]
    assert before.pk != again.pk


def test_a_series_stays_a_strip(signed_in, studio, clay, blue):
    url = "/mix/series/start/?pcts=3,6&tile_g=30&clay=Ferry+white&colourant=Quay+Blue"
    signed_in.post(f"{url}&strategy=separate", {**TRIAL, "request_key": uuid.uuid4()})
    trial = Plan.objects.of(studio).latest("pk").trial
    page = signed_in.get(f"/results/trials/{trial.pk}/").content.decode()
    assert cells_of(page) == []
