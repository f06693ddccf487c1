"""What to do about a clay that falls short of a rule, each with its side effects.

A new way is one entry of ADJUSTMENTS; a rule names those that help, and those that settle it
where it is open. Source: common practice.
"""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from enum import StrEnum

from claycore.firing import cones
from claycore.judging import firing_range
from claycore.judging.evidence import Evidence
from claycore.judging.firing_range import Sureness
from claycore.judging.limits import Limits
from claycore.judging.outcomes import Outcome, at_most
from claycore.measure.formatting import listed
from claycore.testing.bar_checks import DoubtedBar
from claycore.testing.bars import RemarkCode
from claycore.testing.soaking import METHODS


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


class TraitChange(StrEnum):
    """Which way a trait goes."""

    UP = "up"
    DOWN = "down"
    OTHER = "other"

    @property
    def arrow(self) -> str:
        return {TraitChange.UP: "↑", TraitChange.DOWN: "↓", TraitChange.OTHER: "↔"}[self]

    def opposes(self, other: "TraitChange") -> bool:
        """Whether the two go opposite ways."""
        return {self, other} == {TraitChange.UP, TraitChange.DOWN}


@dataclass(frozen=True)
class TraitEffect:
    """What happens to one trait, and why."""

    trait: Trait
    change: TraitChange
    why: str

    @property
    def words(self) -> str:
        """It without its reason, as it is read aloud."""
        how = {TraitChange.UP: "more", TraitChange.DOWN: "less", TraitChange.OTHER: "another"}[
            self.change
        ]
        return f"{how} {TRAITS[self.trait]}"


@dataclass(frozen=True)
class ClayShortfall:
    """A clay that falls short: what is known of it, its limits, and how each rule came out.

    ``doubted`` are its bars with a reading that is unlikely beside its like.
    """

    evidence: Evidence
    limits: Limits
    outcomes: Mapping[str, Outcome] = field(default_factory=dict)
    doubted: Sequence[DoubtedBar] = ()

    def fails(self, *codes: str) -> bool:
        """Whether it fails on one of these rules."""
        return any(self.outcomes.get(code) == Outcome.FAILS for code in codes)

    @property
    def is_too_open(self) -> bool:
        """Whether it surely takes up too much."""
        return self.fails("absorption", "matures")

    @property
    def spoilt_from(self) -> str | None:
        """The coolest tested cone at which it surely bloats or slumps."""
        sure = [
            one.cone
            for one in (self.evidence.range.bloats, self.evidence.range.slumps)
            if one.cone and one.outcome == Sureness.SURE
        ]
        return min(sure, key=cones.order, default=None)

    @property
    def melted_at(self) -> str | None:
        """The coolest tested cone at which a bar melted."""
        melted = (at.cone for at in self.evidence.results.cones if _melted(at.remarks))
        return next(melted, None)


def _melted(remarks: Mapping[str, int]) -> bool:
    return bool(remarks.get(RemarkCode.MELTED))


@dataclass(frozen=True)
class AdjustmentFit:
    """How a way fits one clay: ``words`` of its own ('' for the usual ones), and the cones."""

    words: str = ""
    cones: tuple[str, ...] = ()


def _always(clay: ClayShortfall) -> AdjustmentFit | None:
    return AdjustmentFit()


class AdjustmentKind(StrEnum):
    """In which order ways are tried: look again, change the work, add something, give it up."""

    LOOK = "look"
    TREAT = "treat"
    ADD = "add"
    GIVE_UP = "give_up"


