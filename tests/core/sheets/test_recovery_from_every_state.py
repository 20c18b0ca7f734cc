"""A way back counts from every state that shows what is seen, and what is right on another radio is no slip."""

import random

import pytest

from core.proving.test_from_every_state import sampled
from vocator.core.channel.channel import Channel, tone_use
from vocator.core.goals.goal import Goal
from vocator.core.planning.planner import plan
from vocator.core.proving.certain import right_displays
from vocator.core.proving.operator import follow
from vocator.core.proving.prover import judge
from vocator.core.slips.every_state import EveryCourse
from vocator.core.slips.recovery import courses_of, rest_of, sights, way_back
from vocator.core.slips.slips import Course
from vocator.usecases.twin.twins import twin_of

REPEATER = Channel(147_330_000, 147_930_000, tone_use("103.5", None), power="HIGH")


@pytest.mark.parametrize("model", ["ardvane-finch", "brisko-pico"])
def test_random_starts_that_show_what_is_seen_after_the_slip_are_led_back(model):
    twin, goal = twin_of(model), Goal(6, REPEATER)
    sheet = plan(twin, goal)
    every, courses, rng, led = EveryCourse(twin, sheet, goal), courses_of(twin, sheet, goal), random.Random(model), 0
    steps = [n for n, frame in enumerate(courses[0].run.frames) if frame.done and frame.step.actions]
    others = [Course(twin, sheet, sampled(every.run.starts, rng)) for _ in range(25)]
    for step in steps[::4]:
        for sight in sights(courses, step)[:3]:
            nodes = every.agreeing({o.slip for o in sight.outcomes}, sight.seen, step)
            states = sight.states(courses, step)
            way = way_back(courses[0], goal, states, step, lambda rest, nodes=nodes: every.leads(rest, nodes) if nodes else None)
            if way is None or not way.complete:
                continue
            rest = rest_of(sheet, way.step, way.actions)
            alike = [o for c in others for x in sight.outcomes if (o := c.replay(x.slip)).noticed == step]
            for outcome in alike:
                if twin.seen(outcome.state).text == sight.seen.text:
                    led += 1
                    assert judge(twin, rest, goal, outcome.state, follow(twin, rest, outcome.state)) == ""
    assert led > 20, "enough starts must agree with something that is seen"


def test_a_way_that_counts_on_what_no_display_tells_is_not_from_every_state():
    twin, goal = twin_of("ardvane-finch"), Goal(6, REPEATER)
    sheet = plan(twin, goal)
    every, courses = EveryCourse(twin, sheet, goal), courses_of(twin, sheet, goal)
    tone = next(n for n, s in enumerate(sheet.steps()) if "CT.HZ" in " ".join(s.actions))
    sight = sights(courses, tone)[0]
    nodes = every.agreeing({o.slip for o in sight.outcomes}, sight.seen, tone)
    assert nodes
    after_the_tone = next(n for n, s in enumerate(sheet.steps()) if "WIDTH" in " ".join(s.actions))
    assert every.leads(rest_of(sheet, after_the_tone, ("wait 8s",)), nodes) is False, "shift and tone are not set then"


def test_what_stands_there_rightly_on_a_radio_set_otherwise_is_no_slip():
    twin, goal = twin_of("ardvane-finch"), Goal(6, REPEATER)
    sheet = plan(twin, goal)
    step = next(n for n, s in enumerate(sheet.steps()) if s.say.startswith("Type "))
    right = right_displays(twin, sheet, goal)[step]
    assert {"+" in x.icons for x in right.values()} == {True, False}, "the automatic shift sets it, unless it is off"
    courses, displays = courses_of(twin, sheet, goal), right_displays(twin, sheet, goal)
    offered = {n: {s.seen.text for s in sights(courses, n)} for n, frame in enumerate(courses[0].run.frames) if frame.done}
    mistaken = [n for n, texts in offered.items() if texts & set(displays[n])]
    assert mistaken, "without knowing so some of it would be offered as a slip"
    assert not any({s.seen.text for s in sights(courses, n, right=displays[n])} & set(displays[n]) for n in mistaken)
