"""An event lead's evening and a volunteer's, in the real page."""

import re
from datetime import timedelta

import pytest
from playwright.sync_api import Browser, Page, expect

from conftest import empty
from support.moment import another_page
from support.patience import http
from support.ticks import ticks_of

pytestmark = pytest.mark.browser


def test_the_lead_settles_makes_sheets_and_a_volunteer_turns_the_board_ready(
    page: Page, demo: str, worker: None, browser: Browser, ahead: timedelta
):
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
    theirs = another_page(browser, ahead, viewport={"width": 390, "height": 844})
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
    assert len(http.get(demo + "/api/outings").json()) == 1


def test_a_forged_link_says_what_to_do(page: Page, demo: str):
    page.goto(demo + "/v/forged")
    expect(page.get_by_role("alert")).to_contain_text("ask the lead")


def test_what_is_set_once_is_a_sheet_and_only_what_a_radio_has_is_listed(page: Page, demo: str):
    page.goto(demo + "/radios/3")
    page.get_by_role("button", name="Set once").click()
    expect(page.get_by_role("button", name="Squelch level")).to_be_visible()
    expect(page.get_by_role("button", name="Assign a free key")).to_have_count(0)
    page.get_by_role("button", name="Hear yourself while you send").click()
    expect(page.get_by_role("heading", name=re.compile("hear yourself while you send"))).to_be_visible()
    expect(page.get_by_role("heading", name="Osprey in the van")).to_have_count(0)
    for _ in range(30):
        if page.locator("h2.done").count():
            break
        page.locator(".donekey").click()
    for _ in range(100):  # the last tick is on its way while the page says that all is done
        if lines := http.get(demo + "/api/log").json():
            break
        page.wait_for_timeout(100)
    assert lines[0]["text"].startswith("set: hear yourself")


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


FILE_AS_THE_DIALOG_GOES = """() => new MutationObserver((changes, watch) => {
  if (!changes.some((change) => [...change.removedNodes].some((node) => node.nodeName === 'DIALOG'))) return;
  watch.disconnect();
  const given = new DataTransfer();
  given.items.add(new File(['name;line\\nMARSH;146.595 simplex\\n'], 'good.csv'));
  const input = document.querySelector('[aria-label="Channels file"]');
  input.files = given.files;
  input.dispatchEvent(new Event('change', { bubbles: true }));
}).observe(document.body, { childList: true, subtree: true })"""


def test_a_dialog_opened_in_the_moment_the_last_one_goes_stays_open(page: Page, demo: str):
    """What the browser still says of the old one, that it closed, does not close the new one and lose its file."""
    page.goto(demo + "/outing")
    page.get_by_label("Channels file").set_input_files(
        {"name": "bad.csv", "mimeType": "text/csv", "buffer": b"name,line\nMARSH,147.33 + 104.0\n"}
    )
    expect(page.get_by_role("dialog")).to_contain_text("Cannot be taken")
    page.evaluate(FILE_AS_THE_DIALOG_GOES)
    page.get_by_role("button", name="Leave it").click()
    expect(page.get_by_role("dialog")).to_contain_text("receive 146.595")


def test_a_fault_on_the_simulated_band_is_led_to_by_the_tree_and_mended(page: Page, demo: str):
    """The slot is known to hold RIDGE; the radio sends no tone: heard of on the band, found by the tree, mended, answered."""
    made = http.post(demo + "/api/sheets", json={"radio_id": 1, "slot": "7", "line": "147.33 + 103.5"}, timeout=60).json()
    http.post(demo + "/api/sheets/ticks", json=ticks_of(made, "2026-11-25T10:00:00Z")).raise_for_status()
    page.goto(demo + "/twin")
    page.get_by_label("Radio").select_option(label="Ardvane Finch")
    page.get_by_role("button", name="stands").click()
    page.get_by_role("button", name="Simulated band").click()
    for key in "147330":
        page.get_by_role("button", name=key, exact=True).click()
    page.get_by_role("button", name="PTT", exact=True).click()
    expect(page.locator(".band")).to_contain_text("RIDGE wants a tone")

    page.goto(demo + "/radios/1?slot=7")
    page.get_by_role("button", name="Nothing heard?").click()
    dialog = page.get_by_role("dialog")
    for _ in range(12):
        if "does TX show?" in dialog.locator(".look").inner_text():
            break
        dialog.get_by_role("button", name="All is well there").click()
    dialog.get_by_role("button", name="No: no TX").click()
    dialog.get_by_role("button", name="Write the keys that mend it").click()
    expect(page.locator("h1")).to_contain_text("007")
    for _ in range(60):
        if page.get_by_text(re.compile("^Try ·")).count():
            break
        page.locator(".donekey").click()
    page.get_by_role("button", name="Simulated band").click()
    page.get_by_label("Twin", exact=True).get_by_role("button", name="PTT", exact=True).click()
    expect(page.locator(".band")).to_contain_text("RIDGE opened")


