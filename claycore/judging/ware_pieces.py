"""What finished pieces of ware say of their body, beside the bars of their clay.

The commonest kitchen test is a cup: dried, weighed, boiled or soaked, weighed again. Glaze hides
the body, so a glazed piece can fail and cannot pass; a bare or broken one can stand in for bars.
Source: common practice.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from types import MappingProxyType

from claycore.judging.limits import School, usual_limits
from claycore.measure.replicates import Record
from claycore.measure.uncertainty import Estimate
from claycore.testing.absorption import AgainstLimit, against_limit
from claycore.testing.results import Figure, together
from claycore.testing.soaking import METHODS


class PieceSurface(StrEnum):
    """How much of its body a piece shows to the water."""

    BARE = "bare"
    BROKEN = "broken"
    BARE_FOOT = "bare_foot"
    GLAZED = "glazed"


SURFACES = {
    PieceSurface.BARE: "bare all over",
    PieceSurface.BROKEN: "glazed, with a broken edge",
    PieceSurface.BARE_FOOT: "glazed, with a bare foot",
    PieceSurface.GLAZED: "glazed all over",
}

SHOWS_THE_BODY = (PieceSurface.BARE, PieceSurface.BROKEN)
"""Through these the water gets into the body as into a bar."""


@dataclass(frozen=True)
class SoakedPiece:
    """One finished piece: what it absorbed in percent, by a soak of ``method``.

    ``damp`` says that it was still damp five minutes after it had been blotted.
    """

    absorption: Estimate
    method: str
    surface: PieceSurface
    damp: bool = False


@dataclass(frozen=True)
class BodyEvidence:
    """The absorption that a body is judged by, in percent, how it was soaked and on what.

    ``by_pieces`` says that finished pieces told it, not bars; ``damp`` that one stayed damp.
    """

    absorption: Estimate | None
    method: str = ""
    glazed_piece: bool = False
    by_pieces: bool = False
    damp: bool = False


def body_of(
    bars: Estimate | None,
    method: str,
    pieces: Sequence[SoakedPiece],
    ware: str,
    records: Mapping[Figure, Record] = MappingProxyType({}),
) -> BodyEvidence:
    """What a batch is judged by: its bars, unless a piece takes up too much or there are no bars.

    ``bars`` is what bars of the clay absorbed, by a soak of ``method``; ``records`` what the
    studio's equal pieces were seen to differ by. A reading is of one piece, a verdict of the batch:
    so what equal pieces differ by is in its ±. Raises UnknownChoice for a ``ware`` that is none.
    Source: common practice.
    """

    def of_batch(method: str, *alike: SoakedPiece) -> Estimate | None:
        return together(("absorption", method), [one.absorption for one in alike], records)

    damp = any(piece.damp for piece in pieces)
    worst = _over(pieces, ware)
    if worst:
        return BodyEvidence(of_batch(worst.method, worst), worst.method, False, True, damp)
    if bars:
        return BodyEvidence(bars, method, damp=damp)
    shown = [piece for piece in pieces if piece.surface in SHOWS_THE_BODY]
    if shown:
        surest = min(shown, key=lambda piece: METHODS[piece.method].rank).method
        alike = [piece for piece in shown if piece.method == surest]
        return BodyEvidence(of_batch(surest, *alike), surest, False, True, damp)
    if pieces:
        most = max(pieces, key=lambda piece: piece.absorption.value)
        return BodyEvidence(of_batch(most.method, most), most.method, True, True, damp)
    return BodyEvidence(None)


def _over(pieces: Sequence[SoakedPiece], ware: str) -> SoakedPiece | None:
    """The piece that takes up most, where its reading is surely over what any tableware may."""
    limits = (
        usual_limits(ware, School.STRICT).dense,
        usual_limits("tableware", School.STRICT).dense,
    )
    most_pct = min(limit.high_pct for limit in limits)
    over = [
        piece for piece in pieces if against_limit(piece.absorption, most_pct) is AgainstLimit.OVER
    ]
    return max(over, key=lambda piece: piece.absorption.value, default=None)
