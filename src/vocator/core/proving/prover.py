"""The prover: runs the operator on the twin from a covering set of starts and judges what is left.

It never plans and never fixes.  It judges the memory, the settings that ought not to
have changed, and every transmission.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace
from enum import StrEnum

from vocator.core.channel.channel import Channel, tone_use
from vocator.core.channel.tones import CTCSS_50, DCS_NORMAL
from vocator.core.goals.goal import RADIO_GOALS, Goal
from vocator.core.proving.operator import Run, follow
from vocator.core.goals.sheet import Sheet
from vocator.core.proving.starts import Named, covering_starts
from vocator.core.radio.actions import Action
from vocator.core.radio.machine import with_item
from vocator.core.radio.profile import Means
from vocator.core.radio.start import settings_of_set
from vocator.core.radio.state import Signal, State
from vocator.core.radio.twin import Twin

AT_SLOT = ("erase", "read-back", "reverse-check", "rename", "change")
"""Goals for a slot that holds a channel already."""
LOOKED_AT = ("read-back", "reverse-check")
AIR_CHAPTERS = ("Try", "Read back")


class Verdict(StrEnum):
    """What the prover found."""

    PROVEN = "proven"
    REFUTED = "refuted"
    BEYOND = "beyond"
    NOT_FOUND = "not found"


@dataclass(frozen=True, slots=True)
class Proof:
    """The verdict, and for a refuted sheet from which start, at which step, and what was seen."""

    verdict: Verdict
    starts: int
    start: str = ""
    step: int = -1
    seen: str = ""


def prove(twin: Twin, sheet: Sheet, goal: Goal, starts: list[Named] | None = None) -> Proof:
    """Carry out a sheet from every start and judge each run; the first fault refutes it."""
    air_fault = _misplaced_air(sheet)
    if air_fault:
        return Proof(Verdict.REFUTED, 0, "", -1, air_fault)
    cover = covering_starts(twin, goal) if starts is None else starts
    if goal.kind in AT_SLOT:
        cover = [(words, _holding(s, goal)) for words, s in cover if s.slots[goal.slot] is not None and not s.group]
    if goal.kind in UNKNOWN:
        cover = [(words, _with_signal(s, goal, i)) for i, (words, s) in enumerate(cover)]
    parsed: dict[str, list[Action]] = {}
    for words, start in cover:
        run = follow(twin, sheet, start, parsed, keep_frames=False)
        fault = judge(twin, sheet, _revealed(goal, start), start, run)
        if fault:
            return Proof(Verdict.REFUTED, len(cover), words, run.trouble_step, fault)
    return Proof(Verdict.PROVEN, len(cover))


def _holding(s: State, goal: Goal) -> State:
    """Let the slot that is changed in place hold another channel on the goal's receive frequency."""
    held = s.slots[goal.slot]
    if goal.kind != "change" or held is None:
        return s
    return s._replace(slots=with_item(s.slots, goal.slot, held._replace(rx_hz=goal.channel.rx_hz)))


UNKNOWN = {"find-tone": CTCSS_50, "find-code": DCS_NORMAL}


def _with_signal(s: State, goal: Goal, number: int) -> State:
    """Let somebody talk on the channel, with another tone or code from every start."""
    if any(x.rx_hz == goal.channel.rx_hz and (x.ctcss or x.dcs) for x in s.signals) and number == 0:
        return s
    values = UNKNOWN[goal.kind]
    value = values[(number * 7 + 3) % len(values)]
    tone, code = (None, value) if value[-1] in "NI" else (value, None)
    return s._replace(signals=(Signal(goal.channel.rx_hz, tone, code),))


def _revealed(goal: Goal, start: State) -> Goal:
    """Return a goal with the tone that the sheet had to find, as the start has it on the air."""
    if goal.kind not in UNKNOWN:
        return goal
    heard = next(x for x in start.signals if x.rx_hz == goal.channel.rx_hz)
    return replace(goal, channel=replace(goal.channel, tone=tone_use(heard.ctcss or heard.dcs, None)))


def _misplaced_air(sheet: Sheet) -> str:
    for chapter in sheet.chapters:
        if chapter.title not in AIR_CHAPTERS and any(s.on_air for s in chapter.steps):
            return f"an on-air step in the chapter {chapter.title}"
    return ""


def judge(twin: Twin, sheet: Sheet, goal: Goal, start: State, run: Run) -> str:
    """Return what is wrong with a run, an empty text for nothing."""
    if run.trouble:
        return run.trouble
    end = run.state
    if not twin.at_rest(end):
        return f"the sheet ends with {twin.screens[end.screen].name} open"
    return (
        _radio_fault(twin, goal, start, end)
        or _memory_fault(twin, goal, start, end)
        or _setting_fault(twin, sheet, start, end)
        or _air_fault(goal, run)
    )


def _radio_fault(twin: Twin, goal: Goal, start: State, end: State) -> str:
    """Judge what concerns the radio itself, by the kind of goal; the free keys are left alone by all but one."""
    judge_kind = _KINDS.get(goal.kind)
    fault = judge_kind(twin, goal, end) if judge_kind else ""
    if fault:
        return fault
    wanted = start.free
    if goal.kind == "assign":
        key, _, name = goal.key.partition("=")
        wanted = with_item(start.free, twin.profile.free_keys.index(key), twin.profile.setting_named(name))
    return "" if end.free == wanted else "the free keys open something else"


