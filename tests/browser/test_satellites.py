"""A satellite operator's evening, in the real page: from the best pass to the log."""

import json
import re
from datetime import datetime, timedelta
from urllib.parse import quote

import pytest
from playwright.sync_api import Page, Route, expect

from support.patience import http
from support.ticks import ticks_of
from vocator import clock

pytestmark = pytest.mark.browser


def coming(demo: str, satellite: str = "Wren-5") -> dict:
    passes = http.get(demo + "/api/passes?days=2").json()["passes"]
    return next(p for p in passes if p["satellite"] == satellite and p["workable"])


def place(p: dict, kind: str = "passes") -> str:
    return f"/{kind}/{p['number']}/{quote(p['aos_utc'])}"


def test_the_best_pass_is_told_for_three_radios_written_as_sheets_and_found_in_a_calendar(page: Page, demo: str):
    page.goto(demo + "/passes")
    page.get_by_role("link", name="Get ready").click()
    expect(page.locator(".with")).to_contain_text("full duplex")
    for radio, words in (
        ("Lantern of the club", "squelch held open"),
        ("Finch of QZ7ABE", "one slot a step"),
        ("Osprey in the van", "full duplex"),
    ):
        page.get_by_label("Radio", exact=True).select_option(label=radio)
        expect(page.locator(".with p")).to_contain_text(words)
    page.get_by_role("button", name="Pick", exact=True).click()
    expect(page.get_by_role("button", name="Picked")).to_be_visible()
    page.get_by_role("button", name="Write the sheets").click()
    expect(page.locator(".donekey")).to_be_visible()
    open_sheets = http.get(demo + "/api/sheets").json()
    assert len(open_sheets) == 5, "the memories, hear yourself, the squelch, each side to its slot"
    page.goto(demo + "/passes")
    with page.expect_download() as download:
        page.get_by_role("link", name="Picked passes as a calendar file").click()
    text = download.value.path().read_text()
    assert text.count("BEGIN:VEVENT") == 1 and "°" in text


def test_a_rehearsal_at_ten_times_speed_is_turned_by_keyboard_and_scored(page: Page, demo: str):
    p = coming(demo)
    page.clock.install()
    page.goto(demo + place(p, "ride") + "?rehearse=10")
    expect(page.locator(".number")).to_be_visible()
    page.clock.run_for(3_000)
    expect(page.locator(".meter")).to_have_attribute("aria-label", re.compile("Heard [0-9] of 5"))
    seconds = (datetime.fromisoformat(p["los_utc"]) - datetime.fromisoformat(p["aos_utc"])).total_seconds() / 10
    with page.expect_response(lambda r: r.url.endswith("/api/drill/rides")) as kept:
        for _ in range(int(seconds * 2) + 8):
            page.clock.run_for(500)
            if page.locator(".then.now").count():
                page.keyboard.press("ArrowRight")
            if page.locator(".done").count():
                break
    expect(page.locator(".big")).to_contain_text("% in tune")
    assert int(page.locator(".big").inner_text().split()[0]) > 80
    assert kept.value.status == 204, "it counts as an exercise of the radio"
    expect(page.get_by_text(re.compile(r"Of \d+ overs of others you heard \d+"))).to_be_visible()


def omm(name: str, number: int) -> str:
    """A made-up satellite, by its name and catalogue number."""
    epoch = clock.utc_now().strftime("%Y-%m-%dT%H:%M:%S.000000")
    return json.dumps([{"OBJECT_NAME": name, "NORAD_CAT_ID": number, "EPOCH": epoch, "MEAN_MOTION": 14.9, "ECCENTRICITY": 0.0008,
                        "INCLINATION": 97.6, "RA_OF_ASC_NODE": 40, "ARG_OF_PERICENTER": 80, "MEAN_ANOMALY": 12, "BSTAR": 0.00004}])  # fmt: skip


