"""Repositories: rows in, the core's records out."""

from collections import OrderedDict
from dataclasses import asdict
from datetime import datetime
from typing import Any, TypeVar

from sqlalchemy import Text, cast, delete, func, select
from sqlalchemy.dialects.postgresql import JSONB, insert
from sqlalchemy.orm import Session

from vocator.core.keeping.records import (
    KeptSheet,
    LogEntry,
    Outcome,
    Radio,
    SheetStatus,
    Slot,
    SlotEvent,
    SlotState,
    Station,
    Tick,
)
from vocator.storage.tables import LogRow, RadioRow, SheetRow, SlotEventRow, SlotRow, StationRow, TickRow

STATION_ID = 1
_OUTLINE = select(
    SheetRow.id, SheetRow.radio_id, SheetRow.slot, SheetRow.title, SheetRow.status, SheetRow.created_at,
    SheetRow.content.op("-", return_type=JSONB())("steps").op("-", return_type=JSONB())("pages").label("content"),
    func.jsonb_array_length(SheetRow.content["steps"]).label("step_count"),
)  # fmt: skip
"""A sheet of many channels is a megabyte; ticking a step must not read it all."""
_HEAD = select(SheetRow.id, SheetRow.radio_id, SheetRow.slot, SheetRow.title, SheetRow.status, SheetRow.created_at)
MOST_OUTLINES, MOST_TEXTS = 500, 60
_outlines: OrderedDict[str, dict[str, Any]] = OrderedDict()
_texts: OrderedDict[str, str] = OrderedDict()
"""What a sheet says never changes once it is kept, so it is read from the store once; status and ticks are read each time."""


T = TypeVar("T")


def _keep(store: OrderedDict[str, T], key: str, value: T, most: int) -> None:
    store[key] = value
    while len(store) > most:
        store.popitem(last=False)


class StationRepository:
    """The one station."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def get(self) -> Station:
        """Return the station; a new one where none was saved."""
        row = self.session.get(StationRow, STATION_ID)
        if row is None:
            return Station()
        fields = {name: getattr(row, name) for name in asdict(Station())}
        return Station(**{**fields, "may_send_on": tuple(row.may_send_on), "mask": tuple((a, e) for a, e in row.mask)})

    def save(self, station: Station) -> None:
        """Save the station in place of the one before."""
        fields: dict[str, Any] = {
            **asdict(station),
            "may_send_on": list(station.may_send_on),
            "mask": [list(p) for p in station.mask],
        }
        self.session.merge(StationRow(id=STATION_ID, **fields))


class RadioRepository:
    """Radios and their slots."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def all(self) -> list[Radio]:
        """Return my radios in the order they were added."""
        return [
            _radio(r) for r in self.session.scalars(select(RadioRow).where(RadioRow.outing_id.is_(None)).order_by(RadioRow.id))
        ]

    def get(self, radio_id: int) -> Radio | None:
        """Return one radio, None where there is none."""
        row = self.session.get(RadioRow, radio_id)
        return _radio(row) if row else None

    def add(self, model: str, firmware: str, name: str) -> Radio:
        """Add a radio and return it with its number."""
        row = RadioRow(model=model, firmware=firmware, name=name)
        self.session.add(row)
        self.session.flush()
        return _radio(row)

    def rename(self, radio_id: int, name: str) -> None:
        """Give a radio another name."""
        row = self.session.get_one(RadioRow, radio_id)
        row.name = name

    def remove(self, radio_id: int) -> None:
        """Remove a radio with its slots and sheets; the work log keeps its lines."""
        self.session.execute(delete(RadioRow).where(RadioRow.id == radio_id))

    def slots(self, radio_id: int) -> list[Slot]:
        """Return the slots of a radio of which something is known."""
        rows = self.session.scalars(select(SlotRow).where(SlotRow.radio_id == radio_id))
        return [Slot(r.radio_id, r.slot, SlotState(r.state), r.channel, r.changed_at) for r in rows]

    def slot(self, radio_id: int, slot: str) -> Slot:
        """Return one slot; unknown where nothing was noted."""
        row = self.session.get(SlotRow, (radio_id, slot))
        if row is None:
            return Slot(radio_id, slot, SlotState.UNKNOWN)
        return Slot(row.radio_id, row.slot, SlotState(row.state), row.channel, row.changed_at)

    def note(self, radio_id: int, event: SlotEvent) -> None:
        """Set a slot's state and add the event to its history."""
        self.session.merge(
            SlotRow(radio_id=radio_id, slot=event.slot, state=str(event.state), channel=event.channel, changed_at=event.at)
        )
        self.session.add(
            SlotEventRow(
                radio_id=radio_id, slot=event.slot, at=event.at, state=str(event.state), text=event.text, channel=event.channel
            )
        )

    def history(self, radio_id: int, slot: str) -> list[SlotEvent]:
        """Return the history of a slot, the latest first."""
        query = (
            select(SlotEventRow)
            .where(SlotEventRow.radio_id == radio_id, SlotEventRow.slot == slot)
            .order_by(SlotEventRow.at.desc(), SlotEventRow.id.desc())
        )
        return [SlotEvent(r.at, r.slot, SlotState(r.state), r.text, r.channel) for r in self.session.scalars(query)]


