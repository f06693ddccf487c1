"""Studios in which a colourant does what its fired tiles allow, to try there what to fire next.

What the colourant may really do is drawn many times over: each time another curve, the likelier the
nearer it comes to the tiles, and how far the colourant lies beside it, alike for strengths near
each other. The draws are the same every time.

Source: draws of what observations allow as in Rasmussen and Williams 2006, chapter 2 (a sample of
the process, corrected by what it misses of them). How far colourants lie beside their curves is our
choice.
"""

from collections.abc import Sequence
from functools import cache
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.colour.curves import CURVES
from claycore.colour.difference import ciede2000_of
from claycore.colour.equal_tiles import Noise
from claycore.colour.kubelka_munk import k_over_s, reflectance_of
from claycore.colour.notation import Lab
from claycore.colour.palette import Colourant, FiredTile, fitted
from claycore.colour.spectra import lab_of, reflectances_of

STUDIOS = 32
"""How many studios are drawn. Our choice: fewer, and the next strength depends on the draw."""

BESIDE_ITS_CURVE, FROM_AS_MANY = 0.8, 2
"""How far a colourant usually lies beside its curve, CIEDE2000, and as how many strengths that
counts. Our choice: made tiles lie so far beside it."""

ALIKE_WITHIN = 0.7
"""Over which factor of strength it lies beside its curve alike, as a natural logarithm. Our
choice: about a doubling."""

_AXES = 3
_SAME_EVERY_TIME = 7
_NEARLY_NOTHING = 1e-9


