"""Repositories of outings: the documents, their people's radios, what was placed, links."""

from dataclasses import dataclass
from datetime import datetime

from sqlalchemy import delete, func, select, update
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from vocator.core.keeping.records import Radio
from vocator.core.outing.kept import KeptOuting, PlacedChannel
from vocator.core.outing.outing import Outing, outing_from
from vocator.storage.tables import LinkRow, OutingRow, PlacedRow, RadioRow, TroubleRow


@dataclass(frozen=True, slots=True)
class Link:
    """A volunteer's link."""

    digest: str
    outing_id: int
    person_id: str
    expires_at: datetime
    withdrawn: bool


class OutingRepository:
    """Outings and what belongs to them."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def all(self) -> list[KeptOuting]:
        """Return the outings, the latest first."""
        return [_kept(r) for r in self.session.scalars(select(OutingRow).order_by(OutingRow.id.desc()))]

    def get(self, outing_id: int) -> KeptOuting | None:
        """Return one outing, None where there is none."""
        row = self.session.get(OutingRow, outing_id)
        return _kept(row) if row else None

    def note_trouble(self, outing_id: int, person_id: str, words: str | None) -> None:
        """Note why a person's sheets could not be made; None that there is no trouble any more."""
        self.session.execute(delete(TroubleRow).where(TroubleRow.outing_id == outing_id, TroubleRow.person_id == person_id))
        if words is not None:
            self.session.add(TroubleRow(outing_id=outing_id, person_id=person_id, words=words))

    def troubles(self, outing_id: int) -> dict[str, str]:
        """Return why sheets could not be made, in words, by person."""
        rows = self.session.scalars(select(TroubleRow).where(TroubleRow.outing_id == outing_id))
        return {r.person_id: r.words for r in rows}

    def add(self, outing: Outing, at: datetime) -> KeptOuting:
        """Keep a new outing."""
        row = OutingRow(content=outing.as_dict(), version=1, changed_at=at)
        self.session.add(row)
        self.session.flush()
        return _kept(row)

    def change(self, outing_id: int, version: int, outing: Outing, at: datetime) -> bool:
        """Put a changed outing in place of the version it was made from; returns False where another change came first."""
        done = self.session.execute(
            update(OutingRow)
            .where(OutingRow.id == outing_id, OutingRow.version == version)
            .values(content=outing.as_dict(), version=version + 1, changed_at=at)
        )
        self.session.expire_all()
        return bool(done.rowcount)  # type: ignore[attr-defined]

    def remove(self, outing_id: int) -> None:
        """Remove an outing with its radios, sheets and links."""
        self.session.execute(delete(OutingRow).where(OutingRow.id == outing_id))

    def one_at_a_time(self, outing_id: int, person_id: str) -> None:
        """Wait until nobody else works on what belongs to a person; holds to the end of the transaction."""
        key = func.hashtextextended(f"person {outing_id} {person_id}", 0)
        self.session.execute(select(func.pg_advisory_xact_lock(key)))

    def radios(self, outing_id: int) -> dict[str, Radio]:
        """Return the radios of an outing by person."""
        rows = self.session.scalars(select(RadioRow).where(RadioRow.outing_id == outing_id))
        return {str(r.person_id): Radio(r.id, r.model, r.firmware, r.name) for r in rows}

    def radio_for(self, outing_id: int, person_id: str, model: str, firmware: str, name: str) -> Radio:
        """Return a person's radio; a new one where there is none, or where it is another model now."""
        row = self.session.scalar(select(RadioRow).where(RadioRow.outing_id == outing_id, RadioRow.person_id == person_id))
        if row is not None and (row.model, row.firmware) != (model, firmware):
            self.session.delete(row)
            self.session.flush()
            row = None
        if row is None:
            row = RadioRow(model=model, firmware=firmware, name=name[:60], outing_id=outing_id, person_id=person_id)
            self.session.add(row)
            self.session.flush()
        return Radio(row.id, row.model, row.firmware, row.name)

    def placed(self, radio_id: int) -> dict[str, PlacedChannel]:
        """Return what was put on sheets for a radio, by channel."""
        rows = self.session.scalars(select(PlacedRow).where(PlacedRow.radio_id == radio_id))
        return {r.channel_id: PlacedChannel(r.radio_id, r.channel_id, r.slot, r.stands_for, r.sheet_id) for r in rows}

    def put_placed(self, placed: PlacedChannel) -> None:
        """Note what was put on a sheet."""
        fields = {
            "radio_id": placed.radio_id, "channel_id": placed.channel_id, "slot": placed.slot, "stands_for": placed.stands_for,
            "sheet_id": placed.sheet_id,
        }  # fmt: skip
        self.session.execute(
            insert(PlacedRow).values(**fields).on_conflict_do_update(index_elements=["radio_id", "channel_id"], set_=fields)
        )

    def add_link(self, link: Link) -> None:
        """Keep a link in place of the person's earlier ones, which are withdrawn."""
        self.withdraw(link.outing_id, link.person_id)
        self.session.add(
            LinkRow(
                digest=link.digest, outing_id=link.outing_id, person_id=link.person_id, expires_at=link.expires_at, withdrawn=False
            )
        )  # fmt: skip
        self.session.flush()

    def link(self, digest: str) -> Link | None:
        """Return a link by its digest, None where there is none."""
        r = self.session.get(LinkRow, digest)
        return Link(r.digest, r.outing_id, r.person_id, r.expires_at, r.withdrawn) if r else None

    def withdraw(self, outing_id: int, person_id: str) -> None:
        """Withdraw a person's links."""
        query = update(LinkRow).where(LinkRow.outing_id == outing_id, LinkRow.person_id == person_id)
        self.session.execute(query.values(withdrawn=True))

    def linked(self, outing_id: int, now: datetime) -> set[str]:
        """Return the people who have a link that works."""
        query = select(LinkRow.person_id).where(
            LinkRow.outing_id == outing_id, LinkRow.withdrawn.is_(False), LinkRow.expires_at > now
        )
        return set(self.session.scalars(query))


def _kept(row: OutingRow) -> KeptOuting:
    return KeptOuting(row.id, row.version, row.changed_at, outing_from(row.content))
