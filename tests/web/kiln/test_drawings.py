"""Shelves and curves as they are drawn: to scale, and within their frame."""

import re
from itertools import pairwise

import pytest

from claycore.firing import cones
from claycore.firing.loading.shelves import Placed, RectangularShelf, RoundShelf
from claycore.firing.schedules import Segment, curve_of
from umberpot.kiln.curve_drawing import NARROW, WIDE, drawn, laid_over
from umberpot.kiln.loading.shelf_drawing import LETTER
from umberpot.kiln.loading.shelf_drawing import drawn as shelf_drawn

CURVE = curve_of([Segment(100, 600), Segment(150, 1200, 10)], 20)


def numbers(attributes):
    return [float(number) for number in re.findall(r'"(-?[\d.]+)"', attributes)]


def test_up_in_the_core_is_up_on_the_page():
    low, high = Placed(10, 10, 80, 30), Placed(10, 150, 80, 30)
    stood = [("low", low, "", ""), ("high", high, "", "")]
    slabs = shelf_drawn(RectangularShelf(300, 200), stood, "", 300).slabs
    (_, low_y, *_), (_, high_y, *_) = (numbers(slab.place) for slab in slabs)
    assert (low_y, high_y) == (160, 20)


def test_a_round_shelf_is_drawn_about_its_middle():
    drawing = shelf_drawn(RoundShelf(300), [("a", Placed(-40, -20, 80, 40), "", "")], "", 300)
    assert numbers(drawing.slabs[0].place) == [-40, -20, 80, 40]
    left, top, *_ = map(float, drawing.view_box.split())
    assert left == top < -150


def test_shelves_of_one_page_share_a_scale():
    wide, narrow = (shelf_drawn(RoundShelf(d), [], "", 500).view_box.split() for d in (500, 300))
    assert wide[2] == narrow[2]


@pytest.mark.parametrize("name", ["A1", "A1234", "a name that no slab has room for at all"])
@pytest.mark.parametrize(("width", "depth"), [(110, 45), (45, 110), (12, 12)])
def test_a_name_fits_its_slab_or_is_left_out(name, width, depth):
    stood = [(name, Placed(0, 0, width, depth), "", "")]
    slab = shelf_drawn(RoundShelf(400), stood, "", 400).slabs[0]
    assert slab.letter * LETTER * len(name) <= max(width, depth)
    assert slab.letter <= min(width, depth)
    assert ("rotate" in slab.turn) == (depth > width)


def test_only_what_can_be_moved_has_handles_and_names_are_escaped():
    at = Placed(0, 0, 50, 50)
    loose, fixed = ("<b>", at, "slab-locked", "7"), ("A1", at, "", "")
    first, second = shelf_drawn(RoundShelf(400), [loose, fixed], "", 400).slabs
    assert 'aria-label="&lt;b&gt;, locked"' in first.handles
    assert second.handles == ""


@pytest.mark.parametrize("width", [WIDE, NARROW])
def test_a_curve_stays_on_its_paper_even_where_the_log_goes_beyond_the_plan(width):
    log = [(0.0, 20.0), (CURVE.hours + 5, 1330.0)]
    drawing = drawn(CURVE, width, log)
    every = [point for stroke in drawing.strokes for point in stroke.points]
    assert all(0 <= x <= width and 0 <= y <= drawing.height for x, y in every)
    assert [stroke.css for stroke in drawing.strokes][-2:] == ["chart-plan", "chart-line"]
    assert "logged so far" in drawing.summary


def test_curves_over_one_another_differ_in_their_line():
    drawing = laid_over([(CURVE, 0), (CURVE, 1), (CURVE, 3)])
    lines = [stroke.css for stroke in drawing.strokes if stroke.css.startswith("chart-line")]
    assert lines == ["chart-line", "chart-line chart-line-1", "chart-line chart-line-3"]


def test_a_schedule_that_never_ends_has_few_ticks():
    endless = curve_of([Segment(0.001, 600)], 20)
    words = [one.text for one in drawn(endless).words if one.text.endswith(" h")]
    assert 2 <= len(words) <= 14


def names_of(drawing):
    """The cones named beside a curve, from the top down, and how high each stands."""
    edge = max(words.x for words in drawing.words)
    scale = [words for words in drawing.words if words.x == edge]
    assert scale[0].text == "cone"
    return {words.text: words.y for words in sorted(scale[1:], key=lambda one: one.y)}


def test_every_cone_near_the_peak_is_named_and_no_name_covers_another():
    names = names_of(drawn(CURVE))
    # The published chart at 60 °C/h: 1186, 1203, 1222, 1239 lie within 40 of 1200, 1249 does not.
    assert {"5", "5.5", "6", "7"} <= names.keys()
    assert not {"4", "8"} & (names.keys() - set(names_of(drawn(CURVE, target="8"))))
    heights = list(names.values())
    assert all(low - high >= 12 for high, low in pairwise(heights))
    assert list(names) == sorted(names, key=cones.order, reverse=True)


def test_the_target_cone_is_marked_where_it_bends():
    drawing = drawn(CURVE, target="8")
    (marked,) = [words for words in drawing.words if words.css == "chart-target"]
    assert marked.text == "8"
    (line,) = [stroke for stroke in drawing.strokes if stroke.css == "chart-far"]
    ((_, y), (_, same)) = line.points
    at_1200 = next(words.y - 4 for words in drawing.words if words.text == "1200 °C")
    at_0 = next(words.y - 4 for words in drawing.words if words.text == "0 °C")
    assert y == same == pytest.approx(at_0 - (at_0 - at_1200) * 1249 / 1200)
    assert not [one for one in drawn(CURVE).strokes if one.css == "chart-far"]


def test_each_segment_that_goes_anywhere_ends_in_a_knee():
    steps = [Segment(100, 600), Segment(0, 600, 30), Segment(150, 1200, 10), Segment(-120, 900)]
    drawing = drawn(curve_of(steps, 20), segments=steps)
    line = next(stroke for stroke in drawing.strokes if stroke.css == "chart-line")
    moved = [(knee.segment, knee.first, knee.last) for knee in drawing.knees]
    assert moved == [(0, 1, 1), (2, 3, 4), (3, 5, 5)]
    assert [(k.x, k.y) for k in drawing.knees] == [line.points[k.first] for k in drawing.knees]
    along, up, zero = drawing.scale
    (start_x, start_y), (x, y) = line.points[:2]
    assert ((x - start_x) * along, (zero - y) * up) == pytest.approx((5.8, 600))
    assert (zero - start_y) * up == pytest.approx(20)


@pytest.mark.parametrize("peak_c", range(620, 1400, 10))
def test_the_scale_of_cones_keeps_its_title_and_its_names_apart_whatever_the_peak(peak_c):
    drawing = drawn(curve_of([Segment(100, peak_c)], 20), target="6")
    title = next(word for word in drawing.words if word.text == "cone")
    names = [word.y for word in drawing.words if word.x == title.x and word is not title]
    assert title.y >= 12
    assert title.y + 12 < min(names)
    assert all(below - above >= 13 - 1e-9 for above, below in pairwise(sorted(names)))
