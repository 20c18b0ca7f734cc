"""The way back over the API: pictures after a step, what the slip did, and the step to go on with."""

import pytest
from fastapi.testclient import TestClient

from support.ticks import ticks_of


@pytest.fixture
def sheet(client: TestClient) -> dict:
    radio = client.post("/api/radios", json={"model": "ardvane-finch", "name": "Mine"}).json()
    given = {"radio_id": radio["id"], "slot": "7", "line": "147.33 + 103.5", "label": "RIDGE"}
    return client.post("/api/sheets", json=given).json()


def test_every_picture_leads_back_to_a_step_of_the_sheet(client, sheet):
    base = f"/api/sheets/{sheet['id']}/steps/12"
    pictures = client.get(f"{base}/sights").json()
    assert len({p["display"]["text"] for p in pictures}) == len(pictures) > 3
    assert sheet["content"]["steps"][12]["display"]["text"] not in {p["display"]["text"] for p in pictures}
    for picture in pictures:
        assert picture["slip"]
        back = client.post(f"{base}/recovery", json={"text": picture["display"]["text"]}).json()
        assert back["found"] and back["slips"] and back["starts"] >= 1
        assert 0 <= back["step"] <= 13
        if back["way"]:
            assert back["way"]["caps"] and back["way"]["display"]["text"] != picture["display"]["text"]


def test_nothing_of_these_begins_again_and_odd_steps_are_refused(client, sheet):
    base = f"/api/sheets/{sheet['id']}/steps"
    back = client.post(f"{base}/12/recovery", json={"text": None}).json()
    assert (back["found"], back["step"], back["starts"]) == (False, 0, sheet["content"]["proof"]["starts"])
    assert client.post(f"{base}/12/recovery", json={"text": "never seen"}).json()["found"] is False
    refused = client.get(f"{base}/999/sights")
    assert refused.status_code == 404
    assert f"1 to {len(sheet['content']['steps'])}" in refused.json()["detail"]


def test_a_sheet_of_many_channels_is_kept_ticked_by_channel_and_recovered_in_its_parts(client):
    radio = client.post("/api/radios", json={"model": "ardvane-finch", "name": "Mine"}).json()
    csv = "slot,line,label\n1,147.33 + 103.5,RIDGE\n2,146.55,SMPLX\n12,448.775 minus 5 t118.8,DEPOT\n"
    sheet = client.post("/api/sheets/batch", json={"radio_id": radio["id"], "csv": csv}).json()
    content, parts = sheet["content"], sheet["content"]["parts"]
    assert sorted(p["slot"] for p in parts) == ["1", "12", "2"]
    assert [s["number"] for s in content["steps"]] == list(range(len(content["steps"])))
    assert sorted(n for page in content["pages"] for n in page) == list(range(len(content["steps"])))
    first, second = parts[0], parts[1]

    def tick(step: int) -> None:
        one = {
            "id": f"tick-{step:04d}-{sheet['id']}",
            "sheet_id": sheet["id"],
            "step": step,
            "at": "2026-05-01T10:00:00Z",
            "done": True,
        }
        client.post("/api/sheets/ticks", json={"ticks": [{**one, "outcome": None}]})

    def states() -> dict[str, str]:
        return {s["slot"]: s["state"] for s in client.get(f"/api/radios/{radio['id']}").json()["slots"]}

    assert states() == {"1": "planned", "2": "planned", "12": "planned"}
    for step in range(first["last"] + 1):
        tick(step)
    assert states()[first["slot"]] == "read_back"
    assert states()[second["slot"]] == "planned"
    at = next(s["number"] for s in content["steps"][second["first"] :] if s["actions"])
    pictures = client.get(f"/api/sheets/{sheet['id']}/steps/{at}/sights").json()
    back = client.post(f"/api/sheets/{sheet['id']}/steps/{at}/recovery", json={"text": pictures[0]["display"]["text"]}).json()
    assert second["first"] <= back["step"] <= at + 1
    twin = client.get(f"/api/sheets/{sheet['id']}/twin/{first['last'] + 1}").json()
    assert twin["memory"][first["slot"]]["label"] == first["label"]
    for step in range(first["last"] + 1, len(content["steps"])):
        tick(step)
    assert client.get(f"/api/sheets/{sheet['id']}").json()["status"] == "done"


