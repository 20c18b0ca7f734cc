"""The way home from anything open: found on the twin, harmless from every state that looks alike."""

from collections import defaultdict
from itertools import product

from vocator.core.goals.effort import TAP_S
from vocator.core.goals.sheet import When
from vocator.core.planning.exploration import Look, look_of, open_states
from vocator.core.planning.routes import press_text
from vocator.core.radio.display import display
from vocator.core.radio.inputs import TOUCH, Hold, Input, Tap, Wait
from vocator.core.radio.kept import per_machine
from vocator.core.radio.perform import UntilFailed, actions_of, carry_out, perform
from vocator.core.radio.screens import LayerScreen, Press
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

LOW_BEEP_S = 7.0  # a beep worries; it is worth some seconds of waiting
MOST_KEYS = 3
DEEPEST = 5


@per_machine
def ways_home(twin: Twin) -> dict[Look, tuple[str, ...]]:
    """Return for each look the cheapest actions that lead home from all states of it.

    A way sends nothing and changes no slot and no setting; only where nothing else leads
    home may it change settings of the VFO, and then rather to what they are when new.  A
    look without a way is left out.  Looks that differ in their words only and share a way
    are one.
    """
    looks: dict[Look, list[State]] = defaultdict(list)
    for state in open_states(twin):
        if not twin.at_rest(state):
            looks[look_of(twin, state)].append(state)
    together: dict[Look, list[State]] = defaultdict(list)
    for look, states in looks.items():
        together[look if look.page else look._replace(text="")] += states
    candidates = _candidates(twin)
    # PTT leaves a search on some radios; nowhere else is an operator sent to it
    in_search = [*candidates, (Tap("PTT"),)]
    found: dict[Look, tuple[str, ...]] = {}
    for look, states in together.items():
        tried = in_search if look.screen == "search" else candidates
        one = _best(twin, states, tried)
        own = {full: own for full, own in looks.items() if look in (full, full._replace(text=""))}
        apart = {full: _best(twin, own, tried) for full, own in own.items()} if len(own) > 1 else dict.fromkeys(own, one)
        dearest = max((way[0] for way in apart.values() if way), default=0.0)
        if one and (len(apart) == 1 or one[0] <= dearest):
            found[look] = one[1]
        else:
            found |= {full: way[1] for full, way in apart.items() if way}
    return found


@per_machine
def changes_nothing(twin: Twin, look: Look, actions: tuple[str, ...]) -> bool:
    """Whether actions leave everything as it was, from all open states of a look."""
    for state in open_states(twin):
        if twin.at_rest(state) or look not in (look_of(twin, state), look_of(twin, state)._replace(text="")):
            continue
        if any(b.verb == "take_value" and press_text(b.press) in actions for b in twin.screens[state.screen].bind):
            return False  # it is left only by choosing a value, which another one may have been
        after = carry_out(twin, state, actions)
        if any(getattr(state, name) != getattr(after, name) for name in KEPT):
            return False
    return True


@per_machine
def left_by(twin: Twin, actions: tuple[str, ...], when: When | None) -> frozenset[Look]:
    """Return the looks that a step leaves by itself: from all open states of it the step ends at rest in VFO mode and changes nothing."""
    kept: dict[Look, bool] = {}
    for state in open_states(twin):
        if not twin.at_rest(state):
            look = look_of(twin, state)
            for one in (look, look._replace(text="")):
                kept[one] = kept.get(one, True) and _leaves(twin, state, actions, when)
    return frozenset(look for look, so in kept.items() if so)


def _leaves(twin: Twin, state: State, actions: tuple[str, ...], when: When | None) -> bool:
    if when is not None and not when.holds(display(twin, state)):
        return False
    after = state
    for text in actions:
        for action in actions_of(twin, text):
            try:
                done = perform(twin, after, action)
            except UntilFailed:
                return False
            if done.transmitting_hz is not None:
                return False
            after = done.state
    same = all(getattr(state, name) == getattr(after, name) for name in KEPT if name != "modes")
    return same and after.screen == twin.vfo


