"""What every sheet of every radio promises, whatever the goal."""

import random
from dataclasses import replace

import pytest

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import When, grouped
from vocator.core.goals.speech import caps, say_action, spell
from vocator.core.planning.planner import plan
from vocator.core.planning.slot_look import shown_both_ways
from vocator.core.planning.way_home import way_from
from vocator.core.proving.operator import follow
from vocator.core.proving.starts import covering_starts
from vocator.core.radio.actions import parse_actions
from vocator.core.radio.display import display
from vocator.core.radio.inputs import Hold, Tap, Wait
from vocator.core.radio.perform import carry_out, perform
from vocator.core.radio.screens import RestScreen
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.prove_radios import KINDS, generate
from vocator.usecases.twin.twins import twin_of

TWINS = [twin_of(m, f.name) for m in model_names() for f in twin_of(m).profile.firmwares]
EVERY = pytest.mark.parametrize("twin", TWINS, ids=[f"{t.profile.model} {t.profile.firmware}" for t in TWINS])
TITLES = ["Ready", "Clear", "Frequency", "Shift", "Tone", "Width and power", "Try", "Store", "Name", "Read back"]


def sheets(twin, each=2, seed=3):
    """Sheets for goals of every kind that the radio can do."""
    rng = random.Random(seed)
    for kind in KINDS * each:
        goal = generate(twin, kind, rng)
        try:
            yield goal, plan(twin, goal)
        except Beyond:
            continue


@EVERY
def test_every_step_can_be_read_drawn_and_said(twin):
    for _, sheet in sheets(twin, 1):
        assert [c.kind for c in sheet.chapters if c.kind not in TITLES] == []
        assert sheet.chapters[0].kind == "Ready"
        assert sheet.chapters[-1].kind == "Read back"
        for step in sheet.steps():
            assert step.say and "[" not in step.say
            assert step.why
            for text in step.actions:
                for action in parse_actions(twin.profile, text):
                    assert caps(action)
                    assert say_action(action)


@EVERY
def test_what_a_slot_holds_never_goes_by_a_key_that_is_drawn_without_a_look_or_without_being_asked_for(twin):
    rng, lost = random.Random(7), 0
    for kind in ("simplex", "repeater"):
        asked = generate(twin, kind, rng)
        starts = dict(covering_starts(twin, asked))
        for goal in (asked, replace(asked, replaces=True)):
            sheet = plan(twin, goal)
            start = starts["the slot occupied"]
            held = start.slots[goal.slot]
            before = start
            for frame in follow(twin, sheet, start).frames:
                if frame.done and before.slots[goal.slot] == held != frame.state.slots[goal.slot]:
                    lost += 1
                    loss, look = frame.step.loss, frame.step.look
                    assert loss.meant if goal.replaces else look is not None and look.leave
                    if loss and not goal.replaces:
                        assert not loss.meant and frame.step.drawn() == loss.leave != frame.step.actions
                        left = carry_out(twin, before, loss.leave)
                        assert left.slots == before.slots and (twin.at_rest(left) or left.screen != before.screen)
                before = frame.state
    assert lost == 4


@EVERY
def test_a_store_window_is_one_step_and_is_read_first(twin):
    for _, sheet in sheets(twin, 1):
        state = twin.start
        for alternatives in grouped(sheet.steps()):
            before = twin.screens[state.screen]
            assert not before.window or alternatives[0].when is not None, f"{before.name} is left open between two steps"
            run = follow(
                twin, type(sheet)(sheet.model, sheet.firmware, (type(sheet.chapters[0])("", tuple(alternatives)),)), state
            )
            assert run.trouble == ""
            state = run.state


def done(twin, state, actions):
    for text in actions:
        for action in parse_actions(twin.profile, text):
            state = perform(twin, state, action).state
    return state


def as_an_operator_does(twin, sheet, state):
    """Follow a sheet, looking at each slot before it is written; returns the state and whether the slot was found taken."""
    for alternatives in grouped(sheet.steps()):
        seen = display(twin, state)
        step = next((s for s in alternatives if s.when is None or s.when.holds(seen)), None)
        if step is None:
            continue
        if step.look is None:
            state = done(twin, state, step.actions)
            continue
        state = done(twin, state, step.actions[: step.look.after])
        by_condition = step.when is not None
        if by_condition or display(twin, state).text != shown_both_ways(twin, state)[0].text:
            return done(twin, state, step.look.leave), True
        state = done(twin, state, step.actions[step.look.after :])
    return state, False


