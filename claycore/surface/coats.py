"""A stack of slips on a body: what goes on, how, onto what, and what shows of it afterwards.

Source: common practice; figures from memory.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from enum import StrEnum
from types import MappingProxyType

from claycore.surface.fused import GlazeLook
from claycore.surface.shapes import Side


class Application(StrEnum):
    """How a coat goes on."""

    BRUSH = "brush"
    POUR = "pour"
    DIP = "dip"
    SPONGE = "sponge"
    TRAIL = "trail"
    LAY = "lay"
    SPRAY = "spray"


USUAL_MM = {
    Application.BRUSH: 0.3,
    Application.POUR: 0.8,
    Application.DIP: 0.8,
    Application.SPONGE: 0.2,
    Application.TRAIL: 0.8,
    Application.LAY: 8.0,
    Application.SPRAY: 0.2,
}
"""How thick one wet coat usually is, mm; a laid slab of clay. Common practice, from memory."""


class Onto(StrEnum):
    """What state the piece is in when a coat goes on."""

    SOFT_SLAB = "soft_slab"
    LEATHER_HARD = "leather_hard"
    BISQUE = "bisque"


class SlipKind(StrEnum):
    """What a coat is: raw slip holds to wet clay alone, the others to bisque ware too."""

    RAW = "raw"
    VITREOUS = "vitreous"
    UNDERGLAZE = "underglaze"


class Technique(StrEnum):
    """What is done with the slips, in the order it is offered.

    To add one is to add it here, and a file of its name to :mod:`claycore.surface.techniques`.
    """

    COATS = "coats"
    SGRAFFITO = "sgraffito"
    INLAY = "inlay"
    JOGGLED = "joggled"
    FEATHERED = "feathered"
    SPONGED_BACK = "sponged_back"
    AGATE = "agate"
    WAX_RESIST = "wax_resist"
    STENCILLED = "stencilled"


class Clear(StrEnum):
    """The clear glaze over it, and how thick."""

    NONE = "none"
    THIN = "thin"
    THICK = "thick"


class ClearOn(StrEnum):
    """Whether glaze goes over all of the piece but its foot, or over part of it."""

    PART = "part"
    ALL = "all"


DARK_BODY = 50.0
"""A body of less CIELAB lightness shows through a thin coat. Our choice."""

LIGHT_COAT = 80.0
"""A coat of at least so much lightness hides a dark body. Our choice."""

THICK_GLAZE_MM = 1.2
"""From this thickness of the wet coat on a glaze is thick. Our choice, from memory."""

BLACK = 30.0
"""On less lightness a thick clear glaze looks milky. Our choice."""


def clear_of(is_glazed: bool, is_thick: bool, used_mm: float | None) -> Clear:
    """How thick the glaze over a stack is: as planned thick, or because it is used so, wet, mm.

    Source: our choice of THICK_GLAZE_MM.
    """
    if not is_glazed:
        return Clear.NONE
    thick = is_thick or (used_mm is not None and used_mm >= THICK_GLAZE_MM)
    return Clear.THICK if thick else Clear.THIN


@dataclass(frozen=True)
class Coat:
    """One slip of the stack, the lowest first. ``thickness_mm`` is of one wet coat.

    ``lightness`` is its fired CIELAB lightness, None where no tile of it was read. ``covers_pct``
    is its share of the face, None for what is usual in the technique. ``side`` matters only where
    the sides of a piece differ.
    """

    name: str
    application: Application
    coats: int
    thickness_mm: float
    onto: Onto = Onto.LEATHER_HARD
    lightness: float | None = None
    kind: SlipKind = SlipKind.RAW
    covers_pct: float | None = None
    side: Side = Side.BOTH

    def lies_on(self, side: Side) -> bool:
        """Whether it goes onto a side: one of both sides goes onto each."""
        return Side.BOTH in (self.side, side) or self.side is side


@dataclass(frozen=True)
class CoatStack:
    """A body and its coats; ``body_lightness`` fired, None where it was not read.

    ``shrinkages`` are of the slips, and ``body_shrinkage_pct`` of the body: total, percent, as far
    as they were measured. ``once_fired`` says that glaze goes onto the raw piece,
    and ``glaze_look`` whether one sees through it.
    """

    coats: Sequence[Coat]
    technique: Technique = Technique.COATS
    body_lightness: float | None = None
    clear: Clear = Clear.NONE
    clear_on: ClearOn = ClearOn.ALL
    once_fired: bool = False
    body_shrinkage_pct: float | None = None
    shrinkages: Mapping[str, float] = field(default_factory=lambda: MappingProxyType({}))
    glaze_look: GlazeLook = GlazeLook.CLEAR

    @property
    def is_glazed(self) -> bool:
        return self.clear is not Clear.NONE
