"""The API: a listing line to a slot that was written, read back and checked; and every refusal."""

import uuid

import pytest

from vocator import clock
from vocator.core.keeping.records import SlotState, Station
from vocator.storage.repositories import LogRepository, RadioRepository, StationRepository
from vocator.usecases.keeping.demo import load_demo


def tick(client, sheet, steps, done=True, outcome=None, ids=None):
    ticks = [
        {
            "id": (ids or {}).get(n) or uuid.uuid4().hex,
            "sheet_id": sheet["id"],
            "step": n,
            "at": clock.utc_now().isoformat(),
            "done": done,
            "outcome": outcome,
        }
        for n in steps
    ]
    answer = client.post("/api/sheets/ticks", json={"ticks": ticks})
    assert answer.status_code == 200, answer.text
    return answer.json()["ids"]


def add_radio(client, model="ardvane-finch", **parts):
    return client.post("/api/radios", json={"model": model, **parts}).json()


def new_sheet(client, radio, line="147.33 + 103.5", slot="7", **parts):
    answer = client.post("/api/sheets", json={"radio_id": radio["id"], "line": line, "slot": slot, **parts})
    assert answer.status_code == 201, answer.text
    return answer.json()


def state_of(client, radio, slot="7"):
    return client.get(f"/api/radios/{radio['id']}/slots/{slot}").json()["slot"]["state"]


def test_from_a_line_to_a_slot_checked_on_the_air(client):
    station = client.get("/api/station").json()
    client.put("/api/station", json={**station, "call_sign": " qz7abe ", "may_send_on": ["2 m"], "chosen": True})
    assert client.get("/api/station").json()["call_sign"] == "QZ7ABE"
    radio = add_radio(client)
    sheet = new_sheet(client, radio, label="RIDGE")
    content = sheet["content"]
    last = len(content["steps"]) - 1
    assert state_of(client, radio) == "planned"
    tick(client, sheet, range(content["written_at"]))
    assert state_of(client, radio) == "planned"
    tick(client, sheet, [content["written_at"]])
    assert state_of(client, radio) == "written"
    on_air = [s["number"] for s in content["steps"] if s["on_air"]]
    assert len(on_air) == 2 and on_air[-1] == last
    tick(client, sheet, range(content["written_at"] + 1, last))
    assert client.get("/api/sheets").json()[0]["done"] == sum(max(page) < last for page in sheet["content"]["pages"])
    tick(client, sheet, [last], outcome="opened")
    assert state_of(client, radio) == "checked"
    assert client.get("/api/sheets").json() == []
    history = client.get(f"/api/radios/{radio['id']}/slots/7").json()["history"]
    assert [h["text"].split(":")[0] for h in history] == ["on-air check", "written from a proven sheet", "planned"]
    log = client.get("/api/log").json()
    assert log[0]["outcome"] == "opened" and "proven from" in log[0]["proof"]


def test_reading_back_marks_the_slot_read_back(client):
    radio = add_radio(client, "brisko-pico", firmware="2")
    sheet = new_sheet(client, radio)
    tick(client, sheet, range(len(sheet["content"]["steps"])))
    assert state_of(client, radio) == "read_back"
    erase = new_sheet(client, radio, line="", goal="erase")
    tick(client, erase, range(len(erase["content"]["steps"])))
    assert state_of(client, radio) == "free"
    assert client.get(f"/api/radios/{radio['id']}").json()["next_free"] == ["7"], "what nobody looked at is not free"


def test_ticks_sent_twice_or_for_a_lost_sheet_are_harmless(client):
    radio = add_radio(client)
    sheet = new_sheet(client, radio)
    ids = {0: uuid.uuid4().hex}
    assert tick(client, sheet, [0], ids=ids) == [ids[0]]
    assert tick(client, sheet, [0], ids=ids) == [ids[0]]
    assert client.get(f"/api/sheets/{sheet['id']}").json()["ticked"] == [0]
    tick(client, sheet, [0], done=False)
    assert client.get(f"/api/sheets/{sheet['id']}").json()["ticked"] == []
    assert len(tick(client, {"id": "gone"}, [3])) == 1


