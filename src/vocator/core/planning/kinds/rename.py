"""Give a stored channel another label."""

from dataclasses import replace
from typing import ClassVar

from vocator.core.channel.channel import Channel
from vocator.core.goals.goal import Goal, fit_label
from vocator.core.goals.kind import Asked, Asks, Leaves
from vocator.core.planning.at_slot import AtSlot
from vocator.core.planning.draft import Draft
from vocator.core.planning.name_chapter import rename, renaming
from vocator.core.planning.routes import Routes
from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal


class Rename(AtSlot):
    """Only the label of the slot is changed."""

    word: ClassVar[str] = "rename"
    name: ClassVar[str] = "change the label"
    asks: ClassVar[tuple[Asks, ...]] = (Asks.SLOT, Asks.LABEL, Asks.ROW)
    leaves: ClassVar[Leaves] = Leaves.LABELLED
    button: ClassVar[str] = "Another label…"
    done: ClassVar[str] = "named anew and read back"
    lesser: ClassVar[str] = "Give it just the label"

    def goal(self, twin: Twin, asked: Asked) -> Goal:
        """Return the goal for a label; raises Beyond where there are none, Refusal for one that does not fit."""
        renaming(twin)
        label, _ = fit_label(twin.profile, (asked.label or asked.text).strip(), True)
        if not label:
            raise Refusal("no label", "label", f"1 to {twin.profile.label_length} characters", "Say the new name.")
        return replace(super().goal(twin, asked), channel=Channel(0, 0, label=label))

    def title(self, goal: Goal, line: str) -> str:
        """Return that it is the label which is new."""
        return "as its new label"

    def write(self, draft: Draft, routes: Routes, goal: Goal) -> None:
        """Write the new label over the old one."""
        rename(draft, routes, goal)


KINDS = (Rename(),)
