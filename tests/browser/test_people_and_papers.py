"""A reader is invited and cannot write; a report goes out by a link; the studio goes out and in."""

import io
import zipfile
from pathlib import Path

import pytest
import zxingcpp
from PIL import Image
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import REFUSED, watch
from tests.browser.every import every

PASSWORD = "flint-and-kaolin"
OF_A_CLOSED_LINK = REFUSED.replace("400", "410")


@pytest.fixture
def outside(browser: Browser, application: str):
    """A page of somebody who is not signed in."""
    context = browser.new_context(base_url=application)
    page = context.new_page()
    troubles = watch(page)
    yield page
    context.close()
    assert [one for one in troubles if OF_A_CLOSED_LINK not in one] == []


def test_nobody_goes_back_to_a_studio_after_signing_out(signed_in: Page) -> None:
    page = signed_in
    page.goto("/shelf/")
    page.goto("/library/")
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
    page.wait_for_load_state()
    for _ in range(2):
        page.go_back()
        expect(page.get_by_role("heading", name="Sign in")).to_be_visible()
        page.wait_for_load_state()


def test_a_page_that_was_kept_whole_is_looked_at_again_once_signed_out(signed_in: Page) -> None:
    """As Back brings it in browsers that keep pages; what they tell the page is sent to it here."""
    page = signed_in
    page.goto("/shelf/")
    page.context.clear_cookies()
    page.evaluate("dispatchEvent(new PageTransitionEvent('pageshow', {persisted: true}))")
    expect(page.get_by_role("heading", name="Sign in")).to_be_visible()


def test_a_page_that_was_kept_whole_is_shown_again_to_who_is_signed_in(signed_in: Page) -> None:
    page = signed_in
    page.goto("/shelf/new/")
    page.get_by_label("Name", exact=True).fill("Half typed")
    page.evaluate("dispatchEvent(new PageTransitionEvent('pageshow', {persisted: true}))")
    expect(page.get_by_label("Name", exact=True)).to_be_visible()
    expect(page.get_by_label("Name", exact=True)).to_have_value("Half typed")


def test_a_reader_is_invited_and_cannot_write(signed_in: Page, outside: Page) -> None:
    owner, reader = signed_in, outside
    owner.goto("/people/")
    owner.get_by_label("Name").fill("The new assistant")
    owner.get_by_role("button", name="Create invitation").click()
    link = owner.get_by_label("The link of the invitation").input_value()

    reader.goto(link)
    reader.get_by_label("Username").fill("assistant")
    reader.get_by_label("Password", exact=True).fill(PASSWORD)
    reader.get_by_label("Password confirmation").fill(PASSWORD)
    reader.get_by_role("button", name="Join Quayside Tileworks").click()
    expect(reader.get_by_text("You are a reader here.")).to_be_visible()
    reader.goto("/tiles/A1/")
    expect(reader.get_by_role("heading", name="A1")).to_be_visible()
    expect(reader.get_by_role("button", name="Set aside")).to_have_count(0)
    expect(reader.get_by_role("button", name="Sign out")).to_be_visible()
    for address in ("/surface/plans/1/", "/shelf/", "/tiles/A1/"):
        reader.goto(address)
        assert every(reader.locator("[data-makers]"))
        expect(reader.locator("[data-makers]:visible")).to_have_count(0)

    owner.goto("/people/")
    expect(owner.get_by_text("used by assistant")).to_be_visible()
    owner.get_by_label("Role of assistant").select_option("maker")
    row = owner.get_by_role("listitem").filter(has_text="assistant").first
    row.get_by_role("button", name="Change role").click()
    expect(owner.get_by_text("assistant is now a maker.")).to_be_visible()
    reader.reload()
    expect(reader.get_by_role("button", name="Set aside").first).to_be_visible()


