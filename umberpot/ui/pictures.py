"""Photographs as they are kept: upright sRGB JPEG of a sensible size, without the camera's notes.

The notes are left out because they tell where and when a picture was taken, and by what.
"""

import io
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from typing import BinaryIO

import filelock
from django.conf import settings
from django.core.exceptions import ValidationError
from django.http import HttpResponse
from PIL import Image, ImageCms, ImageOps
from pillow_heif import register_heif_opener

register_heif_opener()

MOST_BYTES = 25 * 1024 * 1024
MOST_PIXELS = 50_000_000
"""A decoded picture takes three or four bytes a pixel, however small its file."""

FORMATS = ("JPEG", "PNG", "WEBP", "HEIF")


@dataclass(frozen=True)
class Keeping:
    """How a picture is kept: its longest side in pixels, JPEG's quality, and all of its colour.

    ``full_colour`` keeps as much of colour as of brightness, which JPEG otherwise halves.
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
            small = _small(picture, keeping.longest_side)
    except (OSError, ValueError, SyntaxError, Image.DecompressionBombError) as error:
        raise ValidationError(
            "This file cannot be read as a picture. Choose a JPEG, PNG, WebP or HEIC file."
        ) from error
    out = io.BytesIO()
    sampling = {"subsampling": 0} if keeping.full_colour else {}
    small.save(out, "JPEG", quality=keeping.quality, optimize=True, **sampling)
    return out.getvalue()


def _small(picture: Image.Image, longest_side: int) -> Image.Image:
    """Upright, small, sRGB. Made small first: every step before that copies all of its pixels."""
    picture.draft(None, (longest_side, longest_side))
    picture = _eight_bits(picture)
    picture.thumbnail((longest_side, longest_side))
    upright = _in_srgb(ImageOps.exif_transpose(picture))
    upright.info.clear()  # a comment would be written along
    return upright


def _eight_bits(picture: Image.Image) -> Image.Image:
    """A greyscale of 16 bits with the upper eight of them; any other picture as it is."""
    if not picture.mode.startswith("I"):
        return picture
    return picture.convert("I").point(lambda level: level / 256).convert("L")


_MODE_OF_SPACE = {"RGB": "RGB", "GRAY": "L", "CMYK": "CMYK"}
"""The mode that a profile's colour space wants: without transparency, and without a palette."""


def _in_srgb(picture: Image.Image) -> Image.Image:
    """Converted by its own profile if it has one that can be read; taken as sRGB if not."""
    profile = picture.info.get("icc_profile")
    if not profile:
        return picture.convert("RGB")
    try:
        own = ImageCms.ImageCmsProfile(io.BytesIO(profile))
        space = own.profile.xcolor_space.strip()
        bare = picture.convert(_MODE_OF_SPACE.get(space, "RGB"))
        converted = ImageCms.profileToProfile(
            bare, own, ImageCms.createProfile("sRGB"), outputMode="RGB"
        )
    except (ImageCms.PyCMSError, OSError):
        converted = None
    return converted or picture.convert("RGB")


@contextmanager
def _one_at_a_time() -> Iterator[None]:
    """All processes of this installation wait for each other here."""
    settings.VAR_DIR.mkdir(parents=True, exist_ok=True)
    with filelock.FileLock(settings.VAR_DIR / "picture.lock"):
        yield
