"""Stains that match, condition by condition."""

from collections.abc import Iterable
from dataclasses import dataclass

from claycore.colour.equal_tiles import Noise
from claycore.colour.twins import ColouredTiles, StainMatch, matches
from umberpot.colours.costs import Prices, cost_per_kg
from umberpot.colours.fired import (
    Conditions,
    FiredColour,
    equal_sets,
    grouped,
    labs,
)


@dataclass(frozen=True)
class SameColour:
    """Two stains that look the same, and under which conditions."""

    conditions: Conditions
    match: StainMatch


def same_among(colours: Iterable[FiredColour], noise: Noise, prices: Prices) -> list[SameColour]:
    """The pairs of different stains that surely look the same under equal conditions, each once."""
    coloured = [one for one in colours if one.pcts]
    return [
        SameColour(conditions, match)
        for conditions, tiles in grouped(coloured, lambda one: one.conditions).items()
        for match in matches([_coloured(alike, prices) for alike in equal_sets(tiles)], noise)
    ]


def _coloured(alike: list[FiredColour], prices: Prices) -> ColouredTiles:
    first = alike[0]
    return ColouredTiles(
        first.title,
        frozenset(first.pcts),
        labs(alike),
        cost_per_kg(first.pcts, prices),
        [one.label for one in alike],
        frozenset(one.firing for one in alike),
    )
