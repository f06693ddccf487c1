"""A studio's own export comes back whole, and twice without a duplicate."""

import json
import uuid

import pytest
from django.db import connection

from tests.factories import BlendPartFactory, MaterialFactory
from umberpot.mixing.composition import parts_of
from umberpot.mixing.leftovers import services as leftovers
from umberpot.mixing.models import Mix, MixPart, Plan
from umberpot.mixing.orders import MixOrder, PartOrder
from umberpot.mixing.services import create_mix
from umberpot.shelf import services as shelf
from umberpot.shelf.models import Material, Pooled
from umberpot.studio.models import Studio
from umberpot.tiles.models import Tile
from umberpot.transfer.kinds import KINDS


@pytest.fixture
def whole(signed_in, studio, user, clay, blue, make_mix, weigh):
    """A studio with a mix of every sort: plain, dosed, left over, joined, pooled, of a plan."""
    dug = MaterialFactory(dug=True, studio=studio, name="Canal bank")
    blend = MaterialFactory(studio=studio, kind="blend", name="Ferry white 85, Canal bank 15")
    for part, share_pct in ((clay, 85), (dug, 15)):
        BlendPartFactory(blend=blend, clay=part, share_pct=share_pct)
    plain = MixOrder(
        "dry",
        200,
        200,
        {},
        blend.name,
        blend,
        tuple(
            PartOrder(MixPart.Role.CLAY, part.name, grams, material=part, dry_share=part.dry_share)
            for part, grams in ((clay, 170 / clay.dry_share), (dug, 30))
        ),
    )
    weigh(create_mix(studio, plain, uuid.uuid4(), user), 216.6, 30)
    dosed = weigh(make_mix(), 80, 8.4)
    plastic = make_mix("clay=Ferry white&state=plastic&mass=100&unit=g&water_pct=20&add=A:2")
    left = leftovers.on_shelf(leftovers.keep_leftover(dosed, 38.2, "dry", None, user))
    changed = leftovers.planned_change(left, 20.0, 6.0, None)
    weigh(leftovers.make_change(studio, left, changed, uuid.uuid4(), user), 20)
    bucket = leftovers.pool(leftovers.on_shelf(left.material), None, uuid.uuid4(), user)
    other = leftovers.new_bucket(studio)
    leftovers.pool_scraps(other, 120.0, uuid.uuid4(), user)
    query = "pcts=3,6&tile_dry_g=22&clay=Ferry+white&colourant=Quay+Blue&strategy=start_high"
    glaze = MaterialFactory(glaze=True, studio=studio, look="clear", low_cone="5", used_mm=0.7)
    trial = {"trial_name": "Blue", "mark": "100", "cone": "6", "glazed": "half", "glaze": glaze.pk}
    signed_in.post(f"/mix/series/start/?{query}", {**trial, "request_key": uuid.uuid4()})
    first = Plan.objects.of(studio).get().mixes.order_by("plan_position").first()
    weigh(first, *[part.target_g for part in parts_of(first)])
    return {"plastic": plastic, "bucket": bucket, "dosed": dosed}


def everything(client):
    return json.loads(client.get("/shelf/transfer/everything.json").content)


def take_in(client, content):
    data = {"kind": "everything", "paste": json.dumps(content), "bad_rows": "all"}
    answered = client.post("/shelf/transfer/", data)
    assert answered.status_code == 302, answered.content.decode()
    return answered


def counts():
    return [model.objects.count() for model in (Material, Mix, MixPart, Plan, Pooled, Tile)]


def test_an_export_taken_in_elsewhere_exports_the_same(signed_in, stranger, whole):
    content = everything(signed_in)
    assert all(content[kind] for kind in ("materials", "blends", "plans", "mixes", "coloured"))
    take_in(stranger, content)
    assert as_said(everything(stranger)) == as_said(content)


def as_said(content):
    """Everything, with numbers as numbers: a sum in another order may differ in the last digit."""

    def near(value):
        try:
            return round(float(value), 6)
        except (TypeError, ValueError):
            return value

    def told(row):
        row = {name: near(value) for name, value in row.items()}
        if row.get("parts", "").startswith("["):
            row["parts"] = [
                {name: near(value) for name, value in part.items()}
                for part in json.loads(row["parts"])
            ]
        return row

    return {
        kind: sorted(map(told, rows), key=lambda row: row["id"]) if kind in KINDS else rows
        for kind, rows in content.items()
    }


def test_twice_adds_nothing_twice(signed_in, stranger, whole):
    content = everything(signed_in)
    before = counts()
    take_in(signed_in, content)
    assert counts() == before, "what came out of a studio is in it already"
    take_in(stranger, content)
    after = counts()
    take_in(stranger, content)
    assert counts() == after


def test_what_was_weighed_comes_back_weighed(signed_in, stranger, whole):
    take_in(stranger, everything(signed_in))
    mine = Mix.objects.exclude(studio=whole["dosed"].studio)
    copy = mine.get(request_key=whole["dosed"].request_key)
    assert copy.finished_at
    assert copy.batch.pcts == pytest.approx(whole["dosed"].batch.pcts)
    assert copy.clay.name == "Ferry white"
    of_plan = mine.filter(plan__isnull=False).order_by("plan_position").first()
    assert of_plan.finished_at
    assert mine.filter(plan__isnull=False).count() == 2
    assert mine.get(request_key=whole["plastic"].request_key).finished_at is None


