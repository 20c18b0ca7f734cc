"""Satellites through the API: elements, passes, a pass made ready for each radio, its sheets, the logs."""

import json
import socket
import threading
import time
from datetime import datetime, timedelta
from urllib.parse import quote

import httpx
import pytest
import uvicorn
from icalendar import Calendar

from support.orbits import REFERENCE
from support.ticks import ticks_of
from vocator import clock
from vocator.core.radio.inputs import Tap
from vocator.core.radio.start import start_state
from vocator.files.tle import read_tle
from vocator.settings import settings
from vocator.standins.element_service import create_service
from vocator.usecases.keeping.demo import load_demo
from vocator.usecases.programming.resolve_line import resolve_line
from vocator.usecases.twin.twins import twin_of


def passes(client, **query):
    answer = client.get("/api/passes", params={"days": 2, **query})
    assert answer.status_code == 200, answer.text
    return answer.json()


def a_pass(client, satellite="Wren-5"):
    return next(p for p in passes(client)["passes"] if p["satellite"] == satellite and p["workable"])


def path(p):
    return f"/api/passes/{p['number']}/{quote(p['aos_utc'])}"


def radio_of(client, model):
    return next(r for r in client.get("/api/radios").json() if r["model"] == model)


def test_the_demonstration_has_passes_with_young_elements_and_says_who_can_work_them(demo_client):
    found = passes(demo_client)
    assert len(found["passes"]) > 30
    assert all(0 <= s["age_days"] < 3 and s["age_class"] == "fine" for s in found["satellites"])
    assert all(len(s["ways"]) == 4 for s in found["satellites"])
    assert found["masked"]
    coming = demo_client.get("/api/passes/next").json()
    assert coming["workable"]
    assert demo_client.get("/api/passes/next", params={"satellite": "corrie"}).json()["satellite"] == "Corrie"
    assert demo_client.get("/api/passes/next", params={"satellite": "nothing"}).json() is None


@pytest.mark.parametrize(
    ("model", "way", "moving"),
    [
        ("ardvane-osprey", "full_duplex", "simplex"),
        ("oriel-lantern", "two_watch", "simplex"),
        ("ardvane-finch", "slots", "input"),
    ],
)
def test_a_pass_is_made_ready_for_each_kind_of_radio_and_its_sheets_are_proven(demo_client, model, way, moving):
    p, radio = a_pass(demo_client), radio_of(demo_client, model)
    plan = demo_client.get(path(p), params={"radio": radio["id"], "grid": ["FN25", "QF99"]}).json()
    taken = next(w for w in plan["ways"] if w["taken"])
    assert (taken["way"], taken["recommended"]) == (way, True)
    memories = [r for r in plan["rows"] if r["memory"] >= 0]
    assert len(memories) == len(plan["set"]["memories"])
    assert all(moving in r["line"] for r in memories)
    numbers = [int(r["slot_text"][-3:].lstrip("G-0123456789"[:1]).replace("-", "")) for r in memories]
    assert numbers == list(range(numbers[0], numbers[0] + len(numbers)))
    assert plan["card"][0]["kind"] == "rise"
    assert [c["memory"] for c in plan["card"]] == sorted(c["memory"] for c in plan["card"])
    assert plan["grids"][0]["in_utc"] and plan["grids"][1]["in_utc"] is None
    for s in plan["sums"]:
        assert s["nominal_hz"] + s["shift_hz"] == pytest.approx(s["wanted_hz"], abs=1)
        assert s["wanted_hz"] - s["memory_hz"] == pytest.approx(s["left_hz"], abs=1)
    made = demo_client.post(path(p) + "/sheets", params={"radio": radio["id"]}, json={})
    assert made.status_code == 201, made.text
    sheets = [demo_client.get(f"/api/sheets/{i}").json()["content"] for i in made.json()["ids"]]
    assert all(s["proof"]["verdict"] == "proven" for s in sheets)
    assert {part["slot"] for part in sheets[0]["parts"]} == {r["slot"] for r in plan["rows"]}
    assert not any(step["chapter"] == "Try" for step in sheets[0]["steps"]), "no test calls outside a pass"
    assert [s["goal_kind"] for s in sheets[1:]] == [s["goal"] for s in plan["set_up"]]


def test_an_armed_satellite_has_its_arming_slot_just_before_the_set(demo_client):
    p, radio = a_pass(demo_client, "Sable-1"), radio_of(demo_client, "ardvane-finch")
    plan = demo_client.get(path(p), params={"radio": radio["id"]}).json()
    assert [r["memory"] for r in plan["rows"]] == list(range(-1, len(plan["set"]["memories"])))
    assert "74.4" in plan["rows"][0]["line"] and "67.0" in plan["rows"][1]["line"]
    arm, first = plan["rows"][0]["slot_text"], plan["rows"][1]["slot_text"]
    assert [x["say"] for x in plan["arming_steps"]] == [
        f"to slot {arm}", "PTT for 2 s: tone 74.4", f"back to slot {first}, then call"
    ]  # fmt: skip
    assert "; ".join(x["say"] for x in plan["arming_steps"]) in plan["arming"]
    assert "10 minutes" in plan["arming"]


