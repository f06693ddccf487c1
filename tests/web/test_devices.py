"""Devices that speak lines: what goes wrong on a wire is one kind of trouble, with one sentence."""

import socketserver
import threading

import pytest

from umberpot.devices import MOST_ROWS, DeviceProblem, line_device

SILENT = "The device is not responding."


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
        threading.Thread(target=server.serve_forever, daemon=True).start()
        yield f"socket://127.0.0.1:{server.server_address[1]}", answers
        server.shutdown()


def test_a_line_and_rows(device):
    address, answers = device
    answers.update(READ=b"42 C\r\n", LOG=b"0 20\r\n60 22\r\n.\r\n")
    with line_device(address, SILENT) as wire:
        assert wire.ask("READ") == "42 C"
        assert wire.ask_rows("LOG") == ["0 20", "60 22"]
        assert wire.ask("READ") == "42 C"


@pytest.mark.parametrize("rows", [b"0 20\r\n", b"", b"\r\n" * 3, b"1\r\n" * (MOST_ROWS + 5)])
def test_rows_that_break_off_or_never_end(device, rows):
    address, answers = device
    answers["LOG"] = rows
    with pytest.raises(DeviceProblem, match="broke off"), line_device(address, SILENT) as wire:
        wire.ask_rows("LOG")


def test_what_is_no_text_does_no_harm(device):
    address, answers = device
    answers["READ"] = b"\xff\xfe\x00\r\n"
    with line_device(address, SILENT) as wire:
        assert isinstance(wire.ask("READ"), str)


@pytest.mark.parametrize("address", ["socket://127.0.0.1:1", "/dev/no-such-port", "nonsense://x"])
def test_whatever_cannot_be_opened_is_said_in_one_sentence(address):
    with pytest.raises(DeviceProblem) as problem, line_device(address, SILENT):
        pass
    assert str(problem.value) == SILENT
