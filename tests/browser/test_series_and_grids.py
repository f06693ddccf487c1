"""Series, grids and leftovers through the real pages, with the simulated scale."""

import io
import re

from playwright.sync_api import Page, Route, expect
from pypdf import PdfReader


def put_on_and_read(page: Page, button: str) -> None:
    page.get_by_role("button", name=re.compile(f"^{button}( [0-9]|$)")).click()
    expect(page.get_by_text("There is something on the pan")).to_be_visible()
    page.keyboard.press("r")


def weigh_out(page: Page) -> None:
    """Everything that the open mix wants, as the scale's hand puts it on."""
    page.get_by_role("link", name="Weigh out this mix").click()
    made = page.get_by_role("region", name="Finished mix")
    for step in range(1, 5):
        put_on_and_read(page, "Put on")
        expect(made.or_(page.get_by_text(f"Step {step + 1} of"))).to_be_visible()
        if made.is_visible():
            return


def test_a_series_from_a_sample_bag_to_its_labels(signed_in: Page) -> None:
    page = signed_in
    page.goto("/mix/series/")
    page.get_by_label("Strengths, on dry clay").fill("4, 8, 12")
    page.get_by_label("Colourant on hand").fill("9")
    page.get_by_label("Smallest mix, dry").fill("50")
    page.get_by_label("Round first weight to").fill("10")
    page.get_by_label("Colourant", exact=True).fill("Dawn Rose")
    page.get_by_label("Clay", exact=True).fill("Ferry white")
    first = page.locator(".plan-first")
    expect(first).to_contain_text("Dilute the strongest")
    expect(page.get_by_text("You need 3.0 g more colourant.")).to_be_visible()
    expect(page).to_have_url(re.compile("powder_g=9.*smallest_batch_g=50"))
    expect(page).to_have_url(re.compile("colourant=Dawn.*clay=Ferry|clay=Ferry.*colourant=Dawn"))
    first.get_by_role("link", name="Start a trial").click()
    page.get_by_label("Trial name").fill("Rose for the door")
    page.get_by_role("button", name="Start trial").click()

    expect(page.get_by_role("heading", name="Rose for the door")).to_be_visible()
    plan = page.url
    for pct in (12, 8, 4):
        page.goto(plan)
        weigh_out(page)
        page.get_by_role("link", name="Continue Rose").click()
        expect(page.get_by_role("region", name="Next")).to_contain_text(f"{pct} DR-09 Dawn Rose")
        page.get_by_role("button", name="Mark as made and labelled").click()
        expect(page.get_by_text("made and labelled. Now let them dry.")).to_be_visible()
    expect(page.get_by_text("Everything is mixed and made.")).to_be_visible()

    page.get_by_role("link", name="Tiles and labels").click()
    page.get_by_role("link", name="Print labels").click()
    with page.expect_download() as download:
        page.get_by_role("button", name="Download labels").click()
    content = download.value.path().read_bytes()
    text = PdfReader(io.BytesIO(content)).pages[0].extract_text()
    assert text.count("Dawn Rose") == 3


def test_a_grid_with_four_cells_there_and_three_moulds(signed_in: Page) -> None:
    page = signed_in
    page.goto("/mix/grid/")
    page.get_by_label("Clay", exact=True).fill("Harbour buff")
    page.keyboard.press("Tab")
    expect(page.get_by_label("Water content")).to_have_value("20")
    expect(page.get_by_text("85\u00a0g of slip is 71.19\u00a0g plastic")).to_be_visible()
    page.get_by_label("Slip, poured").check(force=True)
    expect(page.get_by_label("Weight of clay per cell")).to_have_value("85")
    page.get_by_label("Addition across").fill("Copper carbonate")
    page.get_by_label("Its percentages").first.fill("0, 0.8, 1.6")
    page.get_by_label("Addition down").fill("Titanium dioxide")
    page.get_by_label("Its percentages").last.fill("0, 1.5, 3")
    page.get_by_label("Moulds available").fill("3")
    expect(page.get_by_text("3 casting sessions")).to_be_visible()
    page.get_by_role("link", name="Find cells in my tiles").click()
    expect(page.get_by_text("4 of these cells are already made: A26")).to_be_visible()
    expect(page.get_by_text("2 casting sessions")).to_be_visible()
    page.get_by_role("link", name="Start a trial").click()
    page.get_by_label("Trial name").fill("Copper and chalk")
    page.get_by_role("button", name="Start trial").click()

    drawing = page.get_by_role("img", name="The grid: 5 cells to make, 4 already made")
    expect(drawing).to_contain_text("A26")
    weigh_out(page)
    page.get_by_role("link", name="Continue Copper").click()
    expect(page.get_by_role("region", name="Next")).to_contain_text("Pour 85 g and label")
    page.get_by_role("button", name="Mark as made and labelled").click()
    expect(page.get_by_text("1 of 5 done")).to_be_visible()


