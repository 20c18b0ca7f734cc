"""Change a stored channel in place, in memory mode."""

from dataclasses import replace
from typing import ClassVar

from vocator.core.channel.channel import Width, tone_use
from vocator.core.channel.tones import CTCSS_50, DCS_NORMAL
from vocator.core.goals.goal import Beyond, Goal, check_reach
from vocator.core.goals.kind import Asks, Choose, Leaves
from vocator.core.goals.sheet import ChapterKind
from vocator.core.planning.at_slot import AtSlot
from vocator.core.planning.draft import Draft
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_chapters import channel_needs
from vocator.core.planning.setting_ways import set_all
from vocator.core.planning.slot_chapters import go_to_slot
from vocator.core.planning.store_chapters import read_back
from vocator.core.radio.state import Stored
from vocator.core.radio.twin import Twin


class Change(AtSlot):
    """What a slot holds beside its receive frequency and label is set anew, where memory mode changes it at once."""

    word: ClassVar[str] = "change"
    name: ClassVar[str] = "change in place"
    asks: ClassVar[tuple[Asks, ...]] = (Asks.SLOT, Asks.LINE, Asks.POWER, Asks.ROW)
    leaves: ClassVar[Leaves] = Leaves.CHANGED
    done: ClassVar[str] = "changed and read back"
    lesser: ClassVar[str] = "Change just that in place"

    def check(self, twin: Twin, goal: Goal) -> None:
        """Raise Beyond where memory mode changes nothing, or the radio cannot hold the channel."""
        if not twin.profile.edits_slots:
            raise Beyond(
                "stored channel",
                "memory mode of this radio changes nothing of it",
                "Store it anew: all of it stands on the sheet.",
            )
        check_reach(twin, goal)

    def held(self, goal: Goal, held: Stored) -> Stored:
        """Return a channel on the goal's receive frequency."""
        return held._replace(rx_hz=goal.channel.rx_hz)

    def write(self, draft: Draft, routes: Routes, goal: Goal) -> None:
        """Go to the slot and set each part there."""
        go_to_slot(draft, routes, goal, ChapterKind.CLEAR)
        needed, whys = channel_needs(draft, goal)
        set_all(draft, routes, needed, whys)
        read_back(draft, goal)

    def example(self, twin: Twin, goal: Goal, choose: Choose) -> Goal:
        """Return an example with another tone or width."""
        tone, code = choose(CTCSS_50), choose(DCS_NORMAL)
        use = tone_use(*choose([(tone, None), (code, code), (None, None)]))
        channel = replace(goal.channel, tone=use, width=choose([Width.WIDE, Width.NARROW]))
        return replace(goal, kind=self.word, channel=channel)


KINDS = (Change(),)
