"""What deserves a word about a shrinkage or an absorption: by code, and only where it is so."""

import pytest

from claycore.measure.formatting import with_u95
from claycore.measure.uncertainty import Estimate, Measured
from claycore.testing import absorption
from claycore.testing.absorption import AgainstLimit
from claycore.testing.result_checks import (
    absorption_warnings,
    one_piece_warnings,
    shrinkage_warnings,
)
from claycore.testing.shrinkage import shrinkage
from claycore.testing.soaking import METHODS


def codes(notices):
    return [notice.code for notice in notices]


@pytest.mark.parametrize(
    ("wet", "dry", "fired", "expected"),
    [
        (100, 95, 90, []),
        (100, 100.3, 90, []),  # within what the ruler can tell
        (100, 103, 90, ["dry_longer_than_wet"]),
        (100, 95, 97, ["fired_longer_than_dry"]),
        (100, 90, 80, ["much_shrinkage"]),
        (100, 103, 106, ["dry_longer_than_wet", "fired_longer_than_dry"]),
    ],
)
def test_lengths_that_grew_and_much_shrinkage(wet, dry, fired, expected):
    assert codes(shrinkage_warnings(shrinkage(wet, dry, fired, step=0.5))) == expected


@pytest.mark.parametrize("method", METHODS.values(), ids=lambda m: m.code)
def test_a_soak_that_reads_low_speaks_only_where_it_could_change_the_answer(method):
    def told(outcome):
        return codes(absorption_warnings(Estimate(2.0, 0.1), outcome, method))

    for outcome in (AgainstLimit.WITHIN, AgainstLimit.NOT_DECIDED):
        assert ("method_reads_low" in told(outcome)) == method.reads_low
    assert told(AgainstLimit.OVER) == told(None) == []


def test_a_soak_that_took_up_nothing_may_have_met_a_glaze_skin():
    """229 g before and after is 0.0 ± 0.4 %, and perhaps no absorption of the body at all."""
    cup = absorption.percent(Measured(229, 1), Measured(229, 1))
    assert with_u95(cup.value, cup.u95) == "0.0 ± 0.4"
    [notice] = absorption_warnings(cup, AgainstLimit.WITHIN, None)
    assert notice.code == "took_up_nothing"
    assert "test an unglazed piece" in notice.message
    assert "lighter" not in notice.message
    lighter = absorption_warnings(Estimate(-0.1, 0.2), None, None)
    assert "a little lighter soaked than dry" in lighter[0].message
    spread_only = Estimate(0.2, 0.3, instruments_u95=0.05)
    assert absorption_warnings(spread_only, None, None) == []
    assert codes(absorption_warnings(Estimate(0.4, 0.2), None, None, glazed=True)) == ["glazed"]


def test_a_soak_that_took_up_too_much_is_asked_about():
    """229 g → 2290 g: the decimal point, or another piece."""
    found = absorption.percent(Measured(229, 1), Measured(2290, 1))
    assert codes(absorption_warnings(found, None, None)) == ["took_up_too_much"]
    assert codes(absorption_warnings(Estimate(39, 2), None, None)) == []


@pytest.mark.parametrize(
    ("found", "told"),
    [
        (Estimate(1.4, 0.05), ["one_piece"]),
        (Estimate(1.6, 0.05), ["one_piece"]),
        (Estimate(0.3, 0.05), []),
        (Estimate(4.0, 0.05), []),
        (Estimate(1.5, 0.2), []),
    ],
)
def test_one_piece_near_the_limit_does_not_speak_for_its_like(found, told):
    assert codes(one_piece_warnings(found, 1.5)) == told
