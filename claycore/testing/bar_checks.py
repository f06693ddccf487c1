"""Is this figure likely? Each reading of a bar against physics and against its siblings.

What is told here may be kept all the same, with a reason: crumbs get lost, bars grow, one bar of a
set is different. Source of the bounds: common practice, from memory.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from statistics import median

from claycore.measure.formatting import plain
from claycore.measure.uncertainty import Measured, combined
from claycore.testing.bars import Bar, FiredBar, RemarkCode

MOST_DRYING_PCT = 15.0
MOST_FIRING_PCT = 20.0
MOST_LOSS_PCT = 30.0
MOST_ABSORPTION_PCT = 40.0

TIMES_ITS_TWINS = 2.5
"""An absorption this many times that of its siblings, or one part of it, deserves a look."""

POINTS_FROM_TWINS = 2.0
"""A shrinkage this many points from that of its siblings deserves a look."""

MM_PER_INCH = 25.4


@dataclass(frozen=True)
class UnlikelyReading:
    """A reading that is unlikely: the bar's code, which reading, and why.

    ``quantity`` is as in Bar and Fired; ``firing`` its place in the bar's firings, None before any.
    """

    bar: str
    quantity: str
    firing: int | None
    message: str
    method: str = ""


def unlikely_readings(bars: Sequence[Bar]) -> list[UnlikelyReading]:
    """Everything unlikely about a set of bars, bar by bar.

    Source: common practice for the bounds; physics for what cannot be.
    """
    return [odd for bar in bars for odd in _of_bar(bar, [b for b in bars if b is not bar])]


def _of_bar(bar: Bar, siblings: Sequence[Bar]) -> list[UnlikelyReading]:
    found = _before_firing(bar, siblings)
    broken = RemarkCode.BROKEN in bar.remarks
    for place, fired in enumerate(bar.firings):
        broken = broken or RemarkCode.BROKEN in fired.remarks
        twins = [
            twin
            for sibling in siblings
            for twin in sibling.firings
            if twin.cone == fired.cone and RemarkCode.BROKEN not in twin.remarks
        ]
        if not broken:
            for quantity, said in (
                ("length_fired", _of_fired_length(bar, fired, twins)),
                ("mass_fired", _of_fired_mass(bar, fired)),
            ):
                if said:
                    found.append(UnlikelyReading(bar.code, quantity, place, said))
        found += _soaked(bar, fired, place, twins)
    return found


def _over(after: Measured, before: Measured) -> bool:
    """Whether ``after`` is surely more than ``before``."""
    return after.value - before.value > 2 * combined(after.u, before.u)


def _in_inches(length: Measured, before: Measured) -> bool:
    """Whether a length in mm looks as if it had been typed in inches."""
    return 0.6 < length.value * MM_PER_INCH / before.value < 1.3


def _before_firing(bar: Bar, siblings: Sequence[Bar]) -> list[UnlikelyReading]:
    found = []
    wet, dry = bar.length_wet, bar.length_dry
    if dry:
        said = _of_length(wet, dry, MOST_DRYING_PCT, "when it was wet", "drying")
        twins = [_ratio(b.length_wet, b.length_dry) for b in siblings]
        said = said or _unlike_twins(_ratio(wet, dry), twins, "shrank")
        if said:
            found.append(UnlikelyReading(bar.code, "length_dry", None, said))
    if bar.mass_wet and bar.mass_dry and not _over(bar.mass_wet, bar.mass_dry):
        message = "Bone dry it weighs no less than wet: look at both figures again."
        found.append(UnlikelyReading(bar.code, "mass_dry", None, message))
    return found


def _of_fired_length(bar: Bar, fired: FiredBar, twins: Sequence[FiredBar]) -> str:
    """What is odd about a fired length: first against the bar itself, then against its twins.

    The median of the twins, not their mean, so that one wrong bar is named and not the right ones
    beside it; and only where two or more are there, because of two either may be the wrong one.
    """
    if not fired.length:
        return ""
    before = bar.length_dry or bar.length_wet
    when = "when it was bone dry" if bar.length_dry else "when it was wet"
    if said := _of_length(before, fired.length, MOST_FIRING_PCT, when, "firing"):
        return said
    lengths = [twin.length.value for twin in twins if twin.length]
    if len(lengths) < 2:
        return ""
    points = 100 * (fired.length.value - median(lengths)) / before.value
    if abs(points) <= POINTS_FROM_TWINS:
        return ""
    longer = "longer" if points > 0 else "shorter"
    return f"{plain(abs(points), 1)} % {longer} than its twins at this cone: look again."


def _of_fired_mass(bar: Bar, fired: FiredBar) -> str:
    if not (fired.mass and bar.mass_dry):
        return ""
    if _over(fired.mass, bar.mass_dry):
        return "Fired it weighs more than bone dry. Was it still damp from a soak?"
    lost = 100 * (1 - fired.mass.value / bar.mass_dry.value)
    if lost > MOST_LOSS_PCT:
        return f"It lost {plain(lost, 0)} % in the fire. Is a piece of it missing?"
    return ""


def _soaked(
    bar: Bar, fired: FiredBar, place: int, twins: Sequence[FiredBar]
) -> list[UnlikelyReading]:
    found = []
    for method, wet in fired.soaked.items():
        said = ""
        if fired.mass:
            took_up = _ratio(fired.mass, wet)
            of_twins = [_ratio(twin.mass, twin.soaked.get(method)) for twin in twins]
            said = _of_soak(fired.mass, wet) or _times_its_twins(took_up, of_twins)
        if said:
            found.append(UnlikelyReading(bar.code, "mass_soaked", place, said, method))
        hung = fired.hung.get(method)
        if hung and hung.value >= min(wet.value, fired.mass.value if fired.mass else wet.value):
            message = "Hung in water it must weigh less than dry. Did the pan touch the jar?"
            found.append(UnlikelyReading(bar.code, "mass_hung", place, message, method))
    return found


def _of_length(before: Measured, after: Measured, most_pct: float, when: str, change: str) -> str:
    if _in_inches(after, before):
        return f"{plain(after.value)} mm: was that in inches? Type {plain(after.value)} in."
    if _over(after, before):
        return f"Longer than {when}? Measure it again."
    shrank = 100 * (1 - after.value / before.value)
    if shrank > most_pct:
        return f"That is {plain(shrank, 0)} % of {change} shrinkage. Measure it again."
    return ""


def _of_soak(dry: Measured, wet: Measured) -> str:
    if _over(dry, wet):
        return "Lighter soaked than dry? One of the two is wrong, or a piece broke off."
    took_up = 100 * (wet.value / dry.value - 1)
    if took_up > MOST_ABSORPTION_PCT:
        return f"It took up {plain(took_up, 0)} %. Is that its own dry mass?"
    return ""


def _ratio(before: Measured | None, after: Measured | None) -> float | None:
    """By how much a figure changed, in percent of what it was."""
    if before is None or after is None:
        return None
    return 100 * (after.value - before.value) / before.value


def _with_twins(
    own: float | None, twins: Sequence[float | None], say: Callable[[float, float], str]
) -> str:
    """What ``say`` makes of a figure and the median of at least two twins' figures."""
    known = [twin for twin in twins if twin is not None]
    return say(own, median(known)) if own is not None and len(known) > 1 else ""


def _unlike_twins(own: float | None, twins: Sequence[float | None], did: str) -> str:
    def say(mine: float, theirs: float) -> str:
        if abs(mine - theirs) <= POINTS_FROM_TWINS:
            return ""
        return f"It {did} {plain(-mine, 1)} %, its twins {plain(-theirs, 1)} %: look again."

    return _with_twins(own, twins, say)


def _times_its_twins(own: float | None, twins: Sequence[float | None]) -> str:
    def say(mine: float, theirs: float) -> str:
        low, high = sorted((max(mine, 0.05), max(theirs, 0.05)))
        if high / low < TIMES_ITS_TWINS or high - low < 0.5:
            return ""
        times = plain(high / low, 1)
        if mine > theirs:
            return f"This bar took up {times} times as much as its twins: look again."
        return f"Its twins took up {times} times as much: look again."

    return _with_twins(own, twins, say)
