"""What an operator does, in the real page."""

import re
from datetime import timedelta
from pathlib import Path
from urllib.parse import quote

import pytest
from playwright.sync_api import Browser, Page, expect
from sqlalchemy import create_engine, text

from support.bench import make_sheet, strip, to_the_end, type_line
from support.moment import another_page
from support.patience import http

pytestmark = pytest.mark.browser
AXE = Path(__file__).parent.parent.parent / "web" / "node_modules" / "axe-core" / "axe.min.js"


def test_a_line_shared_from_another_application_lands_on_the_bench(page: Page, demo: str):
    page.goto(f"{demo}/?title=From+a+chat&line={quote('147.33 + 103.5 RIDGE')}")
    expect(page.locator("#understood")).to_contain_text("147.930")
    assert page.url == f"{demo}/"
    manifest = http.get(f"{demo}/manifest.webmanifest").json()
    assert manifest["share_target"]["params"]["text"] == "line"
    for icon in manifest["icons"]:
        assert http.get(demo + icon["src"]).headers["content-type"] == icon["type"]


def test_a_listing_line_becomes_a_slot_read_back(page: Page, demo: str):
    hosts = set()
    page.on("request", lambda r: hosts.add(re.sub(r"^(\w+://[^/]*).*", r"\1", r.url)))
    page.goto(demo)
    type_line(page, "147.33 + 103.5")
    expect(page.locator("#understood")).to_contain_text("147.930")
    make_sheet(page, "Finch", "7", "RIDGE")
    expect(page.locator("header h1")).to_contain_text("007 RIDGE")
    to_the_end(page)
    page.get_by_role("link", name="Show the slot").click()
    expect(page.locator("aside h2")).to_contain_text("Slot 007 read back")
    expect(page.locator("aside")).to_contain_text("written from a proven sheet")
    assert {h for h in hosts if not h.startswith(("data:", "blob:"))} == {demo}


@pytest.mark.parametrize(("radio", "label"), [("Finch", "RIDGE"), ("Pico", None)])
def test_a_sheet_is_followed_on_the_twin_to_the_end(page: Page, demo: str, radio: str, label: str | None):
    page.goto(demo)
    type_line(page, "147.33 + 103.5")
    if radio == "Pico":
        strip(page, radio).locator("label.slot input").fill("7")
        strip(page, radio).get_by_role("button", name="Write the keys").click()
        expect(strip(page, radio).get_by_role("alert")).to_contain_text("446.000")
        strip(page, radio).get_by_role("button", name="Replace what it holds").click()
    else:
        make_sheet(page, radio, "7", label)
    expect(page.locator(".twin .case")).to_be_visible()
    for _ in range(60):
        if page.get_by_role("heading", name="Rehearsed to the end").count():
            break
        before = page.locator("header .chapter").text_content()
        page.get_by_role("button", name="Do this step on the twin").click()
        expect(page.locator("header .chapter")).not_to_have_text(before or "")
    expect(page.get_by_role("heading", name="Rehearsed to the end")).to_be_visible()
    glass = page.locator(".twin .glass")
    expect(glass).to_have_attribute("aria-label", re.compile(r"007 .*(RIDGE|147\.330)"))
    of = http.get(f"{demo}/api/radios").json()
    slot = next(s for r in of if radio in r["name"] for s in r["slots"] if s["slot"] == "7")
    assert slot["state"] == ("planned" if radio == "Finch" else "written") and (slot["channel"]["rx_hz"] == 446_000_000) == (
        radio == "Pico"
    )
    assert not any(e["text"].startswith("written") for e in http.get(f"{demo}/api/log").json() if e["slot"] == "7")
    page.get_by_role("button", name="Now on the radio").click()
    expect(page.locator("header .chapter")).to_contain_text("1 of")


