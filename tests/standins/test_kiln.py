"""The simulated kiln: its heat balance, its controller and its lines."""

import random
import socket
import threading

import pytest

from standins.kiln.chamber import Chamber
from standins.kiln.controller import SimulatedController, State, Thermocouple
from standins.kiln.server import KilnServer, RunningKiln

GLAZE = [(150.0, 600.0, 0.0), (180.0, 1110.0, 0.0), (70.0, 1210.0, 10.0)]


def quiet(**chamber):
    """A kiln whose thermocouple reads what there is."""
    return SimulatedController(Chamber(**chamber), Thermocouple(noise_c=0.0))


def test_the_energy_balance_closes():
    kiln = quiet()
    kiln.start(GLAZE)
    kiln.pass_time(9 * 3600)
    chamber = kiln.chamber
    stored = chamber.store_kwh * (chamber.celsius - 20)
    assert chamber.kwh_in == pytest.approx(stored + chamber.kwh_lost, rel=1e-9)


@pytest.mark.parametrize("duty", [0.1, 0.3, 0.45])
def test_a_constant_duty_ends_where_the_closed_formula_says(duty):
    """Steady state: T = room + duty · P / a."""
    chamber = Chamber()
    for _ in range(60 * 3600 // 5):
        chamber.pass_time(5, duty)
    steady = chamber.room_c + duty * chamber.power_kw / chamber.loss_kw
    assert chamber.celsius == pytest.approx(steady, rel=1e-4)
    assert chamber.steady_duty(chamber.celsius) == pytest.approx(duty, rel=1e-4)


def planned(segments, hours, now=20.0):
    for rate, target, hold in segments:
        way = (target - now) / rate
        if hours <= way:
            return now + rate * hours
        hours -= way
        if hours <= hold / 60:
            return target
        hours -= hold / 60
        now = target
    return now


@pytest.mark.parametrize("noise", [0.0, 0.6])
def test_a_schedule_within_its_power_is_followed_within_the_noise(noise):
    kiln = SimulatedController(Chamber(), Thermocouple(noise, 0.01, random.Random(3)))
    kiln.start(GLAZE)
    while kiln.state == State.RUN:
        kiln.pass_time(60)
    read = [(seconds / 3600, c) for seconds, c in kiln.log if c is not None]
    assert all(abs(c - planned(GLAZE, hours)) < 3 + 5 * noise for hours, c in read)
    assert max(c for _, c in read) == pytest.approx(1210, abs=3 + 5 * noise)


def test_worn_elements_stall_and_the_schedule_waits():
    kiln = quiet(strength=0.42)
    kiln.start(GLAZE)
    kiln.pass_time(40 * 3600)
    assert kiln.state == State.RUN
    assert kiln.chamber.celsius < 1100
    assert kiln.set_point - kiln.chamber.celsius > 14


def test_elements_age_with_use():
    kiln = quiet(aged_by_hour=0.01)
    kiln.start(GLAZE)
    kiln.pass_time(8 * 3600)
    assert 0.93 < kiln.chamber.strength < 1


def test_dropouts_leave_holes_in_the_log_and_nothing_else():
    kiln = SimulatedController(Chamber(), Thermocouple(0.5, 0.2, random.Random(1)))
    kiln.start(GLAZE)
    kiln.pass_time(2 * 3600)
    holes = sum(c is None for _, c in kiln.log)
    assert 10 < holes < 40
    assert kiln.chamber.celsius == pytest.approx(planned(GLAZE, 2), abs=10)


def test_a_stopped_kiln_cools_and_goes_on_logging():
    kiln = quiet()
    kiln.start(GLAZE)
    kiln.pass_time(4 * 3600)
    hot = kiln.chamber.celsius
    kiln.stop()
    kiln.pass_time(3600)
    assert kiln.state == State.STOPPED
    assert kiln.chamber.celsius < hot
    assert kiln.log[-1][0] == pytest.approx(5 * 3600)


@pytest.fixture
def clock():
    return [0.0]


@pytest.fixture
def lines(clock):
    """Asks a kiln over TCP that runs 3600 times as fast as a clock that the test moves."""
    kiln = RunningKiln(quiet(), 3600, lambda: clock[0])
    with KilnServer(0, kiln) as server:
        threading.Thread(target=server.serve_forever, args=(0.02,), daemon=True).start()
        with socket.create_connection(("127.0.0.1", server.port), timeout=10) as wire:
            answers = wire.makefile("r")

            def ask(command):
                wire.sendall(f"{command}\n".encode())
                return answers.readline().strip()

            ask.more = lambda: answers.readline().strip()
            yield ask
        server.shutdown()


def test_a_run_over_the_wire(lines, clock):
    assert lines("READ") == "IDLE 0 20.0 C"
    assert lines("START 100:520:0;-50:400:5") == "OK"
    clock[0] = 2.0
    state, seconds, celsius, unit = lines("READ").split()
    assert (state, seconds, unit) == ("RUN", "7200", "C")
    assert float(celsius) == pytest.approx(220, abs=3)
    rows = [lines("LOG 7000")]
    while rows[-1] != ".":
        rows.append(lines.more())
    assert [row.split()[0] for row in rows[:-1]] == ["7020", "7080", "7140", "7200"]
    assert lines("STOP") == "OK"
    assert lines("READ").startswith("STOPPED")


@pytest.mark.parametrize(
    "line", ["", "HEAT 5", "START", "START fast", "START 1:2", "START nan:5:5", "LOG soon"]
)
def test_nonsense_is_an_error_and_changes_nothing(lines, line):
    assert lines(line).startswith("ERROR")
    assert lines("READ").startswith("IDLE")


def test_a_kiln_that_was_left_for_weeks_is_cold_and_starts_at_once():
    kiln = quiet()
    kiln.start([(200.0, 300.0, 0.0)])
    kiln.pass_time(60 * 3600)
    assert kiln.state == State.DONE
    assert kiln.chamber.celsius == pytest.approx(kiln.chamber.room_c, abs=0.5)
    noted = len(kiln.log)
    kiln.pass_time(21 * 24 * 3600)
    assert len(kiln.log) == noted
    kiln.start([(200.0, 300.0, 0.0)])
    kiln.pass_time(3600)
    assert kiln.chamber.celsius > 150
