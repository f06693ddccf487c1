"""One test bar, from the plastic clay through every firing, and what its readings say.

Sources: ASTM C326 (shrinkage, water of plasticity), C373 and C20 (absorption), C67 (saturation
coefficient). What is missing is left out; what cannot be true is said.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from enum import StrEnum
from functools import partial
from typing import TypeVar

from claycore.firing import cones
from claycore.materials import moisture
from claycore.measure.errors import ClayError
from claycore.measure.uncertainty import Estimate, Measured, percent_decrease
from claycore.testing import absorption, pyroplasticity, shrinkage
from claycore.testing.absorption import Absorption
from claycore.testing.shrinkage import Shrinkage
from claycore.testing.soaking import METHODS, SaturationPart, for_saturation

T = TypeVar("T")


class RemarkCode(StrEnum):
    """What the rules know of what can be remarked on a bar."""

    LOOKED = "looked"
    CRACKED = "cracked"
    WARPED = "warped"
    BLOATED = "bloated"
    SLUMPED = "slumped"
    STUCK = "stuck"
    CRUMBLES = "crumbles"
    RINGS = "rings"
    BROKEN = "broken"
    POPS = "pops"
    NO_POPS = "no_pops"
    BRITTLE = "brittle"
    GLASSY = "glassy"
    MELTED = "melted"


REMARKS: dict[str, str] = {
    RemarkCode.LOOKED: "looked sound",
    RemarkCode.CRACKED: "cracked",
    RemarkCode.WARPED: "warped",
    RemarkCode.BLOATED: "bloated",
    RemarkCode.SLUMPED: "slumped",
    RemarkCode.STUCK: "stuck to the shelf",
    RemarkCode.CRUMBLES: "crumbles",
    RemarkCode.RINGS: "rings when tapped",
    RemarkCode.BROKEN: "broken",
    RemarkCode.BRITTLE: "brittle",
    RemarkCode.GLASSY: "glassy",
    RemarkCode.MELTED: "melted",
    RemarkCode.POPS: "lime pops",
    RemarkCode.NO_POPS: "no pops after 14 days, or boiled",
}
"""What can be remarked on a bar at any stage. Source: common practice.

A bar with any of them was looked at; one without says nothing of cracks or bloating.
"""


NOTHING_ODD = frozenset({RemarkCode.LOOKED, RemarkCode.RINGS, RemarkCode.NO_POPS})
"""The remarks that are no fault."""


def remark_choices() -> list[tuple[str, str]]:
    """Every remark's code and words, as a column of the database offers them.

    Source: the entries of REMARKS.
    """
    return list(REMARKS.items())


@dataclass(frozen=True)
class FiredBar:
    """A bar after one firing. Lengths in mm, masses in g; soaked and hung by the soak's method.

    ``cone`` is '' after a fire that has none. ``reduced`` says that the kiln's air was short of
    oxygen, ``on_the_way`` that it is meant for a hotter cone, so that nothing is asked of it here.
    """

    cone: str
    length: Measured | None = None
    mass: Measured | None = None
    soaked: Mapping[str, Measured] = field(default_factory=dict)
    hung: Mapping[str, Measured] = field(default_factory=dict)
    sag: Measured | None = None
    thickness: Measured | None = None
    remarks: frozenset[str] = frozenset()
    reduced: bool = False
    on_the_way: bool = False

    @property
    def says_something(self) -> bool:
        """Whether anything was read of it, or seen on it, or should have been."""
        read = (self.length, self.mass, self.sag, self.soaked, self.remarks)
        return not self.on_the_way or any(read)


@dataclass(frozen=True)
class Bar:
    """A bar: its line as marked on the plastic clay, its dry readings, and its firings in order."""

    code: str
    length_wet: Measured | None
    mass_wet: Measured | None = None
    length_dry: Measured | None = None
    mass_dry: Measured | None = None
    span: Measured | None = None
    remarks: frozenset[str] = frozenset()
    firings: tuple[FiredBar, ...] = ()


@dataclass(frozen=True)
class FiredResults:
    """What a bar says after one firing; None where it cannot say it.

    ``place`` is the firing's place in the bar's firings; ``sag_pct`` is of the span it stood over.
    """

    code: str
    place: int
    cone: str
    firing: Estimate | None
    total: Estimate | None
    volume_total: Estimate | None
    loss_on_ignition: Estimate | None
    soaks: Mapping[str, Absorption]
    pyroplastic_index: Estimate | None
    sag_pct: float | None
    remarks: frozenset[str]


@dataclass(frozen=True)
class BarResults:
    """Everything one bar says. ``problems`` are sentences about what cannot be, ``gaps`` about
    what was never read.

    ``fired`` leaves out a firing cooler than one before it: the heat of the hotter one stays in.
    """

    code: str
    drying: Estimate | None
    water_of_plasticity: Estimate | None
    remarks: frozenset[str]
    fired: tuple[FiredResults, ...]
    problems: tuple[str, ...]
    gaps: tuple[str, ...] = ()

    def after(self, place: int) -> FiredResults | None:
        """What it says after the firing at this place; None where that firing is left out."""
        return next((fired for fired in self.fired if fired.place == place), None)


def bar_results(bar: Bar) -> BarResults:
    """What the bar's readings say, stage after stage. Source: ASTM C326, C373, C20 and C67."""
    problems: list[str] = []
    whole = RemarkCode.BROKEN not in bar.remarks
    lengths = shrinkage.of_lengths(bar.length_wet, bar.length_dry, None)
    water = None
    if bar.mass_wet and bar.mass_dry and whole:
        calculate = partial(moisture.water_of_plasticity, bar.mass_wet, bar.mass_dry)
        water = _told(problems, bar.code, calculate)
    fired = []
    hottest: FiredBar | None = None
    for place, after in enumerate(bar.firings):
        whole = whole and RemarkCode.BROKEN not in after.remarks
        if not after.cone:
            fired.append(_after_firing(bar, place, whole, problems))
            continue
        if hottest and cones.order(after.cone) < cones.order(hottest.cone):
            problems.append(
                f"{bar.code} was fired to cone {hottest.cone} before cone {after.cone},"
                f" so its readings after cone {after.cone} are not counted."
            )
            continue
        hottest = after
        if after.says_something:
            fired.append(_after_firing(bar, place, whole, problems))
    gaps = []
    if bar.firings and not bar.length_dry and not bar.mass_dry:
        gaps.append(
            f"{bar.code} has no bone-dry readings, so it gives no drying or firing"
            " shrinkage and no loss on ignition. Its total shrinkage and absorption"
            " still count."
        )
    return BarResults(
        bar.code,
        lengths.drying if RemarkCode.BROKEN not in bar.remarks else None,
        water,
        bar.remarks,
        tuple(fired),
        tuple(problems),
        tuple(gaps),
    )


