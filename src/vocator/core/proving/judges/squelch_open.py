"""Judges a squelch held open."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.proving.judge import Judge
from vocator.core.radio.profile import Means
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class SquelchOpen(Judge):
    """The side is heard, and it is not the one that sends."""

    of_radio: ClassVar[bool] = True

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Look at the squelch of the side, the side in use, and dual watch."""
        unit = twin.profile.units.index(goal.row) if goal.row else len(twin.profile.units) - 1
        side = end._replace(unit=unit)
        if not any(s.scope == "unit" and s.domain.meaning(twin.get(side, i)) == "open" for i, s in enumerate(twin.settings)):
            return "the squelch is not held open"
        if end.unit == unit:
            return "the side held open is the main one: PTT would send there"
        dual = twin.profile.setting_for(Means.DUAL_WATCH)
        on = dual is None or twin.settings[dual].domain.meaning(twin.get(end, dual)) == "on"
        return "" if on else "dual watch is off: the side held open is not heard"


JUDGES = {"squelch-open": SquelchOpen()}
