"""The proof from every state: it agrees with plain runs, and finds exactly when a broken sheet fails."""

import random
from dataclasses import replace
from functools import cache

import pytest

from vocator.core.channel.channel import Channel, tone_use
from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import Chapter, ChapterKind, Sheet, Step
from vocator.core.planning.planner import plan
from vocator.core.proving.from_every_state import every_start, prove_from_every_state
from vocator.core.proving.open_screens import _inputs
from vocator.core.proving.operator import follow
from vocator.core.proving.partial import UnknownSlot
from vocator.core.proving.prover import Verdict, judge, prove
from vocator.core.proving.starts import covering_starts
from vocator.core.proving.symbols import Symbol
from vocator.core.radio.inputs import TOUCH, Chord, Hold, Tap, Turn, Type
from vocator.core.radio.kept import with_item
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.prove_radios import generate
from vocator.usecases.twin.twins import twin_of

MODELS = model_names()


@cache
def planned(model, kind):
    """Return twin, goal and sheet of the first goal of a kind that the radio can do; None where it can do none."""
    twin, rng = twin_of(model), random.Random(f"{model} {kind}")
    for _ in range(8):
        goal = generate(twin, kind, rng)
        try:
            return twin, goal, plan(twin, goal)
        except Beyond:
            continue
    return None


@pytest.mark.parametrize(
    "kind", ["repeater", "label", "cross-band", "erase", "read back", "change the label", "squelch held open"]
)
@pytest.mark.parametrize("model", MODELS)
def test_sheets_are_proven_from_every_state(model, kind):
    found = planned(model, kind)
    if found is None:
        pytest.skip("beyond this radio")
    twin, goal, sheet = found
    proof = prove_from_every_state(twin, sheet, goal)
    assert (proof.verdict, proof.complete) == (Verdict.PROVEN, True), (proof.seen, proof.condition)
    assert proof.states_log10 > 500


def sampled(starts, rng):
    """Return a random plain state out of all starts."""
    shape = rng.choice(starts.shapes)
    box = shape.box

    def draw(x):
        nonlocal box
        if isinstance(x, Symbol):
            if x.number not in box or len(box[x.number]) > 1:
                box = box.with_part(x.number, frozenset([rng.choice(sorted(box.get(x.number, x.full), key=repr))]))
        elif isinstance(x, UnknownSlot):
            draw(x.occupied)
            if True in box[x.occupied.number]:
                draw(x.held)
        elif isinstance(x, tuple):
            for y in tuple.__iter__(x):
                draw(y)

    draw(shape.state)
    return starts.concrete(shape.state, box)


@pytest.mark.parametrize("model", MODELS)
def test_random_starts_out_of_all_of_them_do_what_the_proof_says(model):
    twin, goal, sheet = planned(model, "repeater")
    starts, rng = every_start(twin, sheet, goal), random.Random(model)
    for _ in range(60):
        start = sampled(starts, rng)
        run = follow(twin, sheet, start, keep_frames=False)
        assert judge(twin, sheet, goal, start, run) == ""


def keeping(sheet: Sheet, setting: str) -> Sheet:
    """Return a sheet that opens a setting and keeps whatever stands there."""

    def kept(step: Step) -> Step:
        turned = step.shows == setting and "until" in step.actions[-2] and step.say.startswith(f"{setting} to")
        return replace(step, actions=(*step.actions[:-2], step.actions[-1])) if turned else step

    return replace(sheet, chapters=tuple(Chapter(c.kind, tuple(map(kept, c.steps))) for c in sheet.chapters))


