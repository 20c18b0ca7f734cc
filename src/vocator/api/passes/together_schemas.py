"""Shapes of an hour that several operators share."""

from datetime import datetime
from typing import Annotated

from pydantic import Field

from vocator.api.instants import Instant
from vocator.api.schemas import Shape


class AskedTogether(Shape):
    """An hour to plan for several operators with my radios."""

    start_utc: Instant
    minutes: int = Field(default=60, ge=10, le=180)
    operators: list[Annotated[str, Field(max_length=60)]] = Field(max_length=12)
    radio_ids: list[int] = Field(max_length=12)


class TurnShape(Shape):
    """Who works which pass with which radios, from when to when."""

    operator: str
    passed: int
    radios: list[str]
    words: str
    begins_utc: datetime
    ends_utc: datetime


class HourPass(Shape):
    """A pass of the hour."""

    number: int
    satellite: str
    aos_utc: datetime
    los_utc: datetime
    max_elevation_deg: float


class LeftOut(Shape):
    """A satellite that nobody works, and why."""

    satellite: str
    why: str


class TogetherShape(Shape):
    """Who works what in an hour; ``best`` false where the time to look for better ran out."""

    start_utc: datetime
    minutes: int
    passes: list[HourPass]
    turns: list[TurnShape]
    operators: list[str]
    left: list[LeftOut]
    at_once_min: int
    best: bool
