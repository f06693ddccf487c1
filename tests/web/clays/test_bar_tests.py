"""Planning a bar test and filling its grid: what is recorded, doubted, kept, withdrawn."""

import io
import re
import uuid
from datetime import timedelta

import pytest
from django.utils import timezone
from pypdf import PdfReader

from tests.factories import FieldSheetFactory, FiringFactory, MaterialFactory
from tests.pages import words_of
from umberpot.kiln import services as kiln
from umberpot.kiln import views as kiln_views
from umberpot.shelf.models import SupplierClaim
from umberpot.tiles.models import ClayTest, DryingWeighing, Reading, Step, Tile

PLAN = {
    **{"name": "Bank, bars", "cones": "04, 6", "replicates": "2", "path": "own", "bisque": "04"},
    **{"mark": "100", "soak": "all", "method": "boil_soak"},
}


@pytest.fixture
def bank(studio):
    return MaterialFactory(dug=True, studio=studio)


@pytest.fixture
def plan(signed_in, bank):
    def make(**other):
        data = {**PLAN, "request_key": str(uuid.uuid4()), **other}
        answer = signed_in.post(f"/tiles/tests/new/{bank.pk}/", data)
        assert answer.status_code == 302, answer.content.decode()
        return ClayTest.objects.latest("pk")

    return make


@pytest.fixture
def fire(studio, user):
    def burn(tiles, cone, days_ago=0):
        firing = FiringFactory(
            studio=studio,
            cone=cone,
            fired_on=timezone.localdate() - timedelta(days=days_ago),
        )
        kiln.load_and_fire(list(tiles), firing)
        return firing

    return burn


def bars_of(test):
    return list(Tile.objects.filter(trial=test.trial_id))


def row(bar, **figures):
    return {f"{quantity}-{bar.pk}": str(figure) for quantity, figure in figures.items()}


def enter(client, test, data, stage="clay", method="boil_soak"):
    return client.post(f"/tiles/tests/{test.pk}/?stage={stage}&method={method}", data)


def current(bar, quantity):
    return bar.readings.filter(quantity=quantity, superseded_at=None).first()


def test_the_plan_makes_bars_with_codes_labels_and_cones(plan):
    test = plan(bend="on", span_mm="100")
    bars = bars_of(test)
    assert [(b.code, b.role, b.cone_plan, b.cone) for b in bars] == [
        ("A1", "bar", ["04"], "04"),
        ("A2", "bar", ["04"], "04"),
        ("A3", "bend", ["04"], "04"),
        ("A4", "bar", ["04", "6"], "04"),
        ("A5", "bar", ["04", "6"], "04"),
        ("A6", "bend", ["04", "6"], "04"),
    ]
    assert bars[3].inscription == ["A4 c6", "Bank"]
    assert {b.step for b in bars} == {Step.MAKE}
    assert (test.method, test.span_mm) == ("boil_soak", 100)


def test_a_second_click_plans_nothing_more(signed_in, bank):
    data = {**PLAN, "request_key": str(uuid.uuid4())}
    for _ in range(2):
        signed_in.post(f"/tiles/tests/new/{bank.pk}/", data)
    assert ClayTest.objects.count() == 1
    assert Tile.objects.count() == 4


@pytest.mark.parametrize(
    ("field", "typed", "said"),
    [
        ("cones", "04, 66", "66? Enter a cone from"),
        ("cones", "", "This field is required"),
        ("replicates", "0", "greater than or equal to 1"),
        ("replicates", "999", "less than or equal to 20"),
        ("method", "steam", "Choose one of:"),
        ("bend", "on", "Enter the span between the supports."),
        ("mark", "other", "Enter the line length."),
    ],
)
def test_a_plan_that_cannot_be_keeps_what_was_typed(signed_in, bank, field, typed, said):
    answer = signed_in.post(
        f"/tiles/tests/new/{bank.pk}/", {**PLAN, "name": "Kept name", field: typed}
    )
    html = answer.content.decode()
    assert answer.status_code == 400
    assert said in html
    assert "Kept name" in html
    assert not ClayTest.objects.exists()


