"""What lies before the camera: tiles in a row on grey, with a white and a grey reference."""

from collections.abc import Sequence
from dataclasses import dataclass, field

Colour = tuple[float, float, float]
"""CIELAB, D65."""

WHITE: Colour = (95.0, -0.5, 1.5)
GREY: Colour = (50.0, 0.0, 0.0)
BOARD: Colour = (66.0, 0.0, 1.0)


@dataclass(frozen=True)
class SceneSpeckle:
    """Specks of another colour: how many in a tile, and how large across, in pixels."""

    colour: Colour
    count: int
    size: float


@dataclass(frozen=True)
class SceneTile:
    """A tile as it lies there."""

    colour: Colour
    speckle: SceneSpeckle | None = None


@dataclass(frozen=True)
class Place:
    """Where something lies, in pixels: its middle, and how far a round patch in it may reach."""

    x: float
    y: float
    radius: float


@dataclass(frozen=True)
class Scene:
    """Tiles from left to right, the white to their left and the grey to their right."""

    tiles: Sequence[SceneTile]
    width: int = 1200
    height: int = 640
    white: Colour = WHITE
    grey: Colour = GREY
    board: Colour = field(default=BOARD)

    @property
    def step(self) -> float:
        """From the middle of one thing to the next."""
        return self.width / (len(self.tiles) + 2)

    @property
    def places(self) -> list[Place]:
        """White, every tile, grey."""
        middles = [self.step * (n + 0.5) for n in range(len(self.tiles) + 2)]
        return [Place(x, self.height / 2, self.step * 0.3) for x in middles]

    @property
    def slab(self) -> tuple[float, float]:
        """Width and height of a tile, and of a reference."""
        return self.step * 0.88, self.height * 0.62
