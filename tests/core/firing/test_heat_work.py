"""Heat work of any curve, against the charts, against quadrature, and what must always hold."""

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad

from claycore.firing import cones, heat_work
from claycore.firing.cones import CHARTED_RATES, CONES
from claycore.measure.errors import ClayError

SEGMENTS = st.lists(st.tuples(st.floats(0.05, 12), st.floats(300, 1380)), min_size=1, max_size=6)
"""Hours and the temperature at the end of each stretch."""


def curve_of(segments):
    points = [(0.0, 20.0)]
    for hours, temperature in segments:
        points.append((points[-1][0] + hours, temperature))
    return points


def place(reached):
    return cones.order(reached.down) if reached.down else -1


def test_a_constant_rate_gives_the_chart_back():
    """The published charts, from memory: 111 temperatures; two figures for each cone."""
    errors = [
        abs(heat_work.bends_at(name, rate) - temperature)
        for name in CONES
        for rate, temperature in cones.charted(name)
    ]
    assert len(errors) == 111
    assert max(errors) <= 4
    assert sum(error <= 2 for error in errors) >= 0.8 * len(errors)


@pytest.mark.parametrize("rate", CHARTED_RATES)
@pytest.mark.parametrize("name", ["04", "1", "6", "10"])
def test_a_curve_at_a_constant_rate_brings_its_cone_down_near_the_chart(name, rate):
    charted = dict(cones.charted(name))[rate]
    for margin, is_down in ((6, True), (-6, False)):
        peak = charted + margin
        reached = heat_work.cone_of([(0, 20), ((peak - 20) / rate, peak)])
        assert (place(reached) >= cones.order(name)) is is_down


@pytest.mark.parametrize("name", ["06", "1", "6", "12"])
def test_the_closed_integral_agrees_with_quadrature(name):
    """SciPy's adaptive quadrature of the same rate over the same stretch."""
    fit = heat_work.kinetics()[name]
    top = cones.temperature_c(name)

    def rate(hours):
        return math.exp(fit.log_rate(top - 150 + 60 * hours))

    expected, _ = quad(rate, 0, 2.5, epsabs=0, epsrel=1e-10)
    assert heat_work.work([(0, top - 150), (2.5, top)], name) == pytest.approx(expected, rel=1e-7)


@given(SEGMENTS)
def test_the_order_of_the_cones_is_kept_under_any_curve(segments):
    curve = curve_of(segments)
    reached = place(heat_work.cone_of(curve))
    for index, name in enumerate(CONES):
        if index <= reached:
            assert heat_work.work(curve, name) >= 1 - 1e-6


@given(SEGMENTS, st.floats(0, 40))
def test_a_hold_never_lowers_the_cone(segments, hold):
    curve = curve_of(segments)
    held = [*curve, (curve[-1][0] + hold, curve[-1][1])]
    assert place(heat_work.cone_of(held)) >= place(heat_work.cone_of(curve))


@given(SEGMENTS)
def test_the_same_curve_sampled_finer_reaches_the_same(segments):
    curve = curve_of(segments)
    hours = np.linspace(0, curve[-1][0], 400)
    finer = sorted({*np.round(hours, 9).tolist(), *(hour for hour, _ in curve)})
    known = list(zip(*curve, strict=True))
    sampled = [(hour, float(np.interp(hour, known[0], known[1]))) for hour in finer]
    for name in ("04", "6"):
        once = heat_work.work(curve, name)
        assert heat_work.work(sampled, name) == pytest.approx(once, rel=1e-5, abs=1e-12)


@pytest.mark.parametrize(("name", "below"), [("6", 20), ("6", 40), ("04", 30), ("10", 25)])
def test_a_hold_at_a_lower_peak_reaches_the_same_cone(name, below):
    peak = heat_work.bends_at(name, 60) - below
    hours = heat_work.hold_for(name, peak, 60)
    assert 0 < hours < 20
    rise = (peak - 20) / 60
    there = [(0, 20), (rise, peak)]
    for share, is_down in ((1.001, True), (0.98, False)):
        held = [*there, (rise + hours * share, peak)]
        assert (place(heat_work.cone_of(held)) >= cones.order(name)) is is_down


def test_no_hold_is_needed_where_the_cone_is_down_and_none_helps_far_below():
    assert heat_work.hold_for("6", 1260, 60) == 0
    assert heat_work.hold_for("6", 600, 60) > 1e6


@pytest.mark.parametrize(
    ("ask", "field"),
    [
        (lambda: heat_work.work([(1, 20), (0, 900)], "6"), "curve"),
        (lambda: heat_work.work([(0, 20), (1, 900)], "15"), "cone"),
        (lambda: heat_work.work([(0, -300), (1, 900)], "6"), "curve"),
        (lambda: heat_work.work([(0, 20), (1, 9000)], "6"), "curve"),
        (lambda: heat_work.hold_for("6", 5000), "temperature"),
        (lambda: heat_work.bends_at("6", 0), "rate"),
    ],
)
def test_what_cannot_be_is_refused_at_its_field(ask, field):
    with pytest.raises(ClayError) as raised:
        ask()
    assert raised.value.field == field
