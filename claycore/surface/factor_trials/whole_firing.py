"""Factors that belong to a whole firing, not to a piece.

Pieces on one slab share its firing, its kiln and its day, so they cannot have two levels of any of
these; and two firings cannot tell what such a level does from the chance between firings. Source:
the split plot of Fisher, Statistical Methods for Research Workers, 1925 (from memory); the words
looked for are our choice.
"""

import re

_SHARED = re.compile(
    r"\b(bisque|kilns?|cones?|firings?|fired|temperatures?|atmospheres?|reduction|oxidation|days?"
    r"|dates?|schedules?|batch(es)?)\b",
    re.IGNORECASE,
)

WHY_NOT = (
    "Pieces on one slab share a firing, a kiln and a day, so they cannot differ in this. Fire all"
    " of them alike, and repeat the whole trial in several firings of each level: two firings"
    " cannot tell a difference from chance. If every piece is fired on its own, confirm it below."
)


def shared_by_a_slab(name: str) -> str:
    """The word in a factor's name that says it belongs to a whole firing; '' where none does.

    Source: see the module.
    """
    found = _SHARED.search(name)
    return found.group(0).lower() if found else ""
