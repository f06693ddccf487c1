"""Fired colours off a photograph: marked by mouse and keys, read, and said on the trial's page."""

import re

from playwright.sync_api import Page, expect

from standins.camera.camera import WARM, Camera
from standins.camera.scene import GREY, WHITE, Scene, SceneTile

SERIES = [(70, 0, -12), (60, 1, -24), (60.3, 1, -24), (48, 2, -36), (48.2, 2, -36), (47.8, 2, -36)]
"""The six tiles of the demo's first trial, in colours of their own: 9 % is as strong as it gets."""


def test_six_tiles_are_marked_read_and_speak(signed_in: Page, tmp_path) -> None:
    page = signed_in
    scene = Scene([SceneTile(colour) for colour in SERIES])
    taken = tmp_path / "tiles.jpg"
    taken.write_bytes(Camera(lamp=WARM, gradient=0.1).photograph(scene))
    page.goto("/results/trials/1/")
    page.get_by_role("link", name="Photograph the tiles").click()
    page.get_by_label("Photograph", exact=True).set_input_files(taken)
    page.get_by_role("button", name="Upload photograph").click()
    expect(page.get_by_text("Mark: White card")).to_be_visible()
    at = [(place.x, place.y) for place in scene.places]
    click_on_picture(page, scene, at[0])
    page.get_by_role("button", name="Mark Grey card, 18 %").click()
    click_on_picture(page, scene, at[-1])
    expect(page.get_by_text("Mark: A1")).to_be_visible()
    click_on_picture(page, scene, at[1])
    page.get_by_role("button", name="Mark A6").click()
    click_on_picture(page, scene, at[-2])
    page.get_by_role("button", name="Space the tiles evenly").click()
    expect(page.get_by_text("Every tile is marked.")).to_be_visible()
    expect(page.get_by_text(re.compile("fired colour #"))).to_have_count(6)
    the_last_ring_moves_by_keys(page)
    page.get_by_role("button", name="Save colours").click()
    expect(page.get_by_text("6 fired colours saved.")).to_be_visible()
    summary = page.get_by_text("9 % is as strong as it gets. 12 % looks the same")
    expect(summary.and_(page.locator("p"))).to_be_visible()


def upload(page: Page, tmp_path, camera: Camera, scene: Scene) -> None:
    taken = tmp_path / "tiles.jpg"
    taken.write_bytes(camera.photograph(scene))
    page.goto("/results/trials/1/photographs/new/")
    expect(page.get_by_role("img", name="A row of tiles with a white and a grey")).to_be_visible()
    page.get_by_label("Photograph", exact=True).set_input_files(taken)
    page.get_by_role("button", name="Upload photograph").click()
    expect(page.get_by_text("Mark: White card")).to_be_visible()


def margin_of(page: Page, code: str) -> float:
    """The ± that stands under a tile."""
    tile = page.get_by_role("list", name="Tiles").get_by_role("listitem")
    said = tile.filter(has=page.get_by_role("button", name=f"Mark {code}")).get_by_text("± ")
    return float(said.inner_text().removeprefix("±"))


def test_cards_at_both_ends_tell_more_than_one_and_a_glaring_tile_is_refused(
    signed_in: Page, tmp_path
) -> None:
    """A1 and A6 of the demo's first trial have colours; A1 is photographed in glare."""
    page = signed_in
    glaring = [(99.9, 0, 0), *SERIES[1:]]
    row = [GREY, *glaring, GREY]
    scene = Scene([SceneTile(colour) for colour in row], grey=WHITE)
    upload(page, tmp_path, Camera(gradient=0.2, stops=0.13), scene)
    at = [(place.x, place.y) for place in scene.places]
    click_on_picture(page, scene, at[0])
    expect(page.get_by_text("Mark: Grey card, 18 %")).to_be_visible()
    page.get_by_role("button", name="Mark A1").click()
    click_on_picture(page, scene, at[2])
    page.get_by_role("button", name="Mark A6").click()
    click_on_picture(page, scene, at[-3])
    page.get_by_role("button", name="Space the tiles evenly").click()
    expect(page.get_by_text("These cards cannot tell how the light falls off")).to_be_visible()
    expect(page.get_by_text("the camera lost the colour")).to_be_visible()
    with_one = margin_of(page, "A5")
    for card, place in (
        ("Grey card, 18 %", at[1]),
        ("Grey card at the other end", at[-2]),
        ("White card at the other end", at[-1]),
    ):
        page.get_by_role("button", name=f"Mark {card}").click()
        click_on_picture(page, scene, place)
    expect(page.get_by_text("% across the picture and has been corrected.")).to_be_visible()
    assert margin_of(page, "A5") < with_one / 2
    page.get_by_role("button", name="Save colours").click()
    saved = page.get_by_role("status").get_by_text("5 fired colours saved.")
    expect(saved).to_contain_text("Not read: A1. Too bright or too dark here")
    expect(saved).to_contain_text("A1 keeps its earlier colour.")


