"""A question answered anew: of every radio that ships and of every page of the examples, whatever the question has no field for stays."""

import copy
from functools import cache
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from support.owner import WRITTEN, built, written
from vocator.core.describing.answering import _carried, answered_anew
from vocator.core.describing.asking import Ask
from vocator.core.describing.draft import Wrong
from vocator.core.describing.questions import BY_NAME, QUESTIONS
from vocator.core.planning.planner import plan
from vocator.core.proving.prover import Verdict, prove
from vocator.usecases.programming.goal_table import plainest

NOTHING = object()


@cache
def page(name: str) -> dict[str, Any]:
    return written(name)


def leaves(data: Any, at: tuple[str, ...] = ()) -> dict[tuple[str, ...], Any]:
    """Return what stands where, lists as a whole."""
    if not isinstance(data, dict):
        return {at: data}
    return {path: value for name, one in data.items() for path, value in leaves(one, (*at, str(name))).items()}


def nodes(data: Any) -> set[tuple[str, ...]]:
    """Return every place down to the leaves."""
    return {path[:n] for path in leaves(data) for n in range(len(path) + 1)}


def others(ask: Ask, now: str) -> list[str]:
    """Return what else one may answer without looking at the radio."""
    if ask.kind == "select":
        return [c.value for c in ask.choices if c.value != now]
    if ask.kind == "check":
        return ["" if now else "yes"]
    return [n for n in ("4", "7") if n != now] if ask.kind == "number" else []


@pytest.mark.parametrize("name", WRITTEN)
def test_what_is_answered_as_it_stands_changes_nothing(name):
    """Whoever begins with a radio that is like the own one goes through the questions and mostly says yes."""
    data = copy.deepcopy(page(name))
    for question in QUESTIONS:
        read = question.read(data)
        assert data == page(name), f"{question.name} is only read"
        assert answered_anew(question, data, {k: f" {v} " for k, v in read.items()}) == page(name), question.name
        assert answered_anew(question, data, {}) == page(name), question.name


@pytest.mark.parametrize("name", WRITTEN)
def test_one_field_changed_changes_what_hangs_on_it_and_nothing_else(name):
    """Leaf by leaf: it stands as it stood unless the question writes it otherwise for the old answer than for the new one."""
    data, tried = page(name), 0
    for question in QUESTIONS:
        read = question.read(copy.deepcopy(data))
        as_read_there = copy.deepcopy(data)
        try:
            question.write(as_read_there, read)
        except Wrong:
            continue
        was, old = leaves(data), leaves(as_read_there)
        for ask in question.asks(data):
            for other in others(ask, str(read.get(ask.name, ""))):
                wanted = copy.deepcopy(data)
                try:
                    question.write(wanted, {**read, ask.name: other})
                except Wrong:
                    with pytest.raises(Wrong):
                        answered_anew(question, data, {ask.name: other})
                    continue
                new, now = leaves(wanted), leaves(answered_anew(question, data, {ask.name: other}))
                tried, given_up = tried + 1, nodes(as_read_there) - nodes(wanted)
                for path in {*was, *now}:
                    told = [place.get(path, NOTHING) for place in (was, old, new, now)]
                    if any(path[:n] in given_up for n in range(len(path))):
                        assert told[3] is NOTHING, (question.name, ask.name, other, path)
                    elif isinstance(told[0], list) and told[1] != told[2]:
                        gone = [x for x in told[1] if x not in told[2]] if isinstance(told[2], list) else told[1]
                        kept = [x for x in told[0] if x not in gone]
                        assert told[3] is NOTHING or [x for x in told[3] if x in kept] == kept, (question.name, ask.name, path)
                    elif told[1] == told[2]:
                        assert told[3] == told[0], (question.name, ask.name, other, path)
                    else:
                        assert told[3] in (told[2], told[0]), (question.name, ask.name, other, path)
                assert data == written(name), "the description before it stays as it was"
    assert tried > 20


def proven(data: dict[str, Any], kind: str) -> bool:
    twin = built(data)
    goal = next(plainest(twin, kind))
    return prove(twin, plan(twin, goal), goal).verdict is Verdict.PROVEN


