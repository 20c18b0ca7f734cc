"""The contact log and the work log by themselves: what is kept, in whatever order it comes; what is found; what leaves and comes back."""

import csv
import random
from dataclasses import replace
from datetime import UTC, date, datetime, timedelta
from io import StringIO

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from vocator.core.keeping.contacts import ONE_PASS, Contact, band_of, is_duplicate, satellite_mode
from vocator.core.keeping.log_filter import LogFilter
from vocator.core.keeping.records import LogEntry, Outcome, Station
from vocator.core.refusal import Refusal
from vocator.storage.repositories import LogRepository, StationRepository
from vocator.usecases.keeping import contacts as log

AT = datetime(2026, 3, 14, 12, 0, tzinfo=UTC)
CALLS, SATELLITES = ("QZ1AA", "QZ2BB", "qz1aa"), ("Wren-5", "Sable-1", "")
HZ = (None, 145_960_000, 435_250_000, 29_600_000, 1_269_000_000, 162_000_000)


def contacts_at(at=AT):
    return st.builds(
        Contact, st.uuids().map(str), st.integers(-40, 40).map(lambda m: at + timedelta(minutes=m)), st.sampled_from(("", *CALLS)), st.sampled_from(("", "FN25", "FN25ab")),
        st.sampled_from(SATELLITES), st.sampled_from(("FM", "CW")), st.sampled_from(HZ), st.sampled_from(HZ), note=st.sampled_from(("", "loud", "Ridge hut")),
    )  # fmt: skip


@given(contacts_at(), contacts_at())
def test_a_duplicate_is_one_both_ways_never_of_itself_and_within_one_pass_only(one, other):
    assert is_duplicate(one, other) == is_duplicate(other, one)
    assert not is_duplicate(one, one) and not is_duplicate(replace(one, call_sign=""), replace(other, call_sign=""))
    twin = replace(one, id="another", call_sign=one.call_sign.lower())
    assert is_duplicate(one, twin) == bool(one.call_sign)
    assert not is_duplicate(one, replace(twin, at_utc=one.at_utc + ONE_PASS))
    assert not is_duplicate(one, replace(twin, satellite="Marlin"))


def test_bands_and_the_letters_of_a_satellite():
    assert [band_of(hz) for hz in HZ] == ["", "2m", "70cm", "10m", "23cm", ""]
    one = Contact("a", AT, tx_hz=145_960_000, rx_hz=435_250_000)
    assert satellite_mode(one) == "V/U" and satellite_mode(replace(one, rx_hz=None)) == ""
    assert satellite_mode(replace(one, tx_hz=1_269_000_000, rx_hz=29_600_000)) == "L/A"


@settings(max_examples=25, deadline=None)
@given(st.lists(contacts_at(), min_size=1, max_size=6, unique_by=lambda c: c.id), st.integers(0, 9))
def test_what_is_looked_for_is_found_by_each_part_of_it_alone(found, seed):
    rng = random.Random(seed)
    for c in found:
        band = band_of(c.tx_hz) or band_of(c.rx_hz)
        wanted = LogFilter(
            find=c.call_sign.lower(), satellite=c.satellite, band=band, first_day=c.at_utc.date(), last_day=c.at_utc.date()
        )
        assert wanted.takes_contact(c)
        assert not LogFilter(find="nobody says this").takes_contact(c)
        assert not LogFilter(first_day=c.at_utc.date() + timedelta(days=1)).takes_contact(c)
        assert not LogFilter(last_day=c.at_utc.date() - timedelta(days=1)).takes_contact(c)
        words = [w for w in (c.call_sign, c.satellite, c.note, c.grid) if w]
        rng.shuffle(words)
        assert LogFilter(find=" ".join(words).upper()).takes_contact(c)


@pytest.fixture
def station(session):
    StationRepository(session).save(Station(call_sign="QZ9ME", latitude_deg=45.5, longitude_deg=-75.7))


