"""What a click too many sends on: the sending side of a set, carried out on the twin from every slot of it.

From each slot up to three clicks or taps of what a ride uses, then PTT; whatever leaves the antenna is noted.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import NamedTuple

from vocator.core.channel.channel import Channel
from vocator.core.radio.inputs import Input, Tap, Turn
from vocator.core.radio.kept import with_item
from vocator.core.radio.start import stored_from_channel
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

MOST_CLICKS = 3


@dataclass(frozen=True, slots=True)
class Stray:
    """A slot from which something else than the uplink is sent, so many clicks or taps away, and on what."""

    slot: str
    away: int
    hz: int


class Side(NamedTuple):
    """A side of the radio in memory mode at a slot."""

    unit: int
    slot: int


def ride_inputs(twin: Twin, changes_main: bool) -> list[Input]:
    """Return what a ride presses in memory mode: what turns from slot to slot, and, where one dial serves both sides, what changes them."""
    table = twin.tables[twin.memory]
    inputs: list[Input] = []
    for dial, handler in table.turns.items():
        if handler.name == "recall" and twin.profile.panel.get("has_dial"):
            inputs += [Turn(dial, 1), Turn(dial, -1)]
    inputs += [Tap(key) for key, handler in table.taps.items() if handler.name == "recall"]
    if changes_main:
        inputs += [Tap(key) for key, handler in table.taps.items() if handler.name in ("next", "unit")]
    return inputs


def strays(
    twin: Twin, slots: Mapping[int, Channel], sending: int, starts: Iterable[int], hearing: Side | None, uplinks: set[int],
    changes_main: bool = False,
) -> list[Stray]:  # fmt: skip
    """Return what is sent that is none of the ``uplinks`` (hertz), the nearest of each slot and frequency; empty where nothing is.

    ``slots`` holds all that is known of the memory; ``sending`` is the side that sends and stands at each of the ``starts`` in turn, ``hearing`` the
    other one.
    """
    state = holding(twin, slots)
    state = standing(twin, state, hearing) if hearing else state
    inputs = ride_inputs(twin, changes_main)
    found: dict[tuple[str, int], Stray] = {}
    for start in starts:
        reached = {standing(twin, state, Side(sending, start))}
        seen = set(reached)
        for away in range(MOST_CLICKS + 1):
            for s in reached:
                hz = twin.act(s, Tap("PTT"))[1].transmitting_hz
                key = (twin.profile.slot_key(start), hz or 0)
                if hz is not None and hz not in uplinks and key not in found:
                    found[key] = Stray(key[0], away, hz)
            reached = {twin.act(s, one)[0] for s in reached for one in inputs} - seen
            seen |= reached
    return list(found.values())


def holding(twin: Twin, slots: Mapping[int, Channel]) -> State:
    """Return a new radio whose slots hold channels."""
    state = twin.start
    for index, channel in slots.items():
        stored = stored_from_channel(twin, {k: v for k, v in channel.as_dict().items() if v is not None})
        state = state._replace(slots=with_item(state.slots, index, stored))
    return state


def standing(twin: Twin, state: State, side: Side) -> State:
    """Let a side stand in memory mode at a slot, and be the main one."""
    modes = with_item(state.modes, side.unit, twin.memory)
    return state._replace(
        unit=side.unit, modes=modes, screen=twin.memory, positions=with_item(state.positions, side.unit, side.slot)
    )
