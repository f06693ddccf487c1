"""Photographs kept, read and recorded."""

import io
import uuid
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

import numpy as np
from django.contrib.auth.models import User
from django.db.models import Exists, OuterRef, Prefetch, QuerySet
from PIL import Image

from claycore.colour.doubt import SeenColour, averaged
from claycore.colour.notation import Lab
from claycore.colour.photographs.patches import Patch, Picture, Refusal, is_within
from claycore.colour.photographs.reading import (
    Light,
    PatchColour,
    Reference,
    corrected,
    read_photograph,
)
from claycore.colour.photographs.references import CARD_IS_OFF_BY, REFERENCES
from claycore.colour.photographs.texture import Texture, texture_of
from claycore.colour.spaces import Space
from umberpot.colours.models import Photograph, Ring, Scale
from umberpot.colours.photographs.forms import PhotoTarget, ScaleBar
from umberpot.colours.photographs.marks import Marks, marks_of
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.colours import MeasuredColour
from umberpot.tiles.models import ColourReading, ColourSource, Trial
from umberpot.tiles.readings.services import ColourEntry, record_last_colours
from umberpot.ui.pictures import space_of


@dataclass(frozen=True)
class MarkedPhotograph:
    """What is marked on a photograph: references and tiles, by key; its scale; the keys of tiles
    that are made and fired alike; and whether light of two colours fell on it."""

    references: Mapping[str, Reference]
    tiles: Mapping[str, Patch]
    ruled: ScaleBar
    equal: Sequence[Sequence[str]] = ()
    two_lights: bool = False

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


def keep_photograph(
    trial: Trial, image: bytes, key: uuid.UUID, by: User, name: str = ""
) -> Photograph:
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
            "name": name,
            "made_by": by,
        },
    )
    return kept


def photographs_of(trial: Trial) -> QuerySet[Photograph]:
    """The photographs of a trial, the latest first; ``is_read`` is whether colours were saved."""
    read = Ring.objects.filter(photograph=OuterRef("pk")).exclude(tile=None)
    return trial.photographs.defer("image").annotate(is_read=Exists(read))


def keep_marks(photograph: Photograph, name: str, two_lights: bool, marks: Marks) -> None:
    """Keeps what is marked as it is now, to go on from when the page is opened again."""
    this = Photograph.objects.filter(pk=photograph.pk)
    # By itself: while a ring is dragged the journal has nothing to tell, nor to load the picture.
    this.update(marks=marks.written)
    if (photograph.name, photograph.two_lights) != (name, two_lights):
        this.update(name=name, two_lights=two_lights)


def back_to_saved(photograph: Photograph) -> None:
    """Forgets what was marked since colours were saved."""
    Photograph.objects.filter(pk=photograph.pk).update(marks=None)


@whole_change()
def use_marks_on(
    photograph: Photograph, image: bytes, key: uuid.UUID, by: User
) -> tuple[Photograph, bool]:
    """Another picture of the same things, with the same marks; and whether the earlier one is kept.

    It goes where no colour was read off it.
    """
    other = keep_photograph(photograph.trial, image, key, by, photograph.name)
    marks = marks_of(photograph).scaled(other.width / photograph.width)
    keep_marks(other, photograph.name, photograph.two_lights, marks)
    was_read = photograph.rings.exclude(reading=None).exists()
    if not was_read:
        photograph.delete()
    return other, was_read


def read(photograph: Photograph, marked: MarkedPhotograph) -> Colours:
    """The colours of what is marked; nothing is recorded.

    Each reading infers the light from its own rings: colours of one share their doubts, of two not.
    """
    picture, space = _picture(photograph)
    found = read_photograph(
        picture,
        list(marked.references.values()),
        list(marked.tiles.values()),
        marked.equal_places,
        str(uuid.uuid4()),
        marked.two_lights,
        space,
    )
    return Colours(
        dict(zip(marked.tiles, found.colours, strict=True)),
        dict(zip(marked.references, found.references, strict=True)),
        found.light,
    )


def _picture(photograph: Photograph) -> tuple[Picture, Space]:
    return _decoded(bytes(photograph.image))


@lru_cache(maxsize=2)
def _decoded(image: bytes) -> tuple[Picture, Space]:
    """The pixels of a photograph, not to be written to, and their space.

    The last two are kept: a wall asks for every tile of one photograph in a row, and decoding it
    takes longer than all the rest of an answer.
    """
    with Image.open(io.BytesIO(image)) as picture:
        return np.asarray(picture.convert("RGB")), space_of(picture)


@dataclass(frozen=True)
class CloseUp:
    """A ring seen close: the picture in it as it would look in white light, and its texture."""

    jpeg: bytes
    texture: Texture


def close_up(ring: Ring) -> CloseUp | None:
    """What a ring shows; None where its photograph has no reference any more that can be read."""
    photograph = ring.photograph
    picture, space = _picture(photograph)
    cards = photograph.rings.filter(tile=None)
    references = [reference for card in cards if (reference := _reference_of(card))]
    patch = Patch(ring.x, ring.y, ring.radius)
    square = corrected(picture, references, patch, photograph.two_lights, space)
    if square is None:
        return None
    out = io.BytesIO()
    Image.fromarray(square).save(out, "JPEG", quality=90, subsampling=0)
    scale: Scale | None = getattr(photograph, "scale", None)
    texture = texture_of(picture, patch, scale.mm_per_pixel if scale else None, space)
    return CloseUp(out.getvalue(), texture)


