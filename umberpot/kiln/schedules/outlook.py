"""What a schedule comes to: its curve, how long, how hot, how dear, and what is wrong with it."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from functools import cached_property
from itertools import pairwise

from claycore.firing import heat_work, kiln_model, schedule_checks
from claycore.firing.heat_work import Reached
from claycore.firing.schedule_checks import LoadToFire, ScheduleFinding
from claycore.firing.schedules import FiringCurve, Segment
from claycore.measure.formatting import hours_and_minutes, plain
from umberpot.firings.models import Kiln
from umberpot.firings.models.kilns import Heat
from umberpot.kiln.curve_drawing import NARROW, WIDE, drawn
from umberpot.ui.drawing import Drawing

LONGEST_H = 2000.0
"""A schedule that takes longer never ends: nobody is told when."""


@dataclass(frozen=True)
class Outlook:
    """A curve in a kiln with a load; ``loaded`` None where nothing is known to check against.

    ``pieces`` share the cost.
    """

    curve: FiringCurve
    kiln: Kiln | None = None
    loaded: LoadToFire | None = None
    pieces: int = 0
    starts_at: datetime | None = None
    segments: Sequence[Segment] = ()
    """Those of the curve, where it can be drawn anew."""

    @cached_property
    def reached(self) -> Reached:
        """The cone its heat work brings down, and the next."""
        return heat_work.cone_of(self.curve.points)

    @property
    def steps(self) -> list[tuple[float, float, float]]:
        """Its segments as a controller takes them: °C an hour, °C, minutes held."""
        found: list[tuple[float, float, float]] = []
        for (began, low), (ended, high) in pairwise(self.curve.points):
            if high == low and found:
                rate, target, held = found[-1]
                found[-1] = (rate, target, held + 60 * (ended - began))
            elif high != low:
                found.append(((high - low) / (ended - began), high, 0.0))
        return found

    @property
    def time(self) -> str:
        """How long it takes."""
        return hours_and_minutes(self.curve.hours)

    @property
    def peak(self) -> str:
        """The hottest it gets, °C."""
        return plain(self.curve.peak_c, 0)

    @property
    def done_at(self) -> datetime | None:
        """When its last segment ends, if it starts then."""
        if self.starts_at is None or self.curve.hours > LONGEST_H:
            return None
        return self.starts_at + timedelta(hours=self.curve.hours)

    @cached_property
    def _energy(self) -> kiln_model.Energy | None:
        if self.kiln is None or self.kiln.heat != Heat.ELECTRIC or not self.kiln.power_kw:
            return None
        return kiln_model.energy_of(self.curve.points, self.kiln.power_kw)

    @property
    def kwh(self) -> str:
        """The energy it takes, as far as it can be estimated."""
        return plain(self._energy.kwh, 0) if self._energy else ""

    @property
    def cost(self) -> float | None:
        """What the energy costs, in the studio's currency."""
        if self._energy is None or self.kiln is None or self.kiln.price_per_kwh is None:
            return None
        return self._energy.kwh * self.kiln.price_per_kwh

    @property
    def cost_each(self) -> float | None:
        """What it costs for each piece."""
        return self.cost / self.pieces if self.cost is not None and self.pieces else None

    @cached_property
    def findings(self) -> list[ScheduleFinding]:
        """What is wrong with it for what is loaded, and for the kiln."""
        found = schedule_checks.findings(self.curve, self.loaded) if self.loaded else []
        energy = self._energy
        if energy and energy.too_fast_from_c is not None and energy.possible_rate is not None:
            found.append(schedule_checks.too_powerful(energy.too_fast_from_c, energy.possible_rate))
        return found

    @property
    def wide(self) -> Drawing:
        """The curve for a page."""
        return self._drawn(WIDE)

    @property
    def narrow(self) -> Drawing:
        """The curve for a phone."""
        return self._drawn(NARROW)

    def _drawn(self, width: float) -> Drawing:
        target = (self.loaded.cone if self.loaded else None) or ""
        return drawn(self.curve, width, target=target, segments=self.segments)
