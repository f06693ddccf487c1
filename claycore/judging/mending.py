"""What to add to a clay that falls short, and a first guess at what the blend would do.

Source: common practice. Beyond 25–30 % additions, or under about 70 % of the clay as dug, most
give up and use it as a slip or a colourant.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from claycore.judging.mends import Mend
from claycore.judging.outcomes import Outcome
from claycore.judging.verdict import CheckedRule
from claycore.measure import bounds
from claycore.measure.errors import Inconsistent
from claycore.measure.uncertainty import Estimate, combined

MOST_ADDED_PCT = 30.0
"""Percent of the blend; beyond it most give up."""

LINE_STEPS_PCT = (10.0, 20.0, 30.0)
"""Additions of a first line of blends, percent of the blend."""


def mends(lines: Sequence[CheckedRule], spoilt_when_hotter: bool = False) -> list[Mend]:
    """What the rules suggest for the lines that fail, or may: each way once.

    ``spoilt_when_hotter`` says that firing higher bloats or slumps it, so that is not suggested.
    Source: common practice.
    """
    wanted: dict[str, Mend] = {}
    for line in lines:
        if not line.matters or line.outcome not in (Outcome.FAILS, Outcome.NOT_DECIDED):
            continue
        for mend in line.rule.mends:
            if spoilt_when_hotter and mend.code == "fire_higher":
                continue
            known = wanted.get(mend.code)
            wanted[mend.code] = _joined(known, mend) if known else mend
    return list(wanted.values())


def _joined(known: Mend, more: Mend) -> Mend:
    """One way that helps against two things; the amounts are those of the first."""
    against = known.against.split(", ")
    return replace(known, against=", ".join(dict.fromkeys([*against, more.against])))


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
        raise Inconsistent("share", None, "The shares of a blend must make 100 %.")
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
