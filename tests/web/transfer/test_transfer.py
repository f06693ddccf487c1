"""In and out: what goes out comes back the same; bad rows are named by line and column."""

import csv
import io
import json

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from tests.factories import MaterialFactory
from tests.pages import words_of
from umberpot.mixing.composition import parts_of
from umberpot.mixing.models import Mix, Plan
from umberpot.shelf.models import Material
from umberpot.shelf.services import grams_on_hand
from umberpot.ui import tables

HEADER = "kind,name,price_per_kg,state,water_pct,on_hand_g,watch_for"


def take_in(client, kind, text, bad_rows="all", as_file=False):
    data = {"kind": kind, "bad_rows": bad_rows}
    if as_file:
        content = text if isinstance(text, bytes) else text.encode()
        data["file"] = SimpleUploadedFile("rows.csv", content)
    else:
        data["paste"] = text
    return client.post("/shelf/transfer/", data)


def out(client, name):
    response = client.get(f"/shelf/transfer/{name}")
    assert response.status_code == 200
    assert "attachment" in response["Content-Disposition"]
    return response.content.decode()


@pytest.mark.parametrize("form", ["csv", "json"])
def test_materials_out_and_into_another_studio(signed_in, stranger, clay, blue, form):
    text = out(signed_in, f"materials.{form}")
    assert take_in(stranger, "materials", text, as_file=True).status_code == 302
    mine = Material.objects.exclude(studio=clay.studio)
    assert sorted(mine.values_list("name", flat=True)) == ["Ferry white", "Quay Blue"]
    copy = mine.get(name="Ferry white")
    assert (copy.water_pct, copy.state, copy.supplier_code) == (21.5, "plastic", "FW-1")
    assert grams_on_hand(copy) == 5000
    assert mine.get(name="Quay Blue").hazards == ["cobalt"]


@pytest.mark.parametrize("form", ["csv", "json"])
@pytest.mark.parametrize("notes", ["first line\r\nsecond; line", "'=not a sum", "old\u2028break"])
def test_notes_come_back_with_their_lines_and_signs(signed_in, stranger, clay, form, notes):
    Material.objects.update(notes=notes)
    assert take_in(stranger, "materials", out(signed_in, f"materials.{form}"), as_file=True)
    assert Material.objects.exclude(studio=clay.studio).get().notes == notes


@pytest.mark.parametrize("form", ["csv", "json"])
def test_mixes_out_and_in(signed_in, stranger, make_mix, weigh, form):
    weigh(make_mix(), 80, 8.4)
    make_mix("clay=Ferry white&state=plastic&mass=100&unit=g&water_pct=20&add=A:2&add=B:3")
    text = out(signed_in, f"mixes.{form}")
    assert "Quay Blue: 10.5" in text
    assert take_in(stranger, "mixes", text).status_code == 302
    first, second = Mix.objects.exclude(studio=make_mix().studio).order_by("pk")
    assert first.wanted_pcts == {"Quay Blue": 10}
    assert first.finished_at
    assert first.batch.pcts == {"Quay Blue": pytest.approx(10.5)}
    assert [part.weighed_g for part in parts_of(first)] == [80, 8.4]
    assert second.finished_at is None
    assert second.wanted_pcts == {"A": 2, "B": 3}
    assert second.dry_clay_g == pytest.approx(80)


def test_plans_out_and_in(signed_in, stranger, clay, blue):
    trial = {"trial_name": "Blue", "mark": "100", "cone": "6", "glazed": "yes"}
    query = "pcts=5,10&tile_dry_g=25&colourant=Quay+Blue"
    signed_in.post(f"/mix/series/start/?{query}&strategy=start_low", trial)
    signed_in.post("/mix/grid/start/?x=a:0,2&cell_g=100&solids_pct=70", trial)
    campaign = "stain=Quay+Blue:14&stain=Moss&first_pct=7&tile_dry_g=25&controls=1"
    signed_in.post(f"/mix/campaign/start/?{campaign}", trial)
    text = out(signed_in, "plans.csv")
    assert take_in(stranger, "plans", text).status_code == 302
    series, grid, campaign = Plan.objects.exclude(studio=clay.studio).order_by("pk")
    assert (series.strategy, grid.kind) == ("start_low", "grid")
    assert [t.glazed for t in series.trial.tiles.all()] == [True, True]
    assert [t.glazed for t in campaign.trial.tiles.all()] == [False, True, True, True]


def test_bad_rows_are_named_and_nothing_is_taken(signed_in, studio):
    text = f"{HEADER}\nstain,Good,1,,,10,\nstain,,x,,,10,\nrock,Third,1,,,-5,\n"
    answer = take_in(signed_in, "materials", text)
    said = words_of(answer)
    assert Material.objects.count() == 0
    assert "Nothing was imported" in said
    for line, column in ((3, "name"), (3, "price_per_kg"), (4, "kind"), (4, "on_hand_g")):
        assert f" {line} {column} " in said
    assert "Good" in answer.content.decode()  # what was pasted is still there


