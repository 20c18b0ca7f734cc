"""The board of an outing: what stands at each crossing follows from the line, the radio and what was done; nothing is called ready that is not."""

from dataclasses import replace

import pytest

from support.ticks import ticks_of
from vocator.core.outing.findings import understand
from vocator.core.outing.outing import OutingChannel, Place, Post, outing_from
from vocator.files.region_yaml import load_region
from vocator.usecases.outings.board import findings, placing, reach_table, stands_for, twins, wanted

PEOPLE = [
    {"id": "hay", "name": "QZ5HAY", "tactical": "Ford", "model": "ardvane-finch", "firmware": ""},
    {"id": "osk", "name": "QZ1OSK", "tactical": "", "model": "castellan-meridian", "firmware": ""},
]
CHANNELS = [
    {"id": "ridge", "name": "RIDGE", "line": "147.33 + 103.5", "role": "primary"},
    {"id": "six", "name": "SIX", "line": "52.525 simplex", "role": "simplex"},
    {"id": "torn", "name": "TORN", "line": "147.0 100", "role": "back-up"},
]
PLAN = {"name": "Walk", "region": "r2", "channels": CHANNELS, "people": PEOPLE}


@pytest.fixture
def outing(client):
    return client.post("/api/outings", json={"outing": PLAN}).json()


def cells(board, person="hay"):
    return {c["channel"]: c["state"] for c in next(p for p in board["people"] if p["id"] == person)["cells"]}


def again(client, outing):
    return client.get(f"/api/outings/{outing['id']}").json()


def changed(client, outing, **fields):
    now = again(client, outing)
    answer = client.put(f"/api/outings/{outing['id']}", json={"version": now["version"], "outing": {**now["outing"], **fields}})
    assert answer.status_code == 200, answer.text
    return answer.json()


def test_a_crossing_goes_from_nothing_to_read_back_and_back_to_changed(client, outing):
    assert cells(outing) == {"ridge": "none", "six": "beyond", "torn": "unclear"}
    assert cells(outing, "osk") == {"ridge": "beyond", "six": "none", "torn": "unclear"}
    hay = outing["people"][0]
    assert (hay["done"], hay["able"], hay["waiting"], hay["ready"], hay["sheets"]) == (0, 2, 1, False, [])
    made = client.post(f"/api/outings/{outing['id']}/people/hay/sheet").json()["id"]
    board = again(client, outing)
    assert cells(board)["ridge"] == "planned" and board["people"][0]["sheets"] == [made] and board["people"][1]["sheets"] == []
    sheet = client.get(f"/api/sheets/{made}").json()
    ticks = ticks_of(sheet)["ticks"]
    written = sheet["content"]["parts"][0]["written_at"]
    assert client.post("/api/sheets/ticks", json={"ticks": ticks[: written + 1]}).status_code == 200
    assert cells(again(client, outing))["ridge"] == "written"
    assert client.post("/api/sheets/ticks", json={"ticks": ticks}).status_code == 200
    done = again(client, outing)
    assert cells(done)["ridge"] == "read_back" and done["people"][0]["done"] == 1
    assert not done["people"][0]["ready"], "a line that is not clear is nothing that one can be ready for"
    clear = changed(client, outing, channels=CHANNELS[:2])
    assert clear["people"][0]["ready"] and clear["people"][0]["waiting"] == 0
    moved = changed(client, outing, channels=[{**CHANNELS[0], "line": "147.33 + 88.5"}, CHANNELS[1]])
    assert cells(moved)["ridge"] == "changed" and not moved["people"][0]["ready"] and moved["people"][0]["waiting"] == 1
    back = changed(client, outing, channels=CHANNELS[:2])
    assert cells(back)["ridge"] == "read_back", "what stands in the radio is what the plan says again"


