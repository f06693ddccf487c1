"""What equal tiles of a studio differ by, which says from when on two colours are told apart."""

from collections import defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from itertools import compress
from typing import Any

from claycore.colour.equal_tiles import USUAL, Noise, noise_of, record_of
from claycore.colour.notation import Lab
from claycore.measure.replicates import NO_RECORD, Record, in_line
from umberpot.colours.fired import FiredColour, equal_sets, labs
from umberpot.studio.models import Studio
from umberpot.tiles.colours import current_colours
from umberpot.tiles.columns import LAB_COLUMNS

MOST_FOR_NOISE = 1000
"""The latest colours of mixes that a studio's noise is taken from."""


@dataclass(frozen=True)
class StudioRecord:
    """What the studio's equal tiles were seen to differ by: in all, and by the mix they are of."""

    total: Record
    by_mix: Mapping[int, Record]

    def excluding_tiles(self, mixes: Iterable[int]) -> Record:
        """What all but the tiles of these mixes were seen to differ by."""
        own = (self.by_mix[mix] for mix in set(mixes) & self.by_mix.keys())
        return self.total - sum(own, NO_RECORD)


def studio_record(studio: Studio) -> StudioRecord:
    """The studio's record, in one query. A fire without a cone flashes each piece its own way."""
    fired_alike = ("firing__cone", "firing__atmosphere", "tile__glazed", "tile__glaze")
    alike = ("tile__mix", *fired_alike, "of_bare_half")
    of_mixes = current_colours(studio).exclude(firing__cone="").exclude(tile__mix=None)
    rows = of_mixes.order_by("-pk")
    sets: dict[tuple[Any, ...], list[Lab]] = defaultdict(list)
    for *key, lightness, a, b in rows.values_list(*alike, *LAB_COLUMNS)[:MOST_FOR_NOISE]:
        sets[tuple(key)].append(Lab(lightness, a, b))
    by_mix: dict[int, Record] = defaultdict(Record)
    records = [record_of(tiles) for tiles in sets.values()]
    mixes = (mix for mix, *_ in sets)
    for mix, record in compress(zip(mixes, records, strict=True), in_line(records, USUAL)):
        by_mix[mix] += record
    return StudioRecord(sum(by_mix.values(), NO_RECORD), dict(by_mix))


def noise_for(colours: Sequence[FiredColour], record: StudioRecord) -> Noise:
    """The noise to judge these colours by: their own equal tiles, and all others of the studio."""
    mixes = [one.mix for one in colours if one.mix is not None]
    own = [labs(equal) for equal in equal_sets(colours)]
    return noise_of(own, record.excluding_tiles(mixes))
