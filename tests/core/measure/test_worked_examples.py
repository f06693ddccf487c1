"""Figures as they are written, and units: whole lists."""

from claycore.measure import formatting, units
from tests.core.worked_pages import page_test


def figures():
    values = (0.004, 0.5, 1, 2.345, 12.5, 99.96, 1234.5, -3.14159)
    return {
        "plain": [formatting.plain(value, decimals) for value in values for decimals in (0, 1, 2)],
        "to a step": [
            formatting.to_step(value, step) for value in values for step in (0.01, 0.1, 0.5, 5)
        ],
        "with its ±": [
            formatting.with_u95(value, u95) for value in values for u95 in (0.02, 0.36, 14)
        ],
        "two digits": [formatting.to_two_digits(value, 0.36) for value in values],
        "adding up": formatting.adding_up([33.333, 33.333, 33.334], 1),
        "masses": formatting.masses([54.187, 0.813, 12.6], 0.1),
        "hours": [formatting.hours_and_minutes(hours) for hours in (0, 0.26, 1, 6.583, 30)],
        "percentages": [formatting.percentage(value) for value in (0.05, 2.5, 10, 12.345)],
        "units": {
            unit: units.size_of(unit, measure, "unit")
            for measure in units.Measure
            for unit in units.sizes(measure)
        },
        "listed": [formatting.listed(["A", "B", "C"][:count]) for count in range(4)],
        "counted": [formatting.counted(count, "tile") for count in (0, 1, 2)],
        "degrees": (units.celsius(2232), units.fahrenheit(1222)),
    }


test_page = page_test(__file__, {"figures": figures})
