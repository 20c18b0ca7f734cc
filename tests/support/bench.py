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


def fill_outing(page: Page, channel: str, line: str, person: str | None) -> None:
    """Add a channel to the outing that is shown, and a person with a Finch where one is named."""
    dialog = page.get_by_role("dialog")
    page.get_by_role("button", name="Add a channel").click()
    dialog.get_by_label("Name").fill(channel)
    dialog.get_by_label("Listing line").fill(line)
    dialog.get_by_role("button", name="Save").click()
    expect(dialog).to_have_count(0)
    if person is not None:
        page.get_by_role("button", name="Add a person").click()
        dialog.get_by_label("Call sign or name").fill(person)
        dialog.get_by_label("Radio").first.select_option(label="Ardvane Finch")
        dialog.get_by_role("button", name="Save").click()
        expect(dialog).to_have_count(0)
