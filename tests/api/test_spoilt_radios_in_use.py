"""Radios of one's own whose profile has one part otherwise: whatever is asked of them is answered or refused, never with a fault of ours."""

import os
import random
import re

from files.test_spoilt_profiles import otherwise, places, put
from support.owner import WRITTEN, written
from vocator.files.profile_writing import profile_yaml

SEED, RADIOS = int(os.environ.get("VOCATOR_SEED", "3")), int(os.environ.get("VOCATOR_RADIOS", "6"))
LINES = ("147.33 + 103.5", "446.0", "146.94 - d023 narrow", "145.5")


def profiles(rng):
    """Yield profiles under a model of their own, each with one to two places otherwise, and which."""
    names = sorted(WRITTEN)
    while True:
        data = written(rng.choice(names))
        data |= {"model": "my-own", "name": "My own"}
        words, where = [str(p[-1]) for p in places(data)], []
        for _ in range(rng.choice([1, 1, 2])):
            path = rng.choice([p for p in places(data) if p[0] not in ("model", "name")])
            value = data
            for part in path:
                value = value[part]
            new = None if rng.random() < 0.4 else otherwise(rng, value, words)
            data = put(data, path, new)
            where.append(f"{'.'.join(map(str, path))}: {new if new is not None else 'gone'}")
        yield data, "; ".join(where)


def asked(client, radio, rng):
    """Yield the answers to whatever the pages ask about a radio."""
    number, keys = radio["id"], radio["slot_keys"]
    for page in ("", "/goals", "/seen", "/slots.csv", f"/slots/{keys[0]}", f"/slots/{keys[-1]}", f"/slots/{keys[0]}/faults"):
        yield client.get(f"/api/radios/{number}{page}")
    for way in ("long", "short"):
        made = client.post(
            "/api/sheets", json={"radio_id": number, "slot": rng.choice(keys), "line": rng.choice(LINES), "way": way}
        )
        yield made
        if made.status_code == 201:
            sheet = made.json()["id"]
            steps = len(made.json()["content"]["steps"])
            for page in ("", "/standing", "/card.pdf", f"/twin/{min(2, steps)}"):
                yield client.get(f"/api/sheets/{sheet}{page}")
            at = rng.randint(1, steps)
            yield (seen := client.get(f"/api/sheets/{sheet}/steps/{at}/sights"))
            shown = [one["display"]["text"] for one in seen.json()] if seen.is_success else []
            for text in (None, *rng.sample(shown, min(1, len(shown)))):
                yield client.post(f"/api/sheets/{sheet}/steps/{at}/recovery", json={"text": text})
    for goal in ("erase", "read-back", "find-tone"):
        yield client.post("/api/sheets", json={"radio_id": number, "slot": keys[0], "goal": goal})
    begun = client.post("/api/twin/start", json={"model": radio["model"]})
    yield begun
    if begun.status_code == 200:
        for key in rng.sample(["[1]", "[MENU]", "[FN]", "[UP]", "DIAL +1", "[PTT]", "wait 9s"], 4):
            yield client.post("/api/twin/act", json={"model": radio["model"], "token": begun.json()["token"], "keys": [key]})
    yield client.get("/api/drill", params={"model": radio["model"]})
    yield client.post(f"/api/radios/{number}/marks", json={"state": "keep_out", "slots": f"{keys[0]}, {keys[-1]}"})


def test_a_radio_of_one_s_own_with_one_part_otherwise_is_worked_with_or_refused(client):
    rng, used, refused, tried, done = random.Random(SEED), 0, 0, set[str](), set[str]()
    for data, what in profiles(rng):
        taken = client.post("/api/models", content=profile_yaml(data).encode())
        assert taken.status_code in (201, 422), (what, taken.text[:300])
        if taken.status_code == 422:
            refused += 1
            assert taken.json()["title"] and taken.json()["detail"], what
            continue
        used += 1
        added = client.post("/api/radios", json={"model": "my-own"})
        assert added.status_code == 201, (what, added.text[:300])
        for answer in asked(client, added.json(), rng):
            assert answer.status_code < 500, (what, str(answer.request.url), answer.text[:300])
            page = re.sub(r"(?<=/slots)/[^/]+|/[0-9a-f]{32}|/\d+", "/N", f"{answer.request.method} {answer.request.url.path}")
            tried.add(page)
            done |= {page} if answer.is_success else set()
        assert client.delete(f"/api/radios/{added.json()['id']}").status_code == 204
        assert client.delete("/api/models/my-own").status_code == 204
        if used == RADIOS:
            break
    assert refused and len(done) > 12
    assert tried - done <= {"GET /api/radios/N/slots/N/faults"}, "each page answered for some radio"