@dataclass(frozen=True)
class Adjustment:
    """One way to adjust a clay: what to do or add, how much of it, and what else that does.

    ``least_pct`` and ``most_pct`` are in percent of the blend, None where nothing is added.
    ``looks`` says that it settles a doubt and changes nothing, ``gives_up`` that the clay is used
    for something else. ``for_clay`` says more of it for one clay; None where it does not fit it.
    """

    code: str
    what: str
    effects: tuple[TraitEffect, ...] = ()
    least_pct: float | None = None
    most_pct: float | None = None
    looks: bool = False
    gives_up: bool = False
    for_clay: Callable[[ClayShortfall], AdjustmentFit | None] = _always

    @property
    def kind(self) -> AdjustmentKind:
        """When it is tried."""
        if self.looks:
            return AdjustmentKind.LOOK
        if self.gives_up:
            return AdjustmentKind.GIVE_UP
        return AdjustmentKind.TREAT if self.costs_nothing else AdjustmentKind.ADD

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


def _if_not_fired(clay: ClayShortfall) -> AdjustmentFit | None:
    if clay.evidence.is_fired:
        return None
    bars = clay.evidence.results.bars
    return AdjustmentFit(f"Fire the first bars: {bars} planned or drying" if bars else "")


def _if_doubted(clay: ClayShortfall) -> AdjustmentFit | None:
    """Where one bar may make the figures what they are: it is read again before others are made."""
    if not clay.doubted:
        return None
    bars = "bar" if len(clay.doubted) == 1 else "bars"
    return AdjustmentFit(f"Read {bars} {listed([one.words for one in clay.doubted])} again")


def _if_glazed(clay: ClayShortfall) -> AdjustmentFit | None:
    return AdjustmentFit() if clay.evidence.glazed else None


def _if_not_well_soaked(clay: ClayShortfall) -> AdjustmentFit | None:
    """Where no bar was soaked at this cone, or only in a way that reads low."""
    at = clay.evidence.at
    if at is None or clay.evidence.glazed:
        return None
    if at.soaked and not METHODS[at.soaked.method].reads_low:
        return None
    return AdjustmentFit(f"Boil and soak the bars of cone {at.cone}")


ENOUGH_BARS = 3
"""So many equal bars a cone are usual. Common practice."""


_OF_DRYING = frozenset({"plastic_enough", "dries_sound"})
"""Rules on what a bar does before it is fired."""


def _if_too_close(clay: ClayShortfall) -> AdjustmentFit | None:
    """Where the ± of what was measured reaches over a limit, so that more bars narrow it.

    What drying leaves open needs no firing; bloating that is only hinted at is looked for at the
    cone that hints at it.
    """
    evidence, limits = clay.evidence, clay.limits
    at = evidence.at
    soaked = at.soaked if at else None
    reads_low = bool(soaked and METHODS[soaked.method].reads_low)
    absorbed = soaked.absorption if soaked and not reads_low and not evidence.glazed else None
    too_close = {
        "absorption": at_most(absorbed, limits.dense.high_pct),
        "matures": at_most(absorbed, limits.dense.high_pct),
    }
    still = [
        code
        for code, outcome in clay.outcomes.items()
        if outcome == Outcome.NOT_DECIDED and too_close.get(code, outcome) == outcome
    ]
    if not still:
        return None
    if _OF_DRYING.issuperset(still):
        return AdjustmentFit("Dry and measure a few more bars: the ± reaches over the limit")
    only_bloating = still == ["no_bloating"]
    cone = evidence.range.bloats.cone if only_bloating else evidence.cone
    bars = next((one.bars for one in evidence.results.cones if one.cone == cone), ENOUGH_BARS)
    more = {1: "one more bar", 2: "two more bars"}.get(ENOUGH_BARS - bars, "a few more bars")
    where = f" at cone {cone}" if cone else ""
    why = "to tell bloating from chance" if only_bloating else "the ± reaches over the limit"
    return AdjustmentFit(f"Fire and measure {more}{where}: {why}")


