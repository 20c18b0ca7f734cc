"""The heart of a page: plain Python, without what a server needs, and the same answers; what it did reaches the server, once."""

import json
import random

import pytest

from support.device import Device, alike, both
from vocator.files.profile_yaml import load_profile, model_names
from vocator.usecases.keeping.demo import load_demo
from vocator.usecases.network.field_kit import core_zip

LINES = ["147.33 + 103.5 DEPOT", "442.1 d023 narrow", "146.55"]


def test_a_device_answers_as_the_server_does(client, device):
    client.put("/api/station", json={**client.get("/api/station").json(), "may_send_on": ["2 m"]})
    device.ask("PUT", "/station", client.get("/api/station").json())
    for method, path, body in [
        ("GET", "/models", None), ("GET", "/models/ardvane-osprey", None), ("GET", "/models/no-such", None), ("GET", "/regions", None),
        ("GET", "/models/oriel-lantern/ways-home", None), ("POST", "/resolve", {"line": "in 146.73 out 147.33"}), ("GET", "/station", None),
        ("POST", "/resolve", {"line": "14733 +"}), ("POST", "/resolve", {"line": "147.33 banana"}), ("GET", "/radios/999", None),
        ("GET", "/drill?model=brisko-pico&person=me", None), ("GET", "/drill/exercise?model=brisko-pico&item=whole&seed=3", None),
        ("GET", "/sheets/none", None), ("POST", "/twin/start", {"model": "brisko-pico"}), ("GET", "/log?count=20&find=&first_day=2026-01-01", None),
    ]:  # fmt: skip
        both(client, device, method, path, body)
    for i, model in enumerate(model_names()):
        slot = load_profile(model).slot_keys[3]
        radio, own = both(client, device, "POST", "/radios", {"model": model, "name": f"R{i}"})
        at, mine = f"/radios/{radio['id']}", f"/radios/{own['id']}"
        asked = {"slot": slot, "line": LINES[i % 3], "label": None}
        there = client.post("/api/sheets", json={**asked, "radio_id": radio["id"]})
        status, sheet = device.ask("POST", "/sheets", {**asked, "radio_id": own["id"]})
        assert (status, alike(sheet)) == (there.status_code, alike(there.json())), model
        calls = [("GET", "/goals", None), ("POST", "/marks", {"state": "free", "slots": "all but 1"}), ("GET", f"/slots/{slot}", None),
                 ("PUT", f"/slots/{slot}", {"state": "occupied", "shows": "146.52"}), ("GET", f"/slots/{slot}/faults", None), ("GET", "", None)]  # fmt: skip
        for method, path, body in calls:
            given = client.request(method, f"/api{at}{path}", json=body)
            status, here = device.ask(method, f"{mine}{path}", body)
            assert (status, alike(here)) == (given.status_code, alike(given.json())), (model, path)
        if status == 200 and there.status_code == 201 and i % 4 == 0:
            step = len(sheet["content"]["steps"]) // 2
            for path, body in (
                (f"/twin/{step}", None),
                (f"/steps/{step}/sights", None),
                (f"/steps/{step}/recovery", {"text": "the display is dark"}),
            ):
                method = "POST" if body else "GET"
                given = client.request(method, f"/api/sheets/{there.json()['id']}{path}", json=body)
                status, here = device.ask(method, f"/sheets/{sheet['id']}{path}", body)
                assert (status, alike(here)) == (given.status_code, alike(given.json())), (model, path)


