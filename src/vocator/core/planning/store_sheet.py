"""The sheet that puts a channel into a slot.

Chapters stand in the order of work; routes are found over the screens and the cheapest
is taken; the order of settings comes from what disturbs what.
"""

from collections.abc import Callable
from dataclasses import replace
from typing import NamedTuple

from vocator.core.goals.goal import Goal, check_reach
from vocator.core.goals.sheet import Change, ChapterKind, Part, Sheet
from vocator.core.planning.changes import left_different
from vocator.core.planning.dialogue import dialogue_of
from vocator.core.planning.draft import Draft
from vocator.core.planning.group_chapter import group_of, keep_to_group, put_into_group
from vocator.core.planning.limits import unseen
from vocator.core.planning.name_chapter import name
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_chapters import channel_needs, clear, ready, set_frequency, set_wide_needs, settings
from vocator.core.planning.store_chapters import read_back, store, try_it
from vocator.core.radio.start import required_values
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

ChapterWriter = Callable[[Draft, Routes, Goal], None]
"""Writes a chapter of its own."""


class Carried(NamedTuple):
    """What a sheet leaves: the state, and the settings of it that are certain whatever the start was."""

    state: State
    certain: frozenset[int]


def plan_store(
    twin: Twin, goal: Goal, known: State | None = None, search: ChapterWriter | None = None, group: tuple[int, int] | None = None
) -> Sheet:
    """Plan the sheet that puts a channel into a slot.

    ``known`` is the state the radio is certainly in (the short way); None plans for any
    state (the long way).  ``search`` writes what finds the tone, ``group`` is the setting of the
    groups and the one that the slot shall belong to, which memory mode is kept to then; a goal that names
    a group is put into it all the same.  Raises Beyond for a goal that the radio cannot reach.
    """
    return _store_sheet(twin, goal, Draft(twin, known), search, group)


def plan_next(twin: Twin, goal: Goal, carried: Carried | None) -> tuple[Sheet, Carried]:
    """Plan a store and say what the next sheet may count on; None plans for any state.

    Raises Beyond.
    """
    draft = Draft(twin, carried.state, certain=carried.certain) if carried else Draft(twin, None)
    sheet = _store_sheet(twin, goal, draft)
    return sheet, Carried(draft.state, frozenset(draft.certain))


def plan_search(twin: Twin, goal: Goal, search: ChapterWriter | None) -> Sheet:
    """Plan the sheet that makes a channel up in the VFO, with what a search finds where there is one, and stores nothing.

    Raises Beyond for a goal that the radio cannot reach.
    """
    draft, routes = Draft(twin, None), Routes(twin)
    _made_up(twin, goal, draft, routes, search, {})
    shown = twin.frequency(goal.channel.rx_hz)
    if search is not None:
        say = f"Look: {shown} with the tone found on the transmit side; nothing is stored"
        draft.step(ChapterKind.READ_BACK, [], shows=shown, say=say, why="note it with the channel: it goes into a listing line")
    else:
        say = f"Look: {shown}; you are on the channel, and nothing is stored"
        draft.step(ChapterKind.READ_BACK, [], shows=shown, say=say, why="the next frequency typed takes its place")
    more = [Change(Part.REVERSE, None, "off")] if routes.presses(twin.vfo, "reverse") else []
    changes = left_different(draft, [*set_wide_needs(draft)[0], *required_values(twin, goal.channel)], more)
    return Sheet(twin.profile.model, twin.profile.firmware, draft.chapters(), goal.notes, changes, aside=_aside(draft))


def _made_up(twin: Twin, goal: Goal, draft: Draft, routes: Routes, search: ChapterWriter | None, more: dict[int, int]) -> None:
    """Write the chapters in which the channel is made up in the VFO and tried."""
    check_reach(twin, goal)
    ready(draft, routes, goal)
    clear(draft, routes, goal)
    listened = replace(goal.channel, tx_hz=goal.channel.rx_hz) if goal.receive_only else goal.channel
    why = goal.reasons.get("rx_hz", "as asked")
    set_frequency(draft, routes, listened.rx_hz, ChapterKind.FREQUENCY, why, channel_needs(draft, goal))
    if search is not None:
        search(draft, routes, goal)
    settings(draft, routes, goal, more)
    try_it(draft, goal)


def _store_sheet(
    twin: Twin, goal: Goal, draft: Draft, search: ChapterWriter | None = None, group: tuple[int, int] | None = None
) -> Sheet:
    routes = Routes(twin)
    lock = group is not None
    group = group or (group_of(twin, goal.group, none=True) if goal.group else None)
    grouped = dict([group] if group else [])
    _made_up(twin, goal, draft, routes, search, {s: v for s, v in grouped.items() if twin.settings[s].scope == "set"})
    store(draft, routes, goal, group)
    name(draft, routes, goal)
    if group is not None and twin.settings[group[0]].scope == "slot" and dialogue_of(twin) is None:
        put_into_group(draft, routes, *group)
        if lock:
            keep_to_group(draft, routes, *group)
    read_back(draft, goal)
    draft.tell_what_it_counts_on()
    limits = [*goal.notes, *unseen(twin, goal)]
    more = [Change(Part.REVERSE, None, "off")] if routes.presses(twin.vfo, "reverse") else []
    if grouped and lock:
        text = next(twin.settings[s].domain.text(v) for s, v in grouped.items())
        more.append(Change(Part.GROUP, None, text))
    changes = left_different(draft, [*set_wide_needs(draft)[0], *required_values(twin, goal.channel), *grouped], more)
    return Sheet(
        twin.profile.model, twin.profile.firmware, draft.chapters(), tuple(limits), changes, draft.counts_on(), _aside(draft)
    )


def _aside(draft: Draft) -> tuple[Change, ...]:
    """Return the tuning step, where the sheet set it."""
    step, units = draft.twin.step, draft.twin.profile.units
    if step is None or step not in draft.set_here:
        return ()
    setting = draft.twin.settings[step]
    unit = units[draft.state.unit] if len(units) > 1 and setting.scope in ("unit", "unit_band") else None
    return (Change(setting.name, unit, setting.domain.text(draft.value(step))),)
