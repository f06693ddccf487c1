"""Whether two factors work together: whether what one does depends on the other.

Slab and single effects are fitted and taken off; what is left is dealt out again within each slab,
and each time it is asked how much of it the pairs of levels explain. Source: Freedman and Lane,
A nonstochastic interpretation of reported significance levels, 1983 (from memory). Unlike the
test of one factor this is not exact; how often it raises a false alarm is simulated in the tests.
"""

from collections.abc import Sequence

import numpy as np

from claycore.surface.factor_trials.design import Cell
from claycore.surface.factor_trials.permutations import DRAWS

LEAST_LEFT_OVER = 4
"""Independent differences between like pieces, below which chance cannot be told. Our choice."""

_LIKE = 1e-9


def interaction_chance(
    slabs: Sequence[int], cells: Sequence[Cell], scores: Sequence[float], pair: tuple[int, int]
) -> float | None:
    """How likely chance alone lets two factors seem to work together; None for too few pieces.

    Chance is from 0 to 1. One entry a piece in ``slabs``, ``cells`` and ``scores``; ``pair``
    numbers the two factors. Source: as at the head of this file.
    """
    y = np.asarray(scores, dtype=float)
    at = np.array(cells)
    single = [_columns(slabs), *(_columns(at[:, factor]) for factor in range(at.shape[1]))]
    # A number for each pair of levels; there are far fewer than a hundred levels.
    both = _columns(100 * at[:, pair[0]] + at[:, pair[1]])
    less, full = _basis(np.hstack(single)), _basis(np.hstack([*single, both]))
    if len(y) - full.shape[1] < LEAST_LEFT_OVER or full.shape[1] == less.shape[1]:
        return None
    left = y - less @ (less.T @ y)
    if (left**2).sum() < _LIKE:
        return 1.0
    lot = np.random.default_rng(0)
    drawn = np.empty((len(y), DRAWS))
    for slab in set(slabs):
        own = np.flatnonzero(np.asarray(slabs) == slab)
        drawn[own] = lot.permuted(np.tile(left[own][:, None], (1, DRAWS)), axis=0)
    found = _explained(left[:, None], less, full)[0]
    return (1 + int((_explained(drawn, less, full) >= found - _LIKE).sum())) / (1 + DRAWS)


def _columns(labels: Sequence[int] | np.ndarray) -> np.ndarray:
    """One column a label: 1 where a piece has it."""
    columns: np.ndarray = (np.asarray(labels)[:, None] == np.unique(labels)[None, :]).astype(float)
    return columns


def _basis(columns: np.ndarray) -> np.ndarray:
    """Orthonormal columns that span the same, without those that say nothing new."""
    u, s, _ = np.linalg.svd(columns, full_matrices=False)
    basis: np.ndarray = u[:, s > 1e-8 * s[0]]
    return basis


def _explained(left: np.ndarray, less: np.ndarray, full: np.ndarray) -> np.ndarray:
    """The share of what single effects leave that pairs of levels explain; one a column."""
    whole = (left**2).sum(axis=0)
    without = whole - ((less.T @ left) ** 2).sum(axis=0)
    rest = whole - ((full.T @ left) ** 2).sum(axis=0)
    explained: np.ndarray = 1 - rest / np.maximum(without, _LIKE)
    return explained
