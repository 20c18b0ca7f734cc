"""Judges a free key given to an entry."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.proving.judge import Judge
from vocator.core.radio.kept import with_item
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Assign(Judge):
    """The key opens the entry, the other keys what they opened."""

    of_radio: ClassVar[bool] = True
    frees: ClassVar[bool] = True

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Compare the free keys."""
        key, _, name = goal.key.partition("=")
        wanted = with_item(start.free, twin.profile.free_keys.index(key), twin.profile.setting_named(name))
        same = all(a is b or a == b for a, b in zip(end.free, wanted, strict=True))
        return "" if same else "the free keys open something else"


JUDGES = {"assign": Assign()}
