"""The rules a clay is judged by, one after another as the work meets them.

The rules and their figures are common practice, except where one names a standard. A new rule is
one function and one entry of RULES.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

from claycore.judging import firing_range
from claycore.judging.adjustments import Change, Trait
from claycore.judging.firing_range import FiringRange, Spoiling
from claycore.judging.limits import WARES, Limits
from claycore.judging.outcomes import Outcome, at_least, at_most
from claycore.judging.purposes import AS_A_BODY, Purpose
from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate
from claycore.testing.bars import RemarkCode
from claycore.testing.field_notes import ACIDS, COILS, NOTHING_NOTED, THROWS, FieldNotes
from claycore.testing.results import AtCone, ClayResults
from claycore.testing.soaking import METHODS, SaturationPart

COMMON = "common practice"
NOBODY_LOOKED = "nobody looked"


@dataclass(frozen=True)
class Evidence:
    """What is known of a clay: its bars, the cone it is judged at, and what was noted of it.

    ``as_dug_pct`` is how much of a blend is the dug clay itself: 100 for a clay as dug, None for
    one that was never dug.
    """

    results: ClayResults
    range: FiringRange
    cone: str | None
    notes: FieldNotes = NOTHING_NOTED
    as_dug_pct: float | None = 100.0

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


def _always(evidence: Evidence) -> bool:
    return True


@dataclass(frozen=True)
class Rule:
    """A rule: what it is called, what it is about in a word, for what it counts and why.

    ``at_cone`` says that it is judged at one cone; ``may_be_untried`` that not having tried it
    leaves nothing open; ``applies`` whether there is anything to judge; ``why_for`` has the reasons
    that differ for a purpose. A clay that falls short has this ``fault``; ``wants`` is the change
    that would mend it, ``mends`` the ways to try, by their codes. What is seen on bars after a
    firing (``seen_fired``) counts together as one failing point.
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
    seen_fired: bool = False
    applies: Callable[[Evidence], bool] = _always
    fault: str = ""
    wants: tuple[Trait, Change] | None = None
    mends: tuple[str, ...] = ()


def _pct(estimate: Estimate | None) -> str:
    return f"{with_u95(estimate.value, estimate.u95)} %" if estimate else "not measured"


def _ratio(smooth_pct: float) -> str:
    return f"{plain(smooth_pct, 0)} : {plain(100 - smooth_pct, 0)}"


def _seen(known: str, fails: str, doubtful: str = "") -> Outcome:
    """The outcome of something chosen off a list."""
    if not known:
        return Outcome.NOT_MEASURED
    return {fails: Outcome.FAILS, doubtful: Outcome.NOT_DECIDED}.get(known, Outcome.PASSES)


def _feel(evidence: Evidence, limits: Limits) -> Finding:
    smooth, least = evidence.notes.smooth_pct, limits.smooth_least_pct
    limit = f"{_ratio(least)} or smoother"
    if smooth is None:
        return Finding("not noted", limit, Outcome.NOT_MEASURED, limits.credit("smooth_least_pct"))
    outcome = Outcome.PASSES if smooth >= least else Outcome.FAILS
    return Finding(_ratio(smooth), limit, outcome, limits.credit("smooth_least_pct"))


def _coil(evidence: Evidence, limits: Limits) -> Finding:
    coil = evidence.notes.coil
    outcome = _seen(coil, fails="cracks_at_once", doubtful="cracks_late")
    return Finding(COILS.get(coil, "not tested"), "bends", outcome)


def _throws(evidence: Evidence, limits: Limits) -> Finding:
    throws = evidence.notes.throws
    outcome = _seen(throws, fails="unpleasant")
    return Finding(THROWS.get(throws, "not tested"), "workable or better", outcome)


def _lime(evidence: Evidence, limits: Limits) -> Finding:
    acid = evidence.notes.acid
    outcome = _seen(acid, fails="strong", doubtful="weak")
    return Finding(ACIDS.get(acid, "not tested"), "no fizz", outcome)


def _plastic_enough(evidence: Evidence, limits: Limits) -> Finding:
    drying, least = evidence.results.drying, limits.drying_least_pct
    return Finding(
        _pct(drying),
        f"at least {plain(least)} %",
        at_least(drying, least),
        limits.credit("drying_least_pct"),
    )


def _dries_sound(evidence: Evidence, limits: Limits) -> Finding:
    drying, most = evidence.results.drying, limits.drying_most_pct
    return Finding(
        _pct(drying),
        f"at most {plain(most)} %",
        at_most(drying, most),
        limits.credit("drying_most_pct"),
    )