def textures_of(rings: Sequence[Ring]) -> dict[int, Texture]:
    """How even each ring is, by its key; none of a photograph without a reference.

    As many queries for many rings as for one.
    """
    cards = Prefetch("rings", Ring.objects.filter(tile=None), to_attr="cards")
    used = Photograph.objects.filter(pk__in={ring.photograph_id for ring in rings})
    found = {}
    for photograph in used.select_related("scale").prefetch_related(cards):
        picture, space = _picture(photograph)
        scale: Scale | None = getattr(photograph, "scale", None)
        for ring in rings:
            patch = Patch(ring.x, ring.y, ring.radius)
            is_here = ring.photograph_id == photograph.pk and photograph.cards
            if is_here and is_within(picture, patch):
                mm = scale.mm_per_pixel if scale else None
                found[ring.pk] = texture_of(picture, patch, mm, space)
    return found


@dataclass(frozen=True)
class Saved:
    """What came of saving: how many colours were recorded, and by their labels which tiles were
    refused, were not marked, and of these two keep the colour they had; which were averaged with
    another photograph, and which were to be and are not."""

    count: int
    refused: Mapping[str, Refusal]
    unmarked: Sequence[str]
    as_before: Sequence[str]
    averaged: Sequence[str] = ()
    not_averaged: Sequence[str] = ()


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
    marked: MarkedPhotograph,
    spots: Mapping[str, PhotoTarget],
    seen: Mapping[str, int | None],
    by: User,
    average: bool = False,
) -> Saved:
    """Keeps the rings, records the colours after each tile's last firing, and says which.

    ``seen`` is the reading that each tile had on the page. Raises StaleReading where it has another
    by now; then nothing is kept. A colour that was recorded from this photograph before is
    superseded by what is read now. With ``average`` what another photograph says counts as well.
    """
    found = read(photograph, marked)
    earlier = read_elsewhere(photograph, spots) if average else {}
    photograph.rings.all().delete()
    back_to_saved(photograph)
    _keep_scale(photograph, marked.ruled)
    measured = {
        key: _measured(found.tiles[key], spot)
        for key, spot in spots.items()
        if key in marked.tiles and found.tiles[key].lab and spot.tile.last_firing
    }
    means = {key: _averaged(measured[key], earlier[key]) for key in measured if key in earlier}
    measured |= {key: mean for key, mean in means.items() if mean}
    entries = {
        key: (spots[key].tile, ColourEntry(colour, seen[key])) for key, colour in measured.items()
    }
    recorded = record_last_colours(entries.values(), by)
    readings = {key: recorded[spots[key].tile.pk, spots[key].of_bare_half] for key in entries}
    Ring.objects.bulk_create(
        [
            *(_ring_of(photograph, key, one) for key, one in marked.references.items()),
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
    saved = _saved(spots, found, set(readings))
    return replace(
        saved,
        averaged=[spots[key].title for key, mean in means.items() if mean],
        not_averaged=[spots[key].title for key, mean in means.items() if mean is None],
    )


def read_elsewhere(
    photograph: Photograph, spots: Mapping[str, PhotoTarget]
) -> dict[str, ColourReading]:
    """What another photograph says of tiles as they were fired last, the latest, by key.

    Means are not taken into a further mean: what they rest on would count twice.
    """
    keys = {(spot.tile.pk, spot.of_bare_half): key for key, spot in spots.items()}
    readings = ColourReading.objects.filter(tile__in={tile for tile, _ in keys}, ring__isnull=False)
    found = {}
    for reading in readings.exclude(ring__photograph=photograph).order_by("pk"):
        key = keys.get((reading.tile_id, reading.of_bare_half))
        last = spots[key].tile.last_firing if key else None
        doubt = reading.lab.doubt
        if key and last and reading.firing_id == last.pk and doubt and not doubt.is_mean:
            found[key] = reading
    return found


def _averaged(colour: MeasuredColour, other: ColourReading) -> MeasuredColour | None:
    """The mean of both; None where they do not agree."""
    seen = SeenColour(*colour.lab.values, colour.doubt)
    mean = averaged(seen, other.lab)
    if mean is None:
        return None
    return replace(colour, lab=mean.lab, typed=_written(mean.lab), u95=mean.u95, doubt=mean.doubt)


def _measured(colour: PatchColour, spot: PhotoTarget) -> MeasuredColour:
    assert colour.lab is not None
    return MeasuredColour(
        colour.lab,
        _written(colour.lab),
        ColourSource.PHOTOGRAPH,
        colour.u95,
        spot.of_bare_half,
        colour.doubt,
    )


def _written(lab: Lab) -> str:
    return ", ".join(f"{value:.1f}" for value in lab.values)


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


def keep_reference(photograph: Photograph, key: str, reference: Reference) -> None:
    """Keeps where a reference of known colour lies; ``key`` says of which kind it is."""
    _ring_of(photograph, key, reference).save()


def _reference_of(ring: Ring) -> Reference | None:
    """The reference that a ring lies on; None where it lies on none."""
    if ring.known is None:
        return None
    kind = REFERENCES.get(ring.kind)
    off_by = kind.off_by if kind else CARD_IS_OFF_BY
    return Reference(Patch(ring.x, ring.y, ring.radius), ring.known, off_by)


def _ring_of(photograph: Photograph, key: str, reference: Reference) -> Ring:
    ring = Ring(
        studio_id=photograph.studio_id,
        photograph=photograph,
        kind=key,
        **vars(reference.patch),
    )
    ring.known = reference.known
    return ring
