"""Store a channel whose tone or code is not known: it is searched for while somebody talks."""

from dataclasses import replace
from typing import ClassVar

from vocator.core.channel.channel import Channel, ToneUse, tone_use
from vocator.core.channel.tones import CTCSS_50, DCS_INVERTED, DCS_NORMAL
from vocator.core.goals.goal import Goal
from vocator.core.goals.kind import Choose, GoalKind, Leaves, Sought
from vocator.core.goals.sheet import Sheet
from vocator.core.planning.store_sheet import plan_store
from vocator.core.planning.tone_chapter import TRIED, find_tone, heard_on, searching
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class Find(GoalKind):
    """A search stands still on what is heard; that goes on the send side."""

    leaves: ClassVar[Leaves] = Leaves.FOUND

    def plan(self, twin: Twin, goal: Goal, known: State | None = None) -> Sheet:
        """Write the sheet with one tone or code in the place of the unknown one."""
        searching(twin, goal.kind)
        tried = replace(goal, channel=replace(goal.channel, tone=tone_use(TRIED[goal.kind], None)))
        return plan_store(twin, tried, known, find_tone)

    def channel(self, channel: Channel) -> Channel:
        """Return the channel without a tone."""
        return replace(channel, tone=ToneUse())

    def title(self, goal: Goal, line: str) -> str:
        """Return the line, and what is to be found."""
        return f"{line} with the {self.sought.word if self.sought else 'tone'} to be found"

    def start(self, twin: Twin, goal: Goal, start: State) -> State:
        """Let somebody talk on the channel."""
        if any(x.rx_hz == goal.channel.rx_hz for x in start.signals):
            return start
        return start._replace(signals=(heard_on(goal, TRIED[goal.kind]),))

    def example(self, twin: Twin, goal: Goal, choose: Choose) -> Goal:
        """Return the example without a tone."""
        return replace(goal, kind=self.word, channel=self.channel(goal.channel))


class FindTone(Find):
    """The tone is searched for."""

    word: ClassVar[str] = "find-tone"
    name: ClassVar[str] = "find a tone"
    sought: ClassVar[Sought | None] = Sought("tone", "103.5", CTCSS_50)


class FindCode(Find):
    """The code is searched for."""

    word: ClassVar[str] = "find-code"
    name: ClassVar[str] = "find a code"
    sought: ClassVar[Sought | None] = Sought("code", "023N", (*DCS_NORMAL, *DCS_INVERTED))


KINDS = (FindTone(), FindCode())
