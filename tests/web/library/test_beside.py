"""Compare trials say what differs; the same recipe again says how far it has drifted."""

from datetime import date

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.factories import FiringFactory
from tests.pages import words_of
from umberpot.library.beside.lining_up import beside
from umberpot.library.beside.repeats import repeats
from umberpot.tiles import colours
from umberpot.tiles.models import ColourReading, Tile


@pytest.fixture
def fired_trial(signed_in, studio, user, make_mix, weigh, clay):
    """Makes a trial of strengths of Quay Blue; each with a colour after one firing."""

    def make(name, colours, glazed="no", cone="6", fired_on="2026-03-01"):
        firing = FiringFactory(studio=studio, cone=cone, fired_on=date.fromisoformat(fired_on))
        trial = None
        for pct, lightness in colours.items():
            mix = make_mix(f"clay=Ferry white&state=dry&mass=80&unit=g&add=Quay Blue:{pct}")
            weigh(mix, 80, 0.8 * pct)
            asked = {"count": 1, "mark": "100", "cone": cone, "glazed": glazed}
            asked |= {"trial": trial.pk} if trial else {"trial_name": name}
            signed_in.post(f"/tiles/make/{mix.pk}/", asked)
            tile = Tile.objects.of(studio).latest("pk")
            trial = tile.trial
            tile.loadings.create(studio=studio, firing=firing)
            about = {"studio": studio, "firing": firing, "made_by": user, "source": "typed"}
            lab = {"lightness": lightness, "a": 0, "b": -20, "typed": f"{lightness}, 0, -20"}
            tile.colours.create(**about, **lab)
        return trial

    return make


def test_tiles_are_lined_up_and_what_differs_is_said(signed_in, fired_trial):
    first = fired_trial("First", {3: 70, 6: 60, 9: 50})
    second = fired_trial("Second", {6: 58, 9: 51, 12: 45}, cone="8", fired_on="2026-05-02")
    url = f"/library/beside/?first={first.pk}&second={second.pk}&way=pct"
    said = words_of(signed_in.get(url))
    assert "Firing: cone 6 in “First”; cone 8 in “Second”." in said
    assert "Fired on: 1 Mar 2026 in “First”; 2 May 2026 in “Second”." in said
    assert "Shared: clay Ferry white; colourants Quay Blue" in said
    wall = beside([first, second], "pct")
    overs = [[swatch.over for swatch in row.swatches] for _, row in wall.rows]
    assert overs == [["3 %", "6 %", "9 %", "12 %"]] * 2
    missing = [[swatch.colour is None for swatch in row.swatches] for _, row in wall.rows]
    assert missing == [[False, False, False, True], [True, False, False, False]]
    assert [one.column for one in wall.across] == ["6 %", "9 %"]
    assert all(one.delta_e > 0 for one in wall.across)


def test_trials_are_lined_up_by_cone_and_by_glaze(fired_trial):
    low, high = fired_trial("Low", {6: 60}), fired_trial("High", {6: 50}, "yes", "8")
    by_cone = beside([low, high], "cone")
    assert [swatch.over for swatch in by_cone.rows[0][1].swatches] == ["cone 6", "cone 8"]
    assert by_cone.across == []
    by_glaze = beside([low, high], "glaze")
    assert [swatch.over for swatch in by_glaze.rows[1][1].swatches] == [
        "unglazed",
        "glaze not named",
    ]


def test_several_of_one_strength_in_a_trial_are_counted(fired_trial):
    trial, other = fired_trial("T", {6: 60}), fired_trial("O", {6: 61})
    twin = fired_trial("Twin", {6: 60})
    Tile.objects.filter(trial=twin).update(trial=trial)
    wall = beside([trial, other], "pct")
    assert wall.rows[0][1].swatches[0].under.endswith("+1")


@pytest.mark.parametrize("query", ["first=1", "first=x&second=y&way=pct", "way=sideways"])
def test_what_is_not_two_trials_is_said(signed_in, query):
    page = signed_in.get(f"/library/beside/?{query}")
    assert page.status_code == 400
    assert 'class="error"' in page.content.decode()


