"""Verbs of the air: tuning, power lent, sending, reverse, squelch, tone search."""

from vocator.core.radio.going import Outcome, Verb, push, up_to_list
from vocator.core.radio.kept import with_item
from vocator.core.radio.machine import Machine
from vocator.core.radio.profile import Means
from vocator.core.radio.screens import FOUND, SearchScreen
from vocator.core.radio.state import LOW, NOTHING, Effects, State

PEEK_MS = 3000


def tune(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Turn the frequency by the step, or by megahertz; it stops at the ends of the receive range."""
    hz, step = m.freq(s), 1_000_000 if s.coarse else m.step_hz(s)
    low, high = next(((a, b) for a, b in m.profile.receive_hz if a <= hz <= b), (hz, hz))
    room = (high - hz) // step if n > 0 else (hz - low) // step
    moved = min(abs(n), room)
    to = hz + (moved if n > 0 else -moved) * step
    s = m.set_freq(_through_bands(m, s, hz, to, step), to)
    if m.profile.shift_on_click and moved:
        s = m.apply_auto_shift(_shifts_passed(m, s, hz, to, step), to)
    return s, Effects(("low",) * (abs(n) - moved))


def _through_bands(m: Machine, s: State, hz: int, to: int, step: int) -> State:
    """Leave each band of the VFO that the clicks go out of at the last frequency in it."""
    while m.band_of(hz) != m.band_of(to):
        at = m.band_of(hz)
        if at is None:
            return s
        band = m.profile.bands[at]
        last = hz + (band.high_hz - hz) // step * step if to > hz else hz - (hz - band.low_hz) // step * step
        s = m.set_freq(s, last)
        hz = last + (step if to > hz else -step)
    return s


def _shifts_passed(m: Machine, s: State, hz: int, to: int, step: int) -> State:
    """Let the automatic shift act at the last of its ranges that the clicks went through."""
    way = 1 if to > hz else -1
    passed = []
    for rule in m.profile.shift_table:
        low, high = max(rule.low_hz, min(hz + way * step, to)), min(rule.high_hz, max(hz + way * step, to))
        last = hz + way * (((high - hz) if way > 0 else (hz - low)) // step) * step
        if low <= high and low <= last <= high:
            passed.append(last)
    return m.apply_auto_shift(s, max(passed, key=lambda x: x * way)) if passed else s


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
    hz = m.received_hz(s)
    if hz is None:
        return s, LOW
    return s._replace(message=m.frequency(hz), message_ms=PEEK_MS), NOTHING


def transmit(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Send, if the transmit frequency is allowed and nothing forbids it."""
    if m.screens[s.modes[s.unit]].shows == "weather":
        return s, LOW
    pair = m.on_air(s._replace(unit=m.sending_unit(s)))
    if pair is None or not m.profile.may_send(pair[1]):
        return s, LOW
    if m.busy is not None and m.settings[m.busy].domain.meaning(m.get(s, m.busy)) == "on" and m.heard(s):
        return s, LOW
    return s, Effects((), pair[1])


def reverse(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Swap receive and transmit until done again."""
    return s._replace(reverse=not s.reverse), NOTHING


def force_other(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Force the squelch of the other side open, again to close it."""
    other = (s.unit + 1) % len(m.profile.units)
    return s._replace(forced=with_item(s.forced, other, not s.forced[other])), NOTHING


SEARCHED = (Means.OPEN_TONE, Means.OPEN_CODE)


def search(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Start a tone search, if what it needs is set."""
    index = m.profile.screen(arg)
    screen = m.screens[index]
    assert isinstance(screen, SearchScreen)
    setting = s.opened if screen.setting is None else screen.setting
    if screen.chain:
        return push(s, index)._replace(opened=screen.chain[0], value=first_searched(m, screen.chain[0]), searched_ms=0), NOTHING
    if screen.needs is not None:
        needed, values = screen.needs
        if m.get(s, needed) not in values:
            return s, LOW
    elif setting < 0 or m.settings[setting].means not in SEARCHED or m.get(s, setting) == 0:
        return s, LOW
    return push(s, index)._replace(opened=setting, value=m.get(s, setting), searched_ms=0), NOTHING


def first_searched(m: Machine, setting: int) -> int:
    """Return the first value that a search steps through: what stands for none is left out."""
    return 1 if m.settings[setting].domain.meaning(0) == "none" else 0


def found(m: Machine, s: State) -> bool:
    """Whether a search stands on the tone or code that is heard."""
    signal = m.heard(s)
    value = m.settings[s.opened].domain.meaning(s.value)
    return signal is not None and value in (signal.ctcss, signal.dcs)


def keep_found(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Keep what the search shows, where it is to go, and leave, to the list or home."""
    screen = m.showing(s, SearchScreen)
    if screen.hit_only and not found(m, s):
        return up_to_list(m, s), NOTHING
    meaning = m.settings[s.opened].domain.meaning(s.value)
    given = dict(screen.gives).get("code" if meaning[-1:] in ("N", "I") else "tone")
    for setting, value in given if given is not None else ((s.opened, s.value),):
        index = value if value != FOUND else m.settings[setting].domain.find_meaning(meaning)
        if index is not None:
            s = m.keep(s, setting, index)
    return up_to_list(m, s), NOTHING


AIR_VERBS: dict[str, Verb] = {
    "tune": tune,
    "lend": lend,
    "coarse": coarse,
    "peek": peek,
    "transmit": transmit,
    "reverse": reverse,
    "force_other": force_other,
    "search": search,
    "keep_found": keep_found,
}
