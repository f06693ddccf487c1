"""Planning bars, doubting their figures, and timing what is done to them. Common practice."""

import pytest

from claycore.measure.errors import ClayError
from claycore.measure.uncertainty import Measured
from claycore.safety.cautions import CAUTIONS
from claycore.testing import bar_plan, drying, protocols, stages
from claycore.testing.field_notes import FieldNotes
from claycore.testing.results import clay_results
from claycore.testing.soaking import METHODS
from tests.core.testing.making_bars import run


@pytest.mark.parametrize(
    ("notes", "expected"),
    [
        (FieldNotes(), ("04", "6", "10")),
        (FieldNotes(raw_colour="blue-grey", acid="none"), ("04", "6", "10")),
        (FieldNotes(raw_colour="Rust brown"), ("04", "1", "6")),
        (FieldNotes(acid="strong"), ("04", "1", "6")),
        (None, ("04", "6", "10")),
    ],
)
def test_cones_offered_by_the_field_sheet(notes, expected):
    offered = bar_plan.cones_for(notes)
    assert offered.cones == expected
    assert bool(offered.reason) == (expected != ("04", "6", "10"))


def test_cones_offered_by_an_early_reading():
    slumped = clay_results(run(("04", 8, 9), ("6", 12, 0.5, ["slumped"]))).cones
    assert bar_plan.cones_for(None, slumped).cones == ("04", "1")
    tight = clay_results(run(("04", 8, 3))).cones
    assert bar_plan.cones_for(None, tight).cones == ("04", "1", "6")


@pytest.mark.parametrize(
    ("label", "expected"),
    [
        (["5", "8"], ("04", "5", "8")),
        (["6", "10"], ("04", "6", "8", "10")),  # far apart: one between
        (["6"], ("04", "6")),
        (["06", "04"], ("06", "04")),  # an earthenware is not taken past its label
        ([], ("04", "6", "10")),
    ],
)
def test_cones_offered_by_a_label(label, expected):
    offered = bar_plan.cones_for(None, label_cones=label)
    assert offered.cones == expected
    assert not offered.lower


def test_what_was_seen_to_run_goes_before_its_label():
    slumped = clay_results(run(("04", 8, 9), ("6", 12, 0.5, ["slumped"]))).cones
    offered = bar_plan.cones_for(None, slumped, ["6", "10"])
    assert offered.cones == ("04", "1")
    assert offered.lower


def test_each_cone_its_own_bars_after_a_bisque():
    bars = bar_plan.plan(["10", "6"], 2, True, True, climbing=False, bisque="04")
    assert [(b.role, b.cones) for b in bars] == [
        ("line", ("04", "6")),
        ("line", ("04", "6")),
        ("soak", ("04", "6")),
        ("bend", ("04", "6")),
        ("line", ("04", "10")),
        ("line", ("04", "10")),
        ("soak", ("04", "10")),
        ("bend", ("04", "10")),
    ]


@pytest.mark.parametrize(
    ("cone", "passed"), [("05", True), ("04", True), ("02", True), ("5", False), ("8", False)]
)
def test_a_bisque_is_passed_and_a_firing_that_fell_short_is_not(cone, passed):
    assert bar_plan.is_passed_through(("04", "6"), cone) is passed


def test_a_bar_of_one_cone_passes_nothing():
    assert not bar_plan.is_passed_through(("6",), "04")


def test_the_same_bars_up_the_cones():
    bars = bar_plan.plan(["04", "6", "10"], 3, False, True, climbing=True)
    assert [b.cones for b in bars if b.role == "bar"] == [("04", "6", "10")] * 3
    assert all(b.climbs for b in bars if b.role == "bar")
    assert [b.cones for b in bars if b.role == "bend"] == [("04",), ("6",), ("10",)]


@pytest.mark.parametrize(
    ("cones", "replicates", "field"),
    [([], 2, "cones"), (["6"], 0, "replicates"), (["66"], 2, "cones"), (["6"], 21, "replicates")],
)
def test_plans_that_cannot_be(cones, replicates, field):
    with pytest.raises(ClayError) as caught:
        bar_plan.plan(cones, replicates, False, False, climbing=False)
    assert caught.value.field == field


def test_a_saucer_for_the_first_high_firing_only():
    assert bar_plan.needs_saucer("6", ["04"])
    assert bar_plan.needs_saucer("10", ["04", "6"])
    assert not bar_plan.needs_saucer("6", ["04", "6"])
    assert not bar_plan.needs_saucer("04", [])


def test_every_protocol_is_whole():
    for protocol in protocols.protocols().values():
        assert protocol.stages
        assert protocol.source
        assert all(stage.minutes > 0 and stage.do for stage in protocol.stages)
        assert all(stage.caution in ("", *CAUTIONS) for stage in protocol.stages)
    assert set(METHODS) <= protocols.protocols().keys()
    with pytest.raises(ClayError):
        protocols.protocol("wait")


@pytest.mark.parametrize(
    ("weighings", "constant", "words"),
    [
        ([], False, "Not weighed"),
        (
            [(0, 88.4)],
            False,
            "again at least 2 h after",
        ),
        (
            [(0, 88.4), (60, 88.4)],
            False,
            "again at least 2 h after",
        ),
        ([(0, 88.4), (120, 88.4)], True, "bone dry"),
        ([(0, 88.4), (120, 88.3)], True, "bone dry"),
        ([(0, 89.4), (120, 88.4)], False, "lost another 1 g"),
        ([(0, 89.4), (120, 88.4), (180, 88.4)], False, "lost another 1 g"),
        ([(0, 88.4), (120, 89.4)], False, "heavier"),
    ],
)
def test_constant_weight(weighings, constant, words):
    found = drying.constant_weight([(at, Measured(g_, 0.1)) for at, g_ in weighings])
    assert found.is_constant is constant
    assert words in found.sentence


@pytest.mark.parametrize(
    ("minutes", "words"), [(45, "45 min"), (150, "2 h 30 min"), (1440, "24 h"), (0.2, "0 min")]
)
def test_times_as_they_are_said(minutes, words):
    assert stages.in_hours(minutes) == words
