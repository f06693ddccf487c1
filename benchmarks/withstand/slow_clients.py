"""Forty clients of each kind that send or read a byte now and then, as over a weak Wi-Fi."""

import socket
import statistics
from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from pathlib import Path

from benchmarks.withstand.rows import Row
from benchmarks.withstand.server import Server, Visitor, serving

CLIENTS = 40
ROUNDS = 40
MOST_TIMES_AS_LONG = 3.0

HEADER_AND_NO_END = b"GET / HTTP/1.1\r\nHost: localhost\r\nX-Slow: "
UPLOAD_AND_NO_END = (
    b"POST /sign-in/ HTTP/1.1\r\nHost: localhost\r\n"
    b"Content-Type: multipart/form-data; boundary=b\r\nContent-Length: 20000000\r\n\r\n--b"
)
ASKED_AND_NOT_READ = b"GET /static/app.css HTTP/1.1\r\nHost: localhost\r\n\r\n" * 20

KINDS = {
    "slow headers": HEADER_AND_NO_END,
    "slow uploads": UPLOAD_AND_NO_END,
    "slow readers": ASKED_AND_NOT_READ,
}


@contextmanager
def _connected(server: Server, said: bytes) -> Iterator[None]:
    """Clients that have said something and then neither say nor read anything."""
    with ExitStack() as every:
        for _ in range(CLIENTS):
            client = every.enter_context(socket.socket())
            client.setsockopt(socket.SOL_SOCKET, socket.SO_RCVBUF, 2048)
            client.connect(("127.0.0.1", server.port))
            client.sendall(said)
        yield


def _usual_s(visitor: Visitor) -> float:
    """How long a page takes, in the middle of some; one that fails takes as long as patience."""
    answers = [visitor.get("/mix/dose/") for _ in range(ROUNDS)]
    assert all(answer.status == 200 for answer in answers)
    return statistics.median(answer.seconds for answer in answers)


def rows(folder: Path) -> list[Row]:
    """Normal answers beside slow clients, as ratios to normal answers without."""
    found = []
    with serving(folder) as server:
        visitor = Visitor(server.address).sign_in()
        for kind, said in KINDS.items():
            alone = _usual_s(visitor)
            with _connected(server, said):
                ratio = _usual_s(visitor) / alone
            found.append(
                Row(
                    f"a page beside {CLIENTS} {kind}",
                    f"{ratio:.2f} × without",
                    f"at most {MOST_TIMES_AS_LONG:g} ×",
                    ratio <= MOST_TIMES_AS_LONG,
                )
            )
    return found
