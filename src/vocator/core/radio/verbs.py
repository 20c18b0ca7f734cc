"""What a key does: the closed set of verbs, each with its meaning on the state.

A verb takes the machine, the state, its argument and a count (clicks of a dial, or
the digit typed) and returns the new state with its effects.  ``LOW`` as the effect
means that nothing was done.  The label editor's verbs stand in ``verbs_label``, those
of slots in ``verbs_memory``.
"""

from collections.abc import Callable

from vocator.core.radio.machine import Machine, with_item
from vocator.core.radio.profile import Means, Screen
from vocator.core.radio.state import LOW, NOTHING, Effects, State

Outcome = tuple[State, Effects]
Verb = Callable[[Machine, State, str, int], Outcome]

MESSAGE_MS = 1000
PEEK_MS = 3000


def refused(s: State) -> Outcome:
    """Refuse: one low beep and ``Err`` for a second."""
    return s._replace(typed="", message="Err", message_ms=MESSAGE_MS), LOW


def say(s: State, message: str) -> State:
    """Show a message for a second."""
    return s._replace(message=message, message_ms=MESSAGE_MS) if message else s


def go_home(m: Machine, s: State) -> State:
    """Leave whatever is open for the rest screen of the mode."""
    return s._replace(
        screen=s.modes[s.unit],
        stack=(),
        opened=-1,
        outer=None,
        typed="",
        letters="",
        place=-1,
        letter_key="",
        letter_taps=0,
        searched_ms=0,
    )


def go_back(m: Machine, s: State) -> State:
    """Leave the screen for the one that it was opened from."""
    if not s.stack:
        return go_home(m, s)
    opened = -1 if m.screens[s.stack[-1]].kind in ("list", "rest") else s.opened
    cursor = s.cursor
    if m.screens[s.stack[-1]].kind == "list":
        cursor = s.cursors[s.stack[-1]]
    return s._replace(
        screen=s.stack[-1],
        stack=s.stack[:-1],
        opened=opened,
        outer=None,
        cursor=cursor,
        typed="",
        letters="",
        place=-1,
        searched_ms=0,
    )


def push(s: State, screen: int) -> State:
    """Go into a screen, remembering the way back."""
    return s._replace(screen=screen, stack=(*s.stack, s.screen), typed="")


