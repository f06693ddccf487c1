"""What a clay may be wanted for. Source: common practice."""

from enum import StrEnum


class Purpose(StrEnum):
    """What a clay may be wanted for."""

    THROWING = "throwing"
    SLAB = "slab"
    SCULPTURE = "sculpture"
    TABLEWARE = "tableware"
    BRICK = "brick"
    SLIP = "slip"


PURPOSES: dict[str, str] = {
    Purpose.THROWING: "throwing",
    Purpose.SLAB: "slab work",
    Purpose.SCULPTURE: "sculpture",
    Purpose.TABLEWARE: "tableware",
    Purpose.BRICK: "brick",
    Purpose.SLIP: "slip or colourant",
}

AS_A_BODY = (Purpose.THROWING, Purpose.SLAB, Purpose.SCULPTURE, Purpose.TABLEWARE, Purpose.BRICK)
"""The purposes for which it must stand by itself."""


def choices() -> list[tuple[str, str]]:
    """Every purpose's code and words, as a column of the database offers them.

    Source: the entries of PURPOSES.
    """
    return list(PURPOSES.items())