def test_a_sheet_that_most_starts_forgive_is_refuted_with_its_exact_condition():
    twin = twin_of("ardvane-finch")
    goal = Goal(16, Channel(145_950_000, 435_300_000, tone_use("141.3", None), power="HIGH"))
    broken = keeping(plan(twin, goal), "SHIFT")
    assert broken.steps() != plan(twin, goal).steps()
    assert prove(twin, broken, goal).verdict is Verdict.PROVEN, "chosen starts do not find it: that is what the whole is for"
    proof = prove_from_every_state(twin, broken, goal)
    assert proof.verdict is Verdict.REFUTED and proof.complete
    assert "A.RPT is OFF" in proof.condition and "SHIFT" in proof.condition and "reverse is on" in proof.condition
    run = follow(twin, broken, proof.state, keep_frames=False)
    assert judge(twin, broken, goal, proof.state, run) == proof.seen
    starts, rng = every_start(twin, broken, goal), random.Random(3)
    failed = sum(
        bool(judge(twin, broken, goal, s, follow(twin, broken, s, keep_frames=False)))
        for s in (sampled(starts, rng) for _ in range(300))
    )
    assert 20 <= failed <= 80, "one start in six"


def test_from_no_start_at_all_nothing_is_proven():
    twin, goal, sheet = planned("ardvane-finch", "simplex")
    assert prove(twin, sheet, goal, []).verdict is Verdict.NOT_FOUND


def written(given):
    """Write an input as a step's action."""
    if isinstance(given, Chord):
        then = given.then
        held = f"[{given.held}]+"
        return held + (f"{then.dial} {then.clicks:+d}" if isinstance(then, Turn) else written(then))
    if isinstance(given, Turn):
        return f"{given.dial} {given.clicks:+d}"
    if isinstance(given, Type):
        return f"type {given.text}"
    name, seconds = given.key, f" {given.ms / 1000:g}s" if isinstance(given, Hold) else ""
    if name.startswith(TOUCH):
        return f"{'hold' if seconds else 'touch'} {name.removeprefix(TOUCH)}{seconds}"
    return f"[{name}{seconds}]"


@pytest.mark.parametrize("kind", ["repeater", "auto", "squelch held open"])
@pytest.mark.parametrize("model", MODELS)
def test_every_single_input_added_to_a_sheet_is_refuted_or_leaves_the_radio_as_it_was(model, kind):
    found = planned(model, "automatic shift off" if kind == "auto" else kind)
    if found is None:
        pytest.skip("beyond this radio")
    twin, goal, sheet = found
    cover = covering_starts(twin, goal)
    ends = [follow(twin, sheet, s, keep_frames=False).state for _, s in cover]
    for given in [*_inputs(twin), *(Tap(k) for k in twin.profile.keys)]:
        if isinstance(given, Turn) and given.dial in ("", *(f"{a}/{b}" for a in twin.profile.keys for b in twin.profile.keys)):
            continue  # two keys in the place of a dial: each is among the taps
        added = Chapter(ChapterKind.SET, (Step((written(given),)),))
        proof = prove(twin, replace(sheet, chapters=(*sheet.chapters, added)), goal, cover)
        if proof.verdict is Verdict.PROVEN:
            for end in ends:
                after, _ = twin.act(end, given)
                assert plain(twin, after) == plain(twin, end), written(given)


def plain(twin, s):
    """Return a state without what is over in a moment, and without the marks that menus remember."""
    return s._replace(
        idle_ms=0,
        message="",
        message_ms=0,
        cursor=0,
        cursors=(),
        opened=-1,
        value=0,
        pick=0,
        last_written=-1,
        letters="",
        place=-1,
    )


def test_a_symbol_is_asked_no_more_than_an_answer_needs():
    twin, goal, sheet = planned("ardvane-finch", "repeater")
    starts = every_start(twin, sheet, goal)
    ledger = starts.ledger
    offset = next(x for x in ledger.symbols if x.name.startswith("OFFSET"))
    found = ledger.explore(starts.shapes[0].box, lambda: offset == 5, lambda r: r)
    assert sorted(r for _, r, _ in found) == [False, True] and sum(
        len(b.get(offset.number, offset.full)) for b, _, _ in found
    ) == len(offset.full)
    assert with_item((offset, 1), 1, 2)[0] is offset, "it is copied as it is"
