"""The doubts of all colours of one picture, and how far each is off. Source: error propagation."""

from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.colour.doubt import Doubt, off_by_95
from claycore.colour.notation import Lab
from claycore.colour.photographs.light_and_camera import TrueLight

CAUSES = 8
"""So many independent causes are kept; the rest counts as each colour's own. Our choice."""

_STEP = 1e-4


@dataclass(frozen=True)
class DoubtfulColour:
    """A colour's doubt, and how far it may be off: CIEDE2000 at about 95 %."""

    doubt: Doubt
    u95: float


def doubts_of(found: TrueLight, picture: str) -> list[DoubtfulColour]:
    """The doubt of each colour of a picture, which is called so.

    Source: error propagation, any statistics text.
    """
    covariance = _in_lab(found)
    sizes, causes = np.linalg.eigh(covariance)
    kept = causes[:, ::-1][:, :CAUSES] * np.sqrt(np.maximum(sizes[::-1][:CAUSES], 0.0))
    left = np.maximum(np.diag(covariance) - np.square(kept).sum(axis=1), 0.0).reshape(-1, 3)
    found_out = []
    for number, lab in enumerate(found.labs):
        rows = slice(3 * number, 3 * number + 3)
        shared = tuple(tuple(row) for row in np.round(kept[rows], 3).tolist())
        doubt = Doubt(picture, shared, round(float(left[number].mean()), 4))
        found_out.append(DoubtfulColour(doubt, off_by_95(Lab(*lab), covariance[rows, rows])))
    return found_out


def _in_lab(found: TrueLight) -> NDArray[Any]:
    """The covariance of all L, a and b, of shape (3 n, 3 n)."""
    count = len(found.logs)
    labs = found.labs
    slopes = np.empty((count, 3, 3))
    for channel in range(3):
        step = np.zeros(3)
        step[channel] = _STEP
        slopes[:, :, channel] = (replace(found, logs=found.logs + step).labs - labs) / _STEP
    whole = np.zeros((count, 3, count, 3))
    whole[np.arange(count), :, np.arange(count), :] = slopes
    jacobian = whole.reshape(3 * count, 3 * count)
    covariance: NDArray[Any] = jacobian @ found.covariance @ jacobian.T
    return covariance
