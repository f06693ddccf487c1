"""The first run of an application with nothing in it, through its page."""

from playwright.sync_api import Page, expect


def found_studio(page: Page, address: str) -> None:
    """The first run of an empty application."""
    page.goto(f"{address}/")
    page.get_by_label("Studio name").fill("Slipway Pottery")
    page.get_by_label("Username").fill("mara")
    page.get_by_label("Password", exact=True).fill("kaolin-and-flint")
    page.get_by_label("Password confirmation").fill("kaolin-and-flint")
    page.get_by_role("button", name="Create studio").click()
    expect(page.get_by_text("Slipway Pottery is ready")).to_be_visible()
