"""Loads that are planned, schedules, and the logs of firings."""

from umberpot.kiln.models.loads import Load, LoadedPiece
from umberpot.kiln.models.logs import FiringLog, LogPoint
from umberpot.kiln.models.schedules import Schedule

__all__ = ["FiringLog", "Load", "LoadedPiece", "LogPoint", "Schedule"]
