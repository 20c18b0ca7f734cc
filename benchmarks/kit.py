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
from typing import NamedTuple

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


HEARD = """
window.Worker = class extends window.Worker {
  constructor(...given) { super(...given); window.__heart = this; }
};
window.__ask = (method, path, body) => new Promise((done) => {
  const id = `asked-${Math.random()}`;
  const hear = ({ data }) => { if (data.id === id) { window.__heart.removeEventListener('message', hear); done(data.answer ?? data.fault); } };
  window.__heart.addEventListener('message', hear);
  window.__heart.postMessage({ id, call: 'answer', given: [method, path, JSON.stringify(body)] });
});
"""
"""The page's own worker, asked beside the page."""


def a_sheet_on_every_radio(page: Page) -> int:
    """Write a channel into a radio of every model; returns how many sheets there are then."""
    return page.evaluate(
        """async () => {
          let made = 0;
          for (const model of JSON.parse(await window.__ask('GET', '/models', null)).body) {
            const added = JSON.parse(await window.__ask('POST', '/radios', { model: model.model })).body;
            const slot = added.slot_keys[7];
            const asked = { radio_id: added.id, slot, line: '147.33 + 103.5' };
            made += JSON.parse(await window.__ask('POST', '/sheets', asked)).status === 201;
          }
          return made;
        }"""
    )


class Held(NamedTuple):
    """Memory of a page's process with its workers, in MB."""

    resident: float
    """With the browser's own program, which all of its processes share."""
    share: float
    """The page's share: what several processes use counts in parts."""
    own: float
    """What is nobody else's."""


def memory_mb(browser: Browser) -> Held:
    """Return the memory of the largest page process."""
    held = []
    for process in browser.new_browser_cdp_session().send("SystemInfo.getProcessInfo")["processInfo"]:
        if process["type"] == "renderer":
            lines = [line.split() for line in Path(f"/proc/{process['id']}/smaps_rollup").read_text().splitlines()[1:]]
            kb = {line[0]: int(line[1]) for line in lines}
            held.append(Held(kb["Rss:"] / 1024, kb["Pss:"] / 1024, (kb["Private_Clean:"] + kb["Private_Dirty:"]) / 1024))
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
            page.add_init_script(LONG_TASKS + HEARD)
            blank = memory_mb(browser)
            address = f"http://127.0.0.1:{server.server_port}/"
            stands, reads = starts(page, address)
            there, here = sheets(page, address)
            long = page.evaluate("window.__long")
            key_ms, held = keys_on_the_twin(page, address), memory_mb(browser)
            every, later = a_sheet_on_every_radio(page), memory_mb(browser)
            browser.close()
        server.shutdown()
    print(f"weight: {weight:.1f} MB")
    print(f"bench stands: {stands[0]:.1f} s at first, then {median(stands[1:]):.1f} s")
    print(f"first line read: {reads[0]:.1f} s at first, then {median(reads[1:]):.1f} s; aim 4")
    print(f"a key on the twin: {key_ms:.0f} ms; aim 30")
    print("memory in MB, aim 250:")
    for when, it in (
        ("an empty page", blank),
        ("with its heart", held),
        (f"after a sheet on each of {every} radios more", later),
    ):
        print(f"  {when}: {it.share:.0f} with its share of the browser, {it.own:.0f} its own, {it.resident:.0f} resident")
    print(
        f"tasks over 50 ms while {len(LINES)} sheets were made: {len(long)}, the longest {max(long, default=0):.0f} ms; aim none"
    )
    print(f"a sheet: {there:.2f} s in the page, {here:.2f} s in plain Python, ratio {there / here:.1f}")


if __name__ == "__main__":
    main()
