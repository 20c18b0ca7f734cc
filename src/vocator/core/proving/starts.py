"""The covering set: the kinds of state that a radio may be found in before a sheet.

Each carried-over value wrong in turn and all together, every mode, band, row; the
automatic shift on and off; the list remembered elsewhere; the slot free and occupied;
anything half-typed or open; reverse, a locked group, a signal.  ``docs/architecture.md``
lists them.
"""

from collections.abc import Iterator

from vocator.core.goals.goal import Goal
from vocator.core.proving.open_screens import kinds_of_open_states
from vocator.core.radio.kept import with_item
from vocator.core.radio.profile import Means
from vocator.core.radio.screens import LabelScreen, ListScreen, RestScreen
from vocator.core.radio.start import required_values
from vocator.core.radio.state import Signal, State, Stored
from vocator.core.radio.twin import Twin

Named = tuple[str, State]
WIDE = (Means.SHOW, Means.BUSY_LOCK, Means.BEEP, Means.WATCH, Means.TRANSMIT_ROW, Means.REVERSE)


def covering_starts(twin: Twin, goal: Goal) -> list[Named]:
    """Return the covering set for a goal, each start with the words for it."""
    base = twin.start
    filled = _fill(twin, base, goal)
    starts = [("as new", base), *_memories(twin, base, filled, goal), *_places(twin, filled), *_values(twin, base, goal)]
    starts += [*_set_wide(twin, filled), *_lists(twin, base), *_others(twin, filled, goal), *_open(twin, filled)]
    return starts


def _odd_channel(twin: Twin, base: State, goal: Goal) -> Stored:
    """Return a stored channel unlike the goal."""
    stored = twin.stored_from_vfo(base)
    values = tuple((v + 1) % twin.settings[s].domain.count for s, v in zip(twin.stored, stored.values, strict=True))
    label = ("OLD" * twin.profile.label_length)[: twin.profile.label_length] or None
    return stored._replace(
        rx_hz=twin.profile.transmit_hz[0][0] + 1_000_000,
        values=values,
        label=label,
        group=min(1, len(twin.profile.settings_for(Means.GROUP))),
    )


def _fill(twin: Twin, base: State, goal: Goal) -> State:
    """Put other channels into the goal's slot and its neighbours."""
    other = _odd_channel(twin, base, goal)
    slots = list(base.slots)
    for index in (goal.slot, goal.slot + 1, goal.slot - 1, 0):
        slots[index % len(slots)] = other
    position = goal.slot if goal.slot != twin.profile.call_slot else 0
    return base._replace(slots=tuple(slots), positions=(position,) * len(base.positions))


def _in_memory(twin: Twin, s: State, unit: int | None = None) -> State:
    at = s.unit if unit is None else unit
    s = s._replace(modes=with_item(s.modes, at, twin.memory))
    return s._replace(screen=s.modes[s.unit])


def _memories(twin: Twin, base: State, filled: State, goal: Goal) -> Iterator[Named]:
    other = filled.slots[goal.slot]
    yield "memory mode with nothing stored", _in_memory(twin, base)
    yield "the slot occupied", filled
    yield "memory mode at the slot, occupied", _in_memory(twin, filled)
    yield "the slot free among occupied ones", filled._replace(slots=with_item(filled.slots, goal.slot, None))
    yield "every slot occupied", base._replace(slots=(other,) * len(base.slots))
    yield "the slot written last", filled._replace(last_written=goal.slot)
    for rest, screen in enumerate(twin.screens):
        if isinstance(screen, RestScreen) and rest not in (twin.vfo, twin.memory):
            modes = with_item(filled.modes, filled.unit, rest)
            yield f"{screen.word or screen.name} mode", filled._replace(modes=modes, screen=rest)
    full = other._replace(split_hz=other.rx_hz + 600_000) if other else None
    yield "the slot holding a split", filled._replace(slots=with_item(filled.slots, goal.slot, full))