def test_a_satellite_of_ones_own_is_given_links_written_rehearsed_with_arming_and_known_again(page: Page, demo: str, tmp_path):
    file = tmp_path / "own.json"
    file.write_text(omm("Plover-9", 90300))
    page.goto(demo + "/passes")
    page.get_by_role("button", name="Satellites").first.click()
    page.get_by_label("Element file").set_input_files(file)
    expect(page.get_by_role("status").filter(has_text="1 element sets taken")).to_be_visible()
    page.get_by_role("button", name="Close").first.click()
    expect(page.locator(".how")).to_contain_text("Plover-9: its links are not known")
    page.get_by_label("Good to").select_option("all")
    page.get_by_label("Satellite", exact=True).select_option(label="Plover-9")
    page.locator(".time a").first.click()
    expect(page.locator("main")).to_contain_text("Not planned yet: its links are not known")
    page.get_by_role("button", name="Give its links").click()
    page.get_by_label("It sends on, MHz").fill("0")
    page.get_by_role("button", name="Keep the links").click()
    expect(page.get_by_role("alert")).to_contain_text("no frequency")
    page.get_by_label("It sends on, MHz").fill("437,21")
    page.get_by_label("It hears on, MHz").fill("145.93")
    page.get_by_label("Tone", exact=True).fill("67")
    page.get_by_label("Arming tone").fill("74.4")
    page.get_by_label("runs for, minutes").fill("10")
    page.get_by_role("button", name="Keep the links").click()
    page.get_by_label("Radio", exact=True).select_option(label="Osprey in the van")
    expect(page.locator("main")).to_contain_text("If nobody is on it: LEFT to slot")
    here = page.url
    page.get_by_role("button", name="Write the sheets").click()
    expect(page.locator("header")).to_contain_text("sheet 1 of 5")
    chain = http.get(demo + "/api/sheets").json()
    for number in range(1, 6):
        expect(page.locator("header")).to_contain_text(f"sheet {number} of 5")
        kept = next(c for c in chain if c["id"] == page.url.rpartition("/")[2])
        sheet = http.get(f"{demo}/api/sheets/{kept['id']}").json()
        http.post(demo + "/api/sheets/ticks", json=ticks_of(sheet, clock.utc_now().isoformat())).raise_for_status()
        page.reload()
        if number < 5:
            page.get_by_role("link", name=f"Next: sheet {number + 1} of 5").click()
    expect(page.get_by_role("link", name="Ride the pass")).to_be_visible()
    page.get_by_role("link", name="Rehearse it").click()
    expect(page.locator(".air")).to_contain_text("Silent, its timer is not running")
    twin = page.get_by_role("group", name="Virtual Ardvane Osprey")
    ptt = twin.get_by_role("button", name="PTT", exact=True)
    ptt.click()
    expect(page.locator(".came")).to_contain_text(re.compile("Arm it|not risen"))
    twin.get_by_role("button", name="LDIAL one click anticlockwise").click()
    ptt.click()
    expect(page.locator(".came")).to_contain_text("Armed")
    expect(page.locator(".air")).not_to_contain_text("Silent")
    twin.get_by_role("button", name="LDIAL one click clockwise").click()
    expect(twin).to_contain_text("LEFT 009")
    page.goto(here)
    expect(page.get_by_role("heading", name=re.compile("^Already in .* nothing to write"))).to_be_visible()
    page.get_by_role("button", name="Set it up").click()
    expect(page.locator("header")).to_contain_text("sheet 1 of 4")


