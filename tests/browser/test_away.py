"""Taken along, then no server: everything that one operator does goes on, and the server has it all, once."""

import json
import re

import pytest
from playwright.sync_api import BrowserType, expect

from support.bench import fill_outing, make_sheet, to_the_end, type_line
from support.moment import stand
from support.patience import http

pytestmark = pytest.mark.browser
LIST = "slot,line,label\n21,146.52,ONE\n22,147.06 + 123,TWO\n23,146.94 - 88.5,THREE\n24,446.0,FOUR\n25,442.1 + d023,FIVE\n"


@pytest.fixture
def phone(tmp_path, browser_type: BrowserType, browser_type_launch_args, ahead):
    """A function that opens the browser of one and the same phone, again after it was closed."""
    opened = []

    def open_it():
        context = browser_type.launch_persistent_context(
            tmp_path / "phone", viewport={"width": 390, "height": 844}, **browser_type_launch_args
        )
        opened.append(stand(context, ahead))
        page = context.pages[0]
        page.on("pageerror", lambda error: pytest.fail(f"{page.url}: {error}"))
        return context, page

    yield open_it
    for context in opened:
        context.close()


def take_along(phone, demo):
    """Take the heart along and close the browser."""
    context, page = phone()
    page.goto(demo + "/station")
    page.get_by_role("button", name=re.compile("Take it along, ")).click()
    expect(page.get_by_text("It is here")).to_be_visible(timeout=180_000)
    page.evaluate("navigator.serviceWorker.ready.then(() => 1)")
    context.close()


def test_a_phone_works_with_no_server_and_the_server_has_it_all_once(demo, server, phone, ahead):
    take_along(phone, demo)
    before = {r["name"] for r in http.get(demo + "/api/radios").json()}
    server.stop()
    try:
        context, page = phone()
        page.goto(demo + "/radios")
        expect(page.get_by_role("status").filter(has_text="No server: this device answers")).to_be_visible()
        page.get_by_role("button", name="Add a radio").click()
        page.get_by_role("button", name=re.compile("Pelorn Hiker")).click()
        page.get_by_role("button", name=re.compile("Add this radio|know|told by|version")).first.click()
        expect(page.locator("h1")).to_contain_text("Pelorn Hiker", timeout=90_000)
        page.goto(demo + "/")
        type_line(page, "147.33 + 103.5 RIDGE")
        expect(page.locator("#understood")).to_contain_text("147.930", timeout=90_000)
        page.get_by_role("button", name="To the radios").click()
        make_sheet(page, "Finch", "12")
        expect(page.locator("header h1")).to_contain_text("012 RIDGE")
        for _ in range(5):
            page.locator(".donekey").click()
        page.get_by_role("button", name="It shows something else").click()
        expect(page.locator(".sights button").first).to_be_visible(timeout=90_000)
        page.locator(".sights button", has_not=page.locator(".right")).nth(1).click()
        expect(page.locator("dialog dl")).to_contain_text("Likely")
        page.get_by_role("button", name="Go on with").click()
        to_the_end(page)
        expect(page.locator("h2.done")).to_contain_text("written and read back")
        page.reload()
        expect(page.locator("h2.done")).to_contain_text("written and read back")

        page.goto(demo + "/radios")
        page.get_by_role("link", name=re.compile("Pelorn Hiker")).click()
        page.locator("#csv").or_(page.get_by_text("Many channels")).first.click()
        page.locator("#csv").fill(LIST)
        page.get_by_role("button", name="Write one sheet").click()
        expect(page.get_by_role("heading", name=re.compile("^02[1-5] (ONE|TWO|THREE|FOUR|FIVE)$"))).to_be_visible(timeout=90_000)
        page.locator(".donekey").click()

        sky = json.loads(page.evaluate("localStorage.getItem('vocator.passes')"))["passes"]
        one = next(p for p in sky if p["workable"] and p["max_elevation_deg"] > 25)
        page.goto(demo + "/passes")
        expect(page.get_by_text(one["satellite"]).first).to_be_visible()
        page.goto(f"{demo}/passes/{one['number']}/{one['aos_utc'].replace(':', '%3A')}")
        page.get_by_role("button", name=re.compile("Write the sheets|Set it up")).click()
        expect(page.get_by_text(re.compile(r"sheet 1 of \d"))).to_be_visible(timeout=90_000)
        page.go_back()
        page.get_by_role("link", name="Rehearse", exact=True).click()
        expect(page.get_by_role("button", name=re.compile("Call|Stamp|PTT", re.I)).first).to_be_visible()
        page.goto(demo + "/drill")
        expect(page.get_by_role("button", name=re.compile("Begin|Start|session|Five", re.I)).first).to_be_visible(timeout=90_000)
        expect(page.get_by_text("What you do is kept here")).to_be_visible()
        context.close()
    finally:
        server.start()

    assert {r["name"] for r in http.get(demo + "/api/radios").json()} == before
    context, page = phone()
    page.goto(demo + "/radios")
    expect(page.get_by_text("has all that was done meanwhile")).to_be_visible(timeout=60_000)
    expect(page.get_by_role("status").filter(has_text="No server")).to_have_count(0)
    page.reload()
    radios = http.get(demo + "/api/radios").json()
    assert {r["name"] for r in radios} == before | {"Pelorn Hiker"} and len(radios) == len(before) + 1
    slot = next(s for r in radios for s in r["slots"] if s["channel"] and s["channel"]["label"] == "RIDGE" and s["slot"] == "12")
    assert slot["state"] == "read_back"
    done = http.get(demo + "/api/sheets?status=done").json()
    assert [s["title"] for s in done].count("012 RIDGE 147.33 + 103.5 RIDGE") == 1
    log = http.get(demo + "/api/log").json()
    assert len([e for e in log if e["slot"] == "12" and "read back" in e["text"]]) == 1
    batch = next(s for s in http.get(demo + "/api/sheets").json() if s["title"].startswith("5 channels"))
    assert batch["radio"] == "Pelorn Hiker" and batch["done"] >= 1
    sheets = http.get(demo + "/api/sheets").json()
    assert any(re.search(r"\d channels, ", s["title"]) and s["radio"] != "Pelorn Hiker" for s in sheets)


