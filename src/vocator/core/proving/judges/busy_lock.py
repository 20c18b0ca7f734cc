"""Judges the busy lock switched off."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.proving.judge import Judge
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class BusyLockOff(Judge):
    """The busy lock is off."""

    of_radio: ClassVar[bool] = True

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Look at the setting."""
        return "the busy lock is left on" if twin.is_on(end, twin.busy) else ""


JUDGES = {"busy-lock-off": BusyLockOff()}
