"""What is laid beside tiles when they are photographed, and what colour it is taken to have."""

from dataclasses import dataclass

from claycore.colour.notation import Lab

CARD_IS_OFF_BY = (0.65, 0.35)
"""How far a card usually is from its colour, in L, and in a and b. From memory."""

PAPER_IS_OFF_BY = (2.0, 1.5)
"""How far sheets of paper and slabs of plaster differ, in the same. From memory."""


@dataclass(frozen=True)
class KnownReference:
    """A kind of reference: its code, what it is called, and its colour under D65.

    ``off_by`` is how far pieces of this kind usually are from it, in L, and in a and b.
    """

    code: str
    title: str
    lab: Lab
    off_by: tuple[float, float] = CARD_IS_OFF_BY

    @property
    def is_poor(self) -> bool:
        """Whether pieces of this kind differ among themselves by more than a reference may."""
        return self.off_by[0] > CARD_IS_OFF_BY[0]


_WHITE, _GREY = Lab(95.0, 0.0, 0.0), Lab(49.5, 0.0, 0.0)

REFERENCES: dict[str, KnownReference] = {
    one.code: one
    for one in (
        KnownReference("white", "White card", _WHITE),
        KnownReference("grey", "Grey card, 18 %", _GREY),
        KnownReference("white_far", "White card at the other end", _WHITE),
        KnownReference("grey_far", "Grey card at the other end", _GREY),
        KnownReference("paper", "White paper or plaster", Lab(93.0, 0.0, 1.0), PAPER_IS_OFF_BY),
    )
}
"""The references that are offered; a card of one's own is typed. From memory."""
