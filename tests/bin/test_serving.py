"""The server as it is started: slow clients, its end, what it holds open."""

import signal
import socket
import subprocess
import sys
import time
import urllib.request

import pytest

from tests import data_files
from tests.data_files import TOP, environment_for
from tests.running import ENDS_WITHIN_S, free_port, running

SLOW = 20
"""More than the threads of both processes."""


@pytest.fixture(scope="module")
def server(run_folder, tmp_path_factory):
    """Real use on an empty data file; gives its address and its folder."""
    folder = tmp_path_factory.mktemp("serving")
    data_files.copy_folder(data_files.migrated(run_folder), folder)
    with running("serve", folder) as address:
        yield address, folder


def ask(address):
    with urllib.request.urlopen(f"{address}/calculators/", timeout=ENDS_WITHIN_S) as page:
        return page.status


def connected(address, said):
    client = socket.create_connection(("127.0.0.1", int(address.rsplit(":", 1)[1])))
    client.sendall(said)
    return client


@pytest.mark.parametrize(
    "said",
    [
        b"GET / HTTP/1.1\r\nHost: localhost\r\nX-Slow: ",
        b"POST /sign-in/ HTTP/1.1\r\nHost: localhost\r\nContent-Length: 9000000\r\n\r\nusername=",
    ],
    ids=["headers", "uploads"],
)
def test_whoever_is_slow_keeps_nobody_waiting(server, said):
    address, _ = server
    slow = [connected(address, said) for _ in range(SLOW)]
    assert ask(address) == 200
    for client in slow:
        client.close()


def test_the_log_outlives_the_last_request(server):
    address, folder = server
    assert ask(address) == 200
    assert (folder / f"{data_files.NAME}-wal").exists()
    assert (folder / f"{data_files.NAME}-shm").exists()


def test_what_a_proxy_says_is_passed_on(server):
    """The page that makes the studio is not for who comes through one."""
    address, _ = server
    request = urllib.request.Request(f"{address}/first-run/", headers={"X-Forwarded-For": "::1"})
    with pytest.raises(urllib.error.HTTPError) as refused:
        urllib.request.urlopen(request)
    assert refused.value.code in (403, 404)


def test_a_launcher_that_is_killed_takes_the_server_with_it(run_folder, tmp_path):
    data_files.copy_folder(data_files.migrated(run_folder), tmp_path)
    port = free_port()
    launcher = subprocess.Popen(
        [sys.executable, "bin/launch.py", "serve"],
        cwd=TOP,
        env=environment_for(PORT=str(port), UMBERPOT_VAR=str(tmp_path)),
        stdout=subprocess.PIPE,
        text=True,
    )
    assert any("Ctrl-C" in line for line in launcher.stdout)
    launcher.kill()
    launcher.wait()
    until(lambda: refuses(port))


ENDS_SLOWLY = """
import sys
from gunicorn.app.base import BaseApplication

def application(environ, start_response):
    start_response("200 OK", [("Content-Type", "text/plain")])
    yield b"begun "
    sys.stdin.readline()
    yield b"and ended"

class Server(BaseApplication):
    def load_config(self):
        self.cfg.set("bind", "127.0.0.1:" + sys.argv[1])
        self.cfg.set("worker_class", "umberpot.serving.worker.BufferingWorker")
        self.cfg.set("graceful_timeout", 600)
        self.cfg.set("threads", 2)

    def load(self):
        return application

Server().run()
"""


def test_an_answer_that_is_under_way_is_ended_before_the_server(tmp_path):
    port = free_port()
    environment = environment_for(
        UMBERPOT_VAR=str(tmp_path), DJANGO_SETTINGS_MODULE="umberpot.settings"
    )
    command = [sys.executable, "-c", ENDS_SLOWLY, str(port)]
    with subprocess.Popen(command, stdin=subprocess.PIPE, cwd=TOP, env=environment) as process:
        client = answered(port)
        process.send_signal(signal.SIGTERM)
        until(lambda: refuses(port))
        assert process.poll() is None
        process.stdin.write(b"go on\n")
        process.stdin.flush()
        assert client.makefile("rb").read().endswith(b"and ended\r\n0\r\n\r\n")
        assert process.wait(ENDS_WITHIN_S) == 0


def answered(port):
    """A client whose answer has begun, once the server is there."""
    while True:
        try:
            client = socket.create_connection(("127.0.0.1", port))
        except ConnectionRefusedError:
            time.sleep(0.1)
            continue
        client.sendall(b"GET / HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n")
        said = b""
        while b"begun" not in said:
            said += client.recv(4096)
        return client


def refuses(port):
    with socket.socket() as probe:
        return probe.connect_ex(("127.0.0.1", port)) != 0


def until(condition):
    latest = time.monotonic() + ENDS_WITHIN_S
    while not condition():
        assert time.monotonic() < latest
        time.sleep(0.1)
