"""Kilns, the loads that are planned for them, and firings with what was in them."""

from umberpot.kiln.models.firings import Firing, FiringChange, Loading
from umberpot.kiln.models.kilns import Kiln
from umberpot.kiln.models.loads import Load, LoadedPiece
from umberpot.kiln.models.logs import FiringLog, LogPoint
from umberpot.kiln.models.schedules import Schedule
from umberpot.kiln.models.witness_cones import WitnessCone

__all__ = [
    "Firing",
    "FiringChange",
    "FiringLog",
    "Kiln",
    "Load",
    "LoadedPiece",
    "Loading",
    "LogPoint",
    "Schedule",
    "WitnessCone",
]
