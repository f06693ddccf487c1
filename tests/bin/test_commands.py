"""The commands say in one line what is wrong, and start again where they were."""

import shutil
import socket
import sqlite3
import subprocess
import sys
import urllib.request

import pytest

from tests import data_files
from tests.data_files import TOP, environment_for
from tests.running import free_port, running


def launch(*arguments, **environment):
    """Runs the launcher to its end, for what it refuses."""
    return subprocess.run(
        [sys.executable, "bin/launch.py", *arguments],
        cwd=TOP,
        capture_output=True,
        text=True,
        timeout=300,
        env=environment_for(**environment),
    )


def test_a_port_that_is_taken(tmp_path):
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = str(taken.getsockname()[1])
        done = launch("demo", PORT=port, UMBERPOT_VAR=str(tmp_path))
    assert done.returncode == 1
    assert done.stderr.startswith(f"umberpot: port {port} cannot be used")
    assert "Traceback" not in done.stderr


@pytest.mark.parametrize("port", ["eighty", "0", "70000", "-1", ""])
def test_a_port_that_is_none(port, tmp_path):
    done = launch("demo", PORT=port, UMBERPOT_VAR=str(tmp_path))
    assert done.returncode == 1
    assert "must be a number from 1 to 65535" in done.stderr


def test_real_data_is_not_thrown_away(tmp_path):
    done = launch("serve", "--fresh", UMBERPOT_VAR=str(tmp_path))
    assert done.returncode == 1
    assert "real data is not thrown away" in done.stderr


def test_a_step_that_fails_is_named(tmp_path):
    (tmp_path / "umberpot.sqlite3").write_text("this is no database, " * 100)
    done = launch("serve", UMBERPOT_VAR=str(tmp_path), PORT=str(free_port()))
    assert done.returncode == 1
    assert "migrate failed:" in done.stderr
    assert "file is not a database" in done.stderr


@pytest.mark.parametrize("command", ["demo", "serve", "test"])
def test_a_python_that_is_too_old(tmp_path, command):
    """In a copy without .venv, where every Python on the path says it is too old."""
    shutil.copytree(TOP / "bin", tmp_path / "bin")
    old = tmp_path / "path"
    old.mkdir()
    (old / "python3").write_text(
        '#!/bin/sh\n[ "$1" = --version ] && echo Python 3.8.2 && exit\nexit 1\n'
    )
    (old / "python3").chmod(0o755)
    for tool in ("sh", "dirname", "basename", "cksum"):
        (old / tool).symlink_to(shutil.which(tool))
    done = subprocess.run(
        [old / "sh", f"bin/{command}"],
        cwd=tmp_path,
        capture_output=True,
        text=True,
        env={"PATH": str(old)},
    )
    assert done.returncode == 1
    assert "Python 3.11 or newer is needed, and Python 3.8.2 was found" in done.stderr


def test_real_use_starts_empty_and_keeps_its_key(tmp_path, run_folder):
    """On a file that is migrated already, which other tests made; the key is made here."""
    data_files.copy_folder(data_files.migrated(run_folder), tmp_path)
    (tmp_path / "secret_key").unlink()
    keys = []
    for _ in range(2):
        with (
            running("serve", tmp_path) as address,
            urllib.request.urlopen(f"{address}/") as page,
        ):
            assert page.url.endswith("/first-run/")
        keys.append((tmp_path / "secret_key").read_text())
    assert keys[0] == keys[1]
    with sqlite3.connect(tmp_path / "umberpot.sqlite3") as database:
        assert database.execute("PRAGMA journal_mode").fetchone() == ("wal",)