def test_arming_from_two_sides_names_the_side_that_sends_and_sends_on_the_uplink_alone(demo_client):
    p, radio = a_pass(demo_client, "Sable-1"), radio_of(demo_client, "ardvane-osprey")
    plan = demo_client.get(path(p), params={"radio": radio["id"]}).json()
    arm = next(r for r in plan["rows"] if r["memory"] == -1)
    after = next(r for r in plan["rows"] if r["side"] == arm["side"] and r["memory"] in (0, -2))
    assert [(x["slot"], x["sends"]) for x in plan["arming_steps"]] == [
        (arm["slot"], False),
        (arm["slot"], True),
        (after["slot"], False),
    ]
    assert all(x["say"].startswith(arm["side"]) for x in plan["arming_steps"] if not x["sends"])
    twin = twin_of("ardvane-osprey")
    memory = {r["slot"]: resolve_line(r["line"]).channel.as_dict() for r in (arm, after)}
    uplink = plan["transponder"]["uplink_hz"]
    for row, tone in ((arm, "74.4"), (after, "67.0")):
        state = start_state(twin, {"memory": memory, "mode": "memory", "row": arm["side"], "slot": row["slot"]})
        sent = twin.act(state, Tap("PTT"))[1].transmitting_hz
        assert sent is not None and abs(sent - uplink) <= 12_000
        assert twin.channel(twin.active(state)).tone.tone_tx == tone


def test_two_radios_carry_one_link_each(demo_client):
    p = a_pass(demo_client)
    finch, pico = radio_of(demo_client, "ardvane-finch"), radio_of(demo_client, "brisko-pico")
    plan = demo_client.get(path(p), params={"radio": [finch["id"], pico["id"]]}).json()
    assert next(w for w in plan["ways"] if w["taken"])["way"] == "full_duplex"
    assert {r["radio"] for r in plan["rows"]} == {0, 1}
    made = demo_client.post(path(p) + "/sheets", params={"radio": [finch["id"], pico["id"]]}, json={}).json()["ids"]
    kinds = [
        (c["my_name"].split()[0].strip(","), c["goal_kind"])
        for c in (demo_client.get(f"/api/sheets/{i}").json()["content"] for i in made)
    ]
    assert kinds == [
        ("Finch", "store"),
        ("Pico", "store"),
        ("Pico", "squelch-level"),
        ("Pico", "read-back"),
        ("Finch", "read-back"),
    ]


def test_choices_change_the_set_and_impossible_ones_are_refused(demo_client):
    p = a_pass(demo_client)
    wide = demo_client.get(path(p), params={"worst_hz": 5000}).json()["set"]
    three = demo_client.get(path(p), params={"memories": 3}).json()["set"]
    assert len(wide["memories"]) < 5
    assert len(three["memories"]) == 3
    first = demo_client.get(path(p), params={"first": "100"}).json()
    assert first["rows"][0]["slot"] == "100"
    for query, status in (({"first": "500"}, 422), ({"radio": 99}, 404), ({"grid": "ZZ"}, 422), ({"memories": 0}, 422)):
        assert demo_client.get(path(p), params=query).status_code == status, query
    assert demo_client.get(f"/api/passes/1/{quote(p['aos_utc'])}").status_code == 404
    away = (datetime.fromisoformat(p["aos_utc"]) + timedelta(minutes=20)).isoformat()
    refused = demo_client.get(f"/api/passes/{p['number']}/{quote(away)}").json()
    assert "nearest rise" in refused["do"]


def test_a_rehearsal_followed_to_the_second_scores_well_and_a_lazy_one_does_not(demo_client):
    p = a_pass(demo_client)
    plan = demo_client.get(path(p)).json()
    rows = demo_client.get(path(p) + "/rehearsal").json()
    assert rows["seconds"] == pytest.approx(
        (datetime.fromisoformat(p["los_utc"]) - datetime.fromisoformat(p["aos_utc"])).total_seconds(), abs=1
    )
    assert all(len(m["heard"]) == rows["seconds"] for m in rows["memories"])
    start = datetime.fromisoformat(p["aos_utc"])
    at = [(datetime.fromisoformat(m["from_utc"]) - start).total_seconds() for m in plan["set"]["memories"]]
    good = demo_client.post(
        path(p) + "/score", json={"turned": [{"at_s": s, "memory": k} for k, s in enumerate(at) if k], "contacts_s": [20.0]}
    ).json()
    lazy = demo_client.post(path(p) + "/score", json={"turned": []}).json()
    assert good["in_tune_percent"] >= 99 and good["contacts_good"] == 1 and good["changes_made"] == good["changes"]
    assert lazy["in_tune_percent"] < 60 and "were not made" in lazy["words"]
    assert demo_client.post(path(p) + "/score", json={"turned": [{"at_s": 1, "memory": 77}]}).status_code == 422


