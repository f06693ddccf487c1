"""A clay from its field sheet to its verdict, through the real pages; and what is timed."""

import io
import re

from playwright.sync_api import Dialog, Page, expect
from pypdf import PdfReader

from tests.browser.every import every


def note_the_clay(page: Page) -> None:
    page.goto("/results/clays/")
    page.get_by_role("link", name="Add dug clay").click()
    page.get_by_label("Clay name").fill("Slipway clay")
    page.get_by_label("Place", exact=True).fill("Under the old slipway")
    page.get_by_label("Feel (smooth : sandy)").fill("80:20")
    page.get_by_label("Coil test, bent round a finger").select_option("bends")
    page.get_by_role("button", name="Save field sheet").click()
    expect(page.get_by_text("Field sheet of Slipway clay saved")).to_be_visible()


def plan_three_bars(page: Page) -> None:
    """The same three bars go up to cone 6 by way of cone 04."""
    page.get_by_role("link", name="Test this clay").click()
    page.get_by_label("Cones to test").fill("04 6")
    page.get_by_role("radio", name="the same bars, fired hotter each time").check(force=True)
    page.get_by_role("button", name="Plan test bars").click()
    expect(page.get_by_role("heading", name="Slipway clay, bars")).to_be_visible()
    page.get_by_role("button", name=re.compile("Mark all 3 bars as made")).click()
    expect(page.get_by_text("3 bars made. Now let them dry.")).to_be_visible()


def cell(page: Page, row: int, title: str):
    """The cell of a bar (from 0) under a column's title."""
    return page.get_by_role("textbox", name=re.compile(f", {title}$")).nth(row)


def fill_wet_and_dry_by_keyboard(page: Page) -> None:
    """Down each column with Enter alone; one figure is odd and is kept for a reason."""
    for title, figures in (
        ("bone-dry length", ("94", "104", "94.5")),
        ("wet weight", ("112", "111.6", "112.4")),
        ("bone-dry weight", ("88", "87.7", "88.3")),
    ):
        cell(page, 0, title).focus()
        for figure in figures:
            page.keyboard.type(figure)
            page.keyboard.press("Enter")
    expect(
        page.get_by_text("This is longer than when it was wet. Measure it again.")
    ).to_be_visible()
    cell(page, 1, "bone-dry length").fill("94")
    page.keyboard.press("Tab")
    expect(page.get_by_text("This is longer than when it was wet.")).to_be_hidden()
    page.get_by_role("button", name="Record readings").click()
    expect(page.get_by_text("9 readings recorded.")).to_be_visible()


def fire_them(page: Page, codes: list[str], cone: str) -> None:
    page.get_by_role("link", name="Go to Kiln").click()
    section = page.get_by_role("region", name="Waiting to be fired")
    group = section.locator(f"[data-cone='{cone}']")
    group.get_by_role("button", name="Select all").click()
    for box in every(group.get_by_role("checkbox")):
        expect(box).to_be_checked()
        if not any(code in box.get_attribute("aria-label") for code in codes):
            box.uncheck()
    expect(page.get_by_label("Cone, or fire without one")).to_have_value(cone)
    page.get_by_role("button", name="Record firing").click()
    expect(page.get_by_text(f"Firing recorded with 3 tiles: cone {cone}")).to_be_visible()


def paste(page: Page, block: str) -> None:
    """A block out of a spreadsheet into the cell that has the cursor."""
    page.evaluate(
        """text => {
            const data = new DataTransfer();
            data.setData("text", text);
            const options = { clipboardData: data, bubbles: true, cancelable: true };
            document.activeElement.dispatchEvent(new ClipboardEvent("paste", options));
        }""",
        block,
    )


def paste_after_firing(page: Page, block: str) -> None:
    cell(page, 0, "fired length").focus()
    paste(page, block)
    expect(cell(page, 2, "soaked weight")).not_to_have_value("")
    page.get_by_role("button", name="Record readings").click()
    expect(
        page.get_by_text(re.compile("^(9 readings recorded.|8 readings recorded, 1 to check)"))
    ).to_be_visible()


def put_the_decimal_back(page: Page, right: str) -> None:
    """811 for 81.1: alone it waits for a look, the cursor in it; nothing of it was recorded."""
    expect(page.get_by_text("8 readings recorded, 1 to check")).to_be_visible()
    wrong = cell(page, 2, "soaked weight")
    expect(wrong).to_be_focused()
    expect(wrong).to_have_value("811")
    wrong.fill(right)
    page.get_by_role("button", name="Record readings").click()
    expect(page.get_by_text("1 reading recorded.")).to_be_visible()