def test_what_is_known_of_a_radio_is_what_its_twin_holds(client):
    radio = add_radio(client, "brisko-pico")
    first = new_sheet(client, radio, line="446.0 simplex")
    tick(client, first, range(len(first["content"]["steps"])))
    second = new_sheet(client, radio, replace=True)
    erasing = [s for s in second["content"]["steps"] if (s["when"] or {}).get("shows") == "CH-007"]
    assert erasing[0]["done_as_new"] and erasing[0]["loss"]["meant"]
    play = client.get(f"/api/sheets/{second['id']}/twin/0").json()
    assert play["memory"]["7"]["rx_hz"] == 446_000_000
    end = client.get(f"/api/sheets/{second['id']}/twin/{len(second['content']['steps'])}").json()
    assert end["memory"]["7"]["tx_hz"] == 147_930_000


def test_what_a_slot_is_known_to_hold_is_asked_for_before_a_sheet_replaces_it(client):
    radio = add_radio(client, "brisko-pico")
    client.post(f"/api/radios/{radio['id']}/marks", json={"state": "occupied", "slots": "30-33"})
    client.post(f"/api/radios/{radio['id']}/marks", json={"state": "free", "slots": "34-40"})
    ask = {"radio_id": radio["id"], "slot": "33", "line": "147.33 + 103.5"}
    rows = {"radio_id": radio["id"], "csv": "33,147.33 + 103.5\n34,146.52\n30,145.21 -"}
    for path, body, slots in (("/api/sheets", ask, ["33"]), ("/api/sheets/batch", rows, ["33", "30"])):
        for _ in range(2):  # a plan for it in the meantime changes nothing
            refused = client.post(path, json=body)
            assert refused.status_code == 409 and [h["slot"] for h in refused.json()["in_use"]] == slots
            assert refused.json()["next_free"][0] in ("34", "35")
            made = client.post(path, json={**body, "replace": True}).json()["content"]

            assert {s["loss"]["meant"] for s in made["steps"] if s["loss"] and s["loss"]["slot_text"] in ("033", "030")} == {True}
            assert all(not s["loss"]["meant"] for s in made["steps"] if s["loss"] and s["loss"]["slot_text"] == "034")
    wick = add_radio(client, "oriel-wick")
    called = client.post("/api/sheets", json={"radio_id": wick["id"], "slot": "CALL", "line": "146.55"})
    assert called.json()["in_use"] == [{"slot": "CALL", "slot_text": "CALL", "rx_hz": None, "label": None, "row": None}]
    assert (
        client.post("/api/sheets", json={"radio_id": wick["id"], "slot": "CALL", "line": "146.55", "replace": True}).status_code
        == 201
    )


@pytest.mark.parametrize("way", ["long", "short"])
def test_what_a_radio_holds_from_another_region_does_not_keep_it_from_being_written(client, way):
    radio = add_radio(client, "ardvane-finch")
    station = client.get("/api/station").json()
    try:
        sheet = new_sheet(client, radio, line="146.58")
        tick(client, sheet, range(len(sheet["content"]["steps"])))
        client.put("/api/station", json={**station, "region": "r1", "way": way})
        made = client.post("/api/sheets", json={"radio_id": radio["id"], "slot": "9", "line": "145.6375 - 71.9"})
        assert made.status_code == 201, made.text
        play = client.get(f"/api/sheets/{made.json()['id']}/twin/0").json()
        assert "7" in play["memory"], "what stands there still stands there"
    finally:
        client.put("/api/station", json=station)


