"""Ways of filling a fired piece's pores with water, each with all that belongs to it.

A new way is one entry of METHODS: recording, the grid, timers, results, verdicts and files follow.
Sources: beside each method.
"""

from dataclasses import dataclass
from enum import StrEnum

from claycore.measure.errors import UnknownChoice
from claycore.testing.stages import DAY, HOUR, Protocol, ProtocolStage

_BLOT = "Blot each bar with a damp cloth and weigh it at once."


class SaturationPart(StrEnum):
    """What a soak gives to the saturation coefficient (ASTM C67): cold soak over 5 h boil.

    A boil that was soaked as well takes up a little more and stands in for it; that is said.
    """

    COLD = "cold"
    BOILED = "boiled"
    STANDS_IN = "stands_in"


@dataclass(frozen=True)
class SoakingMethod:
    """One way of soaking.

    ``standard`` is where it comes from, ``standing`` that and what to bear in mind. ``rank`` orders
    methods by how surely they fill the pores, the surest lowest, with gaps for more. ``reads_low``
    says that it may leave pores unfilled.
    """

    code: str
    title: str
    steps: str
    standard: str
    stages: tuple[ProtocolStage, ...]
    rank: int
    at_the_end: str = _BLOT
    standing_more: str = ""
    reads_low: bool = False
    saturation: SaturationPart | None = None

    @property
    def standing(self) -> str:
        """Where it comes from, and how far it can be trusted."""
        return self.standing_more or self.standard

    @property
    def protocol(self) -> Protocol:
        """It as a timed procedure."""
        return Protocol(self.code, self.title, self.stages, self.at_the_end, self.standard)

    @property
    def caution(self) -> str:
        """The caution of its first stage, by its code; '' where none."""
        return self.stages[0].caution


METHODS = {
    method.code: method
    for method in (
        SoakingMethod(
            "quick_boil",
            "Quick boil",
            "Boil 10 min to 1 h, cool in the water, blot, weigh.",
            "kitchen check (common practice)",
            (
                ProtocolStage("Boil", 30, "Weigh the bars dry. Boil 10 min to 1 h.", "boiling", 10),
                ProtocolStage(
                    "Cool", 30, "Let them cool in the water until you can hold them.", "boiling"
                ),
            ),
            rank=40,
            at_the_end="Blot each bar with a damp cloth and weigh it at once. Some pores may stay"
            " unfilled, so the result can read low.",
            standing_more="kitchen check; can read low (common practice)",
            reads_low=True,
        ),
        SoakingMethod(
            "boil_soak",
            "Boil and soak",
            "Boil 5 h, leave in the water 24 h, blot, weigh.",
            "after ASTM C373, not checked against the standard",
            (
                ProtocolStage(
                    "Boil",
                    5 * HOUR,
                    "Weigh the bars dry. Bring them to the boil from cold, clear of the"
                    " bottom of the pan. Keep the water topped up.",
                    "boiling",
                ),
                ProtocolStage(
                    "Soak", DAY, "Leave them in the same water to cool and soak.", "boiling"
                ),
            ),
            rank=20,
            saturation=SaturationPart.STANDS_IN,
        ),
        SoakingMethod(
            "boil_5h",
            "Boil 5 h",
            "Boil 5 h, leave in the water until it is cool, blot, weigh.",
            "after the boil of ASTM C67, not checked against the standard",
            (
                ProtocolStage(
                    "Boil",
                    5 * HOUR,
                    "Weigh the bars dry, or after their cold soak. Bring them up to the boil; keep"
                    " the water topped up.",
                    "boiling",
                ),
                ProtocolStage(
                    "Cool", 16 * HOUR, "Leave them in the same water to cool.", "boiling"
                ),
            ),
            rank=25,
            saturation=SaturationPart.BOILED,
        ),
        SoakingMethod(
            "boil_2h",
            "Boil 2 h",
            "Boil 2 h, cool in the water 4 h, blot, weigh.",
            "after ISO 10545-3, boiling method, not checked against the standard",
            (
                ProtocolStage(
                    "Boil", 2 * HOUR, "Weigh the bars dry. Boil; keep them covered.", "boiling"
                ),
                ProtocolStage("Cool", 4 * HOUR, "Let them cool in the water.", "boiling"),
            ),
            rank=30,
        ),
        SoakingMethod(
            "vacuum",
            "Vacuum",
            "Hold at 10 kPa for 30 min, flood, wait 15 min, blot, weigh.",
            "after ISO 10545-3, vacuum method, not checked against the standard",
            (
                ProtocolStage(
                    "Pump down", 30, "Weigh the bars dry. Hold them at 10 kPa.", "vacuum"
                ),
                ProtocolStage(
                    "Flood", 15, "Let in water until the bars are covered, then release the vacuum."
                ),
            ),
            rank=10,
        ),
        SoakingMethod(
            "cold_soak",
            "Cold soak",
            "Soak 24 h in cold water, blot, weigh.",
            "after the first step of ASTM C67, not checked against the standard",
            (
                ProtocolStage(
                    "Soak",
                    DAY,
                    "Weigh the bars dry. Put them in cold water so that they are covered.",
                ),
            ),
            rank=50,
            standing_more=(
                "after the first step of ASTM C67, not checked against the standard; reads lower"
                " than a boil"
            ),
            reads_low=True,
            saturation=SaturationPart.COLD,
        ),
    )
}
"""Every way of soaking, by its code. The order of ``rank`` is common practice."""

USUAL_METHOD = METHODS["boil_soak"]
"""The way offered first. Source: common practice."""


def method(code: str) -> SoakingMethod:
    """The method of this code. Raises UnknownChoice naming ``method``.

    Source: the entries of METHODS.
    """
    try:
        return METHODS[code]
    except KeyError:
        raise UnknownChoice(
            "method", code, f"The method must be one of {', '.join(METHODS)}."
        ) from None


def surest_first() -> list[SoakingMethod]:
    """Every method, the one that fills the pores most surely first.

    Source: the entries of METHODS.
    """
    return sorted(METHODS.values(), key=lambda method: method.rank)


def for_saturation() -> list[SoakingMethod]:
    """The boils that a saturation coefficient may rest on, the standard's own first.

    Source: ASTM C67, from memory.
    """
    order = [SaturationPart.BOILED, SaturationPart.STANDS_IN]
    boils = [method for method in METHODS.values() if method.saturation in order]
    return sorted(boils, key=lambda method: order.index(SaturationPart(method.saturation or "")))


def choices() -> list[tuple[str, str]]:
    """Every method's code and title, as a form or a column offers them.

    Source: the entries of METHODS.
    """
    return [(method.code, method.title) for method in METHODS.values()]
