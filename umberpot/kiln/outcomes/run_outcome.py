"""What a firing that was recorded, or a run of a load that was not, did to the ware."""

from dataclasses import dataclass

from claycore.firing.outcome import DOUBT_WORDS, FiringOutcome, KnownBy, Proposal, outcome
from claycore.firing.witness import Bend
from claycore.measure.errors import ClayError
from claycore.measure.formatting import listed
from umberpot.firings.models import Firing
from umberpot.kiln.models import FiringLog, Load
from umberpot.kiln.models.logs import LogState


@dataclass(frozen=True)
class RunOutcome:
    """What it did, beside what is recorded; ``recorded`` is None where nothing is yet."""

    came_to: FiringOutcome
    planned: str
    recorded: str | None = None

    @property
    def lines(self) -> list[tuple[str, str]]:
        """Cones, log and record, each on its own: what they say may differ."""
        return [
            ("Witness cones", self._cones),
            ("Log", self._log),
            ("Recorded", f"cone {self.recorded}" if self.recorded else "not recorded yet"),
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
        doubts = self.came_to.doubts
        if doubts:
            return f"cannot tell: {listed([DOUBT_WORDS[doubt] for doubt in doubts])}"
        if self.came_to.by is None or self.came_to.log_cone is None:
            return "no cone" if not self.came_to.complete else "none kept"
        return _named(self.came_to.log_cone)

    @property
    def is_to_be_fired_again(self) -> bool:
        return self.came_to.proposal == Proposal.REFIRE

    @property
    def was_cut_off(self) -> bool:
        """Whether the kiln stopped far under what was planned."""
        return not self.came_to.complete

    @property
    def to_record(self) -> str | None:
        """The cone that a record begins with; None where none was reached, or nobody can tell."""
        return self.came_to.cone

    @property
    def question(self) -> str:
        """What there is to ask of the record; '' where all agree."""
        cone = self.came_to.cone
        if self.recorded is None or self.came_to.by is None:
            return self.came_to.message
        if self.came_to.agrees is False:
            return self.came_to.message
        if cone == self.recorded:
            return ""
        if self.came_to.by == KnownBy.LOG and self.came_to.proposal == Proposal.RECORD:
            return ""
        says = "The witness cones say" if self.came_to.by == KnownBy.WITNESS else "The log says"
        return (
            f"{says} {_named(cone)}; cone {self.recorded} is recorded. Correct it if it is wrong."
        )


def _named(cone: str | None) -> str:
    return f"cone {cone}" if cone else "no cone"


def outcome_of_firing(firing: Firing) -> RunOutcome | None:
    """What a recorded firing did, by its cones and its latest log; None where it has neither."""
    seen: dict[int, dict[str, Bend]] = {}
    for one in firing.witness_cones.all():
        seen.setdefault(one.shelf, {})[one.cone] = Bend(one.bend)
    log = firing.logs.order_by("-pk").first()
    points = log.curve if log else []
    if not seen and len(points) < 2:
        return None
    return RunOutcome(
        outcome(firing.cone, points if len(points) > 1 else (), seen, is_thinned=True),
        firing.cone,
        firing.cone,
    )


def outcome_of_run(log: FiringLog) -> RunOutcome | None:
    """What a run of a load that ended did, by its log alone; None while it runs."""
    if log.load is None or log.state == LogState.RUNNING:
        return None
    points = log.curve
    if len(points) < 2:
        return None
    try:
        return RunOutcome(outcome(log.load.cone, points, is_thinned=True), log.load.cone)
    except ClayError:
        return None


def last_run(load: Load) -> tuple[FiringLog, RunOutcome] | None:
    """The latest run of a load that ended, and what it did; None where there is none."""
    log = load.logs.exclude(state=LogState.RUNNING).order_by("-pk").select_related("load").first()
    felt = outcome_of_run(log) if log else None
    return (log, felt) if log and felt else None
