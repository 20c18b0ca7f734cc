"""Judges groups of slots: of a stored channel, and the one that memory mode is kept to."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.proving.judge import Judge, same_slot
from vocator.core.radio.profile import Means
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Regroup(Judge):
    """The slot belongs to the group, and holds what it held."""

    holds: ClassVar[bool] = True

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Compare the slot but for its group."""
        before, after = start.slots[goal.slot], end.slots[goal.slot]
        wanted = twin.settings[twin.profile.settings_for(Means.GROUP)[0]].domain.find_text(goal.key)
        if before is None or after is None or after.group != wanted:
            return f"the slot is not in group {goal.key}"
        return "" if same_slot(before._replace(group=0), after._replace(group=0)) else "the channel itself was changed"


class Kept(Judge):
    """Memory mode is kept to the group that the goal names, to none where it names none."""

    of_radio: ClassVar[bool] = True
    groups: ClassVar[bool] = True

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Look at the lock."""
        setting = twin.profile.settings_for(Means.GROUP)[0]
        wanted = twin.settings[setting].domain.find_text(goal.key) if goal.key else 0
        locked = end.group if twin.settings[setting].scope == "slot" else twin.get(end, setting)
        return "" if locked == wanted else "memory mode is kept to another group"


JUDGES: dict[str, Judge] = {"regroup": Regroup(), "lock-group": Kept(), "unlock-group": Kept()}
