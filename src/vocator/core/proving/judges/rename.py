"""Judges a slot with another label."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.proving.judge import Judge, same_slot
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Rename(Judge):
    """The label is the new one, all else in the slot as it was."""

    holds: ClassVar[bool] = True

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Compare the slot with what it held."""
        slot = twin.profile.slot_text(goal.slot)
        before, stored = start.slots[goal.slot], end.slots[goal.slot]
        if stored is None or before is None or stored.label != goal.channel.label:
            return f"slot {slot} is not named {goal.channel.label}"
        same = same_slot(stored._replace(label=before.label, lit=before.lit), before)
        return "" if same else f"slot {slot} was changed beyond its label"


JUDGES = {"rename": Rename()}
