"""From a shelf of materials to a fired verdict, through the real pages."""

import re
from datetime import date

from playwright.sync_api import Page, expect


def add_material(page: Page, kind: str, name: str, grams: str) -> None:
    page.goto("/shelf/new/")
    page.get_by_role("radio", name=kind).check(force=True)
    page.get_by_label("Name").fill(name)
    if kind == "Clay body":
        page.locator("[name=state][value=dry]").check(force=True)
    page.get_by_label("Stock").fill(grams)
    page.get_by_role("button", name="Add to shelf").click()
    expect(page.get_by_text(f"{name} is on the shelf.")).to_be_visible()


def make_the_mix(page: Page) -> None:
    """80 g of dry clay at 10 %: typed, answered while typing, kept."""
    page.goto("/mix/dose/")
    page.get_by_label("Clay", exact=True).fill("Slip-lane white")
    page.get_by_label("Weight of clay").fill("80")
    page.get_by_label("Name of colourant 1").fill("Lantern blue")
    page.get_by_label("Percent of colourant 1").fill("10")
    answer = page.get_by_role("region", name="Result")
    expect(answer.get_by_text("8.0 g", exact=True).first).to_be_visible()
    expect(answer.get_by_text("80 g dry clay × 10 ÷ 100 = 8 g")).to_be_visible()
    expect(page).to_have_url(re.compile(r"mass=80.*add=Lantern\+blue%3A10"))
    page.get_by_role("button", name="Make this mix").click()
    expect(page.get_by_role("heading", name="10 % Lantern blue in Slip-lane white")).to_be_visible()


def weigh_it_with_an_overshoot(page: Page) -> None:
    """Clay to the mark, too much stain, the rest scaled up to match; all with the scale's keys."""
    page.get_by_role("button", name="Put on 80.0 g").click()
    expect(page.get_by_text("There is something on the pan")).to_be_visible()
    page.keyboard.press("r")
    expect(page.get_by_text("Step 2 of 2")).to_be_visible()
    page.get_by_role("button", name="Put on too much").click()
    expect(page.get_by_text("There is something on the pan")).to_be_visible()
    page.keyboard.press("r")
    expect(page.get_by_text("8.6 g is too much")).to_be_visible()
    expect(
        page.get_by_role("button", name="Keep this weight: the strength will be 10.75 %")
    ).to_be_visible()
    page.get_by_role("button", name="Scale the rest up to match").click()
    expect(page.get_by_text("a top-up")).to_be_visible()
    page.get_by_label("Or type the weight").fill("6,0")
    page.keyboard.press("Enter")
    made = page.get_by_role("region", name="Finished mix")
    expect(made.get_by_text("planned 10 % on dry clay")).to_be_visible()


def make_two_tiles(page: Page) -> None:
    page.get_by_role("link", name="Make tiles").click()
    page.get_by_label("Number of tiles").fill("2")
    page.get_by_label("New trial name").fill("Lantern test")
    page.get_by_role("button", name="Make tiles").click()
    expect(page.get_by_role("heading", name="Lantern test")).to_be_visible()
    expect(page.get_by_text("10 Lantern blue").first).to_be_visible()


def record_a_tile(page: Page, soaked: str, colour: str) -> None:
    page.get_by_label("Bone-dry length").fill("94")
    page.get_by_label("Bone-dry weight").fill("25,4")
    page.get_by_role("button", name="Record dry readings").click()
    expect(page.get_by_text("Next: fire")).to_be_visible()
    page.get_by_role("button", name="Record firing").click()
    page.get_by_label("Fired length").fill("88.5")
    page.get_by_label("Fired weight, dry").fill("24.0")
    page.get_by_label("Soaked weight").fill(soaked)
    page.get_by_label("Soaking method").select_option("boil_soak")
    page.get_by_label("Fired colour", exact=True).fill(colour)
    page.get_by_role("button", name="Record fired readings").click()
    expect(page.get_by_text("Next: results ready")).to_be_visible()


