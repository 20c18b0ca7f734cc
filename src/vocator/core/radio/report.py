"""A twin's state in the words of the command line."""

from typing import Any

from vocator.core.radio.display import Display
from vocator.core.radio.machine import Machine
from vocator.core.radio.profile import Means
from vocator.core.radio.state import State


def display_dict(seen: Display) -> dict[str, Any]:
    """Return a display as the command line and the API speak it."""
    return {
        "main": seen.main,
        "slot": seen.slot,
        "icons": list(seen.icons),
        "row": seen.row,
        "screen": seen.screen,
        "text": seen.text,
    } | ({"soft": list(seen.soft)} if seen.soft else {})


def memory_dict(m: Machine, s: State) -> dict[str, Any]:
    """Return every occupied slot with its channel."""
    return {m.profile.slot_key(i): m.channel(stored).as_dict() for i, stored in enumerate(s.slots) if stored is not None}


def sides_dict(m: Machine, s: State) -> list[dict[str, Any]]:
    """Return what each side or row is tuned to: its slot in memory mode, receive and transmit frequency in hertz, the tone sent."""
    sides = []
    for unit, name in enumerate(m.profile.units):
        own = s._replace(unit=unit)
        stored, pair = m.active(own), m.on_air(own)
        sides.append(
            {
                "side": name, "main": unit == m.sending_unit(s), "slot": m.profile.slot_key(s.positions[unit]) if m.in_memory(own) else None,
                "rx_hz": pair[0] if pair else None, "tx_hz": pair[1] if pair else None,
                "tone": m.channel(stored).tone.tone_tx if stored is not None else None,
            }
        )  # fmt: skip
    return sides


def start_dict(m: Machine, s: State) -> dict[str, Any]:
    """Return a state as START describes one: what it cannot say (something open, reverse, a lock) is left out."""
    settings = {
        x.name: x.domain.text(m.get(s, i))
        for i, x in enumerate(m.settings)
        if x.means not in (Means.RESET, Means.BAND) and x.scope != "slot" and not x.stored and m.get(s, i) != x.new[0]
    }
    state = {k: v for k, v in state_dict(m, s).items() if v is not None}
    given: dict[str, Any] = {**state, "settings": settings, "slot": m.profile.slot_key(s.positions[s.unit])}
    if s.signals:
        given["signals"] = [{"rx_hz": x.rx_hz, "ctcss": x.ctcss, "dcs": x.dcs} for x in s.signals]
    return given


def state_dict(m: Machine, s: State) -> dict[str, Any]:
    """Return memory, VFO, mode and row of a state."""
    return {
        "memory": memory_dict(m, s),
        "vfo": m.vfo_channel(s).as_dict(),
        "mode": m.screens[s.modes[s.unit]].shows,
        "row": m.profile.units[s.unit] if len(m.profile.units) > 1 else None,
    }