def _between(clay: ClayShortfall) -> AdjustmentFit | None:
    """Untested cones where the absorption may be least; never past where it is spoilt.

    None where a tested cone is good already: the way there is surer than any between.
    """
    if clay.evidence.range.best:
        return None
    found = firing_range.untested_by_the_least(clay.evidence.results.cones, clay.evidence.range)
    if found is None:
        return None
    side = "either side" if found.either_side else "the hotter side"
    named = " or ".join(found.cones)
    return AdjustmentFit(
        f"Fire it to cone {named}: the least absorption may lie on {side} of {found.least}",
        found.cones,
    )


_TOP_OF_MOST_KILNS = "10"
"""Hotter than this most studios do not fire. Common practice."""


def _hotter(clay: ClayShortfall) -> AdjustmentFit | None:
    """To a tested cone that is dense enough; else past the hottest one, where that is the best."""
    evidence = clay.evidence
    dense = [c for c in evidence.range.best if cones.order(c) > cones.order(evidence.cone or c)]
    if dense:
        return AdjustmentFit(f"Fire it to cone {dense[0]}, where it is dense enough", (dense[0],))
    if clay.spoilt_from or not (clay.is_too_open or clay.fails("holds_together")):
        return None
    found = evidence.results.cones
    soaked = [(at.absorption.value, at.cone) for at in found if at.absorption]
    if soaked and min(soaked)[1] != soaked[-1][1]:
        return None
    if clay.fails("holds_together") and not clay.is_too_open and soaked:
        return None
    hottest = found[-1].cone
    at_the_top = cones.order(hottest) >= cones.order(_TOP_OF_MOST_KILNS)
    return None if at_the_top else AdjustmentFit(f"Fire it hotter than cone {hottest}")


def _cooler(clay: ClayShortfall) -> AdjustmentFit | None:
    """Where the firing did harm. What shrinks far in drying does so at any cone."""
    evidence = clay.evidence
    harmed = evidence.at and clay.spoilt_from
    if clay.fails("dries_sound") and not harmed:
        return None
    if evidence.cone is None:
        return AdjustmentFit()
    cooler = [c for c in evidence.range.best if cones.order(c) < cones.order(evidence.cone)]
    good = [c for c in cooler if not _shrinks_too_much(clay, c)]
    if good:
        return AdjustmentFit(f"Fire it to cone {good[-1]}, where it is sound", (good[-1],))
    return AdjustmentFit(f"Fire it cooler than cone {evidence.cone}")


def _shrinks_too_much(clay: ClayShortfall, cone: str) -> bool:
    at = clay.evidence.results.at(cone)
    return at_most(at.total if at else None, clay.limits.total_most_pct) == Outcome.FAILS


def _if_dense(clay: ClayShortfall) -> AdjustmentFit | None:
    at = clay.evidence.at
    dense = at and at_most(at.absorption, clay.limits.dense.high_pct) == Outcome.PASSES
    return AdjustmentFit() if dense else None


def _flux(clay: ClayShortfall) -> AdjustmentFit | None:
    """Only for a clay that surely stays open: what bloats or slumps already, a flux makes worse."""
    return AdjustmentFit() if clay.is_too_open and not clay.spoilt_from else None


_A_LOT_OF_DRYING_PCT = 10.0
"""Drying shrinkage from which a bentonite is suspected. Our choice, over the usual 4 to 8 %."""


def _if_it_shrinks_wildly(clay: ClayShortfall) -> AdjustmentFit | None:
    drying = clay.evidence.results.drying
    return AdjustmentFit() if drying and drying.value > _A_LOT_OF_DRYING_PCT else None


def _if_dug(clay: ClayShortfall) -> AdjustmentFit | None:
    return AdjustmentFit() if clay.evidence.is_dug else None


def _where_it_is_dense(clay: ClayShortfall) -> AdjustmentFit | None:
    best = clay.evidence.range.best
    if not best:
        return AdjustmentFit()
    return AdjustmentFit(
        f"Was the witness cone down? Then fire it to cone {best[0]}, or ask the supplier",
        best[:1],
    )


_EARTHENWARE_CONES = ("04", "03", "02")