def test_from_the_shelf_to_a_verdict(signed_in: Page) -> None:
    page = signed_in
    add_material(page, "Clay body", "Slip-lane white", "2000")
    add_material(page, "Stain", "Lantern blue", "60")
    make_the_mix(page)
    weigh_it_with_an_overshoot(page)
    page.goto("/shelf/")
    expect(page.get_by_text("1.91 kg")).to_be_visible()
    expect(page.get_by_text("51.4 g")).to_be_visible()
    page.wait_for_load_state()
    page.go_back()
    make_two_tiles(page)
    page.get_by_role("link", name="Dry, then measure and weigh").first.click()
    record_a_tile(page, soaked="25.0", colour="#4a6a9c")
    page.keyboard.press("n")
    record_a_tile(page, soaked="25.0", colour="48, 0.5, -28")
    page.get_by_role("link", name="Lantern test").click()
    page.get_by_role("link", name="See results").click()
    over = re.compile(r"4\.2\s±\s.*\s% is over 1.5\s% for stoneware")
    expect(page.get_by_text(over)).to_be_visible()
    page.get_by_label("Limits").select_option("loose")
    page.get_by_role("button", name="Update verdict").click()
    expect(page.get_by_text(re.compile(r"such ware is found"))).to_be_visible()


def test_a_correction_leaves_the_old_figure_beside_it(signed_in: Page) -> None:
    page = signed_in
    page.goto("/tiles/1/")
    page.get_by_label("Soaked weight").fill("84.6")
    page.get_by_role("button", name="Record fired readings").click()
    history = page.get_by_role("table")
    expect(history.get_by_text("84.6 g")).to_be_visible()
    expect(history.get_by_text("83.9 g")).to_be_visible()
    expect(history.get_by_text("corrected")).to_be_visible()


def test_a_double_click_does_a_thing_once(signed_in: Page) -> None:
    page = signed_in
    page.goto("/shelf/new/")
    page.get_by_role("radio", name="Oxide").check(force=True)
    page.get_by_label("Name").fill("Twice clicked")
    page.get_by_role("button", name="Add to shelf").dblclick()
    expect(page.get_by_text("Twice clicked is on the shelf.")).to_be_visible()
    page.goto("/kiln/firings/")
    rows = page.get_by_role("row").filter(has_text=f"{date.today():%-d %b %Y}")
    before = rows.count()
    page.goto("/tiles/16/")
    page.get_by_role("button", name="Record firing").dblclick()
    expect(page.get_by_text("A16 fired")).to_be_visible()
    page.goto("/kiln/firings/")
    expect(rows).to_have_count(before + 1)


def test_the_back_button_after_typing_shows_a_whole_page(signed_in: Page) -> None:
    page = signed_in
    page.goto("/mix/dose/")
    page.get_by_label("Weight of clay").fill("60")
    page.get_by_label("Percent of colourant 1").fill("15")
    expect(page.get_by_text("9.0 g", exact=True).first).to_be_visible()
    page.get_by_role("link", name="Shelf").click()
    expect(page.get_by_role("heading", name="Shelf", exact=True)).to_be_visible()
    page.wait_for_load_state()
    page.go_back()
    expect(page.get_by_role("heading", name="Dose", exact=True)).to_be_visible()
    expect(page.get_by_label("Weight of clay")).to_have_value("60")
    expect(page.get_by_text("9.0 g", exact=True).first).to_be_visible()


def test_a_clay_from_the_shelf_brings_its_state_and_water(signed_in: Page) -> None:
    page = signed_in
    page.goto("/mix/dose/")
    page.get_by_label("Clay", exact=True).fill("Ferry white")
    page.get_by_label("Weight of clay").fill("100")
    expect(page.get_by_role("radio", name="Plastic")).to_be_checked()
    expect(page.get_by_label("Water content")).to_have_value("21.5")


def test_no_answer_is_said_and_nothing_typed_is_lost(unwatched: Page) -> None:
    page = unwatched
    page.goto("/mix/dose/")
    weight = page.get_by_label("Weight of clay")
    page.context.set_offline(True)
    weight.fill("60")
    expect(page.get_by_role("alert")).to_contain_text("not responding")
    page.context.set_offline(False)
    page.get_by_label("Percent of colourant 1").fill("15")
    expect(page.get_by_text("9.0 g", exact=True).first).to_be_visible()
    expect(page.get_by_role("alert")).to_be_hidden()
    expect(weight).to_have_value("60")


def test_signed_out_meanwhile_leads_to_the_door_and_back(unwatched: Page) -> None:
    page = unwatched
    page.goto("/mix/11/")
    page.context.clear_cookies(name="sessionid")
    page.get_by_role("button", name=re.compile("^Put on [0-9]")).click()
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
    assert "next=/mix/11/" in page.url
