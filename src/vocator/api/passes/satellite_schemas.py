"""Shapes of satellites: their links, ways to work them, which are chosen."""

from datetime import date, datetime
from typing import Literal

from pydantic import Field

from vocator.api.schemas import Shape


class TransponderShape(Shape):
    """What a satellite hears and sends."""

    uplink_hz: int
    downlink_hz: int
    access_tone: str | None
    arming_tone: str | None
    timer_s: float
    mode: str


class NewLink(Shape):
    """What a satellite hears and sends, as it is given: frequencies in hertz, the timer in seconds."""

    downlink_hz: int
    uplink_hz: int | None = None
    name: str = Field(default="", max_length=40)
    access_tone: str | None = Field(default=None, max_length=10)
    arming_tone: str | None = Field(default=None, max_length=10)
    timer_s: float | None = None
    width: Literal["wide", "narrow"] = "wide"
    state: Literal["working", "scheduled", "off"] = "working"
    notes: str = Field(default="", max_length=500)
    source: str = Field(default="", max_length=120)
    dated: date | None = None


class SatelliteLink(NewLink):
    """A link as it is kept, and in words."""

    words: str


class WayShort(Shape):
    """A radio that can work a satellite alone, and how."""

    radio_id: int
    radio: str
    way: str
    words: str


class SatelliteShape(Shape):
    """A satellite and the age of its elements."""

    number: int
    name: str
    epoch_utc: datetime
    age_days: float
    age_class: Literal["fine", "note", "warn", "coarse"]
    age_words: str
    source: str
    fetched_at: datetime
    chosen: bool
    perigee_km: int
    apogee_km: int
    inclination_deg: float
    links: list[SatelliteLink]
    ways: list[WayShort] = []
    heard_with: list[str] = []
    missing: str = ""


class ChosenShape(Shape):
    """Whether a satellite is among those whose passes are shown."""

    chosen: bool


class TakenShape(Shape):
    """What came of fetching or importing elements."""

    taken: int
    older: int
    unusable: list[str]
    left_out: int
