"""From a dose to what was really made: making, weighing, rescuing, correcting, stock."""

import html
import re
import socketserver
import threading
import time
import uuid

import pytest
from django.db import IntegrityError, transaction

from tests.pages import words_of
from tests.web.conftest import DRY_SUM, PLASTIC_SUM
from umberpot.mixing.composition import parts_of
from umberpot.mixing.leftovers.services import keep_leftover
from umberpot.mixing.models import Mix, Weighing
from umberpot.mixing.weighing import services as weighing
from umberpot.shelf.services import grams_on_hand

AS_IT_LIES = 0.785
"""Dry clay in a gram of Ferry white as it lies on the shelf: plastic, 21.5 % water."""


def post_weigh(client, mix, **data):
    mix.refresh_from_db()
    part = weighing.next_part(parts_of(mix))
    return client.post(f"/mix/{mix.pk}/weigh/", {"part": part.pk, "action": "enter", **data})


def test_make_this_mix_keeps_the_dose_and_knows_the_shelf(signed_in, clay, blue):
    got = signed_in.post("/mix/make/", {"sum": PLASTIC_SUM, "request_key": uuid.uuid4()})
    mix = Mix.objects.get()
    assert got["Location"] == f"/mix/{mix.pk}/"
    assert mix.name == "10 % Quay Blue in Ferry white"
    rows = [(p.role, p.material, p.planned_g) for p in mix.parts.all()]
    assert rows == [
        ("clay", clay, 100),
        ("colourant", blue, pytest.approx(8)),
        ("water", None, pytest.approx(2)),
    ]


def test_a_second_click_makes_no_second_mix(signed_in, clay):
    form = {"sum": DRY_SUM, "request_key": uuid.uuid4()}
    first, second = (signed_in.post("/mix/make/", form) for _ in range(2))
    assert first["Location"] == second["Location"]
    assert Mix.objects.count() == 1


def test_a_broken_sum_comes_back_as_typed(signed_in, clay):
    got = signed_in.post("/mix/make/", {"sum": "state=dry&mass=wet&unit=g&add=Blue:10"})
    assert got.status_code == 400
    assert 'value="wet"' in got.content.decode()
    assert not Mix.objects.exists()


def test_weighed_to_plan(signed_in, make_mix, clay, blue):
    mix = make_mix()
    post_weigh(signed_in, mix, grams="80,2")
    post_weigh(signed_in, mix, grams="8.0")
    mix.refresh_from_db()
    parts = parts_of(mix)
    assert mix.finished_at
    assert [p.weighed_g for p in parts] == [80.2, 8.0]
    assert [p.planned_g for p in parts] == [80, 8]
    assert weighing.true_percentages(parts)[parts[1].pk] == pytest.approx(8 / 80.2 * 100)
    assert parts[1].target_g == pytest.approx(8.02)  # it followed the clay that really went in
    assert grams_on_hand(clay) == pytest.approx(5000 - 80.2 / AS_IT_LIES)
    assert grams_on_hand(blue) == pytest.approx(92)


def test_too_much_asks_and_books_nothing_yet(signed_in, make_mix, blue):
    mix = make_mix()
    post_weigh(signed_in, mix, grams="80")
    got = words_of(post_weigh(signed_in, mix, grams="8.6"))
    assert "8.6 g is too much" in got
    assert "the strength will be 10.75 %" in got
    assert "Scale the rest up to match, by 1.075" in got
    assert Weighing.objects.count() == 1
    assert grams_on_hand(blue) == 100


def test_too_much_accepted_shows_the_true_percentage(signed_in, make_mix):
    mix = make_mix()
    post_weigh(signed_in, mix, grams="80")
    post_weigh(signed_in, mix, grams="8.6", decision="accept")
    html = signed_in.get(f"/mix/{mix.pk}/").content.decode()
    assert "10.75" in html
    assert "planned 10 %" in html


def test_too_much_scales_the_rest_up(signed_in, make_mix, clay):
    mix = make_mix()
    post_weigh(signed_in, mix, grams="80")
    post_weigh(signed_in, mix, grams="8.6", decision="scale")
    mix.refresh_from_db()
    assert mix.finished_at is None
    top_up = weighing.next_part(parts_of(mix))
    assert top_up.material == clay
    assert top_up.to_go_g == pytest.approx(6)
    post_weigh(signed_in, mix, grams="6.0")
    mix.refresh_from_db()
    parts = parts_of(mix)
    assert mix.finished_at
    assert weighing.true_percentages(parts)[parts[1].pk] == pytest.approx(10)
    assert parts[0].planned_g == 80  # the plan stays beside what was weighed
    assert grams_on_hand(clay) == pytest.approx(5000 - 86 / AS_IT_LIES)


