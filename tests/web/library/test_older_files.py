"""A data file that commit c56959a made comes over with every row equal, or stays as it is.

The file holds one of everything, and an archive that the same commit took out of it.
"""

import gzip
import io
import json
import shutil
import sqlite3
import subprocess
import sys
import zipfile
from contextlib import closing
from datetime import UTC, datetime

import pytest
from django.contrib.auth.models import User
from django.contrib.contenttypes.models import ContentType
from django.db import connection
from django.test import Client

from tests import data_files
from tests.data_files import TOP, environment_for
from umberpot.clays.figures import bring_up_to_date
from umberpot.clays.models import ClayFigure
from umberpot.library.models import Indexed
from umberpot.library.older_files import services
from umberpot.library.older_files.services import Age
from umberpot.shelf.models import Material
from umberpot.studio.journal.models import JournalEntry
from umberpot.studio.models import Studio
from umberpot.transfer.archive import contents
from umberpot.transfer.archive.exporting import write_archive

KEPT = TOP / "tests" / "data" / "studio-of-c56959a"
AT = datetime(2026, 3, 4, 5, 6, 7, tzinfo=UTC)


@pytest.fixture
def old(tmp_path):
    """The file of then, in a data folder of its own."""
    return write_old(tmp_path)


def write_old(folder):
    file = folder / data_files.NAME
    file.write_bytes(gzip.decompress(KEPT.with_suffix(".sqlite3.gz").read_bytes()))
    return file


def dump(file):
    with closing(sqlite3.connect(file)) as opened:
        return list(opened.iterdump())


def manage(folder, *command):
    environment = environment_for(UMBERPOT_VAR=str(folder), UMBERPOT_HTTPS="off")
    return subprocess.run(
        [sys.executable, *command], cwd=TOP, env=environment, capture_output=True, text=True
    )


@pytest.fixture
def brought_over(run_folder):
    """A data folder with the file of then, once the application has started on it."""

    def make(folder):
        write_old(folder)
        data_files.manage(folder, "prepare")

    return data_files.made_once(run_folder / "brought_over", make)


@pytest.fixture
def come_over(tmp_path, brought_over, django_db_setup, django_db_blocker):
    """The application on the file of then, as its own start brings it up to date."""
    data_files.copy_folder(brought_over, tmp_path)
    tests_own = connection.settings_dict["NAME"]
    with django_db_blocker.unblock():
        connection.close()
        connection.settings_dict["NAME"] = str(tmp_path / data_files.NAME)
        # Django remembers the numbers of kinds of rows by database, and this is another one.
        ContentType.objects.clear_cache()
        yield
        ContentType.objects.clear_cache()
        connection.close()
        connection.settings_dict["NAME"] = tests_own


def files_in(archive):
    with zipfile.ZipFile(archive) as zipped:
        return {name: zipped.read(name) for name in zipped.namelist()}


def as_named_today(name):
    """The name of a file of the old archive as an archive of today has it."""
    for today, then in contents.labels_of(2).items():
        name = name.replace(f"/{then}.jsonl", f"/{today}.jsonl").replace(f"/{then}/", f"/{today}/")
    return name


def without_what_is_new(today, then, label):
    """Rows of today with the fields that rows of then have; others came later, with a default.

    What has another value since is told as the archive's own reading tells it.
    """
    rows = [(json.loads(one), json.loads(other)) for one, other in zip(today, then, strict=True)]
    rows = [(row, contents.upgraded(label, was, 2)) for row, was in rows]
    if label == "shelf.Material":
        assert all(knows_what_it_did(row, was) for row, was in rows)
        rows = [(row | {"hazards": was["hazards"]}, was) for row, was in rows]
    return [{name: row[name] for name in was} for row, was in rows], [was for _, was in rows]


def knows_what_it_did(row, was):
    """Whether a material knows the metals it did; only leftovers have come to know more."""
    more = set(row["hazards"]) - set(was["hazards"])
    return set(was["hazards"]) <= set(row["hazards"]) and (
        not more or row["kind"] in ("leftover", "reclaim")
    )


def assert_equal_rows(name, today, then):
    """A file of an archive, row by row where it has rows."""
    if name.endswith(".jsonl") or name == "studio.json":
        label = as_named_today(name).removeprefix("data/").removesuffix(".jsonl")
        today, then = without_what_is_new(today.splitlines(), then.splitlines(), label)
    assert today == then, name


