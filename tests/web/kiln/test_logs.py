"""Logs: a kiln followed over the wire, and files that real loggers write."""

import threading
import uuid
from contextlib import contextmanager

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management import call_command

from claycore.firing.drafts import FiringStage
from standins.kiln.chamber import Chamber
from standins.kiln.controller import SimulatedController, Thermocouple
from standins.kiln.server import KilnServer, RunningKiln
from tests.factories import FiringFactory, FiringLogFactory, KilnFactory
from tests.pages import words_of
from umberpot import devices
from umberpot.firings.models import Firing
from umberpot.kiln import controllers
from umberpot.kiln.controllers.base import ControllerReading, ControllerState
from umberpot.kiln.loading.services import choose_schedule, plan_load
from umberpot.kiln.logs import file_formats
from umberpot.kiln.logs.file_formats import LogFormat
from umberpot.kiln.logs.services import follow, start
from umberpot.kiln.management.commands.follow_kilns import Command
from umberpot.kiln.models import FiringLog, LogPoint
from umberpot.kiln.models.logs import LogState
from umberpot.kiln.schedules.services import draft_for
from umberpot.tiles.models import Step, Tile

HOUR_S = 3600
ORDER = {"mark": "100", "cone": "6", "glazed": "no", "trial_name": "Ramp", "count": 2}


class Wired:
    """A simulated kiln that is really listening; its time goes by when a test says so."""

    def __init__(self, settings):
        self.settings = settings
        self.now = 0.0
        self.switch_on()

    def switch_on(self, **chamber):
        controller = SimulatedController(Chamber(**chamber), Thermocouple(noise_c=0.0))
        self.server = KilnServer(0, RunningKiln(controller, 1, lambda: self.now))
        threading.Thread(target=self.server.serve_forever, args=(0.02,), daemon=True).start()
        self.settings.KILNS = {"wired": f"socket://127.0.0.1:{self.server.port}"}

    def switch_cool(self):
        """Two days pass: the kiln is at the temperature of the room again."""
        for _ in range(8):
            self.wait(6)
            self.server.kiln.answer("READ")

    def switch_off(self):
        self.server.shutdown()
        self.server.server_close()

    def wait(self, hours):
        self.now += hours * HOUR_S


@pytest.fixture
def wired(settings, monkeypatch):
    monkeypatch.setattr(devices, "RESTS_S", 0)  # this server takes any number of callers
    found = Wired(settings)
    yield found
    found.switch_off()


@pytest.fixture
def load(signed_in, studio, user, make_mix, weigh):
    mix = weigh(make_mix(), 80, 8)
    signed_in.post(f"/tiles/make/{mix.pk}/", {**ORDER, "request_key": uuid.uuid4()})
    Tile.objects.update(step=Step.FIRE)
    kiln = KilnFactory(studio=studio, controller="wired")
    found = plan_load(kiln, "6", "oxidation", list(Tile.objects.all()), user, uuid.uuid4())
    choose_schedule(found, draft_for(kiln, FiringStage.GLAZE, "6", user, uuid.uuid4()))
    return found


@pytest.fixture
def log(wired, load, user):
    return start(load, user, uuid.uuid4())


def page_of(client, log):
    return words_of(client.get(f"/kiln/logs/{log.pk}/"))


def test_a_firing_from_start_to_record(signed_in, wired, load):
    assert "Start the kiln" in words_of(signed_in.get(f"/kiln/loads/{load.pk}/"))
    signed_in.post(f"/kiln/loads/{load.pk}/start/", {"request_key": uuid.uuid4()})
    log = FiringLog.objects.get()
    wired.wait(4)
    page = page_of(signed_in, log)
    assert "Running" in page
    assert "Running for 4 h 00 min" in page
    assert "to go" in page
    assert "Record the firing" not in page
    assert "Quay kiln is firing to cone 6" in words_of(signed_in.get("/"))
    wired.wait(8)
    page = page_of(signed_in, log)
    assert "Schedule completed" in page
    assert "Cone 6 is down" in page
    signed_in.post(f"/kiln/loads/{load.pk}/fire/", {"cone": "6", "fired_on": "2026-11-20"})
    firing = Firing.objects.get()
    assert "The log reaches cone 6, as recorded" in words_of(signed_in.get(f"/kiln/{firing.pk}/"))


