"""The way home from anything open: found on the twin, harmless from every state that looks alike."""

from collections import defaultdict
from functools import cache
from itertools import product

from vocator.core.keying.effort import TAP_S
from vocator.core.keying.exploration import look_of, open_states
from vocator.core.radio.inputs import Hold, Input, Tap, Wait
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

LOW_BEEP_S = 7.0  # a beep worries; it is worth some seconds of waiting
MOST_KEYS = 3


@cache
def ways_home(twin: Twin) -> dict[tuple[str, str], tuple[str, ...]]:
    """Return for each look (screen, lit layer) the cheapest actions that lead home from all states of it.

    A way sends nothing, changes no slot and no setting.  A look without a way is left out.
    """
    looks: dict[tuple[str, str], list[State]] = defaultdict(list)
    for state in open_states(twin):
        looks[look_of(twin, state)].append(state)
    candidates = _candidates(twin)
    found = {}
    for look, states in looks.items():
        priced = [(cost, way) for way in candidates if (cost := _cost(twin, states, way)) is not None]
        if priced:
            found[look] = tuple(_text(given) for given in min(priced, key=lambda x: x[0])[1])
    return found


def _candidates(twin: Twin) -> list[tuple[Input, ...]]:
    keys: dict[Input, None] = {}
    for screen in twin.screens:
        for binding in screen.bind:
            press = binding.press
            if press.kind == "tap" and not press.held and press.key not in ("PTT", "PUSH") and not press.key.isdigit():
                keys[Tap(press.key)] = None
    leaving: set[Input] = set()
    for binding in (b for x in twin.screens for b in x.bind if b.verb in ("home", "back", "back_to_list") and not b.press.held):
        press = binding.press
        leaving.add(Hold(press.key, press.ms) if press.kind == "hold" else Tap(press.key))
        if press.key not in ("PTT", "PUSH"):
            keys[Hold(press.key, press.ms) if press.kind == "hold" else Tap(press.key)] = None
    keys = dict.fromkeys(sorted(keys, key=lambda k: k not in leaving))
    waits: dict[Input, None] = {Wait(s.quiet_ms): None for s in twin.screens if s.quiet_ms}
    taps = [way for n in range(1, MOST_KEYS + 1) for way in product(keys, repeat=n)]
    return [*((wait,) for wait in waits), *taps]


def _cost(twin: Twin, states: list[State], way: tuple[Input, ...]) -> float | None:
    worst = 0.0
    for state in states:
        after, cost = state, 0.0
        lit = twin.screens[state.screen].kind == "layer"
        for given in way:
            after, effects = twin.act(after, given)
            if effects.transmitting_hz is not None:
                return None
            cost += TAP_S if isinstance(given, Tap) else given.ms / 1000  # type: ignore[union-attr]
            cost += LOW_BEEP_S * len(effects.beeps)
            if lit and twin.screens[after.screen].kind not in ("rest", "layer"):
                cost += LOW_BEEP_S  # a lit layer is let go out, not led into another screen
        if not _harmless(twin, state, after):
            return None
        worst = max(worst, cost)
    return worst


def _harmless(twin: Twin, before: State, after: State) -> bool:
    kept = ("unit", "modes", "freqs", "values", "slots", "reverse", "group")
    return twin.screens[after.screen].kind == "rest" and all(getattr(before, name) == getattr(after, name) for name in kept)


def _text(given: Input) -> str:
    if isinstance(given, Wait):
        return f"wait {given.ms / 1000:g}s"
    return f"[{given.key} {given.ms // 1000}s]" if isinstance(given, Hold) else f"[{given.key}]"  # type: ignore[union-attr]
