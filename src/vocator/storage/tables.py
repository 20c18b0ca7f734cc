"""The tables, as SQLAlchemy knows them."""

from datetime import datetime
from typing import Any

from sqlalchemy import JSON, BigInteger, Boolean, DateTime, Float, ForeignKey, Integer, String, Text
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column

Json = JSON().with_variant(JSONB(), "postgresql")
Ordered = JSON()
"""Where the order of keys means something: as it was written, letter by letter."""


class Base(DeclarativeBase):
    """The base of all tables."""


class StationRow(Base):
    """The one station of this installation."""

    __tablename__ = "station"

    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    call_sign: Mapped[str] = mapped_column(String(20))
    region: Mapped[str] = mapped_column(String(10))
    may_send_on: Mapped[list[str]] = mapped_column(Json)
    receive: Mapped[str] = mapped_column(String(10))
    way: Mapped[str] = mapped_column(String(10))
    theme: Mapped[str] = mapped_column(String(10))
    latitude_deg: Mapped[float | None] = mapped_column(Float)
    longitude_deg: Mapped[float | None] = mapped_column(Float)
    height_m: Mapped[float | None] = mapped_column(Float)
    chosen: Mapped[bool] = mapped_column(Boolean)
    mask: Mapped[list[list[float]]] = mapped_column(Json)


class OutingRow(Base):
    """An outing as a document; ``version`` counts its changes."""

    __tablename__ = "outing"

    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    content: Mapped[dict[str, Any]] = mapped_column(Json)
    version: Mapped[int] = mapped_column(Integer)
    changed_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class PlacedRow(Base):
    """A channel of an outing as it was last put on a person's sheet: the slot and what it stood for then."""

    __tablename__ = "placed_channel"

    radio_id: Mapped[int] = mapped_column(ForeignKey("radio.id", ondelete="CASCADE"), primary_key=True)
    channel_id: Mapped[str] = mapped_column(String(24), primary_key=True)
    slot: Mapped[str] = mapped_column(String(20))
    stands_for: Mapped[str] = mapped_column(Text)
    sheet_id: Mapped[str] = mapped_column(String(40))


class LinkRow(Base):
    """A volunteer's link, kept as a digest; it expires and can be withdrawn."""

    __tablename__ = "volunteer_link"

    digest: Mapped[str] = mapped_column(String(64), primary_key=True)
    outing_id: Mapped[int] = mapped_column(ForeignKey("outing.id", ondelete="CASCADE"), index=True)
    person_id: Mapped[str] = mapped_column(String(24))
    expires_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    withdrawn: Mapped[bool] = mapped_column(Boolean)


class TroubleRow(Base):
    """Why a person's sheets could not be made, in words."""

    __tablename__ = "outing_trouble"
    __table_args__ = {"info": {"archived": False}}

    outing_id: Mapped[int] = mapped_column(ForeignKey("outing.id", ondelete="CASCADE"), primary_key=True)
    person_id: Mapped[str] = mapped_column(String(24), primary_key=True)
    words: Mapped[str] = mapped_column(Text)


class RadioRow(Base):
    """A radio somebody owns: one of mine, or a person's at an outing."""

    __tablename__ = "radio"

    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    model: Mapped[str] = mapped_column(String(60))
    firmware: Mapped[str] = mapped_column(String(20))
    name: Mapped[str] = mapped_column(String(60))
    outing_id: Mapped[int | None] = mapped_column(ForeignKey("outing.id", ondelete="CASCADE"), index=True)
    person_id: Mapped[str | None] = mapped_column(String(24))
    marks: Mapped[list[Any]] = mapped_column(JSONB, default=list)