def test_a_ride_goes_on_without_the_server_and_its_contacts_reach_the_log(page: Page, demo: str, server):
    p = coming(demo)
    rise = datetime.fromisoformat(p["aos_utc"])
    plan = http.get(demo + "/api" + place(p)).json()
    page.route("**/api/clock", lambda route: route.abort())
    page.clock.install(time=rise - timedelta(seconds=120))
    page.goto(demo + place(p, "ride"))
    expect(page.locator(".then")).to_contain_text("rises in")
    slots = {r["memory"]: r["slot_text"] for r in plan["rows"]}
    server.stop()
    try:
        for k, m in enumerate(plan["set"]["memories"]):
            wanted = datetime.fromisoformat(m["from_utc"]) + timedelta(seconds=1)
            page.clock.set_fixed_time(wanted)
            page.clock.run_for(200)
            expect(page.locator(".number > b")).to_have_text(slots[k])
        page.get_by_role("button", name="Contact now").click()
        page.get_by_label("Call sign").fill("qz7lom")
        page.get_by_label("Grid").fill("FN25")
        page.get_by_label("Grid").blur()
        expect(page.get_by_text("1 kept here")).to_be_visible()
    finally:
        server.start()
    page.goto(demo + "/log")
    expect(page.get_by_label(re.compile("^Call sign of")).first).to_have_value("QZ7LOM")
    page.get_by_label("Call sign", exact=True).fill("QZ2RIV")
    page.get_by_label("Satellite", exact=True).fill("Wren-5")
    page.get_by_role("button", name="Contact now").click()
    expect(page.get_by_label(re.compile("^Call sign of"))).to_have_count(2)
    with page.expect_download() as download:
        page.get_by_role("link", name="ADIF").click()
    text = download.value.path().read_text()
    assert text.count("<EOR>") == 2 and "<SAT_NAME:6>Wren-5" in text


def test_changes_are_announced_within_a_fifth_of_a_second_and_the_clock_does_not_drift(page: Page, demo: str):
    p = coming(demo)
    plan = http.get(demo + "/api" + place(p)).json()
    change = datetime.fromisoformat(plan["set"]["memories"][1]["from_utc"])
    page.route("**/api/clock", lambda route: route.abort())
    page.clock.install(time=change - timedelta(seconds=60))  # more than a page ever takes to open
    page.goto(demo + place(p, "ride"))
    expect(page.locator(".number")).to_be_visible()
    page.clock.pause_at(change - timedelta(milliseconds=150))
    expect(page.locator("[aria-live=assertive]")).not_to_contain_text("Change now")
    page.clock.run_for(350)
    expect(page.locator("[aria-live=assertive]")).to_contain_text("Change now")


def test_a_satellites_name_on_the_bench_leads_to_its_next_pass(page: Page, demo: str):
    page.goto(demo)
    page.locator("#listing").fill("corrie")
    page.get_by_role("link", name=re.compile("Corrie: next pass")).click()
    expect(page.locator("h1")).to_contain_text("Corrie")


def test_without_a_place_the_way_to_one_is_shown_and_a_grid_will_do(page: Page, bare: str):
    page.goto(bare + "/passes")
    page.get_by_role("link", name="To Station").click()
    page.get_by_label("or a grid square").fill("GN19")
    page.get_by_role("button", name="Take its middle").click()
    expect(page.get_by_label("Latitude, °")).to_have_value("49.5")
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_text("Saved.")).to_be_visible()
    page.goto(bare + "/passes")
    expect(page.get_by_text("No satellite is chosen")).to_be_visible()


def test_a_contact_takes_a_frequency_as_a_listing_writes_it_or_a_slot_that_is_known(page: Page, demo: str):
    held: list[Route] = []
    page.route("**/api/log?*", lambda route: held.append(route))
    page.goto(demo + "/log")
    page.get_by_label("Call sign", exact=True).fill("QZ7LOM")
    page.get_by_label("Frequency or slot").fill("147.33 + 104.0")
    page.get_by_role("button", name="Contact now").click()
    expect(page.get_by_role("alert")).to_contain_text("not noted yet")
    for route in held:  # the look at the logs comes late: what was told stays
        route.continue_()
    page.unroute("**/api/log?*")
    expect(page.get_by_text("Nothing yet.")).to_be_visible()
    expect(page.get_by_role("alert")).to_contain_text("not noted yet")
    page.get_by_label("Frequency or slot").fill("147.33 + 103.5")
    page.get_by_role("button", name="Contact now").click()
    expect(page.locator("table").first).to_contain_text("147.930")
    record = http.get(demo + "/api/contacts.adi").text
    assert "<FREQ:6>147.93 " in record and "<BAND:2>2m" in record
