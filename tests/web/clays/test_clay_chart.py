"""The chart up the cones: where things lie on it, and what is never drawn."""

import pytest

from claycore.firing import cones
from claycore.judging.firing_range import firing_range
from claycore.testing.results import clay_results
from tests.core.testing.making_bars import bar, fired, run
from umberpot.clays.verdicts.chart import LEFT, NARROW, RIGHT, WIDE, ChartSeries, chart

MATURES = (("04", 8, 11), ("1", 9.5, 6), ("6", 12, 1.0), ("10", 12.3, 0.6))
BLOATS = (("04", 8, 9), ("6", 13.4, 0.9), ("10", 9, 4.7))


def drawn(*rows, limit_pct=1.5, width=WIDE, others=()):
    found = clay_results(run(*rows)).cones
    family = [
        ChartSeries("Bank", found),
        *(ChartSeries(name, clay_results(run(*r)).cones) for name, r in others),
    ]
    return chart(family, limit_pct, firing_range(found, limit_pct), width)


def lines(drawing):
    return [stroke for stroke in drawing.strokes if stroke.css.startswith("chart-line")]


def said(drawing, css):
    return [words.text for words in drawing.words if words.css == css]


@pytest.mark.parametrize("width", [WIDE, NARROW])
def test_nothing_is_drawn_past_the_tested_cones(width):
    drawing = drawn(*MATURES, width=width)
    marks = [mark.x for mark in drawing.marks]
    for line in lines(drawing):
        assert line.points[0][0] == pytest.approx(min(marks))
        assert line.points[-1][0] == pytest.approx(max(marks))


@pytest.mark.parametrize("width", [WIDE, NARROW])
def test_everything_stays_on_the_paper(width):
    drawing = drawn(*BLOATS, width=width, others=[("Heap", MATURES)])
    for stroke in drawing.strokes:
        for x, y in stroke.points:
            assert LEFT - 1 <= x <= width - RIGHT + 1
            assert 0 <= y <= drawing.height
    for words in drawing.words:
        wide = 6.2 * len(words.text)
        start = {"start": words.x, "middle": words.x - wide / 2, "end": words.x - wide}
        assert start[words.anchor] >= 0, words
        assert start[words.anchor] + wide <= width + 4, words


def test_cones_lie_apart_as_their_temperatures_do():
    at = {words.text: words.x for words in drawn(*MATURES).words if words.css == "chart-cone"}
    heat = cones.temperature_c
    assert (at["10"] - at["6"]) / (at["6"] - at["1"]) == pytest.approx(
        (heat("10") - heat("6")) / (heat("6") - heat("1"))
    )


def test_the_line_passes_through_every_tested_point():
    drawing = drawn(*MATURES)
    absorbed = lines(drawing)[0].points
    for mark in drawing.marks[: len(MATURES)]:
        assert any(
            x == pytest.approx(mark.x) and y == pytest.approx(mark.y) for x, y in absorbed
        ), mark


def test_between_cones_far_apart_the_line_is_straight_and_dashed():
    """04 to 6 are 159 °C apart: what lies between is nobody's measurement (decision 9)."""
    drawing = drawn(*BLOATS)
    far = [stroke for stroke in drawing.strokes if stroke.css == "chart-far"]
    marks = sorted(mark.x for mark in drawing.marks)
    assert len(far) == 2, "one in each panel"
    for stroke in far:
        assert [x for x, _ in stroke.points] == pytest.approx([marks[0], marks[2]])
    assert all(line.points[0][0] > marks[0] for line in lines(drawing))
    assert not [stroke for stroke in drawn(*MATURES).strokes if stroke.css == "chart-far"]


def test_the_band_is_as_high_as_the_limit():
    """Twice the limit is twice as high, on one scale."""
    heights = [
        next(box.height for box in drawn(*MATURES, limit_pct=pct).boxes if box.css == "chart-band")
        for pct in (1.5, 3.0)
    ]
    assert heights[1] == pytest.approx(2 * heights[0])
    assert "1.5 %" in said(drawn(*MATURES), "chart-limit")


def test_the_bracket_spans_the_firing_range_and_stops_before_the_bloating():
    drawing = drawn(*MATURES)
    at = {words.text: words.x for words in drawing.words if words.css == "chart-cone"}
    (bracket,) = [box for box in drawing.boxes if box.css == "chart-range"]
    assert bracket.x == pytest.approx(at["6"])
    assert bracket.x + bracket.width == pytest.approx(at["10"])
    spoilt = drawn(*BLOATS)
    at = {words.text: words.x for words in spoilt.words if words.css == "chart-cone"}
    (bracket,) = [box for box in spoilt.boxes if box.css == "chart-range"]
    assert bracket.x + bracket.width < at["10"]
    assert said(spoilt, "chart-note") == ["mature from cone 6: firing range", "bloats"]


def test_what_never_comes_under_the_limit_has_no_bracket():
    drawing = drawn(("04", 4, 17), ("6", 5, 14))
    assert not [box for box in drawing.boxes if box.css == "chart-range"]
    assert said(drawing, "chart-note") == ["limit not reached"]
    open_case = drawn(("6", 12, 1.5))
    assert said(open_case, "chart-note") == ["limit possibly reached"]


def test_error_bars_reach_as_far_as_the_interval_and_never_below_nothing():
    drawing = drawn(("04", 8, 11), ("6", 12, 0.005))
    axis = max(box.y + box.height for box in drawing.boxes if box.css == "chart-band")
    upright = [s for s in drawing.strokes if s.css == "chart-error" and len({*s.points}) == 2]
    in_absorption = [s for s in upright if s.points[0][1] <= axis + 0.01]
    assert len(in_absorption) >= 2
    assert all(y <= axis + 0.01 for stroke in in_absorption for _, y in stroke.points)


def test_clays_are_told_apart_by_shape_and_dash():
    drawing = drawn(*MATURES, others=[("Heap", BLOATS), ("Drain", BLOATS)])
    assert {mark.shape for mark in drawing.marks} == {"disc", "square", "diamond"}
    assert {line.css.split()[-1] for line in lines(drawing)} == {
        "chart-line-0",
        "chart-line-1",
        "chart-line-2",
    }


def test_one_cone_alone_has_its_mark_and_no_line():
    drawing = drawn(("6", 12, 1.0))
    assert len(drawing.marks) == 2
    assert lines(drawing) == []


def test_it_is_said_in_words_to_who_cannot_see_it():
    lone = clay_results([bar("B1", fired("6", 12, 1.0))]).cones
    words = chart([ChartSeries("Bank", lone), ChartSeries("Raw", ())], 1.5).summary
    assert words.startswith("Bank: absorption cone 6 1.0 ± 0.4 %")
    assert "Raw: absorption not measured" in words
    assert words.endswith("The limit is 1.5 %.")
