"""What is timed: it is due when it is due, whatever was switched off meanwhile; the calendar."""

import uuid
from datetime import datetime, timedelta
from zoneinfo import ZoneInfo

import pytest
from django.test import Client
from django.utils import timezone
from icalendar import Calendar

from tests.pages import words_of
from umberpot.bench.models import CalendarFeed, Timer
from umberpot.bench.sentences import which_hour

LONDON = ZoneInfo("Europe/London")


@pytest.fixture
def start(signed_in):
    def begin(protocol="boil_soak", about="Bank bars", **more):
        data = {"protocol": protocol, "about": about, "request_key": str(uuid.uuid4()), **more}
        answer = signed_in.post("/bench/timers/", data)
        assert answer.status_code == 302, answer.content.decode()
        return Timer.objects.latest("pk")

    return begin


def move(client, timer, stage, sure="yes"):
    return client.post(f"/bench/timers/{timer.pk}/next/", {"stage": stage, "sure": sure})


def test_going_on_before_the_least_time_asks(signed_in, start):
    timer = start()
    asked = move(signed_in, timer, 0, sure="")
    assert "Boil is not over yet" in words_of(asked)
    assert "boil runs 5 h at least, and 5 h of that are still to come" in words_of(asked)
    timer.refresh_from_db()
    assert timer.stage == 0
    move(signed_in, timer, 0)
    timer.refresh_from_db()
    assert timer.stage == 1
    over = timezone.now() - timedelta(hours=25)
    Timer.objects.update(stage_started_at=over, due_at=over + timedelta(hours=24))
    move(signed_in, timer, 1, sure="")
    timer.refresh_from_db()
    assert timer.ended_at


def test_a_boil_then_its_soak_then_the_weighing(signed_in, start):
    timer = start()
    assert timer.now.title == "Boil"
    assert timer.due_at - timer.stage_started_at == timedelta(hours=5)
    assert "Weigh the bars dry. Bring them to the" in signed_in.get("/").content.decode()
    move(signed_in, timer, 0)
    timer.refresh_from_db()
    assert timer.now.title == "Soak"
    assert timer.due_at - timer.stage_started_at == timedelta(hours=24)
    move(signed_in, timer, 1)
    timer.refresh_from_db()
    assert timer.ended_at
    signed_in.get("/")
    assert "Bank bars" not in signed_in.get("/").content.decode()


def test_an_end_that_passed_while_the_machine_was_off(signed_in, start):
    timer = start()
    long_ago = timezone.now() - timedelta(days=2)
    Timer.objects.update(stage_started_at=long_ago, due_at=long_ago + timedelta(hours=5))
    html = signed_in.get("/").content.decode()
    assert "data-is-due" in html
    assert "Leave them in the same water to cool and soak." in html
    timer.refresh_from_db()
    assert timer.is_due()


def test_a_double_click_moves_on_once(signed_in, start):
    timer = start()
    move(signed_in, timer, 0)
    said = signed_in.post(f"/bench/timers/{timer.pk}/next/", {"stage": "0"}, follow=True)
    assert "This timer is already at its next stage." in said.content.decode()
    timer.refresh_from_db()
    assert timer.stage == 1
    assert timer.ended_at is None


def test_a_second_click_starts_one(start):
    key = str(uuid.uuid4())
    start(request_key=key)
    start(request_key=key)
    assert Timer.objects.count() == 1


def test_ones_own_time_and_stopping_it(signed_in, start):
    timer = start("quick_boil", hours="0,25")
    assert timer.due_at - timer.stage_started_at == timedelta(minutes=15)
    signed_in.post(f"/bench/timers/{timer.pk}/stop/")
    timer.refresh_from_db()
    assert timer.ended_at


@pytest.mark.parametrize(
    ("typed", "said"),
    [
        ({"protocol": "wait"}, "Choose one of:"),
        ({"about": ""}, "This field is required"),
        ({"hours": "soon"}, "not a number"),
        ({"hours": "-1"}, "Enter hours, such as 2 or 0.5: from one minute to 60 days."),
    ],
)
def test_a_timer_that_cannot_be(signed_in, typed, said):
    answer = signed_in.post("/bench/timers/", {"protocol": "slake", "about": "Crumbs", **typed})
    assert answer.status_code == 400
    assert said in answer.content.decode()
    assert not Timer.objects.exists()


def test_the_calendar_says_when_and_what_to_do(signed_in, start):
    timer = start()
    (event,) = Calendar.from_ical(signed_in.get("/bench/calendar.ics").content).walk("VEVENT")
    assert event["summary"] == "Boil finished: Bank bars"
    assert event.decoded("dtstart") == timer.due_at.replace(microsecond=0)
    assert "same water" in event["description"]
    assert len(event.walk("VALARM")) == 1


def test_the_private_address_works_signed_out_until_it_is_revoked(signed_in, start, stranger):
    start()
    signed_in.post("/bench/calendar/", {"make": "yes"})
    first = f"/calendar/{CalendarFeed.objects.get().token}.ics"
    assert b"Bank bars" in Client().get(first).content
    signed_in.post("/bench/calendar/", {"make": "yes"})
    assert Client().get(first).status_code == 404
    second = f"/calendar/{CalendarFeed.objects.latest('pk').token}.ics"
    assert Client().get(second).status_code == 200
    stranger.post("/bench/calendar/", {"make": "no"})
    assert Client().get(second).status_code == 200
    signed_in.post("/bench/calendar/", {"make": "no"})
    assert Client().get(second).status_code == 404
    assert Client().get("/calendar/guess.ics").status_code == 404


def test_every_page_is_told_what_is_due(signed_in, start):
    timer = start()
    assert "due" not in signed_in.get("/bench/due/").content.decode()
    long_ago = timezone.now() - timedelta(days=2)
    Timer.objects.update(stage_started_at=long_ago, due_at=long_ago + timedelta(hours=5))
    answer = signed_in.get("/bench/due/")
    assert words_of(answer).startswith("1 due")
    assert "Boil: Bank bars" in answer.content.decode()
    assert 'hx-get="/bench/due/"' in signed_in.get("/shelf/").content.decode()
    move(signed_in, timer, 0)
    assert "due" not in signed_in.get("/bench/due/").content.decode()


@pytest.mark.parametrize(
    ("when", "said"),
    [
        (datetime(2026, 10, 25, 1, 50, tzinfo=LONDON), " BST"),
        (datetime(2026, 10, 25, 1, 50, fold=1, tzinfo=LONDON), " GMT"),
        (datetime(2026, 10, 25, 2, 50, tzinfo=LONDON), ""),
        (datetime(2026, 3, 29, 1, 30, tzinfo=LONDON), ""),
        (datetime(2026, 7, 1, 1, 50, tzinfo=LONDON), ""),
    ],
)
def test_the_hour_that_there_is_twice_is_told_by_its_clock(when, said):
    assert which_hour(when) == said


def test_a_phone_moves_its_entry_from_stage_to_stage(signed_in, start):
    timer = start()

    def entry():
        calendar = Calendar.from_ical(signed_in.get("/bench/calendar.ics").content)
        assert "PT15M" in str(calendar["refresh-interval"].to_ical())
        (event,) = calendar.walk("VEVENT")
        return str(event["uid"]), int(event["sequence"])

    first = entry()
    move(signed_in, timer, 0)
    second = entry()
    assert first[0] == second[0]
    assert (first[1], second[1]) == (0, 1)
