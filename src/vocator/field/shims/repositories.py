"""The repositories of a device: the same names and answers as the store's, over the rows of a book."""

from collections.abc import Iterable
from dataclasses import asdict
from datetime import datetime

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
from vocator.field.book import Book, Row, moment

STATION_ID = 1


class StationRepository:
    """The one station."""

    def __init__(self, session: Book) -> None:
        self.book = session

    def get(self) -> Station:
        """Return the station; a new one where none was saved."""
        row = self.book.row("station", STATION_ID)
        if row is None:
            return Station()
        fields = {name: row[name] for name in asdict(Station())}
        mask = tuple((float(a), float(e)) for a, e in row["mask"])
        return Station(**{**fields, "may_send_on": tuple(row["may_send_on"]), "mask": mask})

    def save(self, station: Station) -> None:
        """Save the station in place of the one before."""
        mask = [list(p) for p in station.mask]
        self.book.put("station", {"id": STATION_ID, **asdict(station), "may_send_on": list(station.may_send_on), "mask": mask})


class RadioRepository:
    """Radios and their slots."""

    def __init__(self, session: Book) -> None:
        self.book = session

    def all(self) -> list[Radio]:
        """Return my radios in the order they were added."""
        return [_radio(r) for r in sorted(self.book.rows("radio"), key=lambda r: r["id"]) if r.get("outing_id") is None]

    def get(self, radio_id: int) -> Radio | None:
        """Return one radio, None where there is none."""
        row = self.book.row("radio", radio_id)
        return _radio(row) if row else None

    def add(self, model: str, firmware: str, name: str) -> Radio:
        """Add a radio and return it with its number."""
        row = {"id": self.book.new_id(), "model": model, "firmware": firmware, "name": name, "marks": []}
        self.book.put("radio", row)
        return _radio(row)

    def rename(self, radio_id: int, name: str) -> None:
        """Give a radio another name."""
        self.book.put("radio", {**self._row(radio_id), "name": name})

    def mark(self, radio_id: int, marks: Iterable[tuple[str, int, int]]) -> None:
        """Keep what is said of ranges of a radio's slots."""
        self.book.put("radio", {**self._row(radio_id), "marks": [list(m) for m in marks]})

    def remove(self, radio_id: int) -> None:
        """Remove a radio with its slots and sheets; the work log keeps its lines."""
        for table in ("slot", "slot_event", "sheet"):
            for row in self.book.rows(table, radio_id=radio_id):
                self.book.drop(table, row)
                if table == "sheet":
                    for tick in self.book.rows("tick", sheet_id=row["id"]):
                        self.book.drop("tick", tick)
        self.book.drop("radio", self._row(radio_id))

    def slots(self, radio_id: int) -> list[Slot]:
        """Return the slots of a radio of which something is known."""
        return [_slot(r) for r in self.book.rows("slot", radio_id=radio_id)]

    def slot(self, radio_id: int, slot: str) -> Slot:
        """Return one slot; unknown where nothing was noted."""
        row = self.book.row("slot", radio_id, slot)
        return _slot(row) if row else Slot(radio_id, slot, SlotState.UNKNOWN)

    def lock(self, radio_ids: Iterable[int]) -> set[int]:
        """Return those that are there: nobody else changes them here."""
        return {i for i in radio_ids if self.book.row("radio", i)}

    def note(self, radio_id: int, event: SlotEvent) -> None:
        """Set a slot's state and add the event to its history."""
        state = str(event.state)
        self.book.put("slot_event", {
            "id": self.book.new_id(), "radio_id": radio_id, "slot": event.slot, "at": event.at.isoformat(), "state": state, "text": event.text,
            "channel": event.channel, "source": None, "sheet_id": None, "rank": 0,
            "effect": {"state": state, "holds": str(Holds.NAMED), "channel": event.channel},
        })  # fmt: skip
        self._settle(radio_id, event.slot)

    def bring_to(self, radio_id: int, sheet_id: str, notes: Iterable[Note]) -> None:
        """Make the history hold just these lines of a sheet, and each slot what follows from all its lines."""
        wanted = {n.source: n for n in notes if n.slot}
        there = {r["source"]: r for r in self.book.rows("slot_event", sheet_id=sheet_id)}
        changed = {r["slot"] for source, r in there.items() if source not in wanted} | {n.slot for n in wanted.values()}
        for source in there.keys() - wanted.keys():
            self.book.drop("slot_event", there[source])
        for source, n in wanted.items():
            effect = {"state": str(n.state) if n.state else None, "holds": str(n.holds), "channel": n.channel}
            self.book.put("slot_event", {
                "id": there[source]["id"] if source in there else self.book.new_id(), "radio_id": radio_id, "slot": n.slot,
                "at": n.at.isoformat(), "state": "", "text": n.text, "channel": None, "source": source, "sheet_id": sheet_id,
                "rank": n.rank, "effect": effect,
            })  # fmt: skip
        for slot in changed:
            self._settle(radio_id, slot)

    def _settle(self, radio_id: int, slot: str) -> None:
        """Work out what is known of a slot after each line of its history, and now."""
        rows = self._in_order(radio_id, slot)
        effects = [
            (SlotState(e["state"]) if e["state"] else None, Holds(e["holds"]), e["channel"])
            for r in rows
            if (e := r["effect"] or {"state": r["state"], "holds": str(Holds.NAMED), "channel": r["channel"]})
        ]
        after = known_after(effects)
        for row, known in zip(rows, after, strict=True):
            if (row["state"], row["channel"]) != (str(known.state), known.channel):
                self.book.put("slot_event", {**row, "state": str(known.state), "channel": known.channel})
        if rows:
            now = {
                "radio_id": radio_id,
                "slot": slot,
                "state": str(after[-1].state),
                "channel": after[-1].channel,
                "changed_at": rows[-1]["at"],
            }
            self.book.put("slot", now)
        elif known_slot := self.book.row("slot", radio_id, slot):
            self.book.drop("slot", known_slot)

    def _in_order(self, radio_id: int, slot: str) -> list[Row]:
        rows = self.book.rows("slot_event", radio_id=radio_id, slot=slot)
        return sorted(rows, key=lambda r: (moment(r["at"]), r["rank"], r["source"] or "", r["id"]))

    def history(self, radio_id: int, slot: str) -> list[SlotEvent]:
        """Return the history of a slot, the latest first."""
        rows = reversed(self._in_order(radio_id, slot))
        return [SlotEvent(moment(r["at"]), r["slot"], SlotState(r["state"]), r["text"], r["channel"]) for r in rows]

    def _row(self, radio_id: int) -> Row:
        row = self.book.row("radio", radio_id)
        assert row is not None
        return row