def test_many_channels_are_taken_as_plain_lines_into_the_next_free_slots(client):
    radio = add_radio(client, "brisko-pico")
    plain = "147.33 + 103.5 RIDGE\n12,146.55,SMPLX\n146.94 - 100.0 into memory 20\n147,06 + 88,5"
    unknown = client.post("/api/sheets/batch", json={"radio_id": radio["id"], "csv": plain})
    assert unknown.status_code == 422 and "2 lines without a slot" in unknown.text
    client.post(f"/api/radios/{radio['id']}/marks", json={"state": "free", "slots": "11-15"})
    parts = client.post("/api/sheets/batch", json={"radio_id": radio["id"], "csv": plain}).json()["content"]["parts"]
    assert {p["slot"]: p["channel"]["rx_hz"] for p in parts} == {
        "11": 147_330_000,
        "12": 146_550_000,
        "20": 146_940_000,
        "13": 147_060_000,
    }


def test_what_a_sheet_left_different_is_put_back_unless_what_was_set_needs_it(client):
    trio = add_radio(client, "solvick-trio")
    left = {p["what"]: p for p in new_sheet(client, trio)["content"]["put_back"]}
    assert left["REVERS"]["keys"] == left["TX.ROW"]["keys"] == [] and left["WATCH"]["keys"]
    pico = add_radio(client, "brisko-pico")
    step = next(p for p in new_sheet(client, pico)["content"]["put_back"] if p["what"] == "STEP")
    for radio, one in ((trio, left["WATCH"]), (trio, left["OFFSET"]), (pico, step)):
        asked = {"radio_id": radio["id"], "slot": "", "goal": one["goal"], "key": one["keys"][0], "row": one["unit"]}
        made = client.post("/api/sheets", json=asked)
        assert made.status_code == 201, (asked, made.text)
    finch = add_radio(client, "ardvane-finch")
    own = new_sheet(client, finch, goal="auto-shift-off", slot="", line="")["content"]["put_back"]
    assert [(p["what"], p["keys"]) for p in own] == [("A.RPT", [])]


def test_a_channel_is_tuned_to_and_nothing_is_stored(client):
    radio = add_radio(client, "brisko-pico")
    sheet = new_sheet(client, radio, goal="tune", slot="", line="146.94 - 100.0")
    end = client.get(f"/api/sheets/{sheet['id']}/twin/{len(sheet['content']['steps'])}").json()
    assert end["memory"] == {} and end["display"]["main"] == "146.940"
    tick(client, sheet, range(len(sheet["content"]["steps"])))
    assert state_of(client, radio) == "unknown"
    split = client.post("/api/sheets", json={"radio_id": radio["id"], "slot": "", "goal": "tune", "line": "145.5 tx 435.5"})
    assert split.json()["type"] == "urn:vocator:beyond"


def test_the_twin_is_played_through_a_stateless_server(client):
    play = client.post("/api/twin/start", json={"model": "ardvane-finch"}).json()
    act = {"model": "ardvane-finch", "token": play["token"]}
    first = client.post("/api/twin/act", json={**act, "keys": ["146550"]}).json()
    assert first["display"]["main"] == "146.550" and first["trace"][0]["beeps"] == []
    again = client.post("/api/twin/act", json={**act, "keys": ["146550"]}).json()
    assert again == first
    opened = client.post("/api/twin/act", json={**act, "token": first["token"], "keys": ["[FN 1s]"]}).json()
    assert opened["window_ms"] == 6000 and opened["display"]["screen"] == "picker"
    assert client.post("/api/twin/act", json={**act, "token": "rubbish", "keys": []}).status_code == 422
    assert client.post("/api/twin/act", json={**act, "keys": ["[NO]"]}).json()["type"] == "urn:vocator:action"


