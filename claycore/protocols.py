"""The waits of the trade as small protocols: what to do, how long, and what to watch for.

Sources beside each; usual waits are common practice. Times in minutes.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.errors import UnknownChoice
from claycore.figures import plain
from claycore.uncertainty import Measured

HOUR = 60
DAY = 24 * HOUR


@dataclass(frozen=True)
class Stage:
    """One step: what to do as it begins, and how long it runs. ``caution`` is a caution's code."""

    title: str
    minutes: float
    do: str
    caution: str = ""
    least_minutes: float | None = None


@dataclass(frozen=True)
class Protocol:
    """Steps one after another, what to do when the last is over, and where they come from."""

    code: str
    title: str
    stages: tuple[Stage, ...]
    at_the_end: str
    source: str
    method: str = ""


PROTOCOLS = {
    protocol.code: protocol
    for protocol in (
        Protocol(
            "boil_soak",
            "Boil and soak",
            (
                Stage(
                    "Boil",
                    5 * HOUR,
                    "Weigh the bars dry. Bring them up to the boil from cold, clear of the pot's"
                    " bottom; keep the water topped up.",
                    "boiling",
                ),
                Stage("Soak", DAY, "Leave them in the same water to cool and soak.", "boiling"),
            ),
            "Blot each bar with a damp cloth and weigh it at once.",
            "ASTM C373 (from memory)",
            "boil_soak",
        ),
        Protocol(
            "boil_2h",
            "Boil 2 h",
            (
                Stage("Boil", 2 * HOUR, "Weigh the bars dry. Boil; keep them covered.", "boiling"),
                Stage("Cool", 4 * HOUR, "Let them cool in the water.", "boiling"),
            ),
            "Blot each bar with a damp cloth and weigh it at once.",
            "ISO 10545-3, boiling method (from memory)",
            "boil_2h",
        ),
        Protocol(
            "quick_boil",
            "Quick boil",
            (
                Stage("Boil", 30, "Weigh the bars dry. Boil 10 min to 1 h.", "boiling", 10),
                Stage("Cool", 30, "Let them cool in the water until you can hold them.", "boiling"),
            ),
            "Pat each bar dry and weigh it. Pores may be left unfilled: it can read low.",
            "kitchen check (common practice)",
            "quick_boil",
        ),
        Protocol(
            "vacuum",
            "Vacuum",
            (
                Stage("Pump down", 30, "Weigh the bars dry. Hold them at 10 kPa.", "vacuum"),
                Stage("Flood", 15, "Let water in until they are covered, then let in the air."),
            ),
            "Blot each bar with a damp cloth and weigh it at once.",
            "ISO 10545-3, vacuum method (from memory)",
            "vacuum",
        ),
        Protocol(
            "cold_soak",
            "Cold soak",
            (Stage("Soak", DAY, "Weigh the bars dry. Lay them in cold water, covered."),),
            "Blot each bar with a damp cloth and weigh it at once.",
            "first step of ASTM C67 (from memory)",
            "cold_soak",
        ),
        Protocol(
            "drying",
            "Dry to constant weight",
            (
                Stage(
                    "Dry",
                    2 * DAY,
                    "Lay the bars where air reaches all sides; turn them.",
                    "",
                    6 * HOUR,
                ),
                Stage(
                    "Between two weighings",
                    2 * HOUR,
                    "Weigh one bar. It goes on drying until the next weighing.",
                ),
            ),
            "Weigh the same bar again: if both agree within the scale, it is bone dry.",
            "common practice",
        ),
        Protocol(
            "slake",
            "Slake dry clay",
            (Stage("Slake", 12 * HOUR, "Crumbs into water, not stirred.", "dust", 20),),
            "Stir and sieve it.",
            "common practice",
        ),
        Protocol(
            "slip_rest",
            "Let slip rest",
            (Stage("Rest", 12 * HOUR, "Cover it."),),
            "Stir, weigh a known volume, and go on.",
            "common practice",
        ),
        Protocol(
            "plaster_thin",
            "Thin layer on plaster",
            (
                Stage("First side", HOUR, "Pour it no thicker than a finger."),
                Stage("Other side", HOUR, "Turn it over."),
            ),
            "Peel it off and wedge it.",
            "common practice",
        ),
        Protocol(
            "plaster_thick",
            "Thick layer on plaster",
            (Stage("Stiffen", DAY, "Turn it when it lets go of the plaster."),),
            "Peel it off and wedge it.",
            "common practice",
        ),
        Protocol(
            "cooling",
            "Let the kiln cool",
            (Stage("Cool", 12 * HOUR, "Leave it shut.", "kiln"),),
            "Open it below about 100 °C, then measure and weigh.",
            "common practice",
        ),
    )
}
"""Every wait that can be timed, by its code."""


def protocol(code: str) -> Protocol:
    """The protocol of this code. Raises UnknownChoice naming ``protocol``."""
    try:
        return PROTOCOLS[code]
    except KeyError:
        raise UnknownChoice(
            "protocol", code, f"What to time must be one of {', '.join(PROTOCOLS)}."
        ) from None


BETWEEN_WEIGHINGS_MIN = 2 * HOUR
"""Two weighings at least this far apart that agree within the scale. Source: common practice."""


@dataclass(frozen=True)
class Constant:
    """Whether a drying piece has come to constant weight, and the sentence that says it."""

    is_constant: bool
    sentence: str


def constant_weight(weighings: Sequence[tuple[float, Measured]]) -> Constant:
    """Judges (minutes, mass) weighings in order of time by the last far enough apart.

    They agree when they differ by no more than one step of the coarser scale.
    """
    if not weighings:
        return Constant(False, "Not weighed yet.")
    last_at, last = weighings[-1]
    earlier = [m for at, m in weighings[:-1] if last_at - at >= BETWEEN_WEIGHINGS_MIN]
    if not earlier:
        return Constant(False, "Weigh it again at least 2 h after the first weighing.")
    lost = earlier[-1].value - last.value
    if abs(lost) <= max(last.step, earlier[-1].step) + 1e-9:
        return Constant(True, "Two weighings 2 h apart agree: it is bone dry.")
    if lost < 0:
        return Constant(False, "It got heavier. Was it the same piece, on the same scale?")
    return Constant(False, f"It lost another {plain(lost)} g: let it dry on, and weigh again.")
