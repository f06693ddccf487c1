"""A firing that is cut off early: recorded as what it was, and its pieces fired again."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests import data_files
from tests.running import running

SLOW = "60"
"""Minutes of drying under 100 °C for each that a click may take on a busy machine."""


@pytest.fixture
def slow_kiln(demo_folder, tmp_path):
    """The demo with a kiln that is still below any cone when it is switched off."""
    data_files.copy_folder(demo_folder, tmp_path)
    with running("demo", tmp_path, SLOW) as address:
        yield address


def test_a_power_cut_and_its_refire(signed_in: Page, slow_kiln: str) -> None:
    page = signed_in
    page.goto(f"{slow_kiln}/kiln/")
    page.get_by_role("link", name=re.compile("^Open the load for cone 6")).click()
    page.get_by_role("button", name="Start the kiln").click()
    expect(page.get_by_role("heading", name="Stop early")).to_be_visible()
    some_minutes = re.compile(r"^\s*(0\sh\s0[2-9]|0\sh\s[1-5]\d|[1-9]\d*\sh\s\d\d)\smin")
    expect(page.locator("p.figure").filter(has_text=some_minutes)).to_be_visible()
    page.get_by_role("button", name="Switch the kiln off").click()
    expect(page.get_by_text("No cone reached: stopped at")).to_be_visible()
    expect(page.get_by_role("button", name="Fire it again")).to_be_visible()
    record_what_it_did(page)
    fire_its_pieces_again(page, slow_kiln)


def record_what_it_did(page: Page) -> None:
    """The log proposes what it was, not what was planned."""
    expect(page.get_by_role("heading", name="Record this run")).to_be_visible()
    expect(page.get_by_label("Cone", exact=True)).to_have_value("no-cone")
    expect(page.get_by_label("Peak temperature")).to_be_visible()
    expect(page.get_by_label("Atmosphere")).to_be_hidden()
    page.get_by_role("button", name="Record firing").click()
    expect(page.get_by_role("heading", name=re.compile("^No cone reached, "))).to_be_visible()
    expect(page.get_by_text("its pieces count as unfired and wait again")).to_be_visible()


def fire_its_pieces_again(page: Page, address: str) -> None:
    """All that stood in the load waits for its cone as before."""
    page.goto(f"{address}/kiln/")
    page.get_by_role("button", name="Plan a load for cone 6").click()
    page.get_by_role("button", name="Plan the load").click()
    expect(page.get_by_text("11 of 11 pieces on")).to_be_visible()
    page.get_by_label("Cone", exact=True).select_option("6")
    page.get_by_role("button", name="Record firing").click()
    expect(page.get_by_text("Firing recorded with 11 pieces")).to_be_visible()
    expect(page.get_by_role("heading", name=re.compile("^Cone 6, "))).to_be_visible()
