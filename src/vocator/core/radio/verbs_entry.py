"""Verbs of typing: digits of an entry, a list's number, a picker's slot, an open value."""

from collections.abc import Callable
from typing import Any

from vocator.core.radio.domain import is_number
from vocator.core.radio.going import Outcome, Verb, go_back, push, refused, say
from vocator.core.radio.kept import per_machine, with_item
from vocator.core.radio.machine import Machine
from vocator.core.radio.profile import Means
from vocator.core.radio.screens import EntryScreen, FiguresScreen, FrequencyScreen, ListScreen, PickerScreen, Screen, ValueScreen
from vocator.core.radio.state import LOW, NOTHING, Effects, State
from vocator.core.radio.verbs import keep_back
from vocator.core.radio.verbs_list import open_entry
from vocator.core.radio.verbs_modes import switch_mode


def enter(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Begin an entry with its first digit."""
    return type_digit(m, push(s, m.profile.screen(arg)), "", n)


def type_digit(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Take one digit on an entry, a list's number, a picker's slot or an open value."""
    screen = m.screens[s.screen]
    if isinstance(screen, FiguresScreen):
        return _overtype(m, s, str(n))
    if isinstance(screen, ListScreen) and screen.digit_ms:
        return _jump(m, s, screen, str(n))
    if isinstance(screen, EntryScreen) and screen.reading:
        return (s._replace(typed=s.typed + str(n)), NOTHING) if len(s.typed) < MOST_TYPED else (s, LOW)
    wanted = _digits(m, s, screen)
    if not wanted:
        return s, LOW
    typed = s.typed + str(n)
    if len(typed) < wanted:
        return s._replace(typed=typed), NOTHING
    return _FULL[type(screen)](m, s._replace(typed=""), screen, typed)


def _digits(m: Machine, s: State, screen: Screen) -> int:
    """Return how many digits a screen takes, 0 for none."""
    if isinstance(screen, ValueScreen) or (isinstance(screen, ListScreen) and screen.live):
        return (m.settings[s.opened].digits or 0) if s.opened >= 0 else 0
    return screen.digits if isinstance(screen, (EntryScreen, ListScreen, PickerScreen)) else 0


MOST_TYPED = 10


def _jump(m: Machine, s: State, screen: ListScreen, digit: str) -> Outcome:
    """Go to the entry of a number at once; a second digit soon enough makes a number of two."""
    number = s.letter_key + digit if s.idle_ms < screen.digit_ms else digit
    numbers = _numbers(m, s.screen)
    if number in numbers:
        at = s._replace(cursor=numbers[number], letter_key=number if len(number) < MOST_JUMPED else "", idle_ms=0)
        return open_entry(m, at, "", 0) if screen.opens and len(number) == MOST_JUMPED else (at, NOTHING)
    if screen.opens and number in _beginnings(m, s.screen):
        return s._replace(letter_key=number, idle_ms=0), NOTHING
    return refused(m, s._replace(letter_key=""))


MOST_JUMPED = 2


@per_machine
def _numbers(m: Machine, screen: int) -> dict[str, int]:
    """Return where in a list the first entry of each number stands."""
    shown = m.screens[screen]
    entries = shown.entries if isinstance(shown, ListScreen) else ()
    return {entry.number: index for index, entry in reversed(list(enumerate(entries)))}


@per_machine
def _beginnings(m: Machine, screen: int) -> frozenset[str]:
    """Return what the numbers of a list begin with."""
    return frozenset(number[:n] for number in _numbers(m, screen) for n in range(len(number) + 1))


def _overtype(m: Machine, s: State, digit: str) -> Outcome:
    """Put a digit in the place of the figure under the cursor, which goes on; at the last it stays."""
    typed = s._replace(letters=s.letters[: s.place] + digit + s.letters[s.place + 1 :])
    return typed._replace(place=next_figure(typed, 1)), NOTHING


def next_figure(s: State, direction: int) -> int:
    """Return where the figure beside the cursor stands; the cursor's own place at the ends."""
    at = s.place + direction
    while 0 <= at < len(s.letters) and not s.letters[at].isdigit():
        at += direction
    return at if 0 <= at < len(s.letters) else s.place


def turn_figure(m: Machine, s: State, n: int) -> Outcome:
    """Turn the figure under the cursor, round; with a carry the number goes up and down and stops at its ends."""
    if not m.showing(s, FiguresScreen).carry:
        figure = str((int(s.letters[s.place]) + n) % 10)
        return s._replace(letters=s.letters[: s.place] + figure + s.letters[s.place + 1 :]), NOTHING
    figures = "".join(c for c in s.letters if c.isdigit())
    by, now = 10 ** sum(c.isdigit() for c in s.letters[s.place + 1 :]), int(figures)
    room = (10 ** len(figures) - 1 - now) // by if n > 0 else now // by
    steps = min(abs(n), room)
    to = now + (steps if n > 0 else -steps) * by
    new = iter(f"{to:0{len(figures)}d}")
    turned = "".join(next(new) if c.isdigit() else c for c in s.letters)
    return s._replace(letters=turned), Effects(("low",) * (abs(n) - steps))


def move_cursor(m: Machine, s: State, direction: int) -> Outcome:
    """Take the cursor a figure on or back; it stops at the ends."""
    at = next_figure(s, direction)
    return (s, LOW) if at == s.place else (s._replace(place=at), NOTHING)


def onward_or_take(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Take the cursor on; after the last figure take the number."""
    at = next_figure(s, 1)
    return take(m, s, arg, n) if at == s.place else (s._replace(place=at), NOTHING)


def point(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Type the decimal point, once; where all digits are typed there is none."""
    screen = m.screens[s.screen]
    reads = isinstance(screen, EntryScreen) and bool(screen.reading)
    return (s, LOW) if not reads or "." in s.typed or len(s.typed) >= MOST_TYPED else (s._replace(typed=s.typed + "."), NOTHING)


def take(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """End an entry: take what was typed, or refuse it; an entry closes either way, figures stay open where they are refused."""
    screen = m.screens[s.screen]
    if isinstance(screen, FiguresScreen):
        return _take_figures(m, s, screen)
    screen = m.showing(s, EntryScreen)
    if screen.of == "slot" or not screen.reading:
        return _full_entry(m, s._replace(typed=""), screen, s.typed if screen.of == "slot" else s.typed.ljust(screen.digits, "0"))
    hz = read_frequency(m, screen, s.typed)
    s = go_back(m, s)
    return refused(m, s) if hz is None or _off_raster(screen, hz) else _tuned(m, s, hz)


def _tuned(m: Machine, s: State, hz: int) -> Outcome:
    """Put the VFO to a frequency that was typed or set; from any other mode to VFO mode with it."""
    if s.modes[s.unit] != m.vfo:
        s, _ = switch_mode(m, s, "vfo", 0)
    return m.apply_auto_shift(m.set_freq(s, hz), hz), NOTHING


def _off_raster(screen: FrequencyScreen, hz: int) -> bool:
    return bool(screen.rasters_hz) and all(hz % raster for raster in screen.rasters_hz)


def _take_figures(m: Machine, s: State, screen: FiguresScreen) -> Outcome:
    if screen.of != "frequency":
        return keep_back(m, s, "", 0)
    figures = "".join(c for c in s.letters if c.isdigit())
    hz = entered_hz(m, s, screen, figures)
    if not m.profile.receives(hz) or _off_raster(screen, hz):
        return say(m, s, m.profile.common.error), LOW
    return _tuned(m, go_back(m, s), hz)


def read_frequency(m: Machine, screen: EntryScreen, typed: str) -> int | None:
    """Return what digits of any length stand for, hertz; None where they say nothing or two things.

    ``reading`` is ``whole_mhz``: without a point they are megahertz; ``zeros``: megahertz and kilohertz, what is
    missing filled with zeros; or ``bands``: the reading that falls into the ranges tried first, else into those of receiving.
    """
    whole, has_point, decimals = typed.partition(".")
    if screen.reading == "zeros" and not has_point:
        hz = int(typed.ljust(6, "0")[:6] or "0") * 1_000
        return hz if typed and len(typed) <= 6 and m.profile.receives(hz) else None
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


def _full_entry(m: Machine, s: State, screen: EntryScreen, typed: str) -> Outcome:
    s = go_back(m, s)
    if screen.of == "slot":
        index = m.profile.slot_typed(typed, s.positions[s.unit])
        if index is None or s.slots[index] is None:
            return refused(m, s)
        return s._replace(positions=with_item(s.positions, s.unit, index)), NOTHING
    hz = entered_hz(m, s, screen, typed)
    if not m.profile.receives(hz) or _off_raster(screen, hz):
        return refused(m, s)
    if screen.ends_reverse:
        s = s._replace(reverse=False)
    return _tuned(m, s, hz)


def entered_hz(m: Machine, s: State, screen: FrequencyScreen, typed: str) -> int:
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
    screen = m.showing(s, EntryScreen)
    return _full_entry(m, s._replace(typed=""), screen, s.typed.ljust(screen.digits, "0"))


def clear_typed(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Drop what was typed: an entry ends, an open value stays open."""
    emptied = s._replace(typed="")
    return (go_back(m, emptied) if isinstance(m.screens[s.screen], EntryScreen) else emptied), NOTHING


def digits_for(screen: FrequencyScreen, hz: int) -> str:
    """Return the digits to type for a frequency (hertz) on an entry of a set length."""
    unit = 10 ** (9 - screen.digits)
    return f"{-(-hz // unit) if screen.grid == 'step_down' else hz // unit:0{screen.digits}d}"


def _full_number(m: Machine, s: State, screen: ListScreen, typed: str) -> Outcome:
    for index, entry in enumerate(screen.entries):
        if entry.number == typed:
            at = s._replace(cursor=index)
            return open_entry(m, at, "", 0) if screen.opens else (at, NOTHING)
    return refused(m, s)


def _full_pick(m: Machine, s: State, screen: PickerScreen, typed: str) -> Outcome:
    index = m.profile.slot_typed(typed, s.pick)
    return refused(m, s) if index is None else (s._replace(pick=index), NOTHING)


def _full_value(m: Machine, s: State, screen: ValueScreen, typed: str) -> Outcome:
    setting = m.settings[s.opened]
    index = typed_value(m, s.opened, typed)
    if setting.means is Means.SEND_FREQUENCY:
        entry, hz = m.frequency_screen, int(typed) * setting.digit_hz
        if not m.profile.receives(hz) or (entry is not None and _off_raster(entry, hz)):
            return refused(m, s)
    return refused(m, s) if index is None else (s._replace(value=index), NOTHING)


def typed_value(m: Machine, setting: int, typed: str) -> int | None:
    """Return which value of a setting digits stand for, None for none."""
    x = m.settings[setting]
    if x.typed == "number":
        return int(typed) - 1 if 0 < int(typed) <= x.domain.count else None
    if x.typed == "bare":
        return m.bare_values(setting).get(int(typed))
    return x.domain.find_meaning(str(int(typed) * x.digit_hz))


def typed_for(m: Machine, setting: int, value: int) -> str | None:
    """Return the digits that stand for a value of a setting, None where none do."""
    x = m.settings[setting]
    if not x.digits:
        return None
    if x.typed == "hertz":
        meaning = x.domain.meaning(value)
        hertz = int(meaning) if is_number(meaning) else -1
        found = hertz // x.digit_hz if hertz >= 0 and hertz % x.digit_hz == 0 else None
    elif x.typed == "number":
        found = value + 1
    else:
        found = next((bare for bare, of in m.bare_values(setting).items() if of == value), None)
    return None if found is None or len(str(found)) > x.digits else f"{found:0{x.digits}d}"


def _full_list(m: Machine, s: State, screen: ListScreen, typed: str) -> Outcome:
    if not screen.live:
        return _full_number(m, s, screen, typed)
    index = typed_value(m, s.opened, typed)
    return refused(m, s) if index is None else (m.keep(s, s.opened, index), NOTHING)


_FULL: dict[type[Screen], Callable[[Machine, State, Any, str], Outcome]] = {
    EntryScreen: _full_entry,
    ListScreen: _full_list,
    PickerScreen: _full_pick,
    ValueScreen: _full_value,
}


ENTRY_VERBS: dict[str, Verb] = {
    "enter": enter,
    "type": type_digit,
    "fill": fill,
    "clear_typed": clear_typed,
    "point": point,
    "take": take,
    "empty": empty,
    "leave_entry": leave_entry,
    "onward_or_take": onward_or_take,
}