def test_or_only_the_good_ones_are_taken(signed_in, studio):
    text = f"{HEADER}\nstain,Good,1,,,10,\nstain,good,1,,,10,\nstain,Other,1,,,,\n"
    html = take_in(signed_in, "materials", text, "good").content.decode()
    assert "2 rows" in html
    assert "<td>3</td>" in html
    assert sorted(m.name for m in Material.objects.all()) == ["Good", "Other"]


@pytest.mark.parametrize(
    "text",
    [
        "kind;name;price_per_kg;on_hand_g\nstain;Sea;12,50;3,5\n",
        "\ufeffkind;name;price_per_kg;on_hand_g\r\nstain;Sea;12,50;3,5\r\n",
        "kind\tname\tprice_per_kg\ton_hand_g\nstain\tSea\t12.50\t3.5\n",
        'Kind,Name,"Price per kg",On hand g\nstain,Sea,"12,50","3,5"\n',
        '{"rows": [{"kind": "stain", "name": "Sea", "price_per_kg": 12.5, "on_hand_g": 3.5}]}',
    ],
)
def test_the_ways_spreadsheets_write(signed_in, studio, text):
    assert take_in(signed_in, "materials", text).status_code == 302
    sea = Material.objects.get()
    assert (sea.name, float(sea.price_per_kg), grams_on_hand(sea)) == ("Sea", 12.5, 3.5)


def test_other_encodings(signed_in, studio):
    text = "kind,name\nstain,Größe\n"
    for encoding in ("utf-16", "cp1252"):
        Material.objects.all().delete()
        take_in(signed_in, "materials", text.encode(encoding), as_file=True)
        assert Material.objects.get().name == "Größe"


@pytest.mark.parametrize(
    "text",
    [
        "",
        "   \n",
        "name",
        "a,b\n1,2\n",
        "kind,name,colour\nstain,x,y\n",
        "{",
        '{"rows": 3}',
        "[1, 2]",
        "\x00\x01",
        "[" * 3000,
    ],
)
def test_what_is_no_table_is_said(signed_in, studio, text):
    for as_file in (True, False):
        response = take_in(signed_in, "materials", text, as_file=as_file)
        assert response.status_code == 400
        assert 'class="error"' in response.content.decode()


def test_too_much_is_said(signed_in, studio):
    many = "kind,name\n" + "stain,x\n" * 20_001
    assert "20000 rows" in take_in(signed_in, "materials", many, as_file=True).content.decode()
    large = b"kind,name\n" + b"x" * 20_000_001
    assert "20 MB" in take_in(signed_in, "materials", large, as_file=True).content.decode()


def test_formulas_are_neutralised_and_come_back(signed_in, studio):
    """OWASP, CSV Injection: cells that begin with = + - @ or a tab."""
    for name in ("=1+1", "@sum", "-cmd", "+x"):
        MaterialFactory(stain=True, studio=studio, name=name)
    text = out(signed_in, "materials.csv")
    names = [row["name"] for row in csv.DictReader(io.StringIO(text.lstrip("\ufeff")))]
    assert names == ["'+x", "'-cmd", "'=1+1", "'@sum"]
    Material.objects.all().delete()
    take_in(signed_in, "materials", text)
    assert sorted(m.name for m in Material.objects.all()) == ["+x", "-cmd", "=1+1", "@sum"]
    assert tables.neutral("-5") == "-5"
    for cell in (" =1+1", "\t=1+1", "\uff1d1+1", " \uff20sum"):
        assert tables.neutral(cell) == f"'{cell}"


def test_json_names_its_kind(signed_in, clay):
    content = json.loads(out(signed_in, "materials.json"))
    assert content["umberpot"] == "materials"
    assert content["rows"][0]["name"] == "Ferry white"


@pytest.mark.parametrize(
    ("kind", "text", "column"),
    [
        ("mixes", "clay,state,clay_g,colourants\nx,dry,,Blue:2\n", "clay_g"),
        ("mixes", "clay,state,clay_g,colourants\nx,dry,5,Blue\n", "colourants"),
        ("mixes", "clay,state,clay_g,colourants\nx,muddy,5,Blue:2\n", "state"),
        ("plans", "kind,name,strategy,sum\nseries,A,by_feel,pcts=5\n", "strategy"),
        ("plans", "kind,name,strategy,sum\nseries,A,start_low,pcts=x\n", "sum"),
        ("plans", "kind,name,strategy,sum\ngrid,A,,x=1\n", "sum"),
        ("plans", "kind,name,strategy,sum,cone\ngrid,A,,x=1,99\n", "cone"),
        ("plans", "kind,name,strategy,sum\ncampaign,A,,stain=Moss:x&first_pct=0\n", "sum"),
    ],
)
def test_bad_mixes_and_plans_name_their_column(signed_in, studio, kind, text, column):
    said = words_of(take_in(signed_in, kind, text))
    assert f" 2 {column} " in said
    assert Mix.objects.count() == Plan.objects.count() == 0


@pytest.mark.parametrize("name", ["secrets.csv", "materials.xml", "materials.exe"])
def test_there_is_nothing_else_to_download(signed_in, studio, name):
    assert signed_in.get(f"/shelf/transfer/{name}").status_code == 404
