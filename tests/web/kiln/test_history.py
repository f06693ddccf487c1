"""Firings found again, compared, and repeated."""

import pytest

from tests.factories import FiringFactory, FiringLogFactory, KilnFactory
from tests.pages import words_of
from umberpot.firings.models import Firing
from umberpot.kiln.models import LogPoint


@pytest.fixture
def kiln(studio):
    return KilnFactory(studio=studio, power_kw=6, price_per_kwh=0.5)


@pytest.fixture
def firings(studio, kiln):
    """Three firings; the first two have logs."""
    made = [
        FiringFactory(studio=studio, cone="6", fired_on="2026-05-02", kiln=kiln, note="slow end"),
        FiringFactory(studio=studio, cone="04", fired_on="2026-06-03", kiln=kiln),
        FiringFactory(studio=studio, cone="6", fired_on="2026-07-04"),
    ]
    for firing, peak in zip(made, (1230, 1070), strict=False):
        log = FiringLogFactory(firing=firing)
        for hours, celsius in ((0, 20), (9, peak), (9.5, peak)):
            LogPoint.objects.create(studio=studio, log=log, seconds=3600 * hours, celsius=celsius)
    return made


def shown(client, query):
    page = words_of(client.get(f"/kiln/firings/?{query}"))
    return [day for day in ("2 May", "3 Jun", "4 Jul") if f"{day} 2026" in page]


@pytest.mark.parametrize(
    ("query", "days"),
    [
        ("", ["2 May", "3 Jun", "4 Jul"]),
        ("cone=6", ["2 May", "4 Jul"]),
        ("text=SLOW", ["2 May"]),
        ("since=2026-06-01", ["3 Jun", "4 Jul"]),
        ("since=2026-06-01&until=2026-06-30", ["3 Jun"]),
        ("text=nothing of the kind", []),
        ("cone=99&since=soon&kiln=x", ["2 May", "3 Jun", "4 Jul"]),
    ],
)
def test_firings_are_found_again(signed_in, firings, query, days):
    assert shown(signed_in, query) == days


def test_by_kiln(signed_in, kiln, firings):
    assert shown(signed_in, f"kiln={kiln.pk}") == ["2 May", "3 Jun"]


def test_firings_beside_each_other(signed_in, firings):
    query = "&".join(f"firing={one.pk}" for one in firings)
    page = words_of(signed_in.get(f"/kiln/compare/?{query}"))
    assert "1230 °C" in page
    assert "9 h 30 min" in page
    assert page.count("Cone by log") == 1
    html = signed_in.get(f"/kiln/compare/?{query}").content.decode()
    assert "chart-line-1" in html


def test_compare_bears_nonsense(signed_in, firings):
    for query in ("", "firing=x", "firing=99999999999999999999", f"firing={firings[2].pk}"):
        assert signed_in.get(f"/kiln/compare/?{query}").status_code == 200


def test_the_list_asks_no_more_for_more_firings(signed_in, studio, django_assert_max_num_queries):
    for _ in range(30):
        FiringFactory(studio=studio)
    with django_assert_max_num_queries(12):
        signed_in.get("/kiln/firings/")
    assert Firing.objects.count() == 30
    assert "1–25 of 30 firings" in words_of(signed_in.get("/kiln/firings/"))
