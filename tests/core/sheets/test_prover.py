"""The prover refutes broken sheets, and proves good ones from its whole covering set."""

from dataclasses import replace

import pytest

from support.every_kind import asked
from vocator.core.channel.channel import Channel, ToneUse, tone_use
from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import Chapter, ChapterKind, Sheet, Step
from vocator.core.planning.planner import plan
from vocator.core.proving.operator import Steps, follow, outcome
from vocator.core.proving.prover import Verdict, prove, starts_of
from vocator.core.proving.starts import covering_starts
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.make_sheet import make_sheet
from vocator.usecases.twin.twins import twin_of

FINCH, PICO = twin_of("ardvane-finch"), twin_of("brisko-pico")
REPEATER = Channel(147_330_000, 147_930_000, tone_use("103.5", None), power="HIGH")
CROWDED = Channel(430_937_500, 430_937_500, ToneUse(), power="HIGH")


def good(twin, channel=REPEATER, on_air=True):
    goal = Goal(6 if twin is FINCH else 7, channel, on_air=on_air)
    return plan(twin, goal), goal


def changed(sheet: Sheet, change) -> Sheet:
    """A sheet with every step put through ``change``; None leaves the step out."""
    chapters = tuple(Chapter(c.kind, tuple(s for step in c.steps if (s := change(step)) is not None)) for c in sheet.chapters)
    return replace(sheet, chapters=chapters)


def without(words):
    return lambda step: None if any(words in action for action in step.actions) else step


def swapped(sheet: Sheet, first: str, second: str) -> Sheet:
    """A sheet with two chapters in the other order."""
    chapters = list(sheet.chapters)
    titles = [c.kind for c in chapters]
    i, j = titles.index(first), titles.index(second)
    chapters[i], chapters[j] = chapters[j], chapters[i]
    return replace(sheet, chapters=tuple(chapters))


def in_actions(old, new):
    def change(step: Step) -> Step:
        return replace(step, actions=tuple(a.replace(old, new) for a in step.actions), shows=None)

    return change


@pytest.mark.parametrize("twin", [FINCH, PICO], ids=["finch", "pico"])
def test_a_good_sheet_is_proven(twin):
    sheet, goal = good(twin)
    proof = prove(twin, sheet, goal)
    assert proof.verdict is Verdict.PROVEN
    assert proof.starts == len(covering_starts(twin, goal))
    assert 30 <= proof.starts <= 60


@pytest.mark.parametrize("model", model_names())
def test_runs_that_meet_end_as_if_each_was_followed_by_itself(model):
    """Those of one sheet that stand alike at a step, and those of all kinds that do the same steps from the same states."""
    steps = None
    for kind in ("store", "rename", "erase", "find-tone", "read-back"):
        try:
            made = make_sheet(asked(model, kind))
        except Beyond:
            continue
        steps = steps or Steps(made.twin)
        shared, broken = {}, replace(made.sheet, chapters=made.sheet.chapters[1:])
        spoilt = {}
        for _, start in starts_of(made.twin, made.goal):
            for sheet, of in ((made.sheet, shared), (broken, spoilt)):
                alone, met = follow(made.twin, sheet, start, keep_frames=False), outcome(sheet, start, of, steps)
                assert (alone.state, alone.sent, alone.trouble, alone.noted) == (met.state, met.sent, met.trouble, met.noted)
                assert not alone.trouble or alone.trouble_step == met.trouble_step


BROKEN = {
    "no tone step (Finch)": (FINCH, REPEATER, without("until 103.5")),
    "no tone step (Pico)": (PICO, REPEATER, without("until 103.5")),
    "no shift step": (FINCH, REPEATER, without("until +")),
    "no offset step": (FINCH, REPEATER, without("0.60")),
    "no width step": (PICO, REPEATER, without("until WIDE")),
    "no power step": (FINCH, REPEATER, without("[FN] 2")),
    "old code left": (PICO, REPEATER, without("12")),
    "no look for memory mode": (FINCH, REPEATER, lambda s: None if s.when and s.when.slot_shown else s),
    "no way out of what is open": (FINCH, REPEATER, lambda s: None if s.group else s),
    "no look for reverse": (FINCH, REPEATER, lambda s: None if s.when and s.when.not_shows else s),
    "hold for tap in the store": (FINCH, REPEATER, lambda s: replace(s, actions=(*s.actions[:-1], "[FN 1s]")) if s.window_s else s),
    "no erase before saving": (PICO, REPEATER, without("30")),
    "storing without the look": (PICO, REPEATER, lambda s: replace(s, when=None, group=None) if s.when and s.when.not_shows == "CH-007" else s),
    "saving without the second yes": (PICO, REPEATER, lambda s: replace(s, actions=s.actions[:-1], shows=None) if s.actions[-1:] == ("[MENU]",) and "29" in s.actions else s),
    "a wait past the window": (FINCH, REPEATER, lambda s: replace(s, actions=(s.actions[0], "wait 6s", *s.actions[1:]), shows=None) if s.window_s else s),
    "a wait past the quiet time": (PICO, REPEATER, lambda s: replace(s, actions=(s.actions[0], "wait 10s", *s.actions[1:]), shows=None) if "until 103.5" in " ".join(s.actions) else s),
    "no tuning step before the frequency": (PICO, CROWDED, without("01")),
    "the wrong slot": (FINCH, REPEATER, in_actions("until 007", "until 008")),
    "sending outside an on-air step": (FINCH, REPEATER, lambda s: replace(s, on_air=False)),
    "reverse not switched back": (FINCH, REPEATER, lambda s: None if s.when and s.when.shows == "147.930" else s),
    "a set-wide setting changed": (FINCH, REPEATER, lambda s: replace(s, actions=("[FN]", "0", "DIAL until A.RPT", "[FN]", "DIAL until OFF", "[FN]", "[PTT]")) if s.say.startswith("POWER") else s),
    "a key that fails to show what it says": (FINCH, REPEATER, lambda s: replace(s, shows="148.000") if s.shows == "SAVED" else s),
}  # fmt: skip


