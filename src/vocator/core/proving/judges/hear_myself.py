"""Judges hearing while sending."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.proving.judge import Judge
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class HearMyself(Judge):
    """One side hears while the other sends."""

    of_radio: ClassVar[bool] = True

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Look at what the radio needs for it."""
        for setting, value in twin.profile.hears_when:
            if twin.get(end, setting) != value:
                return f"{twin.settings[setting].name} is left so that the other side is silent while sending"
        return ""


JUDGES = {"hear-myself": HearMyself()}
