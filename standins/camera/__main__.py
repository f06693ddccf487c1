"""``python -m standins.camera 68,3,-9 58,4,-17 > tiles.jpg``: photographs tiles of these colours.

Each is CIELAB under D65. The JPEG is written to standard output.
"""

import argparse
import sys

from standins.camera.camera import COLD, NEUTRAL, WARM, Camera
from standins.camera.scene import GREY, WHITE, Colour, Scene, SceneTile

LAMPS = {"warm": WARM, "cold": COLD, "neutral": NEUTRAL}


def _colour(text: str) -> Colour:
    lightness, a, b = (float(part) for part in text.split(","))
    return lightness, a, b


def main() -> None:
    """Takes the photograph that the command line asks for."""
    parser = argparse.ArgumentParser(prog="standins.camera", description=__doc__)
    parser.add_argument("tile", nargs="+", type=_colour, help="L,a,b, from left to right")
    parser.add_argument("--white", type=_colour, default=WHITE)
    parser.add_argument("--grey", type=_colour, default=GREY)
    parser.add_argument("--lamp", choices=LAMPS, default="neutral")
    parser.add_argument("--stops", type=float, default=-0.5)
    parser.add_argument("--gradient", type=float, default=0.0)
    asked = parser.parse_args()
    scene = Scene([SceneTile(colour) for colour in asked.tile], white=asked.white, grey=asked.grey)
    camera = Camera(lamp=LAMPS[asked.lamp], stops=asked.stops, gradient=asked.gradient)
    sys.stdout.buffer.write(camera.photograph(scene))


if __name__ == "__main__":
    main()
