"""What goals of the radio itself have in common: they concern no slot."""

from collections.abc import Iterable
from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.goals.kind import About, Asks, GoalKind, Leaves
from vocator.core.goals.sheet import Change, ChapterKind, Sheet, When
from vocator.core.planning.changes import left_different
from vocator.core.planning.draft import Draft
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_chapters import ready
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
        draft.step(
            ChapterKind.READ_BACK,
            [],
            say="Look: nothing is open",
            why="the radio is as it was, but for this",
            when=When(screen="vfo"),
        )
        changes = left_different(draft, touched, more, False, not self.keeps_mode)
        return Sheet(twin.profile.model, twin.profile.firmware, draft.chapters(), (), changes)

    def write(self, draft: Draft, routes: Routes, goal: Goal) -> tuple[Iterable[int], Iterable[Change]]:
        """Write the chapters before the look; return the settings that it leaves different, and what else."""
        wanted, why = self.settings(draft.twin)
        ready(draft, routes, goal)
        set_all(draft, routes, wanted, dict.fromkeys(wanted, why), ChapterKind.SET)
        return list(wanted), ()

    def settings(self, twin: Twin) -> tuple[dict[int, int], str]:
        """Return the settings with the values that they are put to, and why; raises Beyond."""
        raise NotImplementedError
