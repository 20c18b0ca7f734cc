"""What can be open on a radio: one example state for each kind of open screen.

The planner finds a way home from each.  They are found by pressing keys on the twin, so no screen is
forgotten; the prover has a walk of its own.
"""

from typing import NamedTuple

from vocator.core.radio.display import display, soft_words
from vocator.core.radio.going import push
from vocator.core.radio.inputs import TOUCH, Chord, Hold, Input, Tap, Turn, Type, Wait
from vocator.core.radio.kept import per_machine, with_item
from vocator.core.radio.screens import (
    LabelScreen,
    LayerScreen,
    ListScreen,
    PageScreen,
    PanelScreen,
    PickerScreen,
    RestScreen,
    Screen,
    SearchScreen,
    ValueScreen,
)
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.core.radio.verbs import mark

MOST_PRESSES = 4


@per_machine
def presses(twin: Twin) -> list[Input]:
    """Return every press that some screen of the radio answers, PTT alone left out."""
    found: dict[Input, None] = {}
    for screen in twin.screens:
        for binding in screen.bind:
            press = binding.press
            if press.kind in ("turn", "digits") or (press.key == "PTT" and not press.held) or press.key == TOUCH + "OWN":
                continue
            key = press.key
            if press.kind == "pair":
                found |= {Chord(press.held, Tap(k)) if press.held else Tap(k): None for k in twin.pair(press)}
                continue
            if key == "PUSH":
                key = next(k for k, unit in twin.unit_of.items() if unit == 0 and k in twin.profile.dials)
            then: Tap | Hold = Hold(key, press.ms) if press.kind == "hold" else Tap(key)
            found[Chord(press.held, then) if press.held else then] = None
    return [*found, *(Tap(d) for d in "147" if Tap(d) not in found)]


def signature(twin: Twin, s: State) -> tuple[object, ...]:
    """Return what tells two open states apart for a way home."""
    screen = twin.screens[s.screen]
    kind = screen.kind
    phase = "" if kind != "label" else "dots" if s.place < 0 else "blinks" if s.place < len(s.letters) else "done"
    changed = kind == "value" and s.value != twin.get(s, s.opened)
    typed_text = isinstance(screen, LabelScreen) and screen.keyboard and bool(s.letters)
    if kind == "label":
        stored = twin.shown_slot(s)
        changed = s.letters.strip() not in ("", (stored.label or "") if stored else "")
    if kind == "figures":
        further = s.place
        return s.screen, s.stack, False, "", further, False, 0, s.modes[s.unit]
    typed_value = min(2, twin.settings[s.opened].digits or 0) if kind == "value" else 0
    further = (s.place > 0) + (s.place == len(s.letters) - 1) if kind == "label" else 0
    return s.screen, s.stack, bool(s.typed), phase, further, changed or typed_text, typed_value, s.modes[s.unit]


def in_memory_mode(twin: Twin, s: State, slot: int) -> State:
    """Return a state at rest in memory mode, every row at a slot."""
    return s._replace(modes=(twin.memory,) * len(s.modes), screen=twin.memory, stack=(), positions=(slot,) * len(s.positions))


@per_machine
def open_states(twin: Twin) -> tuple[State, ...]:
    """Return one state for each way that something can be open, from VFO and memory mode."""
    stored = twin.stored_from_vfo(twin.start)
    filled = twin.start._replace(slots=with_item(twin.start.slots, 2, stored))
    if any(s.starts == "first" and s.asks and not s.occupied_mark for s in twin.pickers):
        filled = filled._replace(slots=with_item(filled.slots, 0, stored))
    level: list[State] = [filled, in_memory_mode(twin, filled, 2), *_searchable(twin, filled)]
    seen = {signature(twin, x): x for x in level if not isinstance(twin.screens[x.screen], RestScreen)}
    made = [*presses(twin), *(Wait(screen.quiet_ms) for screen in twin.screens if screen.left_to)]
    for _ in range(MOST_PRESSES):
        following: list[State] = []
        for state in level:
            for after in (*(twin.act(state, press)[0] for press in made), *_moved(twin, state)):
                key = signature(twin, after)
                if not isinstance(twin.screens[after.screen], RestScreen) and key not in seen:
                    seen[key] = after._replace(message="", message_ms=0)
                    following.append(seen[key])
        level = following
    return tuple(seen.values())


