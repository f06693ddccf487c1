"""What the eye meets: colour on every first screen, and nothing wider than a phone."""

import pytest
from playwright.sync_api import Browser, Page

from tests.browser.conftest import swipe
from umberpot.places import PLACES

ADDRESSES = {
    "Bench": "/",
    "Shelf": "/shelf/",
    "Mix": "/mix/",
    "Tiles": "/tiles/",
    "Kiln": "/kiln/",
    "Results": "/results/clays/",
    "Surface": "/surface/",
    "Library": "/library/",
}

COLOURS_IN_SIGHT = """() => {
  const chroma = (css) => {
    const [red, green, blue] = (css.match(/[\\d.]+/g) || [0, 0, 0]).map(Number);
    return Math.max(red, green, blue) - Math.min(red, green, blue);
  };
  return [...document.querySelectorAll("main svg [fill]")].filter((shape) => {
    const box = shape.getBoundingClientRect();
    const seen = box.width > 4 && box.height > 4 && box.bottom > 0 && box.top < innerHeight - 8;
    return seen && chroma(getComputedStyle(shape).fill) > 20;
  }).length;
}"""


@pytest.mark.parametrize("place", ADDRESSES)
def test_no_place_opens_in_grey(signed_in: Page, place: str) -> None:
    """At 1280 × 800, above the fold."""
    assert place in [word for word, _, _ in PLACES]
    signed_in.goto(ADDRESSES[place])
    assert signed_in.evaluate(COLOURS_IN_SIGHT) >= 3


NARROW = (
    *("/", "/shelf/", "/mix/", "/tiles/", "/kiln/", "/kiln/firings/", "/kiln/1/", "/kiln/3/"),
    *("/kiln/loads/1/", "/kiln/kilns/", "/kiln/schedules/", "/results/", "/results/clays/"),
    *("/results/clays/1/", "/results/clays/4/", "/results/trials/1/", "/results/wall/"),
    *("/results/find/", "/results/ware/batches/", "/results/clays/limits/", "/surface/"),
    *("/surface/plans/1/", "/surface/waits/", "/library/", "/library/words/", "/go/?q=green"),
    *("/library/beside/repeats/", "/library/practice/", "/preferences/", "/people/"),
    *(
        "/mix/dose/?clay=Ferry+white&state=plastic&mass=3.6&unit=kg&water_pct=21.5&add=Samphire:6.5",
    ),
    *("/mix/series/", "/mix/grid/", "/tiles/tests/1/", "/tiles/1/", "/shelf/1/"),
    *("/kiln/39/opening/", "/kiln/schedules/1/", "/shelf/transfer/", "/library/beside/"),
)

TOO_WIDE = """() => {
  const wide = document.documentElement.scrollWidth - innerWidth;
  if (wide <= 0) return "";
  const beyond = [...document.querySelectorAll("main *")].filter((one) => {
    if (one.closest(".sr-only") || !one.checkVisibility()) return false;
    return one.getBoundingClientRect().right > innerWidth + 1;
  });
  const named = beyond.slice(0, 3).map((one) => one.tagName + "." + one.className);
  return `${wide} px: ${named.join(", ")}`;
}"""

CUT_SELECTS = """() => [...document.querySelectorAll("main select")].filter((one) => {
  if (!one.checkVisibility() || !one.selectedOptions.length) return false;
  // As wide as the browser makes it for this value alone.
  const alone = one.cloneNode(false);
  alone.append(one.selectedOptions[0].cloneNode(true));
  for (const name of ["id", "name"]) alone.removeAttribute(name);
  Object.assign(alone.style, { width: "max-content", maxWidth: "none", position: "absolute" });
  one.after(alone);
  const cut = alone.offsetWidth > one.offsetWidth + 1;
  alone.remove();
  return cut;
}).map((one) => `${one.name}: ${one.selectedOptions[0].textContent.trim()}`)"""


