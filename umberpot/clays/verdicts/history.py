"""When a clay's verdict moved, and why: kept, so that one that moves by itself can say so.

What is learned from all bars of the studio widens or narrows every ±, so a reading of another clay
can move this clay's verdict. That is right, and must not go unsaid.
"""

from dataclasses import dataclass
from hashlib import sha256

from umberpot.clays.models import KeptVerdict
from umberpot.clays.verdicts.judging import JudgedClay
from umberpot.studio.whole_change import whole_change


@dataclass(frozen=True)
class VerdictMove:
    """A verdict that is another than before though no bar of the clay changed."""

    before: KeptVerdict
    now: KeptVerdict

    @property
    def is_surer(self) -> bool:
        """Whether the ± became smaller."""
        if self.before.u95 is None or self.now.u95 is None:
            return False
        return self.now.u95 < self.before.u95


def note_verdict(judged: JudgedClay) -> VerdictMove | None:
    """Notes what a clay's page says where it is new, and tells if it moved without its own bars.

    It is told for as long as that verdict stands.
    """
    kept = list(
        KeptVerdict.objects.filter(
            clay=judged.record.clay,
            purpose=judged.as_what.purpose,
            ware=judged.as_what.ware,
            school=judged.as_what.school,
        ).order_by("-pk")[:2]
    )
    now = _as_it_is(judged)
    if not kept or _differs(kept[0], now):
        now.cause = _cause(kept[0] if kept else None, now)
        _keep(now)
        kept = [now, *kept]
    moved = len(kept) > 1 and kept[0].headline != kept[1].headline
    told = (KeptVerdict.Cause.OTHERS, KeptVerdict.Cause.LIMITS)
    return VerdictMove(kept[1], kept[0]) if moved and kept[0].cause in told else None


def _differs(one: KeptVerdict, other: KeptVerdict) -> bool:
    told = ("headline", "own", "limits")
    return any(getattr(one, name) != getattr(other, name) for name in told)


@whole_change()
def _keep(verdict: KeptVerdict) -> None:
    verdict.save()


def _cause(before: KeptVerdict | None, now: KeptVerdict) -> KeptVerdict.Cause:
    if before is None:
        return KeptVerdict.Cause.FIRST
    if before.own != now.own:
        return KeptVerdict.Cause.OWN
    if before.limits != now.limits:
        return KeptVerdict.Cause.LIMITS
    return KeptVerdict.Cause.OTHERS


def _as_it_is(judged: JudgedClay) -> KeptVerdict:
    clay, at = judged.record.clay, judged.evidence.at
    return KeptVerdict(
        studio_id=clay.studio_id,
        clay=clay,
        purpose=judged.as_what.purpose,
        ware=judged.as_what.ware,
        school=judged.as_what.school,
        headline=judged.headline,
        u95=at.absorption.u95 if at and at.absorption else None,
        own=_digest(_own(judged)),
        limits=_digest(judged.limits),
    )


def _own(judged: JudgedClay) -> tuple[object, ...]:
    """All that the clay's own bars, sheet and label say, without what other clays taught."""
    results = judged.record.results
    sets = sorted((key, vars(pieces)) for key, pieces in results.sets.items())
    seen = [(at.cone, sorted(at.remarks.items()), at.looked, at.sag_pct) for at in results.cones]
    claim = getattr(judged.record.clay, "claim", None)
    return (
        sets,
        seen,
        sorted(results.dry_remarks.items()),
        judged.evidence.notes,
        judged.evidence.as_dug_pct,
        claim.claim if claim else None,
    )


def _digest(what: object) -> str:
    return sha256(repr(what).encode()).hexdigest()
