"""How a clay that falls short may be adjusted, and a first guess at what a blend would do.

Source: common practice. Beyond 25–30 % additions, or under about 70 % of the clay as dug, most
give up and use it as a slip or a colourant.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from claycore.firing import cones
from claycore.judging.adjustments import (
    ADJUSTMENTS,
    TRAITS,
    Adjustment,
    AdjustmentKind,
    ClayShortfall,
    Trait,
    TraitChange,
)
from claycore.judging.claims import CheckedClaim, any_fails
from claycore.judging.evidence import Evidence
from claycore.judging.limits import Limits
from claycore.judging.outcomes import Outcome
from claycore.judging.verdict import CheckedRule, ClayVerdict, Overall
from claycore.measure import bounds
from claycore.measure.errors import Inconsistent
from claycore.measure.uncertainty import Estimate, combined
from claycore.testing.bar_checks import DoubtedBar

MOST_ADDED_PCT = 30.0
"""Percent of the blend; beyond it most give up."""

LINE_STEPS_PCT = (10.0, 20.0, 30.0)
"""Additions of a first line of blends, percent of the blend."""


@dataclass(frozen=True)
class Suggestion:
    """A way to adjust a clay, for this clay: ``what`` to do, because of which faults.

    ``cones`` are those it means, where it means any; ``settles_only`` says that nothing that fails
    asks for it. ``worsens`` are other faults of the clay that it makes worse; ``against`` are
    suggestions that pull the other way, each with the trait on which they do.
    """

    adjustment: Adjustment
    what: str
    because: tuple[str, ...]
    worsens: tuple[str, ...]
    against: tuple[str, ...] = ()
    cones: tuple[str, ...] = ()
    settles_only: bool = False


@dataclass(frozen=True)
class _Reason:
    """Why something has to be done, and which ways there are; ``is_open`` for a mere doubt."""

    why: str
    ways: tuple[str, ...]
    is_open: bool = False


def suggestions(
    verdict: ClayVerdict,
    evidence: Evidence,
    limits: Limits,
    label: Sequence[CheckedClaim] = (),
    doubted: Sequence[DoubtedBar] = (),
) -> list[Suggestion]:
    """What to try for the points that fail or are open, in the order to try it.

    ``doubted`` are the bars of which a reading is unlikely: they are read again first.
    What helps comes before what settles a doubt; of each, first looking again, then changing the
    work, then what is added; of those first what names a cone to go to, then what makes no other
    fault worse. Source: common practice; the order is our choice.
    """
    short = [line for line in verdict.lines if line.fails or line.is_open]
    outcomes = {line.code: line.outcome for line in short}
    clay = ClayShortfall(evidence, limits, outcomes, doubted)
    reasons = [*_of_rules(short), *_of_the_clay(verdict, clay)]
    if any_fails(label):
        reasons.append(_Reason("its label does not hold", ("ask_supplier",)))
    found = [
        suggestion
        for adjustment in ADJUSTMENTS.values()
        if (suggestion := _suggestion(adjustment, reasons, short, clay)) is not None
    ]
    order = list(AdjustmentKind)
    found.sort(
        key=lambda one: (
            one.adjustment.gives_up,
            one.settles_only,
            order.index(one.adjustment.kind),
            one.adjustment.kind is AdjustmentKind.TREAT and not one.cones,
            len(one.worsens),
        )
    )
    return [_beside(one, found) for one in found]


def _of_rules(short: Sequence[CheckedRule]) -> list[_Reason]:
    """What helps where a rule fails, what settles one that is open."""
    found = []
    for line in short:
        rule, outcome = line.rule, line.outcome
        if outcome == Outcome.FAILS:
            found.append(_Reason(f"it {rule.fault}", rule.adjustments))
        elif outcome == Outcome.NOT_DECIDED:
            found.append(_Reason(f"{rule.topic} is not settled", rule.settles, is_open=True))
        elif "boil_and_soak" in rule.settles:
            found.append(_Reason("it was not soaked", ("boil_and_soak",), is_open=True))
    return found


def _of_the_clay(verdict: ClayVerdict, clay: ClayShortfall) -> list[_Reason]:
    """What no single rule says: not fired at all, spoilt before it is dense, given up as a body.

    And bars that are in doubt: one at another cone may be why that cone is not the best.
    """
    found = []
    if clay.doubted:
        one = len(clay.doubted) == 1
        why = "one of its figures is unlikely" if one else "some of their figures are unlikely"
        found.append(_Reason(why, ("read_again",)))
    if not clay.evidence.is_fired:
        found.append(_Reason("no bar of it was fired", ("fire_bars",)))
    spoilt, cone = clay.spoilt_from, clay.evidence.cone
    if clay.is_too_open and spoilt and cone and cones.order(spoilt) > cones.order(cone):
        how = "melts" if clay.melted_at == spoilt else "bloats or slumps"
        ways = () if clay.melted_at else ("fire_clay", "kaolin")
        found.append(_Reason(f"it {how} at cone {spoilt} before it is dense", ways))
    if clay.melted_at or verdict.overall in (Overall.AS_SLIP, Overall.LEAVE):
        found.append(_Reason("it falls short as a body", ("use_as_slip",)))
    return found if clay.outcomes else []


def _suggestion(
    adjustment: Adjustment,
    reasons: Sequence[_Reason],
    short: Sequence[CheckedRule],
    clay: ClayShortfall,
) -> Suggestion | None:
    """The way for this clay; None where it helps against nothing, or does not fit it."""
    helped = [reason for reason in reasons if adjustment.code in reason.ways]
    fit = adjustment.for_clay(clay) if helped else None
    if fit is None:
        return None
    worsened = [line.rule.fault for line in short if line.fails and _worsens(adjustment, line)]
    return Suggestion(
        adjustment,
        fit.words or adjustment.what,
        _each_once([reason.why for reason in helped]),
        _each_once(worsened),
        cones=fit.cones,
        settles_only=all(reason.is_open for reason in helped),
    )


def _worsens(adjustment: Adjustment, line: CheckedRule) -> bool:
    """Whether a way moves the trait that a rule is about the wrong way."""
    if line.rule.wants is None:
        return False
    trait, wanted = line.rule.wants
    return any(e.trait == trait and e.change.opposes(wanted) for e in adjustment.effects)


def _beside(one: Suggestion, others: Sequence[Suggestion]) -> Suggestion:
    """With what pulls the other way on a trait."""
    pulls = []
    for other in others:
        traits = _pulled_apart(one.adjustment, other.adjustment)
        if other is not one and traits:
            on = ", ".join(TRAITS[trait] for trait in traits)
            pulls.append(f"“{other.adjustment.what}” on {on}")
    return replace(one, against=tuple(pulls))


def _pulled_apart(one: Adjustment, other: Adjustment) -> list[Trait]:
    changes: dict[Trait, TraitChange] = {effect.trait: effect.change for effect in other.effects}
    return [
        effect.trait
        for effect in one.effects
        if effect.trait in changes and effect.change.opposes(changes[effect.trait])
    ]


def _each_once(names: Sequence[str]) -> tuple[str, ...]:
    return tuple(dict.fromkeys(names))


@dataclass(frozen=True)
class SuggestedBlendPart:
    """A clay of a blend: its share in percent of the dry blend, and what is known of it."""

    share_pct: float
    total: Estimate | None
    absorption: Estimate | None


@dataclass(frozen=True)
class BlendGuess:
    """A first guess at a blend; ± holds only the parts' own uncertainty, not the guess's."""

    total: Estimate | None
    absorption: Estimate | None


def blend_guess(parts: Sequence[SuggestedBlendPart]) -> BlendGuess:
    """Mass-weighted means of the parts: near the truth, good for choosing which blends to make.

    Raises OutOfBounds for a share outside 0 … 100, Inconsistent where they do not make 100.
    Shares in percent of the dry blend. Source: the mass-weighted mean, common practice.
    """
    for part in parts:
        bounds.SHARE.check("share", part.share_pct)
    if abs(sum(part.share_pct for part in parts) - 100) > 1e-6:
        raise Inconsistent("share", None, "The shares of a blend must add up to 100 %.")
    return BlendGuess(
        _weighted([(part.share_pct, part.total) for part in parts]),
        _weighted([(part.share_pct, part.absorption) for part in parts]),
    )


def _weighted(parts: Sequence[tuple[float, Estimate | None]]) -> Estimate | None:
    """None as soon as one part that is there at all is not known."""
    there = [(share / 100, estimate) for share, estimate in parts if share > 0]
    known = [(share, estimate) for share, estimate in there if estimate]
    if len(known) < len(there):
        return None
    return Estimate(
        sum(share * estimate.value for share, estimate in known),
        combined(*(share * estimate.u95 for share, estimate in known)),
    )
