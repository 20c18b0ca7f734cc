"""What goals of the radio itself have in common: they concern no slot."""

from collections.abc import Iterable
from typing import ClassVar

from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.kind import About, Asked, Asks, GoalKind, Leaves
from vocator.core.goals.sheet import Change, ChapterKind, Sheet
from vocator.core.planning.changes import left_different
from vocator.core.planning.draft import Draft
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_chapters import ready
from vocator.core.planning.setting_look import look_at
from vocator.core.planning.setting_ways import set_all
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class OfRadio(GoalKind):
    """Something of the radio is set, from any state; every slot stays as it is."""

    about: ClassVar[About] = About.RADIO
    asks: ClassVar[tuple[Asks, ...]] = ()
    leaves: ClassVar[Leaves] = Leaves.SAME
    done: ClassVar[str] = "set"
    keeps_mode: ClassVar[bool] = False

    def plan(self, twin: Twin, goal: Goal, known: State | None = None) -> Sheet:
        """Write the sheet: leave what is open, set it, look.  Raises Beyond."""
        draft, routes = Draft(twin, None), Routes(twin)
        touched, more = self.write(draft, routes, goal)
        self.look(draft, routes, goal, touched)
        changes = left_different(draft, touched, more, False, not self.keeps_mode)
        return Sheet(twin.profile.model, twin.profile.firmware, draft.chapters(), (), changes)

    def lacks(self, twin: Twin) -> Beyond | None:
        """Plan the usual one to see whether this radio can."""
        try:
            self.plan(twin, self.goal(twin, Asked()))
        except Beyond as beyond:
            return beyond
        return None

    def write(self, draft: Draft, routes: Routes, goal: Goal) -> tuple[Iterable[int], Iterable[Change]]:
        """Write the chapters before the look; return the settings that it leaves different, and what else."""
        wanted, why = self.settings(draft.twin)
        ready(draft, routes, goal)
        set_all(draft, routes, wanted, dict.fromkeys(wanted, why), ChapterKind.SET, leave=False)
        return list(wanted), ()

    def look(self, draft: Draft, routes: Routes, goal: Goal, touched: Iterable[int]) -> None:
        """Write the look that shows that the goal is reached: each setting that was put to a value."""
        for setting in touched:
            look_at(draft, routes, setting)

    def settings(self, twin: Twin) -> tuple[dict[int, int], str]:
        """Return the settings with the values that they are put to, and why; raises Beyond."""
        raise NotImplementedError
