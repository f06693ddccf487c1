"""One load on the pan is one weighing, however often the scale is read."""

import re

from playwright.sync_api import Page, expect

DOSE = "/mix/dose/?clay=Skerry+white&state=dry&mass=120&unit=g&add=Heron:4&add=Samphire:4"


def test_the_same_powder_does_not_count_for_the_next_step(signed_in: Page):
    """Two colourants of one weight: read twice, the second would never have gone in."""
    page = signed_in
    page.goto(DOSE)
    page.get_by_role("button", name="Make this mix").click()
    page.get_by_label("Or type the weight").fill("120")
    page.get_by_role("button", name="Record weight").click()
    expect(page.get_by_text("Step 2 of 3")).to_be_visible()
    page.get_by_role("button", name="Put on 4.8 g").click()
    expect(page.get_by_text("There is something on the pan")).to_be_visible()
    page.keyboard.press("r")
    expect(page.get_by_text("Step 3 of 3")).to_be_visible()
    glance = page.locator("#glance")
    expect(glance).to_contain_text("recorded already. Take it off, or tare")
    page.keyboard.press("r")
    expect(page.get_by_text("nothing on the scale has changed since")).to_be_visible()
    expect(page.get_by_text("Step 3 of 3")).to_be_visible()
    page.keyboard.press("t")
    expect(
        page.get_by_text("The scale is tared.")
    ).to_be_visible()  # a click before that is dropped
    expect(glance).not_to_contain_text("recorded already")
    page.get_by_role("button", name="Put on 4.8 g").click()
    expect(page.get_by_text("There is something on the pan")).to_be_visible()
    page.keyboard.press("r")
    expect(page.get_by_role("region", name="Finished mix")).to_be_visible()


def test_the_pan_is_read_from_across_the_room_and_heard(signed_in: Page):
    page = signed_in
    page.goto(DOSE)
    page.get_by_role("button", name="Make this mix").click()
    page.get_by_role("button", name="Empty the pan").click()
    expect(page.locator("#glance")).not_to_contain_text("recorded already")
    page.evaluate("""() => {
      document.addEventListener("umberpot:sound", ({ detail }) => {
        document.body.dataset.heard = [document.body.dataset.heard, detail].join(" ").trim();
      });
    }""")
    body = page.locator("body")
    figure = page.locator("#glance .glance-grams")
    expect(figure).to_have_text("0.0 g")
    small = figure.bounding_box()["height"]
    page.get_by_role("button", name="Put on 120.0 g").click()
    expect(page.locator("#glance")).to_contain_text("enough")
    assert body.get_attribute("data-heard") is None  # off unless wanted
    page.get_by_label("Sound when enough").check()
    expect(body).to_have_attribute("data-heard", "within")
    page.get_by_role("button", name="Large display").click()
    expect(figure).to_be_visible()
    assert figure.bounding_box()["height"] > 5 * small
    page.keyboard.press("r")
    expect(page.get_by_text("of 4.8 g")).to_be_visible()  # it stays large for the next step
    page.keyboard.press("Escape")
    expect(page.get_by_text("Step 2 of 3")).to_be_visible()
    page.keyboard.press("t")
    expect(page.get_by_text("The scale is tared.")).to_be_visible()
    page.get_by_role("button", name="Put on too much").click()
    expect(body).to_have_attribute("data-heard", re.compile("over$"))
