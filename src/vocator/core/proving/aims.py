"""What a goal of each kind is about, judged on the state that a sheet leaves."""

from collections.abc import Callable

from vocator.core.channel.channel import Channel
from vocator.core.goals.goal import Goal
from vocator.core.radio.machine import with_item
from vocator.core.radio.profile import Means
from vocator.core.radio.state import State, Stored
from vocator.core.radio.twin import Twin

Aim = Callable[[Twin, Goal, State, State], str]


def aim_fault(twin: Twin, goal: Goal, start: State, end: State) -> str:
    """Return what is wrong with what the goal is about; the free keys are left alone by all goals but one."""
    fault = AIMS[goal.kind](twin, goal, start, end)
    if fault or goal.kind == "assign":
        return fault
    return "" if end.free is start.free or end.free == start.free else "the free keys open something else"


def _store(twin: Twin, goal: Goal, start: State, end: State) -> str:
    stored = end.slots[goal.slot]
    slot = twin.profile.slot_text(goal.slot)
    if stored is None:
        return f"slot {slot} is empty at the end"
    left = twin.channel(stored)
    return "" if left == goal.channel else f"slot {slot} holds {_apart(goal.channel, left)}"


def _apart(wanted: Channel, found: Channel) -> str:
    a, b = wanted.as_dict(), found.as_dict()
    return "; ".join(f"{k} {b[k]} instead of {a[k]}" for k in a if a[k] != b[k])


def _group(twin: Twin, goal: Goal, start: State, end: State) -> str:
    fault = _store(twin, goal, start, end)
    chosen = twin.profile.settings_for(Means.GROUP)[0]
    wanted = twin.settings[chosen].domain.find_text(goal.group) if goal.group else 1
    stored = end.slots[goal.slot]
    if fault or stored is None or stored.group != wanted:
        return fault or "the channel is not in its group"
    locked = end.group if twin.settings[chosen].scope == "slot" else twin.get(end, chosen)
    return "" if locked == wanted else "memory mode is not kept to the group"


def _erase(twin: Twin, goal: Goal, start: State, end: State) -> str:
    return "" if end.slots[goal.slot] is None else f"slot {twin.profile.slot_text(goal.slot)} still holds a channel"


def _rename(twin: Twin, goal: Goal, start: State, end: State) -> str:
    slot = twin.profile.slot_text(goal.slot)
    before, stored = start.slots[goal.slot], end.slots[goal.slot]
    if stored is None or before is None or stored.label != goal.channel.label:
        return f"slot {slot} is not named {goal.channel.label}"
    same = _same(stored._replace(label=before.label, lit=before.lit), before)
    return "" if same else f"slot {slot} was changed beyond its label"


def _look(twin: Twin, goal: Goal, start: State, end: State) -> str:
    before, stored = start.slots[goal.slot], end.slots[goal.slot]
    same = stored is before or (stored is not None and before is not None and _same(stored, before))
    return "" if same else f"slot {twin.profile.slot_text(goal.slot)} was changed by looking at it"


def _same(a: Stored, b: Stored) -> bool:
    """Whether two slots hold the same, part by part, so that what is unknown in both is not asked."""
    values = all(x is y or x == y for x, y in zip(a.values, b.values, strict=True))
    return values and all(x is y or x == y for n, (x, y) in enumerate(zip(a, b, strict=True)) if n != VALUES)


VALUES = Stored._fields.index("values")


def _auto_shift(twin: Twin, goal: Goal, start: State, end: State) -> str:
    assert twin.auto_shift is not None
    left = twin.settings[twin.auto_shift].domain.meaning(twin.get(end, twin.auto_shift))
    return "" if left == goal.kind.removeprefix("auto-shift-") else f"the automatic shift is {left}"


def _busy_lock(twin: Twin, goal: Goal, start: State, end: State) -> str:
    return "the busy lock is left on" if twin.is_on(end, twin.busy) else ""


def _assign(twin: Twin, goal: Goal, start: State, end: State) -> str:
    key, _, name = goal.key.partition("=")
    wanted = with_item(start.free, twin.profile.free_keys.index(key), twin.profile.setting_named(name))
    same = all(a is b or a == b for a, b in zip(end.free, wanted, strict=True))
    return "" if same else "the free keys open something else"


def _squelch(twin: Twin, goal: Goal, start: State, end: State) -> str:
    unit = twin.profile.units.index(goal.row) if goal.row else len(twin.profile.units) - 1
    side = end._replace(unit=unit)
    if not any(s.scope == "unit" and s.domain.meaning(twin.get(side, i)) == "open" for i, s in enumerate(twin.settings)):
        return "the squelch is not held open"
    if end.unit == unit:
        return "the side held open is the main one: PTT would send there"
    dual = twin.profile.setting_for(Means.DUAL_WATCH)
    on = dual is None or twin.settings[dual].domain.meaning(twin.get(end, dual)) == "on"
    return "" if on else "dual watch is off: the side held open is not heard"


def _duplex(twin: Twin, goal: Goal, start: State, end: State) -> str:
    for setting, value in twin.profile.hears_when:
        if twin.get(end, setting) != value:
            return f"{twin.settings[setting].name} is left so that the other side is silent while sending"
    return ""


AIMS: dict[str, Aim] = {
    "store": _store,
    "find-tone": _store,
    "find-code": _store,
    "change": _store,
    "group": _group,
    "erase": _erase,
    "rename": _rename,
    "read-back": _look,
    "reverse-check": _look,
    "auto-shift-on": _auto_shift,
    "auto-shift-off": _auto_shift,
    "busy-lock-off": _busy_lock,
    "assign": _assign,
    "squelch-open": _squelch,
    "hear-myself": _duplex,
}
