"""Bars as lines of figures."""

import pytest

from claycore.measure.errors import Inconsistent
from claycore.testing.bar_lines import BarLine, SagLine, bars_of
from claycore.testing.results import clay_results


def test_the_lines_of_a_bar_come_together_from_coolest_to_hottest():
    lines = [
        BarLine("B1", "6", 100, 94, 88, 80, 81.2),
        BarLine("B1", "04", 100, 94, 92, 81, 88.0, frozenset({"looked"})),
        BarLine("B1", None, mass_g=88),
        BarLine("B2", None, 100, 94),
    ]
    first, second = bars_of(lines, "boil_2h", 0.5, 0.1)
    assert [fired.cone for fired in first.firings] == ["04", "6"]
    assert first.firings[0].remarks == {"looked"}
    assert first.mass_dry.value == 88
    assert second.firings == ()
    found = clay_results([first, second])
    assert found.drying.count == 2
    assert found.at("6").absorption.value == pytest.approx(1.5)
    assert found.at("6").soaked.method == "boil_2h"
    assert found.at("6").loss_on_ignition.value == pytest.approx(100 * 8 / 88)


def test_a_bar_that_was_only_soaked_has_no_shrinkage():
    found = clay_results(bars_of([BarLine("B1", "6", mass_g=80, soaked_g=82)], "vacuum", 0.5, 0.1))
    assert found.at("6").absorption.value == pytest.approx(2.5)
    assert found.at("6").total is found.drying is None


def test_a_sag_belongs_to_its_bar_and_cone_whether_or_not_a_line_tells_of_them():
    """Common practice: the bend bar is often a bar of its own, of which nothing else is read."""
    lines = [BarLine("B1", "6", 100, 94, 88, 80, 81.2)]
    sags = [
        SagLine("B1", "6", 2, 90, 10),
        SagLine("B1", "8", 4, 90, 10),
        SagLine("B9", "6", 3, 90, 9),
    ]
    first, alone = bars_of(lines, "boil_2h", 0.5, 0.1, sags)
    assert [(fired.cone, fired.sag.value) for fired in first.firings] == [("6", 2), ("8", 4)]
    assert [fired.length is None for fired in first.firings] == [False, True]
    assert (alone.code, alone.firings[0].sag.value, alone.span.value) == ("B9", 3, 90)


@pytest.mark.parametrize(
    "lines",
    [
        [BarLine("B1", "6", 100), BarLine("B1", "6", 100)],
        [BarLine("B1", "6", 100), BarLine("B1", "04", 101)],
        [BarLine("B1", "6", 100, 94), BarLine("B1", "04", 100, 93)],
        [BarLine("B1", None), BarLine("B1", None)],
    ],
)
def test_lines_that_contradict_each_other_are_refused(lines):
    with pytest.raises(Inconsistent) as caught:
        bars_of(lines, "vacuum", 0.5, 0.1)
    assert caught.value.field == "bar"
    assert "B1" in str(caught.value)
