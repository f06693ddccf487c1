"""gunicorn's processes with waitress in each: only a request that is all there gets a thread.

gunicorn keeps the processes: it forks them from one that has imported everything, ends them well
and replaces those that die. But its own workers read a request in the thread that answers it, and
so a handful of clients on a weak connection hold every thread. waitress reads requests, and sends
answers, beside its threads; however many clients are slow, whoever is quick is answered.
"""

import os
import time

from gunicorn.workers.base import Worker
from waitress import wasyncore
from waitress.server import BaseWSGIServer, create_server

from umberpot.serving.held_open import hold_data_file

LOOKS_EVERY_S = 0.5
"""How long a worker may take to see that it is to end."""

BUSY_LOOKS_EVERY_S = 0.05
"""How long it may take to see that one of its threads is free again."""

MOST_CONNECTIONS = 900
"""Of one process, below the 1,024 files that a process may usually have open."""

LONGEST_REQUEST = 4 * 1024**3
"""Bytes, for an archive with years of photographs. What is sent lies in a temporary file until all
of it is there, whoever sends it."""

SILENT_FOR_S = 120
"""After so long without a byte a connection is closed."""


class BufferingWorker(Worker):
    """One process of the server."""

    def run(self) -> None:
        """Answers requests until it is told to end, and then those that are under way."""
        self._held = hold_data_file()
        connections: dict[int, wasyncore.dispatcher] = {}
        servers = self._listen(connections)
        while self.alive and self._is_minded():
            self._turn(connections, self._accept_where_a_thread_is_free(servers))
        self._end(servers, connections)

    def _listen(self, connections: dict[int, wasyncore.dispatcher]) -> list[BaseWSGIServer]:
        """A server for each socket that gunicorn opened; they share their connections' map."""
        create_server(
            self.wsgi,
            map=connections,
            sockets=[listener.sock for listener in self.sockets],
            threads=self.cfg.threads,
            ident=None,
            connection_limit=MOST_CONNECTIONS,
            channel_timeout=SILENT_FOR_S,
            max_request_body_size=LONGEST_REQUEST,
            outbuf_high_watermark=LONGEST_REQUEST,
            asyncore_use_poll=True,
            # Which headers of a proxy are believed is the settings' to say (UMBERPOT_PROXY).
            clear_untrusted_proxy_headers=False,
        )
        return [each for each in connections.values() if isinstance(each, BaseWSGIServer)]

    def _is_minded(self) -> bool:
        """Whether gunicorn still lives: a worker without it ends by itself."""
        return bool(self.ppid == os.getppid())

    def _accept_where_a_thread_is_free(self, servers: list[BaseWSGIServer]) -> float:
        """While its own threads are busy, new connections are left to the other processes.

        Gives how many seconds may pass before that is looked at again.
        """
        threads = servers[0].task_dispatcher
        is_free = threads.active_count < len(threads.threads)
        for server in servers:
            server.accepting = is_free
        return LOOKS_EVERY_S if is_free else BUSY_LOOKS_EVERY_S

    def _turn(self, connections: dict[int, wasyncore.dispatcher], within_s: float) -> None:
        """Reads and writes what can be read and written just now, and tells gunicorn it lives."""
        self.notify()
        wasyncore.loop(timeout=within_s, use_poll=True, map=connections, count=1)

    def _end(
        self, servers: list[BaseWSGIServer], connections: dict[int, wasyncore.dispatcher]
    ) -> None:
        """Takes nothing new, and lets what is under way end within gunicorn's limit."""
        latest = time.monotonic() + self.cfg.graceful_timeout
        for server in servers:
            # Not its own close, which also ends what its threads wake it with.
            wasyncore.dispatcher.close(server)
        while any(map(_is_under_way, servers)) and time.monotonic() < latest:
            self._turn(connections, BUSY_LOOKS_EVERY_S)
        servers[0].task_dispatcher.shutdown(timeout=1)


def _is_under_way(server: BaseWSGIServer) -> bool:
    """Whether a request is being answered or an answer sent."""
    open_now = server.active_channels.values()
    return any(each.requests or each.total_outbufs_len for each in open_now)
