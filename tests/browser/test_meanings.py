"""A word of the glossary says what it means where it stands; keycaps are for who has keys."""

from playwright.sync_api import Page, expect

from claycore.glossary import by_anchor
from tests.browser.conftest import PHONE

CLAY = "/results/clays/4/"


def test_a_word_opens_its_meaning_where_it_stands_and_escape_leads_back(signed_in: Page) -> None:
    signed_in.goto(CLAY)
    term = signed_in.get_by_role("row").get_by_role("link", name="Absorption", exact=True).first
    term.focus()
    term.press("Enter")
    meaning = signed_in.get_by_role("dialog", name="absorption")
    absorption = by_anchor()["absorption"]
    expect(meaning).to_contain_text(absorption.summary)
    expect(meaning).to_contain_text(absorption.formula)
    assert signed_in.url.endswith(CLAY)
    below = meaning.bounding_box()["y"] - term.bounding_box()["y"]
    assert 0 < below < 80
    signed_in.keyboard.press("Escape")
    expect(meaning).to_be_hidden()
    expect(term).to_be_focused()


def test_the_meaning_leads_on_to_its_place_in_the_glossary(signed_in: Page) -> None:
    signed_in.goto("/mix/slip/")
    signed_in.locator(".term").first.click()
    signed_in.get_by_role("dialog").get_by_role("link", name="Glossary").click()
    expect(signed_in.locator(".glossary > :target")).to_be_in_viewport()


def test_a_meaning_at_a_phones_edge_stays_on_the_screen(signed_in: Page) -> None:
    signed_in.set_viewport_size(PHONE)
    signed_in.goto("/results/absorption/?dry=81.3&wet=84&unit=g&scale_step=0.1&method=quick_boil")
    signed_in.locator(".term").last.click()
    box = signed_in.get_by_role("dialog").bounding_box()
    assert box["x"] >= 0
    assert box["x"] + box["width"] <= PHONE["width"]
    assert box["y"] + box["height"] <= PHONE["height"]


def test_keycaps_are_shown_to_who_has_keys_only(signed_in: Page, thumb: Page) -> None:
    signed_in.goto("/mix/")
    expect(signed_in.locator("main kbd").first).to_be_visible()
    thumb.goto("/mix/")
    expect(thumb.get_by_role("link", name="New dose")).to_be_visible()
    assert not any(key.is_visible() for key in thumb.locator("kbd").all())
