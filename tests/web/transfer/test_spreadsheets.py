"""Files for spreadsheets: as this studio's read them, and back again with nothing changed."""

import csv
import io
import re
from itertools import chain
from pathlib import Path

import pytest

from tests.web.transfer.test_transfer import out, take_in
from tests.web.whole_site import every_url
from umberpot.clays.readings.rows import COLUMNS as READING_COLUMNS
from umberpot.clays.readings.rows import OF_A_STUDIO
from umberpot.clays.verdicts.files import COLUMNS as FIGURE_COLUMNS
from umberpot.colours.photographs.files import COLUMNS as RING_COLUMNS
from umberpot.colours.wall.exports import COLUMNS as WALL_COLUMNS
from umberpot.kiln.schedules.files import COLUMNS as SCHEDULE_COLUMNS
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.transfer.kinds import KINDS
from umberpot.ui.table_styles import TABLE_STYLES

FORMATS = (Path(__file__).parents[3] / "docs" / "formats.md").read_text()
DECIMAL = re.compile(r"-?\d+\.\d+")


def body_of(answer):
    content = b"".join(answer.streaming_content) if answer.streaming else answer.content
    return content.decode()


def tables_of(client, world):
    """Every CSV that the site gives, by its address."""
    for _, address in every_url(world):
        answer = client.get(address)
        if answer.headers.get("Content-Type", "").startswith("text/csv"):
            yield address, body_of(answer)


def cells_of(text, separator):
    return list(csv.reader(io.StringIO(text.lstrip("\ufeff"), newline=""), delimiter=separator))


def test_every_table_is_written_as_the_studio_prefers(signed_in, world, concluded, studio):
    plain = dict(tables_of(signed_in, world))
    assert len(plain) >= 7
    Studio.objects.filter(pk=studio.pk).update(tables="semicolon")
    other = dict(tables_of(signed_in, world))
    assert set(other) == set(plain)
    changed = 0
    for address, text in plain.items():
        head, *rows = cells_of(text, ",")
        head_too, *rows_too = cells_of(other[address], ";")
        assert head_too == head, address
        before, after = chain.from_iterable(rows), chain.from_iterable(rows_too)
        for column, was, now in zip(head * len(rows), before, after, strict=True):
            assert now in (was, was.replace(".", ",")), (address, column)
            assert not DECIMAL.fullmatch(now), (address, column)
            changed += now != was
    assert changed


def test_text_that_looks_like_a_number_stays_as_it_is(signed_in, clay, studio):
    Material.objects.update(name="1.5", notes="2.25")
    Studio.objects.filter(pk=studio.pk).update(tables="semicolon")
    head, row = cells_of(out(signed_in, "materials.csv"), ";")
    named = dict(zip(head, row, strict=True))
    assert (named["name"], named["notes"], named["water_pct"]) == ("1.5", "2.25", "21,5")


@pytest.mark.parametrize("style", TABLE_STYLES)
def test_every_kind_comes_back_as_it_went(signed_in, world, stranger, studio, style):
    plain = {key: out(signed_in, f"{key}.csv") for key in KINDS}
    Studio.objects.filter(pk=studio.pk).update(tables=style)
    for key in KINDS:
        written = out(signed_in, f"{key}.csv")
        if len(written.splitlines()) > 1:
            assert take_in(stranger, key, written, as_file=True).status_code == 302, key
    for key, text in plain.items():
        assert sorted(out(stranger, f"{key}.csv").splitlines()) == sorted(text.splitlines()), key


def test_a_price_in_another_currency_is_not_taken_for_the_studios(signed_in, studio):
    text = "kind,name,price_per_kg,currency,state\nstain,Kelp,12.5,{},dry\n"
    refused = take_in(signed_in, "materials", text.format("£")).content.decode()
    assert "This price is in £, the studio&#x27;s are in €." in refused
    assert not Material.objects.exists()
    assert take_in(signed_in, "materials", text.format("€")).status_code == 302
    assert str(Material.objects.get().price_per_kg) == "12.50"


TOLD = {
    **{f"| `{key}` |": kind.columns for key, kind in KINDS.items()},
    "| `/results/clays/N/figures.csv`": FIGURE_COLUMNS,
    "| `/results/clays/N/readings.csv`": READING_COLUMNS,
    "| `/results/readings.csv`": OF_A_STUDIO,
    "| `/results/wall/wall.csv?codes=A1+A5` |": WALL_COLUMNS,
    "| `/results/photographs/N/photograph.zip`": RING_COLUMNS,
    "`/kiln/schedules/` gives": SCHEDULE_COLUMNS,
}
"""The line of docs/formats.md that names the columns of each table."""


@pytest.mark.parametrize("begins", TOLD)
def test_the_document_of_formats_names_every_column(begins):
    (line,) = [part for part in FORMATS.splitlines() if part.startswith(begins)]
    assert set(TOLD[begins]) <= set(re.findall(r"`([^`]+)`", line))