def test_everything_is_exported_and_restored_into_an_empty_installation(page: Page, demo: str, engine, tmp_path):
    outing = http.get(demo + "/api/outings").json()[0]["id"]
    sheet = http.post(f"{demo}/api/outings/{outing}/people/hay/sheet", timeout=60).json()["id"]
    page.goto(demo + "/station")
    with page.expect_download() as download:
        page.get_by_role("link", name="Export the archive").click()
    kept = tmp_path / "vocator.zip"
    download.value.save_as(kept)
    page.get_by_label("Archive", exact=True).set_input_files(kept)
    expect(page.get_by_role("alert")).to_contain_text("a store that holds something")
    empty(engine)
    page.goto(demo + "/radios")
    expect(page.get_by_text("Finch of QZ7ABE")).to_have_count(0)
    page.goto(demo + "/station")
    page.get_by_label("Archive", exact=True).set_input_files(kept)
    expect(page.get_by_text(re.compile(r"\d+ rows restored"))).to_be_visible()
    expect(page.get_by_label("Call sign")).to_have_value("QZ7ABE")
    page.goto(demo + "/outing")
    expect(page.get_by_role("heading", name="Kestrel Sound Traverse")).to_be_visible()
    page.goto(demo + f"/sheet/{sheet}")
    page.locator(".donekey").click()
    expect(page.get_by_text(re.compile("· 2 of"))).to_be_visible()


def test_a_simplex_channel_of_the_region_is_taken_and_a_version_of_a_radio_chosen(page: Page, demo: str):
    page.goto(demo + "/outing")
    page.get_by_role("button", name="Add a channel").click()
    dialog = page.get_by_role("dialog")
    dialog.get_by_label(re.compile("simplex channels")).select_option(label="146.445 2 m")
    expect(dialog.get_by_label("Listing line")).to_have_value("146.445 simplex")
    dialog.get_by_role("button", name="Save").click()
    expect(page.get_by_role("button", name="SIMPLEX 146.445")).to_be_visible()
    page.get_by_role("button", name="Green Two").click()
    dialog.get_by_label("Version").select_option("2")
    dialog.get_by_role("button", name="Save").click()
    expect(dialog).to_be_hidden()
    people = http.get(demo + "/api/outings/" + str(http.get(demo + "/api/outings").json()[0]["id"])).json()["outing"]["people"]
    assert next(p for p in people if p["id"] == "nan")["firmware"] == "2"


def test_the_log_is_narrowed_down(page: Page, demo: str):
    for call, note in (("QZ7LOM", "relay"), ("QZ2RIV", "")):
        one = {"id": f"log-{call}", "at_utc": "2026-11-25T12:00:00Z", "call_sign": call, "note": note, "tx_hz": 146_550_000}
        http.post(demo + "/api/contacts", json={"contacts": [one]}).raise_for_status()
    page.goto(demo + "/log")
    rows = page.locator("section").first.locator("tbody tr")
    expect(rows).to_have_count(2)
    page.get_by_label("Find in both logs").fill("relay")
    expect(rows).to_have_count(1)
    expect(page.get_by_role("link", name="ADIF of these")).to_have_attribute("href", re.compile("find=relay"))
    page.get_by_role("button", name="Narrow down").click()
    page.get_by_label("from, UTC").fill("2026-11-26")
    expect(page.get_by_text("None like that.").first).to_be_visible()
    page.get_by_role("button", name="Show all").click()
    expect(rows).to_have_count(2)


