"""Backups: whole or not at all, thinned out, restored, and the owner's to take away."""

import shutil
import sqlite3
from collections import namedtuple
from contextlib import closing
from datetime import UTC, date, datetime, timedelta

import pytest
from django.test import Client
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.factories import MembershipFactory, StudioFactory
from tests.pages import words_of
from tests.thoroughness import examples
from umberpot.library.backups import copies, services
from umberpot.library.backups.copies import BackupError, back_up, copies_in, put_back
from umberpot.library.backups.retention import to_keep
from umberpot.library.management.commands.keep_backups import Command as KeepBackups
from umberpot.studio.models import Membership
from umberpot.studio.role_list import Role

NOON = datetime(2026, 5, 14, 12, tzinfo=UTC)


@pytest.fixture
def database(tmp_path):
    """A small data file with one studio in it."""
    path = tmp_path / "umberpot.sqlite3"
    with closing(sqlite3.connect(path)) as made:
        made.execute("CREATE TABLE studio_studio (name TEXT)")
        made.execute("INSERT INTO studio_studio VALUES ('Quayside')")
        made.commit()
    return path


@pytest.fixture
def folder(tmp_path):
    return tmp_path / "backups"


def names_in(path):
    with closing(sqlite3.connect(path)) as opened:
        return [name for (name,) in opened.execute("SELECT name FROM studio_studio")]


def rename(database, name):
    with closing(sqlite3.connect(database)) as opened:
        opened.execute("UPDATE studio_studio SET name = ?", [name])
        opened.commit()


def test_a_backup_is_a_whole_copy_that_only_its_owner_may_read(database, folder):
    made = back_up(database, folder, NOON)
    assert names_in(made.path) == ["Quayside"]
    assert made.path.name == "umberpot-20260514T120000Z.sqlite3"
    assert made.path.stat().st_mode & 0o077 == 0
    assert [path.name for path in folder.iterdir()] == [made.path.name]


def test_it_holds_what_was_saved_while_someone_writes(database, folder):
    with closing(sqlite3.connect(database)) as writing:
        writing.execute("PRAGMA journal_mode=WAL")
        writing.execute("UPDATE studio_studio SET name = 'Half done'")
        made = back_up(database, folder, NOON)
        writing.rollback()
    assert names_in(made.path) == ["Quayside"]


def test_restored_it_is_as_it_was_and_what_stood_is_backed_up(database, folder):
    made = back_up(database, folder, NOON)
    rename(database, "Renamed since")
    before = put_back(made.path, database, folder, NOON + timedelta(hours=1))
    assert names_in(database) == ["Quayside"]
    assert names_in(before.path) == ["Renamed since"]
    assert before.before_update


def test_whoever_had_it_open_reads_what_was_restored(database, folder):
    made = back_up(database, folder, NOON)
    rename(database, "Renamed since")
    with closing(sqlite3.connect(database)) as working:
        assert working.execute("SELECT name FROM studio_studio").fetchone() == ("Renamed since",)
        put_back(made.path, database, folder, NOON + timedelta(hours=1))
        assert working.execute("SELECT name FROM studio_studio").fetchone() == ("Quayside",)


def test_while_someone_writes_nothing_is_restored(monkeypatch, database, folder):
    monkeypatch.setattr(copies, "WAITS_S", 0.1)
    made = back_up(database, folder, NOON)
    with closing(sqlite3.connect(database, isolation_level=None)) as writing:
        writing.execute("PRAGMA journal_mode=WAL")
        writing.execute("BEGIN IMMEDIATE")
        writing.execute("UPDATE studio_studio SET name = 'Half done'")
        with pytest.raises(BackupError, match="was not restored"):
            put_back(made.path, database, folder, NOON + timedelta(hours=1))
        writing.execute("COMMIT")
    assert names_in(database) == ["Half done"]


@pytest.mark.parametrize("content", [b"", b"this is no database, " * 500])
def test_what_is_damaged_or_foreign_changes_nothing(database, folder, tmp_path, content):
    wrong = tmp_path / "wrong.sqlite3"
    wrong.write_bytes(content)
    with pytest.raises(BackupError):
        put_back(wrong, database, folder, NOON)
    assert names_in(database) == ["Quayside"]
    assert not copies_in(folder)