def _moved(twin: Twin, s: State) -> list[State]:
    """Return where a dial could stand on the screen: other entries of a list, another value."""
    screen = twin.screens[s.screen]
    if isinstance(screen, ListScreen):
        chosen = [i for i, e in enumerate(screen.entries) if e.screen]
        values = [i for i, e in enumerate(screen.entries) if e.setting is not None]
        typed = [i for i in values if twin.settings[screen.entries[i].setting or 0].digits]
        typed.sort(key=lambda i: (twin.settings[screen.entries[i].setting or 0].digits or 0) < 2)
        behind = [i for i in values if twin.settings[screen.entries[i].setting or 0].then is not None]
        tried = dict.fromkeys((*chosen, *typed[:1], *behind[:1], *values[:2]))
        opened = (twin.act(s._replace(cursor=i), press)[0] for i in tried for press in presses(twin))
        half = [twin.act(mark(twin, s._replace(cursor=i)), Tap("1"))[0] for i in typed[:1]] if screen.live else []
        return [*(x for x in opened if x.stack[:-1] == (*s.stack, s.screen)[: len(x.stack) - 1]), *half]
    if isinstance(screen, LabelScreen):
        first: list[Input] = [*(Turn(dial, 1) for dial in twin.profile.dials), Tap("2")]
        first += [Type("A")] if screen.keyboard else []
        last = [s._replace(place=len(s.letters) - 1)] if 0 <= s.place < len(s.letters) else []
        return [*(twin.act(s, press)[0] for press in first), *last]
    if isinstance(screen, PickerScreen) and screen.occupied == "ask":
        return [twin.act(s._replace(pick=2, typed=""), press)[0] for press in presses(twin)]
    if isinstance(screen, ValueScreen):
        other = (s.value + 1) % twin.settings[s.opened].domain.count
        return [s._replace(value=other)]
    return []


def _searchable(twin: Twin, s: State) -> list[State]:
    """Return states in which each search runs, with what it needs."""
    found = []
    for index, screen in enumerate(twin.screens):
        if not isinstance(screen, SearchScreen) or screen.chain:
            continue
        if screen.needs is not None and screen.setting is not None:
            ready = twin.put(s, screen.needs[0], screen.needs[1][0])
            stepped = (twin.get(ready, screen.setting) + 1) % twin.settings[screen.setting].domain.count
            found.append(push(ready, index)._replace(opened=screen.setting, value=stepped))
        for side in (twin.sides[2], twin.sides[3]):
            if screen.setting is None and side is not None:
                ready = twin.put(s, side, 1)
                lists = [
                    i
                    for i, x in enumerate(twin.screens)
                    if isinstance(x, ListScreen) and any(e.setting == side for e in x.entries)
                ]
                value = twin.profile.screen("value")
                found += [ready._replace(screen=index, stack=(twin.vfo, at, value), opened=side, value=2) for at in lists]
    return found


def bottom_line(twin: Twin, page: Screen) -> str:
    """Return what stands in the bottom line of a page, all of it: a label may read like a word of it; empty where another screen shows the same."""
    own = soft_words(page)
    return "" if any(soft_words(x) == own for x in twin.screens if x is not page and x.over_rest) else " ".join(own)


class Look(NamedTuple):
    """How an open state looks: its screen, the icon of a lit layer, the words of a panel or list that tell it apart.

    A ``page`` over a rest screen is known by its icon or its bottom line.
    """

    screen: str
    icon: str = ""
    text: str = ""
    page: bool = False


def look_of(twin: Twin, s: State) -> Look:
    """Return how an open state looks."""
    screen = twin.screens[s.screen]
    if isinstance(screen, PageScreen):
        return Look(display(twin, s).screen, screen.icon, "" if screen.icon else bottom_line(twin, screen), True)
    icon = screen.icon if isinstance(screen, LayerScreen) else ""
    return Look(
        display(twin, s).screen,
        icon,
        screen.text if isinstance(screen, PanelScreen) else screen.mark if isinstance(screen, ListScreen) else "",
    )
