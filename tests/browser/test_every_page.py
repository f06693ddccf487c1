"""Every page: sound to the console and to axe, by keyboard, on a phone, without scripts."""

import re

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import PHONE, watch

PAGES = [
    "/",
    "/shelf/",
    "/shelf/new/",
    "/shelf/1/",
    "/mix/",
    "/mix/dose/",
    "/mix/1/",
    "/mix/11/",
    "/mix/dose/?clay=Ferry+white&state=plastic&mass=3.6&unit=kg&water_pct=21.5&add=Quay+Blue:6.5",
    "/mix/dose/?state=slip&volume=1&volume_unit=l&specific_gravity=1.64&add=Iron:0.1",
    "/mix/adjust/?state=dry&mass=64&unit=g&now_pct=9&target_pct=6&name=Quay+Blue",
    "/mix/series/?pcts=3,6,9&tile_dry_g=24&powder_g=9&smallest_batch_g=50&scale_step_g=0.1",
    "/mix/grid/?x=Copper:0,0.8,1.6&y=Titanium:0,1.5,3&cell_g=85&solids_pct=67&moulds=3&have=0,0",
    "/mix/grid/?x=Copper:0,0.8&state=plastic&water_pct=20&cell_g=90",
    "/mix/check-sum/?state=plastic&mass=3600&unit=g&water_pct=21&pct=6.5&answer=234",
    "/mix/slip/?sample_volume=1&sample_volume_unit=l&sample_mass=1640&amount=3&target_gravity=1.5",
    "/mix/water/?wet=52.4&dry=41&unit=g&scale_step=0.1",
    "/mix/join/?a_mass=106&a_unit=g&a=Blue:6&b_mass=103&b_unit=g&b=Blue:3",
    "/mix/kilos/?mass=9&unit=kg&water_pct=21&add=Blue:4&split=4",
    "/mix/kilos/?mass=4&unit=kg&state=dry&finished_water_pct=21&add=Blue:4",
    "/mix/campaign/?stain=Moss:9.5&stain=Plum:3&first_pct=7&then_pcts=3.5,12&tile_dry_g=24&controls=1",
    "/mix/campaign/start/?stain=Moss:9.5&first_pct=7&tile_dry_g=24&controls=1",
    "/results/trials/8/",
    "/results/trials/19/",
    "/library/reports/trial/19/",
    "/mix/plans/4/",
    "/tiles/trials/16/readings/",
    "/shelf/new/?kind=slip",
    "/mix/layers/?pieces=7&piece=350&layer=blue:18&layer=black:5",
    "/mix/dark/?piece=500&water_pct=22&dark_price=6&cheap_price=1&stain_price=27&stain_pct=6"
    "&area_cm2=300",
    "/mix/12/",
    "/mix/14/",
    "/mix/plans/1/",
    "/mix/plans/2/",
    "/mix/leftovers/22/?use_g=100&target_pct=2",
    "/mix/series/start/?pcts=3,6&tile_dry_g=24&strategy=separate",
    "/people/",
    "/library/journal/",
    "/library/shares/",
    "/library/reports/trial/1/",
    "/library/reports/firing/1/",
    "/library/reports/year/2026/",
    "/go/?q=cone+6&kind=",
    "/shelf/transfer/archive/",
    "/shelf/transfer/",
    "/shelf/labels/",
    "/tiles/trials/6/",
    "/tiles/trials/6/labels/",
    "/tiles/",
    "/tiles/make/12/",
    "/tiles/trials/1/",
    "/tiles/A1/",
    "/tiles/17/",
    "/kiln/",
    "/kiln/1/",
    "/results/",
    "/results/clays/",
    "/results/clays/?cone=6&total_most=12&absorption_most=1.5",
    "/results/clays/4/?purpose=tableware&sizes=90+120",
    "/results/clays/5/?cone=10",
    "/results/clays/2/",
    "/results/clays/compare/?of=4&of=5&of=6",
    "/results/clays/limits/",
    "/shelf/4/field-sheet/",
    "/shelf/dug/new/",
    "/shelf/2/label/",
    "/bench/timers/",
    "/tiles/tests/new/5/",
    "/tiles/tests/1/",
    "/tiles/tests/1/?stage=clay",
    "/tiles/tests/6/",
    "/results/trials/1/",
    "/results/trials/4/",
    "/results/tiles/A1/",
    "/results/find/?want=60,-8,-8&clay=86,0.5,7",
    "/results/wall/?codes=A1+A2+A4+A6&sort=hue",
    "/results/measured/",
    "/results/wall/same/",
    "/results/predict/?clay=86,0.5,7",
    "/results/find/predictions/",
    "/results/find/ranges/?family=blue",
    "/results/find/next/?goal=colour&want=%237c98b8",
    "/results/trials/1/photographs/new/",
    "/results/trials/1/specks/",
    "/results/colour-difference/?a=61,14,23&b=60,15,25",
    "/results/colour-series/?tile=4:68,3,-9&tile=7:58,4,-17&tile=11:57.6,4,-17.4",
    "/results/colour-match/?want=55,8,14&clay=84,1,8&tile=Kelp:3:62,-12,8&tile=Rust:3:60,18,22",
    "/results/colour-next/?goal=know&name=Kelp&clay=84,1,8&tile=Kelp:3:62,-12,8&tile=Kelp:6:52,-18,10",
    "/results/shrinkage/?wet=100&dry=94&fired=88&unit=mm",
    "/results/absorption/?dry=114.6&wet=118.3&unit=g&scale_step=0.1&method=quick_boil&limit_pct=1.5",
    "/preferences/",
    "/calculators/",
    "/kiln/cone/?cone=8&rate=100",
    "/results/ware/?ware=stoneware&school=strict&absorption_pct=1.1&absorption_u95=0.2&lustre=yes",
    "/surface/",
    "/surface/plans/new/",
    "/surface/plans/1/?bucket=320",
    "/surface/plans/5/",
    "/surface/plans/5/tiles/",
    "/shelf/new/?kind=glaze",
    "/shelf/10/",
    "/surface/waits/",
    "/library/",
    "/library/findings/1/",
    "/library/conclude/trial/4/",
    "/library/backups/",
    "/library/words/",
    "/surface/factor-trials/",
    "/surface/factor-trials/new/",
    "/surface/factor-trials/1/",
    "/surface/factor-trials/1/?scale=colour_lost",
    "/surface/factor-trials/1/rate/scrub/",
    "/surface/factor-trials/1/rate/colour_lost/",
    "/results/ware/batches/",
    "/results/ware/batches/new/",
    "/results/ware/batches/1/",
    "/surface/amount/?area=600&coats=2&thickness=0.8&specific_gravity=1.5&add=Quay+Blue:6.5",
    "/kiln/cone/?temperature=1230",
    "/kiln/schedule/?segment=80:120:45&segment=140:1040:10",
    "/kiln/load/?shelf=round:420&shelf=rect:400x300&piece=tile:85x40:40&piece=dish:180x180",
    "/kiln/loads/new/?cone=6",
    "/kiln/loads/1/",
    "/kiln/kilns/",
    "/kiln/kilns/1/",
    "/kiln/schedules/",
    "/kiln/schedules/1/",
    "/kiln/firings/?cone=6",
    "/kiln/compare/?firing=1&firing=2",
    "/kiln/logs/1/",
    "/kiln/1/",
    "/kiln/39/",
    "/kiln/39/opening/",
    "/tiles/labels/today/",
    "/library/beside/?first=1&second=2&way=pct",
    "/kiln/1/log/",
    "/go/?q=rope",
    "/tiles/?step=dry",
]


