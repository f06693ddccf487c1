"""Colours read from photographs of tiles whose colours are known, taken by the stand-in camera."""

import io
from functools import partial

import numpy as np
import pytest
from coloraide import Color
from PIL import Image

from claycore.colour.difference import ciede2000_of
from claycore.colour.notation import Lab
from claycore.colour.photographs.patches import Patch, Refusal, pixels_of, read_patch
from claycore.colour.photographs.reading import Reference, corrected, read_photograph
from claycore.colour.spaces import (
    SRGB,
    WIDE,
    lab_from_linear,
    linear_from_lab,
    linear_from_srgb,
    srgb_from_linear,
)
from standins.camera.camera import COLD, WARM, Camera
from standins.camera.scene import GREY, WHITE, Scene, SceneSpeckle, SceneTile


def made_scene(seed, count=6):
    rng = np.random.default_rng(seed)
    colours = rng.uniform((30, -20, -25), (80, 25, 30), (count, 3))
    return Scene([SceneTile(tuple(colour)) for colour in colours])


def seen(scene, camera):
    """The picture as it comes off the disk, and the patch in each thing of the scene."""
    picture = np.asarray(Image.open(io.BytesIO(camera.photograph(scene))))
    return picture, [Patch(place.x, place.y, place.radius) for place in scene.places]


def read(scene, camera, both=True):
    picture, (white, *tiles, grey) = seen(scene, camera)
    references = [Reference(white, Lab(*WHITE))]
    if both:
        references.append(Reference(grey, Lab(*GREY)))
    return read_photograph(picture, references, tiles)


def at_both_ends(scene, camera):
    """The tiles of a scene with a white and a grey card at either end, read by the four."""
    laid = Scene([SceneTile(GREY), *scene.tiles, SceneTile(WHITE)])
    picture, (white, grey, *tiles, far_white, far_grey) = seen(laid, camera)
    cards = [(white, WHITE), (grey, GREY), (far_white, WHITE), (far_grey, GREY)]
    return read_photograph(picture, [Reference(at, Lab(*lab)) for at, lab in cards], tiles)


def missed(reading=read, scenes=6, **camera):
    """CIEDE2000 by which every tile of some scenes is missed, and the ± it was given."""
    off, u95 = [], []
    for seed in range(scenes):
        scene = made_scene(seed)
        found = reading(scene, Camera(seed=seed, **camera))
        for colour, tile in zip(found.colours, scene.tiles, strict=True):
            off.append(float(ciede2000_of(colour.lab.values, tile.colour)))
            u95.append(colour.u95)
    return np.array(off), np.array(u95)


LIGHTS = {
    "neutral": {},
    "warm": {"lamp": WARM},
    "cold": {"lamp": COLD},
    "two stops under": {"stops": -2.0},
    "bright": {"stops": 0.0},
    "falls off": {"gradient": 0.25},
    "noisy": {"noise": 0.04},
    "all of it": {"lamp": WARM, "stops": -1.5, "gradient": 0.2, "noise": 0.03},
}


@pytest.mark.parametrize("camera", LIGHTS.values(), ids=LIGHTS.keys())
def test_colours_are_read_within_what_was_asked(camera):
    """By a white and a grey at either end: the median within 1, 19 of 20 within 2."""
    off, u95 = missed(at_both_ends, **camera)
    assert np.median(off) < 1
    assert np.quantile(off, 0.95) < 2
    assert (off <= u95).mean() > 0.9


@pytest.mark.parametrize("camera", LIGHTS.values(), ids=LIGHTS.keys())
def test_a_white_across_from_a_grey_leaves_more_open_and_says_so(camera):
    """What light that falls off does could as well be contrast: half as much again is missed."""
    off, u95 = missed(**camera)
    assert np.median(off) < 1.6
    assert np.quantile(off, 0.95) < 3
    assert (off <= u95).mean() > 0.9


def test_one_reference_does_in_even_light():
    off, u95 = missed(partial(read, both=False))
    assert np.quantile(off, 0.95) < 3
    assert (off <= u95).mean() > 0.9


def test_light_that_falls_off_is_told_where_the_same_card_lies_at_both_ends():
    light = at_both_ends(made_scene(1), Camera(gradient=0.25)).light
    assert light.is_uneven
    assert light.falls.size == pytest.approx(-0.29, abs=0.08)
    assert not light.is_bent
    assert not at_both_ends(made_scene(1), Camera()).light.is_uneven


def test_across_from_each_other_a_white_and_a_grey_tell_no_slope_from_contrast():
    for both in (True, False):
        light = read(made_scene(1), Camera(gradient=0.25), both=both).light
        assert not light.falls.is_known
        assert not light.contrast.is_known
        assert not light.is_uneven
        assert not light.is_bent


def test_strongly_coloured_light_is_told():
    assert read(made_scene(1), Camera(lamp=(1.5, 1.0, 0.5))).light.is_tinted
    assert not read(made_scene(1), Camera()).light.is_tinted


def test_a_clipped_reference_is_refused_and_nothing_is_read_by_it():
    found = read(made_scene(2), Camera(stops=0.6), both=False)
    assert found.references == (Refusal.CLIPPED,)
    assert all(colour.lab is None for colour in found.colours)


