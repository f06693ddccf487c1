"""How long each way of filling pores takes, in minutes: the standards as remembered, not checked
against them (ASTM C373, ASTM C67, ISO 10545-3); the quick boil and the cold soak common practice.
"""

import pytest

from claycore.testing.soaking import METHODS

HOUR, DAY = 60, 24 * 60


@pytest.mark.parametrize(
    ("code", "times"),
    [
        ("boil_soak", {"Boil": 5 * HOUR, "Soak": DAY}),
        ("boil_5h", {"Boil": 5 * HOUR}),
        ("boil_2h", {"Boil": 2 * HOUR, "Cool": 4 * HOUR}),
        ("vacuum", {"Pump down": 30, "Flood": 15}),
        ("cold_soak", {"Soak": DAY}),
    ],
)
def test_as_long_as_remembered(code, times):
    stages = {stage.title: stage.minutes for stage in METHODS[code].stages}
    assert times.items() <= stages.items()


def test_a_quick_boil_is_ten_minutes_to_an_hour():
    (boil, *_) = METHODS["quick_boil"].stages
    assert 10 <= boil.minutes <= HOUR