def test_pressing_the_right_keys_on_the_twin_rehearses_the_step(page: Page, demo: str):
    page.goto(demo)
    type_line(page, "146.55")
    make_sheet(page, "Finch", "6")
    for _ in range(2):
        page.locator(".donekey").click()
    expect(page.locator("header .chapter")).to_contain_text("Frequency")
    twin = page.locator(".twin")
    for digit in "146550":
        twin.get_by_role("button", name=digit, exact=True).click()
    expect(page.locator("header .chapter")).not_to_contain_text("Frequency")
    expect(page.get_by_text("Rehearsal on the twin")).to_be_visible()
    page.get_by_role("button", name="Now on the radio").click()
    expect(page.locator("header .chapter")).to_contain_text("Frequency")


def test_a_slot_that_turns_out_to_be_taken_is_left_and_another_one_is_written(page: Page, demo: str):
    page.goto(demo)
    type_line(page, "146.55")
    make_sheet(page, "Finch", "20")
    for _ in range(20):
        if page.get_by_role("button", name="Stop: it is taken").count():
            break
        before = page.locator("header .chapter").text_content()
        page.locator(".donekey").or_(page.get_by_role("button", name="Leave it out")).click()
        expect(page.locator("header .chapter")).not_to_have_text(before or "")
    expect(page.locator(".both .glass")).to_have_count(2)
    page.get_by_role("button", name="Stop: it is taken").click()
    dialog = page.get_by_role("dialog")
    expect(dialog).to_contain_text("wait 6 s")
    expect(dialog).to_contain_text("Noted: slot 020 is in use")
    dialog.get_by_label("Another slot").fill("21")
    dialog.get_by_role("button", name="Write the keys for it").click()
    expect(page.locator("h1")).to_contain_text("021")
    page.goto(f"{demo}/radios/1?slot=20")
    expect(page.locator("main")).to_contain_text("something stood there before the store")


LIST = "slot,line,label,group\n31,147.33 + 103.5,RIDGE,1\n32,146.55,SMPLX,\n33,147.06 + 88.5,PIER,2\n"


@pytest.mark.parametrize("theme", ["paper", "dusk"])
def test_a_sheet_of_every_radio_is_printed_whole_in_black_and_white(page: Page, demo: str, theme: str):
    api = f"{demo}/api"
    made = [
        http.post(
            f"{api}/sheets",
            json={"radio_id": r["id"], "slot": "G2-31" if "lantern" in r["model"] else "31", "line": "147.33 + 103.5"},
            timeout=60,
        ).json()
        for r in http.get(f"{api}/radios").json()
    ]
    made.append(
        http.post(f"{api}/sheets/batch", json={"radio_id": made[0]["content"]["radio_id"], "csv": LIST}, timeout=60).json()
    )
    for sheet in made:
        page.goto(f"{demo}/sheet/{sheet['id']}")
        expect(page.locator("main.sheet header h1")).to_be_visible()
        expect(page.locator(".printed")).to_have_count(0)
        page.evaluate("theme => (document.documentElement.dataset.theme = theme)", theme)
        page.emulate_media(media="print")
        page.set_viewport_size({"width": 700, "height": 1000})
        assert page.locator("main, nav").evaluate_all("all => all.every(one => !one.checkVisibility())")
        printed = page.locator(".printed")
        expect(printed).to_be_visible()
        words = re.sub(r"\s+", " ", printed.inner_text())
        missing = [s["say"] for s in sheet["content"]["steps"] if not s["group"] and s["say"] not in words]
        assert missing == [], sheet["content"]["model"]
        assert all(
            cap["key"] in words.replace(" ", "")
            for s in sheet["content"]["steps"]
            for cap in s["caps"]
            if cap["kind"] == "digits"
        )
        wide = printed.evaluate(
            "n => [...n.querySelectorAll('*')].filter(e => e.getBoundingClientRect().right > innerWidth + 1).length"
        )
        assert wide == 0, "something is beyond the edge of the paper"
        ink = printed.evaluate("n => [...n.querySelectorAll('.key, td, th, p')].map(e => getComputedStyle(e).color)")
        assert set(ink) == {"rgb(0, 0, 0)"}
        page.emulate_media(media="screen")
    assert "032 SMPLX (146.55)" in words, "each channel of a list has its heading"


