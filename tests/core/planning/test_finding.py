"""What is looked for on the twin is found, by keys that the radio has, from wherever it stands; and nothing else is moved."""

import random

import pytest

from vocator.core.goals.goal import frequency_step
from vocator.core.planning.finding import way_to_frequency, way_to_rest, way_to_value
from vocator.core.planning.way_home import changes_nothing, left_by, way_from, way_out, ways_home
from vocator.core.proving.open_screens import open_states
from vocator.core.radio.actions import parse_actions
from vocator.core.radio.perform import UntilFailed, perform
from vocator.core.radio.profile import Means
from vocator.files.profile_yaml import model_names
from vocator.usecases.twin.twins import twin_of

TWINS = {m: twin_of(m) for m in model_names()}
each = pytest.mark.parametrize("twin", TWINS.values(), ids=TWINS)
MEANT = (
    Means.SHIFT,
    Means.OFFSET,
    Means.TONE_USE,
    Means.TONE,
    Means.SEND_TONE,
    Means.CODE,
    Means.WIDTH,
    Means.POWER,
    Means.BUSY_LOCK,
)


def carry_out(twin, state, actions):
    """Press what was written; returns the state, None where an action does not come to its end."""
    try:
        for text in actions:
            for action in parse_actions(twin.profile, text):
                state = perform(twin, state, action).state
    except UntilFailed:
        return None
    return state


def others(twin, before, after, but):
    """Return the settings, others than those named, that stand differently now."""
    return [
        twin.settings[n].name for n in range(len(twin.settings)) if n not in but and twin.get(before, n) != twin.get(after, n)
    ]


@each
def test_every_value_of_what_a_channel_needs_is_found_and_set_and_nothing_else_is(twin):
    rng = random.Random(f"values {twin.profile.model}")
    tried = 0
    for number in sorted({n for means in MEANT for n in twin.profile.settings_for(means)}):
        domain = twin.settings[number].domain
        values = range(domain.count) if domain.count <= 4 else rng.sample(range(domain.count), 4)
        for value in values:
            way = way_to_value(twin, twin.start, number, value)
            if way is None:
                continue
            tried += 1
            for left in {twin.get(twin.start, number), rng.randrange(domain.count)} - {value}:
                start = twin.put(twin.start, number, left)
                after = carry_out(twin, start, way)
                assert after is not None, (twin.settings[number].name, domain.text(value), way)
                assert domain.text(twin.get(after, number)) == domain.text(value), way
                assert after.modes == start.modes and after.slots == start.slots and not after.typed
                bound = (
                    set(twin.profile.settings_for(Means.SHIFT)) if number in twin.profile.settings_for(Means.OFFSET) else set()
                )
                assert others(twin, start, after, {number} | bound) == [], way
    assert tried or twin.profile.model == "oriel-wick", "all its values stand under one dial: chapters set them, not the search"


@each
def test_a_frequency_is_found_in_every_range_that_can_be_typed(twin):
    rng = random.Random(f"frequencies {twin.profile.model}")
    found = 0
    for low, high in twin.profile.receive_hz:
        for _ in range(6):
            hz = rng.randrange(low, high, 12_500 if rng.random() < 0.3 else 5_000)
            if frequency_step(twin, hz) not in (-1, twin.step and twin.settings[twin.step].new[0]):
                continue
            way = way_to_frequency(twin, twin.start, hz)
            if way is None:
                continue
            found += 1
            after = carry_out(twin, twin.start, way)
            assert after is not None and twin.freq(after) == hz, (hz, way)
            assert after.slots == twin.start.slots and twin.at_rest(after)
    assert found >= len(twin.profile.receive_hz) or twin.profile.model == "oriel-lantern", (
        "it has no digits: the dial alone sets it"
    )


@each
def test_from_everything_that_can_be_open_the_way_out_leads_to_rest_and_keeps_nothing(twin):
    rng = random.Random(f"open {twin.profile.model}")
    states = open_states(twin)
    for s in rng.sample(states, min(40, len(states))):
        for find in (way_from, way_out, way_to_rest):
            try:
                way = find(twin, s)
            except KeyError:
                continue  # what lies over a rest screen has no look of its own
            if not way:
                continue
            after = carry_out(twin, s, way)
            assert after is not None and twin.at_rest(after) and not after.typed, (twin.seen(s).text, way)
            assert after.slots == s.slots, (twin.seen(s).text, way)


@each
def test_each_way_home_does_what_is_said_of_it(twin):
    ways = ways_home(twin)
    assert ways, "from nowhere is there a way home"
    for look, actions in ways.items():
        assert actions and all(parse_actions(twin.profile, text) for text in actions)
        changes_nothing(twin, look, actions)  # whatever it says, it says it of every look
        assert isinstance(left_by(twin, actions, None), frozenset)
    assert set().union(*(left_by(twin, actions, None) for actions in ways.values())), "none of them leaves anything"
