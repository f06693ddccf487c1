"""Which colourants, at which percentages, come nearest to a wanted colour in a clay."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import combinations
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.colour.difference import ciede2000, ciede2000_of
from claycore.colour.notation import Lab
from claycore.colour.palette import Colourant, Palette

MOST_PARTS = 3
WORTH_WEIGHING = 0.1
"""Less of a colourant, in percent on dry clay, is left out. Our choice."""

_LEVELS = 9
_LEVELS_OF_THREE = 6
_REFINED = 14
_OFFERED = 6
_NEARLY_AS_GOOD = 3.0
"""What lies further off than the best by more than this, CIEDE2000, is not offered."""
_IN_THREES = 12
"""So many of the colourants that did best in twos are tried in threes."""


@dataclass(frozen=True)
class MatchedColourant:
    """A colourant and its percentage on dry clay."""

    name: str
    pct: float


@dataclass(frozen=True)
class Candidate:
    """Additions that come near, the colour they are predicted to give, and how surely."""

    additions: tuple[MatchedColourant, ...]
    lab: Lab
    delta_e: float
    expected_error: float


@dataclass(frozen=True)
class _Rough:
    """The best of a grid of percentages for some colourants."""

    names: tuple[str, ...]
    pcts: tuple[float, ...]
    delta_e: float


def match(palette: Palette, want: Lab, max_pct: float, parts: int) -> list[Candidate]:
    """The best few ways to come near a colour with at most ``parts`` colourants, best first.

    ``max_pct`` bounds all colourants together, percent on dry clay; none goes further beyond its
    tested tiles than the palette follows it. A grid over every one, two and three of them finds
    where to look, and each of the best is then refined. Raises nothing; empty without colourants.
    Source: our own search; the colours are those of :mod:`claycore.colour.palette`.
    """
    found = list(_rough_pairs(palette, want, max_pct, min(parts, 2)))
    if parts >= MOST_PARTS:
        best = _best_names(found, _IN_THREES)
        found += _rough_threes(palette, want, max_pct, best)
    found.sort(key=lambda rough: rough.delta_e)
    refined = [_refined(palette, want, max_pct, rough) for rough in found[:_REFINED]]
    return _offered(refined)


def _levels(colourant: Colourant, max_pct: float, count: int) -> NDArray[Any]:
    """Percentages to try, closer together where they are small."""
    most = min(max_pct, colourant.most_pct)
    levels: NDArray[Any] = most * np.linspace(0, 1, count + 1)[1:] ** 1.5
    return levels


def _rough_pairs(palette: Palette, want: Lab, max_pct: float, parts: int) -> Iterable[_Rough]:
    """The best of the grid for each colourant alone, and with each other one."""
    names = list(palette.colourants)
    levels = [_levels(palette.colourants[name], max_pct, _LEVELS) for name in names]
    adds = [palette.colourants[n].adds(at) for n, at in zip(names, levels, strict=True)]
    for one, name in enumerate(names):
        off = ciede2000_of(want.values, palette.labs(adds[one]))
        yield _best_of((name,), (levels[one],), off)
        others = range(one + 1, len(names)) if parts > 1 else ()
        for other in others:
            pair = adds[one][:, None] + adds[other][None, :]
            sums = levels[one][:, None] + levels[other][None, :]
            off = np.where(sums <= max_pct, ciede2000_of(want.values, palette.labs(pair)), np.inf)
            yield _best_of((name, names[other]), (levels[one], levels[other]), off)


def _best_names(found: Sequence[_Rough], count: int) -> list[str]:
    """The colourants of the best that was found, as far as it goes."""
    names: dict[str, None] = {}
    for rough in sorted(found, key=lambda rough: rough.delta_e):
        names.update(dict.fromkeys(rough.names))
        if len(names) >= count:
            break
    return list(names)[:count]


def _rough_threes(
    palette: Palette, want: Lab, max_pct: float, names: Sequence[str]
) -> Iterable[_Rough]:
    for three in combinations(names, 3):
        at = [_levels(palette.colourants[name], max_pct, _LEVELS_OF_THREE) for name in three]
        first, second, third = (
            palette.colourants[name].adds(levels) for name, levels in zip(three, at, strict=True)
        )
        added = first[:, None, None] + second[None, :, None] + third[None, None, :]
        sums = at[0][:, None, None] + at[1][None, :, None] + at[2][None, None, :]
        off = np.where(sums <= max_pct, ciede2000_of(want.values, palette.labs(added)), np.inf)
        yield _best_of(three, at, off)


def _best_of(names: tuple[str, ...], levels: Sequence[NDArray[Any]], off: NDArray[Any]) -> _Rough:
    """Where a mixture is off least; ``off`` has an axis for the levels of each of the names."""
    places = np.unravel_index(int(np.argmin(off)), off.shape)
    pcts = tuple(float(of_one[place]) for of_one, place in zip(levels, places, strict=True))
    return _Rough(names, pcts, float(off[places]))


def _refined(palette: Palette, want: Lab, max_pct: float, rough: _Rough) -> Candidate:
    """The percentages moved to where the difference is least. The search is over its square."""
    colourants = [palette.colourants[name] for name in rough.names]

    def off(pcts: NDArray[Any]) -> float:
        found = palette.predict(dict(zip(rough.names, pcts, strict=True)))
        return ciede2000(want, found.lab) ** 2

    # SciPy takes a while to import, so only who needs it does.
    from scipy.optimize import minimize

    found = minimize(
        off,
        np.array(rough.pcts),
        method="SLSQP",
        bounds=[(0.0, min(max_pct, one.most_pct)) for one in colourants],
        constraints={"type": "ineq", "fun": lambda pcts: max_pct - pcts.sum()},
        options={"ftol": 1e-6, "maxiter": 60},
    )
    is_better = found.fun <= off(np.array(rough.pcts)) and found.x.sum() <= max_pct + 1e-9
    pcts = found.x if is_better else rough.pcts
    additions = tuple(
        MatchedColourant(name, float(pct))
        for name, pct in zip(rough.names, pcts, strict=True)
        if pct >= WORTH_WEIGHING
    )
    predicted = palette.predict({one.name: one.pct for one in additions})
    difference = ciede2000(want, predicted.lab)
    return Candidate(additions, predicted.lab, difference, predicted.expected_error)


def _offered(candidates: Iterable[Candidate]) -> list[Candidate]:
    """The best, each set of colourants once."""
    best: dict[frozenset[str], Candidate] = {}
    for one in sorted(candidates, key=lambda candidate: candidate.delta_e):
        best.setdefault(frozenset(addition.name for addition in one.additions), one)
    offered = list(best.values())[:_OFFERED]
    return [one for one in offered if one.delta_e <= offered[0].delta_e + _NEARLY_AS_GOOD]
