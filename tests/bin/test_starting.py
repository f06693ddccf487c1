"""A slow machine is not a failure: a server is waited for while it lives."""

import importlib.util
import subprocess
import sys

import pytest

from tests.data_files import TOP
from tests.running import free_port

LISTENS = """
import socket, sys, time
sys.stdin.readline()
with socket.create_server(("127.0.0.1", int(sys.argv[1]))):
    sys.stdin.readline()
"""


@pytest.fixture(scope="module")
def launch():
    spec = importlib.util.spec_from_file_location("launch", TOP / "bin" / "launch.py")
    module = importlib.util.module_from_spec(spec)
    spec.loader.exec_module(module)
    return module


@pytest.fixture
def server():
    """A process that listens on its port once it is told to; gives it with its port."""
    port = free_port()
    command = [sys.executable, "-c", LISTENS, str(port)]
    with subprocess.Popen(command, stdin=subprocess.PIPE, text=True) as process:
        yield process, port
        process.kill()


class SlowClock:
    """A clock on which ``step_s`` pass each time it is looked at; ``then`` happens at a time."""

    def __init__(self, step_s, at_s=float("inf"), then=None):
        self.now, self.step_s, self.at_s, self.then = 0.0, step_s, at_s, then

    def __call__(self):
        self.now += self.step_s
        if self.now >= self.at_s:
            self.at_s = float("inf")
            self.then()
        return self.now


def begin_to_listen(process):
    process.stdin.write("now\n")
    process.stdin.flush()


def test_a_server_that_takes_minutes_is_waited_for_and_it_is_said_once(launch, server, capsys):
    process, port = server
    clock = SlowClock(5, at_s=200, then=lambda: begin_to_listen(process))
    launch.wait_until_it_answers(process, port, 1e6, clock)
    assert process.poll() is None
    assert clock.now > 100
    assert capsys.readouterr().out.count("Still starting") == 1


def test_a_quick_start_says_nothing(launch, server, capsys):
    process, port = server
    begin_to_listen(process)
    launch.wait_until_it_answers(process, port, 300, SlowClock(0.001))
    assert capsys.readouterr().out == ""


def test_past_the_limit_it_is_ended_and_the_limit_is_named(launch, server):
    process, port = server
    with pytest.raises(SystemExit, match=r"within 300 s \(UMBERPOT_START_LIMIT\)"):
        launch.wait_until_it_answers(process, port, 300, SlowClock(40))
    assert process.poll() is not None


def test_a_server_that_died_is_not_waited_for(launch, server):
    process, port = server
    process.kill()
    process.wait()
    with pytest.raises(SystemExit, match="did not start"):
        launch.wait_until_it_answers(process, port, 300, SlowClock(1))


class Started:
    """Starts processes that end at once, and counts them."""

    def __init__(self):
        self.processes = []

    def __call__(self):
        self.processes.append(subprocess.Popen([sys.executable, "-c", ""]))
        self.processes[-1].wait()
        return self.processes[-1]


def test_what_ends_beside_the_server_is_started_again_and_not_over_and_over(launch, capsys):
    clock, started = SlowClock(0), Started()
    backups = launch.Companion("The nightly backup", started, clock)
    for _ in range(3):
        clock.now += 10
        backups.mind()
    assert len(started.processes) == 1
    assert capsys.readouterr().out.count("The nightly backup ended unexpectedly") == 1
    clock.now += launch.STARTED_AGAIN_AFTER_S
    backups.mind()
    assert len(started.processes) == 2
    backups.mind()
    assert capsys.readouterr().out.count("The nightly backup ended unexpectedly") == 1


def test_what_runs_beside_the_server_is_left_alone(launch, server):
    process, _ = server
    clock, started = SlowClock(0), []
    companion = launch.Companion("It", lambda: started.append(process) or process, clock)
    clock.now = 1e6
    companion.mind()
    assert started == [process]
    companion.end()
    assert process.poll() is not None


@pytest.mark.parametrize("typed", ["soon", "0", "-3", "inf", "nan", ""])
def test_a_limit_that_is_none(launch, monkeypatch, typed):
    monkeypatch.setenv("UMBERPOT_START_LIMIT", typed)
    with pytest.raises(SystemExit, match="must be a number of seconds above 0"):
        launch.start_limit_from_environment()


def test_the_limit_of_the_environment(launch, monkeypatch):
    monkeypatch.delenv("UMBERPOT_START_LIMIT", raising=False)
    assert launch.start_limit_from_environment() == 300
    monkeypatch.setenv("UMBERPOT_START_LIMIT", "900")
    assert launch.start_limit_from_environment() == 900