def _places(twin: Twin, filled: State) -> Iterator[Named]:
    for unit, word in enumerate(twin.profile.units[1:], 1):
        yield f"{twin.profile.unit_word} {word} in use", filled._replace(unit=unit)
        yield f"{twin.profile.unit_word} {word} in memory mode", _in_memory(twin, filled._replace(unit=unit))
        yield f"{twin.profile.unit_word} {word} in memory mode beside it", _in_memory(twin, filled, unit)
    for band, entry in enumerate(twin.profile.bands[1:], 1):
        yield f"VFO on {entry.name}", filled._replace(bands=(band,) * len(filled.bands))


def put_everywhere(twin: Twin, s: State, setting: int, index: int) -> State:
    """Set a value for every unit and band at once."""
    base, _, _ = twin.address[setting]
    following = [a[0] for a in twin.address if a[0] > base]
    end = min(following, default=len(s.values))
    return s._replace(values=(*s.values[:base], *(index,) * (end - base), *s.values[end:]))


def _values(twin: Twin, base: State, goal: Goal) -> Iterator[Named]:
    needed = required_values(twin, goal.channel)
    wrong_all = base
    for setting, s in enumerate(twin.settings):
        if (not s.stored and s.means not in (Means.STEP, Means.SEND_FREQUENCY)) or s.domain.count < 2:
            continue
        right, count = needed.get(setting, s.new[0]), s.domain.count
        wrong = (right + 1) % count
        wrong_all = put_everywhere(twin, wrong_all, setting, (right + count // 2) % count if count > 3 else wrong)
        yield f"{s.name} left at {s.domain.text(wrong)}", put_everywhere(twin, base, setting, wrong)
    yield "every value wrong", wrong_all
    if twin.auto_shift is not None:
        off = twin.settings[twin.auto_shift].domain.find_meaning("off") or 0
        yield "automatic shift off", put_everywhere(twin, base, twin.auto_shift, off)
        yield "automatic shift off, every value wrong", put_everywhere(twin, wrong_all, twin.auto_shift, off)


def _set_wide(twin: Twin, filled: State) -> Iterator[Named]:
    for setting in (i for m in WIDE for i in twin.profile.settings_for(m)):
        s = twin.settings[setting]
        for index in range(s.domain.count):
            if index != s.new[0]:
                yield f"{s.name} at {s.domain.text(index)}", put_everywhere(twin, filled, setting, index)


def _lists(twin: Twin, base: State) -> Iterator[Named]:
    for index, screen in enumerate(twin.screens):
        if isinstance(screen, ListScreen) and screen.remembers:
            for cursor in (len(screen.entries) // 2, len(screen.entries) - 1):
                yield (
                    f"{screen.name} remembered at {screen.entries[cursor].name}",
                    base._replace(cursors=with_item(base.cursors, index, cursor)),
                )


def _others(twin: Twin, filled: State, goal: Goal) -> Iterator[Named]:
    if any(b.verb == "reverse" for s in twin.screens for b in s.bind):
        yield "reverse left on", filled._replace(reverse=True)
        yield "reverse left on in memory mode", _in_memory(twin, filled._replace(reverse=True))
    if any(b.verb == "lock_group" for s in twin.screens for b in s.bind):
        yield "a group locked to", _in_memory(twin, filled._replace(group=2))
    for unit, word in enumerate(twin.profile.units[1:], 1):
        heard = twin.on_air(filled._replace(unit=unit))
        if heard is not None:
            moved = twin.watched(filled._replace(signals=(Signal(heard[0], "88.5"),)))
            yield f"a signal on {twin.profile.unit_word} {word}", moved
    if any(b.verb == "coarse" for s in twin.screens for b in s.bind):
        yield "whole megahertz left on", filled._replace(coarse=True)
    yield "a signal on the channel", filled._replace(signals=(Signal(goal.channel.rx_hz, "88.5"),))


def _open(twin: Twin, filled: State) -> Iterator[Named]:
    for state in kinds_of_open_states(twin):
        screen = twin.screens[state.screen]
        mode = "memory" if twin.in_memory(state) else "VFO"
        half = ", half typed" if state.typed else ""
        yield (
            f"{screen.name} open in {mode} mode{half}",
            state._replace(slots=filled.slots if mode == "VFO" and not isinstance(screen, LabelScreen) else state.slots),
        )
