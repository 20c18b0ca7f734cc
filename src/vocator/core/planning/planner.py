"""The planner: from a goal to a sheet, using the profile only.

The planner does not check itself: the prover does.
"""

from vocator.core.goals.goal import Goal
from vocator.core.goals.sheet import Sheet
from vocator.core.planning.kinds import KINDS
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


def plan(twin: Twin, goal: Goal, known: State | None = None) -> Sheet:
    """Plan the sheet for a goal of any kind; ``known`` is the state that the radio is certainly in.  Raises Beyond."""
    return KINDS[goal.kind].plan(twin, goal, known)
