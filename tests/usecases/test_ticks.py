"""Ticks and contacts sent twice, late, in any order and at once leave what they leave when each is sent once."""

from dataclasses import asdict
from datetime import UTC, datetime, timedelta

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from vocator.core.instants import stamped
from vocator.core.keeping.contacts import Contact
from vocator.core.keeping.records import Outcome, Tick
from vocator.storage.orbit_repositories import ContactRepository
from vocator.storage.repositories import LogRepository, RadioRepository, SheetRepository
from vocator.usecases.keeping.radios import add_radio
from vocator.usecases.programming.sheets import open_batch, open_sheet, tick

BEGUN = datetime(2026, 5, 1, 10, 0, tzinfo=UTC)


@pytest.fixture
def sheets(session):
    """Three sheets of one radio: two for the same slot, and one of two channels of which one is that slot."""
    radio = add_radio(session, "ardvane-finch", None, "mine").radio
    stored = open_sheet(session, radio.id, "7", "147.33 + 103.5", "RIDGE", None, "store", None)
    renamed = open_sheet(session, radio.id, "7", "147.33 + 103.5", "RIDGE", None, "read-back", None)
    many = open_batch(session, radio.id, "slot,line,label\n7,146.55,SIMP\n8,147.195 + 110.9,NORTH\n")
    session.flush()
    return radio.id, (stored, renamed, many)


def left(session, radio_id, sheets):
    session.flush()
    session.expire_all()
    radios = RadioRepository(session)
    log = [{k: v for k, v in asdict(e).items() if k != "id"} for e in LogRepository(session).latest(500)]
    return (
        {s.slot: s for s in radios.slots(radio_id)},
        [radios.history(radio_id, slot) for slot in ("7", "8")],
        sorted(log, key=repr),
        [(SheetRepository(session).get(s.id).status, SheetRepository(session).ticked(s.id)) for s in sheets],
    )


@st.composite
def sequences(draw):
    """Some steps of the three sheets, with the end of each often among them, done or taken back, tried or not."""
    one = st.tuples(
        st.integers(0, 2),
        st.one_of(st.sampled_from([-1, -2, -3]), st.integers(0, 60)),
        st.integers(0, 5),
        st.sampled_from([True, True, True, False]),
        st.sampled_from([None, None, Outcome.OPENED, Outcome.NOTHING]),
    )
    made = draw(st.lists(one, min_size=1, max_size=12))
    again = draw(st.lists(st.integers(0, len(made) - 1), max_size=20))
    order = draw(st.permutations([*range(len(made)), *again]))
    return made, order, draw(st.integers(1, 6))


@settings(max_examples=40, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(sequences())
def test_ticks_resent_in_any_order_leave_what_they_leave_when_sent_once(session, sheets, drawn):
    radio_id, kept = sheets
    made, order, at_once = drawn
    ticks = [
        Tick(f"tick-{n:04}", kept[s].id, step % len(kept[s].content["steps"]),
             BEGUN + timedelta(minutes=later), done, outcome)
        for n, (s, step, later, done, outcome) in enumerate(made)
    ]  # fmt: skip
    once = session.begin_nested()
    for one in ticks:
        tick(session, [one])
    wanted = left(session, radio_id, kept)
    once.rollback()
    session.expire_all()
    again = session.begin_nested()
    for start in range(0, len(order), at_once):
        sent = [ticks[i] for i in order[start : start + at_once]]
        assert tick(session, sent) == [t.id for t in sent]
    found = left(session, radio_id, kept)
    again.rollback()
    session.expire_all()
    assert found == wanted


def test_a_slot_that_was_checked_stays_so_when_its_ticks_come_again(session, sheets):
    radio_id, (stored, _, _) = sheets
    ticks = [
        Tick(f"tick-{n:04}", stored.id, n, BEGUN + timedelta(seconds=n), True, Outcome.OPENED if n == len(stored.content["steps"]) - 1 else None)
        for n in range(len(stored.content["steps"]))
    ]  # fmt: skip
    tick(session, ticks)
    before = left(session, radio_id, [stored])
    assert before[0]["7"].state == "checked" and len(before[2]) == 2
    for one in ticks:
        tick(session, [one])
    assert left(session, radio_id, [stored]) == before


FORMS = [Contact("stamp-0001", BEGUN, note=note, call_sign=call) for note, call in (("", ""), ("", "QZ7LOM"), ("edge", "QZ7LOM"))]


@settings(max_examples=30, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.permutations([0, 1, 2, 0, 1, 2, 0]))
def test_the_latest_form_of_a_contact_stays_whatever_comes_again(session, order):
    again = session.begin_nested()
    contacts = ContactRepository(session)
    for n in order:
        contacts.put(FORMS[n], BEGUN + timedelta(minutes=n))
    assert contacts.all() == [FORMS[2]]
    contacts.remove("stamp-0001", BEGUN + timedelta(minutes=5))
    for n in order:
        contacts.put(FORMS[n], BEGUN + timedelta(minutes=n))
    assert contacts.all() == [], "what was taken out does not come back by itself"
    again.rollback()
    session.expire_all()


def test_a_form_without_its_time_takes_the_place_of_what_was_and_does_nothing_the_second_time(session):
    contacts = ContactRepository(session)
    for n in (0, 1, 2, 0, 1):
        contacts.put(FORMS[n])
    assert contacts.all() == [FORMS[2]]


@given(st.datetimes(timezones=st.timezones() | st.just(UTC)))
def test_whatever_a_clock_says_what_was_done_is_kept_at_a_possible_time(at):
    now = datetime(2026, 11, 26, tzinfo=UTC)
    when, words = stamped(at, now)
    assert when.tzinfo is UTC and 2000 <= when.year < 2100 and when - now <= timedelta(days=1)
    assert (words is None) == (when == at), "either it is what the clock says, or the clock is told of"
