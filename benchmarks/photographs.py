"""``python -m benchmarks.photographs [STUDIOS]``: how near colours come off photographs, by layout.

For each way of laying cards beside six tiles, pictures of so many made studios (2,000) are read:
how many of all colours lie within their ±, the same at the place where that holds least, the
median error and the median ±, CIEDE2000. The studios are those of standins.studios: their light,
cameras and cards differ as is written there, and share no code with what reads them.
"""

import sys
from concurrent.futures import ProcessPoolExecutor
from itertools import chain

import numpy as np

from standins.studios.layouts import LAYOUTS
from tests.core.colour.photographs.reading_studios import Read, holds, read_studios

STUDIOS = 2000
AT_A_TIME = 50


def read_layout(name: str, studios: int) -> list[Read]:
    """Every tile of a layout; the studios of each layout are others than those of all others."""
    first = list(LAYOUTS).index(name) * studios
    parts = [
        range(first + n, min(first + n + AT_A_TIME, first + studios))
        for n in range(0, studios, AT_A_TIME)
    ]
    with ProcessPoolExecutor() as pool:
        read = pool.map(read_studios, [LAYOUTS[name]] * len(parts), parts)
        return list(chain.from_iterable(read))


def main() -> None:
    studios = int(sys.argv[1]) if len(sys.argv) > 1 else STUDIOS
    print(f"{studios} studios each{'':31} hold   least    median error   median ±   not read")
    for name in LAYOUTS:
        reads = read_layout(name, studios)
        places = {one.place for one in reads}
        least = min(holds([one for one in reads if one.place == place]) for place in places)
        off, margin = (np.median([getattr(one, of) for one in reads]) for of in ("off", "u95"))
        missing = len(places) * studios - len(reads)
        print(
            f"{name:48} {100 * holds(reads):5.1f} %  {100 * least:5.1f} %  {off:9.2f}"
            f"  {margin:13.2f}  {missing:9}",
            flush=True,
        )


if __name__ == "__main__":
    main()
