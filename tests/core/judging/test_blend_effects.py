"""What blends that were tried tell of the next. Worked by hand; source: common practice."""

import pytest

from claycore.judging.adjustments import ADJUSTMENTS
from claycore.judging.blend_effects import TriedBlend, guess_from_blends
from claycore.materials.additions import ADDITIONS, AdditionCode
from claycore.testing.results import clay_results
from tests.core.testing.making_bars import run


def at(total, absorbed):
    (found,) = clay_results(run(("6", total, absorbed))).cones
    return found


def test_one_blend_is_no_record():
    tried = [TriedBlend(10, at(8, 6.0), at(9, 4.0))]
    assert guess_from_blends(at(8, 7.0), 10, tried) is None


def test_two_blends_move_the_next_clay_by_their_mean():
    """−0.2 and −0.3 points a percent: 10 % takes 7.0 to 4.5, give or take half a point more."""
    plain = at(8, 6.0)
    tried = [TriedBlend(10, plain, at(9, 4.0)), TriedBlend(10, plain, at(9.4, 3.0))]
    mine = at(8, 7.0)
    guess = guess_from_blends(mine, 10, tried)
    assert guess.absorption.value == pytest.approx(4.5, abs=0.02)
    assert guess.absorption.u95 == pytest.approx(mine.absorption.u95 + 0.5, abs=0.02)
    assert guess.total.value == pytest.approx(9.2, abs=0.02)


def test_nothing_absorbs_less_than_nothing():
    plain = at(8, 6.0)
    tried = [TriedBlend(10, plain, at(9, 1.0))] * 2
    assert guess_from_blends(at(8, 2.0), 10, tried).absorption.value == 0


def test_a_figure_that_was_not_measured_is_not_guessed():
    (bare,) = clay_results(run(("6", 9, None))).cones
    tried = [TriedBlend(10, at(8, 6.0), bare)] * 2
    guess = guess_from_blends(at(8, 7.0), 10, tried)
    assert guess.absorption is None
    assert guess.total is not None


@pytest.mark.parametrize("code", AdditionCode)
def test_every_addition_says_what_it_does_and_how_much_is_tried(code):
    addition = ADDITIONS[code]
    assert addition.does
    assert addition.way in ADJUSTMENTS
    assert list(addition.steps_pct) == sorted(addition.steps_pct)
    assert 0 < addition.steps_pct[0] < addition.steps_pct[-1] <= 30
