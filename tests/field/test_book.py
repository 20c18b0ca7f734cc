"""The book of a device by itself: what changed and what was done, undone as a whole; files of other devices taken or refused as a whole."""

import copy
import json
import random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from vocator.core.refusal import Refusal
from vocator.field.book import OWN_IDS, TABLES, Book, moment, part, take

RADIO = {"id": 1, "model": "ardvane-finch", "firmware": "1", "name": "Ridge", "marks": []}
SHEET = {
    "id": "s", "radio_id": 1, "slot": "7", "title": "007", "status": "open", "created_at": "2026-03-14T15:00:00Z",
    "content": {"steps": [], "pages": [], "request": {}, "radio_id": 1},
}  # fmt: skip
TICK = {"id": "t", "sheet_id": "s", "step": 0, "at": "2026-03-14T15:00:00Z", "done": True}
SAID = {
    "radio_id": 1,
    "slot": "7",
    "at": "2026-03-14T15:00:00Z",
    "text": "noted",
    "source": None,
    "effect": {"state": "free", "channel": None},
}
OUTING = {"id": 4, "version": 1, "changed_at": "2026-03-14T15:00:00Z", "content": {"name": "Traverse"}}
PLACED = {"radio_id": 2, "channel_id": "hut", "slot": "1", "stands_for": "1|146.55|HUT", "sheet_id": "s2"}
FILE = {"version": 2, "rows": {
    "radio": [RADIO, {**RADIO, "id": 2, "name": "Bo's", "outing_id": 4, "person_id": "bo"}], "sheet": [SHEET], "tick": [TICK], "slot_event": [SAID],
    "own_profile": [], "outing": [OUTING], "placed_channel": [PLACED],
}}  # fmt: skip
ROWS = {
    "radio": st.builds(lambda n, name: {"id": n, "name": name}, st.integers(1, 4), st.sampled_from("ab")),
    "slot": st.builds(lambda n, s: {"radio_id": n, "slot": s}, st.integers(1, 2), st.sampled_from("78")),
    "tick": st.builds(lambda n: {"id": f"t{n}"}, st.integers(1, 4)),
}
DOING = st.one_of(
    *(st.tuples(st.sampled_from(["put", "put", "drop"]), st.just(table), row) for table, row in ROWS.items()),
    st.tuples(st.sampled_from(["done", "undo"]), st.just(""), st.none()),
)


def noted(book):
    """Return a function that keeps lines of slots, and the lines kept."""
    lines = []
    return (lambda radio_id, event: lines.append((radio_id, event.slot, event.text))), lines


@given(st.lists(DOING, max_size=40))
def test_changes_told_are_all_that_changed_and_undo_puts_back_exactly_that(doings):
    book, kept, since = Book(), {}, {}
    for doing, table, row in doings:
        if doing == "done":
            changed, _ = book.done()
            now = book.whole()
            plain = {f"{t}/{Book._name(t, r)}": r for t, rows in now.items() for r in rows}
            for name, told in changed.items():
                assert plain.get(name) == told
                kept.pop(name, None) if told is None else kept.update({name: told})
            assert kept == plain, "who keeps what is told has all of it"
            since = copy.deepcopy(plain)
        elif doing == "undo":
            book.undo()
            assert {f"{t}/{Book._name(t, r)}": r for t, rows in book.whole().items() for r in rows} == since
        else:
            getattr(book, doing)(table, row)
            found = book.row(table, *(row[k] for k in TABLES[table]))
            assert found == (row if doing == "put" else None)


def test_what_was_done_is_told_once_and_forgotten_with_what_it_changed():
    book = Book()
    book.put("radio", RADIO)
    book.note("radio", radio_id=1)
    changed, events = book.done()
    assert (
        list(changed) == ["radio/1"]
        and [(e["kind"], e["radio_id"]) for e in events] == [("radio", 1)]
        and len(events[0]["id"]) == 32
    )
    assert book.done() == ({}, [])
    book.note("radio name", radio_id=1)
    book.undo()
    assert book.done() == ({}, []), "what failed was not done"


def test_numbers_of_a_device_are_its_own_and_never_the_same_however_quickly_they_come():
    numbers = [Book().new_id()] + [n for book in [Book()] for n in (book.new_id() for _ in range(500))]
    assert min(numbers) >= OWN_IDS and len(set(numbers[1:])) == 500 and sorted(numbers[1:]) == numbers[1:]
    assert max(numbers) < 2**53, "a page counts no further"


