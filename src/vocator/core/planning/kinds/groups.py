"""Groups of slots: a stored channel is put into one or taken out, memory mode is kept to one or to none."""

from collections.abc import Iterable
from dataclasses import replace
from typing import ClassVar

from vocator.core.channel.channel import Channel
from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.kind import Asked, Asks, Leaves
from vocator.core.goals.sheet import Change, ChapterKind, Part, When
from vocator.core.planning.at_slot import AtSlot
from vocator.core.planning.dialogue import answer_parts, change_dialogue
from vocator.core.planning.draft import Draft
from vocator.core.planning.group_chapter import belonging, groups_of
from vocator.core.planning.of_radio import OfRadio
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_chapters import ready
from vocator.core.planning.setting_look import look_at
from vocator.core.planning.setting_ways import set_all
from vocator.core.planning.slot_chapters import go_to_slot
from vocator.core.radio.profile import Means
from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal


def value_of(twin: Twin, text: str, none: bool) -> int:
    """Return the value of a group by its name, the first where none is said; raises Beyond, Refusal."""
    domain = twin.settings[groups_of(twin)].domain
    value = domain.find_text(text.strip()) if text.strip() else 1
    if value is None or (not value and not none):
        allowed = ", ".join(domain.text(i) for i in range(0 if none else 1, domain.count))
        raise Refusal(text[:20], "group", allowed, "Choose one of them.")
    return value


def named(twin: Twin, text: str, none: bool) -> str:
    """Return the radio's name of a group that is asked for; raises Beyond, Refusal."""
    return twin.settings[groups_of(twin)].domain.text(value_of(twin, text, none))


def names(twin: Twin, none: bool) -> tuple[str, ...]:
    """Return the groups by name, that of none of them first where it may be asked for; empty for a radio without groups."""
    found = twin.profile.settings_for(Means.GROUP)
    domain = twin.settings[found[0]].domain if found else None
    return tuple(domain.text(i) for i in range(0 if none else 1, domain.count)) if domain else ()


class Regroup(AtSlot):
    """What the slot holds is put into a group, or taken out of it; ``key`` of the goal names the group."""

    word: ClassVar[str] = "regroup"
    name: ClassVar[str] = "another group"
    asks: ClassVar[tuple[Asks, ...]] = (Asks.SLOT, Asks.KEY, Asks.ROW)
    leaves: ClassVar[Leaves] = Leaves.SAME
    button: ClassVar[str] = "Another group…"
    reason: ClassVar[str] = "the dial then finds it among those of the group"
    done: ClassVar[str] = "in its group"

    def check(self, twin: Twin, goal: Goal) -> None:
        """Raise Beyond where the group of a stored channel is not changed."""
        if twin.settings[groups_of(twin)].scope != "slot":
            raise Beyond("group", "a slot takes its group when it is written", "Write the channel again with the group chosen.")

    def lacks(self, twin: Twin) -> Beyond | None:
        """Return why the group of a stored channel is not changed on this radio."""
        try:
            self.check(twin, Goal(0, Channel(0, 0)))
        except Beyond as beyond:
            return beyond
        return None

    def goal(self, twin: Twin, asked: Asked) -> Goal:
        """Return the goal for a group; raises Beyond, Refusal."""
        return replace(super().goal(twin, asked), key=named(twin, asked.text, none=True))

    def choices(self, twin: Twin, asks: Asks) -> tuple[str, ...]:
        """Return the groups, none first."""
        return names(twin, none=True) if asks is Asks.KEY else super().choices(twin, asks)

    def write(self, draft: Draft, routes: Routes, goal: Goal) -> None:
        """Go to the slot and set its group there."""
        setting = groups_of(draft.twin)
        value = value_of(draft.twin, goal.key, none=True)
        go_to_slot(draft, routes, goal, ChapterKind.GROUP)
        opening = change_dialogue(draft.twin)
        if opening is not None:
            say = f"Open the questions of slot {draft.twin.profile.slot_text(goal.slot)}"
            draft.step(ChapterKind.GROUP, [opening], say=say, why="what is not changed there stays")
            answer_parts(draft, None, {setting: value}, goal.slot)
            return
        why = belonging(draft.twin, setting, value)
        set_all(draft, routes, {setting: value}, {setting: why}, ChapterKind.GROUP, leave=False)
        look_at(draft, routes, setting)


