"""Verbs of typing: digits of an entry, a list's number, a picker's slot, an open value."""

from vocator.core.radio.kept import with_item
from vocator.core.radio.machine import Machine
from vocator.core.radio.profile import Means, Screen
from vocator.core.radio.state import LOW, NOTHING, State
from vocator.core.radio.verbs import Outcome, Verb, go_back, push, refused


def enter(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Begin an entry with its first digit."""
    return type_digit(m, push(s, m.profile.screen(arg)), "", n)


def type_digit(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Take one digit on an entry, a list's number, a picker's slot or an open value."""
    screen = m.screens[s.screen]
    wanted = screen.digits
    if screen.digit_ms:
        return _jump(m, s, screen, str(n))
    if screen.reading:
        return (s._replace(typed=s.typed + str(n)), NOTHING) if len(s.typed) < MOST_TYPED else (s, LOW)
    if screen.kind == "value" or screen.live:
        wanted = (m.settings[s.opened].digits or 0) if s.opened >= 0 else 0
    if not wanted:
        return s, LOW
    typed = s.typed + str(n)
    if len(typed) < wanted:
        return s._replace(typed=typed), NOTHING
    return _FULL[screen.kind](m, s._replace(typed=""), screen, typed)


MOST_TYPED = 10


def _jump(m: Machine, s: State, screen: Screen, digit: str) -> Outcome:
    """Go to the entry of a number at once; a second digit soon enough makes a number of two."""
    number = s.letter_key + digit if s.idle_ms < screen.digit_ms else digit
    for index, entry in enumerate(screen.entries):
        if entry.number == number:
            return s._replace(cursor=index, letter_key=number if len(number) == 1 else ""), NOTHING
    return refused(m, s._replace(letter_key=""))


def point(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Type the decimal point, once."""
    return (s, LOW) if "." in s.typed or len(s.typed) >= MOST_TYPED else (s._replace(typed=s.typed + "."), NOTHING)


def take(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """End an entry of any length: take what was typed, or refuse it; it closes either way."""
    hz = read_frequency(m, m.screens[s.screen], s.typed)
    s = go_back(m, s)
    return refused(m, s) if hz is None else (m.set_freq(s, hz), NOTHING)


def read_frequency(m: Machine, screen: Screen, typed: str) -> int | None:
    """Return what digits of any length stand for, hertz; None where they say nothing or two things.

    ``reading`` is ``whole_mhz``: without a point they are megahertz; or ``bands``: the
    reading that falls into the ranges tried first, else into those of receiving.
    """
    whole, has_point, decimals = typed.partition(".")
    if has_point or screen.reading == "whole_mhz":
        readings = [(whole, decimals)] if whole else []
    else:
        readings = [(typed[:i], typed[i:]) for i in range(1, min(4, len(typed) + 1))]
    found = {int(a) * 1_000_000 + int(b[:6].ljust(6, "0")) // 10 * 10 for a, b in readings}
    first = [hz for hz in found if any(low <= hz <= high for low, high in screen.first_hz)]
    fitting = first if first and not has_point else [hz for hz in found if m.profile.receives(hz)]
    return fitting[0] if len(fitting) == 1 else None


def empty(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Drop what was typed; the entry stays open."""
    return s._replace(typed=""), NOTHING


def leave_entry(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Leave an entry, dropping what was typed."""
    return go_back(m, s), NOTHING


def _full_entry(m: Machine, s: State, screen: Screen, typed: str) -> Outcome:
    s = go_back(m, s)
    if screen.of == "slot":
        index = m.profile.slot_index(typed)
        if index is None or s.slots[index] is None:
            return refused(m, s)
        return s._replace(positions=with_item(s.positions, s.unit, index)), NOTHING
    hz = entered_hz(m, s, screen, typed)
    if not m.profile.receives(hz) or (screen.rasters_hz and all(hz % raster for raster in screen.rasters_hz)):
        return refused(m, s)
    if screen.ends_reverse:
        s = s._replace(reverse=False)
    return m.apply_auto_shift(m.set_freq(s, hz), hz), NOTHING


def entered_hz(m: Machine, s: State, screen: Screen, typed: str) -> int:
    """Return the frequency that all digits of an entry stand for on this radio, hertz."""
    hz = int(typed.ljust(9, "0"))
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


def digits_for(screen: Screen, hz: int) -> str:
    """Return the digits to type for a frequency (hertz) on an entry of a set length."""
    unit = 10 ** (9 - screen.digits)
    return f"{-(-hz // unit) if screen.grid == 'step_down' else hz // unit:0{screen.digits}d}"


def _full_number(m: Machine, s: State, screen: Screen, typed: str) -> Outcome:
    for index, entry in enumerate(screen.entries):
        if entry.number == typed:
            return s._replace(cursor=index), NOTHING
    return refused(m, s)


def _full_pick(m: Machine, s: State, screen: Screen, typed: str) -> Outcome:
    index = m.profile.slot_index(typed)
    return refused(m, s) if index is None else (s._replace(pick=index), NOTHING)


def _full_value(m: Machine, s: State, screen: Screen, typed: str) -> Outcome:
    setting = m.settings[s.opened]
    hz = int(typed) * setting.digit_hz
    index = setting.domain.find_meaning(str(hz))
    if setting.means is Means.SEND_FREQUENCY:
        entry = next(x for x in m.screens if x.kind == "entry" and x.of == "frequency")
        if not m.profile.receives(hz) or (entry.rasters_hz and all(hz % raster for raster in entry.rasters_hz)):
            return refused(m, s)
    return refused(m, s) if index is None else (s._replace(value=index), NOTHING)


def _full_list(m: Machine, s: State, screen: Screen, typed: str) -> Outcome:
    if not screen.live:
        return _full_number(m, s, screen, typed)
    setting = m.settings[s.opened]
    index = setting.domain.find_meaning(str(int(typed) * setting.digit_hz))
    return refused(m, s) if index is None else (m.keep(s, s.opened, index), NOTHING)


_FULL = {"entry": _full_entry, "list": _full_list, "picker": _full_pick, "value": _full_value}


ENTRY_VERBS: dict[str, Verb] = {
    "enter": enter,
    "type": type_digit,
    "fill": fill,
    "clear_typed": clear_typed,
    "point": point,
    "take": take,
    "empty": empty,
    "leave_entry": leave_entry,
}
