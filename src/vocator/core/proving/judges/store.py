"""Judges a channel stored in a slot."""

from typing import ClassVar

from vocator.core.channel.channel import Channel
from vocator.core.goals.goal import Goal
from vocator.core.proving.judge import Judge
from vocator.core.radio.profile import Means
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Store(Judge):
    """The slot holds the channel, and belongs to the group where the goal names one."""

    builds: ClassVar[bool] = True

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Compare what the slot holds with the channel, part by part."""
        stored = end.slots[goal.slot]
        slot = twin.profile.slot_text(goal.slot)
        if stored is None:
            return f"slot {slot} is empty at the end"
        left = twin.channel(stored)
        if left != goal.channel:
            return f"slot {slot} holds {apart(goal.channel, left)}"
        groups = twin.profile.settings_for(Means.GROUP) if goal.group else ()
        astray = groups and stored.group != twin.settings[groups[0]].domain.find_text(goal.group)
        return f"slot {slot} is not in group {goal.group}" if astray else ""


def apart(wanted: Channel, found: Channel) -> str:
    """Say in which parts two channels differ."""
    a, b = wanted.as_dict(), found.as_dict()
    return "; ".join(f"{k} {b[k]} instead of {a[k]}" for k in a if a[k] != b[k])


JUDGES = {"store": Store()}
