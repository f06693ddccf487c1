"""``python -m benchmarks.colour``: nearest tiles, matching, and the wall of a trial, as ratios.

Nearest tiles against colour-science's own CIEDE2000 on the same array; matching over 60 stains
against learning their palette; a trial's colours of 400 tiles against those of 20. In one process,
the core alone.
"""

import colour as colour_science
import numpy as np

from benchmarks.ratios import medians
from claycore.colour.equal_tiles import noise_of
from claycore.colour.matching import match
from claycore.colour.nearest import nearest
from claycore.colour.notation import Lab
from claycore.colour.palette import FiredTile, learn
from claycore.colour.series import read_series
from claycore.colour.twins import ColouredTiles, twins

ROUNDS = 7
LIBRARY = 100_000
STAINS = 60
STRENGTHS = (3.0, 6.0, 9.0)
WANT = Lab(56, 12, 18)
CLAY = np.array([86.0, 1.0, 8.0])


def made_tiles(rng: np.random.Generator) -> list[FiredTile]:
    """Sixty stains at three strengths each."""
    ends = rng.uniform((25, -30, -35), (60, 40, 45), (STAINS, 3))
    return [
        FiredTile({f"S{n}": pct}, Lab(*(CLAY + (end - CLAY) * (1 - np.exp(-0.2 * pct)))))
        for n, end in enumerate(ends)
        for pct in STRENGTHS
    ]


def wall_of(rng: np.random.Generator, count: int) -> list[ColouredTiles]:
    """So many tiles, two equal ones of each mix."""
    centres = rng.uniform((30, -25, -25), (85, 30, 40), (count // 2, 3))
    return [
        ColouredTiles(str(n), frozenset([str(n)]), [Lab(*c), Lab(*(c + rng.normal(0, 0.3, 3)))])
        for n, c in enumerate(centres)
    ]


def what_a_trial_asks(wall: list[ColouredTiles]) -> None:
    """What a trial's page asks of its colours: noise, twins, and one series."""
    noise = noise_of([one.tiles for one in wall])
    twins(wall, noise)
    read_series({float(n + 1): one.tiles for n, one in enumerate(wall[:8])}, noise)


def main() -> None:
    rng = np.random.default_rng(1)
    library = rng.uniform((20, -40, -40), (95, 60, 60), (LIBRARY, 3))
    wanted = np.broadcast_to(WANT.values, library.shape)
    tiles = made_tiles(rng)
    palette = learn(Lab(*CLAY), tiles)
    few, many = wall_of(rng, 20), wall_of(rng, 400)
    found = medians(
        {
            "colour-science, 100,000": lambda: colour_science.delta_E(
                wanted, library, method="CIE 2000"
            ),
            "nearest 12 of 100,000": lambda: nearest(WANT, library, 12),
            "learn 60 stains": lambda: learn(Lab(*CLAY), tiles),
            "match, one": lambda: match(palette, WANT, 8, 1),
            "match, pairs": lambda: match(palette, WANT, 8, 2),
            "match, threes": lambda: match(palette, WANT, 8, 3),
            "colours of 20 tiles": lambda: what_a_trial_asks(few),
            "colours of 400 tiles": lambda: what_a_trial_asks(many),
        },
        ROUNDS,
    )
    base = {"nearest": "colour-science, 100,000", "match": "learn 60 stains"}
    base["colours"] = "colours of 20 tiles"
    for name, seconds in found.items():
        against = base.get(name.split(" ")[0].rstrip(","))
        ratio = f"{seconds / found[against]:8.2f} of {against}" if against else ""
        print(f"{name:26} {seconds * 1000:9.1f} ms {ratio}")


if __name__ == "__main__":
    main()
