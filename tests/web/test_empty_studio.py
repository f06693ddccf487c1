"""A studio with nothing on its shelf yet: every sum and every plan still works."""

import pytest

from tests.web.results.test_calculators import URLS
from umberpot.mixing.models import Plan

TRIAL = {"trial_name": "First", "mark": "100", "cone": "6", "glazed": "no"}


@pytest.mark.parametrize(("url", "good"), URLS.values())
def test_every_sum_works_signed_in_without_a_shelf(signed_in, studio, url, good):
    assert signed_in.get(url).status_code == 200
    assert signed_in.get(url, good).status_code == 200


@pytest.mark.parametrize(
    "address",
    [
        "/mix/series/start/?pcts=0,5,10&tile_dry_g=25&strategy=start_low",
        "/mix/grid/start/?x=a:0,2&y=b:0,2&cell_g=100&solids_pct=70",
        "/mix/grid/start/?x=a:0,2&cell_g=100&state=dry",
    ],
)
def test_plans_of_things_that_stand_on_no_shelf(signed_in, studio, weigh_out, address):
    assert signed_in.get(address).status_code == 200
    assert signed_in.post(address, TRIAL).status_code == 302
    plan = Plan.objects.get()
    for mix in plan.mixes.order_by("plan_position"):
        weigh_out(mix)
        assert signed_in.post(f"/tiles/shape/{mix.pk}/").status_code == 302
        assert mix.batch.pcts == pytest.approx(mix.wanted_pcts)
    html = signed_in.get(f"/mix/plans/{plan.pk}/").content.decode()
    assert "Everything is mixed and made." in html


@pytest.mark.parametrize("address", ["/", "/mix/", "/shelf/", "/shelf/transfer/", "/shelf/labels/"])
def test_the_pages_of_an_empty_studio(signed_in, studio, address):
    assert signed_in.get(address).status_code == 200
