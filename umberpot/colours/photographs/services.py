"""Photographs kept, read and recorded."""

import io
import uuid
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from django.contrib.auth.models import User
from PIL import Image

from claycore.colour.photographs.patches import Patch, Picture, Refusal
from claycore.colour.photographs.reading import (
    Light,
    PatchColour,
    Reference,
    corrected,
    read_photograph,
)
from claycore.colour.photographs.texture import Texture, texture_of
from umberpot.colours.models import Photograph, Ring, Scale
from umberpot.colours.photographs.forms import PhotoTarget, ScaleBar
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.colours import MeasuredColour
from umberpot.tiles.models import ColourSource, Trial
from umberpot.tiles.readings.services import ColourEntry, record_last_colours


@dataclass(frozen=True)
class Marked:
    """What is marked on a photograph: references and tiles, by key; its scale; and the keys of
    tiles that are made and fired alike."""

    references: Mapping[str, Reference]
    tiles: Mapping[str, Patch]
    ruled: ScaleBar
    equal: Sequence[Sequence[str]] = ()

    @property
    def equal_places(self) -> list[list[int]]:
        """The places among the tiles of those that are made and fired alike, kind by kind."""
        place = {key: number for number, key in enumerate(self.tiles)}
        return [[place[key] for key in kind if key in place] for kind in self.equal]


@dataclass(frozen=True)
class Colours:
    """What was read: each tile's colour and each reference's refusal, by key."""

    tiles: Mapping[str, PatchColour]
    references: Mapping[str, Refusal | None]
    light: Light | None


def keep_photograph(trial: Trial, image: bytes, key: uuid.UUID, by: User) -> Photograph:
    """A photograph of a trial's tiles. The same ``key`` keeps only one."""
    with Image.open(io.BytesIO(image)) as picture:
        width, height = picture.size
    kept, _ = Photograph.objects.get_or_create(
        studio_id=trial.studio_id,
        request_key=key,
        defaults={
            "trial": trial,
            "image": image,
            "width": width,
            "height": height,
            "made_by": by,
        },
    )
    return kept


def read(photograph: Photograph, marked: Marked) -> Colours:
    """The colours of what is marked; nothing is recorded.

    Each reading infers the light from its own rings: colours of one share their doubts, of two not.
    """
    found = read_photograph(
        _picture(photograph),
        list(marked.references.values()),
        list(marked.tiles.values()),
        marked.equal_places,
        str(uuid.uuid4()),
    )
    return Colours(
        dict(zip(marked.tiles, found.colours, strict=True)),
        dict(zip(marked.references, found.references, strict=True)),
        found.light,
    )


def _picture(photograph: Photograph) -> Picture:
    return _decoded(bytes(photograph.image))


@lru_cache(maxsize=2)
def _decoded(image: bytes) -> Picture:
    """The pixels of a photograph, not to be written to.

    The last two are kept: a wall asks for every tile of one photograph in a row, and decoding it
    takes longer than all the rest of an answer.
    """
    with Image.open(io.BytesIO(image)) as picture:
        return np.asarray(picture.convert("RGB"))


@dataclass(frozen=True)
class CloseUp:
    """A ring seen close: the picture in it as it would look in white light, and its texture."""

    jpeg: bytes
    texture: Texture


def close_up(ring: Ring) -> CloseUp | None:
    """What a ring shows; None where its photograph has no reference any more that can be read."""
    photograph = ring.photograph
    picture = _picture(photograph)
    references = [
        Reference(Patch(one.x, one.y, one.radius), one.known)
        for one in photograph.rings.filter(tile=None)
        if one.known
    ]
    patch = Patch(ring.x, ring.y, ring.radius)
    square = corrected(picture, references, patch)
    if square is None:
        return None
    out = io.BytesIO()
    Image.fromarray(square).save(out, "JPEG", quality=90, subsampling=0)
    scale: Scale | None = getattr(photograph, "scale", None)
    texture = texture_of(picture, patch, scale.mm_per_pixel if scale else None)
    return CloseUp(out.getvalue(), texture)


@dataclass(frozen=True)
class Saved:
    """What came of saving: how many colours were recorded, and by their labels which tiles were
    refused, were not marked, and of these two keep the colour they had."""

    count: int
    refused: Mapping[str, Refusal]
    unmarked: Sequence[str]
    as_before: Sequence[str]


def _saved(spots: Mapping[str, PhotoTarget], found: Colours, recorded: set[str]) -> Saved:
    refused = {}
    for key, spot in spots.items():
        why = found.tiles[key].refusal if key in found.tiles else None
        if why:
            refused[spot.title] = why
    unmarked = [spot.title for key, spot in spots.items() if key not in found.tiles]
    others = [spot for key, spot in spots.items() if key not in recorded]
    return Saved(len(recorded), refused, unmarked, [one.title for one in others if one.colour])


@whole_change()
def save(
    photograph: Photograph,
    marked: Marked,
    spots: Mapping[str, PhotoTarget],
    seen: Mapping[str, int | None],
    by: User,
) -> Saved:
    """Keeps the rings, records the colours after each tile's last firing, and says which.

    ``seen`` is the reading that each tile had on the page. Raises StaleReading where it has another
    by now; then nothing is kept. A colour that was recorded from this photograph before is
    superseded by what is read now.
    """
    found = read(photograph, marked)
    photograph.rings.all().delete()
    _keep_scale(photograph, marked.ruled)
    entries = {
        key: (spot.tile, ColourEntry(_measured(found.tiles[key], spot), seen[key]))
        for key, spot in spots.items()
        if key in marked.tiles and found.tiles[key].lab and spot.tile.last_firing
    }
    recorded = record_last_colours(entries.values(), by)
    readings = {key: recorded[spots[key].tile.pk, spots[key].of_bare_half] for key in entries}
    Ring.objects.bulk_create(
        [
            *(_ring_of(photograph, reference) for reference in marked.references.values()),
            *(
                Ring(
                    studio_id=photograph.studio_id,
                    photograph=photograph,
                    tile=spots[key].tile,
                    of_bare_half=spots[key].of_bare_half,
                    reading=readings.get(key),
                    **vars(patch),
                )
                for key, patch in marked.tiles.items()
            ),
        ]
    )
    return _saved(spots, found, set(readings))


def _measured(colour: PatchColour, spot: PhotoTarget) -> MeasuredColour:
    assert colour.lab is not None
    written = ", ".join(f"{value:.1f}" for value in colour.lab.values)
    source = ColourSource.PHOTOGRAPH
    return MeasuredColour(colour.lab, written, source, colour.u95, spot.of_bare_half, colour.doubt)


def _keep_scale(photograph: Photograph, ruled: ScaleBar) -> None:
    """Keeps how large the photograph is; without one, what stood there goes."""
    Scale.objects.filter(photograph=photograph).delete()
    if ruled.start and ruled.end and ruled.distance_mm:
        Scale.objects.create(
            studio_id=photograph.studio_id,
            photograph=photograph,
            from_x=ruled.start.x,
            from_y=ruled.start.y,
            to_x=ruled.end.x,
            to_y=ruled.end.y,
            distance_mm=ruled.distance_mm,
        )


def keep_reference(photograph: Photograph, reference: Reference) -> None:
    """Keeps where a reference of known colour lies."""
    _ring_of(photograph, reference).save()


def _ring_of(photograph: Photograph, reference: Reference) -> Ring:
    known = reference.known
    return Ring(
        studio_id=photograph.studio_id,
        photograph=photograph,
        lightness=known.lightness,
        a=known.a,
        b=known.b,
        **vars(reference.patch),
    )
