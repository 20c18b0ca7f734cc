"""What the ticks of a sheet mean, as a function of the ticks."""

from datetime import UTC, datetime, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from vocator.core.goals.kind import Leaves
from vocator.core.instants import instant, instant_from
from vocator.core.keeping.progress import Holds, known_after, progress
from vocator.core.keeping.records import Outcome, SlotState, Tick
from vocator.core.planning.kinds import KINDS

MADE = datetime(2026, 5, 1, 10, 0, tzinfo=UTC)
CHANNEL = {"rx_hz": 146_550_000, "label": "NEW"}
CONTENT = {"goal": {"channel": CHANNEL}, "step_count": 6, "written_at": 4, "read_back_at": 5}


def ticked(step, minutes, done=True, outcome=None, name=""):
    return Tick(name or f"tick-{step}-{minutes}", "s", step, MADE + timedelta(minutes=minutes), done, outcome)


TICKS = st.lists(
    st.builds(ticked, st.integers(0, 5), st.integers(-3, 9), st.booleans(), st.sampled_from([None, Outcome.OPENED, Outcome.NOTHING])),
    max_size=10, unique_by=lambda t: t.id,
)  # fmt: skip


@given(TICKS, st.randoms(use_true_random=False))
def test_the_order_in_which_ticks_arrive_means_nothing(ticks, rng):
    found = progress(Leaves.WRITTEN, CONTENT, "7", "007 NEW", ticks, MADE)
    rng.shuffle(ticks)
    assert progress(Leaves.WRITTEN, CONTENT, "7", "007 NEW", ticks, MADE) == found
    assert all(n.at >= MADE and n.slot == "7" for n in found.notes), "nothing was done before the sheet was made"
    assert len({n.source for n in found.notes}) == len(found.notes)
    assert found.complete == (5 in found.ticked)


def test_a_step_taken_back_and_done_again_counts_again_but_a_check_stays():
    ticks = [ticked(4, 0), ticked(5, 1, outcome=Outcome.OPENED), ticked(5, 2), ticked(4, 3, done=False), ticked(4, 4)]
    words = [n.text for n in progress(Leaves.WRITTEN, CONTENT, "7", "007 NEW", ticks, MADE).notes]
    assert words == ["written from a proven sheet", "on-air check: opened", "written from a proven sheet"]


@pytest.mark.parametrize(
    ("kind", "words", "state", "holds"),
    [
        ("store", "written from a proven sheet", SlotState.WRITTEN, Holds.NAMED),
        ("find-tone", "written with the tone found, which is still to be noted", SlotState.WRITTEN, Holds.NAMED),
        ("rename", "given another label", SlotState.WRITTEN, Holds.LABELLED),
        ("change", "changed in place", SlotState.WRITTEN, Holds.CHANGED),
        ("erase", "erased", SlotState.FREE, Holds.NAMED),
    ],
)
def test_each_kind_of_goal_says_what_its_last_key_did(kind, words, state, holds):
    (note,) = progress(KINDS[kind].leaves, CONTENT, "7", "007 NEW", [ticked(4, 0)], MADE).notes
    assert (note.text, note.state, note.holds) == (words, state, holds)
    assert (note.channel is None) == (kind == "erase")


def test_a_goal_of_the_radio_is_noted_when_all_of_it_is_done():
    leaves, content = KINDS["squelch-open"].leaves, {**CONTENT, "step_count": 2, "read_back_at": None}
    assert progress(leaves, content, "", "hold the squelch open", [ticked(0, 0)], MADE).notes == ()
    done = progress(leaves, content, "", "hold the squelch open", [ticked(0, 0), ticked(1, 1)], MADE)
    assert [(n.slot, n.text, n.line) for n in done.notes] == [("", "set", "hold the squelch open")] and done.complete


def test_what_is_known_of_a_slot_follows_line_by_line_and_a_plan_takes_nothing_away():
    old, new = {"rx_hz": 1, "label": "OLD"}, {"rx_hz": 2, "label": "NEW"}
    lines = [
        (SlotState.PLANNED, Holds.NAMED, old), (SlotState.WRITTEN, Holds.NAMED, old), (SlotState.PLANNED, Holds.NAMED, new),
        (SlotState.WRITTEN, Holds.LABELLED, new), (None, Holds.SAME, None), (SlotState.WRITTEN, Holds.CHANGED, {"rx_hz": 1, "label": None}),
        (SlotState.FREE, Holds.NAMED, None),
    ]  # fmt: skip
    known = known_after(lines)
    assert [k.state for k in known] == [SlotState.PLANNED, *[SlotState.WRITTEN] * 5, SlotState.FREE]
    assert [k.channel and k.channel["label"] for k in known] == ["OLD", "OLD", "OLD", "NEW", "NEW", "NEW", None]


@pytest.mark.parametrize("text", ["", "yesterday", "1999-12-31T23:59:59Z", "2100-01-01T00:00:00Z", "9999-12-31T23:59:59-12:00"])
def test_a_moment_that_cannot_be_is_refused(text):
    with pytest.raises(ValueError):
        instant_from(text)


def test_a_moment_without_its_zone_says_what_to_add():
    with pytest.raises(ValueError, match="add Z for UTC"):
        instant(datetime(2026, 5, 1))
    assert instant_from("2026-05-01T10:00:00-03:30") == datetime(2026, 5, 1, 13, 30, tzinfo=UTC)
