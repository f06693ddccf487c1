"""The real application, started as bin/demo starts it, and a watched Chromium."""

import shutil
from pathlib import Path

import pytest

from tests.running import running
from umberpot.demo.story import PASSWORD, USERNAME


def pytest_collection_modifyitems(items):
    """One process drives the browser, so that the demo is started once; the rest goes to others."""
    for item in items:
        if item.path.is_relative_to(Path(__file__).parent):
            item.add_marker(pytest.mark.xdist_group("browser"))


CHROMIUM_FLAGS = [
    "--headless",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]


@pytest.fixture(scope="session")
def application(tmp_path_factory):
    """The demo; gives its address."""
    with running("demo", tmp_path_factory.mktemp("demo")) as address:
        yield address


@pytest.fixture(scope="module")
def empty_application(tmp_path_factory):
    """Real use before its first run; gives its address."""
    with running("serve", tmp_path_factory.mktemp("studio")) as address:
        yield address


@pytest.fixture(scope="session")
def browser_type_launch_args():
    return {"executable_path": shutil.which("chromium"), "args": CHROMIUM_FLAGS}


@pytest.fixture(scope="session")
def browser_context_args(application):
    return {"base_url": application, "viewport": {"width": 1280, "height": 800}}


OVERTAKEN = ("htmx:sendAbort", "htmx:afterRequest")
"""What htmx logs when someone types on before the last answer is there: no trouble."""


@pytest.fixture
def page(page):
    """A page that fails its test over any error in the console, CSP violations among them."""
    troubles = []

    def listen(said):
        if said.type == "error" and not said.text.startswith(OVERTAKEN):
            troubles.append(f"{page.url}: {said.text}")

    page.on("console", listen)
    page.on("pageerror", lambda error: troubles.append(f"{page.url}: {error}"))
    page.set_default_timeout(20_000)
    yield page
    assert not troubles


@pytest.fixture(scope="session")
def session_cookies(browser, browser_context_args):
    """Signed in once, through the page: hashing a password is slow on purpose."""
    context = browser.new_context(**browser_context_args)
    page = context.new_page()
    page.goto("/sign-in/")
    page.get_by_label("Username").fill(USERNAME)
    page.get_by_label("Password").fill(PASSWORD)
    page.get_by_role("button", name="Sign in").click()
    page.get_by_role("heading", name="Bench").wait_for()
    cookies = context.cookies()
    context.close()
    return cookies


@pytest.fixture
def signed_in(page, session_cookies):
    page.context.add_cookies(session_cookies)
    page.goto("/")
    return page


@pytest.fixture
def unwatched(browser, browser_context_args, session_cookies):
    """Signed in, on a page whose network may fail: Chromium logs that as an error."""
    context = browser.new_context(**browser_context_args)
    context.add_cookies(session_cookies)
    yield context.new_page()
    context.close()