def _cracks(evidence: Evidence, limits: Limits) -> Finding:
    found = evidence.results
    cracked = found.dry_remarks.get(RemarkCode.CRACKED, 0)
    return _looked_for(cracked, found.dry_looked, "cracked", "all whole")


def _looked_for(faulty: int, looked: int, did: str, sound: str) -> Finding:
    """A fault that is seen, not measured: bars that nobody looked at say nothing."""
    if faulty:
        return Finding(f"{faulty} of {looked} {did}", sound, Outcome.FAILS)
    if looked:
        return Finding(f"{looked} looked at, {sound}", sound, Outcome.PASSES)
    return Finding(NOBODY_LOOKED, sound, Outcome.NOT_MEASURED)


def _is_dug(evidence: Evidence) -> bool:
    return evidence.as_dug_pct is not None


def _as_dug(evidence: Evidence, limits: Limits) -> Finding:
    left, least = evidence.as_dug_pct or 0.0, limits.as_dug_least_pct
    return Finding(
        f"{plain(left, 0)} %",
        f"at least {plain(least, 0)} %",
        Outcome.PASSES if left >= least else Outcome.FAILS,
        limits.credit("as_dug_least_pct"),
    )


def _total(evidence: Evidence, limits: Limits) -> Finding:
    total, most = evidence.at.total if evidence.at else None, limits.total_most_pct
    return Finding(
        _pct(total),
        f"at most {plain(most)} %",
        at_most(total, most),
        limits.credit("total_most_pct"),
    )


def _absorption(evidence: Evidence, limits: Limits) -> Finding:
    """A range quoted for ware as found describes; only the figure for dense ware approves."""
    limit, soaked = limits.absorption, evidence.at.soaked if evidence.at else None
    absorbed = soaked.absorption if soaked else None
    measured = _pct(absorbed)
    if soaked:
        measured += f", {METHODS[soaked.method].title.lower()}"
    outcome = at_most(absorbed, limit.high_pct)
    dense = at_most(absorbed, limits.dense.high_pct)
    if not limit.approves and outcome == Outcome.PASSES and dense != Outcome.PASSES:
        outcome = Outcome.NOT_DECIDED
        measured += "; such ware is found, which does not make it dense enough"
    if soaked and outcome == Outcome.PASSES and METHODS[soaked.method].reads_low:
        outcome = Outcome.NOT_DECIDED
        measured += "; it reads low, so it can show too much and never too little"
    return Finding(measured, f"{limit.words} for {WARES[limit.ware]}", outcome, limit.credit)


_MATURITY = {
    firing_range.MaturityOutcome.REACHED: Outcome.PASSES,
    firing_range.MaturityOutcome.NOT_REACHED: Outcome.FAILS,
    firing_range.MaturityOutcome.NOT_DECIDED: Outcome.NOT_DECIDED,
    firing_range.MaturityOutcome.NOT_MEASURED: Outcome.NOT_MEASURED,
}
_MATURITY_WORDS = {
    Outcome.FAILS: "not reached",
    Outcome.NOT_DECIDED: "not certain",
    Outcome.NOT_MEASURED: "not measured",
}


def _matures(evidence: Evidence, limits: Limits) -> Finding:
    maturity = evidence.range.maturity
    outcome = _MATURITY[maturity.outcome]
    measured = _MATURITY_WORDS.get(outcome, f"certainly by cone {maturity.cone}")
    limit = f"absorption at most {plain(limits.dense.high_pct)} %"
    return Finding(measured, limit, outcome, limits.dense.credit)


def _no_bloating(evidence: Evidence, limits: Limits) -> Finding:
    return _not_spoilt(evidence, evidence.range.bloats, "bloating", RemarkCode.BLOATED)


def _no_slumping(evidence: Evidence, limits: Limits) -> Finding:
    return _not_spoilt(evidence, evidence.range.slumps, "slumping", RemarkCode.SLUMPED)


def _not_spoilt(evidence: Evidence, spoiling: Spoiling, what: str, remark: RemarkCode) -> Finding:
    """Sound at the cone it is judged at: no sign of it up to there, and somebody looked."""
    limit, at = "sound at this cone", evidence.at
    if at is None:
        return Finding("not tested", limit, Outcome.NOT_MEASURED)
    tested = [one.cone for one in evidence.results.cones]
    begun = spoiling.cone and tested.index(spoiling.cone) <= tested.index(at.cone)
    if at.remarks.get(remark) or begun:
        sure = spoiling.outcome == firing_range.Sureness.SURE
        perhaps = "" if sure else "possibly "
        words = f"{perhaps}{what} at cone {spoiling.cone} ({', '.join(spoiling.signs)})"
        return Finding(words, limit, Outcome.FAILS if sure else Outcome.NOT_DECIDED)
    if at.looked:
        return Finding(f"{at.looked} looked at, sound", limit, Outcome.PASSES)
    return Finding(NOBODY_LOOKED, limit, Outcome.NOT_MEASURED)


