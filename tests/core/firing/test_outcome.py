"""What a firing did, by its log and its cones: cases judged by hand. Common practice."""

import pytest

from claycore.firing import outcome as fo
from claycore.firing.log_doubts import examine
from claycore.firing.schedules import Segment, curve_of
from claycore.firing.witness import Bend
from claycore.measure.errors import ClayError

TO_425 = ((0, 20), (2, 120), (6 + 35 / 60, 425))


def outcome(planned, log, cones_seen=None):
    return fo.outcome(planned, examine(log), cones_seen)


def climb(top_c, rate=60.0, hold_min=0):
    """An ordinary firing: fast, then the last hundred degrees slowly."""
    steps = [Segment(150, top_c - 100), Segment(rate, top_c, hold_min)]
    return curve_of(steps, 20).points


def test_a_power_cut_on_the_way_up_reached_no_cone():
    """K1: 425 °C on the way to 6."""
    found = outcome("6", TO_425)
    assert (found.cone, found.complete, found.log_cone) == (None, False, None)
    assert found.proposal == fo.RecordProposal.REFIRE
    assert found.message.startswith("No cone reached: stopped at 425 °C after 6 h 35 min.")
    assert "unfired" in found.message


def test_cones_on_two_shelves():
    """K2: 6 half bent below, 6 down and 7 just leaning above."""
    found = fo.outcome(
        "6",
        cones_seen={
            0: {"5": Bend.DOWN, "6": Bend.HALF, "7": Bend.STANDING},
            2: {"6": Bend.DOWN, "7": Bend.LEANING},
        },
    )
    assert (found.cone, found.by, found.proposal) == ("6", "witness", "record")
    assert found.shelves == ((0, "6"), (2, "6"))
    assert found.agrees is None


def test_cones_decide_where_the_log_says_otherwise():
    """K3: the log says 6, the cones beside the ware 5."""
    found = outcome("6", climb(1232), {0: {"5": Bend.DOWN, "6": Bend.STANDING}})
    assert (found.cone, found.by, found.log_cone) == ("5", "witness", "6")
    assert (found.agrees, found.proposal) == (False, "ask")
    assert "check the thermocouple" in found.message


def test_a_firing_cut_off_near_its_end_is_recorded_as_it_was():
    """K10: cut at 1205 °C while climbing at 150 °C/h: just under cone 5, not 6."""
    found = outcome("6", climb(1205, rate=150))
    assert (found.cone, found.complete, found.proposal) == ("4", True, "refire")
    assert "short of 6" in found.message


def test_as_planned():
    found = outcome("6", climb(1225), {0: {"6": Bend.DOWN, "7": Bend.STANDING}})
    assert (found.cone, found.agrees, found.proposal) == ("6", True, "record")
    assert found.message == "Cone 6 as planned, by the witness cones."


def test_a_log_within_its_own_margin_of_the_plan_is_the_plan():
    """Three degrees short of where cone 6 bends is within what a thermocouple may be out by."""
    found = outcome("6", climb(1219))
    assert (found.cone, found.proposal) == ("5.5", "record")
    assert "cooler than the 6" in found.message


def test_hotter_than_planned_is_said():
    found = outcome("6", climb(1255))
    assert (found.cone, found.proposal) == ("8", "record")
    assert "hotter than the 6 that was planned" in found.message


def test_with_nothing_known_it_asks():
    found = fo.outcome("6")
    assert (found.cone, found.by, found.proposal) == (None, None, "ask")


def test_what_a_log_cannot_tell_is_no_cone():
    """A dead thermocouple brings down no cone 14; the cones are asked for."""
    rising = [(n / 10, 20 + 13 * n) for n in range(30)]
    dead = [*rising, *((3 + n / 10, 1372) for n in range(19))]
    found = outcome("6", dead)
    assert (found.cone, found.log_cone, found.proposal) == (None, None, "ask")
    assert found.message == (
        "The log cannot tell: it jumps faster than the kiln can. Look at the witness cones, and"
        " enter what they show."
    )
    seen = outcome("6", dead, {0: {"6": Bend.DOWN}})
    assert (seen.cone, seen.proposal, seen.agrees) == ("6", "record", None)


