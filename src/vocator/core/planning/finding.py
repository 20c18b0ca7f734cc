"""Ways found by search over the twin itself: to a setting's value, to a frequency, home.

Where the bindings of a radio do not have the form that the chapters know (pages, soft keys, numbers that open at
once, figures under a cursor …), the way is looked for state by state.  Whatever a start may have left anywhere is
gone to by what it reads (``until``), or typed, so that what is found from one state holds from those like it.
"""

from collections.abc import Callable, Iterator
from heapq import heappop, heappush
from itertools import count
from typing import NamedTuple

from vocator.core.goals.effort import CLICK_S, DIGIT_S, HOLD_EXTRA_S, TAP_S
from vocator.core.planning.routes import press_text
from vocator.core.radio.actions import ActionError
from vocator.core.radio.inputs import TOUCH
from vocator.core.radio.kept import per_machine
from vocator.core.radio.perform import UntilFailed, actions_of, perform
from vocator.core.radio.screens import (
    EntryScreen,
    FiguresScreen,
    FrequencyScreen,
    LayerScreen,
    ListScreen,
    PageScreen,
    PanelScreen,
    Press,
    RestScreen,
    Screen,
    ValueScreen,
)
from vocator.core.radio.state import State
from vocator.core.radio.tables import Handler
from vocator.core.radio.twin import Twin
from vocator.core.radio.verbs_entry import digits_for, next_figure, read_frequency, typed_for

MOST_STATES = 4_000
LEAVES = frozenset({"home", "back", "back_to_list", "leave_entry", "leave_label", "page", "clear_typed", "decline"})
KEEPS = frozenset({"keep_back", "keep_home", "take", "onward_or_take"})
MANY_S = 15.0
"""The effort of turning through a list of which nobody knows where it stands, at most."""


class Wish(NamedTuple):
    """What a way shall lead to: a setting at a value, a frequency in hertz; nothing of them: home."""

    setting: int = -1
    value: int = 0
    hz: int = 0


Move = tuple[tuple[str, ...], float]


@per_machine
def way_to_value(twin: Twin, s: State, setting: int, value: int) -> tuple[str, ...] | None:
    """Return the actions that bring a setting to a value and keep it, None where none are found."""
    domain = twin.settings[setting].domain
    if domain.count > 1 and twin.get(s, setting) == value:
        s = twin.put(s, setting, (value + 1) % domain.count)
    return _search(twin, s, Wish(setting, value), lambda x: twin.get(x, setting) == value and _settled(twin, x))


@per_machine
def way_to_frequency(twin: Twin, s: State, hz: int) -> tuple[str, ...] | None:
    """Return the actions that put a frequency (hertz) into the VFO, None where none are found."""
    if twin.freq(s) == hz:
        low, high = next((a, b) for a, b in twin.profile.receive_hz if a <= hz <= b)
        s = twin.set_freq(s, hz + 1_000_000 if hz + 1_000_000 <= high else low)
    return _search(twin, s, Wish(hz=hz), lambda x: twin.freq(x) == hz and _settled(twin, x))


@per_machine
def way_to_rest(twin: Twin, s: State) -> tuple[str, ...] | None:
    """Return the actions that leave what is open, a page too, and keep nothing more; None where none are found."""
    return _search(twin, s, Wish(), lambda x: twin.at_rest(x) and (x.modes, x.values, x.slots) == (s.modes, s.values, s.slots))


def _settled(twin: Twin, s: State) -> bool:
    """Whether nothing waits to be kept."""
    screen = twin.screens[s.screen]
    return screen.over_rest or isinstance(screen, (ListScreen, PanelScreen))


def _search(twin: Twin, start: State, wish: Wish, done: Callable[[State], bool]) -> tuple[str, ...] | None:
    order = count()
    queue: list[tuple[float, int, State, tuple[str, ...]]] = [(0.0, next(order), start, ())]
    seen: set[State] = set()
    while queue and len(seen) < MOST_STATES:
        cost, _, s, actions = heappop(queue)
        if done(s):
            return actions
        key = s._replace(idle_ms=0, message="", message_ms=0, cursors=(), cursor=0, last=twin.start.last)
        if key in seen:
            continue
        seen.add(key)
        for texts, own in _moves(twin, s, wish):
            after = _after(twin, s, texts)
            if after is not None and after is not s:
                heappush(queue, (cost + own, next(order), after, (*actions, *texts)))
    return None


def _after(twin: Twin, s: State, texts: tuple[str, ...]) -> State | None:
    """Return the state after some actions, None where they fail, send, or meet a low beep."""
    try:
        for text in texts:
            for action in actions_of(twin, text):
                done = perform(twin, s, action)
                if done.transmitting_hz is not None or "low" in done.beeps:
                    return None
                s = done.state
    except (UntilFailed, ActionError):
        return None
    return s._replace(idle_ms=0)