def test_the_sheet_offers_cone_1_for_what_looks_low_firing(signed_in, bank, studio):
    FieldSheetFactory(material=bank, raw_colour="rust red")
    html = signed_in.get(f"/tiles/tests/new/{bank.pk}/").content.decode()
    assert 'value="04, 1, 6"' in html
    assert "too cool is safer than a" in html
    assert "Stand it in a saucer" in html


def test_the_grid_records_a_whole_stage_at_once(signed_in, plan):
    test = plan()
    first, second, *_ = bars_of(test)
    signed_in.post(f"/tiles/tests/{test.pk}/made/")
    answer = enter(
        signed_in,
        test,
        {
            **row(first, length_wet=100, mass_wet="112,0", length_dry=94, mass_dry=88),
            **row(second, length_dry=94.5, mass_dry=87.4),
        },
    )
    assert answer.status_code == 302
    assert current(first, "mass_wet").value == 112
    assert current(second, "length_dry").value == 94.5
    first.refresh_from_db()
    assert first.step == Step.FIRE


def test_an_odd_figure_waits_for_a_reason_and_the_others_are_recorded(signed_in, plan):
    test = plan()
    first, second, *_ = bars_of(test)
    data = {**row(first, length_dry=94), **row(second, length_dry=104)}
    answer = enter(signed_in, test, data)
    html = answer.content.decode()
    assert answer.status_code == 400
    assert "This is longer than when it was wet." in html
    assert 'value="104"' in html
    assert current(first, "length_dry").value == 94
    assert current(second, "length_dry") is None
    data = {**row(second, length_dry=104), f"why-length_dry-{second.pk}": "A new mark"}
    assert enter(signed_in, test, data).status_code == 302
    assert current(second, "length_dry").kept_because == "A new mark"
    page = signed_in.get(f"/tiles/tests/{test.pk}/?stage=clay").content.decode()
    assert "Kept: A new mark" in page


def test_a_figure_that_is_none_is_refused_at_its_cell(signed_in, plan):
    test = plan()
    bar = bars_of(test)[0]
    answer = enter(signed_in, test, row(bar, length_dry="ninety", mass_dry="-3"))
    html = answer.content.decode()
    assert answer.status_code == 400
    assert "This is not a number" in html
    assert "Weight must be more than 0 and at most 10 000 000." in html
    assert 'value="ninety"' in html


def test_inches_typed_among_millimetres(signed_in, plan):
    test = plan()
    bar = bars_of(test)[0]
    answer = enter(signed_in, test, row(bar, length_dry="3.7"))
    assert "in inches? Then type 3.7 in." in answer.content.decode()
    enter(signed_in, test, row(bar, length_dry="3.7 in"))
    assert current(bar, "length_dry").value == pytest.approx(93.98)


def test_another_scale_for_these_readings(signed_in, plan):
    test = plan()
    bar = bars_of(test)[0]
    data = {**row(bar, mass_dry="88.12"), "scale_step_g": "0.01", "ruler_step_mm": "nonsense"}
    enter(signed_in, test, data)
    assert current(bar, "mass_dry").step == 0.01


def test_the_live_check_records_nothing(signed_in, plan):
    test = plan()
    bar = bars_of(test)[0]
    answer = signed_in.post(
        f"/tiles/trials/{test.trial_id}/readings/check/?stage=clay", row(bar, length_dry=104)
    )
    assert "This is longer than when it was wet." in answer.content.decode()
    assert "1 reading to check" in answer.content.decode()
    assert not Reading.objects.exists()


def test_fired_again_and_again_each_stage_is_kept(signed_in, plan, fire):
    test = plan(path="climbing", cones="04 6", replicates="1")
    (bar,) = bars_of(test)
    enter(signed_in, test, row(bar, length_dry=94, mass_dry=88))
    bisque = fire([bar], "04", days_ago=5)
    enter(signed_in, test, row(bar, length_fired=92, mass_fired=82, mass_soaked=92), bisque.pk)
    bar.refresh_from_db()
    assert (bar.step, bar.cone) == (Step.FIRE, "6")
    glaze = fire([bar], "6")
    bar.refresh_from_db()
    assert bar.step == Step.MEASURE
    enter(signed_in, test, row(bar, length_fired=88, mass_fired=80, mass_soaked=81.2), glaze.pk)
    bar.refresh_from_db()
    assert bar.step == Step.READ
    assert [r.value for r in bar.readings.filter(quantity="length_fired")] == [92, 88]


