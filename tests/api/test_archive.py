"""The archive: everything out, everything back into an empty store, nothing from a bad one."""

import io
import json
import zipfile

import pytest
from sqlalchemy import text

from support.ticks import ticks_of
from vocator.storage.archive import REVISION, added_since, rows_of, table_names
from vocator.storage.tables import Base
from vocator.usecases.keeping.demo import load_demo


def clear(session):
    for table in reversed(Base.metadata.sorted_tables):
        session.execute(table.delete())
    session.flush()
    session.expire_all()


def test_all_that_is_kept_goes_out_and_comes_back_into_an_empty_installation(session, client):
    load_demo(session)
    outing = client.get("/api/outings").json()[0]["id"]
    assert client.post(f"/api/outings/{outing}/people/hay/sheet").status_code == 201
    client.post(
        "/api/contacts", json={"contacts": [{"id": "stamp-0001", "at_utc": "2026-11-25T12:00:00Z", "call_sign": "QZ7LOM"}]}
    )
    raw = client.get("/api/archive.zip").content
    before = {name: rows_of(session, name) for name in table_names()}
    assert client.post("/api/archive", content=raw).status_code == 422, "not into a store that holds something"
    clear(session)
    restored = client.post("/api/archive", content=raw)
    assert restored.status_code == 201, restored.text
    after = {name: rows_of(session, name) for name in table_names()}
    for name in table_names():
        assert sorted(map(json.dumps, after[name])) == sorted(map(json.dumps, before[name])), name
    assert restored.json()["rows"] == sum(map(len, before.values()))
    added = client.post("/api/radios", json={"model": "ardvane-finch"})
    assert added.status_code == 201, "numbers go on after the restored ones"


def test_the_archive_knows_the_newest_migration(session):
    assert session.execute(text("select version_num from alembic_version")).scalar() == REVISION


def archive(changes=None, extra=None):
    manifest = {"vocator_archive": 1, "revision": REVISION}
    parts = {"manifest.json": json.dumps(manifest), **{f"{n}.json": "[]" for n in table_names()}, **(changes or {})}
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as made:
        for name, content in {**parts, **(extra or {})}.items():
            if content is not None:
                made.writestr(name, content)
    return out.getvalue()


BAD = {
    "nothing": b"", "no zip": b"hello", "cut short": archive()[:-40], "a path": archive(None, {"../evil.json": "[]"}), "a program": archive(None, {"run.py": "x"}),
    "newer": archive({"manifest.json": json.dumps({"vocator_archive": 1, "revision": "9999"})}), "no manifest": archive({"manifest.json": None}),
    "a table missing": archive({"radio.json": None}), "odd columns": archive({"radio.json": '[{"id": 1}]'}), "no rows": archive({"radio.json": "{}"}),
    "no JSON": archive({"radio.json": "["}), "a bad row": archive({"element_set.json": json.dumps([{"number": "x", "name": "a", "epoch_utc": "z", "fields": {}, "source": "", "fetched_at": "", "chosen": True}])}),
}  # fmt: skip


@pytest.mark.parametrize("raw", BAD.values(), ids=BAD.keys())
def test_what_is_no_whole_archive_is_refused_and_nothing_is_kept(session, client, raw):
    refused = client.post("/api/archive", content=raw)
    assert refused.status_code == 422, refused.text
    assert refused.json()["do"]
    assert all(rows_of(session, n) == [] for n in table_names())


def rewritten(raw, name, change):
    """Return an archive with one part changed by a function of its contents."""
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(raw)) as old, zipfile.ZipFile(out, "w") as made:
        for part in old.namelist():
            content = json.loads(old.read(part))
            if part == name:
                change(content)
            made.writestr(part, json.dumps(content))
    return out.getvalue()


def set_in(n, **fields):
    return lambda rows: rows[n].update(fields)


