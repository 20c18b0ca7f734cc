"""Slips and recovery: every slip is noticed or named, and from what is seen a way leads to the goal."""

import random
from collections import Counter
from dataclasses import replace

import pytest

from vocator.core.channel.channel import Channel, tone_use
from vocator.core.goals.effort import seconds
from vocator.core.goals.goal import Beyond, Goal
from vocator.core.planning.planner import plan
from vocator.core.proving.operator import follow
from vocator.core.proving.prover import judge
from vocator.core.radio.display import display
from vocator.core.radio.inputs import Hold, Tap
from vocator.core.slips.recovery import courses_of, harm, locate, locate_number, rest_of, sights, way_back
from vocator.files.profile_yaml import model_names
from vocator.usecases.programming.prove_radios import generate
from vocator.usecases.programming.prove_slips import slips_of
from vocator.usecases.programming.recover import slip_words
from vocator.usecases.twin.twins import twin_of

TWINS = [twin_of(m, f.name) for m in model_names() for f in twin_of(m).profile.firmwares]
EVERY = pytest.mark.parametrize("twin", TWINS, ids=[f"{t.profile.model} {t.profile.firmware}" for t in TWINS])
FINCH = twin_of("ardvane-finch")
REPEATER = Channel(147_330_000, 147_930_000, tone_use("103.5", None), power="HIGH")


def sheet_of(twin, kinds=("label", "repeater")):
    rng = random.Random(5)
    for kind in kinds:
        goal = generate(twin, kind, rng)
        try:
            return goal, plan(twin, goal)
        except Beyond:
            continue
    raise AssertionError("the radio can do none of these")


@EVERY
def test_a_slip_anywhere_is_recovered_from_what_the_display_shows(twin):
    goal, sheet = sheet_of(twin)
    courses = courses_of(twin, sheet, goal)
    slips = list(courses[0].slips())
    assert len(slips) > 200
    picked = random.Random(1).sample(slips, 16)
    outcomes = [courses[0].replay(slip) for slip in picked]
    for outcome in (o for o in outcomes if o.noticed >= 0):
        (sight,) = sights(courses, outcome.noticed, [outcome])
        states = sight.states(courses, outcome.noticed)
        assert outcome.state in states
        way = way_back(courses[0], goal, states, outcome.noticed)
        assert way is not None, slip_words(outcome.slip)
        assert way.step <= outcome.noticed + 1
        rest = rest_of(sheet, way.step, way.actions)
        for state in states:
            run = follow(twin, rest, state)
            assert judge(twin, rest, goal, state, run) == "", slip_words(outcome.slip)


@EVERY
def test_a_slip_is_noticed_at_the_first_step_that_looks_different(twin):
    goal, sheet = sheet_of(twin)
    course = courses_of(twin, sheet, goal)[0]
    for slip in random.Random(2).sample(list(course.slips()), 40):
        outcome = course.replay(slip)
        if outcome.noticed < 0 or (outcome.noticed == slip.step and outcome.sent):
            continue
        state = course.carried(slip, outcome.noticed - 1) if outcome.noticed > slip.step else None
        if state is not None:
            assert display(twin, state).text == course.seen(outcome.noticed - 1).text
        assert outcome.noticed >= slip.step


def test_all_slips_of_a_sheet_are_harmless_recovered_or_named():
    goal = Goal(6, REPEATER)
    sheet = plan(FINCH, goal)
    count: Counter[str] = Counter()
    assert slips_of(FINCH, sheet, goal, count) == []
    assert count["slips"] == count["harmless"] + count["recovered"] + count["named"]
    assert count["named"] > 0


def test_what_the_read_back_cannot_show_is_missed_unless_it_is_named():
    goal = Goal(6, REPEATER)
    sheet = replace(plan(FINCH, goal), limits=())
    faults = slips_of(FINCH, sheet, goal, Counter())
    assert faults
    assert all("tone_tx" in fault["why"] for fault in faults)


def test_a_sheet_that_cannot_be_joined_again_is_stuck():
    goal = Goal(6, replace(REPEATER, rx_hz=147_345_000))
    other = plan(FINCH, Goal(6, REPEATER))
    courses = courses_of(FINCH, other, goal)
    outcome = next(o for o in map(courses[0].replay, courses[0].slips()) if o.noticed >= 0)
    assert way_back(courses[0], goal, [outcome.state], outcome.noticed) is None


