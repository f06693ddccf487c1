"""The fired colours of test tiles of surfaces: of coats on a body, as they are on the piece."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass

from claycore.colour.equal_tiles import mean_colour
from claycore.colour.notation import Lab
from claycore.surface.coats import Coat
from claycore.surface.samples import recipe_of
from umberpot.colours.fired import Conditions, conditions_of_reading
from umberpot.colours.predict.expected import Expected
from umberpot.studio.models import Studio
from umberpot.tiles.colours import current_colours

MOST_READ = 4000
"""The latest colours of test tiles that plans are held against."""

FIRED_SO = "Fired as planned on"


@dataclass(frozen=True)
class _Read:
    code: str
    lab: Lab


class FiredStacks:
    """What coats on a body fired to in a studio; read in one query when it is first asked."""

    def __init__(self, studio: Studio) -> None:
        self._studio = studio
        self._found: dict[tuple[str, Conditions], list[_Read]] | None = None

    def colour(self, coats: Sequence[Coat], under: Conditions) -> Expected | None:
        """The mean colour of the tiles that carry just these coats; None where none was read."""
        if self._found is None:
            self._found = self._read()
        tiles = self._found.get((recipe_of(coats), under))
        if not tiles:
            return None
        codes = sorted({one.code for one in tiles})
        return Expected(mean_colour([one.lab for one in tiles]), under, None, codes, FIRED_SO)

    def _read(self) -> dict[tuple[str, Conditions], list[_Read]]:
        stacked = current_colours(self._studio).exclude(tile__stack=None)
        rows = stacked.exclude(firing__cone="").select_related(
            "firing", "tile__stack__body", "tile__glaze"
        )
        found: dict[tuple[str, Conditions], list[_Read]] = defaultdict(list)
        for reading in rows.order_by("-pk")[:MOST_READ]:
            tile, firing = reading.tile, reading.firing
            if tile.stack and firing:
                under = conditions_of_reading(tile, firing, reading.of_bare_half)
                found[tile.stack.recipe, under].append(_Read(tile.code, reading.lab))
        return found
