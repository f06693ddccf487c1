"""``python -m benchmarks.kiln``: a load of 400 tiles, and a log of a million rows, as ratios.

The loads against a load of 40 equal tiles; the log, read from a file on disk, cleaned and thinned,
against the csv module reading the same file. Peak memory of reading the log is told as well.
"""

import csv
import os
import tempfile
import tracemalloc
from pathlib import Path

os.environ["DJANGO_SETTINGS_MODULE"] = "tests.settings"

import django

django.setup()

from benchmarks.ratios import medians
from claycore.firing.loading.by_rules import PieceSet, load_by_rules
from claycore.firing.loading.packing import Piece, pack
from claycore.firing.loading.shelves import RoundShelf, Size
from umberpot.kiln.logs.from_csv import Columns, LogDegrees, TimeAs, read

ROUNDS = 3
ROWS = 1_000_000
SHELF = RoundShelf(480)
SIZES = (Size(110, 45), Size(130, 40), Size(80, 80))


def pieces(count: int, kinds: int) -> list[Piece]:
    return [Piece(f"{number}", SIZES[number % kinds]) for number in range(count)]


def sets(count: int, of: int) -> list[PieceSet]:
    every = pieces(count, 1)
    return [PieceSet(f"{n}", tuple(every[n : n + of])) for n in range(0, count, of)]


def write_log(path: Path) -> None:
    with path.open("w") as file:
        file.write("time,temp\n")
        for second in range(ROWS):
            file.write(f"{second},{20 + 1200 * second / ROWS + (second % 7) / 20:.2f}\n")


def by_csv(path: Path) -> int:
    with path.open(newline="") as file:
        return sum(1 for _ in csv.reader(file))


def by_us(path: Path) -> int:
    with path.open("rb") as file:
        columns = Columns("time", "temp", TimeAs.SECONDS, LogDegrees.CELSIUS)
        return len(read(file, columns, lambda _: None).points)


def main() -> None:
    loads = {
        "40 equal tiles": lambda: pack([SHELF] * 4, pieces(40, 1)),
        "400 equal tiles": lambda: pack([SHELF] * 30, pieces(400, 1)),
        "400 of three sizes": lambda: pack([SHELF] * 30, pieces(400, 3)),
        "400 in sets of 8, by rules": lambda: load_by_rules([SHELF] * 30, sets(400, 8)),
    }
    found = medians(loads, ROUNDS)
    for name, seconds in found.items():
        print(f"{name:28} {seconds / found['40 equal tiles']:8.1f} × 40 equal tiles")
    with tempfile.TemporaryDirectory() as folder:
        path = Path(folder) / "log.csv"
        write_log(path)
        logs = {"csv module": lambda: by_csv(path), "a log taken in": lambda: by_us(path)}
        found = medians(logs, ROUNDS)
        for name, seconds in found.items():
            print(f"{name:28} {seconds / found['csv module']:8.1f} × the csv module")
        tracemalloc.start()
        kept = by_us(path)
        _, peak = tracemalloc.get_traced_memory()
        print(f"{ROWS} rows kept as {kept} points, at most {peak / 1e3:.0f} kB held")


if __name__ == "__main__":
    main()
