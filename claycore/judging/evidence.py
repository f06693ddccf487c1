"""What is known of a clay when it is judged: its bars, its field sheet, the cone in question."""

from dataclasses import dataclass

from claycore.judging.firing_range import FiringRange
from claycore.testing.field_notes import NOTHING_NOTED, FieldNotes
from claycore.testing.results import AtCone, ClayResults


@dataclass(frozen=True)
class Evidence:
    """What is known of a clay: its bars, the cone it is judged at, and what was noted of it.

    ``as_dug_pct`` is how much of a blend is the dug clay itself: 100 for a clay as dug, None for
    one that was never dug. ``glazed`` says that the soaked pieces carried a glaze.
    """

    results: ClayResults
    range: FiringRange
    cone: str | None
    notes: FieldNotes = NOTHING_NOTED
    as_dug_pct: float | None = 100.0
    glazed: bool = False

    @property
    def at(self) -> AtCone | None:
        """What was found at the cone it is judged at."""
        return self.results.at(self.cone) if self.cone else None

    @property
    def is_dug(self) -> bool:
        """Whether any of it came out of the ground here, so that more is asked of it."""
        return self.as_dug_pct is not None

    @property
    def is_fired(self) -> bool:
        """Whether any bar of it was fired."""
        return bool(self.results.cones)
