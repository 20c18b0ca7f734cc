"""Judges the automatic shift switched."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.proving.judge import Judge
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class AutoShift(Judge):
    """The automatic shift is on, or off."""

    of_radio: ClassVar[bool] = True

    def __init__(self, wanted: str) -> None:
        """``wanted`` is on or off."""
        self.wanted = wanted

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Look at the setting."""
        assert twin.auto_shift is not None
        left = twin.settings[twin.auto_shift].domain.meaning(twin.get(end, twin.auto_shift))
        return "" if left == self.wanted else f"the automatic shift is {left}"


JUDGES = {"auto-shift-on": AutoShift("on"), "auto-shift-off": AutoShift("off")}
