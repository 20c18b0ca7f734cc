"""Over the network: nothing without the lead's passphrase or a link, and a link opens its own sheets only."""

import ssl
import stat
from collections.abc import Iterator
from datetime import timedelta

from cryptography import x509
from fastapi.testclient import TestClient
from sqlalchemy import update
from sqlalchemy.exc import OperationalError

from api.conftest import HOME, PASS, URL
from vocator import clock
from vocator.api.app import create_app
from vocator.api.network.access import OPEN, VOLUNTEERS
from vocator.api.serve import SHARING, sharing_of_settings
from vocator.api.store import open_session
from vocator.files.certificate import own_certificate
from vocator.settings import settings
from vocator.storage.access_repositories import AccessRepository
from vocator.storage.tables import SessionRow
from vocator.usecases.keeping.demo import load_demo
from vocator.usecases.network.access import FROM_ALL, FROM_ONE, SESSION_HOURS, Sharing, sign_in


def ticks(sheet, *steps):
    return {"ticks": [{"id": f"{sheet}-{n}", "sheet_id": sheet, "step": n, "at": "2026-05-01T10:00:00Z"} for n in steps]}


def test_whoever_is_nobody_gets_the_page_and_nothing_that_is_kept(app, network):
    nobody = network()
    assert nobody.get("/").status_code == 200
    routes = {(method.upper(), path) for path, known in app.openapi()["paths"].items() for method in known}
    assert set(OPEN | VOLUNTEERS) <= routes and len(routes) > 60
    for method, path in routes - OPEN:
        asked = nobody.request(method, path.replace("{", "").replace("}", "").replace("radio_id", "1"))
        assert asked.status_code == 401, (method, path, asked.status_code)
        assert "QZ7" not in asked.text
    assert nobody.get("/api/session").json() == {"who": "nobody", "fenced": True, "passphrase_set": True}


def test_the_lead_signs_in_and_out_and_a_session_ends(network, session):
    lead = network()
    assert lead.post("/api/session", json={"passphrase": "not this one at all"}).status_code == 401
    came = lead.post("/api/session", json={"passphrase": f" {PASS} "})
    assert came.status_code == 200 and came.json()["who"] == "lead"
    given = came.headers["set-cookie"].lower()
    assert all(word in given for word in ("httponly", "secure", "samesite=strict", "path=/api"))
    assert lead.get("/api/station").status_code == 200
    assert lead.put("/api/passphrase", json={"passphrase": "another one of words"}).status_code == 403, (
        "only on the machine itself"
    )
    assert AccessRepository(session).hashed().startswith("$argon2id$")
    copied = network()
    copied.cookies.update(lead.cookies)
    assert lead.delete("/api/session").status_code == 204
    assert copied.get("/api/station").status_code == 401, "signing out ends the session itself, not only the cookie"
    lead.post("/api/session", json={"passphrase": PASS})
    session.execute(update(SessionRow).values(expires_at=clock.utc_now() - timedelta(seconds=1)))
    assert lead.get("/api/station").status_code == 401


def test_a_new_passphrase_ends_all_sessions_and_a_short_one_is_refused(network, client):
    lead = network()
    lead.post("/api/session", json={"passphrase": PASS})
    short = client.put("/api/passphrase", json={"passphrase": " short "})
    assert short.status_code == 422 and "at least 12" in short.text
    assert lead.get("/api/station").status_code == 200
    assert client.put("/api/passphrase", json={"passphrase": "a wholly new passphrase"}).status_code == 204
    assert lead.get("/api/station").status_code == 401
    assert lead.post("/api/session", json={"passphrase": PASS}).status_code == 401


def test_guessing_is_slowed_by_address_and_altogether(network, session):
    guesser = network()
    for _ in range(FROM_ONE):
        assert guesser.post("/api/session", json={"passphrase": "a guess that is wrong"}).status_code == 401
    shut = guesser.post("/api/session", json={"passphrase": PASS})
    assert shut.status_code == 429 and 0 < int(shut.headers["retry-after"]) <= 900
    now = clock.utc_now()
    later = sign_in(session, PASS, "testclient", now + timedelta(minutes=13, seconds=30))
    assert 0 < later.wait_s <= 90 and "wait 2 minutes" in later.why, "how long is told to the minute"
    assert sign_in(session, PASS, "198.51.100.9", now).token, "somebody else is let in"
    assert sign_in(session, PASS, "testclient", now + timedelta(minutes=16)).token, "later it is open again"
    for n in range(FROM_ALL):
        AccessRepository(session).note_attempt(now, f"198.51.100.{n}")
    assert sign_in(session, PASS, "203.0.113.1", now).wait_s, "many addresses at once are many guesses"


