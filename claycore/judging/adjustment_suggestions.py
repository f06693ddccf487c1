"""How a clay that falls short may be adjusted, and a first guess at what a blend would do.

Source: common practice. Beyond 25–30 % additions, or under about 70 % of the clay as dug, most
give up and use it as a slip or a colourant.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from claycore.judging.adjustments import ADJUSTMENTS, TRAITS, Adjustment, Change, Trait
from claycore.judging.outcomes import Outcome
from claycore.judging.rules import Evidence
from claycore.judging.verdict import CheckedRule
from claycore.measure import bounds
from claycore.measure.errors import Inconsistent
from claycore.measure.uncertainty import Estimate, combined

MOST_ADDED_PCT = 30.0
"""Percent of the blend; beyond it most give up."""

LINE_STEPS_PCT = (10.0, 20.0, 30.0)
"""Additions of a first line of blends, percent of the blend."""


@dataclass(frozen=True)
class Suggestion:
    """A way to adjust a clay, for this clay: ``what`` to do, because of which faults.

    ``worsens`` are other faults of the clay that it makes worse; ``against`` are suggestions that
    pull the other way, each with the trait on which they do.
    """

    mend: Adjustment
    what: str
    because: tuple[str, ...]
    worsens: tuple[str, ...]
    against: tuple[str, ...] = ()


def suggestions(lines: Sequence[CheckedRule], evidence: Evidence) -> list[Suggestion]:
    """What to try for the lines that fail, or may, in the order to try it.

    First what costs nothing; of the rest, first what makes no other fault worse. Source: common
    practice; the order is our choice.
    """
    short = [
        line
        for line in lines
        if line.matters and line.outcome in (Outcome.FAILS, Outcome.NOT_DECIDED)
    ]
    found = [
        suggestion
        for mend in ADJUSTMENTS.values()
        if (suggestion := _suggestion(mend, short, evidence)) is not None
    ]
    found.sort(key=lambda one: (not one.mend.costs_nothing, len(one.worsens)))
    return [_beside(one, found) for one in found]


def _suggestion(
    mend: Adjustment, short: Sequence[CheckedRule], evidence: Evidence
) -> Suggestion | None:
    """The way for this clay; None where it helps against nothing, or does not fit its cones."""
    helped = [line for line in short if mend.code in line.rule.mends]
    if not helped:
        return None
    for_clay = mend.for_clay(evidence.results.cones, evidence.range)
    if for_clay is None:
        return None
    worsened = [line.rule.fault for line in short if line.rule.fault and _worsens(mend, line)]
    return Suggestion(
        mend,
        f"{mend.what}: {for_clay}" if for_clay else mend.what,
        _each_once([line.rule.fault for line in helped]),
        _each_once(worsened),
    )


def _worsens(mend: Adjustment, line: CheckedRule) -> bool:
    """Whether a way moves the trait that a rule is about the wrong way."""
    if line.rule.wants is None:
        return False
    trait, wanted = line.rule.wants
    return any(e.trait == trait and e.change.opposes(wanted) for e in mend.effects)


def _beside(one: Suggestion, others: Sequence[Suggestion]) -> Suggestion:
    """With what pulls the other way on a trait."""
    pulls = []
    for other in others:
        traits = _pulled_apart(one.mend, other.mend)
        if other is not one and traits:
            on = ", ".join(TRAITS[trait] for trait in traits)
            pulls.append(f"“{other.mend.what}” on {on}")
    return Suggestion(one.mend, one.what, one.because, one.worsens, tuple(pulls))


def _pulled_apart(one: Adjustment, other: Adjustment) -> list[Trait]:
    changes: dict[Trait, Change] = {effect.trait: effect.change for effect in other.effects}
    return [
        effect.trait
        for effect in one.effects
        if effect.trait in changes and effect.change.opposes(changes[effect.trait])
    ]


def _each_once(names: Sequence[str]) -> tuple[str, ...]:
    return tuple(dict.fromkeys(names))


@dataclass(frozen=True)
class BlendPart:
    """A clay of a blend: its share in percent of the dry blend, and what is known of it."""

    share_pct: float
    total: Estimate | None
    absorption: Estimate | None


@dataclass(frozen=True)
class BlendGuess:
    """A first guess at a blend; ± holds only the parts' own uncertainty, not the guess's."""

    total: Estimate | None
    absorption: Estimate | None


def blend_guess(parts: Sequence[BlendPart]) -> BlendGuess:
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
