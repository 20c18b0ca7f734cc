"""Takes the pictures of docs/screenshots from a running server with the demonstration (./start).

Run: ``.venv/bin/python scripts/screenshots.py [ADDRESS]``
"""

import json
import sys
import urllib.request
from pathlib import Path
from urllib.parse import quote

from playwright.sync_api import Page, sync_playwright

SHOTS = Path(__file__).parent.parent / "docs" / "screenshots"
MANY = """slot,line,label
11,147.33 + 103.5,RIDGE
6,146.55,SMPLX
12,448.775 minus 5 t118.8,DEPOT
13,146.94 - 103.5,TOWER2
14,146.52,CALL
"""
ARGS = ["--headless=new", "--no-sandbox", "--disable-gpu", "--disable-background-networking"]


def write_keys(page: Page, radio: int, slot: str, label: str | None) -> str:
    form = page.locator("form.strip").nth(radio)
    form.locator("label.slot input").fill(slot)
    if label:
        form.locator("label.label input").fill(label)
    form.locator("button[type=submit]").click()
    page.wait_for_selector(".donekey")
    return page.url


def main(address: str) -> None:
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=ARGS)

        def page(width: int, height: int, theme: str = "day") -> Page:
            context = browser.new_context(
                viewport={"width": width, "height": height}, has_touch=width < 500, is_mobile=width < 500
            )
            context.add_init_script(f"localStorage.setItem('vocator.theme', '{theme}')")
            return context.new_page()

        def shoot(at: Page, name: str) -> None:
            at.wait_for_timeout(900)
            at.screenshot(path=SHOTS / f"{name}.png")

        wide = page(1280, 800)
        wide.goto(address)
        wide.fill("#listing", "147.33 + 103.5")
        shoot(wide, "bench")
        sheet = write_keys(wide, 0, "7", "RIDGE")
        for _ in range(5):
            wide.click(".donekey")
        shoot(wide, "sheet")
        for name, path in (("radio", "/radios/1?slot=2"), ("drill", "/drill"), ("station", "/station"), ("twin", "/twin")):
            wide.goto(address + path)
            shoot(wide, name)
        wide.goto(sheet)
        wide.keyboard.press("e")
        wide.wait_for_selector(".sights")
        shoot(wide, "recovery")
        described = wide.request.post(
            f"{address}/api/descriptions", data={"name": "Wagon of mine", "like": "pelorn-wagon"}
        ).json()
        wide.goto(f"{address}/workshop/{described['id']}")
        wide.wait_for_selector(".goals .proven")
        wide.get_by_role("navigation", name="Questions").get_by_role("button", name="How is the menu worked?").click()
        shoot(wide, "workshop")
        wide.goto(address + "/radios/1")
        wide.get_by_role("button", name="Many channels").click()
        wide.fill("#csv", MANY)
        wide.get_by_role("button", name="Write one sheet").click()
        wide.wait_for_selector(".donekey")
        for _ in range(34):
            wide.click(".donekey")
        shoot(wide, "batch")
        coming = json.load(urllib.request.urlopen(address + "/api/passes/next"))
        place = f"/{coming['number']}/{quote(coming['aos_utc'])}"
        for name, path in (("passes", "/passes"), ("pass", f"/passes{place}"), ("ride", f"/ride{place}")):
            wide.goto(address + path)
            wide.wait_for_timeout(1500)
            shoot(wide, name)
        stamps = [{"id": f"picture-{n}", "at_utc": coming["aos_utc"], "call_sign": call, "grid": grid, "satellite": coming["satellite"],
                   "tx_hz": 435350000, "rx_hz": 145960000} for n, (call, grid) in enumerate((("QZ7LOM", "FN25"), ("QZ2RIV", "EN82")))]  # fmt: skip
        wide.evaluate(
            "body => fetch('/api/contacts', {method: 'POST', headers: {'content-type': 'application/json'}, body})",
            json.dumps({"contacts": stamps}),
        )
        wide.goto(address + "/log")
        shoot(wide, "log")
        for person in ("hay", "abe", "kit"):
            wide.request.post(f"{address}/api/outings/1/people/{person}/sheet")
        link = wide.request.post(f"{address}/api/outings/1/people/hay/link").json()["path"]
        wide.goto(address + "/outing")
        wide.wait_for_selector(".board")
        shoot(wide, "outing")
        phone = page(390, 844)
        phone.goto(address + link)
        shoot(phone, "volunteer-phone")
        phone.goto(f"{address}/ride{place}?rehearse=10")
        phone.wait_for_timeout(9000)
        shoot(phone, "rehearsal-phone")
        phone.goto(address)
        phone.fill("#listing", "147.33 + 103.5")
        shoot(phone, "bench-phone")
        phone.goto(sheet)
        shoot(phone, "sheet-phone")
        night = page(1280, 800, "night")
        night.goto(sheet)
        shoot(night, "sheet-night")
        browser.close()


if __name__ == "__main__":
    main(sys.argv[1] if len(sys.argv) > 1 else "http://127.0.0.1:8642")