def test_a_clipped_tile_is_refused_beside_ones_that_are_not():
    scene = Scene([SceneTile((99, 0, 0)), SceneTile((50, 10, 10))], white=(60, 0, 0))
    picture, (white, *tiles, _) = seen(scene, Camera(stops=0.3))
    found = read_photograph(picture, [Reference(white, Lab(60, 0, 0))], tiles)
    assert [colour.refusal for colour in found.colours] == [Refusal.CLIPPED, None]


def test_an_underexposed_reference_is_refused():
    assert read(made_scene(2), Camera(stops=-4), both=False).references == (Refusal.TOO_DARK,)


def test_a_reference_half_in_shadow_is_refused():
    scene = made_scene(3)
    picture, (white, *tiles, _) = seen(scene, Camera())
    half = picture.copy()
    half[: int(white.y)] = half[: int(white.y)] // 2
    found = read_photograph(half, [Reference(white, Lab(*WHITE))], tiles)
    assert found.references == (Refusal.UNEVEN,)


@pytest.mark.parametrize(
    ("patch", "why"),
    [
        (Patch(5, 5, 20), Refusal.OUTSIDE),
        (Patch(-50, 100, 20), Refusal.OUTSIDE),
        (Patch(600, 320, 2), Refusal.TOO_SMALL),
        (Patch(600, 320, 1e9), Refusal.OUTSIDE),
    ],
)
def test_a_patch_that_tells_too_little_is_refused(patch, why):
    picture, _ = seen(made_scene(4), Camera())
    assert read_patch(picture, patch) is why


def test_a_picture_of_three_pixels_holds_no_patch():
    tiny = np.zeros((1, 3, 3), dtype=np.uint8)
    assert read_patch(tiny, Patch(1, 0, 0)) is Refusal.TOO_SMALL
    assert read_patch(tiny, Patch(1, 0, 1)) is Refusal.OUTSIDE


def test_a_tile_of_the_references_colour_is_read_as_that():
    found = read(Scene([SceneTile(WHITE)]), Camera(stops=-1))
    assert float(ciede2000_of(found.colours[0].lab.values, WHITE)) < 1


def test_fine_specks_hardly_move_the_colour():
    clean, specked = (55, 12, 20), SceneTile((55, 12, 20), SceneSpeckle((20, 2, 4), 40, 3))
    found = read(Scene([specked]), Camera())
    assert float(ciede2000_of(found.colours[0].lab.values, clean)) < 2


def test_a_corrected_crop_has_the_true_colour_and_the_texture():
    specked = SceneTile((55, 12, 20), SceneSpeckle((20, 2, 4), 60, 5))
    scene = Scene([specked, SceneTile((55, 12, 20))])
    picture, (white, *tiles, grey) = seen(scene, Camera(lamp=WARM, gradient=0.15))
    references = [Reference(white, Lab(*WHITE)), Reference(grey, Lab(*GREY))]
    rough, even = (corrected(picture, references, tile) for tile in tiles)
    middle = np.median(lab_from_linear(linear_from_srgb(even / 255.0)).reshape(-1, 3), axis=0)
    assert float(ciede2000_of(middle, (55, 12, 20))) < 2
    assert rough[..., 1].std() > 2 * even[..., 1].std()


def test_there_is_no_crop_without_a_reference_or_beyond_the_picture():
    picture, (white, tile, _) = seen(Scene([SceneTile((55, 12, 20))]), Camera())
    assert corrected(picture, [], tile) is None
    outside = Patch(2, 2, 30)
    assert corrected(picture, [Reference(white, Lab(*WHITE))], outside) is None


def test_two_cards_side_by_side_do_not_tilt_the_light_over_the_whole_picture():
    """The grey card is 4 % brighter than it is taken for: a slope through both would run away."""
    scene = Scene([SceneTile(GREY), *made_scene(5).tiles])
    picture, (white, grey, *tiles, _) = seen(scene, Camera())
    taken_for = Lab(GREY[0] - 1, *GREY[1:])
    cards = [Reference(white, Lab(*WHITE)), Reference(grey, taken_for)]
    found = read_photograph(picture, cards, tiles)
    assert not found.light.falls.is_known
    off = [
        float(ciede2000_of(colour.lab.values, tile.colour))
        for colour, tile in zip(found.colours, scene.tiles[1:], strict=True)
    ]
    assert max(off) < 2.5


def side_by_side(camera, known=(WHITE, GREY), seed=5):
    """A scene whose white has a grey card beside it, read by the two, and how far it is missed."""
    scene = Scene([SceneTile(GREY), *made_scene(seed).tiles])
    picture, (white, grey, *tiles, _) = seen(scene, camera)
    cards = [Reference(at, Lab(*lab)) for at, lab in zip((white, grey), known, strict=True)]
    found = read_photograph(picture, cards, tiles)
    off = [
        float(ciede2000_of(colour.lab.values, tile.colour))
        for colour, tile in zip(found.colours, scene.tiles[1:], strict=True)
        if colour.lab
    ]
    return found, np.array(off)


