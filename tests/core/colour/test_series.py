"""Series of strengths: what is enough, on made series whose answer is known."""

import numpy as np
import pytest

from claycore.colour.difference import ciede2000_of
from claycore.colour.equal_tiles import Noise
from claycore.colour.notation import Lab
from claycore.colour.series import SeriesOutcome, read_series
from claycore.measure.errors import OutOfBounds
from claycore.measure.replicates import Record
from tests.core.colour.making_tiles import STRENGTHS, fired, made_series

PALE, MIDDLE, STRONG = Lab(70, 6, 14), Lab(58, 11, 22), Lab(57.6, 11.2, 22.3)


def test_the_percentage_after_which_nothing_changes():
    found = read_series({3: [PALE], 7: [MIDDLE], 11: [STRONG]})
    assert found.enough_pct == 7
    assert found.outcome is SeriesOutcome.ENOUGH
    assert "7 % is as strong as it gets. 11 % looks the same" in found.reason
    assert [step.reading for step in found.steps] == ["clearly different", "no visible change"]
    assert found.spread == pytest.approx(ciede2000_of(PALE.values, STRONG.values))


def test_the_strongest_is_never_enough():
    found = read_series({3: [PALE], 7: [MIDDLE]})
    assert (found.outcome, found.enough_pct) == (SeriesOutcome.NOT_REACHED, None)
    assert "7 % still looks different from 3 %" in found.reason


def test_a_difference_that_could_be_either_is_not_decided_and_says_what_would():
    near = Lab(55.6, 11.4, 22.4)
    found = read_series({3: [PALE], 7: [MIDDLE], 11: [near]})
    assert found.outcome is SeriesOutcome.NOT_DECIDED
    assert found.enough_pct is None
    assert "may or may not look different" in found.reason


def test_a_series_that_comes_back_is_not_over_where_neighbours_look_alike():
    """7 and 9 % look the same, but 12 % does not: neither is enough."""
    found = read_series({7: [MIDDLE], 9: [STRONG], 12: [PALE]})
    assert found.enough_pct is None


def test_one_strength_says_how_little_it_is():
    found = read_series({6: [MIDDLE, STRONG]})
    assert found.outcome is SeriesOutcome.ONE_STRENGTH
    assert found.steps == ()


def test_a_lower_percentage_that_may_do_is_told():
    found = read_series({5: [Lab(60.2, 10.4, 21)], 7: [MIDDLE], 11: [STRONG]})
    assert found.enough_pct == 7
    assert found.perhaps_pct == 5
    assert "5 % may already be enough" in found.reason


@pytest.mark.parametrize(
    ("tiles", "expected"),
    [
        ({3: [PALE], 7: [MIDDLE], 9: [STRONG], 11: [STRONG]}, [(7, 9), (7, 11)]),
        ({2: [PALE], 3: [PALE], 7: [MIDDLE]}, [(3, 7)]),
        ({3: [PALE], 7: [MIDDLE], 11: [Lab(55.6, 11.4, 22.4)]}, [(7, 11)]),
        ({7: [MIDDLE]}, []),
    ],
)
def test_what_a_conclusion_rests_on(tiles, expected):
    """The comparisons that its sentence is about, not every step there is."""
    assert [(step.from_pct, step.to_pct) for step in read_series(tiles).rests_on] == expected


def test_equal_tiles_that_disagree_are_named_and_not_their_twins():
    odd = Lab(64, 9, 18)
    tiles = {3: [PALE, PALE], 7: [MIDDLE, odd], 11: [STRONG, STRONG]}
    assert read_series(tiles, Noise(0.6)).disagree == (7,)


def test_a_mislabelled_twin_makes_no_difference_look_small():
    """Two tiles of 7 % that lie 16 apart are no scatter: 3 and 7 % still differ by what they do."""
    tiles = {
        3: [PALE, PALE],
        7: [MIDDLE, Lab(70, -4, 8)],
        11: [STRONG, STRONG],
        15: [STRONG, STRONG],
    }
    found = read_series(tiles)
    assert found.disagree == (7,)
    assert found.noise.sd < 0.8
    assert found.enough_pct == 11


def test_nothing_is_concluded_from_tiles_that_do_not_agree():
    """The tiles that would be strong enough are those in doubt: then it is open."""
    tiles = {3: [PALE], 7: [STRONG, Lab(70, -4, 8)], 11: [Lab(65, 4, 14)]}
    found = read_series(tiles, Noise(0.6))
    assert found.outcome is SeriesOutcome.NOT_DECIDED
    assert found.enough_pct is None
    assert found.reason.startswith("The tiles of 7 % do not agree, so whether it gets stronger")


def test_two_tiles_are_enough_to_speak_once_the_studio_has_a_record():
    tiles = {3: [PALE], 7: [MIDDLE], 11: [Lab(56.9, 11.9, 23.4)]}
    quiet = Record(60, 20, 40 * 0.4**2)
    assert read_series(tiles, elsewhere=quiet).enough_pct == 7
    loud = Record(60, 20, 40 * 1.3**2)
    assert read_series(tiles, elsewhere=loud).enough_pct is None


@pytest.mark.parametrize("each", [1, 2])
def test_false_claims_stay_under_one_in_twenty(each):
    """200 made series that level off somewhere; tiles scatter by 0.8 about the truth."""
    rng = np.random.default_rng(11)
    noise = Noise(0.8)
    false = 0
    for _ in range(200):
        true = made_series(rng)
        claimed = read_series(fired(rng, true, 0.8, each), noise).enough_pct
        after = [pct for pct in STRENGTHS if claimed is not None and pct > claimed]
        false += any(ciede2000_of(true[claimed], true[pct]) >= noise.visible_from for pct in after)
    assert false < 10


@pytest.mark.parametrize("tiles", [{}, {3: []}])
def test_no_tile_is_an_error_that_names_its_field(tiles):
    with pytest.raises(OutOfBounds) as caught:
        read_series(tiles)
    assert caught.value.field == "tile"
