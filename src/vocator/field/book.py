"""What a device keeps where no server is: rows under the names of the store's tables, and what was done that the server has not been told.

Rows are plain data, so that the page keeps them one by one.
"""

import json
from collections.abc import Callable, Iterable
from datetime import UTC, datetime
from typing import Any
from uuid import uuid4

from vocator import clock
from vocator.core.keeping.records import SlotEvent, SlotState
from vocator.core.refusal import Refusal

Row = dict[str, Any]
TABLES: dict[str, tuple[str, ...]] = {
    "station": ("id",), "radio": ("id",), "slot": ("radio_id", "slot"), "slot_event": ("id",), "sheet": ("id",), "tick": ("id",),
    "work_log": ("id",), "drill_event": ("id",), "own_profile": ("model",), "handed": ("id",), "outing": ("id",),
    "placed_channel": ("radio_id", "channel_id"),
}  # fmt: skip
"""The tables with what names a row of each."""
OWN_IDS = 2**32
"""Numbers that a device gives begin here, beyond those of a server; the server's own take their place when it is told."""


class Book:
    """The rows of a device; stands where use cases take a session of the store."""

    def __init__(self, rows: Iterable[tuple[str, Row]] = ()) -> None:
        self._tables: dict[str, dict[str, Row]] = {name: {} for name in TABLES}
        self._before: dict[tuple[str, str], Row | None] = {}
        self._events: list[Row] = []
        self._last = 0
        for table, row in rows:
            self._tables[table][self._name(table, row)] = row

    @staticmethod
    def _name(table: str, row: Row) -> str:
        return "/".join(str(row[k]) for k in TABLES[table])

    def rows(self, table: str, **wanted: Any) -> list[Row]:
        """Return the rows of a table whose columns are as wanted, the oldest first."""
        return [r for r in self._tables[table].values() if all(r[k] == v for k, v in wanted.items())]

    def row(self, table: str, *names: Any) -> Row | None:
        """Return the row of these names, None where there is none."""
        return self._tables[table].get("/".join(map(str, names)))

    def put(self, table: str, row: Row) -> None:
        """Keep a row in place of the one of the same name."""
        name = self._name(table, row)
        self._before.setdefault((table, name), self._tables[table].get(name))
        self._tables[table][name] = row

    def drop(self, table: str, row: Row) -> None:
        """Drop a row."""
        name = self._name(table, row)
        self._before.setdefault((table, name), self._tables[table].get(name))
        self._tables[table].pop(name, None)

    def done(self) -> tuple[dict[str, Row | None], list[Row]]:
        """Return the rows that were changed since the last time, None for those dropped, and what was done."""
        changed = {f"{table}/{name}": self._tables[table].get(name) for table, name in self._before}
        events, self._before, self._events = self._events, {}, []
        return changed, events

    def undo(self) -> None:
        """Put back what was changed since ``done``."""
        for (table, name), row in self._before.items():
            if row is None:
                self._tables[table].pop(name, None)
            else:
                self._tables[table][name] = row
        self._before, self._events = {}, []

    def new_id(self) -> int:
        """Return a number that no server gives, greater than the one before."""
        moment = int(clock.utc_now().timestamp() * 1000)
        self._last = max(OWN_IDS + moment * 8, self._last + 1)
        return self._last

    def note(self, kind: str, **what: Any) -> None:
        """Note what was done, so that the server can be told."""
        at = clock.utc_now().isoformat()
        self._events.append({"id": uuid4().hex, "at": at, "kind": kind, **what})

    def note_sheet(self, made: Row, radio_id: int, slot: str) -> None:
        """Note that a sheet was made; ``made`` is the sheet as a page is shown it."""
        sheet = {k: made[k] for k in ("id", "title", "created_at", "content")}
        self.note("sheet", sheet={**sheet, "radio_id": radio_id, "slot": slot})

    def whole(self) -> dict[str, list[Row]]:
        """Return all rows by table, to be carried to another device."""
        return {name: list(rows.values()) for name, rows in self._tables.items() if rows}

    def flush(self) -> None:
        """Do nothing: rows are kept as they come."""

    def get(self, *_: Any) -> None:
        """Return None: what only a server keeps is not here."""


def moment(text: str) -> datetime:
    """Return the moment that a row tells."""
    return datetime.fromisoformat(text.replace("Z", "+00:00")).astimezone(UTC)


def part(book: Book, radio_id: int, sheet_id: str) -> dict[str, list[Row]]:
    """Return one radio with what its slots hold, and one of its sheets (empty: none), to be carried to another device."""
    (radio,) = book.rows("radio", id=radio_id)
    sheet = book.row("sheet", sheet_id) if sheet_id else None
    said = [
        {
            "radio_id": radio_id, "slot": s["slot"], "at": s["changed_at"], "state": s["state"], "text": "as another device had it",
            "channel": s["channel"], "source": None, "effect": {"state": s["state"], "holds": "named", "channel": s["channel"]},
        }
        for s in book.rows("slot", radio_id=radio_id)
    ]  # fmt: skip
    return {
        "radio": [{**radio, "outing_id": None, "person_id": None}], "slot_event": said, "sheet": [sheet] if sheet else [], "tick": book.rows("tick", sheet_id=sheet_id),
        "own_profile": book.rows("own_profile", model=radio["model"]),
    }  # fmt: skip


