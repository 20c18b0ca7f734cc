"""Judges a channel stored in a group that memory mode is kept to."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.proving.judges.store import Store
from vocator.core.radio.profile import Means
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Group(Store):
    """The slot holds the channel and belongs to the group, the first one if none is named."""

    groups: ClassVar[bool] = True

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Look at the slot, its group, and the group locked."""
        fault = super().aim(twin, goal, start, end)
        chosen = twin.profile.settings_for(Means.GROUP)[0]
        wanted = twin.settings[chosen].domain.find_text(goal.group) if goal.group else 1
        stored = end.slots[goal.slot]
        if fault or stored is None or stored.group != wanted:
            return fault or "the channel is not in its group"
        if twin.settings[chosen].scope == "slot" and not any(b.verb == "lock_group" for x in twin.screens for b in x.bind):
            return ""  # memory mode of this radio is not kept to groups
        locked = end.group if twin.settings[chosen].scope == "slot" else twin.get(end, chosen)
        return "" if locked == wanted else "memory mode is not kept to the group"


JUDGES = {"group": Group()}