def test_what_was_set_aside_is_undone_and_both_are_in_the_journal(signed_in: Page) -> None:
    page = signed_in
    page.goto("/tiles/A83/")
    page.get_by_role("button", name="Set aside").first.click()
    expect(page.get_by_text("A83 is set aside")).to_be_visible()
    page.get_by_role("button", name="Undo", exact=True).click()
    expect(page.get_by_text("1 row is as before.")).to_be_visible()
    page.goto("/library/journal/")
    expect(page.get_by_text("1 tile changed")).to_have_count(2)
    page.get_by_text("1 tile changed").last.click()
    expect(page.locator("details[open] dd").first).to_contain_text("nothing →")


def test_a_trial_is_shared_read_outside_and_closed(signed_in: Page, outside: Page) -> None:
    page = signed_in
    page.goto("/results/trials/1/")
    page.get_by_role("link", name="Report").click()
    page.get_by_role("button", name="Make a link").click()
    link = page.get_by_label("Open until").input_value()
    (code,) = zxingcpp.read_barcodes(Image.open(io.BytesIO(page.locator(".qr").screenshot())))
    assert code.text == link
    outside.goto(link)
    expect(outside.get_by_role("heading", name="Quay Blue, how much is enough")).to_be_visible()
    expect(outside.get_by_text("9 % is as strong as it gets").first).to_be_visible()
    expect(outside.get_by_role("link")).to_have_count(0)
    page.get_by_role("button", name="Revoke link").click()
    expect(page.get_by_text("Link revoked.")).to_be_visible()
    outside.reload()
    expect(outside.get_by_role("heading", name="This link has expired")).to_be_visible()


def test_words_and_filters_find_it_again(signed_in: Page) -> None:
    page = signed_in
    page.goto("/")
    page.keyboard.press("/")
    page.keyboard.type("quay")
    page.get_by_role("link", name="All results").click()
    expect(page.get_by_role("heading", name="Tiles and bars")).to_be_visible()
    page.get_by_text("Filters", exact=True).click()
    page.get_by_label("Material").fill("Quay Blue")
    page.get_by_label("Percentage from").fill("8")
    page.get_by_role("button", name="Search", exact=True).click()
    tiles = page.get_by_role("main").get_by_role("link", name="A4")
    expect(tiles).to_be_visible()
    expect(page.get_by_role("main").get_by_role("link", name="A1", exact=True)).to_have_count(0)


def contents(archive: Path) -> dict[str, bytes]:
    with zipfile.ZipFile(archive) as zipped:
        named = [name for name in zipped.namelist() if name not in ("manifest.json", "README.txt")]
        return {name: zipped.read(name) for name in named}


def download(page: Page, to: Path) -> dict[str, bytes]:
    with page.expect_download() as file:
        page.get_by_role("button", name="Download full export").click()
    file.value.save_as(to)
    expect(page.locator("[data-progress]").first).to_be_hidden()
    return contents(to)


def test_the_studio_goes_out_and_into_an_empty_one(
    signed_in: Page, outside: Page, empty_application: str, tmp_path: Path
) -> None:
    page, there = signed_in, outside
    page.goto("/preferences/")
    page.get_by_role("link", name="Full export").click()
    first = download(page, tmp_path / "first.zip")
    assert any(name.startswith("files/") for name in first)

    there.goto(f"{empty_application}/")
    there.get_by_label("Studio name").fill("Empty")
    there.get_by_label("Username").fill("quay")
    there.get_by_label("Password", exact=True).fill(PASSWORD)
    there.get_by_label("Password confirmation").fill(PASSWORD)
    there.get_by_role("button", name="Create studio").click()
    expect(there.get_by_role("heading", name="Bench", exact=True)).to_be_visible()
    there.goto(f"{empty_application}/shelf/transfer/archive/")
    there.get_by_label("Full export of a studio").set_input_files(tmp_path / "first.zip")
    there.get_by_role("button", name="Import full export").click()
    expect(there.get_by_text("Quayside Tileworks is here")).to_be_visible()
    assert download(there, tmp_path / "second.zip") == first
    there.keyboard.press("/")
    there.keyboard.type("a13")
    there.keyboard.press("Enter")
    expect(there.get_by_role("heading", name="A13")).to_be_visible()
