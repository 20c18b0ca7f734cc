"""A volunteer's phone and the lead's tablet over the network: TLS, the fence, what each of them sees."""

import re
import ssl
import threading
import time
from datetime import timedelta
from hashlib import sha256
from urllib.parse import urlsplit

import pytest
import uvicorn
from playwright.sync_api import Browser, expect

from support.moment import another_page
from vocator.api.app import create_app
from vocator.api.serve import network_options, sharing_at
from vocator.settings import settings

pytestmark = pytest.mark.browser
PASS = "four quiet words here"
PHONE = {"width": 390, "height": 844}


@pytest.fixture
def shared(demo, worker_id, tmp_path, monkeypatch):
    """How another machine reaches the demonstration, beside its loopback address."""
    monkeypatch.setattr(settings(), "tls", tmp_path / "tls")
    sharing = sharing_at("127.0.0.1", 8860 + (int(worker_id[2:]) if worker_id.startswith("gw") else 20))
    server = uvicorn.Server(uvicorn.Config(create_app(sharing=sharing, fenced=True), **network_options(sharing)))
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    while not server.started:
        time.sleep(0.05)
    yield sharing
    server.should_exit = True
    thread.join(10)


def test_a_phone_opens_its_own_sheets_and_the_lead_signs_in(demo: str, worker: None, shared, browser: Browser, ahead: timedelta):
    own = {"ignore_https_errors": True}
    here = another_page(browser, ahead, viewport={"width": 1280, "height": 800})
    here.goto(demo + "/station")
    here.get_by_label(re.compile("Passphrase for the lead's pages")).fill(PASS)
    here.get_by_role("button", name="Keep this passphrase").click()
    expect(here.get_by_text("Kept. Whoever was signed in")).to_be_visible()

    parts = urlsplit(shared.url)
    pem = ssl.get_server_certificate((parts.hostname, parts.port))
    seen = sha256(ssl.PEM_cert_to_DER_cert(pem)).hexdigest().upper()
    assert shared.fingerprint == ":".join(seen[i : i + 2] for i in range(0, 64, 2)), "what is shown is what a phone sees"

    lead = another_page(browser, ahead, viewport={"width": 1280, "height": 800}, **own)
    lead.goto(shared.url + "/outing")
    lead.get_by_label("The lead: passphrase").fill("a wrong one, as it is")
    lead.get_by_role("button", name="Sign in").click()
    expect(lead.get_by_role("alert")).to_contain_text("not the passphrase")
    lead.get_by_label("The lead: passphrase").fill(PASS)
    lead.keyboard.press("Enter")
    lead.get_by_role("button", name=re.compile("Make the sheets all the same|Make the sheets for")).first.click()
    expect(lead.locator(".lead")).to_contain_text(re.compile("settle first|ready"), timeout=120_000)
    expect(lead.get_by_role("button", name="Make the sheets all the same")).to_have_count(0, timeout=120_000)
    lead.get_by_role("button", name="Link for QZ5HAY").click()
    address = lead.get_by_role("dialog").get_by_role("link").inner_text()
    assert address.startswith(shared.url + "/v/")

    phone = another_page(browser, ahead, viewport=PHONE, **own)
    phone.goto(shared.url)
    expect(phone.get_by_text("open the link or scan the code")).to_be_visible()
    phone.goto(address)
    expect(phone.locator("h1")).to_have_text("Ford")
    phone.get_by_role("link", name=re.compile("Program your radio")).click()
    phone.locator(".donekey").click()
    expect(phone.get_by_role("navigation", name="Places")).to_be_hidden()
    phone.get_by_role("button", name="It shows something else").click()
    expect(phone.get_by_role("dialog")).to_be_visible()
    phone.goto(shared.url + "/outing")
    expect(phone.get_by_role("heading", name="This belongs to the lead")).to_be_visible()
    phone.get_by_role("link", name=re.compile("To your sheets")).click()
    expect(phone.get_by_text("Go on with your sheet")).to_be_visible()
    lead.keyboard.press("Escape")
    lead.get_by_role("button", name="Change QZ5HAY's radio").or_(
        lead.get_by_role("button", name="Ford", exact=True)
    ).first.click()
    lead.get_by_role("button", name="Withdraw link").click()
    phone.reload()
    expect(phone.get_by_text("ask the lead for a new one")).to_be_visible()
    for page in (here, lead, phone):
        page.context.close()