def test_doubts_are_asked_and_i_do_not_know_is_an_answer(page: Page, demo: str):
    page.goto(demo)
    type_line(page, "445.0")
    expect(strip(page, "Finch").get_by_role("button", name="Write the keys")).to_be_disabled()
    page.get_by_role("button", name="I do not know").first.click()
    expect(page.locator("#understood")).to_contain_text("450.000")
    type_line(page, "445.0")
    page.get_by_role("button", name="− 5").click()
    expect(page.locator("#understood")).to_contain_text("440.000")
    type_line(page, "147.33 + 104.0")
    expect(page.get_by_role("alert")).to_contain_text("103.5 or 107.2")


def test_what_a_radio_cannot_do_is_said_before_the_first_key(page: Page, demo: str):
    page.goto(demo)
    type_line(page, "443.9 + DCS 074I narrow")
    strip(page, "Finch").get_by_role("button", name="Write the keys").click()
    expect(strip(page, "Finch").get_by_role("alert")).to_contain_text("no inverted codes")


def test_first_run_chooses_a_radio_by_picture_and_firmware_by_what_is_seen(page: Page, bare: str):
    page.goto(bare)
    expect(page.get_by_text("Which radio is in your hand?")).to_be_visible()
    page.get_by_role("button", name="Brisko Pico").click()
    page.get_by_role("button", name="the letter M under the battery", exact=True).click()
    expect(strip(page, "Brisko Pico")).to_be_visible()
    page.get_by_role("link", name="Radios").click()
    expect(page.get_by_text("firmware 2")).to_be_visible()


def test_a_sheet_goes_on_without_the_server_and_its_ticks_are_sent_later(page: Page, demo: str):
    page.goto(demo)
    page.wait_for_function("navigator.serviceWorker.controller !== null")
    type_line(page, "146.55")
    make_sheet(page, "Finch", "6")
    expect(page.locator(".twin .case")).to_be_visible()
    url = page.url
    page.reload()
    expect(page.locator(".donekey")).to_be_visible()
    page.context.set_offline(True)
    for _ in range(5):
        page.locator(".donekey").click()
    expect(page.get_by_role("status")).to_contain_text("waiting")
    page.reload()
    expect(page.locator("header .chapter")).to_contain_text("6 of")
    to_the_end(page)
    page.context.set_offline(False)
    expect(page.get_by_role("status")).to_have_count(0, timeout=15_000)
    page.goto(demo + "/radios/1?slot=6")
    expect(page.locator("aside h2")).to_contain_text("read back")
    assert url


def test_a_stopped_server_is_said_and_nothing_typed_is_lost(page: Page, demo: str, server):
    page.goto(demo)
    type_line(page, "147.33 + 103.5")
    server.stop()
    page.locator("#listing").fill("147.33 + 103.5 RIDGE")
    expect(page.get_by_role("status")).to_contain_text("does not answer")
    server.start()
    expect(page.get_by_role("status")).to_have_count(0, timeout=15_000)
    expect(page.locator("#listing")).to_have_value("147.33 + 103.5 RIDGE")
    page.reload()
    expect(page.locator("#listing")).to_have_value("147.33 + 103.5 RIDGE")
    expect(page.locator("#understood")).to_contain_text("RIDGE")