@pytest.mark.parametrize(
    ("request_", "status", "kind"),
    [
        ({"line": "147.33 + 104.0"}, 422, "refused"), ({"line": "445.0"}, 409, "doubtful"), ({"line": "52.82 -"}, 409, "beyond"), ({"slot": "999"}, 422, "refused"),
        ({"label": "A_B"}, 422, "refused"), ({"power": "80W"}, 422, "refused"), ({"radio_id": 99}, 404, "not-found"), ({"line": ""}, 422, "refused"), ({"line": "x" * 5000}, 422, "refused"), ({"goal": "dance"}, 422, "request"), ({"extra": 1}, 422, "request"),
    ],
)  # fmt: skip
def test_every_refusal_is_a_problem_that_says_what_to_do(client, request_, status, kind):
    radio = add_radio(client)
    answer = client.post("/api/sheets", json={"radio_id": radio["id"], "line": "147.33 + 103.5", "slot": "7", **request_})
    assert answer.status_code == status
    problem = answer.json()
    assert problem["type"] == f"urn:vocator:{kind}" and problem["title"] and problem["status"] == status
    if kind == "refused":
        assert problem["found"] and problem["allowed"] and problem["do"]
    if kind == "doubtful":
        assert problem["doubts"][0]["choices"]
    if kind == "beyond":
        assert problem["nearest"]


def test_resolve_answers_with_the_worked_sum_and_permission(client):
    answer = client.post("/api/resolve", json={"line": "147.33 + 103.5"}).json()
    assert [line["name"] for line in answer["sum"]] == ["receive", "shift", "send", "tone", "width"]
    assert answer["may_send"] is False and answer["talk_around"] == "147.330 simplex"
    client.put("/api/station", json={"may_send_on": ["2 m"], "receive": "closed"})
    closed = client.post("/api/resolve", json={"line": "147.33 + 103.5"}).json()
    assert closed["may_send"] is True and closed["channel"]["tone_mode"] == "send_and_open"


def test_radios_are_named_and_removed_and_slots_spoken_for(client):
    radio = add_radio(client, name="  ")
    assert radio["name"] == "Ardvane Finch" and radio["next_free"] == [] and not radio["asked"]
    assert client.patch(f"/api/radios/{radio['id']}", json={"name": "Red one"}).json()["name"] == "Red one"
    assert client.put(f"/api/radios/{radio['id']}/slots/9", json={"state": "free"}).json()["slot"]["state"] == "free"
    assert client.put(f"/api/radios/{radio['id']}/slots/900", json={"state": "free"}).status_code == 404
    new_sheet(client, radio)
    assert client.delete(f"/api/radios/{radio['id']}").status_code == 204
    assert client.get(f"/api/radios/{radio['id']}").status_code == 404
    assert client.get("/api/sheets").json() == []
    assert client.post("/api/radios", json={"model": "none"}).status_code == 404


def test_a_sheet_is_put_away_and_taken_up_again(client):
    sheet = new_sheet(client, add_radio(client))
    assert client.patch(f"/api/sheets/{sheet['id']}", json={"status": "put_away"}).json()["status"] == "put_away"
    assert client.get("/api/sheets").json() == []
    assert client.get("/api/sheets?status=put_away").json()[0]["id"] == sheet["id"]
    client.patch(f"/api/sheets/{sheet['id']}", json={"status": "open"})
    assert len(client.get("/api/sheets").json()) == 1


def test_models_regions_schema_and_pages(client):
    models = client.get("/api/models").json()
    assert [m["model"] for m in models] == sorted(m["model"] for m in models)
    assert client.get("/api/models/brisko-pico?firmware=2").json()["firmware"] == "2"
    assert client.get("/api/models/brisko-pico/ways-home").json()
    assert client.get("/api/profile-schema.json").json()["title"] == "ProfileFile"
    assert [r["id"] for r in client.get("/api/regions").json()] == ["r2", "r1"]
    page = client.get("/radios/3")
    assert page.status_code == 200 and "frame-ancestors 'none'" in page.headers["content-security-policy"]
    assert client.get("/api/nothing").status_code == 404
    assert client.get("/assets/nothing.js").status_code == 404
    assert client.get("/../pyproject.toml").status_code in (200, 404)
    assert "[project]" not in client.get("/%2e%2e/%2e%2e/pyproject.toml").text


