"""The set list of what is seen on a fired surface."""

import pytest

from claycore.testing.bars import REMARKS
from claycore.testing.surface_remarks import SURFACE_REMARKS, SurfaceCode, contradiction


def test_every_remark_is_offered_once_and_none_is_a_bars():
    assert set(SURFACE_REMARKS) == set(SurfaceCode)
    assert not set(SURFACE_REMARKS) & set(REMARKS)


@pytest.mark.parametrize(
    "codes", [{"matt", "glossy"}, {"satin", "glossy", "crazed"}, {"even", "speckled"}]
)
def test_what_cannot_be_so_at_once_is_said(codes):
    assert contradiction(codes).endswith("Choose one.")


@pytest.mark.parametrize("codes", [set(), {"matt", "speckled", "streaked"}, {"glossy", "crazed"}])
def test_what_can_be_so_at_once_is_not(codes):
    assert contradiction(codes) == ""
