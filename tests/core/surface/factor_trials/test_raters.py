"""Several people's ratings of one piece."""

from claycore.surface.factor_trials.raters import agreed, agreement

RATINGS = {
    **{("Ada", 1): 0, ("Ben", 1): 1, ("Cleo", 1): 4},
    **{("Ada", 2): 2, ("Ben", 2): 2},
    ("Ada", 3): 3,
}


def test_a_piece_has_the_median_of_its_raters():
    assert agreed(RATINGS) == {1: 1.0, 2: 2.0, 3: 3.0}


def test_the_piece_that_raters_differ_on_is_named():
    found = agreement(RATINGS)
    assert (found.rated_by_several, found.within_a_step) == (2, 1)
    assert (found.widest, found.widest_steps) == (1, 4)


def test_raters_who_agree_have_no_widest_piece():
    assert agreement({("Ada", 1): 2, ("Ben", 1): 2}).widest is None
    assert agreement({}).rated_by_several == 0
