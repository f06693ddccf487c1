"""From a colour that is wanted to a test tile, its firing, and the prediction held against it."""

import re

from PIL import Image
from playwright.sync_api import Page, expect


def test_a_wanted_colour_becomes_a_test_tile_and_a_hit_or_a_miss(signed_in: Page) -> None:
    page = signed_in
    page.goto("/results/find/")
    page.get_by_role("textbox", name="Colour wanted").fill("66, -16, 22")
    page.get_by_role("button", name="Find colour").click()
    expect(page.locator("#nearest")).to_be_visible()
    expect(page.get_by_text("A prediction is not a test: fire a tile.")).to_be_visible()
    page.get_by_role("button", name="Make the test tile").first.click()
    expect(page.get_by_text("Prediction saved.")).to_be_visible()
    weigh_out(page)
    page.get_by_role("link", name="Make tiles").first.click()
    page.get_by_label("Number of tiles").fill("1")
    page.get_by_role("button", name="Make tiles").click()
    page.get_by_role("link", name=re.compile("Dry, then measure and weigh")).first.click()
    page.get_by_label("Bone-dry length").fill("94")
    page.get_by_label("Bone-dry weight").fill("62")
    page.get_by_role("button", name="Record dry readings").click()
    page.get_by_role("button", name="Record firing").click()
    page.get_by_label("Fired colour", exact=True).fill("67, -15, 21")
    page.get_by_role("button", name="Record fired readings").click()
    expect(page.get_by_text("Recorded")).to_be_visible()
    page.goto("/results/find/predictions/")
    expect(
        page.get_by_text("2 of 2 predictions came within twice the expected error.")
    ).to_be_visible()


def test_a_colour_that_nothing_reaches_is_said_so_and_other_cones_stand_apart(
    signed_in: Page,
) -> None:
    page = signed_in
    page.goto("/results/find/?want=%23d0021b")
    nothing = page.get_by_role("heading", name=re.compile("^Nothing of yours comes near: the near"))
    expect(nothing).to_be_visible()
    expect(page.get_by_role("heading", name="Nearest fired tiles")).to_have_count(0)
    expect(page.get_by_text("Test more of it, or another stain.")).to_be_visible()
    expect(page.get_by_role("heading", name=re.compile("^Elsewhere"))).to_be_visible()
    page.get_by_role("combobox", name="Clay and firing").select_option(index=1)
    page.get_by_role("button", name="Find colour").click()
    chosen = page.get_by_role("combobox", name="Clay and firing").locator("option:checked")
    where = chosen.inner_text().rsplit(" (", 1)[0]
    expect(page.get_by_text(f"In {where}.", exact=True)).to_be_visible()


def test_a_wanted_colour_is_picked_from_a_photograph(signed_in: Page, tmp_path) -> None:
    page = signed_in
    harbour = tmp_path / "harbour.png"
    picture = Image.new("RGB", (400, 200), "#3a6ea5")
    picture.paste("#c9b458", (200, 0, 400, 200))
    picture.save(harbour)
    page.goto("/results/find/")
    page.get_by_label("Or pick from a photograph").set_input_files(harbour)
    want = page.get_by_role("textbox", name="Colour wanted")
    canvas = page.get_by_label("The photograph.")
    canvas.click(position={"x": 20, "y": 20})
    expect(want).to_have_value("#3a6ea5")
    canvas.click(position={"x": canvas.bounding_box()["width"] - 20, "y": 20})
    expect(want).to_have_value("#c9b458")
    page.keyboard.press("ArrowDown")
    expect(want).to_have_value("#c9b458")
    page.get_by_role("button", name="Find colour").click()
    expect(page.locator("#nearest")).to_be_visible()
    page.get_by_label("Or pick from a photograph").set_input_files(
        {"name": "notes.txt", "mimeType": "text/plain", "buffer": b"no picture"}
    )
    expect(page.get_by_text("This browser cannot show that file.")).to_be_visible()


def test_one_starts_with_a_tile_of_ones_own_or_a_trial(signed_in: Page) -> None:
    page = signed_in
    page.goto("/results/find/")
    turquoise = re.compile(r"^D19 6\s% Slipway Turquoise, Ferry white, cone\s6")
    page.get_by_role("link", name=turquoise).click()
    expect(page.get_by_role("heading", name="Nearest fired tiles")).to_be_in_viewport()
    page.goto("/results/wall/")
    for picked in ("D19, 6", "D20, 6", "D9, 6"):
        page.get_by_role("checkbox", name=picked).check(force=True)
    page.get_by_role("button", name="Lay side by side (3)").click()
    three = re.compile(r"^D\d+ D\d+ D\d+$")
    expect(page.get_by_role("textbox", name="Tile codes")).to_have_value(three)
    expect(page.get_by_text("Export:")).to_be_visible()


def weigh_out(page: Page) -> None:
    """The dose as it is proposed, each part as much as is asked for."""
    page.get_by_role("button", name="Make this mix").click()
    first = page.get_by_text(re.compile(r"Step 1 of \d"))
    count = int(first.inner_text().split()[-1])
    for step in range(1, count + 1):
        expect(page.get_by_text(f"Step {step} of {count}")).to_be_visible()
        wanted = page.get_by_label("This step").locator(".figure").first.inner_text()
        page.get_by_label("Or type the weight").fill(re.findall(r"[\d.]+", wanted)[0])
        page.get_by_role("button", name="Record weight").click()


def test_which_tile_next_leads_from_a_stain_to_its_plan(signed_in: Page) -> None:
    page = signed_in
    page.goto("/results/find/ranges/")
    page.get_by_role("link", name="Which tile next").first.click()
    expect(page.get_by_role("heading", name="Which tile next")).to_be_visible()
    page.get_by_role("combobox", name="Colourant").select_option("Buoy Red")
    page.get_by_role("link", name="The colour at every strength").click()
    page.get_by_role("combobox", name="Colourant").select_option("Buoy Red")
    page.get_by_role("button", name="Find the next tiles").click()
    heading = page.get_by_role("heading", name=re.compile("^Fire .+ % Buoy Red$"))
    expect(heading).to_be_visible()
    strength = re.search(r"[\d.]+", heading.inner_text())[0]
    page.get_by_role("link", name=re.compile("^Plan th")).click()
    expect(page.get_by_text("Buoy Red").first).to_be_visible()
    expect(page.locator(f"input[value*='{strength}']").first).to_be_visible()
