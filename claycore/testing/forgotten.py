"""When a piece that waits was most likely forgotten. Source: common practice."""

from claycore.testing.stages import WEEK

FORGOTTEN_AFTER = 3 * WEEK
"""A piece that has waited so long to be measured was most likely forgotten. Common practice."""