def test_picked_passes_come_as_a_calendar(demo_client):
    p = a_pass(demo_client)
    demo_client.put("/api/passes/picked", json={"number": p["number"], "aos_utc": p["aos_utc"], "picked": True})
    (picked,) = (x["aos_utc"] for x in passes(demo_client)["passes"] if x["picked"])
    assert abs(datetime.fromisoformat(picked) - datetime.fromisoformat(p["aos_utc"])) < timedelta(seconds=1), "worked out anew"
    event = Calendar.from_ical(demo_client.get("/api/passes/calendar.ics").content).walk("VEVENT")[0]
    assert abs(event.start - datetime.fromisoformat(p["aos_utc"])) < timedelta(seconds=1)
    assert p["satellite"] in event["SUMMARY"]
    demo_client.put("/api/passes/picked", json={"number": p["number"], "aos_utc": p["aos_utc"], "picked": False})
    assert not any(x["picked"] for x in passes(demo_client)["passes"])


def test_without_a_place_passes_are_refused_with_the_way_out_and_old_elements_are_warned_of(client, session):
    refused = client.get("/api/passes")
    assert refused.status_code == 422 and "Station" in refused.json()["do"]
    load_demo(session)
    client.post("/api/satellites/import", content=(REFERENCE / "elements.tle").read_bytes())
    old = read_tle((REFERENCE / "elements.tle").read_text()).elements[0].moved(timedelta(days=-40))
    text = json.dumps([{"OBJECT_NAME": "Old", "NORAD_CAT_ID": 90200, "EPOCH": old.epoch_utc.isoformat(), "MEAN_MOTION": 15.49, "ECCENTRICITY": 0.001,
                        "INCLINATION": 51.6, "RA_OF_ASC_NODE": 1, "ARG_OF_PERICENTER": 1, "MEAN_ANOMALY": 1}])  # fmt: skip
    assert client.post("/api/satellites/import", content=text, params={"name": "old.json"}).json()["taken"] == 1
    found = next(s for s in passes(client)["satellites"] if s["name"] == "Old")
    assert found["age_class"] == "coarse" and "without seconds" in found["age_words"]
    assert found["links"] == []
    unknown = next(p for p in passes(client)["passes"] if p["satellite"] == "Old")
    assert not unknown["workable"]
    assert client.get(path(unknown)).status_code == 422
    assert client.patch("/api/satellites/90200", json={"chosen": False}).json()["chosen"] is False
    assert not any(p["satellite"] == "Old" for p in passes(client)["passes"])
    assert client.post("/api/satellites/import", content=b"nothing").status_code == 422
    for form in ("tle", "csv", "json"):
        assert client.get(f"/api/satellites/elements.{form}").status_code == 200
    assert client.get("/api/satellites/elements.doc").status_code == 404


@pytest.fixture
def service(monkeypatch):
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port = free.getsockname()[1]
    server = uvicorn.Server(uvicorn.Config(create_service(), host="127.0.0.1", port=port, log_level="error"))
    thread = threading.Thread(target=server.run, daemon=True)
    thread.start()
    address = f"http://127.0.0.1:{port}/elements"
    for _ in range(100):
        try:
            httpx.get(f"{address}.json")
            break
        except httpx.HTTPError:
            time.sleep(0.05)

    def use(rest):
        monkeypatch.setattr(settings(), "elements_url", address + rest)

    yield use
    server.should_exit = True
    thread.join(5)


def test_elements_are_fetched_in_every_format_and_a_bad_service_leaves_what_is_kept(client, service, monkeypatch):
    for rest in (".json", ".csv", ".tle"):
        service(rest)
        taken = client.post("/api/satellites/fetch").json()
        assert taken["taken"] == 6, rest
    service(".json?age=40")
    assert client.post("/api/satellites/fetch").json()["older"] == 6
    monkeypatch.setattr("vocator.usecases.passes.satellites.SERVICE_S", 0.3)
    for rest, word in (
        (".json?fail=503", "503"),
        (".json?rubbish=1", "no element set"),
        (".json?slow=2", "within"),
        (".doc", "404"),
    ):
        service(rest)
        answer = client.post("/api/satellites/fetch")
        assert answer.status_code == 424 and word in answer.json()["detail"], rest
        assert len(client.get("/api/satellites").json()) == 6
    monkeypatch.setattr(settings(), "elements_url", "http://127.0.0.1:9/elements.json")
    assert "cannot be reached" in client.post("/api/satellites/fetch").json()["detail"]


