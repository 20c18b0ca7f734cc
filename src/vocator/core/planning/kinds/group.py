"""Store a channel, put it into a group and keep memory mode to the group."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.goals.kind import GoalKind
from vocator.core.goals.sheet import Sheet
from vocator.core.planning.group_chapter import group_of
from vocator.core.planning.store_sheet import plan_store
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Group(GoalKind):
    """A channel goes into a slot and into a group of slots; ``group`` of the goal names it, else the first is taken."""

    word: ClassVar[str] = "group"
    name: ClassVar[str] = "group"

    def plan(self, twin: Twin, goal: Goal, known: State | None = None) -> Sheet:
        """Write the sheet with the group chapter; raises Beyond where there are no groups to put a slot into."""
        return plan_store(twin, goal, known, group=group_of(twin, goal.group))


KINDS = (Group(),)
