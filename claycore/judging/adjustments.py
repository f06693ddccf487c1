"""Ways to adjust a clay that falls short of a rule, each with its side effects.

A new way is one entry of ADJUSTMENTS; a rule names those that help it. Source: common practice.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from enum import StrEnum

from claycore.judging import firing_range
from claycore.judging.firing_range import FiringRange
from claycore.testing.results import AtCone


class Trait(StrEnum):
    """What of a clay a way to adjust it may change."""

    PLASTICITY = "plasticity"
    DRYING = "drying"
    TOTAL = "total"
    ABSORPTION = "absorption"
    BLOATING = "bloating"
    COLOUR = "colour"
    TEMPERATURE = "temperature"


TRAITS: dict[str, str] = {
    Trait.PLASTICITY: "plasticity",
    Trait.DRYING: "drying shrinkage",
    Trait.TOTAL: "total shrinkage",
    Trait.ABSORPTION: "absorption",
    Trait.BLOATING: "bloating and slumping",
    Trait.COLOUR: "colour",
    Trait.TEMPERATURE: "maturing temperature",
}


class Change(StrEnum):
    """Which way a trait goes."""

    UP = "up"
    DOWN = "down"
    OTHER = "other"

    @property
    def arrow(self) -> str:
        return {Change.UP: "↑", Change.DOWN: "↓", Change.OTHER: "↔"}[self]

    def opposes(self, other: "Change") -> bool:
        """Whether the two go opposite ways."""
        return {self, other} == {Change.UP, Change.DOWN}


@dataclass(frozen=True)
class Effect:
    """What happens to one trait, and why."""

    trait: Trait
    change: Change
    why: str

    @property
    def words(self) -> str:
        """It without its reason, as it is read aloud."""
        how = {Change.UP: "more", Change.DOWN: "less", Change.OTHER: "another"}[self.change]
        return f"{how} {TRAITS[self.trait]}"


def _always(found: Sequence[AtCone], ranges: FiringRange) -> str:
    return ""


@dataclass(frozen=True)
class Adjustment:
    """One way to adjust a clay: what to do or add, how much of it, and what else that does.

    ``least_pct`` and ``most_pct`` are in percent of the blend, None where nothing is added.
    ``for_clay`` says more of it for a clay's cones, coolest first; None where it does not fit them.
    """

    code: str
    what: str
    effects: tuple[Effect, ...] = ()
    least_pct: float | None = None
    most_pct: float | None = None
    for_clay: Callable[[Sequence[AtCone], FiringRange], str | None] = _always

    @property
    def costs_nothing(self) -> bool:
        """Whether nothing is added: it is tried first."""
        return self.least_pct is None

    @property
    def as_dug_pct(self) -> tuple[float, float] | None:
        """How much of the clay as dug remains, from most to least."""
        if self.least_pct is None or self.most_pct is None:
            return None
        return 100 - self.least_pct, 100 - self.most_pct


def _between(found: Sequence[AtCone], ranges: FiringRange) -> str | None:
    """An untested cone next to the least absorption, where hotter ones are worse."""
    between = firing_range.untested_past_the_least(found)
    if not between:
        return None
    return (
        f"cone {' or '.join(between.untested)}: the least absorption may lie between"
        f" {between.low} and {between.high}"
    )


def _hotter(found: Sequence[AtCone], ranges: FiringRange) -> str | None:
    """Only where the hottest tested cone is the best so far, and nothing is spoilt there."""
    if firing_range.Sureness.SURE in (ranges.bloats.outcome, ranges.slumps.outcome):
        return None
    soaked = [(at.absorption.value, at.cone) for at in found if at.absorption]
    if soaked and min(soaked)[1] != soaked[-1][1]:
        return None
    return ""


_UP, _DOWN, _OTHER = Change.UP, Change.DOWN, Change.OTHER

_STANDS_HOTTER = (
    Effect(Trait.BLOATING, _DOWN, "it stands hotter"),
    Effect(Trait.TEMPERATURE, _UP, "it needs more heat to mature"),
    Effect(Trait.ABSORPTION, _UP, "it is more open at the same cone"),
)
_MELTS_SOONER = (
    Effect(Trait.ABSORPTION, _DOWN, "more melt fills the pores"),
    Effect(Trait.TOTAL, _UP, "it closes up further"),
    Effect(Trait.BLOATING, _UP, "it softens earlier"),
    Effect(Trait.TEMPERATURE, _DOWN, "it matures cooler"),
)
_OPENS = (
    Effect(Trait.DRYING, _DOWN, "coarse grains do not shrink, and let the water out"),
    Effect(Trait.TOTAL, _DOWN, "coarse grains do not shrink"),
    Effect(Trait.PLASTICITY, _DOWN, "it is rougher and shorter"),
    Effect(Trait.ABSORPTION, _UP, "it leaves the body more open"),
)
_FINE_AND_PLASTIC = (
    Effect(Trait.PLASTICITY, _UP, "its grains are very fine"),
    Effect(Trait.DRYING, _UP, "fine clay holds more water, and dries slower"),
    Effect(Trait.TOTAL, _UP, "fine clay holds more water"),
)

ADJUSTMENTS = {
    mend.code: mend
    for mend in (
        Adjustment("fire_between", "Fire it between the tested cones", for_clay=_between),
        Adjustment(
            "slow_firing",
            "Heat it slowly through the last 200 °C",
            (
                Effect(Trait.BLOATING, _DOWN, "gas gets out before the pores close"),
                Effect(Trait.ABSORPTION, _DOWN, "it has longer to mature"),
            ),
        ),
        Adjustment(
            "fire_lower",
            "Fire it cooler",
            (
                Effect(Trait.BLOATING, _DOWN, "it softens less"),
                Effect(Trait.ABSORPTION, _UP, "it matures less"),
                Effect(Trait.TOTAL, _DOWN, "it matures less"),
            ),
        ),
        Adjustment(
            "fire_higher",
            "Fire it hotter",
            (
                Effect(Trait.ABSORPTION, _DOWN, "it matures further"),
                Effect(Trait.TOTAL, _UP, "it matures further"),
                Effect(Trait.BLOATING, _UP, "it comes nearer to where it bloats"),
                Effect(Trait.COLOUR, _OTHER, "most clays darken"),
            ),
            for_clay=_hotter,
        ),
        Adjustment(
            "sieve",
            "Sieve it finer, or let the sand settle and pour the rest off",
            (
                Effect(Trait.PLASTICITY, _UP, "less of it is sand"),
                Effect(Trait.DRYING, _UP, "finer clay holds more water"),
                Effect(Trait.ABSORPTION, _DOWN, "fine clay matures earlier"),
            ),
        ),
        Adjustment("sieve_lime", "Sieve it finely: smaller lime particles spit less"),
        Adjustment(
            "ageing",
            "Age it wet for a few weeks",
            (Effect(Trait.PLASTICITY, _UP, "water works in between the grains"),),
        ),
        Adjustment("cool_slowly", "Fire and cool it slowly through 573 °C"),
        Adjustment("slow_drying", "Dry it slowly, covered"),
        Adjustment(
            "ball_clay",
            "Add ball clay",
            (
                *_FINE_AND_PLASTIC,
                Effect(Trait.ABSORPTION, _UP, "it fires a little more open"),
            ),
            10,
            30,
        ),
        Adjustment(
            "bentonite", "Add bentonite (a little goes a long way)", _FINE_AND_PLASTIC, 1, 3
        ),
        Adjustment("grog", "Add grog or sand", _OPENS, 10, 25),
        Adjustment(
            "fire_clay",
            "Add fire clay",
            (Effect(Trait.TOTAL, _DOWN, "it shrinks less in the firing"), *_STANDS_HOTTER),
            10,
            30,
        ),
        Adjustment(
            "kaolin",
            "Add kaolin",
            (
                *_STANDS_HOTTER,
                Effect(Trait.PLASTICITY, _DOWN, "it is less plastic than most clays"),
                Effect(Trait.COLOUR, _OTHER, "it fires paler"),
            ),
            10,
            30,
        ),
        Adjustment(
            "red_clay",
            "Add a low-firing red clay",
            (*_MELTS_SOONER, Effect(Trait.COLOUR, _OTHER, "it fires redder")),
            10,
            30,
        ),
        Adjustment(
            "flux",
            "Add feldspar or frit as a flux",
            (*_MELTS_SOONER, Effect(Trait.PLASTICITY, _DOWN, "it is not clay")),
            5,
            20,
        ),
    )
}
"""Every way, in the order to try them: first what costs nothing."""
