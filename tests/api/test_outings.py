"""Outings through the API: findings, everybody's sheets, what changed, links, two people at once."""

import socket
import threading
import time
import uuid
from datetime import timedelta

import pytest
import uvicorn
from sqlalchemy import update

from vocator import clock
from vocator.settings import settings
from vocator.standins.listing_service import create_listing
from vocator.storage.tables import LinkRow


@pytest.fixture
def service(monkeypatch):
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    server = uvicorn.Server(uvicorn.Config(create_listing(), host="127.0.0.1", port=port, log_level="error"))
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    for _ in range(100):
        if server.started:
            break
        time.sleep(0.05)
    yield lambda rest: monkeypatch.setattr(settings(), "listing_url", f"http://127.0.0.1:{port}/repeaters{rest}")
    server.should_exit = True
    thread.join(5)


HERE = {"latitude_deg": 49.5, "longitude_deg": -57.8}


def test_the_listing_is_fetched_page_by_page_kept_and_told_where_it_changed(client, service, monkeypatch):
    service("?stale=1")
    first = client.post("/api/repeaters/fetch", params=HERE).json()
    assert first["listed"] > 30 and first["changes"] == []
    service("")
    second = client.post("/api/repeaters/fetch", params=HERE).json()
    assert any("is new" in c for c in second["changes"]) and any("BARREN: state was on air" in c for c in second["changes"])
    kept = client.get("/api/repeaters", params=HERE).json()
    assert [r["distance_km"] for r in kept["repeaters"]] == sorted(r["distance_km"] for r in kept["repeaters"])
    only = client.get("/api/repeaters", params={**HERE, "band": "70 cm"}).json()["repeaters"]
    assert only and all(r["band"] == "70 cm" for r in only)
    service("?stale=1")
    client.post("/api/repeaters/fetch", params=HERE)
    barren = next(r for r in client.get("/api/repeaters", params=HERE).json()["repeaters"] if r["id"] == "barren")
    assert barren["state"] == "off air", "an older listing does not take the place of a newer one"
    monkeypatch.setattr("vocator.usecases.outings.listing.SERVICE_S", 0.3)
    for rest, word in (("?fail=500", "500"), ("?slow=2", "within")):
        service(rest)
        away = client.post("/api/repeaters/fetch", params=HERE)
        assert away.status_code == 424 and word in away.json()["detail"]
        assert len(client.get("/api/repeaters", params=HERE).json()["repeaters"]) == len(kept["repeaters"])


def board(client):
    number = client.get("/api/outings").json()[0]["id"]
    return client.get(f"/api/outings/{number}").json()


def make(client, b, person):
    answer = client.post(f"/api/outings/{b['id']}/people/{person}/sheet")
    assert answer.status_code == 201, answer.text
    return answer.json()["id"]


def person(b, name):
    return next(p for p in b["people"] if p["id"] == name)


def states(b, name):
    return {c["channel"]: c["state"] for c in person(b, name)["cells"]}


def follow(client, sheet_id):
    sheet = client.get(f"/api/sheets/{sheet_id}").json()
    ticks = [
        {"id": uuid.uuid4().hex, "sheet_id": sheet_id, "step": n, "at": clock.utc_now().isoformat()}
        for n in range(len(sheet["content"]["steps"]))
    ]
    assert client.post("/api/sheets/ticks", json={"ticks": ticks}).status_code == 200


def test_sheets_are_made_for_twelve_different_radios_and_the_board_turns_ready(demo_client):
    b = board(demo_client)
    assert len(b["people"]) == 12
    for p in b["people"]:
        sheet = demo_client.get(f"/api/sheets/{make(demo_client, b, p['id'])}").json()["content"]
        assert sheet["proof"]["verdict"] == "proven"
        assert {x["slot"] for x in sheet["parts"]} == {c["slot"] for c in p["cells"] if c["state"] == "none"}
    b = board(demo_client)
    assert all(p["waiting"] == 0 for p in b["people"])
    assert set(states(b, "hay").values()) == {"planned", "beyond"}
    follow(demo_client, person(b, "hay")["sheets"][0])
    after = person(board(demo_client), "hay")
    assert after["ready"] and after["done"] == after["able"] == 9
    assert demo_client.get("/api/radios").json()[-1]["model"] == "oriel-lantern", "their radios are not mine"


def test_a_change_to_one_channel_marks_whose_radio_wants_it_anew_and_gives_just_that(demo_client):
    b = board(demo_client)
    first = make(demo_client, b, "hay")
    follow(demo_client, first)
    b = board(demo_client)
    outing = b["outing"]
    next(c for c in outing["channels"] if c["id"] == "ridge")["line"] = "147.330 + 110.9"
    saved = demo_client.put(f"/api/outings/{b['id']}", json={"version": b["version"], "outing": outing}).json()
    assert states(saved, "hay")["ridge"] == "changed"
    assert list(states(saved, "hay").values()).count("changed") == 1
    again = make(demo_client, saved, "hay")
    parts = demo_client.get(f"/api/sheets/{again}").json()["content"]["parts"]
    assert [p["slot"] for p in parts] == ["1"]
    assert states(board(demo_client), "hay")["ridge"] == "read_back", "the slot is noted; the new sheet is to be carried out"
    assert make(demo_client, board(demo_client), "hay") is None


