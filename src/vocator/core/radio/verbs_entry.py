"""Verbs of typing: digits of an entry, a list's number, a picker's slot, an open value."""

from vocator.core.radio.machine import Machine, with_item
from vocator.core.radio.profile import Screen
from vocator.core.radio.state import LOW, NOTHING, State
from vocator.core.radio.verbs import Outcome, Verb, go_back, push, refused


def enter(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Begin an entry with its first digit."""
    return type_digit(m, push(s, m.profile.screen(arg)), "", n)


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


ENTRY_VERBS: dict[str, Verb] = {
    "enter": enter,
    "type": type_digit,
    "fill": fill,
    "clear_typed": clear_typed,
}