@pytest.mark.parametrize("contrast", [0.3, 0.4, 0.5])
def test_a_white_and_a_grey_side_by_side_take_out_how_a_phone_bends_tones(contrast):
    camera = Camera(stops=-0.8, contrast=contrast)
    found, off = side_by_side(camera)
    assert found.light.is_bent
    assert np.median(off) < 1.5
    assert np.median(off) < np.median(missed(scenes=2, stops=-0.8, contrast=contrast)[0]) / 1.5
    assert (off <= [colour.u95 for colour in found.colours]).mean() > 0.8


def test_straight_tones_are_told_as_straight_and_untested_ones_as_untested():
    found, off = side_by_side(Camera())
    assert not found.light.is_bent
    assert np.median(off) < 1
    assert not read(made_scene(1), Camera()).light.contrast.is_known


def test_cards_that_were_mistaken_for_each_other_are_refused():
    found, off = side_by_side(Camera(), known=(GREY, WHITE))
    assert found.references == (Refusal.DISAGREES, Refusal.DISAGREES)
    assert not off.size


def test_a_crop_is_straightened_too():
    scene = Scene([SceneTile(GREY), SceneTile((40, 12, 20))])
    picture, (white, grey, tile, _) = seen(scene, Camera(stops=-0.8, contrast=0.4))
    cards = [Reference(white, Lab(*WHITE)), Reference(grey, Lab(*GREY))]
    crop = corrected(picture, cards, tile)
    middle = np.median(lab_from_linear(linear_from_srgb(crop / 255.0)).reshape(-1, 3), axis=0)
    assert float(ciede2000_of(middle, (40, 12, 20))) < 2


@pytest.mark.parametrize(
    ("patch", "places"),
    [
        (Patch(3, 2, 1), {(2, 3), (1, 3), (3, 3), (2, 2), (2, 4)}),
        (Patch(0, 0, 1), {(0, 0), (0, 1), (1, 0)}),
        (Patch(3.5, 2, 0.5), {(2, 3), (2, 4)}),
        (Patch(3, 2, 1.5), {(r, c) for r in (1, 2, 3) for c in (2, 3, 4)}),
        (Patch(20, 20, 2), set()),
    ],
)
def test_a_ring_reads_just_the_pixels_whose_middles_lie_in_it(patch, places):
    """Counted by hand on squared paper; a pixel on the rim belongs to it."""
    rows, columns = np.mgrid[0:6, 0:8]
    picture = np.stack([rows, columns, np.zeros_like(rows)], axis=-1).astype(np.uint8)
    read = {(int(r), int(c)) for r, c, _ in pixels_of(picture, patch)}
    assert read == places


TURQUOISE = (60.0, -42.0, -30.0)
"""Stronger than sRGB holds, by ColorAide; the wide space holds it."""


def laid_on_grey(space):
    """Both cards and a turquoise tile, photographed by a camera that keeps colours of a space."""
    labs = [WHITE, TURQUOISE, GREY]
    pixels = np.full((300, 900, 3), 90.0)
    for place, lab in enumerate(labs):
        coded = 255 * srgb_from_linear(linear_from_lab(lab, space))
        pixels[50:250, 300 * place + 50 : 300 * place + 250] = coded
    pixels += np.random.default_rng(4).normal(0, 1, pixels.shape)
    patches = [Patch(300 * place + 150, 150, 70) for place in range(3)]
    return np.clip(np.round(pixels), 0, 255).astype(np.uint8), patches


def test_a_colour_that_srgb_does_not_hold_is_read_from_a_wider_picture():
    assert Color("lab-d65", list(TURQUOISE)).convert("srgb").coords()[0] < 0
    picture, (white, tile, grey) = laid_on_grey(WIDE)
    cards = [Reference(white, Lab(*WHITE)), Reference(grey, Lab(*GREY))]
    (found,) = read_photograph(picture, cards, [tile], space=WIDE).colours
    off = float(ciede2000_of(found.lab.values, TURQUOISE))
    assert off < min(1.0, found.u95)
    crop = corrected(picture, cards, tile, space=WIDE)
    shown = np.median(crop.reshape(-1, 3), axis=0)
    expected = Color("lab-d65", list(TURQUOISE)).convert("srgb").clip("srgb").coords()
    assert shown == pytest.approx(255 * np.array(expected), abs=3)


def test_a_colour_that_the_picture_lost_is_not_read_too_dull():
    picture, (white, tile, grey) = laid_on_grey(SRGB)
    cards = [Reference(white, Lab(*WHITE)), Reference(grey, Lab(*GREY))]
    (found,) = read_photograph(picture, cards, [tile]).colours
    assert (found.lab, found.refusal) == (None, Refusal.TOO_STRONG)


@pytest.mark.parametrize(("coded", "refused"), [((0, 47, 40), False), ((0, 48, 40), True)])
def test_a_dark_patch_with_a_channel_at_its_end_is_only_dark(coded, refused):
    picture = np.full((100, 100, 3), coded, dtype=np.uint8)
    assert (read_patch(picture, Patch(50, 50, 40)) is Refusal.TOO_STRONG) == refused
