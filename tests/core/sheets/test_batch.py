"""Many channels on one sheet: the order saves effort, the slots stay, and the chain is proven."""

import random
from dataclasses import replace
from itertools import pairwise

import pytest

from vocator.core.batch.batch import least_effort, make_batch
from vocator.core.channel.channel import Channel, tone_use
from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import ChapterKind
from vocator.core.planning.group_chapter import groups_of
from vocator.core.planning.planner import plan
from vocator.core.proving.operator import follow
from vocator.core.proving.prover import Verdict, judge, prove
from vocator.core.proving.starts import covering_starts
from vocator.files.channels_csv import ChannelRow
from vocator.files.data_problems import DataFileError
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.make_batch import batch_of
from vocator.usecases.programming.make_sheet import SheetRequest, goal_of
from vocator.usecases.programming.prove_radios import generate
from vocator.usecases.twin.twins import twin_of

TWINS = [twin_of(m, f.name) for m in model_names() for f in twin_of(m).profile.firmwares]
EVERY = pytest.mark.parametrize("twin", TWINS, ids=[f"{t.profile.model} {t.profile.firmware}" for t in TWINS])
FINCH = twin_of("ardvane-finch")


def goals_for(twin, count, seed=8):
    """So many goals that the radio can do, each in a slot of its own."""
    rng = random.Random(seed)
    found = []
    while len(found) < count:
        goal = replace(generate(twin, rng.choice(("simplex", "repeater", "send", "narrow", "label")), rng), slot=len(found) + 2)
        try:
            plan(twin, goal)
            found.append(goal)
        except Beyond:
            continue
    return found


@EVERY
def test_every_channel_of_a_batch_ends_in_its_own_slot_from_any_start(twin):
    goals = goals_for(twin, 9)
    batch = make_batch(twin, goals, twin.start)
    assert batch.proof.verdict is Verdict.PROVEN, batch.proof
    assert batch.seconds <= batch.listed_s
    assert sorted(p.goal.slot for p in batch.parts) == [g.slot for g in goals]
    for _, start in covering_starts(twin, batch.parts[0].goal)[::9]:
        state = start
        for part in batch.parts:
            run = follow(twin, part.sheet, state, keep_frames=False)
            assert run.trouble == ""
            state = run.state
        for goal in goals:
            assert twin.channel(state.slots[goal.slot]) == goal.channel


def test_channels_with_the_same_tone_and_shift_come_together():
    plain = [Goal(i, Channel(hz, hz, power="HIGH")) for i, hz in enumerate((146_520_000, 146_550_000, 146_580_000))]
    toned = [
        Goal(10 + i, Channel(hz, hz + 600_000, tone_use("103.5", None), power="HIGH"))
        for i, hz in enumerate((147_060_000, 147_120_000, 147_330_000))
    ]
    mixed = [g for pair in zip(plain, toned, strict=True) for g in pair]
    for goals in (mixed, [*mixed, *(replace(g, slot=g.slot + 30) for g in mixed)]):
        order = least_effort(FINCH, goals)
        assert sorted(order) == list(range(len(goals)))
        kinds = [goals[i].channel.is_simplex for i in order]
        assert sum(a != b for a, b in pairwise(kinds)) == 1
    assert make_batch(FINCH, mixed, FINCH.start).seconds < make_batch(FINCH, mixed, FINCH.start).listed_s - 10


def test_what_is_beyond_the_radio_is_left_out_with_its_reason():
    six_metres = Goal(3, Channel(52_820_000, 52_320_000))
    batch = make_batch(FINCH, [*goals_for(FINCH, 2), six_metres], FINCH.start)
    assert [(g, b.part) for g, b in batch.beyond] == [(six_metres, "receive frequency")]
    assert len(batch.parts) == 2
    assert make_batch(FINCH, [six_metres], FINCH.start).parts == ()


def test_a_later_sheet_counts_on_nothing_that_was_not_set():
    near = Goal(1, Channel(146_550_000, 146_550_000, power="HIGH"))
    far = Goal(2, Channel(446_000_000, 446_000_000, power="HIGH"))
    batch = make_batch(FINCH, [near, far], FINCH.start)
    later = " ".join(a for s in batch.parts[1].sheet.steps() for a in s.actions)
    assert "OFF" in later, "the other band keeps its own shift, which nobody has looked at"