@pytest.mark.parametrize(
    ("name", "question", "answer", "kinds"),
    [
        ("ardvane-finch", "label", {"quiet": "6"}, ("label", "repeater")),
        ("ardvane-finch", "icons", {"send": "T"}, ("repeater", "send")),
        ("ardvane-osprey", "frequency", {"quiet": "5"}, ("repeater",)),
        ("brisko-pico", "frequency", {"quiet": "5"}, ("repeater", "code")),
        ("oriel-lantern", "value", {"quiet": "9"}, ("repeater",)),
        ("oriel-wick", "menu", {"quiet": "7"}, ("repeater", "send and open")),
        ("pelorn-wagon", "label", {"quiet": "20"}, ("label",)),
        ("castellan-meridian", "value", {"quiet": "12"}, ("repeater",)),
        ("immer-dale", "icons", {"narrow": "NR"}, ("repeater",)),
    ],
)
def test_a_radio_like_it_with_another_time_or_icon_can_all_that_it_could(name, question, answer, kinds):
    changed = answered_anew(BY_NAME[question], page(name), answer)
    assert changed != page(name) and {k: BY_NAME[question].read(changed)[k] for k in answer} == answer
    for kind in kinds:
        assert proven(page(name), kind) and proven(changed, kind), kind


def test_an_icon_put_otherwise_stands_where_it_stood_and_those_that_are_not_asked_for_stay():
    before, after = (
        page("ardvane-finch")["icons"],
        answered_anew(BY_NAME["icons"], page("ardvane-finch"), {"minus": "DN"})["icons"],
    )
    assert len(after) == len(before) and after[0] == {"icon": "DN", "shift": "minus"} and after[1:] == before[1:]


def test_what_a_radio_does_in_a_way_that_a_question_does_not_know_is_said():
    with pytest.raises(Wrong, match="otherwise, change it under Every part") as told:
        answered_anew(BY_NAME["modes"], page("ardvane-heron"), {"mark": "M{slot}"})
    assert told.value.field == "to_memory"
    with pytest.raises(Wrong) as told:
        answered_anew(BY_NAME["modes"], page("ardvane-heron"), {"to_memory": "NO SUCH KEY"})
    assert told.value.field == "to_memory" and "Every part" not in str(told.value)


def test_keys_named_anew_keep_their_order_and_take_along_what_hangs_on_one_that_goes():
    data = page("nobbin-pebble")
    read = BY_NAME["keys"].read(data)
    more = answered_anew(BY_NAME["keys"], data, {"top": f"{read['top']} TORCH".strip()})
    assert [k for k in more["keys"] if k != "TORCH"] == data["keys"] and "TORCH" in more["keys"]
    assert more["screens"] == data["screens"] and more["panel"]["top"][-1] == "TORCH"
    fewer = answered_anew(BY_NAME["keys"], data, {"rows": read["rows"].replace("TURN", "").replace(", ,", ",")})
    assert "TURN" not in fewer["keys"] and not any(p.startswith("TURN") for s in fewer["screens"].values() for p in s["bind"])
    assert any(p.startswith("TURN") for s in data["screens"].values() for p in s["bind"])


PLAIN = st.recursive(
    st.one_of(st.integers(0, 9), st.text("ab", max_size=3), st.booleans()),
    lambda inner: st.one_of(st.lists(inner, max_size=4), st.dictionaries(st.sampled_from("pqrs"), inner, max_size=4)),
    max_leaves=12,
)


@given(PLAIN, PLAIN)
def test_a_difference_that_is_none_changes_nothing_and_a_whole_one_is_taken_whole(one, other):
    assert _carried(one, other, other) == one
    assert _carried(one, one, other) == other


@given(
    st.dictionaries(st.sampled_from("pqrs"), PLAIN),
    st.dictionaries(st.sampled_from("tuvw"), PLAIN),
    st.dictionaries(st.sampled_from("pqrs"), PLAIN),
)
def test_what_stands_beside_a_difference_stays(old, beside, new):
    assert _carried({**old, **beside}, old, new) == {**new, **beside}


@given(
    st.lists(st.sampled_from("abcd"), unique=True),
    st.lists(st.sampled_from("xyz"), unique=True),
    st.lists(st.sampled_from("abcd"), unique=True),
)
def test_items_of_a_list_that_are_nobody_s_stay_in_their_order_and_the_new_ones_are_there(old, beside, new):
    found = _carried([*old, *beside], old, new)
    assert [x for x in found if x in beside] == beside
    assert sorted(x for x in found if x not in beside) == sorted(new)