def take(book: Book, given: Any, note: Callable[[int, SlotEvent], None]) -> dict[str, int]:
    """Take what another device gave; what is here stays, nothing is overwritten.  Returns how many radios and sheets are new.

    ``note`` keeps a line of a slot's history.

    The same radio is one of the same model under the same name.  Raises Refusal for what is no such file.
    """
    rows = _checked(given)
    for profile in rows["own_profile"]:
        if book.row("own_profile", profile["model"]) is None:
            book.put("own_profile", profile)
    if "outing" in given:
        book.put("handed", {**given["outing"], "id": 1})
    outings = _take_outings(book, rows["outing"])
    ids: dict[int, int] = {}
    new_radios = 0
    for given_radio in rows["radio"]:
        radio = {**given_radio, "outing_id": outings.get(given_radio.get("outing_id") or 0)}
        same = next((r for r in book.rows("radio") if _what(r) == _what(radio)), None)
        ids[radio["id"]] = same["id"] if same else radio["id"]
        if same is None:
            if book.row("radio", radio["id"]):
                ids[radio["id"]] = book.new_id()
            book.put("radio", {**radio, "id": ids[radio["id"]]})
            new_radios += radio["outing_id"] is None
    for placed in rows["placed_channel"]:
        radio_id = ids.get(placed["radio_id"])
        if radio_id and book.row("placed_channel", radio_id, placed["channel_id"]) is None:
            book.put("placed_channel", {**placed, "radio_id": radio_id})
    sheets = [s for s in rows["sheet"] if s["radio_id"] in ids and book.row("sheet", s["id"]) is None]
    for sheet in sheets:
        radio_id = ids[sheet["radio_id"]]
        book.put("sheet", {**sheet, "radio_id": radio_id, "content": {**sheet["content"], "radio_id": radio_id}})
    said = {(e["radio_id"], e["slot"], e["at"], e["text"]) for e in book.rows("slot_event")}
    for event in rows["slot_event"]:
        radio_id = ids.get(event["radio_id"], 0)
        if radio_id and event["source"] is None and (radio_id, event["slot"], event["at"], event["text"]) not in said:
            note(
                radio_id,
                SlotEvent(
                    moment(event["at"]),
                    event["slot"],
                    SlotState(event["effect"]["state"]),
                    event["text"],
                    event["effect"]["channel"],
                ),
            )
    return {"radios": new_radios, "sheets": len(sheets)}


def _what(radio: Row) -> tuple[Any, ...]:
    """Return what makes a radio the same on another device: model and name, and whose it is at which outing."""
    return radio["model"], radio["name"], radio.get("outing_id"), radio.get("person_id") if radio.get("outing_id") else None


def _take_outings(book: Book, given: list[Row]) -> dict[int, int]:
    """Keep outings that are not here in the same words; returns the number that each has here."""
    ids = {}
    for outing in given:
        same = next((r for r in book.rows("outing") if json.dumps(r["content"]) == json.dumps(outing["content"])), None)
        ids[outing["id"]] = same["id"] if same else book.new_id() if book.row("outing", outing["id"]) else outing["id"]
        if same is None:
            book.put("outing", {**outing, "id": ids[outing["id"]]})
    return ids


def _checked(given: Any) -> dict[str, list[Row]]:
    needed: dict[str, dict[str, type]] = {
        "radio": {"id": int, "model": str, "name": str, "firmware": str, "marks": list},
        "sheet": {"id": str, "radio_id": int, "title": str, "status": str, "slot": str, "created_at": str, "content": dict},
        "slot_event": {"radio_id": int, "slot": str, "at": str, "text": str, "effect": dict},
        "tick": {"id": str, "sheet_id": str, "step": int, "at": str, "done": bool},
        "own_profile": {"model": str, "first": str, "texts": dict},
        "outing": {"id": int, "version": int, "changed_at": str, "content": dict},
        "placed_channel": {"radio_id": int, "channel_id": str, "slot": str, "stands_for": str, "sheet_id": str},
    }  # fmt: skip
    if not isinstance(given, dict) or given.get("version") != 2 or not isinstance(given.get("rows"), dict):
        newer = isinstance(given, dict) and isinstance(given.get("version"), int) and given["version"] > 2
        found = "a file of a newer kit" if newer else "no file of a field kit"
        raise Refusal(
            found, "file", "what 'Give it as a file' wrote", "Open the newer kit first." if newer else "Choose another file."
        )
    rows: dict[str, list[Row]] = {}
    for table, kinds in needed.items():
        found_rows = given["rows"].get(table, [])
        whole = isinstance(found_rows, list) and all(
            isinstance(r, dict) and all(isinstance(r.get(k), kind) for k, kind in kinds.items()) for r in found_rows
        )
        if not whole:
            raise Refusal(
                f"broken rows of {table}", "file", "what 'Give it as a file' wrote", "Give it anew from the other device."
            )
        rows[table] = found_rows
    outing = given.get("outing", {"outing": "", "person": {}, "channels": []})
    if not (isinstance(outing, dict) and isinstance(outing.get("channels"), list) and isinstance(outing.get("person"), dict)):
        raise Refusal("a broken outing", "file", "what an outing's page wrote", "Ask the lead for it anew.")
    for sheet in rows["sheet"]:
        if not all(
            isinstance(sheet["content"].get(k), kind) for k, kind in (("steps", list), ("pages", list), ("request", dict))
        ):
            raise Refusal(f"sheet {sheet['title'][:40]}", "file", "whole sheets", "Give it anew from the other device.")
    return rows
