"""From the winning colour to the finished piece: coats, slip, waits, a factor trial, a card."""

import io
import re

from playwright.sync_api import Locator, Page, expect
from pypdf import PdfReader

from tests.browser.every import every


def test_a_body_is_coated_its_slip_goes_to_mix_and_its_waits_to_the_bench(signed_in: Page) -> None:
    page = signed_in
    page.goto("/surface/")
    page.get_by_role("link", name="Plan a surface").click()
    page.get_by_label("Plan name").fill("Rim tiles")
    page.get_by_label("Body", exact=True).select_option(label="Ferry white")
    page.get_by_label("Shape").select_option(label="cylinder or beaker")
    for measure, mm in (("Rim diameter", "88"), ("Foot diameter", "72"), ("Height", "110")):
        page.get_by_label(measure).fill(mm)
    page.get_by_label("Number of pieces").fill("7")
    page.get_by_role("radio", name="Sgraffito").check()
    page.get_by_role("button", name="Save plan").click()

    coats = page.get_by_role("list", name="Coats from the top").get_by_role("heading")
    for number, slip in enumerate(
        ("3 % Lamp Yellow in Ferry white", "9 % Rope Green in Ferry white"), 1
    ):
        page.get_by_label("Slip", exact=True).select_option(label=slip)
        page.get_by_label("Wet coat thickness").fill("0,4")
        page.get_by_role("button", name="Add coat").click()
        expect(page.get_by_text("Coat added.")).to_be_visible()
        expect(coats).to_have_count(number)
    expect(coats).to_have_text(["9 % Rope Green in Ferry white", "3 % Lamp Yellow in Ferry white"])
    expect(page.get_by_text("the line shows Ferry white, ΔE")).to_be_visible()
    drag(page, page.locator(".coat").first, page.locator(".coat").last)
    expect(coats).to_have_text(["3 % Lamp Yellow in Ferry white", "9 % Rope Green in Ferry white"])
    page.get_by_role("button", name="Move 9 % Rope Green in Ferry white up").click()
    expect(coats).to_have_text(["9 % Rope Green in Ferry white", "3 % Lamp Yellow in Ferry white"])
    plan = page.url

    page.get_by_role("link", name="Make this slip").first.click()
    page.get_by_role("button", name="Make this mix").click()
    expect(page.get_by_text("Weighing out")).to_be_visible()

    page.goto(plan)
    page.get_by_role("button", name="Save this preview").click()
    expect(page.get_by_role("heading", name="Saved previews")).to_be_visible()
    page.get_by_role("button", name="Start these timers").click()
    expect(page.get_by_text("Timer started: Until leather-hard, Rim tiles.")).to_be_visible()
    open_timers(page)
    page.get_by_role("button", name="Next: until the shine goes off").click()
    page.get_by_role("button", name="Continue early").click()
    expect(page.get_by_text("Until the shine goes off: Rim tiles.")).to_be_visible()
    open_timers(page)
    expect(page.get_by_text("Apply coat 1: 3 % Lamp Yellow in Ferry white.").first).to_be_visible()


