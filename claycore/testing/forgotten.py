"""When a piece that waits was most likely forgotten. Source: common practice."""

from claycore.testing.stages import DAY

FORGOTTEN_AFTER = 21 * DAY
"""A piece that has waited so long to be measured was most likely forgotten. Common practice."""


def is_forgotten(waited_minutes: float) -> bool:
    """Whether a piece has waited too long for its next reading. Source: common practice."""
    return waited_minutes > FORGOTTEN_AFTER