def test_without_a_passphrase_the_lead_s_pages_stay_shut(app, session):
    load_demo(session)
    lead = TestClient(app, base_url=URL, headers=HOME)
    refused = lead.post("/api/session", json={"passphrase": ""})
    assert refused.status_code == 401 and "on the machine" in refused.json()["detail"]


def test_a_link_opens_its_own_sheets_and_nothing_of_the_others(linked, client, network):
    outing, found = linked
    hay, sheet, _ = found["hay"]
    _, other, _ = found["lom"]
    radio = client.get(f"/api/sheets/{sheet}").json()["content"]["radio_id"]
    theirs = client.get(f"/api/sheets/{other}").json()["content"]["radio_id"]
    assert hay.get("/api/session").json()["who"] == "volunteer"
    assert hay.get(f"/api/sheets/{sheet}").status_code == 200
    assert hay.get(f"/api/sheets/{sheet}/steps/1/sights").status_code == 200
    assert hay.get(f"/api/sheets/{sheet}/proof").json()["verdict"] == "proven"
    assert hay.post("/api/sheets/ticks", json=ticks(sheet, 0, 1)).status_code == 200
    slot = client.get(f"/api/sheets/{sheet}").json()["content"]["parts"][0]["slot"]
    assert hay.get(f"/api/radios/{radio}/slots/{slot}/faults").status_code == 200
    for refused in (
        hay.get(f"/api/sheets/{other}"), hay.get(f"/api/sheets/{other}/card.pdf"), hay.patch(f"/api/sheets/{other}", json={"status": "open"}),
        hay.post("/api/sheets/ticks", json={"ticks": ticks(sheet, 2)["ticks"] + ticks(other, 0)["ticks"]}),
        hay.post("/api/sheets", json={"radio_id": theirs, "slot": "1", "goal": "erase"}), hay.get(f"/api/radios/{theirs}/slots/{slot}"),
        hay.get("/api/station"), hay.get("/api/log"), hay.get("/api/outings"), hay.get(f"/api/outings/{outing}"), hay.get("/api/sheets"),
        hay.get("/api/archive.zip"), hay.delete(f"/api/outings/{outing}"), hay.get("/api/contacts.csv"), hay.get("/api/sharing"),
    ):  # fmt: skip
        assert refused.status_code == 403, refused.request.url
        assert "Base Two" not in refused.text
    assert client.get(f"/api/sheets/{other}").json()["ticked"] == []
    assert client.get(f"/api/sheets/{sheet}").json()["ticked"] == [0, 1], "a list with one of another's is not taken in part"
    assert client.delete(f"/api/outings/{outing}/people/hay/link").status_code == 204
    assert hay.get(f"/api/sheets/{sheet}").status_code == 401


def test_a_foreign_page_or_name_is_refused(network, client):
    lead = network()
    assert lead.post("/api/session", json={"passphrase": PASS}).status_code == 200
    for origin in ("https://evil.example", "null", "http://192.0.2.7:8743", ""):
        refused = lead.post("/api/outings/import", content=b"{}", headers={"origin": origin})
        assert refused.status_code == 403, origin
    assert lead.get("/api/station", headers={"host": "evil.example"}).status_code == 403
    assert client.get("/api/station", headers={"host": "evil.example:8642"}).status_code == 403, "on loopback neither"
    assert (
        client.post("/api/radios", json={"model": "ardvane-finch"}, headers={"origin": "https://evil.example"}).status_code == 403
    )
    shown = lead.get("/").headers
    assert "frame-ancestors 'none'" in shown["content-security-policy"] and shown["x-frame-options"] == "DENY"