def test_a_cell_is_ticked_and_the_plan_follows(page: Page) -> None:
    page.goto("/mix/grid/?x=a:0,2&y=b:0,2&cell_g=85&solids_pct=67")
    answer = page.get_by_role("region", name="Result")
    expect(answer).to_contain_text("2 pots, the fewest possible")
    page.get_by_text("Cells already made").click()
    page.get_by_role("checkbox", name="2 % b", exact=True).check()
    expect(answer).to_contain_text("1 pot, the fewest possible")
    expect(page).to_have_url(re.compile("have=0%2C2"))
    page.get_by_label("Weight of clay per cell").fill("50")
    expect(page.get_by_role("checkbox", name="2 % b", exact=True)).to_be_checked()


def test_a_leftover_is_stretched(signed_in: Page) -> None:
    page = signed_in
    page.goto("/mix/1/")
    page.get_by_label("Weight left").fill("40")
    page.get_by_role("button", name="Store leftover").click()
    expect(page.get_by_text("Label the bag now.")).to_be_visible()
    page.get_by_label("Or extend to").fill("200")
    page.get_by_role("button", name="Calculate").click()
    answer = page.get_by_role("region", name="Result")
    expect(answer.get_by_text("160.0 g", exact=True).first).to_be_visible()
    page.get_by_role("button", name="Make this mix").click()
    expect(page.get_by_text("Step 1 of 2")).to_be_visible()
    page.get_by_label("Or type the weight").fill("38,5")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="Use this weight and recalculate the rest").click()
    expect(page.get_by_text("154.0 g", exact=True).first).to_be_visible()


def test_the_bar_fills_while_one_pours(signed_in: Page) -> None:
    page = signed_in
    page.goto("/mix/dose/?state=dry&mass=80&unit=g&add=Quay+Blue:10")
    page.get_by_role("button", name="Make this mix").click()
    page.get_by_role("button", name="Put on too little").click()
    expect(page.locator("#glance")).to_contain_text("48.0 g on the scale")
    page.get_by_role("button", name="Put on too much").click()
    expect(page.locator("#glance")).to_contain_text("86.0 g on the scale: more than this step")


def test_the_first_weight_moves_nothing_under_the_finger(signed_in: Page) -> None:
    page = signed_in
    held: list[Route] = []
    page.route("**/glance/*", lambda route: held.append(route))
    page.goto("/mix/dose/?state=dry&mass=80&unit=g&add=Quay+Blue:10")
    with page.expect_request("**/glance/*"):
        page.get_by_role("button", name="Make this mix").click()
    button = page.get_by_role("button", name="Record weight")
    before = button.bounding_box()
    for route in held:
        route.continue_()
    expect(page.locator("#glance")).to_contain_text("on the scale")
    assert button.bounding_box() == before


def test_a_wrong_sum_is_explained_while_typing(page: Page) -> None:
    page.goto("/mix/check-sum/")
    page.get_by_label("Plastic").check(force=True)
    page.get_by_label("Weight of clay").fill("3000")
    page.get_by_label("Water content").fill("22")
    page.get_by_label("Strength wanted").first.fill("8")
    page.get_by_label("Your answer, colourant").fill("240")
    answer = page.get_by_role("region", name="Result")
    expect(answer.get_by_text("You dosed on the wet weight.")).to_be_visible()
    expect(answer.get_by_text("Add clay", exact=True)).to_be_visible()
    expect(answer.get_by_text("10.26 %", exact=True).first).to_be_visible()
    page.get_by_label("Your answer, colourant").fill("187,2")
    expect(answer.get_by_text("187.2 g is right.")).to_be_visible()


