"""Photographs of fired tiles, and predicted colours."""

from umberpot.colours.models.photographs import Photograph, Ring, Scale
from umberpot.colours.models.predictions import Prediction

__all__ = ["Photograph", "Prediction", "Ring", "Scale"]
