"""The server under attack, and a signed-in visitor of it."""

import http.client
import http.cookiejar
import os

os.environ["DJANGO_SETTINGS_MODULE"] = "tests.settings"

import signal
import subprocess
import sys
import time
import urllib.error
import urllib.parse
import urllib.request
from collections.abc import Iterator, Mapping
from contextlib import contextmanager, suppress
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from django.test.client import BOUNDARY, MULTIPART_CONTENT, encode_multipart

from tests.data_files import TOP, environment_for
from tests.running import free_port
from umberpot.demo.story import PASSWORD, USERNAME

PATIENCE_S = 600.0


@dataclass(frozen=True)
class Answer:
    """What came back: the status (0 for no answer at all), the text, and after how long."""

    status: int
    text: str
    seconds: float


class Visitor:
    """Somebody with a browser: cookies, forms and files."""

    def __init__(self, address: str) -> None:
        self.address = address
        self._cookies = http.cookiejar.CookieJar()
        self._opener = urllib.request.build_opener(
            urllib.request.HTTPCookieProcessor(self._cookies)
        )

    def get(self, path: str) -> Answer:
        return self._ask(self._request(path))

    def post(self, path: str, typed: Mapping[str, Any]) -> Answer:
        """Sends a form; values may be files."""
        token = next((c.value for c in self._cookies if c.name == "csrftoken"), "")
        body = encode_multipart(BOUNDARY, {**typed, "csrfmiddlewaretoken": token})
        headers = {"Content-Type": MULTIPART_CONTENT, "Referer": self.address + path}
        return self._ask(self._request(path, body, headers))

    def open(self, path: str) -> Any:
        """An answer that is read piece by piece."""
        return self._opener.open(self._request(path), timeout=PATIENCE_S)

    def sign_in(self, name: str = USERNAME, password: str = PASSWORD) -> "Visitor":
        self.get("/sign-in/")
        self.post("/sign-in/", {"username": name, "password": password})
        assert self.get("/").status == 200
        return self

    def _request(self, path: str, *sent: Any) -> urllib.request.Request:
        return urllib.request.Request(self.address + path, *sent)

    def _ask(self, request: urllib.request.Request) -> Answer:
        began = time.perf_counter()
        try:
            with self._opener.open(request, timeout=PATIENCE_S) as response:
                status, body = response.status, response.read()
        except urllib.error.HTTPError as error:
            status, body = error.code, error.read()
        except (OSError, http.client.HTTPException):
            status, body = 0, b""
        return Answer(status, body.decode(errors="replace"), time.perf_counter() - began)


@dataclass(frozen=True)
class Server:
    """A server at work, and what started it."""

    port: int
    launcher: subprocess.Popen

    @property
    def address(self) -> str:
        return f"http://127.0.0.1:{self.port}"

    def processes(self) -> list[int]:
        """The ids of gunicorn's processes, the one that forks the others first."""
        mine = f"127.0.0.1:{self.port}".encode()
        found = []
        for entry in Path("/proc").iterdir():
            if entry.name.isdigit():
                try:
                    command = (entry / "cmdline").read_bytes()
                except OSError:
                    continue
                if b"gunicorn" in command and mine in command:
                    found.append(int(entry.name))
        return sorted(found)

    def memory_mb(self) -> float:
        """What its processes hold together; pages that they share count once."""
        return sum(map(_proportional_mb, self.processes()))

    def kill(self) -> None:
        """Ends it as a power cut would."""
        for process in (self.launcher.pid, *self.processes()):
            with suppress(ProcessLookupError):
                os.kill(process, signal.SIGKILL)
        self.launcher.wait()


def _proportional_mb(process: int) -> float:
    try:
        rollup = Path(f"/proc/{process}/smaps_rollup").read_text()
    except OSError:
        return 0.0
    kb = next(line.split()[1] for line in rollup.splitlines() if line.startswith("Pss:"))
    return int(kb) / 1024


@contextmanager
def serving(folder: Path) -> Iterator[Server]:
    """The server on a data folder, as ``bin/serve`` starts it; it may be killed meanwhile."""
    port = free_port()
    launcher = subprocess.Popen(
        [sys.executable, "bin/launch.py", "serve"],
        cwd=TOP,
        stdout=subprocess.PIPE,
        text=True,
        env=environment_for(PORT=str(port), UMBERPOT_VAR=str(folder)),
    )
    try:
        assert any("Ctrl-C" in line for line in launcher.stdout or ())
        yield Server(port, launcher)
    finally:
        launcher.terminate()
        launcher.wait()
