"""What is laid beside tiles when they are photographed, and what colour it is taken to have."""

from dataclasses import dataclass

from claycore.colour.notation import Lab


@dataclass(frozen=True)
class KnownReference:
    """A kind of reference: its code, what it is called, and its colour under D65.

    ``is_poor`` says that pieces of this kind differ among themselves by more than a reference may.
    """

    code: str
    title: str
    lab: Lab
    is_poor: bool = False


REFERENCES: dict[str, KnownReference] = {
    one.code: one
    for one in (
        KnownReference("white", "White card", Lab(95.0, 0.0, 0.0)),
        KnownReference("grey", "Grey card, 18 %", Lab(49.5, 0.0, 0.0)),
        KnownReference("paper", "White paper or plaster", Lab(93.0, 0.0, 1.0), is_poor=True),
    )
}
"""The references that are offered; a card of one's own is typed. From memory."""
