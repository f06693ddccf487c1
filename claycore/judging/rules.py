"""The rules a clay is judged by, one after another as the work meets them.

The rules and their figures are common practice, except where one names a standard. A new rule is
one function and one entry of RULES.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from claycore.firing import cones
from claycore.judging import firing_range
from claycore.judging.adjustments import Trait, TraitChange
from claycore.judging.evidence import Evidence
from claycore.judging.firing_range import Spoiling
from claycore.judging.limits import WARES, Limits
from claycore.judging.outcomes import Outcome, at_least, at_most
from claycore.judging.purposes import AS_A_BODY, Purpose
from claycore.measure.formatting import plain, with_u95
from claycore.measure.uncertainty import Estimate
from claycore.testing.bars import RemarkCode
from claycore.testing.field_notes import ACIDS, COILS, THROWS, TWISTS, FieldNotes
from claycore.testing.results import RESULTS
from claycore.testing.soaking import METHODS, SaturationPart

COMMON = "common practice"
NOT_CHECKED = "not checked"


class Point(StrEnum):
    """What several rules say together, so that it counts as one failing point."""

    DRYING = "drying"
    FIRED = "fired"
    MATURING = "maturing"


@dataclass(frozen=True)
class RuleFinding:
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
    that would help. ``adjustments`` are what to try where it fails, ``settles`` what decides it
    where it is open, by their codes. Rules of one ``point`` count as one where they fail.
    """

    code: str
    title: str
    topic: str
    purposes: tuple[str, ...]
    why: str
    find: Callable[[Evidence, Limits], RuleFinding]
    why_for: Mapping[str, str] = field(default_factory=dict)
    at_cone: bool = False
    may_be_untried: bool = False
    point: Point | None = None
    applies: Callable[[Evidence], bool] = _always
    fault: str = ""
    wants: tuple[Trait, TraitChange] | None = None
    adjustments: tuple[str, ...] = ()
    settles: tuple[str, ...] = ("more_bars",)


def _pct(estimate: Estimate | None) -> str:
    return f"{with_u95(estimate.value, estimate.u95)} %" if estimate else "not measured"


def _ratio(smooth_pct: float) -> str:
    return f"{plain(smooth_pct, 0)} : {plain(100 - smooth_pct, 0)}"


def _seen(known: str, fails: str, doubtful: str = "") -> Outcome:
    """The outcome of something chosen off a list."""
    if not known:
        return Outcome.NOT_MEASURED
    return {fails: Outcome.FAILS, doubtful: Outcome.NOT_DECIDED}.get(known, Outcome.PASSES)


def _feel(evidence: Evidence, limits: Limits) -> RuleFinding:
    """A hint of what bars will show, never a verdict beside them."""
    smooth, least = evidence.notes.smooth_pct, limits.smooth_least_pct
    credit = limits.credit("smooth_least_pct")
    limit = f"{_ratio(least)} or smoother"
    if smooth is None:
        return RuleFinding("not noted", limit, Outcome.NOT_MEASURED, credit)
    if smooth >= least:
        return RuleFinding(_ratio(smooth), limit, Outcome.PASSES, credit)
    sandy = f"{_ratio(smooth)}, sandy: rough rims and feet"
    if evidence.is_fired:
        return RuleFinding(sandy, "a hint; its bars decide", Outcome.PASSES)
    return RuleFinding(f"{sandy}, and it may not mature", limit, Outcome.NOT_DECIDED, credit)


def _coil(evidence: Evidence, limits: Limits) -> RuleFinding:
    """The plain bend decides; the twisted rope is finer, and stands in only where it holds."""
    coil, twist = evidence.notes.coil, evidence.notes.twist
    outcome = _seen(coil, fails="cracks_at_once", doubtful="cracks_late")
    if not coil:
        outcome = _seen(twist, fails="", doubtful="" if twist == "bends" else twist)
    seen = (COILS.get(coil, ""), f"twisted: {TWISTS[twist]}" if twist in TWISTS else "")
    return RuleFinding("; ".join(filter(None, seen)) or "not tested", "bends", outcome)


def _throws(evidence: Evidence, limits: Limits) -> RuleFinding:
    throws = evidence.notes.throws
    outcome = _seen(throws, fails="unpleasant")
    return RuleFinding(THROWS.get(throws, "not tested"), "workable or better", outcome)