def test_a_joggled_plate_from_slab_to_former(signed_in: Page) -> None:
    """Nothing is waited for between the wet base and its trails; the first wait is leather-hard."""
    page = signed_in
    page.goto("/surface/plans/new/")
    page.get_by_label("Plan name").fill("Buffet plates")
    page.get_by_label("Body", exact=True).select_option(label="Ferry white")
    page.get_by_label("Shape").select_option(label="plate")
    page.get_by_label("Rim diameter").fill("240")
    page.get_by_label("Height").fill("22")
    page.get_by_label("Surface to coat").select_option(label="inside")
    page.get_by_role("radio", name="Marbled slip").check()
    page.get_by_role("button", name="Save plan").click()
    for slip, share in (
        ("3 % Lamp Yellow in Ferry white", ""),
        ("9 % Rope Green in Ferry white", "30"),
        ("9 % Lamp Yellow in Ferry white", "15"),
    ):
        page.get_by_label("Slip", exact=True).select_option(label=slip)
        expect(page.get_by_label("Surface underneath")).to_have_value("soft_slab")
        page.get_by_label("Share of the face").fill(share)
        page.get_by_role("button", name="Add coat").click()
        expect(page.get_by_role("heading", name=slip)).to_be_visible()
    expect(page.get_by_text("9 % Rope Green in Ferry white 30 %,")).to_be_visible()
    steps = page.locator("ol.waits li p.font-semibold")
    expect(steps).to_have_text(
        [
            *("Roll a slab", "Apply coat 1: 3 % Lamp Yellow in Ferry white"),
            *("Trail 9 % Rope Green in Ferry white", "Trail 9 % Lamp Yellow in Ferry white"),
            *("Tilt the board", "Until leather-hard", "Cut to shape", "Lay it over the former"),
            *("Until bone dry, slowly", "Bisque firing and cooling"),
        ]
    )
    page.get_by_role("button", name="Start these timers").click()
    expect(page.get_by_text("Timer started: Until leather-hard, Buffet plates.")).to_be_visible()
    open_timers(page)
    expect(page.get_by_text("At once, into the wet base.").first).to_be_visible()


def compose(page: Page) -> None:
    """Two coats onto the open plan, which is never left for it."""
    page.evaluate("window.isTheSamePage = true")
    page.get_by_role("button", name="Add coat").click()
    expect(page.get_by_text("Choose a slip, or enter the name of another.")).to_be_visible()
    add = page.get_by_role("button", name="Add coat")
    heading = page.get_by_role("heading", name="Add a coat on top")
    for slip in ("3 % Lamp Yellow in Ferry white", "3 % Rope Green in Ferry white"):
        page.get_by_label("Slip", exact=True).select_option(label=slip)
        page.get_by_label("Coats", exact=True).fill("2")
        page.get_by_label("Wet coat thickness").fill("0.3")
        add.scroll_into_view_if_needed()
        stood = top_of(heading)
        add.click()
        expect(page.get_by_role("heading", name=slip)).to_be_visible()
        expect(add).to_be_focused()
        assert abs(top_of(heading) - stood) < 2, "the form stays where it was as the face grows"
    expect(page.get_by_text("2 light coats under this colour")).to_be_visible()
    assert page.evaluate("window.isTheSamePage"), "coats are added without leaving the page"


def test_two_under_two_on_a_dark_body_are_found_again_by_their_colour(signed_in: Page) -> None:
    """Sgraffito: two light and two green coats on the dug clay, under the clear of the shelf."""
    page = signed_in
    page.goto("/surface/plans/new/")
    page.get_by_label("Plan name").fill("Soap dishes")
    page.get_by_label("Body", exact=True).select_option(label="Canal bank")
    page.get_by_label("Shape").select_option(label="tile")
    for measure, mm in (("Width", "90"), ("Length", "120"), ("Thickness", "8")):
        page.get_by_label(measure).fill(mm)
    expect(page.locator("svg.of-tile").get_by_text("120 mm")).to_be_visible()
    page.get_by_role("radio", name="Sgraffito").check()
    expect(page.get_by_label("Which glaze", exact=True)).to_be_hidden()
    page.get_by_label("Glaze over it").select_option(label="thin")
    page.get_by_label("Which glaze", exact=True).select_option(label="Harbour clear")
    page.get_by_role("button", name="Save plan").click()
    expect(page.get_by_role("heading", name="Soap dishes")).to_be_visible()
    compose(page)
    plan = page.url

    page.get_by_role("link", name="Make test tiles").click()
    expect(page.get_by_label("As planned")).to_be_checked()
    page.get_by_label("Without 3 % Lamp Yellow in Ferry white under it").check()
    expect(page.get_by_label("Glaze", exact=True)).to_have_value(re.compile(r"\d+"))
    page.get_by_role("button", name="Make test tiles").click()
    expect(page.get_by_role("heading", name="Test tiles: Soap dishes")).to_be_visible()
    page.get_by_role("link", name=re.compile("Dry, then measure and weigh")).first.click()
    expect(page.get_by_text("on Canal bank · line 100 mm")).to_contain_text("Harbour clear")
    page.get_by_label("Bone-dry length").fill("94")
    page.get_by_label("Bone-dry weight").fill("71")
    page.get_by_role("button", name="Record dry readings").click()
    page.get_by_role("button", name="Record firing").click()
    page.get_by_label("Fired colour", exact=True).fill("41, -23, 12")
    page.get_by_role("button", name="Record fired readings").click()
    expect(page.get_by_text("Recorded")).to_be_visible()

    page.goto(plan)
    expect(
        page.get_by_text("Fired as planned on Canal bank, cone 6, Harbour clear")
    ).to_be_visible()
    page.goto("/results/find/?want=41,-23,12")
    found = page.get_by_text(
        "2 coats of 3 % Rope Green in Ferry white over 2 coats of 3 % Lamp Yellow in Ferry white"
        " on Canal bank, cone 6, Harbour clear"
    )
    expect(found).to_be_visible()


