"""Surface plans, and factor trials."""

from umberpot.surface.models.factor_trials import (
    Expectation,
    FactorPiece,
    FactorTrial,
    PieceColour,
    Rating,
)
from umberpot.surface.models.plans import KeptPreview, PlannedCoat, SlipUse, SurfacePlan

__all__ = [
    "Expectation",
    "FactorPiece",
    "FactorTrial",
    "KeptPreview",
    "PieceColour",
    "PlannedCoat",
    "Rating",
    "SlipUse",
    "SurfacePlan",
]