class SlotRow(Base):
    """What is known of one slot."""

    __tablename__ = "slot"

    radio_id: Mapped[int] = mapped_column(ForeignKey("radio.id", ondelete="CASCADE"), primary_key=True)
    slot: Mapped[str] = mapped_column(String(20), primary_key=True)
    state: Mapped[str] = mapped_column(String(20))
    channel: Mapped[dict[str, Any] | None] = mapped_column(Json)
    changed_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class SlotEventRow(Base):
    """A line of a slot's history, in the order of ``at``, ``rank``, ``source``.

    ``source`` names the tick it follows from, ``effect`` what that does to whatever was known before;
    state and channel are what is known after it.
    """

    __tablename__ = "slot_event"

    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    radio_id: Mapped[int] = mapped_column(ForeignKey("radio.id", ondelete="CASCADE"), index=True)
    slot: Mapped[str] = mapped_column(String(20))
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    state: Mapped[str] = mapped_column(String(20))
    text: Mapped[str] = mapped_column(Text)
    channel: Mapped[dict[str, Any] | None] = mapped_column(Json)
    source: Mapped[str | None] = mapped_column(String(80), unique=True)
    sheet_id: Mapped[str | None] = mapped_column(String(40), index=True)
    rank: Mapped[int] = mapped_column(Integer, default=0)
    effect: Mapped[dict[str, Any] | None] = mapped_column(Json)


class SheetRow(Base):
    """A sheet in progress."""

    __tablename__ = "sheet"

    id: Mapped[str] = mapped_column(String(40), primary_key=True)
    radio_id: Mapped[int] = mapped_column(ForeignKey("radio.id", ondelete="CASCADE"), index=True)
    slot: Mapped[str] = mapped_column(String(20))
    title: Mapped[str] = mapped_column(Text)
    status: Mapped[str] = mapped_column(String(20), index=True)
    content: Mapped[dict[str, Any]] = mapped_column(Json)
    created_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class TickRow(Base):
    """A step done, or taken back; a settled one was noted before notes told their source."""

    __tablename__ = "tick"

    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    sheet_id: Mapped[str] = mapped_column(ForeignKey("sheet.id", ondelete="CASCADE"), index=True)
    step: Mapped[int] = mapped_column(Integer)
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    done: Mapped[bool] = mapped_column(Boolean)
    outcome: Mapped[str | None] = mapped_column(String(20))
    settled: Mapped[bool] = mapped_column(Boolean, default=False)


class LogRow(Base):
    """A line of the work log."""

    __tablename__ = "work_log"

    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True), index=True)
    radio: Mapped[str] = mapped_column(String(60))
    slot: Mapped[str] = mapped_column(String(20))
    text: Mapped[str] = mapped_column(Text)
    proof: Mapped[str] = mapped_column(Text)
    outcome: Mapped[str | None] = mapped_column(String(20))
    source: Mapped[str | None] = mapped_column(String(80), unique=True)
    sheet_id: Mapped[str | None] = mapped_column(String(40), index=True)


class ElementSetRow(Base):
    """The newest element set of a satellite."""

    __tablename__ = "element_set"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=False)
    name: Mapped[str] = mapped_column(String(60))
    epoch_utc: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    fields: Mapped[dict[str, Any]] = mapped_column(Json)
    source: Mapped[str] = mapped_column(String(120))
    fetched_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    chosen: Mapped[bool] = mapped_column(Boolean)


class DrillEventRow(Base):
    """Something exercised on a twin: by whom, what, and what came of it; the page makes the id."""

    __tablename__ = "drill_event"

    id: Mapped[str] = mapped_column(String(80), primary_key=True)
    person: Mapped[str] = mapped_column(String(60), index=True)
    model: Mapped[str] = mapped_column(String(60))
    item: Mapped[str] = mapped_column(String(80))
    at_utc: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    right: Mapped[bool] = mapped_column(Boolean)
    hints: Mapped[int] = mapped_column(Integer)
    seconds: Mapped[float] = mapped_column(Float)
    usual_s: Mapped[float] = mapped_column(Float)
    keys: Mapped[int] = mapped_column(Integer)


class SatelliteLinkRow(Base):
    """A link of a satellite, in the operator's order; its satellite need not have elements here."""

    __tablename__ = "satellite_link"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=False)
    position: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=False)
    fields: Mapped[dict[str, Any]] = mapped_column(Json)


class ChosenPassRow(Base):
    """A pass that the operator means to work, with the page's choice of radios and way."""

    __tablename__ = "chosen_pass"

    number: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=False)
    aos_utc: Mapped[datetime] = mapped_column(DateTime(timezone=True), primary_key=True)
    query: Mapped[str] = mapped_column(String(300))


