"""Symbols answer as each of their values would: exploring parts the domain, and misses nothing."""

from itertools import product

from hypothesis import given
from hypothesis import strategies as st

from vocator.core.proving.symbols import Box, Derived, Ledger, Symbol, key_of, none_or

QUESTIONS = {
    "equal": lambda a, b: a == 2,
    "unequal": lambda a, b: a != b,
    "order": lambda a, b: a < b,
    "sum": lambda a, b: a + b > 5,
    "rest": lambda a, b: a % 3 == 0 and b >= 1,
    "either": lambda a, b: bool(a) or b == 0,
    "index": lambda a, b: "abcdefghij"[a] + "x" * b,
    "looked up": lambda a, b: str({0: "no", 1: "yes"}.get(a, b)),
    "reckoned": lambda a, b: divmod(a * 7 - b, 4),
    "reversed": lambda a, b: 9 - a - abs(-b),
    "among": lambda a, b: b in (1, 4, a),
}


@given(st.sets(st.integers(0, 9), min_size=1), st.sets(st.integers(0, 5), min_size=1), st.sampled_from(sorted(QUESTIONS)))
def test_exploring_answers_for_each_pair_of_values_as_they_would(first, second, name):
    ledger, ask = Ledger(), QUESTIONS[name]
    a, b = ledger.symbol("a", sorted(first), min(first)), ledger.symbol("b", sorted(second), min(second))
    found = ledger.explore(Box(), lambda: ask(a, b), lambda r: r)
    covered = {}
    for box, answer, _ in found:
        for pair in product(box.get(a.number, a.full), box.get(b.number, b.full)):
            assert pair not in covered, "no start is counted twice"
            covered[pair] = answer
    assert covered == {(x, y): ask(x, y) for x, y in product(first, second)}


@given(st.sets(st.integers(0, 30), min_size=2), st.integers(0, 30))
def test_a_question_parts_the_values_by_its_answer_and_not_one_by_one(values, wanted):
    ledger = Ledger()
    a = ledger.symbol("a", sorted(values), min(values))
    texts = a.map(lambda v: f"text {v}")
    assert isinstance(texts, Derived) and isinstance(a, Symbol)
    found = ledger.explore(Box(), lambda: texts == f"text {wanted}", lambda r: r)
    assert len(found) == (2 if wanted in values and len(values) > 1 else 1)
    assert ledger.forks <= 1


@given(st.lists(st.tuples(st.integers(0, 4), st.frozensets(st.integers(0, 9), min_size=1)), max_size=8))
def test_a_boxs_hash_is_that_of_what_it_holds_however_it_came_to_it(parts):
    stepwise = Box()
    for k, part in parts:
        stepwise = stepwise.with_part(k, part)
    at_once = Box(dict(stepwise))
    assert (dict(stepwise), stepwise.h) == (dict(at_once), at_once.h)
    for k in list(stepwise):
        assert stepwise.without(k).h == stepwise.rest(k) == Box({x: p for x, p in stepwise.items() if x != k}).h


def test_what_is_copied_is_asked_nothing_and_what_may_be_none_is_asked_just_that():
    ledger = Ledger()
    a = ledger.symbol("a", (None, 1, 2), None)
    held = (a, (a, 7))
    assert key_of(held) == key_of((a, (a, 7))) and held[0] is a and ledger.forks == 0
    found = ledger.explore(Box(), lambda: none_or(a) is None, lambda r: r)
    assert {r: set(box.get(a.number, a.full)) for box, r, _ in found} == {True: {None}, False: {1, 2}}
    fresh = ledger.any_of("slot", range(3), ())
    assert ledger.any_of("slot", range(3), ()) is not fresh, "two of them in one run are two"