def test_a_list_that_cannot_be_taken_names_its_rows_and_leaves_nothing(client):
    radio = client.post("/api/radios", json={"model": "ardvane-finch", "name": "Mine"}).json()
    csv = "slot,line\n1,147.33 + 103.5\n900,146.55\n3,445.0\n"
    refused = client.post("/api/sheets/batch", json={"radio_id": radio["id"], "csv": csv})
    assert refused.status_code == 422
    assert "Row 3:" in refused.json()["detail"] and "Row 4:" in refused.json()["detail"]
    assert client.get("/api/sheets").json() == []
    assert client.get(f"/api/radios/{radio['id']}").json()["slots"] == []
    beyond = client.post("/api/sheets/batch", json={"radio_id": radio["id"], "csv": "slot,line\n1,52.82 - 0.5\n"})
    assert beyond.status_code == 409


def test_after_a_sheet_is_carried_out_the_short_way_stands_beside_the_long_one(client):
    radio = client.post("/api/radios", json={"model": "ardvane-finch", "name": "Mine"}).json()

    def made(slot: str, line: str, way: str | None = None) -> dict:
        return client.post("/api/sheets", json={"radio_id": radio["id"], "slot": slot, "line": line, "way": way}).json()

    def carry_out(sheet: dict) -> None:
        assert client.post("/api/sheets/ticks", json=ticks_of(sheet)).status_code == 200

    first = made("7", "147.33 + 103.5")
    assert (first["content"]["way"], first["content"]["other_way"]) == ("long", None)
    assert made("8", "147.06 + 103.5")["content"]["other_way"] is None, "the first sheet is not carried out yet"
    carry_out(first)
    long = made("8", "147.06 + 103.5")
    assert long["content"]["way"] == "long"
    assert long["content"]["other_way"]["seconds"] < long["content"]["counts"]["seconds"] - 5
    short = made("8", "147.06 + 103.5", "short")
    assert short["content"]["way"] == "short"
    assert short["content"]["counts"] == long["content"]["other_way"]
    assert short["content"]["other_way"] == long["content"]["counts"]
    assert short["content"]["steps"][0]["shows"] == "147.330", "the first step is a look that shows when what is known is wrong"
    nothing = client.post(f"/api/sheets/{short['id']}/steps/2/recovery", json={"text": None}).json()
    assert nothing["anew"] is True
    twin = client.get(f"/api/sheets/{short['id']}/twin/0").json()
    assert twin["memory"]["7"]["rx_hz"] == 147_330_000
    client.post(
        "/api/sheets/ticks",
        json={"ticks": [{"id": "begun-0001", "sheet_id": long["id"], "step": 0, "at": "2026-05-01T10:00:00Z"}]},
    )
    assert made("9", "146.55")["content"]["other_way"] is None, "another sheet was begun since"


