"""The camera as its own process: a JPEG of tiles whose colours are asked for."""

import io
import subprocess
import sys

import numpy as np
import pytest
from PIL import Image


def photographed(*asked):
    taken = subprocess.run(
        [sys.executable, "-m", "standins.camera", *asked], capture_output=True, check=False
    )
    return taken


def test_it_photographs_what_was_asked_for():
    taken = photographed("--grey=50,0,0", "--stops=0", "60,0,0", "30,0,0")
    assert taken.returncode == 0, taken.stderr
    picture = np.asarray(Image.open(io.BytesIO(taken.stdout)).convert("RGB")).astype(float)
    height, width = picture.shape[:2]
    row = picture[height // 2]
    pale, dark = (row[int(width / 4 * place)].mean() for place in (1.5, 2.5))
    assert pale > dark
    assert pale == pytest.approx(145, abs=6)


def test_a_warm_lamp_makes_it_redder():
    warm, cold = (
        np.asarray(Image.open(io.BytesIO(photographed(f"--lamp={lamp}", "50,0,0").stdout)))
        for lamp in ("warm", "cold")
    )
    assert warm[..., 0].mean() > cold[..., 0].mean()
    assert warm[..., 2].mean() < cold[..., 2].mean()


@pytest.mark.parametrize("asked", [(), ("blue",), ("1,2",), ("--lamp=moon", "50,0,0")])
def test_what_it_does_not_understand_it_says(asked):
    taken = photographed(*asked)
    assert taken.returncode == 2
    assert b"usage" in taken.stderr
