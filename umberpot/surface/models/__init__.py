"""Surface plans, and trials of factors."""

from umberpot.surface.models.factor_trials import (
    Expectation,
    FactorPiece,
    FactorTrial,
    PieceColour,
    Rating,
)
from umberpot.surface.models.plans import PlannedCoat, SurfacePlan

__all__ = [
    "Expectation",
    "FactorPiece",
    "FactorTrial",
    "PieceColour",
    "PlannedCoat",
    "Rating",
    "SurfacePlan",
]