def test_too_little_may_be_all_there_is(signed_in, make_mix):
    """Accepted once it stays accepted, also when the plan had followed the clay."""
    mix = make_mix()
    post_weigh(signed_in, mix, grams="80.4")
    assert "not enough yet" in post_weigh(signed_in, mix, grams="6").content.decode()
    post_weigh(signed_in, mix, grams="6", decision="accept")
    mix.refresh_from_db()
    assert mix.finished_at
    parts = parts_of(mix)
    assert weighing.true_percentages(parts)[parts[1].pk] == pytest.approx(6 / 80.4 * 100)


def test_clay_that_is_too_little_takes_the_rest_down_with_it(signed_in, make_mix):
    mix = make_mix()
    post_weigh(signed_in, mix, grams="60", decision="scale")
    mix.refresh_from_db()
    assert weighing.next_part(parts_of(mix)).to_go_g == pytest.approx(6)


def test_overshoot_among_several_colourants(signed_in, make_mix):
    mix = make_mix("state=dry&mass=100&unit=g&add=Quay Blue:10&add=iron:2")
    for figure, decision in (("100", ""), ("11", "scale"), ("10", ""), ("2.2", "")):
        post_weigh(signed_in, mix, grams=figure, decision=decision)
    mix.refresh_from_db()
    assert mix.finished_at
    pcts = weighing.true_percentages(parts_of(mix)).values()
    assert list(pcts) == pytest.approx([10, 2])


@pytest.mark.parametrize("grams", ["", "x", "-3", "0", "nan", "1e99"])
def test_figures_that_cannot_be_stay_typed(signed_in, make_mix, grams):
    mix = make_mix()
    got = post_weigh(signed_in, mix, grams=grams)
    assert got.status_code == 400
    assert f'value="{grams}"' in got.content.decode() or not grams
    assert not Weighing.objects.exists()


def test_the_same_weighing_twice_counts_once(make_mix, user, clay):
    mix = make_mix()
    part = parts_of(mix)[0]
    key = uuid.uuid4()
    for _ in range(2):
        weighing.take_weighing(part, 80, source="typed", scale_step_g=0.1, request_key=key, by=user)
    assert Weighing.objects.count() == 1
    assert grams_on_hand(clay) == pytest.approx(5000 - 80 / AS_IT_LIES)


def test_a_step_done_in_another_window_is_not_done_again(signed_in, make_mix):
    mix = make_mix()
    first = weighing.next_part(parts_of(mix))
    post_weigh(signed_in, mix, grams="80")
    got = signed_in.post(
        f"/mix/{mix.pk}/weigh/", {"part": first.pk, "action": "enter", "grams": "80"}, follow=True
    )
    assert "another window" in got.content.decode()
    assert Weighing.objects.count() == 1


def test_a_correction_supersedes_and_the_stock_follows(signed_in, make_mix, weigh, blue):
    mix = weigh(make_mix(), 80, 8)
    old = Weighing.objects.get(grams=8)
    signed_in.post(f"/mix/weighings/{old.pk}/correct/", {"grams": "7.8"})
    old.refresh_from_db()
    assert old.superseded_at
    assert old.grams == 8
    assert parts_of(mix)[1].weighed_g == 7.8
    assert grams_on_hand(blue) == pytest.approx(92.2)
    again = signed_in.post(f"/mix/weighings/{old.pk}/correct/", {"grams": "7"}, follow=True)
    assert "This weight was corrected in the meantime. Check it again." in again.content.decode()
    assert parts_of(mix)[1].weighed_g == 7.8


def test_the_water_may_be_left_to_the_hand(signed_in, make_mix, weigh):
    mix = weigh(make_mix(PLASTIC_SUM), 100, 8)
    post_weigh(signed_in, mix, action="leave_out")
    mix.refresh_from_db()
    assert mix.finished_at


def test_a_mix_set_aside_leaves_the_bench_and_comes_back(signed_in, make_mix):
    mix = make_mix()
    assert mix.name in signed_in.get("/").content.decode()
    signed_in.post(f"/mix/{mix.pk}/set-aside/", {"aside": "yes"})
    signed_in.get("/mix/")  # tells what was done, by name
    assert mix.name not in signed_in.get("/").content.decode()
    assert "Set aside (1)" in signed_in.get("/mix/").content.decode()
    signed_in.post(f"/mix/{mix.pk}/set-aside/", {"aside": "no"})
    assert mix.name in signed_in.get("/").content.decode()


def test_the_scale_is_read_once_it_stands_still(signed_in, make_mix, scale):
    mix = make_mix()
    signed_in.post(f"/mix/{mix.pk}/pan/", {"action": "put"})
    post_weigh(signed_in, mix, action="read")
    taken = Weighing.objects.get()
    assert (taken.grams, taken.source) == (80, "scale")


