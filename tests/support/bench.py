"""What an operator does on the bench and on a sheet."""

from playwright.sync_api import Page, expect


def type_line(page: Page, line: str) -> None:
    page.locator("#listing").fill(line)
    page.wait_for_timeout(300)


def strip(page: Page, name: str):
    """Return the strip of a radio, which is taken in hand first where it stands folded."""
    unfolded, folded = page.locator("form.strip").filter(has_text=name), page.locator("button.other").filter(has_text=name)
    expect(unfolded.or_(folded).first).to_be_visible()
    if not unfolded.count():
        folded.first.click()
    return unfolded


def make_sheet(page: Page, name: str, slot: str, label: str | None = None) -> None:
    form = strip(page, name)
    form.locator("label.slot input").fill(slot)
    if label:
        form.locator("label.label input").fill(label)
    form.get_by_role("button", name="Write the keys").click()
    expect(page.locator(".donekey")).to_be_visible()


def to_the_end(page: Page) -> None:
    for _ in range(60):
        if page.locator("h2.done").count():
            return
        page.locator(".donekey").click()
    raise AssertionError("the sheet has no end")
