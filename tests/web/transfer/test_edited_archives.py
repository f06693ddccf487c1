"""An archive with a value changed by hand is refused with its place, or every page answers."""

import json
import os
import random
from contextlib import suppress

import pytest
from django.core.exceptions import ValidationError
from django.core.management import call_command
from django.db import models, transaction
from django.urls import reverse

from tests.pages import words_of
from tests.thoroughness import examples
from tests.web.transfer.edited_archives import (
    Edit,
    addresses_of,
    any_edit,
    edited,
    failing,
    main_addresses,
)
from tests.web.transfer.test_archive import elsewhere, empty_studio, files_in, into, out_of
from umberpot.mixing.models import Mix
from umberpot.surface.models import FactorPiece
from umberpot.tiles.models import Tile
from umberpot.transfer.archive import contents, shapes
from umberpot.transfer.archive.checking import Unfit
from umberpot.transfer.archive.damaged import damaged_rows


def columns_of(kind):
    """Every column of an archive that is a field of a kind."""
    of_models = map(contents.plain_fields, contents.archived().values())
    return {
        f"{field.model._meta.label}.{field.name}"
        for fields in (contents.studio_fields(), *of_models)
        for field in fields
        if isinstance(field, kind)
    }


def test_every_column_of_json_has_a_shape_and_no_list_names_one_that_is_none():
    assert columns_of(models.JSONField) == set(shapes.SHAPES)
    assert set(shapes.MEASURED) <= columns_of(models.FloatField)
    every = columns_of(models.Field)
    for readers in (shapes.READ_WITH, shapes.READ_TOGETHER):
        assert {f"{label}.{name}" for label, names in readers.items() for name in names} <= every


EDITS = int(os.environ.get("UMBERPOT_EDITED_ARCHIVES", examples(200)))


def test_what_is_taken_in_answers_on_every_page(world, studio):
    """One value after the other, at random, each on a studio of its own."""
    files = files_in(out_of(studio))
    elsewhere()
    for seed in range(EDITS):
        edit = any_edit(random.Random(seed), files)
        with transaction.atomic():
            client, other = empty_studio(f"newcomer-{seed}")
            with suppress(Unfit):
                into(other, edited(files, edit))
                other.refresh_from_db()
                assert not failing(client, main_addresses() + addresses_of(other)), (seed, edit)
            transaction.set_rollback(True)


@pytest.mark.parametrize(
    ("label", "column", "value"),
    [
        ("mixing.Mix", "made_of", {"x": "y"}),
        ("mixing.MixPart", "planned_g", 1e308),
        ("mixing.MixPart", "planned_g", "12"),
        ("kiln.Schedule", "segments", [[100, 600]]),
        ("kiln.Schedule", "segments", [[0, 600, 0]]),
        ("surface.FactorTrial", "factors", [{"name": "slip", "levels": "ab"}]),
        ("surface.SurfacePlan", "measures", {"length": 3}),
        ("surface.SurfacePlan", "dip_mm", 7),
        ("shelf.StockMovement", "made_at", "9999-12-31T23:00:00+00:00"),
        ("shelf.Material", "name", 12),
        ("tiles.Tile", "cone", "6½½"),
        ("tiles.Tile", "glazed", 1),
        ("mixing.SavedCalculation", "tool", "x"),
        ("bench.Timer", "stage", 7),
        ("ware.WarePiece", "dry_g", 1e-300),
        ("surface.PlannedCoat", "specific_gravity", 7.0),
        ("tiles.Tile", "mark_length_mm", 1e-8),
        ("surface.FactorPiece", "levels", [7, 0]),
    ],
)
def test_what_no_form_would_take_is_refused_with_its_place(world, studio, label, column, value):
    files = files_in(out_of(studio))
    name = f"data/{label}.jsonl"
    _, other = empty_studio()
    with pytest.raises(Unfit, match=rf"{name}, line 1: {column} cannot be right"):
        into(other, edited(files, Edit(name, 0, (column,), value)))


def test_a_row_that_contradicts_another_is_named(world, studio):
    files = files_in(out_of(studio))
    name = "data/tiles.Tile.jsonl"
    first = json.loads(files[name].splitlines()[0])
    _, other = empty_studio()
    with pytest.raises(Unfit, match=rf"{name}, line 2: its values contradict"):
        into(other, edited(files, Edit(name, 1, ("code",), first["code"])))


@pytest.mark.parametrize(
    ("value", "fits"),
    [([["100", 600, 0]], False), ([[100, 600, 0]], True), ([], True), ("", False), (None, False)],
)
def test_a_text_is_no_number_and_a_list_may_be_a_row(value, fits):
    column = contents.archived()["kiln.Schedule"]._meta.get_field("segments")
    if fits:
        shapes.check_json(column, value)
        return
    with pytest.raises(ValidationError):
        shapes.check_json(column, value)


def test_rows_that_cannot_be_right_are_named(world, studio, capsys):
    call_command("damaged_rows")
    assert capsys.readouterr().out == "Quayside: every row is in order.\n"
    mix, tile = Mix.objects.of(studio).first(), Tile.objects.of(studio).first()
    piece = FactorPiece.objects.of(studio).exclude(levels=[]).first()
    Mix.objects.filter(pk=mix.pk).update(made_of={"x": "y"})
    Tile.objects.filter(pk=tile.pk).update(code="")
    FactorPiece.objects.filter(pk=piece.pk).update(levels=[7, 0])
    call_command("damaged_rows")
    assert capsys.readouterr().out.splitlines() == [
        f"Quayside: mixing.Mix {mix.pk}: made_of cannot be right.",
        f"Quayside: surface.FactorPiece {piece.pk}: levels cannot be right.",
        f"Quayside: tiles.Tile {tile.pk}: code cannot be right.",
    ]


def test_every_row_of_the_demo_is_in_order(demo_studio):
    assert list(damaged_rows(demo_studio)) == []


@pytest.mark.parametrize("page", ["/tiles/{tile}/", "/tiles/"])
def test_a_page_that_meets_a_damaged_row_names_it(signed_in, world, studio, page):
    tile = Tile.objects.get(code=world["tiles:record"])
    mix = tile.mix
    Mix.objects.filter(pk=mix.pk).update(made_of={"x": "y"})
    signed_in.raise_request_exception = False
    answer = signed_in.get(page.format(tile=tile.code))
    assert answer.status_code == 500
    words = words_of(answer)
    assert f"The mix {mix.name} (row {mix.pk}) cannot be read" in words
    assert "what is saved as its made_of makes no sense" in words
    assert signed_in.get("/library/backups/").status_code == 200


def test_a_fault_of_the_application_blames_no_row(signed_in, world, monkeypatch):
    monkeypatch.setattr(Mix, "said_pcts", property(lambda mix: 1 / 0))
    signed_in.raise_request_exception = False
    answer = signed_in.get(reverse("tiles:record", args=[world["tiles:record"]]))
    assert answer.status_code == 500
    assert "The fault is in the application" in words_of(answer)