WRONG = {
    "a year that is none": ("work_log", set_in(0, at="0001-01-01T00:00:00+14:00"), "work_log, row 1, at"),
    "a model that is none": ("radio", set_in(0, model="no-such"), "radio, row of "),
    "a state that is none": ("slot", set_in(0, state="burnt"), "slot, row of "),
    "a channel that is none": ("slot", set_in(0, channel={"rx_hz": "high"}), "slot, row of "),
    "a slot that the radio lacks": ("slot", set_in(0, slot="9999"), "slot, row of "),
    "a sheet without steps": ("sheet", lambda rows: rows[0]["content"].pop("steps"), "sheet, row of "),
    "a step that is none": ("sheet", lambda rows: rows[0]["content"]["steps"][0].update(say=7), "content.steps.0.say"),
    "a request of another kind": ("sheet", lambda rows: rows[0]["content"]["request"].update(colour="red"), "colour"),
    "an outing of no region": ("outing", lambda rows: rows[0]["content"].update(region="r9"), "outing, row of "),
    "an orbit that is none": ("element_set", lambda rows: rows[0]["fields"].update(eccentricity=7), "element_set, row of "),
    "an orbit of words": ("element_set", lambda rows: rows[0]["fields"].update(eccentricity="round"), "element_set"),
    "a contact of nobody's mode": ("contact", set_in(0, mode=7), "contact, row 1, mode"),
    "a number too large": ("contact", set_in(0, tx_hz=10**30), "contact, row 1, tx_hz"),
    "a text too long": ("radio", set_in(0, name="x" * 61), "radio, row 1, name"),
    "a text with a zero in it": ("radio", set_in(0, name="x\0y"), "radio, row 1, name"),
    "a station of no region": ("station", set_in(0, region="r9"), "station, row of 1"),
    "a sheet of no radio": ("sheet", set_in(0, radio_id=4711), "sheet: "),
    "nested without end": ("outing", lambda rows: rows.append(nest(900)), "nested"),
}  # fmt: skip


def worked_with(session, client):
    """Return the archive of a demonstration in which a sheet was followed and a contact stamped, and that sheet's id."""
    load_demo(session)
    outing = client.get("/api/outings").json()[0]["id"]
    sheet = client.post(f"/api/outings/{outing}/people/hay/sheet").json()["id"]
    client.post("/api/sheets/ticks", json=ticks_of(client.get(f"/api/sheets/{sheet}").json()))
    client.post(
        "/api/contacts", json={"contacts": [{"id": "stamp-0001", "at_utc": "2026-11-25T12:00:00Z", "call_sign": "QZ7LOM"}]}
    )
    raw = client.get("/api/archive.zip").content
    return raw, sheet


def nest(depth):
    made = []
    for _ in range(depth):
        made = [made]
    return made


def test_an_archive_whose_contents_do_not_open_is_named_and_nothing_of_it_is_taken(session, client):
    raw, sheet = worked_with(session, client)
    clear(session)
    for what, (part, change, named) in WRONG.items():
        refused = client.post("/api/archive", content=rewritten(raw, f"{part}.json", change))
        assert refused.status_code == 422, (what, refused.text[:300])
        assert named in refused.json()["found"], (what, refused.json()["found"])
        session.expire_all()
        assert all(rows_of(session, n) == [] for n in table_names()), what
    restored = client.post("/api/archive", content=raw)
    assert restored.status_code == 201, restored.text
    assert client.get(f"/api/sheets/{sheet}").json()["status"] == "done"


def test_an_archive_of_the_version_before_is_taken_with_what_was_ticked_as_it_was_noted(session, client):
    radio = client.post("/api/radios", json={"model": "ardvane-finch"}).json()["id"]
    sheet = client.post("/api/sheets", json={"radio_id": radio, "slot": "7", "line": "146.55"}).json()
    ticks = ticks_of(sheet)["ticks"]
    client.post("/api/sheets/ticks", json={"ticks": ticks[:-1]})
    raw = client.get("/api/archive.zip").content
    before = client.get("/api/log").json()
    assert before
    for part in ("tick", "work_log", "slot_event", "contact"):
        lacking = added_since("0006", part)
        raw = rewritten(raw, f"{part}.json", lambda rows, lacking=lacking: [r.pop(k) for r in rows for k in lacking])
    raw = rewritten(raw, "manifest.json", lambda manifest: manifest.update(revision="0006"))
    clear(session)
    restored = client.post("/api/archive", content=raw)
    assert restored.status_code == 201, restored.text
    client.post("/api/sheets/ticks", json={"ticks": ticks})
    after = client.get("/api/log").json()
    assert sorted(line["text"] for line in after) == sorted([*(line["text"] for line in before), "read back: " + sheet["title"]])