def test_one_recipe_under_two_glazes_is_told_apart(signed_in: Page) -> None:
    page = signed_in
    page.goto("/shelf/")
    page.get_by_role("link", name="Add a material").click()
    page.get_by_role("radio", name="Glaze", exact=True).check()
    page.get_by_label("Name").fill("Gale satin")
    page.get_by_label("Sheen").select_option(label="satin")
    page.get_by_label("Zinc").select_option(label="contains zinc")
    page.get_by_role("button", name="Add to shelf").click()
    expect(page.get_by_text("satin, contains zinc")).to_be_visible()
    for glaze, colour in (("Harbour clear", "60, 4, -24"), ("Gale satin", "66, 2, -12")):
        page.goto("/go/?kind=mix&q=9+%25+Quay+Blue")
        page.get_by_role("link", name="9 % Quay Blue in Ferry white").first.click()
        page.get_by_role("link", name="Make tiles").first.click()
        page.get_by_label("Number of tiles").fill("1")
        page.get_by_role("radio", name="glazed", exact=True).check()
        page.get_by_label("Glaze", exact=True).select_option(label=glaze)
        if glaze == "Harbour clear":
            page.get_by_label("New trial name").fill("Blue under two")
        else:
            page.get_by_label("Trial", exact=True).select_option(label="Blue under two")
        page.get_by_role("button", name="Make tiles").click()
        page.get_by_role("link", name=re.compile("Dry, then measure and weigh")).last.click()
        page.get_by_label("Bone-dry weight").fill("70")
        page.get_by_role("button", name="Record dry readings").click()
        page.get_by_role("button", name="Record firing").click()
        page.get_by_label("Fired colour", exact=True).fill(colour)
        page.get_by_role("button", name="Record fired readings").click()
        expect(page.get_by_text("Recorded")).to_be_visible()
    page.get_by_role("link", name="Blue under two").click()
    page.get_by_role("main").get_by_role(
        "link", name=re.compile("See results|See results")
    ).first.click()
    told = "9 % Quay Blue under Gale satin and under Harbour clear: they look different"
    expect(page.get_by_text(told)).to_be_visible()


