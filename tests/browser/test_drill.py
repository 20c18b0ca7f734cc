"""Drill, in the real page."""

import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

pytestmark = pytest.mark.browser
AXE = Path(__file__).parent.parent.parent / "web" / "node_modules" / "axe-core" / "axe.min.js"


def test_a_newcomer_drills_on_the_twin_with_hints_and_is_told_what_was_forgotten(page: Page, demo: str):
    page.goto(demo + "/drill")
    page.get_by_label("Radio").select_option(label="Oriel Wick")
    expect(page.get_by_text("of this radio are known")).to_be_visible()
    page.get_by_role("button", name="A frequency", exact=True).click()
    page.get_by_role("button", name="Done", exact=True).click()
    expect(page.get_by_text("does not stand in the VFO")).to_be_visible()
    page.get_by_role("button", name="Go on from here").click()
    twin = page.get_by_role("group", name="Virtual Oriel Wick")
    twin.get_by_role("button", name="PTT", exact=True).click()
    expect(page.get_by_text("sends on")).to_be_visible()
    page.get_by_role("button", name="Done", exact=True).click()
    expect(page.get_by_role("row", name=re.compile("on the air 1 It sent on .*, unasked"))).to_be_visible()
    page.get_by_role("button", name="Next", exact=True).click()
    expect(page.get_by_role("heading", name="0 of 2 right")).to_be_visible()
    expect(page.get_by_role("row", name=re.compile("on the air 1"))).to_be_visible()
    page.get_by_role("button", name="Good").click()
    page.get_by_role("button", name="A frequency", exact=True).click()
    page.get_by_role("button", name="A hint: which chapter").click()
    expect(page.get_by_text("Chapters")).to_be_visible()
    wanted = re.search(r"Bring in (\d+)\.(\d+)", page.get_by_role("heading", level=2).inner_text())
    for digit in wanted[1] + wanted[2]:
        twin.get_by_role("button", name=digit, exact=True).click()
    expect(twin.get_by_role("img")).to_have_attribute("aria-label", re.compile(f"{wanted[1]}.{wanted[2]}"))
    page.get_by_role("button", name="Done", exact=True).click()
    expect(page.get_by_text("Right.")).to_be_visible()
    page.get_by_role("button", name="Next", exact=True).click()
    expect(page.locator("table")).to_contain_text("right, 1 hint")
    page.get_by_role("button", name="Good").click()
    expect(page.get_by_role("button", name="A frequency ✓")).to_be_visible()
    expect(page.get_by_role("img", name=re.compile(r"^0 of \d+ keys known: .*MON new.*1 learning"))).to_be_visible()
