"""From a trial that is read to its finding, a later one, and the word that is looked up."""

from playwright.sync_api import Page, expect


def test_a_trial_is_concluded_and_concluded_again(signed_in: Page) -> None:
    page = signed_in
    page.goto("/results/trials/4/")
    page.get_by_role("link", name="Write a finding").click()
    sentence = page.get_by_label("Finding")
    expect(sentence).not_to_have_value("")
    sentence.fill("Buoy Red is for earthenware only.")
    page.get_by_role("button", name="Sign and save").click()
    expect(page.get_by_text("Finding saved.")).to_be_visible()

    page.get_by_role("link", name="Supersede this finding").click()
    expect(page.get_by_text("Current finding: Buoy Red is for earthenware only.")).to_be_visible()
    page.get_by_label("Finding").fill("Buoy Red keeps its colour to cone 1.")
    page.get_by_role("button", name="Sign and save").click()
    page.get_by_role("link", name="Buoy Red is for earthenware only.").click()
    expect(page.get_by_text("Superseded by")).to_be_visible()

    page.goto("/library/")
    page.get_by_label("Search for").fill("keeps buoy")
    page.get_by_role("button", name="Search findings").click()
    expect(page.get_by_role("link", name="Buoy Red keeps its colour to cone 1.")).to_be_visible()
    expect(page.get_by_text("is for earthenware only")).to_have_count(0)
    page.get_by_role("checkbox", name="Include superseded findings").check()
    page.get_by_label("Search for").fill("earthenware")
    page.get_by_role("button", name="Search findings").click()
    expect(page.get_by_text("superseded", exact=True)).to_be_visible()


def test_a_word_leads_to_its_formula(signed_in: Page) -> None:
    page = signed_in
    page.goto("/results/shrinkage/")
    page.get_by_role("link", name="total shrinkage", exact=True).click()
    page.get_by_role("dialog", name="total shrinkage").get_by_role("link", name="Glossary").click()
    expect(page.locator("[id='total-shrinkage']")).to_be_in_viewport()
    expect(page.get_by_text("The two shrinkages compound.")).to_be_visible()
