"""The layers of a plan's wall, as the core's previews take them."""

from claycore.surface.previews.layers import WallLayer
from umberpot.surface.models import SurfacePlan
from umberpot.surface.plans.stack import CalculatedPlan

_BODY_MM = 100.0
"""Deeper than any tool goes."""


def layers_of(plan: SurfacePlan, whole: CalculatedPlan) -> list[WallLayer]:
    """The layers from the top down, the body last."""
    coats = [
        WallLayer(row.coat.name, row.coat.coats * row.coat.thickness_mm, row.layer.lab)
        for row in whole.rows
    ]
    return [*coats, WallLayer(plan.body.name, _BODY_MM, whole.body)]
