"""One's own radio: its description says one thing wrongly, and short walks on it find and mend that."""

import re

import httpx
import pytest
from playwright.sync_api import Page, expect

from vocator.core.diagnosis.belief import carried
from vocator.core.radio.display import display
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.files.profile_yaml import PROFILES, build
from vocator.files.strict_yaml import read_yaml

pytestmark = pytest.mark.browser


class InTheHand:
    """The radio as it is, somebody's hands on it."""

    def __init__(self, text: str) -> None:
        self.twin = Twin(build(read_yaml(text, "right"), None, "r2"))
        self.state: State = self.twin.start

    def press(self, actions: list[str]) -> None:
        after = carried(self.twin, self.state, actions)
        assert after is not None
        self.state = after

    def shows(self, drawn: str) -> bool:
        """Whether a picture, as it is read out, is what stands there."""
        return drawn.removeprefix("The display shows ") == display(self.twin, self.state).text

    def tell(self, page: Page) -> None:
        shown = display(self.twin, self.state)
        page.get_by_label("Main line").fill(shown.main)
        page.get_by_label("Slot", exact=True).fill(shown.slot or "")
        page.get_by_label("Icons that light").fill(" ".join(shown.icons))
        page.get_by_role("button", name="This shows").click()
        expect(page.get_by_role("button", name="This shows")).to_have_count(0)


def test_a_wrong_description_is_found_by_trials_on_the_radio_and_mended(page: Page, demo: str):
    right = (PROFILES / "pelorn-hiker.yaml").read_text().replace("model: pelorn-hiker", "model: my-hiker", 1)
    wrong = right.replace("    after: memory\n", "    after: home\n", 1)
    assert wrong != right
    httpx.post(demo + "/api/models", content=wrong.encode()).raise_for_status()
    radio = httpx.post(demo + "/api/radios", json={"model": "my-hiker", "name": "Mine"}).json()["id"]
    sheet = httpx.post(demo + "/api/sheets", json={"radio_id": radio, "slot": "5", "line": "147.330 + 103.5"}).json()
    hand = InTheHand(right)
    page.goto(f"{demo}/sheet/{sheet['id']}")
    for steps in sheet["content"]["pages"]:
        own = [sheet["content"]["steps"][n] for n in steps]
        for step in own:
            if step["done_as_new"] and not step["on_air"]:
                hand.press(step["actions"])
        if display(hand.twin, hand.state).text != own[-1]["display"]["text"]:
            break
        page.locator(".donekey").click()
    page.get_by_role("button", name="It shows something else").click()
    page.get_by_role("button", name="Nothing of these").click()
    page.get_by_role("button", name="Find out where").click()
    hand.tell(page)
    dialog = page.get_by_role("dialog", name="Is the description right?")
    settled = dialog.get_by_text("Most likely")
    for _ in range(60):
        expect(dialog.locator(".keys").or_(settled)).to_be_visible()
        if settled.is_visible():
            break
        number = re.search(r"step (\d+) of", dialog.inner_text())
        assert number
        if number[1] == "1":
            hand.state = hand.twin.start
        hand.press(dialog.locator(".keys").inner_text().split("  "))
        if hand.shows(dialog.get_by_role("img").get_attribute("aria-label") or ""):
            before = dialog.inner_text()
            dialog.get_by_role("button", name="As drawn").click()
            expect(dialog).not_to_have_text(before)
            expect(dialog.get_by_text("Looking…")).to_have_count(0)
        else:
            dialog.get_by_role("button", name="It differs").click()
            hand.tell(page)
    expect(settled).to_contain_text("after memory")
    dialog.get_by_role("button", name="Mend the description").click()
    expect(dialog.get_by_text("The description is mended")).to_be_visible()
    text = httpx.get(demo + "/api/models/my-hiker/profile.yaml").text
    assert build(read_yaml(text, "mended"), None, "r2") == hand.twin.profile
    dialog.get_by_role("button", name="Write it anew").click()
    expect(page.locator(".donekey")).to_be_visible()