def test_two_leads_changing_at_once_lose_nothing(demo_client):
    b = board(demo_client)
    ours, theirs = {**b["outing"], "place": "ours"}, {**b["outing"], "place": "theirs"}
    assert demo_client.put(f"/api/outings/{b['id']}", json={"version": b["version"], "outing": ours}).status_code == 200
    clash = demo_client.put(f"/api/outings/{b['id']}", json={"version": b["version"], "outing": theirs})
    assert clash.status_code == 409 and clash.json()["type"] == "urn:vocator:clash"
    assert board(demo_client)["outing"]["place"] == "ours"


def test_a_volunteers_link_shows_only_the_own_and_can_be_withdrawn_and_expires(demo_client, session):
    b = board(demo_client)
    make(demo_client, b, "hay")
    make(demo_client, b, "kit")
    path = demo_client.post(f"/api/outings/{b['id']}/people/hay/link").json()["path"]
    token = path.removeprefix("/v/")
    seen = demo_client.get(f"/api/volunteer/{token}").json()
    assert seen["person"]["name"] == "QZ5HAY" and len(seen["sheets"]) == 1
    assert "QZ8KIT" not in str(seen) and "Lantern" not in str(seen)
    assert demo_client.get(f"/api/volunteer/{token}/qr.svg").headers["content-type"].startswith("image/svg")
    assert person(board(demo_client), "hay")["linked"]
    second = demo_client.post(f"/api/outings/{b['id']}/people/hay/link").json()["path"].removeprefix("/v/")
    assert demo_client.get(f"/api/volunteer/{token}").status_code == 404, "a new link withdraws the old one"
    assert demo_client.delete(f"/api/outings/{b['id']}/people/hay/link").status_code == 204
    assert demo_client.get(f"/api/volunteer/{second}").status_code == 404
    third = demo_client.post(f"/api/outings/{b['id']}/people/hay/link").json()["path"].removeprefix("/v/")
    session.execute(update(LinkRow).values(expires_at=clock.utc_now() - timedelta(seconds=1)))
    for bad in (third, "forged", "x" * 300):
        refused = demo_client.get(f"/api/volunteer/{bad}")
        assert refused.status_code == 404 and "ask the lead" in refused.json()["detail"]


def test_findings_are_accepted_and_taken_back(demo_client):
    b = board(demo_client)
    soft = next(f for f in b["findings"] if not f["harm"])
    after = demo_client.post(f"/api/outings/{b['id']}/accept", json={"key": soft["key"], "accepted": True}).json()
    assert next(f for f in after["findings"] if f["key"] == soft["key"])["accepted"]
    back = demo_client.post(f"/api/outings/{b['id']}/accept", json={"key": soft["key"], "accepted": False}).json()
    assert not any(f["accepted"] for f in back["findings"])


def test_an_outing_goes_out_as_a_file_and_comes_in_as_another(demo_client):
    b = board(demo_client)
    text = demo_client.get(f"/api/outings/{b['id']}/export.json").content
    copy = demo_client.post("/api/outings/import", content=text)
    assert copy.status_code == 201
    assert copy.json()["outing"] == b["outing"] and copy.json()["id"] != b["id"]
    for form in ("geojson", "gpx"):
        places = demo_client.get(f"/api/outings/{b['id']}/export.{form}").content
        assert demo_client.post(f"/api/outings/{copy.json()['id']}/places", content=places).status_code == 200
    for bad in (b"", b"{}", text[:200], b'{"vocator_outing": 2}', b"[]"):
        assert demo_client.post("/api/outings/import", content=bad).status_code == 422
    assert demo_client.get(f"/api/outings/{b['id']}/export.doc").status_code == 422
    for query in ("", "?person=hay&paper=letter"):
        assert demo_client.get(f"/api/outings/{b['id']}/cards.pdf{query}").content.startswith(b"%PDF-")
    assert demo_client.get(f"/api/outings/{b['id']}/cards.pdf?paper=a7").status_code == 404
    sheet = make(demo_client, b, "hay")
    assert demo_client.get(f"/api/sheets/{sheet}/card.pdf").content.startswith(b"%PDF-")
    assert demo_client.delete(f"/api/outings/{copy.json()['id']}").status_code == 204


