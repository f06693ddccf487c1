"""What a firing that was recorded, or a run of a load that was not, did to the ware."""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.firing.kinds import kind_of
from claycore.firing.logs import Point
from claycore.firing.outcome import FiringOutcome, KnownBy, RecordProposal, outcome
from claycore.firing.witness import Bend
from claycore.measure.errors import ClayError
from claycore.measure.formatting import listed
from umberpot.firings.models import Firing
from umberpot.kiln.logs.examined import examined
from umberpot.kiln.models import FiringLog, Load
from umberpot.kiln.models.logs import LogState


@dataclass(frozen=True)
class RunOutcome:
    """What it did, beside what is recorded.

    ``recorded`` is a cone, '' where it is recorded that none was reached, and None where nothing
    is recorded yet. ``points`` are those of its log, (hours, °C), empty where there is none.
    """

    came_to: FiringOutcome
    planned: str
    points: Sequence[Point] = ()
    recorded: str | None = None

    @property
    def lines(self) -> list[tuple[str, str]]:
        """Cones, log and record, each on its own: what they say may differ."""
        return [
            ("Witness cones", self._cones),
            ("Log", self._log),
            ("Recorded", "not yet" if self.recorded is None else _named(self.recorded)),
        ]

    @property
    def _cones(self) -> str:
        shelves = self.came_to.shelves
        if not shelves:
            return "not looked at"
        reached = {cone for _, cone in shelves}
        if len(reached) == 1:
            return _named(shelves[0][1])
        return ", ".join(f"{_named(cone)} on shelf {shelf + 1}" for shelf, cone in shelves)

    @property
    def _log(self) -> str:
        examined = self.came_to.examined
        if examined and not examined.can_tell:
            return f"cannot tell: {listed(examined.sentences())}"
        if self.came_to.by is None or self.came_to.log_cone is None:
            return "no cone" if not self.came_to.complete else "none kept"
        return _named(self.came_to.log_cone)

    @property
    def is_to_be_fired_again(self) -> bool:
        return self.came_to.proposal == RecordProposal.REFIRE

    @property
    def was_cut_off(self) -> bool:
        """Whether the kiln stopped far under what was planned."""
        return not self.came_to.complete

    @property
    def to_record(self) -> str | None:
        """The cone to record; '' where none was reached, None where nobody can tell."""
        return self.came_to.cone or (None if self.came_to.by is None else "")

    @property
    def peak_c(self) -> float:
        """The hottest of its log, °C."""
        return max((celsius for _, celsius in self.points), default=0.0)

    @property
    def lasted_h(self) -> float:
        """How long its log goes, hours."""
        return self.points[-1][0] - self.points[0][0] if self.points else 0.0

    @property
    def question(self) -> str:
        """What there is to ask of the record; '' where all agree."""
        cone = self.came_to.cone or ""
        if self.recorded is None or self.came_to.by is None:
            return self.came_to.message
        if self.came_to.agrees is False:
            return self.came_to.message
        if cone == self.recorded:
            return ""
        if self.came_to.by == KnownBy.LOG and self.came_to.proposal == RecordProposal.RECORD:
            return ""
        summary = "The witness cones say" if self.came_to.by == KnownBy.WITNESS else "The log says"
        recorded = f"{_named(self.recorded)} is recorded"
        return f"{summary} {_named(cone)}; {recorded}. Correct it if it is wrong."


def _named(cone: str | None) -> str:
    return f"cone {cone}" if cone else "no cone"


def cone_meant(firing: Firing) -> str:
    """The cone a firing was for: the one it reached, else the one its load was planned for."""
    load: Load | None = getattr(firing, "load", None)
    return firing.cone or (load.cone if load else firing.studio.usual_cone)


def outcome_of_firing(firing: Firing) -> RunOutcome | None:
    """What a recorded firing did, by its cones and its latest log; None where it has neither.

    A fire without cones is held against none.
    """
    if not kind_of(firing.kind).has_cones:
        return None
    seen: dict[int, dict[str, Bend]] = {}
    for one in firing.witness_cones.all():
        seen.setdefault(one.shelf, {})[one.cone] = Bend(one.bend)
    log = firing.logs.order_by("-pk").first()
    told = examined(log, log.curve) if log else None
    if not seen and told is None:
        return None
    planned = cone_meant(firing)
    points = told.points if told else ()
    return RunOutcome(outcome(planned, told, seen), planned, points, firing.cone)


def outcome_of_run(log: FiringLog) -> RunOutcome | None:
    """What a run of a load that ended did, by its log alone; None while it runs."""
    if log.load is None or log.state == LogState.RUNNING:
        return None
    told = examined(log, log.curve)
    if told is None:
        return None
    try:
        return RunOutcome(outcome(log.load.cone, told), log.load.cone, told.points)
    except ClayError:
        return None


@dataclass(frozen=True)
class EndedRun:
    """A run of a load that ended, and what it did."""

    log: FiringLog
    outcome: RunOutcome


def last_run(load: Load) -> EndedRun | None:
    """The latest run of a load that ended; None where there is none."""
    log = load.logs.exclude(state=LogState.RUNNING).order_by("-pk").select_related("load").first()
    felt = outcome_of_run(log) if log else None
    return EndedRun(log, felt) if log and felt else None
