"""The camera: a scene seen in some light, with what a lens, a sensor and a JPEG do to it."""

import io
from dataclasses import dataclass

import numpy as np
from coloraide import Color
from PIL import Image
from scipy.ndimage import gaussian_filter

from standins.camera.scene import Colour, Scene, SceneTile

WARM = (1.35, 1.0, 0.62)
COLD = (0.8, 1.0, 1.28)
NEUTRAL = (1.0, 1.0, 1.0)
"""Lamps: how strong each channel of linear light is."""


@dataclass(frozen=True)
class Camera:
    """Lamp, exposure in stops, how much darker the far corner is, noise and JPEG quality.

    ``gradient`` is the share of light that is missing at the right, and half of it at the bottom;
    ``noise`` the standard deviation of a pixel at full light, as a share of it; ``contrast`` how
    far a phone bends tones into an S, 0 for not at all, 1 for all of a smooth step.
    """

    lamp: tuple[float, float, float] = NEUTRAL
    stops: float = -0.5
    gradient: float = 0.0
    noise: float = 0.01
    quality: int = 88
    contrast: float = 0.0
    seed: int = 1

    def photograph(self, scene: Scene) -> bytes:
        """A JPEG of the scene."""
        out = io.BytesIO()
        Image.fromarray(self.picture(scene)).save(out, "JPEG", quality=self.quality)
        return out.getvalue()

    def picture(self, scene: Scene) -> np.ndarray:
        """The same before it is compressed: sRGB of 8 bits, shape (height, width, 3)."""
        rng = np.random.default_rng(self.seed)
        light = _scene_in_white_light(scene, rng) * self.lamp * 2.0**self.stops
        light *= self._falling_off(scene)[..., None]
        light = gaussian_filter(light, (0.7, 0.7, 0))
        light += rng.normal(0, self.noise, light.shape) * np.sqrt(np.clip(light, 0.02, 1))
        tones = _bent(_encoded(light), self.contrast)
        picture: np.ndarray = np.round(tones * 255).astype(np.uint8)
        return picture

    def _falling_off(self, scene: Scene) -> np.ndarray:
        across = np.linspace(0, 1, scene.width)[None, :]
        down = np.linspace(0, 1, scene.height)[:, None]
        light: np.ndarray = (1 - self.gradient * across) * (1 - self.gradient / 2 * down)
        return light


def _light_of(colour: Colour) -> np.ndarray:
    """A colour as linear light, by ColorAide: not by the code that reads the photograph."""
    return np.array(Color("lab-d65", list(colour)).convert("srgb-linear").coords())


def _encoded(light: np.ndarray) -> np.ndarray:
    """sRGB of linear light. Source: IEC 61966-2-1."""
    kept = np.clip(light, 0.0, 1.0)
    encoded: np.ndarray = np.where(
        kept <= 0.0031308, 12.92 * kept, 1.055 * kept ** (1 / 2.4) - 0.055
    )
    return encoded


def _bent(tones: np.ndarray, contrast: float) -> np.ndarray:
    """Tones drawn towards an S: darker below the middle, lighter above it."""
    step = tones**2 * (3 - 2 * tones)
    bent: np.ndarray = tones + contrast * (step - tones)
    return bent


def _scene_in_white_light(scene: Scene, rng: np.random.Generator) -> np.ndarray:
    """Linear sRGB of the scene as it is."""
    light = np.empty((scene.height, scene.width, 3))
    light[:] = _light_of(scene.board)
    things = [SceneTile(scene.white), *scene.tiles, SceneTile(scene.grey)]
    width, height = scene.slab
    for thing, place in zip(things, scene.places, strict=True):
        left, right = int(place.x - width / 2), int(place.x + width / 2)
        top, bottom = int(place.y - height / 2), int(place.y + height / 2)
        light[top:bottom, left:right] = _light_of(thing.colour)
        if thing.speckle:
            _sprinkle(light[top:bottom, left:right], thing, rng)
    return np.clip(light, 0, None)


def _sprinkle(slab: np.ndarray, tile: SceneTile, rng: np.random.Generator) -> None:
    """Puts a tile's specks onto it."""
    if tile.speckle is None:
        return
    height, width = slab.shape[:2]
    rows, columns = np.ogrid[:height, :width]
    for x, y in rng.uniform((0, 0), (width, height), (tile.speckle.count, 2)):
        inside = (columns - x) ** 2 + (rows - y) ** 2 <= (tile.speckle.size / 2) ** 2
        slab[inside] = _light_of(tile.speckle.colour)
