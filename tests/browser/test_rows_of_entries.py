"""Entries of several parts are typed in rows of fields; what is sent are their lines."""

import pytest
from playwright.sync_api import Page, expect

PASTE = """(input, text) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData("text", text);
    input.dispatchEvent(new ClipboardEvent("paste", {clipboardData, bubbles: true}));
}"""


def test_coats_are_chosen_and_typed(page: Page) -> None:
    page.goto("/surface/plan/")
    page.get_by_label("Coat 1, Slip").fill("Lichen")
    page.get_by_label("Coat 1, application").select_option("poured")
    page.get_by_label("Coat 1, coats").fill("1")
    expect(page.locator("#answer")).to_contain_text("Apply coat 1: Lichen")
    page.get_by_role("button", name="Add a coat").click()
    expect(page.get_by_label("Coat 2, Slip")).to_be_focused()
    page.keyboard.type("Basalt")
    page.get_by_label("Coat 2, application").select_option("trailed")
    page.get_by_label("Coat 2, coats").fill("1")
    page.get_by_label("Coat 2, kind").select_option("underglaze")
    expect(page.locator("#answer")).to_contain_text("Apply coat 2: Basalt")
    lines = page.locator("[name=coat]")
    expect(lines).to_be_hidden()
    expect(lines).to_have_value("Lichen : pour : 1 :  : \nBasalt : trail : 1 :  :  :  : underglaze")
    page.get_by_role("button", name="Remove coat 1").click()
    expect(page.get_by_label("Coat 1, Slip")).to_have_value("Basalt")
    expect(page.locator("#answer")).not_to_contain_text("Lichen")
    # The address is the whole input: what was typed stands in its rows again.
    page.reload()
    expect(page.get_by_label("Coat 1, kind")).to_have_value("underglaze")


@pytest.mark.parametrize("between", [":", "\t"])
def test_lines_that_are_pasted_become_rows(page: Page, between: str) -> None:
    page.goto("/results/colour-match/?want=52,18,22&clay=83,1,9")
    tiles = [("Bramble", "3", "61, 14, 5"), ("Bramble", "7", "49, 21, 3"), ("Fern", "5", "#7c8a5e")]
    text = "\n".join(between.join(tile) for tile in tiles)
    page.get_by_label("Tile 1, colourant").evaluate(PASTE, text)
    expect(page.get_by_label("Tile 2, strength")).to_have_value("7")
    expect(page.get_by_label("Tile 3, Fired colour")).to_have_value("#7c8a5e")
    expect(page.locator("#answer")).to_contain_text("Nearest fired tile")


def test_the_row_that_cannot_be_read_is_marked(page: Page) -> None:
    page.goto("/kiln/load/?shelf=round:400&piece=cup:80x80:3&piece=dish:wide:2")
    expect(page.get_by_text("Piece 2: enter a name")).not_to_have_count(0)
    expect(page.get_by_label("Piece 1, Width")).not_to_have_attribute("aria-invalid", "true")
    wrong = page.get_by_label("Piece 2, Width")
    expect(wrong).to_have_attribute("aria-invalid", "true")
    wrong.fill("210x210")
    expect(page.locator("#answer")).to_contain_text("of 5")
    expect(wrong).not_to_have_attribute("aria-invalid", "true")


def test_without_scripts_they_are_lines(browser, browser_context_args) -> None:
    context = browser.new_context(**browser_context_args, java_script_enabled=False)
    page = context.new_page()
    page.goto("/kiln/outcome/?planned=6")
    lines = page.get_by_label("Witness cones, one a line")
    lines.fill("low : 6 : down")
    expect(page.get_by_text("State (standing, leaning, half, down, melted)")).to_be_visible()
    page.get_by_role("button", name="Calculate").click()
    expect(page.locator("#answer")).to_contain_text("Cone 6")
    expect(page.get_by_label("Cone 1, shelf")).to_have_count(0)
    context.close()


def test_bars_are_typed_and_judged_as_they_are(page: Page) -> None:
    page.goto("/results/clay/")
    for part, value in {
        "Code": "S1",
        "Wet, mm": "100",
        "Dry, mm": "93.8",
        "Fired, mm": "88.1",
    }.items():
        page.get_by_label(f"Bar 1, {part}", exact=True).fill(value)
    page.get_by_label("Bar 1, Cone", exact=True).select_option("6")
    page.get_by_label("Bar 1, Dry weight, g", exact=True).fill("96,4")
    page.get_by_label("Bar 1, Soaked weight, g", exact=True).fill("101.9")
    expect(page.locator("#answer")).to_contain_text("Not suitable for tableware")
    expect(page.locator("[name=bar]")).to_have_value("S1 : 6 : 100 : 93.8 : 88.1 : 96,4 : 101.9")


def test_a_choice_that_there_is_not_stays_as_it_was_pasted(page: Page) -> None:
    page.goto("/kiln/outcome/?planned=6&witness=low:6:half bent&witness=low:7:wilted")
    expect(page.get_by_label("Cone 1, state")).to_have_value("half")
    expect(page.get_by_label("Cone 2, state")).to_have_value("wilted")
    expect(page.locator("#answer")).to_contain_text("cone 1: enter a shelf")
