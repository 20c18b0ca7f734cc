"""Shapes of a rehearsed ride: what is heard second by second, what is set by hand before, how it went."""

from datetime import datetime
from typing import Any, Literal

from pydantic import Field

from vocator.api.schemas import Shape


class ByHandStep(Shape):
    """One step of a proven sheet, as it is keyed."""

    group: str | None
    when: dict[str, Any] | None
    actions: list[str]
    shows: str | None
    say: str
    why: str
    on_air: bool


class ByHand(Shape):
    """One thing that is set before a pass: on which radio, in words, by which steps; none where a knob does it."""

    radio: str
    title: str
    steps: list[ByHandStep]


class RehearsalMemory(Shape):
    """What one memory hears and reaches, second by second."""

    downlink_off_hz: list[int]
    uplink_off_hz: list[int]
    heard: list[int]
    through: list[int]


class OtherShape(Shape):
    """Somebody else on the satellite."""

    call: str
    grid: str
    strong: bool


class RehearsalShape(Shape):
    """A pass second by second; when each memory is due after the rise, which side is changed for tuning, what counts as in tune."""

    seconds: int
    rise_utc: datetime
    fast: Literal["downlink", "uplink"]
    limit_hz: int
    due_s: list[float]
    memories: list[RehearsalMemory]
    others: list[OtherShape | None]
    armed_at_start: bool


class TurnedShape(Shape):
    """A memory turned to."""

    at_s: float
    memory: int


class RideShape(Shape):
    """A rehearsed ride."""

    turned: list[TurnedShape] = Field(max_length=500)
    contacts_s: list[float] = Field(default=[], max_length=500)


class LateChange(Shape):
    """A change that was not made in time; ``late_s`` null where it was not made at all."""

    memory: int
    due_utc: datetime
    late_s: float | None
    worst_hz: int


class ScoreShape(Shape):
    """How it went."""

    in_tune_percent: int
    worst_hz: int
    mean_late_s: float | None
    changes: int
    changes_made: int
    contacts: int
    contacts_good: int
    doubled: int
    overs_heard: int
    overs_missed: int
    words: str
    changes_late: list[LateChange]
