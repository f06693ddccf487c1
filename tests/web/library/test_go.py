"""Search: codes and names, of this studio only."""

import pytest

from tests.factories import FiringFactory, MaterialFactory
from tests.pages import rows_by_kind
from umberpot.library.search.kinds import KINDS
from umberpot.library.search.query import look_up
from umberpot.tiles.models import Tile


def enter(client, typed):
    return client.get("/go/", {"q": typed})


def names(client, typed):
    answer = enter(client, typed).context["answer"]
    return [row.name for kind in answer.kinds for row in kind.rows]


def test_a_code_opens_its_tile_however_it_is_typed(signed_in, world):
    code = world["tiles:record"]
    for typed in (code, code.lower(), f" {code[0]} {code[1:]} "):
        assert enter(signed_in, typed)["Location"] == f"/tiles/{code}/"


def test_a_bar_opens_where_its_readings_are_entered(signed_in, world):
    bar = Tile.objects.exclude(role="").first()
    assert enter(signed_in, bar.code)["Location"] == f"/tiles/tests/{world['clays:test']}/"


def test_an_exact_name_opens_at_once_though_others_begin_with_it(signed_in, studio):
    exact = MaterialFactory(studio=studio, name="Quay", kind="stain")
    MaterialFactory(studio=studio, name="Quay Grey", kind="stain", supplier_code="QG-1")
    assert enter(signed_in, "quay")["Location"] == f"/shelf/{exact.pk}/"
    assert enter(signed_in, "qg-1").status_code == 302
    assert names(signed_in, "qua") == ["Quay Grey", "Quay"]


@pytest.mark.parametrize(
    ("typed", "address"),
    [
        ("grid", "/mix/grid/"),
        ("Shrinkage calculator", "/results/shrinkage/"),
        ("kiln", "/kiln/"),
        ("secret plan", "/mix/plans/{tiles:plan}/"),
        ("secret bank", "/shelf/{shelf:field-sheet}/"),
    ],
)
def test_pages_trials_and_plans_by_their_words(signed_in, world, typed, address):
    expected = address
    for name, key in world.items():
        expected = expected.replace(f"{{{name}}}", str(key))
    answer = enter(signed_in, typed)
    if answer.status_code == 200:
        rows = [r for rows in rows_by_kind(answer.context["answer"]).values() for r in rows]
        assert expected in [row.url for row in rows]
    else:
        assert answer["Location"] == expected


def test_a_firing_by_its_cone_or_its_note(signed_in, studio):
    firing = FiringFactory(studio=studio, cone="04", note="Slow cooling")
    for typed in ("cone 04", "slow"):
        assert enter(signed_in, typed)["Location"] == f"/kiln/{firing.pk}/"


def test_every_kind_has_something_to_find_in_a_studio_at_work(studio, world):
    words = {"tiles": world["tiles:record"], "firings": "cone 6", "shelf": "ferry"}
    words |= {"clays": "ferry", "mixes": "quay", "plans": "secret", "trials": "secret"}
    words |= {"factor-trials": "factors", "surface-plans": "bowls", "ware": "beakers"}
    words |= {"calculations": "floor", "findings": "finding", "notes": "greener"}
    for slug, kind in KINDS.items():
        assert kind.title in rows_by_kind(look_up(studio, words[slug])), slug
    assert set(rows_by_kind(look_up(studio, "grid"))) == {"Pages"}
    assert "People" in rows_by_kind(look_up(studio, "potter"))


@pytest.mark.parametrize("typed", ["", "   ", "nothing is called so", "_", "\x00", "x" * 500])
def test_what_is_not_there_is_said(signed_in, world, typed):
    page = enter(signed_in, typed)
    assert page.status_code == 200
    assert page.context["answer"].count == 0


def test_a_stranger_finds_nothing_of_another_studio(stranger, world):
    for typed in (world["tiles:record"], "secret", "ferry", "quay", "cone 6"):
        assert names(stranger, typed) == []


def test_while_typing_only_the_list_is_sent(signed_in, world):
    got = signed_in.get("/go/", {"q": "secret"}, headers={"HX-Request": "true"})
    html = got.content.decode()
    assert "Secret plan" in html
    assert "<html" not in html