def test_bars_for_a_hotter_cone_pass_the_bisque_untouched(signed_in, plan, fire):
    """Nothing is read of them before their own cone, and the kiln offers them at once."""
    test = plan(cones="04 6", replicates="1", bisque="04")
    low, high = bars_of(test)
    enter(signed_in, test, {**row(low, length_dry=94, mass_dry=88), **row(high, mass_dry=87)})
    bisque = fire([low, high], "04")
    low.refresh_from_db()
    high.refresh_from_db()
    assert (low.step, high.step, high.cone) == (Step.MEASURE, Step.FIRE, "6")
    grid = signed_in.get(f"/tiles/tests/{test.pk}/?stage={bisque.pk}")
    assert [r.tile.code for r in grid.context["grid"].rows] == [low.code]
    assert "On the way to a hotter cone" in words_of(grid)
    assert f"{high.code} to 6." in words_of(grid)
    assert "Waiting for cone 6" in words_of(signed_in.get("/kiln/"))


def test_a_firing_that_fell_short_can_be_read(signed_in, plan, fire):
    test = plan(cones="6", replicates="1", bisque="")
    (bar,) = bars_of(test)
    enter(signed_in, test, row(bar, length_dry=94, mass_dry=88))
    short = fire([bar], "5")
    bar.refresh_from_db()
    assert (bar.step, bar.cone) == (Step.FIRE, "6")
    grid = signed_in.get(f"/tiles/tests/{test.pk}/?stage={short.pk}").context["grid"]
    assert [r.tile.code for r in grid.rows] == [bar.code]


def test_a_soaked_bar_waits_to_be_dry_before_it_is_fired_again(signed_in, plan, fire):
    """K7: steam breaks damp bars."""
    test = plan(path="climbing", cones="04 6", replicates="1")
    (bar,) = bars_of(test)
    enter(signed_in, test, row(bar, length_dry=94, mass_dry=88))
    bisque = fire([bar], "04", days_ago=5)
    enter(signed_in, test, row(bar, length_fired=92, mass_fired=82, mass_soaked=92), bisque.pk)
    warned = "A1 was soaked: leave to dry until"
    for page in (f"/tiles/tests/{test.pk}/", "/kiln/"):
        words = words_of(signed_in.get(page))
        assert warned in words
        assert "a damp bar can explode" in words
    assert warned not in words_of(signed_in.get("/kiln/?cone=10")), "it does not wait for that cone"
    Reading.objects.update(made_at=timezone.now() - timedelta(days=2))
    assert warned not in words_of(signed_in.get("/kiln/"))


def test_damp_bars_are_warned_of_though_not_all_are_drawn(signed_in, plan, fire, monkeypatch):
    """Of more than a few only the number is said, and drawing fewer hides none."""
    test = plan(path="climbing", cones="04 6", replicates="10")
    bars = bars_of(test)
    dry = {k: v for bar in bars for k, v in row(bar, length_dry=94, mass_dry=88).items()}
    enter(signed_in, test, dry)
    bisque = fire(bars, "04", days_ago=5)
    read = {"length_fired": 92, "mass_fired": 82, "mass_soaked": 92}
    soaked = {k: v for bar in bars for k, v in row(bar, **read).items()}
    enter(signed_in, test, soaked, bisque.pk)
    monkeypatch.setattr(kiln_views, "MOST_DRAWN", 2)
    monkeypatch.setattr(kiln_views, "LEAST_OF_A_CONE", 2)
    page = words_of(signed_in.get("/kiln/"))
    assert "The 2 oldest of 10 are shown." in page
    assert "A8 and 2 more were soaked" in page


