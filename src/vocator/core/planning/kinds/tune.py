"""Tune to a channel: it is made up in the VFO and used there; nothing is stored."""

from typing import ClassVar

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.kind import About, Asks, GoalKind, Leaves
from vocator.core.goals.sheet import Sheet
from vocator.core.planning.store_sheet import plan_search
from vocator.core.radio.start import reaches_by_offset
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Tune(GoalKind):
    """The VFO holds the channel; every slot stays as it is."""

    word: ClassVar[str] = "tune"
    name: ClassVar[str] = "tune, store nothing"
    about: ClassVar[About] = About.RADIO
    asks: ClassVar[tuple[Asks, ...]] = (Asks.LINE, Asks.POWER, Asks.ROW)
    leaves: ClassVar[Leaves] = Leaves.SAME
    done: ClassVar[str] = "set up in the VFO, not stored"

    def plan(self, twin: Twin, goal: Goal, known: State | None = None) -> Sheet:
        """Write the sheet; raises Beyond also for a pair of frequencies that only a slot can hold."""
        if not goal.receive_only and not reaches_by_offset(twin, goal.channel) and twin.send_frequency is None:
            raise Beyond(
                "odd split", "the VFO of this radio shifts by an offset only", "Store it: a slot may hold both frequencies."
            )
        return plan_search(twin, goal, None)


KINDS = (Tune(),)
