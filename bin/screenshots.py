"""Takes the pictures in docs/screenshots from a fresh demo: ``python bin/screenshots.py``.

Needs what bin/test installs. Uses a throw-away data folder and port 8765.
"""

import os
import re
import shutil
import subprocess
import sys
import tempfile
from pathlib import Path

import pypdfium2
from PIL import Image
from playwright.sync_api import Page, sync_playwright

TOP = Path(__file__).resolve().parent.parent
PORT = "8765"
DESK = "#bcbcbc"
FLAGS = ["--headless", "--no-sandbox", "--disable-gpu", "--disable-background-networking"]
DOSE = "/mix/dose/?clay=Ferry+white&state=plastic&mass=3.4&unit=kg&water_pct=21.5&add=Samphire:6.5"
VIEWS = {
    "bench": "/",
    "shelf": "/shelf/",
    "dose": DOSE,
    "grid": "/mix/grid/?x=Copper+carbonate:0,0.8,1.6,2.4&y=Titanium+dioxide:0,1.5,3"
    "&cell_g=85&solids_pct=67&moulds=4&have=0,0&scale_step_g=0.1",
    "load": "/kiln/loads/1/",
    "firing": "/kiln/logs/1/",
    "clay": "/results/clays/4/?purpose=tableware",
    "photograph": "/results/photographs/1/",
    "wall": "/results/wall/",
    "opening": "/kiln/39/opening/",
    "find": "/results/find/?want=72,-12,26",
    "surface": "/surface/plans/5/",
    "factor-trial": "/surface/factor-trials/1/",
    "ware": "/results/ware/batches/1/",
    "library": "/library/",
    "search": "/go/?q=a+deep+blue+from+2025&kind=",
}
PRINTED = {
    "printed-labels": "/shelf/labels/?sheet=a4-24&copies=1&skip=0",
    "printed-report": "/library/reports/trial/28/report.pdf",
}
"""Documents as they come out of the printer: their first sheets."""


def sign_in(page: Page) -> None:
    """Signs in as the demo's owner."""
    from umberpot.demo.story import PASSWORD, USERNAME

    page.goto("/sign-in/")
    page.get_by_label("Username").fill(USERNAME)
    page.get_by_label("Password").fill(PASSWORD)
    page.get_by_role("button", name="Sign in").click()


def weigh_too_much(page: Page) -> None:
    """Leads the demo's open mix to the moment too much stain has slipped in."""
    page.goto("/mix/11/")
    put_on = re.compile("^Put on [0-9]")
    for button, then in ((put_on, "Step 2 of 3"), ("Put on too much", "is too much")):
        page.get_by_role("button", name=button).click()
        page.get_by_text("There is something on the pan").wait_for()
        page.keyboard.press("r")
        page.get_by_text(then).wait_for()


def take(page: Page, name: str) -> None:
    """One picture of what is in the window."""
    page.wait_for_load_state("networkidle")
    page.wait_for_timeout(600)
    page.screenshot(path=TOP / "docs" / "screenshots" / f"{name}.png")


def print_out(page: Page, name: str, url: str) -> None:
    """A picture of the first sheet of a document, on a desk as grey as the wall."""
    sheet = pypdfium2.PdfDocument(page.request.get(url).body())[0].render(scale=1.5).to_pil()
    desk = Image.new("RGB", (sheet.width + 60, sheet.height + 60), DESK)
    desk.paste(sheet, (30, 30))
    desk.save(TOP / "docs" / "screenshots" / f"{name}.png", optimize=True)


def main() -> None:
    """Starts the demo, takes every picture, ends the demo."""
    sys.path.insert(0, str(TOP))
    with tempfile.TemporaryDirectory() as folder, sync_playwright() as playwright:
        environment = {**os.environ, "PORT": PORT, "UMBERPOT_VAR": folder}
        demo = subprocess.Popen(
            [sys.executable, "bin/launch.py", "demo"],
            cwd=TOP,
            env=environment,
            stdout=subprocess.PIPE,
            text=True,
        )
        try:
            for line in demo.stdout or ():
                if "Ctrl-C" in line:
                    break
            browser = playwright.chromium.launch(
                executable_path=shutil.which("chromium"), args=FLAGS
            )
            base = f"http://127.0.0.1:{PORT}"
            page = browser.new_page(base_url=base, viewport={"width": 1280, "height": 800})
            sign_in(page)
            for name, url in VIEWS.items():
                page.goto(url)
                take(page, name)
            for name, url in PRINTED.items():
                print_out(page, name, url)
            weigh_too_much(page)
            take(page, "weigh")
        finally:
            demo.terminate()
            demo.wait(timeout=15)


if __name__ == "__main__":
    main()
