"""Glazes, underglazes and vitreous slips: the cones they are made for, and what happens beside.

Judged by hand beforehand, from common practice: hotter than its range a glaze runs, cooler it does
not melt; an underglaze fades or stays chalky; a vitreous slip melts or does not fuse.
"""

import pytest

from claycore.measure.errors import UnknownChoice
from claycore.surface.coats import Clear, clear_of
from claycore.surface.fused import ConeRange, FusedKind

CASES = [
    (FusedKind.GLAZE, "5", "7", "6", ""),
    (FusedKind.GLAZE, "5", "7", "5", ""),
    (FusedKind.GLAZE, "5", "7", "7", ""),
    (FusedKind.GLAZE, "5", "7", "8", "run onto the shelf"),
    (FusedKind.GLAZE, "5", "7", "04", "may not melt"),
    (FusedKind.GLAZE, "04", "", "9", ""),
    (FusedKind.GLAZE, "", "04", "4", "run onto the shelf"),
    (FusedKind.GLAZE, "", "", "14", ""),
    (FusedKind.UNDERGLAZE, "05", "6", "10", "colour may fade"),
    (FusedKind.UNDERGLAZE, "05", "6", "012", "chalky"),
    (FusedKind.VITREOUS, "3", "6", "9", "melt and run"),
    (FusedKind.VITREOUS, "3", "6", "04", "flakes off"),
]


@pytest.mark.parametrize(("kind", "low", "high", "cone", "happens"), CASES)
def test_a_cone_outside_its_range_says_what_happens(kind, low, high, cone, happens):
    said = ConeRange(low, high).summary(kind, "Fog", cone)
    assert (happens in said) if happens else said == ""
    if said:
        assert said.startswith("Fog is made for ")
        assert f"At cone {cone} " in said


def test_no_cone_is_outside_no_range():
    assert ConeRange("5", "6").summary(FusedKind.GLAZE, "Fog", "") == ""


def test_a_cone_that_does_not_exist_is_refused():
    with pytest.raises(UnknownChoice):
        ConeRange("5", "6").summary(FusedKind.GLAZE, "Fog", "66")


@pytest.mark.parametrize(
    ("low", "high", "words"),
    [
        ("5", "7", "cones 5 to 7"),
        ("6", "6", "cone 6"),
        ("", "04", "up to cone 04"),
        ("5", "", "cone 5 and hotter"),
        ("", "", ""),
    ],
)
def test_a_range_in_words(low, high, words):
    assert ConeRange(low, high).words == words


@pytest.mark.parametrize(
    ("is_glazed", "is_thick", "used_mm", "clear"),
    [
        (False, True, 2.0, Clear.NONE),
        (True, False, None, Clear.THIN),
        (True, False, 1.1, Clear.THIN),
        (True, False, 1.2, Clear.THICK),
        (True, True, 0.4, Clear.THICK),
    ],
)
def test_a_glaze_that_is_used_thick_is_thick(is_glazed, is_thick, used_mm, clear):
    assert clear_of(is_glazed, is_thick, used_mm) is clear