def test_an_empty_pan_books_nothing(signed_in, make_mix, scale):
    html = post_weigh(signed_in, make_mix(), action="read").content.decode()
    assert "The scale shows 0. Put the material on and read it again." in html
    assert not Weighing.objects.exists()


@pytest.mark.parametrize("address", ["", "socket://127.0.0.1:1", "no-such-port", "weird://x"])
def test_a_scale_that_does_not_answer_leaves_the_keyboard(signed_in, make_mix, settings, address):
    settings.SCALE_ADDRESS = address
    got = post_weigh(signed_in, make_mix(), action="read")
    assert got.status_code == 200
    assert "ype the weight" in got.content.decode()
    assert (
        signed_in.post(
            got.request["PATH_INFO"].replace("weigh", "pan"), {"action": "tare"}
        ).status_code
        == 302
    )


class OddScale(socketserver.StreamRequestHandler):
    """Answers every command with the same line."""

    answer = ""

    def handle(self):
        for _ in self.rfile:
            self.wfile.write(f"{self.answer}\n".encode())


@pytest.fixture
def odd_scale(settings):
    """A scale that really listens, and says what it is told to say."""
    with socketserver.ThreadingTCPServer(("127.0.0.1", 0), OddScale) as server:
        threading.Thread(target=server.serve_forever, args=(0.02,), daemon=True).start()
        settings.SCALE_ADDRESS = f"socket://127.0.0.1:{server.server_address[1]}"
        yield OddScale
        server.shutdown()


@pytest.mark.parametrize("answer", ["= nan g", "= inf g", "= 8 cups", "=", "= 8,0,2 g", "? 8 g"])
def test_a_scale_that_says_no_weight_is_told_so_and_nothing_is_booked(
    signed_in, make_mix, odd_scale, answer
):
    odd_scale.answer = answer
    mix = make_mix()
    got = post_weigh(signed_in, mix, action="read")
    assert got.status_code == 200
    assert "ype the weight" in words_of(got)
    assert not Weighing.objects.exists()
    assert "which cannot be read as a weight" in words_of(signed_in.get(f"/mix/{mix.pk}/glance/"))


@pytest.mark.parametrize(
    ("answer", "said"),
    [
        ("= 80.0", "which cannot be read as a weight"),
        ("= -12.5 g", "The scale shows −12.5 g. Tare it, then weigh again."),
        ("", "No answer from the scale."),
        ("= 12= 123.456 g", "which cannot be read as a weight"),
    ],
)
def test_what_a_scale_says_is_told_apart(signed_in, make_mix, odd_scale, answer, said):
    odd_scale.answer = answer
    assert said in words_of(post_weigh(signed_in, make_mix(), action="read"))
    assert not Weighing.objects.exists()


def at_rest(scale):
    """Waits until the display stands still."""
    while not scale.read()[0]:
        time.sleep(0.02)


@pytest.fixture
def half_booked(signed_in, scale, make_mix):
    """A mix whose clay was read off the scale, and still lies on it."""
    mix = make_mix()
    signed_in.post(f"/mix/{mix.pk}/pan/", {"action": "put"})
    at_rest(scale)
    post_weigh(signed_in, mix, action="read")
    assert Weighing.objects.count() == 1
    return mix


def test_what_lies_on_the_pan_is_booked_once(signed_in, half_booked):
    glance = words_of(signed_in.get(f"/mix/{half_booked.pk}/glance/"))
    assert "recorded already. Take it off, or tare, then weigh the next." in glance
    again = words_of(post_weigh(signed_in, half_booked, action="read"))
    assert "are recorded already, and nothing on the scale has changed since" in again
    assert Weighing.objects.count() == 1


@pytest.mark.parametrize("how", ["tared", "taken off", "seen empty by a glance", "more put on"])
def test_the_next_is_booked_once_the_pan_was_touched(signed_in, half_booked, scale, how):
    if how == "tared":
        signed_in.post(f"/mix/{half_booked.pk}/pan/", {"action": "tare"})
    elif how == "more put on":
        scale.put(0.5)
    else:
        scale.clear()
        at_rest(scale)
        signed_in.get(f"/mix/{half_booked.pk}/glance/")
        if how == "seen empty by a glance":  # then the very same weight is put on again
            scale.put(Weighing.objects.get().grams)
        else:
            scale.put(1)
    at_rest(scale)
    answer = words_of(post_weigh(signed_in, half_booked, action="read"))
    assert "are recorded already" not in answer


def test_a_scale_in_kilograms_is_understood(signed_in, make_mix, odd_scale):
    odd_scale.answer = "= 0.080 kg"
    mix = make_mix()
    assert signed_in.get(f"/mix/{mix.pk}/glance/").status_code == 200
    post_weigh(signed_in, mix, action="read")
    assert Weighing.objects.get().grams == pytest.approx(80)


