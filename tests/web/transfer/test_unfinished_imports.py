"""An import is written in parts, and is all there at once or gone without a trace."""

from datetime import timedelta

import pytest
from django.contrib.auth.models import User
from django.core.management import call_command
from django.utils import timezone

from tests.factories import MaterialFactory
from tests.page_forms import forms_of
from tests.pages import words_of
from tests.web.dumps import rows_but
from tests.web.transfer.test_archive import elsewhere, empty_studio, files_in, into, out_of
from umberpot.library.models import Indexed
from umberpot.shelf.models import Material
from umberpot.studio.models import UnfinishedImport
from umberpot.tiles.models import Tile
from umberpot.transfer.archive import importing, undone
from umberpot.transfer.archive.checking import Unfit


class Killed(BaseException):
    """The process ends; nothing catches it."""


@pytest.fixture
def archive(world, studio):
    taken_out = out_of(studio)
    elsewhere()
    return taken_out


@pytest.fixture
def newcomer(archive):
    """Somebody of an empty studio: a client, and the studio."""
    return empty_studio()


def happening(monkeypatch, what, after_parts=7):
    """Does something in the middle of the next import."""
    insert, parts = importing._insert, []

    def watched(*told):
        parts.append(told)
        if len(parts) == after_parts:
            what()
        return insert(*told)

    monkeypatch.setattr(importing, "_insert", watched)


def kill():
    raise Killed


def test_what_is_stopped_in_the_middle_leaves_nothing(newcomer, archive, monkeypatch):
    _, studio = newcomer
    before = rows_but("django_session")
    happening(monkeypatch, kill)
    with pytest.raises(Killed):
        into(studio, archive)
    assert rows_but("django_session") == before


@pytest.mark.parametrize("after_parts", [1, 20, 40])
def test_what_was_killed_is_undone_at_the_next_start(newcomer, archive, monkeypatch, after_parts):
    client, studio = newcomer
    before = rows_but("django_session")
    with monkeypatch.context() as dead:
        dead.setattr(undone, "take_out", lambda studio: None)
        happening(dead, kill, after_parts)
        with pytest.raises(Killed):
            into(studio, archive)
    assert "This studio is being imported" in words_of(client.get("/"))
    typed = client.post("/shelf/new/", {"name": "Of the weir", "notes": "Two lines\nof notes"})
    assert typed.status_code == 503
    again = forms_of(typed)[0]
    assert (again.action, again.sends["notes"]) == ("/shelf/new/", ["Two lines\nof notes"])
    call_command("undo_imports")
    assert rows_but("django_session") == before
    assert client.get("/").status_code == 200
    monkeypatch.undo()
    into(studio, archive)
    assert files_in(out_of(studio)) == files_in(archive)


def test_one_that_is_found_not_to_fit_late_is_undone_too(newcomer, archive, monkeypatch):
    _, studio = newcomer
    before = rows_but("django_session")
    monkeypatch.setattr(importing.shapes, "cannot_stand_beside", lambda row: "levels")
    with pytest.raises(Unfit, match="levels cannot be right"):
        into(studio, archive)
    assert rows_but("django_session") == before
    assert not Indexed.objects.of(studio).exists()


def test_members_meet_a_page_that_says_so_and_nobody_else_does(newcomer, archive, monkeypatch):
    client, studio = newcomer
    stranger, _ = empty_studio("stranger")
    seen = {}

    def look():
        for address in ("/", "/shelf/", "/people/", "/calculators/", "/mix/dose/"):
            seen[address] = client.get(address).status_code, stranger.get(address).status_code
        seen["progress"] = client.get("/progress/00000000-0000-4000-8000-000000000000/").status_code
        sent = client.post("/shelf/1/count/", {"grams": "1"})
        seen["post"] = sent.status_code
        seen["again"] = forms_of(sent)[0].sends["grams"]

    happening(monkeypatch, look)
    into(studio, archive)
    assert seen == {
        **dict.fromkeys(("/", "/shelf/", "/people/"), (503, 200)),
        **dict.fromkeys(("/calculators/", "/mix/dose/"), (200, 200)),
        **{"progress": 200, "post": 503, "again": ["1"]},
    }
    assert client.get("/").status_code == 200


def test_what_others_write_meanwhile_gets_keys_of_its_own(newcomer, archive, monkeypatch):
    _, studio = newcomer
    _, others = empty_studio("others")
    happening(monkeypatch, lambda: MaterialFactory.create_batch(30, studio=others), after_parts=1)
    into(studio, archive)
    assert Material.objects.of(others).count() == 30
    assert files_in(out_of(studio)) == files_in(archive)
    assert MaterialFactory(studio=studio).pk > Material.objects.of(others).latest("pk").pk


def test_two_archives_do_not_come_into_one_studio(newcomer, archive, monkeypatch):
    _, studio = newcomer
    refused = []

    def again():
        with pytest.raises(Unfit) as second:
            into(studio, archive)
        refused.append(str(second.value))

    happening(monkeypatch, again, after_parts=1)
    into(studio, archive)
    (why,) = refused
    assert "Another full export is being imported" in why
    assert files_in(out_of(studio)) == files_in(archive)


def test_one_that_was_undone_as_stopped_does_not_go_on(newcomer, archive, monkeypatch):
    _, studio = newcomer
    before = rows_but("django_session")

    def undo():
        UnfinishedImport.objects.update(alive_at=timezone.now() - timedelta(minutes=6))
        call_command("undo_imports", stopped=True)

    happening(monkeypatch, undo)
    with pytest.raises(Unfit, match="took too long and was undone"):
        into(studio, archive)
    assert rows_but("django_session") == before


def test_one_that_was_undone_leaves_the_next_import_alone(newcomer, archive, monkeypatch):
    _, studio = newcomer

    def undo_and_import_again():
        call_command("undo_imports")
        into(studio, archive)

    happening(monkeypatch, undo_and_import_again)
    with pytest.raises(Unfit, match="took too long and was undone"):
        into(studio, archive)
    assert files_in(out_of(studio)) == files_in(archive)


def test_one_that_goes_on_is_left_alone(newcomer, archive, monkeypatch):
    _, studio = newcomer
    happening(monkeypatch, lambda: call_command("undo_imports", stopped=True))
    into(studio, archive)
    assert Tile.objects.of(studio).exists()


def test_accounts_of_those_who_were_there_stay(newcomer, archive, monkeypatch):
    User.objects.create(username="potter")
    _, studio = newcomer
    happening(monkeypatch, kill)
    with pytest.raises(Killed):
        into(studio, archive)
    assert User.objects.filter(username="potter").exists()
