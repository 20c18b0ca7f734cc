"""A twin's state in the words of the command line."""

from typing import Any

from vocator.core.radio.display import Display
from vocator.core.radio.machine import Machine
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
    }


def memory_dict(m: Machine, s: State) -> dict[str, Any]:
    """Return every occupied slot with its channel."""
    return {m.profile.slot_key(i): m.channel(stored).as_dict() for i, stored in enumerate(s.slots) if stored is not None}


def state_dict(m: Machine, s: State) -> dict[str, Any]:
    """Return memory, VFO, mode and row of a state."""
    return {
        "memory": memory_dict(m, s),
        "vfo": m.vfo_channel(s).as_dict(),
        "mode": m.screens[s.modes[s.unit]].shows,
        "row": m.profile.units[s.unit] if len(m.profile.units) > 1 else None,
    }
