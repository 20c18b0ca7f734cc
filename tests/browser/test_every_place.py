"""Every place of the application, with nothing in it, with a server that refuses, is slow or gone, with names as long as may be:
it stands, says what is the matter, leaves nothing nameless, and fits a phone."""

import json
import re
from contextlib import suppress

import httpx
import pytest
from playwright.sync_api import Page, TimeoutError

pytestmark = pytest.mark.browser
PLACES = (
    "/", "/radios", "/radios/{radio}", "/sheet/{sheet}", "/passes", "/passes/{pass}", "/ride/{pass}", "/log", "/outing", "/twin",
    "/drill", "/station", "/goals", "/workshop", "/workshop/{description}", "/v/forged-and-of-some-length", "/no-such-place",
)  # fmt: skip
LONG = "Wwwwwwwwwwwwwwwwwwwwwwwwwwwwww-Mmmmmmmmmmmmmmmmmmmmmmmmmmmmm"
LOOK = """() => {
  const seen = (e) => e.getClientRects().length > 0 && getComputedStyle(e).visibility !== 'hidden';
  const named = (e) => (e.getAttribute('aria-label') || e.getAttribute('title') || e.innerText || e.value || e.placeholder || '').trim()
    || [...(e.labels ?? [])].map((l) => l.innerText).join(' ').trim() || e.getAttribute('aria-labelledby') || e.querySelector('img[alt], svg[aria-label]');
  const controls = [...document.querySelectorAll('button, a[href], input:not([type=hidden]), select, textarea')].filter(seen);
  const ids = [...document.querySelectorAll('[id]')].map((e) => e.id);
  const main = document.querySelector('main') ?? document.body;
  const small = matchMedia('(max-width: 700px)').matches ? controls.filter((e) => e.tagName === 'BUTTON' && e.matches('.act, .donekey')).filter((e) => e.getBoundingClientRect().height < 43) : [];
  const lines = (e) => { const r = document.createRange(); r.selectNodeContents(e); return new Set([...r.getClientRects()].map((b) => Math.round(b.top / 8))).size; };
  const torn = [...document.querySelectorAll('button, a, th, td, span, b, small, h1, h2')]
    .filter((e) => seen(e) && !e.children.length && /^\\S{1,12}$/.test(e.innerText.trim()) && lines(e) > 1);
  return {
    torn: torn.map((e) => e.outerHTML.slice(0, 90)),
    words: main.innerText,
    heads: [...document.querySelectorAll('h1')].filter(seen).length,
    nameless: controls.filter((e) => !named(e)).map((e) => e.outerHTML.slice(0, 120)),
    twice: ids.filter((id, n) => ids.indexOf(id) !== n),
    out: [...document.querySelectorAll('body *')].filter(seen)
      .filter((e) => e.getBoundingClientRect().right > document.documentElement.clientWidth + 1 && (!e.closest('.scroll') || e.matches('.scroll'))).map((e) => e.outerHTML.slice(0, 90)).slice(0, 3),
    wide: document.documentElement.scrollWidth - document.documentElement.clientWidth,
    levels: [...document.querySelectorAll('h1, h2, h3, h4')].filter(seen).map((h) => +h.tagName[1]),
    small: small.map((e) => e.outerHTML.slice(0, 120)),
    told: [...document.querySelectorAll('[role=alert], [role=status], .harm, .caution')].filter(seen).map((e) => e.innerText).join(' '),
  };
}"""
MACHINE = re.compile(r"\bundefined\b|\bNaN\b|\[object|\bnull\b|Error:|Invalid Date|Infinity")


def named_places(address: str) -> dict[str, str]:
    """Return something that is there for each kind of place."""
    with httpx.Client(base_url=f"{address}/api", timeout=60) as api:
        radios = api.get("/radios").json() or [api.post("/radios", json={"model": "ardvane-finch"}).json()]
        made = api.post("/sheets", json={"radio_id": radios[0]["id"], "slot": "9", "line": "147.33 + 103.5 RIDGE"}).json()
        passes = api.get("/passes?days=3")
        listed = passes.json()["passes"] if passes.status_code == 200 else []
        one = next((p for p in listed if p["workable"]), {"number": 99001, "aos_utc": "2026-03-14T15:00:00Z"})
        described = api.post("/descriptions", json={"like": "oriel-wick", "name": "My Linnet"})
        number = described.json().get("id", 1) if described.status_code < 300 else 1
    return {"radio": str(radios[0]["id"]), "sheet": made["id"], "pass": f"{one['number']}/{one['aos_utc'].replace(':', '%3A')}", "description": str(number)}  # fmt: skip


