"""What a kind of goal is: what it asks for, how it is worded, what its sheet makes of a slot, how it is planned.

Each kind is one class in one module of ``core/planning/kinds``, and has one judge in ``core/proving/judges``.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Any, ClassVar

from vocator.core.channel.channel import Channel
from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import Sheet
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

Choose = Callable[[Sequence[Any]], Any]
"""Takes one of several, for examples of a kind."""


class About(StrEnum):
    """What a goal is about: a channel that is made up and stored, a slot that holds one, or the radio itself."""

    CHANNEL = "channel"
    SLOT = "slot"
    RADIO = "radio"


class Asks(StrEnum):
    """A field that is to be filled in for a goal."""

    SLOT = "slot"
    LINE = "line"
    LABEL = "label"
    POWER = "power"
    ROW = "row"
    KEY = "key"


class Leaves(StrEnum):
    """What a sheet that was carried out makes of its slot."""

    WRITTEN = "written"
    FOUND = "found"
    LABELLED = "labelled"
    CHANGED = "changed"
    ERASED = "erased"
    SAME = "same"


@dataclass(frozen=True, slots=True)
class Asked:
    """What was filled in, where no channel is made of it."""

    slot: int = 0
    text: str = ""
    label: str = ""
    row: str | None = None


@dataclass(frozen=True, slots=True)
class Sought:
    """What a search is for: its word, an example of it, and all values that it may stand still on."""

    word: str
    example: str
    values: tuple[str, ...]


class GoalKind:
    """A kind of goal; ``word`` is the option on the command line, ``name`` how it is spoken of.

    ``button`` and ``reason`` stand where it is chosen, ``done`` and ``lesser`` on its sheet.
    """

    word: ClassVar[str]
    name: ClassVar[str]
    about: ClassVar[About] = About.CHANNEL
    asks: ClassVar[tuple[Asks, ...]] = (Asks.SLOT, Asks.LINE, Asks.LABEL, Asks.POWER, Asks.ROW)
    leaves: ClassVar[Leaves] = Leaves.WRITTEN
    button: ClassVar[str] = ""
    reason: ClassVar[str] = ""
    done: ClassVar[str] = "written and read back"
    lesser: ClassVar[str] = ""
    sought: ClassVar[Sought | None] = None

    def plan(self, twin: Twin, goal: Goal, known: State | None = None) -> Sheet:
        """Write the sheet; ``known`` is the state that the radio is certainly in.  Raises Beyond."""
        raise NotImplementedError

    def channel(self, channel: Channel) -> Channel:
        """Return what of a line's channel the goal is for."""
        return channel

    def goal(self, twin: Twin, asked: Asked) -> Goal:
        """Return a goal that no line is needed for; raises Beyond, Refusal."""
        return Goal(asked.slot, Channel(0, 0), kind=self.word, row=asked.row)

    def title(self, goal: Goal, line: str) -> str:
        """Return what of a sheet's title says its kind."""
        return line if Asks.LINE in self.asks else self.name

    def start(self, twin: Twin, goal: Goal, start: State) -> State:
        """Return a start as a goal of this kind presumes it, for the counts of its sheet."""
        return start

    def lacks(self, twin: Twin) -> Beyond | None:
        """Return why this kind lies beyond a radio whatever is asked; None where that hangs on what is asked."""
        return None

    def choices(self, twin: Twin, asks: Asks) -> tuple[str, ...]:
        """Return what a field may be on a radio, the usual one first; empty where it is free, or there is nothing to choose."""
        units = twin.profile.units
        return units if asks is Asks.ROW and len(units) > 1 else ()

    def example(self, twin: Twin, goal: Goal, choose: Choose) -> Goal:
        """Return an example of this kind on a radio, made of one for a plain channel."""
        if Asks.KEY not in self.asks:
            return replace(goal, kind=self.word)
        choices = self.choices(twin, Asks.KEY)
        return replace(goal, kind=self.word, key=choose(choices) if choices else "")