def test_a_bar_of_a_clay_that_fizzes_is_watched_for_lime(signed_in, plan, fire, bank, studio):
    FieldSheetFactory(material=bank, studio=studio, acid="strong")
    test = plan(cones="6", replicates="1", bisque="")
    address = f"/tiles/tests/{test.pk}/"
    assert "Watch for lime pops" not in words_of(signed_in.get(address)), "nothing is fired"
    fire(bars_of(test), "6")
    page = signed_in.get(address)
    assert "Watch for lime pops" in words_of(page)
    timer = signed_in.get(f"/bench/timers/?test={test.pk}&protocol=lime_watch")
    assert timer.context["form"].initial["protocol"] == "lime_watch"
    form = {"protocol": "lime_watch", "about": "B1", "request_key": uuid.uuid4()}
    signed_in.post(f"/bench/timers/?test={test.pk}&protocol=lime_watch", form)
    assert "Keep a fired bar in damp air" in words_of(signed_in.get("/"))


def test_two_ways_of_soaking_the_same_bar(signed_in, plan, fire):
    test = plan(cones="6", replicates="1", bisque="")
    (bar,) = bars_of(test)
    firing = fire([bar], "6")
    data = row(bar, length_fired=88, mass_fired=80, mass_soaked=81.2)
    enter(signed_in, test, data, firing.pk, "boil_soak")
    enter(signed_in, test, row(bar, mass_soaked=80.8), firing.pk, "cold_soak")
    soaked = bar.readings.filter(quantity="mass_soaked", superseded_at=None)
    assert {r.method: r.value for r in soaked} == {"boil_soak": 81.2, "cold_soak": 80.8}
    page = signed_in.get(f"/tiles/tests/{test.pk}/?stage={firing.pk}&method=cold_soak")
    assert 'value="80.8"' in page.content.decode()
    assert 'value="81.2"' not in page.content.decode()


def test_fired_to_another_cone_than_planned(signed_in, plan, fire):
    test = plan(path="climbing", cones="04 6 10", replicates="1")
    (bar,) = bars_of(test)
    fire([bar], "8")
    bar.refresh_from_db()
    assert bar.cone == "10"
    page = signed_in.get(f"/tiles/tests/{test.pk}/").content.decode()
    assert "A1 was planned for cone 04, 6, 10 but fired to cone 8" in page


def test_a_broken_bar_and_a_remark_taken_back(signed_in, plan):
    test = plan()
    bar = bars_of(test)[0]
    here = {"remarks-here": [str(bar.pk)]}
    enter(signed_in, test, {**here, f"remark-{bar.pk}": ["cracked", "broken", "nonsense"]})
    assert {r.code for r in bar.remarks.filter(withdrawn_at=None)} == {"cracked", "broken"}
    seen = {f"seen-remark-{bar.pk}": "cracked broken"}
    enter(signed_in, test, {**here, **seen, f"remark-{bar.pk}": ["cracked"]})
    assert {r.code for r in bar.remarks.filter(withdrawn_at=None)} == {"cracked"}
    assert bar.remarks.count() == 2


def test_emptying_a_cell_withdraws_its_figure_and_keeps_it_in_the_record(signed_in, plan):
    test = plan()
    bar = bars_of(test)[0]
    enter(signed_in, test, row(bar, mass_dry=88))
    kept = current(bar, "mass_dry")
    enter(signed_in, test, {**row(bar, mass_dry=""), f"seen-mass_dry-{bar.pk}": kept.pk})
    assert current(bar, "mass_dry") is None
    record = signed_in.get(f"/tiles/{bar.code}/").content.decode()
    assert "88.0 g" in record
    bar.refresh_from_db()
    assert bar.step == Step.DRY


def test_two_windows_do_not_overwrite_each_other(signed_in, plan):
    test = plan()
    first, second, *_ = bars_of(test)
    data = {**row(first, mass_dry=88), **row(second, mass_dry=87)}
    enter(signed_in, test, row(first, mass_dry=88.5))
    answer = enter(signed_in, test, data)
    assert "A1 changed in another window" in answer.content.decode()
    assert current(first, "mass_dry").value == 88.5
    assert current(second, "mass_dry").value == 87