@pytest.mark.parametrize("name", BROKEN)
def test_a_broken_sheet_is_refuted(name):
    twin, channel, breaking = BROKEN[name]
    sheet, goal = good(twin, channel)
    broken = changed(sheet, breaking)
    assert broken != sheet
    proof = prove(twin, broken, goal)
    assert proof.verdict is Verdict.REFUTED
    assert proof.seen


def test_a_search_kept_too_early_or_put_to_another_tone_is_refuted():
    goal = Goal(6, REPEATER, kind="find-tone")
    sheet = plan(FINCH, goal)
    assert prove(FINCH, sheet, goal).verdict is Verdict.PROVEN
    early = changed(sheet, in_actions("wait 20s", "wait 1s"))
    assert prove(FINCH, early, goal).verdict is Verdict.REFUTED
    hiker, goal = twin_of("pelorn-hiker"), replace(goal, channel=replace(REPEATER, power="HI"))
    sheet = plan(hiker, goal)
    assert prove(hiker, sheet, goal).verdict is Verdict.PROVEN
    guessed = changed(sheet, in_actions("the tone found", "TX 136.5"))
    assert guessed != sheet
    assert prove(hiker, guessed, goal).verdict is Verdict.REFUTED


@pytest.mark.parametrize(
    ("model", "kind", "words"),
    [
        ("ardvane-finch", "group", "until G1"),
        ("ardvane-finch", "group", "until GROUP"),
        ("ardvane-finch", "reverse-check", "[FN] 6"),
        ("ardvane-finch", "auto-shift-off", "until OFF"),
        ("brisko-slate", "busy-lock-off", "until Off"),
        ("ardvane-osprey", "squelch-open", "until OPEN"),
        ("ardvane-osprey", "squelch-open", "[LMB]"),
        ("oriel-lantern", "squelch-open", "[MAIN]"),
        ("oriel-lantern", "squelch-open", "[MAIN 1s]"),
        ("pelorn-hiker", "assign", "[P3 1s]"),
        ("pelorn-wagon", "rename", "until space"),
        ("pelorn-hiker", "rename", "FN"),
        ("castellan-atlas", "rename", "type R"),
        ("brisko-slate", "change", "until 103.5"),
    ],
)
def test_other_goals_are_proven_whole_and_refuted_without_a_step(model, kind, words):
    twin = twin_of(model)
    power = twin.settings[twin.power].domain.text(twin.settings[twin.power].new[0])
    channel = replace(REPEATER, power=power if twin.power in twin.stored_place else None)
    if kind == "rename":
        channel = replace(channel, label="R2")
    if kind == "change":
        channel = replace(channel, tone=tone_use("103.5", None))
    goal = Goal(6, channel, kind=kind, key="P3=CTCSS" if kind == "assign" else "")
    sheet = plan(twin, goal)
    assert prove(twin, sheet, goal).verdict is Verdict.PROVEN
    steps = sheet.steps()
    at = max(n for n, s in enumerate(steps) if any(words in a for a in s.actions))
    broken = changed(sheet, lambda s: None if s is steps[at] else s)
    assert prove(twin, broken, goal).verdict is Verdict.REFUTED


def test_step_after_frequency_is_refuted():
    sheet, goal = good(PICO, CROWDED)
    frequency = next(c for c in sheet.chapters if c.kind == "Frequency")
    late = replace(frequency, steps=(frequency.steps[-1], *frequency.steps[:-1]))
    broken = replace(sheet, chapters=tuple(late if c is frequency else c for c in sheet.chapters))
    assert prove(PICO, sheet, goal).verdict is Verdict.PROVEN
    assert prove(PICO, broken, goal).verdict is Verdict.REFUTED


def test_settings_before_the_frequency_are_refuted():
    sheet, goal = good(FINCH)
    assert prove(FINCH, swapped(sheet, "Frequency", "Shift"), goal).verdict is Verdict.REFUTED


def test_storing_before_setting_is_refuted():
    sheet, goal = good(FINCH)
    assert prove(FINCH, swapped(sheet, "Tone", "Store"), goal).verdict is Verdict.REFUTED


def test_an_on_air_step_outside_its_chapters_is_refuted():
    sheet, goal = good(FINCH)
    moved = replace(sheet, chapters=(*sheet.chapters, Chapter(ChapterKind.NAME, (Step(("[PTT]",), on_air=True),))))
    assert prove(FINCH, moved, goal).verdict is Verdict.REFUTED


def test_sending_on_another_frequency_is_refuted():
    sheet, goal = good(FINCH)
    other = replace(goal, channel=replace(REPEATER, tx_hz=147_930_000), receive_only=True)
    assert "not on the goal" in prove(FINCH, sheet, other).seen
