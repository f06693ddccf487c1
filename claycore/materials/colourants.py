"""Kinds of colourant: how much of each is usual.

Source: common practice; the ranges of the single oxides are from memory.
"""

import re
from dataclasses import dataclass


@dataclass(frozen=True)
class ColourantKind:
    """A family of colourants with the percentages on dry clay that are usual for it.

    ``words`` are the words and formulas in a material's name that give the family away. What can
    hurt someone hangs on the metals in it, not on the family: :mod:`claycore.safety.metals`.
    """

    title: str
    usual_pct: tuple[float, float]
    words: tuple[str, ...] = ()
    note: str = ""
    density: float = 4.5
    """Of the dry powder, g/cm³: many stains have 4 to 5. From memory."""
    slip_up_to_pct: float | None = None
    """The most that is ordinary in a slip for decorating; twice the usual where it is not known."""

    @property
    def usual_in_slip_pct(self) -> tuple[float, float]:
        """What is usual in a slip for decorating, percent on dry clay."""
        low, high = self.usual_pct
        return low, self.slip_up_to_pct or 2 * high


IRON = ColourantKind(
    "iron oxide",
    (1, 4),
    ("iron", "ochre", "umber", "sienna", "hematite", "feo", "fe2o3", "fe3o4"),
    density=5.2,
    slip_up_to_pct=35,  # 25 of the total is 33 on clay
)
MANGANESE = ColourantKind("manganese", (1, 4), ("manganese", "mno", "mno2", "mnco3"))
RUTILE = ColourantKind("rutile", (2, 6), ("rutile", "ilmenite"))
CHROME = ColourantKind("chrome oxide", (0.5, 2), ("chrome", "chromium", "cr2o3"))
COPPER = ColourantKind("copper", (1, 3), ("copper", "cuo", "cu2o", "cuco3"))
COBALT = ColourantKind("cobalt", (0.25, 2), ("cobalt", "coo", "co3o4", "coco3"))
NICKEL = ColourantKind("nickel oxide", (0.5, 3), ("nickel", "nio", "ni2o3"))
TITANIA = ColourantKind("titanium dioxide", (1, 8), ("titanium", "titania", "tio2"), density=4.2)
DARK_STAIN = ColourantKind(
    "black or dark stain",
    (3, 6),
    ("black", "dark", "soot", "coal", "ink"),
    note="3–6 % of a black or dark stain is often enough",
    slip_up_to_pct=12,
)
STAIN = ColourantKind(
    "stain", (2, 10), note="many stains get no stronger above 10 %", slip_up_to_pct=25
)

OXIDES = (IRON, MANGANESE, RUTILE, CHROME, COPPER, COBALT, NICKEL, TITANIA)

TEST_SERIES_PCT = (5.0, 10.0, 15.0)
"""The usual test series for a stain. Source: common practice."""


def kind_of(name: str) -> ColourantKind:
    """The family a name belongs to; a plain stain when no word gives it away.

    A name that says "stain" is never taken for a single oxide: "chrome green stain" is a stain.
    Source: common practice in naming them.
    """
    words = set(re.findall(r"[a-z0-9]+", name.lower()))
    if "stain" not in words:
        for kind in OXIDES:
            if words.intersection(kind.words):
                return kind
    if words.intersection(DARK_STAIN.words):
        return DARK_STAIN
    return STAIN


def is_unusual(kind: ColourantKind, pct_on_dry_clay: float, *, in_slip: bool = False) -> bool:
    """Whether a percentage on dry clay lies outside what is usual, the test series allowed.

    A slip for decorating takes far more than a body. Percent on dry clay. Source: common practice;
    the single oxides are from memory.
    """
    low, high = kind.usual_in_slip_pct if in_slip else kind.usual_pct
    if kind is STAIN:
        high = max(high, *TEST_SERIES_PCT)
    return pct_on_dry_clay > 0 and not low <= pct_on_dry_clay <= high