def test_a_radio_of_ones_own_is_described_taken_and_programmed(page: Page, demo: str, tmp_path):
    text = http.get(demo + "/api/models/ardvane-finch/profile.yaml").text
    own = tmp_path / "own.yaml"
    own.write_text(
        text.replace("model: ardvane-finch", "model: my-wren").replace("name: Ardvane Finch", "name: My Wren"), encoding="utf-8"
    )
    bad = tmp_path / "bad.yaml"
    bad.write_text(own.read_text(encoding="utf-8") + "colour: red\n", encoding="utf-8")
    page.goto(demo + "/radios")
    page.get_by_label("Profile file").set_input_files(bad)
    expect(page.get_by_role("alert")).to_contain_text("colour: unknown key; take it out")
    page.get_by_label("Profile file").set_input_files(own)
    expect(page.get_by_role("status")).to_contain_text("My Wren is taken")
    assert http.get(demo + "/api/models/my-wren/profile.yaml").text == own.read_text(encoding="utf-8")
    page.get_by_role("button", name="Add a radio").click()
    page.get_by_role("button", name=re.compile("My Wren")).first.click()
    page.get_by_role("button", name=re.compile("^Add")).last.click()
    expect(page.locator("h1")).to_contain_text("My Wren")
    page.goto(demo + "/radios")
    page.get_by_role("button", name="Remove My Wren").click()
    expect(page.get_by_role("alert")).to_contain_text("Remove the radio first")


def test_just_a_label_is_changed_from_the_slot_and_from_a_sheet_that_says_more_than_is_needed(page: Page, demo: str):
    made = http.post(
        demo + "/api/sheets", json={"radio_id": 1, "slot": "7", "line": "147.33 + 103.5", "label": "RIDGE"}, timeout=60
    ).json()
    http.post(demo + "/api/sheets/ticks", json=ticks_of(made, "2026-11-25T10:00:00Z")).raise_for_status()
    page.goto(demo + "/radios/1?slot=7")
    page.get_by_role("button", name="Another label").click()
    page.get_by_label("New label").fill("TOO LONG")
    page.get_by_role("button", name="Write the sheet").click()
    expect(page.get_by_role("alert")).to_contain_text("Shorten it")
    page.get_by_label("New label").fill("hill")
    page.get_by_role("button", name="Write the sheet").click()
    expect(page.get_by_text(re.compile("Read back|Ready ·")).first).to_be_visible()
    for _ in range(40):
        if page.locator("h2.done").count():
            break
        page.locator(".donekey").click()
    page.wait_for_function(
        "fetch('/api/radios/1/slots/7').then((r) => r.json()).then(({ slot }) => slot.channel.label === 'HILL')"
    )
    assert http.get(demo + "/api/radios/1/slots/7").json()["slot"]["channel"]["rx_hz"] == 147_330_000
    more = http.post(
        demo + "/api/sheets", json={"radio_id": 1, "slot": "7", "line": "147.33 + 103.5", "label": "RIDGE"}, timeout=60
    ).json()
    page.goto(f"{demo}/sheet/{more['id']}")
    page.get_by_role("button", name="Give it just the label").click()
    page.wait_for_url(lambda url: more["id"] not in url)
    expect(page.get_by_text(re.compile(r"Ready · 1 of \d\d?\b"))).to_be_visible()
    assert http.get(f"{demo}/api/sheets/{more['id']}").json()["status"] == "put_away"


