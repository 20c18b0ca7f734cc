"""The moment at which every test begins, whenever it runs: the server's and the page's time go on from there."""

from datetime import UTC, datetime, timedelta

from playwright.sync_api import Browser, BrowserContext, Page

MOMENT = datetime(2026, 11, 21, 9, 0, tzinfo=UTC)
IN_PAGE = """(() => {
  const Real = Date, ahead = %d;
  globalThis.Date = class extends Real {
    constructor(...given) { given.length ? super(...given) : super(Real.now() + ahead); }
    static now() { return Real.now() + ahead; }
  };
})()"""


def stand(context: BrowserContext, ahead: timedelta) -> BrowserContext:
    """Set the clock of a browser's pages ahead of (or behind) this machine's."""
    context.add_init_script(IN_PAGE % (ahead.total_seconds() * 1000))
    return context


def another_page(browser: Browser, ahead: timedelta, **given: object) -> Page:
    """A page of another browser, with cookies and a store of its own, at the test's time."""
    return stand(browser.new_context(bypass_csp=True, **given), ahead).new_page()
