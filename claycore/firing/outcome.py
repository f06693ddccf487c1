"""What a firing did: what the ware felt, by its witness cones, else by its log, and what follows.

Cones stood beside the ware and decide; a log tells where no cone was looked at. Source: common
practice; the figures are our own choice, said at each.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum

from claycore.firing import cones, heat_work, witness
from claycore.firing.log_doubts import LOG_DOUBT_WORDS, Examined
from claycore.firing.logs import Point
from claycore.firing.witness import Bend
from claycore.measure.formatting import hours_and_minutes, listed, plain

SHORT_OF_THE_CONE_C = 50.0
"""A log that ends so far under where the planned cone bends was cut off."""

LOG_U95_C = 8.0
"""What a thermocouple and the heat work of a log may be out by. From memory."""


class KnownBy(StrEnum):
    """What told what the ware felt."""

    WITNESS = "witness"
    LOG = "log"


class RecordProposal(StrEnum):
    """What to do with the record of a firing."""

    RECORD = "record"
    REFIRE = "refire"
    ASK = "ask"


@dataclass(frozen=True)
class FiringOutcome:
    """What a firing came to.

    ``cone`` is what the ware felt, None where no cone was reached or nobody knows, and ``by`` what
    told it. ``complete`` is False where the log stops far under the planned cone. ``shelves`` has
    the cone reached on each, by its number. ``agrees`` is None where only one of log and cones is
    there. ``message`` says it in a sentence or two. ``examined`` is what of the log can be true,
    None where there is none.
    """

    cone: str | None
    by: KnownBy | None
    complete: bool
    log_cone: str | None
    shelves: tuple[tuple[int, str | None], ...]
    agrees: bool | None
    proposal: RecordProposal
    message: str
    examined: Examined | None = None


def outcome(
    planned: str,
    log: Examined | None = None,
    cones_seen: Mapping[int, Mapping[str, Bend]] | None = None,
) -> FiringOutcome:
    """What a firing that was planned for a cone came to, by its log and its witness cones.

    ``log`` is one that was examined, None where there is none; ``cones_seen`` by shelf and cone.
    Raises ClayError naming ``cone`` or ``curve``. Source: as said at the head of this file.
    """
    order = cones.order(planned)
    seen = cones_seen or {}
    for of_shelf in seen.values():
        witness.shelf_heat(of_shelf)
    shelves = tuple((shelf, witness.reached(seen[shelf])) for shelf in sorted(seen))
    told_by_log = log.points if log and log.can_tell else ()
    log_cones = _log_cones(told_by_log) if told_by_log else ()
    log_cone = log_cones[1] if log_cones else None
    complete = (
        not told_by_log or _peak(told_by_log) >= cones.temperature_c(planned) - SHORT_OF_THE_CONE_C
    )
    by = KnownBy.WITNESS if seen else KnownBy.LOG if told_by_log else None
    cone = _of_shelves(shelves) if seen else log_cone
    felt_it = [of_shelf for of_shelf in seen.values() if witness.reached(of_shelf) == cone]
    agreeing = [shelf for shelf in sorted(seen) if log_cones and _agree(seen[shelf], log_cones)]
    agrees = bool(agreeing) if seen and log_cones else None
    short = not _is_within(planned, log_cones) and (cone is None or cones.order(cone) < order)
    proposal = _proposal(by, agrees, complete, cone, short)
    return FiringOutcome(
        cone,
        by,
        complete,
        log_cone,
        shelves,
        agrees,
        proposal,
        _message(proposal, by, planned, cone, log_cone, complete, log)
        + (_left_open(felt_it, log_cone) if proposal is RecordProposal.RECORD else "")
        + _where_the_log_is_true(dict(shelves), agreeing, cone),
        log,
    )


def _peak(log: Sequence[Point]) -> float:
    return max(celsius for _, celsius in log)


def _log_cones(log: Sequence[Point]) -> tuple[str | None, str | None, str | None]:
    """The cone that a log brings down: at the least, as it stands, and at the most of its ±."""
    least, as_it_is, most = (
        heat_work.cone_of([(hours, celsius + off) for hours, celsius in log]).down
        for off in (-LOG_U95_C, 0.0, LOG_U95_C)
    )
    return least, as_it_is, most


def _place(cone: str | None) -> int:
    return -1 if cone is None else cones.order(cone)


def _is_within(cone: str | None, log_cones: Sequence[str | None]) -> bool:
    """Whether a cone lies within what a log says, its ± included."""
    if not log_cones:
        return False
    return _place(log_cones[0]) <= _place(cone) <= _place(log_cones[2])


def _agree(seen: Mapping[str, Bend], log_cones: Sequence[str | None]) -> bool:
    """Whether a log may be true of a shelf: its cone was reached, or lies in a gap of the cones.

    Two witness cones bracket what the ware felt; what lies between them they leave to the log.
    """
    return _in_the_gap(seen, log_cones[1]) or _is_within(witness.reached(seen), log_cones)


def _in_the_gap(seen: Mapping[str, Bend], log_cone: str | None) -> bool:
    reached, missed = witness.reached(seen), witness.missed(seen)
    if missed is None or (reached and seen[reached] is Bend.HALF):
        return False
    return _place(reached) < _place(log_cone) < _place(missed)


def _left_open(felt_it: Sequence[Mapping[str, Bend]], log_cone: str | None) -> str:
    """What witness cones leave open: a gap that the log fills, or no hotter cone beside them."""
    filled = next((seen for seen in felt_it if _in_the_gap(seen, log_cone)), None)
    if filled:
        between = f"{witness.reached(filled)}, which was reached, and {witness.missed(filled)}"
        return f" The log’s cone {log_cone} lies between {between}, which was not."
    tops = [seen[top] for seen in felt_it if (top := witness.reached(seen))]
    nothing_hotter = all(witness.missed(seen) is None for seen in felt_it)
    if tops and nothing_hotter and Bend.HALF not in tops and log_cone is None:
        return " No hotter cone was beside the ware, so the firing may have been hotter."
    return ""


def _of_shelves(shelves: Sequence[tuple[int, str | None]]) -> str | None:
    """What the middle one of the shelves felt; of two in the middle the cooler."""
    felt = sorted((cone for _, cone in shelves), key=_place)
    return felt[(len(felt) - 1) // 2]


def _where_the_log_is_true(
    felt: Mapping[int, str | None], agreeing: Sequence[int], cone: str | None
) -> str:
    """That it was as the log says on another shelf than the one the ware is told by."""
    if not agreeing or cone in [felt[shelf] for shelf in agreeing]:
        return ""
    there = _named(felt[agreeing[0]])
    return f" Another shelf reached {there}, as in the log: the kiln heats unevenly."


def _proposal(
    by: KnownBy | None, agrees: bool | None, complete: bool, cone: str | None, short: bool
) -> RecordProposal:
    """Asked where nothing tells or the two disagree; again where it never got there."""
    if by is None or agrees is False:
        return RecordProposal.ASK
    if by == KnownBy.LOG and (not complete or short):
        return RecordProposal.REFIRE
    return RecordProposal.REFIRE if cone is None else RecordProposal.RECORD


_REFIRE = (
    "Fire again from cold by the same schedule; with the power back the same day, go on from where"
    " the kiln stands at the normal rate. Pieces that felt no cone count as unfired."
)


def _message(
    proposal: RecordProposal,
    by: KnownBy | None,
    planned: str,
    cone: str | None,
    log_cone: str | None,
    complete: bool,
    log: Examined | None,
) -> str:
    if by is None:
        why = listed([LOG_DOUBT_WORDS[doubt] for doubt in log.doubts]) if log else ""
        cannot = f"The log cannot tell: {why}. " if why else ""
        return f"{cannot}Look at the witness cones, and enter what they show."
    if proposal == RecordProposal.ASK:
        logged = f"cone {log_cone}" if log_cone else "no cone"
        what = "the thermocouple" if complete else "whether the log stopped early"
        return (
            f"The cones beside the ware say {_named(cone)}, the log {logged}. The cones decide:"
            f" record {_named(cone)}, and check {what}."
        )
    if proposal == RecordProposal.REFIRE and by == KnownBy.LOG and cone is None and log:
        (began_h, _), (ended_h, last_c) = log.points[0], log.points[-1]
        stopped = f"stopped at {plain(last_c, 0)} °C after {hours_and_minutes(ended_h - began_h)}"
        return f"No cone reached: {stopped}. {_REFIRE}"
    if proposal == RecordProposal.REFIRE and by == KnownBy.LOG:
        cut = "" if complete else ", cut off"
        return (
            f"By its log this firing brought down cone {cone}, short of {planned}{cut}. Record what"
            f" it was, then fire to {planned} again with a witness cone beside the ware."
        )
    if proposal == RecordProposal.REFIRE:
        return f"No witness cone bent. {_REFIRE}"
    told = "the witness cones" if by == KnownBy.WITNESS else "the log"
    if cone == planned:
        return f"Cone {planned} as planned, by {told}."
    way = "hotter" if _place(cone) > _place(planned) else "cooler"
    return f"Cone {cone} by {told}, {way} than the {planned} that was planned: record {cone}."


def _named(cone: str | None) -> str:
    return f"cone {cone}" if cone else "no cone"
