"""A dug clay by bars of its own for each cone, to a blend; and a mug from the kitchen scale."""

import io
import re

from playwright.sync_api import Page, expect
from pypdf import PdfReader

from tests.browser.every import every

TITLES = ("fired length", "fired weight, dry", "soaked weight")


def a_dug_clay_with_a_bar_for_each_cone(page: Page) -> str:
    """Three bars, one for each of three cones, bisqued together; gives the test's address."""
    page.goto("/results/clays/")
    page.get_by_role("link", name="Add dug clay").click()
    page.get_by_label("Clay name").fill("Weir clay")
    page.get_by_label("Feel (smooth : sandy)").fill("75:25")
    page.get_by_label("Coil test, bent round a finger").select_option("bends")
    page.get_by_role("button", name="Save field sheet").click()
    page.get_by_role("link", name="Test this clay").click()
    page.get_by_label("Cones to test").fill("04 6 10")
    page.get_by_label("Bars per cone").fill("1")
    page.get_by_role("button", name="Plan test bars").click()
    page.get_by_role("button", name="Mark all 3 bars as made").click()
    expect(page.get_by_text("3 bars made. Now let them dry.")).to_be_visible()
    return page.url.split("?")[0]


def enter(page: Page, row: int, title: str, figure: str) -> None:
    page.get_by_role("textbox", name=re.compile(f", {title}$")).nth(row).fill(figure)


def record(page: Page, count: int) -> None:
    page.get_by_role("button", name="Record readings").click()
    noun = "reading" if count == 1 else "readings"
    expect(page.get_by_text(f"{count} {noun} recorded.")).to_be_visible()


def fire(page: Page, cone: str, codes: list[str]) -> None:
    """These bars go into a firing, whatever else of the studio waits for that cone."""
    page.goto(f"/kiln/?cone={cone}")
    for code in codes:
        page.get_by_role("checkbox", name=f"Tile {code} was in this firing").check()
    page.get_by_role("button", name="Record firing").click()
    expect(page.get_by_text("Firing recorded")).to_be_visible()


def read_after_firing(page: Page, address: str, cone: str, *figures: str) -> None:
    """Only the bar that is meant for this cone stands in the grid of its firing."""
    page.goto(address)
    page.get_by_role("link", name=re.compile(f"^After cone {cone},")).click()
    expect(page.locator("table.entry tbody tr")).to_have_count(1)
    for title, figure in zip(TITLES, figures, strict=True):
        enter(page, 0, title, figure)
    record(page, 3)


def test_bars_go_to_their_cones_and_a_blend_with_feldspar_follows(signed_in: Page) -> None:
    page = signed_in
    address = a_dug_clay_with_a_bar_for_each_cone(page)
    codes = [code.inner_text() for code in every(page.locator("table.entry tbody th a"))]
    for row in range(3):
        enter(page, row, "bone-dry length", "94")
        enter(page, row, "bone-dry weight", "88")
    record(page, 6)
    fire(page, "04", codes)
    page.goto(address)
    expect(page.get_by_text("On the way to a hotter cone")).to_be_visible()
    read_after_firing(page, address, "04", "92.5", "82", "93.5")
    fire(page, "6", codes[1:2])
    read_after_firing(page, address, "6", "90", "81", "85.4")
    fire(page, "10", codes[2:])
    read_after_firing(page, address, "10", "88.5", "80.6", "83")
    page.locator("#main").get_by_role("link", name="See results").click()
    page.get_by_label("Purpose", exact=True).select_option("tableware")
    page.get_by_label("Ware", exact=True).select_option("stoneware")
    page.get_by_role("button", name="Update verdict").click()
    expect(page.get_by_role("region", name="Verdict")).to_contain_text("Not suitable for tableware")
    page.get_by_label("Blend with").select_option(label="Lock feldspar")
    expect(page.get_by_text("No estimate yet: fewer than two blends with feldspar")).to_be_visible()
    page.get_by_label("Share added, % of the blend").fill("5, 12")
    page.get_by_role("button", name="Plan line blend").click()
    expect(page.get_by_text("2 blends")).to_be_visible()
    expect(page.get_by_text("Weir clay 95, Lock feldspar 5").first).to_be_visible()


def test_a_mug_from_the_kitchen_scale_to_its_card(signed_in: Page) -> None:
    page = signed_in
    page.goto("/results/ware/batches/new/")
    page.get_by_label("Batch name").fill("Landing mugs")
    page.get_by_label("Clay", exact=True).select_option(label="Ferry white")
    page.get_by_label("Fired to cone").select_option("6")
    page.get_by_role("button", name=re.compile("^Save")).first.click()
    expect(page.get_by_role("heading", name="Landing mugs")).to_be_visible()
    expect(page.get_by_text("The absorption of the body was not measured.").first).to_be_visible()
    page.get_by_label("Piece", exact=True).fill("Chipped mug")
    page.get_by_label("What the water reaches").select_option("broken")
    page.get_by_label("Dry", exact=True).fill("346")
    page.get_by_label("Soaked", exact=True).fill("348")
    page.get_by_label("Scale reads to").fill("0.5")
    page.get_by_role("button", name="Save piece").click()
    expect(page.get_by_text("Piece saved.")).to_be_visible()
    expect(page.get_by_text("Finished pieces, boil and soak").first).to_be_visible()
    with page.expect_download() as download:
        page.get_by_role("link", name="Download card").click()
    card = PdfReader(io.BytesIO(download.value.path().read_bytes()))
    text = " ".join(sheet.extract_text() for sheet in card.pages)
    assert "Landing mugs" in text
    assert "The body absorbs 0.6" in text
