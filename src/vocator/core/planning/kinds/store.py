"""Store a channel in a slot."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.goals.kind import GoalKind
from vocator.core.goals.sheet import Sheet
from vocator.core.planning.store_sheet import plan_store
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Store(GoalKind):
    """A channel goes into a slot, whatever the radio holds."""

    word: ClassVar[str] = "store"
    name: ClassVar[str] = "store"

    def plan(self, twin: Twin, goal: Goal, known: State | None = None) -> Sheet:
        """Write the sheet that puts the channel into its slot."""
        return plan_store(twin, goal, known)


KINDS = (Store(),)