@pytest.mark.parametrize(
    "text", ["2026-03-14T15:00:00Z", "2026-03-14T15:00:00+00:00", "2026-03-14T16:00:00+01:00", "2026-03-14T15:00:00.000Z"]
)
def test_a_moment_is_the_same_however_it_is_written(text):
    assert moment(text).isoformat() == "2026-03-14T15:00:00+00:00"


def test_a_file_is_taken_once_and_what_is_here_stays():
    book = Book()
    note, lines = noted(book)
    assert take(book, copy.deepcopy(FILE), note) == {"radios": 1, "sheets": 1}
    before = json.dumps(book.whole(), sort_keys=True)
    assert lines == [(1, "7", "noted")]
    assert take(book, copy.deepcopy(FILE), note) == {"radios": 0, "sheets": 0}
    assert json.dumps(book.whole(), sort_keys=True) == before
    (bo,) = [r for r in book.rows("radio") if r.get("person_id") == "bo"]
    assert bo["outing_id"] == book.rows("outing")[0]["id"] and book.rows("placed_channel")[0]["radio_id"] == bo["id"]


def test_another_radio_under_the_same_number_gets_a_number_of_its_own_with_all_that_is_its():
    book = Book([("radio", {**RADIO, "name": "Mine"}), ("outing", {**OUTING, "content": {"name": "Mine too"}})])
    note, lines = noted(book)
    take(book, copy.deepcopy(FILE), note)
    theirs = next(r for r in book.rows("radio") if r["name"] == "Ridge")
    assert theirs["id"] >= OWN_IDS and lines == [(theirs["id"], "7", "noted")]
    (sheet,) = book.rows("sheet")
    assert sheet["radio_id"] == sheet["content"]["radio_id"] == theirs["id"]
    assert sorted(o["content"]["name"] for o in book.rows("outing")) == ["Mine too", "Traverse"]


def test_a_part_for_another_phone_holds_one_radio_and_one_sheet_and_is_theirs():
    book = Book([(table, row) for table, rows in FILE["rows"].items() for row in rows if table != "slot_event"])
    book.put("slot", {"radio_id": 1, "slot": "7", "state": "free", "channel": None, "changed_at": "2026-03-14T15:00:00Z"})
    given = part(book, 1, "s")
    assert (
        [r["id"] for r in given["radio"]] == [1]
        and [s["id"] for s in given["sheet"]] == ["s"]
        and [t["id"] for t in given["tick"]] == ["t"]
    )
    assert [e["slot"] for e in given["slot_event"]] == ["7"]
    bos = part(book, 2, "")
    assert bos["radio"][0]["outing_id"] is None and bos["sheet"] == [] and bos["tick"] == []
    other = Book()
    assert take(other, {"version": 2, "rows": bos}, noted(other)[0]) == {"radios": 1, "sheets": 0}


def spoilt(rng, value):
    """Return data with one thing in it that does not belong there."""
    if isinstance(value, dict) and value and rng.random() < 0.85:
        key = rng.choice(sorted(value))
        return {**value, key: spoilt(rng, value[key])}
    if isinstance(value, list) and value and rng.random() < 0.85:
        n = rng.randrange(len(value))
        return [*value[:n], spoilt(rng, value[n]), *value[n + 1 :]]
    return rng.choice([v for v in (None, 7, "x", [], {}, [None], True, -1.5) if type(v) is not type(value)])


@pytest.mark.parametrize("seed", range(120))
def test_a_spoilt_file_is_refused_with_what_to_do_or_taken_without_harm(seed):
    rng = random.Random(seed)
    book = Book([("radio", {**RADIO, "id": 9, "name": "Mine"})])
    try:
        take(book, spoilt(rng, copy.deepcopy(FILE)), noted(book)[0])
    except Refusal as refused:
        assert refused.do.endswith(".") and refused.where == "file"
    except (KeyError, TypeError, ValueError):
        pass  # the kernel answers these as a wrong shape, and undoes what was begun
    book.undo()
    assert book.whole() == {"radio": [{**RADIO, "id": 9, "name": "Mine"}]} or book.rows("radio")[0]["name"] == "Mine"


@pytest.mark.parametrize(
    "given", [None, [], {}, {"version": 1}, {"version": 3, "rows": {}}, {"version": 2}, {"version": 2, "rows": []}, "text"]
)
def test_what_is_no_such_file_says_so(given):
    with pytest.raises(Refusal) as refused:
        take(Book(), given, lambda *_: None)
    assert ("newer" in str(refused.value)) == (isinstance(given, dict) and given.get("version") == 3)
