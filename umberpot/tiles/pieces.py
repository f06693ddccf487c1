"""What a piece carries from the order it was made by: the one list of it.

Whatever makes pieces (an order, a plan, a bar test, a piece that is remade) hands a
:class:`PieceSpec` on whole. A further thing that a piece carries is a field here, one of the same
name on :class:`~umberpot.tiles.models.Tile`, and one in the form that asks for it.
"""

from dataclasses import asdict, dataclass, fields
from typing import Any

from umberpot.tiles.models import Tile


@dataclass(frozen=True)
class PieceSpec:
    """How a piece is to be: as the fields of the same names on a tile say."""

    mark_length_mm: float
    cone: str
    glazed: bool = False
    bare_half: bool = False
    glaze_id: int | None = None
    role: str = ""
    cone_plan: tuple[str, ...] = ()
    climbs: bool = False

    @classmethod
    def of(cls, tile: Tile) -> "PieceSpec":
        """How a piece was to be, so that another can be made like it: its cones from the first."""
        carried = {field.name: getattr(tile, field.name) for field in fields(cls)}
        planned = tuple(tile.cone_plan)
        return cls(**{**carried, "cone_plan": planned, "cone": next(iter(planned), tile.cone)})

    def on_tile(self) -> dict[str, Any]:
        """The fields of a new tile."""
        return {**asdict(self), "cone_plan": list(self.cone_plan)}