def test_tare(signed_in, make_mix, scale):
    scale.put(250)
    while not scale.read()[0]:  # it swings for a moment
        time.sleep(0.02)
    signed_in.post(f"/mix/{make_mix().pk}/pan/", {"action": "tare"})
    assert scale.read() == (True, 0)


def test_the_database_itself_refuses_what_cannot_be(make_mix, user):
    mix = make_mix()
    part = parts_of(mix)[0]
    for change in ({"grams": -1}, {"grams": 0}, {"step_g": 0}):
        row = {"grams": 1, "step_g": 0.1, "source": "typed", "request_key": uuid.uuid4(), **change}
        with pytest.raises(IntegrityError), transaction.atomic():
            Weighing.objects.create(studio=mix.studio, part=part, made_by=user, **row)


def test_the_list_makes_no_more_queries_with_more_mixes(
    signed_in, make_mix, weigh, django_assert_num_queries
):
    weigh(make_mix(), 80, 8)
    signed_in.get("/mix/")
    from django.db import connection
    from django.test.utils import CaptureQueriesContext

    with CaptureQueriesContext(connection) as few:
        signed_in.get("/mix/")
    for _ in range(8):
        weigh(make_mix(), 80, 8)
    with django_assert_num_queries(len(few)):
        signed_in.get("/mix/")


def test_without_scripts_make_takes_what_stands_in_the_fields(signed_in):
    """The button of the calculator's own form shows first what it makes, with one more button."""
    typed = "state=dry&mass=80&unit=g&clay=Ferry+white&add_name=Quay+Blue&add_pct=7"
    page = signed_in.get(f"/mix/make/?{typed}")
    assert page.status_code == 200
    assert not Mix.objects.exists()
    assert "5.6 g" in words_of(page)
    [kept] = re.findall(r'name="sum"\s+value="([^"]*)"', page.content.decode())
    signed_in.post("/mix/make/", {"sum": html.unescape(kept)})
    assert Mix.objects.get().batch.pcts == {"Quay Blue": pytest.approx(7)}


def test_make_before_anything_is_calculated_keeps_what_was_typed(signed_in):
    typed = "state=dry&mass=&unit=g&clay=Ferry+white&add_name=Quay+Blue&add_pct=7"
    for answer in (
        signed_in.get(f"/mix/make/?{typed}"),
        signed_in.post("/mix/make/", {"sum": typed}),
    ):
        assert answer.status_code == 400
        assert 'value="7"' in answer.content.decode()
        assert 'value="Quay Blue"' in answer.content.decode()
    assert not Mix.objects.exists()


def test_a_corrected_mix_is_called_by_what_is_in_it(signed_in, make_mix, weigh, user):
    """Planned 10 %, weighed 8.0 g into 80 g, corrected to 4.17 g: it is 5.21 %, and says so."""
    mix = weigh(make_mix(), 80, 8)
    assert mix.name == "10 % Quay Blue in Ferry white"
    left = keep_leftover(mix, 30, "dry", None, user)
    colourant = Weighing.objects.get(grams=8)
    signed_in.post(f"/mix/weighings/{colourant.pk}/correct/", {"grams": "4.17", "why": "misread"})
    mix.refresh_from_db()
    left.refresh_from_db()
    assert mix.name == "5.21 % Quay Blue in Ferry white"
    assert left.name.endswith(": 5.21 % Quay Blue in Ferry white")
    words = words_of(signed_in.get(f"/mix/{mix.pk}/"))
    assert "Planned as 10 % Quay Blue in Ferry white" in words


def test_a_mix_near_enough_keeps_the_name_it_was_planned_by(make_mix, weigh):
    mix = weigh(make_mix(), 80, 7.95)
    assert mix.batch.pcts["Quay Blue"] == pytest.approx(9.9375)
    assert mix.name == "10 % Quay Blue in Ferry white"
    assert mix.said_pcts == {"Quay Blue": 10}
    assert mix.planned_name == ""


def test_a_correction_far_from_its_target_is_asked_about(signed_in, make_mix, weigh):
    """8 g corrected to 800 g would be 1000 %: perhaps a lost point."""
    mix = weigh(make_mix(), 80, 8)
    old = Weighing.objects.get(grams=8)
    url = f"/mix/weighings/{old.pk}/correct/"
    asked = signed_in.post(url, {"grams": "800"})
    assert "Is the decimal point in its place? Nothing is corrected yet." in words_of(asked)
    assert parts_of(mix)[1].weighed_g == 8
    signed_in.post(url, {"grams": "800", "sure": "yes"})
    assert parts_of(mix)[1].weighed_g == 800
