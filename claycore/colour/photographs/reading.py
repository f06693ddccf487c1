"""Colours of patches from a photograph, by references of known colour in the same light.

Each channel of linear light is scaled so that the reference comes out as what it is. With two
references or more the scale may change over the picture, as light falls off; with one it is taken
to be the same everywhere, and the doubt of that goes into the ±. Two of different lightness side
by side tell how the camera bends tones, which is taken out. Source: IEC 61966-2-1 for sRGB;
scaling channel by channel is von Kries's rule, any text on colour.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import combinations
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.colour.difference import ciede2000_of
from claycore.colour.notation import Lab
from claycore.colour.photographs.patches import (
    Patch,
    Picture,
    Read,
    Refusal,
    is_within,
    read_patch,
)
from claycore.colour.spaces import (
    lab_from_linear,
    linear_from_lab,
    linear_from_srgb,
    srgb_from_linear,
)

DARKEST_REFERENCE = 0.15
"""A reference photographed darker than this share of what it is is underexposed. Our choice."""

UNEVEN_REFERENCE = 0.12
"""A reference whose brightness varies by more lies in shadow, or is not plain. Our choice."""

USUAL_FALL_OFF = 0.03
"""How much light usually changes between a tile and the one reference. Common practice, from
memory."""

LEAST_SPAN = 0.35
"""References nearer to each other than this share of the picture's longer side do not tell how
light changes over it: a small error between them would grow beyond them. Our choice."""

_STEADY = 0.03
"""Between references light may change by this share before it is told. Our choice."""

LEAST_STEP = 1.8
"""Two references tell how the camera bends tones if one reflects so many times as much light as
the other. Our choice."""

STRAIGHT = 0.03
"""A curve of tones within this of 1 is straight: it cannot be told from noise. Our choice."""

CURVES = (0.6, 1.9)
"""No camera bends tones further than this: then a card is not what it is taken for. Our choice."""

_OFF_THE_POWER = 0.06
"""How far off a bent curve is from a power of light, as a share of how far that is from 1. Found
by trial with S-shaped curves."""

TINTED = 2.2
"""Channels scaled this differently tell of strongly coloured light. Our choice."""


@dataclass(frozen=True)
class Reference:
    """A patch of known colour."""

    patch: Patch
    known: Lab


@dataclass(frozen=True)
class PatchColour:
    """A patch's colour and how far it may be off, CIEDE2000 at about 95 %; or why there is none."""

    lab: Lab | None
    u95: float
    refusal: Refusal | None


@dataclass(frozen=True)
class Light:
    """What the references tell of the light, to be said beside the colours.

    ``fall_off`` is how much it changes from one reference to another as a share, None with one
    reference or with several close together; ``tint`` the largest of the channels' scales by the
    least. ``curve`` is the power of light that the camera recorded, 1 where it is straight, None
    where no two references of different lightness lie side by side.
    """

    fall_off: float | None
    tint: float
    curve: float | None = None

    @property
    def is_bent(self) -> bool:
        return self.curve is not None and abs(self.curve - 1) > STRAIGHT

    @property
    def is_uneven(self) -> bool:
        return self.fall_off is not None and self.fall_off > _STEADY

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
    picture: Picture, references: Sequence[Reference], patches: Sequence[Patch]
) -> PhotographReading:
    """The colours of patches in a picture, and how far each may be off.

    Raises nothing: what cannot be read says why. Source: as at the head of this file.
    """
    scale, refusals = _scale_by(picture, references)
    if scale is None:
        none = tuple(PatchColour(None, 0.0, None) for _ in patches)
        return PhotographReading(none, refusals, None)
    colours = tuple(_colour(picture, patch, scale) for patch in patches)
    return PhotographReading(colours, refusals, scale.light)


def corrected(picture: Picture, references: Sequence[Reference], patch: Patch) -> Picture | None:
    """The square within a patch as it would look in white light: its own texture, its true colour.

    None where no reference can be read, or the patch does not lie in the picture. Raises nothing.
    Source: as at the head of this file.
    """
    scale, _ = _scale_by(picture, references)
    if scale is None or not is_within(picture, patch):
        return None
    half = max(1, int(patch.radius / np.sqrt(2)))
    x, y = int(patch.x), int(patch.y)
    part = picture[y - half : y + half, x - half : x + half] / 255.0
    linear = linear_from_srgb(part) ** (1 / scale.power) * scale.at(patch)
    square: Picture = np.round(srgb_from_linear(linear) * 255).astype(np.uint8)
    return square


def _scale_by(
    picture: Picture, references: Sequence[Reference]
) -> tuple["_Scale | None", tuple[Refusal | None, ...]]:
    """What the references make of the picture, None where none can be read; and their refusals."""
    seen = [_reference(picture, reference) for reference in references]
    refusals = tuple(one if isinstance(one, Refusal) else None for one in seen)
    known = [
        (reference, read)
        for reference, read in zip(references, seen, strict=True)
        if isinstance(read, Read)
    ]
    if not known:
        return None, refusals
    longer_side = max(picture.shape[:2])
    curve = _curve_of(known, longer_side)
    if curve is not None and not CURVES[0] <= curve <= CURVES[1]:
        return None, tuple(refusal or Refusal.DISAGREES for refusal in refusals)
    return _Scale(_straightened(known, curve), longer_side, curve), refusals