def _best(twin: Twin, states: list[State], candidates: list[tuple[Input, ...]]) -> tuple[float, tuple[str, ...]] | None:
    for kept in (KEPT, tuple(name for name in KEPT if name != "values")):
        priced = [(cost, way) for way in candidates if (cost := _cost(twin, states, way, kept)) is not None]
        if priced:
            cost, way = min(priced, key=lambda x: x[0])
            return cost, tuple(_text(given) for given in way)
    return None


def way_from(twin: Twin, s: State) -> tuple[str, ...]:
    """Return the way home from an open state; raises KeyError where none is known."""
    look, ways = look_of(twin, s), ways_home(twin)
    return ways[look] if look in ways else ways[look._replace(text="")]


def way_out(twin: Twin, s: State) -> tuple[str, ...]:
    """Return what leaves one open state as it is: a key that leaves, some times, or waiting; empty where nothing is known."""
    own: list[tuple[Input, ...]] = []
    for binding in twin.screens[s.screen].bind:
        press = binding.press
        if (
            binding.verb in LEAVING | {"keep_home"}
            and press.kind in ("tap", "hold")
            and not press.held
            and press.key not in ("PUSH", TOUCH + "OWN")
        ):
            given = Tap(press.key) if press.kind == "tap" else Hold(press.key, press.ms)
            own += [(given,) * n for n in range(1, 2 if press.key == "PTT" else DEEPEST + 1)]  # once only: at rest PTT sends
    waits: list[tuple[Input, ...]] = [(Wait(q),) for q in (twin.screens[s.screen].quiet_ms,) if q]
    best = _best(twin, [s], [*own, *waits])
    if best is not None:
        return best[1]
    try:
        return way_from(twin, s)
    except KeyError:
        return ()


def _candidates(twin: Twin) -> list[tuple[Input, ...]]:
    """Return waits, every one or two taps, and three of the keys that leave something."""
    keys: dict[Input, None] = {}
    leaving: dict[Input, None] = {}
    for binding in (b for x in twin.screens for b in x.bind):
        press = binding.press
        if press.kind not in ("tap", "hold") or press.held or press.key in ("PTT", "PUSH", TOUCH + "OWN") or press.key.isdigit():
            continue
        given: Input = Hold(press.key, press.ms) if press.kind == "hold" else Tap(press.key)
        if binding.verb in LEAVING:
            leaving[given] = None
        if press.kind == "tap":
            keys[given] = None
    keys = {**leaving, **keys}
    waits: dict[Input, None] = {Wait(s.quiet_ms): None for s in twin.screens if s.quiet_ms}
    taps = [way for n in (1, 2) for way in product(keys, repeat=n)]
    deep = [(key,) * n for key in leaving for n in range(MOST_KEYS + 1, DEEPEST + 1)]
    return [*((wait,) for wait in waits), *taps, *product(leaving, repeat=MOST_KEYS), *deep]


LEAVING = frozenset({"home", "back", "back_to_list", "leave_entry", "take_value", "decline"})


KEPT = ("unit", "modes", "freqs", "values", "slots", "reverse", "group")
CHANGED_S = 1.0


def _cost(twin: Twin, states: list[State], way: tuple[Input, ...], kept: tuple[str, ...]) -> float | None:
    worst = 0.0
    for state in states:
        after, cost = state, 0.0
        lit = isinstance(twin.screens[state.screen], LayerScreen)
        for given in way:
            after, effects = twin.act(after, given)
            if effects.transmitting_hz is not None:
                return None
            cost += given.ms / 1000 if isinstance(given, Wait | Hold) else TAP_S
            cost += LOW_BEEP_S * len(effects.beeps)
            if lit and not twin.screens[after.screen].over_rest:
                cost += LOW_BEEP_S  # a lit layer is let go out, not led into another screen
        if not twin.at_rest(after) or any(getattr(state, name) != getattr(after, name) for name in kept):
            return None
        cost += CHANGED_S * sum(
            a != b and b != new for a, b, new in zip(state.values, after.values, twin.start.values, strict=True)
        )
        worst = max(worst, cost)
    return worst


def _text(given: Input) -> str:
    if isinstance(given, Wait):
        return f"wait {given.ms / 1000:g}s"
    if isinstance(given, Hold):
        return press_text(Press("hold", given.key, given.ms))
    assert isinstance(given, Tap)
    return press_text(Press("tap", given.key))
