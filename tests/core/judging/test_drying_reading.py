"""What a drying shrinkage means for a purpose. Source: common practice."""

import pytest

from claycore.judging.drying_reading import drying_for
from claycore.judging.purposes import PURPOSES, Purpose


@pytest.mark.parametrize(
    ("pct", "purpose", "expected"),
    [
        (5.0, Purpose.SCULPTURE, "good for large and thick work"),
        (5.0, Purpose.TABLEWARE, "less plastic than most throwing bodies"),
        (6.6, Purpose.THROWING, "usual for throwing"),
        (8.5, Purpose.SCULPTURE, "too much for thick work without grog"),
    ],
)
def test_the_same_figure_says_other_things_for_other_work(pct, purpose, expected):
    assert expected in drying_for(pct, purpose)


@pytest.mark.parametrize("purpose", PURPOSES)
@pytest.mark.parametrize("pct", [2.0, 5.0, 6.5, 9.0])
def test_every_purpose_is_told_something(pct, purpose):
    assert drying_for(pct, purpose)
