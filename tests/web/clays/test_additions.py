"""Additions are things of the shelf, blended into any clay, judged by the studio's own blends."""

import uuid

import pytest

from tests.factories import MaterialFactory
from tests.pages import words_of
from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material
from umberpot.tiles.models import ClayTest, Tile

NEW = {"kind": "addition", "name": "Quay grog", "addition": "grog", "grain": "0 to 0.7 mm"}


@pytest.fixture
def spar(studio):
    return MaterialFactory(studio=studio, kind="addition", addition="feldspar", name="Own spar")


def blend(client, clay, other, steps="10", **typed):
    form = {"other": other.pk, "steps": steps, "dry_g": "600", "request_key": uuid.uuid4()}
    return client.post(f"/results/clays/{clay.pk}/line/", {**form, **typed}, follow=True)


def guess(client, clay, other, steps="10"):
    query = {"other": other.pk, "steps": steps}
    return words_of(client.get(f"/results/clays/{clay.pk}/guess/", query))


def test_an_addition_goes_onto_the_shelf(signed_in, studio):
    signed_in.post("/shelf/new/", NEW)
    grog = Material.objects.of(studio).get()
    assert (grog.addition, grog.grain, grog.state) == ("grog", "0 to 0.7 mm", "dry")
    page = words_of(signed_in.get("/shelf/"))
    assert "Additions to clay" in page
    assert "Quay grog" in page


def test_it_must_say_what_it_is_and_a_clay_says_nothing_of_the_sort(signed_in, studio):
    refused = signed_in.post("/shelf/new/", {**NEW, "addition": ""})
    assert refused.status_code == 400
    assert "Choose what it is." in words_of(refused)
    signed_in.post("/shelf/new/", {**NEW, "kind": "clay_body", "state": "dry"})
    clay = Material.objects.of(studio).get()
    assert (clay.addition, clay.grain) == ("", "")


def test_it_is_blended_into_a_clay_and_tested_as_the_clay_was(signed_in, tested, spar, studio):
    bank = tested("Bank", (("6", 9, 6.0), ("10", 11, 2.0)), replicates=2)
    said = blend(signed_in, bank, spar, "5, 10")
    assert "2 blends" in words_of(said)
    for test in ClayTest.objects.exclude(clay=bank):
        bars = list(Tile.objects.filter(trial=test.trial_id))
        like = list(Tile.objects.filter(trial__test__clay=bank))
        assert [(b.role, b.cone_plan) for b in bars] == [(b.role, b.cone_plan) for b in like]
    mix = Mix.objects.of(studio).first()
    assert {part.name for part in mix.parts.all()} == {"Bank", "Own spar"}
    assert "results/clays" not in spar.get_absolute_url()
    page = signed_in.get(f"/results/clays/{mix.clay_id}/")
    assert f"/shelf/{spar.pk}/" in page.content.decode()


def test_the_amount_offered_is_enough_for_the_bars(signed_in, tested):
    """Four bars of 88 g dry and a tenth to lose: 390 g."""
    bank = tested("Bank", (("6", 9, 6.0), ("10", 11, 2.0)), replicates=2)
    form = signed_in.get(f"/results/clays/{bank.pk}/").context["line_form"]
    assert float(form["dry_g"].value()) == 390


def test_it_is_a_guess_only_once_two_blends_were_fired(signed_in, tested, spar, studio):
    bank = tested("Bank", (("6", 9, 7.0),))
    assert "No estimate yet: fewer than two blends with feldspar" in guess(signed_in, bank, spar)
    assert "absorbs less" in guess(signed_in, bank, spar)
    for name, absorbed in (("First", 4.0), ("Second", 3.0)):
        plain = tested(f"{name} clay", (("6", 8, 6.0),))
        made = tested(f"{name} blend", (("6", 9, absorbed),), kind="blend")
        made.blend_parts.create(studio=studio, clay=plain, share_pct=90)
        made.blend_parts.create(studio=studio, clay=spar, share_pct=10)
    said = guess(signed_in, bank, spar)
    assert "from 2 blends with feldspar that were fired here" in said
    assert "about 4.5 %" in said


def test_a_way_that_was_tried_says_on_what_and_whether_it_helped(signed_in, tested, spar, studio):
    bank = tested("Bank", (("6", 9, 6.0),))
    page = words_of(signed_in.get(f"/results/clays/{bank.pk}/"))
    assert "Add feldspar or frit as a flux" in page
    assert "Tried as" not in page
    made = tested("Bank with spar", (("6", 11, 1.0),), kind="blend")
    made.blend_parts.create(studio=studio, clay=bank, share_pct=90)
    made.blend_parts.create(studio=studio, clay=spar, share_pct=10)
    page = words_of(signed_in.get(f"/results/clays/{bank.pk}/"))
    told = page[page.index("Tried as") :][:80]
    assert told.startswith("Tried as Bank with spar at cone 6: 1.0 ± 0.1 % absorbed, it helped.")