def test_the_same_trial_twice_is_said(signed_in, fired_trial):
    trial = fired_trial("Once", {6: 60})
    page = signed_in.get(f"/library/beside/?first={trial.pk}&second={trial.pk}&way=pct")
    assert "Choose trials that differ" in words_of(page)


def test_another_studios_trial_is_no_choice(stranger, fired_trial):
    first, second = fired_trial("A", {6: 60}), fired_trial("B", {6: 61})
    url = f"/library/beside/?first={first.pk}&second={second.pk}&way=pct"
    assert stranger.get(url).status_code == 400


def test_a_recipe_fired_again_shows_its_drift(signed_in, studio, fired_trial):
    assert "fired alike twice" in words_of(signed_in.get("/library/beside/repeats/"))
    fired_trial("Early", {6: 60}, fired_on="2024-03-01")
    fired_trial("Late", {6: 45}, fired_on="2026-03-01")
    fired_trial("Hotter", {6: 30}, cone="10")
    (one,) = repeats(studio)
    assert [swatch.over for swatch in one.row.swatches] == ["1 Mar 2024", "1 Mar 2026"]
    assert "The bag of stain, the clay, the weighing or the firing has changed." in one.summary
    assert "clearly different" in one.summary
    assert "6 % Quay Blue in Ferry white, cone 6" in words_of(
        signed_in.get("/library/beside/repeats/")
    )


def test_a_recipe_that_stayed_is_not_said_to_have_changed(studio, fired_trial):
    fired_trial("Early", {6: 60}, fired_on="2024-03-01")
    fired_trial("Late", {6: 60.4}, fired_on="2026-03-01")
    (one,) = repeats(studio)
    assert "differ as much" in one.summary
    assert "has changed" not in one.summary


def test_the_pages_ask_no_more_for_many(signed_in, studio, fired_trial):
    first, second = fired_trial("A", {6: 60}), fired_trial("B", {6: 61}, fired_on="2026-04-01")
    url = f"/library/beside/?first={first.pk}&second={second.pk}&way=pct"

    def queries(address):
        with CaptureQueriesContext(connection) as asked:
            assert signed_in.get(address).status_code == 200
        return len(asked)

    queries(url)
    few = queries(url)
    Tile.objects.filter(trial=fired_trial("More", {3: 70, 9: 50, 12: 40})).update(trial=first)
    assert queries(url) <= few


def test_trials_of_the_same_colourant_are_offered(signed_in, stranger, fired_trial):
    first = fired_trial("First", {3: 70, 6: 60})
    offered = signed_in.get("/library/beside/")
    assert "Of the same colourant" not in words_of(offered)
    second = fired_trial("Second", {6: 58, 9: 51})
    fired_trial("Third", {6: 57})
    page = signed_in.get("/library/beside/")
    assert "Quay Blue: Second, and Third" in words_of(page)
    (pair,) = page.context["alike"]
    assert [trial.name for trial, _ in pair.trials] == ["Second", "Third"]
    chosen = {"first": first.pk, "second": second.pk, "way": "pct"}
    assert "Of the same colourant" not in words_of(signed_in.get("/library/beside/", chosen))
    assert "Of the same colourant" not in words_of(stranger.get("/library/beside/"))


def test_a_lifetime_of_colours_is_gone_through_from_its_end(
    signed_in, studio, fired_trial, monkeypatch
):
    fired_trial("Early", {6: 60}, fired_on="2024-03-01")
    fired_trial("Late", {6: 45}, fired_on="2026-03-01")
    assert "Looked for among the latest" not in words_of(signed_in.get("/library/beside/repeats/"))
    count = ColourReading.objects.of(studio).count()
    monkeypatch.setattr(colours, "MOST_LOOKED_BACK", count - 1)
    assert colours.latest_colours(studio).count() == count - 1
    assert "Looked for among the latest" in words_of(signed_in.get("/library/beside/repeats/"))