def test_cones_that_contradict_each_other_are_named():
    with pytest.raises(ClayError) as error:
        fo.outcome("6", cones_seen={1: {"6": Bend.STANDING, "7": Bend.DOWN}})
    assert error.value.field == "cone"


def test_shelves_that_tie_count_as_the_cooler():
    seen = {0: {"5": Bend.DOWN, "6": Bend.STANDING}, 1: {"6": Bend.DOWN}}
    assert fo.outcome("6", cones_seen=seen).cone == "5"


GAP = {0: {"03": Bend.DOWN, "1": Bend.STANDING}}
"""Whoever has no 02 and no 01 leaves it open which of them was reached."""


def test_a_log_that_lies_between_two_witness_cones_agrees_with_them():
    found = outcome("1", climb(1128), GAP)
    assert (found.cone, found.log_cone) == ("03", "01")
    assert (found.agrees, found.proposal) == (True, "record")
    assert found.message.endswith(
        "The log’s cone 01 lies between 03, which was reached, and 1, which was not."
    )
    over = outcome("1", climb(1155), GAP)
    assert (over.agrees, over.proposal) == (False, "ask")


def test_a_log_below_cones_that_all_stand_agrees_that_none_was_reached():
    found = outcome("6", climb(640), {0: {"5": Bend.STANDING, "6": Bend.STANDING}})
    assert (found.cone, found.agrees, found.proposal) == (None, True, "refire")


def test_a_log_that_stopped_early_is_doubted_before_the_thermocouple():
    found = outcome("6", climb(640), {0: {"6": Bend.HALF, "7": Bend.STANDING}})
    assert (found.cone, found.complete, found.agrees) == ("6", False, False)
    assert found.message.endswith("record cone 6, and check whether the log stopped early.")


@pytest.mark.parametrize(
    ("seen", "is_open"),
    [
        ({"9": Bend.DOWN, "10": Bend.DOWN}, True),
        ({"10": Bend.MELTED}, True),
        ({"9": Bend.DOWN, "10": Bend.HALF}, False),
        ({"10": Bend.DOWN, "11": Bend.LEANING}, False),
    ],
)
def test_without_a_hotter_cone_beside_it_it_may_have_been_hotter(seen, is_open):
    said = fo.outcome("10", cones_seen={0: seen}).message
    assert said.startswith("Cone 10 as planned, by the witness cones.")
    assert ("may have been hotter" in said) is is_open
    logged = outcome("10", climb(1288), {0: seen}).message
    assert "hotter" not in logged


def test_half_bent_leaves_no_gap_above_it():
    cones = {"6": Bend.HALF, "8": Bend.STANDING}
    found = outcome("6", climb(1246), {0: cones})
    assert (found.log_cone, found.agrees) == ("7", False)
    assert outcome("6", climb(1246), {0: cones | {"6": Bend.DOWN}}).agrees


@pytest.mark.parametrize(
    ("reached", "cone"),
    [("6", "6"), ("56", "5"), ("466", "6"), ("467", "6"), ("4567", "5"), ("5566", "5")],
)
def test_the_ware_felt_what_the_middle_shelf_did(reached, cone):
    seen = {shelf: {one: Bend.DOWN} for shelf, one in enumerate(reached)}
    assert fo.outcome("6", cones_seen=seen).cone == cone


def test_a_log_that_is_true_of_another_shelf_accuses_no_thermocouple():
    seen = {
        0: {"4": Bend.DOWN, "5": Bend.STANDING},
        1: {"7": Bend.HALF, "8": Bend.STANDING},
    }
    found = outcome("6", climb(1240), seen)
    assert (found.cone, found.log_cone, found.proposal) == ("4", "7", "record")
    assert found.message.endswith(
        "Another shelf reached cone 7, as in the log: the kiln heats unevenly."
    )
