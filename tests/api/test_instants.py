"""Dates that cannot be: refused or kept with the server's time, and every page opens afterwards."""

from datetime import datetime, timedelta

import pytest

from support.ticks import ticks_of
from vocator import clock

IMPOSSIBLE = ("0001-01-01T00:00:00+14:00", "9999-12-31T23:59:59-12:00", "1969-12-31T23:59:59Z", "2099-12-31T23:59:59Z")
PAGES = ("log", "log.csv", "archive.zip", "outings", "radios", "contacts", "contacts.adi", "contacts.csv", "sheets", "satellites")  # fmt: skip


def all_open(client):
    answers = {page: client.get(f"/api/{page}").status_code for page in PAGES}
    assert set(answers.values()) == {200}, answers


@pytest.mark.parametrize("at", IMPOSSIBLE)
def test_a_tick_of_a_wrong_clock_is_kept_with_the_servers_time_and_the_clock_is_told(client, at):
    radio = client.post("/api/radios", json={"model": "ardvane-finch"}).json()["id"]
    sheet = client.post("/api/sheets", json={"radio_id": radio, "slot": "7", "line": "146.55"}).json()
    kept = client.post("/api/sheets/ticks", json=ticks_of(sheet, at))
    assert kept.status_code == 200 and len(kept.json()["ids"]) == len(sheet["content"]["steps"])
    assert kept.json()["notes"] == [n for n in kept.json()["notes"] if n.startswith("your clock says")] != []
    line = client.get("/api/log").json()[0]
    assert abs(datetime.fromisoformat(line["at"]) - clock.utc_now()) < timedelta(minutes=10)
    assert client.get(f"/api/radios/{radio}/slots/7").json()["slot"]["state"] == "read_back"
    all_open(client)


@pytest.mark.parametrize("at", [*IMPOSSIBLE[:3], "2026-11-25T12:00:00"])
def test_a_contact_of_no_possible_date_is_refused_and_says_what_is_allowed(client, at):
    refused = client.post("/api/contacts", json={"contacts": [{"id": "stamp-0001", "at_utc": at}]})
    assert refused.status_code == 422 and "contacts.0.at_utc" in refused.json()["detail"]
    assert client.get("/api/contacts").json() == []
    assert client.get(f"/api/passes/90101/{at}").status_code == 422
    all_open(client)


def test_a_contact_stamped_by_a_clock_that_is_ahead_is_kept_with_the_servers_time(client):
    ahead = (clock.utc_now() + timedelta(days=3)).isoformat()
    kept = client.post("/api/contacts", json={"contacts": [{"id": "stamp-0001", "at_utc": ahead, "call_sign": "QZ7LOM"}]}).json()
    assert kept["ids"] == ["stamp-0001"] and "your clock says" in kept["notes"][0]
    assert datetime.fromisoformat(client.get("/api/contacts").json()[0]["at_utc"]) <= clock.utc_now()


def test_elements_and_contacts_in_files_are_bounded_alike(client):
    omm = '[{"OBJECT_NAME": "Odd-1", "NORAD_CAT_ID": 90199, "EPOCH": "%s", "MEAN_MOTION": 15, "ECCENTRICITY": 0.001, "INCLINATION": 51, "RA_OF_ASC_NODE": 1, "ARG_OF_PERICENTER": 2, "MEAN_ANOMALY": 3}]'  # fmt: skip
    for at in ("0001-01-01T00:00:00+14:00", "9999-12-31T23:59:59-12:00", "2100-01-01T00:00:00"):
        answer = client.post("/api/satellites/import", content=omm % at)
        assert answer.status_code == 422 or answer.json()["taken"] == 0
    adif = "<EOH><CALL:6>QZ7LOM<QSO_DATE:8>%s<TIME_ON:4>1200<MODE:2>FM<EOR>"
    for day in ("00010101", "99991231"):
        assert client.post("/api/contacts/import", content=adif % day).status_code == 422
    all_open(client)
