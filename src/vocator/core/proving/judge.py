"""What the proving side knows of a kind of goal: what it presumes of a start, and what must be so at the end.

Each kind has one judge, in a module of ``core/proving/judges``; nothing here is shared with the planner.
"""

from dataclasses import replace
from typing import ClassVar

from vocator.core.channel.channel import tone_use
from vocator.core.goals.goal import Goal
from vocator.core.radio.kept import with_item
from vocator.core.radio.state import Signal, State, Stored
from vocator.core.radio.twin import Twin

VALUES = Stored._fields.index("values")


class Judge:
    """One kind of goal, as it is judged.  What a class says here holds for its kind.

    ``builds``: the channel is made up in the VFO, which may hold anything afterwards.  ``of_radio``: no slot is meant.
    ``holds``: the slot holds a channel at the start, and no group is locked.  ``unknown``: tones or codes of which somebody
    sends one.  ``stays``: memory mode stands at the slot.  ``groups``, ``frees``: the group, the free keys may change.
    """

    builds: ClassVar[bool] = False
    of_radio: ClassVar[bool] = False
    holds: ClassVar[bool] = False
    stays: ClassVar[bool] = True
    groups: ClassVar[bool] = False
    frees: ClassVar[bool] = False
    unknown: ClassVar[tuple[str, ...]] = ()

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Return what is wrong with what the goal is about, an empty text for nothing."""
        raise NotImplementedError

    def presumed_hz(self, goal: Goal) -> int | None:
        """Return the receive frequency, in hertz, that the slot holds at the start; None for any."""
        return None

    def allows(self, goal: Goal, start: State) -> bool:
        """Whether a goal of this kind may begin so."""
        return not self.holds or (start.slots[goal.slot] is not None and not start.group)

    def begin(self, goal: Goal, start: State, number: int) -> State:
        """Return a start as the goal presumes it; ``number`` chooses what is on the air."""
        hz, held = self.presumed_hz(goal), start.slots[goal.slot]
        if hz is not None and held is not None:
            start = start._replace(slots=with_item(start.slots, goal.slot, held._replace(rx_hz=hz)))
        if not self.unknown or (number == 0 and any(x.rx_hz == goal.channel.rx_hz and (x.ctcss or x.dcs) for x in start.signals)):
            return start
        value = self.unknown[(number * 7 + 3) % len(self.unknown)]
        tone, code = (None, value) if value[-1] in "NI" else (value, None)
        return start._replace(signals=(Signal(goal.channel.rx_hz, tone, code),))

    def revealed(self, goal: Goal, start: State) -> Goal:
        """Return a goal with the tone that the sheet had to find, as the start has it on the air."""
        if not self.unknown:
            return goal
        heard = next(x for x in start.signals if x.rx_hz == goal.channel.rx_hz)
        return replace(goal, channel=replace(goal.channel, tone=tone_use(str(heard.ctcss or heard.dcs), None)))


def same_slot(a: Stored, b: Stored) -> bool:
    """Whether two slots hold the same, part by part, so that what is unknown in both is not asked."""
    values = all(x is y or x == y for x, y in zip(a.values, b.values, strict=True))
    return values and all(x is y or x == y for n, (x, y) in enumerate(zip(a, b, strict=True)) if n != VALUES)
