"""Repositories: rows in, the core's records out."""

from collections import OrderedDict
from collections.abc import Iterable, Sequence
from dataclasses import asdict
from datetime import datetime
from typing import Any, TypeVar

from sqlalchemy import Text, cast, delete, func, select
from sqlalchemy.dialects.postgresql import JSONB, insert
from sqlalchemy.orm import Session

from vocator.core.keeping.progress import Holds, Note, known_after
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
    SheetRow.content.op("-", return_type=JSONB())("steps").label("content"),
    func.jsonb_array_length(SheetRow.content["steps"]).label("step_count"),
)  # fmt: skip
"""A sheet of many channels is a megabyte; ticking a step must not read it all."""
_HEAD = select(SheetRow.id, SheetRow.radio_id, SheetRow.slot, SheetRow.title, SheetRow.status, SheetRow.created_at)
MOST_OUTLINES, MOST_TEXTS, MOST_EVIDENCE = 500, 60, 300
_outlines: OrderedDict[str, dict[str, Any]] = OrderedDict()
_texts: OrderedDict[str, str] = OrderedDict()
"""What a sheet says never changes once it is kept, so it is read from the store once; status and ticks are read each time."""


_IN_ORDER = (SlotEventRow.at, SlotEventRow.rank, func.coalesce(SlotEventRow.source, "").collate("C"), SlotEventRow.id)
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
        new = insert(StationRow).values(id=STATION_ID, **fields)
        self.session.execute(new.on_conflict_do_update(index_elements=["id"], set_=fields))
        self.session.expire_all()


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

    def mark(self, radio_id: int, marks: Iterable[tuple[str, int, int]]) -> None:
        """Keep what is said of ranges of a radio's slots."""
        self.session.get_one(RadioRow, radio_id).marks = [list(m) for m in marks]

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

    def lock(self, radio_ids: Iterable[int]) -> set[int]:
        """Let nobody else change these radios or what belongs to them until the transaction ends; returns those that are there."""
        query = select(RadioRow.id).where(RadioRow.id.in_(set(radio_ids))).order_by(RadioRow.id).with_for_update()
        return set(self.session.scalars(query))

    def note(self, radio_id: int, event: SlotEvent) -> None:
        """Set a slot's state and add the event to its history."""
        self.session.add(
            SlotEventRow(
                radio_id=radio_id, slot=event.slot, at=event.at, state=str(event.state), text=event.text, channel=event.channel
            )
        )
        self._settle(radio_id, event.slot)

    def bring_to(self, radio_id: int, sheet_id: str, notes: Iterable[Note]) -> None:
        """Make the history hold just these lines of a sheet, and each slot what follows from all its lines."""
        wanted = {n.source: n for n in notes if n.slot}
        rows = self.session.scalars(select(SlotEventRow).where(SlotEventRow.sheet_id == sheet_id)).all()
        there = {r.source: r for r in rows}
        changed = {r.slot for source, r in there.items() if source not in wanted}
        for source in there.keys() - wanted.keys():
            self.session.delete(there[source])
        for source, n in wanted.items():
            if source in there:
                if there[source].rank != n.rank:
                    there[source].rank = n.rank
                    changed.add(n.slot)
                continue
            effect = {"state": str(n.state) if n.state else None, "holds": str(n.holds), "channel": n.channel}
            self.session.add(
                SlotEventRow(radio_id=radio_id, slot=n.slot, at=n.at, state="", text=n.text, channel=None, source=source,
                             sheet_id=sheet_id, rank=n.rank, effect=effect)
            )  # fmt: skip
            changed.add(n.slot)
        for slot in changed:
            self._settle(radio_id, slot)

    def _settle(self, radio_id: int, slot: str) -> None:
        """Work out what is known of a slot after each line of its history, and now."""
        self.session.flush()
        query = select(SlotEventRow).where(SlotEventRow.radio_id == radio_id, SlotEventRow.slot == slot)
        rows = self.session.scalars(query.order_by(*_IN_ORDER)).all()
        for r in rows:
            if r.effect is None:  # a line by hand, or of an older version: what it says is what it does
                r.effect = {"state": r.state, "holds": str(Holds.NAMED), "channel": r.channel}
        effects = [
            (SlotState(r.effect["state"]) if r.effect["state"] else None, Holds(r.effect["holds"]), r.effect["channel"])
            for r in rows
            if r.effect
        ]
        after = known_after(effects)
        for row, known in zip(rows, after, strict=True):
            if (row.state, row.channel) != (str(known.state), known.channel):
                row.state, row.channel = str(known.state), known.channel
        if not rows:
            self.session.execute(delete(SlotRow).where(SlotRow.radio_id == radio_id, SlotRow.slot == slot))
            return
        self.session.merge(
            SlotRow(radio_id=radio_id, slot=slot, state=str(after[-1].state), channel=after[-1].channel, changed_at=rows[-1].at)
        )

    def history(self, radio_id: int, slot: str) -> list[SlotEvent]:
        """Return the history of a slot, the latest first."""
        query = (
            select(SlotEventRow)
            .where(SlotEventRow.radio_id == radio_id, SlotEventRow.slot == slot)
            .order_by(*(c.desc() for c in _IN_ORDER))
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

    def add_ticks(self, ticks: Iterable[Tick]) -> dict[str, set[str]]:
        """Keep the ticks that are not there yet; returns by sheet the ids that were new."""
        fields = [{**asdict(t), "outcome": str(t.outcome) if t.outcome else None} for t in {t.id: t for t in ticks}.values()]
        if not fields:
            return {}
        # what was added is told by the rows that come back: after a conflict the driver's count tells nothing
        added = insert(TickRow).values(fields).on_conflict_do_nothing().returning(TickRow.sheet_id, TickRow.id)
        new: dict[str, set[str]] = {}
        for row in self.session.execute(added):
            new.setdefault(row.sheet_id, set()).add(row.id)
        return new

    def ticks(self, sheet_id: str) -> tuple[list[Tick], set[str]]:
        """Return the ticks of a sheet, and the ids of those that are settled."""
        rows = self.session.scalars(select(TickRow).where(TickRow.sheet_id == sheet_id)).all()
        ticks = [Tick(r.id, r.sheet_id, r.step, r.at, r.done, Outcome(r.outcome) if r.outcome else None) for r in rows]
        return ticks, {r.id for r in rows if r.settled}

    def made_since(self, radio_id: int, moment: datetime) -> int:
        """Return how many sheets were made for a radio since a moment."""
        query = select(func.count()).select_from(SheetRow).where(SheetRow.radio_id == radio_id, SheetRow.created_at >= moment)
        return int(self.session.scalar(query) or 0)

    def claims(self, radio_id: int) -> list[tuple[list[list[str]], tuple[int, ...]]]:
        """Return for each sheet of a radio what its steps rest on, and the steps that are ticked."""
        claims = SheetRow.content.op("->", return_type=JSONB())("claims").label("claims")
        query = select(SheetRow.id, claims).where(SheetRow.radio_id == radio_id).order_by(SheetRow.created_at.desc())
        rows = [r for r in self.session.execute(query.limit(MOST_EVIDENCE)) if r.claims]
        ticked = self._ticked_of([r.id for r in rows])
        return [(r.claims, ticked[r.id]) for r in rows]

    def radios_of(self, sheet_ids: Iterable[str]) -> dict[str, int]:
        """Return the radio of each of these sheets that is there."""
        rows = self.session.execute(select(SheetRow.id, SheetRow.radio_id).where(SheetRow.id.in_(set(sheet_ids))))
        return {r.id: r.radio_id for r in rows}

    def _outline(self, row: Any, ticks: bool = True) -> KeptSheet:
        content = {**row.content, "step_count": row.step_count}
        _keep(_outlines, row.id, content, MOST_OUTLINES)
        return self._with(row, content, ticks)

    def _with(self, row: Any, content: dict[str, Any], ticks: bool = True) -> KeptSheet:
        ticked = self.ticked(row.id) if ticks else ()
        return KeptSheet(row.id, row.radio_id, row.slot, row.title, SheetStatus(row.status), content, row.created_at, ticked)

    def _sheet(self, row: SheetRow) -> KeptSheet:
        return self._with(row, row.content)

    def ticked(self, sheet_id: str) -> tuple[int, ...]:
        """Return the steps of a sheet that are ticked, by the latest tick of each."""
        return self._ticked_of([sheet_id])[sheet_id]

    def _ticked_of(self, sheet_ids: Sequence[str]) -> dict[str, tuple[int, ...]]:
        query = select(TickRow.sheet_id, TickRow.step, TickRow.done).where(TickRow.sheet_id.in_(sheet_ids))
        latest: dict[str, dict[int, bool]] = {i: {} for i in sheet_ids}
        for row in self.session.execute(query.order_by(TickRow.at, TickRow.step, TickRow.id)):
            latest[row.sheet_id][row.step] = row.done
        return {i: tuple(sorted(step for step, done in steps.items() if done)) for i, steps in latest.items()}


class LogRepository:
    """The work log."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def bring_to(self, sheet_id: str, entries: dict[str, LogEntry]) -> None:
        """Make the log hold just these lines of a sheet, each under the source it follows from."""
        there = set(self.session.scalars(select(LogRow.source).where(LogRow.sheet_id == sheet_id)))
        gone = there - entries.keys()
        if gone:
            self.session.execute(delete(LogRow).where(LogRow.source.in_(gone)))
        for source in (s for s in entries if s not in there):
            e = entries[source]
            self.session.add(
                LogRow(at=e.at, radio=e.radio, slot=e.slot, text=e.text, proof=e.proof, outcome=str(e.outcome) if e.outcome else None,
                       source=source, sheet_id=sheet_id)
            )  # fmt: skip

    def latest(self, count: int, before: datetime | None = None) -> list[LogEntry]:
        """Return so many lines, the latest first, all before a moment if one is given."""
        query = select(LogRow).order_by(LogRow.at.desc(), LogRow.source.desc().nulls_last(), LogRow.id.desc()).limit(count)
        if before is not None:
            query = query.where(LogRow.at < before)
        return [
            LogEntry(r.at, r.radio, r.slot, r.text, r.proof, Outcome(r.outcome) if r.outcome else None, r.id)
            for r in self.session.scalars(query)
        ]


def _radio(row: RadioRow) -> Radio:
    return Radio(row.id, row.model, row.firmware, row.name, tuple((str(s), int(a), int(b)) for s, a, b in row.marks))
