"""Starts the application as its commands do, on a port and data folder of its own."""

import socket
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from tests.data_files import TOP, environment_for

KILN_SPEED = "6000"
"""So a firing of half a day is over in a few seconds."""

ENDS_WITHIN_S = 120
"""A loaded machine may take its time; one that hangs is a failure."""


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return probe.getsockname()[1]


@contextmanager
def running(mode: str, folder: Path, kiln_speed: str = KILN_SPEED) -> Iterator[str]:
    """``bin/demo`` or ``bin/serve`` at work; gives its address, and ends it well."""
    port = str(free_port())
    started = subprocess.Popen(
        [sys.executable, "bin/launch.py", mode],
        cwd=TOP,
        stdout=subprocess.PIPE,
        text=True,
        env=environment_for(PORT=port, UMBERPOT_VAR=str(folder), UMBERPOT_KILN_SPEED=kiln_speed),
    )
    said = ""
    for line in started.stdout or ():
        said += line
        if "Ctrl-C" in line:
            break
    address = f"http://127.0.0.1:{port}"
    assert address in said, said
    try:
        yield address
    finally:
        started.terminate()
        assert started.wait(timeout=ENDS_WITHIN_S) == 0
