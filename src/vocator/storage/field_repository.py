"""What devices did without the server, and what they take along of the store."""

from collections.abc import Iterable
from datetime import datetime
from typing import Any

from sqlalchemy import Select, select
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from vocator.storage.tables import (
    DrillEventRow,
    FieldEventRow,
    LogRow,
    OutingRow,
    OwnProfileRow,
    PlacedRow,
    RadioRow,
    SheetRow,
    SlotEventRow,
    SlotRow,
    StationRow,
    TickRow,
)

MOST_DONE, MOST_LINES, MOST_DRILLED = 20, 300, 5_000


class FieldRepository:
    """Events of devices, and rows for them."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def begin(self, event_id: str, at: datetime, kind: str) -> bool:
        """Note an event as taken; False where it was before."""
        new = insert(FieldEventRow).values(id=event_id, at=at, kind=kind, refused="")
        return self.session.scalar(new.on_conflict_do_nothing().returning(FieldEventRow.id)) is not None

    def refuse(self, event_id: str, words: str) -> None:
        """Note why an event could not be taken."""
        self.session.get_one(FieldEventRow, event_id).refused = words

    def refused(self, event_ids: Iterable[str]) -> dict[str, str]:
        """Return why events could not be taken, for those that could not."""
        rows = self.session.execute(select(FieldEventRow.id, FieldEventRow.refused).where(FieldEventRow.id.in_(set(event_ids))))
        return {r.id: r.refused for r in rows if r.refused}

    def later(self, kind: str, at: datetime, radio_id: int | None = None) -> bool:
        """Whether an event of this kind (and radio) that was done later is taken already."""
        query = select(FieldEventRow.id).where(FieldEventRow.kind == kind, FieldEventRow.at > at, FieldEventRow.refused == "")
        query = query.where(FieldEventRow.radio_id == radio_id) if radio_id is not None else query
        return self.session.scalar(query.limit(1)) is not None

    def of_device(self, event_id: str, number: int, device_number: int | None = None) -> None:
        """Note which radio (or outing) an event is about, and by which number its device knows it."""
        row = self.session.get_one(FieldEventRow, event_id)
        row.radio_id, row.device_radio = number, device_number

    def number_of(self, device_number: int) -> int | None:
        """Return the radio (or outing) that a device gave this number, None where none did."""
        query = select(FieldEventRow.radio_id).where(FieldEventRow.device_radio == device_number, FieldEventRow.refused == "")
        return self.session.scalar(query.limit(1))

    def rows(self, known_sheets: set[str]) -> dict[str, list[dict[str, Any]]]:
        """Return the rows that a device takes along, by table: my radios with their slots and sheets, the latest of the logs.

        A sheet that the device knows already comes without what it says.
        """
        mine = select(RadioRow.id).where(RadioRow.outing_id.is_(None))
        return {
            "station": self._plain(select(StationRow.__table__)),
            **_together(
                self._of_radios(mine, known_sheets),
                self._memory(select(RadioRow.id).where(RadioRow.outing_id.is_not(None))),  # what others' sheets say stays here
            ),
            "outing": self._plain(select(OutingRow.__table__)),
            "placed_channel": self._plain(select(PlacedRow.__table__)),
            "work_log": self._plain(select(LogRow.__table__).order_by(LogRow.at.desc(), LogRow.id.desc()).limit(MOST_LINES)),
            "drill_event": self._plain(select(DrillEventRow.__table__).order_by(DrillEventRow.at_utc.desc()).limit(MOST_DRILLED)),
        }

    def rows_of_person(self, outing_id: int, person_id: str) -> dict[str, list[dict[str, Any]]]:
        """Return the rows of a person's radio at an outing, as ``rows`` does: nothing of the others."""
        found = self._of_radios(
            select(RadioRow.id).where(RadioRow.outing_id == outing_id, RadioRow.person_id == person_id), set()
        )
        own = [{**radio, "outing_id": None, "person_id": None} for radio in found["radio"]]
        return {**found, "radio": own}

    def _of_radios(self, radios: Select[Any], known_sheets: set[str]) -> dict[str, list[dict[str, Any]]]:
        of_mine = SheetRow.radio_id.in_(radios)
        done = select(SheetRow.id).where(of_mine, SheetRow.status != "open").order_by(SheetRow.created_at.desc()).limit(MOST_DONE)
        wanted = select(SheetRow.id).where(of_mine, SheetRow.status == "open").union(done)
        unknown = select(SheetRow.id, SheetRow.content).where(SheetRow.id.in_(wanted), SheetRow.id.not_in(known_sheets))
        contents = {r.id: r.content for r in self.session.execute(unknown)}
        heads = select(*(c for c in SheetRow.__table__.columns if c.name != "content")).where(SheetRow.id.in_(wanted))
        sheets = [{**row, "content": contents.get(row["id"])} for row in self._plain(heads)]
        ticks = self._plain(select(TickRow.__table__).where(TickRow.sheet_id.in_(wanted)))
        return {**self._memory(radios), "sheet": sheets, "tick": ticks}

    def _memory(self, radios: Select[Any]) -> dict[str, list[dict[str, Any]]]:
        columns = (
            RadioRow.id,
            RadioRow.model,
            RadioRow.firmware,
            RadioRow.name,
            RadioRow.marks,
            RadioRow.outing_id,
            RadioRow.person_id,
        )
        return {
            "radio": self._plain(select(*columns).where(RadioRow.id.in_(radios))),
            "slot": self._plain(select(SlotRow.__table__).where(SlotRow.radio_id.in_(radios))),
            "slot_event": self._plain(select(SlotEventRow.__table__).where(SlotEventRow.radio_id.in_(radios))),
        }

    def own_profiles(self) -> dict[str, str]:
        """Return the profiles of one's own as they were written, by model."""
        return {r.model: r.text for r in self.session.execute(select(OwnProfileRow.model, OwnProfileRow.text))}

    def _plain(self, query: Select[Any]) -> list[dict[str, Any]]:
        return [
            {k: v.isoformat() if isinstance(v, datetime) else v for k, v in row.items()}
            for row in self.session.execute(query).mappings()
        ]


def _together(*found: dict[str, list[dict[str, Any]]]) -> dict[str, list[dict[str, Any]]]:
    return {table: [row for one in found for row in one.get(table, [])] for table in found[0]}
