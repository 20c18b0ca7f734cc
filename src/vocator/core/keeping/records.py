"""What an operator keeps: station, radios, slots with their history, sheets, the work log."""

from dataclasses import dataclass, field
from datetime import datetime
from enum import StrEnum
from typing import Any


class SlotState(StrEnum):
    """What is known of a slot of a real radio, from nothing to tried on the air."""

    UNKNOWN = "unknown"
    FREE = "free"
    OCCUPIED = "occupied"
    KEEP_OUT = "keep_out"
    PLANNED = "planned"
    WRITTEN = "written"
    READ_BACK = "read_back"
    CHECKED = "checked"


HELD = (SlotState.WRITTEN, SlotState.READ_BACK, SlotState.CHECKED)
"""The states of a slot that is known to hold something."""


class Outcome(StrEnum):
    """How an on-air check ended."""

    OPENED = "opened"
    HEARD_MYSELF = "heard_myself"
    ANSWERED = "answered"
    NOTHING = "nothing"
    OFF_AIR = "off_air"


CONFIRMING = frozenset({Outcome.OPENED, Outcome.HEARD_MYSELF, Outcome.ANSWERED})


@dataclass(frozen=True, slots=True)
class Station:
    """The operator's station and preferences.

    ``may_send_on`` names the bands of the region pack that may be sent on; empty means
    listening only.  Position in degrees, height in metres above sea; ``mask`` holds points of
    azimuth and lowest free elevation in degrees.
    """

    call_sign: str = ""
    region: str = "r2"
    may_send_on: tuple[str, ...] = ()
    receive: str = "open"
    way: str = "long"
    theme: str = "day"
    latitude_deg: float | None = None
    longitude_deg: float | None = None
    height_m: float | None = None
    chosen: bool = False
    mask: tuple[tuple[float, float], ...] = ()


@dataclass(frozen=True, slots=True)
class Radio:
    """A radio that somebody owns; ``marks`` are states said of ranges of its slots (state, first and last place)."""

    id: int
    model: str
    firmware: str
    name: str
    marks: tuple[tuple[str, int, int], ...] = ()


@dataclass(frozen=True, slots=True)
class Slot:
    """What is known of one slot; ``slot`` is the radio's own number for it."""

    radio_id: int
    slot: str
    state: SlotState
    channel: dict[str, Any] | None = None
    changed_at: datetime | None = None


@dataclass(frozen=True, slots=True)
class SlotEvent:
    """One line of a slot's history."""

    at: datetime
    slot: str
    state: SlotState
    text: str
    channel: dict[str, Any] | None = None


class SheetStatus(StrEnum):
    """Whether a sheet is still being followed."""

    OPEN = "open"
    DONE = "done"
    PUT_AWAY = "put_away"


@dataclass(frozen=True, slots=True)
class KeptSheet:
    """A sheet in progress: what it says, and the numbers of the steps ticked so far."""

    id: str
    radio_id: int
    slot: str
    title: str
    status: SheetStatus
    content: dict[str, Any]
    created_at: datetime
    ticked: tuple[int, ...] = ()


@dataclass(frozen=True, slots=True)
class Tick:
    """One step done; ``id`` is made by the page, so that sending twice is harmless."""

    id: str
    sheet_id: str
    step: int
    at: datetime
    done: bool = True
    outcome: Outcome | None = None


@dataclass(frozen=True, slots=True)
class LogEntry:
    """One line of the work log."""

    at: datetime
    radio: str
    slot: str
    text: str
    proof: str = ""
    outcome: Outcome | None = None
    id: int = 0
    extra: dict[str, Any] = field(default_factory=dict)
