"""Is this figure likely? Each reading of a bar against physics and against its like.

What is told here may be kept all the same, with a reason: crumbs get lost, bars grow, one bar of a
set is different. A bar is held against the median of its whole set, itself included, so that the
one wrong figure is named and not the right ones beside it. Source of the bounds: common practice,
from memory.
"""

import math
from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from statistics import median

from claycore.measure.formatting import plain
from claycore.measure.uncertainty import Measured, combined
from claycore.testing.bars import Bar, FiredBar, RemarkCode

MOST_DRYING_PCT = 15.0
MOST_FIRING_PCT = 20.0
MOST_LOSS_PCT = 30.0
MOST_ABSORPTION_PCT = 40.0

MOST_WATER_PCT = 40.0
LEAST_WATER_PCT = 5.0
"""Water of plastic clay, on the wet basis: what lies outside is hardly plastic clay."""

TIMES_ITS_TWINS = 2.5
"""An absorption or a mass this many times that of its like, or one part of it, deserves a look."""

POINTS_FROM_TWINS = 2.0
"""A change in length or mass this many points from that of its like deserves a look."""

MM_PER_INCH = 25.4

_NEAR_A_POWER = 0.12
"""How far from a power of ten two figures may be, in decades, to look like a shifted point."""


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


@dataclass(frozen=True)
class DoubtedBar:
    """A bar with an unlikely reading: after a firing to ``cone``, None for one before any."""

    code: str
    cone: str | None

    @property
    def words(self) -> str:
        """The bar, and which of its readings."""
        return f"{self.code} ({f'cone {self.cone}' if self.cone else 'unfired'})"


def doubted(bars: Sequence[Bar]) -> tuple[DoubtedBar, ...]:
    """The bars to read again, each once a firing. Source: as of unlikely_readings."""
    firings = {bar.code: bar.firings for bar in bars}
    found = (
        DoubtedBar(one.bar, None if one.firing is None else firings[one.bar][one.firing].cone)
        for one in unlikely_readings(bars)
    )
    return tuple(dict.fromkeys(found))


def _of_bar(bar: Bar, siblings: Sequence[Bar]) -> list[UnlikelyReading]:
    found = []
    for quantity, said in (
        ("length_wet", _of_wet_length(bar, siblings)),
        ("mass_wet", _of_wet_mass(bar, siblings)),
        ("length_dry", _of_dry_length(bar, siblings)),
        ("mass_dry", _of_dry_mass(bar, siblings)),
    ):
        if said:
            found.append(UnlikelyReading(bar.code, quantity, None, said))
    broken = RemarkCode.BROKEN in bar.remarks
    for place, fired in enumerate(bar.firings):
        broken = broken or RemarkCode.BROKEN in fired.remarks
        found += _of_firing(bar, place, broken, _twins(fired, siblings))
    return found


Twin = tuple[Bar, FiredBar]


def _twins(fired: FiredBar, siblings: Sequence[Bar]) -> list[Twin]:
    """Whole bars after a firing to the same cone; fires without one are not alike."""
    return [
        (sibling, twin)
        for sibling in siblings
        for twin in sibling.firings
        if twin.cone and twin.cone == fired.cone and RemarkCode.BROKEN not in twin.remarks
    ]


def _of_firing(bar: Bar, place: int, broken: bool, twins: Sequence[Twin]) -> list[UnlikelyReading]:
    fired = bar.firings[place]
    found = []
    if not broken:
        for quantity, said in (
            ("length_fired", _of_fired_length(bar, fired, twins)),
            ("mass_fired", _of_fired_mass(bar, fired, twins)),
        ):
            if said:
                found.append(UnlikelyReading(bar.code, quantity, place, said))
    return found + _soaked(bar, fired, place, twins)


# Lengths.


def _of_wet_length(bar: Bar, siblings: Sequence[Bar]) -> str:
    if not bar.length_wet:
        return ""
    lengths = [sibling.length_wet.value for sibling in siblings if sibling.length_wet]
    return _shifted(bar.length_wet.value, _usual(bar.length_wet.value, lengths), "mm")


def _of_dry_length(bar: Bar, siblings: Sequence[Bar]) -> str:
    wet, dry = bar.length_wet, bar.length_dry
    if not (wet and dry):
        return ""
    if said := _of_length(wet, dry, MOST_DRYING_PCT, "when it was wet", "drying"):
        return said
    twins = [_ratio(b.length_wet, b.length_dry) for b in siblings]
    return _unlike_twins(_ratio(wet, dry), twins, "shrank")


