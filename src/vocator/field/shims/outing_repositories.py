"""The repository of outings of a device: the same names and answers as the store's, over the rows of a book."""

from dataclasses import asdict
from datetime import datetime
from typing import Any, cast

from vocator.core.keeping.records import Radio
from vocator.core.outing.kept import KeptOuting, PlacedChannel
from vocator.core.outing.outing import Outing, outing_from
from vocator.field.book import Book, Row, moment
from vocator.storage.repositories import RadioRepository


class OutingRepository:
    """Outings and what belongs to them; nobody gives links out here."""

    def __init__(self, session: Book) -> None:
        self.book = session

    def all(self) -> list[KeptOuting]:
        """Return the outings, the latest first."""
        return [_kept(r) for r in sorted(self.book.rows("outing"), key=lambda r: r["id"], reverse=True)]

    def get(self, outing_id: int) -> KeptOuting | None:
        """Return one outing, None where there is none."""
        row = self.book.row("outing", outing_id)
        return _kept(row) if row else None

    def add(self, outing: Outing, at: datetime) -> KeptOuting:
        """Keep a new outing."""
        return self._put(self.book.new_id(), 1, outing, at)

    def change(self, outing_id: int, version: int, outing: Outing, at: datetime) -> bool:
        """Put a changed outing in place of the version it was made from; returns False where another change came first."""
        row = self.book.row("outing", outing_id)
        if row is None or row["version"] != version:
            return False
        self._put(outing_id, version + 1, outing, at)
        return True

    def remove(self, outing_id: int) -> None:
        """Remove an outing with its radios and sheets."""
        for radio in self.radios(outing_id).values():
            self._drop_radio(radio.id)
        if row := self.book.row("outing", outing_id):
            self.book.drop("outing", row)

    def one_at_a_time(self, outing_id: int, person_id: str) -> None:
        """Do nothing: a device does one thing at a time."""

    def radios(self, outing_id: int) -> dict[str, Radio]:
        """Return the radios of an outing by person."""
        return {r["person_id"]: _radio(r) for r in self.book.rows("radio") if r.get("outing_id") == outing_id}

    def radio_for(self, outing_id: int, person_id: str, model: str, firmware: str, name: str) -> Radio:
        """Return a person's radio; a new one where there is none, or where it is another model now."""
        radio = self.radios(outing_id).get(person_id)
        if radio is not None and (radio.model, radio.firmware) == (model, firmware):
            return radio
        if radio is not None:
            self._drop_radio(radio.id)
        row = {
            "id": self.book.new_id(), "model": model, "firmware": firmware, "name": name[:60], "marks": [], "outing_id": outing_id,
            "person_id": person_id,
        }  # fmt: skip
        self.book.put("radio", row)
        return _radio(row)

    def _drop_radio(self, radio_id: int) -> None:
        for row in self.book.rows("placed_channel", radio_id=radio_id):
            self.book.drop("placed_channel", row)
        RadioRepository(cast(Any, self.book)).remove(radio_id)

    def placed(self, radio_id: int) -> dict[str, PlacedChannel]:
        """Return what was put on sheets for a radio, by channel."""
        return {r["channel_id"]: PlacedChannel(**r) for r in self.book.rows("placed_channel", radio_id=radio_id)}

    def put_placed(self, placed: PlacedChannel) -> None:
        """Note what was put on a sheet."""
        self.book.put("placed_channel", asdict(placed))

    def linked(self, outing_id: int, now: datetime) -> set[str]:
        """Return nobody: links lead to a server."""
        return set()

    def _put(self, outing_id: int, version: int, outing: Outing, at: datetime) -> KeptOuting:
        row = {"id": outing_id, "content": outing.as_dict(), "version": version, "changed_at": at.isoformat()}
        self.book.put("outing", row)
        return _kept(row)


def _kept(row: Row) -> KeptOuting:
    return KeptOuting(row["id"], row["version"], moment(row["changed_at"]), outing_from(row["content"]))


def _radio(row: Row) -> Radio:
    return Radio(row["id"], row["model"], row["firmware"], row["name"])
