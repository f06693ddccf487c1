"""A clay's palette: what each colourant does to its colour, learned from fired tiles.

For each band, K/S(mix) = K/S(clay) + Σ kᵢ · cᵢ(pᵢ), the percentages on dry clay. The curve c is
straight in Kubelka and Munk's own mixing; real stains level off, so it is chosen where tiles of two
or more strengths tell (:mod:`claycore.colour.curves`). A tile of one colourant is then moved by
what its neighbours were missed by, so that a prediction passes through what was tested. Why bands
of a spectrum, and which curves: decision 17. A prediction never counts as a test.
"""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.colour.curves import CURVES, StrengthCurve, of_each
from claycore.colour.difference import ciede2000, ciede2000_of
from claycore.colour.kubelka_munk import k_over_s, reflectance_of, steepness
from claycore.colour.notation import Lab
from claycore.colour.spectra import lab_of, reflectances_of

BEYOND = 1.5
"""A colourant is followed up to this many times the strongest tested. Our choice."""

USUAL_ERROR = 2.0
"""How far a prediction of one colourant lies off, CIEDE2000, before a studio's own tiles tell. Our
choice: about twice what made tiles are missed by; no measured studio stands behind it."""

_USUAL_COUNTS = 1
"""As how many missed tiles the usual error counts."""

_BAND_STEPS = 121


@dataclass(frozen=True)
class FiredTile:
    """A fired tile of one clay: what was added, percent on dry clay, and its colour."""

    pcts: Mapping[str, float]
    lab: Lab

    @property
    def colourants(self) -> tuple[str, ...]:
        return tuple(name for name, pct in self.pcts.items() if pct > 0)


@dataclass(frozen=True)
class Colourant:
    """What one colourant does: K/S per band for 1 %, its curve, and which strengths it rests on.

    ``missed`` is by how much its own tiles lie beside that in CIELAB, one row for each strength.
    """

    name: str
    per_pct: NDArray[Any]
    curve: StrengthCurve
    tested: tuple[float, ...]
    missed: NDArray[Any]

    @property
    def most_pct(self) -> float:
        """The strongest percentage that may be predicted."""
        return BEYOND * max(self.tested)

    def beside(self, pct: NDArray[Any] | float) -> NDArray[Any]:
        """By how much a tile of it alone is likely to lie beside the fit, CIELAB in the last axis.

        Between tested strengths in proportion, none at 0 %, and beyond the last as there: so the
        prediction passes through the tiles.
        """
        strengths, rows = [0.0, *self.tested], np.vstack([np.zeros(3), self.missed])
        return np.stack([np.interp(pct, strengths, rows[:, n]) for n in range(3)], axis=-1)

    def adds(self, pct: NDArray[Any] | float) -> NDArray[Any]:
        """K/S per band that these percentages add; bands come last."""
        added: NDArray[Any] = self.curve.of(pct)[..., None] * self.per_pct
        return added


@dataclass(frozen=True)
class Predicted:
    """A predicted colour and its expected error, CIEDE2000.

    ``beyond`` names the colourants that were not tested so strong.
    """

    lab: Lab
    expected_error: float
    beyond: tuple[str, ...]


@dataclass(frozen=True)
class LeftOut:
    """A tile, and how far the others' prediction of it lay off, CIEDE2000."""

    tile: FiredTile
    delta_e: float


@dataclass(frozen=True)
class Palette:
    """A clay, its colourants by name, and how each tile was predicted from the others."""

    clay: NDArray[Any]
    colourants: Mapping[str, Colourant]
    left_out: tuple[LeftOut, ...]

    @property
    def leave_one_out(self) -> float | None:
        """Median CIEDE2000 of predicting each tile from the others; None under three."""
        if len(self.left_out) < 3:
            return None
        return float(np.median([one.delta_e for one in self.left_out]))

    def expected_error(self, names: Iterable[str]) -> float:
        """How far a prediction with these colourants is likely to lie off, CIEDE2000.

        Root mean square of what their own tiles were missed by, beside a usual error that counts
        as one tile; the errors of several add in quadrature.
        """
        # A palette with few tiles must not look sure because the few happen to fit: a usual error
        # stands beside them as if it were one more tile, and counts ever less as tiles come.
        total = 0.0
        for name in names:
            off = [one.delta_e for one in self.left_out if name in one.tile.colourants]
            squares = _USUAL_COUNTS * USUAL_ERROR**2 + sum(error**2 for error in off)
            total += squares / (_USUAL_COUNTS + len(off))
        return float(np.sqrt(total))

    def labs(self, added: NDArray[Any]) -> NDArray[Any]:
        """CIELAB of the clay with K/S ``added`` per band; the bands come last."""
        return lab_of(reflectance_of(self.clay + added))

    def predict(self, pcts: Mapping[str, float]) -> Predicted:
        """The colour of the clay with these percentages on dry clay.

        Raises KeyError for a colourant that it does not know.
        """
        used = {name: pct for name, pct in pcts.items() if pct > 0}
        # K/S of a mixture is the sum of its parts', band by band (Kubelka and Munk): reflectances
        # do not add, which is why half the stain is not half the way to its colour.
        added = sum((self.colourants[name].adds(pct) for name, pct in used.items()), np.zeros(1))
        lab = self.labs(added)
        # One colourant alone was measured at some strengths: there the prediction is put right by
        # what the fit misses. Mixtures were not measured, so nothing is known to put right.
        if len(used) == 1:
            lab = lab + sum(self.colourants[name].beside(pct) for name, pct in used.items())
        beyond = tuple(n for n, pct in used.items() if pct > max(self.colourants[n].tested))
        return Predicted(_as_lab(lab), self.expected_error(used), beyond)