def test_free_keys_are_weighed_by_what_they_save_and_pay_after_some_channels():
    hiker = twin_of("pelorn-hiker")
    tones = ("67.0", "88.5", "103.5", "110.9", "127.3", "141.3", "156.7", "79.7")
    goals = [
        Goal(i, Channel(147_000_000 + 15_000 * i, 147_600_000 + 15_000 * i, tone_use(tone, None), power="HI"))
        for i, tone in enumerate(tones, 1)
    ]
    free = make_batch(hiker, goals, hiker.start).free_keys
    assert free is not None and free.keys[0].endswith("=CTCSS")
    assert free.saves_s > 0
    assert free.pays_after is not None
    each = free.saves_s / (len(goals) - 1)
    assert (free.pays_after - 1) * each >= free.assign_s > (free.pays_after - 2) * each
    assert make_batch(FINCH, goals_for(FINCH, 3), FINCH.start).free_keys is None


def test_a_known_slot_says_what_changes_and_that_all_is_stored_anew():
    def notes(line, label=None):
        asked = SheetRequest("ardvane-finch", "7", line, label, start={"memory": {"7": held}})
        return " ".join(goal_of(asked, FINCH)[0].notes)

    held = goal_of(SheetRequest("ardvane-finch", "7", "147.33 + 103.5", "RIDGE"), FINCH)[0].channel.as_dict()
    assert "changed: tone" in notes("147.33 + 110.9", "RIDGE")
    assert "changed: receive, send" in notes("147.06 + 103.5", "RIDGE")
    assert "only the label changes" in notes("147.33 + 103.5", "TOWER")
    assert "just this" in notes("147.33 + 103.5", "RIDGE")


def test_a_label_is_left_out_where_an_empty_one_is_asked_for():
    line = "147.33 + 103.5 RIDGE"
    names = [goal_of(SheetRequest("ardvane-finch", "7", line, label), FINCH)[0].channel.label for label in (None, "", "TOWER")]
    assert names == ["RIDGE", None, "TOWER"]
    rows = [ChannelRow(1, "7", line), ChannelRow(2, "8", "147.06 + 88.5", "PIER")]
    parts = batch_of(SheetRequest("ardvane-finch", "", label=""), rows).batch.parts
    assert {p.goal.channel.label for p in parts} == {None, "PIER"}


def _grouped(model, groups):
    lines = ("147.33 + 103.5", "147.06 + 88.5", "146.55 simplex")
    rows = [ChannelRow(n, str(7 + n), line, group=group) for n, (line, group) in enumerate(zip(lines, groups, strict=True))]
    return batch_of(SheetRequest(model, "", label=""), rows)


@pytest.mark.parametrize(("model", "groups", "left"), [
    ("ardvane-finch", ("1", "", "-"), {7: "1", 8: "-", 9: "-"}),
    ("ardvane-osprey", ("A", "", "C"), {7: "A", 8: "ALL", 9: "C"}),
])  # fmt: skip
def test_a_list_puts_its_channels_into_groups_and_a_row_without_one_into_none(model, groups, left):
    made = _grouped(model, groups)
    twin = made.twin
    held = made.batch.parts[-1].run.state.slots[made.batch.parts[-1].goal.slot]
    domain = twin.settings[groups_of(twin)].domain
    in_three = {made.batch.parts[n].goal.slot: held._replace(group=3) for n in range(3)}
    slots = [in_three.get(slot, twin.start.slots[slot]) for slot in range(twin.profile.slot_count)]
    state = twin.start._replace(slots=type(twin.start.slots)(slots))
    for part in made.batch.parts:
        run = follow(twin, part.sheet, state, keep_frames=False)
        assert judge(twin, part.sheet, part.goal, state, run) == ""
        state = run.state
    assert {n: domain.text(state.slots[twin.profile.slot_index(str(n))].group) for n in left} == left
    told = [sum(c.kind is ChapterKind.GROUP for c in p.sheet.chapters) for p in made.batch.parts]
    assert model == "ardvane-osprey" or told == [1, 1, 1], "no page says which group a slot has once it was written over"
    last = [c for c in made.as_dict()["changes"] if c["what"] == "GROUP"]
    assert [c["to"] for c in last] == ([made.batch.parts[-1].goal.group] if model == "ardvane-osprey" else [])


def test_a_group_that_a_radio_lacks_is_asked_for_again_and_one_without_groups_says_so():
    with pytest.raises(DataFileError, match="allowed: -, 1"):
        _grouped("ardvane-finch", ("X", "", ""))
    assert any("groups of the list are left out" in text for text in _grouped("pelorn-hiker", ("1", "", "")).as_dict()["limits"])


def test_a_slot_left_in_the_wrong_group_is_refuted():
    part = _grouped("ardvane-finch", ("2", "", "")).batch.parts[0]
    wrong = replace(part.goal, group="5")
    assert prove(FINCH, part.sheet, wrong).verdict is not Verdict.PROVEN
