"""The two ways in, from an empty studio to a result, by clicking only what each page offers next.

No address is typed and no place of the head is opened: every click is on something in the page.
"""

import re

import pytest
from playwright.sync_api import Locator, Page, expect

DESK = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}


@pytest.fixture(params=[DESK, PHONE], ids=["desk", "phone"])
def newcomer(request, page: Page, empty_application: str) -> Page:
    """Somebody whose studio was founded a moment ago, on its empty bench."""
    page.set_viewport_size(request.param)
    page.goto(empty_application)
    page.get_by_label("Studio name").fill("Slipway Pottery")
    page.get_by_label("Username").fill("mara")
    page.get_by_label("Password", exact=True).fill("kaolin-and-flint")
    page.get_by_label("Password confirmation").fill("kaolin-and-flint")
    page.get_by_role("button", name="Create studio").click()
    expect(page.get_by_role("heading", name="Colour a clay")).to_be_visible()
    return page


def offered(page: Page, name: str) -> Locator:
    """What the page itself offers by this name; the head and its places do not count."""
    return (
        page.get_by_role("main")
        .get_by_role("link", name=name)
        .or_(page.get_by_role("main").get_by_role("button", name=name))
    )


def go_on(page: Page, name: str) -> None:
    offered(page, name).first.click()


def test_a_stain_from_its_first_gram_to_its_colour(newcomer: Page) -> None:
    page = newcomer
    go_on(page, "New dose")
    page.get_by_label("Weight of clay").fill("65")
    page.get_by_label("Name of colourant 1").fill("Lantern blue")
    page.get_by_label("Percent of colourant 1").fill("6")
    expect(page.get_by_text("3.9 g", exact=True).first).to_be_visible()
    go_on(page, "Make this mix")
    for step, grams in (("Step 1 of 2", "65"), ("Step 2 of 2", "3.9")):
        expect(page.get_by_text(step)).to_be_visible()
        page.get_by_label("Scale reading").fill(grams)
        go_on(page, "Record weight")
    go_on(page, "Make tiles")
    page.get_by_label("Number of tiles").fill("1")
    go_on(page, "Make tiles")
    go_on(page, "A1: dry, then measure and weigh")
    page.get_by_label("Bone-dry length").fill("93.5")
    page.get_by_label("Bone-dry weight").fill("60.2")
    go_on(page, "Record dry readings")
    go_on(page, "Next: fire")
    go_on(page, "Record firing")
    go_on(page, "Next: measure and weigh after firing")
    page.get_by_label("Fired length").fill("88.2")
    page.get_by_label("Fired weight").fill("55.1")
    page.get_by_label("Soaked weight").fill("55.6")
    page.get_by_label("Soaking method").select_option("boil_soak")
    page.get_by_label("Fired colour", exact=True).fill("#3b6a8f")
    go_on(page, "Record fired readings")
    go_on(page, "See results")
    expect(page.get_by_text("Colour #3b6a8f")).to_be_visible()
    expect(page.get_by_text("11.8 ± ").first).to_be_visible()
    expect(offered(page, "A series around it")).to_be_visible()


def fill(page: Page, column: str, *figures: str) -> None:
    for row, figure in enumerate(figures):
        page.get_by_role("textbox", name=re.compile(f", {column}$")).nth(row).fill(figure)


def test_a_dug_clay_from_the_ditch_to_its_verdict(newcomer: Page) -> None:
    page = newcomer
    go_on(page, "Test a dug clay")
    page.get_by_label("Clay name").fill("Ditch clay")
    go_on(page, "Save field sheet")
    go_on(page, "Test this clay")
    page.get_by_label("Cones to test").fill("6")
    page.get_by_label("Bisque first").select_option("")
    expect(page.get_by_text("3 bars in total")).to_be_visible()
    go_on(page, "Plan test bars")
    go_on(page, "Mark all 3 bars as made")
    fill(page, "bone-dry length", "94", "94.5", "94")
    fill(page, "bone-dry weight", "88", "87.7", "88.3")
    go_on(page, "Record readings")
    go_on(page, "Go to Kiln")
    go_on(page, "Select all")
    go_on(page, "Record firing")
    go_on(page, "Enter readings of Ditch clay, bars")
    fill(page, "fired length", "88", "88.5", "88")
    fill(page, "fired weight, dry", "80", "79.7", "80.3")
    fill(page, "soaked weight", "80.8", "80.5", "81.1")
    go_on(page, "Record readings")
    go_on(page, "See results")
    expect(page.get_by_role("region", name="Verdict")).to_contain_text("cone 6")
    expect(page.get_by_role("heading", name="What to do next")).to_be_visible()
