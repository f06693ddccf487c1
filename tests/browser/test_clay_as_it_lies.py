"""Clay as it lies in the bag, through the real pages: sampled, put right, stirred, read."""

import re

from playwright.sync_api import Page, expect

from tests.browser.every import every
from tests.browser.first_run import found_studio


def type_weights(page: Page) -> None:
    """Everything that the open mix wants, typed as the page asks for it."""
    made = page.get_by_role("region", name="Finished mix")
    for step in range(1, 6):
        said = page.get_by_role("region", name="This step").inner_text()
        asked = re.search(r"([\d.]+)\s*g\b", said)
        assert asked, said
        page.get_by_label(re.compile("Scale reading|Or type the weight")).fill(asked.group(1))
        page.keyboard.press("Enter")
        expect(made.or_(page.get_by_text(f"Step {step + 1} of"))).to_be_visible()
        if made.is_visible():
            return


def test_from_an_empty_studio_and_a_plastic_bag_to_three_colours(
    page: Page, empty_application: str
) -> None:
    found_studio(page, empty_application)
    page.goto(f"{empty_application}/shelf/new/")
    page.get_by_label("Clay body").check(force=True)
    page.get_by_label("Name").fill("Slipway white")
    page.get_by_label("Water content").fill("19.5")
    page.get_by_role("button", name="Add to shelf").click()
    expect(page.get_by_text("plastic, 19.5 % water")).to_be_visible()

    page.goto(f"{empty_application}/mix/series/")
    page.get_by_label("Clay", exact=True).fill("Slipway white")
    page.keyboard.press("Tab")
    expect(page.get_by_label("Water content")).to_have_value("19.5")
    page.get_by_label("Colourant", exact=True).fill("Harbour Plum")
    page.get_by_label("Colourant on hand").fill("8.5")
    page.get_by_label("Strengths, on dry clay").fill("2, 5, 8")
    page.get_by_label("Smallest mix, dry").fill("")
    page.get_by_label("As large as the colourant allows").check()
    first = page.locator(".plan-first")
    expect(first).to_contain_text("plastic clay")
    expect(first.locator(".figure").first).to_contain_text(re.compile("8\\.[45]"))
    first.get_by_role("link", name="Start a trial").click()
    page.get_by_label("Trial name").fill("Plum, from a sample")
    with page.expect_navigation():
        page.get_by_role("button", name="Start trial").click()
    plan = page.url

    for _ in range(3):
        page.goto(plan)
        page.get_by_role("link", name="Weigh out this mix").click()
        type_weights(page)
        page.goto(plan)
        page.get_by_role("button", name="Mark as made and labelled").click()
        expect(page.get_by_text("made and labelled. Now let them dry.")).to_be_visible()

    page.get_by_role("link", name="Tiles and labels").click()
    page.get_by_role("link", name="Enter readings").click()
    for row, figure in enumerate(("94", "94.5", "94")):
        page.get_by_label("bone-dry length").nth(row).fill(figure)
        page.keyboard.press("Enter")
    page.get_by_role("button", name="Record readings").click()
    expect(page.get_by_text("3 readings recorded.")).to_be_visible()

    page.get_by_role("link", name="Go to Kiln").click()
    expect(page.get_by_role("heading", name="To fire", exact=True)).to_be_visible()
    page.goto(f"{empty_application}/kiln/")
    for box in every(page.get_by_role("checkbox")):
        box.check()
    page.get_by_role("button", name="Record firing").click()
    expect(page.get_by_text(re.compile("3 (tiles|pieces)"))).to_be_visible()
    page.goto(f"{empty_application}/tiles/trials/1/readings/")
    for row, colour in enumerate(("74, 9, -4", "58, 16, -9", "47, 21, -12")):
        page.get_by_label(re.compile("A[0-9], colour")).nth(row).fill(colour)
    page.get_by_role("button", name="Record readings").click()
    expect(page.get_by_text("3 readings recorded.")).to_be_visible()
    page.get_by_role("link", name="Results", exact=True).last.click()
    expect(page.get_by_text("8 % still looks different from 5 %")).to_be_visible()


def test_five_kilos_dosed_on_the_wet_weight_are_put_right(signed_in: Page) -> None:
    """4.5 kg at 20 %: 5 % of the wet weight is 225 g, 6.25 % on dry; 1125 g of clay help."""
    page = signed_in
    page.goto("/mix/check-sum/")
    page.get_by_label("Plastic").check(force=True)
    page.get_by_label("Weight of clay").fill("4500")
    page.get_by_label("Water content").fill("20")
    page.get_by_label("Strength wanted").first.fill("5")
    page.get_by_label("Your answer, colourant").fill("225")
    answer = page.get_by_role("region", name="Result")
    expect(answer.get_by_text("You dosed on the wet weight.")).to_be_visible()
    expect(answer).to_contain_text("1125")
    answer.get_by_role("link", name=re.compile("clay", re.IGNORECASE)).first.click()
    expect(page).to_have_url(re.compile("/mix/adjust/"))
    result = page.get_by_role("region", name="Result")
    expect(result).to_contain_text(re.compile(r"1125(\.0)?\s?g"))
    page.get_by_role("button", name="Make this mix").click()
    expect(page.get_by_text("Step 1 of")).to_be_visible()