def test_the_bench_does_not_ask_to_fire_what_is_in_the_kiln(signed_in, wired, load):
    assert "Fire 2 tiles." in words_of(signed_in.get("/"))
    signed_in.post(f"/kiln/loads/{load.pk}/start/", {"request_key": uuid.uuid4()})
    page = words_of(signed_in.get("/"))
    assert "Quay kiln is firing to cone 6" in page
    assert "Fire 2 tiles." not in page


def test_the_bench_draws_and_counts_only_what_is_not_in_the_kiln(signed_in, wired, load):
    """Others wait for the same cone: the bench shows those, and no piece of the load."""
    in_it = {piece.tile.code for piece in load.pieces.exclude(tile=None)}
    first = Tile.objects.first()
    form = {**ORDER, "trial_name": "Later", "request_key": uuid.uuid4(), "count": 1}
    signed_in.post(f"/tiles/make/{first.mix_id}/", form)
    Tile.objects.exclude(code__in=in_it).update(step=Step.FIRE)
    signed_in.post(f"/kiln/loads/{load.pk}/start/", {"request_key": uuid.uuid4()})
    sections = signed_in.get("/").context["to_do"].now
    (kiln,) = (section for section in sections if section.title == "Kiln")
    (task,) = kiln.tasks
    assert task.count == len(task.tiles) == 1
    assert not {progress.tile.code for progress in task.tiles} & in_it


def test_the_kiln_is_started_once(signed_in, wired, load):
    form = {"request_key": uuid.uuid4()}
    for _ in range(2):
        signed_in.post(f"/kiln/loads/{load.pk}/start/", form)
    assert FiringLog.objects.count() == 1
    again = signed_in.post(f"/kiln/loads/{load.pk}/start/", {}, follow=True)
    assert "firing something else already" in words_of(again)


def test_the_next_firing_of_a_kiln_leaves_the_last_ones_log_whole(
    signed_in, wired, load, log, user
):
    """Nobody looked at the first one when it ended; starting the second asks for the rest of it."""
    wired.wait(24)
    second = plan_load(load.kiln, "6", "oxidation", [], user, uuid.uuid4())
    choose_schedule(second, load.schedule)
    wired.switch_cool()
    start(second, user, uuid.uuid4())
    log.refresh_from_db()
    assert log.state == LogState.DONE
    assert log.points.count() > 600


def test_a_load_that_is_being_fired_is_not_started_again(signed_in, wired, load, log):
    """Also where the controller forgot: what is noted as running is not begun again beside it."""
    FiringLog.objects.filter(pk=log.pk).update(load=load)
    again = signed_in.post(f"/kiln/loads/{load.pk}/start/", {}, follow=True)
    assert "firing something else already" in words_of(again)
    assert FiringLog.objects.count() == 1


def test_a_load_is_not_cancelled_while_it_is_fired(signed_in, log):
    refused = signed_in.post(f"/kiln/loads/{log.load_id}/cancel/", follow=True)
    assert "still firing this load" in words_of(refused)


def test_a_lost_connection_is_said_and_what_was_logged_is_kept(signed_in, wired, log):
    wired.wait(2)
    follow(log)
    kept = log.points.count()
    wired.switch_off()
    page = page_of(signed_in, log)
    assert "The kiln controller is not responding." in page
    assert "What was logged so far is kept." in page
    assert log.points.count() == kept > 100
    wired.switch_on()
    page = page_of(signed_in, log)
    assert "Connection lost" in page
    assert log.points.count() == kept


def test_a_log_is_closed_by_hand_where_the_controller_is_gone(signed_in, wired, log):
    wired.switch_off()
    signed_in.post(f"/kiln/logs/{log.pk}/stop/", {"close": "yes"})
    log.refresh_from_db()
    assert log.state == LogState.LOST
    wired.switch_on()


def test_after_a_pause_what_was_missed_is_taken_over_once(wired, log):
    for hours in (1, 3):
        wired.wait(hours)
        follow(log)
        follow(log)
    times = list(log.points.values_list("seconds", flat=True))
    assert times == [60.0 * minute for minute in range(4 * 60 + 1)]


def test_the_follower_follows_every_firing_and_bears_a_silent_one(wired, log, capsys):
    wired.wait(1)
    Command().follow_all()
    assert log.points.count() == 61
    wired.settings.KILNS = {}
    command = Command()
    command.follow_all()
    assert "No controller is connected" in capsys.readouterr().err


def test_the_follower_is_a_command():
    with pytest.raises(SystemExit):
        call_command("follow_kilns", "--help")


