"""At the kiln: a schedule typed and dragged, and what came out noted with one thumb."""

import re

from playwright.sync_api import Page, expect

from tests.browser.conftest import PHONE, swipe

DRAFT = "/kiln/schedule/?segment=80:580:0&segment=160:1130:12"


def test_a_schedule_is_typed_in_a_grid(signed_in: Page) -> None:
    signed_in.goto(DRAFT)
    signed_in.get_by_label("Segment 2, To").fill("1150")
    expect(signed_in.get_by_text("1150", exact=False).first).to_be_visible()
    expect(signed_in.locator("#answer")).to_contain_text(re.compile(r"1150\s*°C"))
    signed_in.get_by_role("button", name="Add a segment").click()
    expect(signed_in.get_by_label("Segment 3, rate")).to_be_focused()
    signed_in.keyboard.type("-150")
    signed_in.get_by_label("Segment 3, To").fill("700")
    lines = signed_in.locator("[name=segment]")
    expect(lines).to_have_value("80 : 580 : 0\n160 : 1150 : 12\n-150 : 700")
    signed_in.get_by_role("button", name="Remove segment 1").click()
    expect(signed_in.get_by_label("Segment 1, rate")).to_be_focused()
    expect(lines).to_have_value("160 : 1150 : 12\n-150 : 700")


def test_a_point_of_the_curve_is_dragged_and_the_answer_follows(signed_in: Page) -> None:
    signed_in.goto(DRAFT)
    knee = signed_in.locator(".knee:visible").last.bounding_box()
    x, y = knee["x"] + knee["width"] / 2, knee["y"] + knee["height"] / 2
    target = signed_in.get_by_label("Segment 2, To")
    signed_in.mouse.move(x, y)
    signed_in.mouse.down()
    signed_in.mouse.move(x, y + 40, steps=5)
    signed_in.mouse.up()
    assert 800 < float(target.input_value()) < 1100
    # Straight down keeps the rate.
    expect(signed_in.get_by_label("Segment 2, rate")).to_have_value("160")
    expect(signed_in.locator("#answer")).to_contain_text(
        re.compile(rf"{target.input_value()}\s*°C")
    )
    signed_in.goto(DRAFT)
    signed_in.mouse.move(x, y)
    signed_in.mouse.down()
    signed_in.mouse.move(x - 60, y, steps=5)
    signed_in.mouse.up()
    assert float(signed_in.get_by_label("Segment 2, rate").input_value()) > 160


def test_a_point_is_dragged_by_a_thumb_and_a_rate_keeps_its_comma_half(thumb: Page) -> None:
    thumb.goto(DRAFT)
    thumb.get_by_label("Segment 2, rate").fill("152,5")
    expect(thumb).to_have_url(re.compile("152%2C5"))
    knee = thumb.locator(".knee:visible").last
    knee.scroll_into_view_if_needed()
    scrolled = thumb.evaluate("scrollY")
    box = knee.bounding_box()
    at = (box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    swipe(thumb, at, (at[0], at[1] + 30))
    target = thumb.get_by_label("Segment 2, To")
    expect(target).not_to_have_value("1130")
    assert 700 < float(target.input_value()) < 1130
    # Straight down keeps the rate, and the page did not scroll away under the thumb.
    expect(thumb.get_by_label("Segment 2, rate")).to_have_value("152.5")
    assert thumb.evaluate("scrollY") == scrolled


def test_what_came_out_is_tapped_piece_by_piece(thumb: Page) -> None:
    thumb.goto("/kiln/39/opening/")
    card = thumb.locator(".came-out").first
    saved = card.get_by_role("status")
    like = card.locator(".likes label").nth(1)
    code = like.inner_text()
    like.tap()
    expect(saved).to_contain_text(f"Saved: like {code}")
    # Two taps, the second before the first is answered: both are kept.
    card.get_by_text("matt", exact=True).tap()
    card.get_by_text("speckled", exact=True).tap()
    expect(saved).to_contain_text("matt, speckled")
    card.get_by_text("speckled", exact=True).tap()
    expect(saved).not_to_contain_text("speckled")
    card.get_by_text("Another colour", exact=True).tap()
    card.get_by_label(re.compile("^Another colour of")).fill("mossy grey")
    card.get_by_role("button", name="Save colour").tap()
    expect(saved).to_contain_text("mossy grey")
    thumb.reload()
    expect(saved).to_contain_text("mossy grey")
    expect(card.get_by_role("radio", name="matt")).to_be_checked()
    assert thumb.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]


def test_a_fault_that_is_tapped_is_not_sound_and_names_possible_causes(thumb: Page) -> None:
    thumb.goto("/kiln/18/opening/")
    card = thumb.locator(".came-out").first
    saved, sound = card.get_by_role("status"), card.get_by_role("checkbox", name="looked sound")
    expect(sound).to_be_checked()
    card.get_by_text("rings when tapped", exact=True).tap()
    expect(saved).to_contain_text("looked sound, rings when tapped")
    card.get_by_text("cracked", exact=True).tap()
    expect(saved).to_contain_text("cracked, rings when tapped")
    expect(card.get_by_text("Look at the edges of the crack.")).to_be_visible()
    expect(sound).not_to_be_checked()
    card.get_by_text("looked sound", exact=True).tap()
    expect(sound).not_to_be_checked()
    card.get_by_text("cracked", exact=True).tap()
    expect(card.get_by_text("Look at the edges of the crack.")).to_have_count(0)
    card.get_by_text("looked sound", exact=True).tap()
    expect(saved).to_contain_text("looked sound")
    expect(sound).to_be_checked()
