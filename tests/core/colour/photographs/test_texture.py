"""Specks and streaks on pictures whose texture is known."""

import numpy as np
import pytest

from claycore.colour.photographs.patches import Patch
from claycore.colour.photographs.texture import texture_of
from standins.camera.camera import Camera
from standins.camera.scene import Scene, SceneSpeckle, SceneTile

MIDDLE = Patch(300, 200, 120)


def photographed(speckle=None, **camera):
    scene = Scene([SceneTile((70, 5, 15), speckle)], width=600, height=400)
    return Camera(**camera).picture(scene)


def test_an_even_tile_has_no_specks():
    found = texture_of(photographed(), MIDDLE)
    assert found.speckle.count == 0
    assert found.speckle.share == 0
    assert found.streak_contrast < 0.5


@pytest.mark.parametrize("noise", [0.0, 0.02])
def test_specks_are_counted_and_measured(noise):
    """120 specks of 7 pixels in 176 × 248: so many lie in the square that is looked at."""
    slab = 176 * 248
    found = texture_of(photographed(SceneSpeckle((25, 3, 4), 120, 7), noise=noise), MIDDLE, 0.2)
    expected = 120 * found_area(MIDDLE) / slab
    assert found.speckle.count == pytest.approx(expected, rel=0.3)
    assert found.speckle.mean_mm == pytest.approx(7 * 0.2, rel=0.35)
    assert found.speckle.darker
    assert found.speckle.contrast > 15
    assert found.speckle.per_cm2 == pytest.approx(
        found.speckle.count / (168 * 168 * 0.0004), rel=0.05
    )


def found_area(patch):
    return 2 * patch.radius**2


def test_pale_specks_on_a_dark_ground_are_told_as_paler():
    scene = Scene([SceneTile((25, 2, 3), SceneSpeckle((75, 0, 5), 60, 8))], width=600, height=400)
    assert not texture_of(Camera().picture(scene), MIDDLE).speckle.darker


def test_without_a_scale_nothing_is_said_per_area():
    found = texture_of(photographed(SceneSpeckle((25, 3, 4), 60, 7)), MIDDLE)
    assert found.speckle.per_cm2 is None
    assert found.speckle.mean_mm is None


@pytest.mark.parametrize("degrees", [0, 30, 90])
def test_streaks_are_told_from_specks_whichever_way_they_run(degrees):
    rows, columns = np.mgrid[:400, :600]
    angle = np.radians(degrees)
    wave = np.sin((columns * np.cos(angle) + rows * np.sin(angle)) / 6)
    streaked = np.repeat((150 + 25 * wave).astype(np.uint8)[..., None], 3, axis=2)
    found = texture_of(streaked, MIDDLE)
    assert found.streaks > 0.9
    assert found.streak_contrast > 3
    specked = texture_of(photographed(SceneSpeckle((25, 3, 4), 120, 7)), MIDDLE)
    assert specked.streaks < 0.4
