"""Verbs that go from mode to mode, from side to side and from band to band."""

from vocator.core.radio.going import Outcome, Verb
from vocator.core.radio.kept import with_item
from vocator.core.radio.machine import Machine
from vocator.core.radio.state import NOTHING, State


def switch_mode(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go to VFO or memory mode; memory opens at the slot last shown or written."""
    rest = m.profile.screen(arg)
    s = s._replace(modes=with_item(s.modes, s.unit, rest), screen=rest, stack=(), last_written=-1, lent=-1)
    return (m.stand_in_memory(s) if rest in m.memory_screens else s), NOTHING


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
    target = "vfo" if s.modes[unit] in m.memory_screens else "memory"
    after, effects = switch_mode(m, s._replace(unit=unit), target, 0)
    return after._replace(unit=s.unit, screen=after.modes[s.unit]), effects


def next_part(m: Machine, s: State, arg: str, n: int) -> Outcome:
    """Go to the next unit (row, side) or the next VFO band."""
    if arg == "unit":
        unit = (s.unit + 1) % len(m.profile.units)
        return s._replace(unit=unit, screen=s.modes[unit]), NOTHING
    band = (s.bands[s.unit] + 1) % m.band_count
    return s._replace(bands=with_item(s.bands, s.unit, band)), NOTHING


MODE_VERBS: dict[str, Verb] = {
    "mode": switch_mode, "next": next_part, "unit": choose_unit, "toggle_mode": toggle_mode, "unit_band": unit_band,
}  # fmt: skip