def _of_fired_length(bar: Bar, fired: FiredBar, twins: Sequence[Twin]) -> str:
    """What is odd about a fired length: first against the bar itself, then against its twins."""
    before = bar.length_dry or bar.length_wet
    if not (fired.length and before):
        return ""
    when = "when it was bone dry" if bar.length_dry else "when it was wet"
    if said := _of_length(before, fired.length, MOST_FIRING_PCT, when, "firing"):
        return said
    usual = _usual(fired.length.value, [twin.length.value for _, twin in twins if twin.length])
    if usual is None:
        return ""
    points = 100 * (fired.length.value - usual) / before.value
    if abs(points) <= POINTS_FROM_TWINS:
        return ""
    longer = "longer" if points > 0 else "shorter"
    return (
        f"{plain(abs(points), 1)} % {longer} than the other bars at this cone. Check the reading."
    )


def _of_length(before: Measured, after: Measured, most_pct: float, when: str, change: str) -> str:
    if _in_inches(after, before):
        return f"Is {plain(after.value)} in inches? Then type {plain(after.value)} in."
    if said := _shifted(after.value, before.value, "mm", when):
        return said
    if _over(after, before):
        return f"This is longer than {when}. Measure it again."
    shrank = 100 * (1 - after.value / before.value)
    if shrank > most_pct:
        return f"This would be {plain(shrank, 0)} % {change} shrinkage. Measure it again."
    return ""


def _in_inches(length: Measured, before: Measured) -> bool:
    """Whether a length in mm looks as if it had been typed in inches."""
    return 0.6 < length.value * MM_PER_INCH / before.value < 1.3


# Masses.


def _of_wet_mass(bar: Bar, siblings: Sequence[Bar]) -> str:
    return _unlike_in_mass(bar.mass_wet, [sibling.mass_wet for sibling in siblings])


def _of_dry_mass(bar: Bar, siblings: Sequence[Bar]) -> str:
    """Against the wet mass, unless that is what looks wrong; then against the twins."""
    wet, dry = bar.mass_wet, bar.mass_dry
    if not dry or RemarkCode.BROKEN in bar.remarks:
        return ""
    if said := _unlike_in_mass(dry, [sibling.mass_dry for sibling in siblings]):
        return said
    if not wet:
        return ""
    if _of_wet_mass(bar, siblings):
        return f"The wet weight is {plain(wet.value)} g, unlike the other bars. Correct that one."
    if said := _of_drying_mass(wet, dry):
        return said
    twins = [_ratio(b.mass_wet, b.mass_dry) for b in siblings]
    return _unlike_twins(_ratio(wet, dry), twins, "lost", "as it dried")


def _of_drying_mass(wet: Measured, dry: Measured) -> str:
    if said := _shifted(dry.value, wet.value, "g", "when it was wet"):
        return said
    if not _over(wet, dry):
        return "The bone-dry weight must be less than the wet weight. Check both."
    water = 100 * (1 - dry.value / wet.value)
    if water > MOST_WATER_PCT:
        return (
            f"That would be {plain(water, 0)} % of water, more than clay can hold and keep its"
            " shape. Check both weights, or is a piece of it missing?"
        )
    if water < LEAST_WATER_PCT:
        return (
            f"Only {plain(water, 1)} % was lost in drying. Was the bar partly dry when it was first"
            " weighed?"
        )
    return ""


def _of_fired_mass(bar: Bar, fired: FiredBar, twins: Sequence[Twin]) -> str:
    if not fired.mass:
        return ""
    if not bar.mass_dry:
        return _unlike_in_mass(fired.mass, [twin.mass for _, twin in twins])
    if said := _shifted(fired.mass.value, bar.mass_dry.value, "g", "when it was bone dry"):
        return said
    if _over(fired.mass, bar.mass_dry):
        return (
            "The fired weight is more than the bone-dry weight. Was the bar still damp from a soak?"
        )
    lost = 100 * (1 - fired.mass.value / bar.mass_dry.value)
    if lost > MOST_LOSS_PCT:
        return f"It lost {plain(lost, 0)} % of its weight in the firing. Has a piece broken off?"
    of_twins = [_ratio(sibling.mass_dry, twin.mass) for sibling, twin in twins]
    return _unlike_twins(_ratio(bar.mass_dry, fired.mass), of_twins, "lost", "in the fire")


