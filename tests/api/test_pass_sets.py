"""The sets of a pass in the radios: written once and known again, in one chain, and never sending on a downlink by a click too many."""

from itertools import product

import pytest

from api.test_passes import passes, path
from support.ticks import ticks_of
from vocator import clock
from vocator.core.outing.ride_safety import ride_inputs
from vocator.core.proving.operator import follow
from vocator.core.radio.inputs import Tap
from vocator.files.channels_csv import read_channels
from vocator.usecases.programming.make_batch import batch_of
from vocator.usecases.programming.make_sheet import SheetRequest, make_sheet
from vocator.usecases.twin.twins import twin_of

WAYS = [
    (["ardvane-osprey"], "Wren-5"), (["ardvane-osprey"], "Sable-1"), (["ardvane-heron"], "Marlin"), (["ardvane-heron"], "Tansy-2"),
    (["oriel-lantern"], "Wren-5"), (["oriel-lantern"], "Sable-1"), (["ardvane-finch"], "Sable-1"), (["ardvane-finch", "brisko-pico"], "Petrel-3"),
    (["ardvane-finch", "brisko-pico"], "Tansy-2"),
]  # fmt: skip


def my_radios(client, models):
    known = {r["model"]: r["id"] for r in client.get("/api/radios").json()}
    new = {m: client.post("/api/radios", json={"model": m, "name": m}).json()["id"] for m in models if m not in known}
    return [(known | new)[m] for m in models]


def highest(client, satellite):
    own = [p for p in passes(client, days=3)["passes"] if p["satellite"] == satellite]
    return sorted(own, key=lambda p: -p["max_elevation_deg"])


def followed(client, ids):
    """Carry out the sheets of a chain on twins, as an operator does, and tick them; the states of the radios afterwards."""
    states = {}
    for n, i in enumerate(ids):
        content = client.get(f"/api/sheets/{i}").json()["content"]
        assert content["chain"] == {**content["chain"], "number": n + 1, "of": len(ids), "next": [*ids, None][n + 1]}
        twin = twin_of(content["model"], content["firmware"])
        state = states.get(content["radio_id"], (twin, twin.start))[1]
        request = dict(content["request"])
        text = request.pop("csv", None)
        asked = SheetRequest(**request)
        made = batch_of(asked, read_channels(text)).parts() if text else [make_sheet(asked)]
        for one in made:
            state = follow(twin, one.sheet, state).state
        states[content["radio_id"]] = (twin, state)
        client.post("/api/sheets/ticks", json=ticks_of(client.get(f"/api/sheets/{i}").json(), clock.utc_now().isoformat()))
    return states


@pytest.mark.parametrize(("models", "satellite"), WAYS)
def test_a_set_is_written_once_and_no_click_too_many_sends_on_a_downlink(demo_client, models, satellite):
    ids = my_radios(demo_client, models)
    first, *later = highest(demo_client, satellite)
    plan = demo_client.get(path(first), params={"radio": ids}).json()
    made = demo_client.post(path(first) + "/sheets", params={"radio": ids}, json={})
    assert made.status_code == 201, made.text
    states = followed(demo_client, made.json()["ids"])
    uplink, downlink = plan["transponder"]["uplink_hz"], plan["transponder"]["downlink_hz"]
    way = next(w for w in plan["ways"] if w["taken"])
    for part in way["parts"]:
        if part["link"] == "downlink":
            continue
        twin, state = states[ids[part["radio"]]]
        assert state.unit == (twin.profile.units.index(part["side"]) if part["side"] else state.unit), (
            "the side that sends is the main one"
        )
        start = next(
            r for r in plan["rows"] if (r["radio"], r["side"]) == (part["radio"], part["side"]) and r["memory"] in (0, -2)
        )
        assert twin.profile.slot_key(state.positions[state.unit]) == start["slot"]
        for many in range(4):
            for presses in product(ride_inputs(twin, False), repeat=many):
                s = state
                for one in presses:
                    s = twin.act(s, one)[0]
                sent = twin.act(s, Tap("PTT"))[1].transmitting_hz
                assert sent is None or abs(sent - uplink) <= 20_000, (presses, sent)
                assert many or sent is not None
    if "oriel-lantern" in models and downlink > uplink:
        assert any("Make A the main side again" in words for words in plan["dangers"])
    else:
        assert not any("downlink" in words for words in plan["dangers"])

    for other in (first, *later[:2]):
        again = demo_client.get(path(other), params={"radio": ids}).json()
        if len(again["set"]["memories"]) > len(plan["set"]["memories"]):
            continue
        assert all(r["there"] for r in again["rows"]), [r for r in again["rows"] if not r["there"]]
        assert {r["slot"] for r in again["rows"]} <= {r["slot"] for r in plan["rows"]}
        chain = demo_client.post(path(other) + "/sheets", params={"radio": ids}, json={}).json()["ids"]
        assert all(demo_client.get(f"/api/sheets/{i}").json()["content"]["goal_kind"] != "store" for i in chain)


def test_a_higher_pass_writes_only_what_the_lower_ones_set_lacks(demo_client):
    (radio,) = my_radios(demo_client, ["ardvane-heron"])
    own = highest(demo_client, "Marlin")
    plans = [(p, demo_client.get(path(p), params={"radio": radio}).json()) for p in own]
    low, before = min(plans, key=lambda x: len(x[1]["set"]["memories"]))
    high, after = max(plans, key=lambda x: len(x[1]["set"]["memories"]))
    assert len(after["set"]["memories"]) > len(before["set"]["memories"])
    followed(demo_client, demo_client.post(path(low) + "/sheets", params={"radio": radio}, json={}).json()["ids"])
    plan = demo_client.get(path(high), params={"radio": radio}).json()
    written = {r["slot"] for r in before["rows"]}
    there = {r["slot"] for r in plan["rows"] if r["there"]}
    assert there and there <= written
    assert len({r["slot"] for r in plan["rows"]}) == len(plan["rows"])
    chain = demo_client.post(path(high) + "/sheets", params={"radio": radio}, json={}).json()["ids"]
    first = demo_client.get(f"/api/sheets/{chain[0]}").json()["content"]
    assert {p["slot"] for p in first["parts"]} == {r["slot"] for r in plan["rows"] if not r["there"]}