def test_harm_to_another_slot_is_told_with_the_slot():
    meridian = twin_of("castellan-meridian")
    goal = Goal(4, Channel(52_820_000, 52_320_000, tone_use("103.5", None)))
    elsewhere = courses_of(meridian, plan(meridian, goal), goal)[0].start._replace(positions=(0,))
    course = courses_of(meridian, plan(meridian, goal), goal, elsewhere)[0]
    harmed = [(o, done) for o in map(course.replay, course.slips()) for done in [harm(goal, o)] if done.slots]
    assert harmed
    for outcome, done in harmed:
        assert all(outcome.state.slots[i] != course.start.slots[i] for i in done.slots)
        assert goal.slot not in done.slots


def test_a_sending_slip_is_noticed_at_once_and_told():
    goal = Goal(6, REPEATER)
    course = courses_of(FINCH, plan(FINCH, goal), goal)[0]
    sent = [o for s in course.slips() if s.wrong == (Tap("PTT"),) for o in [course.replay(s)] if o.sent]
    at_rest = [o for o in sent if not course.steps[o.slip.step].on_air]
    assert at_rest
    assert all((o.noticed == o.slip.step and harm(goal, o).sent) or o.sent == (147_930_000,) for o in at_rest)


def test_what_is_seen_is_found_among_the_pictures_and_nothing_else():
    goal = Goal(6, REPEATER)
    courses = courses_of(FINCH, plan(FINCH, goal), goal)
    found = sights(courses, 12)
    assert len(found) > 3
    assert [s.weight for s in found] == sorted((s.weight for s in found), reverse=True)
    for sight in found:
        assert locate(found, sight.seen.text) is sight
    assert locate(found, "nothing like it") is None


def test_a_free_key_given_by_mistake_is_told_as_harm_and_named_among_the_limits():
    hiker = twin_of("pelorn-hiker")
    goal = Goal(6, replace(REPEATER, power="HI"))
    sheet = plan(hiker, goal)
    course = courses_of(hiker, sheet, goal)[0]
    given = [
        o
        for s in course.slips()
        if s.wrong == (Hold("P3", 1000),)
        for o in [course.replay(s)]
        if o.state.free != course.start.free
    ]
    assert given
    assert all(any(words.startswith("P3 opens") for words in harm(goal, o).settings) for o in given)
    assert slips_of(hiker, sheet, goal, Counter()) == []
    assert slips_of(hiker, replace(sheet, limits=tuple(x for x in sheet.limits if "free key" not in x)), goal, Counter())


def test_a_number_typed_wrongly_is_found_by_what_the_operator_reads_off_and_led_back_from():
    twin, goal = twin_of("ardvane-finch"), Goal(6, Channel(147_195_000, 147_795_000, tone_use("110.9", None), power="HIGH"))
    sheet = plan(twin, goal)
    courses = courses_of(twin, sheet, goal)
    step = next(n for n, s in enumerate(sheet.steps()) if s.say.startswith("Type "))
    found = sights(courses, step)
    for typed, kind in (
        ("147.915", "digits swapped"),
        ("147.295", "wrong digit"),
        ("141.195", "wrong digit"),
        ("14719", "missing digit"),
    ):
        sight = locate_number(found, typed)
        assert sight is not None and kind in {o.slip.kind for o in sight.outcomes}
        way = way_back(courses[0], goal, sight.states(courses, step), step)
        assert way is not None and way.step <= step + 1
    assert locate_number(found, "433.5") is None


def test_the_way_back_takes_the_least_effort_and_goes_on_within_a_step():
    """A letter too far, on the Osprey: back one place and on, not the whole name anew."""
    twin, goal = twin_of("ardvane-osprey"), Goal(11, Channel(146_550_000, 146_550_000, label="RIDGE", power="HIGH"))
    sheet = plan(twin, goal)
    course = courses_of(twin, sheet, goal)[0]
    step = next(n for n, s in enumerate(sheet.steps()) if "place by place" in s.say)
    one_off = [s for s in course.slips(range(step, step + 1)) if s.kind == "one click off" and s.action == 4]
    outcome = course.replay(one_off[0])
    way = way_back(course, goal, [outcome.state], outcome.noticed)
    assert way is not None and way.step == step + 1
    run = follow(twin, rest_of(sheet, way.step, way.actions), outcome.state)
    whole = follow(twin, rest_of(sheet, step - 1), course.before(step - 1))
    assert seconds(run.tally, run.looks) < seconds(whole.tally, whole.looks)
