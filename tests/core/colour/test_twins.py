"""Stains that are the same to the eye, and shelves that are not."""

import numpy as np
import pytest

from claycore.colour.difference import ciede2000_of
from claycore.colour.equal_tiles import Noise
from claycore.colour.notation import Lab
from claycore.colour.shelf_shift import shelf_shifts
from claycore.colour.twins import ColouredTiles, matches, twins
from tests.core.colour.making_tiles import jitter

QUIET = Noise(0.5)


def coloured(name, *tiles, cost=None):
    return ColouredTiles(name, frozenset([name]), tiles, cost)


OCHRE = coloured("Sand Ochre", Lab(62, 12, 34), cost=1.8)
TWIN = coloured("Dune Ochre", Lab(62.4, 12.2, 34.5), cost=0.9)
OTHER = coloured("Kelp", Lab(50, -20, 12), cost=0.5)


def test_two_of_the_same_colour_are_found_and_the_cheaper_is_named():
    (found,) = twins([OCHRE, OTHER, TWIN], QUIET)
    assert {found.one.name, found.other.name} == {"Sand Ochre", "Dune Ochre"}
    assert found.cheaper is TWIN
    assert found.saves_per_kg == pytest.approx(0.9)


def of_mix(name, lab, *firings):
    return ColouredTiles(name, frozenset([name]), [lab], firings=frozenset(firings))


def test_two_names_match_once_and_tiles_of_one_firing_show_it():
    """Three mixes of one stain against one of another: one match, by the two fired together."""
    near, apart = Lab(62.1, 12, 34.1), Lab(62.5, 12.3, 34.6)
    sand = [of_mix("Sand", near, 1), of_mix("Sand", apart, 2, 3), of_mix("Sand", OTHER.tiles[0], 3)]
    (found,) = matches([*sand, of_mix("Dune", Lab(62, 12, 34), 3)], QUIET)
    assert found.best.one.firings == {2, 3}
    assert found.best.shared_a_firing
    assert (found.same, found.compared) == (2, 3), "the third is another colour"


def test_of_tiles_that_never_shared_a_firing_the_nearest_show_it():
    sand = [of_mix("Sand", Lab(62.5, 12.3, 34.6), 1), of_mix("Sand", Lab(62.1, 12, 34.1), 2)]
    (found,) = matches([*sand, of_mix("Dune", Lab(62, 12, 34), 3)], QUIET)
    assert found.best.one.firings == {2}
    assert not found.best.shared_a_firing


def test_without_a_price_neither_is_cheaper():
    (found,) = twins([OCHRE, coloured("Dune Ochre", Lab(62.4, 12.2, 34.5))], QUIET)
    assert found.cheaper is None
    assert found.saves_per_kg == 0


def test_two_strengths_of_one_stain_are_no_twins():
    strengths = [
        ColouredTiles(f"{pct} %", frozenset(["Kelp"]), [Lab(50, -20, 12)]) for pct in (6, 9)
    ]
    assert twins(strengths, QUIET) == []
    assert twins(strengths[:1], QUIET) == []


def test_what_noise_could_part_is_not_claimed():
    assert twins([OCHRE, coloured("x", Lab(63.8, 12.2, 34.5))], Noise(1.2)) == []


def test_false_twins_stay_under_one_in_twenty():
    """Pairs that truly lie just visibly apart, 300 of them."""
    rng = np.random.default_rng(6)
    noise, false = Noise(0.8), 0
    for _ in range(300):
        true = rng.uniform((35, -20, -20), (75, 25, 25))
        off = jitter(rng, true, 1.0)
        off *= (noise.visible_from + 0.05) / np.linalg.norm(off / jitter_scale(true))
        pair = [true + jitter(rng, true, 0.8), true + off + jitter(rng, true, 0.8)]
        false += bool(twins([coloured(str(n), Lab(*lab)) for n, lab in enumerate(pair)], noise))
    assert false < 15


def jitter_scale(lab):
    """How far each axis of Lab moves for one CIEDE2000, about this colour."""
    return 0.5 / ciede2000_of(lab, lab + np.eye(3) * 0.5)


def on_shelves(rng, shift, sets=5):
    """Sets of two equal tiles, one on each of two shelves; the upper one is lighter by so much."""
    made = []
    for _ in range(sets):
        true = rng.uniform((40, -10, -10), (70, 15, 15))
        made.append(
            {
                shelf: [Lab(*(true + np.array([shelf * shift, 0, 0]) + rng.normal(0, 0.3, 3)))]
                for shelf in (0, 1)
            }
        )
    return made


def test_a_lighter_shelf_is_named_with_its_margin():
    (found,) = shelf_shifts(on_shelves(np.random.default_rng(1), 2.0), QUIET)
    assert (found.lighter, found.darker, found.sets) == (1, 0, 5)
    assert found.by == pytest.approx(2, abs=0.6)
    assert found.u95 < 1


def test_a_set_weighs_by_how_many_tiles_it_rests_on():
    """By hand: 2 apart by four tiles a shelf weighs 2, 6 apart by one a shelf weighs 0.5: 2.8."""
    many = {0: [Lab(50, 0, 0)] * 4, 1: [Lab(52, 0, 0)] * 4}
    one = {0: [Lab(50, 0, 0)], 1: [Lab(56, 0, 0)]}
    (found,) = shelf_shifts([many, one], QUIET)
    assert found.by == pytest.approx(2.8)


def test_equal_shelves_are_not():
    assert shelf_shifts(on_shelves(np.random.default_rng(2), 0.0), QUIET) == []
    assert shelf_shifts([{0: [Lab(50, 0, 0)]}, {1: [Lab(60, 0, 0)]}], QUIET) == []


def test_a_shift_within_its_margin_is_none_and_a_sure_one_too_small_to_matter_neither():
    two_sets = on_shelves(np.random.default_rng(1), 2.0, sets=2)
    assert shelf_shifts(two_sets, Noise(4.0)) == []
    assert shelf_shifts(on_shelves(np.random.default_rng(1), 0.4, sets=40), Noise(0.05)) == []