def pressed(twin: Twin, s: State) -> Iterator[tuple[Press, Handler]]:
    """Yield each tap and hold that has work in a state, with what it does."""
    tables = [twin.tables[s.screen]]
    screen = twin.screens[s.screen]
    if isinstance(screen, PageScreen) and screen.lets_through:
        tables.append(twin.tables[s.modes[s.unit]])
    met: set[tuple[str, int]] = set()
    for table in tables:
        held = [(key, ms, h) for key, hs in table.holds.items() for ms, h in hs]
        for key, ms, handler in [*((k, 0, h) for k, h in table.taps.items()), *held]:
            found = twin.fitting(s, handler)
            if (key, ms) in met or found is None or key == TOUCH + "OWN":
                continue
            met.add((key, ms))
            yield Press("hold" if ms else "tap", key, ms), found


def _moves(twin: Twin, s: State, wish: Wish) -> Iterator[Move]:
    screen = twin.screens[s.screen]
    name = twin.settings[wish.setting].name if wish.setting >= 0 else None
    for press, does in pressed(twin, s):
        cost = TAP_S if press.kind == "tap" else HOLD_EXTRA_S + press.ms / 1000
        text = press_text(press)
        if does.name in LEAVES:
            yield (text,), cost
        elif does.name in KEEPS:
            if _stands_right(twin, s, screen, wish):
                yield (text,), cost
        elif does.name == "open":
            if _may_lead(twin, does.arg, wish):
                yield (text,), cost
        elif does.name == "open_value" and does.arg == name:
            yield (text,), cost
        elif does.name == "step" and does.arg == name:
            yield from _stepped(twin, s, text, cost, wish)
        elif does.name == "take_value" and does.arg == _named(twin, wish):
            yield (text,), cost
    if isinstance(screen, ListScreen) and wish.setting >= 0:
        yield from _in_list(twin, s, screen, wish)
    elif isinstance(screen, ValueScreen) and s.opened == wish.setting >= 0:
        yield from _in_value(twin, s, screen, wish)
    elif isinstance(screen, FiguresScreen) and (s.opened == wish.setting if screen.of != "frequency" else wish.hz):
        target = twin.frequency(wish.hz) if screen.of == "frequency" else twin.settings[wish.setting].domain.text(wish.value)
        yield from _in_figures(twin, s, screen, target)
    elif wish.hz:
        yield from _typed(twin, s, screen, wish.hz)
    if not isinstance(screen, (RestScreen, LayerScreen)) and screen.quiet_ms and wish == Wish():
        yield (f"wait {screen.quiet_ms / 1000:g}s",), screen.quiet_ms / 1000


def _named(twin: Twin, wish: Wish) -> str:
    if wish.setting < 0:
        return ""
    x = twin.settings[wish.setting]
    return f"{x.name}={x.domain.text(wish.value)}"


def _may_lead(twin: Twin, name: str, wish: Wish) -> bool:
    screen = twin.screens[twin.profile.screen(name)]
    if isinstance(screen, (LayerScreen, PageScreen)):
        return True
    if wish.hz:
        return isinstance(screen, FrequencyScreen) and screen.of == "frequency"
    return wish.setting >= 0 and isinstance(screen, (ListScreen, PanelScreen))


def _stands_right(twin: Twin, s: State, screen: Screen, wish: Wish) -> bool:
    if isinstance(screen, ValueScreen):
        return s.opened == wish.setting and s.value == wish.value
    if isinstance(screen, FiguresScreen):
        if screen.of == "frequency":
            return bool(wish.hz) and s.letters == twin.frequency(wish.hz)
        return s.opened == wish.setting and s.letters == twin.settings[wish.setting].domain.text(wish.value)
    return isinstance(screen, EntryScreen) and bool(wish.hz) and bool(s.typed)


def _stepped(twin: Twin, s: State, key: str, cost: float, wish: Wish) -> Iterator[Move]:
    x = twin.settings[wish.setting]
    target = next((icon for icon, of, value in twin.set_icons if (of, value) == (wish.setting, wish.value)), None)
    yield (f"{key} until {target or x.domain.text(wish.value)}",), cost * x.domain.count / 2


def turn_keys(twin: Twin, s: State, verb: str) -> Iterator[tuple[str, int, float]]:
    """Yield what turns on a screen one by one: how it is written, its direction, the seconds of a click."""
    table = twin.tables[s.screen]
    if twin.profile.panel.get("has_dial"):
        for dial, handler in table.turns.items():
            found = twin.fitting(s, handler)
            if found is not None and found.name == verb and found.by == 1:
                yield from ((dial, 1, CLICK_S), (f"{dial}-", -1, CLICK_S))
                break
    for key, handler in table.taps.items():
        found = twin.fitting(s, handler)
        if found is not None and found.name == verb and found.by == 1:
            yield (key if key in ("UP", "DOWN") else f"[{key}]"), found.clicks, TAP_S


