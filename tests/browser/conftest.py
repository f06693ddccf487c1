"""The real application, started as bin/demo starts it, and a watched Chromium."""

import shutil

import pytest
from playwright.sync_api import expect

from tests import data_files
from tests.running import running
from umberpot.demo.story import PASSWORD, USERNAME

PATIENCE_MS = 60_000
"""Conditions are waited for; only one that never comes true takes this long."""

expect.set_options(timeout=PATIENCE_MS)

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
def demo_folder(run_folder, tmp_path_factory):
    """The data folder of the one server that all tests share."""
    folder = tmp_path_factory.mktemp("demo")
    data_files.copy_folder(data_files.demo(run_folder), folder)
    return folder


@pytest.fixture(scope="session")
def application(demo_folder):
    """The demo; gives its address."""
    with running("demo", demo_folder) as address:
        yield address


@pytest.fixture(scope="session")
def signed_in_file(application, demo_folder, session_cookies, tmp_path_factory):
    """The demo's data file with the session in it: what every test begins with."""
    kept = tmp_path_factory.mktemp("signed-in") / data_files.NAME
    data_files.copy_file(demo_folder / data_files.NAME, kept)
    return kept


@pytest.fixture(autouse=True)
def fresh_data(signed_in_file, demo_folder):
    """No test sees what another did."""
    data_files.copy_file(signed_in_file, demo_folder / data_files.NAME)


@pytest.fixture(scope="session")
def real_use(run_folder, tmp_path_factory):
    """A server as it is really used, for all tests that begin with nothing; its address, folder."""
    folder = tmp_path_factory.mktemp("empty")
    data_files.copy_folder(data_files.migrated(run_folder), folder)
    with running("serve", folder) as address:
        yield address, folder


@pytest.fixture
def empty_application(real_use, run_folder):
    """Real use before its first run; gives its address."""
    address, folder = real_use
    empty = data_files.migrated(run_folder) / data_files.NAME
    data_files.copy_file(empty, folder / data_files.NAME)
    return address


@pytest.fixture(scope="session")
def browser_type_launch_args():
    return {"executable_path": shutil.which("chromium"), "args": CHROMIUM_FLAGS}


@pytest.fixture(scope="session")
def browser_context_args(application):
    return {"base_url": application, "viewport": {"width": 1280, "height": 800}}


OVERTAKEN = ("htmx:sendAbort", "htmx:afterRequest")
"""What htmx logs when someone types on before the last answer is there: no trouble."""

REFUSED = "Failed to load resource: the server responded with a status of 400"
"""What Chromium logs when a form comes back with its errors, which a test may be about."""


def watch(page):
    """Collects every error in the page's console, CSP violations among them."""
    troubles = []

    def listen(said):
        if said.type == "error" and not said.text.startswith((*OVERTAKEN, REFUSED)):
            troubles.append(f"{page.url}: {said.text}")

    page.on("console", listen)
    page.on("pageerror", lambda error: troubles.append(f"{page.url}: {error}"))
    page.set_default_timeout(PATIENCE_MS)
    return troubles


@pytest.fixture
def page(page):
    """A page that fails its test over any error in the console."""
    troubles = watch(page)
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


PHONE = {"width": 390, "height": 844}


@pytest.fixture
def thumb(browser, browser_context_args, session_cookies):
    """Signed in on a phone, touched; fails its test over any error in the console."""
    context = browser.new_context(
        **{**browser_context_args, "viewport": PHONE, "has_touch": True, "is_mobile": True}
    )
    context.add_cookies(session_cookies)
    page = context.new_page()
    troubles = watch(page)
    yield page
    context.close()
    assert not troubles


def swipe(page, at, onto):
    """One finger from a point of the screen to another, in the small steps of a hand."""
    finger = page.context.new_cdp_session(page)
    (x, y), (to_x, to_y) = at, onto

    def touch(kind, *points):
        where = [{"x": left, "y": top} for left, top in points]
        finger.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": where})

    touch("touchStart", at)
    for share in (0.2, 0.4, 0.6, 0.8, 1):
        touch("touchMove", (x + share * (to_x - x), y + share * (to_y - y)))
    touch("touchEnd")
