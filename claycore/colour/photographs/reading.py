"""Colours of patches from a photograph, by references of known colour in the same light.

What light and camera did is inferred from the references, and from tiles that are made alike; see
:mod:`claycore.colour.photographs.light_and_camera`. Each colour's ± holds all that they leave open,
and what two colours of one picture share in it cancels in their difference.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.colour.doubt import Doubt
from claycore.colour.notation import Lab
from claycore.colour.photographs.doubts import doubts_of
from claycore.colour.photographs.light_and_camera import Causes, Known, LightCause, Seen, likeliest
from claycore.colour.photographs.patches import (
    Patch,
    Picture,
    Read,
    Refusal,
    is_within,
    read_patch,
)
from claycore.colour.photographs.references import CARD_IS_OFF_BY
from claycore.colour.spaces import (
    SRGB,
    Space,
    in_srgb,
    linear_from_lab,
    linear_from_srgb,
    srgb_from_linear,
)

DARKEST_REFERENCE = 0.15
"""A reference photographed darker than this share of what it is is underexposed. Our choice."""

UNEVEN_REFERENCE = 0.12
"""A reference whose brightness varies by more lies in shadow, or is not plain. Our choice."""

STEADY = 0.03
"""Light may fall off by this share before it is told. Our choice."""

TINTED = 2.2
"""Channels scaled this differently tell of strongly coloured light. Our choice."""

SURPRISING = 4.0
"""References this many standard deviations from anything usual do not fit together: a card is not
what it is taken for. Our choice."""

UNLIKE_CARDS = 15.0
"""Cards whose lightness differs by more may tell what a camera does to tones. Our choice."""

UNLIKE = 1.7
"""Equal tiles whose differences no light explains so well are not used to tell it. Our choice."""

_EVERY = 16
"""The mean light of a picture is that of every so manieth row and column."""


@dataclass(frozen=True)
class Reference:
    """A patch of known colour; ``off_by`` is how far it usually is from that, in L and in a, b."""

    patch: Patch
    known: Lab
    off_by: tuple[float, float] = CARD_IS_OFF_BY


@dataclass(frozen=True)
class PatchColour:
    """A patch's colour and how far it may be off, CIEDE2000 at about 95 %; or why there is none."""

    lab: Lab | None
    u95: float
    refusal: Refusal | None
    doubt: Doubt | None = None


@dataclass(frozen=True)
class Light:
    """What the references tell of light and camera, to be said beside the colours.

    ``falls`` is how light changes along the row of what was marked, over the picture's longer side,
    and ``contrast`` how far the camera exaggerates contrast, both as shares; ``tint`` is the
    largest of the channels' scales by the least; ``has_unlike`` whether references of different
    lightness were read. ``two_lights`` is whether the references show that it changes its colour.
    """

    falls: LightCause
    contrast: LightCause
    tint: float
    has_unlike: bool
    two_lights: bool = False

    @property
    def mixes_up(self) -> bool:
        """Whether unlike references lie so that a slope of light could as well be contrast."""
        return self.has_unlike and not self.falls.is_known and not self.contrast.is_known

    @property
    def is_uneven(self) -> bool:
        return self.falls.is_known and self.falls.is_there and abs(self.falls.size) > STEADY

    @property
    def is_bent(self) -> bool:
        return self.contrast.is_known and self.contrast.is_there

    @property
    def is_tinted(self) -> bool:
        return self.tint > TINTED


@dataclass(frozen=True)
class PhotographReading:
    """Every patch's colour, in order, and each reference's refusal, None where it was read.

    No patch has a colour while no reference does.
    """

    colours: tuple[PatchColour, ...]
    references: tuple[Refusal | None, ...]
    light: Light | None


def read_photograph(
    picture: Picture,
    references: Sequence[Reference],
    patches: Sequence[Patch],
    equal: Sequence[Sequence[int]] = (),
    called: str = "",
    two_lights: bool = False,
    space: Space = SRGB,
) -> PhotographReading:
    """The colours of patches in a picture, and how far each may be off.

    ``equal`` are the places among the patches of tiles that are made alike, a list for each kind;
    ``called`` tells this picture from others in the doubts of its colours; ``two_lights`` is known
    where lights of two colours fell on it; ``space`` is that of its pixels.
    Raises nothing: what cannot be read says why. Source: as at the head of this file.
    """
    reads = [read_patch(picture, patch) for patch in patches]
    places = [n for n, read in enumerate(reads) if isinstance(read, Read)]
    good = [read for read in reads if isinstance(read, Read)]
    seen = _seen(picture, [patches[n] for n in places], good) if good else None
    at = {place: number for number, place in enumerate(places)}
    alike = [[at[n] for n in kind if n in at] for kind in equal]
    cards = _Cards(picture, references, space)
    causes, refusals = _causes(cards, seen, alike, two_lights)
    refused = [read if isinstance(read, Refusal) else None for read in reads]
    if causes is None:
        none = tuple(PatchColour(None, 0.0, None) for _ in patches)
        return PhotographReading(none, refusals, None)
    colours = [PatchColour(None, 0.0, why) for why in refused]
    if seen:
        found = causes.true_light(seen)
        for place, lab, known in zip(places, found.labs, doubts_of(found, called), strict=True):
            lightness, a, b = (float(value) for value in lab)
            within = Lab(min(max(lightness, 0.0), 100.0), a, b)
            colours[place] = PatchColour(within, known.u95, None, known.doubt)
    has_unlike = _has_unlike(references, refusals)
    seen_two = causes.has_two_lights and not two_lights
    light = Light(causes.falls, causes.contrast, causes.tint, has_unlike, seen_two)
    return PhotographReading(tuple(colours), refusals, light)