class SheetRepository:
    """Sheets in progress and their ticks."""

    def __init__(self, session: Book) -> None:
        self.book = session

    def add(self, sheet: KeptSheet) -> None:
        """Keep a new sheet."""
        row = {k: v for k, v in asdict(sheet).items() if k != "ticked"}
        self.book.put("sheet", {**row, "status": str(sheet.status), "created_at": sheet.created_at.isoformat()})

    def get(self, sheet_id: str) -> KeptSheet | None:
        """Return one sheet with its ticks, None where there is none."""
        row = self.book.row("sheet", sheet_id)
        return self._sheet(row) if row else None

    def outline(self, sheet_id: str, ticks: bool = True) -> KeptSheet | None:
        """Return one sheet with the number of its steps in ``step_count``; None where there is none."""
        row = self.book.row("sheet", sheet_id)
        return self._outline(row) if row else None

    def with_status(self, status: SheetStatus) -> list[KeptSheet]:
        """Return the outlines of the sheets of a status, the latest first."""
        rows = self.book.rows("sheet", status=str(status))
        return [self._outline(r) for r in sorted(rows, key=lambda r: moment(r["created_at"]), reverse=True)]

    def set_status(self, sheet_id: str, status: SheetStatus) -> None:
        """Change a sheet's status."""
        row = self.book.row("sheet", sheet_id)
        assert row is not None
        self.book.put("sheet", {**row, "status": str(status)})

    def add_ticks(self, ticks: Iterable[Tick]) -> dict[str, set[str]]:
        """Keep the ticks that are not there yet; returns by sheet the ids that were new."""
        new: dict[str, set[str]] = {}
        for t in {t.id: t for t in ticks}.values():
            if self.book.row("tick", t.id) is None:
                outcome = str(t.outcome) if t.outcome else None
                self.book.put("tick", {**asdict(t), "at": t.at.isoformat(), "outcome": outcome, "settled": False})
                new.setdefault(t.sheet_id, set()).add(t.id)
        return new

    def ticks(self, sheet_id: str) -> tuple[list[Tick], set[str]]:
        """Return the ticks of a sheet, and the ids of those that are settled."""
        rows = self.book.rows("tick", sheet_id=sheet_id)
        found = [
            Tick(r["id"], sheet_id, r["step"], moment(r["at"]), r["done"], Outcome(r["outcome"]) if r["outcome"] else None)
            for r in rows
        ]
        return found, {r["id"] for r in rows if r["settled"]}

    def claims(self, radio_id: int) -> list[tuple[list[list[str]], tuple[int, ...]]]:
        """Return for each sheet of a radio what its steps rest on, and the steps that are ticked."""
        rows = [r for r in self.book.rows("sheet", radio_id=radio_id) if r["content"].get("claims")]
        return [(r["content"]["claims"], self._sheet(r).ticked) for r in rows]

    def radios_of(self, sheet_ids: Iterable[str]) -> dict[str, int]:
        """Return the radio of each of these sheets that is there."""
        rows = [row for i in sheet_ids if (row := self.book.row("sheet", i))]
        return {r["id"]: r["radio_id"] for r in rows}

    def _outline(self, row: Row) -> KeptSheet:
        content = {k: v for k, v in row["content"].items() if k != "steps"}
        return self._sheet({**row, "content": {**content, "step_count": len(row["content"]["steps"])}})

    def _sheet(self, row: Row) -> KeptSheet:
        latest = {t.step: t.done for t in sorted(self.ticks(row["id"])[0], key=lambda t: (t.at, t.step, t.id))}
        ticked = tuple(sorted(step for step, done in latest.items() if done))
        status, made = SheetStatus(row["status"]), moment(row["created_at"])
        return KeptSheet(row["id"], row["radio_id"], row["slot"], row["title"], status, row["content"], made, ticked)


