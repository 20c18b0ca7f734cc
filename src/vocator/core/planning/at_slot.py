"""What goals for a slot that holds a channel have in common."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.goals.kind import About, Asks, GoalKind
from vocator.core.goals.sheet import Sheet
from vocator.core.planning.changes import left_different
from vocator.core.planning.draft import Draft
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_chapters import ready
from vocator.core.radio.kept import with_item
from vocator.core.radio.profile import Means
from vocator.core.radio.state import State, Stored
from vocator.core.radio.twin import Twin


class AtSlot(GoalKind):
    """Something is done to a slot that holds a channel, from any state."""

    about: ClassVar[About] = About.SLOT
    asks: ClassVar[tuple[Asks, ...]] = (Asks.SLOT, Asks.ROW)

    def plan(self, twin: Twin, goal: Goal, known: State | None = None) -> Sheet:
        """Write the sheet: leave what is open, then what the kind is about.  Raises Beyond."""
        self.check(twin, goal)
        routes, draft = Routes(twin), Draft(twin, None, self._held(twin, goal, twin.start))
        ready(draft, routes, goal)
        self.write(draft, routes, goal)
        limits = ("presumes that memory mode is not locked to a group",) if twin.profile.settings_for(Means.GROUP) else ()
        changes = left_different(draft, self.touches(twin))
        return Sheet(twin.profile.model, twin.profile.firmware, draft.chapters(), limits, changes)

    def check(self, twin: Twin, goal: Goal) -> None:
        """Raise Beyond where the radio cannot."""

    def write(self, draft: Draft, routes: Routes, goal: Goal) -> None:
        """Write the chapters after Ready."""
        raise NotImplementedError

    def touches(self, twin: Twin) -> list[int]:
        """Return the settings that may be left different."""
        return []

    def held(self, goal: Goal, held: Stored) -> Stored:
        """Return what the slot is presumed to hold."""
        return held

    def start(self, twin: Twin, goal: Goal, start: State) -> State:
        """Let the slot hold a channel."""
        return start if start.slots[goal.slot] is not None else self._held(twin, goal, start)

    def _held(self, twin: Twin, goal: Goal, start: State) -> State:
        held = self.held(goal, twin.stored_from_vfo(start))
        return start._replace(slots=with_item(start.slots, goal.slot, held))
