"""What can be noted of a piece's looks at a stage: of a bar its body, of a tile its surface."""

from collections.abc import Callable, Collection, Mapping
from dataclasses import dataclass

from claycore.testing.bars import NOTHING_ODD, REMARKS, RemarkCode
from claycore.testing.surface_remarks import SURFACE_REMARKS, contradiction
from umberpot.firings.models import Firing
from umberpot.tiles.models import Tile


def _nothing_refused(_: Collection[str]) -> str:
    return ""


@dataclass(frozen=True)
class Observations:
    """A list to tick: each remark's words by its code.

    ``heading`` comes before the code of the piece. ``nothing_odd`` is the remark that stands for
    having looked and seen nothing; '' where a list has none. ``refused`` says what cannot be so at
    once.
    """

    title: str
    heading: str
    words: Mapping[str, str]
    nothing_odd: str = ""
    refused: Callable[[Collection[str]], str] = _nothing_refused

    @property
    def no_faults(self) -> str:
        """The remarks that are no fault, as the page has them: one after the other."""
        return " ".join(sorted(NOTHING_ODD & self.words.keys()))

    def codes_of(self, ticked: set[str], *, looked: bool) -> set[str]:
        """What was ticked; "nothing odd" does not stand beside anything odd."""
        remarks = self.words.keys() & ticked
        if looked and self.nothing_odd and not remarks:
            return {self.nothing_odd}
        return remarks - {self.nothing_odd} if remarks - NOTHING_ODD else remarks


OF_BARS = Observations("Observations", "Observations on", REMARKS, nothing_odd=RemarkCode.LOOKED)
OF_TILES = Observations("Surface", "Surface of", SURFACE_REMARKS, refused=contradiction)


def observed_of(tile: Tile, firing: Firing | None) -> Observations | None:
    """The list for a piece at a stage. None where there is none: a surface is seen once fired."""
    if tile.is_bar:
        return OF_BARS
    return OF_TILES if firing else None