def test_a_remark_of_another_window_stays(signed_in, plan):
    """The window that never showed it does not take it back."""
    test = plan()
    bar = bars_of(test)[0]
    here = {"remarks-here": [str(bar.pk)], f"seen-remark-{bar.pk}": ""}
    enter(signed_in, test, {**here, f"remark-{bar.pk}": ["cracked"]})
    enter(signed_in, test, {**here, f"remark-{bar.pk}": ["warped"]})
    assert {r.code for r in bar.remarks.filter(withdrawn_at=None)} == {"cracked", "warped"}


def shown_again(answer):
    """What the page would send back: every hidden key of what it showed."""
    found = re.findall(r'name="(seen-[^"]+)"\s+value="([^"]*)"', answer.content.decode())
    return dict(found)


def test_a_figure_recorded_beside_an_odd_one_may_be_changed_at_once(signed_in, plan):
    test = plan()
    first, second, *_ = bars_of(test)
    answer = enter(signed_in, test, {**row(first, length_dry=94), **row(second, length_dry=104)})
    data = {**shown_again(answer), **row(first, length_dry=94.5), **row(second, length_dry=94)}
    assert enter(signed_in, test, data).status_code == 302
    assert current(first, "length_dry").value == 94.5
    assert current(second, "length_dry").value == 94


def test_a_second_click_on_a_figure_kept_for_a_reason(signed_in, plan):
    test = plan()
    bar = bars_of(test)[0]
    data = {**row(bar, length_dry=104), f"why-length_dry-{bar.pk}": "A new mark"}
    assert enter(signed_in, test, data).status_code == 302
    assert enter(signed_in, test, data).status_code == 302
    assert bar.readings.filter(quantity="length_dry").count() == 1


def test_colour_and_bend_of_a_fired_bar(signed_in, plan, fire):
    test = plan(cones="6", replicates="1", bisque="", bend="on", span_mm="100")
    bar, bend = bars_of(test)
    firing = fire([bar, bend], "6")
    data = {**row(bend, thickness=9.5, sag=0), f"colour-{bar.pk}": "mauve 3"}
    answer = enter(signed_in, test, data, firing.pk)
    assert answer.status_code == 400
    assert "mauve" in answer.content.decode()
    assert current(bend, "sag").value == 0
    enter(signed_in, test, {f"colour-{bar.pk}": "mauve"}, firing.pk)
    page = signed_in.get(f"/tiles/tests/{test.pk}/?stage={firing.pk}").content.decode()
    assert "“mauve”" in page
    enter(signed_in, test, {f"colour-{bar.pk}": "#8a5a3c"}, firing.pk)
    assert bar.colours.get().typed == "#8a5a3c"
    bend.refresh_from_db()
    assert bend.step == Step.READ


def test_a_bar_that_absorbed_three_times_its_twins(signed_in, plan, fire):
    test = plan(cones="6", replicates="4", bisque="")
    bars = bars_of(test)
    firing = fire(bars, "6")
    soaked = (81.0, 81.1, 83.4, 80.9)
    data = {}
    for bar, wet in zip(bars, soaked, strict=True):
        data |= row(bar, mass_fired=80, mass_soaked=wet)
    answer = enter(signed_in, test, data, firing.pk)
    assert "times as much as the others. Check the reading." in answer.content.decode()
    kept = [current(bar, "mass_soaked") is not None for bar in bars]
    assert kept == [True, True, False, True]


def test_drying_to_constant_weight(signed_in, plan):
    test = plan()
    bar = bars_of(test)[0]
    signed_in.post(f"/tiles/tests/{test.pk}/made/")
    address = f"/tiles/tests/{test.pk}/weigh-drying/"
    said = signed_in.post(address, {"bar": bar.pk, "grams": "88.4"}, follow=True)
    assert "Weigh the bar again at least 2 h after the first weighing." in said.content.decode()
    page = signed_in.get(f"/tiles/tests/{test.pk}/").content.decode()
    assert "88.4 g on" in page
    assert "Weigh the bar again at least 2 h after the first weighing." in page
    DryingWeighing.objects.update(made_at=timezone.now() - timedelta(hours=3))
    said = signed_in.post(address, {"bar": bar.pk, "grams": "88.4"}, follow=True)
    assert "Two weighings 2 h apart agree" in said.content.decode()
    assert current(bar, "mass_dry").value == 88.4
    assert signed_in.post(address, {"bar": "nobody", "grams": "1"}).status_code == 404
    refused = signed_in.post(address, {"bar": bar.pk, "grams": "much"}, follow=True)
    assert "This is not a number" in refused.content.decode()


