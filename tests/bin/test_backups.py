"""What stands is backed up by itself: at night, before an update; and can be put back."""

import sqlite3
import subprocess
import sys
import time
from contextlib import closing

from tests import data_files
from tests.data_files import TOP, environment_for
from tests.running import ENDS_WITHIN_S, running


def manage(folder, *command, **settings):
    environment = environment_for(UMBERPOT_VAR=str(folder), UMBERPOT_HTTPS="off", **settings)
    return subprocess.run(
        [sys.executable, "manage.py", *command],
        cwd=TOP,
        env=environment,
        capture_output=True,
        text=True,
        timeout=ENDS_WITHIN_S,
    )


def backups_in(folder):
    return sorted(path.name for path in (folder / "backups").glob("umberpot-*.sqlite3"))


def test_the_server_makes_a_backup_of_the_night_and_it_can_be_restored(tmp_path):
    with running("serve", tmp_path):
        deadline = time.monotonic() + ENDS_WITHIN_S
        while not backups_in(tmp_path) and time.monotonic() < deadline:
            time.sleep(0.2)
    (made,) = backups_in(tmp_path)
    done = manage(tmp_path, "restore_backup", made)
    assert f"{made} is restored." in done.stdout
    assert "-before-update.sqlite3" in done.stdout
    refused = manage(tmp_path, "restore_backup", "umberpot-20200101T030000Z.sqlite3")
    assert refused.returncode == 1
    assert "There is no" in refused.stderr
    assert "Traceback" not in refused.stderr


COMPACTED = """
from umberpot.library.housekeeping import services
services.SMALLEST_TO_COMPACT = 0
print("compacted", services.compact(), services.compact())
"""


def test_a_data_file_with_much_room_inside_gives_it_back_once(run_folder, tmp_path):
    data_files.copy_folder(data_files.migrated(run_folder), tmp_path)
    path = tmp_path / data_files.NAME
    with closing(sqlite3.connect(path)) as database:
        database.execute("CREATE TABLE filler AS SELECT zeroblob(20000000) AS content")
        database.execute("DROP TABLE filler")
    large = path.stat().st_size
    told = manage(tmp_path, "shell", "-v0", "-c", COMPACTED)
    assert "compacted True False" in told.stdout
    assert path.stat().st_size < large - 15_000_000


def test_an_update_is_preceded_by_a_backup_and_a_start_without_one_is_not(run_folder, tmp_path):
    data_files.copy_folder(data_files.migrated(run_folder), tmp_path)
    assert manage(tmp_path, "prepare").returncode == 0
    assert backups_in(tmp_path) == []
    assert manage(tmp_path, "migrate", "bench", "zero").returncode == 0
    assert manage(tmp_path, "prepare").returncode == 0
    (made,) = backups_in(tmp_path)
    assert made.endswith("-before-update.sqlite3")


def test_backups_go_where_the_installation_wants_them(run_folder, tmp_path):
    data, elsewhere = tmp_path / "data", tmp_path / "another disk"
    data_files.copy_folder(data_files.migrated(run_folder), data)
    made = manage(data, "back_up", UMBERPOT_BACKUPS=str(elsewhere))
    assert made.returncode == 0, made.stderr
    assert len([*elsewhere.glob("umberpot-*.sqlite3")]) == 1
    assert backups_in(data) == []