def test_slip_is_stained_thickened_and_wedged_with_scraps(signed_in: Page) -> None:
    page = signed_in
    page.goto("/mix/slip/?clay=Buff+pouring+slip&what=bucket&specific_gravity=1.37")
    page.get_by_label("Slip amount").fill("1.5")
    page.get_by_label("Target specific gravity").fill("1.5")
    page.get_by_label("Name of colourant 1").fill("Quay Blue")
    page.get_by_label("Percent of colourant 1").fill("6")
    result = page.get_by_role("region", name="Result")
    expect(result).to_contain_text("dry clay")
    page.get_by_role("button", name="Make this mix").click()
    step = page.get_by_role("region", name="This step")
    expect(step).to_contain_text("Buff pouring slip, slip")

    page.goto("/mix/join/")
    page.get_by_label("First clay, weight").fill("1800")
    page.get_by_label("Water content, if not dry").first.fill("52")
    page.get_by_label("Second clay, weight").fill("700")
    page.get_by_label("Water content, if not dry").last.fill("19")
    result = page.get_by_role("region", name="Result")
    expect(result).to_contain_text(re.compile("g of water (have|has) to go"))
    page.get_by_role("button", name="Make this mix").click()
    expect(page.get_by_text("Step 1 of 2")).to_be_visible()


def test_a_grid_stays_a_grid_from_its_plan_to_its_colours(signed_in: Page) -> None:
    """Nine cells of the fired grid: read in one table, drawn touching, in its report as well."""
    page = signed_in
    page.goto("/results/trials/8/")
    expect(page.get_by_role("heading", name="Cobalt and titanium in buff")).to_be_visible()
    grid = page.locator("table.result-grid")
    expect(grid.locator("tbody tr")).to_have_count(3)
    expect(grid.locator("tbody td .tile")).to_have_count(9)
    first, right = (grid.locator("tbody td").nth(n).bounding_box() for n in (0, 1))
    below = grid.locator("tbody td").nth(3).bounding_box()
    assert first
    assert right
    assert below
    assert abs(first["x"] + first["width"] - right["x"]) < 1
    assert abs(first["y"] + first["height"] - below["y"]) < 1
    page.get_by_role("link", name="Absorption", exact=True).click()
    expect(grid.locator(".grid-figure")).to_have_count(9)
    page.get_by_role("link", name="Report").click()
    expect(page.locator(".report-swatch-grid tbody svg")).to_have_count(9)


def test_six_sample_bags_go_on_with_what_is_worth_it(signed_in: Page) -> None:
    page = signed_in
    page.goto("/results/")
    page.get_by_role("link", name="Colour trials").click()
    page.get_by_role("link", name="Six sample bags in porcelain").first.click()
    expect(page.get_by_text("Marsh Green looks like Kelp Green")).to_be_visible()
    twin = page.get_by_role("group", name="Strengths of Marsh Green")
    expect(twin.get_by_role("checkbox", checked=True)).to_have_count(0)
    own = page.get_by_role("group", name="Strengths of Heather")
    expect(own.get_by_role("checkbox", checked=True)).to_have_count(2)
    page.get_by_role("button", name="Add these to the plan").click()
    expect(page.get_by_text("9 mixes added to the plan")).to_be_visible()
    expect(page.get_by_role("region", name="Next")).to_contain_text("3 % Gull Grey")


def test_a_list_of_bags_becomes_a_campaign_while_it_is_typed(signed_in: Page) -> None:
    page = signed_in
    page.goto("/mix/campaign/")
    page.get_by_label("Clay", exact=True).fill("Ferry white")
    page.keyboard.press("Tab")
    expect(page.get_by_label("Water content")).to_have_value("21.5")
    page.get_by_label("Colourants", exact=True).fill("Pier Plum, 9 g\nDune 3\nSilt, 0,5")
    result = page.get_by_role("region", name="Result")
    expect(result).to_contain_text("3 colourants at 7 % first: 3 tiles and 2 plain ones.")
    expect(result.get_by_role("row", name=re.compile("Silt"))).to_contain_text("short")
    expect(page).to_have_url(re.compile("stain=Pier\\+Plum"))