def test_a_slot_known_to_hold_nearly_this_is_given_just_what_differs(client):
    """Only the label: a sheet that renames; only the tone on a radio that edits its slots: in place; nothing: a read-back."""

    def made(radio: dict, **parts: str) -> dict:
        answer = client.post("/api/sheets", json={"radio_id": radio["id"], "slot": "7", **parts})
        assert answer.status_code == 201, answer.text
        return answer.json()

    def carry_out(sheet: dict) -> dict:
        assert client.post("/api/sheets/ticks", json=ticks_of(sheet)).status_code == 200
        return client.get(f"/api/radios/{sheet['content']['radio_id']}/slots/7").json()["slot"]

    finch = client.post("/api/radios", json={"model": "ardvane-finch", "name": "Mine"}).json()
    first = made(finch, line="147.33 + 103.5", label="RIDGE")
    assert first["content"]["less"] is None
    stored = carry_out(first)
    assert made(finch, line="147.33 + 103.5", label="RIDGE")["content"]["less"]["goal"] == "read-back"
    other = made(finch, line="147.33 + 103.5", label="HILL")["content"]
    assert other["less"]["goal"] == "rename"
    assert other["less"]["seconds"] < 0.5 * other["counts"]["seconds"]
    renamed = carry_out(made(finch, goal="rename", label="hill"))
    assert renamed["channel"] == {**stored["channel"], "label": "HILL"}
    assert renamed["state"] == "read_back"
    refused = client.post("/api/sheets", json={"radio_id": finch["id"], "slot": "7", "goal": "rename", "label": "LONGNAME"})
    assert refused.status_code == 422 and "at most 6" in refused.text
    unsaid = client.post("/api/sheets", json={"radio_id": finch["id"], "slot": "7", "goal": "rename"})
    assert unsaid.status_code == 422 and "no label" in unsaid.text

    slate = client.post("/api/radios", json={"model": "brisko-slate", "name": "Rugged"}).json()
    carry_out(made(slate, line="147.33 + 103.5"))
    changed = made(slate, line="147.33 + 110.9")["content"]
    assert changed["less"]["goal"] == "change"
    held = carry_out(made(slate, line="147.33 + 110.9", goal="change"))
    assert (held["channel"]["tone_tx"], held["channel"]["rx_hz"]) == ("110.9", 147_330_000)
    assert made(slate, line="147.36 + 110.9", replace=True)["content"]["less"] is None
    unnamed = client.post("/api/sheets", json={"radio_id": slate["id"], "slot": "7", "goal": "rename", "label": "HILL"})
    assert unnamed.status_code == 409


@pytest.mark.parametrize(
    ("goal", "typed", "noted"),
    [("find-tone", "103.5", ("103.5", None)), ("find-tone", "67", ("67.0", None)), ("find-code", "023", (None, "023N"))],
)
def test_what_a_search_found_is_noted_for_the_slot(client, goal, typed, noted):
    radio = client.post("/api/radios", json={"model": "brisko-pico", "name": "Mine"}).json()
    sheet = client.post("/api/sheets", json={"radio_id": radio["id"], "slot": "7", "line": "147.33 +", "goal": goal}).json()
    client.post("/api/sheets/ticks", json=ticks_of(sheet))
    before = client.get(f"/api/radios/{radio['id']}/slots/7").json()["slot"]
    for wrong in ("103.6", "X", "", "999N"):
        assert client.post(f"/api/sheets/{sheet['id']}/found", json={"value": wrong}).status_code == 422
    assert client.post(f"/api/sheets/{sheet['id']}/found", json={"value": typed}).status_code == 204
    after = client.get(f"/api/radios/{radio['id']}/slots/7").json()
    assert (after["slot"]["channel"]["tone_tx"], after["slot"]["channel"]["dcs_tx"]) == noted
    assert after["slot"]["state"] == before["state"] == "read_back"
    assert after["slot"]["channel"]["tx_hz"] == 147_930_000 and "the tone found" in after["history"][0]["text"]
    other = client.post("/api/sheets", json={"radio_id": radio["id"], "slot": "8", "line": "147.33 + 103.5"}).json()
    assert client.post(f"/api/sheets/{other['id']}/found", json={"value": "103.5"}).status_code == 422


@pytest.mark.parametrize("model", ["pelorn-hiker", "ardvane-finch"])
def test_every_sight_of_a_search_for_a_tone_has_an_answer(client, model):
    """After the search the rest of the sheet writes what was noted: a way back may begin there only if something was."""
    radio = client.post("/api/radios", json={"model": model}).json()["id"]
    sheet = client.post(
        "/api/sheets", json={"radio_id": radio, "slot": "7", "line": "147.33 + 103.5", "goal": "find-tone"}
    ).json()
    asked = 0
    for step in range(len(sheet["content"]["steps"])):
        for sight in client.get(f"/api/sheets/{sheet['id']}/steps/{step}/sights").json()[::3]:
            seen = {"text": sight["display"]["text"]}
            answer = client.post(f"/api/sheets/{sheet['id']}/steps/{step}/recovery", json=seen)
            assert answer.status_code == 200 and answer.json()["found"], (step, seen, answer.text)
            assert len(set(sight["display"]["icons"])) == len(sight["display"]["icons"])
            asked += 1
    assert asked > 40
