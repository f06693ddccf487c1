"""The colour that a mixture may fire to, for wherever one is shown that no tile was fired of."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from claycore.colour.equal_tiles import mean_colour
from claycore.colour.notation import Lab
from claycore.colour.palette import Palette
from umberpot.colours.find.library import TestedTiles, conditions_of, tested_under_each
from umberpot.colours.fired import Conditions, FiredColour, labs
from umberpot.studio.models import Studio

MOST_FIRINGS = 2
"""Ways of firing a clay that a mixture is predicted for: those with most tiles."""


@dataclass(frozen=True)
class Expected:
    """A colour and where it is expected; ``error`` in CIEDE2000, None where tiles were fired.

    ``how`` begins the words about tiles that were fired.
    """

    lab: Lab
    conditions: Conditions
    error: float | None
    codes: Sequence[str] = ()
    how: str = "Fired in"

    @property
    def is_predicted(self) -> bool:
        return self.error is not None

    @property
    def fill(self) -> str:
        return self.lab.hex

    @property
    def words(self) -> str:
        """What it is in words: a prediction never sounds like a fired tile."""
        if self.error is None:
            return f"{self.how} {self.conditions.words} ({', '.join(self.codes)})"
        return f"Predicted for {self.conditions.words}, ± ΔE {self.error:.1f}"


@dataclass(frozen=True)
class FiredGround:
    """One way of firing a clay, with its tiles and what may be mixed of them."""

    conditions: Conditions
    tiles: Sequence[FiredColour]
    palette: Palette | None

    def expected(self, pcts: Mapping[str, float]) -> Expected | None:
        """The colour of a mixture, percent on dry clay; None where nothing is known of it."""
        wanted = {name: pct for name, pct in pcts.items() if pct > 0}
        fired = [one for one in self.tiles if one.is_of(wanted)]
        if fired:
            codes = [one.code for one in fired]
            return Expected(mean_colour(labs(fired)), self.conditions, None, codes)
        if (
            self.palette is None
            or not wanted
            or not wanted.keys() <= self.palette.colourants.keys()
        ):
            return None
        predicted = self.palette.predict(wanted)
        return Expected(predicted.lab, self.conditions, predicted.expected_error)


def grounds_of(studio: Studio, clay_name: str) -> list[FiredGround]:
    """The ways that a clay was fired, those with most tiles first."""
    ways = [one for one, _ in conditions_of(studio) if one.clay == clay_name]
    tested = tested_under_each(studio, ways[:MOST_FIRINGS])
    return [ground_of(conditions, there) for conditions, there in tested.items()]


def ground_of(conditions: Conditions, tested: TestedTiles) -> FiredGround:
    """What may be mixed of a clay by what was fired of it; without its own colour only that."""
    palette = tested.palette(tested.clay, frozenset()) if tested.clay else None
    return FiredGround(conditions, tested.sound, palette)
