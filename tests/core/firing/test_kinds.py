"""Kinds of firing, with and without cones. Source: common practice; temperatures from memory."""

import pytest

from claycore.firing.kinds import (
    KINDS,
    WITHOUT_CONES,
    FiringKind,
    choices,
    fires_ware,
    kind_of,
    unusual_peak,
)
from claycore.measure.errors import UnknownChoice


def test_every_kind_is_offered_and_only_a_kiln_has_cones():
    assert [code for code, _ in choices()] == list(FiringKind) == list(KINDS)
    assert [kind.code for kind in KINDS.values() if kind.has_cones] == [FiringKind.KILN]
    assert all(kind.burns for kind in WITHOUT_CONES)


def test_a_kind_nobody_knows_is_refused():
    with pytest.raises(UnknownChoice) as refused:
        kind_of("bonfire of vanities")
    assert refused.value.field == "kind"


@pytest.mark.parametrize(
    ("kind", "cone", "fires"),
    [("kiln", "6", True), ("kiln", "", False), ("pit", "", True), ("raku", "", True)],
)
def test_only_a_kiln_that_reached_no_cone_leaves_pieces_unfired(kind, cone, fires):
    assert fires_ware(kind, cone) is fires


@pytest.mark.parametrize(
    ("kind", "peak_c", "odd"),
    [
        ("pit", 700, False),
        ("pit", 1240, True),
        ("pit", 300, True),
        ("raku", 980, False),
        ("raku", 640, True),
        ("other", 1500, False),
        ("pit", None, False),
    ],
)
def test_a_peak_such_fires_do_not_reach_is_questioned(kind, peak_c, odd):
    assert bool(unusual_peak(kind, peak_c)) is odd
