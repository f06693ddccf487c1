"""What the pieces of a factor trial are rated on: step 0 is the best, the last the worst.

To add a scale is to add an entry to SCALES. Source: common practice; the strokes are our choice,
so that two people rub alike.
"""

from collections.abc import Sequence
from dataclasses import dataclass


@dataclass(frozen=True)
class RatingScale:
    """How a piece is tried, and the words of each step; no steps for what is measured."""

    title: str
    how: str
    steps: Sequence[str] = ()
    unit: str = ""

    @property
    def is_measured(self) -> bool:
        """Whether it is a figure rather than a rating."""
        return not self.steps

    @property
    def worst(self) -> int:
        """The number of its last step."""
        return len(self.steps) - 1


COLOUR_LOST = "colour_lost"

SCALES: dict[str, RatingScale] = {
    "dry_rub": RatingScale(
        "Dry rub",
        "Ten strokes with a dry finger, pressing as if drying a cup.",
        ("stays", "a trace on the finger", "clearly on the finger", "thin patches", "gone"),
    ),
    "wash": RatingScale(
        "Wash",
        "Ten strokes with a wet sponge under the tap.",
        ("stays", "a trace in the sponge", "clearly in the sponge", "thin patches", "gone"),
    ),
    "scrub": RatingScale(
        "Scrub",
        "Twenty strokes with a wet nylon brush.",
        ("stays", "a trace on the brush", "thinner", "thin patches", "gone"),
    ),
    "flaking": RatingScale(
        "Flaking",
        "A fingernail drawn across the edge of the coat.",
        ("holds", "a hair crack", "lifts at an edge", "flakes come off", "falls off"),
    ),
    "evenness": RatingScale(
        "Evenness",
        "Seen from an arm's length in daylight.",
        ("even", "a few specks", "specks all over", "streaks", "streaks and bare places"),
    ),
    COLOUR_LOST: RatingScale(
        "Colour lost",
        "The colour before and after washing, read from a photograph or an instrument.",
        unit="ΔE",
    ),
}
"""The scales by their code."""
