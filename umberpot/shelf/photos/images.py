"""Photographs as they are kept: upright JPEG of a sensible size, without the camera's own notes.

The notes are left out because they tell where and when a picture was taken, and by what.
"""

import io
from typing import BinaryIO

from django.core.exceptions import ValidationError
from PIL import Image, ImageOps
from pillow_heif import register_heif_opener

register_heif_opener()

MOST_BYTES = 25 * 1024 * 1024
MOST_PIXELS = 60_000_000
LONGEST_SIDE = 1600
QUALITY = 85


def as_jpeg(upload: BinaryIO, size: int) -> bytes:
    """The picture to keep. Raises ValidationError for what is none, or far too large a one."""
    if size > MOST_BYTES:
        raise ValidationError("That file is over 25 MB. Take a smaller picture.")
    try:
        picture = Image.open(upload)
        if picture.width * picture.height > MOST_PIXELS:
            raise ValidationError("That picture has too many pixels. Take a smaller one.")
        upright = ImageOps.exif_transpose(picture).convert("RGB")
    except (OSError, ValueError, SyntaxError, Image.DecompressionBombError) as error:
        raise ValidationError(
            "This is no picture that can be read. A JPEG, PNG or HEIC can be."
        ) from error
    upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    out = io.BytesIO()
    upright.save(out, "JPEG", quality=QUALITY, optimize=True)
    return out.getvalue()
