"""Store a channel whose tone or code is not known: it is searched for while somebody talks."""

from dataclasses import replace
from typing import ClassVar

from vocator.core.channel.channel import Channel, ToneUse, tone_use
from vocator.core.channel.tones import CTCSS_50, DCS_INVERTED, DCS_NORMAL
from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.kind import About, Asks, Choose, GoalKind, Leaves, Sought
from vocator.core.goals.sheet import Sheet
from vocator.core.planning.store_sheet import plan_search, plan_store
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


class Hear(Find):
    """The search alone: no slot is asked for, the VFO holds the channel with the tone found, and nothing is stored."""

    about: ClassVar[About] = About.RADIO
    asks: ClassVar[tuple[Asks, ...]] = (Asks.LINE, Asks.ROW)
    leaves: ClassVar[Leaves] = Leaves.SAME
    done: ClassVar[str] = "set up in the VFO, not stored"

    def plan(self, twin: Twin, goal: Goal, known: State | None = None) -> Sheet:
        """Write the search, and the VFO with what was found; raises Beyond."""
        searching(twin, self.word)
        tried = replace(goal, channel=replace(goal.channel, tone=tone_use(TRIED[self.word], None)))
        return plan_search(twin, tried, find_tone)

    def lacks(self, twin: Twin) -> Beyond | None:
        """Return why this radio cannot search."""
        try:
            searching(twin, self.word)
        except Beyond as beyond:
            return beyond
        return None


class HearTone(Hear):
    """The tone is searched for and set, not stored."""

    word: ClassVar[str] = "hear-tone"
    name: ClassVar[str] = "find a tone, store nothing"
    sought: ClassVar[Sought | None] = Sought("tone", "103.5", CTCSS_50)


class HearCode(Hear):
    """The code is searched for and set, not stored."""

    word: ClassVar[str] = "hear-code"
    name: ClassVar[str] = "find a code, store nothing"
    sought: ClassVar[Sought | None] = Sought("code", "023N", (*DCS_NORMAL, *DCS_INVERTED))


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


KINDS = (FindTone(), FindCode(), HearTone(), HearCode())
