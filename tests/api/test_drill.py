"""The trainer through the API: what comes next, one exercise, its judge, everything kept once."""

import uuid
from io import BytesIO

import pytest
from pdfminer.high_level import extract_text

from vocator import clock
from vocator.core.drill.items import items_of
from vocator.core.proving.operator import follow
from vocator.usecases.twin.drill import made
from vocator.usecases.twin.twin_play import pack
from vocator.usecases.twin.twins import twin_of

WICK = "oriel-wick"
ADA = {"id": "ada", "name": "Ada", "tactical": "Ridge", "model": WICK, "firmware": ""}
BEA = {"id": "bea", "name": "Bea", "tactical": "Ford", "model": WICK, "firmware": ""}
OUTING = {"name": "Ridge walk", "channels": [{"id": "ridge", "name": "RIDGE", "line": "147.33 + 103.5"}]}


def answer(client, item, seed=0, right=True, **parts):
    twin = twin_of(WICK)
    one = made(twin, next(i for i in items_of(twin) if i.key == item), seed)
    given = {
        "id": str(uuid.uuid4()),
        "model": WICK,
        "item": item,
        "seed": seed,
        "at": clock.utc_now().isoformat(),
        "seconds": 9.0,
    }
    if one.start is not None:
        end = follow(twin, one.sheet, one.start).state if one.sheet and right else one.start
        given["token"] = pack(twin, end)
    else:
        given["choice"] = one.right if right else next(c for c in one.choices if c != one.right)
    return client.post("/api/drill/answers", json={**given, **parts})


def standing(client, **query):
    found = client.get("/api/drill", params={"model": WICK, **query}).json()
    return found, {i["key"]: i for i in found["items"]}


def test_a_newcomer_goes_along_the_path_and_what_went_wrong_comes_again(client):
    found, items = standing(client)
    assert found["next"][0]["item"] == found["lessons"][0]["item"] and len(found["next"]) == 8
    assert all(i["stage"] == "new" for i in items.values())
    first = found["next"][0]
    told = client.get("/api/drill/exercise", params={"model": WICK, **first}).json()
    assert told["choices"] and told["play"] is None
    seen = {x["item"]: x["seen"] for x in found["lessons"]}
    assert seen["ready"] is None and seen["sight mode"] and seen["home"]["screen"] != "vfo"
    assert found["keys"]["MODE"] == found["keys"]["9"] == "new" and "PTT" not in found["keys"]
    assert answer(client, first["item"]).json()["right"] is True
    wrong = answer(client, "frequency", right=False).json()
    assert wrong["right"] is False and "does not stand in the VFO" in wrong["forgotten"][0] and wrong["way"]
    found, items = standing(client)
    assert [x["done"] for x in found["lessons"]][:2] == [True, False]
    assert items["frequency"]["stage"] == "learning" and items["frequency"]["times"] == 1
    asked = {
        client.get("/api/drill/exercise", params={"model": WICK, "item": "frequency", "seed": n}).json()["question"]
        for n in range(4)
    }
    assert len(asked) > 1, "another one each time"


def test_who_goes_on_after_a_wrong_one_is_told_the_slips_and_both_are_kept(client):
    shown = client.get("/api/drill/exercise", params={"model": WICK, "item": "frequency"}).json()
    looked = answer(client, "frequency", right=False, pressed=["[PTT]"]).json()
    assert looked["right"] is False and [s["kind"] for s in looked["slips"]] == ["on the air"]
    digits = [d for d in shown["question"] if d.isdigit()]
    gone_on = answer(client, "frequency", pressed=["[PTT]", *digits]).json()
    assert gone_on["right"] is True and gone_on["slips"] == looked["slips"], "the page keeps count of what it was told"
    assert standing(client)[1]["frequency"]["times"] == 2


def test_a_key_is_as_well_known_as_the_best_known_thing_done_with_it(client):
    for day in (1, 2, 6, 20):
        answer(client, "frequency", at=f"2026-05-{day:02d}T10:00:00Z", seconds=1.0)
    found = standing(client)[0]
    assert found["keys"]["1"] == "known" and found["keys"]["MON"] == "new"


def test_the_sums_are_of_the_region_that_is_asked_for(client):
    query = {"model": WICK, "item": "sum send"}
    here, there = (client.get("/api/drill/exercise", params={**query, "region": r}).json() for r in ("r1", "r2"))
    assert here["question"] != there["question"]
    assert client.get("/api/drill/exercise", params={**query, "region": "r9"}).status_code == 404