def _lime(evidence: Evidence, limits: Limits) -> RuleFinding:
    """The drop of acid suspects lime; whether it does harm is seen on a fired bar, kept or boiled.

    Fine lime is harmless, and so may be grains in the heat of stoneware. Source: common practice.
    """
    acid, at, sound = evidence.notes.acid, evidence.at, "no lime pops"
    dropped = f"acid: {ACIDS[acid]}" if acid in ACIDS else "no acid test"
    if at and at.remarks.get(RemarkCode.POPS):
        pops = f"{at.remarks[RemarkCode.POPS]} of {at.looked} with lime pops; {dropped}"
        return RuleFinding(pops, sound, Outcome.FAILS)
    if at and at.remarks.get(RemarkCode.NO_POPS):
        return RuleFinding(f"no pops after two weeks, or boiled; {dropped}", sound, Outcome.PASSES)
    outcome = _seen(acid, fails="", doubtful=acid if acid in _FIZZES else "")
    return RuleFinding(dropped, sound, outcome)


_FIZZES = ("weak", "strong")


def _plastic_enough(evidence: Evidence, limits: Limits) -> RuleFinding:
    drying, least = evidence.results.drying, limits.drying_least_pct
    return RuleFinding(
        _pct(drying),
        f"at least {plain(least)} %",
        at_least(drying, least),
        limits.credit("drying_least_pct"),
    )


def _dries_sound(evidence: Evidence, limits: Limits) -> RuleFinding:
    drying, most = evidence.results.drying, limits.drying_most_pct
    return RuleFinding(
        _pct(drying),
        f"at most {plain(most)} %",
        at_most(drying, most),
        limits.credit("drying_most_pct"),
    )


def _cracks(evidence: Evidence, limits: Limits) -> RuleFinding:
    found = evidence.results
    cracked = found.dry_remarks.get(RemarkCode.CRACKED, 0)
    return _looked_for(cracked, found.dry_looked, "cracked", "all whole")


def _looked_for(faulty: int, looked: int, did: str, sound: str) -> RuleFinding:
    """A fault that is seen, not measured: bars that nobody looked at say nothing."""
    if faulty:
        return RuleFinding(f"{faulty} of {looked} {did}", sound, Outcome.FAILS)
    if looked:
        return RuleFinding(f"{looked} looked at, {sound}", sound, Outcome.PASSES)
    return RuleFinding(NOT_CHECKED, sound, Outcome.NOT_MEASURED)


def _is_dug(evidence: Evidence) -> bool:
    return evidence.as_dug_pct is not None


def _as_dug(evidence: Evidence, limits: Limits) -> RuleFinding:
    left, least = evidence.as_dug_pct or 0.0, limits.as_dug_least_pct
    return RuleFinding(
        f"{plain(left, 1)} %",
        f"at least {plain(least, 1)} %",
        Outcome.PASSES if left >= least else Outcome.FAILS,
        limits.credit("as_dug_least_pct"),
    )


def _total(evidence: Evidence, limits: Limits) -> RuleFinding:
    total, most = evidence.at.total if evidence.at else None, limits.total_most_pct
    return RuleFinding(
        _pct(total),
        f"at most {plain(most)} %",
        at_most(total, most),
        limits.credit("total_most_pct"),
    )


def _absorption(evidence: Evidence, limits: Limits) -> RuleFinding:
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
    if evidence.glazed and outcome == Outcome.PASSES:
        outcome = Outcome.NOT_DECIDED
        measured += "; the glaze keeps the water out of the body"
    return RuleFinding(measured, f"{limit.words} for {WARES[limit.ware]}", outcome, limit.credit)


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


def _matures(evidence: Evidence, limits: Limits) -> RuleFinding:
    maturity = evidence.range.maturity
    outcome = _MATURITY[maturity.outcome]
    measured = _MATURITY_WORDS.get(outcome, f"certainly by cone {maturity.cone}")
    limit = f"absorption at most {plain(limits.dense.high_pct)} %"
    return RuleFinding(measured, limit, outcome, limits.dense.credit)


