"""Shapes of pieces: the surface to be coated, and how much slip a piece pushes aside.

Lengths in mm, areas in cm², volumes in ml. A piece is dipped rim first, so that air stays in it and
all of it down to the dip line pushes slip aside; its wall is taken as thin, its foot stays bare.
"""

import math
from abc import ABC, abstractmethod
from dataclasses import dataclass, fields
from enum import StrEnum
from typing import ClassVar

from claycore.measure import bounds
from claycore.measure.errors import Inconsistent

_MM2_IN_CM2 = 100.0
_MM3_IN_ML = 1000.0


class Side(StrEnum):
    """Which side of a piece is coated."""

    OUTSIDE = "outside"
    INSIDE = "inside"
    BOTH = "both"


@dataclass(frozen=True)
class Shape(ABC):
    """A piece by its outer measures, mm. ``title`` is what it is called."""

    code: ClassVar[str]
    title: ClassVar[str]

    def __post_init__(self) -> None:
        for one in fields(self):
            bounds.LENGTH.check(one.name, getattr(self, one.name))

    @property
    @abstractmethod
    def depth(self) -> float:
        """From the rim to the foot, mm."""

    @property
    @abstractmethod
    def across(self) -> float:
        """The widest it is, mm: what it is dipped into must be wider."""

    @abstractmethod
    def _wall(self, to: float) -> float:
        """The outer wall from the rim down to a line ``to`` mm below it, mm²."""

    @abstractmethod
    def _floor(self) -> float:
        """The floor inside, mm²."""

    @abstractmethod
    def _pushed_aside(self, to: float) -> float:
        """What it pushes aside when dipped ``to`` mm deep, mm³."""

    def half_width(self, to: float) -> float:
        """Half of how wide it is seen from the side, ``to`` mm below its rim, mm.

        Source: geometry.
        """
        return self.across / 2

    def dipped_to(self, dip_mm: float | None) -> float:
        """How far below the rim a dip line lies, mm; None for down to the foot.

        Raises OutOfBounds or Inconsistent naming ``dip``. Source: ours.
        """
        if dip_mm is None:
            return self.depth
        bounds.LENGTH.check("dip", dip_mm)
        if dip_mm > self.depth * (1 + 1e-9):
            said = (
                f"The dip line is {dip_mm:g} mm below the rim; the piece is {self.depth:g} mm deep."
            )
            raise Inconsistent("dip", dip_mm, said)
        return dip_mm

    def area_cm2(self, side: Side, dip_mm: float | None = None) -> float:
        """The surface to be coated, cm²: the inside whole, the outside down to a dip line.

        ``dip_mm`` is how far below the rim that lies, None for down to the foot. Raises OutOfBounds
        or Inconsistent naming ``dip``. Source: geometry.
        """
        to = self.dipped_to(dip_mm)
        outside = self._wall(to) if side is not Side.INSIDE else 0.0
        inside = self._wall(self.depth) + self._floor() if side is not Side.OUTSIDE else 0.0
        return (outside + inside) / _MM2_IN_CM2

    def pushed_aside_ml(self, dip_mm: float | None = None) -> float:
        """The slip that a piece pushes aside when dipped to a line, ml.

        Raises OutOfBounds or Inconsistent naming ``dip``. Source: Archimedes' principle.
        """
        return self._pushed_aside(self.dipped_to(dip_mm)) / _MM3_IN_ML


@dataclass(frozen=True)
class Beaker(Shape):
    """A cup, cylinder or flaring pot: round, straight from rim to foot."""

    code = "beaker"
    title = "cylinder or beaker"

    rim: float
    foot: float
    height: float

    @property
    def depth(self) -> float:
        return self.height

    @property
    def across(self) -> float:
        return max(self.rim, self.foot)

    def half_width(self, to: float) -> float:
        """Half of how wide it is seen from the side, ``to`` mm below its rim, mm.

        Source: geometry.
        """
        return (self.rim + (self.foot - self.rim) * to / self.height) / 2

    def _wall(self, to: float) -> float:
        top, bottom = self.rim / 2, self.half_width(to)
        return math.pi * (top + bottom) * math.hypot(to, top - bottom)

    def _floor(self) -> float:
        return math.pi * (self.foot / 2) ** 2

    def _pushed_aside(self, to: float) -> float:
        top, bottom = self.rim / 2, self.half_width(to)
        return math.pi * to / 3 * (top**2 + top * bottom + bottom**2)