def _reference(picture: Picture, reference: Reference) -> Read | Refusal:
    read = read_patch(picture, reference.patch)
    if isinstance(read, Refusal):
        return read
    if (read.mean < DARKEST_REFERENCE * _linear(reference.known)).all():
        return Refusal.TOO_DARK
    return Refusal.UNEVEN if read.unevenness > UNEVEN_REFERENCE else read


def _linear(lab: Lab) -> NDArray[Any]:
    return np.maximum(linear_from_lab(lab.values), 1e-4)


def _curve_of(known: Sequence[tuple[Reference, Read]], longer_side: int) -> float | None:
    """The power of light that the camera recorded, by references side by side; None without two.

    A phone makes shadows darker and lights lighter. Over the tones between two greys that is nearly
    a power of the light, and where they lie side by side it is not the light that differs.
    """
    steps, seen = 0.0, 0.0
    for (one, read), (other, other_read) in combinations(known, 2):
        apart = math.hypot(one.patch.x - other.patch.x, one.patch.y - other.patch.y)
        step = np.log(_linear(one.known) / _linear(other.known)).mean()
        if apart < LEAST_SPAN * longer_side and abs(step) >= np.log(LEAST_STEP):
            ratio = np.maximum(read.mean, 1e-6) / np.maximum(other_read.mean, 1e-6)
            steps, seen = steps + step**2, seen + step * np.log(ratio).mean()
    return float(seen / steps) if steps else None


def _straightened(
    known: Sequence[tuple[Reference, Read]], curve: float | None
) -> list[tuple[Reference, Read]]:
    """What was read off the references, with the camera's curve taken out."""
    return [(reference, _straight(read, curve or 1.0)) for reference, read in known]


def _straight(read: Read, power: float) -> Read:
    """A reading with a power of light taken out; its relative error shrinks as it is flattened."""
    mean = np.maximum(read.mean, 1e-6)
    straight = mean ** (1 / power)
    return replace(read, mean=straight, error=read.error / mean * straight / power)


class _Scale:
    """What each channel is to be multiplied by at every place of a picture.

    Its logarithm is a plane through the references: flat for one, or where they lie close
    together; for two it rises along the line between them and is level across it; for more it is
    fitted.
    """

    def __init__(
        self, known: Sequence[tuple[Reference, Read]], longer_side: int, curve: float | None
    ) -> None:
        self._curve = curve
        places = np.array([(r.patch.x, r.patch.y) for r, _ in known])
        self._logs = np.log([_linear(r.known) / np.maximum(read.mean, 1e-6) for r, read in known])
        self._middle = places.mean(axis=0)
        off_middle = places - self._middle
        self._is_plane = bool(np.ptp(places, axis=0).max() >= LEAST_SPAN * longer_side)
        if not self._is_plane:
            off_middle = np.zeros_like(off_middle)
        # The pseudo-inverse of two points gives the plane of least slope: level across their line.
        self._slope = np.linalg.pinv(off_middle, rcond=1e-6) @ (
            self._logs - self._logs.mean(axis=0)
        )
        errors = [np.square(read.error / np.maximum(read.mean, 1e-6)) for _, read in known]
        self._variance = np.mean(errors, axis=0) / len(known)

    @property
    def light(self) -> Light:
        level = self._logs.mean(axis=1)
        fall_off = float(np.exp(np.ptp(level)) - 1) if self._is_plane else None
        channels = np.exp(self._logs.mean(axis=0))
        return Light(fall_off, float(channels.max() / channels.min()), self._curve)

    @property
    def power(self) -> float:
        """The power of light that the camera recorded; 1 where nothing tells."""
        return self._curve or 1.0

    def at(self, patch: Patch) -> NDArray[Any]:
        off = np.array([patch.x, patch.y]) - self._middle
        scale: NDArray[Any] = np.exp(self._logs.mean(axis=0) + off @ self._slope)
        return scale

    @property
    def variance(self) -> NDArray[Any]:
        """Relative variance of each channel's scale, with the doubts of light and of tones."""
        of_light = 0.0 if self._is_plane else USUAL_FALL_OFF**2 / 3
        of_curve = (_OFF_THE_POWER * (self.power - 1)) ** 2
        variance: NDArray[Any] = self._variance + of_light + of_curve
        return variance


def _colour(picture: Picture, patch: Patch, scale: _Scale) -> PatchColour:
    read = read_patch(picture, patch)
    if isinstance(read, Refusal):
        return PatchColour(None, 0.0, read)
    read = _straight(read, scale.power)
    linear = read.mean * scale.at(patch)
    lab = lab_from_linear(linear)
    own = np.square(read.error / np.maximum(read.mean, 1e-6))
    off = linear * np.sqrt(own + scale.variance)
    # One channel at a time, moved by its standard error; light that falls off moves all alike,
    # which is less, so this errs on the wide side.
    moved = lab_from_linear(linear + np.diag(off))
    u95 = 2 * float(np.sqrt(np.sum(ciede2000_of(lab, moved) ** 2)))
    lightness, a, b = (float(value) for value in lab)
    return PatchColour(Lab(min(max(lightness, 0.0), 100.0), a, b), u95, None)
