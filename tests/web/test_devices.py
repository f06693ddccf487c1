"""Devices that speak lines: what goes wrong on a wire is one kind of trouble, with one sentence."""

import multiprocessing
import os
import pty
import socketserver
import threading
import time

import pytest
from django.conf import settings

from umberpot import devices
from umberpot.devices import MOST_ROWS, DeviceProblem, line_device

SILENT = "The device is not responding."
BUSY = "The device is being read by somebody else."


@pytest.fixture
def device():
    """A device that answers each line with what a test says; gives its address and its answers."""
    answers = {}

    class Handler(socketserver.StreamRequestHandler):
        def handle(self):
            while line := self.rfile.readline(100):
                self.wfile.write(answers.get(line.decode().strip(), b""))

    with socketserver.ThreadingTCPServer(("127.0.0.1", 0), Handler) as server:
        server.daemon_threads = True
        threading.Thread(target=server.serve_forever, args=(0.02,), daemon=True).start()
        yield f"socket://127.0.0.1:{server.server_address[1]}", answers
        server.shutdown()


class SlowWire:
    """A device on a pseudo-terminal, whose wire is slow enough for answers to be cut in two."""

    def __init__(self, pieces, pause_s=0.0):
        self.device, self._kept_open = pty.openpty()
        self.address = os.ttyname(self._kept_open)
        self._pieces, self._pause_s = pieces, pause_s
        threading.Thread(target=self._answer, daemon=True).start()

    def _answer(self):
        command = b""
        while True:
            try:
                command += os.read(self.device, 100)
            except OSError:
                return
            while b"\n" in command:
                _, _, command = command.partition(b"\n")
                for piece in self._pieces:
                    os.write(self.device, piece)
                    time.sleep(self._pause_s)

    def close(self):
        os.close(self.device)
        os.close(self._kept_open)


@pytest.fixture
def wire():
    """Makes devices on pseudo-terminals."""
    made = []

    def make(*pieces, pause_s=0.0):
        made.append(SlowWire(pieces, pause_s))
        return made[-1].address

    yield make
    for one in made:
        one.close()


def read_often(address, times, heard):
    """What a process of its own hears that reads a device so many times."""
    answers = []
    for _ in range(times):
        with line_device(address, SILENT, BUSY) as device:
            answers.append(device.ask("READ"))
    heard.put(answers)


@pytest.mark.parametrize(("kind", "reads"), [("terminal", 500), ("socket", 8)])
def test_two_readers_of_one_device_never_get_half_of_an_answer(
    kind, reads, wire, device, monkeypatch
):
    """A socket rests a third of a second between its callers, so it is read less often."""
    # Readers that never pause may keep each other waiting: on a busy machine for long.
    monkeypatch.setattr(devices, "WAITS_FOR_OTHERS_S", 200)
    address, answers = device
    answers["READ"] = b"= 123.456 g\r\n"
    if kind == "terminal":
        address = wire(b"= 12", b"3.4", b"56 g\r", b"\n", pause_s=0.0001)
    context = multiprocessing.get_context("fork")
    heard = context.Queue()
    readers = [
        context.Process(target=read_often, args=(address, reads, heard), daemon=True)
        for _ in range(2)
    ]
    for reader in readers:
        reader.start()
    found = heard.get(timeout=240) + heard.get(timeout=240)
    assert found == ["= 123.456 g"] * 2 * reads


def test_a_line_that_pauses_is_waited_for(wire):
    address = wire(b"= 50", b"0.000 g\r\n", pause_s=1.2)
    with line_device(address, SILENT, BUSY) as scale:
        assert scale.ask("READ") == "= 500.000 g"


def test_half_a_line_is_no_answer(wire):
    address = wire(b"= 50")
    with line_device(address, SILENT, BUSY) as scale, pytest.raises(DeviceProblem, match="broke"):
        scale.ask("READ")


def test_an_answer_that_came_too_late_is_nobodys(wire):
    address = wire(b"= 8.000 g\r\n", b"= 9.000 g\r\n")
    with line_device(address, SILENT, BUSY) as scale:
        assert scale.ask("READ") == "= 8.000 g"
        time.sleep(0.1)
        assert scale.ask("READ") == "= 8.000 g"


def test_whoever_reads_a_socket_is_not_kept_and_the_next_lets_it_rest(device, monkeypatch):
    """A device server for one caller is given the moment it needs, but not by who has an answer."""
    rests = []
    monkeypatch.setattr(devices.time, "sleep", rests.append)
    address, answers = device
    answers["READ"] = b"= 5.000 g\r\n"
    with line_device(address, SILENT, BUSY) as scale:
        assert scale.ask("READ") == "= 5.000 g"
    assert rests == []
    with line_device(address, SILENT, BUSY) as scale:
        assert scale.ask("READ") == "= 5.000 g"
    assert len(rests) == 1
    assert 0 < rests[0] <= devices.RESTS_S
    for left in (settings.VAR_DIR / "devices").glob("*.left"):
        os.utime(left, (0, 0))
    with line_device(address, SILENT, BUSY):
        pass
    assert rests[1:] == [0]


def test_a_device_that_others_hold_is_busy(device, monkeypatch):
    monkeypatch.setattr(devices, "WAITS_FOR_OTHERS_S", 0.1)
    address, _ = device
    with (
        line_device(address, SILENT, BUSY),
        pytest.raises(DeviceProblem, match=BUSY),
        line_device(address, SILENT, BUSY),
    ):
        pass


def test_a_line_and_rows(device):
    address, answers = device
    answers.update(READ=b"42 C\r\n", LOG=b"0 20\r\n60 22\r\n.\r\n")
    with line_device(address, SILENT, BUSY) as wire:
        assert wire.ask("READ") == "42 C"
        assert wire.ask_rows("LOG") == ["0 20", "60 22"]
        assert wire.ask("READ") == "42 C"


@pytest.mark.parametrize("rows", [b"0 20\r\n", b"", b"\r\n" * 3, b"1\r\n" * (MOST_ROWS + 5)])
def test_rows_that_break_off_or_never_end(device, rows):
    address, answers = device
    answers["LOG"] = rows
    with (
        pytest.raises(DeviceProblem, match="broke off"),
        line_device(address, SILENT, BUSY) as wire,
    ):
        wire.ask_rows("LOG")


def test_what_is_no_text_does_no_harm(device):
    address, answers = device
    answers["READ"] = b"\xff\xfe\x00\r\n"
    with line_device(address, SILENT, BUSY) as wire:
        assert isinstance(wire.ask("READ"), str)


@pytest.mark.parametrize("address", ["socket://127.0.0.1:1", "/dev/no-such-port", "nonsense://x"])
def test_whatever_cannot_be_opened_is_said_in_one_sentence(address):
    with pytest.raises(DeviceProblem) as problem, line_device(address, SILENT, BUSY):
        pass
    assert str(problem.value) == SILENT
