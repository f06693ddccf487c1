"""Equal tiles: pooled noise, and what two means may be called for all that."""

import numpy as np
import pytest

from claycore.colour.difference import ciede2000
from claycore.colour.equal_tiles import (
    USUAL,
    Disagreement,
    Noise,
    Visible,
    apart,
    disagreement,
    largest_same,
    least_different,
    mean_colour,
    noise_of,
    record_of,
)
from claycore.colour.notation import Lab
from claycore.measure.replicates import Record
from tests.core.colour.making_tiles import jitter

GREY = Lab(50, 0, 0)


def test_one_tile_adds_nothing_to_the_record():
    assert record_of([GREY]).degrees == 0
    assert noise_of([[GREY]]).sd == pytest.approx(USUAL.sd)


def test_the_noise_is_found_again_in_many_replicates():
    rng = np.random.default_rng(2)
    centre = np.array([55.0, 14.0, 22.0])
    sets = [[Lab(*(centre + jitter(rng, centre, 1.4))) for _ in range(3)] for _ in range(60)]
    assert noise_of(sets).sd == pytest.approx(1.4, rel=0.12)


def test_others_of_the_studio_make_up_for_few_replicates():
    elsewhere = Record(60, 20, 40 * 1.5**2)
    assert noise_of([[GREY]], elsewhere).sd == pytest.approx(1.45, abs=0.05)


@pytest.mark.parametrize("noise", [Noise(0.3), Noise(0.8, 4), Noise(2.5, 20)])
@pytest.mark.parametrize(("of", "against"), [(1, 1), (2, 1), (4, 4)])
def test_between_surely_same_and_surely_different_lies_what_counts_as_visible(noise, of, against):
    low, high = largest_same(noise, of, against), least_different(noise, of, against)
    assert low < noise.visible_from < high
    assert largest_same(noise, 9, 9) >= low
    assert least_different(noise, 9, 9) <= high


def test_without_noise_the_measured_difference_decides():
    one, near, far = [GREY], [Lab(51.5, 0, 0)], [Lab(53, 0, 0)]
    assert apart(one, near, Noise(0)).visible is Visible.SAME
    assert apart(one, far, Noise(0)).visible is Visible.DIFFERENT


def test_a_noisy_studio_asks_for_more_before_it_sees_a_difference():
    one, other = [GREY], [Lab(54, 0, 0)]
    assert apart(one, other, Noise(0.4)).visible is Visible.DIFFERENT
    assert apart(one, other, Noise(3)).visible is not Visible.DIFFERENT


def test_what_would_decide_does_decide():
    one, other = [GREY], [Lab(52.9, 0, 0)]
    found = apart(one, other, Noise(0.8, 4))
    assert found.visible is Visible.NOT_DECIDED
    count = found.would_decide
    assert apart(one * count, other * count, Noise(0.8, 4)).visible is not Visible.NOT_DECIDED


def test_equal_colours_are_called_different_in_under_one_case_of_twenty():
    """Also tells that noise of equal size in CIEDE2000 is as the bounds take it."""
    rng = np.random.default_rng(9)
    centre = np.array([48.0, 20.0, -18.0])
    noise = Noise(1.2)
    called = [
        apart(
            [Lab(*(centre + jitter(rng, centre, 1.2)))],
            [Lab(*(centre + jitter(rng, centre, 1.2)))],
            noise,
        ).visible
        for _ in range(400)
    ]
    assert called.count(Visible.DIFFERENT) < 20


def test_the_odd_one_of_three_is_named_and_of_two_neither():
    near = Lab(50.4, 0.2, 0)
    assert disagreement([GREY, near], Noise(0.7)) is None
    three = disagreement([GREY, Lab(62, 0, 0), near], Noise(0.7))
    assert three.odd == 1
    assert three.delta_e == pytest.approx(ciede2000(Lab(62, 0, 0), mean_colour([GREY, near])))
    assert disagreement([GREY, Lab(62, 0, 0)], Noise(0.7)) == Disagreement(
        None, ciede2000(GREY, Lab(62, 0, 0))
    )
    assert disagreement([GREY, Lab(62, 0, 0), Lab(40, 0, 0)], Noise(0.7)).odd is None


def test_sets_that_do_not_agree_are_no_noise():
    """However many they are, and in whichever order: none hides another."""
    calm = [[GREY, Lab(50.8, 0, 0)]] * 4
    wild = [[GREY, Lab(64, 0, 0)], [GREY, Lab(66, 4, 0)]]
    assert noise_of([*wild, *calm]) == noise_of([*calm, *wild]) == noise_of(calm)
    assert noise_of(wild) == noise_of([])


def test_the_mean_of_colours():
    assert mean_colour([Lab(40, 2, 4), Lab(60, 4, 8)]).values == (50, 3, 6)
