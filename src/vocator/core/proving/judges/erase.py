"""Judges an erased slot."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.proving.judge import Judge
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Erase(Judge):
    """The slot is empty; memory mode shows the next one then."""

    holds: ClassVar[bool] = True
    stays: ClassVar[bool] = False

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Look whether the slot is empty."""
        return "" if end.slots[goal.slot] is None else f"slot {twin.profile.slot_text(goal.slot)} still holds a channel"


JUDGES = {"erase": Erase()}