def test_repositories_return_what_was_kept(session):
    assert StationRepository(session).get() == Station()
    station = Station("QZ7LOM", may_send_on=("2 m", "70 cm"), latitude_deg=49.5, chosen=True)
    StationRepository(session).save(station)
    assert StationRepository(session).get() == station
    radio = RadioRepository(session).add("ardvane-finch", "1", "Mine")
    assert RadioRepository(session).slot(radio.id, "5").state is SlotState.UNKNOWN
    assert LogRepository(session).latest(5) == []


def test_the_demonstration_loads_once_and_only_into_an_empty_store(session):
    assert load_demo(session) is True
    assert load_demo(session) is False
    radios = RadioRepository(session).all()
    assert [r.model for r in radios] == ["ardvane-finch", "brisko-pico", "ardvane-osprey", "oriel-lantern"]
    assert {s.state for s in RadioRepository(session).slots(radios[0].id)} == {
        SlotState.CHECKED,
        SlotState.READ_BACK,
        SlotState.WRITTEN,
        SlotState.PLANNED,
        SlotState.FREE,
    }


def test_a_twin_of_another_radio_or_firmware_is_refused_and_says_so(client):
    token = client.post("/api/twin/start", json={"model": "brisko-pico", "firmware": "1"}).json()["token"]
    for model, firmware in (("ardvane-finch", "1"), ("brisko-pico", "2")):
        refused = client.post("/api/twin/act", json={"model": model, "firmware": firmware, "token": token, "keys": ["[PTT]"]})
        assert refused.status_code == 422 and "another radio" in refused.text


def test_a_channel_that_is_no_fm_shows_its_mode_and_has_no_width(client):
    play = client.post("/api/twin/start", json={"model": "castellan-atlas"}).json()
    keys = ["[MODE]", "touch AM", "touch LIST", "[KEEP]", "MULTI until 07", "[KEEP 1s]"]
    play = client.post("/api/twin/act", json={"model": "castellan-atlas", "token": play["token"], "keys": keys})
    assert play.status_code == 200, play.text
    (held,) = play.json()["memory"].values()
    assert (held["mode"], held["width"], held["tone_mode"]) == ("AM", None, "none")
    assert "AM" in play.json()["display"]["icons"] and "FM" not in play.json()["display"]["icons"]


def test_a_radio_says_what_may_be_asked_of_it_with_its_choices_and_why_not(client):
    radio = client.post("/api/radios", json={"model": "pelorn-hiker", "name": "Hiker"}).json()
    forms = {f["word"]: f for f in client.get(f"/api/radios/{radio['id']}/goals").json()}
    assert [f["name"] for f in forms["store"]["fields"]] == ["slot", "line", "label", "power", "row"]
    (keys,) = forms["assign"]["fields"]
    assert forms["assign"]["beyond"] is None and len(keys["choices"]) > 1
    made = client.post("/api/sheets", json={"radio_id": radio["id"], "slot": "", "goal": "assign", "key": keys["choices"][1]})
    assert made.status_code == 201 and made.json()["title"].endswith(keys["choices"][1])
    assert made.json()["kind"] == {"about": "radio", "done": "set", "sought": None}
    assert forms["squelch-open"]["beyond"]["why"] and "beyond" not in forms["squelch-open"]["button"]


