"""Kinds of colourant: how much of each is usual.

Source: common practice; the ranges of the single oxides are from memory.
"""

import re
from dataclasses import dataclass


@dataclass(frozen=True)
class ColourantKind:
    """A family of colourants with the percentages on dry clay that are usual for it.

    ``words`` are the words in a material's name that give the family away. What can hurt someone
    hangs on the metals in it, not on the family: :mod:`claycore.safety.metals`.
    """

    title: str
    usual_pct: tuple[float, float]
    words: tuple[str, ...] = ()
    note: str = ""


IRON = ColourantKind("iron oxide", (1, 4), ("iron", "ochre", "umber", "sienna", "hematite"))
MANGANESE = ColourantKind("manganese", (1, 4), ("manganese",))
RUTILE = ColourantKind("rutile", (2, 6), ("rutile", "ilmenite"))
CHROME = ColourantKind("chrome oxide", (0.5, 2), ("chrome", "chromium"))
COPPER = ColourantKind("copper", (1, 3), ("copper",))
COBALT = ColourantKind("cobalt", (0.25, 2), ("cobalt",))
DARK_STAIN = ColourantKind(
    "black or dark stain",
    (3, 6),
    ("black", "dark", "soot", "coal", "ink"),
    note="3–6 % of a black or dark stain is often enough",
)
STAIN = ColourantKind("stain", (2, 10), note="many stains get no stronger above 10 %")

OXIDES = (IRON, MANGANESE, RUTILE, CHROME, COPPER, COBALT)

TEST_SERIES_PCT = (5.0, 10.0, 15.0)
"""The usual test series for a stain. Source: common practice."""


def kind_of(name: str) -> ColourantKind:
    """The family a name belongs to; a plain stain when no word gives it away.

    A name that says "stain" is never taken for a single oxide: "chrome green stain" is a stain.
    Source: common practice in naming them.
    """
    words = set(re.findall(r"[a-z]+", name.lower()))
    if "stain" not in words:
        for kind in OXIDES:
            if words.intersection(kind.words):
                return kind
    if words.intersection(DARK_STAIN.words):
        return DARK_STAIN
    return STAIN


def is_unusual(kind: ColourantKind, pct_on_dry_clay: float) -> bool:
    """Whether a percentage on dry clay lies outside what is usual, the test series allowed.

    Percent on dry clay. Source: common practice; the single oxides are from memory.
    """
    low, high = kind.usual_pct
    if kind is STAIN:
        high = max(TEST_SERIES_PCT)
    return pct_on_dry_clay > 0 and not low <= pct_on_dry_clay <= high