DESK = {"width": 1280, "height": 800}
HYPHENS_FOR_MINUS = """() => {
  const texts = document.createTreeWalker(document.querySelector("main"), NodeFilter.SHOW_TEXT);
  const found = [];
  while (texts.nextNode()) {
    const { data, parentElement } = texts.currentNode;
    const isTyped = parentElement.closest("textarea, option, code, pre, script, style, datalist");
    if (!isTyped && /(^|[\\s(:,])-\\d/.test(data)) found.push(data.trim());
  }
  return found;
}"""
"""Negative numbers with a hyphen. What is typed or copied into a file keeps the keyboard's."""

SMALL_TARGETS = """[...document.querySelectorAll(
    '.button, .input, .place, .choices label, .taps label, .likes label')]
    .filter(e => e.offsetParent && e.getBoundingClientRect().height < 43.5)
    .map(e => e.outerHTML.slice(0, 120))"""


@pytest.fixture(scope="module")
def visitor(browser, browser_context_args, session_cookies):
    """One signed-in page that visits every address, and the troubles of its console."""
    context = browser.new_context(**browser_context_args)
    context.add_cookies(session_cookies)
    page = context.new_page()
    yield page, watch(page)
    context.close()


@pytest.mark.parametrize("address", PAGES)
def test_a_page_is_sound_to_axe_and_fits_a_phone(visitor, address: str) -> None:
    page, troubles = visitor
    page.set_viewport_size(DESK)
    page.goto(address)
    found = Axe().run(page).response["violations"]
    serious = [
        f"{v['id']}: {[node['html'][:160] for node in v['nodes'][:3]]}"
        for v in found
        if v["impact"] in ("serious", "critical")
    ]
    assert not serious
    page.set_viewport_size(PHONE)
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    assert not page.evaluate(SMALL_TARGETS)
    assert page.evaluate(HYPHENS_FOR_MINUS) == []
    assert not troubles


