"""Which tiles to fire next, in order: against those of next_tiles, and what must always hold."""

import pytest

from claycore.colour.equal_tiles import USUAL, Noise
from claycore.colour.next_tiles import Goal, Question, next_tiles
from claycore.colour.notation import Lab
from claycore.colour.palette import FiredTile
from claycore.colour.tiles_in_order import tiles_in_order
from claycore.measure.errors import OutOfBounds

CLAY = Lab(86, 1, 7)
RUST = [FiredTile({"Rust": 3}, Lab(58, 14, 21)), FiredTile({"Rust": 6}, Lab(44, 21, 29))]
MOSS = [FiredTile({"Moss": 4}, Lab(60, -8, 18)), FiredTile({"Moss": 8}, Lab(50, -10, 22))]
KELP = [FiredTile({"Kelp": 4}, Lab(62, -12, 8))]
NOISE = Noise(USUAL.sd)


def order(goal, tiles=RUST, count=3, most_pct=15.0, want=None, name="Rust"):
    return tiles_in_order(CLAY, tiles, NOISE, Question(goal, most_pct, want), count, name)


@pytest.mark.parametrize("most_pct", [6.0, 15.0])
def test_the_first_to_know_a_colour_is_the_one_that_is_proposed_alone(most_pct):
    alone = next_tiles(CLAY, RUST, NOISE, Question(Goal.KNOW, most_pct))
    found = order(Goal.KNOW, most_pct=most_pct)
    assert found.before == pytest.approx(alone.now)
    assert [(one.pct, one.after) for one in found.tiles[: len(alone.tiles)]] == [
        (one.pct, pytest.approx(one.error)) for one in alone.tiles
    ]


@pytest.mark.parametrize("count", [1, 2, 4])
def test_as_many_as_are_asked_for_each_lessening_the_error(count):
    found = order(Goal.KNOW, RUST + KELP, count)
    assert [one.name for one in found.tiles] == ["Rust"] * count
    errors = [found.before, *(one.after for one in found.tiles)]
    assert errors == sorted(errors, reverse=True)
    assert all(one.before == found.before for one in found.tiles)
    assert all(0 < one.pct <= 15 for one in found.tiles)
    assert found.nearest is None


@pytest.mark.parametrize(
    ("strongest", "first"), [(6, [15]), (13.4, [15]), (13.6, None), (15, None)]
)
def test_for_what_is_enough_the_end_is_looked_at_first(strongest, first):
    tiles = [*RUST, FiredTile({"Rust": strongest}, Lab(40, 22, 30))]
    found = order(Goal.ENOUGH, tiles, 1)
    if first:
        assert [one.pct for one in found.tiles] == first
    else:
        assert all(one.after < found.before for one in found.tiles)


def test_what_is_enough_asks_of_the_strengths_from_there_up_alone():
    """A curve that has come to its end at 6 %: what happens below is of no account."""
    ended = [FiredTile({"Rust": pct}, Lab(44, 21, 29)) for pct in (6, 9, 12, 15)]
    known = order(Goal.ENOUGH, ended, 1).before
    assert known < 0.8 * order(Goal.KNOW, ended, 1).before


@pytest.mark.parametrize("tiles", [RUST, RUST[:1], RUST[1:]])
def test_looking_at_the_end_lessens_the_error_there(tiles):
    [end] = order(Goal.ENOUGH, tiles, 1).tiles
    assert end.after < end.before


def test_colourants_compete_for_a_wanted_colour():
    everything = RUST + MOSS + KELP
    near_kelp = order(Goal.COLOUR, everything, want=Lab(56, -15, 9), name="")
    assert near_kelp.nearest[0] == "Kelp"
    assert {one.name for one in near_kelp.tiles} == {"Kelp"}
    near_rust = order(Goal.COLOUR, everything, want=Lab(50, 18, 26), name="")
    assert near_rust.nearest[0] == "Rust"
    assert near_rust.nearest[1] < 2


def test_between_two_that_are_as_near_it_is_asked_which():
    twin = [FiredTile({"Dune": 3}, Lab(58.4, 13.6, 21.4))]
    found = order(Goal.COLOUR, RUST[:1] + twin, count=4, want=Lab(48, 19, 27), name="")
    assert {one.name for one in found.tiles} == {"Rust", "Dune"}
    assert found.tiles[-1].after < found.before


def test_a_colour_that_is_far_from_all_is_told_by_how_far():
    name, delta_e = order(Goal.COLOUR, RUST + MOSS, want=Lab(45, 68, 45), name="").nearest
    assert name == "Rust"
    assert delta_e > 10


def test_only_so_many_compete_those_that_come_nearest():
    shades = [FiredTile({f"Shade {n}": 5}, Lab(50 + 6 * n, 10, 20)) for n in range(7)]
    found = order(Goal.COLOUR, shades, count=4, want=Lab(50, 10, 20), name="")
    assert {one.name for one in found.tiles} <= {f"Shade {n}" for n in range(4)}


def test_the_same_tiles_give_the_same_answer():
    want = Lab(55, -10, 16)
    assert order(Goal.COLOUR, MOSS + KELP, want=want) == order(Goal.COLOUR, MOSS + KELP, want=want)


@pytest.mark.parametrize(("tiles", "name"), [([], "Rust"), (RUST, "Kelp"), (RUST, "")])
def test_a_colourant_without_a_tile_is_refused(tiles, name):
    with pytest.raises(OutOfBounds) as error:
        order(Goal.KNOW, tiles, name=name)
    assert error.value.field == "tile"
    with pytest.raises(OutOfBounds):
        order(Goal.COLOUR, [], want=Lab(50, 10, 20), name="")
