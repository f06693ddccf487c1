"""Two ways to choose which tiles to fire in a made studio, and how far each comes."""

from collections.abc import Iterable

import numpy as np

from claycore.colour.difference import ciede2000_of
from claycore.colour.equal_tiles import Noise
from claycore.colour.next_tiles import Goal, Question, next_tiles
from claycore.colour.notation import Lab
from claycore.colour.palette import learn
from tests.core.colour.made_studios import OneStain

MOST_PCT = 12.0
STRENGTHS = MOST_PCT * np.linspace(0, 1, 49)[1:]


class Task:
    """Something to be known in one studio, and how far an answer by its tiles lies off.

    To know a stain: root mean square CIEDE2000 over all strengths. For a colour: how far what
    would be mixed lies from it. For what is enough: percent on dry clay.
    """

    def __init__(self, goal, seed, noise=0.6):
        self.goal, self.seed, self.noise = goal, seed, Noise(noise)
        self.studio = OneStain(seed, noise, ends=goal is Goal.ENOUGH)
        self.clay = self.studio.plain()
        wanted = np.random.default_rng([seed, 1]).uniform(0.15, 0.9) * MOST_PCT
        self.want = Lab(*self.studio.colour(wanted)) if goal is Goal.COLOUR else None
        self.true = np.array([self.studio.colour(pct) for pct in STRENGTHS])

    def even(self, count):
        """The error after an even series of so many strengths, up to the most."""
        self.studio.rng = np.random.default_rng([self.seed, 2, count])
        pcts = MOST_PCT * np.arange(1, count + 1) / count
        return self.error([self.studio.fire(pct) for pct in pcts])

    def chosen(self, count):
        """The errors after one tile in the middle and those proposed after it, one at a time."""
        self.studio.rng = np.random.default_rng([self.seed, 3])
        tiles = [self.studio.fire(MOST_PCT / 2)]
        yield self.error(tiles)
        for _ in range(count - 1):
            found = self.proposal(tiles)
            tiles.append(self.studio.fire((found.tiles[0] if found.tiles else found.one_more).pct))
            yield self.error(tiles)

    def proposal(self, tiles):
        """What is proposed after these tiles."""
        return next_tiles(self.clay, tiles, self.noise, Question(self.goal, MOST_PCT, self.want))

    def error(self, tiles):
        """How far the answer by these tiles lies from the truth."""
        palette = learn(self.clay, tiles)
        said = np.array([palette.predict({"stain": pct}).lab.values for pct in STRENGTHS])
        if self.goal is Goal.KNOW:
            return rms(ciede2000_of(said, self.true))
        if self.goal is Goal.ENOUGH:
            return self._enough(said) - self._enough(self.true)
        mixed = ciede2000_of(self.want.values, said).argmin()
        return float(ciede2000_of(self.want.values, self.true[mixed]))

    def _enough(self, labs):
        later = np.triu(ciede2000_of(labs[:, None], labs[None]))
        return float(STRENGTHS[(later.max(axis=1) <= self.noise.visible_from).argmax()])


def rms(errors: Iterable[float]) -> float:
    """Root mean square."""
    return float(np.sqrt(np.mean(np.square(list(errors)))))
