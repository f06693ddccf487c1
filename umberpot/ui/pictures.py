"""Photographs as they are kept: upright JPEG of a sensible size, without the camera's notes.

They are sRGB; one that colours are read from is kept in a wider space where sRGB would clip it.

The notes are left out because they tell where and when a picture was taken, and by what.
"""

import io
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from typing import Any, BinaryIO

import filelock
import numpy as np
from django.conf import settings
from django.core.exceptions import ValidationError
from django.http import HttpResponse
from PIL import Image, ImageChops, ImageCms, ImageOps
from pillow_heif import register_heif_opener

from claycore.colour.spaces import SRGB, WIDE, Space
from umberpot.ui.wide_profile import PROFILE

register_heif_opener()

MOST_BYTES = 25 * 1024 * 1024
MOST_PIXELS = 50_000_000
"""A decoded picture takes three or four bytes a pixel, however small its file."""

FORMATS = ("JPEG", "PNG", "WEBP", "HEIF")


@dataclass(frozen=True)
class Keeping:
    """How a picture is kept: its longest side in pixels, JPEG's quality, and all of its colour.

    ``full_colour`` keeps as much of colour as of brightness, which JPEG otherwise halves, and
    colours that sRGB does not hold.
    """

    longest_side: int
    quality: int
    full_colour: bool = False


TO_LOOK_AT = Keeping(1600, 85)
IN_A_REPORT = Keeping(900, 80)
TO_READ_COLOUR = Keeping(2400, 94, full_colour=True)


def kept_forever(jpeg: bytes) -> HttpResponse:
    """A kept picture as a browser gets it: it never changes, and is nobody else's to keep."""
    return HttpResponse(
        jpeg,
        content_type="image/jpeg",
        headers={"Cache-Control": "private, max-age=31536000, immutable"},
    )


def as_jpeg(upload: BinaryIO, size: int, keeping: Keeping = TO_LOOK_AT) -> bytes:
    """The picture to keep. Raises ValidationError for what is none, or far too large a one."""
    if size > MOST_BYTES:
        raise ValidationError("This file is over 25 MB. Choose a smaller one.")
    try:
        picture = Image.open(upload, formats=FORMATS)
        if picture.width * picture.height > MOST_PIXELS:
            raise ValidationError("This picture has too many pixels. Choose a smaller one.")
        with _one_at_a_time():
            small = _small(picture, keeping)
    except (OSError, ValueError, SyntaxError, Image.DecompressionBombError) as error:
        raise ValidationError(
            "This file cannot be read as a picture. Choose a JPEG, PNG, WebP or HEIC file."
        ) from error
    out = io.BytesIO()
    also: dict[str, Any] = {"subsampling": 0} if keeping.full_colour else {}
    if small.info:
        also["icc_profile"] = small.info["icc_profile"]
    small.save(out, "JPEG", quality=keeping.quality, optimize=True, **also)
    return out.getvalue()


def space_of(kept: Image.Image) -> Space:
    """The space of a picture that was kept as one of here."""
    return WIDE if kept.info.get("icc_profile") == PROFILE else SRGB


def _small(picture: Image.Image, keeping: Keeping) -> Image.Image:
    """Upright, small, in a space of ours. Made small first: every step before copies all pixels."""
    side = keeping.longest_side
    picture.draft(None, (side, side))
    picture = _eight_bits(picture)
    picture.thumbnail((side, side))
    upright = ImageOps.exif_transpose(picture)
    wide = _converted(upright, _wide_profile()) if keeping.full_colour else None
    if wide and _is_clipped_by_srgb(wide):
        wide.info = {"icc_profile": PROFILE}
        return wide
    plain = _converted(upright, ImageCms.createProfile("sRGB")) or upright.convert("RGB")
    plain.info.clear()  # a comment would be written along
    return plain


def _eight_bits(picture: Image.Image) -> Image.Image:
    """A greyscale of 16 bits with the upper eight of them; any other picture as it is."""
    if not picture.mode.startswith("I"):
        return picture
    return picture.convert("I").point(lambda level: level / 256).convert("L")


_MODE_OF_SPACE = {"RGB": "RGB", "GRAY": "L", "CMYK": "CMYK"}
"""The mode that a profile's colour space wants: without transparency, and without a palette."""


def _converted(picture: Image.Image, wanted: Any) -> Image.Image | None:
    """A picture in another space by its own profile; None if it has none that can be read."""
    profile = picture.info.get("icc_profile")
    if not profile:
        return None
    try:
        own = ImageCms.ImageCmsProfile(io.BytesIO(profile))
        space = own.profile.xcolor_space.strip()
        bare = picture.convert(_MODE_OF_SPACE.get(space, "RGB"))
        return ImageCms.profileToProfile(bare, own, wanted, outputMode="RGB")
    except (ImageCms.PyCMSError, OSError):
        return None


def _wide_profile() -> ImageCms.ImageCmsProfile:
    return ImageCms.ImageCmsProfile(io.BytesIO(PROFILE))


_ROUNDED_BY = 2
"""So many levels are lost on the way to sRGB and back by rounding alone. Measured: 1 at most."""


def _is_clipped_by_srgb(wide: Image.Image) -> bool:
    """Whether a picture of the wide space does not come back from sRGB as it was."""
    srgb, own = ImageCms.createProfile("sRGB"), _wide_profile()
    there = ImageCms.profileToProfile(wide, own, srgb, outputMode="RGB")
    back = ImageCms.profileToProfile(there, srgb, own, outputMode="RGB") if there else None
    if back is None:
        return False
    return bool((np.asarray(ImageChops.difference(wide, back)) > _ROUNDED_BY).any())


@contextmanager
def _one_at_a_time() -> Iterator[None]:
    """All processes of this installation wait for each other here."""
    settings.VAR_DIR.mkdir(parents=True, exist_ok=True)
    with filelock.FileLock(settings.VAR_DIR / "picture.lock"):
        yield
