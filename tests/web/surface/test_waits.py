"""The waits of a plan: the studio's own times, and one after the other on the Bench."""

import uuid
from datetime import timedelta
from importlib import import_module

import pytest
from django.apps import apps
from django.utils import timezone

from tests.pages import words_of
from umberpot.bench.models import Timer
from umberpot.surface.models import SurfacePlan

BOWLS = {
    **{"name": "Ferry bowls", "shape": "bowl", "rim": "165", "height": "70", "pieces": "9"},
    **{"side": "inside", "technique": "sgraffito", "cone": "6"},
}
COAT = {
    **{"name": "Kelp slip", "application": "brush", "coats": "2", "thickness_mm": "0.4"},
    **{"specific_gravity": "1.6", "onto": "leather_hard"},
}


@pytest.fixture
def plan(signed_in, clay):
    signed_in.post("/surface/plans/new/", {**BOWLS, "body": clay.pk, "request_key": uuid.uuid4()})
    made = SurfacePlan.objects.get()
    signed_in.post(made.get_absolute_url(), COAT)
    return made


def start(client, plan, key=None):
    sent = {"request_key": key or uuid.uuid4()}
    return client.post(f"/bench/waits/{plan.pk}/start/", sent, follow=True)


def next_stage(client, timer):
    timer.refresh_from_db()
    sent = {"stage": timer.stage, "sure": "yes"}
    return words_of(client.post(f"/bench/timers/{timer.pk}/next/", sent, follow=True))


def test_the_waits_run_on_the_bench_one_after_the_other(signed_in, plan):
    page = words_of(start(signed_in, plan))
    assert "Until leather-hard: Ferry bowls" in page
    timer = Timer.objects.get()
    assert "Apply coat 1: Kelp slip." in next_stage(signed_in, timer)
    assert "Apply coat 2: Kelp slip." in next_stage(signed_in, timer)
    for _ in range(3):
        page = next_stage(signed_in, timer)
    timer.refresh_from_db()
    assert timer.ended_at
    assert "Ferry bowls" in page


def test_a_late_step_says_what_is_lost(signed_in, plan):
    start(signed_in, plan)
    begun = timezone.now() - timedelta(days=3)
    Timer.objects.update(stage_started_at=begun, due_at=begun + timedelta(hours=4))
    page = words_of(signed_in.get("/"))
    assert "Late: Past leather-hard, slip may flake." in page
    assert "Apply coat 1: Kelp slip." in page


def test_a_double_click_starts_one_chain(signed_in, plan):
    key = uuid.uuid4()
    for _ in range(2):
        start(signed_in, plan, key)
    assert Timer.objects.count() == 1


def test_the_calendar_has_the_step_that_is_due(signed_in, plan):
    start(signed_in, plan)
    calendar = signed_in.get("/bench/calendar.ics").content.decode()
    assert "Until leather-hard finished: Ferry bowls" in calendar.replace("\r\n ", "")


def test_a_studios_own_times_are_used_in_its_plans_and_timers(signed_in, plan):
    sent = {"least_leather_hard": "2", "most_leather_hard": "10,5"}
    assert "Waiting times saved." in words_of(signed_in.post("/surface/waits/", sent, follow=True))
    assert "2 h to 10 h 30 min after forming" in words_of(signed_in.get(plan.get_absolute_url()))
    start(signed_in, plan)
    timer = Timer.objects.get()
    assert timer.due_at - timer.stage_started_at == timedelta(hours=2)
    signed_in.post("/surface/waits/", {})
    assert "4 h to 2 days after forming" in words_of(signed_in.get(plan.get_absolute_url()))


@pytest.mark.parametrize(
    ("sent", "expected"),
    [
        ({"least_shine": "soon"}, "This is not a number."),
        ({"least_shine": "-1"}, "Enter hours: more than 0"),
        ({"least_shine": "3", "most_shine": "2"}, "The longest wait must be over the shortest"),
        ({"least_dry": "400"}, "The longest wait must be over the shortest"),
    ],
)
def test_times_that_cannot_be_are_told_at_their_field_and_kept(signed_in, studio, sent, expected):
    answer = signed_in.post("/surface/waits/", sent)
    assert answer.status_code == 400
    assert expected in words_of(answer)
    assert next(iter(sent.values())) in answer.content.decode()
    studio.refresh_from_db()
    assert studio.own_waits == {}


CHANGED = "The plan has changed since this timer began."


def test_a_timer_says_when_its_plan_has_another_chain_by_now(signed_in, plan, clay):
    start(signed_in, plan)
    bench = words_of(signed_in.get("/"))
    assert plan.name in bench
    assert CHANGED not in bench
    page = words_of(signed_in.get(plan.get_absolute_url()))
    assert "A timer runs: until leather-hard" in page
    assert "It follows the plan as it was" not in page
    plan.technique = "inlay"
    plan.save()
    assert CHANGED in words_of(signed_in.get("/"))
    assert "It follows the plan as it was" in words_of(signed_in.get(plan.get_absolute_url()))
    signed_in.post(f"/bench/timers/{Timer.objects.get().pk}/stop/")
    assert "A timer runs" not in words_of(signed_in.get(plan.get_absolute_url()))


def test_a_timer_of_before_finds_its_plan_by_its_name(signed_in, plan):
    start(signed_in, plan)
    Timer.objects.update(plan=None)
    migration = import_module("umberpot.bench.migrations.0002_timers_know_their_plan")
    migration.find_plans(apps, None)
    assert Timer.objects.get().plan == plan
    Timer.objects.update(plan=None)
    SurfacePlan.objects.create(
        **{
            **{f.name: getattr(plan, f.name) for f in plan._meta.concrete_fields if f.name != "id"},
            "request_key": uuid.uuid4(),
        }
    )
    migration.find_plans(apps, None)
    assert Timer.objects.get().plan is None, "two plans have the name"
