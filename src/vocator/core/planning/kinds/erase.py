"""Erase a slot."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.goals.kind import Leaves
from vocator.core.planning.at_slot import AtSlot
from vocator.core.planning.draft import Draft
from vocator.core.planning.erase_chapters import erase_slot
from vocator.core.planning.routes import Routes


class Erase(AtSlot):
    """What the slot holds is erased."""

    word: ClassVar[str] = "erase"
    name: ClassVar[str] = "erase"
    leaves: ClassVar[Leaves] = Leaves.ERASED
    button: ClassVar[str] = "Erase it"
    done: ClassVar[str] = "free"

    def write(self, draft: Draft, routes: Routes, goal: Goal) -> None:
        """Write the erasing."""
        erase_slot(draft, routes, goal)


KINDS = (Erase(),)
