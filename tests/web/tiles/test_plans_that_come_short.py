"""What a plan says when less is there than it was planned with, and what can be done."""

import uuid

import pytest

from tests.pages import words_of
from umberpot.mixing.models import Mix, Plan
from umberpot.mixing.plans import balance
from umberpot.mixing.weighing import services as weighing
from umberpot.tiles.models import Tile

SERIES = "pcts=3,6,9&tile_dry_g=22&loss_pct=0&clay=Ferry+white&colourant=Quay+Blue"
GRID = "x=Quay+Blue:0,2,4&cell_g=85&solids_pct=67&clay=Ferry+white"
TRIAL = {"trial_name": "Blue floor", "mark": "100", "cone": "6", "glazed": "no"}


@pytest.fixture
def started(signed_in, studio, clay, blue):
    def start(address):
        answered = signed_in.post(address, {**TRIAL, "request_key": uuid.uuid4()})
        assert answered.status_code == 302
        return Plan.objects.of(studio).latest("pk")

    return start


@pytest.fixture
def middle(started, weigh):
    """A series whose middle is weighed out, and whose two outer strengths are made of it."""
    plan = started(f"/mix/series/start/?{SERIES}&strategy=start_middle")
    first, *others = plan.mixes.order_by("plan_position")
    weigh(first, *[part.target_g for part in first.parts.all()])
    return plan, first, others


def test_a_plan_that_goes_as_planned_comes_short_of_nothing(middle):
    plan, _, _ = middle
    assert balance.shortfalls(plan) == []


def test_a_leftover_that_is_short_is_said_at_the_weighing_it_is_short_for(signed_in, middle):
    plan, first, (low, high) = middle
    wanted_g = sum(part.target_g for mix in (low, high) for part in mix.parts.filter(source=first))
    left_g = wanted_g - 5
    answered = signed_in.post(f"/mix/{low.pk}/note-left/", {"left_g": f"{left_g:.2f}"}, follow=True)
    assert "comes short" not in words_of(answered).lower()
    page = signed_in.get(f"/mix/{high.pk}/")
    assert "5.0 g short" in words_of(page)
    [short] = balance.shortfalls(plan)
    assert short.mix == high
    assert short.tile_g < short.planned_tile_g == 22
    assert "Mix 5.0 g more of 6 % Quay Blue" in words_of(page)
    assert short.more.pct("Quay Blue") == pytest.approx(6)
    assert short.more.mass_g == pytest.approx(5, abs=0.01)


def test_what_is_missing_opens_as_the_dose_that_makes_it(signed_in, middle):
    plan, first, (low, _) = middle
    balance.note_left(first, 8.0)
    short = balance.shortfalls(plan)[0]
    assert short.mix == low or short.source == first
    answer = signed_in.get(
        f"/mix/dose/?{short.dose_query}", headers={"accept": "application/json"}
    ).json()
    assert answer["dry_total_g"] == pytest.approx(short.missing_g, rel=1e-3)


def test_a_tile_from_too_little_is_never_made_as_planned(signed_in, middle):
    """12 g weighed in for a tile of 22 g: said before it is made, and in what was made."""
    plan, first, (low, high) = middle
    taken = low.parts.get(source=first)
    total_g = low.batch.mass_g
    post = {"part": taken.pk, "grams": taken.target_g / 2, "decision": "accept"}
    signed_in.post(f"/mix/{low.pk}/weigh/", {**post, "request_key": uuid.uuid4()})
    low = Mix.objects.get(pk=low.pk)
    clay = weighing.next_part(list(low.parts.all()))
    post = {"part": clay.pk, "grams": clay.to_go_g, "request_key": uuid.uuid4()}
    signed_in.post(f"/mix/{low.pk}/weigh/", post)
    low = Mix.objects.get(pk=low.pk)
    assert low.finished_at
    assert low.batch.mass_g == pytest.approx(total_g / 2)
    address = f"/mix/plans/{plan.pk}/"
    signed_in.post(f"/tiles/shape/{first.pk}/")
    page = words_of(signed_in.get(address))
    assert "11 g short" in page
    assert "11 g each instead of 22 g" in page
    signed_in.post(f"/tiles/shape/{low.pk}/")
    signed_in.post(f"/mix/plans/steps/{high.pk}/set-aside/", {"aside": "yes"})
    page = words_of(signed_in.get(address))
    assert "All of it is mixed and made" not in page
    assert "had 11 g for tiles of 22 g" in page


def test_a_step_left_out_goes_with_what_is_made_of_it_and_comes_back(signed_in, started, studio):
    plan = started(f"/mix/series/start/?{SERIES}&strategy=start_high")
    first, second, third = plan.mixes.order_by("plan_position")
    signed_in.post(f"/mix/plans/steps/{second.pk}/set-aside/", {"aside": "yes"})
    kept = set(plan.mixes.kept())
    assert kept == {first}
    assert [tile.mix for tile in Tile.objects.of(studio).kept()] == [first]
    assert "0 of 1 done" in words_of(signed_in.get(f"/mix/plans/{plan.pk}/"))
    second.refresh_from_db()
    signed_in.post(f"/mix/plans/steps/{second.pk}/set-aside/", {"aside": "no"})
    assert set(plan.mixes.kept()) == {first, second, third}
    assert Tile.objects.of(studio).kept().count() == 3


def test_a_mix_of_no_plan_is_no_step(signed_in, make_mix):
    answered = signed_in.post(f"/mix/plans/steps/{make_mix().pk}/set-aside/", {"aside": "yes"})
    assert answered.status_code == 404


@pytest.mark.parametrize("typed", ["", "-1", "nan", "much"])
def test_what_is_left_is_a_mass_or_a_message_at_its_field(signed_in, middle, typed):
    _, first, (low, _) = middle
    answered = signed_in.post(f"/mix/{low.pk}/note-left/", {"left_g": typed})
    assert answered.status_code == 400
    assert 'id="id_left_g-error"' in answered.content.decode()
    first.refresh_from_db()
    assert first.left_g is None


def test_nothing_left_is_a_figure_too(signed_in, middle):
    plan, _, (low, high) = middle
    signed_in.post(f"/mix/{low.pk}/note-left/", {"left_g": "0"})
    assert [short.mix for short in balance.shortfalls(plan)] == [low, high]
    page = words_of(signed_in.get(f"/mix/{low.pk}/"))
    assert "smaller tiles" not in page


def test_a_pot_that_is_poured_from_too_generously_says_which_pour_is_short(
    signed_in, started, weigh
):
    plan = started(f"/mix/grid/start/?{GRID}")
    assert balance.shortfalls(plan) == []
    first = plan.mixes.order_by("plan_position").first()
    clay = first.parts.first()
    post = {"part": clay.pk, "grams": clay.target_g - 40, "decision": "accept"}
    signed_in.post(f"/mix/{first.pk}/weigh/", {**post, "request_key": uuid.uuid4()})
    [short] = balance.shortfalls(plan)
    assert short.mix == plan.mixes.order_by("plan_position").last()
    assert short.planned_tile_g == 85
    assert short.tile_g == pytest.approx(85 - 40, abs=2), (
        "a little of every addition lacks with the slip"
    )