def test_what_two_leads_change_at_once_goes_together_or_stands_side_by_side(
    page: Page, demo: str, browser: Browser, ahead: timedelta
):
    person = {"id": "ada", "name": "Ada", "tactical": "Ridge", "model": "oriel-wick", "firmware": ""}
    made = http.post(demo + "/api/outings", json={"outing": {"name": "Two leads", "people": [person]}}).json()
    other = another_page(browser, ahead, viewport={"width": 1280, "height": 800})
    for one in (page, other):
        one.goto(demo + "/outing")
        one.get_by_label("Outing", exact=True).select_option(label="Two leads")
        one.get_by_role("button", name="Ridge", exact=True).click()
        expect(one.get_by_label("Tactical name")).to_have_value("Ridge")

    def kept() -> dict:
        return http.get(f"{demo}/api/outings/{made['id']}").json()["outing"]["people"][0]

    other.get_by_label("Call sign or name").fill("Ada L")
    other.get_by_label("Tactical name").fill("Hut")
    other.get_by_role("button", name="Save").click()
    expect(other.get_by_role("dialog")).to_have_count(0)
    dialog = page.get_by_role("dialog")
    page.get_by_label("Tactical name").fill("Ford")
    dialog.get_by_role("button", name="Save").click()
    expect(dialog.get_by_text("Somebody else changed this meanwhile")).to_be_visible()
    assert kept()["tactical"] == "Hut", "nothing is overwritten unasked"
    dialog.get_by_role("button", name="Yours: Ford").click()
    dialog.get_by_role("button", name="Save").click()
    expect(dialog).to_have_count(0)
    assert (kept()["name"], kept()["tactical"]) == ("Ada L", "Ford")
    page.get_by_role("button", name="Ford", exact=True).click()
    gone = {**http.get(f"{demo}/api/outings/{made['id']}").json()["outing"], "people": []}
    version = http.get(f"{demo}/api/outings/{made['id']}").json()["version"]
    http.put(f"{demo}/api/outings/{made['id']}", json={"version": version, "outing": gone}).raise_for_status()
    page.get_by_label("Tactical name").fill("Gate")
    dialog.get_by_role("button", name="Save").click()
    dialog.get_by_role("button", name="Theirs: taken out").click()
    expect(dialog).to_have_count(0)
    assert http.get(f"{demo}/api/outings/{made['id']}").json()["outing"]["people"] == []
    other.context.close()


def test_an_outing_is_changed_with_no_server_and_told_when_it_is_back(page: Page, demo: str):
    person = {"id": "ada", "name": "Ada", "tactical": "Ridge", "model": "oriel-wick", "firmware": ""}
    made = http.post(demo + "/api/outings", json={"outing": {"name": "No server", "people": [person]}}).json()
    page.goto(demo + "/outing")
    page.get_by_label("Outing", exact=True).select_option(label="No server")
    expect(page.get_by_role("button", name="Ridge", exact=True)).to_be_visible()
    page.route("**/api/**", lambda route: route.abort())
    dialog = page.get_by_role("dialog")
    page.get_by_role("button", name="Ridge", exact=True).click()
    dialog.get_by_label("Tactical name").fill("Ford")
    dialog.get_by_role("button", name="Save").click()
    expect(dialog).to_have_count(0)
    page.get_by_role("button", name="Add a channel").click()
    dialog.get_by_label("Name").fill("HUT")
    dialog.get_by_label("Listing line").fill("146.52 simplex")
    dialog.get_by_role("button", name="Save").click()
    waits = page.get_by_role("status").filter(has_text="Changed on this device")
    expect(waits).to_contain_text("channel HUT, added")
    expect(waits).to_contain_text("person Ada, changed")

    def kept() -> dict:
        return http.get(f"{demo}/api/outings/{made['id']}").json()

    theirs = kept()
    theirs["outing"]["people"][0] |= {"name": "Ada L", "tactical": "Hut"}
    address = f"{demo}/api/outings/{made['id']}"
    assert http.put(address, json={"version": theirs["version"], "outing": theirs["outing"]}).status_code == 200
    page.unroute("**/api/**")
    ask = page.get_by_role("alert").filter(has_text="Others changed the same meanwhile")
    expect(ask).to_contain_text("Theirs: Hut", timeout=20_000)
    ask.get_by_role("button", name="Yours: Ford").click()
    expect(waits).to_have_count(0)
    told = kept()["outing"]
    assert [(p["name"], p["tactical"]) for p in told["people"]] == [("Ada L", "Ford")]
    assert [c["name"] for c in told["channels"]] == ["HUT"]
    expect(page.get_by_role("button", name=re.compile("HUT")).first).to_be_visible()
