"""Prepares the data folder, then runs the server and the stand-ins until it is interrupted.

Called by bin/demo and bin/serve, inside the environment they made.
"""

import argparse
import ctypes
import os
import shutil
import signal
import socket
import subprocess
import sys
import time
from collections.abc import Callable
from contextlib import ExitStack
from pathlib import Path
from types import FrameType
from typing import Any

TOP = Path(__file__).resolve().parent.parent
HOST = "127.0.0.1"
PR_SET_PDEATHSIG = 1
"""Of linux/prctl.h: the signal that a process gets when the one that started it dies."""

ENDS_WITHIN_S = 45
"""Gunicorn gives a request that is under way 30 seconds to end."""

STILL_STARTING_AFTER_S = 10.0
"""A server that has not answered by then is said to be still starting."""

STARTED_AGAIN_AFTER_S = 60.0
"""What ended by itself is started again, at the soonest so long after its last start."""

THREADS = "8"
"""Of each of the server's two processes. A thread is held only while a request is answered."""

ALLOCATOR = {
    # A photograph's pixels go back to the system when they are done with, and are not kept by
    # whichever thread had them.
    "MALLOC_ARENA_MAX": "2",
    "MALLOC_MMAP_THRESHOLD_": "131072",
    "MALLOC_TRIM_THRESHOLD_": "131072",
}
"""What glibc reads when a process starts; elsewhere nothing does."""

STARTS_WITHIN_S = 300.0
"""A server that has not answered by then is given up. UMBERPOT_START_LIMIT is another limit."""

KILN_SPEED = "120"
"""How much faster than the clock the demo's kiln fires; UMBERPOT_KILN_SPEED is another."""


def stop(why: str) -> None:
    """Ends with one clear line."""
    sys.exit(f"umberpot: {why}")


def port_from_environment() -> int:
    """PORT, or 8000. Ends with a clear line when it cannot be used."""
    text = os.environ.get("PORT", "8000")
    if not text.isdigit() or not 0 < int(text) < 65536:
        stop(f"PORT is {text!r}, and must be a number from 1 to 65535.")
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((HOST, int(text)))
        except OSError as error:
            stop(f"port {text} cannot be used ({error.strerror}). Try PORT=8001 {sys.argv[0]}.")
    return int(text)


def start_limit_from_environment() -> float:
    """UMBERPOT_START_LIMIT in seconds, or five minutes. Ends with a clear line when it is none."""
    text = os.environ.get("UMBERPOT_START_LIMIT", str(STARTS_WITHIN_S))
    try:
        limit_s = float(text)
    except ValueError:
        limit_s = 0.0
    if not 0 < limit_s < float("inf"):
        stop(f"UMBERPOT_START_LIMIT is {text!r}, and must be a number of seconds above 0.")
    return limit_s


def data_folder(mode: str) -> Path:
    """UMBERPOT_VAR, or var/demo or var/studio."""
    return Path(
        os.environ.get("UMBERPOT_VAR", TOP / "var" / ("demo" if mode == "demo" else "studio"))
    )


def keep_to_owner(folder: Path) -> None:
    """Makes the data folder; what is in it is its owner's to read. Ends where it cannot be used."""
    os.umask(0o077)
    try:
        folder.mkdir(parents=True, exist_ok=True)
        for path in folder.glob("umberpot.sqlite3*"):
            path.chmod(0o600)
    except OSError as error:
        stop(f"the data folder {folder} cannot be used: {error.strerror}.")
    if not os.access(folder, os.W_OK | os.X_OK):
        stop(f"the data folder {folder} cannot be written to.")


def forget(folder: Path) -> None:
    """Removes the data this program keeps in a folder, and nothing else that lies there."""
    for path in folder.glob("umberpot.sqlite3*"):
        path.unlink()
    shutil.rmtree(folder / "static", ignore_errors=True)