def test_a_twin_on_the_simulated_band_opens_a_repeater_and_is_told_why_not(client):
    play = client.post("/api/twin/start", json={"model": "ardvane-finch", "firmware": "1", "region": "r2"}).json()

    def act(keys: list[str], at_s: float) -> dict:
        nonlocal play
        given = {"model": "ardvane-finch", "firmware": "1", "region": "r2", "token": play["token"], "keys": keys, "at_s": at_s}
        play = client.post("/api/twin/act", json=given).json()
        return play["air"]

    assert act(["146550"], 1)["heard"] == "a post on simplex"
    assert act([], 9)["heard"] == ""
    told = act(["147330", "[PTT]"], 30)
    assert told["opened"] == "" and "RIDGE wants a tone" in told["hint"]
    act(
        [
            "[FN] 0",
            "DIAL until CT.HZ",
            "[FN]",
            "DIAL until 103.5",
            "[FN]",
            "DIAL until CT.USE",
            "[FN]",
            "DIAL until TX",
            "[FN]",
            "[PTT]",
        ],
        31,
    )
    told = act(["[PTT]"], 32)
    assert "RIDGE opened" in told["opened"] and told["hint"] == ""
    assert "RIDGE" in told["heard"]


def test_a_tick_of_a_step_that_the_sheet_does_not_have_is_refused_and_nothing_of_it_kept(client):
    radio = client.post("/api/radios", json={"model": "ardvane-finch", "name": "Mine"}).json()
    sheet = client.post("/api/sheets", json={"radio_id": radio["id"], "slot": "", "goal": "auto-shift-off"}).json()
    count = len(sheet["content"]["steps"])
    ticks = [
        {"id": f"tick-no-{n}", "sheet_id": sheet["id"], "step": n, "at": "2026-05-01T10:00:00Z"} for n in range(1, count + 1)
    ]
    refused = client.post("/api/sheets/ticks", json={"ticks": ticks})
    assert refused.status_code == 422 and f"1 to {count}" in refused.text
    assert client.get(f"/api/sheets/{sheet['id']}").json()["ticked"] == []
    assert client.post("/api/sheets/ticks", json={"ticks": ticks[:-1]}).status_code == 200
    assert client.get(f"/api/sheets/{sheet['id']}").json()["status"] == "open", "one step is left, whatever was sent before"


def test_a_line_that_may_mean_several_channels_is_answered_with_them(client):
    for line in ("14652 110.9 RIDGE", "147.0 100 squelch TOWER", "155.1", "146.8 146.2"):
        found = client.post("/api/resolve", json={"line": line})
        assert found.status_code == 200, found.text
        assert found.json()["doubts"]
    two = client.post("/api/resolve", json={"line": "147.0 100"}).json()["readings"]
    assert [(r["tx_hz"], r["choice"]) for r in two] == [(146_400_000, "− 0.6"), (147_600_000, "+ 0.6")]


def test_what_is_said_of_ranges_decides_what_is_free_and_what_is_kept_out_is_never_written(client):
    radio = add_radio(client)

    def mark(state, slots):
        return client.post(f"/api/radios/{radio['id']}/marks", json={"state": state, "slots": slots})

    said = mark("free", "all").json()
    assert said["asked"] and said["next_free"] == ["1", "2", "3"]
    assert mark("occupied", "1–30").json()["next_free"][0] == "31"
    assert mark("keep_out", "31, 33 to 35").json()["next_free"] == ["32", "36", "37"]
    new_sheet(client, radio, slot="32")
    assert mark("free", "all but 40-60").json()["next_free"][:2] == ["1", "2"], "planned slots are not free"
    assert mark("keep_out", "7").json()["states"][6] == "keep_out"
    refused = client.post("/api/sheets", json={"radio_id": radio["id"], "slot": "7", "line": "147.33 + 103.5"})
    assert refused.status_code == 422 and "Take another" in refused.json()["do"]
    many = client.post("/api/sheets/batch", json={"radio_id": radio["id"], "csv": "6,146.55\n7,146.52"})
    assert many.status_code == 422 and "kept out" in many.text
    assert client.get(f"/api/radios/{radio['id']}/slots/7").json()["slot"]["state"] == "keep_out"
    for wrong in ("", "0-5", "none of them", "1-2-3", "900"):
        assert mark("free", wrong).status_code == 422, wrong