def test_a_stopped_store_is_said_and_the_page_recovers(page: Page, demo: str, engine):
    page.goto(demo)
    type_line(page, "146.55")
    make_sheet(page, "Finch", "6")
    name = engine.url.database
    admin = create_engine(engine.url.set(database="postgres"), isolation_level="AUTOCOMMIT")
    with admin.connect() as connection:
        connection.execute(text(f'alter database "{name}" allow_connections false'))
        connection.execute(text("select pg_terminate_backend(pid) from pg_stat_activity where datname = :name"), {"name": name})
        page.locator(".donekey").click()
        expect(page.get_by_role("status")).to_contain_text("The store does not answer")
        page.locator(".donekey").click()
        connection.execute(text(f'alter database "{name}" allow_connections true'))
    admin.dispose()
    engine.dispose()
    expect(page.get_by_role("status")).to_have_count(0, timeout=15_000)
    page.reload()
    expect(page.locator("header .chapter")).to_contain_text("3 of")


def test_many_lines_pasted_wait_their_turn(page: Page, demo: str):
    page.goto(demo)
    page.locator("#listing").focus()
    lines = "\n".join(f"146.{n:03d}" for n in range(400, 1000, 5)) + "\n" + "\n".join(["146.55"] * 880)
    page.evaluate(
        """text => { const data = new DataTransfer(); data.setData('text', text);
        document.getElementById('listing').dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true })); }""",
        lines,
    )
    expect(page.locator("#listing")).to_have_value("146.400")
    expect(page.get_by_text("999 more lines pasted")).to_be_visible()
    page.get_by_role("button", name="Next line").click()
    expect(page.locator("#listing")).to_have_value("146.405")


def test_a_sheet_is_worked_with_the_keyboard_alone(page: Page, demo: str):
    page.goto(demo + "/radios")
    page.keyboard.press("/")
    expect(page.locator("#listing")).to_be_focused()
    page.keyboard.type("146.55")
    form = strip(page, "Finch")
    expect(form.get_by_role("button", name="Write the keys")).to_be_enabled()
    form.locator("label.slot input").focus()
    page.keyboard.press("Enter")
    expect(page.locator(".donekey")).to_be_visible()
    page.keyboard.press("j")
    expect(page.locator("header .chapter")).to_contain_text("2 of")
    page.keyboard.press("k")
    expect(page.locator("header .chapter")).to_contain_text("1 of")
    page.keyboard.press("e")
    expect(page.get_by_role("heading", name="What does it show?")).to_be_visible()
    page.keyboard.press("Escape")
    page.keyboard.press("?")
    expect(page.get_by_text("step done, next")).to_be_visible()
    page.keyboard.press("Escape")
    page.keyboard.press("g")
    page.keyboard.press("s")
    expect(page.get_by_role("heading", name="Station")).to_be_visible()


def test_a_slip_is_found_by_its_picture_and_leads_back_into_the_sheet(page: Page, demo: str):
    page.goto(demo)
    type_line(page, "147.33 + 103.5")
    make_sheet(page, "Finch", "7", "RIDGE")
    for _ in range(9):
        page.locator(".donekey").click()
    page.keyboard.press("e")
    pictures = page.locator(".sights button")
    expect(pictures.first).to_be_visible()
    assert pictures.count() > 3
    page.locator(".sights button", has_not=page.locator(".right")).nth(1).click()
    expect(page.locator("dialog dl")).to_contain_text("Likely")
    page.get_by_role("button", name="Go on with").click()
    expect(page.locator("dialog dl")).to_have_count(0)
    to_the_end(page)
    page.goto(page.url)
    expect(page.locator("h2.done")).to_contain_text("written and read back")


def test_an_on_air_check_records_its_outcome(page: Page, demo: str):
    page.goto(demo + "/station")
    page.get_by_label("2 m", exact=True).check()
    page.get_by_role("button", name="Save").click()
    expect(page.get_by_text("Saved.")).to_be_visible()
    page.goto(demo)
    type_line(page, "146.55")
    make_sheet(page, "Finch", "6")
    for _ in range(60):
        if page.locator("h2.done").count():
            break
        if page.locator(".outcomes").count():
            expect(page.get_by_text("Antenna or dummy load on")).to_be_visible()
            page.get_by_role("button", name="Somebody answered").click()
        else:
            page.locator(".donekey").click()
    page.get_by_role("link", name="Show the slot").click()
    expect(page.locator("aside h2")).to_contain_text("checked on the air")


