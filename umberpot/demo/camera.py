"""Photographs of the demo's tiles, taken by the stand-in for a camera."""

import subprocess
import sys
from collections.abc import Sequence

from django.conf import settings

from claycore.colour.photographs.references import REFERENCES
from umberpot.demo import story

CARDS = [REFERENCES[code].lab for code in ("white", "grey")]
"""What lies left and right of the tiles."""


def photographed(colours: Sequence[Sequence[float]]) -> bytes:
    """A JPEG of tiles of these colours between a white and a grey card, by the stand-in camera."""
    written = [",".join(map(str, colour)) for colour in colours]
    white, grey = (",".join(map(str, card.values)) for card in CARDS)
    asked = [f"--white={white}", f"--grey={grey}", *story.CAMERA]
    taken = subprocess.run(  # noqa: S603 (its words are the story's own)
        [sys.executable, "-m", "standins.camera", *asked, *written],
        cwd=settings.BASE_DIR,
        capture_output=True,
        check=True,
    )
    return taken.stdout
