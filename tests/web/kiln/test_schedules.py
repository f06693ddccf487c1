"""Schedules that a studio keeps: drafted, edited, checked, in and out of files."""

import json
import uuid

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from claycore.firing.drafts import FiringStage
from tests.factories import KilnFactory
from tests.page_forms import forms_of
from tests.pages import words_of
from umberpot.kiln.models import Schedule
from umberpot.kiln.schedules.services import draft_for

EDITED = {
    **{"name": "Slow glaze", "cone": "6", "start_c": "20"},
    "segment": "90 : 600 : 0\n120:1100\n60:1190:15",
}


@pytest.fixture
def kiln(studio):
    return KilnFactory(studio=studio, power_kw=6, price_per_kwh=0.5)


@pytest.fixture
def schedule(kiln, user):
    return draft_for(kiln, FiringStage.GLAZE, "6", user, uuid.uuid4())


def test_a_draft_is_saved_once_and_opened(signed_in, kiln):
    assert "No schedule is saved yet." in words_of(signed_in.get("/kiln/schedules/"))
    form = {"stage": "bisque", "cone": "04", "kiln": kiln.pk, "request_key": uuid.uuid4()}
    first = signed_in.post("/kiln/schedules/", form)
    again = signed_in.post("/kiln/schedules/", form)
    assert first["Location"] == again["Location"]
    assert "Bisque to cone 04" in words_of(signed_in.get(first["Location"]))


def test_a_kiln_fired_by_hand_gets_a_slower_draft(signed_in, studio, kiln):
    fuel = KilnFactory(studio=studio, name="Wood kiln", heat="fuel")
    for one in (kiln, fuel):
        signed_in.post("/kiln/schedules/", {"stage": "bisque", "cone": "04", "kiln": one.pk})
    first, second = Schedule.objects.order_by("pk")
    assert second.segments[0][0] < first.segments[0][0]


def test_no_draft_for_a_cone_too_cool_is_told_at_the_cone(signed_in):
    page = signed_in.post("/kiln/schedules/", {"stage": "glaze", "cone": "019"})
    assert page.status_code == 400
    assert "There is no draft for so cool a cone." in words_of(page)


def test_editing_saves_every_figure(signed_in, schedule):
    signed_in.post(f"/kiln/schedules/{schedule.pk}/", EDITED)
    schedule.refresh_from_db()
    assert schedule.segments == [[90, 600, 0], [120, 1100, 0], [60, 1190, 15]]
    assert schedule.name == "Slow glaze"


@pytest.mark.parametrize(
    ("segment", "said"),
    [
        ("", "Enter at least one segment."),
        ("ninety", "Segment 1: enter a rate, a target and a hold"),
        ("90:600\n0:900", "enter a rate above 0"),
        ("90:9000", "Temperature must be"),
        ("\n".join(["90:600"] * 21), "At most 20 lines"),
    ],
)
def test_a_schedule_that_cannot_be_is_told_and_not_saved(signed_in, schedule, segment, said):
    page = signed_in.post(f"/kiln/schedules/{schedule.pk}/", {**EDITED, "segment": segment})
    assert page.status_code == 400
    assert said in words_of(page)
    schedule.refresh_from_db()
    assert schedule.name == "Glaze to cone 6"


def check(client, **typed):
    return words_of(
        client.post("/kiln/schedules/check/", {**EDITED, **typed}, headers={"hx-request": "true"})
    )


def test_while_typing_one_sees_time_energy_cost_and_what_is_wrong(signed_in, kiln):
    said = check(signed_in, segment="150:600\n100:1000", kiln=kiln.pk, raw="on", cone="6")
    assert "7 h 52 min" in said
    assert "kWh" in said
    assert "Raw ware goes through 100 °C at 150 °C per hour" in said
    assert "the load needs cone 6" in said
    assert Schedule.objects.count() == 0


def test_when_it_will_be_done(signed_in):
    said = check(signed_in, segment="100:620", starts_at="2026-11-21T09:30")
    assert "Done Saturday 21 Nov, 15:30" in said


def test_a_kiln_that_cannot_follow_is_told(signed_in, kiln):
    said = check(signed_in, segment="400:1220", kiln=kiln.pk)
    assert "the kiln is likely to fall behind" in said


def test_out_and_in_again_is_the_same(signed_in, schedule):
    for form in ("csv", "json"):
        out = signed_in.get(f"/kiln/schedules/{schedule.pk}.{form}")
        file = SimpleUploadedFile(f"back.{form}", out.content)
        made = signed_in.post("/kiln/schedules/import/", {"file": file})
        back = Schedule.objects.get(pk=made["Location"].strip("/").split("/")[-1])
        assert back.segments == schedule.segments
    assert back.name == "Glaze to cone 6"


@pytest.mark.parametrize(
    ("content", "said"),
    [
        (b"a,b\n1,2", "must contain the column names"),
        (b"rate_c_per_h,target_c,hold_min\nfast,600,0", "Line 2: enter a number"),
        (b"rate_c_per_h,target_c,hold_min\n-5,600,0", "enter a rate above 0"),
        (b"rate_c_per_h,target_c,hold_min\n" + b"5,600,0\n" * 30, "At most 20 segments"),
        (b"\xff\xfe\x00\xd8", "not a text file"),
        (b"{", "not valid JSON"),
        (json.dumps({"name": 5, "rows": [{"rate_c_per_h": 60, "target_c": 600}]}).encode(), "text"),
        (b"", "empty"),
    ],
)
def test_a_file_that_is_no_schedule_is_told(signed_in, content, said):
    file = SimpleUploadedFile("odd.csv", content)
    page = signed_in.post("/kiln/schedules/import/", {"file": file})
    assert page.status_code == 400
    assert said in words_of(page)
    assert Schedule.objects.count() == 0


def test_a_schedule_set_aside_is_not_offered(signed_in, schedule):
    signed_in.post(f"/kiln/schedules/{schedule.pk}/aside/", {"aside": "yes"})
    page = words_of(signed_in.get("/kiln/schedules/"))
    assert "Set aside Glaze to cone 6" in page


def test_a_schedule_that_never_ends_has_no_end(signed_in):
    said = check(signed_in, segment="0.0001:620", starts_at="2026-11-21T09:30")
    assert "Done" not in said
    assert "6000000 h" in said


def test_while_it_is_typed_nobody_is_said_to_have_overtaken_it(signed_in, schedule):
    page = signed_in.get(f"/kiln/schedules/{schedule.pk}/")
    form = next(form for form in forms_of(page) if "segment" in form.sends)
    said = check(signed_in, **{**form.sends, "segment": "100 : 620"})
    assert "Somebody" not in said
    assert "620" in said


def test_the_target_cone_is_marked_at_first_sight(signed_in, schedule):
    page = signed_in.get(f"/kiln/schedules/{schedule.pk}/").content.decode()
    assert page.count('class="chart-target"') == 2
