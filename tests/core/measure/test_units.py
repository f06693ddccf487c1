"""Units: outside values are the definitions that units.py names."""

import pytest

from claycore.measure import units
from claycore.measure.errors import UnknownChoice


def test_units_by_their_definitions():
    """Outside: a pound is 16 oz; a gallon (US) is 231 in³; an imperial pint is 20 fl oz."""
    assert units.grams(16, "oz") == pytest.approx(units.grams(1, "lb"))
    assert units.millilitres(1, "gal_us") == pytest.approx(231 * 2.54**3)
    assert units.millilitres(8, "pint_us") == pytest.approx(units.millilitres(4, "qt_us"))
    assert units.millilitres(2, "cup_us") == pytest.approx(units.millilitres(16, "floz_us"))
    assert units.millilitres(20, "floz_imp") == pytest.approx(units.millilitres(1, "pint_imp"))
    assert units.millimetres(5, "in") == pytest.approx(127)
    with pytest.raises(UnknownChoice, match="kg"):
        units.grams(1, "stone")


@pytest.mark.parametrize(("celsius", "fahrenheit"), [(0, 32), (100, 212), (-40, -40)])
def test_degrees_celsius_and_fahrenheit(celsius, fahrenheit):
    """Water freezes and boils; the scales meet at −40."""
    assert units.fahrenheit(celsius) == pytest.approx(fahrenheit)
    assert units.celsius(fahrenheit) == pytest.approx(celsius)
