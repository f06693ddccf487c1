"""A verdict that moves without a bar of its own says from what to what, when and why (C17)."""

import pytest

from tests.pages import words_of
from umberpot.clays.limits.services import limits_of
from umberpot.clays.models import KeptVerdict
from umberpot.tiles.models import Reading, Tile
from umberpot.tiles.readings.services import Entry, record

NEAR = (("6", 12, 1.38),)
"""So close to the limit of 1.5 % that what other clays teach decides."""


def said(client, clay, query=""):
    return words_of(client.get(f"/results/clays/{clay.pk}/{query}"))


@pytest.fixture
def near(signed_in, tested):
    clay = tested("Bank", NEAR, kind="clay_body", replicates=2)
    page = said(signed_in, clay)
    assert "Inconclusive for tableware at cone 6" in page
    return clay


@pytest.fixture
def teachers(tested):
    """Other clays, each of pieces that agree, so that ± becomes smaller everywhere."""

    def teach():
        for name in ("Even", "Level", "Plain", "Steady", "Flat"):
            tested(name, (("6", 12, 1.0), ("10", 12.4, 0.6)), kind="clay_body", replicates=6)

    return teach


def test_another_clays_readings_move_it_and_the_page_says_so(signed_in, near, teachers):
    teachers()
    page = said(signed_in, near)
    assert "Suitable for tableware at cone 6" in page
    assert "Until" in page
    assert (
        "this said “Inconclusive for tableware at cone 6; for throwing and slab work, yes”" in page
    )
    assert "No bar of its own changed: identical pieces in this studio now differ by less" in page
    assert "No bar of its own changed" in said(signed_in, near), "as long as it stands"


def test_its_own_bars_move_it_without_a_word(signed_in, near, user):
    bars = list(Tile.objects.filter(clay=near))
    for bar in bars:
        firing = bar.firings[0]
        old = bar.readings.get(quantity="mass_soaked", superseded_at=None)
        entry = Entry(80.5, 0.1, old.pk, "boil_soak")
        record(bar, firing, {"mass_soaked": entry}, user)
    assert Reading.objects.filter(superseded_at__isnull=False).count() == len(bars)
    page = said(signed_in, near)
    assert "Suitable for tableware at cone 6" in page
    assert "No bar of its own" not in page
    assert KeptVerdict.objects.latest("pk").cause == KeptVerdict.Cause.OWN


def test_changed_limits_are_told_as_such(signed_in, near, studio):
    signed_in.post("/results/clays/limits/", {"stoneware_strict": "2.5"})
    studio.refresh_from_db()
    assert limits_of(studio, "stoneware", "strict").dense.high_pct == 2.5
    assert "The limits were changed, no bar of its own was." in said(signed_in, near)


def test_another_view_of_it_notes_nothing(signed_in, near):
    count = KeptVerdict.objects.count()
    said(signed_in, near, "?purpose=sculpture&ware=stoneware&school=loose")
    said(signed_in, near)
    assert KeptVerdict.objects.count() == count
