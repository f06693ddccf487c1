"""The scale's line protocol over TCP: one command a line, one answer a line."""

import math
import socketserver

from standins.scale.pan import Overload, Pan

LONGEST_LINE = 64


def answer(pan: Pan, line: str) -> str:
    """One answer to one command.

    READ gives ``= 8.02 g`` at rest or ``~ 8.05 g`` while it moves; TARE gives ``OK``. A real scale
    has no hands: PUT grams and CLEAR are the stand-in's own.
    """
    words = line.split()
    match words:
        case ["READ"]:
            settled, grams = pan.read()
            return f"{'=' if settled else '~'} {grams:.3f} g"
        case ["TARE"]:
            pan.tare()
            return "OK"
        case ["CLEAR"]:
            pan.clear()
            return "OK"
        case ["PUT", number]:
            return _put(pan, number)
        case _:
            return "ERROR unknown command"


def _put(pan: Pan, number: str) -> str:
    try:
        grams = float(number)
    except ValueError:
        return "ERROR not a number"
    if not math.isfinite(grams):
        return "ERROR not a number"
    try:
        pan.put(grams)
    except Overload:
        return "ERROR overload"
    return "OK"


class _Handler(socketserver.StreamRequestHandler):
    server: "ScaleServer"

    def handle(self) -> None:
        while line := self.rfile.readline(LONGEST_LINE):
            reply = answer(self.server.pan, line.decode("ascii", "replace"))
            self.wfile.write(f"{reply}\r\n".encode("ascii"))


class ScaleServer(socketserver.ThreadingTCPServer):
    """Listens on this machine only; port 0 takes a free one."""

    allow_reuse_address = True
    daemon_threads = True

    def __init__(self, port: int, pan: Pan) -> None:
        super().__init__(("127.0.0.1", port), _Handler)
        self.pan = pan

    @property
    def port(self) -> int:
        return int(self.server_address[1])
