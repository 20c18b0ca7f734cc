"""Links of satellites, an hour for several, twins set up for a ride."""

from datetime import datetime

from api.test_passes import a_pass, passes, path, radio_of
from support.ticks import ticks_of
from vocator import clock


def test_setting_the_radio_itself_is_a_sheet_that_ends_in_the_work_log(demo_client):
    radio = radio_of(demo_client, "ardvane-osprey")
    made = demo_client.post("/api/sheets", json={"radio_id": radio["id"], "slot": "", "goal": "hear-myself"})
    assert made.status_code == 201, made.text
    sheet = made.json()
    demo_client.post("/api/sheets/ticks", json=ticks_of(sheet, clock.utc_now().isoformat()))
    assert demo_client.get(f"/api/sheets/{sheet['id']}").json()["status"] == "done"
    assert "hear yourself" in demo_client.get("/api/log").json()[0]["text"]


LINKS = """number,satellite,downlink (MHz),uplink (MHz),tone,arming tone,timer,state,notes
90200,,435.5,145.9,88.5,,,working,first
90200,,145.85,,,,,scheduled,a beacon
,corrie,436.8,145.89,,67.0,600,off,
90201,,1.2,3,104.0,,,working,no such tone
,Nowhere,435.5,145.9,,,,working,
"""


def test_links_of_any_satellite_are_taken_in_and_out_and_what_is_missing_is_told(demo_client):
    taken = demo_client.post("/api/satellites/links/import", params={"name": "own.csv"}, content=LINKS.encode()).json()
    assert taken["taken"] == 3 and len(taken["unusable"]) == 2
    assert "line 5" in taken["unusable"][0] and "tone" in taken["unusable"][0]
    assert "catalogue number" in taken["unusable"][1]
    corrie = next(s for s in passes(demo_client)["satellites"] if s["name"] == "Corrie")
    assert corrie["missing"] == "all its links are off"
    p = next(p for p in passes(demo_client)["passes"] if p["satellite"] == "Corrie")
    assert p["hearable"] is False and p["light"] in ("day", "dusk", "night")
    for form, head in (("csv", "downlink (MHz)"), ("json", '"downlink_hz": 435500000')):
        text = demo_client.get(f"/api/satellites/links.{form}").text
        assert head in text
        before = [s["links"] for s in demo_client.get("/api/satellites").json()]
        again = demo_client.post("/api/satellites/links/import", content=text.encode()).json()
        assert again["unusable"] == [] and again["taken"] == 8
        assert [s["links"] for s in demo_client.get("/api/satellites").json()] == before
    refused = demo_client.get(path(p))
    assert refused.status_code == 422 and refused.json()["where"] == "link"
    seen = demo_client.get(path(p) + "/sky").json()
    assert seen["missing"] == "all its links are off" and len(seen["track"]) > 10 and -25 < seen["declination_deg"] < -10
    number = corrie["number"]
    for wrong, word in (({"downlink_hz": 5}, "downlink"), ({"downlink_hz": 436_500_000, "access_tone": "88.5"}, "uplink"),
                        ({"downlink_hz": 436_500_000, "uplink_hz": 145_900_000, "access_tone": "88"}, "tone")):  # fmt: skip
        answer = demo_client.put(f"/api/satellites/{number}/links", json=[wrong])
        assert answer.status_code == 422 and answer.json()["where"] == word, answer.text
    two = [
        {"downlink_hz": 436_795_000},
        {"downlink_hz": 436_900_000, "uplink_hz": 145_890_000, "name": "second", "width": "narrow"},
    ]
    assert demo_client.put(f"/api/satellites/{number}/links", json=two).json()["links"][1]["name"] == "second"
    plan = demo_client.get(path(p)).json()
    assert plan["link"] == 1 and "narrow" in plan["rows"][0]["line"]
    assert demo_client.get(path(p), params={"link": 0}).status_code == 422
    assert demo_client.put("/api/satellites/1/links", json=[]).status_code == 404
    for bad in (b"", b"\xff\xfe", b"[1,2", b"number,downlink (m)\n1,2", b"a,b\n1,2", b"number,downlink (MHz)\n90200,x"):
        assert demo_client.post("/api/satellites/links/import", content=bad).status_code == 422, bad


