"""Pictures of many studios, read, and held against what truly lay there."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np

from claycore.colour.difference import ciede2000_of
from claycore.colour.notation import Lab
from claycore.colour.photographs.patches import Patch
from claycore.colour.photographs.reading import PhotographReading, Reference, read_photograph
from standins.studios.studios import CameraPicture, Card, take


@dataclass(frozen=True)
class Read:
    """One tile: by how much it was missed, CIEDE2000, and the ± it was given; at which place."""

    place: int
    off: float
    u95: float


def read_picture(
    picture: CameraPicture,
    row: Sequence[Card | None],
    equal: Sequence[Sequence[int]] = (),
    two_lights: bool = False,
) -> PhotographReading:
    """What the cards of a row say of its tiles."""
    patches = [Patch(*place) for place in picture.places]
    references = [
        Reference(patch, Lab(*thing.taken_for))
        for patch, thing in zip(patches, row, strict=True)
        if thing
    ]
    tiles = [patch for patch, thing in zip(patches, row, strict=True) if thing is None]
    return read_photograph(picture.pixels, references, tiles, equal, two_lights=two_lights)


def reads_of(picture: CameraPicture, found: PhotographReading) -> list[Read]:
    """Every tile of a picture that was read."""
    return [
        Read(place, float(ciede2000_of(colour.lab.values, true)), colour.u95)
        for place, (colour, true) in enumerate(zip(found.colours, picture.tiles, strict=True))
        if colour.lab
    ]


def read_studios(row: Sequence[Card | None], seeds: Iterable[int]) -> list[Read]:
    """Every tile of a row in so many studios, but for those that were refused."""
    found = []
    for seed in seeds:
        picture = take(row, seed)
        found += reads_of(picture, read_picture(picture, row))
    return found


def holds(reads: Sequence[Read]) -> float:
    """The share of tiles whose ± holds."""
    return float(np.mean([read.off <= read.u95 for read in reads]))