def test_every_row_is_equal_by_the_archives_own_comparison(come_over):
    studio = Studio.objects.get(name="Quayside")
    now = io.BytesIO()
    write_archive(studio, now, AT)
    today, then = files_in(now), files_in(KEPT.with_suffix(".zip"))
    told = {name for name in then if name.startswith(("data/", "files/")) or name == "studio.json"}
    assert len(told) > 50
    for name in told | {"people.jsonl"}:
        assert_equal_rows(name, today[as_named_today(name)], then[name])
    counts = json.loads(then["manifest.json"])["rows"]
    assert all(counts.values()), "one of everything"
    assert sum(json.loads(today["manifest.json"])["rows"].values()) == sum(counts.values())


def test_it_works_on_as_before(come_over):
    """People sign in, what was kept is found, figures are worked out again, the journal tells."""
    client = Client()
    client.force_login(User.objects.get(username="potter"))
    clay = Material.objects.get(name="Ferry white")
    for page in ("/", "/shelf/", "/mix/", "/tiles/", "/kiln/", "/results/clays/", "/results/"):
        assert client.get(page).status_code == 200, page
    assert client.get(f"/results/clays/{clay.pk}/").status_code == 200
    assert client.get("/library/journal/").status_code == 200
    assert Indexed.objects.filter(name="Secret bank").exists()
    bring_up_to_date(clay.studio)
    assert ClayFigure.objects.filter(clay=clay).exists()
    labels = {entry.content_type.app_label for entry in JournalEntry.objects.all()}
    assert {"firings", "colours", "ware"} <= labels
    assert "results" not in labels


def test_its_schema_is_that_of_a_fresh_file(come_over, run_folder):
    """What all migrations come to is what a new file is laid out as, without one of them."""
    fresh = data_files.migrated(run_folder) / data_files.NAME
    connection.close()
    assert data_files.schema_of(connection.settings_dict["NAME"]) == data_files.schema_of(fresh)


def test_the_start_backs_it_up_first_and_a_second_start_changes_nothing(
    old, brought_over, tmp_path
):
    (copy,) = (brought_over / "backups").glob("umberpot-*-before-update.sqlite3")
    assert dump(copy) == dump(old)
    folder = tmp_path / "again"
    shutil.copytree(brought_over, folder)
    file = folder / data_files.NAME
    assert services.age_of(file) is Age.OF_TODAY
    after = dump(file)
    data_files.manage(folder, "prepare")
    assert dump(file) == after
    assert len(list((folder / "backups").iterdir())) == 1


KILLED = """
import os, sys
from pathlib import Path
from umberpot.library.older_files import services
setattr(services, sys.argv[2], lambda *a: os.kill(os.getpid(), 9))
services.bring_over(Path(sys.argv[1]))
"""


@pytest.mark.parametrize("step", ["_rename", "_exchange_steps"])
def test_killed_in_the_middle_it_is_as_it_was(old, step):
    before = dump(old)
    done = manage(old.parent, "-c", KILLED, str(old), step)
    assert done.returncode == -9
    assert dump(old) == before
    assert services.bring_over(old) is True
    assert services.age_of(old) is Age.OF_TODAY


def test_a_file_of_before_the_commit_is_told_what_to_start_first(old):
    with closing(sqlite3.connect(old)) as opened, opened:
        opened.execute("DELETE FROM django_migrations WHERE name = '0018_names_of_kinds'")
    before = dump(old)
    done = manage(old.parent, "manage.py", "prepare")
    assert done.returncode == 1
    assert "Start the version of commit c56959a on it once" in done.stderr
    assert dump(old) == before


def test_what_is_no_old_file_is_left_alone(tmp_path, run_folder):
    assert services.bring_over(tmp_path / "missing") is False
    empty = tmp_path / "empty"
    empty.touch()
    fresh = data_files.migrated(run_folder) / data_files.NAME
    for file, age in ((empty, Age.EMPTY), (fresh, Age.OF_TODAY)):
        before = file.read_bytes()
        assert services.age_of(file) is age
        assert services.bring_over(file) is False
        assert file.read_bytes() == before


def test_its_archive_is_read_as_well(studio, signed_in):
    """An archive of version 2, with the labels of then."""
    from tests.web.transfer.test_archive import elsewhere, empty_studio, files_in, out_of, upload

    elsewhere()
    client, other = empty_studio()
    answer = upload(client, KEPT.with_suffix(".zip").read_bytes())
    assert "is here, with" in answer.content.decode()
    other.refresh_from_db()
    today, then = files_in(out_of(other)), zipfile.ZipFile(KEPT.with_suffix(".zip"))
    for name in then.namelist():
        if name.startswith(("data/", "files/")):
            assert_equal_rows(name, today[as_named_today(name)], then.read(name))