def _holds_together(evidence: Evidence, limits: Limits) -> Finding:
    at = evidence.at
    if at is None:
        return Finding("not tested", "all hold", Outcome.NOT_MEASURED)
    return _looked_for(at.remarks.get(RemarkCode.CRUMBLES, 0), at.looked, "crumble", "all hold")


def _fired_whole(evidence: Evidence, limits: Limits) -> Finding:
    return _seen_fired(evidence, {RemarkCode.CRACKED: "cracked", RemarkCode.BROKEN: "broken"})


def _fired_true(evidence: Evidence, limits: Limits) -> Finding:
    return _seen_fired(evidence, {RemarkCode.WARPED: "warped", RemarkCode.STUCK: "stuck"})


def _seen_fired(evidence: Evidence, faults: Mapping[str, str]) -> Finding:
    """Faults seen on bars after the firing to the cone that is judged."""
    sound, at = "none seen", evidence.at
    if at is None:
        return Finding("not tested", sound, Outcome.NOT_MEASURED)
    seen = [f"{at.remarks[code]} {did}" for code, did in faults.items() if at.remarks.get(code)]
    if seen:
        return Finding(f"{' and '.join(seen)} of {at.looked}", sound, Outcome.FAILS)
    return _looked_for(0, at.looked, "", sound)


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
        limits.credit(
            "saturation_most", "after ASTM C62, severe weathering, not checked against the standard"
        ),
    )


_TOO_OPEN = ("fire_between", "fire_higher", "sieve", "red_clay", "flux")
_SPOILS = ("fire_between", "slow_firing", "fire_lower", "fire_clay", "kaolin")