def prepare(mode: str) -> None:
    """Brings the data folder up to date; ends with the last lines of what failed."""
    demo = ["--demo"] if mode == "demo" else []
    done = subprocess.run(  # noqa: S603
        [sys.executable, "manage.py", "prepare", *demo], cwd=TOP, capture_output=True, text=True
    )
    if done.returncode:
        tail = "\n".join((done.stdout + done.stderr).strip().splitlines()[-12:])
        stop(f"the data could not be prepared.\n{tail}")


def start(*command: str, **options: Any) -> subprocess.Popen:
    """Starts a child that gets SIGTERM should this program be killed and so never end it itself."""
    launcher = os.getpid()

    def end_with_launcher() -> None:
        if sys.platform == "linux":
            ctypes.CDLL(None).prctl(PR_SET_PDEATHSIG, signal.SIGTERM)
            if os.getppid() != launcher:
                os._exit(1)

    return subprocess.Popen(  # noqa: S603
        [sys.executable, *command],
        cwd=TOP,
        preexec_fn=end_with_launcher,
        **options,
    )


def start_standin(name: str, *options: str) -> tuple[subprocess.Popen, str]:
    """Starts a simulated device; gives it with its address as pyserial understands it."""
    device = start("-m", f"standins.{name}", *options, stdout=subprocess.PIPE, text=True)
    line = device.stdout.readline() if device.stdout else ""
    if not line.startswith(f"{name} "):
        stop(f"the simulated {name} did not start.")
    return device, f"socket://{line.split()[1]}"


def start_standins() -> dict[str, subprocess.Popen]:
    """Starts the simulated devices, and tells the server where they are."""
    scale, address = start_standin("scale")
    os.environ["UMBERPOT_SCALE"] = address
    os.environ["UMBERPOT_SCALE_IS_SIMULATED"] = "on"
    speed = os.environ.get("UMBERPOT_KILN_SPEED", KILN_SPEED)
    kiln, address = start_standin("kiln", "--speed", speed)
    os.environ["UMBERPOT_KILNS"] = f"simulated={address}"
    return {"scale": scale, "kiln": kiln}


def start_follower() -> subprocess.Popen:
    """Starts what takes over the kilns' logs while nobody looks."""
    return start("manage.py", "follow_kilns")


def start_backups() -> subprocess.Popen:
    """Starts what makes a backup every night."""
    return start("manage.py", "keep_backups")


class Companion:
    """What runs beside the server, and is started again when it ends by itself."""

    def __init__(
        self,
        name: str,
        start_one: Callable[[], subprocess.Popen],
        clock: Callable[[], float] = time.monotonic,
    ) -> None:
        self.name = name
        self._start_one = start_one
        self._clock = clock
        self._begin()

    def _begin(self) -> None:
        self.process = self._start_one()
        self._began = self._clock()
        self._is_told = False

    def mind(self) -> None:
        """Starts it again if it ended, not more often than once a minute; says so in one line."""
        if self.process.poll() is None:
            return
        if not self._is_told:
            print(f"  {self.name} ended unexpectedly, and will be started again.", flush=True)
            self._is_told = True
        if self._clock() - self._began >= STARTED_AGAIN_AFTER_S:
            self._begin()

    def end(self) -> None:
        """Ends it for good."""
        end(self.process)


def start_companions(mode: str) -> list[Companion]:
    """What runs beside the server: backups of real data, and kilns that are connected."""
    companions = []
    if mode == "serve":
        companions.append(Companion("The nightly backup", start_backups))
    if os.environ.get("UMBERPOT_KILNS"):
        companions.append(Companion("The kilns' follower", start_follower))
    return companions


def start_server(port: int, limit_s: float) -> subprocess.Popen:
    """Starts gunicorn and waits until it answers."""
    server = start(
        *("-m", "gunicorn", "umberpot.wsgi", "--bind", f"{HOST}:{port}"),
        *("--worker-class", "umberpot.serving.worker.BufferingWorker"),
        *("--workers", "2", "--threads", THREADS, "--preload", "--log-level", "warning"),
        env={**ALLOCATOR, **os.environ},
    )
    wait_until_it_answers(server, port, limit_s)
    return server


