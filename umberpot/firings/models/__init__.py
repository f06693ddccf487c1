"""Kilns, firings, and the cones that stood in them."""

from umberpot.firings.models.firings import Firing, FiringChange
from umberpot.firings.models.kilns import Kiln
from umberpot.firings.models.witness_cones import WitnessCone

__all__ = ["Firing", "FiringChange", "Kiln", "WitnessCone"]
