"""The waits of the trade as small protocols: what to do, how long, and what to watch for.

Each way of soaking brings its own (:mod:`claycore.testing.soaking`); the others stand here.
Sources beside each; usual waits are common practice.
"""

from claycore.measure.errors import UnknownChoice
from claycore.testing.soaking import METHODS
from claycore.testing.stages import DAY, HOUR, Protocol, Stage

_WAITS = {
    protocol.code: protocol
    for protocol in (
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
"""Every wait that is no soak, by its code."""


def protocols() -> dict[str, Protocol]:
    """Every wait that can be timed, by its code: soaks first. Source: beside each protocol."""
    return {code: method.protocol for code, method in METHODS.items()} | _WAITS


def choices() -> list[tuple[str, str]]:
    """Every wait's code and title, as a form or a column offers them.

    Source: the entries of :func:`protocols`.
    """
    return [(one.code, one.title) for one in protocols().values()]


def protocol(code: str) -> Protocol:
    """The protocol of this code. Raises UnknownChoice naming ``protocol``.

    Source: the entries of :func:`protocols`.
    """
    known = protocols()
    if code not in known:
        raise UnknownChoice("protocol", code, f"What to time must be one of {', '.join(known)}.")
    return known[code]