class LockGroup(OfRadio):
    """Memory mode is kept to one group; ``key`` of the goal names it."""

    word: ClassVar[str] = "lock-group"
    name: ClassVar[str] = "keep to a group"
    asks: ClassVar[tuple[Asks, ...]] = (Asks.KEY,)
    button: ClassVar[str] = "Keep memory mode to a group"
    reason: ClassVar[str] = "the dial then goes through the slots of that group only"

    def goal(self, twin: Twin, asked: Asked) -> Goal:
        """Return the goal for a group; raises Beyond, Refusal."""
        return replace(super().goal(twin, asked), key=named(twin, asked.text, none=False))

    def title(self, goal: Goal, line: str) -> str:
        """Return which group."""
        return f"{self.name} {goal.key}".strip()

    def choices(self, twin: Twin, asks: Asks) -> tuple[str, ...]:
        """Return the groups."""
        return names(twin, none=False) if asks is Asks.KEY else super().choices(twin, asks)

    def write(self, draft: Draft, routes: Routes, goal: Goal) -> tuple[Iterable[int], Iterable[Change]]:
        """Lock the group in memory mode, or choose it where that is a setting."""
        twin, setting = draft.twin, groups_of(draft.twin)
        value = value_of(twin, goal.key, none=False)
        ready(draft, routes, goal)
        if twin.settings[setting].scope == "set":
            set_all(draft, routes, {setting: value}, {setting: self.reason}, ChapterKind.GROUP, leave=False)
            return (setting,), ()
        keys, told = _in_memory_mode(draft, routes)
        shown, text = f"G{value}", twin.settings[setting].domain.text(value)
        say = f"Keep to group {text}: until {shown} shows"
        draft.step(ChapterKind.GROUP, [f"{keys} until {shown}"], shows=shown, say=say, why=self.reason)
        return (), (*told, Change(Part.GROUP, None, text))


class UnlockGroup(OfRadio):
    """Memory mode goes through all slots again."""

    word: ClassVar[str] = "unlock-group"
    name: ClassVar[str] = "keep to no group"
    button: ClassVar[str] = "All groups again"
    reason: ClassVar[str] = "the dial then goes through all slots"

    def write(self, draft: Draft, routes: Routes, goal: Goal) -> tuple[Iterable[int], Iterable[Change]]:
        """Take the lock away, from whichever group it is on."""
        twin, setting = draft.twin, groups_of(draft.twin)
        domain = twin.settings[setting].domain
        ready(draft, routes, goal)
        if twin.settings[setting].scope == "set":
            set_all(draft, routes, {setting: 0}, {setting: self.reason}, ChapterKind.GROUP, leave=False)
            return (setting,), ()
        keys, told = _in_memory_mode(draft, routes)
        options = []
        for value in range(1, domain.count):
            times = domain.count - value
            words = f"If G{value} shows: {keys}{f', {times} times' if times > 1 else ''}, until no G shows"
            options.append((When(shows=f"G{value}"), [keys] * times, words, self.reason))
        draft.alternatives(ChapterKind.GROUP, options)
        draft.step(ChapterKind.READ_BACK, [], say="Look: no G shows", why="the dial goes through all slots")
        return (), (*told, Change(Part.GROUP, None, domain.text(0)))


def _in_memory_mode(draft: Draft, routes: Routes) -> tuple[str, tuple[Change, ...]]:
    """Go to memory mode, with frequencies and not labels on its display: a label may read like a group.

    Returns the key of the lock, and what is left different.
    """
    twin = draft.twin
    told: tuple[Change, ...] = ()
    show = twin.profile.setting_for(Means.SHOW)
    value = twin.settings[show].domain.find_meaning("frequency") if show is not None else None
    if show is not None and value is not None:
        set_all(draft, routes, {show: value}, {show: "a label may read like a group"}, ChapterKind.GROUP)
        told = (Change(twin.settings[show].name, None, twin.settings[show].domain.text(value)),)
    to = routes.mode_keys(twin.vfo, twin.memory, draft.state.unit)
    draft.step(ChapterKind.GROUP, list(to), say="Memory mode", why="the lock is of memory mode")
    keys = routes.presses(twin.memory, "lock_group")
    if keys is None:
        raise Beyond("group", "no key that is described keeps memory mode to a group", "Go through the slots one by one.")
    return " ".join(keys), told


KINDS = (Regroup(), LockGroup(), UnlockGroup())
