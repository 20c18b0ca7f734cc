"""A field kit in a browser: plain files, then no network at all."""

import re
import threading
from contextlib import contextmanager
from functools import partial
from http.server import SimpleHTTPRequestHandler, ThreadingHTTPServer

import pytest
from playwright.sync_api import Browser, expect

from support.bench import fill_outing, to_the_end
from support.patience import http
from vocator.usecases.network.field_kit import field_kit

pytestmark = pytest.mark.browser


class Quiet(SimpleHTTPRequestHandler):
    def log_message(self, *args: object) -> None:
        pass


@contextmanager
def served(folder, first=None):
    """A kit on a server for plain files; what is given back ends the server."""
    field_kit(str(folder), first)
    server = ThreadingHTTPServer(("127.0.0.1", 0), partial(Quiet, directory=str(folder)))
    threading.Thread(target=server.serve_forever, daemon=True).start()

    def gone() -> None:
        server.shutdown()
        server.server_close()

    yield f"http://127.0.0.1:{server.server_port}/", gone
    gone()


@pytest.fixture
def plain_files(tmp_path):
    with served(tmp_path / "kit") as kit:
        yield kit


def test_a_kit_writes_and_keeps_a_sheet_with_no_network(plain_files, browser: Browser, tmp_path):
    address, gone = plain_files
    context = browser.new_context(viewport={"width": 390, "height": 844})
    asked: list[str] = []
    context.on("request", lambda request: asked.append(request.url))
    page = context.new_page()
    page.goto(address)
    expect(page.locator("#listing")).to_be_visible(timeout=120_000)
    page.evaluate("navigator.serviceWorker.ready.then(() => 1)")
    gone()
    page.reload()
    expect(page.locator("#listing")).to_be_visible(timeout=120_000)

    page.get_by_role("link", name="Radios").click()
    page.get_by_role("button", name=re.compile("Ardvane Finch")).click()
    page.get_by_role("button", name="Add this radio").click()
    expect(page.get_by_role("heading", name="Ardvane Finch")).to_be_visible()
    page.get_by_label("I may send").check()
    page.get_by_role("link", name="Bench").click()
    page.locator("#listing").fill("147.33 + 103.5 DEPOT")
    page.get_by_label("slot").first.fill("007")
    page.get_by_role("button", name="Write the keys").click()
    expect(page.get_by_role("heading", name="007 DEPOT")).to_be_visible()
    page.get_by_role("button", name="It shows something else").click()
    expect(page.get_by_text(re.compile("What does it show"))).to_be_visible()
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Done", exact=True).click()
    expect(page.get_by_text(re.compile("2 of "))).to_be_visible()
    page.reload()
    expect(page.get_by_text(re.compile("2 of "))).to_be_visible(timeout=120_000)

    page.goto(address + "#/radios")
    with page.expect_download() as given:
        page.get_by_role("button", name="Give it as a file").click()
    given.value.save_as(tmp_path / "carried.json")
    page.get_by_label("Kit file").set_input_files(tmp_path / "carried.json")
    expect(page.get_by_text("New here: 0 radios, 0 sheets.")).to_be_visible()
    (tmp_path / "carried.json").write_text("{}")
    page.get_by_label("Kit file").set_input_files(tmp_path / "carried.json")
    expect(page.get_by_text("Nothing was taken")).to_be_visible()
    assert all(url.startswith((address, "blob:", "data:")) for url in asked), "nothing came from elsewhere"
    context.close()


OLD = """async () => {
  const put = (name, key, value) => new Promise((done) => {
    const asked = indexedDB.open(`vocator-kit-${name}`);
    asked.onupgradeneeded = () => asked.result.createObjectStore(name);
    asked.onsuccess = () => {
      const writing = asked.result.transaction(name, 'readwrite');
      writing.objectStore(name).put(value, key);
      writing.oncomplete = () => { asked.result.close(); done(); };
    };
  });
  await put('radios', '5', { id: 5, name: 'Lent by Lom', model: 'brisko-pico', model_name: 'Brisko Pico', firmware: '1',
    slots: { '7': { slot: '7', state: 'free', channel: null, changed_at: '2026-01-02T03:04:05Z' } } });
}"""


def test_what_an_earlier_kit_kept_is_brought_over(plain_files, browser: Browser):
    address, _ = plain_files
    context = browser.new_context(viewport={"width": 390, "height": 844})
    page = context.new_page()
    page.goto(address + "kit.json")
    page.evaluate(OLD)
    page.goto(address + "#/radios")
    expect(page.get_by_role("heading", name="Lent by Lom")).to_be_visible(timeout=120_000)
    page.reload()
    expect(page.get_by_role("heading", name="Lent by Lom")).to_be_visible(timeout=120_000)
    assert not [d for d in page.evaluate("indexedDB.databases()") if d["name"].startswith("vocator-kit")]
    context.close()


