"""The drawn tile, the unit of every list, grid and shelf.

Registered as builtin tags, so a template may use them without loading anything.
"""

from dataclasses import dataclass
from enum import StrEnum
from typing import Any

from django import template

from claycore.colour.notation import Lab

register = template.Library()

DARK_BELOW_LIGHTNESS = 58
"""CIELAB lightness under which a code is scratched in light; keeps its contrast over 4.5 : 1."""


class TileState(StrEnum):
    """How far a tile has come, by the class that draws it."""

    PLANNED = "tile-planned"
    WET = "tile-wet"
    DRY = "tile-dry"
    FIRED = "tile-bare-fired"
    COLOURED = "tile-coloured"


_SAYS = {
    TileState.PLANNED: "to make",
    TileState.WET: "drying",
    TileState.DRY: "bone dry",
    TileState.FIRED: "fired, colour not noted",
}


@dataclass(frozen=True)
class TileLook:
    """How a tile is drawn: ``colour`` is its fired colour, None while that is not noted.

    ``under`` is what stands under the code: its percentage, or the cone of a bar. ``bare`` is the
    colour of its bare half, the lower one. A bar lies, and is half as wide again.
    """

    code: str
    state: TileState
    colour: Lab | None = None
    width: int = 60
    under: str = ""
    bare: Lab | None = None
    is_bar: bool = False

    @property
    def bar_width(self) -> int:
        return self.width * 3 // 2

    @property
    def is_unread(self) -> bool:
        """Fired, and of no colour that anybody knows: hatched, never a grey that may be one."""
        return self.state is TileState.FIRED

    @property
    def fill(self) -> str:
        return self.colour.hex if self.colour else ""

    @property
    def on_dark(self) -> bool:
        return self.colour is not None and self.colour.lightness < DARK_BELOW_LIGHTNESS

    @property
    def font_size(self) -> int:
        return 17 if len(self.code) <= 3 else 14

    @property
    def code_y(self) -> int:
        """Higher where something stands under the code."""
        return 42 if self.under else 49

    @property
    def under_y(self) -> int:
        """Within the lower half, where that is bare."""
        return 64 if self.bare else 60

    @property
    def under_size(self) -> int:
        """Small enough for the slab's width: about six letters fit at full size."""
        return 12 if len(self.under) <= 7 else 9

    @property
    def summary(self) -> str:
        """The tile in words, for who cannot see it."""
        what = f"{'Bar' if self.is_bar else 'Tile'} {self.code}"
        what = f"{what}, {self.under}" if self.under else what
        bare = f", unglazed half {self.bare.hex}" if self.bare else ""
        return f"{what}, {_SAYS.get(self.state, f'fired colour {self.fill}')}{bare}"

    @property
    def bare_fill(self) -> str:
        return self.bare.hex if self.bare else ""

    @property
    def on_bare(self) -> str:
        """The class of what is drawn on the bare half; '' where there is none."""
        if self.bare is None:
            return ""
        return "on-dark" if self.bare.lightness < DARK_BELOW_LIGHTNESS else "on-pale"


@register.inclusion_tag("ui/components/tile.html")
def drawn_tile(look: TileLook) -> dict[str, Any]:
    """A tile, from how it looks."""
    return {"look": look}
