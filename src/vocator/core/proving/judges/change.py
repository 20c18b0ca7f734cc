"""Judges a channel changed in place."""

from typing import ClassVar

from vocator.core.goals.goal import Goal
from vocator.core.proving.judges.store import Store


class Change(Store):
    """The slot held another channel on the same receive frequency; the VFO is as it was."""

    builds: ClassVar[bool] = False
    holds: ClassVar[bool] = True

    def presumed_hz(self, goal: Goal) -> int | None:
        """Return the goal's receive frequency."""
        return goal.channel.rx_hz


JUDGES = {"change": Change()}
