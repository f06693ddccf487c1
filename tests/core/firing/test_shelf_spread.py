"""How shelves differ, from witness cones and from equal pieces."""

import math

import pytest

from claycore.firing.shelf_spread import piece_offsets, shelf_offsets
from claycore.firing.witness import Bend, ShelfHeat, shelf_heat


def heat(middle, half=10.0):
    return ShelfHeat("6", middle - half, middle + half)


def test_shelves_differ_by_what_they_do_again_and_again():
    """Top 12 °C over bottom every time: ±6 about the mean, unsure by the brackets alone."""
    found = shelf_offsets([{0: heat(1200), 1: heat(1212)}] * 4)
    assert found[1].value == pytest.approx(6)
    assert found[0].value == pytest.approx(-6)
    assert found[1].u95 == pytest.approx(2 * 10 / math.sqrt(3) / math.sqrt(4))
    assert found[1].times == 4


def test_scatter_makes_unsure_and_more_firings_surer():
    calm = shelf_offsets([{0: heat(1200), 1: heat(1212)}] * 3)
    wild = shelf_offsets([{0: heat(1200), 1: heat(1200 + step)} for step in (-20, 12, 44)])
    more = shelf_offsets([{0: heat(1200), 1: heat(1200 + s)} for s in (-20, 12, 44) * 4])
    assert wild[1].value == pytest.approx(calm[1].value)
    assert calm[1].u95 < more[1].u95 < wild[1].u95


def test_a_firing_with_one_shelf_tells_nothing_of_the_spread():
    assert shelf_offsets([{0: heat(1200)}, {1: shelf_heat({"6": Bend.DOWN}), 0: heat(1200)}]) == {}


def test_equal_pieces_show_which_shelf_shrinks_more():
    sets = [{0: [11.0, 11.2], 2: [11.5]}, {0: [9.9], 2: [10.3]}, {0: [8.0], 2: [8.38]}]
    found = piece_offsets(sets)
    assert found[2].value == pytest.approx((0.2 + 0.2 + 0.19) / 3)
    assert found[0].value == pytest.approx(-found[2].value)
    assert found[2].u95 < 0.02
    assert found[2].times == 3


def test_pieces_of_one_shelf_or_of_one_firing_say_nothing():
    assert piece_offsets([{0: [11.0, 11.4]}, {0: [11.0], 1: []}]) == {}
    assert piece_offsets([{0: [11.0], 1: [11.4]}]) == {}
    assert piece_offsets([{0: [11.0], 1: [11.4]}] * 2)[1].times == 2


def test_a_difference_of_shelves_carries_scatter_and_brackets():
    """Worked by hand: two firings, 4 and 8 °C apart, cones bracketed to ± 3 °C.

    Each shelf lies 2 and 4 °C from the mean: 3 in the mean, with a standard error of 1, and
    Student's t of one degree is 12.706. Each bracket has a variance of 3, and of their mean 1.5.
    """
    heats = [{0: heat(1200, 3), 1: heat(1200 + step, 3)} for step in (4, 8)]
    found = shelf_offsets(heats)[1]
    assert found.value == pytest.approx(3)
    assert found.u95 == pytest.approx((12.706**2 + 4 * 1.5) ** 0.5, rel=1e-4)