def _no_bloating(evidence: Evidence, limits: Limits) -> RuleFinding:
    """Sound at the cone it is judged at: no sign of bloating up to there, and somebody looked."""
    limit, at = "sound at this cone", evidence.at
    if at is None:
        return RuleFinding("not tested", limit, Outcome.NOT_MEASURED)
    return _spoilt(evidence, evidence.range.bloats, "bloating") or _looked_for(
        0, at.looked, "bloats", "sound"
    )


def _no_slumping(evidence: Evidence, limits: Limits) -> RuleFinding:
    """As for bloating; the bend bar knows it too, whether or not anybody looked at other bars."""
    limit, at = "sound at this cone", evidence.at
    if at is None:
        return RuleFinding("not tested", limit, Outcome.NOT_MEASURED)
    spoilt = _spoilt(evidence, evidence.range.slumps, "slumping")
    if spoilt:
        return spoilt
    index = RESULTS["pyroplastic_index"].of(at)
    if index:
        return _stands(index, limits)
    return _looked_for(0, at.looked, "slumps", "sound")


def _stands(index: Estimate, limits: Limits) -> RuleFinding:
    """By the bend bar alone: at most what stands, and for sure not what slumps."""
    stands, slumps = plain(limits.bending.stands), plain(limits.bending.slumps)
    return RuleFinding(
        firing_range.index_words(index),
        f"at most {stands} {firing_range.INDEX_UNIT}; its ± may reach {slumps}",
        Outcome.PASSES if index.high <= limits.bending.slumps else Outcome.NOT_DECIDED,
        limits.credit("index_stands"),
    )


def _spoilt(evidence: Evidence, spoiling: Spoiling, what: str) -> RuleFinding | None:
    """What is against it at the cone it is judged at or at a cooler one; None where nothing is."""
    if spoiling.cone is None or evidence.cone is None:
        return None
    if cones.order(spoiling.cone) > cones.order(evidence.cone):
        return None
    sure = spoiling.outcome == firing_range.Sureness.SURE
    perhaps = "" if sure else "possibly "
    words = f"{perhaps}{what} at cone {spoiling.cone} ({', '.join(spoiling.signs)})"
    return RuleFinding(words, "sound at this cone", Outcome.FAILS if sure else Outcome.NOT_DECIDED)


def _holds_together(evidence: Evidence, limits: Limits) -> RuleFinding:
    return _seen_fired(
        evidence, {RemarkCode.CRUMBLES: "crumble", RemarkCode.BRITTLE: "brittle"}, "all hold"
    )


def _fired_whole(evidence: Evidence, limits: Limits) -> RuleFinding:
    return _seen_fired(evidence, {RemarkCode.CRACKED: "cracked", RemarkCode.BROKEN: "broken"})


def _fired_true(evidence: Evidence, limits: Limits) -> RuleFinding:
    return _seen_fired(evidence, {RemarkCode.WARPED: "warped", RemarkCode.STUCK: "stuck"})


def _seen_fired(
    evidence: Evidence, faults: Mapping[str, str], sound: str = "none seen"
) -> RuleFinding:
    """Faults seen on bars after the firing to the cone that is judged."""
    at = evidence.at
    if at is None:
        return RuleFinding("not tested", sound, Outcome.NOT_MEASURED)
    seen = [f"{at.remarks[code]} {did}" for code, did in faults.items() if at.remarks.get(code)]
    if seen:
        return RuleFinding(f"{' and '.join(seen)} of {at.looked}", sound, Outcome.FAILS)
    return _looked_for(0, at.looked, "", sound)


def _saturation(evidence: Evidence, limits: Limits) -> RuleFinding:
    most, soaked = limits.saturation_most, evidence.at.saturated if evidence.at else None
    saturation = soaked.saturation if soaked else None
    measured = with_u95(saturation.value, saturation.u95) if saturation else "not measured"
    if soaked and METHODS[soaked.method].saturation == SaturationPart.STANDS_IN:
        way = METHODS[soaked.method].title.lower()
        measured += f", by {way}; the standard asks for a 5 h boil, which takes up a little less"
    return RuleFinding(
        measured,
        f"at most {plain(most)}",
        at_most(saturation, most),
        limits.credit("saturation_most", _BRICK_STANDARD),
    )