@EVERY
def test_a_taken_slot_is_never_overwritten_unasked(twin):
    rng = random.Random(12)
    for goal, sheet in sheets(twin, 2):
        held = twin.stored_from_vfo(twin.start)
        filled = [held._replace(label="OLD") if rng.random() < 0.6 else None for _ in twin.start.slots]
        for taken in (True, False):
            filled[goal.slot] = held if taken else None
            start = twin.start._replace(slots=tuple(filled))
            state, stopped = as_an_operator_does(twin, sheet, start)
            assert stopped == taken
            others = [n for n, slot in enumerate(filled) if state.slots[n] != slot]
            assert others == ([] if taken else [goal.slot])
            assert twin.at_rest(state), "what is left as it is is also left"


@EVERY
def test_erasing_looks_before_and_after(twin):
    goal = Goal(11, generate(twin, "simplex", random.Random(1)).channel, kind="erase")
    try:
        steps = plan(twin, goal).steps()
    except Beyond:
        return
    goes = next(n for n, s in enumerate(steps) if s.look or "what goes" in s.say)
    erased = next(n for n, s in enumerate(steps) if "Erase" in s.say or "erase it" in s.say)
    assert goes <= erased < max(n for n, s in enumerate(steps) if s.say.startswith("Look"))


@EVERY
def test_nothing_is_sent_but_in_on_air_steps_on_the_goals_frequency(twin):
    for goal, sheet in sheets(twin, 1):
        for _, start in covering_starts(twin, goal)[::7]:
            run = follow(twin, sheet, start)
            assert all(step.on_air and hz == goal.channel.tx_hz for step, hz in run.sent)
            if goal.receive_only:
                assert run.sent == []


@EVERY
def test_the_covering_set_holds_each_kind_of_start_once(twin):
    goal, _ = next(sheets(twin))
    starts = covering_starts(twin, goal)
    words = [w for w, _ in starts]
    assert len(words) <= 80
    assert {"as new", "the slot occupied", "every value wrong", "memory mode with nothing stored", "every slot occupied"} <= set(
        words
    )
    modes = {twin.screens[s.modes[s.unit]].shows for _, s in starts}
    assert modes == {s.shows for s in twin.screens if isinstance(s, RestScreen)}
    kinds = {twin.screens[s.screen].kind for _, s in starts}
    assert {s.kind for s in twin.screens} - {"search"} <= kinds
    if len(twin.profile.units) > 1:
        assert {s.unit for _, s in starts} == set(range(len(twin.profile.units)))


@EVERY
def test_a_way_home_changes_nothing_and_is_found_for_everything_that_can_be_open(twin):
    goal, _ = next(sheets(twin))
    for words, start in covering_starts(twin, goal):
        if twin.at_rest(start):
            continue
        state = start
        for text in way_from(twin, start):
            for action in parse_actions(twin.profile, text):
                for given in action.inputs:
                    assert isinstance(given, Tap | Hold | Wait)
                    state, effects = twin.act(state, given)
                    assert effects.transmitting_hz is None
        assert twin.at_rest(state), words
        screen = twin.screens[start.screen]
        chosen = screen.quiet == "keep" or all(b.verb == "take_value" for b in screen.bind)
        assert (state.slots, state.freqs) == (start.slots, start.freqs), words
        assert chosen or state.values == start.values, words


@EVERY
def test_following_twice_gives_the_same_and_a_second_time_changes_no_slot(twin):
    for goal, sheet in list(sheets(twin, 1))[:6]:
        first = follow(twin, sheet, twin.start)
        assert follow(twin, sheet, twin.start).frames == first.frames
        again = follow(twin, sheet, first.state)
        assert again.trouble == ""
        assert again.state.slots == first.state.slots, goal


def test_facts_of_a_condition_must_all_hold():
    seen = display(TWINS[0], TWINS[0].start)
    assert When(slot_shown=False, shows=seen.main).holds(seen)
    assert not When(slot_shown=True, shows=seen.main).holds(seen)
    assert When(screen="vfo", no_icon="−").holds(seen)
    assert not When(not_shows=seen.main).holds(seen)
    assert not When(row="B").holds(seen)
    assert When().as_dict() == {}


def test_numbers_are_said_digit_by_digit_and_labels_spelt():
    (turn,) = parse_actions(twin_of("ardvane-finch").profile, "DIAL- until 103.5")
    assert say_action(turn) == "turn DIAL anticlockwise until one zero three decimal five shows"
    (typed,) = parse_actions(twin_of("ardvane-finch").profile, "147330")
    assert say_action(typed) == "type one four seven three three zero"
    (held,) = parse_actions(twin_of("ardvane-finch").profile, "[PTT]+[FN]")
    assert say_action(held) == "keep PTT down and tap FN"
    assert spell("RDG-1") == "Romeo, Delta, Golf, dash, one"
