"""The archive: everything out, everything back into an empty store, nothing from a bad one."""

import io
import json
import zipfile

import pytest
from sqlalchemy import text

from vocator.storage.archive import REVISION, rows_of, table_names
from vocator.storage.tables import Base
from vocator.usecases.demo import load_demo


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
