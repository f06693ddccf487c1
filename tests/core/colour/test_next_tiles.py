"""Which tile to fire next: what it is for, what it gains, and that it needs fewer than a series."""

import numpy as np
import pytest

from claycore.colour import spectra
from claycore.colour.difference import ciede2000, ciede2000_of
from claycore.colour.equal_tiles import Noise
from claycore.colour.kubelka_munk import reflectance_of
from claycore.colour.next_tiles import (
    MOST_TILES,
    STRENGTHS,
    Goal,
    Question,
    choices,
    next_tiles,
    told_as,
)
from claycore.colour.notation import Lab
from claycore.colour.palette import FiredTile
from claycore.measure.errors import OutOfBounds
from tests.core.colour.strategies import Task, rms
from tests.thoroughness import simulated

NOISE = Noise(0.5)


def grey(ratio):
    """The colour of a grey layer of this K/S."""
    return Lab(*spectra.lab_of(reflectance_of(ratio) * np.ones(len(spectra.WAVELENGTHS_NM))))


CLAY = grey(0.2)


def soot(*pcts, ends_at=None):
    """Tiles of a black that goes on and on, or stops getting stronger."""
    acts = [pct if ends_at is None else ends_at * (1 - np.exp(-pct / ends_at)) for pct in pcts]
    return [
        FiredTile({"soot": pct}, grey(0.2 + 0.15 * act))
        for pct, act in zip(pcts, acts, strict=True)
    ]


def ask(tiles, goal=Goal.KNOW, most_pct=12.0, noise=NOISE, want=None):
    return next_tiles(CLAY, tiles, noise, Question(goal, most_pct, want))


@pytest.mark.parametrize("goal", Goal)
def test_each_tile_lessens_what_is_expected_and_one_more_gains_little(goal):
    found = ask(soot(6), goal, want=grey(0.2 + 0.15 * 3))
    errors = [found.now, *(one.error for one in found.tiles)]
    assert found.tiles
    assert errors == sorted(errors, reverse=True)
    assert found.then == errors[-1]
    if found.one_more:
        assert found.then - found.one_more.error < 0.15 * found.now
    else:
        assert len(found.tiles) == MOST_TILES


def test_the_same_tiles_always_give_the_same_answer():
    assert ask(soot(6, 3)) == ask(soot(6, 3))


def test_one_strength_in_the_middle_leaves_the_ends_open():
    """Worked by hand: what is farthest from 6 % is known least, and one of both ends comes next."""
    found = ask(soot(6))
    off = dict(zip(found.strengths, found.colour_error_now, strict=True))
    assert min(off, key=off.get) == pytest.approx(6, abs=0.6)
    assert off[max(off)] > 2 * min(off.values())
    assert found.tiles[0].pct <= 3 or found.tiles[0].pct >= 9


def test_after_a_tile_its_own_strength_is_known_about_as_well_as_equal_tiles_agree():
    found = ask(soot(6))
    then = np.interp(found.tiles[0].pct, found.strengths, found.colour_error_then)
    now = np.interp(found.tiles[0].pct, found.strengths, found.colour_error_now)
    assert then < 2 * NOISE.sd < now


def test_where_everything_was_fired_nothing_more_is_proposed():
    found = ask(soot(*(float(n) for n in range(1, 13)), *(float(n) for n in range(1, 13))))
    assert found.tiles == ()
    assert found.then == found.now
    assert found.one_more.error > 0.7 * found.now


def test_where_tiles_scatter_more_less_is_known():
    assert ask(soot(6, 12), noise=Noise(2)).now > ask(soot(6, 12)).now


def test_a_colour_beyond_reach_is_no_reason_to_fire_more():
    """F4 turned to a grey studio: no strength of a black comes near a red."""
    found = ask(soot(3, 6, 9), Goal.COLOUR, want=Lab(45, 60, 40))
    assert found.tiles == ()
    assert found.now < 0.3


def test_for_a_colour_the_tile_that_is_fired_lies_near_it():
    """What would be mixed now is about 2 %; its neighbours tell most of how far that is off."""
    want = grey(0.2 + 0.15 * 2)
    assert ciede2000(want, soot(2)[0].lab) < 0.01
    found = ask(soot(9), Goal.COLOUR, want=want)
    assert found.tiles[0].pct <= 5


def test_what_is_enough_is_never_settled_where_nobody_looked():
    """As in a series: its strongest is never enough, as nobody looked beyond it."""
    assert ask(soot(3, 6), Goal.ENOUGH).tiles[0].pct == 12
    assert ask(soot(6.5), Goal.ENOUGH, most_pct=9.5, noise=Noise(0.9)).tiles[0].pct == 9.5
    beyond = ask(soot(3, 6, 12), Goal.ENOUGH)
    assert not beyond.tiles or beyond.tiles[0].pct < 12


def test_how_much_is_enough_is_told_in_percent_of_dry_clay():
    few = ask(soot(6, ends_at=1.5), Goal.ENOUGH)
    many = ask(soot(1, 2, 3, 4, 6, 9, 12, ends_at=1.5), Goal.ENOUGH)
    assert 1 < few.now <= 12
    assert many.now < few.now / 2


@pytest.mark.parametrize(
    ("most_pct", "step"), [(1.5, 0.1), (2, 0.1), (4, 0.25), (9, 0.5), (12, 0.5), (18, 1)]
)
def test_strengths_to_fire_are_round_and_no_stronger_than_asked(most_pct, step):
    told = choices(most_pct)
    assert told_as(most_pct) == step
    assert np.allclose(np.round(told / step), told / step)
    assert 0 < told[0] <= told[-1] <= most_pct
    assert 8 <= len(told) <= 12


def test_without_a_tile_one_is_asked_for():
    with pytest.raises(OutOfBounds, match="Fire one tile of this colourant first"):
        ask([])


def test_the_curve_of_errors_has_a_point_for_each_strength():
    found = ask(soot(6))
    assert len(found.strengths) == STRENGTHS
    assert found.strengths[-1] == 12
    assert len(found.colour_error_now) == len(found.colour_error_then) == STRENGTHS


def test_what_is_expected_is_about_what_comes():
    """In made studios with two tiles each, the error that is stated, and the true one."""
    stated, true = [], []
    for seed in range(14):
        task = Task(Goal.KNOW, seed)
        tiles = [task.studio.fire(4), task.studio.fire(10)]
        stated.append(task.proposal(tiles).now)
        true.append(task.error(tiles))
    assert 0.8 < rms(stated) / rms(true) < 1.8


def test_three_chosen_tiles_tell_more_than_an_even_series_of_four():
    """Over all strengths of a stain; benchmarks.next_tiles has more of it."""
    tasks = [Task(Goal.KNOW, seed) for seed in range(simulated(12))]
    chosen = rms(list(task.chosen(3))[-1] for task in tasks)
    assert chosen < rms(task.even(4) for task in tasks)


def test_a_stain_that_stops_getting_stronger_is_followed():
    tiles = soot(1, 3, 6, 12, ends_at=1.5)
    found = ask(tiles)
    assert ciede2000_of(tiles[-1].lab.values, tiles[-2].lab.values) < 1
    assert max(found.colour_error_now) < 3