def test_the_dose_by_keyboard_alone(page: Page) -> None:
    page.goto("/mix/dose/")
    for _ in range(40):
        page.keyboard.press("Tab")
        if page.evaluate("document.activeElement.name") == "clay":
            break
    page.keyboard.type("White body")
    page.keyboard.press("Tab")
    page.keyboard.press("ArrowRight")  # from dry to plastic
    page.keyboard.press("Tab")
    page.keyboard.type("1")
    page.keyboard.press("Tab")
    page.keyboard.type("kg")
    page.keyboard.press("Tab")
    page.keyboard.type("20")
    page.keyboard.press("Tab")
    page.keyboard.type("Quay Blue")
    page.keyboard.press("Tab")
    page.keyboard.type("8")
    expect(page.get_by_text("64.0 g", exact=True).first).to_be_visible()
    expect(page.get_by_text("+ 16 g water")).to_be_visible()


def test_question_mark_lists_the_keys(signed_in: Page) -> None:
    signed_in.keyboard.press("?")
    expect(signed_in.get_by_role("dialog")).to_contain_text("New dose")
    signed_in.keyboard.press("Escape")
    signed_in.keyboard.press("d")
    expect(signed_in.get_by_role("heading", name="Dose", exact=True)).to_be_visible()


def test_a_key_pressed_in_a_field_is_text_and_typed_figures_are_asked_about(
    signed_in: Page,
) -> None:
    page = signed_in
    page.goto("/tiles/A1/")
    field = page.get_by_label("Bone-dry weight")
    field.fill("80.5")
    field.press("End")
    field.press("n")
    expect(field).to_have_value("80.5n")
    expect(page).to_have_url(re.compile(r"/tiles/A1/$"))
    page.once("dialog", lambda dialog: dialog.dismiss())
    with page.expect_event("dialog") as asked:
        page.get_by_role("link", name="Bench", exact=True).click()
    assert asked.value.type == "beforeunload"
    expect(field).to_have_value("80.5n")


def test_a_letter_typed_behind_a_weight_makes_no_mix(signed_in: Page) -> None:
    """ "500 gm" was a mix made of 500 g."""
    page = signed_in
    page.goto("/mix/dose/?state=dry&mass=500&unit=g&add=Blue:5")
    weight = page.locator("#id_mass")
    weight.press("End")
    weight.press("m")
    expect(weight).to_have_value("500m")
    expect(page.get_by_role("heading", name="Dose", exact=True)).to_be_visible()


def test_single_keys_can_be_switched_off(signed_in: Page) -> None:
    page = signed_in
    page.keyboard.press("?")
    page.get_by_role("checkbox", name="Single keys act as shortcuts").uncheck()
    page.keyboard.press("Escape")
    page.reload()
    page.keyboard.press("d")
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_be_visible()
    expect(page.get_by_role("checkbox", name="Single keys act as shortcuts")).not_to_be_checked()


def test_errors_stand_at_their_field_while_typing(page: Page) -> None:
    page.goto("/mix/dose/")
    page.get_by_label("Weight of clay").fill("eighty")
    expect(page.locator("#id_mass-error")).to_have_text(
        "This is not a number. Enter it like 12.5 or 12,5."
    )
    page.get_by_label("Weight of clay").fill("80")
    expect(page.locator("#id_mass-error")).to_have_text("")


def test_another_colourant_is_a_click_away(page: Page) -> None:
    page.goto("/mix/dose/?state=dry&mass=100&unit=g&add=Blue:5")
    page.get_by_role("button", name="Add a colourant").click()
    page.keyboard.type("Iron")
    page.keyboard.press("Tab")
    page.keyboard.type("2")
    expect(page.get_by_text("100 g dry clay × 2 ÷ 100 = 2 g")).to_be_visible()


def test_the_dose_without_scripts(browser: Browser, application: str) -> None:
    context = browser.new_context(java_script_enabled=False)
    page = context.new_page()
    page.goto(f"{application}/mix/dose/")
    page.fill("[name=mass]", "60")
    page.fill("[name=add_name] >> nth=0", "Blue")
    page.fill("[name=add_pct] >> nth=0", "15")
    page.click("text=Calculate")
    expect(page.get_by_text("9.0 g", exact=True).first).to_be_visible()
    context.close()
