"""A firing from what waits to what came out, with the simulated kiln at speed."""

import re

from playwright.sync_api import Page, expect

CODE = re.compile(r"A\d+")


def test_from_what_waits_to_readings_due(signed_in: Page) -> None:
    page = signed_in
    page.goto("/kiln/")
    page.get_by_role("link", name=re.compile("^Open the load for cone 6")).click()
    expect(page.get_by_text("11 of 11 pieces on 3 shelves.")).to_be_visible()
    moved = a_piece_is_moved_by_hand(page)
    page.get_by_role("button", name="Pack again").click()
    expect(page.get_by_role("button", name=f"{moved}, locked")).to_be_visible()
    expect(page.get_by_text("Cone reached", exact=True)).to_be_visible()
    page.get_by_role("button", name="Start the kiln").click()
    expect(page.get_by_role("heading", name=re.compile("^Firing: "))).to_be_visible()
    expect(page.get_by_text("Schedule completed")).to_be_visible()
    expect(page.get_by_text("Cone 6 is down, cone 7 is not.")).to_be_visible()
    page.get_by_role("button", name="Record firing").click()
    expect(page.get_by_text("Firing recorded with 11 pieces")).to_be_visible()
    expect(page.get_by_role("heading", name="Where each piece stood")).to_be_visible()
    expect(page.get_by_text("The log reaches cone 6, as recorded")).to_be_visible()
    witness_cones_are_noted(page)
    remade = a_broken_piece_is_made_again(page)
    page.goto("/")
    expect(page.get_by_text("Waiting room floor, three greys").first).to_be_visible()
    page.goto(f"/tiles/{remade}/")
    expect(page.get_by_role("button", name="Made and labelled")).to_be_visible()


def a_piece_is_moved_by_hand(page: Page) -> str:
    """With the keyboard to the middle shelf, then with the mouse on it; gives its code."""
    # What a slow machine takes to settle an answer: a key pressed meanwhile must not be misread.
    page.evaluate("htmx.config.defaultSettleDelay = 5000")
    piece = page.locator("[data-shelf='0'] [data-piece]").filter(has_text=CODE).first
    code = piece.get_attribute("aria-label")
    piece.focus()
    page.keyboard.press("2")
    on_second = page.locator("[data-shelf='1']").get_by_role("button", name=f"{code}, locked")
    expect(on_second).to_be_visible()
    expect(page.get_by_text("are not spread evenly").first).to_be_visible()
    page.keyboard.press("l")
    loose = page.locator("[data-shelf='1']").get_by_role("button", name=code, exact=True)
    expect(loose).to_be_visible()
    start = loose.bounding_box()
    board = page.locator("[data-shelf='0'] .shelf-board").bounding_box()
    page.mouse.move(start["x"] + start["width"] / 2, start["y"] + start["height"] / 2)
    page.mouse.down()
    page.mouse.move(board["x"] + board["width"] / 2, board["y"] + 0.12 * board["height"], steps=6)
    page.mouse.up()
    expect(
        page.locator("[data-shelf='0']").get_by_role("button", name=f"{code}, locked")
    ).to_be_visible()
    return code


def witness_cones_are_noted(page: Page) -> None:
    """One chosen from its list, one tapped to bend."""
    page.get_by_role("combobox", name="Cone 6 on shelf 1").select_option("down")
    page.get_by_role("button", name="Cone 7 on shelf 1: not seen").click()
    expect(page.get_by_role("combobox", name="Cone 7 on shelf 1")).to_have_value("standing")
    page.get_by_role("button", name="Save witness cones").click()
    expect(page.get_by_text("1230 ± 8 °C")).to_be_visible()


def a_broken_piece_is_made_again(page: Page) -> str:
    """Marks a piece and remakes it; gives the new code."""
    marks = page.get_by_text("Report a problem", exact=True).first
    marks.click()
    page.get_by_role("button", name=re.compile(r"^Mark A\d+ as broken")).first.click()
    expect(page.get_by_text(re.compile(r"A\d+ marked: broken\."))).to_be_visible()
    page.get_by_text("Report a problem", exact=True).first.click()
    page.get_by_role("button", name=re.compile(r"^Remake A\d+")).first.click()
    said = page.get_by_text(re.compile(r"^[A-Z]\d+ replaces A\d+"))
    expect(said).to_be_visible()
    return said.inner_text().split()[0]
