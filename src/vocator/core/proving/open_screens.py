"""Everything that can be open on a radio, found by the prover's own walk over the twin.

From VFO and memory mode of each unit every input that any screen answers is made, and again from
whatever that opens, until nothing new opens.  The planner's ways home rest on a walk of its own.
"""

from collections import deque

from vocator.core.radio.inputs import TOUCH, Chord, Hold, Input, Tap, Turn, Type, Wait
from vocator.core.radio.kept import per_machine, with_item
from vocator.core.radio.profile import Means
from vocator.core.radio.screens import (
    FiguresScreen,
    LabelScreen,
    ListScreen,
    PickerScreen,
    QuestionScreen,
    RestScreen,
    SearchScreen,
    ValueScreen,
)
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

AT = 2
"""The slot that holds something in the states from which the walk begins."""
Signature = tuple[object, ...]


def _inputs(twin: Twin) -> list[Input]:
    found: dict[Input, None] = {}
    profile = twin.profile
    for binding in (b for screen in twin.screens for b in screen.bind):
        press = binding.press
        if press.kind in ("turn", "digits") or press.key == TOUCH + "OWN" or (press.key == "PTT" and not press.held):
            continue
        keys: tuple[str, ...] = twin.pair(press) if press.kind == "pair" else (press.key,)
        if press.key == "PUSH":
            keys = tuple(k for k in twin.unit_of if k in profile.dials)
        for key in keys:
            then: Tap | Hold = Hold(key, press.ms) if press.kind == "hold" else Tap(key)
            found[Chord(press.held, then) if press.held else then] = None
    more: list[Input] = [Tap(key) for key in (*profile.keys, *"1470") if key != "PTT"]
    more += [Turn(dial, n) for dial in profile.dials for n in (1, -1)]
    more += [Wait(screen.quiet_ms) for screen in twin.screens if screen.left_to]
    more += [Tap(TOUCH + name) for name in profile.touches]
    found |= dict.fromkeys(more)
    if any(isinstance(screen, LabelScreen) and screen.keyboard for screen in twin.screens):
        found[Type("A")] = None
    return list(found)


def signature(twin: Twin, s: State) -> Signature:
    """Return what tells open states apart: the screen and the way to it, digits typed, what is open, where its dial stands."""
    screen = twin.screens[s.screen]
    at: Signature = ()
    if isinstance(screen, ListScreen):
        at = (s.cursor,)
    elif isinstance(screen, (ValueScreen, SearchScreen)):
        at = (s.opened, isinstance(screen, ValueScreen) and s.value != twin.get(s, s.opened), s.outer is not None)
    elif isinstance(screen, FiguresScreen):
        at = (s.opened, s.place)
    elif isinstance(screen, LabelScreen):
        at = (s.place, len(s.letters), bool(s.letters.strip()), bool(s.letter_key))
    elif isinstance(screen, (PickerScreen, QuestionScreen)):
        at = (s.slots[s.pick] is not None, s.pick == s.positions[s.unit], bool(s.letters))
    return (s.screen, s.stack, s.unit, s.modes[s.unit], len(s.typed), *at)


def kind_of_open(twin: Twin, s: State) -> Signature:
    """Return what tells kinds of open states apart: where in a list or on which value something stands does not."""
    screen = twin.screens[s.screen]
    at: Signature = ()
    if isinstance(screen, ValueScreen):
        at = (s.value != twin.get(s, s.opened), bool(twin.settings[s.opened].digits))
    elif isinstance(screen, LabelScreen):
        at = (s.place < 0, s.place >= len(s.letters), bool(s.letters.strip()))
    return (s.screen, s.stack, s.modes[s.unit], bool(s.typed), *at)


@per_machine
def open_states(twin: Twin) -> tuple[State, ...]:
    """Return a state for each signature of what can be open, in the order in which the walk finds them."""
    stored = twin.stored_from_vfo(twin.start)
    filled = twin.start._replace(slots=with_item(twin.start.slots, AT, stored))
    seeds = []
    for unit in range(len(twin.profile.units)):
        for mode in (twin.vfo, *sorted(twin.memory_screens)):
            modes = with_item(filled.modes, unit, mode)
            seeds.append(filled._replace(unit=unit, modes=modes, screen=mode, positions=(AT,) * len(filled.positions)))
    found: dict[Signature, State] = {}
    for begun in (seeds, *([s] for s in _ready_to_search(twin, seeds[0]))):
        for key, state in _walk(twin, begun).items():
            found.setdefault(key, state)
    return tuple(found.values())


def _walk(twin: Twin, seeds: list[State]) -> dict[Signature, State]:
    inputs = _inputs(twin)
    found: dict[Signature, State] = {}
    queue = deque(seeds)
    while queue:
        s = queue.popleft()
        for given in inputs:
            after, _ = twin.act(s, given)
            if after is s or isinstance(twin.screens[after.screen], RestScreen):
                continue
            if after.message_ms:
                after = after._replace(message="", message_ms=0)
            key = signature(twin, after)
            if key not in found:
                found[key] = after
                queue.append(after)
    return found


def _ready_to_search(twin: Twin, s: State) -> list[State]:
    """Return the state with what each tone search needs."""
    ready = []
    for screen in twin.screens:
        if isinstance(screen, SearchScreen) and screen.needs is not None:
            ready.append(twin.put(s, screen.needs[0], screen.needs[1][0]))
        elif isinstance(screen, SearchScreen) and screen.setting is None:
            ready += [twin.put(s, i, 1) for m in (Means.OPEN_TONE, Means.OPEN_CODE) for i in twin.profile.settings_for(m)]
    return ready


@per_machine
def kinds_of_open_states(twin: Twin) -> tuple[State, ...]:
    """Return one open state of each kind."""
    return tuple({kind_of_open(twin, s): s for s in reversed(open_states(twin))}.values())[::-1]
