"""Which tiles to fire next, in order: against those of next_tiles, and what must always hold."""

import pytest

from claycore.colour.equal_tiles import USUAL, Noise
from claycore.colour.next_tiles import Goal, Question, next_tiles
from claycore.colour.notation import Lab
from claycore.colour.palette import FiredTile, learn
from claycore.colour.tiles_in_order import nearest_colourant, tiles_in_order
from claycore.measure.errors import OutOfBounds

CLAY = Lab(86, 1, 7)
RUST = [FiredTile({"Rust": 3}, Lab(58, 14, 21)), FiredTile({"Rust": 6}, Lab(44, 21, 29))]
MOSS = [FiredTile({"Moss": 4}, Lab(60, -8, 18)), FiredTile({"Moss": 8}, Lab(50, -10, 22))]
KELP = [FiredTile({"Kelp": 4}, Lab(62, -12, 8))]
NOISE = Noise(USUAL.sd)
WANT = Lab(50, 18, 26)


def order(goal, tiles=RUST, count=3, most_pct=15.0, want=None):
    return tiles_in_order(CLAY, tiles, NOISE, Question(goal, most_pct, want), count)


@pytest.mark.parametrize(
    ("goal", "most_pct", "want"),
    [("know", 6.0, None), ("know", 15.0, None), ("colour", 12.0, WANT)],
)
def test_the_first_are_those_that_are_proposed_alone(goal, most_pct, want):
    alone = next_tiles(CLAY, RUST, NOISE, Question(Goal(goal), most_pct, want))
    found = order(Goal(goal), most_pct=most_pct, want=want)
    assert found.before == pytest.approx(alone.now)
    assert [(one.pct, one.error) for one in found.tiles[: len(alone.tiles)]] == [
        (one.pct, pytest.approx(one.error)) for one in alone.tiles
    ]


@pytest.mark.parametrize("count", [1, 2, 4])
def test_as_many_as_are_asked_for_each_lessening_the_error(count):
    found = order(Goal.KNOW, count=count)
    assert len(found.tiles) == count
    errors = [found.before, *(one.error for one in found.tiles)]
    assert errors == sorted(set(errors), reverse=True)
    assert all(0 < one.pct <= 15 for one in found.tiles)


@pytest.mark.parametrize("want", [CLAY, Lab(30, 60, 40)])
def test_what_lessens_no_error_is_not_proposed(want):
    """The plain clay's own colour, and one that no strength of rust comes near."""
    assert order(Goal.COLOUR, want=want).tiles == ()


@pytest.mark.parametrize(
    ("strongest", "first"), [(6, [15]), (13.4, [15]), (13.6, None), (15, None)]
)
def test_for_what_is_enough_the_end_is_looked_at_first(strongest, first):
    tiles = [*RUST, FiredTile({"Rust": strongest}, Lab(40, 22, 30))]
    found = order(Goal.ENOUGH, tiles, 1)
    if first:
        assert [one.pct for one in found.tiles] == first
    else:
        assert all(one.error < found.before for one in found.tiles)


def test_what_is_enough_asks_of_the_strengths_from_there_up_alone():
    """A curve that has come to its end at 6 %: what happens below is of no account."""
    ended = [FiredTile({"Rust": pct}, Lab(44, 21, 29)) for pct in (6, 9, 12, 15)]
    known = order(Goal.ENOUGH, ended, 1).before
    assert known < 0.8 * order(Goal.KNOW, ended, 1).before


@pytest.mark.parametrize("tiles", [RUST, RUST[:1], RUST[1:]])
def test_looking_at_the_end_lessens_the_error_there(tiles):
    found = order(Goal.ENOUGH, tiles, 1)
    assert found.tiles[0].error < found.before


@pytest.mark.parametrize(
    ("want", "name", "near"),
    [
        (Lab(56, -15, 9), "Kelp", True),
        (WANT, "Rust", True),
        (Lab(45, 68, 45), "Rust", False),
    ],
)
def test_the_colourant_that_comes_nearest_and_how_near(want, name, near):
    found = nearest_colourant(learn(CLAY, RUST + MOSS + KELP), want, 15)
    assert found.name == name
    assert (found.delta_e < 3) is near
    assert (found.delta_e > 10) is not near


def test_how_near_it_comes_is_a_matter_of_how_strong_it_may_be():
    palette = learn(CLAY, RUST)
    strong, weak = (nearest_colourant(palette, Lab(44, 21, 29), pct) for pct in (6, 2))
    assert strong.delta_e < 1 < 10 < weak.delta_e


def test_a_colourant_without_a_tile_is_refused():
    with pytest.raises(OutOfBounds) as error:
        order(Goal.KNOW, [])
    assert error.value.field == "tile"
