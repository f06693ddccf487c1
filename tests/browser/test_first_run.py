"""A newcomer with nothing: the studio is made, and each empty page says what to do first."""

from playwright.sync_api import Page, expect

from tests.browser.first_run import found_studio


def test_from_nothing_to_a_first_mix_by_typed_figures(page: Page, empty_application: str) -> None:
    found_studio(page, empty_application)
    for place, summary in (
        ("Shelf", "The shelf is empty"),
        ("Mix", "No mixes yet"),
        ("Tiles", "No tiles yet"),
        ("Kiln", "Nothing is waiting to be fired"),
        ("Results", "No clays on the shelf yet."),
    ):
        page.get_by_role("link", name=place, exact=True).click()
        expect(page.get_by_text(summary)).to_be_visible()
    page.get_by_role("link", name="Bench", exact=True).click()
    page.get_by_role("link", name="Start in three steps").click()
    page.get_by_label("Clay name").fill("Slipway stoneware")
    page.get_by_label("Colourant name").fill("Harbour Green")
    page.get_by_label("How much clay").fill("500")
    page.get_by_label("Strength, % of dry clay").fill("4.5")
    page.get_by_role("button", name="Show the dose").click()
    expect(page.get_by_text("Both are on your shelf now.")).to_be_visible()
    expect(page.get_by_text("17.8 g", exact=True).first).to_be_visible()
    page.goto(f"{empty_application}/")
    page.get_by_role("link", name="New dose").first.click()
    page.get_by_label("Weight of clay").fill("60")
    page.get_by_label("Name of colourant 1").fill("Blue")
    page.get_by_label("Percent of colourant 1").fill("15")
    expect(page.get_by_text("9.0 g", exact=True).first).to_be_visible()
    page.get_by_role("button", name="Make this mix").click()
    expect(page.get_by_role("button", name="Read the scale")).to_have_count(0)
    for figure in ("60", "9"):
        page.get_by_label("Scale reading").fill(figure)
        page.get_by_role("button", name="Record weight").click()
        expect(page.get_by_text("to weigh", exact=True)).to_have_count(1 if figure == "60" else 0)
    expect(page.get_by_role("link", name="Make tiles")).to_be_visible()
