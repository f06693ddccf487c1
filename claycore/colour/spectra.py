"""The smoothest reflectance that has a given colour, in bands of 10 nm.

A colour does not tell its spectrum, but fired clay has smooth ones. Source: Burns 2020, Numerical
methods for smoothest reflectance reconstruction, Color Research and Application 45 (the hyperbolic
tangent method, from memory); the observer is CIE 1931 2°, as ColorAide has it, the light D65 of CIE
15, both from 380 to 730 nm.
"""

from typing import Any

import numpy as np
from coloraide.cmfs import CIE_1931_2DEG
from numpy.typing import ArrayLike, NDArray

from claycore.colour.spaces import D65_WHITE, lab_from_xyz, xyz_from_lab

Spectra = NDArray[np.floating[Any]]
"""Reflectances of 0 to 1 in an array of shape (n, bands)."""

WAVELENGTHS_NM = np.arange(380, 731, 10)

_D65 = np.array(
    [
        *(49.9755, 54.6482, 82.7549, 91.486, 93.4318, 86.6823, 104.865, 117.008, 117.812),
        *(114.861, 115.923, 108.811, 109.354, 107.802, 104.79, 107.689, 104.405, 104.046),
        *(100.0, 96.3342, 95.788, 88.6856, 90.0062, 89.5991, 87.6987, 83.2886, 83.6992),
        *(80.0268, 80.2146, 82.2778, 78.2842, 69.7213, 71.6091, 74.349, 61.604, 69.8856),
    ]
)
"""Relative power of D65 at each wavelength. Source: CIE 15."""

_MOST_ROUNDS = 25
_CLOSE_ENOUGH = 1e-7
_PALER = 0.9
"""By this a colour that no reflectance has is drawn towards grey, until one has it."""


def _weights() -> NDArray[Any]:
    """How much light of each band counts for X, Y and Z, so that a white has D65's own."""
    observer = np.array([CIE_1931_2DEG[int(nm)] for nm in WAVELENGTHS_NM])
    weighted = observer * _D65[:, None]
    weights: NDArray[Any] = weighted * (D65_WHITE / weighted.sum(axis=0))
    return weights


_WEIGHTS = _weights()

_SLOPE = np.diff(np.eye(len(WAVELENGTHS_NM)), axis=0)
_STIFFNESS = 2 * _SLOPE.T @ _SLOPE


def lab_of(reflectances: ArrayLike) -> NDArray[Any]:
    """CIELAB of reflectances of shape (…, bands).

    Source: CIE 15, summed over the bands.
    """
    return lab_from_xyz(np.asarray(reflectances, dtype=float) @ _WEIGHTS)


def reflectances_of(lab: ArrayLike) -> Spectra:
    """The smoothest reflectances of colours in CIELAB of shape (n, 3), all between 0 and 1.

    A colour that no reflectance can have is first drawn towards grey. Source: Burns 2020, as at the
    head of this file; drawing towards grey is our choice.
    """
    colours = np.atleast_2d(np.asarray(lab, dtype=float)).copy()
    colours[:, 0] = np.clip(colours[:, 0], 1.0, 99.0)
    found = np.empty((len(colours), len(WAVELENGTHS_NM)))
    open_ones = np.arange(len(colours))
    while len(open_ones):
        spectra, is_found = _smoothest(xyz_from_lab(colours[open_ones]))
        found[open_ones] = spectra
        open_ones = open_ones[~is_found]
        colours[open_ones, 1:] *= _PALER
    return found


def _smoothest(xyz: NDArray[Any]) -> tuple[Spectra, NDArray[np.bool_]]:
    """Newton's method on the stationary point of the smoothness with the colour held, all at once.

    The reflectance is (tanh z + 1) / 2, which keeps it within 0 and 1, and the squared slope of z
    is made least, with one multiplier for each of X, Y and Z. It begins at grey; what has arrived
    takes part no more.
    """
    bands = len(WAVELENGTHS_NM)
    z = np.arctanh(np.clip(2 * xyz[:, 1:2] - 1, -0.98, 0.98)) * np.ones(bands)
    multipliers = np.zeros((len(xyz), 3))
    going = np.arange(len(xyz))
    for _ in range(_MOST_ROUNDS):
        off, steps = _newton(z[going], multipliers[going], xyz[going])
        is_off = np.flatnonzero(off > _CLOSE_ENOUGH)
        going = going[is_off]
        if not len(going):
            break
        z[going] = np.clip(z[going] + np.clip(steps[is_off, :bands], -2, 2), -8, 8)
        multipliers[going] += steps[is_off, bands:]
    is_found = np.ones(len(xyz), dtype=bool)
    is_found[going] = False
    return (np.tanh(z) + 1) / 2, is_found


def _newton(
    z: NDArray[Any], multipliers: NDArray[Any], xyz: NDArray[Any]
) -> tuple[NDArray[Any], NDArray[Any]]:
    """How far each is off, and its next step: in z first, then in the multipliers."""
    count, bands = z.shape
    tanh = np.tanh(z)
    slope = (1 - tanh**2) / 2
    pull = multipliers @ _WEIGHTS.T
    gradient = z @ _STIFFNESS + slope * pull
    colour_off = ((tanh + 1) / 2) @ _WEIGHTS - xyz
    wrong = np.concatenate([gradient, colour_off], axis=1)
    system = np.zeros((count, bands + 3, bands + 3))
    system[:, :bands, :bands] = _STIFFNESS
    diagonal = np.arange(bands)
    system[:, diagonal, diagonal] -= 2 * tanh * slope * pull
    jacobian = slope[:, :, None] * _WEIGHTS
    system[:, :bands, bands:] = jacobian
    system[:, bands:, :bands] = jacobian.transpose(0, 2, 1)
    return np.abs(wrong).max(axis=1), _solved(system, -wrong)


def _solved(system: NDArray[Any], wanted: NDArray[Any]) -> NDArray[Any]:
    """The step of each colour; none where its system has no one solution."""
    try:
        solved: NDArray[Any] = np.linalg.solve(system, wanted[..., None])[..., 0]
    except np.linalg.LinAlgError:
        solved = np.stack(
            [np.linalg.lstsq(a, b, rcond=None)[0] for a, b in zip(system, wanted, strict=True)]
        )
    step: NDArray[Any] = np.nan_to_num(solved, nan=0.0, posinf=0.0, neginf=0.0)
    return step
