"""The layers that every preview begins with."""

from dataclasses import dataclass

from claycore.colour.notation import Lab


@dataclass(frozen=True)
class WallLayer:
    """A layer of a wall: ``lab`` is its fired colour, None where that is not known.

    ``thickness_mm`` is of all its coats together; the body is taken as thick as need be.
    """

    name: str
    thickness_mm: float
    lab: Lab | None
