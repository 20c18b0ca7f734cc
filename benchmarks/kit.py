"""A field kit in a headless browser: until the bench stands, until the first line is read, and sheets beside plain Python in the same run.

``scripts/bench kit``
"""

import subprocess
import sys
import tempfile
import threading
import time
from functools import partial
from http.server import SimpleHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path
from statistics import median

from playwright.sync_api import Browser, Page, sync_playwright

from vocator.usecases.network.field_kit import ROOT
from vocator.usecases.programming.make_sheet import SheetRequest
from vocator.usecases.programming.sheet_work import drawn_sheet

ARGS = ["--headless=new", "--no-sandbox", "--disable-gpu", "--disable-background-networking"]
TIMES = 5
LINES = ("147.33 + 103.5", "146.55", "147.06 - 79.7", "146.94 - 103.5", "146.52")


class Quiet(SimpleHTTPRequestHandler):
    """A server for plain files that says nothing."""

    def log_message(self, *args: object) -> None:
        """Say nothing."""


def starts(page: Page, address: str) -> tuple[list[float], list[float]]:
    """Return seconds until the bench stands and until a line is read, the first from the server, the others kept on the device."""
    stands, reads = [], []
    for _ in range(TIMES):
        begun = time.perf_counter()
        page.goto(address)
        page.wait_for_selector("#listing")
        stands.append(time.perf_counter() - begun)
        page.fill("#listing", LINES[0])
        page.wait_for_selector("text=as read", timeout=120_000)
        reads.append(time.perf_counter() - begun)
        page.evaluate("navigator.serviceWorker.ready.then(() => 1)")
        page.wait_for_timeout(6000)  # what was compiled is put away
        page.goto("about:blank")
    return stands, reads


def sheets(page: Page, address: str) -> tuple[float, float]:
    """Return the seconds of a sheet (median over lines) in the page and in plain Python."""
    there, here = [], []
    page.goto(address + "#/radios")
    page.get_by_role("button", name="Ardvane Finch").click()
    page.get_by_role("button", name="Add this radio").click()
    page.get_by_role("heading", name="Ardvane Finch").nth(0).wait_for()
    for number, line in enumerate(LINES):
        page.goto(address + "#/")
        page.fill("#listing", line)
        page.get_by_label("slot").first.fill(f"{number + 7:03}")
        page.wait_for_selector("button[type=submit]:not([disabled])")
        begun = time.perf_counter()
        page.click("button[type=submit]")
        page.wait_for_selector(".donekey")
        there.append(time.perf_counter() - begun)
        begun = time.perf_counter()
        drawn_sheet(request := SheetRequest("ardvane-finch", str(number + 7), line), None, request)
        here.append(time.perf_counter() - begun)
    return median(there), median(here)


LONG_TASKS = """
window.__long = [];
new PerformanceObserver((list) => window.__long.push(...list.getEntries().map((one) => one.duration))).observe({ type: 'longtask', buffered: true });
"""
"""Browsers call a task of more than 50 ms long."""


def keys_on_the_twin(page: Page, address: str) -> float:
    """Return the milliseconds from a click of the twin's dial to the display that follows, the median."""
    page.goto(address + "#/twin")
    dial = page.get_by_role("button", name="one click clockwise").first
    dial.wait_for()
    page.wait_for_timeout(2000)
    return page.evaluate(
        """async () => {
          const dial = [...document.querySelectorAll('button')].find((b) => b.ariaLabel?.includes('one click clockwise'));
          const glass = document.querySelector('.case .glass') ?? document.querySelector('.case'), took = [];
          for (let n = 0; n < 30; n++) {
            const begun = performance.now();
            const changed = new Promise((done) => {
              const seen = new MutationObserver(() => { seen.disconnect(); done(); });
              seen.observe(glass, { subtree: true, childList: true, characterData: true, attributes: true });
            });
            dial.click();
            await Promise.race([changed, new Promise((done) => setTimeout(done, 1000))]);
            took.push(performance.now() - begun);
            await new Promise((done) => setTimeout(done, 60));
          }
          return took.sort((a, b) => a - b)[15];
        }"""
    )


def memory_mb(browser: Browser) -> float:
    """Return the resident memory of the largest page process, with its workers, in MB."""
    found = browser.new_browser_cdp_session().send("SystemInfo.getProcessInfo")["processInfo"]
    held = []
    for process in found:
        if process["type"] == "renderer":
            lines = Path(f"/proc/{process['id']}/status").read_text().splitlines()
            held.append(next(int(x.split()[1]) for x in lines if x.startswith("VmRSS")) / 1024)
    return max(held)


def main() -> None:
    """Write a kit, serve it, measure, print."""
    with tempfile.TemporaryDirectory() as folder:
        subprocess.run(
            [ROOT / "vocator", "field-kit", folder], check=True, stdout=sys.stderr
        )  # builds its page where that is not there
        weight = sum(p.stat().st_size for p in Path(folder).rglob("*") if p.is_file()) / 1e6
        server = ThreadingHTTPServer(("127.0.0.1", 0), partial(Quiet, directory=str(Path(folder))))
        threading.Thread(target=server.serve_forever, daemon=True).start()
        with sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=ARGS)
            page = browser.new_page()
            page.add_init_script(LONG_TASKS)
            blank = memory_mb(browser)
            address = f"http://127.0.0.1:{server.server_port}/"
            stands, reads = starts(page, address)
            there, here = sheets(page, address)
            long = page.evaluate("window.__long")
            key_ms, held = keys_on_the_twin(page, address), memory_mb(browser)
            browser.close()
        server.shutdown()
    print(f"weight: {weight:.1f} MB")
    print(f"bench stands: {stands[0]:.1f} s at first, then {median(stands[1:]):.1f} s")
    print(f"first line read: {reads[0]:.1f} s at first, then {median(reads[1:]):.1f} s; aim 4")
    print(f"a key on the twin: {key_ms:.0f} ms; aim 30")
    print(f"memory of the page with its heart: {held:.0f} MB, an empty page {blank:.0f}; aim 250")
    print(
        f"tasks over 50 ms while {len(LINES)} sheets were made: {len(long)}, the longest {max(long, default=0):.0f} ms; aim none"
    )
    print(f"a sheet: {there:.2f} s in the page, {here:.2f} s in plain Python, ratio {there / here:.1f}")


if __name__ == "__main__":
    main()