def test_an_own_card_reads_as_its_colour_is_typed(signed_in: Page, tmp_path) -> None:
    page = signed_in
    scene = Scene([SceneTile(colour) for colour in SERIES])
    upload(page, tmp_path, Camera(), scene)
    at = [(place.x, place.y) for place in scene.places]
    page.get_by_role("button", name="Mark Own card").click()
    click_on_picture(page, scene, at[0])
    click_on_picture(page, scene, at[1])
    expect(page.get_by_text("Enter the colour of your own card.")).to_be_visible()
    page.get_by_label("Colour of your own card").press_sequentially("95, -0.5, 1.5")
    expect(page.get_by_text(re.compile("fired colour #"))).to_have_count(1)
    expect(page.get_by_text("Enter the colour of your own card.")).to_be_hidden()
    expect(page.get_by_label("Colour of your own card")).to_have_value("95, -0.5, 1.5")
    expect(page.get_by_label("Colour of your own card")).to_be_focused()


def test_marks_are_there_when_the_page_was_left_and_another_picture_takes_them_over(
    signed_in: Page, tmp_path
) -> None:
    page = signed_in
    scene = Scene([SceneTile(colour) for colour in SERIES])
    upload(page, tmp_path, Camera(), scene)
    at = [(place.x, place.y) for place in scene.places]
    click_on_picture(page, scene, at[0])
    page.get_by_role("button", name="Mark A1").click()
    click_on_picture(page, scene, at[1])
    expect(page.get_by_text(re.compile("fired colour #"))).to_have_count(1)
    with page.expect_response("**/read/"):
        page.get_by_label("Name", exact=True).fill("North window")
        page.keyboard.press("Tab")
    page.goto("/results/trials/1/")
    page.get_by_role("link", name="North window").click()
    expect(page.get_by_text(re.compile("fired colour #"))).to_have_count(1)
    expect(page.locator('[data-ring="white"]')).to_be_visible()
    page.get_by_text("Use these marks on another picture").click()
    again = tmp_path / "again.jpg"
    again.write_bytes(Camera(lamp=WARM).photograph(scene))
    page.get_by_label("Photograph", exact=True).set_input_files(again)
    page.get_by_role("button", name="Upload picture").click()
    expect(page.get_by_text("The marks are on the new picture.")).to_be_visible()
    expect(page.get_by_text(re.compile("fired colour #"))).to_have_count(1)


def click_on_picture(page: Page, scene: Scene, at: tuple[float, float]) -> None:
    picture = page.locator("svg.photo")
    picture.scroll_into_view_if_needed()
    box = picture.bounding_box()
    across, down = at[0] / scene.width, at[1] / scene.height
    page.mouse.click(box["x"] + across * box["width"], box["y"] + down * box["height"])


def the_last_ring_moves_by_keys(page: Page) -> None:
    page.get_by_role("button", name="Show places").click()
    page.get_by_role("button", name="Mark A6").click()
    place = page.get_by_label("Place of A6")
    before = place.input_value()
    page.keyboard.press("ArrowRight")
    expect(place).not_to_have_value(before)
    page.keyboard.press("ArrowLeft")
    expect(place).to_have_value(before)