def test_the_new_sums_without_scripts(browser, application) -> None:
    context = browser.new_context(java_script_enabled=False)
    page = context.new_page()
    page.goto(f"{application}/mix/adjust/")
    page.fill("[name=mass]", "18")
    page.fill("[name=now_pct]", "10")
    page.fill("[name=target_pct]", "5")
    page.click("text=Calculate")
    expect(page.get_by_text("16.4 g", exact=True).first).to_be_visible()
    page.goto(f"{application}/mix/grid/")
    page.fill("[name=x_name]", "Iron")
    page.fill("[name=x_pcts]", "0, 2")
    page.click("text=Calculate")
    answer = page.get_by_role("region", name="Result")
    expect(answer).to_contain_text("1 pot, the fewest possible")
    context.close()


def test_a_unit_switched_half_way_is_offered_to_convert(page: Page) -> None:
    page.goto("/mix/dose/")
    page.get_by_label("Weight of clay").fill("2600")
    page.get_by_label("Name of colourant 1").fill("Blue")
    page.get_by_label("Percent of colourant 1").fill("10")
    answer = page.get_by_role("region", name="Result")
    expect(answer.get_by_text("260.0 g", exact=True).first).to_be_visible()
    page.get_by_label("Unit of weight").select_option("kg")
    expect(page.get_by_text("Now taken as 2600 kg; it was 2600 g.")).to_be_visible()
    page.get_by_role("button", name="Convert to 2.6 kg").click()
    expect(page.get_by_label("Weight of clay")).to_have_value("2.6")
    expect(answer.get_by_text("260.0 g", exact=True).first).to_be_visible()


def test_a_container_is_chosen_once(signed_in: Page) -> None:
    page = signed_in
    page.goto("/mix/dose/?state=dry&mass=80&unit=g&add=Quay+Blue:10")
    page.get_by_role("button", name="Make this mix").click()
    page.get_by_label("Container", exact=True).select_option("White bowl, 212.4 g")
    page.get_by_label("Or type the weight").fill("292.4")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Step 2 of 2")).to_be_visible()
    expect(page.get_by_label("Container", exact=True)).to_have_value("212.4")
    expect(page.get_by_text("80 g").first).to_be_visible()


def test_the_shelf_knows_the_prices(signed_in: Page) -> None:
    page = signed_in
    page.goto("/mix/kilos/")
    page.get_by_label("Clay", exact=True).fill("Ferry white")
    page.get_by_label("Name of colourant 1").fill("Quay Blue")
    page.get_by_label("Percent of colourant 1").fill("10")
    page.get_by_label("Finished plastic clay").fill("6")
    expect(page.get_by_label("Clay price per kg")).to_have_value("1.15")
    expect(page.get_by_label("Price per kg of colourant 1")).to_have_value("38.00")
    expect(page.get_by_role("region", name="Result")).to_contain_text("per kg of finished clay")


def test_a_file_with_a_bad_row_is_put_right_and_taken_in(signed_in: Page) -> None:
    page = signed_in
    page.goto("/shelf/transfer/")
    rows = "kind;name;price_per_kg\nstain;Gull Grey;12,50\nstain;Kelp;dear\n"
    page.get_by_label("Or paste from a spreadsheet").fill(rows)
    page.get_by_role("radio", name="import the valid rows").check(force=True)
    page.get_by_role("button", name="Import data").click()
    expect(page.get_by_role("cell", name="price_per_kg")).to_be_visible()
    expect(page.get_by_role("alert").get_by_text("1 row imported.")).to_be_visible()
    page.goto("/shelf/")
    expect(page.get_by_role("link", name="Gull Grey")).to_be_visible()
