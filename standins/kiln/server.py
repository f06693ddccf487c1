"""The kiln's line protocol over TCP: one command a line, one answer a line or more."""

import math
import socketserver
import threading
import time
from collections.abc import Callable

from standins.kiln.controller import Segment, SimulatedController

LONGEST_LINE = 2000
MOST_SEGMENTS = 20
MOST_ROWS = 500
"""Rows of the log in one answer; whoever wants more asks again."""


class RunningKiln:
    """A controller whose time goes by ``speed`` times as fast as the clock's."""

    def __init__(
        self,
        controller: SimulatedController,
        speed: float,
        clock: Callable[[], float] = time.monotonic,
    ) -> None:
        self._controller = controller
        self._speed = speed
        self._clock = clock
        self._seen = clock()
        self._lock = threading.Lock()

    def answer(self, line: str) -> str:
        """One answer to one command.

        START ``rate:target:hold;…``, STOP and READ; ``LOG seconds`` gives the rows after so many
        seconds, then a line with a full stop.
        """
        with self._lock:
            self._catch_up()
            match line.split():
                case ["READ"]:
                    return self._read()
                case ["START", text]:
                    return self._start(text)
                case ["STOP"]:
                    self._controller.stop()
                    return "OK"
                case ["LOG", since]:
                    return self._log(since)
                case _:
                    return "ERROR unknown command"

    def _catch_up(self) -> None:
        now = self._clock()
        self._controller.pass_time((now - self._seen) * self._speed)
        self._seen = now

    def _read(self) -> str:
        kiln = self._controller
        celsius = kiln.thermocouple.read(kiln.chamber.celsius)
        shown = "-" if celsius is None else f"{celsius:.1f}"
        return f"{kiln.state} {kiln.seconds:.0f} {shown} C"

    def _start(self, text: str) -> str:
        try:
            segments = [_segment(part) for part in text.split(";")]
        except ValueError:
            return "ERROR not a schedule"
        if not 1 <= len(segments) <= MOST_SEGMENTS:
            return "ERROR not a schedule"
        self._controller.start(segments)
        return "OK"

    def _log(self, since: str) -> str:
        try:
            after = float(since)
        except ValueError:
            return "ERROR not a number"
        rows = [row for row in self._controller.log if row[0] > after][:MOST_ROWS]
        lines = [f"{seconds:.0f} {'-' if c is None else f'{c:.1f}'}" for seconds, c in rows]
        return "\r\n".join([*lines, "."])


def _segment(text: str) -> Segment:
    rate, target, hold = (float(part) for part in text.split(":"))
    if not all(math.isfinite(number) for number in (rate, target, hold)) or hold < 0:
        raise ValueError(text)
    return rate, target, hold


class _Handler(socketserver.StreamRequestHandler):
    server: "KilnServer"

    def handle(self) -> None:
        while line := self.rfile.readline(LONGEST_LINE):
            reply = self.server.kiln.answer(line.decode("ascii", "replace"))
            self.wfile.write(f"{reply}\r\n".encode("ascii"))


class KilnServer(socketserver.ThreadingTCPServer):
    """Listens on this machine only; port 0 takes a free one."""

    allow_reuse_address = True
    daemon_threads = True

    def __init__(self, port: int, kiln: RunningKiln) -> None:
        super().__init__(("127.0.0.1", port), _Handler)
        self.kiln = kiln

    @property
    def port(self) -> int:
        return int(self.server_address[1])
