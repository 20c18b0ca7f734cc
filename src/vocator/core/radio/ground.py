"""What a profile says of the whole radio: bands of the VFO, what it shares with others, the automatic shift, versions."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class VfoBand:
    """A band of the VFO: what it spans and where it starts when new, hertz."""

    name: str
    low_hz: int
    high_hz: int
    new_hz: tuple[int, ...]
    auto_step_hz: int = 5_000
    """The tuning step on this band where the step is left to the radio."""


@dataclass(frozen=True, slots=True)
class CommonGround:
    """Times and signs that most radios share; a profile says where its radio differs.

    A key let go within ``tap_ms`` was tapped, one kept down for ``hold_ms`` was held; ``error`` and other messages stand
    for ``message_ms``; a pause of ``letter_ms`` goes on to the next letter.  ``assigned`` tells that a free
    key was given an entry, ``open_icon`` marks a side forced open,
    ``coarse_icon`` a dial that turns by whole megahertz.
    """

    tap_ms: int = 500
    hold_ms: int = 1000
    message_ms: int = 1000
    letter_ms: int = 1000
    error: str = "Err"
    open_icon: str = "OPEN"
    coarse_icon: str = "M"
    assigned: str = "SET"


@dataclass(frozen=True, slots=True)
class ShiftRule:
    """One line of an automatic shift table."""

    low_hz: int
    high_hz: int
    shift: str
    offset_hz: int


@dataclass(frozen=True, slots=True)
class Firmware:
    """A version of the radio's programme and how its owner tells it."""

    name: str
    told_by: str