def test_another_radio_in_the_same_hand_begins_anew_and_a_new_name_does_not(client, outing):
    client.post(f"/api/outings/{outing['id']}/people/hay/sheet")
    renamed = changed(client, outing, people=[{**PEOPLE[0], "name": "QZ5HAY/P", "tactical": "Hut"}, PEOPLE[1]])
    assert cells(renamed)["ridge"] == "planned"
    other = changed(client, outing, people=[{**PEOPLE[0], "model": "brisko-pico"}, PEOPLE[1]])
    sheets = other["people"][0]["sheets"]
    made = client.post(f"/api/outings/{outing['id']}/people/hay/sheet").json()["id"]
    after = again(client, outing)
    assert made not in sheets and after["people"][0]["sheets"] == [made] and cells(after)["ridge"] == "planned"
    gone = changed(client, outing, people=[PEOPLE[1]])
    assert [p["id"] for p in gone["people"]] == ["osk"]


def test_what_is_wanted_is_what_the_radio_can_do_each_in_a_slot_of_its_own():
    many = [{"id": f"c{n}", "name": f"CHANNEL {n}", "line": f"14{5 + n % 3}.{n:02}0 simplex"} for n in range(40)]
    outing = outing_from({**PLAN, "channels": many})
    clear, doubts = understand(outing, load_region("r2"))
    for person, twin in twins(outing).items():
        places = placing(outing, twin)
        assert list(places) == [c.id for c in outing.channels]
        slots = [p.slot for p in places.values()]
        assert len(set(slots)) == len(slots) and all(twin.profile.slot_index(s) is not None for s in slots)
        labels = [p.label for p in places.values() if p.label]
        assert len(set(labels)) == len(labels), "two channels that read alike in the display"
        assert all(len(label) <= twin.profile.label_length for label in labels)
        able = wanted(outing, twin, clear)
        assert bool(able) == (person == "hay") and all(twin.profile.receives(u.rx_hz) for u, _ in able)
        words = {stands_for(u, at) for u, at in able}
        assert len(words) == len(able)
    assert len(clear) + len(doubts) == len(many)


def test_reach_is_told_from_every_post_to_every_other_and_to_each_repeater_with_a_place():
    outing = outing_from(PLAN)
    posts = tuple(Post(f"p{n}", f"Post {n}", Place(49.5 + n / 50, -57.9)) for n in range(4))
    ridge = replace(outing.channels[0], at=Place(49.6, -57.8, 60.0))
    outing = replace(outing, posts=posts, channels=(ridge, *outing.channels[1:]))
    clear, _ = understand(outing, load_region("r2"))
    table = reach_table(outing, clear)
    assert [row["post"] for row in table] == [p.id for p in posts]
    for row in table:
        assert {w["to"] for w in row["ways"] if w["kind"] == "post"} == {p.id for p in posts} - {row["post"]}
        assert [w["to"] for w in row["ways"] if w["kind"] == "repeater"] == ["ridge"]
        for way in row["ways"]:
            assert (
                way["distance_km"] > 0 and 0 <= way["bearing_deg"] <= 360 and way["likely"] in ("likely", "perhaps", "unlikely")
            )
    there = {(row["post"], w["to"]): w for row in table for w in row["ways"] if w["kind"] == "post"}
    for (a, b), way in there.items():
        back = there[b, a]
        assert way["distance_km"] == back["distance_km"] and abs((way["bearing_deg"] - back["bearing_deg"]) % 360 - 180) <= 2
    near, far = there["p0", "p1"], there["p0", "p3"]
    assert near["distance_km"] < far["distance_km"] and near["margin_db"] > far["margin_db"]


def test_each_finding_has_a_key_of_its_own_that_lasts_and_says_what_settles_it():
    outing = outing_from({**PLAN, "people": [*PEOPLE, {**PEOPLE[0], "id": "kim", "name": "QZ2KIM"}]})
    found = findings(outing)
    assert found and len({f.key for f in found}) == len(found)
    assert all(f.text and f.settle for f in found) and any("torn" in f.channels for f in found)
    assert findings(outing) is found, "asked for again it is the same"
    other = replace(
        outing, net_control="Somebody", channels=(*outing.channels, OutingChannel("extra", "EXTRA", "146.58 simplex"))
    )
    assert {f.key for f in found} & {f.key for f in findings(other)}, (
        "what was accepted stays accepted when something else changes"
    )