def _in_list(twin: Twin, s: State, screen: ListScreen, wish: Wish) -> Iterator[Move]:
    opens = next((press_text(p) for p, does in pressed(twin, s) if does.name == "open_entry"), None)
    types = twin.tables[s.screen].digits is not None and (screen.digits or screen.digit_ms)
    texts = [e.text for e in screen.entries]
    for at, entry in enumerate(screen.entries):
        leads = entry.screen and isinstance(twin.screens[twin.profile.screen(entry.screen)], (ListScreen, PanelScreen))
        if entry.setting != wish.setting and not leads:
            continue
        if types and entry.number:
            yield (entry.number, *((opens,) if opens and not screen.opens else ())), DIGIT_S * len(entry.number) + TAP_S
            if opens and screen.opens and screen.digit_ms:
                yield (entry.number, opens), DIGIT_S * len(entry.number) + 2 * TAP_S
        if opens is None:
            continue
        if len(texts) == 1:
            yield (opens,), TAP_S
        elif texts.index(entry.text) == at and texts.count(entry.text) == 1:
            for turner, _, click_s in turn_keys(twin, s, "scroll"):
                yield (f"{turner} until {entry.text}", opens), min(MANY_S, len(texts) / 2 * click_s) + TAP_S


def _in_value(twin: Twin, s: State, screen: ValueScreen, wish: Wish) -> Iterator[Move]:
    x = twin.settings[wish.setting]
    digits = typed_for(twin, wish.setting, wish.value) if twin.tables[s.screen].digits is not None else None
    if digits is not None:
        yield (digits,), DIGIT_S * len(digits)
    text = x.domain.text(wish.value)
    if not x.turned or x.domain.find_text(text) != wish.value:
        return
    for turner, way, click_s in turn_keys(twin, s, "change"):
        apart = (wish.value - s.value) * way
        clicks = apart % x.domain.count if x.wraps else apart if apart >= 0 else x.domain.count
        yield (f"{turner} until {text}",), 0.3 + clicks * click_s


def _in_figures(twin: Twin, s: State, screen: FiguresScreen, target: str) -> Iterator[Move]:
    """Set all figures, left to right, from the first that the cursor can stand on."""
    if s.letters == target or len(target) != len(s.letters):
        return
    keys = {does.name: press_text(p) for p, does in reversed(list(pressed(twin, s)))}
    first = s._replace(place=0) if s.letters[0].isdigit() else s._replace(place=next_figure(s._replace(place=0), 1))
    back = keys.get("backward")
    steps = sum(c.isdigit() for c in s.letters[: s.place])
    lead: list[str] = [back] * steps if back and steps and not screen.carry else []
    if twin.tables[s.screen].digits is not None and (not steps or lead):
        figures = "".join(c for c in target if c.isdigit())
        yield (*lead, figures), len(lead) * TAP_S + DIGIT_S * len(figures)
        return
    onward = keys.get("onward") or keys.get("onward_or_take")
    turner = next((text for text, way, _ in turn_keys(twin, s, "choose") if way > 0), None)
    if onward is None or turner is None:
        return
    at, texts = (s.place if screen.carry else first.place), list(lead)
    while True:
        texts.append(f"{turner} until {target[: at + 1] if screen.carry else target[at]}")
        following = next_figure(s._replace(place=at), 1)
        if following == at:
            break
        texts.append(onward)
        at = following
    yield tuple(texts), len(texts) * (TAP_S + CLICK_S)


def _typed(twin: Twin, s: State, screen: Screen, hz: int) -> Iterator[Move]:
    """Type a frequency, at rest where digits begin it, or on the entry that was opened for it."""
    if screen.over_rest:
        table = twin.tables[s.screen]
        digits = table.digits or (
            twin.tables[s.modes[s.unit]].digits if isinstance(screen, PageScreen) and screen.lets_through else None
        )
        found = twin.fitting(s, digits)
        entry = twin.screens[twin.profile.screen(found.arg)] if found is not None and found.name == "enter" else None
    else:
        entry = screen if isinstance(screen, EntryScreen) and not s.typed else None
    if not isinstance(entry, EntryScreen) or entry.of != "frequency":
        return
    point = next((press_text(b.press) for b in entry.bind if b.verb == "point"), None)
    for texts in _spelled(twin, entry, hz, point):
        yield texts, sum(len(t) for t in texts) * DIGIT_S


def _spelled(twin: Twin, entry: EntryScreen, hz: int, point: str | None) -> Iterator[tuple[str, ...]]:
    """Yield the ways to type a frequency on an entry, the shortest first."""
    if not entry.reading:
        yield (digits_for(entry, hz),)
        return
    whole, rest = str(hz // 1_000_000), f"{hz % 1_000_000:06d}".rstrip("0")
    bare = [whole + rest, f"{hz // 1_000:06d}"]
    for text in dict.fromkeys(sorted(bare, key=len)):
        if read_frequency(twin, entry, text) == hz:
            yield (text,)
            return
    if point is not None:
        pointed = f"{whole}{point}{rest}" if point == "." else None
        yield (pointed,) if pointed else (whole, point, rest or "0")
