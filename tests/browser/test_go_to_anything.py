"""The box in every page's head, by keyboard alone."""

import re

from playwright.sync_api import Page, expect


def test_a_code_typed_with_the_slash_key_opens_its_tile(signed_in: Page) -> None:
    page = signed_in
    page.goto("/shelf/")
    page.get_by_role("heading", name="Shelf", exact=True).click()
    page.keyboard.press("/")
    box = page.get_by_role("searchbox", name="Search")
    expect(box).to_be_focused()
    page.keyboard.type("a13")
    page.keyboard.press("Enter")
    expect(page).to_have_url(re.compile("/tiles/A13/$"))


def test_arrows_walk_through_what_was_found_and_escape_puts_it_away(signed_in: Page) -> None:
    page = signed_in
    page.goto("/mix/dose/")
    box = page.get_by_role("searchbox", name="Search")
    box.fill("canal")
    found = page.locator("#go-found")
    expect(found.get_by_role("link", name="Canal bank dug clay, CB")).to_be_visible()
    box.press("Escape")
    expect(found).to_be_empty()
    box.fill("canal ban")
    expect(found.get_by_role("link").first).to_be_visible()
    box.press("ArrowDown")
    expect(found.get_by_role("link").first).to_be_focused()
    page.keyboard.press("ArrowUp")
    expect(box).to_be_focused()


def test_a_slash_typed_into_a_field_is_text(signed_in: Page) -> None:
    page = signed_in
    page.goto("/mix/dose/")
    clay = page.get_by_label("Clay", exact=True)
    clay.fill("Body 50")
    clay.press("End")
    clay.press("/")
    expect(clay).to_have_value("Body 50/")


def test_without_scripts_enter_leads_to_the_same(browser, application, session_cookies) -> None:
    context = browser.new_context(base_url=application, java_script_enabled=False)
    context.add_cookies(session_cookies)
    page = context.new_page()
    page.goto("/")
    page.get_by_role("searchbox", name="Search").fill("rope")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="“rope”")).to_be_visible()
    expect(page.get_by_role("link", name="Rope Green stain, RG-06")).to_be_visible()
    context.close()


def test_on_a_phone_a_long_page_begins_folded_and_a_link_opens_its_part(signed_in: Page) -> None:
    page = signed_in
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto("/results/clays/4/")
    blend = page.get_by_role("heading", name="Line blend")
    expect(blend).to_be_hidden()
    page.get_by_role("link", name="Blend with another clay").click()
    expect(blend).to_be_visible()