def _auto_shift_fault(twin: Twin, goal: Goal, end: State) -> str:
    assert twin.auto_shift is not None
    left = twin.settings[twin.auto_shift].domain.meaning(twin.get(end, twin.auto_shift))
    return "" if left == goal.kind.removeprefix("auto-shift-") else f"the automatic shift is {left}"


def _busy_fault(twin: Twin, goal: Goal, end: State) -> str:
    return "the busy lock is left on" if twin.is_on(end, twin.busy) else ""


def _group_fault(twin: Twin, goal: Goal, end: State) -> str:
    chosen = twin.profile.settings_for(Means.GROUP)[0]
    wanted = twin.settings[chosen].domain.find_text(goal.group) if goal.group else 1
    stored = end.slots[goal.slot]
    if stored is None or stored.group != wanted:
        return "the channel is not in its group"
    locked = end.group if twin.settings[chosen].scope == "slot" else twin.get(end, chosen)
    return "" if locked == wanted else "memory mode is not kept to the group"


def _squelch_fault(twin: Twin, goal: Goal, end: State) -> str:
    unit = twin.profile.units.index(goal.row) if goal.row else len(twin.profile.units) - 1
    side = end._replace(unit=unit)
    if not any(s.scope == "unit" and s.domain.meaning(twin.get(side, i)) == "open" for i, s in enumerate(twin.settings)):
        return "the squelch is not held open"
    if end.unit == unit:
        return "the side held open is the main one: PTT would send there"
    dual = twin.profile.setting_for(Means.DUAL_WATCH)
    on = dual is None or twin.settings[dual].domain.meaning(twin.get(end, dual)) == "on"
    return "" if on else "dual watch is off: the side held open is not heard"


def _duplex_fault(twin: Twin, goal: Goal, end: State) -> str:
    for setting, value in twin.profile.hears_when:
        if twin.get(end, setting) != value:
            return f"{twin.settings[setting].name} is left so that the other side is silent while sending"
    return ""


_KINDS: dict[str, Callable[[Twin, Goal, State], str]] = {
    "auto-shift-on": _auto_shift_fault,
    "auto-shift-off": _auto_shift_fault,
    "busy-lock-off": _busy_fault,
    "group": _group_fault,
    "squelch-open": _squelch_fault,
    "hear-myself": _duplex_fault,
}


def _memory_fault(twin: Twin, goal: Goal, start: State, end: State) -> str:
    slot = twin.profile.slot_text(goal.slot)
    stored = end.slots[goal.slot]
    if goal.kind in RADIO_GOALS:
        if end.slots != start.slots:
            return "a slot was changed"
    elif goal.kind == "erase":
        if stored is not None:
            return f"slot {slot} still holds a channel"
    elif goal.kind == "rename":
        before = start.slots[goal.slot]
        if stored is None or before is None or stored.label != goal.channel.label:
            return f"slot {slot} is not named {goal.channel.label}"
        if stored._replace(label=before.label, lit=before.lit) != before:
            return f"slot {slot} was changed beyond its label"
    elif goal.kind in LOOKED_AT:
        if stored != start.slots[goal.slot]:
            return f"slot {slot} was changed by looking at it"
    elif stored is None:
        return f"slot {slot} is empty at the end"
    elif (left := twin.channel(stored)) != goal.channel:
        return f"slot {slot} holds {_differences(goal.channel, left)}"
    for index, (before, after) in enumerate(zip(start.slots, end.slots, strict=True)):
        if index != goal.slot and before != after:
            return f"slot {twin.profile.slot_text(index)} was changed too"
    return ""


def _differences(wanted: Channel, found: Channel) -> str:
    a, b = wanted.as_dict(), found.as_dict()
    return "; ".join(f"{k} {b[k]} instead of {a[k]}" for k in a if a[k] != b[k])


def _setting_fault(twin: Twin, sheet: Sheet, start: State, end: State) -> str:
    before, after = settings_of_set(twin, start), settings_of_set(twin, end)
    for name, value in before.items():
        if after[name] != value and not any(change.startswith(name) for change in sheet.changes):
            return f"the set-wide setting {name} was left at {after[name]} instead of {value}"
    if end.reverse and not start.reverse:
        return "reverse was left on"
    if start.reverse != end.reverse and "reverse off" not in sheet.changes:
        return "reverse was switched off without saying so"
    if end.group != start.group and "group lock" not in sheet.changes:
        return "the group lock was changed"
    for unit in range(len(twin.profile.units)):
        told = any(change.startswith(twin.profile.units[unit]) for change in sheet.changes)
        if unit not in (start.unit, end.unit) and start.modes[unit] != end.modes[unit] and not told:
            return f"{twin.profile.unit_word} {twin.profile.units[unit]} was changed"
    return ""


def _air_fault(goal: Goal, run: Run) -> str:
    for step, hz in run.sent:
        if not step.on_air:
            return f"it sends on {hz} Hz in a step that is not marked on-air"
        if goal.receive_only or hz != goal.channel.tx_hz:
            return f"it sends on {hz} Hz, not on the goal's transmit frequency"
    return ""