def test_with_thirty_radios_a_phone_shows_line_radio_and_the_main_button_on_one_screen(page: Page, demo: str):
    def thirty(route):
        answered = route.fetch()
        own = answered.json()
        more = [{**own[0], "id": 900 + n, "name": f"Post {n:02d}", "waiting": []} for n in range(30 - len(own))]
        route.fulfill(response=answered, json=[*own, *more])

    page.set_viewport_size({"width": 390, "height": 844})
    page.route(re.compile(r"/api/radios$"), thirty)
    page.goto(demo)
    type_line(page, "147.33 + 103.5")
    main = page.locator("form.strip button[type=submit]")
    expect(main).to_be_enabled()
    page.get_by_role("button", name="To the radios").click()
    expect(main).to_be_focused()
    for seen in (page.locator("#listing"), page.locator("form.strip"), main):
        expect(seen).to_be_in_viewport(ratio=1)
    names = page.locator("button.other b").all_inner_texts()
    assert len(names) == 29 and names == sorted(names, key=str.lower)
    page.get_by_role("button", name="Post 07").click()
    expect(page.get_by_role("form", name="Post 07")).to_be_in_viewport(ratio=1)
    assert page.locator("button.other").count() == 29


@pytest.mark.parametrize("theme", ["day", "dusk", "night"])
@pytest.mark.parametrize("size", [(1280, 800), (390, 844), (320, 640)])
def test_every_place_is_accessible_and_fits(page: Page, demo: str, theme: str, size: tuple[int, int]):
    page.set_viewport_size({"width": size[0], "height": size[1]})
    page.add_init_script(f"localStorage.setItem('vocator.theme', '{theme}')")
    page.goto(demo)
    type_line(page, "147.33 + 103.5")
    page.keyboard.press("Escape")
    make_sheet(page, "Finch", "7", "RIDGE")
    sheet = page.url
    coming = http.get(demo + "/api/passes/next").json()
    at_pass = f"/{coming['number']}/{quote(coming['aos_utc'])}"
    places = (
        "",
        "/radios",
        "/radios/1?slot=2",
        "/twin",
        "/drill",
        "/station",
        "/passes",
        f"/passes{at_pass}",
        f"/ride{at_pass}",
        "/log",
        "/outing",
    )
    for url in (sheet, *(demo + place for place in places)):
        page.goto(url)
        page.wait_for_timeout(500)
        page.add_script_tag(path=str(AXE))
        found = page.evaluate(
            "axe.run({ rules: { 'color-contrast-enhanced': { enabled: %s } } })" % ("false" if theme == "night" else "true")
        )
        assert [(v["id"], v["nodes"][0]["html"][:150]) for v in found["violations"]] == [], url
        wide = page.evaluate("document.documentElement.scrollWidth")
        assert wide <= size[0], f"{url} is {wide} px wide"


def test_a_page_of_another_version_says_so_and_is_exchanged_at_a_tap_without_losing_the_line(
    browser: Browser, ahead: timedelta, demo: str
):
    # what a service worker asks for itself passes by the route that makes the server another version
    page = another_page(browser, ahead, service_workers="block")

    def of_another_version(route):
        answer = route.fetch()
        route.fulfill(response=answer, headers={**answer.headers, "vocator-version": "99.0"})

    page.route("**/api/**", of_another_version)  # from the first answer on: an answer on its way would say the old version again
    page.goto(demo)
    page.locator("#listing").fill("147.195 + 110.9")
    expect(page.get_by_text("The server is Vocator 99.0")).to_be_visible()
    with page.expect_navigation():
        page.get_by_role("button", name="Reload").click()
    page.unroute_all(behavior="ignoreErrors")
    page.get_by_role("link", name="Bench").click()
    expect(page.locator("#listing")).to_have_value("147.195 + 110.9")
    page.context.close()
