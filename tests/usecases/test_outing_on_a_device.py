"""An outing planned where no server is: the same board, the same sheets; told later, once, whoever else changed something."""

import json
from pathlib import Path

import pytest

from support.device import Device, both
from vocator.core.outing.outing import outing_from
from vocator.files.strict_yaml import load_yaml
from vocator.usecases.keeping.demo import OUTING

PLAN = outing_from(load_yaml(Path(OUTING)).data).as_dict()
ROWS = "name,line,role\nTarn simplex,146.58,simplex\nHollow,147.21 + 88.5,back-up\n"
PLACES = {
    "type": "FeatureCollection",
    "features": [
        {
            "type": "Feature",
            "properties": {"name": "Stile", "kind": "post"},
            "geometry": {"type": "Point", "coordinates": [-71.5, 44.1]},
        }
    ],
}


@pytest.fixture
def outing(client, device):
    """One outing on both sides: the numbers that it has there and here."""
    there, here = both(client, device, "POST", "/outings", {"outing": PLAN})
    return there["id"], here["id"]


def board(client, device, outing):
    """Return the board, which is the same on both sides."""
    return both_at(client, device, outing, "GET", "")


def both_at(client, device, outing, method, path, body=None):
    """Ask both the same of their outing; returns what the device answers."""
    there = client.request(method, f"/api/outings/{outing[0]}{path}", json=body)
    status, here = device.ask(method, f"/outings/{outing[1]}{path}", body)
    assert status == there.status_code, (method, path, here, there.text)
    assert plain(here) == plain(there.json()), (method, path)
    return here


def plain(found):
    """Leave out numbers, moments and which sheet: they differ by nature."""
    if isinstance(found, dict):
        kept = {k: v for k, v in found.items() if k not in ("id", "sheet", "sheets", "changed_at")}
        return {k: plain(v) for k, v in kept.items()} | ({"id": found["id"]} if isinstance(found.get("id"), str) else {})
    return [plain(v) for v in found] if isinstance(found, list) else found


def test_planning_an_outing_answers_as_the_server_does(client, device, outing):
    found = board(client, device, outing)
    assert found["findings"] and found["reach"] and len(found["people"]) == len(PLAN["people"])
    key = next(f["key"] for f in found["findings"])
    accepted = both_at(client, device, outing, "POST", "/accept", {"key": key, "accepted": True})
    assert key in accepted["outing"]["accepted"] and accepted["version"] == 2
    changed = {**accepted["outing"], "net_control": "Marn", "channels": accepted["outing"]["channels"][:-1]}
    both_at(client, device, outing, "PUT", "", {"version": 2, "outing": changed})
    for wrong in (
        {"version": 2, "outing": changed},  # somebody was quicker
        {"version": 3, "outing": {**changed, "name": " "}},
        {"version": 3, "outing": {**changed, "region": "r9"}},
        {"version": 3, "outing": {**changed, "people": [{**changed["people"][0], "model": "no-such"}]}},
        {"version": 3, "outing": {**changed, "people": [{**changed["people"][0], "post": "nowhere"}]}},
        {"version": 3, "outing": {**changed, "odd": 1}},
    ):
        both_at(client, device, outing, "PUT", "", wrong)
    assert board(client, device, outing)["outing"]["net_control"] == "Marn"
    assert device.ask("GET", "/outings/77")[0] == client.get("/api/outings/77").status_code == 404
    listed = device.ask("GET", "/outings")[1]
    assert plain(listed) == plain(client.get("/api/outings").json()) and listed[0]["id"] == outing[1]


@pytest.mark.parametrize(
    ("path", "text"),
    [
        ("/channels/preview", ROWS),
        ("/channels", ROWS),
        ("/channels/preview", "name,line\nTorn,147.2 banana\n,\n"),
        ("/channels", "name,line\nTorn,147.2 banana\n"),
        ("/channels", ""),
        ("/places", json.dumps(PLACES)),
        ("/places", '<gpx version="1.1"><wpt lat="44.2" lon="-71.6"><name>Cairn</name></wpt></gpx>'),
        ("/places", '<!DOCTYPE a [<!ENTITY b "c">]><gpx><wpt lat="44.2" lon="-71.6"><name>&b;</name></wpt></gpx>'),
        ("/places", "{"),
    ],
)
def test_files_taken_into_an_outing_are_the_same_on_a_device(client, device, outing, path, text):
    there = client.post(f"/api/outings/{outing[0]}{path}", content=text.encode())
    status, here = device.ask("POST", f"/outings/{outing[1]}{path}", text)
    assert status == there.status_code, (here, there.text)
    assert plain(here) == plain(there.json())
    board(client, device, outing)