class SimulatedStudios:
    """Studios with the same tiles of one colourant, each with a truth of its own.

    ``truths`` are its colours at ``strengths``, percent on dry clay, in CIELAB: of shape (studios,
    strengths, 3). At ``choices`` more tiles may be fired.
    """

    def __init__(
        self,
        clay: Lab,
        tiles: Sequence[FiredTile],
        noise: Noise,
        strengths: NDArray[Any],
        choices: NDArray[Any],
    ) -> None:
        self.noise, self.strengths, self.choices = noise, strengths, choices
        (self._name,) = tiles[0].colourants
        self._pcts = np.array([one.pcts[self._name] for one in tiles])
        self._labs = np.array([one.lab.values for one in tiles], dtype=float)
        self._plain: NDArray[Any] = k_over_s(reflectances_of([clay.values])[0])
        self._seen = reflectances_of(self._labs)
        self._in_lab = _in_lab(self._labs)
        drawn = self._drawn(np.concatenate([strengths, choices]))
        self.truths = drawn[:, : len(strengths)]
        self._true_of_choices = drawn[:, len(strengths) :]
        self._fired = cache(self._fire)

    def learned(self, fired: Sequence[float]) -> NDArray[Any]:
        """What the palette of each studio predicts, once these strengths were fired too.

        Of shape (studios, strengths, 3). The second tile of a strength scatters otherwise than the
        first. Raises nothing. Source: as at the head of this file.
        """
        places = [int(np.abs(self.choices - pct).argmin()) for pct in fired]
        pcts = np.concatenate([self._pcts, self.choices[places]])
        labs, seen = self._with(places)
        curves, beside = [], []
        for studio in range(STUDIOS):
            one = fitted(self._name, self._plain, pcts, labs[studio], seen[studio])
            curves.append(one.adds(self.strengths))
            beside.append(one.beside(self.strengths))
        # All studios at once: a colour by itself costs as much as a hundred.
        on_curves = lab_of(reflectance_of(self._plain + np.array(curves)))
        predicted: NDArray[Any] = on_curves + np.array(beside)
        return predicted

    def _with(self, places: Sequence[int]) -> tuple[NDArray[Any], NDArray[Any]]:
        """The colours and spectra of all tiles of each studio, those of these choices included."""
        fired = [self._fired(number) for number in range(len(places))]
        labs = [there[:, [place]] for (there, _), place in zip(fired, places, strict=True)]
        seen = [there[:, [place]] for (_, there), place in zip(fired, places, strict=True)]
        return _and_own(self._labs, labs), _and_own(self._seen, seen)

    def _fire(self, number: int) -> tuple[NDArray[Any], NDArray[Any]]:
        """A tile of each choice in each studio, the so manieth of them: colours and spectra."""
        rng = np.random.default_rng([_SAME_EVERY_TIME, number])
        true = self._true_of_choices
        labs: NDArray[Any] = true + self._scatter(rng, true.shape)
        return labs, reflectances_of(labs.reshape(-1, 3)).reshape(*true.shape[:2], -1)

    def _scatter(self, rng: np.random.Generator, shape: tuple[int, ...]) -> NDArray[Any]:
        """What equal tiles scatter by, in CIELAB."""
        axis = self.noise.sd / np.sqrt(_AXES)
        scattered: NDArray[Any] = rng.normal(0, axis, shape) * self._in_lab
        return scattered

    def _beside_its_curve(self) -> float:
        """How far the colourant lies beside its curve, CIEDE2000: as usual, and as its tiles do."""
        curve = fitted(self._name, self._plain, self._pcts, self._labs, self._seen)
        off = np.square(curve.missed / self._in_lab).sum()
        # Two strengths are met by any curve.
        told = max(0, len(curve.tested) - 2)
        squares = FROM_AS_MANY * BESIDE_ITS_CURVE**2 + (off if told else 0.0)
        return float(np.sqrt(squares / (FROM_AS_MANY + told)))

    def _drawn(self, points: NDArray[Any]) -> NDArray[Any]:
        """True colours at these strengths, for each studio: (studios, points, 3)."""
        rng = np.random.default_rng(_SAME_EVERY_TIME)
        off_by, tested = self._beside_its_curve(), len(self._pcts)
        near = np.concatenate([self._pcts, points])
        alike = _alike(near) * off_by**2 / _AXES + _NEARLY_NOTHING * np.eye(len(near))
        root = np.linalg.cholesky(alike)
        error = self.noise.sd**2 / _AXES * np.eye(tested)
        gain = alike[tested:, :tested] @ np.linalg.inv(alike[:tested, :tested] + error)
        read = self._labs + self._scatter(rng, (STUDIOS, *self._labs.shape))
        seen = reflectances_of(read.reshape(-1, 3)).reshape(*read.shape[:2], -1)
        truths = []
        for studio in range(STUDIOS):
            curve = self._curve(read[studio], seen[studio], off_by, rng)
            beside = root @ rng.normal(size=(len(near), 3)) * self._in_lab
            told = self._on(curve, self._pcts) + beside[:tested]
            missed = self._labs - told - self._scatter(rng, self._labs.shape)
            truths.append(self._on(curve, points) + beside[tested:] + gain @ missed)
        return np.array(truths)

    def _curve(
        self, read: NDArray[Any], seen: NDArray[Any], off_by: float, rng: np.random.Generator
    ) -> Colourant:
        """One of the curves that tiles which were read so allow, the likelier the nearer."""
        tried = [fitted(self._name, self._plain, self._pcts, read, seen, [c]) for c in CURVES]
        off = np.array(
            [np.square(ciede2000_of(read, self._on(one, self._pcts))).sum() for one in tried]
        )
        likely = np.exp(-(off - off.min()) * _AXES / (2 * (off_by**2 + self.noise.sd**2)))
        return tried[rng.choice(len(tried), p=likely / likely.sum())]

    def _on(self, colourant: Colourant, pcts: NDArray[Any]) -> NDArray[Any]:
        """The colours that a colourant's curve gives, CIELAB: (strengths, 3)."""
        return lab_of(reflectance_of(self._plain + colourant.adds(pcts)))


def _and_own(common: NDArray[Any], own: Sequence[NDArray[Any]]) -> NDArray[Any]:
    """What all studios have, and after it what each has of its own: (studios, tiles, values)."""
    everywhere = np.broadcast_to(common, (STUDIOS, *common.shape))
    return np.concatenate([everywhere, *own], axis=1)


def _alike(strengths: NDArray[Any]) -> NDArray[Any]:
    """How far strengths lie beside the curve alike, each with each, from 0 to 1."""
    apart = np.log(strengths[:, None] / strengths[None, :]) / ALIKE_WITHIN
    alike: NDArray[Any] = np.exp(-np.square(apart) / 2)
    return alike


def _in_lab(labs: NDArray[Any]) -> NDArray[Any]:
    """How far one step of CIEDE2000 is in L, a and b, about; of shape (3).

    Source: the weights of CIE94, CIE 116-1995.
    """
    chroma = np.hypot(labs[:, 1], labs[:, 2]).mean()
    return np.array([1.0, 1 + 0.045 * chroma, 1 + 0.045 * chroma])