def open_screen(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Open a screen by name: a list where it remembers, a picker at its start, a question or editor on its slot."""
    index = m.profile.screen(arg)
    screen = m.screens[index]
    if screen.kind == "list":
        return push(s, index)._replace(cursor=s.cursors[index] if screen.remembers else 0), NOTHING
    if screen.kind == "picker":
        pick = {"lowest_free": m.lowest_free(s), "position": s.positions[s.unit]}.get(screen.starts, 0)
        return push(s, index)._replace(pick=pick, letters="", place=0), NOTHING
    if screen.kind in ("question", "label"):
        if s.slots[s.positions[s.unit]] is None:
            return s, LOW
        stored = s.slots[s.positions[s.unit]]
        old = (stored.label or "") if stored and screen.label_starts == "old" else None
        old = "" if screen.label_starts == "blank" else old
        letters = old[: screen.length].ljust(screen.length) if old is not None else ""
        return push(s, index)._replace(
            pick=s.positions[s.unit], letters=letters, place=0 if letters or screen.letters else -1
        ), NOTHING
    return push(s, index), NOTHING


def open_value(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Open a setting's value at once, by a key of its own."""
    return _open_setting(m, s, m.profile.setting_named(arg))


def _open_setting(m: Machine, s: State, setting: int) -> Outcome:
    if setting < 0 or (m.in_memory(s) and m.locked_in_memory(setting)):
        return s, LOW
    return push(s, m.profile.screen("value"))._replace(opened=setting, value=m.get(s, setting)), NOTHING


def use_free_key(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Open the value that a free key was given."""
    return _open_setting(m, s, s.free[m.profile.free_keys.index(arg)])


def assign(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Give the open value to a free key."""
    setting = s.outer[0] if s.outer is not None else s.opened
    free = with_item(s.free, m.profile.free_keys.index(arg), setting)
    return say(s._replace(free=free), "SET"), NOTHING


def enter(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Begin an entry with its first digit."""
    return type_digit(m, push(s, m.profile.screen(arg)), "", n)


def switch_mode(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go to VFO or memory mode; memory opens at the slot last shown or written."""
    rest = m.profile.screen(arg)
    s = s._replace(modes=with_item(s.modes, s.unit, rest), screen=rest, stack=(), last_written=-1, lent=-1)
    if rest == m.memory and m.shown_slot(s) is None:
        position = next(m.occupied(s, s.positions[s.unit], +1), None)
        if position is not None:
            s = s._replace(positions=with_item(s.positions, s.unit, position))
    return s, NOTHING


def choose_unit(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Make a side the main one: it takes the keys."""
    unit = m.profile.units.index(arg)
    return s._replace(unit=unit, screen=s.modes[unit]), NOTHING


def unit_band(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Take a side, main or not, to its next band."""
    unit = m.profile.units.index(arg)
    return s._replace(bands=with_item(s.bands, unit, (s.bands[unit] + 1) % m.band_count)), NOTHING


def toggle_mode(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Take a side, main or not, from VFO to memory mode or back."""
    unit = m.profile.units.index(arg)
    target = "vfo" if s.modes[unit] == m.memory else "memory"
    after, effects = switch_mode(m, s._replace(unit=unit), target, 0)
    return after._replace(unit=s.unit, screen=after.modes[s.unit]), effects


def next_part(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go to the next unit (row, side) or the next VFO band."""
    if arg == "unit":
        unit = (s.unit + 1) % len(m.profile.units)
        return s._replace(unit=unit, screen=s.modes[unit]), NOTHING
    band = (s.bands[s.unit] + 1) % m.band_count
    return s._replace(bands=with_item(s.bands, s.unit, band)), NOTHING


def home(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Leave for the rest screen; an open value is dropped."""
    return go_home(m, s), NOTHING


def back(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go up one level; an open value is dropped."""
    return go_back(m, s), NOTHING


def back_to_list(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go up to the list that all was opened from; an open value is dropped."""
    s = go_back(m, s)
    while s.stack and m.screens[s.screen].kind != "list":
        s = go_back(m, s)
    return s, NOTHING


def step_setting(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Step a setting on by a key of its own, round and round."""
    setting = m.profile.setting_named(arg)
    count = m.settings[setting].domain.count
    return m.keep(s, setting, (m.get(s, setting) + 1) % count), NOTHING


def lend(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Step the power of the slot shown, until another slot is chosen; it is not stored."""
    stored = m.active(s)
    if stored is None:
        return s, LOW
    setting = m.profile.setting_named(arg)
    now = stored.values[m.stored_place[setting]]
    return s._replace(lent=(now + 1) % m.settings[setting].domain.count), NOTHING


def coarse(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Switch the dial between its step and whole megahertz."""
    return s._replace(coarse=not s.coarse), NOTHING


def peek(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Show the frequency in place of the label for three seconds."""
    pair = m.on_air(s)
    if pair is None:
        return s, LOW
    return s._replace(message=f"{pair[0] // 1_000_000:03d}.{pair[0] // 1000 % 1000:03d}", message_ms=PEEK_MS), NOTHING


def tune(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Turn the frequency by the step, or by megahertz; it stops at the ends of the receive range."""
    hz, step = m.freq(s), 1_000_000 if s.coarse else m.step_hz(s)
    low, high = next(((a, b) for a, b in m.profile.receive_hz if a <= hz <= b), (hz, hz))
    room = (high - hz) // step if n > 0 else (hz - low) // step
    moved = min(abs(n), room)
    s = m.set_freq(s, hz + (moved if n > 0 else -moved) * step)
    return s, Effects(("low",) * (abs(n) - moved))


def scroll(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Move the mark in a list."""
    screen = m.screens[s.screen]
    cursor, beeps = _moved(s.cursor, n, len(screen.entries), screen.wraps)
    return s._replace(cursor=cursor), Effects(("low",) * beeps)


def _moved(at: int, n: int, count: int, wraps: bool) -> tuple[int, int]:
    """Return where ``n`` clicks lead, and how many of them did nothing."""
    if wraps:
        return (at + n) % count, 0
    to = min(max(at + n, 0), count - 1)
    return to, abs(at + n - to)


def open_entry(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Open the marked entry: a setting's value, another screen, or nothing."""
    entry = m.screens[s.screen].entries[s.cursor]
    if entry.mode and m.screens[s.modes[s.unit]].name != entry.mode:
        return s, LOW
    remembered = s._replace(cursors=with_item(s.cursors, s.screen, s.cursor))
    if entry.setting is not None:
        if m.in_memory(s) and m.locked_in_memory(entry.setting):
            return s, LOW
        if m.settings[entry.setting].scope == "slot" and m.shown_slot(s) is None:
            return s, LOW
        value = m.profile.screen("value")
        return push(remembered, value)._replace(opened=entry.setting, value=m.get(s, entry.setting)), NOTHING
    if entry.screen:
        opened, effects = open_screen(m, remembered, entry.screen, 0)
        return (s, LOW) if effects is LOW else (opened, effects)
    return s, LOW


def change(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Turn the open value."""
    setting = m.settings[s.opened]
    if not setting.turned:
        return s, LOW
    value, beeps = _moved(s.value, n, setting.domain.count, setting.wraps)
    return s._replace(value=value), Effects(("low",) * beeps)


def keep_back(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Keep the open value and return; a reset acts at once, a value with a second part goes on to it."""
    following = m.settings[s.opened].then
    if following is not None:
        opened = push(s, s.screen)._replace(outer=(s.opened, s.value), opened=following)
        return opened._replace(value=m.get(s, following)), NOTHING
    if m.settings[s.opened].means is Means.RESET:
        return reset(m, s, m.settings[s.opened].domain.meaning(s.value), 0)
    s = m.keep(s, s.opened, s.value)
    if s.outer is not None:
        s = go_back(m, m.keep(s, *s.outer))
    return go_back(m, s), NOTHING


def inner(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go to the list that stands behind the open value."""
    behind = dict(m.settings[s.opened].inner).get(s.value)
    if behind is None:
        return s, LOW
    opened = push(s, s.screen)._replace(outer=(s.opened, s.value), opened=behind)
    return opened._replace(value=m.get(s, behind)), NOTHING


def keep_home(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Keep the open value as it stands and leave for the rest screen."""
    return go_home(m, m.keep(s, s.opened, s.value)), NOTHING


def reset(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Make the VFO settings, or all, as new."""
    fresh = m.start._replace(signals=s.signals)
    if arg != "all":
        fresh = fresh._replace(slots=s.slots, positions=s.positions, values=_vfo_as_new(m, s))
    return fresh, NOTHING


def _vfo_as_new(m: Machine, s: State) -> tuple[int, ...]:
    values = list(m.new_values)
    for index, setting in enumerate(m.settings):
        if setting.scope == "set":
            values[m.address[index][0]] = s.values[m.address[index][0]]
    return tuple(values)


def type_digit(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Take one digit on an entry, a list's number, a picker's slot or an open value."""
    screen = m.screens[s.screen]
    wanted = screen.digits
    if screen.kind == "value":
        wanted = m.settings[s.opened].digits or 0
    if not wanted:
        return s, LOW
    typed = s.typed + str(n)
    if len(typed) < wanted:
        return s._replace(typed=typed), NOTHING
    return _FULL[screen.kind](m, s._replace(typed=""), screen, typed)


def _full_entry(m: Machine, s: State, screen: Screen, typed: str) -> Outcome:
    s = go_back(m, s)
    if screen.of == "slot":
        index = m.profile.slot_index(typed)
        if index is None or s.slots[index] is None:
            return refused(s)
        return s._replace(positions=with_item(s.positions, s.unit, index)), NOTHING
    hz = entered_hz(m, s, screen, typed)
    if not m.profile.receives(hz) or (screen.rasters_hz and all(hz % raster for raster in screen.rasters_hz)):
        return refused(s)
    if screen.ends_reverse:
        s = s._replace(reverse=False)
    return m.apply_auto_shift(m.set_freq(s, hz), hz), NOTHING


def entered_hz(m: Machine, s: State, screen: Screen, typed: str) -> int:
    """Return the frequency that six digits stand for on this radio, hertz."""
    hz = int(typed) * 1000
    if screen.fill_half and typed[-2:] in ("12", "37", "62", "87"):
        return hz + 500
    if screen.grid == "begins_with":
        step = m.step_hz(s)
        at_or_above = -(-hz // step) * step
        return at_or_above if at_or_above < hz + 1000 else hz // step * step
    if screen.grid == "step_down":
        return hz // m.step_hz(s) * m.step_hz(s)
    return hz


def fill(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Fill the missing zeros of an entry and take it."""
    screen = m.screens[s.screen]
    return _full_entry(m, s._replace(typed=""), screen, s.typed.ljust(screen.digits, "0"))


def clear_typed(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Drop what was typed: an entry ends, an open value stays open."""
    emptied = s._replace(typed="")
    return (go_back(m, emptied) if m.screens[s.screen].kind == "entry" else emptied), NOTHING


def _full_number(m: Machine, s: State, screen: Screen, typed: str) -> Outcome:
    for index, entry in enumerate(screen.entries):
        if entry.number == typed:
            return s._replace(cursor=index), NOTHING
    return refused(s)


def _full_pick(m: Machine, s: State, screen: Screen, typed: str) -> Outcome:
    index = m.profile.slot_index(typed)
    return refused(s) if index is None else (s._replace(pick=index), NOTHING)


def _full_value(m: Machine, s: State, screen: Screen, typed: str) -> Outcome:
    setting = m.settings[s.opened]
    index = setting.domain.find_meaning(str(int(typed) * setting.digit_hz))
    return refused(s) if index is None else (s._replace(value=index), NOTHING)


_FULL = {"entry": _full_entry, "list": _full_number, "picker": _full_pick, "value": _full_value}


def transmit(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Send, if the transmit frequency is allowed and nothing forbids it."""
    pair = m.on_air(s._replace(unit=m.sending_unit(s)))
    if pair is None or not m.profile.may_send(pair[1]):
        return s, LOW
    if m.busy is not None and m.settings[m.busy].domain.meaning(m.get(s, m.busy)) == "on" and m.heard(s):
        return s, LOW
    return s, Effects((), pair[1])


def force_other(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Force the squelch of the other side open, again to close it."""
    other = (s.unit + 1) % len(m.profile.units)
    return s._replace(forced=with_item(s.forced, other, not s.forced[other])), NOTHING


def reverse(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Swap receive and transmit until done again."""
    return s._replace(reverse=not s.reverse), NOTHING


def search(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Start a tone search, if what it needs is set."""
    index = m.profile.screen(arg)
    screen = m.screens[index]
    setting = s.opened if screen.setting is None else screen.setting
    if screen.needs is not None:
        needed, values = screen.needs
        if m.get(s, needed) not in values:
            return s, LOW
    elif setting < 0 or m.settings[setting].means not in SEARCHED or m.get(s, setting) == 0:
        return s, LOW
    return push(s, index)._replace(opened=setting, value=m.get(s, setting), searched_ms=0), NOTHING


SEARCHED = (Means.OPEN_TONE, Means.OPEN_CODE)


def found(m: Machine, s: State) -> bool:
    """Whether a search stands on the tone or code that is heard."""
    signal = m.heard(s)
    value = m.settings[s.opened].domain.meaning(s.value)
    return signal is not None and value in (signal.ctcss, signal.dcs)


def keep_found(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Keep what the search shows and leave, to the list or home."""
    if not m.screens[s.screen].hit_only or found(m, s):
        s = m.keep(s, s.opened, s.value)
    while s.stack and m.screens[s.screen].kind != "list":
        s = go_back(m, s)
    return s, NOTHING


VERBS: dict[str, Verb] = {
    "open": open_screen,
    "open_value": open_value,
    "use_free_key": use_free_key,
    "assign": assign,
    "enter": enter,
    "mode": switch_mode,
    "next": next_part,
    "unit": choose_unit,
    "toggle_mode": toggle_mode,
    "unit_band": unit_band,
    "home": home,
    "back": back,
    "back_to_list": back_to_list,
    "step": step_setting,
    "lend": lend,
    "coarse": coarse,
    "peek": peek,
    "tune": tune,
    "scroll": scroll,
    "open_entry": open_entry,
    "change": change,
    "keep_back": keep_back,
    "keep_home": keep_home,
    "inner": inner,
    "type": type_digit,
    "transmit": transmit,
    "reverse": reverse,
    "force_other": force_other,
    "fill": fill,
    "clear_typed": clear_typed,
    "search": search,
    "keep_found": keep_found,
}