def test_a_climb_that_stalls_is_said(signed_in, wired, load, user):
    wired.switch_off()
    wired.switch_on(strength=0.3)
    log = start(load, user, uuid.uuid4())
    wired.wait(12)
    assert "The climb has stalled" in page_of(signed_in, log)


def test_switching_off(signed_in, wired, log):
    wired.wait(3)
    stopped = signed_in.post(f"/kiln/logs/{log.pk}/stop/", follow=True)
    assert "leave it shut until it has cooled" in words_of(stopped)
    log.refresh_from_db()
    assert log.state == LogState.STOPPED


def cut_off(client, wired, log, hours=3):
    """The kiln stops far under its cone; the page of its log."""
    wired.wait(hours)
    client.post(f"/kiln/logs/{log.pk}/stop/")
    return client.get(f"/kiln/logs/{log.pk}/")


def test_a_firing_that_was_cut_off_is_not_offered_as_what_was_planned(signed_in, wired, log):
    found = cut_off(signed_in, wired, log)
    page = words_of(found)
    assert "No cone reached: stopped at" in page
    assert "°C after 3 h 00 min" in page
    assert "Fire it again" in page
    assert "Record this run" in page
    form = found.context["form"]
    assert (form["cone"].value(), form["lasted_h"].value()) == ("no-cone", "3")
    assert 300 < float(form["peak_c"].value()) < 500
    load = words_of(signed_in.get(f"/kiln/loads/{log.load_id}/"))
    assert "The last run" in load
    assert "Open its log" in load
    assert set(Tile.objects.values_list("step", flat=True)) == {Step.FIRE}


def test_a_cone_that_the_log_denies_is_asked_about(signed_in, wired, log):
    cut_off(signed_in, wired, log)
    form = {"cone": "6", "fired_on": "2026-11-20"}
    asked = words_of(signed_in.post(f"/kiln/loads/{log.load_id}/fire/", form, follow=True))
    assert "By its log this firing reached no cone." in asked
    assert Firing.objects.count() == 0
    signed_in.post(f"/kiln/loads/{log.load_id}/fire/", {**form, "sure": "yes"})
    assert Firing.objects.get().cone == "6"


def test_a_load_is_fired_again_after_it_was_cut_off(signed_in, wired, log):
    cut_off(signed_in, wired, log)
    wired.switch_cool()
    signed_in.post(f"/kiln/loads/{log.load_id}/start/", {"request_key": uuid.uuid4()})
    again = FiringLog.objects.exclude(pk=log.pk).get()
    wired.wait(14)
    assert "Cone 6 is down" in page_of(signed_in, again)
    load = words_of(signed_in.get(f"/kiln/loads/{log.load_id}/"))
    assert "Start the kiln" in load
    signed_in.post(f"/kiln/loads/{log.load_id}/fire/", {"cone": "6", "fired_on": "2026-11-20"})
    page = words_of(signed_in.get(f"/kiln/{Firing.objects.get().pk}/"))
    assert "Witness cones Not looked at Log Cone 6 Recorded Cone 6" in page
    assert "An earlier run of 3 h 00 min brought down no cone." in page


def test_a_kiln_whose_log_was_lost_can_still_be_switched_off(signed_in, wired, log):
    wired.wait(1)
    follow(log)
    FiringLog.objects.filter(pk=log.pk).update(state=LogState.LOST)
    assert "The kiln may still be on" in page_of(signed_in, log)
    stopped = words_of(signed_in.post(f"/kiln/logs/{log.pk}/stop/", follow=True))
    assert "leave it shut until it has cooled" in stopped
    assert wired.server.kiln.answer("READ").startswith("STOPPED")


def test_a_lost_log_does_not_stop_what_the_kiln_fires_now(signed_in, wired, log):
    FiringLog.objects.filter(pk=log.pk).update(state=LogState.LOST)
    FiringLogFactory(load=log.load, state=LogState.RUNNING)
    refused = words_of(signed_in.post(f"/kiln/logs/{log.pk}/stop/", follow=True))
    assert "firing something else already" in refused
    assert not wired.server.kiln.answer("READ").startswith("STOPPED")


def test_a_kiln_still_hot_is_not_started_from_the_cold_end(signed_in, wired, load):
    wired.switch_off()
    wired.switch_on(celsius=900.0)
    refused = signed_in.post(f"/kiln/loads/{load.pk}/start/", follow=True)
    assert "The kiln is at 900 °C." in words_of(refused)
    assert FiringLog.objects.count() == 0


COLUMNS = {
    **{"time_column": "time", "time_as": "hours"},
    **{"temperature_column": "temp", "degrees": "c"},
}


