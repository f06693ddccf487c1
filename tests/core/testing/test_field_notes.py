"""What the notes from the bank and the bench suggest. Source: common practice."""

import pytest

from claycore.testing.field_notes import (
    ENOUGH_SMOOTH_PCT,
    NOTHING_NOTED,
    THROWING_SCALES,
    THROWS_POORLY,
    FieldNotes,
    layer_shares,
    looks_low_firing,
    readings,
    yield_of,
)


def codes(notes):
    return [notice.code for notice in readings(notes)]


def test_a_jar_of_three_layers():
    """11 mm of sand, 22 of silt and 77 of clay are 110 together: 10, 20 and 70 %."""
    shares = layer_shares(FieldNotes(sand_mm=11, silt_mm=22, clay_mm=77))
    assert shares == pytest.approx({"sand": 10, "silt": 20, "clay": 70})


@pytest.mark.parametrize(
    "notes",
    [
        NOTHING_NOTED,
        FieldNotes(sand_mm=11, clay_mm=77),
        FieldNotes(sand_mm=0, silt_mm=0, clay_mm=0),
    ],
)
def test_a_layer_that_nobody_measured_leaves_no_shares(notes):
    assert layer_shares(notes) is None


def test_a_layer_that_is_not_there_counts_as_nothing():
    assert layer_shares(FieldNotes(sand_mm=0, silt_mm=20, clay_mm=60))["silt"] == 25


@pytest.mark.parametrize(
    ("notes", "expected"),
    [
        (NOTHING_NOTED, []),
        (
            FieldNotes(smooth_pct=ENOUGH_SMOOTH_PCT, coil="bends", acid="none", throws="pleasant"),
            [],
        ),
        (FieldNotes(smooth_pct=ENOUGH_SMOOTH_PCT - 1), ["sandy"]),
        (FieldNotes(coil="cracks_late", throws="workable"), []),
        (FieldNotes(coil="cracks_at_once"), ["short"]),
        (FieldNotes(acid="weak"), ["lime"]),
        (FieldNotes(acid="strong", throws="unpleasant"), ["unpleasant", "lime"]),
        (FieldNotes(ratings={"dries": 2, "stands": 3}), ["dries_poorly"]),
        (FieldNotes(leave="not_yet"), ["no_leave"]),
        (FieldNotes(leave="given"), []),
    ],
)
def test_what_is_said_of_what_was_noted(notes, expected):
    assert codes(notes) == expected


def test_a_few_bubbles_are_not_a_fizz():
    (weak,), (strong,) = readings(FieldNotes(acid="weak")), readings(FieldNotes(acid="strong"))
    assert "A few bubbles" in weak.message
    assert "fizz" not in weak.message
    assert "It fizzes" in strong.message


def test_every_throwing_scale_has_something_to_say_of_a_low_rating():
    assert THROWS_POORLY.keys() == THROWING_SCALES.keys()


def test_the_two_shares_of_a_sandy_clay_add_up():
    (sandy,) = readings(FieldNotes(smooth_pct=62))
    assert "Smooth to sandy is 62 : 38;" in sandy.message


@pytest.mark.parametrize(
    ("notes", "flux"),
    [
        (NOTHING_NOTED, ""),
        (FieldNotes(acid="weak", raw_colour="grey"), ""),
        (FieldNotes(acid="strong"), "lime"),
        (FieldNotes(raw_colour=" Reddish grey "), "iron"),
    ],
)
def test_what_suggests_that_it_melts_early(notes, flux):
    said = looks_low_firing(notes)
    assert flux in said
    assert bool(said) is bool(flux)


def test_what_digging_gave():
    """8 kg dug come to 6 kg dry and sieved, with 15 l of water: 75 %, and 2.5 l a kilogram."""
    got = yield_of(8000, 6000, 15)
    assert (got.pct, got.water_l_per_kg) == (75, 2.5)
    assert yield_of(8000, 6000, None).water_l_per_kg is None