def corrected(
    picture: Picture,
    references: Sequence[Reference],
    patch: Patch,
    two_lights: bool = False,
    space: Space = SRGB,
) -> Picture | None:
    """The square within a patch as it would look in white light: its own texture, its true colour.

    It is sRGB, to be shown; ``space`` is that of the picture's pixels. None where no reference can
    be read, or the patch does not lie in the picture. Raises nothing. Source: as at the head of
    this file.
    """
    causes, _ = _causes(_Cards(picture, references, space), two_lights=two_lights)
    if causes is None or not is_within(picture, patch):
        return None
    half = max(1, int(patch.radius / np.sqrt(2)))
    x, y = int(patch.x), int(patch.y)
    part = picture[y - half : y + half, x - half : x + half]
    linear = linear_from_srgb(part.reshape(-1, 3) / 255.0)
    lit = causes.corrects(linear, _places(picture, [patch])[0]).reshape(part.shape)
    square: Picture = np.round(srgb_from_linear(in_srgb(lit, space)) * 255).astype(np.uint8)
    return square


def _has_unlike(references: Sequence[Reference], refusals: Sequence[Refusal | None]) -> bool:
    read = [one.known.lightness for one, why in zip(references, refusals, strict=True) if not why]
    return max(read) - min(read) > UNLIKE_CARDS


@dataclass(frozen=True)
class _Cards:
    """A picture of some space, and the references in it."""

    picture: Picture
    references: Sequence[Reference]
    space: Space

    def linear(self, one: Reference) -> NDArray[Any]:
        """The light a reference is taken to send back."""
        return np.maximum(linear_from_lab(one.known.values, self.space), 1e-4)

    def off_by(self, one: Reference) -> NDArray[Any]:
        """The covariance of the logarithms of that light: no card is quite its colour."""
        lightness, tint = one.off_by
        off = np.diag((lightness, tint, tint)) + np.array(one.known.values)
        light = np.maximum(linear_from_lab(off, self.space), 1e-4)
        moved = np.log(light) - np.log(self.linear(one))
        covariance: NDArray[Any] = moved.T @ moved
        return covariance

    def too_dark(self, one: Reference, read: Read | Refusal) -> Refusal | None:
        """A refusal where a reference sends back far less light than it would in good light."""
        if isinstance(read, Read) and (read.mean < DARKEST_REFERENCE * self.linear(one)).all():
            return Refusal.TOO_DARK
        return None


def _causes(
    cards: _Cards,
    tiles: Seen | None = None,
    equal: Sequence[Sequence[int]] = (),
    two_lights: bool = False,
) -> tuple[Causes | None, tuple[Refusal | None, ...]]:
    """What light and camera did, None where no reference can be read; and their refusals."""
    picture, references = cards.picture, cards.references
    reads = [_reference(picture, reference) for reference in references]
    mean_light = linear_from_srgb(picture[::_EVERY, ::_EVERY] / 255.0).mean(axis=(0, 1))
    refusals = tuple(one if isinstance(one, Refusal) else None for one in reads)
    known = _known(cards, reads)
    if known is None:
        return None, refusals
    causes = likeliest(known, mean_light, two_lights=two_lights)
    if causes.surprise > SURPRISING:
        return None, tuple(why or Refusal.DISAGREES for why in refusals)
    dark = tuple(cards.too_dark(one, read) for one, read in zip(references, reads, strict=True))
    if any(dark):
        # Only now: one that is too dark beside others that are not may have been another card.
        lit = [why or read for why, read in zip(dark, reads, strict=True)]
        refusals = tuple(one if isinstance(one, Refusal) else None for one in lit)
        known = _known(cards, lit)
        if known is None:
            return None, refusals
        causes = likeliest(known, mean_light, two_lights=two_lights)
    with_equal = likeliest(known, mean_light, tiles, equal, two_lights=two_lights)
    # Tiles that were to be alike and are not tell nothing of the light.
    return (with_equal if with_equal.surprise < UNLIKE else causes), refusals


def _known(cards: _Cards, reads: Sequence[Read | Refusal]) -> Known | None:
    """The references that could be read; None where there are none."""
    both = zip(cards.references, reads, strict=True)
    kept = [(one, read) for one, read in both if isinstance(read, Read)]
    if not kept:
        return None
    return Known(
        _seen(cards.picture, [one.patch for one, _ in kept], [read for _, read in kept]),
        np.array([cards.linear(one) for one, _ in kept]),
        np.array([cards.off_by(one) for one, _ in kept]),
        cards.space,
    )


def _seen(picture: Picture, patches: Sequence[Patch], reads: Sequence[Read]) -> Seen:
    light, error = np.array([r.mean for r in reads]), np.array([r.error for r in reads])
    return Seen(_places(picture, patches), light, error)


def _places(picture: Picture, patches: Sequence[Patch]) -> NDArray[Any]:
    """The middles of patches, as shares of the picture's longer side."""
    places: NDArray[Any] = np.array([(one.x, one.y) for one in patches]) / max(picture.shape[:2])
    return places


def _reference(picture: Picture, reference: Reference) -> Read | Refusal:
    read = read_patch(picture, reference.patch)
    if isinstance(read, Read) and read.unevenness > UNEVEN_REFERENCE:
        return Refusal.UNEVEN
    return read
