"""The bench says what to do, with what, and leads straight there."""

import re
import uuid
from datetime import timedelta

import pytest
from django.utils import timezone

from claycore.testing.protocols import protocols
from tests.factories import FiringFactory
from tests.pages import words_of
from tests.web.whole_site import BAR_TEST
from umberpot.bench.models import Timer
from umberpot.bench.services import start_timer
from umberpot.bench.tasks import to_do
from umberpot.studio.models import Membership
from umberpot.studio.role_list import Role
from umberpot.tiles.models import ClayTest, Step, Tile
from umberpot.ui import disk

FOUR_DAYS = timedelta(days=4)


@pytest.fixture
def bars(signed_in, clay, studio):
    """Four bars of a clay, shaped four days ago."""
    signed_in.post(f"/tiles/tests/new/{clay.pk}/", {**BAR_TEST, "cones": "6", "replicates": "4"})
    Tile.objects.update(step=Step.DRY, shaped_at=timezone.now() - FOUR_DAYS)
    return ClayTest.objects.of(studio).get()


@pytest.mark.parametrize(
    ("role", "free", "is_told"),
    [
        (Role.OWNER, 199_000_000, True),
        (Role.OWNER, 200_000_000, False),
        (Role.MAKER, 1_000_000, False),
    ],
)
def test_an_owner_is_told_that_the_disk_is_nearly_full(
    signed_in, user, monkeypatch, role, free, is_told
):
    Membership.objects.filter(user=user).update(role=role)
    monkeypatch.setattr(disk, "free_bytes", lambda: free)
    words = words_of(signed_in.get("/"))
    assert ("The disk is nearly full:" in words) == is_told
    assert not is_told or "189.8 MB are left" in words


def timers_of(studio):
    return list(Timer.objects.of(studio).filter(ended_at=None).select_related("test"))


def tasks(studio, place):
    now = to_do(studio, timers_of(studio)).now
    return [task for one in now if one.title == place for task in one.tasks]


def test_bars_are_named_by_their_clay_and_their_button_goes_to_their_readings(
    signed_in, studio, bars
):
    (task,) = tasks(studio, "Tiles")
    assert (task.title, task.todo) == ("Ferry white", "Measure and weigh 4 bone-dry bars.")
    assert task.url == f"/tiles/tests/{bars.pk}/"
    page = signed_in.get("/").content.decode()
    assert re.search(rf'href="{task.url}"\s+aria-label="Enter readings: Ferry white"', page)
    assert signed_in.get(task.url).status_code == 200


def test_what_still_dries_belongs_to_another_day(signed_in, studio, bars):
    Tile.objects.update(shaped_at=timezone.now() - timedelta(hours=3))
    assert tasks(studio, "Tiles") == []
    (later,) = to_do(studio, timers_of(studio)).later
    when = timezone.localdate(timezone.now() - timedelta(hours=3) + timedelta(days=2))
    assert later.not_today == f"Drying until about {when:%-d %B}."
    page = words_of(signed_in.get("/"))
    assert "Another day (1)" in page
    assert "Nothing is waiting" not in page


def test_a_running_timer_says_until_when(studio, bars, user):
    start_timer(studio, protocols()["drying"], "Ferry white", 90, bars, uuid.uuid4(), user)
    assert tasks(studio, "Tiles") == []
    assert to_do(studio, timers_of(studio)).later[0].not_today.startswith("Timer runs until ")
    just_started = to_do(studio, [])
    assert just_started.later[0].not_today == "A timer is running."


def test_one_trial_with_many_more_pieces_than_are_drawn(studio, signed_in, clay):
    signed_in.post(f"/tiles/tests/new/{clay.pk}/", {**BAR_TEST, "cones": "6", "replicates": "9"})
    Tile.objects.update(step=Step.DRY, shaped_at=timezone.now() - FOUR_DAYS)
    (task,) = tasks(studio, "Tiles")
    assert (task.count, len(task.tiles), task.more) == (9, 6, 3)


def test_the_steps_of_a_tile_one_after_the_other(signed_in, studio, world):
    tile = Tile.objects.get(code=world["tiles:record"])
    said = {}
    for step in (Step.DRY, Step.MEASURE, Step.SOAK, Step.COLOUR):
        Tile.objects.filter(pk=tile.pk).update(
            step=step, shaped_at=timezone.now() - FOUR_DAYS, cone="6"
        )
        mine = [task for task in tasks(studio, "Tiles") if task.title == "Secret"]
        said[step] = next(task.todo for task in mine if tile in [p.tile for p in task.tiles])
    assert said == {
        Step.DRY: "Measure and weigh 1 bone-dry tile.",
        Step.MEASURE: "Measure and weigh 1 tile after firing.",
        Step.SOAK: "Soak and weigh 1 tile.",
        Step.COLOUR: "Record the colour of 1 tile.",
    }


def test_what_a_series_still_needs_is_its_plans(studio, world):
    plan = next(task for task in tasks(studio, "Mix") if task.title == "Secret plan")
    assert plan.todo == "2 mixes to weigh out and 2 tiles to make."
    assert plan.url == f"/mix/plans/{world['tiles:plan']}/"


@pytest.mark.parametrize("read", [1, 2, 3])
def test_how_far_a_trial_is_read(signed_in, studio, make_mix, weigh, read):
    mix = weigh(make_mix(), 80, 8)
    form = {"count": 3, "mark": "100", "cone": "6", "glazed": "no", "trial_name": "Floor"}
    signed_in.post(f"/tiles/make/{mix.pk}/", form)
    pks = list(Tile.objects.values_list("pk", flat=True)[:read])
    Tile.objects.filter(pk__in=pks).update(step=Step.READ)
    (task,) = tasks(studio, "Results")
    expected = "All 3 tiles have results." if read == 3 else f"{read} of 3 tiles have results."
    assert task.todo == expected


def test_an_empty_studio_is_offered_three_beginnings(signed_in, studio):
    page = signed_in.get("/")
    said = words_of(page)
    for title in ("Colour a clay", "Test a clay", "Just calculate"):
        assert title in said
    for link in re.findall(r'class="button" href="([^"]+)"', page.content.decode()):
        assert signed_in.get(link.replace("&amp;", "&")).status_code == 200
    FiringFactory(studio=studio)


def test_a_bought_clay_to_test_leads_on_to_its_bars(signed_in):
    form = {"kind": "clay_body", "name": "Pier buff", "state": "plastic", "water_pct": "21"}
    added = signed_in.post("/shelf/new/?kind=clay_body&then=test", form, follow=True)
    assert added.redirect_chain[0][0].startswith("/tiles/tests/new/")
    assert "Pier buff" in words_of(added)


def test_calculators_need_no_account(client, db):
    page = client.get("/calculators/")
    links = re.findall(r'href="(/(?:mix|results|kiln|surface)/[^"]+)"', page.content.decode())
    assert len(set(links)) == 26
    for link in links:
        assert client.get(link).status_code == 200
