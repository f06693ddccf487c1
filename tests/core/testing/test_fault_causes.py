"""What may be behind a fault. Common practice."""

import pytest

from claycore.testing.bars import NOTHING_ODD, REMARKS, RemarkCode
from claycore.testing.fault_causes import FAULT_CAUSES, causes_of
from claycore.testing.surface_remarks import SURFACE_REMARKS, SurfaceCode


def test_a_crack_is_told_by_its_edges():
    """K11: rounded or glazed over, it was there before; sharp, it dunted in cooling."""
    [cause] = causes_of({RemarkCode.CRACKED, RemarkCode.RINGS})
    assert "Rounded or glazed over: the crack was there before the firing" in cause.words
    assert "Sharp: it came in cooling" in cause.words
    assert "from 620 to 520 °C and from 280 to 180 °C" in cause.words


def test_every_cause_is_of_a_fault_that_can_be_seen():
    assert FAULT_CAUSES.keys() <= {*REMARKS, *SURFACE_REMARKS}
    assert not FAULT_CAUSES.keys() & NOTHING_ODD
    assert all(said.endswith(".") for said in FAULT_CAUSES.values())


@pytest.mark.parametrize("codes", [(), NOTHING_ODD, {SurfaceCode.MATT, SurfaceCode.EVEN}])
def test_what_is_no_fault_has_no_cause(codes):
    assert causes_of(codes) == []


def test_causes_come_in_the_order_of_the_list():
    found = [one.code for one in causes_of({SurfaceCode.CRAZED, RemarkCode.STUCK, "warped"})]
    assert found == ["warped", "stuck", "crazed"]