def test_a_whole_one_done_from_memory_counts_for_each_of_its_steps_and_is_kept_once(client):
    one = {"id": "once-and-for-all"}
    for _ in range(2):
        assert answer(client, "whole", seed=1, **one).json()["right"] is True
    _, items = standing(client)
    assert items["whole"]["times"] == items["store"]["times"] == 1
    assert sum(i["times"] for i in items.values()) >= 4
    other, _ = standing(client, person="Ada")
    assert other["known"] == 0 and all(i["times"] == 0 for i in other["items"]) and other["people"] == ["me"]


@pytest.mark.parametrize("parts", [{"token": "rubbish"}, {"hints": 9}, {"id": "x"}, {"seconds": -1}])
def test_what_cannot_be_an_answer_is_refused_and_nothing_is_kept(client, parts):
    assert answer(client, "frequency", **parts).status_code == 422
    assert all(i["times"] == 0 for i in standing(client)[1].values())


def test_an_exercise_that_is_none_is_said_with_those_that_are(client):
    for query in ({"model": WICK, "item": "no such"}, {"model": "nobody", "item": "frequency"}):
        refused = client.get("/api/drill/exercise", params=query)
        assert refused.status_code == 404, refused.text


def test_a_clock_set_back_or_far_ahead_keeps_the_schedule_sane_and_is_told(client):
    late = answer(client, "frequency", at="2126-01-01T00:00:00Z").json()
    assert "clock" in late["note"]
    answer(client, "frequency", seed=1, at="2019-01-01T00:00:00Z")
    found, items = standing(client)
    assert items["frequency"]["times"] == 2 and found["next"]


def test_the_board_shows_who_agrees_and_has_done_a_whole_one_from_memory(client):
    board = client.post("/api/outings", json={"outing": {**OUTING, "people": [{**ADA, "shows_practice": True}, BEA]}}).json()
    for person in ("ada", "Bea"):
        assert answer(client, "whole", seed=1, id=f"whole of {person}", person=person).json()["right"] is True
    people = client.get(f"/api/outings/{board['id']}").json()["people"]
    assert people[0]["practised"] and people[1]["practised"] is None, "only who agrees, whatever the case of the name"
    printed = [
        extract_text(BytesIO(client.get(f"/api/outings/{board['id']}/cards.pdf?person={p['id']}").content)) for p in people
    ]
    assert (
        "practised" in printed[0]
        and "practised" not in printed[1]
        and all("Written when this was printed: 0 of" in x for x in printed)
    )
    odd = client.post("/api/outings", json={"outing": {**OUTING, "people": [{**ADA, "shows_practice": "yes"}]}})
    assert odd.status_code == 422 and "true or false" in odd.text


def test_what_was_exercised_is_given_as_a_table(client):
    assert client.get("/api/drill/events.csv").text.count("\n") == 1, "a head alone"
    assert answer(client, "whole", seed=1, id="whole of ada", person="=Ada").json()["right"] is True
    head, *lines = client.get("/api/drill/events.csv").text.splitlines()
    assert head.startswith("time (UTC),person,model,exercise,outcome,hints,seconds") and lines
    assert all("right" in line and "'=Ada" in line for line in lines), "no cell begins a formula"


def test_a_rehearsed_ride_is_an_exercise_kept_once_and_right_where_it_was_in_tune(client):
    ride = {"model": "ardvane-finch", "at": clock.utc_now().isoformat(), "seconds": 640, "changes": 6}
    for number, (tuned, made_) in enumerate([(97, 6), (97, 5), (60, 6)]):
        one = {**ride, "id": f"ride-number-{number}", "in_tune_percent": tuned, "changes_made": made_}
        assert [client.post("/api/drill/rides", json=one).status_code for _ in range(2)] == [204, 204]
    items = client.get("/api/drill", params={"model": "ardvane-finch"}).json()["items"]
    assert next(i for i in items if i["key"] == "ride")["times"] == 3
    lines = [x for x in client.get("/api/drill/events.csv").text.splitlines() if ",ride," in x]
    assert sorted(x.split(",")[4] for x in lines) == ["right", "wrong", "wrong"]
    assert (
        client.post(
            "/api/drill/rides", json={**ride, "id": "ride-of-none", "model": "none", "in_tune_percent": 1, "changes_made": 0}
        ).status_code
        == 404
    )
    assert "ride" not in [n["item"] for n in client.get("/api/drill", params={"model": "ardvane-finch"}).json()["next"]]