def test_an_outing_given_as_a_file_is_taken_by_server_and_device(client, device, outing):
    text = device.ask("GET", f"/outings/{outing[1]}/file")[1]["text"]
    assert text == client.get(f"/api/outings/{outing[0]}/export.json").text
    there = client.post("/api/outings/import", content=text.encode())
    status, here = device.ask("POST", "/outings/import", text)
    assert (status, plain(here)) == (there.status_code, plain(there.json())) and status == 201
    for broken in ("", "[]", text[: len(text) // 2], text.replace('"vocator_outing": 1', '"vocator_outing": 9')):
        there = client.post("/api/outings/import", content=broken.encode())
        status, here = device.ask("POST", "/outings/import", broken)
        assert (status, here) == (there.status_code, there.json()) and status == 422, broken[:40]
    assert len(device.ask("GET", "/outings")[1]) == 2


def test_everybodys_sheets_made_on_a_device_reach_the_server_with_their_outing(client, device, outing):
    people = PLAN["people"]
    for person in people[:3]:
        status, made = device.ask("POST", f"/outings/{outing[1]}/people/{person['id']}/sheet", {})
        assert status == 201 and made["id"]
        assert device.ask("GET", f"/sheets/{made['id']}")[0] == 200
        assert device.ask("POST", f"/outings/{outing[1]}/people/{person['id']}/sheet")[1] == {"id": None}, "nothing is lacking"
    assert device.ask("GET", "/radios")[1] == [], "people's radios are none of mine"
    own = device.ask("GET", f"/outings/{outing[1]}")[1]
    ticked = own["people"][0]["sheets"][0]
    steps = len(device.ask("GET", f"/sheets/{ticked}")[1]["content"]["steps"])
    ticks = [{"id": f"tick-{n:04}", "sheet_id": ticked, "step": n, "at": "2026-03-14T15:00:00Z"} for n in range(steps)]
    assert device.ask("POST", "/sheets/ticks", {"ticks": ticks})[0] == 200
    here = device.ask("GET", f"/outings/{outing[1]}")[1]
    assert here["people"][0]["ready"] and [p["waiting"] > 0 for p in here["people"][:4]] == [False, False, False, True]

    assert device.tell(client)["refused"] == {}
    there = client.get(f"/api/outings/{client.get('/api/outings').json()[0]['id']}").json()
    assert there["id"] != outing[0] and plain(there) == plain(here)
    assert [p["sheets"] for p in there["people"]] == [p["sheets"] for p in here["people"]]
    device.fetch(client)
    again = device.ask("GET", f"/outings/{there['id']}")[1]
    assert plain(again) == plain(there), "what comes back with the server's numbers is the same board"


def test_what_was_told_twice_or_for_an_outing_that_is_gone_does_no_harm(client, device, outing):
    person = PLAN["people"][0]
    device.ask("POST", f"/outings/{outing[1]}/people/{person['id']}/sheet")
    device.ask("PUT", f"/outings/{outing[1]}", {"version": 1, "outing": {**PLAN, "name": "Renamed"}})
    sent = list(device.outbox)
    device.tell(client)
    count = len(client.get("/api/outings").json())
    device.outbox = sent
    assert device.tell(client)["refused"] == {} and len(client.get("/api/outings").json()) == count
    made = client.get("/api/outings").json()[0]
    assert made["name"] == "Renamed"
    client.delete(f"/api/outings/{made['id']}")
    device.ask("PUT", f"/outings/{outing[1]}", {"version": 2, "outing": {**PLAN, "name": "Too late"}})
    refused = device.tell(client)["refused"]
    assert len(refused) == 1 and "outing" in next(iter(refused.values()))
    assert [o["name"] for o in client.get("/api/outings").json()] == [PLAN["name"]]


def test_a_servers_outing_taken_along_is_changed_here_and_told_by_the_page_alone(client, device, outing):
    device.outbox.clear()
    device.fetch(client)
    at = f"/outings/{outing[0]}"
    assert device.ask("PUT", at, {"version": 1, "outing": {**PLAN, "place": "Tarn"}})[1]["outing"]["place"] == "Tarn"
    assert device.outbox == [], "the page brings it together with what others changed"
    made = device.ask("POST", f"{at}/people/{PLAN['people'][0]['id']}/sheet")[1]["id"]
    client.post(f"/api{at}/people/{PLAN['people'][0]['id']}/sheet")
    assert device.tell(client)["refused"] == {}
    there = client.get(f"/api{at}").json()
    assert there["people"][0]["sheets"] == [made] and there["people"][0]["waiting"] == 0, "one radio, the latest sheet of two"
    assert client.delete(f"/api{at}").status_code == 204
    assert device.ask("DELETE", at)[0] == 204 and device.ask("GET", at)[0] == 404
    assert device.tell(client)["refused"] == {}, "it was gone there too"


def test_a_persons_radio_and_sheet_go_to_their_phone_alone_and_are_theirs_there(device, folder):
    number = device.ask("POST", "/outings", {"outing": PLAN})[1]["id"]
    sheet = device.ask("POST", f"/outings/{number}/people/{PLAN['people'][0]['id']}/sheet")[1]["id"]
    radio_id = device.ask("GET", f"/sheets/{sheet}")[1]["content"]["radio_id"]
    other = Device(folder)
    try:
        assert other.take(device._call("some_rows", str(radio_id), sheet))[1] == {"radios": 1, "sheets": 1}
        (own,) = other.ask("GET", "/radios")[1]
        assert own["model"] == PLAN["people"][0]["model"] and other.ask("GET", "/outings")[1] == []
        assert [s["id"] for s in other.ask("GET", "/sheets")[1]] == [sheet]
    finally:
        other.close()


def test_outings_go_from_device_to_device_in_the_file(device, folder):
    number = device.ask("POST", "/outings", {"outing": PLAN})[1]["id"]
    device.ask("POST", f"/outings/{number}/people/{PLAN['people'][0]['id']}/sheet")
    device.ask("POST", "/radios", {"model": "brisko-pico", "name": "Mine"})
    other = Device(folder)
    try:
        other.ask("POST", "/outings/import", device.ask("GET", f"/outings/{number}/file")[1]["text"])  # it was there already
        assert other.take(device.file())[1] == {"radios": 1, "sheets": 1}
        assert other.take(device.file())[1] == {"radios": 0, "sheets": 0}
        (there,) = other.ask("GET", "/outings")[1]
        assert plain(other.ask("GET", f"/outings/{there['id']}")[1]) == plain(device.ask("GET", f"/outings/{number}")[1])
        file = json.loads(device.file())
        file["rows"]["outing"][0]["content"]["people"][0]["model"] = "no-such"
        status, told = other.take(json.dumps(file))
        assert status >= 400 and "no-such" in json.dumps(told) and len(other.ask("GET", "/outings")[1]) == 1
    finally:
        other.close()
