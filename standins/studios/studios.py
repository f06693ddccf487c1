"""What differs from one studio to another: its light, its camera, and how true its cards are.

It stands apart from :mod:`standins.camera`, and shares no code with what reads the pictures. How
far each thing goes is a choice, and so stands here by name: the light falls by 10 % across (one
standard deviation) and is bowed by 3 %; half the cameras bend tones by a power of 0.9 to 1.15, a
third into a slight S; veils, boosts of saturation, sharpening, noise and JPEG are those of phones,
from memory.
"""

import io
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from coloraide import Color
from PIL import Image
from scipy.ndimage import gaussian_filter

Colour = tuple[float, float, float]
"""CIELAB, D65."""

WIDTH, HEIGHT = 480, 132

BOARD: Colour = (62.0, 0.5, 2.0)

FALLS_BY, BOWED_BY, CAST_BY = 0.10, 0.03, 0.01
"""Over the whole width, as shares of the light: one standard deviation. The cast is a channel's."""

POWERS, BENT_SHARE = (0.9, 1.15), 0.5
S_SHAPED, S_SHARE = 0.2, 1 / 3
VEIL = 0.006
SATURATION = 0.03
CARD_LIGHTNESS, CARD_TINT = 0.6, 0.3
"""How far a card is from what is printed on it: standard deviations in L and in a and b."""


@dataclass(frozen=True)
class Card:
    """A card that is taken to have a colour."""

    taken_for: Colour


@dataclass(frozen=True)
class CameraPicture:
    """What came off the camera: its pixels, and where each thing lies: middle x, y and radius.

    ``tiles`` are the true colours of the things that are no cards.
    """

    pixels: np.ndarray
    places: Sequence[tuple[float, float, float]]
    tiles: Sequence[Colour]


def take(row: Sequence[Card | None], seed: int, cast_by: float = CAST_BY) -> CameraPicture:
    """A picture of things in a row in one studio: cards, and a tile of any colour for each None.

    ``cast_by`` is how far a channel drifts from one end to the other, as under two lamps.
    """
    rng = np.random.default_rng(seed)
    tiles: list[Colour] = []
    colours: list[Colour] = []
    for thing in row:
        if thing is None:
            tiles.append(_any_colour(rng))
            colours.append(tiles[-1])
        else:
            colours.append(_as_it_is(thing, rng))
    step = WIDTH / len(row)
    light = _laid_out(colours, step, rng) * _lit(rng, cast_by)
    places = [((n + 0.5) * step, HEIGHT / 2, step * 0.3) for n in range(len(row))]
    return CameraPicture(_through_a_camera(light, rng), places, tiles)


def _any_colour(rng: np.random.Generator) -> Colour:
    lightness, a, b = rng.uniform((28, -20, -25), (85, 30, 35))
    return float(lightness), float(a), float(b)


def _as_it_is(card: Card, rng: np.random.Generator) -> Colour:
    off = rng.normal(0, (CARD_LIGHTNESS, CARD_TINT, CARD_TINT))
    lightness, a, b = np.array(card.taken_for) + off
    return float(lightness), float(a), float(b)


def _light_of(colour: Colour) -> np.ndarray:
    """A colour as linear light, by ColorAide: not by the code that reads the picture."""
    return np.clip(Color("lab-d65", list(colour)).convert("srgb-linear").coords(), 0.002, None)


def _laid_out(colours: Sequence[Colour], step: float, rng: np.random.Generator) -> np.ndarray:
    """Linear light of the row on its board; no surface is quite even."""
    light = np.empty((HEIGHT, WIDTH, 3))
    light[:] = _light_of(BOARD)
    for number, colour in enumerate(colours):
        left, right = int(number * step + 0.06 * step), int((number + 1) * step - 0.06 * step)
        light[int(HEIGHT * 0.15) : int(HEIGHT * 0.85), left:right] = _light_of(colour)
    grain = gaussian_filter(rng.normal(0, 1, (HEIGHT, WIDTH)), 1.5)
    uneven: np.ndarray = light * (1 + 0.02 * grain / grain.std())[..., None]
    return uneven


def _lit(rng: np.random.Generator, cast_by: float) -> np.ndarray:
    """The lamp at every place: it falls off one way, is bowed, and its cast changes a little."""
    across = np.linspace(-0.5, 0.5, WIDTH)[None, :]
    down = (np.linspace(-0.5, 0.5, HEIGHT) * HEIGHT / WIDTH)[:, None]
    fall = rng.normal(0, FALLS_BY, 2)
    bow = rng.normal(0, BOWED_BY) * (4 * across**2 - 1 / 3)
    level = fall[0] * across + fall[1] * down + bow
    cast = rng.normal(0, cast_by, 3) * across[..., None]
    lamp = np.exp(rng.normal(0, (0.25, 0.05, 0.25)))
    lit: np.ndarray = lamp * np.exp(level[..., None] + cast)
    return lit


def _through_a_camera(light: np.ndarray, rng: np.random.Generator) -> np.ndarray:
    """Exposed, veiled, noisy, coded with bent tones, sharpened, and kept as JPEG."""
    exposed = light * rng.uniform(0.5, 0.8) / np.percentile(light, 99.5)
    veiled = exposed + abs(rng.normal(0, VEIL)) * exposed.mean(axis=(0, 1))
    grey = veiled @ (0.2126, 0.7152, 0.0722)
    coloured = grey[..., None] + (1 + rng.normal(0, SATURATION)) * (veiled - grey[..., None])
    seen = gaussian_filter(coloured, (0.6, 0.6, 0))
    grain = rng.normal(0, rng.uniform(0.003, 0.02), seen.shape)
    seen = seen + grain * np.sqrt(np.clip(seen, 0.02, 1))
    tones = _coded(_bent(np.clip(seen, 0, 1), rng))
    if rng.random() < S_SHARE:
        tones = tones - rng.uniform(0, S_SHAPED) * np.sin(2 * np.pi * tones) / (2 * np.pi)
    tones = tones + rng.uniform(0, 0.8) * (tones - gaussian_filter(tones, (1, 1, 0)))
    out = io.BytesIO()
    whole = np.round(np.clip(tones, 0, 1) * 255).astype(np.uint8)
    Image.fromarray(whole).save(out, "JPEG", quality=int(rng.integers(75, 96)))
    return np.asarray(Image.open(out))


def _bent(light: np.ndarray, rng: np.random.Generator) -> np.ndarray:
    bent: np.ndarray = light ** rng.uniform(*POWERS) if rng.random() < BENT_SHARE else light
    return bent


def _coded(light: np.ndarray) -> np.ndarray:
    """sRGB of linear light. Source: IEC 61966-2-1."""
    coded: np.ndarray = np.where(
        light <= 0.0031308, 12.92 * light, 1.055 * np.maximum(light, 1e-9) ** (1 / 2.4) - 0.055
    )
    return coded