@dataclass(frozen=True)
class Bowl(Shape):
    """A round bowl: part of a sphere, down to its foot."""

    code = "bowl"
    title = "bowl"

    rim: float
    height: float

    @property
    def depth(self) -> float:
        return self.height

    @property
    def _sphere(self) -> float:
        """The radius of the sphere, by the sagitta."""
        return ((self.rim / 2) ** 2 + self.height**2) / (2 * self.height)

    @property
    def across(self) -> float:
        return 2 * self._sphere if self.height > self.rim / 2 else self.rim

    def _wall(self, to: float) -> float:
        # Archimedes: a zone of a sphere has the area of the cylinder around it.
        return 2 * math.pi * self._sphere * to

    def _floor(self) -> float:
        return 0.0

    def _pushed_aside(self, to: float) -> float:
        above = self._sphere - self.height
        return math.pi * (self._sphere**2 * to - ((above + to) ** 3 - above**3) / 3)

    def half_width(self, to: float) -> float:
        """Half of how wide it is seen from the side, ``to`` mm below its rim, mm.

        Source: geometry.
        """
        from_middle = self._sphere - self.height + to
        return math.sqrt(max(0.0, self._sphere**2 - from_middle**2))


@dataclass(frozen=True)
class Box(Shape):
    """A box with upright walls."""

    code = "box"
    title = "box"

    width: float
    length: float
    height: float

    @property
    def depth(self) -> float:
        return self.height

    @property
    def across(self) -> float:
        return math.hypot(self.width, self.length)

    def _wall(self, to: float) -> float:
        return 2 * (self.width + self.length) * to

    def _floor(self) -> float:
        return self.width * self.length

    def _pushed_aside(self, to: float) -> float:
        return self.width * self.length * to


@dataclass(frozen=True)
class Flat(Shape):
    """A flat piece: its face is the inside, its back the outside; edges do not count."""

    @property
    @abstractmethod
    def _face(self) -> float:
        """Its face, and as large its back, mm²."""

    def _wall(self, to: float) -> float:
        # Dipped flat, all of its back is covered at once.
        return self._face

    def _floor(self) -> float:
        return 0.0

    def _pushed_aside(self, to: float) -> float:
        return self._face * to


@dataclass(frozen=True)
class Plate(Flat):
    """A plate, taken as a disc."""

    code = "plate"
    title = "plate"

    rim: float
    height: float

    @property
    def depth(self) -> float:
        return self.height

    @property
    def across(self) -> float:
        return self.rim

    @property
    def _face(self) -> float:
        return math.pi * (self.rim / 2) ** 2


@dataclass(frozen=True)
class TileShape(Flat):
    """A tile."""

    code = "tile"
    title = "tile"

    width: float
    length: float
    thickness: float

    @property
    def depth(self) -> float:
        return self.thickness

    @property
    def across(self) -> float:
        return math.hypot(self.width, self.length)

    @property
    def _face(self) -> float:
        return self.width * self.length


SHAPES: dict[str, type[Shape]] = {
    shape.code: shape for shape in (Beaker, Bowl, Plate, Box, TileShape)
}
"""The shapes that are offered, by their code."""


@dataclass(frozen=True)
class Bucket:
    """What slip a bucket must hold so that a piece is dipped in it; ``rises_mm`` while it is in."""

    slip_ml: float
    level_mm: float
    rises_mm: float

    @property
    def litres(self) -> str:
        """The slip in litres, as one says it."""
        return f"{self.slip_ml / 1000:.1f}"


UNDER_MM = 10.0
"""Slip that stays under a dipped piece. Our choice."""


def bucket_for(shape: Shape, diameter_mm: float, dip_mm: float | None = None) -> Bucket:
    """The slip that a round bucket needs for a piece to be dipped to a line at all.

    ``level_mm`` is how deep it stands before. Raises OutOfBounds naming ``bucket``, Inconsistent
    where the piece does not fit into it. Source: Archimedes' principle.
    """
    bounds.LENGTH.check("bucket", diameter_mm)
    if shape.across >= diameter_mm:
        said = f"The piece is {shape.across:.0f} mm across, the bucket only {diameter_mm:g} mm."
        raise Inconsistent("bucket", diameter_mm, said)
    base = math.pi * (diameter_mm / 2) ** 2
    to = shape.dipped_to(dip_mm)
    pushed = shape.pushed_aside_ml(dip_mm) * _MM3_IN_ML
    slip = base * (to + UNDER_MM) - pushed
    return Bucket(slip / _MM3_IN_ML, slip / base, pushed / base)
