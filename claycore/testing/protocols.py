"""The waits of the trade as small protocols: what to do, how long, and what to watch for.

Each way of soaking brings its own (:mod:`claycore.testing.soaking`); the others stand here.
Sources beside each; usual waits are common practice.
"""

from claycore.measure.errors import UnknownChoice
from claycore.testing.soaking import METHODS
from claycore.testing.stages import DAY, HOUR, Protocol, ProtocolStage

_WAITS = {
    protocol.code: protocol
    for protocol in (
        Protocol(
            "drying",
            "Dry to constant weight",
            (
                ProtocolStage(
                    "Dry",
                    2 * DAY,
                    "Put the bars where air reaches all sides, and turn them.",
                    "",
                    6 * HOUR,
                ),
                ProtocolStage(
                    "Wait between weighings",
                    2 * HOUR,
                    "Weigh one bar, then leave it to dry until the next weighing.",
                ),
            ),
            "Weigh the same bar again. If both weights agree within one scale step, it"
            " is bone dry.",
            "common practice",
        ),
        Protocol(
            "slake",
            "Slake dry clay",
            (
                ProtocolStage(
                    "Slake", 12 * HOUR, "Put dry crumbs into water and do not stir.", "dust", 20
                ),
            ),
            "Stir the slip and sieve it.",
            "common practice",
        ),
        Protocol(
            "slip_rest",
            "Rest slip",
            (ProtocolStage("Rest", 12 * HOUR, "Cover the slip."),),
            "Stir the slip and weigh a known volume.",
            "common practice",
        ),
        Protocol(
            "leather_hard",
            "Stiffen to leather-hard",
            (
                ProtocolStage(
                    "Stiffen", 12 * HOUR, "Cover rims and handles, which dry first.", "", 4 * HOUR
                ),
            ),
            "Press it: it dents and does not stick. Past leather-hard, slip may flake.",
            "common practice",
        ),
        Protocol(
            "shine",
            "Until a coat has lost its shine",
            (ProtocolStage("Wait", 30, "Leave the coat alone, out of the draught.", "", 10),),
            "Look along the surface. If it is dull, put the next coat on now.",
            "common practice",
        ),
        Protocol(
            "firm",
            "Until slip is firm enough to scratch",
            (ProtocolStage("Firm up", HOUR, "Cover it loosely.", "dust", 30),),
            "Try a line at the foot. Crumbs that fall off clean are right; dust is too late.",
            "common practice",
        ),
        Protocol(
            "plaster_thin",
            "Thin layer on plaster",
            (
                ProtocolStage("First side", HOUR, "Pour the slip no thicker than a finger."),
                ProtocolStage("Other side", HOUR, "Turn it over."),
            ),
            "Peel the clay off and wedge it.",
            "common practice",
        ),
        Protocol(
            "plaster_thick",
            "Thick layer on plaster",
            (ProtocolStage("Stiffen", DAY, "Turn it when it releases from the plaster."),),
            "Peel the clay off and wedge it.",
            "common practice",
        ),
        Protocol(
            "leach_screen",
            "Acid on a glaze overnight",
            (
                ProtocolStage(
                    "Stand in acid",
                    16 * HOUR,
                    "Stand one half of a fired piece in white vinegar or lemon juice, and cover it."
                    " Keep the other half out of it.",
                    "skin",
                    12 * HOUR,
                ),
            ),
            "Rinse and dry it, and hold both halves in daylight. A visible change is a fail; no"
            " change is not a pass.",
            "common practice",
        ),
        Protocol(
            "lime_watch",
            "Watch a fired bar for lime pops",
            (
                ProtocolStage(
                    "Keep the bar damp",
                    14 * DAY,
                    "Keep a fired bar in damp air, such as a closed bag with a wet cloth.",
                    "",
                    7 * DAY,
                ),
            ),
            "Look for craters with a white grain at the bottom. Note lime pops, or none after 14"
            " days, beside the bar.",
            "common practice",
        ),
        Protocol(
            "cooling",
            "Cool the kiln",
            (ProtocolStage("Cool", 12 * HOUR, "Keep the kiln shut.", "kiln"),),
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