def test_a_clay_from_the_bank_to_a_verdict(signed_in: Page) -> None:
    page = signed_in
    note_the_clay(page)
    plan_three_bars(page)
    test_page = page.url.split("?")[0]
    codes = [code.inner_text() for code in every(page.locator("table.entry tbody th a"))]
    fill_wet_and_dry_by_keyboard(page)
    for cone, block in (
        ("04", "92\t82\t91.1\n92\t81.7\t90.9\n92.5\t82.3\t91.4\n"),
        ("6", "88\t80\t80.8\n88\t79.7\t80.5\n88.5\t80.3\t811\n"),
    ):
        fire_them(page, codes, cone)
        page.goto(test_page)
        expect(page.get_by_role("link", name=f"After cone {cone}")).to_have_attribute(
            "aria-current", "page"
        )
        paste_after_firing(page, block)
    put_the_decimal_back(page, "81.1")
    page.locator("#main").get_by_role("link", name="See results").click()
    page.get_by_label("Purpose", exact=True).select_option("tableware")
    page.get_by_label("Ware", exact=True).select_option("stoneware")
    page.get_by_role("button", name="Update verdict").click()
    verdict = page.get_by_role("region", name="Verdict")
    suitable = "Suitable for tableware at cone 6 if the fired bars are sound"
    expect(verdict.get_by_text(suitable, exact=True)).to_be_visible()
    expect(verdict.get_by_text("As stoneware, at cone 6")).to_be_visible()
    with page.expect_download() as download:
        page.get_by_role("link", name="Report as PDF").click()
    report = PdfReader(io.BytesIO(download.value.path().read_bytes()))
    text = " ".join(sheet.extract_text() for sheet in report.pages)
    assert "Slipway clay" in text
    assert f"{suitable}." in text
    assert "Under the old slipway" not in text, "where it was dug is nobody else's business"


def test_seen_on_a_bar_and_the_scale_in_the_grid(signed_in: Page) -> None:
    """On the demo's drying bars: a remark through its sheet, a mass off the simulated scale."""
    page = signed_in
    page.goto("/results/clays/3/")
    page.get_by_role("link", name="Breakwater porcelain, bars").click()
    page.get_by_role("button", name=re.compile("^Observations on")).first.click()
    page.get_by_role("checkbox", name="looked sound").first.check()
    page.get_by_role("checkbox", name="warped").first.check()
    expect(page.get_by_role("checkbox", name="looked sound").first).not_to_be_checked()
    page.get_by_role("button", name="Close").first.click()
    expect(page.get_by_role("button", name=re.compile("warped")).first).to_be_visible()
    page.get_by_label("On the simulated scale").fill("93.4")
    cell(page, 0, "bone-dry weight").focus()
    page.keyboard.press("s")
    expect(cell(page, 0, "bone-dry weight")).to_have_value("93.4")
    expect(cell(page, 1, "bone-dry weight")).to_be_focused()
    cell(page, 0, "bone-dry length").focus()
    page.get_by_role("button", name="Read the scale").click()
    expect(
        page.get_by_text("Click the weight cell you want to fill, then read the scale.")
    ).to_be_visible()
    expect(cell(page, 0, "bone-dry length")).to_have_value("")
    cell(page, 0, "bone-dry length").focus()
    paste(page, "94\n94.5\n95\n96")
    expect(page.get_by_text("2 pasted values did not fit the table")).to_be_visible()
    page.get_by_role("button", name="Record readings").click()
    expect(page.get_by_role("button", name=re.compile("warped")).first).to_be_visible()
    expect(cell(page, 0, "bone-dry weight")).to_have_value("93.4")
    expect(cell(page, 1, "bone-dry length")).to_have_value("94.5")


def test_leaving_unrecorded_figures_asks_first(signed_in: Page) -> None:
    page = signed_in
    asked = []

    def stay(dialog: Dialog) -> None:
        asked.append(dialog.type)
        dialog.dismiss()

    page.on("dialog", stay)
    page.goto("/tiles/tests/1/?stage=clay")
    page.get_by_role("link", name="Labels").click()
    expect(page).to_have_url(re.compile("/tiles/trials/"))
    page.goto("/tiles/tests/1/?stage=clay")
    cell(page, 0, "wet weight").fill("113")
    with page.expect_event("dialog"):
        page.get_by_role("link", name="Labels").click(no_wait_after=True)
    assert asked == ["beforeunload"]
    expect(cell(page, 0, "wet weight")).to_have_value("113")


def test_a_timer_that_falls_due(signed_in: Page) -> None:
    """Begun on one page, due after the browser's clock has gone on; moved on from the bench."""
    page = signed_in
    page.context.grant_permissions(["notifications"])
    page.add_init_script(
        """window.told = [];
        const Shown = window.Notification;
        window.Notification = class extends Shown {
            constructor(title, options) { super(title, options); window.told.push(title); }
        };"""
    )
    page.clock.install()
    page.goto("/")
    page.get_by_text(re.compile(r"timers? running")).click()
    page.get_by_role("link", name="Start a timer").click()
    page.get_by_label("Procedure").select_option("quick_boil")
    page.get_by_label("Clay or pieces").fill("Slipway bars")
    page.get_by_label("Length of first stage").fill("0.02")
    page.get_by_role("button", name="Start timer").click()
    expect(page.get_by_text("next boil: Slipway bars")).to_be_visible()
    page.get_by_text(re.compile(r"timers? running")).click()
    timer = page.get_by_role("listitem").filter(has_text="Boil: Slipway bars")
    expect(timer.get_by_text(re.compile(r"\d:\d\d left"))).to_be_visible()
    page.clock.fast_forward("05:00")
    expect(timer.get_by_text("due now")).to_be_visible()
    page.clock.fast_forward("00:10")
    assert page.evaluate("window.told") == ["Boil: Slipway bars"]
    timer.get_by_role("button", name="Next: cool").click()
    # Only the page's clock ran ahead: to the server the boil is not over, so it asks.
    page.get_by_role("button", name="Continue early").click()
    expect(page.get_by_text("Cool: Slipway bars.")).to_be_visible()
