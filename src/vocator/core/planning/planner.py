"""The planner: from a goal to a sheet, using the profile only.

Chapters stand in the order of work; routes are found over the screens and the cheapest
is taken; the order of settings comes from what disturbs what.  The planner does not
check itself: the prover does.
"""

from dataclasses import replace
from typing import NamedTuple

from vocator.core.channel.channel import tone_use
from vocator.core.goals.goal import RADIO_GOALS, Beyond, Goal, check_reach
from vocator.core.goals.sheet import Change, Part, Sheet
from vocator.core.planning.changes import left_different
from vocator.core.planning.draft import Draft
from vocator.core.planning.name_chapter import name, rename
from vocator.core.planning.radio_goals import group_of, keep_to_group, plan_radio_goal
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_chapters import channel_needs, clear, ready, set_frequency, set_wide_needs, settings
from vocator.core.planning.setting_ways import set_all
from vocator.core.planning.store_chapters import erase_slot, go_to_slot, read_back, reverse_check, store, try_it, unseen
from vocator.core.planning.tone_chapter import TRIED, find_tone, searching
from vocator.core.radio.machine import with_item
from vocator.core.radio.profile import Means
from vocator.core.radio.start import required_values
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Carried(NamedTuple):
    """What a sheet leaves: the state, and the settings of it that are certain whatever the start was."""

    state: State
    certain: frozenset[int]


def plan(twin: Twin, goal: Goal, known: State | None = None) -> Sheet:
    """Plan the sheet for a goal of any kind; raises Beyond."""
    if goal.kind in TRIED:
        searching(twin, goal.kind)
        wanted = replace(goal, channel=replace(goal.channel, tone=tone_use(TRIED[goal.kind], None)))
        return plan_store(twin, wanted, known)
    if goal.kind in ("store", "group"):
        return plan_store(twin, goal, known)
    if goal.kind in RADIO_GOALS:
        return plan_radio_goal(twin, goal)
    return plan_at_slot(twin, goal)


def plan_at_slot(twin: Twin, goal: Goal) -> Sheet:
    """Plan erasing, reading back, renaming or changing a slot that holds a channel, from any state; raises Beyond."""
    routes = Routes(twin)
    held = twin.stored_from_vfo(twin.start)
    if goal.kind == "change":
        check_change(twin, goal)
        held = held._replace(rx_hz=goal.channel.rx_hz)
    slots = with_item(twin.start.slots, goal.slot, held)
    draft = Draft(twin, None, twin.start._replace(slots=slots))
    ready(draft, routes, goal)
    if goal.kind == "erase":
        erase_slot(draft, routes, goal)
    elif goal.kind == "rename":
        rename(draft, routes, goal)
    elif goal.kind == "change":
        change_in_place(draft, routes, goal)
    else:
        go_to_slot(draft, routes, goal, "Read back")
    if goal.kind == "reverse-check":
        reverse_check(draft, routes)
    reverse = [twin.reverse_setting] if goal.kind == "reverse-check" and twin.reverse_setting is not None else []
    changes = left_different(draft, reverse)
    groups = twin.profile.settings_for(Means.GROUP)
    limits = ["presumes that memory mode is not locked to a group"] if groups else []
    return Sheet(twin.profile.model, twin.profile.firmware, draft.chapters(), tuple(limits), changes)


def check_change(twin: Twin, goal: Goal) -> None:
    """Raise Beyond where a stored channel cannot be changed in memory mode as the goal asks."""
    if not twin.profile.edits_slots:
        raise Beyond(
            "stored channel", "memory mode of this radio changes nothing of it", "Store it anew: all of it stands on the sheet."
        )
    check_reach(twin, goal)


def change_in_place(draft: Draft, routes: Routes, goal: Goal) -> None:
    """Set what a stored channel holds beside its frequency, in memory mode, where each change acts on the slot at once."""
    go_to_slot(draft, routes, goal, "Clear")
    needed, whys = channel_needs(draft, goal)
    set_all(draft, routes, needed, whys)
    read_back(draft, goal)


def plan_store(twin: Twin, goal: Goal, known: State | None = None) -> Sheet:
    """Plan the sheet that puts a channel into a slot.

    ``known`` is the state the radio is certainly in (the short way); None plans for any
    state (the long way).  Raises Beyond for a goal that the radio cannot reach.
    """
    return _store_sheet(twin, goal, Draft(twin, known))


def plan_next(twin: Twin, goal: Goal, carried: Carried | None) -> tuple[Sheet, Carried]:
    """Plan a store and say what the next sheet may count on; None plans for any state.

    Raises Beyond.
    """
    draft = Draft(twin, carried.state, certain=carried.certain) if carried else Draft(twin, None)
    sheet = _store_sheet(twin, goal, draft)
    return sheet, Carried(draft.state, frozenset(draft.certain))


def _store_sheet(twin: Twin, goal: Goal, draft: Draft) -> Sheet:
    check_reach(twin, goal)
    routes = Routes(twin)
    ready(draft, routes, goal)
    clear(draft, routes, goal)
    listened = replace(goal.channel, tx_hz=goal.channel.rx_hz) if goal.receive_only else goal.channel
    why = goal.reasons.get("rx_hz", "as asked")
    set_frequency(draft, routes, listened.rx_hz, "Frequency", why, channel_needs(draft, goal))
    if goal.kind in TRIED:
        find_tone(draft, routes, goal)
    grouped = dict([group_of(twin, goal.group)]) if goal.kind == "group" else {}
    settings(draft, routes, goal, {s: v for s, v in grouped.items() if twin.settings[s].scope == "set"})
    try_it(draft, goal)
    store(draft, routes, goal)
    name(draft, routes, goal)
    if goal.kind == "group":
        keep_to_group(draft, routes, goal)
    read_back(draft, goal)
    limits = [*goal.notes, *unseen(twin, goal)]
    more = [Change(Part.REVERSE, None, "off")] if routes.presses(twin.vfo, "reverse") else []
    if grouped:
        text = next(twin.settings[s].domain.text(v) for s, v in grouped.items())
        more.append(Change(Part.GROUP, None, text))
    changes = left_different(draft, [*set_wide_needs(draft)[0], *required_values(twin, goal.channel), *grouped], more)
    return Sheet(twin.profile.model, twin.profile.firmware, draft.chapters(), tuple(limits), changes)
