"""What is thrown out at night, and what never is."""

from datetime import timedelta

import pytest
from axes.models import AccessAttempt
from django.contrib.sessions.models import Session
from django.db import connection
from django.utils import timezone

from tests.factories import MaterialFactory, MembershipFactory, PhotoFactory, StudioFactory
from tests.pages import words_of
from umberpot.library.housekeeping import room, services
from umberpot.shelf.models import Material, Photo
from umberpot.studio.journal.models import JournalEntry
from umberpot.studio.role_list import Role

NOW = timezone.now()


def days_ago(days):
    return NOW - timedelta(days=days)


def entries_of(row):
    found = JournalEntry.objects.filter(object_id=row.pk, content_type__model=row._meta.model_name)
    return found.order_by("pk")


@pytest.fixture
def stain(studio):
    """A material that was changed twice, long ago."""
    material = MaterialFactory(studio=studio, name="Moss")
    for name in ("Moss green", "Moss brown"):
        material.name = name
        material.save()
    JournalEntry.objects.update(timestamp=days_ago(401))
    return material


def test_the_journal_keeps_the_last_of_each_row_however_old(stain):
    assert entries_of(stain).count() == 3
    services.thin_journal(NOW)
    (last,) = entries_of(stain)
    assert "Moss brown" in str(last.changes)


def test_what_is_younger_stays(stain):
    JournalEntry.objects.update(timestamp=days_ago(399))
    services.thin_journal(NOW)
    assert entries_of(stain).count() == 3


def test_a_journal_that_is_too_large_keeps_fewer_days(stain, monkeypatch):
    JournalEntry.objects.update(timestamp=days_ago(120))
    sizes = iter([3e8, 3e8, 1e8])
    monkeypatch.setattr(room, "bytes_of", lambda table: next(sizes))
    services.thin_journal(NOW)
    assert entries_of(stain).count() == 1


def test_many_are_taken_out_in_steps(stain, monkeypatch):
    monkeypatch.setattr(services, "AT_A_TIME", 1)
    assert services.thin_journal(NOW) >= 2
    assert entries_of(stain).count() == 1


@pytest.mark.parametrize(("days", "is_kept"), [(29, True), (31, False)])
def test_a_removed_photograph_is_really_gone_after_a_month(studio, days, is_kept):
    photo = PhotoFactory(material=MaterialFactory(studio=studio))
    key = photo.pk
    photo.delete()
    entry = JournalEntry.objects.get(
        object_id=key, content_type__model="photo", action=JournalEntry.Action.DELETE
    )
    assert entry.serialized_data["fields"]["image"]
    JournalEntry.objects.filter(pk=entry.pk).update(timestamp=days_ago(days))
    services.forget_what_was_removed(NOW)
    entry.refresh_from_db()
    assert bool(entry.serialized_data) == is_kept
    assert entry.changes
    assert not Photo.objects.filter(pk=key).exists()


def test_ended_sessions_and_old_sign_ins_go(signed_in):
    assert Session.objects.count() == 1
    old, lately = (
        AccessAttempt.objects.create(username=name, ip_address="10.0.0.7", failures_since_start=1)
        for name in ("old", "lately")
    )
    AccessAttempt.objects.filter(pk=old.pk).update(attempt_time=days_ago(91))
    services.forget_sign_ins(NOW)
    assert (Session.objects.count(), [*AccessAttempt.objects.all()]) == (1, [lately])
    services.forget_sign_ins(NOW + timedelta(days=31))
    assert not Session.objects.exists()


def test_tidying_up_changes_nothing_that_is_there(world, studio):
    before = list(Material.objects.of(studio).values())
    services.tidy(NOW + timedelta(days=2000))
    assert list(Material.objects.of(studio).values()) == before


def test_sqlite_knows_that_a_studio_has_more_tiles_than_a_trial(world, studio):
    services.tidy(NOW)
    with connection.cursor() as cursor:
        told = dict(
            cursor.execute("SELECT idx, stat FROM sqlite_stat1 WHERE tbl = 'tiles_tile'").fetchall()
        )
    a_studio, a_trial = (
        int(next(told[name] for name in told if name and part in name).split()[1])
        for part in ("studio_id", "trial_id")
    )
    assert a_studio > a_trial


def test_a_small_file_is_not_compacted(db):
    assert not services.compact()


def test_an_owner_of_the_first_studio_sees_what_the_file_holds(signed_in, studio):
    before = {one.title: one.size for one in room.rooms()}
    PhotoFactory(material=MaterialFactory(studio=studio), image=b"x" * 300_000)
    words = words_of(signed_in.get("/library/backups/"))
    assert "What the data file holds" in words
    sizes = {one.title: one.size for one in room.rooms()}
    with connection.cursor() as cursor:
        pages, free, size = (
            cursor.execute(f"PRAGMA {what}").fetchone()[0]
            for what in ("page_count", "freelist_count", "page_size")
        )
    assert 290_000 < sizes["Photographs"] - before["Photographs"] < 320_000
    assert sum(sizes.values()) == (pages - free) * size


def test_nobody_of_another_studio_sees_it(studio, client):
    other = MembershipFactory(studio=StudioFactory(name="Another"), role=Role.OWNER)
    client.force_login(other.user)
    assert "What the data file holds" not in words_of(client.get("/library/backups/"))
