"""Cones: their order and their charted temperatures."""

import pytest

from claycore.firing import cones
from claycore.measure.errors import UnknownChoice


def test_cones_run_from_022_to_14():
    assert cones.CONES[0] == "022"
    assert cones.CONES[-1] == "14"
    assert cones.order("01") < cones.order("1")
    assert cones.order("5") < cones.order("5.5") < cones.order("6")
    temperatures = [cones.temperature_c(cone) for cone in cones.CONES]
    assert temperatures == sorted(temperatures)
    assert cones.temperature_c("6") == 1222
    # The published charts' column for 60 °C/h, from memory; 590, 617 and 638 stand under 150.
    assert [cones.temperature_c(cone) for cone in ("022", "021", "020", "019")] == [
        586,
        600,
        626,
        678,
    ]
    with pytest.raises(UnknownChoice):
        cones.check("15")