def _boiled(evidence: Evidence, limits: Limits) -> RuleFinding:
    """What a brick may take up in a boil; a soak that reads low can only fail it."""
    most, soaked = limits.brick_boil_most_pct, evidence.at.saturated if evidence.at else None
    boiled = soaked.absorption if soaked else None
    credit = limits.credit("brick_boil_most_pct", _BRICK_STANDARD)
    return RuleFinding(_pct(boiled), f"at most {plain(most)} %", at_most(boiled, most), credit)


def _strength(evidence: Evidence, limits: Limits) -> RuleFinding:
    return RuleFinding(
        "not measured in a studio",
        "by a laboratory, with its own bricks",
        Outcome.NOT_MEASURED,
        _BRICK_STANDARD,
    )


_BRICK_STANDARD = "after ASTM C62, severe weathering, not checked against the standard"


def _is_asked(noted: Callable[[FieldNotes], object]) -> Callable[[Evidence], bool]:
    """What a field sheet asks: of a dug clay always, of a bought one where it was noted."""

    def applies(evidence: Evidence) -> bool:
        return evidence.is_dug or noted(evidence.notes) not in (None, "")

    return applies


def _lime_is_asked(evidence: Evidence) -> bool:
    seen = evidence.at.remarks if evidence.at else {}
    looked_for = RemarkCode.POPS in seen or RemarkCode.NO_POPS in seen
    return looked_for or _is_asked(lambda notes: notes.acid)(evidence)


_TOO_OPEN = ("fire_between", "fire_higher", "earthenware", "flux", "red_clay")
_HOW_OPEN = ("bare_piece", "boil_and_soak", "more_bars", "fire_between")
_SPOILS = ("fire_between", "slow_firing", "fire_lower", "fire_clay", "kaolin")

