"""What is judged of a run: the whole state that it leaves, against the one it began with.

What a goal is about is judged by the judge of its kind (``judges``).  Everything else must be as it was, on every unit, or be told by
a ``Change`` of the sheet.  Only the VFO of the unit that the sheet worked on is free, where the goal
needs a VFO.  States may hold symbols for what is not known: what is still the same symbol is asked nothing.
"""

from collections.abc import Iterable, Iterator
from typing import Any, NamedTuple

from vocator.core.goals.goal import Goal
from vocator.core.goals.sheet import Change, Part, Sheet, Step
from vocator.core.proving.judges import JUDGES
from vocator.core.radio.profile import Means, Setting
from vocator.core.radio.screens import ListScreen, RestScreen, SearchScreen, ValueScreen
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Difference(NamedTuple):
    """One thing that the end holds otherwise than the start; ``before`` and ``after`` as the state has them."""

    what: str
    unit: int | None
    before: Any
    after: Any
    setting: Setting | None = None


def judge_state(twin: Twin, sheet: Sheet, goal: Goal, start: State, end: State) -> str:
    """Return what is wrong with where a sheet ends, an empty text for nothing."""
    if not isinstance(twin.screens[end.screen], RestScreen):
        return f"the sheet ends with {twin.screens[end.screen].name} open"
    fault = _aim_fault(twin, goal, start, end) or _slots_fault(twin, goal, start, end) or _position_fault(twin, goal, end)
    if fault:
        return fault
    told = {(c.what, c.unit): c for c in sheet.changes}
    for one in differences(twin, goal, start, end):
        fault = _untold(twin, told, one, end)
        if fault:
            return fault
    return _declared_fault(twin, told, end)


def untold(twin: Twin, sheet: Sheet, goal: Goal, start: State, end: State) -> list[Difference]:
    """Return what differs beside slots, is not free for the goal, and is not told by the sheet."""
    told = {(c.what, c.unit): c for c in sheet.changes}
    return [one for one in differences(twin, goal, start, end) if _untold(twin, told, one, end)]


def _aim_fault(twin: Twin, goal: Goal, start: State, end: State) -> str:
    """Return what is wrong with what the goal is about; the free keys are left alone unless it is about them."""
    judge = JUDGES[goal.kind]
    fault = judge.aim(twin, goal, start, end)
    if fault or judge.frees:
        return fault
    return "" if end.free is start.free or end.free == start.free else "the free keys open something else"


def differences(twin: Twin, goal: Goal, start: State, end: State) -> Iterator[Difference]:
    """Yield what differs beside slots, and is not free for the goal."""
    if start.unit is not end.unit and start.unit != end.unit:
        yield Difference(Part.ROW, None, start.unit, end.unit)
    judge = JUDGES[goal.kind]
    builds = judge.builds
    for unit in range(len(twin.profile.units)):
        if unit != end.unit or judge.of_radio:
            yield from _of(Part.MODE, unit, start.modes[unit], end.modes[unit])
        # where memory mode is gone to for its groups, it stands at the next slot there is
        if unit != end.unit or (judge.of_radio and not judge.groups and twin.in_memory(end)):
            yield from _of(Part.POSITION, unit, start.positions[unit], end.positions[unit])
        if unit != end.unit or not builds:
            yield from _of("band", unit, start.bands[unit], end.bands[unit])
            for band in range(twin.band_count):
                at = unit * twin.band_count + band
                yield from _of(Part.FREQUENCY, unit, start.freqs[at], end.freqs[at])
        if unit == end.unit and builds:
            yield from _other_band(twin, goal, unit, start, end)
        yield from _of(Part.SQUELCH, unit, start.forced[unit], end.forced[unit])
    begun = _left_open(twin, start)
    # some screens are left only by choosing a mode or keeping a value: that changes the VFO in use, whatever the goal
    builds = builds or not twin.at_rest(start)
    for index, setting in enumerate(twin.settings):
        if setting.means in (Means.RESET, Means.BAND) or setting.scope == "slot" or index in begun:
            continue
        yield from _setting_differences(twin, index, setting, builds, start, end)
    yield from _of(Part.REVERSE, None, start.reverse, end.reverse)
    if not judge.groups:
        yield from _of(Part.GROUP, None, start.group, end.group)
    if end.coarse is not start.coarse and end.coarse and not start.coarse:
        yield Difference("whole megahertz", None, start.coarse, end.coarse)
    if end.lent is not start.lent and end.lent != -1:
        yield from _of("power until the next slot", None, start.lent, end.lent)


def _other_band(twin: Twin, goal: Goal, unit: int, start: State, end: State) -> Iterator[Difference]:
    """Yield a band that the VFO was left in and that is neither the channel's nor the one before."""
    worked = {twin.band_of(hz) for hz in (goal.channel.rx_hz, goal.channel.tx_hz) if hz}
    if end.bands[unit] not in worked:
        yield from _of("band", unit, start.bands[unit], end.bands[unit])