def test_a_slot_found_taken_is_noted_and_its_sheet_put_away(client):
    radio = add_radio(client)
    sheet = new_sheet(client, radio)
    assert client.post(f"/api/sheets/{sheet['id']}/taken", json={"slot": "8"}).status_code == 422
    answer = client.post(f"/api/sheets/{sheet['id']}/taken", json={"slot": "7"})
    assert answer.status_code == 200 and "7" not in answer.json()["next_free"]
    assert state_of(client, radio) == "occupied"
    assert client.get(f"/api/sheets/{sheet['id']}").json()["status"] == "put_away"


def test_a_survey_fills_the_map_and_comes_out_as_a_list_that_another_radio_takes(client):
    radio = add_radio(client)["id"]
    seen = {"1": "147.330 + t103.5 RIDGE", "2": "146.55 SMPLX", "3": "442.1 + d023 narrow SHOAL", "4": "162.55 WX1"}
    for slot, shows in seen.items():
        said = client.put(f"/api/radios/{radio}/slots/{slot}", json={"state": "occupied", "shows": shows})
        assert said.status_code == 200 and said.json()["slot"]["state"] == "occupied"
    client.put(f"/api/radios/{radio}/slots/5", json={"state": "free"})
    assert client.put(f"/api/radios/{radio}/slots/6", json={"state": "occupied", "shows": "no figures"}).status_code == 422
    now = client.get(f"/api/radios/{radio}").json()
    assert now["states"][:6] == ["occupied"] * 4 + ["free", "unknown"] and now["next_free"] == ["5"]
    text = client.get(f"/api/radios/{radio}/slots.csv").text
    other = add_radio(client, name="Second")["id"]
    sheet = client.post("/api/sheets/batch", json={"radio_id": other, "csv": text})
    assert sheet.status_code == 201, sheet.text
    held = {s["slot"]: s["channel"] for s in now["slots"] if s["channel"]}
    made = {p["slot"]: p["channel"] for p in sheet.json()["content"]["parts"]}
    for slot in ("1", "2", "3"):
        kept = ("rx_hz", "tx_hz", "tone_tx", "tone_rx", "dcs_tx", "dcs_rx", "width", "label")
        assert {k: made[slot][k] for k in kept} == {k: held[slot][k] for k in kept}


def test_what_was_seen_on_a_radio_follows_from_its_ticked_steps(client):
    mine, other = (client.post("/api/radios", json={"model": "ardvane-finch", "name": n}).json()["id"] for n in ("A", "B"))
    sheet = client.post("/api/sheets", json={"radio_id": mine, "slot": "12", "line": "147.33 + 103.5"}).json()
    claims = sheet["content"]["claims"]
    nothing = client.get(f"/api/radios/{mine}/seen").json()
    assert nothing["seen"] == [] and set(nothing["not_yet"]) == {c for own in claims for c in own}
    steps = [n for n, own in enumerate(claims) if own]
    half = [
        {"id": f"half-{n:05}", "sheet_id": sheet["id"], "step": n, "at": "2026-03-14T15:00:00Z"} for n in steps[: len(steps) // 2]
    ]
    assert client.post("/api/sheets/ticks", json={"ticks": half}).status_code == 200
    seen = client.get(f"/api/radios/{mine}/seen").json()
    assert set(seen["seen"]) == {c for t in half for c in claims[t["step"]]} and seen["steps"] == len(half)
    undone = [{**t, "id": f"back-{t['step']:05}", "at": "2026-03-14T16:00:00Z", "done": False} for t in half]
    client.post("/api/sheets/ticks", json={"ticks": undone})
    assert client.get(f"/api/radios/{mine}/seen").json() == nothing
    assert client.get(f"/api/radios/{other}/seen").json() == {"seen": [], "not_yet": [], "steps": 0}
    assert client.get("/api/radios/99/seen").status_code == 404