class ContactRow(Base):
    """A contact; ``forms`` are digests of all the forms in which it was sent, and a removed one stays to be known again."""

    __tablename__ = "contact"

    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    at_utc: Mapped[datetime] = mapped_column(DateTime(timezone=True), index=True)
    call_sign: Mapped[str] = mapped_column(String(60))
    grid: Mapped[str] = mapped_column(String(60))
    satellite: Mapped[str] = mapped_column(String(60))
    mode: Mapped[str] = mapped_column(String(60))
    tx_hz: Mapped[int | None] = mapped_column(BigInteger)
    rx_hz: Mapped[int | None] = mapped_column(BigInteger)
    report_sent: Mapped[str] = mapped_column(String(20))
    report_received: Mapped[str] = mapped_column(String(20))
    my_call: Mapped[str] = mapped_column(String(20))
    my_grid: Mapped[str] = mapped_column(String(20))
    note: Mapped[str] = mapped_column(Text)
    changed_utc: Mapped[datetime | None] = mapped_column(DateTime(timezone=True))
    removed: Mapped[bool] = mapped_column(Boolean, default=False)
    forms: Mapped[list[str]] = mapped_column(Json, default=list)


class ListedRow(Base):
    """A repeater as the listing service last told it; ``change`` says what differed from the time before."""

    __tablename__ = "listed_repeater"

    id: Mapped[str] = mapped_column(String(40), primary_key=True)
    fields: Mapped[dict[str, Any]] = mapped_column(Json)
    as_of: Mapped[str] = mapped_column(String(20))
    fetched_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    change: Mapped[str] = mapped_column(Text)


class PassphraseRow(Base):
    """The hash of the lead's passphrase; one row at most."""

    __tablename__ = "lead_passphrase"
    __table_args__ = {"info": {"archived": False}}

    id: Mapped[int] = mapped_column(Integer, primary_key=True, autoincrement=False)
    hashed: Mapped[str] = mapped_column(Text)
    set_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class SessionRow(Base):
    """A lead who signed in over the network, kept as a digest."""

    __tablename__ = "lead_session"
    __table_args__ = {"info": {"archived": False}}

    digest: Mapped[str] = mapped_column(String(64), primary_key=True)
    expires_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class AttemptRow(Base):
    """An attempt to sign in; a right one is forgotten at once."""

    __tablename__ = "sign_in_attempt"
    __table_args__ = {"info": {"archived": False}}

    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True), index=True)
    address: Mapped[str] = mapped_column(String(60))


class OwnProfileRow(Base):
    """A profile of one's own, as it was written."""

    __tablename__ = "own_profile"

    model: Mapped[str] = mapped_column(String(60), primary_key=True)
    text: Mapped[str] = mapped_column(Text)
    added_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class DescriptionRow(Base):
    """A description in the making: the profile's data, what was answered, examples, what stood before; ``version`` counts its changes."""

    __tablename__ = "description"

    id: Mapped[int] = mapped_column(Integer, primary_key=True)
    data: Mapped[dict[str, Any]] = mapped_column(Ordered)
    answered: Mapped[dict[str, str]] = mapped_column(Ordered)
    examples: Mapped[list[list[str]]] = mapped_column(Ordered)
    before: Mapped[list[Any]] = mapped_column(Ordered)
    version: Mapped[int] = mapped_column(Integer)
    changed_at: Mapped[datetime] = mapped_column(DateTime(timezone=True))


class FieldEventRow(Base):
    """Something done on a device without the server, taken once; ``device_radio`` is the number that the device gave to a radio.

    ``refused`` says why it could not be taken; empty where it was.
    """

    __tablename__ = "field_event"

    id: Mapped[str] = mapped_column(String(60), primary_key=True)
    at: Mapped[datetime] = mapped_column(DateTime(timezone=True))
    kind: Mapped[str] = mapped_column(String(20))
    device_radio: Mapped[int | None] = mapped_column(BigInteger, index=True)
    radio_id: Mapped[int | None] = mapped_column(Integer)
    refused: Mapped[str] = mapped_column(Text)