def _left_open(twin: Twin, start: State) -> set[int]:
    """Return the settings of the VFO whose value was being changed at the start: some radios can only keep it."""
    if not isinstance(twin.screens[start.screen], (ValueScreen, SearchScreen, ListScreen)) or start.opened < 0:
        return set()
    shown = {start.opened, *(inner for _, inner in twin.settings[start.opened].inner)}
    shown |= {start.outer[0]} if start.outer is not None else set()
    return {i for i in shown if twin.settings[i].scope != "set"}


def _of(what: str, unit: int | None, before: Any, after: Any) -> Iterator[Difference]:
    if before is not after and before != after:
        yield Difference(what, unit, before, after)


def _setting_differences(
    twin: Twin, index: int, setting: Setting, builds: bool, start: State, end: State
) -> Iterator[Difference]:
    place, unit_stride, band_stride = twin.address[index]
    for unit in range(len(twin.profile.units)) if unit_stride else [None]:
        if builds and setting.scope != "set" and unit in (None, end.unit):
            continue  # the VFO that the channel was made up in
        for band in range(twin.band_count if band_stride else 1):
            at = place + (unit or 0) * unit_stride + band * band_stride
            before, after = start.values[at], end.values[at]
            if before is not after and before != after:
                yield Difference(setting.name, unit, before, after, setting)


def _untold(twin: Twin, told: dict[tuple[str, str | None], Change], one: Difference, end: State) -> str:
    """Return what to say of a difference that the sheet does not tell, or tells otherwise.

    A change that names no unit is told of the whole set, or of the unit in use.
    """
    name = twin.profile.units[one.unit] if one.unit is not None and len(twin.profile.units) > 1 else None
    change = told.get((one.what, name))
    if change is None and one.unit == end.unit:
        change = told.get((one.what, None))
    text = after_text(twin, one)
    if change is not None and change.to == text:
        return ""
    of = f" of {twin.profile.unit_word} {name}" if name else ""
    if one.setting is not None:
        before = one.setting.domain.text(one.before)
        what = f"the set-wide setting {one.what}" if one.setting.scope == "set" else f"{one.what}{of}"
        return f"{what} was left at {text} instead of {before}"
    if one.what == Part.REVERSE:
        return "reverse was left on" if one.after else "reverse was switched off without saying so"
    return f"{one.what}{of} was left at {text} without saying so"


def after_text(twin: Twin, one: Difference) -> str:
    """Write what a difference leaves as a change tells it."""
    if one.setting is not None:
        return str(one.setting.domain.text(one.after))
    if one.what == Part.ROW:
        return str(twin.profile.units[one.after])
    if one.what == Part.MODE:
        return str(twin.screens[one.after].shows)
    if one.what == Part.FREQUENCY:
        return str(twin.frequency(one.after))
    if one.what == Part.POSITION:
        return str(twin.profile.slot_text(one.after))
    if one.what == Part.SQUELCH:
        return twin.profile.common.open_icon if one.after else "closed"
    if one.what == Part.GROUP:
        groups = twin.profile.settings_for(Means.GROUP)
        return str(twin.settings[groups[0]].domain.text(one.after))
    return "on" if one.after is True else "off" if one.after is False else str(one.after)


def _slots_fault(twin: Twin, goal: Goal, start: State, end: State) -> str:
    before_all, after_all = tuple.__iter__(start.slots), tuple.__iter__(end.slots)
    for index, (before, after) in enumerate(zip(before_all, after_all, strict=True)):
        if before is after or (index == goal.slot and not JUDGES[goal.kind].of_radio):
            continue
        if start.slots[index] != end.slots[index]:
            return f"slot {twin.profile.slot_text(index)} was changed too"
    return ""


def _position_fault(twin: Twin, goal: Goal, end: State) -> str:
    """In memory mode the goal's slot stands on the display; after an erasure the next one does."""
    judge = JUDGES[goal.kind]
    if judge.of_radio or not judge.stays or goal.slot == twin.profile.call_slot or not twin.in_memory(end):
        return ""
    at = end.positions[end.unit]
    return "" if at == goal.slot else f"memory mode stands at {twin.profile.slot_text(at)}, not at the goal's slot"


def _declared_fault(twin: Twin, told: dict[tuple[str, str | None], Change], end: State) -> str:
    """Where a sheet says in which mode and row it ends, it ends so from every start."""
    name = twin.profile.units[end.unit]
    row, mode = told.get((Part.ROW, None)), told.get((Part.MODE, None))
    if row is not None and row.to != name:
        return f"{twin.profile.unit_word} {name} is in use, not {row.to}"
    shows = twin.screens[end.modes[end.unit]].shows
    return "" if mode is None or mode.to == shows else f"it ends in {shows} mode, not in {mode.to} mode"


def air_fault(goal: Goal, sent: Iterable[tuple[Step, int]]) -> str:
    """Judge what was sent: in steps marked on-air alone, on the goal's transmit frequency."""
    for step, hz in sent:
        if not step.on_air:
            return f"it sends on {hz} Hz in a step that is not marked on-air"
        if goal.receive_only or hz != goal.channel.tx_hz:
            return f"it sends on {hz} Hz, not on the goal's transmit frequency"
    return ""
