"""What a test piece covers: common practice and arithmetic."""

import pytest

from claycore.firing.loading.by_rules import SAUCER_MARGIN_MM
from claycore.firing.loading.footprints import RACK_MM, PieceSize, footprint, usual_size

BAR = PieceSize(130, 42, 9)


def test_the_usual_piece_for_a_line_of_100_mm_is_120_by_45():
    """Common practice."""
    assert usual_size(100) == PieceSize(pytest.approx(120), pytest.approx(45), 8)


def test_a_piece_on_edge_covers_its_thickness_and_the_rack():
    assert footprint(BAR, on_edge=False, in_saucer=False) == (130, 42)
    assert footprint(BAR, on_edge=True, in_saucer=False) == (130, 9 + 2 * RACK_MM)


def test_a_saucer_reaches_out_on_all_sides():
    plain, saucer = (footprint(BAR, False, in_saucer) for in_saucer in (False, True))
    assert saucer.width - plain.width == saucer.depth - plain.depth == 2 * SAUCER_MARGIN_MM