@pytest.mark.parametrize("width", [320, 390, 1280])
def test_nothing_is_wider_than_the_screen(
    browser: Browser, application: str, session_cookies, width: int
) -> None:
    context = browser.new_context(
        base_url=application, viewport={"width": width, "height": 844}, has_touch=width < 500
    )
    context.add_cookies(session_cookies)
    page = context.new_page()
    wide, cut = {}, {}
    for address in NARROW:
        page.goto(address)
        if found := page.evaluate(TOO_WIDE):
            wide[address] = found
        if found := page.evaluate(CUT_SELECTS):
            cut[address] = found
    context.close()
    assert wide == {}
    assert cut == {}


def test_a_strip_is_dragged_until_its_joints_touch_and_put_back(signed_in: Page) -> None:
    signed_in.goto("/library/beside/?first=1&second=2&way=pct")
    strips = signed_in.locator(".wall-strip")
    upper, lower = (strips.nth(n).locator(".wall-swatch").first for n in (0, 1))
    stood, above = lower.bounding_box(), upper.bounding_box()
    handle = strips.nth(1).get_by_role("button", name="Move the strip")
    at = handle.bounding_box()
    x, y = at["x"] + at["width"] / 2, at["y"] + at["height"] / 2
    signed_in.mouse.move(x, y)
    signed_in.mouse.down()
    # Not quite there, and a little to the side: it snaps to the strip above.
    signed_in.mouse.move(x + 5, y + above["y"] + above["height"] - stood["y"] + 6, steps=4)
    signed_in.mouse.up()
    now = lower.bounding_box()
    assert abs(now["y"] - above["y"] - above["height"]) < 0.5
    assert abs(now["x"] - above["x"]) < 0.5
    handle.press("ArrowRight")
    assert lower.bounding_box()["x"] == now["x"] + 8
    handle.press("Escape")
    assert lower.bounding_box() == stood


def test_a_strip_is_moved_by_a_thumb_and_the_page_stays(thumb: Page) -> None:
    thumb.goto("/library/beside/?first=1&second=2&way=pct")
    strip = thumb.locator(".wall-strip").nth(1)
    handle = strip.get_by_role("button", name="Move the strip")
    handle.scroll_into_view_if_needed()
    scrolled, stood, at = thumb.evaluate("scrollY"), strip.bounding_box(), handle.bounding_box()
    at = (at["x"] + at["width"] / 2, at["y"] + at["height"] / 2)
    swipe(thumb, at, (at[0] + 30, at[1] - 60))
    now = strip.bounding_box()
    assert now["y"] < stood["y"] - 40
    assert now["x"] > stood["x"] + 10
    assert thumb.evaluate("scrollY") == scrolled


ACTS = (
    *("/", "/shelf/", "/shelf/1/", "/shelf/new/", "/shelf/transfer/", "/mix/", "/mix/35/"),
    *("/mix/dose/?clay=Ferry+white&state=plastic&mass=3.6&unit=kg&add=Samphire:6.5",),
    *("/mix/plans/2/", "/tiles/A1/"),
    *("/mix/grid/?x=Copper:0,0.8,1.6&y=Titania:0,1.5,3&cell_g=85&solids_pct=67",),
    "/mix/series/?pcts=3,6,9&tile_g=26&tiles_each=2&powder_g=9&state=plastic&water_pct=20",
    *("/tiles/tests/1/", "/kiln/39/", "/kiln/schedules/1/", "/kiln/loads/1/"),
    *("/results/clays/", "/results/trials/1/", "/results/wall/", "/results/find/?want=72,-12,26"),
    *("/results/predict/", "/results/ware/batches/", "/results/clays/limits/", "/surface/"),
    *("/surface/factor-trials/1/", "/surface/factor-trials/new/", "/library/beside/"),
    *("/preferences/", "/people/"),
)


def test_the_next_action_is_on_the_first_screen(signed_in: Page) -> None:
    """At 1280 × 800, before anything is scrolled."""
    below = {}
    for address in ACTS:
        signed_in.goto(address)
        action = signed_in.locator(".button-next:visible").first
        action.wait_for()
        bottom = action.bounding_box()["y"] + action.bounding_box()["height"]
        if bottom > 800:
            below[address] = bottom
    assert below == {}
