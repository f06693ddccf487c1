"""Starts the application as its commands do, on a port and data folder of its own."""

import os
import socket
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

TOP = Path(__file__).parents[1]


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return probe.getsockname()[1]


def environment_for(**variables: str) -> dict[str, str]:
    """This process's environment without what would point at somebody's real data."""
    kept = {k: v for k, v in os.environ.items() if not k.startswith(("UMBERPOT_", "DJANGO_"))}
    return {**kept, **variables}


@contextmanager
def running(mode: str, folder: Path) -> Iterator[str]:
    """``bin/demo`` or ``bin/serve`` at work; gives its address, and ends it well."""
    port = str(free_port())
    started = subprocess.Popen(
        [sys.executable, "bin/launch.py", mode],
        cwd=TOP,
        stdout=subprocess.PIPE,
        text=True,
        env=environment_for(PORT=port, UMBERPOT_VAR=str(folder)),
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
        assert started.wait(timeout=20) == 0
