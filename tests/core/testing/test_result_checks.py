"""What deserves a word about a shrinkage or an absorption: by code, and only where it is so."""

import pytest

from claycore.measure.uncertainty import Estimate
from claycore.testing.absorption import AgainstLimit
from claycore.testing.result_checks import absorption_warnings, shrinkage_warnings
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

    assert ("method_reads_low" in told(AgainstLimit.WITHIN)) == method.reads_low
    assert told(AgainstLimit.OVER) == told(AgainstLimit.NOT_DECIDED) == told(None) == []


def test_a_glaze_and_less_than_nothing():
    assert codes(absorption_warnings(Estimate(-0.1, 0.2), None, None)) == [
        "lighter_within_uncertainty"
    ]
    assert codes(absorption_warnings(Estimate(0.4, 0.2), None, None, glazed=True)) == ["glazed"]