def test_stock_is_counted_once_and_not_taken_by_old_weighings(signed_in, stranger, whole, clay):
    take_in(stranger, everything(signed_in))
    copy = Material.objects.exclude(studio=clay.studio).get(name="Ferry white")
    assert shelf.grams_on_hand(copy) == pytest.approx(shelf.grams_on_hand(clay))


def test_a_bucket_stays_known_or_unknown(signed_in, stranger, whole, studio):
    take_in(stranger, everything(signed_in))
    buckets = Material.objects.exclude(studio=studio).filter(kind="reclaim").order_by("pk")
    known, unknown = [leftovers.on_shelf(bucket) for bucket in buckets]
    assert known.batch.pct("Quay Blue") == pytest.approx(10.5)
    assert unknown.batch is None


def test_codes_that_came_in_are_never_given_again(signed_in, stranger, whole, studio):
    take_in(stranger, everything(signed_in))
    elsewhere = Studio.objects.exclude(pk=studio.pk).get()
    came_in = set(
        Material.objects.of(elsewhere)
        .filter(kind__in=Material.COLOURED)
        .values_list("supplier_code", flat=True)
    )
    new = leftovers.new_bucket(elsewhere)
    assert new.supplier_code not in came_in


@pytest.mark.parametrize(
    ("kind", "row", "column"),
    [
        ("blends", {"name": "B", "parts": "Ferry white: 85"}, "parts"),
        ("blends", {"name": "B", "parts": "Ferry white: 85; Nowhere: 15"}, "parts"),
        ("blends", {"name": "B", "parts": "Ferry white: 60; Ferry white: 40"}, "parts"),
        ("blends", {"name": "", "parts": "Ferry white: 60; Canal bank: 40"}, "name"),
        ("blends", {"name": "ferry WHITE", "parts": "Ferry white: 60; Canal bank: 40"}, "name"),
        ("coloured", {"kind": "leftover", "name": "B1: left", "of_mix": "x"}, "of_mix"),
        ("coloured", {"kind": "cup", "name": "B1: left"}, "kind"),
        (
            "coloured",
            {"kind": "reclaim", "name": "B1", "water_pct": "140", "state": "slip"},
            "water_pct",
        ),
        ("coloured", {"kind": "reclaim", "name": "B1", "contains": "Blue"}, "contains"),
        ("coloured", {"kind": "reclaim", "name": "B1", "on_hand_g": "-3"}, "on_hand_g"),
        ("mixes", {"state": "dry", "clay_g": "5", "parts": "{}"}, "parts"),
        ("mixes", {"state": "dry", "clay_g": "5", "parts": "[{}]"}, "parts"),
        ("mixes", {"state": "dry", "clay_g": "nan", "parts": '[{"role": "clay"}]'}, "clay_g"),
        ("mixes", {"state": "ice", "clay_g": "5", "parts": '[{"role": "clay"}]'}, "state"),
        (
            "mixes",
            {
                "state": "dry",
                "clay_g": "5",
                "parts": '[{"role": "water", "name": "water", "planned_g": 5}]',
            },
            "parts",
        ),
        (
            "mixes",
            {
                "state": "dry",
                "clay_g": "5",
                "parts": '[{"role": "mix", "name": "x", "planned_g": 5, "of_mix": "y"}]',
            },
            "parts",
        ),
        (
            "mixes",
            {
                "state": "dry",
                "clay_g": "5",
                "made_on": "soon",
                "parts": '[{"role": "clay", "name": "x", "planned_g": 5}]',
            },
            "made_on",
        ),
    ],
)
def test_what_cannot_be_is_named_by_its_column(signed_in, studio, clay, kind, row, column):
    MaterialFactory(dug=True, studio=studio, name="Canal bank")
    before = counts()
    data = {"kind": kind, "paste": json.dumps([row]), "bad_rows": "all"}
    answered = signed_in.post("/shelf/transfer/", data)
    assert answered.status_code == 400
    assert f"<td>{column}</td>" in answered.content.decode()
    assert counts() == before


def test_a_file_of_a_whole_studio_says_so(signed_in, studio):
    for text in ("[]", '{"rows": []}', "kind,name", '{"umberpot": "studio", "materials": 3}'):
        data = {"kind": "everything", "paste": text, "bad_rows": "all"}
        assert signed_in.post("/shelf/transfer/", data).status_code == 400


def test_reading_a_file_writes_nothing(signed_in, studio):
    """All that writes is one short transaction at the end: bulk statements, however many rows."""
    rows = [{"kind": "stain", "name": f"Stain {n}", "on_hand_g": "20"} for n in range(300)]
    writes = []

    def watch(execute, sql, params, many, context):
        if sql.lstrip().upper().startswith(("INSERT", "UPDATE", "DELETE")):
            writes.append(sql)
        return execute(sql, params, many, context)

    data = {"kind": "materials", "paste": json.dumps(rows), "bad_rows": "all"}
    with connection.execute_wrapper(watch):
        assert signed_in.post("/shelf/transfer/", data).status_code == 302
    of_rows = [sql for sql in writes if "shelf_" in sql]
    assert len(of_rows) < 12
    assert Material.objects.of(studio).count() == 300
