"""What a stain fired to in each clay and cone: unglazed, and under each glaze beside it."""

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from claycore.measure.formatting import listed, percentage
from umberpot.shelf.models import Material
from umberpot.tiles.fired_looks import FiredLook, current_looks, look_of, surface_of

MOST_READ = 400
"""The latest readings of a stain that its page shows."""

MOST_WAYS = 6


@dataclass(frozen=True)
class StainSurface:
    """The strengths of a stain on one surface, palest first; the latest tile of each."""

    surface: str
    looks: Sequence[FiredLook]

    @property
    def pcts(self) -> str:
        """Its strengths in words: '3, 6 and 9 %'."""
        return f"{listed([percentage(look.pct) for look in self.looks])} %"


@dataclass(frozen=True)
class StainInClay:
    """A stain in a clay, fired one way: a row for each surface, unglazed first."""

    fired_in: str
    surfaces: Sequence[StainSurface]


def stain_colours(stain: Material) -> list[StainInClay]:
    """The ways a stain was fired by itself in a clay, the latest first. One query."""
    rows = current_looks().filter(tile__mix__parts__material=stain, studio=stain.studio_id)
    found: dict[str, dict[tuple[bool, str], dict[float, FiredLook]]] = defaultdict(
        lambda: defaultdict(dict)
    )
    for reading in rows.order_by("-firing__fired_on", "-pk")[:MOST_READ]:
        mix = reading.tile.mix
        if mix and reading.firing and list(mix.said_pcts) == [stain.name]:
            (pct,) = mix.said_pcts.values()
            surface = surface_of(reading)
            way = f"{mix.clay_name}, {reading.firing.heat}"
            glazed = reading.tile.glazed and not reading.of_bare_half
            found[way][glazed, surface].setdefault(pct, look_of(reading, mix, pct))
    return [_in_clay(way, surfaces) for way, surfaces in list(found.items())[:MOST_WAYS]]


def _in_clay(
    way: str, surfaces: Mapping[tuple[bool, str], Mapping[float, FiredLook]]
) -> StainInClay:
    return StainInClay(
        way,
        [
            StainSurface(surface, [looks[pct] for pct in sorted(looks)])
            for (_, surface), looks in sorted(surfaces.items())
        ],
    )
