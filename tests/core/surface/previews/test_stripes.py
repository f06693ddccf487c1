"""Trailed slips have the share of the face that their amounts are worked out for."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from claycore.surface.previews.feathered import Trails, feather, strokes_across
from claycore.surface.previews.feathered import shares as found_in
from claycore.surface.previews.joggled import Tilt, joggle
from claycore.surface.previews.stripes import MOST_OF_THE_FACE, slip_at


@given(
    st.lists(st.floats(0.02, 0.3), min_size=1, max_size=3),
    st.floats(40, 400),
    st.floats(3, 15),
)
def test_every_slip_has_its_share_whatever_the_board(shares, length_mm, stripe_mm):
    at = (np.arange(20_000) + 0.5) * length_mm / 20_000
    found = slip_at(at, length_mm, stripe_mm, shares)
    parts = [float(np.mean(found == n + 1)) for n in range(len(shares))]
    assert parts == pytest.approx(shares, abs=0.01)


def test_slips_that_would_cover_more_than_all_leave_a_little_of_the_base():
    at = (np.arange(20_000) + 0.5) / 100
    found = slip_at(at, 200, 10, [0.8, 0.8])
    assert float(np.mean(found > 0)) == pytest.approx(MOST_OF_THE_FACE, abs=0.01)


def test_a_boards_shares_are_those_of_its_amounts_after_every_tilt():
    """30 and 15 % trailed: tilting moves slip, and none of it is gained or lost."""
    tilts = [Tilt.RIGHT, Tilt.AWAY, Tilt.LEFT]
    face = joggle(160, 2, 9, tilts, 3, shares=(0.3, 0.15))
    assert found_in(face, 2) == pytest.approx([0.55, 0.3, 0.15], abs=0.02)
    face = feather(Trails(150, 72, 2, shares=(0.3, 0.15)), strokes_across(150, 8, True), 6)
    assert found_in(face, 2) == pytest.approx([0.55, 0.3, 0.15], abs=0.02)