def test_changes_that_come_late_or_twice_leave_what_was_changed_last(session, station):
    later = [(Contact("a" * 8, AT, "QZ1AA", note=f"change {n}"), AT + timedelta(minutes=n)) for n in range(4)]
    for order in (later, later[::-1], [later[2], later[0], later[3], later[1], later[3]]):
        log.remove_contact(session, "a" * 8)
        given_id = f"{len(log.contacts_view(session)):08d}"
        for one, changed in order:
            assert log.keep_contacts(session, [(replace(one, id=given_id), changed)]) == [given_id]
        kept = next(c for c in log.contacts_view(session) if c["id"] == given_id)
        assert (kept["note"], kept["my_call"], kept["my_grid"]) == ("change 3", "QZ9ME", "FN25")
    with pytest.raises(Refusal, match="grid"):
        log.keep_contacts(session, [(Contact("b" * 8, AT, grid="ZZ99"), None)])


def test_the_log_tells_duplicates_distance_and_leaves_and_comes_back_whole(session, station):
    first = Contact("first-01", AT, "qz1aa ", "FN35", "Wren-5", tx_hz=145_960_000, rx_hz=435_250_000, report_sent="59")
    again = replace(first, id="again-01", at_utc=AT + timedelta(minutes=8), call_sign="QZ1AA", note='a "quoted", note')
    other = Contact("other-01", AT + timedelta(days=1), "QZ2BB", "JN58", "Sable-1")
    stamp = Contact("stamp-01", AT + timedelta(hours=1))
    log.keep_contacts(session, [(c, None) for c in (stamp, other, again, first)])
    seen = log.contacts_view(session)
    assert [c["id"] for c in seen] == ["other-01", "stamp-01", "again-01", "first-01"], "the latest first"
    assert [c["duplicate_of_utc"] for c in seen] == [None, None, AT, None]
    assert seen[3]["sat_mode"] == "V/U" and 5_000 < seen[0]["distance_km"] < 7_000 and seen[1]["distance_km"] is None
    rows = list(csv.reader(StringIO(log.csv_of(session))))
    assert len(rows) == 5 and len(rows[0]) == len(log.CONTACT_HEAD) and rows[2][-1] == again.note
    adif = log.adif_of(session)
    assert adif.count("<EOR>") + adif.count("<eor>") == 3, "a stamp without a call sign stays at home"
    there = log.import_adif(session, adif.encode())
    assert (there.taken, there.there_already) == (0, 3)
    for one in ("first-01", "again-01", "other-01"):
        log.remove_contact(session, one)
    back = log.import_adif(session, adif.encode())
    assert (back.taken, back.there_already, back.refused) == (3, 0, ())
    assert sorted((c["call_sign"], c["satellite"], c["at_utc"]) for c in log.contacts_view(session) if c["call_sign"]) == [
        ("QZ1AA", "Wren-5", AT), ("QZ1AA", "Wren-5", again.at_utc), ("QZ2BB", "Sable-1", other.at_utc)
    ]  # fmt: skip
    with pytest.raises(Refusal, match="ADIF"):
        log.import_adif(session, b"nothing of the kind")


def test_the_work_log_is_narrowed_down_and_leaves_as_a_table(session):
    lines = {
        f"line-{n}": LogEntry(AT + timedelta(days=n), ("Finch", "Pico")[n % 2], str(n), f"written {n}", "proven", (None, Outcome.OPENED, Outcome.NOTHING)[n % 3])
        for n in range(9)
    }  # fmt: skip
    LogRepository(session).bring_to("sheet-1", lines)
    session.flush()
    assert [e.slot for e in log.work_log(session, LogFilter(), 3)] == ["8", "7", "6"]
    assert [e.slot for e in log.work_log(session, LogFilter(radio="Pico", outcome="opened"), 50)] == ["7", "1"]
    spring = LogFilter(first_day=date(2026, 3, 16), last_day=date(2026, 3, 18), find="WRITTEN proven")
    assert [e.slot for e in log.work_log(session, spring, 50)] == ["4", "3", "2"]
    table = list(csv.reader(StringIO(log.work_csv_of(session, spring))))
    assert [row[2] for row in table[1:]] == ["2", "3", "4"] and table[1][0] == "2026-03-16T12:00:00Z"
