"""Ranges of slots as people write them, and what is said of them at large: the later word counts."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from vocator.core.keeping.records import SlotState
from vocator.core.keeping.slot_marks import MARKABLE, MOST_MARKS, Mark, ranges_of, states_of, with_marks
from vocator.core.refusal import Refusal
from vocator.files.profile_yaml import model_names
from vocator.usecases.twin.twins import twin_of

COUNT = 40
KEYS = [str(n) for n in range(COUNT)]
TEXTS = [f"M-{n:02}" for n in range(COUNT)]
RANGE = st.tuples(st.integers(0, COUNT - 1), st.integers(0, COUNT - 1)).map(sorted).map(tuple)
STYLES = ("{0}-{1}", "{0}–{1}", "{0} - {1}", "{0} to {1}", "{1}-{0}")


def named(ranges):
    return {n for first, last in ranges for n in range(first, last + 1)}


@given(
    st.lists(RANGE, min_size=1, max_size=5),
    st.lists(st.sampled_from(STYLES), min_size=5, max_size=5),
    st.sampled_from([", ", ";", " and ", " ,"]),
)
def test_ranges_are_read_as_they_are_written_in_any_style(ranges, styles, between):
    text = between.join(
        KEYS[a] if a == b else style.format(KEYS[a], KEYS[b]) for (a, b), style in zip(ranges, styles, strict=False)
    )
    assert named(ranges_of(text, KEYS, TEXTS)) == named(ranges)
    assert named(ranges_of(f"all but {text}", KEYS, TEXTS)) == set(range(COUNT)) - named(ranges)
    assert named(ranges_of("all", KEYS, TEXTS)) == set(range(COUNT))


@given(RANGE)
def test_the_radios_own_writing_and_leading_zeros_name_the_same(one):
    first, last = one
    assert (
        ranges_of(f"{TEXTS[first]} to {TEXTS[last]}", KEYS, TEXTS)
        == [one]
        == ranges_of(f"{TEXTS[first]}-{TEXTS[last]}", KEYS, TEXTS)
    )
    assert ranges_of(f"{first:03}-{last:03}", KEYS, TEXTS) == [one]


@pytest.mark.parametrize(
    "text", ["", "x", "1-", "-1", "1-2-3", "40", "5-99", "all but", "all but 99", "1,,2", "one to ten", "1;", "٣"]
)
def test_what_names_no_slot_is_refused_with_how_to_write_it(text):
    with pytest.raises(Refusal) as refused:
        ranges_of(text, KEYS, TEXTS)
    assert refused.value.allowed == f"{TEXTS[0]} to {TEXTS[-1]}" and "1-30" in refused.value.do


@given(st.lists(st.tuples(st.sampled_from(MARKABLE), st.lists(RANGE, min_size=1, max_size=3)), max_size=12))
def test_the_later_word_counts_however_many_there_were(said):
    marks, plain = (), [SlotState.UNKNOWN] * COUNT
    for state, ranges in said:
        marks = with_marks(marks, state, ranges)
        for n in named(ranges):
            plain[n] = state
    assert states_of(COUNT, marks) == plain
    assert len(marks) <= MOST_MARKS


def test_what_is_said_beyond_a_radios_slots_means_nothing_and_marks_do_not_pile_up():
    assert states_of(3, [Mark(SlotState.FREE, -5, 1), Mark(SlotState.OCCUPIED, 2, 900)]) == [
        SlotState.FREE, SlotState.FREE, SlotState.OCCUPIED,
    ]  # fmt: skip
    marks = ()
    for n in range(3 * MOST_MARKS):
        marks = with_marks(marks, MARKABLE[n % 4], [(0, COUNT - 1)])
    assert len(marks) == 1


@pytest.mark.parametrize("model", model_names())
def test_on_every_radio_the_first_and_the_last_slot_are_named_as_it_writes_them(model):
    profile = twin_of(model).profile
    keys, texts = profile.slot_keys, [profile.slot_text(n) for n in range(profile.slot_count)]
    assert ranges_of(f"{texts[0]} to {texts[-1]}", keys, texts) == [(0, profile.slot_count - 1)]
    for n in (0, 3, profile.slot_count - 1):
        assert ranges_of(keys[n], keys, texts) == ranges_of(texts[n], keys, texts) == [(n, n)]
