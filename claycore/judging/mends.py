"""One way to mend a clay that falls short of a rule. Source: common practice."""

from dataclasses import dataclass


@dataclass(frozen=True)
class Mend:
    """One way to mend a clay: what for, what to add or do, and how much, in percent of the blend.

    ``least_pct`` and ``most_pct`` are None where nothing is added.
    """

    code: str
    against: str
    what: str
    least_pct: float | None = None
    most_pct: float | None = None

    @property
    def as_dug_pct(self) -> tuple[float, float] | None:
        """How much of the clay as dug remains, from most to least."""
        if self.least_pct is None or self.most_pct is None:
            return None
        return 100 - self.least_pct, 100 - self.most_pct
