"""Properties of every twin: turns add up, nothing breaks it, it sends only at rest."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, invariant, precondition, rule

from vocator.core.planning.way_home import way_from
from vocator.core.radio.actions import parse_actions
from vocator.core.radio.display import display
from vocator.core.radio.inputs import TOUCH, Chord, Hear, Hold, Tap, Turn, Type, Wait
from vocator.core.radio.moved_values import clicks_to, moved_value
from vocator.core.radio.perform import perform, uneven
from vocator.core.radio.screens import LabelScreen, LayerScreen, RestScreen
from vocator.core.radio.state import Signal
from vocator.files.profile_yaml import model_names
from vocator.usecases.twin.twin_play import pack, unpack
from vocator.usecases.twin.twins import twin_of

TWINS = [twin_of(m, f.name) for m in model_names() for f in twin_of(m).profile.firmwares]
NAMES = [f"{t.profile.model} {t.profile.firmware}" for t in TWINS]


def inputs(twin):
    keys = st.sampled_from([*twin.profile.keys, *(TOUCH + name for name in twin.profile.touches)])
    pressed = st.one_of(
        st.builds(Tap, keys),
        st.builds(Hold, keys, st.sampled_from([400, 700, 1000, 2000, 3000])),
        st.builds(Turn, st.sampled_from(twin.profile.dials), st.integers(-30, 30)),
        *(
            [st.builds(Type, st.sampled_from(["A", "RIDGE-1", "x"]))]
            if any(isinstance(s, LabelScreen) and s.keyboard for s in twin.screens)
            else []
        ),
    )
    turned = st.builds(Turn, st.sampled_from(twin.profile.dials), st.integers(-3, 3))
    chords = st.builds(Chord, keys, st.one_of(st.builds(Tap, keys), st.builds(Hold, keys, st.just(1000)), turned))
    waits = st.builds(Wait, st.sampled_from([100, 1000, 3000, 6000, 8000, 10000, 20000]))
    heard = st.builds(Hear, st.sampled_from([None, Signal(144_000_000, "103.5"), Signal(430_000_000, None, "023N")]))
    return st.one_of(pressed, pressed, pressed, chords, waits, heard)


@pytest.mark.parametrize("twin", TWINS, ids=NAMES)
@given(data=st.data())
@settings(max_examples=60, deadline=None)
def test_a_turn_of_n_equals_n_clicks(twin, data):
    state = twin.start
    for given_input in data.draw(st.lists(inputs(twin), max_size=8)):
        state, _ = twin.act(state, given_input)
    clicks = data.draw(st.integers(1, 40)) * data.draw(st.sampled_from([1, -1]))
    dial = data.draw(st.sampled_from(twin.profile.dials))
    at_once, effects = twin.act(state, Turn(dial, clicks))
    beeps = ()
    for _ in range(abs(clicks)):
        state, one = twin.act(state, Turn(dial, 1 if clicks > 0 else -1))
        beeps += one.beeps
    assert at_once == state
    assert effects.beeps == beeps


@pytest.mark.parametrize("twin", TWINS, ids=NAMES)
@given(data=st.data())
@settings(max_examples=60, deadline=None)
def test_taps_that_count_together_are_so_many_taps(twin, data):
    state = twin.start
    for given_input in data.draw(st.lists(inputs(twin), max_size=8)):
        state, _ = twin.act(state, given_input)
    if state.typed or state.message:
        return
    for key, handler in twin.tables[state.screen].taps.items():
        if handler.name not in ("change", "scroll", "pick") or uneven(twin, state, handler):
            continue
        times, one_by_one = data.draw(st.integers(2, 60)), state
        for _ in range(times):
            one_by_one, _ = twin.act(one_by_one, Tap(key))
        assert twin.repeated(state, Tap(key), times) == one_by_one


def fuzz(twin):
    class Fuzz(RuleBasedStateMachine):
        """Any keys on a twin: no exception, no trap, no sending but by PTT at rest."""

        def __init__(self):
            super().__init__()
            self.state = twin.start

        @rule(given=inputs(twin))
        def press(self, given):
            at_rest = isinstance(twin.screens[self.state.screen], (RestScreen, LayerScreen))
            before = self.state
            self.state, effects = twin.act(self.state, given)
            again, same = twin.act(before, given)
            assert (again, same) == (self.state, effects)
            if effects.transmitting_hz is not None:
                ptt = "'PTT'" in repr(given)
                assert at_rest
                assert ptt
                assert twin.profile.may_send(effects.transmitting_hz)

        @precondition(lambda self: not twin.at_rest(self.state))
        @rule()
        def go_home(self):
            for text in way_from(twin, self.state):
                for action in parse_actions(twin.profile, text):
                    done = perform(twin, self.state, action)
                    assert done.transmitting_hz is None
                    self.state = done.state
            assert twin.at_rest(self.state)

        @invariant()
        def shown_and_kept_whole(self):
            assert display(twin, self.state).main != ""
            assert unpack(twin, pack(twin, self.state)) == self.state

    Fuzz.TestCase.settings = settings(max_examples=25, stateful_step_count=30, deadline=None)
    return Fuzz.TestCase


for _twin, _name in zip(TWINS, NAMES, strict=True):
    globals()["TestFuzz_" + _name.replace("-", "_").replace(" ", "_")] = fuzz(_twin)


@given(st.integers(0, 20), st.integers(0, 9_000), st.integers(-3_000, 3_000), st.sampled_from([1, -1]))
def test_clicks_to_a_value_are_the_clicks_that_turning_takes(step, value, clicks, way):
    twin = twin_of("oriel-lantern")
    setting = next(i for i, s in enumerate(twin.settings) if s.by_step)
    count = twin.settings[setting].domain.count
    state = twin.put(twin.start, twin.step, step % twin.settings[twin.step].domain.count)
    value %= count
    wanted, _ = moved_value(twin, state, setting, value, clicks)
    found = clicks_to(twin, state, setting, value, wanted, way)
    if found is None:
        places = {moved_value(twin, state, setting, value, way * n)[0] for n in range(count + 1)}
        assert wanted not in places
    else:
        assert moved_value(twin, state, setting, value, way * found)[0] == wanted
        assert all(moved_value(twin, state, setting, value, way * n)[0] != wanted for n in range(max(0, found - 50), found))
