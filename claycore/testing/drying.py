"""Is it bone dry? Constant weight, by weighings of one drying piece.

Source: common practice: two weighings at least 2 h apart that agree within the scale.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.measure.formatting import plain
from claycore.measure.uncertainty import Measured
from claycore.testing.stages import DAY, HOUR

BETWEEN_WEIGHINGS_MIN = 2 * HOUR
"""Two weighings at least this far apart that agree within the scale. Source: common practice."""

SHORTEST_DRYING = 2 * DAY
"""Minutes: in the air a tile is bone dry after two to seven days. Source: common practice."""

AFTER_SOAKING = DAY
"""Minutes that a soaked bar dries before it is fired again: a day in a warm place, or a night at
105 to 110 °C. Source: common practice; the figure is our choice."""


@dataclass(frozen=True)
class Constant:
    """Whether a drying piece has come to constant weight, and the sentence that says it."""

    is_constant: bool
    sentence: str


def constant_weight(weighings: Sequence[tuple[float, Measured]]) -> Constant:
    """Judges (minutes, mass) weighings in order of time by the last far enough apart.

    They agree when they differ by no more than one step of the coarser scale. Minutes and grams.
    Source: common practice.
    """
    if not weighings:
        return Constant(False, "Not weighed yet.")
    last_at, last = weighings[-1]
    earlier = [m for at, m in weighings[:-1] if last_at - at >= BETWEEN_WEIGHINGS_MIN]
    if not earlier:
        return Constant(False, "Weigh the bar again at least 2 h after the first weighing.")
    lost = earlier[-1].value - last.value
    if abs(lost) <= max(last.step, earlier[-1].step) + 1e-9:
        return Constant(True, "Two weighings 2 h apart agree: it is bone dry.")
    if lost < 0:
        return Constant(False, "It is heavier than before. Was it the same bar on the same scale?")
    return Constant(
        False, f"It lost another {plain(lost)} g. Let it dry longer and weigh it again."
    )