RULES = {
    rule.code: rule
    for rule in (
        Rule(
            "feel",
            "Feel (smooth : sandy)",
            "feel",
            (Purpose.THROWING, Purpose.TABLEWARE),
            "Sandy clay is harsh to throw and slow to mature.",
            _feel,
            may_be_untried=True,
            applies=_is_asked(lambda notes: notes.smooth_pct),
            fault="is sandy",
            settles=("fire_bars", "sieve"),
        ),
        Rule(
            "coil",
            "Coil test",
            "shortness",
            (Purpose.THROWING, Purpose.SLAB, Purpose.TABLEWARE),
            "Short clay tears as it is bent or thrown.",
            _coil,
            may_be_untried=True,
            applies=_is_asked(lambda notes: notes.coil or notes.twist),
            fault="is short",
            wants=(Trait.PLASTICITY, TraitChange.UP),
            adjustments=("ageing", "ball_clay", "bentonite"),
            settles=("ageing",),
        ),
        Rule(
            "throws",
            "Throwing test",
            "throwing",
            (Purpose.THROWING, Purpose.TABLEWARE),
            "If a small piece throws badly, a larger one will too.",
            _throws,
            may_be_untried=True,
            applies=_is_asked(lambda notes: notes.throws),
            fault="throws badly",
            wants=(Trait.PLASTICITY, TraitChange.UP),
            adjustments=("ageing",),
        ),
        Rule(
            "lime",
            "Lime",
            "lime",
            AS_A_BODY,
            "Lime takes up damp after firing, swells and spits flakes off the ware.",
            _lime,
            {
                Purpose.TABLEWARE: "Lime takes up damp, swells and spits off flakes of body and"
                " glaze."
            },
            may_be_untried=True,
            applies=_lime_is_asked,
            fault="contains lime",
            adjustments=("sieve_lime",),
            settles=("watch_for_pops", "sieve_lime"),
        ),
        Rule(
            "plastic_enough",
            "Plasticity (drying shrinkage)",
            "plasticity",
            (Purpose.THROWING, Purpose.TABLEWARE),
            "Clay that shrinks too little as it dries is seldom plastic enough to shape.",
            _plastic_enough,
            fault="is not plastic enough",
            wants=(Trait.PLASTICITY, TraitChange.UP),
            adjustments=("sieve", "ageing", "ball_clay"),
        ),
        Rule(
            "dries_sound",
            "Cracking risk (drying shrinkage)",
            "drying shrinkage",
            AS_A_BODY,
            "High drying shrinkage cracks ware, especially where it is thick or joined.",
            _dries_sound,
            {
                Purpose.SLAB: "Slabs curl and joins open as they dry.",
                Purpose.SCULPTURE: "Thick work dries unevenly, so high shrinkage cracks it.",
                Purpose.BRICK: "A brick dries last in the middle, so high shrinkage cracks it.",
            },
            point=Point.DRYING,
            fault="shrinks a lot in drying",
            wants=(Trait.DRYING, TraitChange.DOWN),
            adjustments=("suspect_bentonite", "slow_drying", "grog", "fire_clay"),
            settles=("more_bars", "slow_drying"),
        ),
        Rule(
            "cracks",
            "Bars whole after drying",
            "cracking",
            AS_A_BODY,
            "Bars crack less readily than pots: if a bar cracks, pots will.",
            _cracks,
            may_be_untried=True,
            point=Point.DRYING,
            fault="cracks in drying",
            wants=(Trait.DRYING, TraitChange.DOWN),
            adjustments=("slow_drying", "grog"),
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
            wants=(Trait.TOTAL, TraitChange.DOWN),
            adjustments=("fire_lower", "fire_clay", "grog"),
        ),
        Rule(
            "absorption",
            "Absorption",
            "absorption",
            (Purpose.TABLEWARE,),
            "A porous body harbours food, heats up in a microwave and is weaker.",
            _absorption,
            at_cone=True,
            point=Point.MATURING,
            fault="absorbs too much water",
            wants=(Trait.ABSORPTION, TraitChange.DOWN),
            adjustments=_TOO_OPEN,
            settles=_HOW_OPEN,
        ),
        Rule(
            "matures",
            "Matures within the tested cones",
            "maturing",
            (Purpose.TABLEWARE,),
            "At least one tested cone must certainly mature the clay.",
            _matures,
            point=Point.MATURING,
            fault="absorbs too much water",
            wants=(Trait.ABSORPTION, TraitChange.DOWN),
            adjustments=_TOO_OPEN,
            settles=_HOW_OPEN,
        ),
        Rule(
            "no_bloating",
            "Does not bloat",
            "bloating",
            AS_A_BODY,
            "Bloated clay is weak and distorted.",
            _no_bloating,
            {Purpose.TABLEWARE: "Bloated clay is weak, rough and leaks."},
            at_cone=True,
            may_be_untried=True,
            point=Point.FIRED,
            fault="bloats",
            wants=(Trait.BLOATING, TraitChange.DOWN),
            adjustments=_SPOILS,
            settles=("more_bars", "slow_firing", "fire_lower"),
        ),
        Rule(
            "no_slumping",
            "Does not slump",
            "slumping",
            AS_A_BODY,
            "Slumped ware loses its shape and sticks to the kiln shelf.",
            _no_slumping,
            at_cone=True,
            may_be_untried=True,
            point=Point.FIRED,
            fault="slumps",
            wants=(Trait.BLOATING, TraitChange.DOWN),
            adjustments=("fire_between", "fire_lower", "fire_clay", "kaolin"),
            settles=("small_forms", "fire_lower", "fire_clay", "kaolin"),
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
            point=Point.FIRED,
            fault="cracks in the firing",
            adjustments=("cool_slowly", "grog"),
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
            point=Point.FIRED,
            fault="warps or sticks in the firing",
            adjustments=("fire_lower", "slow_drying", "grog"),
        ),
        Rule(
            "holds_together",
            "Does not crumble",
            "crumbling",
            AS_A_BODY,
            "Clay that crumbles after firing has not sintered.",
            _holds_together,
            {Purpose.BRICK: "A crumbling brick withstands neither load nor frost."},
            at_cone=True,
            may_be_untried=True,
            point=Point.FIRED,
            fault="crumbles",
            adjustments=("look_inside", "fire_higher"),
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
        Rule(
            "boiled",
            "Absorption by boiling",
            "boiling",
            (Purpose.BRICK,),
            "Water absorbed by a wall freezes inside it.",
            _boiled,
            at_cone=True,
            may_be_untried=True,
            fault="absorbs too much for a wall",
        ),
        Rule(
            "strength",
            "Strength",
            "strength",
            (Purpose.BRICK,),
            "A brick carries load, which no test of a studio shows.",
            _strength,
            settles=(),
        ),
    )
}
"""Every rule, in the order the work meets them."""
