"""Judges a channel stored with the tone or code that was found, and one that is set up in the VFO alone."""

from dataclasses import replace
from typing import ClassVar

from vocator.core.channel.tones import CTCSS_50, DCS_NORMAL
from vocator.core.goals.goal import Goal
from vocator.core.proving.judge import Judge
from vocator.core.proving.judges.store import Store, apart
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin


class FindTone(Store):
    """Somebody sends a tone."""

    unknown: ClassVar[tuple[str, ...]] = CTCSS_50


class FindCode(Store):
    """Somebody sends a code."""

    unknown: ClassVar[tuple[str, ...]] = DCS_NORMAL


class InVfo(Judge):
    """The VFO holds the channel, with what somebody sends on the transmit side where a tone is sought; no slot is touched."""

    builds: ClassVar[bool] = True
    of_radio: ClassVar[bool] = True

    def __init__(self, unknown: tuple[str, ...]) -> None:
        """``unknown`` are the tones or codes of which somebody sends one."""
        self.sent = unknown

    @property
    def unknown(self) -> tuple[str, ...]:  # type: ignore[override]
        """Return the tones or codes of which somebody sends one."""
        return self.sent

    def aim(self, twin: Twin, goal: Goal, start: State, end: State) -> str:
        """Compare the VFO with the channel, but for what is not stored."""
        left = twin.channel(twin.stored_from_vfo(end))
        wanted = replace(goal.channel, label=None, power=left.power)
        return "" if replace(left, label=None) == wanted else f"the VFO holds {apart(wanted, left)}"


JUDGES: dict[str, Judge] = {
    "find-tone": FindTone(), "find-code": FindCode(), "hear-tone": InVfo(CTCSS_50), "hear-code": InVfo(DCS_NORMAL),
    "tune": InVfo(()),
}  # fmt: skip