@pytest.fixture
def firing(studio):
    return FiringFactory(studio=studio, cone="6")


def bring(client, firing, text, **columns):
    content = text if isinstance(text, bytes) else text.encode()
    form = {**COLUMNS, **columns, "file": SimpleUploadedFile("kiln.csv", content)}
    return client.post(f"/kiln/{firing.pk}/log/", form)


def rise(written, celsius=lambda c: f"{c:.1f}"):
    rows = (f"{written(minute)},{celsius(20 + 2 * minute)}" for minute in range(0, 600, 5))
    return "time,temp\n" + "\n".join(rows)


@pytest.mark.parametrize(
    ("written", "time_as"),
    [
        (lambda m: f"{m / 60:.5f}", "hours"),
        (lambda m: f"{m}", "minutes"),
        (lambda m: f"{60 * m}", "seconds"),
        (lambda m: f"{(22 + m // 60) % 24}:{m % 60:02d}:00", "clock"),
        (lambda m: f"2026-11-{20 + m // 1440} {m // 60 % 24:02d}:{m % 60:02d}:00", "year_first"),
        (lambda m: f"20/11/2026 {m // 60:02d}:{m % 60:02d}", "day_first"),
        (lambda m: f"11/20/2026 {m // 60 % 12 or 12}:{m % 60:02d} AM", "month_first"),
    ],
)
def test_times_as_loggers_write_them(signed_in, firing, written, time_as):
    bring(signed_in, firing, rise(written), time_as=time_as)
    seconds = LogPoint.objects.order_by("seconds").values_list("seconds", flat=True)
    assert seconds[0] == 0
    assert seconds.last() == pytest.approx(595 * 60, abs=1)


def test_fahrenheit_becomes_celsius_and_called_celsius_is_asked_about(signed_in, firing):
    text = rise(lambda m: f"{m / 60:.5f}", lambda c: f"{1.8 * c + 32:.1f}")
    refused = bring(signed_in, firing, text)
    assert refused.status_code == 400
    assert "Is it in °F?" in words_of(refused)
    bring(signed_in, firing, text, degrees="f")
    assert LogPoint.objects.order_by("-seconds").first().celsius == pytest.approx(1210, abs=1)


def test_semicolons_decimal_commas_and_columns_by_number(signed_in, firing):
    text = "\n".join(
        f"x;{minute / 60:.4f};{20 + 2 * minute},5".replace(".", ",") for minute in range(300)
    )
    bring(signed_in, firing, text, time_column="2", temperature_column="3")
    assert LogPoint.objects.order_by("seconds").first().celsius == 20.5


def test_what_is_amiss_with_a_log_is_told(signed_in, firing):
    rows = ["0,20", "1,200", "1,201", "1.2,error", "4,600", "4.1,620"]
    made = bring(signed_in, firing, "time,temp\n" + "\n".join(rows))
    page = words_of(signed_in.get(made["Location"]))
    assert "1 row without a reading, left out" in page
    assert "1 row at a time that was there already" in page
    assert "2 gaps longer than half an hour" in page
    assert "The log cannot tell which cone went down: it has a gap at the peak." in page


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("", "empty"),
        ("time,temp\n", "No readings were found"),
        ("when,temp\n1,2\n2,3", "There is no time column “time”. There are: when, temp."),
        ("time,heat\n1,2\n2,3", "There is no temperature column “temp”"),
        ("time,temp\nyes,no\n", "No readings were found"),
        (b"\x00\x01\x02" * 50, "There is no time column"),
    ],
)
def test_a_file_that_is_no_log_is_told_and_nothing_kept(signed_in, firing, text, said):
    page = bring(signed_in, firing, text)
    assert page.status_code == 400
    assert said in words_of(page)
    assert FiringLog.objects.count() == 0


def test_the_same_file_sent_twice_is_kept_once(signed_in, firing):
    text = rise(lambda m: f"{m / 60:.5f}")
    key = uuid.uuid4()
    bring(signed_in, firing, text, request_key=key)
    bring(signed_in, firing, text, request_key=key)
    assert FiringLog.objects.count() == 1


def test_a_long_log_is_kept_thinned(signed_in, firing):
    rows = "\n".join(f"{second},{20 + second / 36:.2f}" for second in range(0, 36_000))
    bring(signed_in, firing, f"time,temp\n{rows}", time_as="seconds")
    assert LogPoint.objects.count() < 10


