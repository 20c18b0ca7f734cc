"""The API over the network: another machine's browsers, as nobody and with a volunteer's link."""

from collections.abc import Iterator
from datetime import UTC, datetime

import pytest
from fastapi.testclient import TestClient

from vocator.api.app import create_app
from vocator.api.store import open_session
from vocator.usecases.keeping.demo import load_demo
from vocator.usecases.network.access import Sharing

URL = "https://192.0.2.7:8743"
SHARING = Sharing(URL, "AA:BB", datetime(2027, 1, 1, tzinfo=UTC))
PASS = "four quiet words here"
HOME = {"origin": URL}


@pytest.fixture
def app(session):
    made = create_app(sharing=SHARING, fenced=True)

    def on_this_session() -> Iterator[object]:
        with session.begin_nested():
            yield session

    made.dependency_overrides[open_session] = on_this_session
    return made


@pytest.fixture
def network(app, session, client):
    """A function that gives another machine's browser; the demonstration is kept and the passphrase set."""
    load_demo(session)
    assert client.put("/api/passphrase", json={"passphrase": PASS}).status_code == 204
    return lambda: TestClient(app, base_url=URL, headers=HOME, raise_server_exceptions=False)


@pytest.fixture
def linked(client, network):
    """Two people with sheets and links: their browsers and sheets."""
    outing = client.get("/api/outings").json()[0]["id"]
    found = {}
    for person in ("hay", "lom"):
        sheet = client.post(f"/api/outings/{outing}/people/{person}/sheet").json()["id"]
        link = client.post(f"/api/outings/{outing}/people/{person}/link").json()
        browser = network()
        assert browser.get(f"/api/volunteer{link['path'][2:]}").status_code == 200
        found[person] = (browser, sheet, link)
    return outing, found


@pytest.fixture
def demo_client(session, client):
    """The API with the demonstration kept."""
    load_demo(session)
    return client