def wait_until_it_answers(
    server: subprocess.Popen,
    port: int,
    limit_s: float,
    clock: Callable[[], float] = time.monotonic,
) -> None:
    """Waits while the server lives: a slow machine is no failure. Ends if it died or is late."""
    begun, is_told = clock(), False
    while server.poll() is None:
        with socket.socket() as probe:
            if probe.connect_ex((HOST, port)) == 0:
                return
        waited_s = clock() - begun
        if waited_s > limit_s:
            end(server)
            stop(f"the server did not answer within {limit_s:g} s (UMBERPOT_START_LIMIT).")
        if waited_s > STILL_STARTING_AFTER_S and not is_told:
            print("Still starting: the machine is busy, and the server is coming.", flush=True)
            is_told = True
        time.sleep(0.1)
    stop("the server did not start; the lines above say why.")


def announce(mode: str, port: int) -> None:
    """Says where it is and how to get in."""
    print(f"\n  Umber Pot: http://{HOST}:{port}/")
    if mode == "demo":
        sys.path.insert(0, str(TOP))
        from umberpot.demo.story import PASSWORD, USERNAME

        print(f"  Sign in as {USERNAME} with {PASSWORD}")
    print(f"  Data: {os.environ['UMBERPOT_VAR']}\n  Ctrl-C ends it.\n", flush=True)


def interrupted(signum: int, frame: FrameType | None) -> None:
    """Ends the program the way Ctrl-C does, so that the children end with it."""
    raise KeyboardInterrupt


def end(child: subprocess.Popen) -> None:
    """Ends one child and waits for it; one that does not end by itself is killed."""
    child.terminate()
    try:
        child.wait(timeout=ENDS_WITHIN_S)
    except subprocess.TimeoutExpired:
        child.kill()
        child.wait()


def run(mode: str, port: int, limit_s: float) -> None:
    """Runs the server until a signal comes or it dies; beside it the demo's simulated devices."""
    with ExitStack() as children:
        devices: dict[str, subprocess.Popen] = {}
        try:
            if mode == "demo":
                devices = start_standins()
                for device in devices.values():
                    children.callback(end, device)
            companions = start_companions(mode)
            for companion in companions:
                children.callback(companion.end)
            server = start_server(port, limit_s)
            children.callback(end, server)
            announce(mode, port)
            while server.poll() is None:
                for name in [name for name, one in devices.items() if one.poll() is not None]:
                    print(f"  The simulated {name} ended by itself.")
                    del devices[name]
                for companion in companions:
                    companion.mind()
                time.sleep(0.3)
            stop("the server ended by itself; the lines above say why.")
        except KeyboardInterrupt:
            print("Ended.")


def main() -> None:
    """``launch.py demo [--fresh]`` or ``launch.py serve``."""
    parser = argparse.ArgumentParser(prog="launch.py")
    parser.add_argument("mode", choices=["demo", "serve"])
    parser.add_argument("--fresh", action="store_true", help="demo only: start over")
    options = parser.parse_args()
    if options.fresh and options.mode != "demo":
        stop("--fresh is for the demo; real data is not thrown away.")
    for number in (signal.SIGTERM, signal.SIGHUP):
        signal.signal(number, interrupted)
    port = port_from_environment()
    limit_s = start_limit_from_environment()
    folder = data_folder(options.mode)
    keep_to_owner(folder)
    if options.fresh:
        forget(folder)
    os.environ["UMBERPOT_VAR"] = str(folder)
    os.environ.setdefault("UMBERPOT_HTTPS", "off")
    print("Preparing the data ...", flush=True)
    prepare(options.mode)
    run(options.mode, port, limit_s)


if __name__ == "__main__":
    main()
