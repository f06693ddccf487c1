"""A new data file has its tables at once, or none. That they are those that migrations come to is
held in every run by a file of before that is brought up to date, in test_older_files."""

import pytest
from django.core.management import call_command
from django.db import connection

from tests import data_files
from tests.thoroughness import THOROUGH
from umberpot.library import new_file


@pytest.fixture
def empty_file(tmp_path, django_db_setup, django_db_blocker):
    """The application on a data file that nothing has written to."""
    tests_own = connection.settings_dict["NAME"]
    with django_db_blocker.unblock():
        connection.close()
        connection.settings_dict["NAME"] = str(tmp_path / "new.sqlite3")
        yield
        connection.close()
        connection.settings_dict["NAME"] = tests_own


def test_every_migration_counts_as_applied(empty_file):
    call_command("lay_out")
    call_command("migrate", check_unapplied=True, verbosity=0)


def test_one_that_has_tables_is_left_as_it_is(empty_file):
    with connection.cursor() as cursor:
        cursor.execute("CREATE TABLE somebodys (figure)")
    call_command("lay_out")
    assert connection.introspection.table_names() == ["somebodys"]


def test_it_is_laid_out_whole_or_not_at_all(empty_file, monkeypatch):
    def cut_off(*_):
        raise InterruptedError

    monkeypatch.setattr(new_file, "_own_sql", cut_off)
    with pytest.raises(InterruptedError):
        call_command("lay_out")
    assert new_file.is_new(connection)


@pytest.mark.skipif(not THOROUGH, reason="a hundred migrations, which never change again")
def test_migrating_an_empty_file_comes_to_the_same(empty_file, run_folder):
    call_command("migrate", verbosity=0)
    fresh = data_files.migrated(run_folder) / data_files.NAME
    connection.close()
    assert data_files.schema_of(connection.settings_dict["NAME"]) == data_files.schema_of(fresh)