def test_a_trial_of_factors_from_the_expectation_to_what_came(signed_in: Page) -> None:
    page = signed_in
    page.goto("/surface/factor-trials/new/")
    page.get_by_label("Trial name").fill("Wax or none")
    page.get_by_label("First factor").fill("resist")
    page.get_by_label("Second factor").fill("slip")
    levels = page.get_by_label("Levels")
    levels.nth(0).fill("none, thin wax, thick wax")
    levels.nth(1).fill("green, yellow, grey")
    page.get_by_label("Control").fill("bare clay")
    page.get_by_label("Slabs").fill("2")
    page.get_by_label("Evenness").check()
    page.get_by_label("What do you expect?").fill("Thick wax leaves bare places")
    page.get_by_label("Level or factor").fill("thick wax")
    page.get_by_label("Expected outcome").select_option(label="comes out worst")
    page.get_by_label("Judged by").select_option(label="evenness")
    page.get_by_role("button", name="Save trial").click()
    expect(page.get_by_text("20 pieces on 2 slabs")).to_be_visible()
    expect(page.get_by_text("A clear effect of each factor would be told")).to_be_visible()

    page.get_by_role("link", name="Rate evenness").click()
    pieces = page.locator("fieldset.rating")
    expect(pieces).to_have_count(20)
    for piece in every(pieces):
        step = (
            "4 streaks and bare places" if "thick wax" in piece.inner_text() else "1 a few specks"
        )
        piece.get_by_role("radio", name=step).check()
    page.get_by_role("button", name="Save ratings").click()
    expect(page.get_by_text("20 ratings saved.")).to_be_visible()
    expect(page.get_by_text("Resist matters:")).to_contain_text("thick wax was worse")
    expect(page.get_by_text("As expected · counted as")).to_be_visible()
    expect(page.get_by_role("img", name="thick wax, grey: 4, streaks").first).to_be_visible()
    page.get_by_text("Add to the expectation").click()
    page.get_by_label("Expectation", exact=True).fill("Try half the wax next")
    page.get_by_role("button", name="Save expectation").click()
    expect(page.get_by_text("Added after the first result: Try half the wax next")).to_be_visible()


def test_a_mugs_card_says_what_was_established(signed_in: Page, tmp_path) -> None:
    page = signed_in
    page.goto("/results/clays/?cone=6")
    page.get_by_role("link", name="Canal bank", exact=True).click()
    page.get_by_role("link", name="Add a batch of ware").click()
    page.get_by_label("Batch name").fill("Ferry mugs")
    page.get_by_label("Fired to cone").select_option("6")
    page.get_by_label("Glaze and food").select_option(label="nothing stated")
    page.get_by_label("Lustre or metal decoration").select_option(label="no")
    page.get_by_role("button", name="Save batch").click()
    expect(page.get_by_text("3 bars of Canal bank at cone 6").first).to_be_visible()

    page.get_by_role("button", name="Start acid test").click()
    expect(page.get_by_text("In white vinegar")).to_be_visible()
    page.get_by_role("radio", name="yes").check()
    page.get_by_label("Observations").fill("Matt where the vinegar stood")
    page.get_by_role("button", name="Save result").click()
    expect(page.get_by_text("Changed: acid attacked the surface.")).to_be_visible()

    with page.expect_download() as download:
        page.get_by_role("link", name="Download card").click()
    card = tmp_path / "card.pdf"
    download.value.save_as(card)
    text = " ".join(PdfReader(io.BytesIO(card.read_bytes())).pages[0].extract_text().split())
    assert "Food: no" in text
    assert "Overnight acid test: the surface changed. This is a fail." in text
    assert "It is not an assurance of safety" in text


def drag(page: Page, from_: Locator, onto: Locator) -> None:
    """As a hand does it: once the page listens, and in many small moves."""
    page.wait_for_load_state("load")
    onto.scroll_into_view_if_needed()
    from_.hover(position={"x": 60, "y": 12})
    place = onto.bounding_box() or {}
    page.mouse.down()
    page.mouse.move(place["x"] + 60, place["y"] + 12, steps=15)
    page.mouse.move(place["x"] + 64, place["y"] + 16, steps=3)
    page.mouse.up()


def top_of(found: Locator) -> float:
    """Where something begins on the screen, px from its upper edge."""
    return float(found.evaluate("found => found.getBoundingClientRect().top"))


def open_timers(page: Page) -> None:
    """What is timed unfolds by itself only while something is due."""
    [fold] = every(page.locator(".timers-fold"))
    if fold.get_attribute("open") is None:
        fold.locator("> summary").click()
