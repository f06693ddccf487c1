"""Photographs as they are kept: upright JPEG of a sensible size, without the camera's own notes.

The notes are left out because they tell where and when a picture was taken, and by what.
"""

import fcntl
import io
from collections.abc import Iterator
from contextlib import contextmanager
from typing import BinaryIO

from django.conf import settings
from django.core.exceptions import ValidationError
from PIL import Image, ImageOps
from pillow_heif import register_heif_opener

register_heif_opener()

MOST_BYTES = 25 * 1024 * 1024
MOST_PIXELS = 50_000_000
"""A decoded picture takes three or four bytes a pixel, however small its file."""
LONGEST_SIDE = 1600
QUALITY = 85


def as_jpeg(upload: BinaryIO, size: int) -> bytes:
    """The picture to keep. Raises ValidationError for what is none, or far too large a one."""
    if size > MOST_BYTES:
        raise ValidationError("This file is over 25 MB. Choose a smaller one.")
    try:
        picture = Image.open(upload)
        if picture.width * picture.height > MOST_PIXELS:
            raise ValidationError("This picture has too many pixels. Choose a smaller one.")
        with _one_at_a_time():
            small = _small(picture)
    except (OSError, ValueError, SyntaxError, Image.DecompressionBombError) as error:
        raise ValidationError(
            "This file cannot be read as a picture. Choose a JPEG, PNG or HEIC file."
        ) from error
    out = io.BytesIO()
    small.save(out, "JPEG", quality=QUALITY, optimize=True)
    return out.getvalue()


def _small(picture: Image.Image) -> Image.Image:
    """Upright and small. Made small first: every step before that copies all of its pixels."""
    picture.draft("RGB", (LONGEST_SIDE, LONGEST_SIDE))
    picture.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    upright = ImageOps.exif_transpose(picture).convert("RGB")
    upright.info.clear()  # a comment would be written along
    return upright


@contextmanager
def _one_at_a_time() -> Iterator[None]:
    """All processes of this installation wait for each other here."""
    settings.VAR_DIR.mkdir(parents=True, exist_ok=True)
    with (settings.VAR_DIR / "picture.lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        yield
