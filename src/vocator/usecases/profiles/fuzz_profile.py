"""Random keys on a profile: nothing may fail, and from everything there is a way home."""

import random
from collections.abc import Callable
from typing import Any

from vocator.core.planning.way_home import way_from, way_out
from vocator.core.radio.display import display
from vocator.core.radio.inputs import TOUCH, Chord, Hold, Input, Tap, Turn, Wait
from vocator.core.radio.perform import UntilFailed, carry_out
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.usecases.twin.twins import take_file, twin_of

MOST_FAULTS = 10
WHAT_WORKS = 0.4
"""So often a press that works where the radio stands is drawn, chords too; else any key."""
HOLDS_MS = (1000, 2000, 3000)


def fuzz_profile(file: str, presses: int = 5_000, seed: int = 1) -> dict[str, Any]:
    """Press keys at random on a profile's twin; returns what went wrong, with the keys from a new radio that lead there.

    Raises DataFileError for a file that is no profile.
    """
    twin = twin_of(take_file(file))
    rng = random.Random(seed)
    keys = [k for k in twin.profile.keys if not k.startswith(TOUCH)]
    touches = [k for k in twin.profile.keys if k.startswith(TOUCH)]
    faults: list[dict[str, Any]] = []
    state, trail = twin.start, list[Input]()
    for _ in range(presses):
        bound = _bound(twin, state.screen)
        given = rng.choice(bound) if bound and rng.random() < WHAT_WORKS else _any(rng, twin, keys, touches)
        trail.append(given)
        try:
            state = twin.act(state, given)[0]
            display(twin, state)
            home = _leads_home(twin, state)
        except Exception as error:  # whatever it is, it is a fault of the profile or of the twin, and is reported as such
            faults.append({"keys": [_text(i) for i in trail], "what": f"{type(error).__name__}: {error}"})
            state, trail = twin.start, []
            continue
        if not home:
            faults.append({"keys": [_text(i) for i in trail], "what": f"no way home from: {display(twin, state).text}"})
        if not home or len(trail) > 60:
            state, trail = twin.start, []
        if len(faults) >= MOST_FAULTS:
            break
    return {"model": twin.profile.model, "presses": presses, "seed": seed, "faults": faults}


def _bound(twin: Twin, screen: int) -> list[Input]:
    """Return the presses that do something on a screen: taps, holds, and chords of two keys."""
    found: list[Input] = []
    for binding in twin.screens[screen].bind:
        press = binding.press
        if press.kind in ("tap", "hold") and press.key in twin.profile.keys:
            then = Tap(press.key) if press.kind == "tap" else Hold(press.key, press.ms)
            found.append(Chord(press.held, then) if press.held else then)
    return found


def _any(rng: random.Random, twin: Twin, keys: list[str], touches: list[str]) -> Input:
    kind = rng.random()
    if kind < 0.15 and twin.profile.dials:
        return Turn(rng.choice(twin.profile.dials), rng.choice((-7, -1, 1, 1, 3, 40)))
    if kind < 0.2:
        return Wait(rng.choice((500, 3000, 9000, 40_000)))
    if kind < 0.3:
        return Hold(rng.choice(keys), rng.choice(HOLDS_MS))
    return Tap(rng.choice(touches if touches and kind > 0.8 else keys))


def _leads_home(twin: Twin, state: State) -> bool:
    """Whether waiting, or the keys that are known for what is open, end at rest."""
    if twin.at_rest(state):
        return True
    if twin.at_rest(twin.act(state, Wait(120_000))[0]):
        return True
    ways: tuple[Callable[[], tuple[str, ...]], ...] = (lambda: way_out(twin, state), lambda: way_from(twin, state))
    for way in ways:
        try:
            if twin.at_rest(carry_out(twin, state, way())):
                return True
        except (KeyError, UntilFailed):
            continue
    return False


def _text(given: Input) -> str:
    if isinstance(given, Turn):
        return f"{given.dial} {given.clicks:+d}"
    if isinstance(given, Wait):
        return f"wait {given.ms / 1000:g}s"
    if isinstance(given, Chord):
        return f"[{given.held}]+{_text(given.then)}"
    if isinstance(given, Hold):
        return f"[{given.key} {given.ms / 1000:g}s]"
    assert isinstance(given, Tap)
    return given.key if given.key.startswith(TOUCH) or given.key.isdigit() else f"[{given.key}]"