def _if_it_melts(clay: ClayShortfall) -> AdjustmentFit | None:
    """A clay that melted is no stoneware: what it is good for lies well under that cone."""
    tested = [at.cone for at in clay.evidence.results.cones]
    asked = tuple(cone for cone in _EARTHENWARE_CONES if cone not in tested)
    if clay.melted_at is None or clay.limits.dense.ware == "earthenware" or not asked:
        return None
    low_to_high = " to ".join(dict.fromkeys((asked[0], asked[-1])))
    return AdjustmentFit(f"Use it as earthenware, and test it at cone {low_to_high}", asked)


def _if_it_is_a_flux(clay: ClayShortfall) -> AdjustmentFit | None:
    return AdjustmentFit(
        "Use it as a slip glaze, or as a flux for others" if clay.melted_at else ""
    )


_UP, _DOWN, _OTHER = TraitChange.UP, TraitChange.DOWN, TraitChange.OTHER

_STANDS_HOTTER = (
    TraitEffect(Trait.BLOATING, _DOWN, "it stands hotter"),
    TraitEffect(Trait.TEMPERATURE, _UP, "it needs more heat to mature"),
    TraitEffect(Trait.ABSORPTION, _UP, "it is more open at the same cone"),
)
_MELTS_SOONER = (
    TraitEffect(Trait.ABSORPTION, _DOWN, "more melt fills the pores"),
    TraitEffect(Trait.TOTAL, _UP, "it closes up further"),
    TraitEffect(Trait.BLOATING, _UP, "it softens earlier"),
    TraitEffect(Trait.TEMPERATURE, _DOWN, "it matures cooler"),
)
_OPENS = (
    TraitEffect(Trait.DRYING, _DOWN, "coarse grains do not shrink, and let the water out"),
    TraitEffect(Trait.TOTAL, _DOWN, "coarse grains do not shrink"),
    TraitEffect(Trait.PLASTICITY, _DOWN, "it is rougher and shorter"),
    TraitEffect(Trait.ABSORPTION, _UP, "it leaves the body more open"),
)
_FINE_AND_PLASTIC = (
    TraitEffect(Trait.PLASTICITY, _UP, "its grains are very fine"),
    TraitEffect(Trait.DRYING, _UP, "fine clay holds more water, and dries slower"),
    TraitEffect(Trait.TOTAL, _UP, "fine clay holds more water"),
)