def test_a_log_of_unknown_plan_is_drawn_by_itself(signed_in, firing):
    log = FiringLogFactory(firing=firing)
    for hours, celsius in ((0, 20), (8, 1200)):
        LogPoint.objects.create(
            studio=firing.studio, log=log, seconds=HOUR_S * hours, celsius=celsius
        )
    page = words_of(signed_in.get(f"/kiln/logs/{log.pk}/"))
    assert "8 h 00 min" in page
    assert "Thin line" not in page


def test_a_controller_of_another_dialect_is_one_entry(settings, monkeypatch):
    """The word before the address says who speaks; what is no dialect belongs to the address."""
    asked = []

    class Loud:
        def __init__(self, device):
            asked.append(device)

        def read(self):
            return ControllerReading(ControllerState.IDLE, 0, 21.5)

    @contextmanager
    def no_wire(address, silent, busy):
        yield address

    monkeypatch.setattr(controllers, "line_device", no_wire)
    monkeypatch.setitem(controllers.DIALECTS, "loud", Loud)
    settings.KILNS = {"barn": "loud+socket://127.0.0.1:9", "shed": "c+m://x"}
    with controllers.controller("barn") as found:
        assert found.read().celsius == 21.5
    assert asked == ["socket://127.0.0.1:9"]
    with controllers.controller("shed") as found:
        assert isinstance(found, controllers.LinesController)


def test_a_log_of_another_format_is_one_entry(monkeypatch):
    chart = LogFormat("Chart", (".chart",), lambda file: 1, lambda file, columns, report: None)
    monkeypatch.setattr(file_formats, "LOG_FORMATS", (*file_formats.LOG_FORMATS, chart))
    assert file_formats.format_of("Kiln.CHART") is chart
    assert file_formats.format_of("kiln.csv").title == "CSV"
    assert file_formats.format_of("kiln").title == "CSV"


ABOUT_ITSELF = "Logger 4;serial 0071\nStarted;20.11.2026\n\n"
CHANNELS = "time;room;kiln 1;kiln 2\n0;19,5;20;21\n1;20;170,5;160\n2;21;320;300\n"


@pytest.mark.parametrize("encoding", ["utf-8", "utf-8-sig", "utf-16"])
@pytest.mark.parametrize("column", ["kiln 1", "3"])
def test_loggers_write_of_themselves_first_and_of_several_channels(
    signed_in, firing, encoding, column
):
    content = (ABOUT_ITSELF + CHANNELS).encode(encoding)
    made = bring(signed_in, firing, content, time_as="hours", temperature_column=column)
    assert made.status_code == 302, words_of(made)
    points = LogPoint.objects.order_by("seconds").values_list("celsius", flat=True)
    assert list(points) == [20, 320]  # 170.5 lies on the line between


def test_readings_are_found_by_number_under_lines_that_are_none(signed_in, firing):
    text = "kiln of the barn,2026\nhours,degrees\n0,20\n1,170\n2,400\n"
    bring(signed_in, firing, text, time_as="hours", time_column="1", temperature_column="2")
    assert list(LogPoint.objects.values_list("celsius", flat=True)) == [20, 170, 400]


def test_a_dead_thermocouple_is_told_by_its_rows(signed_in, firing):
    rows = [f"{n / 10:.1f},{20 + 15 * n}" for n in range(40)]
    dead = [f"{4 + n / 10:.1f},1372" for n in range(19)]
    made = bring(signed_in, firing, "time,temp\n" + "\n".join([*rows, *dead]), time_as="hours")
    page = words_of(signed_in.get(made["Location"]))
    assert "it jumps faster than the kiln can (rows 42 to 60)" in page
    assert "The log cannot tell which cone went down" in page
    assert "brings down cone" not in page
    of_firing = words_of(signed_in.get(f"/kiln/{firing.pk}/"))
    assert "cannot tell: it jumps faster than the kiln can" in of_firing


def test_a_log_goes_out_as_it_came_in(signed_in, firing):
    made = bring(signed_in, firing, rise(lambda minute: f"{minute}"), time_as="minutes")
    sent = signed_in.get(f"{made['Location']}log.csv").content
    again = bring(
        signed_in, firing, sent, time_column="hours", temperature_column="celsius", time_as="hours"
    )
    keys = [answer["Location"].split("/")[-2] for answer in (made, again)]
    first, second = (FiringLog.objects.get(pk=key).curve for key in keys)
    assert [celsius for _, celsius in first] == [celsius for _, celsius in second]
    assert [h for h, _ in first] == pytest.approx([h for h, _ in second], abs=1e-4)