def test_a_damaged_data_file_makes_no_backup_and_leaves_the_old_ones(database, folder):
    back_up(database, folder, NOON)
    content = bytearray(database.read_bytes())
    content[4096:] = b"\xff" * (len(content) - 4096)
    database.write_bytes(content)
    with pytest.raises(BackupError):
        back_up(database, folder, NOON + timedelta(days=1))
    assert len(copies_in(folder)) == 1
    assert not (folder / copies.PARTIAL).exists()


def test_a_full_disk_is_said_before_anything_is_written(monkeypatch, database, folder):
    usage = namedtuple("usage", "total used free")
    monkeypatch.setattr(shutil, "disk_usage", lambda _: usage(10, 10, 1))
    with pytest.raises(BackupError, match="nearly full"):
        back_up(database, folder, NOON)


def test_the_last_days_weeks_and_months_are_kept():
    nights = [NOON - timedelta(days=n) for n in range(800)]
    kept = sorted(to_keep(nights), reverse=True)
    assert kept[:7] == nights[:7]
    assert len({at.isocalendar()[:2] for at in kept}) >= 8
    assert len({(at.year, at.month) for at in kept}) == 12
    assert len(kept) <= 7 + 8 + 12


@given(st.lists(st.datetimes(datetime(2020, 1, 1), datetime(2030, 1, 1)), max_size=60, unique=True))
@settings(max_examples=examples(300), deadline=None)
def test_the_newest_is_always_kept_and_thinning_twice_is_thinning_once(times):
    kept = to_keep(times)
    assert kept <= set(times)
    assert not times or max(times) in kept
    assert to_keep(kept) == kept


@pytest.mark.parametrize(
    ("made", "due"),
    [(None, True), (timedelta(hours=2), False), (timedelta(hours=20), True)],
)
def test_one_is_due_once_a_night(made, due):
    copy = made and copies.Copy(None, NOON - made, 1, False)
    assert services.is_due(copy, NOON) is due


@pytest.fixture
def installed(monkeypatch, settings, database, tmp_path):
    """This installation keeps its backups beside a small data file."""
    settings.BACKUPS_DIR = tmp_path / "backups"
    monkeypatch.setattr(services, "database", lambda: database)
    return tmp_path / "backups"


def test_the_page_says_when_the_last_good_one_was_made(signed_in, installed):
    assert "There is no backup yet." in words_of(signed_in.get("/library/backups/"))
    answer = signed_in.post("/library/backups/make/", follow=True)
    page = words_of(answer)
    assert "Backup made and checked." in page
    assert f"Last good backup: {date.today():%-d %b %Y}" in page
    assert "on the same disk as the data" in page
    (copy,) = copies_in(installed)
    old = copy.path.with_name("umberpot-20250101T030000Z.sqlite3")
    copy.path.rename(old)
    assert "more than a day and a half old" in words_of(signed_in.get("/library/backups/"))


def test_a_backup_that_fails_is_said(signed_in, installed, database):
    database.write_bytes(b"this is no database, " * 500)
    answer = signed_in.post("/library/backups/make/", follow=True)
    assert "No backup was made" in words_of(answer)


def test_only_an_owner_of_the_first_studio_takes_it_away(signed_in, installed, studio, user):
    signed_in.post("/library/backups/make/")
    (copy,) = copies_in(installed)
    url = f"/library/backups/{copy.path.name}/"
    got = b"".join(signed_in.get(url).streaming_content)
    assert got == copy.path.read_bytes()
    assert signed_in.get("/library/backups/umberpot-20260101T030000Z.sqlite3/").status_code == 404
    Membership.objects.filter(user=user).update(role=Role.MAKER)
    assert signed_in.get(url).status_code == 404
    Membership.objects.filter(user=user).update(role=Role.OWNER)
    other = MembershipFactory(studio=StudioFactory(name="Another"), role=Role.OWNER)
    client = Client()
    client.force_login(other.user)
    assert client.get(url).status_code == 404
    assert url not in client.get("/library/backups/").content.decode()
    assert signed_in.get(url).status_code == 200


def test_a_backup_is_made_every_night_and_not_twice(installed, db):
    for _ in range(2):
        KeepBackups().once()
    assert len(copies_in(installed)) == 1