def test_the_bench_sheet_has_the_bars_and_columns_of_the_grid(signed_in, plan):
    test = plan(bend="on", span_mm="100")
    answer = signed_in.get(f"/tiles/tests/{test.pk}/sheet.pdf")
    pages = [page.extract_text() for page in PdfReader(io.BytesIO(answer.content)).pages]
    assert len(pages) == 3
    assert "Wet length" in pages[0]
    assert "span 100 mm" in pages[0]
    assert "After cone 04" in pages[1]
    for code in ("A1", "A2", "A4", "A5"):
        assert code in pages[0]
    assert "A1" not in pages[2]
    assert pages[2].index("A4") < pages[2].index("A5")
    assert "Suspended weight" in pages[2]


def test_from_wherever_a_bar_is_seen_its_grid_is_one_click_away(signed_in, plan):
    test = plan()
    bar = bars_of(test)[0]
    grid = f'href="/tiles/tests/{test.pk}/"'
    for address in ("/", "/tiles/", f"/tiles/trials/{test.trial_id}/", f"/tiles/{bar.code}/"):
        assert grid in signed_in.get(address).content.decode(), address


def test_a_stage_that_no_bar_went_through(signed_in, plan, fire, bank):
    test = plan()
    other = fire([], "6")
    assert signed_in.get(f"/tiles/tests/{test.pk}/?stage={other.pk}").status_code == 404
    assert signed_in.get(f"/tiles/tests/{test.pk}/?stage=nonsense").status_code == 404


def test_the_scale_fills_a_cell(signed_in, scale):
    scale.put(84.12)
    assert signed_in.post("/tiles/scale/").json() == {"grams": 84.12}
    assert signed_in.post("/tiles/scale/", {"put": "77.5"}).json() == {"grams": 77.5}
    refused = signed_in.post("/tiles/scale/", {"put": "much"})
    assert refused.status_code == 400
    assert "not a number" in refused.json()["problem"]


def test_no_scale_is_connected(signed_in, settings):
    settings.SCALE_ADDRESS = ""
    answer = signed_in.post("/tiles/scale/")
    assert answer.status_code == 503
    assert "No scale is connected" in answer.json()["problem"]


def test_the_kiln_warns_of_a_clay_never_fired_so_hot(signed_in, plan, fire):
    test = plan(cones="6", replicates="1", bisque="")
    (bar,) = bars_of(test)
    enter(signed_in, test, row(bar, mass_dry=88))
    assert "Bank: not fired this hot before" in signed_in.get("/kiln/").content.decode()


