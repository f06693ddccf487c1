"""Six photographs of 49 megapixels at once: memory while they are kept, and afterwards."""

import io
import threading
import time
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import numpy as np
from PIL import Image

from benchmarks.withstand.rows import Row
from benchmarks.withstand.server import Answer, Server, Visitor, serving

PICTURES = 6
SIDE = 7000
MOST_MB = 700.0
MOST_TIMES_IDLE = 1.3
OTHERS_WAIT_S = 2.0
SETTLES_WITHIN_S = 30.0
TRIAL_PHOTOGRAPH = "/results/trials/1/photographs/new/"


def _picture() -> bytes:
    """49 megapixels in a small file: gentle steps, which PNG packs well."""
    steps = (np.arange(SIDE, dtype=np.uint32) // 64 % 256).astype(np.uint8)
    pixels = np.broadcast_to(steps[:, None, None], (SIDE, SIDE, 3))
    out = io.BytesIO()
    Image.fromarray(np.ascontiguousarray(pixels)).save(out, "PNG", compress_level=1)
    return out.getvalue()


class _Watch(threading.Thread):
    """The most that a server held, and the longest that another page took, until it is ended."""

    def __init__(self, server: Server, visitor: Visitor) -> None:
        super().__init__()
        self.server, self.visitor = server, visitor
        self.most_mb = self.longest_s = 0.0
        self.over = threading.Event()

    def run(self) -> None:
        while not self.over.is_set():
            self.most_mb = max(self.most_mb, self.server.memory_mb())
            self.longest_s = max(self.longest_s, self.visitor.get("/mix/dose/").seconds)
            time.sleep(0.02)


def _upload(visitor: Visitor, picture: bytes, number: int) -> Answer:
    file = io.BytesIO(picture)
    file.name = f"large-{number}.png"
    return visitor.post(TRIAL_PHOTOGRAPH, {"photograph": file, "name": f"Large {number}"})


def rows(folder: Path) -> list[Row]:
    """Memory over all processes, at the most and when all is over."""
    picture = _picture()
    with serving(folder) as server:
        visitors = [Visitor(server.address).sign_in() for _ in range(PICTURES + 1)]
        for visitor in visitors:
            visitor.get(TRIAL_PHOTOGRAPH)
        idle_mb = server.memory_mb()
        watch = _Watch(server, visitors[-1])
        watch.start()
        with ThreadPoolExecutor(PICTURES) as pool:
            answers = list(pool.map(_upload, visitors[:-1], [picture] * PICTURES, range(PICTURES)))
        watch.over.set()
        watch.join()
        after_mb = _settled_mb(server, MOST_TIMES_IDLE * idle_mb)
    kept = sum(answer.status == 200 for answer in answers)
    return [
        Row("photographs kept", f"{kept} of {PICTURES}", "all", kept == PICTURES),
        Row(
            "memory at the most",
            f"{watch.most_mb:.0f} MB",
            f"at most {MOST_MB:g} MB",
            watch.most_mb <= MOST_MB,
        ),
        Row(
            "memory afterwards",
            f"{after_mb / idle_mb:.2f} × idle ({idle_mb:.0f} MB)",
            f"at most {MOST_TIMES_IDLE:g} ×",
            after_mb <= MOST_TIMES_IDLE * idle_mb,
        ),
        Row(
            "the longest that another page took",
            f"{watch.longest_s:.2f} s",
            f"at most {OTHERS_WAIT_S:g} s",
            watch.longest_s <= OTHERS_WAIT_S,
        ),
    ]


def _settled_mb(server: Server, aim_mb: float) -> float:
    """What is held once all is over; what is still being given back is waited for."""
    latest = time.monotonic() + SETTLES_WITHIN_S
    while (held := server.memory_mb()) > aim_mb and time.monotonic() < latest:
        time.sleep(0.5)
    return held