@dataclass(frozen=True)
class PredictedBand:
    """The palest and the strongest that a predicted colour may turn out, within its error."""

    palest: Lab
    strongest: Lab


def band(palette: Palette, name: str, pct: float) -> PredictedBand:
    """What a strength of one colourant may look like: as pale and as strong as the error allows.

    The colours are those of the same colourant at less and at more than ``pct``, percent on dry
    clay, as far away as the expected error in CIEDE2000. Raises KeyError for a colourant that the
    palette does not know. Source: our own.
    """
    shares = np.geomspace(0.05, 20, _BAND_STEPS)
    colourant = palette.colourants[name]
    labs = palette.labs(colourant.adds(pct * shares)) + colourant.beside(pct * shares)
    predicted = palette.predict({name: pct})
    apart = ciede2000_of(predicted.lab.values, labs)
    within = np.flatnonzero(apart <= predicted.expected_error)
    ends = (within[0], within[-1]) if len(within) else (_BAND_STEPS // 2, _BAND_STEPS // 2)
    palest, strongest = (_as_lab(labs[end]) for end in ends)
    return PredictedBand(palest, strongest)


def _as_lab(values: NDArray[Any]) -> Lab:
    lightness, a, b = (float(value) for value in values)
    return Lab(min(max(lightness, 0.0), 100.0), a, b)


def learn(clay: Lab, tiles: Sequence[FiredTile]) -> Palette:
    """A clay's palette from fired tiles of it.

    Each colourant is fitted to the tiles that hold it alone; tiles of several only test the
    predictions. Raises nothing; a colourant without a tile of its own is not in it. Source:
    Kubelka and Munk 1931; the fit is our own, least squares in reflectance.
    """
    spectra = reflectances_of([clay.values, *(tile.lab.values for tile in tiles)])
    plain = k_over_s(spectra[0])
    alone = _alone(tiles)
    colourants = {
        name: _of_tiles(name, plain, tiles, spectra[1:], places) for name, places in alone.items()
    }
    left_out = tuple(_left_out(tiles, spectra[1:], plain, colourants, alone))
    return Palette(plain, colourants, left_out)


def _alone(tiles: Sequence[FiredTile]) -> dict[str, list[int]]:
    """For each colourant the places of the tiles that hold nothing else."""
    found: dict[str, list[int]] = {}
    for place, tile in enumerate(tiles):
        if len(tile.colourants) == 1:
            found.setdefault(tile.colourants[0], []).append(place)
    return found


def _of_tiles(
    name: str,
    plain: NDArray[Any],
    tiles: Sequence[FiredTile],
    spectra: NDArray[Any],
    places: Sequence[int],
) -> Colourant:
    pcts = np.array([tiles[place].pcts[name] for place in places])
    labs = np.array([tiles[place].lab.values for place in places], dtype=float)
    return fitted(name, plain, pcts, labs, spectra[list(places)])


def fitted(
    name: str,
    plain: NDArray[Any],
    pcts: NDArray[Any],
    labs: NDArray[Any],
    seen: NDArray[Any],
    curves: Sequence[StrengthCurve] = CURVES,
) -> Colourant:
    """A colourant from tiles that hold it alone, by weighted least squares in reflectance.

    ``plain`` is K/S of the clay per band, ``pcts`` percent on dry clay of shape (n), ``labs`` the
    tiles in CIELAB of shape (n, 3) and ``seen`` their reflectances, (n, bands); ``curves`` are to
    be tried, the first of them for tiles of one strength. Raises nothing for at least one tile.
    Source: Kubelka and Munk 1931; the fit is our own.
    """
    # An error in reflectance counts alike in pale and in dark bands.
    weights = steepness(seen) ** 2
    wanted = k_over_s(seen) - plain
    if len(set(pcts)) == 1:
        curves = curves[:1]
    x = of_each(curves, pcts)
    per_pct = x.T @ (weights * wanted) / (np.square(x).T @ weights)
    off = wanted[:, None] - x[..., None] * per_pct
    best = int((weights[:, None] * np.square(off)).sum(axis=(0, 2)).argmin())
    tested = sorted(set(pcts.tolist()))
    none = np.zeros((len(tested), 3))
    fit = Colourant(name, per_pct[best], curves[best], tuple(tested), none)
    beside = labs - lab_of(reflectance_of(plain + fit.adds(pcts)))
    return replace(fit, missed=np.array([beside[pcts == pct].mean(axis=0) for pct in tested]))


def _left_out(
    tiles: Sequence[FiredTile],
    spectra: NDArray[Any],
    plain: NDArray[Any],
    colourants: Mapping[str, Colourant],
    alone: Mapping[str, Sequence[int]],
) -> Iterable[LeftOut]:
    """Each tile with how far its prediction lies off that was learned without it."""
    for place, tile in enumerate(tiles):
        names = tile.colourants
        if not names or any(name not in colourants for name in names):
            continue
        known = {name: colourants[name] for name in names}
        if len(names) == 1:
            others = [other for other in alone[names[0]] if other != place]
            if not others:
                continue
            known = {names[0]: _of_tiles(names[0], plain, tiles, spectra, others)}
        found = Palette(plain, known, ()).predict(tile.pcts)
        yield LeftOut(tile, ciede2000(found.lab, tile.lab))
