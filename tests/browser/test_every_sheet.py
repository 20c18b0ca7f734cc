"""Every step of every kind of sheet of every radio is opened in the page, and what it may show instead at one of them."""

from dataclasses import asdict

import pytest
from playwright.sync_api import Page, Route, expect

from support.every_kind import asked
from vocator.core.goals.goal import Beyond
from vocator.core.planning.kinds import KINDS
from vocator.files.profile_yaml import model_names
from vocator.usecases.errors import NotFound
from vocator.usecases.programming.sheet_work import drawn_sheet, sights_after

pytestmark = pytest.mark.browser
STEP_ON = """async ([from, to, all]) => {
  const wrong = [];
  for (let n = from; n < to; n++) {
    const chapter = document.querySelector('header .chapter')?.textContent ?? '';
    if (!chapter.includes(`${n + 1} of ${all}`) || !document.querySelector('.donekey, .acts button')) wrong.push([n, chapter]);
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'j', bubbles: true }));
    await new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
  }
  return wrong;
}"""
"""Goes on from page to page with the key for it; returns those that do not stand there as they should."""


def sheet_of(model: str, word: str):
    """What the server would keep of a sheet; None where the goal lies beyond the radio."""
    request = asked(model, word)
    try:
        drawn = drawn_sheet(request, None, request)
    except (Beyond, NotFound):
        return None
    kind = KINDS[drawn["kind"]]
    content = {
        **drawn["view"], "request": asdict(request), "goal_kind": drawn["kind"], "radio_id": 1, "my_name": "Mine", "way": "long",
        "other_way": None, "less": drawn["less"], "chain": None,
    }  # fmt: skip
    sought = {"word": kind.sought.word, "example": kind.sought.example} if kind.sought else None
    words = {"about": str(kind.about), "done": kind.done, "sought": sought}
    return {"id": word, "title": drawn["title"], "status": "open", "created_at": "2026-03-14T15:00:00Z", "ticked": [], "kind": words, "content": content}  # fmt: skip


@pytest.mark.parametrize("model", model_names())
def test_every_step_of_every_kind_of_sheet_opens(page: Page, demo: str, model: str):
    faults: list[str] = []
    page.on("pageerror", lambda error: faults.append(f"{page.url}: {error}"))
    page.route(
        "**/api/sheets/ticks",
        lambda r: r.fulfill(json={"ids": [t["id"] for t in r.request.post_data_json["ticks"]], "notes": []}),
    )
    page.route("**/api/sheets/*/proof", lambda r: r.abort())
    for number, word in enumerate(KINDS):
        sheet = sheet_of(model, word)
        if sheet is None:
            continue
        content = sheet["content"]

        def answer(route: Route, *, sheet=sheet) -> None:
            asked_for = route.request.url.split("/")
            route.fulfill(json=sights_after(sheet["content"], int(asked_for[-2])) if asked_for[-1] == "sights" else sheet)

        page.route(f"**/api/sheets/{word}", answer)
        page.route(f"**/api/sheets/{word}/steps/*/sights", answer)
        page.goto(f"{demo}/sheet/{word}")
        pages = content["pages"]
        pressed = [n for n, own in enumerate(pages) if content["steps"][own[0]]["actions"]]
        asks = pressed[number * 7 % len(pressed)]
        expect(page.locator("header .chapter")).to_contain_text(f"1 of {len(pages)}")
        assert page.evaluate(STEP_ON, [0, asks, len(pages)]) == [], word
        page.keyboard.press("e")
        expect(page.locator(".sights button, ul.home li").first).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_role("heading", name="What does it show?")).to_be_hidden()
        assert page.evaluate(STEP_ON, [asks, len(pages), len(pages)]) == [], word
        expect(page.locator("h2.done")).to_be_visible()
        assert faults == [], word
