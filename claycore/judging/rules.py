"""The rules a clay is judged by, one after another as the work meets them.

The rules and their figures are common practice, except where one names a standard. A new rule is
one function and one entry of RULES.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

from claycore.judging import firing_range
from claycore.judging.firing_range import FiringRange, Spoiling
from claycore.judging.limits import SCHOOLS, WARES, Limits
from claycore.judging.mends import Mend
from claycore.judging.outcomes import Outcome, at_least, at_most
from claycore.judging.purposes import AS_A_BODY, Purpose
from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate
from claycore.testing.bars import RemarkCode
from claycore.testing.field_notes import ACIDS, COILS, NOTHING_NOTED, THROWS, FieldNotes
from claycore.testing.results import AtCone, ClayResults
from claycore.testing.soaking import METHODS, SaturationPart

COMMON = "common practice"


@dataclass(frozen=True)
class Evidence:
    """What is known of a clay: its bars, the cone it is judged at, and what was noted of it.

    ``as_dug_pct`` is how much of a blend is the dug clay itself; 100 for the clay as dug.
    """

    results: ClayResults
    range: FiringRange
    cone: str | None
    notes: FieldNotes = NOTHING_NOTED
    as_dug_pct: float = 100.0

    @property
    def at(self) -> AtCone | None:
        return self.results.at(self.cone) if self.cone else None


@dataclass(frozen=True)
class Finding:
    """One rule held against the evidence: what was measured, the limit and whose, the outcome."""

    measured: str
    limit: str
    outcome: Outcome
    school: str = COMMON


@dataclass(frozen=True)
class Rule:
    """A rule: what it is called, what it is about in a word, for what it counts and why.

    ``at_cone`` says that it is judged at one cone; ``may_be_untried`` that not having tried it
    leaves nothing open; ``why_for`` has the reasons that differ for a purpose; ``mends`` are
    ways to mend a clay that falls short of it.
    """

    code: str
    title: str
    topic: str
    purposes: tuple[str, ...]
    why: str
    find: Callable[[Evidence, Limits], Finding]
    why_for: Mapping[str, str] = field(default_factory=dict)
    at_cone: bool = False
    may_be_untried: bool = False
    mends: tuple[Mend, ...] = ()


def _pct(estimate: Estimate | None) -> str:
    return f"{with_u95(estimate.value, estimate.u95)} %" if estimate else "not measured"


def _ratio(greasy_pct: float) -> str:
    return f"{plain(greasy_pct, 0)} : {plain(100 - greasy_pct, 0)}"


def _seen(known: str, fails: str, doubtful: str = "") -> Outcome:
    """The outcome of something chosen off a list."""
    if not known:
        return Outcome.NOT_MEASURED
    return {fails: Outcome.FAILS, doubtful: Outcome.NOT_DECIDED}.get(known, Outcome.PASSES)


def _feel(evidence: Evidence, limits: Limits) -> Finding:
    greasy, least = evidence.notes.greasy_pct, limits.greasy_least_pct
    limit = f"{_ratio(least)} or greasier"
    if greasy is None:
        return Finding("not noted", limit, Outcome.NOT_MEASURED)
    return Finding(_ratio(greasy), limit, Outcome.PASSES if greasy >= least else Outcome.FAILS)


def _coil(evidence: Evidence, limits: Limits) -> Finding:
    coil = evidence.notes.coil
    outcome = _seen(coil, fails="cracks_at_once", doubtful="cracks_late")
    return Finding(COILS.get(coil, "not tried"), "bends", outcome)


def _throws(evidence: Evidence, limits: Limits) -> Finding:
    throws = evidence.notes.throws
    outcome = _seen(throws, fails="unpleasant")
    return Finding(THROWS.get(throws, "not tried"), "not unpleasant", outcome)


def _lime(evidence: Evidence, limits: Limits) -> Finding:
    acid = evidence.notes.acid
    outcome = _seen(acid, fails="strong", doubtful="weak")
    return Finding(ACIDS.get(acid, "not tried"), "no fizz", outcome)


def _plastic_enough(evidence: Evidence, limits: Limits) -> Finding:
    drying, least = evidence.results.drying, limits.drying_least_pct
    return Finding(_pct(drying), f"at least {plain(least)} %", at_least(drying, least))


def _dries_sound(evidence: Evidence, limits: Limits) -> Finding:
    drying, most = evidence.results.drying, limits.drying_most_pct
    return Finding(_pct(drying), f"at most {plain(most)} %", at_most(drying, most))


def _cracks(evidence: Evidence, limits: Limits) -> Finding:
    found = evidence.results
    cracked = found.dry_remarks.get(RemarkCode.CRACKED, 0)
    outcome = Outcome.FAILS if cracked else Outcome.PASSES
    return Finding(
        f"{cracked} of {found.bars}", "none", outcome if found.bars else Outcome.NOT_MEASURED
    )


def _as_dug(evidence: Evidence, limits: Limits) -> Finding:
    left, least = evidence.as_dug_pct, limits.as_dug_least_pct
    outcome = Outcome.PASSES if left >= least else Outcome.FAILS
    return Finding(f"{plain(left, 0)} %", f"at least {plain(least, 0)} %", outcome)


def _total(evidence: Evidence, limits: Limits) -> Finding:
    total, most = evidence.at.total if evidence.at else None, limits.total_most_pct
    return Finding(_pct(total), f"at most {plain(most)} %", at_most(total, most))


def _absorption(evidence: Evidence, limits: Limits) -> Finding:
    limit, soaked = limits.absorption, evidence.at.soaked if evidence.at else None
    how = f", {METHODS[soaked.method].title.lower()}" if soaked else ""
    absorbed = soaked.absorption if soaked else None
    return Finding(
        _pct(absorbed) + how,
        f"at most {plain(limit.high_pct)} % for {WARES[limit.ware]}",
        at_most(absorbed, limit.high_pct),
        f"{limit.school}: {SCHOOLS[limit.school]}",
    )


_MATURITY = {
    firing_range.MaturityOutcome.REACHED: Outcome.PASSES,
    firing_range.MaturityOutcome.NOT_REACHED: Outcome.FAILS,
    firing_range.MaturityOutcome.NOT_DECIDED: Outcome.NOT_DECIDED,
    firing_range.MaturityOutcome.NOT_MEASURED: Outcome.NOT_MEASURED,
}
_MATURITY_WORDS = {
    Outcome.FAILS: "not reached",
    Outcome.NOT_DECIDED: "may be, not sure",
    Outcome.NOT_MEASURED: "not measured",
}


def _matures(evidence: Evidence, limits: Limits) -> Finding:
    maturity = evidence.range.maturity
    outcome = _MATURITY[maturity.outcome]
    measured = _MATURITY_WORDS.get(outcome, f"surely by cone {maturity.cone}")
    limit = f"absorption at most {plain(limits.absorption.high_pct)} %"
    return Finding(measured, limit, outcome)


def _no_bloating(evidence: Evidence, limits: Limits) -> Finding:
    bloats = evidence.range.bloats
    return Finding(
        _spoiling_words(bloats, "bloating"), "not at this cone", _spoilt_at(bloats, evidence)
    )


def _no_slumping(evidence: Evidence, limits: Limits) -> Finding:
    slumps = evidence.range.slumps
    slumped_here = evidence.at is not None and evidence.at.remarks.get(RemarkCode.SLUMPED)
    outcome = Outcome.FAILS if slumped_here else _spoilt_at(slumps, evidence)
    return Finding(_spoiling_words(slumps, "slumping"), "not at this cone", outcome)


def _spoiling_words(spoiling: Spoiling, what: str) -> str:
    signs = ", ".join(spoiling.signs)
    if spoiling.outcome == firing_range.Sureness.SURE:
        return f"{what} at cone {spoiling.cone}: {signs}"
    if spoiling.outcome == firing_range.Sureness.PERHAPS:
        return f"perhaps at cone {spoiling.cone}: {signs}"
    return f"no {what} seen"


def _spoilt_at(spoiling: Spoiling, evidence: Evidence) -> Outcome:
    """Whether the clay is spoilt at the cone it is judged at."""
    tested = [at.cone for at in evidence.results.cones]
    if evidence.cone not in tested:
        return Outcome.NOT_MEASURED
    if spoiling.cone is None or tested.index(evidence.cone) < tested.index(spoiling.cone):
        return Outcome.PASSES
    return Outcome.FAILS if spoiling.outcome == firing_range.Sureness.SURE else Outcome.NOT_DECIDED


def _holds_together(evidence: Evidence, limits: Limits) -> Finding:
    at = evidence.at
    if at is None:
        return Finding("not measured", "none crumbles", Outcome.NOT_MEASURED)
    crumbled = at.remarks.get(RemarkCode.CRUMBLES, 0)
    outcome = Outcome.FAILS if crumbled else Outcome.PASSES
    return Finding(f"{crumbled} of {at.bars} crumble", "none crumbles", outcome)


def _saturation(evidence: Evidence, limits: Limits) -> Finding:
    most, soaked = limits.saturation_most, evidence.at.saturated if evidence.at else None
    saturation = soaked.saturation if soaked else None
    measured = with_u95(saturation.value, saturation.u95) if saturation else "not measured"
    if soaked and METHODS[soaked.method].saturation == SaturationPart.STANDS_IN:
        way = METHODS[soaked.method].title.lower()
        measured += f", by {way}; the standard asks for a 5 h boil, which takes up a little less"
    return Finding(
        measured,
        f"at most {plain(most)}",
        at_most(saturation, most),
        "ASTM C62, severe weathering (from memory)",
    )


_AGAINST_ABSORPTION = (
    Mend("red_clay", "takes up too much water", "Add a low-firing red clay", 10, 30),
    Mend("flux", "takes up too much water", "Add feldspar or frit as a flux", 5, 20),
    Mend("fire_higher", "takes up too much water", "Fire it higher"),
)

RULES = {
    rule.code: rule
    for rule in (
        Rule(
            "feel",
            "Feel, greasy to gritty",
            "grit",
            (Purpose.THROWING, Purpose.TABLEWARE),
            "Grit makes it harsh to throw and hard to mature.",
            _feel,
            may_be_untried=True,
            mends=(
                Mend(
                    "sieve",
                    "gritty",
                    "Sieve it finer, or let the sand settle and pour the rest off",
                ),
            ),
        ),
        Rule(
            "coil",
            "Coil test",
            "shortness",
            (Purpose.THROWING, Purpose.SLAB, Purpose.TABLEWARE),
            "Short clay tears as it is bent or thrown.",
            _coil,
            may_be_untried=True,
            mends=(
                Mend("ball_clay", "short", "Add ball clay", 10, 30),
                Mend("bentonite", "short", "Add bentonite: little does much", 1, 3),
                Mend("ageing", "short", "Let it age wet for some weeks"),
            ),
        ),
        Rule(
            "throws",
            "Throws",
            "throwing",
            (Purpose.THROWING, Purpose.TABLEWARE),
            "If something small is unpleasant to throw, everything larger is.",
            _throws,
            may_be_untried=True,
        ),
        Rule(
            "lime",
            "Acid drop",
            "lime",
            AS_A_BODY,
            "Lime swells with damp after the firing and spits flakes off the ware.",
            _lime,
            {Purpose.TABLEWARE: "Lime swells with damp and spits flakes off, the glaze with them."},
            may_be_untried=True,
            mends=(Mend("sieve_lime", "lime", "Sieve it fine: small lime spits less"),),
        ),
        Rule(
            "plastic_enough",
            "Plastic enough, by drying shrinkage",
            "plasticity",
            (Purpose.THROWING, Purpose.TABLEWARE),
            "Clay that shrinks too little as it dries is seldom plastic enough to shape.",
            _plastic_enough,
            mends=(Mend("ball_clay", "not plastic enough", "Add ball clay", 10, 30),),
        ),
        Rule(
            "dries_sound",
            "Dries without cracking, by drying shrinkage",
            "drying shrinkage",
            AS_A_BODY,
            "Much drying shrinkage cracks ware, the more so where it is thick or joined.",
            _dries_sound,
            {
                Purpose.SLAB: "Slabs curl and joins open as they dry.",
                Purpose.SCULPTURE: "Thick work dries unevenly: much shrinkage cracks it.",
                Purpose.BRICK: "A brick dries last inside: much shrinkage cracks it.",
            },
            mends=(
                Mend("grog", "shrinks much as it dries", "Add grog or sand", 10, 25),
                Mend("fire_clay", "shrinks much as it dries", "Add fire clay", 10, 30),
                Mend("slow_drying", "shrinks much as it dries", "Dry it slower, covered"),
            ),
        ),
        Rule(
            "cracks",
            "Bars that cracked drying",
            "cracking",
            AS_A_BODY,
            "Bars crack more easily than nothing, and less easily than pots.",
            _cracks,
            mends=(
                Mend("grog", "cracks as it dries", "Add grog", 10, 25),
                Mend("slow_drying", "cracks as it dries", "Dry it slower, covered"),
            ),
        ),
        Rule(
            "as_dug",
            "Of the clay as dug",
            "how much was added",
            (),
            "With more than that added, it is hardly the dug clay any more.",
            _as_dug,
        ),
        Rule(
            "total",
            "Total shrinkage",
            "total shrinkage",
            AS_A_BODY,
            "Much shrinkage in all warps ware and is hard to size.",
            _total,
            {
                Purpose.SLAB: "Slabs that shrink much warp, and joins open.",
                Purpose.SCULPTURE: "Thick and thin parts that shrink much pull each other apart.",
                Purpose.TABLEWARE: "Rims warp, and lids no longer fit.",
                Purpose.BRICK: "Bricks that shrink much come out unlike each other.",
            },
            at_cone=True,
            mends=(
                Mend("fire_clay", "shrinks too much", "Add fire clay", 10, 30),
                Mend("grog", "shrinks too much", "Add grog", 10, 25),
            ),
        ),
        Rule(
            "absorption",
            "Absorption",
            "absorption",
            (Purpose.TABLEWARE, Purpose.BRICK),
            "Water in the body harbours food, heats in a microwave and weakens the ware.",
            _absorption,
            {Purpose.BRICK: "The water that a wall takes up freezes in it."},
            at_cone=True,
            mends=_AGAINST_ABSORPTION,
        ),
        Rule(
            "matures",
            "Matures within the tested cones",
            "maturing",
            (Purpose.TABLEWARE,),
            "A firing that is sure to mature it must lie within what was tested.",
            _matures,
            mends=_AGAINST_ABSORPTION,
        ),
        Rule(
            "no_bloating",
            "Does not bloat",
            "bloating",
            AS_A_BODY,
            "A bloated wall is weak and out of shape.",
            _no_bloating,
            {Purpose.TABLEWARE: "A bloated wall is weak and rough, and it leaks."},
            at_cone=True,
            may_be_untried=True,
            mends=(
                Mend("fire_lower", "bloats", "Fire it lower"),
                Mend("kaolin", "bloats", "Add fire clay or kaolin", 10, 30),
            ),
        ),
        Rule(
            "no_slumping",
            "Does not slump",
            "slumping",
            AS_A_BODY,
            "What slumps loses its shape and sticks to the shelf.",
            _no_slumping,
            at_cone=True,
            may_be_untried=True,
            mends=(
                Mend("fire_lower", "slumps", "Fire it lower"),
                Mend("kaolin", "slumps", "Add fire clay or kaolin", 10, 30),
            ),
        ),
        Rule(
            "holds_together",
            "Holds together",
            "crumbling",
            AS_A_BODY,
            "What crumbles after the firing has not sintered.",
            _holds_together,
            {Purpose.BRICK: "A brick that crumbles bears no load and no frost."},
            at_cone=True,
        ),
        Rule(
            "saturation",
            "Saturation coefficient",
            "saturation",
            (Purpose.BRICK,),
            "Pores that boiling fills and cold water does not leave freezing water room.",
            _saturation,
            at_cone=True,
            may_be_untried=True,
        ),
    )
}
"""Every rule, in the order the work meets them."""
