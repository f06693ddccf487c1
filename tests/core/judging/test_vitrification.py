"""What may have kept water out of the pores can fail a piece, and passes none."""

from dataclasses import replace

import pytest

from claycore.judging.limits import Limit, School, usual_limits
from claycore.judging.vitrification import (
    against_figure,
    verdict,
    what_hides_pores,
    what_would_decide,
)
from claycore.measure.uncertainty import Estimate
from claycore.testing.absorption import AgainstLimit

STRICT = usual_limits("stoneware", "strict")


def judged(pct, glazed=False, reads_low=False):
    hides = what_hides_pores(glazed, reads_low)
    return verdict(Estimate(pct, 0.1), STRICT, "6", 0.1, hides)


@pytest.mark.parametrize(
    ("how", "advice"),
    [
        ({"glazed": True}, "Soak a bare piece, or a broken edge."),
        ({"reads_low": True}, "Boil and soak the same pieces."),
        ({"glazed": True, "reads_low": True}, "Soak a bare piece, or a broken edge."),
    ],
)
def test_within_the_limit_is_not_decided_with_the_way_out(how, advice):
    found = judged(0.4, **how)
    assert found.outcome == AgainstLimit.NOT_DECIDED
    assert found.would_decide == advice
    assert judged(2.4, **how).outcome == AgainstLimit.OVER


def test_a_bare_figure_is_not_met_by_what_hides_pores_either():
    hides = what_hides_pores(glazed=False, reads_low=True)
    found = against_figure(Estimate(0.4, 0.1), 1.5, 0.1, hides)
    assert found.outcome == AgainstLimit.NOT_DECIDED
    assert found.reason == (
        "0.4 ± 0.1 % is within 1.5 %, but by a soak that reads low: it can rule out, and"
        " establishes nothing."
    )
    assert against_figure(Estimate(2.4, 0.1), 1.5, 0.1, hides).outcome == AgainstLimit.OVER
    assert against_figure(Estimate(0.4, 0.1), 1.5, 0.1).outcome == AgainstLimit.WITHIN


@pytest.mark.parametrize(
    ("pct", "limits", "outcome"),
    [
        (4.0, usual_limits("stoneware", "loose"), AgainstLimit.NOT_DECIDED),
        (1.0, usual_limits("stoneware", "loose"), AgainstLimit.WITHIN),
        (
            3.5,
            replace(STRICT, absorption=Limit("stoneware", School.STRICT, 4)),
            AgainstLimit.WITHIN,
        ),
    ],
    ids=["as ware is found", "dense as well", "a limit of one's own"],
)
def test_a_range_that_is_only_quoted_makes_nothing_dense_enough(pct, limits, outcome):
    assert verdict(Estimate(pct, 0.1), limits, "6", 0.1).outcome == outcome


def test_a_bare_piece_well_soaked_is_decided():
    assert judged(0.4).outcome == AgainstLimit.WITHIN


@pytest.mark.parametrize(
    ("pct", "pieces"), [(2.0, "about 4 pieces"), (1.71, "about 11 pieces"), (1.69, None)]
)
def test_where_pieces_differ_more_of_them_decide_until_it_is_on_the_limit(pct, pieces):
    """Three pieces, ± 0.4 among them and ± 0.05 by the scale, against 1.5 %: 3 × (0.4 ÷ apart)²."""
    found = what_would_decide(Estimate(pct, 0.4, 3, 0.05), 1.5, 0.1)
    if pieces:
        assert found == f"To decide, test {pieces} in total."
    else:
        assert found == "The result is on the limit. Fire one cone hotter and test again."