def _tick_all(device, sheet, rng):
    steps = list(range(len(sheet["content"]["steps"])))
    done = steps if rng.random() < 0.7 else steps[: len(steps) // 2]
    at = iter(sorted(rng.randrange(10, 50) for _ in done))
    ticks = [
        {"id": f"{rng.getrandbits(60):016x}", "sheet_id": sheet["id"], "step": s, "at": f"2026-03-14T15:{next(at)}:00Z"}
        for s in done
    ]
    assert device.ask("POST", "/sheets/ticks", {"ticks": ticks})[0] == 200


def _work(device, rng):
    """Do one thing that an operator does."""
    radios = device.ask("GET", "/radios")[1]
    doing = rng.choice(["add", "sheet", "sheet", "mark", "say", "away", "rename", "drill"]) if radios else "add"
    if doing == "add":
        model = rng.choice(["ardvane-finch", "brisko-pico"])
        assert device.ask("POST", "/radios", {"model": model, "name": f"{model} {rng.random():.4f}"})[0] == 201
        return
    radio = rng.choice(radios)
    slot = rng.choice(radio["slot_keys"][3:9])
    at = f"/radios/{radio['id']}"
    if doing == "sheet":
        asked = {"radio_id": radio["id"], "slot": slot, "line": rng.choice(LINES[::2]), "label": None}
        status, sheet = device.ask("POST", "/sheets", asked)
        if status == 201:
            _tick_all(device, sheet, rng)
    elif doing == "mark":
        device.ask("POST", f"{at}/marks", {"state": rng.choice(["free", "occupied"]), "slots": "1-20"})
    elif doing == "say":
        assert device.ask("PUT", f"{at}/slots/{slot}", {"state": rng.choice(["free", "occupied"]), "shows": ""})[0] == 200
    elif doing == "away":
        sheets = device.ask("GET", "/sheets")[1]
        if sheets:
            assert device.ask("PATCH", f"/sheets/{sheets[0]['id']}", {"status": "put_away"})[0] == 200
    elif doing == "rename":
        assert device.ask("PATCH", at, {"name": f"Radio {rng.random():.3f}"})[0] == 200
    else:
        answer = {"id": f"{rng.getrandbits(60):016x}", "model": "brisko-pico", "item": "sight mode", "seed": 0, "at": "2026-03-14T15:00:00Z", "seconds": 3, "choice": "VFO"}  # fmt: skip
        assert device.ask("POST", "/drill/answers", answer)[0] == 200
        rode = {
            "id": f"{answer['id']} ride",
            "model": "brisko-pico",
            "at": answer["at"],
            "seconds": 600,
            "in_tune_percent": rng.randrange(101),
            "changes": 5,
            "changes_made": 5,
        }
        assert device.ask("POST", "/drill/rides", rode)[0] in (200, 204)


def _state(ask):
    radios = sorted(ask("/radios"), key=lambda r: r["id"])
    sheets = {status: sorted(ask(f"/sheets?status={status}"), key=lambda s: s["id"]) for status in ("open", "done", "put_away")}
    log = sorted((e["text"], e["slot"], e["radio"]) for e in ask("/log?count=500"))
    slots = [
        (r["id"], s, [h["text"] for h in ask(f"/radios/{r['id']}/slots/{s}")["history"]])
        for r in radios
        for s in r["slot_keys"][3:9]
    ]
    drilled = ask("/drill?model=brisko-pico&person=me")
    return (
        [r | {"slots": sorted(r["slots"], key=lambda s: s["slot"])} for r in radios],
        sheets,
        log,
        slots,
        [i["times"] for i in drilled["items"]],
        drilled["known"],
        drilled["due"],
    )


def _plain(found):
    """Moments are written with Z or with an offset, what is as usual out or not."""
    found = json.loads(json.dumps(found).replace("+00:00", "Z"))
    return json.loads(json.dumps(found).replace(', "mode": "FM"', ""))


@pytest.mark.parametrize("seed", range(5))
def test_devices_that_worked_apart_and_the_server_end_in_the_same_state(client, folder, ahead, seed):
    rng = random.Random(seed)
    devices = [Device(folder, ahead), Device(folder, ahead)]
    for _ in range(6):
        device = rng.choice(devices)
        for _ in range(rng.randrange(4)):
            _work(device, rng)
        if rng.random() < 0.5:
            device.reopen()
        if rng.random() < 0.6:
            told, sent = None, list(device.outbox)
            while device.outbox:
                told = device.tell(client, rng.randrange(1, 9))
            if sent and rng.random() < 0.5:  # an answer was lost on the way: all of it is sent again
                device.outbox = sent
                told = device.tell(client)
            assert told is None or not told["refused"], told
            device.fetch(client)
    for device in (*devices, *devices):
        while device.outbox:
            assert not device.tell(client, 7)["refused"]
        device.fetch(client)
    at_server = _plain(_state(lambda path: client.get(f"/api{path}").json()))
    for device in devices:
        here = _plain(_state(lambda path, device=device: device.ask("GET", path)[1]))
        assert here == at_server
        device.close()


def test_what_cannot_be_taken_is_told_and_holds_back_nothing(client, device):
    radio = device.ask("POST", "/radios", {"model": "ardvane-finch", "name": "A"})[1]
    device.ask("PUT", f"/radios/{radio['id']}/slots/5", {"state": "free"})
    lost = [dict(device.outbox[1], id="e" * 10, radio_id=radio["id"] + 1), dict(device.outbox[1], id="f" * 10, slot="99999")]
    sheet = device.ask("POST", "/sheets", {"radio_id": radio["id"], "slot": "12", "line": "147.33 + 103.5"})[1]
    broken = json.loads(json.dumps(device.outbox[-1]))
    broken["id"], broken["sheet"]["id"], broken["sheet"]["content"]["goal_kind"] = "g" * 10, "other", "no such goal"
    device.outbox[1:1] = [*lost, broken]
    told = device.tell(client)
    assert set(told["refused"]) == {"e" * 10, "f" * 10, "g" * 10} and len(told["ids"]) == 6
    here = told["radios"][str(radio["id"])]
    assert client.get(f"/api/radios/{here}").json()["slots"][0]["slot"] in ("12", "5")
    assert client.get(f"/api/sheets/{sheet['id']}").json()["content"]["radio_id"] == here
    assert client.get("/api/sheets/other").status_code == 404
    assert (
        client.post(
            "/api/field/events", json={"events": [{"id": "h" * 10, "at": "2026-03-14T15:00:00Z", "kind": "nonsense"}]}
        ).status_code
        == 422
    )


def test_a_file_carries_everything_to_another_device(folder, ahead, device):
    rng = random.Random(3)
    for _ in range(9):
        _work(device, rng)
    other = Device(folder, ahead)
    assert other.ask("POST", "/radios", {"model": "pelorn-hiker", "name": "Mine"})[0] == 201
    status, found = other.take(device.file())
    assert status == 200 and found["radios"] == len(device.ask("GET", "/radios")[1])
    assert other.take(device.file())[1] == {"radios": 0, "sheets": 0}, "taken twice, kept once"
    other.reopen()
    names = {r["name"]: r for r in other.ask("GET", "/radios")[1]}
    for radio in device.ask("GET", "/radios")[1]:
        assert names[radio["name"]]["states"] == radio["states"]
    assert len(other.ask("GET", "/sheets")[1]) == len(device.ask("GET", "/sheets")[1])
    before = other.file()
    for bad in (
        '"text"',
        "[]",
        "{}",
        '{"version": 3, "rows": {}}',
        '{"version": 2, "rows": {"radio": [{}]}}',
        '{"version": 2, "rows": {"tick": 5}}',
    ):
        assert other.take(bad)[0] == 422
    assert other.file() == before
    other.close()


def test_what_is_handed_over_is_one_radio_one_sheet_or_one_person_and_nothing_else(client, session, folder, ahead, device):
    """One radio by codes from a device, one person's by the server; another radio's model, or half a file, is refused whole."""
    for model in ("ardvane-finch", "oriel-wick"):
        radio = device.ask("POST", "/radios", {"model": model, "name": f"my {model}"})[1]["id"]
    sheet = device.ask("POST", "/sheets", {"radio_id": radio, "slot": "12", "line": "146.94 - 100.0 NORTH"})[1]
    assert device.ask("PUT", f"/radios/{radio}/slots/14", {"state": "occupied", "shows": ""})[0] == 200
    some = json.loads(device._call("some_rows", str(radio), sheet["id"]))
    assert [r["name"] for r in some["rows"]["radio"]] == ["my oriel-wick"] and [s["id"] for s in some["rows"]["sheet"]] == [
        sheet["id"]
    ]
    load_demo(session)
    board = client.get("/api/outings").json()[0]
    person = client.get(f"/api/outings/{board['id']}").json()["people"][1]
    file = client.post(f"/api/outings/{board['id']}/people/{person['id']}/kit").json()
    text = json.dumps(file)
    others = [p for p in client.get(f"/api/outings/{board['id']}").json()["people"] if p["id"] != person["id"]]
    assert len(file["rows"]["radio"]) == 1 and file["rows"]["sheet"] and not any(p["name"] in text for p in others)
    other = Device(folder, ahead)
    try:
        assert other.take(json.dumps(some)) == (200, {"radios": 1, "sheets": 1})
        assert other.ask("GET", f"/radios/{other.ask('GET', '/radios')[1][0]['id']}/slots/14")[1]["slot"]["state"] == "occupied"
        assert other.ask("GET", "/handed")[1] is None
        status, came = other.take(text)
        assert (status, came) == (200, {"radios": 1, "sheets": len(file["rows"]["sheet"])})
        assert other.take(text) == (200, {"radios": 0, "sheets": 0})
        assert other.ask("GET", "/handed")[1]["person"]["id"] == person["id"]
        other.reopen()
        assert other.ask("GET", "/handed")[1]["channels"] and len(other.ask("GET", "/radios")[1]) == 2
        kept = other.file()
        strange = json.loads(text)
        strange["rows"]["radio"][0] |= {"model": "nobody-none", "name": "strange"}
        for broken in (json.dumps(strange), json.dumps({**file, "outing": {"channels": 3}}), text[:-9]):
            assert other.take(broken)[0] >= 400 and other.file() == kept
        assert len(other.ask("GET", "/radios")[1]) == 2
    finally:
        other.close()


def test_the_same_kit_has_the_same_bytes_and_a_broken_profile_is_refused(folder, ahead):
    assert core_zip() == core_zip()
    kept = folder / "vocator" / "compiled.json"
    text = kept.read_text()
    found = json.loads(text)
    model, of_model = next(iter(found["profiles"].items()))
    of_model["texts"][f"{of_model['first']}/r2"][0] += " "
    kept.write_text(json.dumps(found))
    try:
        device = Device(folder, ahead)
        status, body = device.ask("GET", f"/models/{model}")
        assert status == 422 and "take the kit anew" in body["detail"]
        device.close()
    finally:
        kept.write_text(text)


def test_a_rehearsed_ride_is_scoredalike(client, device, session):
    load_demo(session)
    one = next(p for p in client.get("/api/passes?days=2").json()["passes"] if p["workable"])
    at = f"/passes/{one['number']}/{one['aos_utc']}"
    rehearsal = client.get(f"/api{at}/rehearsal").json()
    for late, contacts in ((0, [60, 95]), (8, [10]), (40, []), (-3, [99999])):
        turned = [{"at_s": max(due + late, 0), "memory": k} for k, due in enumerate(rehearsal["due_s"])][
            :: 2 if late == 40 else 1
        ]
        ride = {"turned": turned, "contacts_s": contacts}
        there = client.post(f"/api{at}/score", json=ride)
        status, here = device.ask("POST", f"{at}/score", {**ride, "rehearsal": rehearsal})
        assert (status, here) == (200, there.json())
        assert there.json()["changes_made"] == len(turned) - 1 and bool(there.json()["changes_late"]) == (late >= 8)
    assert client.post(f"/api{at}/score", json={"turned": [{"at_s": 1, "memory": 99}]}).status_code == 422


def test_the_sheets_of_a_pass_that_was_taken_along_are_those_of_the_server(client, device, session):
    load_demo(session)
    device.fetch(client)
    one = next(p for p in client.get("/api/passes?days=2").json()["passes"] if p["workable"])
    at = f"/passes/{one['number']}/{one['aos_utc']}"
    plan = client.get(f"/api{at}").json()
    shown = {k: plan[k] for k in ("radios", "rows", "set_up")}
    assert shown["rows"] and shown["set_up"]
    assert device.ask("POST", f"{at}/sheets", {})[0] == 404  # what was not taken along is said
    status, here = device.ask("POST", f"{at}/sheets?radio=1", shown)
    there = client.post(f"/api{at}/sheets").json()
    assert status == 201 and len(here["ids"]) == len(there["ids"]) > 1
    for mine, theirs in zip(here["ids"], there["ids"], strict=True):
        made = device.ask("GET", f"/sheets/{mine}")[1]
        assert alike(made["content"]) == alike(client.get(f"/api/sheets/{theirs}").json()["content"])
        assert made["content"]["chain"]["back"].startswith("/passes/") and made["content"]["chain"]["back"].endswith("?radio=1")
    first = device.ask("GET", f"/sheets/{here['ids'][0]}")[1]
    assert first["content"]["chain"]["next"] == here["ids"][1]
    ticks = [
        {"id": f"step-{n:04d}", "sheet_id": first["id"], "step": n, "at": "2026-03-14T15:00:00Z"}
        for n in range(len(first["content"]["steps"]))
    ]
    assert device.ask("POST", "/sheets/ticks", {"ticks": ticks})[0] == 200
    again = device.ask("POST", f"{at}/sheets", shown)[1]["ids"]  # what stands there by now is not written again
    assert len(again) == len([s for s in shown["set_up"] if s["goal"]])
    while device.outbox:
        assert not device.tell(client)["refused"]
    assert [client.get(f"/api/sheets/{i}").status_code for i in (*here["ids"], *again)] == [200] * len([*here["ids"], *again])
