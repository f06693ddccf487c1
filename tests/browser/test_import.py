"""A long file comes in while others go on working, and says how far it has come."""

import re

from playwright.sync_api import expect

ROWS = 2000

REMEMBER_WHAT_IS_SAID = """() => {
  const place = document.querySelector("[data-progress] span");
  new MutationObserver(() => { sessionStorage.said = place.textContent; })
    .observe(place, { childList: true, characterData: true, subtree: true });
}"""
"""Playwright looks at no page while that page waits for its answer; the page itself can."""


def test_two_thousand_rows_come_in_while_another_window_records(signed_in):
    page = signed_in
    other = page.context.new_page()
    other.goto("/mix/dose/?clay=Ferry+white&state=dry&mass=85&unit=g&add=Tide+Teal:4")
    rows = "".join(f"stain,Sample {number},20\n" for number in range(ROWS))
    page.goto("/shelf/transfer/")
    page.get_by_label("CSV or JSON file").set_input_files(
        {
            "name": "rows.csv",
            "mimeType": "text/csv",
            "buffer": f"kind,name,on_hand_g\n{rows}".encode(),
        }
    )
    page.evaluate(REMEMBER_WHAT_IS_SAID)
    page.get_by_role("button", name="Import data").click(no_wait_after=True)

    other.get_by_role("button", name="Make this mix").click()
    other.get_by_label("Or type the weight").fill("85")
    other.keyboard.press("Enter")
    expect(other.get_by_text("Step 2 of 2")).to_be_visible()
    other.get_by_label("Or type the weight").fill("3.4")
    other.keyboard.press("Enter")
    expect(other.get_by_role("region", name="Finished mix")).to_be_visible()

    expect(page.get_by_text(f"{ROWS} rows imported.")).to_be_visible()
    said = page.evaluate("sessionStorage.said")
    assert re.fullmatch(rf"\d+ of {ROWS} rows checked", said)
    other.close()