def _soaked(bar: Bar, fired: FiredBar, place: int, twins: Sequence[Twin]) -> list[UnlikelyReading]:
    found = []
    for method, wet in fired.soaked.items():
        said = ""
        if fired.mass:
            took_up = _ratio(fired.mass, wet)
            of_twins = [_ratio(twin.mass, twin.soaked.get(method)) for _, twin in twins]
            said = _of_soak(fired.mass, wet) or _times_its_twins(took_up, of_twins)
        if said:
            found.append(UnlikelyReading(bar.code, "mass_soaked", place, said, method))
        hung = fired.hung.get(method)
        if hung and hung.value >= min(wet.value, fired.mass.value if fired.mass else wet.value):
            message = (
                "The suspended weight must be less than the dry weight. Did the pan touch the jar?"
            )
            found.append(UnlikelyReading(bar.code, "mass_hung", place, message, method))
    return found


def _of_soak(dry: Measured, wet: Measured) -> str:
    if said := _shifted(wet.value, dry.value, "g", "before the soak"):
        return said
    if _over(dry, wet):
        return (
            "The soaked weight is less than the dry weight. Either one is wrong or a piece"
            " broke off."
        )
    took_up = 100 * (wet.value / dry.value - 1)
    if took_up > MOST_ABSORPTION_PCT:
        return f"It absorbed {plain(took_up, 0)} %. Do both weights belong to this bar?"
    return ""


# A figure beside another, and beside those of its like.


def _over(after: Measured, before: Measured) -> bool:
    """Whether ``after`` is surely more than ``before``."""
    return after.value - before.value > 2 * combined(after.u, before.u)


def _shifted(figure: float, usual: float | None, unit: str, when: str = "") -> str:
    """Whether the figure looks like the usual one with its decimal point lost or moved."""
    if usual is None:
        return ""
    decades = math.log10(figure / usual)
    if round(decades) == 0 or abs(decades - round(decades)) > _NEAR_A_POWER:
        return ""
    beside = f"{plain(usual, 1)} {unit}" + (f" {when}" if when else " for the other bars")
    return f"{plain(figure)} {unit}, against {beside}: is the decimal point in its place?"


def _ratio(before: Measured | None, after: Measured | None) -> float | None:
    """By how much a figure changed, in percent of what it was."""
    if before is None or after is None:
        return None
    return 100 * (after.value - before.value) / before.value


def _usual(own: float, twins: Iterable[float | None]) -> float | None:
    """The median of a set, itself included; None of fewer than three.

    With itself, because against the others alone one wrong figure of three makes both right ones
    look wrong. Of two either may be the wrong one.
    """
    known = [own, *(twin for twin in twins if twin is not None)]
    return median(known) if len(known) > 2 else None


def _beside_twins(
    own: float | None, twins: Iterable[float | None], say: Callable[[float, float], str]
) -> str:
    """What ``say`` makes of a figure and the usual one of its set."""
    usual = None if own is None else _usual(own, twins)
    return "" if own is None or usual is None else say(own, usual)


def _unlike_twins(
    own: float | None, twins: Iterable[float | None], did: str, when: str = ""
) -> str:
    def say(mine: float, theirs: float) -> str:
        if abs(mine - theirs) <= POINTS_FROM_TWINS:
            return ""
        where = f" {when}" if when else ""
        return (
            f"It {did} {plain(-mine, 1)} %{where}, the other bars {plain(-theirs, 1)} %."
            " Check the reading."
        )

    return _beside_twins(own, twins, say)


def _unlike_in_mass(own: Measured | None, twins: Iterable[Measured | None]) -> str:
    def say(mine: float, theirs: float) -> str:
        if said := _shifted(mine, theirs, "g"):
            return said
        if 1 / TIMES_ITS_TWINS < mine / theirs < TIMES_ITS_TWINS:
            return ""
        return f"{plain(mine)} g, the other bars about {plain(theirs, 1)} g. Check the reading."

    return _beside_twins(own.value if own else None, [t.value if t else None for t in twins], say)


def _times_its_twins(own: float | None, twins: Iterable[float | None]) -> str:
    def say(mine: float, theirs: float) -> str:
        low, high = sorted((max(mine, 0.05), max(theirs, 0.05)))
        if high / low < TIMES_ITS_TWINS or high - low < 0.5:
            return ""
        times = plain(high / low, 1)
        if mine > theirs:
            return f"This bar absorbed {times} times as much as the others. Check the reading."
        return f"The other bars absorbed {times} times as much. Check the reading."

    return _beside_twins(own, twins, say)
