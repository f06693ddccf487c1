"""Which tile next: what is proposed, what it is for, and where it is planned."""

import re
from urllib.parse import parse_qs, urlsplit

import pytest
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.factories import MaterialFactory
from tests.pages import words_of
from tests.web.fired_studio import WHITE_CLAY
from umberpot.shelf.models import Material

URL = "/results/find/next/"


def ask(client, **query):
    return client.get(URL, {"clay": WHITE_CLAY, **query})


def planned(answer):
    """Where what is proposed is planned, and with what."""
    link = re.search(r'href="([^"]+)">\s*Plan (?:this tile|these tiles)', answer.content.decode())
    address = urlsplit(link[1].replace("&amp;", "&"))
    return address.path, parse_qs(address.query)


def test_one_tile_asks_for_another_and_says_what_it_gains(signed_in, fired_tile):
    fired_tile("&add=Kelp:6", "56, -17, 9")
    answer = ask(signed_in)
    page = words_of(answer)
    strength = re.search(r"Fire ([\d.]+) %(?: and [\d.]+ %)? Kelp", page)
    assert strength
    now, then = re.search(
        r"Predicted colours of Kelp up to 9 % are off by about ΔE ([\d.]+) now;"
        r" after (?:this tile|these tiles), by about ΔE ([\d.]+)\.",
        page,
    ).groups()
    assert float(then) < float(now)
    assert f"{strength[1]} % fire next" in page


def test_one_strength_leads_to_its_dose_and_several_to_their_series(signed_in, fired_tile):
    fired_tile("&add=Kelp:6", "56, -17, 9")
    answer = ask(signed_in, most_pct="20")
    pcts = re.findall(r"([\d.]+) %", re.search(r"Fire (.+?) Kelp", words_of(answer))[1])
    path, query = planned(answer)
    if len(pcts) == 1:
        assert path == "/mix/dose/"
        assert query["add"] == [f"Kelp:{pcts[0]}"]
    else:
        assert path == "/mix/series/"
        assert query["pcts"] == [", ".join(pcts)]
        assert query["colourant"] == ["Kelp"]
    assert query["clay"] == ["Ferry white"]
    assert signed_in.get(path, query).status_code == 200


def test_what_the_series_says_stands_before_what_would_tell_more(signed_in, two_stains):
    page = words_of(ask(signed_in, goal="enough", colourant="Kelp"))
    assert "9 % still looks different from 6 %" in page
    assert re.search(r"The strength from which more Kelp changes nothing is known to about ±", page)


def test_a_wanted_colour_hangs_beside_the_strength_that_comes_nearest(signed_in, two_stains):
    page = words_of(ask(signed_in, goal="colour", want="56, -17, 9"))
    assert "Kelp" in page
    row = page.split("In Ferry white")[1].split("How far predictions")[0]
    assert row.index("Wanted") > row.index("3 %")


def test_a_tiles_code_is_its_colour(signed_in, two_stains):
    answer = ask(signed_in, goal="colour", want=two_stains[1].code)
    assert answer.status_code == 200
    assert "Enter the colour wanted." not in words_of(answer)


def test_where_nothing_comes_near_stains_that_were_not_tested_make_a_campaign(
    signed_in, two_stains, studio
):
    MaterialFactory(studio=studio, stain=True, name="Gorse")
    MaterialFactory(studio=studio, stain=True, name="Midnight blue")
    answer = ask(signed_in, goal="colour", want="45, 60, 35")
    page = words_of(answer)
    assert "does not come near: ΔE" in page
    assert "Gorse was not tested there yet." in page
    assert "Midnight blue" not in page
    link = re.search(r'href="([^"]+)">\s*Plan a campaign of them', answer.content.decode())[1]
    assert "stain=Gorse" in link
    assert signed_in.get(link.replace("&amp;", "&")).status_code == 200


def test_no_colour_and_no_tile_are_asked_for(signed_in, fired_tile):
    assert "No coloured tile has its fired colour noted yet" in words_of(ask(signed_in))
    fired_tile("&add=Kelp:6", "56, -17, 9")
    assert "Enter the colour wanted." in words_of(ask(signed_in, goal="colour"))
    assert "To predict mixtures, the plain clay" in words_of(ask(signed_in, clay=""))


@pytest.mark.parametrize(
    "bad",
    [{"most_pct": "x"}, {"most_pct": "101"}, {"colourant": "Nobody"}, {"want": "?"}, {"clay": "?"}],
)
def test_bad_input_is_told(signed_in, two_stains, bad):
    assert ask(signed_in, **bad).status_code == 400


def test_an_unknown_goal_is_the_usual_one(signed_in, two_stains):
    page = ask(signed_in, goal="glory")
    assert page.status_code == 200
    assert "Predicted colours of" in words_of(page)


def test_a_strength_far_too_weak_or_strong_is_still_answered(signed_in, two_stains):
    for most_pct in ("0.01", "100"):
        assert ask(signed_in, colourant="Kelp", most_pct=most_pct).status_code == 200


def test_its_queries_do_not_grow_with_tiles(signed_in, fired_tile):
    def queries():
        with CaptureQueriesContext(
            connection,
        ) as caught:
            ask(signed_in)
        return len(caught)

    fired_tile("&add=Kelp:6", "56, -17, 9")
    before = queries()
    for pct in (2, 4, 8):
        fired_tile(f"&add=Kelp:{pct}", f"{60 - pct}, -17, 9")
    assert queries() == before


def test_pages_about_a_colour_lead_there(signed_in, two_stains):
    kelp = Material.objects.get(name="Kelp")
    for address in (
        "/results/find/?want=56,-17,9",
        "/results/predict/?colourant=Kelp&clay=90,0,6",
        "/results/find/ranges/",
        kelp.get_absolute_url(),
    ):
        page = signed_in.get(address).content.decode()
        link = re.search(r'href="(/results/find/next/[^"]+)"', page)[1].replace("&amp;", "&")
        assert signed_in.get(link).status_code == 200


def test_nearly_equal_strengths_that_look_different_are_made_again_first(signed_in, fired_tile):
    """6 and 6.5 % of one stain: not the strength made the difference."""
    fired_tile("&add=Kelp:6", "56, -17, 9")
    fired_tile("&add=Kelp:6.5", "70, -4, 9")
    answer = ask(signed_in, colourant="Kelp")
    page = words_of(answer)
    assert "Fire 6 % and 6.5 % Kelp again" in page
    assert "a batch, a weighing or a firing differs, not the strength." in page
    assert page.count("fire again") == 2
    assert "How far predictions are off" not in page
    path, query = planned(answer)
    assert (path, query["pcts"]) == ("/mix/series/", ["6, 6.5"])
