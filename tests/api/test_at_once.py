"""Several at once on one running server: nothing doubled, nothing left half, no unhandled error."""

from concurrent.futures import ThreadPoolExecutor

import httpx
from sqlalchemy import text

from support.ticks import ticks_of


def at_once(calls):
    """Make calls at the same time; returns their answers."""
    with ThreadPoolExecutor(len(calls)) as pool:
        return [f.result() for f in [pool.submit(call) for call in calls]]


def http(address):
    return httpx.Client(base_url=f"{address}/api", timeout=60)


def new_sheet(client, radio, **asked):
    made = client.post("/sheets", json={"radio_id": radio, "slot": "7", "line": "147.33 + 103.5", **asked})
    assert made.status_code == 201, made.text
    return made.json()


def test_ticks_sent_by_several_at_once_count_once_and_the_last_one_closes_the_sheet(bare):
    with http(bare) as client:
        radio = client.post("/radios", json={"model": "ardvane-finch"}).json()["id"]
        sheet = new_sheet(client, radio)
        ticks = ticks_of(sheet)["ticks"]
        halves = [ticks[: len(ticks) // 2], ticks[len(ticks) // 2 :], ticks[::2], ticks[1::2], ticks, ticks[::-1]]
        answers = at_once([lambda half=half: client.post("/sheets/ticks", json={"ticks": half}) for half in halves])
        assert {a.status_code for a in answers} == {200}
        assert client.get(f"/sheets/{sheet['id']}").json()["status"] == "done"
        assert [line["text"].partition(":")[0] for line in client.get("/log").json()] == [
            "read back",
            "written from a proven sheet",
        ]
        assert client.get(f"/radios/{radio}/slots/7").json()["slot"]["state"] == "read_back"


def test_far_more_at_once_than_the_store_has_connections_are_all_answered(bare):
    many = 120
    with httpx.Client(base_url=f"{bare}/api", timeout=60, limits=httpx.Limits(max_connections=many)) as client:
        radio = client.post("/radios", json={"model": "ardvane-finch"}).json()["id"]
        ticks = ticks_of(new_sheet(client, radio))["ticks"]
        sent = [ticks[n % len(ticks)] | {"id": f"crowd-{n:05}"} for n in range(many)]
        for _ in range(2):  # and all of it once more, as after an answer that was lost
            answers = at_once([lambda one=one: client.post("/sheets/ticks", json={"ticks": [one]}) for one in sent])
            assert {a.status_code for a in answers} == {200}


def test_a_persons_sheet_and_link_asked_for_six_times_at_once_are_one(demo, engine):
    with http(demo) as client:
        outing = client.get("/outings").json()[0]["id"]
        person = client.get(f"/outings/{outing}").json()["people"][0]["id"]
        made = at_once([lambda: client.post(f"/outings/{outing}/people/{person}/sheet")] * 6)
        assert {a.status_code for a in made} == {201}, [a.text[:200] for a in made]
        linked = at_once([lambda: client.post(f"/outings/{outing}/people/{person}/link")] * 6)
        assert {a.status_code for a in linked} == {201}
    with engine.connect() as connection:
        radios = connection.execute(text("select count(*) from radio where outing_id is not null")).scalar()
        alive = connection.execute(text("select count(*) from volunteer_link where not withdrawn")).scalar()
    assert (radios, alive) == (1, 1)


def test_a_radio_removed_while_its_sheets_are_made_and_ticked_is_no_unhandled_error(bare):
    with http(bare) as client:
        for model in ("ardvane-finch", "pelorn-wagon", "oriel-wick"):
            radio = client.post("/radios", json={"model": model}).json()["id"]
            sheet = new_sheet(client, radio)
            ask = {"radio_id": radio, "slot": "8", "line": "146.55"}
            answers = at_once(
                [
                    lambda ask=ask: client.post("/sheets", json=ask),
                    lambda sheet=sheet: client.post("/sheets/ticks", json=ticks_of(sheet)),
                    lambda radio=radio: client.delete(f"/radios/{radio}"),
                    lambda radio=radio: client.put(f"/radios/{radio}/slots/9", json={"state": "free"}),
                    lambda ask=ask: client.post("/sheets", json=ask),
                ]
            )
            assert all(a.status_code < 500 for a in answers), [a.text[:200] for a in answers]
            assert client.get(f"/radios/{radio}").status_code == 404