def test_a_person_with_another_radio_starts_anew_and_bad_parts_are_refused(demo_client):
    b = board(demo_client)
    make(demo_client, b, "hay")
    outing = b["outing"]
    next(p for p in outing["people"] if p["id"] == "hay")["model"] = "brisko-pico"
    saved = demo_client.put(f"/api/outings/{b['id']}", json={"version": b["version"], "outing": outing}).json()
    make(demo_client, saved, "hay")
    assert "planned" in states(board(demo_client), "hay").values()
    for part, value, status in (("model", "no-such", 404), ("post", "nowhere", 422)):
        broken = {**outing, "people": [{**outing["people"][0], part: value}]}
        assert (
            demo_client.put(f"/api/outings/{b['id']}", json={"version": saved["version"], "outing": broken}).status_code == status
        )
    assert demo_client.get("/api/outings/999").status_code == 404
    assert demo_client.post(f"/api/outings/{b['id']}/people/nobody/sheet").status_code == 404


def test_nothing_heard_leads_to_a_branch_whose_sheet_is_proven(demo_client):
    b = board(demo_client)
    sheet = make(demo_client, b, "hay")
    radio = demo_client.get(f"/api/sheets/{sheet}").json()["content"]["radio_id"]
    found = demo_client.get(f"/api/radios/{radio}/slots/7/faults")
    assert found.status_code == 404, "nothing is known to stand there"
    tree = demo_client.get(f"/api/radios/{radio}/slots/1/faults").json()
    assert "147.930" in tree["line"] and "103.5" in tree["line"]
    branch = next(x for x in tree["branches"] if x["fault"] == "sign")
    made = demo_client.post(
        "/api/sheets", json={"radio_id": radio, "slot": "1", "line": tree["line"], "label": tree["label"], "goal": branch["mend"]}
    )
    assert made.status_code == 201 and made.json()["content"]["proof"]["verdict"] == "proven"


CSV = {
    "plain": (b"name,line,role\nRIDGE,147.330 + 110.9,primary\n", 1),
    "semicolons and commas in numbers": (
        "role;name;receive (MHz);send (MHz);tone\nsimplex;\u00c9T\u00c9;146,55;;\n".encode("latin-1"),
        1,
    ),
    "units, comments, quotes": (
        b'# mine\nname,receive (kHz),send (kHz),tone,latitude,longitude\n"A, B",147330,147930,103.5,49.5,-57.8\n',
        1,
    ),
    "utf-16": ("name,line\nX,146.55 simplex\n".encode("utf-16"), 1),
}


@pytest.mark.parametrize(("raw", "count"), CSV.values(), ids=CSV.keys())
def test_channels_come_from_csv_with_a_preview_and_a_known_name_takes_its_place(demo_client, raw, count):
    b = board(demo_client)
    seen = demo_client.post(f"/api/outings/{b['id']}/channels/preview", content=raw).json()
    assert seen["can_take"] and len(seen["rows"]) == count and all("receive" in r["text"] for r in seen["rows"])
    assert board(demo_client)["outing"] == b["outing"], "a preview takes nothing"
    after = demo_client.post(f"/api/outings/{b['id']}/channels", content=raw).json()
    known = {c["name"] for c in b["outing"]["channels"]}
    assert len(after["outing"]["channels"]) == len(b["outing"]["channels"]) + sum(r["name"] not in known for r in seen["rows"])


@pytest.mark.parametrize(
    "raw",
    [
        b"", b"name\nX", b"name,line,colour\nX,146.55,red", b"name,receive\nX,146.55", b"name,line\nX,147.33 + 104.0", b"name,line,role\nX,146.55,king",
        b"name,line\nX,146.55 simplex,extra", b"name,line,latitude,longitude\nX,146.55 simplex,99,0", b"name,line\n" + b"X,146.55 simplex\n" * 61,
        b"name,line\n" + b"X,146.55 simplex\n" * 100_000, b"name,name,line\nX,Y,146.55",
    ],
    ids=range(11),
)  # fmt: skip
def test_a_csv_with_anything_wrong_takes_nothing_and_says_what(demo_client, raw):
    b = board(demo_client)
    assert not demo_client.post(f"/api/outings/{b['id']}/channels/preview", content=raw).json()["can_take"]
    refused = demo_client.post(f"/api/outings/{b['id']}/channels", content=raw)
    assert refused.status_code == 422 and "nothing was taken" in refused.json()["do"]
    assert board(demo_client)["outing"] == b["outing"]


def test_channels_go_out_as_csv_and_come_back_the_same_and_no_cell_is_a_formula(demo_client):
    b = board(demo_client)
    outing = b["outing"]
    outing["channels"][0]["note"] = "=1+1"
    b = demo_client.put(f"/api/outings/{b['id']}", json={"version": b["version"], "outing": outing}).json()
    text = demo_client.get(f"/api/outings/{b['id']}/export.csv").content
    assert b"'=1+1" in text
    assert (
        demo_client.post(f"/api/outings/{b['id']}/channels", content=text).json()["outing"]["channels"] == b["outing"]["channels"]
    )
