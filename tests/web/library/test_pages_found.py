"""Every page that a person can open is found by its name, and by a word that is not in its name."""

import pytest
from django.urls import reverse

from tests.web.whole_site import every_pattern
from umberpot.library.search.pages import ALSO, every_page, pages_for
from umberpot.library.search.query import look_up
from umberpot.library.search.typed import folded, words_in

ASKED_FIRST = {
    "bench:start": "the first screen of an empty studio leads there",
    "library:year": "its address has the year",
    "library:year-alone": "a file",
    "results:compare": "asks which clays",
    "kiln:compare": "asks which firings",
    "results:next-tiles": "asks which colour",
    "results:ranges": "asks which stain",
    "results:test-tile": "asks which colour",
    "results:shrink-ruler": "a file of the shrinkage calculator",
    "studio:first-run": "only before there is a studio",
    "studio:found": "from People, for who owns the installation",
    "studio:sign-in": "for who is signed out",
}
"""Pages that are opened from another, which says of what, and why they are not named."""


def opened_by_people(client):
    """Every address without a key that answers with a page."""
    for name, route in every_pattern():
        if "<" in route or name in ASKED_FIRST:
            continue
        answer = client.get(f"/{route}")
        is_page = answer.headers.get("Content-Type", "").startswith("text/html")
        if answer.status_code == 200 and is_page and b"<h1" in answer.content:
            yield name


def test_every_page_is_found_by_its_name_and_by_another(signed_in, world):
    assert set(ASKED_FIRST) <= {name for name, _ in every_pattern()}
    known = {page.tool.url_name: page for page in every_page()}
    missing = [name for name in opened_by_people(signed_in) if name not in known]
    assert missing == [], missing
    for name, page in known.items():
        urls = [found.url for found in pages_for(words_in(page.tool.word))]
        assert reverse(name) in urls, page.tool.word
        title = folded(page.tool.word)
        others = [word for word in ALSO.get(name, ()) if folded(word) not in title]
        assert others, name
        assert reverse(name) in [found.url for found in pages_for(words_in(others[0]))]


def test_no_entry_leads_nowhere():
    assert set(ALSO) == {page.tool.url_name for page in every_page()}


@pytest.mark.parametrize(
    ("typed", "first"),
    [
        ("labels", "shelf:labels"),
        ("import", "transfer:transfer"),
        ("export", "transfer:archive"),
        ("backup", "library:backups"),
        ("archive", "transfer:archive"),
        ("preferences", "studio:preferences"),
        ("settings", "studio:preferences"),
        ("people", "studio:people"),
        ("journal", "library:journal"),
        ("glossary", "library:words"),
        ("practice", "library:practice"),
        ("timer", "bench:bench"),
        ("undo", "library:journal"),
        ("stock", "shelf:shelf"),
        ("kiln size", "kiln:kilns"),
        ("sgraffito", "surface:plans"),
        ("food safe", "results:batches"),
        ("how much stain", "mixing:dose"),
        ("drift", "library:repeats"),
    ],
)
def test_what_people_call_a_page_finds_it(signed_in, world, studio, typed, first):
    kinds = {kind.title: kind.rows for kind in look_up(studio, typed).kinds}
    assert kinds["Pages"][0].url == reverse(first)


def test_a_page_called_exactly_so_stands_first(signed_in, world, studio):
    assert look_up(studio, "glossary").kinds[0].title == "Pages"
    assert look_up(studio, "ferry").kinds[0].title != "Pages"


def test_pages_of_owners_are_not_offered_to_others(studio):
    assert pages_for(["journal"]) != []
    assert pages_for(["journal"], decides=False) == []


def test_a_word_of_the_trade_leads_to_its_definition(studio):
    (glossary,) = [one for one in look_up(studio, "sgraffito").kinds if one.title == "Glossary"]
    assert glossary.rows[0].url == f"{reverse('library:words')}#sgraffito"
