"""Outings as they are kept."""

from dataclasses import dataclass
from datetime import datetime

from vocator.core.outing.outing import Outing


@dataclass(frozen=True, slots=True)
class KeptOuting:
    """An outing with its number and how often it was changed."""

    id: int
    version: int
    changed_at: datetime
    outing: Outing


@dataclass(frozen=True, slots=True)
class PlacedChannel:
    """A channel as it was last put on a sheet for a radio."""

    radio_id: int
    channel_id: str
    slot: str
    stands_for: str
    sheet_id: str