class LogRepository:
    """The work log."""

    def __init__(self, session: Book) -> None:
        self.book = session

    def bring_to(self, sheet_id: str, entries: dict[str, LogEntry]) -> None:
        """Make the log hold just these lines of a sheet, each under the source it follows from."""
        there = {r["source"]: r for r in self.book.rows("work_log", sheet_id=sheet_id)}
        for source in there.keys() - entries.keys():
            self.book.drop("work_log", there[source])
        for source in entries.keys() - there.keys():
            e = entries[source]
            self.book.put("work_log", {
                "id": self.book.new_id(), "at": e.at.isoformat(), "radio": e.radio, "slot": e.slot, "text": e.text, "proof": e.proof,
                "outcome": str(e.outcome) if e.outcome else None, "source": source, "sheet_id": sheet_id,
            })  # fmt: skip

    def latest(self, count: int, before: datetime | None = None) -> list[LogEntry]:
        """Return so many lines, the latest first, all before a moment if one is given."""
        rows = [r for r in self.book.rows("work_log") if before is None or moment(r["at"]) < before]
        rows.sort(key=lambda r: (moment(r["at"]), r["source"] or "", r["id"]), reverse=True)
        return [
            LogEntry(
                moment(r["at"]),
                r["radio"],
                r["slot"],
                r["text"],
                r["proof"],
                Outcome(r["outcome"]) if r["outcome"] else None,
                r["id"],
            )
            for r in rows[:count]
        ]


def _slot(row: Row) -> Slot:
    return Slot(row["radio_id"], row["slot"], SlotState(row["state"]), row["channel"], moment(row["changed_at"]))


def _radio(row: Row) -> Radio:
    return Radio(
        row["id"], row["model"], row["firmware"], row["name"], tuple((str(s), int(a), int(b)) for s, a, b in row["marks"])
    )
