"""``python -m benchmarks.surface``: each preview against a dose while typing, as ratios.

The dose by its real URL, signed out; the previews as their pictures are made, without the page
around them. In one process.
"""

import os

os.environ["DJANGO_SETTINGS_MODULE"] = "tests.settings"

import django

django.setup()

from django.http import QueryDict
from django.test import Client

from benchmarks.ratios import medians
from claycore.colour.notation import Lab
from claycore.surface.previews.feathered import Trails, feather, strokes_across
from claycore.surface.previews.joggled import Tilt, joggle
from claycore.surface.previews.layers import WallLayer
from claycore.surface.previews.stacked import Block, cut, thrown
from claycore.surface.shapes import Beaker
from umberpot.surface.previews import (
    agate,
    feathered,
    joggled,
    raster,
    sgraffito,
    sponged_back,
)
from umberpot.surface.previews.kinds import Board

ROUNDS = 40
DOSE = "/mix/dose/?clay=Ferry+white&state=plastic&mass=3.4&unit=kg&water_pct=21.5&add=Quay+Blue:6.5"
LAYERS = [
    WallLayer("top", 0.3, Lab(84, 1, 36)),
    WallLayer("middle", 0.3, Lab(50, -20, 18)),
    WallLayer("body", 100, Lab(88, 0, 8)),
]
MUG = Beaker(rim=84, foot=80, height=95)
BOARD = Trails(feathered.WIDTH_MM, feathered.HEIGHT_MM, 2)


def feathered_face() -> bytes:
    strokes = strokes_across(BOARD.width_mm, 8, alternate=True)
    face = feather(BOARD, strokes, feathered.PX_A_MM)
    return raster.picture(face, [layer.lab for layer in LAYERS])


def joggled_face() -> bytes:
    face = joggle(joggled.SIDE_MM, 2, 9, [Tilt.RIGHT, Tilt.AWAY, Tilt.LEFT], joggled.PX_A_MM)
    return raster.picture(face, [layer.lab for layer in LAYERS])


def scratched_face() -> bytes:
    return drawn(sgraffito.scratched_through(LAYERS, QueryDict("depth=0.9")))


def sponged_face() -> bytes:
    return drawn(sponged_back.sponged_back(LAYERS, MUG, QueryDict("wipes=9")))


def stacked_cut() -> bytes:
    face = cut(Block([11, 4, 6, 5], agate.WIDTH_MM, 2, 7.0), 60, agate.PX_A_MM)
    return raster.picture(face, [LAYERS[number % 3].lab for number in range(4)])


def stacked_thrown() -> bytes:
    block = Block([11, 4, 6, 5], agate.WIDTH_MM, 2, 7.0)
    face = thrown(block, 1.5, agate.THROWN_MM, agate.PX_A_MM)
    return raster.picture(face, [LAYERS[number % 3].lab for number in range(4)])


def drawn(board: Board | None) -> bytes:
    if board is None:
        raise SystemExit("Nothing was drawn: nothing was measured.")
    return board.file()


def main() -> None:
    client = Client(headers={"host": "127.0.0.1", "hx-request": "true"})
    if client.get(DOSE).status_code != 200:
        raise SystemExit("The dose does not answer: nothing was measured.")
    calls = {
        "dose": lambda: client.get(DOSE),
        "scratched": scratched_face,
        "feathered": feathered_face,
        "joggled": joggled_face,
        "sponged back": sponged_face,
        "stacked, cut": stacked_cut,
        "stacked, thrown": stacked_thrown,
    }
    found = medians(calls, ROUNDS)
    for name, seconds in found.items():
        print(f"{name:14} {seconds / found['dose']:6.2f} × the dose")


if __name__ == "__main__":
    main()
