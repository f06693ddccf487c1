"""In which order tiles hang on the wall."""

import math
from collections.abc import Callable, Mapping, Sequence

from claycore.colour.difference import ciede2000
from claycore.colour.notation import Lab
from umberpot.colours.fired import FiredColour

AS_PICKED = ""
TO_FIRST = "to_first"

SORTINGS: dict[str, str] = {
    AS_PICKED: "as entered",
    "lightness": "by lightness",
    "hue": "by hue",
    "chroma": "by chroma",
    TO_FIRST: "by difference to the first",
}
"""The orders that are offered, by the word in the address."""

_KEYS: Mapping[str, Callable[[Lab], float]] = {
    "lightness": lambda lab: -lab.lightness,
    "hue": lambda lab: math.atan2(lab.b, lab.a) % (2 * math.pi),
    "chroma": lambda lab: math.hypot(lab.a, lab.b),
}


def in_order(tiles: Sequence[FiredColour], sorting: str) -> list[FiredColour]:
    """The tiles in the order that was asked for; in that they were picked in otherwise."""
    if sorting in _KEYS:
        return sorted(tiles, key=lambda tile: _KEYS[sorting](tile.lab))
    if sorting == TO_FIRST and tiles:
        first = tiles[0].lab
        return sorted(tiles, key=lambda tile: ciede2000(first, tile.lab))
    return list(tiles)