RULES = {
    rule.code: rule
    for rule in (
        Rule(
            "feel",
            "Feel, smooth to sandy",
            "feel",
            (Purpose.THROWING, Purpose.TABLEWARE),
            "Sandy clay is harsh to throw and slow to mature.",
            _feel,
            may_be_untried=True,
            fault="is sandy",
            mends=("sieve",),
        ),
        Rule(
            "coil",
            "Coil test",
            "shortness",
            (Purpose.THROWING, Purpose.SLAB, Purpose.TABLEWARE),
            "Short clay tears as it is bent or thrown.",
            _coil,
            may_be_untried=True,
            fault="is short",
            wants=(Trait.PLASTICITY, Change.UP),
            mends=("ageing", "ball_clay", "bentonite"),
        ),
        Rule(
            "throws",
            "Throwing test",
            "throwing",
            (Purpose.THROWING, Purpose.TABLEWARE),
            "If a small piece throws badly, a larger one will too.",
            _throws,
            may_be_untried=True,
            fault="throws badly",
            wants=(Trait.PLASTICITY, Change.UP),
            mends=("ageing",),
        ),
        Rule(
            "lime",
            "Acid test",
            "lime",
            AS_A_BODY,
            "Lime takes up damp after firing, swells and spits flakes off the ware.",
            _lime,
            {
                Purpose.TABLEWARE: "Lime takes up damp, swells and spits off flakes of body and"
                " glaze."
            },
            may_be_untried=True,
            fault="contains lime",
            mends=("sieve_lime",),
        ),
        Rule(
            "plastic_enough",
            "Plastic enough, by drying shrinkage",
            "plasticity",
            (Purpose.THROWING, Purpose.TABLEWARE),
            "Clay that shrinks too little as it dries is seldom plastic enough to shape.",
            _plastic_enough,
            fault="is not plastic enough",
            wants=(Trait.PLASTICITY, Change.UP),
            mends=("sieve", "ageing", "ball_clay"),
        ),
        Rule(
            "dries_sound",
            "Dries sound, by drying shrinkage",
            "drying shrinkage",
            AS_A_BODY,
            "High drying shrinkage cracks ware, especially where it is thick or joined.",
            _dries_sound,
            {
                Purpose.SLAB: "Slabs curl and joins open as they dry.",
                Purpose.SCULPTURE: "Thick work dries unevenly, so high shrinkage cracks it.",
                Purpose.BRICK: "A brick dries last in the middle, so high shrinkage cracks it.",
            },
            fault="shrinks a lot in drying",
            wants=(Trait.DRYING, Change.DOWN),
            mends=("slow_drying", "grog", "fire_clay"),
        ),
        Rule(
            "cracks",
            "Bars whole after drying",
            "cracking",
            AS_A_BODY,
            "Bars crack less readily than pots: if a bar cracks, pots will.",
            _cracks,
            may_be_untried=True,
            fault="cracks in drying",
            wants=(Trait.DRYING, Change.DOWN),
            mends=("slow_drying", "grog"),
        ),
        Rule(
            "as_dug",
            "Share of dug clay",
            "the amount added",
            (),
            "With more added than that, it is hardly the dug clay any more.",
            _as_dug,
            applies=_is_dug,
        ),
        Rule(
            "total",
            "Total shrinkage",
            "total shrinkage",
            AS_A_BODY,
            "High total shrinkage warps ware and makes sizes hard to predict.",
            _total,
            {
                Purpose.SLAB: "High shrinkage warps slabs and opens joins.",
                Purpose.SCULPTURE: "With high shrinkage, thick and thin parts pull each other"
                " apart.",
                Purpose.TABLEWARE: "Rims warp, and lids no longer fit.",
                Purpose.BRICK: "With high shrinkage, bricks come out in different sizes.",
            },
            at_cone=True,
            fault="shrinks too much",
            wants=(Trait.TOTAL, Change.DOWN),
            mends=("fire_lower", "fire_clay", "grog"),
        ),
        Rule(
            "absorption",
            "Absorption",
            "absorption",
            (Purpose.TABLEWARE, Purpose.BRICK),
            "A porous body harbours food, heats up in a microwave and is weaker.",
            _absorption,
            {Purpose.BRICK: "Water absorbed by a wall freezes inside it."},
            at_cone=True,
            fault="absorbs too much water",
            wants=(Trait.ABSORPTION, Change.DOWN),
            mends=_TOO_OPEN,
        ),
        Rule(
            "matures",
            "Matures within the tested cones",
            "maturing",
            (Purpose.TABLEWARE,),
            "At least one tested cone must certainly mature the clay.",
            _matures,
            fault="absorbs too much water",
            wants=(Trait.ABSORPTION, Change.DOWN),
            mends=_TOO_OPEN,
        ),
        Rule(
            "no_bloating",
            "Keeps its volume in the firing",
            "bloating",
            AS_A_BODY,
            "Bloated clay is weak and distorted.",
            _no_bloating,
            {Purpose.TABLEWARE: "Bloated clay is weak, rough and leaks."},
            at_cone=True,
            may_be_untried=True,
            seen_fired=True,
            fault="bloats",
            wants=(Trait.BLOATING, Change.DOWN),
            mends=_SPOILS,
        ),
        Rule(
            "no_slumping",
            "Keeps its shape in the firing",
            "slumping",
            AS_A_BODY,
            "Slumped ware loses its shape and sticks to the kiln shelf.",
            _no_slumping,
            at_cone=True,
            may_be_untried=True,
            seen_fired=True,
            fault="slumps",
            wants=(Trait.BLOATING, Change.DOWN),
            mends=_SPOILS,
        ),
        Rule(
            "fired_whole",
            "Whole after the firing",
            "firing cracks",
            AS_A_BODY,
            "Bars crack less readily than pots: if a bar cracks in the firing, pots will.",
            _fired_whole,
            {Purpose.TABLEWARE: "A cracked body leaks, harbours food and breaks."},
            at_cone=True,
            may_be_untried=True,
            seen_fired=True,
            fault="cracks in the firing",
            mends=("cool_slowly", "grog"),
        ),
        Rule(
            "fired_true",
            "Flat after the firing",
            "warping",
            AS_A_BODY,
            "Clay that warps or sticks to the shelf is fired too far, or set too unevenly.",
            _fired_true,
            {
                Purpose.SLAB: "Slabs warp more than bars do.",
                Purpose.TABLEWARE: "Rims warp, lids no longer fit, and feet stick to the shelf.",
            },
            at_cone=True,
            may_be_untried=True,
            seen_fired=True,
            fault="warps or sticks in the firing",
            mends=("fire_lower", "slow_drying", "grog"),
        ),
        Rule(
            "holds_together",
            "Holds together after firing",
            "crumbling",
            AS_A_BODY,
            "Clay that crumbles after firing has not sintered.",
            _holds_together,
            {Purpose.BRICK: "A crumbling brick withstands neither load nor frost."},
            at_cone=True,
            may_be_untried=True,
            seen_fired=True,
            fault="crumbles",
            mends=("fire_higher",),
        ),
        Rule(
            "saturation",
            "Saturation coefficient",
            "saturation",
            (Purpose.BRICK,),
            "Pores that only boiling fills leave room for ice to expand.",
            _saturation,
            at_cone=True,
            may_be_untried=True,
        ),
    )
}
"""Every rule, in the order the work meets them."""
