"""Drafts: what they begin from is common practice; their peak is checked by heat work."""

import pytest

from claycore.firing import cones, heat_work
from claycore.firing.drafts import FiringStage, draft, stage_for
from claycore.firing.schedule_checks import LoadToFire, findings
from claycore.firing.schedules import curve_of
from claycore.measure.errors import ClayError

FIRED_CONES = [name for name in cones.CONES if cones.order(name) >= cones.order("010")]


@pytest.mark.parametrize("stage", FiringStage)
@pytest.mark.parametrize("by_fuel", [False, True])
def test_a_draft_brings_down_its_cone_and_no_other(stage, by_fuel):
    for cone in FIRED_CONES[::4]:
        reached = heat_work.cone_of(curve_of(draft(stage, cone, by_fuel)).points).down
        assert reached == cone


def test_a_bisque_draft_goes_as_is_usual():
    """60 °C/h to 100, hold until dry, 100 °C/h to 600, 150 to the cone: common practice."""
    segments = draft(FiringStage.BISQUE, "04")
    assert [(one.rate, one.target_c) for one in segments[:2]] == [(60, 100), (100, 600)]
    assert segments[0].hold_min > 0
    assert (segments[2].rate, segments[2].hold_min) == (150, 0)
    assert segments[2].target_c == pytest.approx(cones.bends_at("04", 150).temperature_c, abs=5)


def test_a_hold_lets_a_glaze_draft_peak_lower_than_the_chart():
    peak = draft(FiringStage.GLAZE, "6")[-1].target_c
    assert peak < cones.bends_at("6", 70).temperature_c


@pytest.mark.parametrize("stage", FiringStage)
def test_a_draft_passes_the_checks_for_what_it_is_for(stage):
    loaded = LoadToFire("6", is_raw=stage != FiringStage.GLAZE)
    assert findings(curve_of(draft(stage, "6")), loaded) == []


def test_no_draft_for_an_overglaze_cone():
    with pytest.raises(ClayError) as error:
        draft(FiringStage.GLAZE, "019")
    assert error.value.field == "cone"


@pytest.mark.parametrize(
    ("cone", "is_fired", "is_glazed", "stage"),
    [
        ("04", False, False, FiringStage.BISQUE),
        ("04", False, True, FiringStage.SINGLE),
        ("6", False, False, FiringStage.SINGLE),
        ("6", True, True, FiringStage.GLAZE),
    ],
)
def test_what_a_firing_is_for_a_piece(cone, is_fired, is_glazed, stage):
    assert stage_for(cone, is_fired, is_glazed) == stage
