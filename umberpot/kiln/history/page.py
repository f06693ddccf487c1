"""Firings laid beside each other: their curves over one another, what was inside, what it cost."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

from claycore.firing import heat_work, kiln_model
from claycore.firing.log_doubts import Examined
from claycore.firing.logs import Point
from claycore.firing.schedules import FiringCurve
from claycore.measure.formatting import hours_and_minutes, plain
from umberpot.firings.models import Firing
from umberpot.kiln.curve_drawing import NARROW, WIDE, laid_over
from umberpot.kiln.logs.examined import examined
from umberpot.kiln.models import FiringLog
from umberpot.ui.drawing import Drawing


@dataclass(frozen=True)
class ComparedFiring:
    """One of the firings that are compared; ``number`` (from 0) is how its curve is drawn."""

    number: int
    firing: Firing
    pieces: int
    trials: list[str]
    log: FiringLog | None
    points: list[Point]

    @cached_property
    def examined(self) -> Examined | None:
        """What of its log can be true; None without one."""
        return examined(self.log, self.points) if self.log else None

    @property
    def reached(self) -> str:
        """The cone by the heat work of its log; '' without one."""
        told = self.examined
        if told is None:
            return ""
        return heat_work.cone_of(told.points).down or "none" if told.can_tell else "cannot tell"

    @property
    def peak(self) -> str:
        """The hottest of its log that can be true, °C."""
        return plain(max(c for _, c in self.examined.points), 0) if self.examined else ""

    @property
    def lasted(self) -> str:
        """How long its log goes."""
        return hours_and_minutes(self.points[-1][0]) if self.points else ""

    @cached_property
    def cost(self) -> float | None:
        """What its energy cost, as far as log, power and price are known."""
        kiln = self.firing.kiln
        if not kiln or not kiln.power_kw or kiln.price_per_kwh is None or len(self.points) < 2:
            return None
        return kiln_model.energy_of(self.points, kiln.power_kw).kwh * kiln.price_per_kwh

    @property
    def cost_each(self) -> float | None:
        """That for each piece."""
        return self.cost / self.pieces if self.cost is not None and self.pieces else None


def drawings_of(compared: Sequence[ComparedFiring]) -> list[Drawing]:
    """Their curves over one another, for a page and for a phone; none where none has a log."""
    curves = [
        (FiringCurve(tuple(one.points)), one.number) for one in compared if len(one.points) > 1
    ]
    return [laid_over(curves, width) for width in (WIDE, NARROW)] if curves else []