def test_a_rehearsal_says_which_change_came_late_and_how_far_off_tune_that_led(demo_client):
    p = a_pass(demo_client)
    plan = demo_client.get(path(p)).json()
    start = datetime.fromisoformat(p["aos_utc"])
    due = [(datetime.fromisoformat(m["from_utc"]) - start).total_seconds() for m in plan["set"]["memories"]]
    turned = [{"at_s": s + (20 if k == 1 else 0), "memory": k} for k, s in enumerate(due) if k and k != len(due) - 1]
    told = demo_client.post(path(p) + "/score", json={"turned": turned, "contacts_s": []}).json()["changes_late"]
    assert [(c["memory"], c["late_s"]) for c in told] == [(1, 20.0), (len(due) - 1, None)]
    assert all(c["worst_hz"] > plan["set"]["worst_hz"] - 50 for c in told)
    twins = demo_client.get(path(p) + "/twins").json()
    assert [s["slot"] for s in twins[0]["sides"]] == [
        next(r["slot"] for r in plan["rows"] if r["side"] == side and r["memory"] in (0, -2)) for side in ("LEFT", "RIGHT")
    ]


def test_an_hour_for_several_says_who_works_what_with_my_radios_and_in_an_outing(demo_client):
    found = passes(demo_client, days=3)["passes"]
    ids = [r["id"] for r in demo_client.get("/api/radios").json()]
    first = next(p for p in found if p["workable"])
    asked = {"start_utc": first["aos_utc"], "minutes": 120, "operators": ["Ada", "Ben"], "radio_ids": ids}
    plan = demo_client.post("/api/passes/together", json=asked).json()
    assert plan["turns"] and {t["operator"] for t in plan["turns"]} <= {"Ada", "Ben"}
    assert all(plan["passes"][t["passed"]]["aos_utc"] <= t["ends_utc"] for t in plan["turns"])
    known = {p["satellite"] for p in plan["passes"]}
    assert {x["satellite"] for x in plan["left"]} <= known
    outing = demo_client.get("/api/outings").json()[0]["id"]
    club = demo_client.get(f"/api/outings/{outing}/satellites", params={"start": first["aos_utc"], "minutes": 60}).json()
    assert "operators" in club, club
    assert len(club["operators"]) == 6 and all(len(t["radios"]) == 1 for t in club["turns"])
    assert demo_client.post("/api/passes/together", json={**asked, "radio_ids": []}).status_code == 422
    assert demo_client.post("/api/passes/together", json={**asked, "radio_ids": [99]}).status_code == 404


def test_twins_set_up_by_the_sheets_own_steps_stand_as_those_that_are_set_up_already(demo_client):
    p = a_pass(demo_client)
    radios = demo_client.get(path(p)).json()["radios"]
    asked = demo_client.get(path(p) + "/by-hand").json()
    assert any(one["steps"] for one in asked)
    ready = demo_client.get(path(p) + "/twins").json()
    for n, play in enumerate(demo_client.get(path(p) + "/twins", params={"by_hand": True}).json()):
        mine = demo_client.get(f"/api/radios/{radios[n]['id']}").json()
        assert [(s["side"], s["slot"]) for s in play["sides"]] != [(s["side"], s["slot"]) for s in ready[n]["sides"]]
        for one in asked:
            for step in one["steps"] if one["radio"] == radios[n]["name"] else []:
                waits = all(a.startswith("wait") for a in step["actions"])  # what may be open is left by waiting, seen or not
                if step["actions"] and (step["when"] is None or waits):
                    act = {"model": mine["model"], "firmware": mine["firmware"], "region": "r2", "token": play["token"]}
                    play = demo_client.post("/api/twin/act", json={**act, "keys": step["actions"]}).json()
                    assert "token" in play, (one["title"], step, play)
        now, then = ({s["side"]: (s["slot"], s["main"]) for s in x["sides"]} for x in (play, ready[n]))
        assert now == then
