"""The faces of a plan: one, or its outside and its inside where these differ."""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.surface.shapes import Side
from umberpot.surface.models import PlannedCoat, SurfacePlan
from umberpot.surface.models.plans import FaceGlaze


@dataclass(frozen=True)
class Face:
    """A side of a plan's pieces, the coats on it, the lowest first, and what goes over them.

    ``title`` names it where the sides differ, and is '' where there is one face.
    """

    side: Side
    title: str
    coats: Sequence[PlannedCoat]
    glazing: FaceGlaze


def faces_of(plan: SurfacePlan, coats: Sequence[PlannedCoat]) -> list[Face]:
    """The faces of a plan, the outside first. Sides that are alike are one face."""
    differ = bool(plan.inside_clear) or any(coat.side != Side.BOTH for coat in coats)
    if plan.side != Side.BOTH or not differ:
        return [Face(Side(plan.side), "", coats, plan.glazing)]
    glazings = {Side.OUTSIDE: plan.glazing, Side.INSIDE: plan.inside_glazing}
    return [
        Face(
            side,
            plan.side_title(side).capitalize(),
            [coat for coat in coats if coat.side in (side, Side.BOTH)],
            glazing,
        )
        for side, glazing in glazings.items()
    ]


def side_of(plan: SurfacePlan, coat: PlannedCoat) -> Side:
    """The side that a coat goes onto: its own only where the plan coats both."""
    return Side(coat.side) if plan.side == Side.BOTH else Side(plan.side)
