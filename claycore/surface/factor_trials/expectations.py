"""What was expected of a trial before it, held against what came."""

from dataclasses import dataclass
from enum import StrEnum

from claycore.surface.factor_trials.effects import Effects, MainEffect


class ClaimKind(StrEnum):
    """What an expectation says of a level, or of a whole factor."""

    BEST = "best"
    WORST = "worst"
    NO_DIFFERENCE = "no_difference"


class ExpectationOutcome(StrEnum):
    """How an expectation came out."""

    AS_EXPECTED = "as_expected"
    OTHERWISE = "otherwise"
    NOT_DECIDED = "not_decided"

    @property
    def words(self) -> str:
        """What it is called on a page."""
        return _WORDS[self]

    @property
    def sentence(self) -> str:
        """What is said of an expectation that was just told."""
        return _SENTENCES[self]


_WORDS = {
    ExpectationOutcome.AS_EXPECTED: "as expected",
    ExpectationOutcome.OTHERWISE: "not as expected",
    ExpectationOutcome.NOT_DECIDED: "inconclusive",
}
_SENTENCES = {
    ExpectationOutcome.AS_EXPECTED: "It came out as expected.",
    ExpectationOutcome.OTHERWISE: "It did not come out as expected.",
    ExpectationOutcome.NOT_DECIDED: "This trial cannot tell.",
}


@dataclass(frozen=True)
class Claim:
    """An expectation that figures can answer. ``level`` is None for one about a whole factor."""

    factor: int
    kind: ClaimKind
    level: int | None = None


def outcome(claim: Claim, effects: Effects) -> ExpectationOutcome:
    """Whether it came as expected. Only what is more than chance decides anything.

    A level is the worst if against each other level it was worse in over half of their pairs;
    likewise the best. That no difference was found never proves that there is none. Source: our
    choice: a belief is not counted as right on a result that chance could have given.
    """
    effect = effects.mains[claim.factor]
    if not effect.decided:
        return ExpectationOutcome.NOT_DECIDED
    if claim.kind is ClaimKind.NO_DIFFERENCE or claim.level is None:
        return ExpectationOutcome.OTHERWISE
    if _stands_out(effect, claim.level, claim.kind):
        return ExpectationOutcome.AS_EXPECTED
    others = [at for at in range(len(effect.places)) if at != claim.level]
    beaten = any(_beats(effect, other, claim.level, claim.kind) for other in others)
    return ExpectationOutcome.OTHERWISE if beaten else ExpectationOutcome.NOT_DECIDED


def _stands_out(effect: MainEffect, level: int, kind: ClaimKind) -> bool:
    others = [at for at in range(len(effect.places)) if at != level]
    return all(_beats(effect, level, other, kind) for other in others)


def _beats(effect: MainEffect, level: int, other: int, kind: ClaimKind) -> bool:
    """Whether one level was worse (or better) than another in over half of their pairs."""
    pair = effect.pair(level, other)
    if pair is None:
        return False
    more = pair.first_worse if kind is ClaimKind.WORST else pair.second_worse
    return more > pair.count / 2