def go_through(page: Page, address: str, known: dict[str, str], condition: str) -> None:
    """Open every place and look at it; tells all that is wrong at once."""
    wrong: list[str] = []
    page.on("pageerror", lambda error: wrong.append(f"{page.url} throws {error}"))
    for place in PLACES:
        path = re.sub(r"{(\w+)}", lambda m: known[m[1]], place)
        page.goto(address + path)
        at = f"{place} ({condition}, {page.viewport_size['width']})"
        try:
            page.wait_for_function("document.querySelector('main, .page')?.innerText.trim()", timeout=10_000)
        except TimeoutError:
            wrong.append(f"{at}: nothing stands there")
            continue
        with suppress(TimeoutError):  # a place that asks again and again is looked at all the same
            page.wait_for_load_state("networkidle", timeout=1_500)
        seen = page.evaluate(LOOK)
        if MACHINE.search(seen["words"]):
            wrong.append(f"{at}: {MACHINE.search(seen['words'])[0]!r} in {seen['words'][:200]!r}")
        if seen["heads"] != 1 and place != "/":
            wrong.append(f"{at}: {seen['heads']} main headings")
        if any(b > a + 1 for a, b in zip(seen["levels"], seen["levels"][1:], strict=False)):
            wrong.append(f"{at}: a heading is left out: {seen['levels']}")
        wrong += [f"{at}: no name: {one}" for one in seen["nameless"]]
        wrong += [f"{at}: a short word is broken: {one}" for one in seen["torn"]]
        wrong += [f"{at}: too small for a thumb: {one}" for one in seen["small"]]
        if seen["twice"]:
            wrong.append(f"{at}: the same id twice: {seen['twice']}")
        if seen["wide"] > 1:
            wrong.append(f"{at}: {seen['wide']} px wider than the screen: {seen['out']}")
        if condition in ("refused", "gone") and not seen["told"].strip() and place not in ("/twin", "/no-such-place"):
            wrong.append(f"{at}: nothing says what is the matter: {seen['words'][:150]!r}")
    assert not wrong, "\n".join(dict.fromkeys(wrong))


def refuse(route) -> None:
    body = {
        "type": "urn:vocator:fault",
        "title": "Unforeseen",
        "status": 500,
        "detail": "Something unforeseen. Reference 1234abcd.",
        "reference": "1234abcd",
    }
    route.fulfill(status=500, content_type="application/problem+json", body=json.dumps(body))


@pytest.mark.parametrize("width", [390, 1280])
def test_every_place_stands_with_nothing_in_it(page: Page, bare: str, width: int):
    page.set_viewport_size({"width": width, "height": 844})
    known = {"radio": "77", "sheet": "none", "pass": "99001/2026-03-14T15%3A00%3A00Z", "description": "77"}
    go_through(page, bare, known, "empty")


@pytest.mark.parametrize("width", [360, 1280])
def test_every_place_stands_with_the_demonstration_and_the_longest_names(page: Page, demo: str, width: int):
    with httpx.Client(base_url=f"{demo}/api", timeout=60) as api:
        for radio in api.get("/radios").json():
            api.patch(f"/radios/{radio['id']}", json={"name": LONG})
        board = api.get("/outings").json()[0]
        whole = api.get(f"/outings/{board['id']}").json()
        outing = whole["outing"]
        outing |= {"name": LONG * 2, "place": LONG * 2, "net_control": LONG}
        outing["channels"][0]["name"] = LONG
        outing["people"][0] |= {"name": LONG, "tactical": LONG}
        assert api.put(f"/outings/{board['id']}", json={"version": whole["version"], "outing": outing}).status_code == 200
    page.set_viewport_size({"width": width, "height": 844})
    go_through(page, demo, named_places(demo), "long")


@pytest.mark.parametrize("condition", ["refused", "gone"])
@pytest.mark.parametrize("width", [390, 1280])
def test_every_place_says_what_is_the_matter_where_the_server_refuses_or_is_gone(
    page: Page, demo: str, condition: str, width: int
):
    known = named_places(demo)
    page.set_viewport_size({"width": width, "height": 844})
    page.route("**/api/**", refuse if condition == "refused" else lambda route: route.abort())
    go_through(page, demo, known, condition)
