"""``python -m benchmarks.next_tiles [STUDIOS]``: chosen tiles against even series, for each goal.

In so many made studios (100), each with one stain: the error after an even series of one to six
strengths, and after a tile in the middle and those that are proposed after it. Root mean squares,
CIEDE2000; of what is enough, percent on dry clay. Last, by how many tiles each error of the even
series was reached.
"""

import sys
from concurrent.futures import ProcessPoolExecutor

from claycore.colour.next_tiles import Goal
from tests.core.colour.strategies import Task, rms

STUDIOS = 100
SERIES = range(1, 7)
CHOSEN = 5


def errors_in(goal: Goal, seed: int) -> tuple[list[float], list[float]]:
    """The errors of even series, and of chosen tiles, in one studio."""
    task = Task(goal, seed)
    return [task.even(count) for count in SERIES], list(task.chosen(CHOSEN))


def main() -> None:
    studios = int(sys.argv[1]) if len(sys.argv) > 1 else STUDIOS
    for goal in Goal:
        with ProcessPoolExecutor() as pool:
            found = list(pool.map(errors_in, [goal] * studios, range(studios)))
        even = [rms(one[count] for one, _ in found) for count in range(len(SERIES))]
        chosen = [rms(one[count] for _, one in found) for count in range(CHOSEN)]
        print(f"{goal}: {studios} studios")
        print("  even   " + "".join(f"{error:8.2f}" for error in even))
        print("  chosen " + "".join(f"{error:8.2f}" for error in chosen), flush=True)
        for count, error in zip(SERIES, even, strict=True):
            reached = next((n for n, one in enumerate(chosen, 1) if one <= error), None)
            tiles = f"{reached} chosen" if reached else f"more than {CHOSEN} chosen"
            print(f"    an even series of {count} is met by {tiles}", flush=True)


if __name__ == "__main__":
    main()
