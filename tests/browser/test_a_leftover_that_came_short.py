"""Twelve grams of stain to three tiles that are read, though what was left came short."""

import re

from playwright.sync_api import Page, expect

from tests.browser.test_the_whole_job import record_a_tile


def plan_the_series(page: Page) -> None:
    """Letters that are shortcuts on this page are only letters in its fields."""
    page.goto("/mix/series/")
    page.get_by_label("Strengths, on dry clay").fill("4, 8, 12")
    page.get_by_label("Weight of a tile").fill("24")
    page.get_by_label("Colourant on hand").fill("12")
    page.get_by_label("Mixing loss").fill("0")
    page.get_by_label("Smallest mix, dry").fill("0")
    page.get_by_label("Clay", exact=True).fill("Ferry white")
    page.get_by_label("Colourant", exact=True).press_sequentially("Tide mMn? Teal")
    expect(page.get_by_label("Colourant", exact=True)).to_have_value("Tide mMn? Teal")
    expect(page.get_by_role("heading", name="Series", exact=True)).to_be_visible()
    page.get_by_label("Colourant", exact=True).fill("Tide Teal")
    expect(page.get_by_role("row", name=re.compile("Tide Teal .* g"))).to_be_visible()
    middle = page.locator(".plan", has_text="Start from the middle")
    middle.get_by_role("link", name="Start a trial").click()
    page.get_by_label("Trial name").fill("Teal for the sill")
    page.get_by_role("button", name="Start trial").click()
    expect(page.get_by_role("heading", name="Teal for the sill")).to_be_visible()


def wanted(page: Page) -> str:
    """The grams of the step at hand, as the page has them."""
    step = page.get_by_role("region", name="This step")
    return step.locator(".figure").first.inner_text().split("g")[0].strip()


def weigh_as_planned(page: Page) -> None:
    page.get_by_role("link", name="Weigh out this mix").click()
    made = page.get_by_role("region", name="Finished mix")
    current = page.get_by_role("region", name="This step")
    expect(current).to_be_visible()
    for _ in range(4):
        if made.is_visible():
            break
        kicker = current.locator(".kicker").inner_text()
        page.get_by_label("Or type the weight").fill(wanted(page))
        page.keyboard.press("Enter")
        expect(made.or_(current.locator(".kicker", has_not_text=kicker))).to_be_visible()
    expect(made).to_be_visible()


def make_the_tile(page: Page) -> None:
    page.get_by_role("link", name="Continue Teal").click()
    page.get_by_role("button", name="Mark as made and labelled").click()
    expect(page.get_by_text("made and labelled. Now let them dry.")).to_be_visible()


def test_twelve_grams_to_three_tiles_though_a_leftover_came_short(signed_in: Page) -> None:
    page = signed_in
    plan_the_series(page)
    weigh_as_planned(page)
    make_the_tile(page)
    plan = page.url

    page.get_by_role("link", name="Weigh out this mix").click()
    first = float(wanted(page))
    page.get_by_text("Is less left of").click()
    page.get_by_label("What is left of it").fill(f"{first + 10:.1f}")
    page.get_by_role("button", name="Save what is left").click()
    expect(page.get_by_text("g left.")).to_be_visible()
    page.goto(plan)
    expect(page.get_by_text("g short")).to_have_count(1)
    weigh_as_planned(page)
    make_the_tile(page)

    expect(page.get_by_role("region", name="Not enough left")).to_contain_text("13.1 g short.")
    expect(page.get_by_role("region", name="Not enough left")).to_contain_text(
        "10.4 g each instead of 24 g."
    )
    page.get_by_role("link", name="Weigh out this mix").click()
    expect(page.get_by_text("Any of these helps:")).to_be_visible()
    page.get_by_label("Or type the weight").fill("10")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="Use this weight").click()
    for step in (2, 3):
        expect(page.get_by_text(f"Step {step} of 3")).to_be_visible()
        page.get_by_label("Or type the weight").fill(wanted(page))
        page.keyboard.press("Enter")
    make_the_tile(page)
    expect(page.get_by_text("All of it is made, but not all as planned")).to_be_visible()
    expect(page.get_by_text("Everything is mixed and made.")).to_be_hidden()

    page.get_by_role("link", name="Tiles and labels").click()
    page.get_by_role("link", name="Dry, then measure and weigh").first.click()
    for colour in ("#7fb0b0", "#5d9c9c", "#3d8686"):
        record_a_tile(page, soaked="24.2", colour=colour)
        page.keyboard.press("n")
    page.goto(plan)
    page.get_by_role("link", name="Results", exact=True).last.click()
    expect(page.get_by_role("heading", name="Teal for the sill")).to_be_visible()
    expect(page.get_by_text(re.compile(r"0\.8\s±\s.*\s%")).first).to_be_visible()
