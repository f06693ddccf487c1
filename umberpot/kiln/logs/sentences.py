"""What is said of a firing while it runs, and of a log."""

from collections.abc import Iterable

from claycore.firing import cones
from claycore.firing.following import Amiss, FiringStatus
from claycore.firing.heat_work import Reached
from claycore.firing.log_doubts import LOG_DOUBT_WORDS, LogDoubt
from claycore.measure.formatting import listed, plain
from umberpot.kiln.models import FiringLog

STARTED = "Kiln started. Stay within reach while it heats."
STOPPED = "Kiln switched off. It is still hot: leave it shut until it has cooled."
BUSY = "The controller is firing something else already."
GIVEN_UP = "The log is closed. What was logged until then is kept."


def amiss(kind: Amiss, standing: FiringStatus) -> str:
    """What is wrong with a firing that runs, and what to look at."""
    behind, celsius = plain(standing.behind_c, 0), plain(standing.celsius, 0)
    return {
        Amiss.SILENT: "No reading has come for several minutes. Check the thermocouple.",
        Amiss.STALLED: f"The climb has stalled at {celsius} °C, {behind} °C behind the schedule."
        " Check elements, fuses and the lid.",
        Amiss.OVERSHOOT: f"The kiln is at {celsius} °C, hotter than the schedule ever asks for."
        " Switch it off if it goes on rising.",
    }[kind]


def in_brief(log: FiringLog, celsius: float | None) -> str:
    """A firing that runs, in one line."""
    kiln = log.load.kiln if log.load else "A kiln"
    cone = log.load.cone if log.load else "?"
    at = f", {plain(celsius, 0)} °C at the last reading" if celsius is not None else ""
    return f"{kiln} is firing to cone {cone}{at}."


def cannot_tell(doubts: Iterable[LogDoubt]) -> str:
    """A log that is no good for saying which cone went down, and why."""
    why = listed([LOG_DOUBT_WORDS[doubt] for doubt in doubts])
    return f"The log cannot tell which cone went down: {why}. The witness cones decide."


def cone_so_far(reached: Reached) -> str:
    """The cone that is down, and the next."""
    if reached.down is None:
        return "No cone is down yet."
    return f"Cone {reached.down} is down" + (
        f", cone {reached.not_down} is not." if reached.not_down else "."
    )


def against_recorded(reached: Reached, recorded: str) -> str:
    """What a log says, beside the cone that someone recorded; '' where none was reached."""
    if reached.down is None and not recorded:
        return "By its heat work this log brings down no cone, as recorded."
    if not recorded:
        return (
            f"The log reaches cone {reached.down}; no cone is recorded."
            " Witness cones beside the ware decide."
        )
    if reached.down is None:
        return f"By its heat work this log brings down no cone; cone {recorded} is recorded."
    if reached.down == recorded:
        return f"The log reaches cone {recorded}, as recorded."
    apart = abs(cones.order(reached.down) - cones.order(recorded))
    cones_apart = "one cone" if apart == 1 else f"{apart} cones"
    return (
        f"The log reaches cone {reached.down}; cone {recorded} is recorded,"
        f" {cones_apart} away. Witness cones beside the ware decide."
    )


def of_fire(peak: str, lasted: str) -> str:
    """What the log of a fire without a cone says."""
    return f"{peak} °C at the hottest, {lasted} in total."


def as_earlier_run(reached: Reached, lasted: str) -> str:
    """A run of the load before the one that its record is about."""
    came_to = f"brought down cone {reached.down}" if reached.down else "brought down no cone"
    return f"An earlier run of {lasted} {came_to}."


def imported(log: FiringLog, points: int) -> str:
    """A log came out of a file."""
    return f"Log imported: {log.file_name}, kept as {points} points."
