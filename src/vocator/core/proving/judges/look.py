"""Judges a slot that was only looked at."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.proving.judge import Judge, same_slot
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Look(Judge):
    """The slot holds what it held."""

    holds: ClassVar[bool] = True

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Compare the slot with what it held."""
        before, stored = start.slots[goal.slot], end.slots[goal.slot]
        same = stored is before or (stored is not None and before is not None and same_slot(stored, before))
        return "" if same else f"slot {twin.profile.slot_text(goal.slot)} was changed by looking at it"


JUDGES = {"read-back": Look(), "reverse-check": Look()}
