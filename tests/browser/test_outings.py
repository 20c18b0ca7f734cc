"""An event lead's evening and a volunteer's, in the real page."""

import re

import httpx
import pytest
from playwright.sync_api import Browser, Page, expect

pytestmark = pytest.mark.browser


def test_the_lead_settles_makes_sheets_and_a_volunteer_turns_the_board_ready(page: Page, demo: str, browser: Browser):
    page.goto(demo + "/outing")
    page.get_by_role("button", name=re.compile("1 to settle first")).click()
    page.get_by_role("button", name="Change QZ1OSK's radio").click()
    page.get_by_role("dialog").get_by_label(re.compile("^Radio")).select_option(label="Pelorn Wagon")
    page.get_by_role("dialog").get_by_role("button", name="Save").click()
    page.get_by_role("button", name="Accept").first.click()
    expect(page.get_by_role("button", name="Take back")).to_have_count(1)
    page.get_by_role("button", name="Board").click()
    page.get_by_role("button", name=re.compile("Make the sheets for 12")).click()
    expect(page.locator(".lead")).to_contain_text("0 of 12 ready", timeout=90_000)
    page.get_by_role("button", name="Link for QZ5HAY").click()
    address = page.get_by_role("dialog").get_by_role("link").get_attribute("href")
    expect(page.get_by_alt_text("The link as a QR code")).to_be_visible()
    theirs = browser.new_context(viewport={"width": 390, "height": 844}, bypass_csp=True).new_page()
    theirs.goto(demo + str(address))
    expect(theirs.locator("h1")).to_have_text("Ford")
    theirs.get_by_role("link", name=re.compile("Program your radio")).click()
    for _ in range(250):
        if theirs.locator("h2.done").count():
            break
        theirs.locator(".donekey").click()
    theirs.goto(demo + str(address))
    expect(theirs.get_by_text("Your radio is ready.")).to_be_visible()
    theirs.context.close()
    page.reload()
    expect(page.locator(".lead")).to_contain_text("1 of 12 ready")
    with page.expect_download() as download:
        page.get_by_role("link", name="Pocket cards, A4").click()
    assert download.value.path().read_bytes().startswith(b"%PDF-")


def test_a_channel_is_added_changed_and_taken_out_and_a_bad_line_is_said(page: Page, demo: str):
    page.goto(demo + "/outing")
    page.get_by_role("button", name="Add a channel").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label("Name").fill("<b>SPARE</b>")
    dialog.get_by_label("Listing line").fill("147.33 + 104.0")
    dialog.get_by_role("button", name="Save").click()
    expect(page.get_by_role("button", name=re.compile("2 to settle first"))).to_be_visible()
    page.get_by_role("button", name="<b>SPARE</b>", exact=True).click()
    dialog.get_by_role("button", name="Take out").click()
    expect(page.get_by_role("button", name=re.compile("1 to settle first"))).to_be_visible()
    assert len(httpx.get(demo + "/api/outings").json()) == 1


def test_a_forged_link_says_what_to_do(page: Page, demo: str):
    page.goto(demo + "/v/forged")
    expect(page.get_by_role("alert")).to_contain_text("ask the lead")


def test_what_is_set_once_is_a_sheet_and_what_a_radio_lacks_is_said(page: Page, demo: str):
    page.goto(demo + "/radios/3")
    page.get_by_role("button", name="Set once").click()
    page.get_by_role("button", name="Assign a free key").click()
    expect(page.get_by_role("alert")).to_contain_text("no keys to assign")
    page.get_by_role("button", name="Hear yourself while you send").click()
    expect(page.get_by_role("heading", name=re.compile("hear yourself while you send"))).to_be_visible()
    expect(page.get_by_role("heading", name="Osprey in the van")).to_have_count(0)
    for _ in range(30):
        if page.locator("h2.done").count():
            break
        page.locator(".donekey").click()
    assert httpx.get(demo + "/api/log").json()[0]["text"].startswith("set: hear yourself")


def test_channels_are_looked_at_before_they_are_taken_from_a_file_and_from_the_listing(page: Page, demo: str, tmp_path):
    good, bad = tmp_path / "good.csv", tmp_path / "bad.csv"
    good.write_text("name;line\nMARSH;146.595 simplex\n")
    bad.write_text("name,line\nMARSH,147.33 + 104.0\n")
    page.goto(demo + "/outing")
    page.get_by_label("Channels file").set_input_files(bad)
    expect(page.get_by_role("dialog")).to_contain_text("Cannot be taken")
    page.get_by_role("dialog").get_by_role("button", name="Leave it").click()
    page.get_by_label("Channels file").set_input_files(good)
    expect(page.get_by_role("dialog")).to_contain_text("receive 146.595")
    page.get_by_role("button", name="Take 1 channels").click()
    expect(page.get_by_role("button", name="MARSH", exact=True)).to_be_visible()
    page.get_by_role("button", name="Posts and reach").click()
    page.get_by_role("button", name="Ask the listing service").click()
    expect(
        page.locator("section", has=page.get_by_role("heading", name=re.compile("Repeaters near"))).get_by_role("status")
    ).to_contain_text("cannot be reached")
    expect(page.get_by_text("Nothing is kept yet")).to_be_visible()
