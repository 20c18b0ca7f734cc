"""The shapes of contacts."""

from datetime import datetime

from pydantic import Field

from vocator.api.instants import Instant
from vocator.api.schemas import Shape


class ContactIn(Shape):
    """A contact as the page sends it; the page makes the id."""

    id: str = Field(min_length=8, max_length=60)
    at_utc: Instant
    changed_utc: Instant | None = None
    call_sign: str = Field(default="", max_length=60)
    grid: str = Field(default="", max_length=10)
    satellite: str = Field(default="", max_length=60)
    mode: str = Field(default="FM", max_length=20)
    tx_hz: int | None = Field(default=None, ge=0, le=300_000_000_000)
    rx_hz: int | None = Field(default=None, ge=0, le=300_000_000_000)
    report_sent: str = Field(default="", max_length=20)
    report_received: str = Field(default="", max_length=20)
    note: str = Field(default="", max_length=2000)


class ContactsIn(Shape):
    """Contacts to keep."""

    contacts: list[ContactIn] = Field(max_length=500)


class ContactShape(Shape):
    """A contact in the log."""

    id: str
    at_utc: datetime
    call_sign: str
    grid: str
    satellite: str
    mode: str
    tx_hz: int | None
    rx_hz: int | None
    report_sent: str
    report_received: str
    my_call: str
    my_grid: str
    note: str
    band: str
    sat_mode: str
    duplicate_of_utc: datetime | None
    distance_km: int | None
    bearing_deg: int | None


class RefusedRecord(Shape):
    """A record that was not taken."""

    record: int
    why: str


class ImportedShape(Shape):
    """What came of an import."""

    taken: int
    there_already: int
    refused: list[RefusedRecord]
    notes: list[str]
