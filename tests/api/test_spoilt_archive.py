"""Archives with one thing otherwise: refused with nothing kept, or restored so that every page opens."""

import io
import json
import os
import random
import zipfile

from api.test_archive import clear, worked_with
from files.test_spoilt_profiles import places, put
from vocator.storage.archive import rows_of, table_names

MUTANTS = int(os.environ.get("VOCATOR_ARCHIVES", "30"))
ODD = [
    None,
    True,
    0,
    -1,
    7,
    10**12,
    10**30,
    0.5,
    "",
    "x",
    "x" * 500,
    "2026-11-28T09:00:00+00:00",
    "2026-13-40",
    [],
    {},
    [1],
    {"a": 1},
    "147.33 +",
    "−",
    "\u202e",
    "1" * 40,
]


def spoilt(parts, rng):
    """Return the parts with one place of one row put otherwise or taken out, and which."""
    name = rng.choice([n for n, rows in parts.items() if n != "manifest.json" and rows])
    path = (rng.randrange(len(parts[name])),)
    inner = list(places(parts[name][path[0]]))
    path = (*path, *rng.choice(inner)) if inner and rng.random() < 0.95 else path
    odd = rng.choice(ODD)
    return {
        **parts,
        name: put(parts[name], path, odd),
    }, f"{name} {'.'.join(map(str, path))}: {odd if odd is not None else 'gone'}"


def zipped(parts):
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w") as made:
        for name, content in parts.items():
            made.writestr(name, json.dumps(content))
    return out.getvalue()


def pages(client):
    """Return what the pages ask for, one level down."""
    yield from (
        "/radios",
        "/models",
        "/sheets",
        "/station",
        "/outings",
        "/log",
        "/contacts",
        "/satellites",
        "/workshop/descriptions",
        "/profiles",
        "/drill",
        "/goals",
    )
    for radio in client.get("/api/radios").json():
        yield f"/radios/{radio['id']}"
    for sheet in client.get("/api/sheets").json():
        yield f"/sheets/{sheet['id']}"
    for outing in client.get("/api/outings").json():
        yield f"/outings/{outing['id']}"


def test_one_thing_otherwise_is_refused_whole_or_opens_on_every_page(session, client):
    raw, _ = worked_with(session, client)
    with zipfile.ZipFile(io.BytesIO(raw)) as whole:
        parts = {name: json.loads(whole.read(name)) for name in whole.namelist()}
    rng, taken = random.Random(int(os.environ.get("VOCATOR_SEED", "1"))), 0
    clear(session)
    for _ in range(MUTANTS):
        changed, what = spoilt(parts, rng)
        answer = client.post("/api/archive", content=zipped(changed))
        assert answer.status_code in (201, 422), (what, answer.text[:300])
        session.expire_all()
        if answer.status_code == 422:
            assert answer.json()["found"] and answer.json()["do"], what
            assert all(rows_of(session, n) == [] for n in table_names()), what
            continue
        taken += 1
        for page in pages(client):
            shown = client.get(f"/api{page}")
            assert shown.status_code < 500, (what, page, shown.text[:300])
        clear(session)
    assert 0 < taken < MUTANTS
