"""Made-up studios: a clay and colourants of measured reflectance, tiles read with noise."""

import numpy as np

from claycore.colour import spectra
from claycore.colour.kubelka_munk import k_over_s, reflectance_of
from claycore.colour.notation import Lab
from claycore.colour.palette import FiredTile
from tests.core.colour.measured import COLOURED

TESTED = (2.5, 5.0, 8.0)


class Studio:
    """A made studio: a clay, four colourants of measured reflectance, tiles read with noise.

    They mix by Kubelka and Munk in their true spectra, levelling off a little, as real ones do.
    """

    def __init__(self, rng, noise=0.6, curve=0.85):
        self.rng, self.noise, self.curve = rng, noise, curve
        ramp = np.interp(spectra.WAVELENGTHS_NM, [380, 500, 730], rng.uniform(0.5, 0.85, 3))
        self.clay = k_over_s(np.sort(ramp))
        self.absorbs = k_over_s(COLOURED[rng.choice(len(COLOURED), 4, replace=False)])
        self.strengths = rng.uniform(0.02, 0.12, 4)

    def true(self, pcts):
        added = (self.strengths * np.asarray(pcts) ** self.curve) @ self.absorbs
        return spectra.lab_of(reflectance_of(self.clay + added))

    def read(self, pcts):
        scatter = self.rng.normal(0, self.noise / np.sqrt(3), 3) * (1.2, 1.3, 1.4)
        return Lab(*(self.true(pcts) + scatter))

    def tiles(self):
        return [
            FiredTile({f"S{n}": pct}, self.read(np.eye(4)[n] * pct))
            for n in range(4)
            for pct in TESTED
        ]

    def mixtures(self, count):
        for _ in range(count):
            pcts = np.zeros(4)
            pcts[self.rng.choice(4, 2, replace=False)] = self.rng.uniform(1, 5, 2)
            yield pcts


class OneStain(Studio):
    """A studio with a single stain, which slows down or comes to an end.

    ``ends`` is whether it stops getting stronger, at some percentage of its own.
    """

    def __init__(self, seed, noise=0.6, ends=False):
        rng = np.random.default_rng(seed)
        super().__init__(rng, noise, 1.0 if ends else rng.uniform(0.6, 1))
        self.end = rng.uniform(1.5, 4) if ends else None
        if ends:
            self.strengths = rng.uniform(0.05, 0.3, 4)

    def colour(self, pct):
        """Its true colour at a percentage on dry clay, CIELAB."""
        return self.true(self._acts(pct))

    def fire(self, pct):
        """One more tile of it."""
        return FiredTile({"stain": float(pct)}, self.read(self._acts(pct)))

    def plain(self):
        """The clay as it was read."""
        return self.read(np.zeros(4))

    def _acts(self, pct):
        acts = pct if self.end is None else self.end * (1 - np.exp(-pct / self.end))
        return np.eye(4)[0] * acts