def contact(**parts):
    return {"id": "stamp-0001", "at_utc": clock.utc_now().isoformat(), "call_sign": "", "grid": "", "satellite": "Wren-5", "tx_hz": 435350000,
            "rx_hz": 145960000, **parts}  # fmt: skip


def test_a_stamp_becomes_a_contact_and_leaves_as_adif_and_csv(demo_client):
    stamp = contact()
    for _ in range(2):
        assert demo_client.post("/api/contacts", json={"contacts": [stamp]}).json()["ids"] == [stamp["id"]]
    filled = {**stamp, "call_sign": "qz7lom", "grid": "FN25"}
    later = (clock.utc_now() + timedelta(minutes=3)).isoformat()
    again = contact(id="stamp-0002", call_sign="QZ7LOM", note="=cmd", at_utc=later)
    demo_client.post("/api/contacts", json={"contacts": [filled, again]})
    log = demo_client.get("/api/contacts").json()
    assert len(log) == 2
    first = next(c for c in log if c["id"] == stamp["id"])
    assert (first["call_sign"], first["my_call"], first["my_grid"], first["sat_mode"]) == ("QZ7LOM", "QZ7ABE", "GN19", "U/V")
    assert 500 < first["distance_km"] < 2500
    assert sum(c["duplicate_of_utc"] is not None for c in log) == 1
    text = demo_client.get("/api/contacts.adi").text
    assert text.count("<CALL:6>QZ7LOM") == 2
    assert "'=cmd" in demo_client.get("/api/contacts.csv").text
    back = demo_client.post("/api/contacts/import", content=text.encode()).json()
    assert (back["taken"], back["there_already"]) == (0, 2)
    assert demo_client.post("/api/contacts/import", content=b"rubbish").status_code == 422
    assert demo_client.post("/api/contacts", json={"contacts": [contact(grid="ZZ99")]}).status_code == 422
    assert demo_client.delete(f"/api/contacts/{stamp['id']}").status_code == 204


def test_the_logs_are_narrowed_down_and_leave_as_what_was_looked_for(demo_client):
    given = [
        contact(id="stamp-0001", call_sign="QZ7LOM", note="+1 for the relay"),
        contact(id="stamp-0002", call_sign="QZ2RIV", satellite="", tx_hz=146_550_000, rx_hz=146_550_000, note="-3.5"),
        contact(id="stamp-0003", call_sign="QZ4TAM", at_utc="2026-01-02T23:59:59Z"),
    ]
    demo_client.post("/api/contacts", json={"contacts": given})

    def calls(**query):
        return {c["call_sign"] for c in demo_client.get("/api/contacts", params=query).json()}

    assert calls() == {"QZ7LOM", "QZ2RIV", "QZ4TAM"}
    assert calls(find="relay LOM") == {"QZ7LOM"} and calls(band="2m") == {"QZ2RIV"}
    assert calls(satellite=given[0]["satellite"]) == {"QZ7LOM", "QZ4TAM"}
    assert calls(first_day="2026-01-02", last_day="2026-01-02") == {"QZ4TAM"} and calls(last_day="2026-01-01") == set()
    assert demo_client.get("/api/contacts", params={"first_day": "yesterday"}).status_code == 422
    assert demo_client.get("/api/contacts.adi", params={"find": "TAM"}).text.count("<EOR>") == 1
    rows = demo_client.get("/api/contacts.csv").text
    assert "'+1 for the relay" in rows and ",-3.5\n" in rows, "a number is no formula"

    radio = radio_of(demo_client, "ardvane-osprey")
    sheet = demo_client.post("/api/sheets", json={"radio_id": radio["id"], "slot": "", "goal": "hear-myself"}).json()
    demo_client.post("/api/sheets/ticks", json=ticks_of(sheet, "2026-01-02T10:00:00Z"))
    assert [
        e["text"]
        for e in demo_client.get(
            "/api/log", params={"radio": radio["name"], "first_day": "2026-01-02", "last_day": "2026-01-02"}
        ).json()
    ] == ["set: hear yourself while you send"]
    assert demo_client.get("/api/log", params={"radio": "nobody's"}).json() == []
    assert demo_client.get("/api/log.csv", params={"find": "hear yourself"}).text.count("\n") == 2


def test_a_grid_places_the_station_and_a_bad_mask_is_refused(client):
    assert client.get("/api/grid/GN19").json()["longitude_deg"] == -57
    assert client.get("/api/grid/Z1").status_code == 422
    station = client.get("/api/station").json()
    assert client.put("/api/station", json={**station, "mask": [[10, 95]]}).status_code == 422
    assert client.put("/api/station", json={**station, "mask": [[90, 5], [0, 3]]}).json()["mask"] == [[0, 3], [90, 5]]