class SheetRepository:
    """Sheets in progress and their ticks."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def add(self, sheet: KeptSheet) -> None:
        """Keep a new sheet."""
        fields = {k: v for k, v in asdict(sheet).items() if k != "ticked"}
        self.session.add(SheetRow(**{**fields, "status": str(sheet.status)}))

    def get(self, sheet_id: str) -> KeptSheet | None:
        """Return one sheet with its ticks, None where there is none."""
        row = self.session.get(SheetRow, sheet_id)
        return self._sheet(row) if row else None

    def outline(self, sheet_id: str, ticks: bool = True) -> KeptSheet | None:
        """Return one sheet without its steps, whose number stands in ``step_count``; None where there is none.

        ``ticks`` False leaves the ticks out, where they are asked for later.
        """
        known = _outlines.get(sheet_id)
        if known is not None:
            head = self.session.execute(_HEAD.where(SheetRow.id == sheet_id)).one_or_none()
            return self._with(head, known, ticks) if head else None
        row = self.session.execute(_OUTLINE.where(SheetRow.id == sheet_id)).one_or_none()
        return self._outline(row, ticks) if row else None

    def text(self, sheet_id: str) -> tuple[KeptSheet, str] | None:
        """Return one sheet's outline, and all that it says as JSON text; None where there is none."""
        sheet = self.outline(sheet_id)
        if sheet is None:
            return None
        if sheet_id not in _texts:
            query = select(cast(SheetRow.content, Text)).where(SheetRow.id == sheet_id)
            _keep(_texts, sheet_id, self.session.execute(query).scalar_one(), MOST_TEXTS)
        return sheet, _texts[sheet_id]

    def with_status(self, status: SheetStatus) -> list[KeptSheet]:
        """Return the outlines of the sheets of a status, the latest first."""
        query = _OUTLINE.where(SheetRow.status == str(status)).order_by(SheetRow.created_at.desc())
        return [self._outline(row) for row in self.session.execute(query)]

    def set_status(self, sheet_id: str, status: SheetStatus) -> None:
        """Change a sheet's status."""
        row = self.session.get_one(SheetRow, sheet_id)
        row.status = str(status)

    def add_tick(self, tick: Tick) -> bool:
        """Keep a tick; returns False for one that is there already."""
        fields = {**asdict(tick), "outcome": str(tick.outcome) if tick.outcome else None}
        added = self.session.execute(insert(TickRow).values(**fields).on_conflict_do_nothing())
        return bool(added.rowcount)  # type: ignore[attr-defined]

    def _outline(self, row: Any, ticks: bool = True) -> KeptSheet:
        content = {**row.content, "step_count": row.step_count}
        _keep(_outlines, row.id, content, MOST_OUTLINES)
        return self._with(row, content, ticks)

    def _with(self, row: Any, content: dict[str, Any], ticks: bool = True) -> KeptSheet:
        ticked = self.ticked(row.id) if ticks else ()
        return KeptSheet(row.id, row.radio_id, row.slot, row.title, SheetStatus(row.status), content, row.created_at, ticked)

    def _sheet(self, row: SheetRow) -> KeptSheet:
        return self._with(row, row.content)

    def ticked(self, sheet_id: str, without: str = "") -> tuple[int, ...]:
        """Return the steps of a sheet that are ticked, by the latest tick of each; one tick may be left out."""
        query = select(TickRow.step, TickRow.done).where(TickRow.sheet_id == sheet_id).order_by(TickRow.at, TickRow.id)
        query = query.where(TickRow.id != without) if without else query
        latest = {row.step: row.done for row in self.session.execute(query)}
        return tuple(sorted(step for step, done in latest.items() if done))


class LogRepository:
    """The work log."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def add(self, entry: LogEntry) -> None:
        """Add a line."""
        outcome = str(entry.outcome) if entry.outcome else None
        self.session.add(
            LogRow(at=entry.at, radio=entry.radio, slot=entry.slot, text=entry.text, proof=entry.proof, outcome=outcome)
        )

    def latest(self, count: int, before: datetime | None = None) -> list[LogEntry]:
        """Return so many lines, the latest first, all before a moment if one is given."""
        query = select(LogRow).order_by(LogRow.at.desc(), LogRow.id.desc()).limit(count)
        if before is not None:
            query = query.where(LogRow.at < before)
        return [
            LogEntry(r.at, r.radio, r.slot, r.text, r.proof, Outcome(r.outcome) if r.outcome else None, r.id)
            for r in self.session.scalars(query)
        ]


def _radio(row: RadioRow) -> Radio:
    return Radio(row.id, row.model, row.firmware, row.name)