def _after_firing(bar: Bar, place: int, whole: bool, problems: list[str]) -> FiredResults:
    """``whole`` says that it never broke so far: half a bar has half a line and half its mass."""
    after = bar.firings[place]
    where = f"{bar.code} at cone {after.cone}" if after.cone else f"{bar.code}, fired with no cone,"
    lengths = Shrinkage(None, None, None, None)
    loss = None
    if whole:
        lengths = shrinkage.of_lengths(bar.length_wet, bar.length_dry, after.length)
        if bar.mass_dry and after.mass:
            loss = percent_decrease(bar.mass_dry, after.mass)
    soaks = _with_saturation(after, _soaks(where, after, problems))
    index = sag_pct = None
    if after.sag and bar.span:
        sag_pct = pyroplasticity.sag_pct(after.sag, bar.span)
        if after.thickness:
            index = pyroplasticity.index(after.thickness, after.sag, bar.span)
    return FiredResults(
        bar.code,
        place,
        after.cone,
        lengths.firing,
        lengths.total,
        lengths.volume_total,
        loss,
        soaks,
        index,
        sag_pct,
        after.remarks,
    )


def _soaks(where: str, after: FiredBar, problems: list[str]) -> dict[str, Absorption]:
    soaks: dict[str, Absorption] = {}
    dry = after.mass
    if dry is None:
        if after.soaked:
            problems.append(
                f"{where} was soaked but has no dry weight after the firing, so its"
                " absorption is not known."
            )
        return soaks
    for method, wet in after.soaked.items():
        soak = partial(absorption.absorption, dry, wet, after.hung.get(method))
        found = _told(problems, where, soak)
        if found:
            soaks[method] = found
    return soaks


def _with_saturation(after: FiredBar, soaks: dict[str, Absorption]) -> dict[str, Absorption]:
    """The soaks, each boil with its saturation coefficient where there is a cold soak too."""
    cold = [code for code in soaks if METHODS[code].saturation == SaturationPart.COLD]
    if not cold or after.mass is None:
        return soaks
    for boil in for_saturation():
        if boil.code in soaks:
            found = absorption.saturation_coefficient(
                after.mass, after.soaked[cold[0]], after.soaked[boil.code]
            )
            soaks[boil.code] = replace(soaks[boil.code], saturation=found)
    return soaks


def _told(problems: list[str], where: str, calculate: Callable[[], T]) -> T | None:
    """What ``calculate`` gives, or None with its reason among the problems."""
    try:
        return calculate()
    except ClayError as error:
        problems.append(f"{where}: {error}")
        return None