def test_a_persons_kit_holds_their_radio_alone_and_gives_it_on_by_codes(demo, browser: Browser, tmp_path):
    board = http.get(f"{demo}/api/outings", timeout=60).json()[0]
    person = http.get(f"{demo}/api/outings/{board['id']}", timeout=60).json()["people"][0]
    file = http.post(f"{demo}/api/outings/{board['id']}/people/{person['id']}/kit", timeout=60).json()
    assert len(file["rows"]["radio"]) == 1 and file["rows"]["sheet"] and "station" not in file["rows"]
    with served(tmp_path / "hers", file) as (address, _), served(tmp_path / "his") as (other, _):
        context = browser.new_context(viewport={"width": 390, "height": 844})
        page = context.new_page()
        page.goto(address)
        expect(page.get_by_role("heading", name=person["tactical"] or person["name"])).to_be_visible(timeout=120_000)
        page.get_by_role("link", name="Program your radio").click()
        page.get_by_role("button", name="Done", exact=True).click()
        page.goto(f"{address}#/radios")
        expect(page.get_by_role("heading", name=re.compile(person["model_name"]))).to_have_count(1)
        page.get_by_role("button", name="Show as codes").click()
        page.get_by_role("button", name="Show the codes").click()
        page.get_by_role("button", name="Stop").click()
        code = page.locator("svg[data-frame]")
        count = int(code.get_attribute("aria-label").split()[-1])
        pictures = []
        for _ in range(count):
            pictures.append(tmp_path / f"{code.get_attribute('data-frame')}.png")
            code.screenshot(path=pictures[-1])
            page.get_by_role("button", name="Next").click()
        assert len({p.name for p in pictures}) == count
        context.close()

        context = browser.new_context(viewport={"width": 390, "height": 844})
        page = context.new_page()
        page.goto(f"{other}#/radios")
        expect(page.get_by_role("button", name="Read codes")).to_be_visible(timeout=120_000)
        page.get_by_role("button", name="Read codes").click()
        expect(page.get_by_text("No camera is given to this page")).to_be_visible()
        page.get_by_label("Pictures of the codes").set_input_files(pictures[:-1])
        expect(page.get_by_text(f"{count - 1} of {count}")).to_be_visible(timeout=60_000)
        page.get_by_label("Pictures of the codes").set_input_files(pictures[-1:])
        expect(page.get_by_text("New here: 1 radio, 1 sheet.")).to_be_visible(timeout=60_000)
        page.goto(f"{other}#/")
        expect(page.get_by_role("link", name=re.compile("Go on: .*[1-9][0-9]* of [0-9]+ steps"))).to_be_visible()
        context.close()


def test_an_outing_is_planned_in_a_kit_and_taken_into_another(plain_files, browser: Browser, tmp_path):
    address, _ = plain_files
    context = browser.new_context(viewport={"width": 390, "height": 844})
    page = context.new_page()
    page.on("pageerror", lambda error: pytest.fail(f"{page.url}: {error}"))
    page.goto(address + "#/outing")
    expect(page.get_by_text("No outing yet.")).to_be_visible(timeout=120_000)
    page.get_by_role("button", name="New", exact=True).click()
    fill_outing(page, "HUT", "146.55 simplex", "Bo")
    page.get_by_role("button", name=re.compile("Make the sheets for 1")).click()
    page.get_by_label("Whose radio").select_option(label="Bo")
    page.get_by_role("link", name="Sheet", exact=True).click(timeout=90_000)
    to_the_end(page)
    page.goto(address + "#/outing")
    expect(page.get_by_text("1 of 1 ready")).to_be_visible()
    expect(page.get_by_role("button", name=re.compile("Link|Cards"))).to_have_count(0)
    page.get_by_label("Whose radio").select_option(label="Bo")
    page.get_by_role("button", name="To their phone").click()
    page.get_by_role("button", name="Show the codes").or_(page.locator("svg[data-frame]")).first.wait_for(timeout=60_000)
    page.keyboard.press("Escape")
    page.reload()
    expect(page.get_by_text("1 of 1 ready")).to_be_visible(timeout=120_000)
    with page.expect_download() as given:
        page.get_by_role("button", name="Give it as a file").click()
    given.value.save_as(tmp_path / "outing.json")
    with page.expect_download() as carried:
        page.goto(address + "#/radios")
        page.get_by_role("button", name="Give it as a file").click()
    carried.value.save_as(tmp_path / "kit.json")
    context.close()
    page = (context := browser.new_context(viewport={"width": 390, "height": 844})).new_page()
    page.goto(address + "#/outing")
    page.get_by_label("Outing file").set_input_files(tmp_path / "outing.json")
    expect(page.get_by_role("button", name=re.compile("Make the sheets for 1"))).to_be_visible(timeout=120_000)
    page.goto(address + "#/radios")
    page.get_by_label("Kit file").set_input_files(tmp_path / "kit.json")
    expect(page.get_by_text("New here: 0 radios, 1 sheet.")).to_be_visible()
    page.goto(address + "#/outing")
    expect(page.get_by_text("1 of 1 ready")).to_be_visible()
    context.close()