def test_an_outing_is_begun_and_another_changed_with_no_server_and_both_are_there_when_it_is_back(demo, server, phone):
    person = {"id": "ada", "name": "Ada", "tactical": "Ridge", "model": "ardvane-finch", "firmware": ""}
    made = http.post(demo + "/api/outings", json={"outing": {"name": "Known before", "people": [person]}}).json()
    take_along(phone, demo)
    server.stop()
    try:
        context, page = phone()
        page.goto(demo + "/outing")
        expect(page.locator("h1")).to_contain_text("Known before", timeout=90_000)
        fill_outing(page, "SUMMIT", "147.33 + 103.5", None)
        waits = page.get_by_role("status").filter(has_text="Changed on this device")
        expect(waits).to_contain_text("channel SUMMIT, added")
        expect(page.locator("td.cell.none")).to_have_count(1)  # the board is worked out here
        page.get_by_role("button", name="New", exact=True).click()
        expect(page.locator("h1")).to_contain_text("New outing")
        fill_outing(page, "HUT", "146.55 simplex", "Bo")
        page.get_by_role("button", name=re.compile("Make the sheets for 1")).click()
        page.get_by_label("Whose radio").select_option(label="Bo")
        page.get_by_role("link", name="Sheet", exact=True).click(timeout=90_000)
        expect(page.locator(".donekey")).to_be_visible()
        sheet = page.url.rpartition("/")[2]
        to_the_end(page)
        expect(page.locator("h2.done")).to_contain_text("written and read back")
        context.close()
    finally:
        server.start()
    context, page = phone()
    page.goto(demo + "/outing")
    expect(page.get_by_text("has all that was done meanwhile")).to_be_visible(timeout=60_000)
    expect(page.get_by_role("status").filter(has_text="Changed on this device")).to_have_count(0, timeout=60_000)
    known = http.get(f"{demo}/api/outings/{made['id']}").json()["outing"]
    assert [c["name"] for c in known["channels"]] == ["SUMMIT"] and [p["name"] for p in known["people"]] == ["Ada"]
    (new,) = [o for o in http.get(demo + "/api/outings").json() if o["name"] == "New outing"]
    (bo,) = http.get(f"{demo}/api/outings/{new['id']}").json()["people"]
    assert bo["ready"] and bo["sheets"] == [sheet] and new["id"] < 2**31
    assert all(r["name"] != bo["name"] for r in http.get(demo + "/api/radios").json()), "Bo's radio is none of mine"
    page.get_by_label("Outing", exact=True).select_option(label="New outing")
    expect(page.get_by_text("1 of 1 ready")).to_be_visible()
