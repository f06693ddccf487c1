"""Everything that a locator finds, once the page has come whole."""

from playwright.sync_api import Locator, expect


def every(found: Locator) -> list[Locator]:
    """All that is found on the page: `all()` alone takes what has been read of it so far."""
    expect(found.first).to_be_attached()
    found.page.wait_for_load_state("load")
    return found.all()