def test_links_and_codes_carry_the_address_that_others_reach(app, linked, client):
    outing, found = linked
    _, sheet, link = found["hay"]
    assert link["url"].startswith("http://127.0.0.1/v/"), "made on an unshared server"
    lead = TestClient(app, base_url=URL, headers=HOME)
    lead.post("/api/session", json={"passphrase": PASS})
    made = lead.post(f"/api/outings/{outing}/people/hay/link").json()
    assert made["url"] == f"{URL}{made['path']}"
    assert lead.get(f"/api/volunteer{made['path'][2:]}/qr.svg").text.startswith("<svg")
    plain, coded = lead.get(f"/api/outings/{outing}/cards.pdf").content, lead.post(f"/api/outings/{outing}/cards.pdf").content
    assert coded.startswith(b"%PDF-") and len(coded) > len(plain)
    assert lead.get(f"/api/volunteer{made['path'][2:]}").status_code == 404, "cards with links make new ones for all"
    assert lead.get(f"/api/sheets/{sheet}/card.pdf").content.startswith(b"%PDF-")


def test_the_certificate_is_the_server_s_own_and_kept_until_it_must_change(tmp_path):
    first = own_certificate(tmp_path / "tls", "192.0.2.7")
    assert own_certificate(tmp_path / "tls", "192.0.2.7") == first
    assert stat.S_IMODE(first.key.stat().st_mode) == 0o600
    context = ssl.SSLContext(ssl.PROTOCOL_TLS_SERVER)
    context.load_cert_chain(first.certificate, first.key)
    made = x509.load_pem_x509_certificate(first.certificate.read_bytes())
    assert made.not_valid_after_utc == first.expires_utc > clock.utc_now() + timedelta(days=300)
    assert len(first.fingerprint.split(":")) == 32
    moved = own_certificate(tmp_path / "tls", "vocator.example")
    assert moved.fingerprint != first.fingerprint
    first.certificate.write_text("cut sh")
    assert own_certificate(tmp_path / "tls", "vocator.example").fingerprint != moved.fingerprint


def test_a_session_lasts_half_a_day(network, session):
    network()
    now = clock.utc_now()
    token = sign_in(session, PASS, "198.51.100.9", now).token
    from vocator.usecases.network.access import digest

    access = AccessRepository(session)
    assert access.lives(digest(token), now + timedelta(hours=SESSION_HOURS, minutes=-1))
    assert not access.lives(digest(token), now + timedelta(hours=SESSION_HOURS, minutes=1))


def test_the_twin_on_this_machine_does_not_wait_for_the_store():
    """Only what keeps something needs the store; a key pressed on the twin does not."""
    app = create_app()

    def away() -> Iterator[object]:
        raise OperationalError("select 1", {}, Exception("away"))
        yield

    app.dependency_overrides[open_session] = away
    here = TestClient(app, base_url="http://127.0.0.1", raise_server_exceptions=False)
    assert here.post("/api/twin/start", json={"model": "ardvane-finch"}).status_code == 200
    assert here.post("/api/radios", json={"model": "ardvane-finch"}).status_code == 503


def test_behind_a_proxy_the_fence_knows_the_name_that_people_type(session, monkeypatch):
    typed = "https://radio.club.example"
    monkeypatch.setattr(
        settings(), "sharing", SHARING.dump_json(Sharing("https://192.0.2.7:8743", "AA", clock.utc_now())).decode()
    )
    assert sharing_of_settings().url == "https://192.0.2.7:8743"
    monkeypatch.setattr(settings(), "shared_as", f"{typed}/")
    app = create_app(sharing=sharing_of_settings(), fenced=True)
    app.dependency_overrides[open_session] = lambda: session
    assert TestClient(app, base_url=typed).get("/api/radios").status_code == 401
    assert TestClient(app, base_url="https://192.0.2.7:8743").get("/api/radios").status_code == 403


def test_a_link_makes_so_many_sheets_an_hour_and_no_more(linked, client, monkeypatch):
    _, found = linked
    hay, sheet, _ = found["hay"]
    content = hay.get(f"/api/sheets/{sheet}").json()["content"]
    asked = {"radio_id": content["radio_id"], "slot": content["goal"]["slot"], "goal": "read-back"}
    monkeypatch.setattr("vocator.usecases.network.access.MOST_SHEETS_AN_HOUR", 3)
    codes = [hay.post("/api/sheets", json=asked).status_code for _ in range(4)]
    assert codes == [201, 201, 422, 422], "one was made by the lead within the hour"
    assert "ask the lead" in hay.post("/api/sheets", json=asked).text
    assert client.post("/api/sheets", json=asked).status_code == 201
