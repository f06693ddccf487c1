"""What the page of a log shows."""

from functools import cached_property

from claycore.firing import following, heat_work
from claycore.firing.following import FiringStatus
from claycore.firing.heat_work import Reached
from claycore.firing.kinds import kind_of
from claycore.firing.log_doubts import Examined
from claycore.firing.logs import Point
from claycore.firing.schedules import FiringCurve
from claycore.measure.formatting import hours_and_minutes, plain
from umberpot.kiln.curve_drawing import NARROW, WIDE, drawn
from umberpot.kiln.logs import sentences
from umberpot.kiln.logs.examined import examined
from umberpot.kiln.models import FiringLog
from umberpot.kiln.models.logs import MAY_BE_ON, LogState
from umberpot.kiln.outcomes.run_outcome import RunOutcome, outcome_of_run
from umberpot.ui.drawing import Drawing


class LogPage:
    """A log with its plan; ``problem`` says why the controller could not be asked just now."""

    def __init__(self, log: FiringLog, problem: str = "") -> None:
        self.log = log
        self.problem = problem

    @cached_property
    def points(self) -> list[Point]:
        """(hours, °C) since the start."""
        return self.log.curve

    @cached_property
    def plan(self) -> FiringCurve | None:
        """What it ran by; where nobody knows, its own curve."""
        return self.log.plan

    @property
    def is_running(self) -> bool:
        return self.log.state == LogState.RUNNING

    @cached_property
    def standing(self) -> FiringStatus | None:
        """How it stands to its plan."""
        if self.plan is None:
            return None
        return following.standing(self.points, self.plan, self.log.seconds / 3600)

    @cached_property
    def run_outcome(self) -> RunOutcome | None:
        """What a run that ended did; None while it runs, or where it is not a load's."""
        return outcome_of_run(self.log)

    @property
    def is_to_record(self) -> bool:
        """Whether recording it comes next, and not firing it again."""
        return not (self.run_outcome and self.run_outcome.is_to_be_fired_again)

    @property
    def may_be_hot(self) -> bool:
        """Whether the kiln may be on: it runs, or it was lost sight of."""
        return self.log.load is not None and self.log.state in MAY_BE_ON

    @cached_property
    def examined(self) -> Examined | None:
        """What of it can be true; None where there is too little of it."""
        return examined(self.log, self.points)

    @cached_property
    def reached(self) -> Reached:
        """The cone by its heat work, and the next; none where it cannot tell."""
        if self.examined is None or not self.examined.can_tell:
            return Reached(None, None)
        return heat_work.cone_of(self.examined.points)

    @property
    def doubts(self) -> list[str]:
        """What of it is no temperature of the kiln, in words. A file's said so with its rows."""
        return self.examined.sentences() if self.examined and not self.log.file_name else []

    @property
    def cannot_tell(self) -> str:
        """Why it brings down no cone that can be named, in words; '' where it tells."""
        if self.examined is None or self.examined.can_tell:
            return ""
        return sentences.cannot_tell(self.examined.doubts)

    @property
    def cone_said(self) -> str:
        """The cone so far, in words."""
        return sentences.cone_so_far(self.reached)

    @property
    def amiss(self) -> list[str]:
        """What is wrong while it runs."""
        if not self.is_running or self.standing is None:
            return []
        return [sentences.amiss(kind, self.standing) for kind in self.standing.amiss]

    @property
    def celsius(self) -> str:
        """The last reading."""
        return plain(self.points[-1][1], 0) if self.points else "–"

    @property
    def rate(self) -> str:
        """°C an hour over the last quarter of an hour."""
        return plain(self.standing.rate, 0) if self.standing else ""

    @property
    def left(self) -> str:
        """How long it has still to go."""
        if self.standing is None or self.standing.ends_at_h is None:
            return ""
        return hours_and_minutes(max(0.0, self.standing.ends_at_h - self.standing.hours))

    @property
    def state_said(self) -> str:
        """How far it has come: what is to go while it runs, how it ended, or where it is from."""
        if self.is_running:
            return f"about {self.left} to go" if self.left else ""
        return "Imported from a file" if self.log.file_name else str(self.log.get_state_display())

    @property
    def lasted(self) -> str:
        """How long it has gone so far."""
        return hours_and_minutes(self.points[-1][0] if self.points else 0.0)

    @property
    def peak(self) -> str:
        """The hottest reading that can be true."""
        sound = self.examined.points if self.examined else self.points
        return plain(max((c for _, c in sound), default=0.0), 0)

    @property
    def against_recorded(self) -> str:
        """What it says of the cone that was recorded; '' where none was."""
        if self.log.firing is None:
            return ""
        if not kind_of(self.log.firing.kind).has_cones:
            return sentences.of_fire(self.peak, self.lasted)
        return self.cannot_tell or sentences.against_recorded(self.reached, self.log.firing.cone)

    @property
    def as_earlier_run(self) -> str:
        """What it says where the load was fired again after it."""
        return self.cannot_tell or sentences.as_earlier_run(self.reached, self.lasted)

    @property
    def wide(self) -> Drawing | None:
        """The curve for a page."""
        return self._drawn(WIDE)

    @property
    def narrow(self) -> Drawing | None:
        """The curve for a phone."""
        return self._drawn(NARROW)

    def _drawn(self, width: float) -> Drawing | None:
        if self.plan is not None:
            return drawn(self.plan, width, self.points)
        return drawn(FiringCurve(tuple(self.points)), width) if len(self.points) > 1 else None
