"""Look at what a slot holds."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.goals.kind import Leaves
from vocator.core.goals.sheet import ChapterKind
from vocator.core.planning.at_slot import AtSlot
from vocator.core.planning.draft import Draft
from vocator.core.planning.routes import Routes
from vocator.core.planning.slot_chapters import go_to_slot


class ReadBack(AtSlot):
    """The slot is shown in memory mode."""

    word: ClassVar[str] = "read-back"
    name: ClassVar[str] = "read back"
    leaves: ClassVar[Leaves] = Leaves.SAME
    button: ClassVar[str] = "Read it back"
    done: ClassVar[str] = "read back"
    lesser: ClassVar[str] = "Just read it back"

    def write(self, draft: Draft, routes: Routes, goal: Goal) -> None:
        """Go to the slot."""
        go_to_slot(draft, routes, goal, ChapterKind.READ_BACK)


KINDS = (ReadBack(),)