ADJUSTMENTS = {
    adjustment.code: adjustment
    for adjustment in (
        Adjustment("read_again", "Read the bars again", looks=True, for_clay=_if_doubted),
        Adjustment("fire_bars", "Fire the first bars", looks=True, for_clay=_if_not_fired),
        Adjustment(
            "bare_piece",
            "Soak a bare piece, or a broken edge",
            looks=True,
            for_clay=_if_glazed,
        ),
        Adjustment("boil_and_soak", "Boil and soak", looks=True, for_clay=_if_not_well_soaked),
        Adjustment("more_bars", "Fire and measure more bars", looks=True, for_clay=_if_too_close),
        Adjustment(
            "watch_for_pops",
            "Keep a fired bar in damp air for two weeks, or boil it, and look for lime pops",
            looks=True,
        ),
        Adjustment(
            "ask_supplier",
            "Was the witness cone down? Then ask the supplier",
            looks=True,
            for_clay=_where_it_is_dense,
        ),
        Adjustment(
            "suspect_bentonite",
            "Ask what it is: a bentonite, or a very fine clay, shrinks like that",
            looks=True,
            for_clay=_if_it_shrinks_wildly,
        ),
        Adjustment(
            "look_inside",
            "Soak it again and look inside: hidden cracks (dye shows them), lime, coarse quartz or"
            " fast cooling break a dense body",
            looks=True,
            for_clay=_if_dense,
        ),
        Adjustment("fire_between", "Fire it at an untested cone", for_clay=_between),
        Adjustment("earthenware", "Use it as earthenware", looks=True, for_clay=_if_it_melts),
        Adjustment(
            "slow_firing",
            "Fire it slowly and well aired from 700 to 900 °C, thinner, and without a hold at the"
            " top",
            (TraitEffect(Trait.BLOATING, _DOWN, "what burns out leaves before the pores close"),),
        ),
        Adjustment(
            "small_forms",
            "Keep to small, closed forms on a narrow foot, or make them thicker",
        ),
        Adjustment(
            "fire_lower",
            "Fire it cooler",
            (
                TraitEffect(Trait.BLOATING, _DOWN, "it softens less"),
                TraitEffect(Trait.ABSORPTION, _UP, "it matures less"),
                TraitEffect(Trait.TOTAL, _DOWN, "it matures less"),
            ),
            for_clay=_cooler,
        ),
        Adjustment(
            "fire_higher",
            "Fire it hotter",
            (
                TraitEffect(Trait.ABSORPTION, _DOWN, "it matures further"),
                TraitEffect(Trait.TOTAL, _UP, "it matures further"),
                TraitEffect(Trait.BLOATING, _UP, "it comes nearer to where it bloats"),
                TraitEffect(Trait.COLOUR, _OTHER, "most clays darken"),
            ),
            for_clay=_hotter,
        ),
        Adjustment(
            "sieve",
            "Sieve it finer, or let the sand settle and pour the rest off",
            (
                TraitEffect(Trait.PLASTICITY, _UP, "less of it is sand"),
                TraitEffect(Trait.DRYING, _UP, "finer clay holds more water"),
                TraitEffect(Trait.ABSORPTION, _DOWN, "fine clay matures earlier"),
            ),
            for_clay=_if_dug,
        ),
        Adjustment(
            "sieve_lime",
            "Sieve it at 80 mesh and pick out what stays behind: finer lime spits less, or not at"
            " all",
        ),
        Adjustment(
            "ageing",
            "Age it wet for a few weeks",
            (TraitEffect(Trait.PLASTICITY, _UP, "water works in between the grains"),),
        ),
        Adjustment(
            "cool_slowly",
            "Look at the cracks: rounded edges came before the firing, sharp ones in it. Heat it"
            " slowly through 573 °C, and cool it slowly from 620 to 520 °C and from 280 to 180 °C",
        ),
        Adjustment("slow_drying", "Dry it slowly, covered"),
        Adjustment(
            "ball_clay",
            "Add ball clay",
            (
                *_FINE_AND_PLASTIC,
                TraitEffect(Trait.ABSORPTION, _UP, "it fires a little more open"),
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
            (TraitEffect(Trait.TOTAL, _DOWN, "it shrinks less in the firing"), *_STANDS_HOTTER),
            10,
            30,
        ),
        Adjustment(
            "kaolin",
            "Add kaolin",
            (
                *_STANDS_HOTTER,
                TraitEffect(Trait.PLASTICITY, _DOWN, "it is less plastic than most clays"),
                TraitEffect(Trait.COLOUR, _OTHER, "it fires paler"),
            ),
            10,
            30,
        ),
        Adjustment(
            "flux",
            "Add feldspar or frit as a flux",
            (*_MELTS_SOONER, TraitEffect(Trait.PLASTICITY, _DOWN, "it is not clay")),
            5,
            20,
            for_clay=_flux,
        ),
        Adjustment(
            "red_clay",
            "Add a low-firing red clay",
            (*_MELTS_SOONER, TraitEffect(Trait.COLOUR, _OTHER, "it fires redder")),
            10,
            30,
            for_clay=_flux,
        ),
        Adjustment(
            "use_as_slip",
            "Use it as slip or colourant",
            gives_up=True,
            for_clay=_if_it_is_a_flux,
        ),
    )
}
"""Every way, in the order to try them."""
