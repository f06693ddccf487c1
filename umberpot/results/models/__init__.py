"""Photographs of fired tiles, predicted colours, and batches of ware."""

from umberpot.results.models.photographs import Photograph, Ring, Scale
from umberpot.results.models.predictions import Prediction
from umberpot.results.models.ware import LeachScreen, WareBatch

__all__ = ["LeachScreen", "Photograph", "Prediction", "Ring", "Scale", "WareBatch"]
