"""The simulated scale behaves like a scale: it settles, tares, overloads, and answers in lines."""

import pytest

from standins.scale.pan import SETTLES_IN_S, Overload, Pan
from standins.scale.server import answer


class Bench:
    """A pan with a clock that a test turns by hand."""

    def __init__(self):
        self.now = 100.0
        self.pan = Pan(0.1, 500, clock=lambda: self.now, noise=lambda: 1.0)

    def settle(self):
        self.now += 2 * SETTLES_IN_S


@pytest.fixture
def bench():
    return Bench()


def test_it_moves_then_stands_still_in_whole_steps(bench):
    bench.pan.put(8.04)
    assert bench.pan.read() == (False, pytest.approx(8.3))
    bench.settle()
    assert bench.pan.read() == (True, pytest.approx(8.0))


def test_tare_makes_the_container_nothing(bench):
    bench.pan.put(120)
    bench.settle()
    bench.pan.tare()
    bench.pan.put(8)
    bench.settle()
    assert bench.pan.read()[1] == pytest.approx(8)
    bench.pan.clear()
    bench.settle()
    assert bench.pan.read()[1] == 0


def test_too_heavy_leaves_the_pan_as_it_was(bench):
    bench.pan.put(400)
    with pytest.raises(Overload):
        bench.pan.put(200)
    bench.settle()
    assert bench.pan.read()[1] == 400


@pytest.mark.parametrize(
    ("line", "reply"),
    [
        ("PUT 12.5", "OK"),
        ("TARE", "OK"),
        ("CLEAR", "OK"),
        ("READ", "= 0.000 g"),
        ("PUT", "ERROR unknown command"),
        ("PUT x", "ERROR not a number"),
        ("PUT nan", "ERROR not a number"),
        ("PUT 1e9", "ERROR overload"),
        ("PUT -1", "ERROR overload"),
        ("", "ERROR unknown command"),
        ("read", "ERROR unknown command"),
    ],
)
def test_lines(bench, line, reply):
    assert answer(bench.pan, line) == reply