@pytest.mark.parametrize("bars", [2, 12])
def test_queries_do_not_grow_with_bars(signed_in, plan, django_assert_num_queries, bars):
    test = plan(replicates=str(bars // 2))
    with django_assert_num_queries(11):
        signed_in.get(f"/tiles/tests/{test.pk}/?stage=clay")


def test_bars_dry_for_weeks_and_never_measured_are_called_forgotten(signed_in, plan):
    test = plan(cones="6", replicates="2", bisque="")
    signed_in.post(f"/tiles/tests/{test.pk}/made/")
    assert "Overdue:" not in signed_in.get("/").content.decode()
    long_ago = timezone.now() - timedelta(days=22)
    first = bars_of(test)[0]
    Tile.objects.filter(pk=first.pk).update(shaped_at=long_ago)
    html = signed_in.get("/").content.decode()
    assert "Overdue:" in html
    assert re.search(r"waiting more than\s+3\s+weeks", html)
    enter(signed_in, test, row(first, length_dry=94, mass_dry=88))
    assert "Overdue:" not in signed_in.get("/").content.decode()


def test_fired_bars_never_measured_are_forgotten_too(signed_in, plan, fire):
    test = plan(cones="6", replicates="2", bisque="")
    bars = bars_of(test)
    enter(signed_in, test, {k: v for bar in bars for k, v in row(bar, mass_dry=88).items()})
    fire(bars, "6", days_ago=30)
    html = signed_in.get("/").content.decode()
    assert re.search(r"waiting more than\s+3\s+weeks", html)
    assert f'href="/tiles/tests/{test.pk}/">{bars[0].code}</a>' in html


def test_what_waits_for_which_cone_stands_on_the_bench_coolest_first(signed_in, plan):
    test = plan(cones="6, 04, 10", replicates="1", bisque="")
    data = {k: v for bar in bars_of(test) for k, v in row(bar, mass_dry=88).items()}
    enter(signed_in, test, data)
    html = signed_in.get("/").content.decode()
    places = [html.index(f">Cone {cone}<") for cone in ("04", "6", "10")]
    assert places == sorted(places)


def test_the_caution_is_that_of_the_soak(signed_in, plan, fire):
    test = plan(cones="6", replicates="1", bisque="")
    firing = fire(bars_of(test), "6")
    address = f"/tiles/tests/{test.pk}/?stage={firing.pk}&method="
    assert "Boiling water scalds" in signed_in.get(f"{address}boil_2h").content.decode()
    assert (
        "Use a vessel rated for vacuum and wear"
        in signed_in.get(f"{address}vacuum").content.decode()
    )
    cold = signed_in.get(f"{address}cold_soak").content.decode()
    assert "Boiling water scalds" not in cold
    assert "implode" not in cold


def test_a_figure_without_its_bar_or_column_changes_nothing(signed_in, plan):
    """A bend bar is not weighed, and another test's bar is not in this grid."""
    test = plan(cones="6", replicates="1", bisque="", bend="on", span_mm="100")
    bend = Tile.objects.get(trial=test.trial_id, role="bend")
    other = plan(cones="6", replicates="1", bisque="")
    stray = bars_of(other)[0]
    data = {**row(bend, mass_dry=88), **row(stray, mass_dry=88), "mass_dry-nobody": "88"}
    answer = enter(signed_in, test, data)
    assert answer.status_code == 302
    assert not Reading.objects.filter(quantity="mass_dry").exists()


def test_a_bent_bar_lies_over_its_span(signed_in, plan, fire):
    """PI = h²·s / L⁴, with 10 mm, 4 mm and 100 mm: 4 in a million per millimetre."""
    test = plan(cones="6", replicates="1", bisque="", bend="on", span_mm="100")
    bend = Tile.objects.get(trial=test.trial_id, role="bend")
    enter(signed_in, test, row(bend, length_dry=94))
    firing = fire([bend], "6")
    enter(signed_in, test, row(bend, thickness=10, sag=4), stage=firing.pk)
    html = signed_in.get(f"/results/clays/{test.clay_id}/").content.decode()
    assert ">Pyroplastic index</a>, 10⁻⁶/mm" in html
    assert "4 ± " in html


def test_the_banner_says_what_was_not_recorded_and_the_cursor_stands_there(signed_in, plan):
    test = plan(cones="6", replicates="3", bisque="")
    first, second, third = Tile.objects.filter(trial=test.trial_id)
    typed = {}
    for bar, length in ((first, "94"), (second, "950"), (third, "94.2")):
        typed |= row(bar, length_dry=length)
    page = enter(signed_in, test, typed)
    html = page.content.decode()
    assert "2 readings recorded, 1 to check" in html
    [waiting] = re.findall(r"<input[^>]*autofocus[^>]*>", html)
    assert f'name="length_dry-{second.pk}"' in waiting


def test_the_plan_says_how_many_bars_before_it_is_made(signed_in, clay):
    htmx = {"headers": {"HX-Request": "true"}}
    form = {**PLAN, "cones": "04, 6", "replicates": "3", "bisque": "04", "soak": "one"}
    said = words_of(signed_in.get(f"/tiles/tests/new/{clay.pk}/", form, **htmx))
    assert said.startswith("8 bars in total 4 for cone 04, 4 for cone 04 → 6 ")
    assert "Cut bars about 120 × 45 × 8 mm." in said
    unfinished = signed_in.get(f"/tiles/tests/new/{clay.pk}/", {**form, "cones": "nine"}, **htmx)
    assert unfinished.status_code == 200
    assert "in total" not in words_of(unfinished)
    assert not Tile.objects.exists()


@pytest.mark.parametrize(
    ("typed", "expected"),
    [
        ({"mark": "127"}, "Cut bars about 152 × 57 × 8 mm. Mark the line of 127 mm"),
        ({"method": "quick_boil"}, "kitchen check; can read low"),
        ({"method": "vacuum"}, "Hold at 10 kPa for 30 min"),
    ],
)
def test_instructions_follow_the_line_and_the_soak_that_were_chosen(
    signed_in, clay, typed, expected
):
    htmx = {"headers": {"HX-Request": "true"}}
    said = words_of(signed_in.get(f"/tiles/tests/new/{clay.pk}/", {**PLAN, **typed}, **htmx))
    assert expected.lower() in said.lower()


def test_the_grid_says_each_bars_cone_and_that_the_marked_line_counts(signed_in, plan):
    test = plan(cones="04 6", replicates="1")
    page = signed_in.get(f"/tiles/tests/{test.pk}/")
    assert [row.about for row in page.context["grid"].rows] == ["cone 04", "cone 6"]
    assert 'placeholder="100"' in page.content.decode()
    climbing = plan(path="climbing", cones="04 6", replicates="1", name="Bank, climbing")
    page = signed_in.get(f"/tiles/tests/{climbing.pk}/")
    assert page.context["grid"].rows[0].about == "cone 04, 6"


def test_a_labelled_clay_is_tested_at_its_labels_cones(signed_in, clay, studio):
    SupplierClaim.objects.create(studio=studio, material=clay, cone_low="5", cone_high="8")
    page = signed_in.get(f"/tiles/tests/new/{clay.pk}/")
    assert page.context["form"].initial["cones"] == "04, 5, 8"
    said = words_of(page)
    assert "because its label says cone 5 to 8" in said
    assert "puddle" not in said


def test_one_figure_makes_its_own_bar_and_no_other(signed_in, plan):
    """The others are still to be made: nobody looked at them, not even with one tick for all."""
    test = plan(cones="6", replicates="3", bisque="")
    first, *others = bars_of(test)
    sent = {f"{quantity}-{bar.pk}": "" for bar in others for quantity in ("length_wet", "mass_dry")}
    sent |= {"remarks-here": [bar.pk for bar in (first, *others)], "looked-all": "on"}
    assert enter(signed_in, test, {**sent, **row(first, length_wet=100)}).status_code == 302
    first, *others = bars_of(test)
    assert first.shaped_at is not None
    assert first.step == Step.DRY
    assert [remark.code for remark in first.remarks.all()] == ["looked"]
    assert {(bar.shaped_at, bar.step) for bar in others} == {(None, Step.MAKE)}
    assert not any(bar.remarks.exists() for bar in others)


def test_what_is_seen_on_a_bar_says_that_it_is_made(signed_in, plan):
    test = plan(cones="6", replicates="2", bisque="")
    first, other = bars_of(test)
    sent = {"remarks-here": [first.pk, other.pk], f"remark-{first.pk}": "cracked"}
    enter(signed_in, test, sent)
    first, other = bars_of(test)
    assert (first.step, other.step) == (Step.DRY, Step.MAKE)


def test_a_grid_sent_empty_makes_and_changes_nothing(signed_in, plan):
    test = plan(cones="6", replicates="2", bisque="")
    before = [(bar.shaped_at, bar.step) for bar in bars_of(test)]
    enter(signed_in, test, {f"length_wet-{bar.pk}": "" for bar in bars_of(test)})
    assert [(bar.shaped_at, bar.step) for bar in bars_of(test)] == before
    assert not Reading.objects.exists()
