"""When a piece that waits was most likely forgotten: three weeks, common practice."""

from claycore.testing.forgotten import is_forgotten
from claycore.testing.stages import DAY


def test_forgotten_after_three_weeks_and_not_before():
    assert not is_forgotten(20 * DAY)
    assert not is_forgotten(21 * DAY)
    assert is_forgotten(22 * DAY)
