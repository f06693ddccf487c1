"""The same form in two windows, as two people at one shelf have it."""

from playwright.sync_api import Page, expect


def save(page: Page) -> None:
    page.get_by_role("button", name="Save changes").click()


def test_two_windows_on_one_material_lose_nothing(signed_in: Page) -> None:
    first, second = signed_in, signed_in.context.new_page()
    for page in (first, second):
        page.goto("/shelf/1/")
    first.locator("#id_notes").fill("Opened on Tuesday.\nA little short.")
    save(first)
    expect(first.get_by_text("is on the shelf.")).to_be_visible()

    second.locator("#id_notes").fill("Bag 3 is stiffer.")
    second.locator("#id_on_hand_g").fill("4321")
    save(second)
    asked = second.get_by_text("while your page was open")
    expect(asked).to_contain_text("A little short.")
    expect(second.locator("#id_notes")).to_have_value("Bag 3 is stiffer.")
    expect(second.locator("#id_on_hand_g")).to_have_value("4321")

    save(second)
    expect(second.get_by_text("is on the shelf.")).to_be_visible()
    first.goto("/shelf/1/")
    expect(first.locator("#id_notes")).to_have_value("Bag 3 is stiffer.")
    expect(first.locator("#id_on_hand_g")).to_have_value("4321")
