"""Poured stripes moved by tilts: no colour gains area, and each tilt can be taken back."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from claycore.measure.errors import OutOfBounds
from claycore.surface.previews.feathered import shares
from claycore.surface.previews.joggled import MOST_TILTS, Tilt, joggle
from tests.thoroughness import examples

SIDE, PX = 120, 4
"""Six whole turns of a gap and a stripe of 10 mm, of two slips."""


def board(*tilts, **changed):
    return joggle(SIDE, 2, 10, list(tilts), PX, **changed)


@settings(max_examples=examples(125), deadline=None)
@given(st.lists(st.sampled_from(Tilt), max_size=10))
def test_no_colour_gains_or_loses_area(tilts):
    assert shares(board(*tilts), 2) == pytest.approx([0.5, 0.25, 0.25], abs=0.01)


def test_no_tilt_and_no_flow_change_nothing():
    still = board()
    assert (still == still[:1]).all()
    assert np.array_equal(board(Tilt.RIGHT, Tilt.AWAY, flow_mm=0.0), still)


def test_a_tilt_moves_it_and_taken_back_it_is_as_before():
    one, two = [Tilt.RIGHT], [Tilt.RIGHT, Tilt.TOWARDS]
    assert not np.array_equal(board(*two), board(*one))
    assert np.array_equal(board(*two[:-1]), board(*one))


def test_the_same_tilts_are_the_same_board_and_their_order_counts():
    there = (Tilt.LEFT, Tilt.AWAY, Tilt.RIGHT)
    assert np.array_equal(board(*there), board(*there))
    assert not np.array_equal(board(*there), board(*there[::-1]))


def test_a_base_alone_stays_a_base():
    assert not joggle(SIDE, 0, 10, [Tilt.LEFT], PX).any()


def test_what_cannot_be_is_named():
    with pytest.raises(OutOfBounds) as raised:
        board(*[Tilt.LEFT] * (MOST_TILTS + 1))
    assert raised.value.field == "tilts"
    with pytest.raises(OutOfBounds) as raised:
        joggle(SIDE, 2, 0, [], PX)
    assert raised.value.field == "stripe_mm"
