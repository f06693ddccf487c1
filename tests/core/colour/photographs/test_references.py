"""What is laid beside tiles: its colour where a formula gives it."""

import pytest

from claycore.colour.photographs.references import REFERENCES


def test_a_grey_card_sends_back_18_percent():
    """CIE 15: L* = 116 · Y^(1/3) − 16, for Y = 0.18."""
    assert REFERENCES["grey"].lab.lightness == pytest.approx(116 * 0.18 ** (1 / 3) - 16, abs=0.01)


def test_cards_are_neutral_and_paper_is_a_little_yellow_and_poor():
    assert {code for code, one in REFERENCES.items() if one.is_poor} == {"paper"}
    for code in ("white", "grey"):
        assert (REFERENCES[code].lab.a, REFERENCES[code].lab.b) == (0, 0)
    paper = REFERENCES["paper"].lab
    assert (paper.a, paper.b) == (0, 1)
    assert paper.lightness < REFERENCES["white"].lab.lightness < 100
