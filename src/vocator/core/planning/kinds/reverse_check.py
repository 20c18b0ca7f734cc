"""Look at the send side of a slot by reverse."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.planning.draft import Draft
from vocator.core.planning.kinds.read_back import ReadBack
from vocator.core.planning.routes import Routes
from vocator.core.planning.store_chapters import reverse_check
from vocator.core.radio.twin import Twin


class ReverseCheck(ReadBack):
    """The slot is shown in memory mode, with its two sides swapped and back."""

    word: ClassVar[str] = "reverse-check"
    name: ClassVar[str] = "reverse check"
    button: ClassVar[str] = "Look at its send side"
    done: ClassVar[str] = "looked at"
    lesser: ClassVar[str] = ""

    def write(self, draft: Draft, routes: Routes, goal: Goal) -> None:
        """Go to the slot, reverse and back."""
        super().write(draft, routes, goal)
        reverse_check(draft, routes)

    def touches(self, twin: Twin) -> list[int]:
        """Return the setting of reverse, where it is one."""
        return [twin.reverse_setting] if twin.reverse_setting is not None else []


KINDS = (ReverseCheck(),)
