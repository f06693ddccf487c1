"""What a piece is for, and so what is read off it.

A new role is one entry of ROLES: the plan, the grid, the bench sheet and the next step follow.
Source: common practice.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.testing.readings import READINGS, Quantity, ReadingKind

_LINES = (Quantity.LENGTH_WET, Quantity.LENGTH_DRY)
_MASSES = (Quantity.MASS_WET, Quantity.MASS_DRY)
_SOAKED = (Quantity.MASS_SOAKED, Quantity.MASS_HUNG)


@dataclass(frozen=True)
class BarRole:
    """A role: its code, what it is called, and the quantities that are read of it."""

    code: str
    title: str
    reads: tuple[Quantity, ...]

    def needed_fired(self) -> list[ReadingKind]:
        """What it cannot do without after a firing before it goes on, in the order of reading."""
        return [kind for kind in self.kinds() if kind.fired and kind.needed]

    def kinds(self) -> list[ReadingKind]:
        """What is read of it, in the order of reading."""
        return [kind for kind in READINGS.values() if kind.quantity in self.reads]


TILE = BarRole(
    "",
    "tile",
    (*_LINES, *_MASSES, Quantity.LENGTH_FIRED, Quantity.MASS_FIRED, *_SOAKED),
)
"""A piece that is no bar of a test."""

BAR = BarRole("bar", "measured and soaked", TILE.reads)
LINE = BarRole(
    "line",
    "not soaked",
    (*_LINES, *_MASSES, Quantity.LENGTH_FIRED, Quantity.MASS_FIRED),
)
SOAK = BarRole("soak", "soaked only", (*_MASSES, Quantity.MASS_FIRED, *_SOAKED))
BEND = BarRole("bend", "bend bar", (*_LINES, Quantity.THICKNESS, Quantity.SAG))

ROLES = {role.code: role for role in (BAR, LINE, SOAK, BEND)}
"""What a bar of a test may be for, by its code."""


def role_of(code: str) -> BarRole:
    """The role of this code; that of a plain tile for ''. Raises KeyError.

    Source: the entries of ROLES.
    """
    return TILE if code == TILE.code else ROLES[code]


def choices() -> list[tuple[str, str]]:
    """Every role's code and title, as a column of the database offers them.

    Source: the entries of ROLES.
    """
    return [(role.code, role.title) for role in ROLES.values()]


def read_of_any(roles: Sequence[str], fired: bool) -> list[ReadingKind]:
    """What is read at a stage of at least one of these roles, in the order of reading.

    Source: the entries of ROLES.
    """
    wanted = {quantity for code in roles for quantity in role_of(code).reads}
    return [k for k in READINGS.values() if k.fired == fired and k.quantity in wanted]
