"""Repositories of what satellites need: element sets, chosen passes, contacts."""

from dataclasses import asdict, dataclass
from datetime import datetime

from sqlalchemy import delete, select
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from vocator.core.keeping.contacts import Contact
from vocator.core.orbit.elements import Elements
from vocator.storage.tables import ChosenPassRow, ContactRow, ElementSetRow


@dataclass(frozen=True, slots=True)
class KeptElements:
    """An element set with where it came from and whether its satellite is among the chosen ones."""

    elements: Elements
    source: str
    fetched_at: datetime
    chosen: bool


@dataclass(frozen=True, slots=True)
class ChosenPass:
    """A pass the operator means to work; ``query`` is the page's choice of radios and way."""

    number: int
    aos_utc: datetime
    query: str = ""


class ElementRepository:
    """The newest element set of each satellite."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def all(self, chosen_only: bool = False) -> list[KeptElements]:
        """Return the sets by name."""
        query = select(ElementSetRow).order_by(ElementSetRow.name, ElementSetRow.number)
        if chosen_only:
            query = query.where(ElementSetRow.chosen)
        return [_kept(row) for row in self.session.scalars(query)]

    def get(self, number: int) -> KeptElements | None:
        """Return one set, None where there is none."""
        row = self.session.get(ElementSetRow, number)
        return _kept(row) if row else None

    def put(self, elements: Elements, source: str, at: datetime, chosen: bool) -> bool:
        """Keep a set unless a newer one of the same satellite is kept; a satellite's own choice stays; returns whether it was taken."""
        fields = {k: v for k, v in asdict(elements).items() if k != "epoch_utc"}
        row = self.session.get(ElementSetRow, elements.number)
        if row is None:
            row = ElementSetRow(number=elements.number, chosen=chosen)
            self.session.add(row)
        elif row.epoch_utc > elements.epoch_utc:
            return False
        row.name, row.epoch_utc, row.fields, row.source, row.fetched_at = (
            elements.name[:60],
            elements.epoch_utc,
            fields,
            source,
            at,
        )
        self.session.flush()
        return True

    def choose(self, number: int, chosen: bool) -> None:
        """Take a satellite among the chosen ones, or out."""
        self.session.get_one(ElementSetRow, number).chosen = chosen

    def remove(self, number: int) -> None:
        """Forget a satellite."""
        self.session.execute(delete(ElementSetRow).where(ElementSetRow.number == number))


def _kept(row: ElementSetRow) -> KeptElements:
    return KeptElements(Elements(**{**row.fields, "epoch_utc": row.epoch_utc}), row.source, row.fetched_at, row.chosen)


class ChosenPassRepository:
    """The passes the operator means to work."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def all(self) -> list[ChosenPass]:
        """Return them in the order of their rise."""
        rows = self.session.scalars(select(ChosenPassRow).order_by(ChosenPassRow.aos_utc))
        return [ChosenPass(r.number, r.aos_utc, r.query) for r in rows]

    def put(self, chosen: ChosenPass) -> None:
        """Keep one, in place of an earlier choice for the same pass."""
        self.session.merge(ChosenPassRow(number=chosen.number, aos_utc=chosen.aos_utc, query=chosen.query))

    def remove(self, number: int, aos_utc: datetime) -> None:
        """Take one out."""
        self.session.execute(delete(ChosenPassRow).where(ChosenPassRow.number == number, ChosenPassRow.aos_utc == aos_utc))


class ContactRepository:
    """The contact log."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def all(self) -> list[Contact]:
        """Return the contacts, the latest first."""
        rows = self.session.scalars(select(ContactRow).order_by(ContactRow.at_utc.desc(), ContactRow.id))
        return [_contact(r) for r in rows]

    def get(self, contact_id: str) -> Contact | None:
        """Return one contact, None where there is none."""
        row = self.session.get(ContactRow, contact_id)
        return _contact(row) if row else None

    def put(self, contact: Contact) -> None:
        """Keep a contact in place of an earlier form of it; sending it twice is harmless."""
        fields = asdict(contact)
        self.session.execute(insert(ContactRow).values(**fields).on_conflict_do_update(index_elements=["id"], set_=fields))

    def remove(self, contact_id: str) -> None:
        """Take a contact out."""
        self.session.execute(delete(ContactRow).where(ContactRow.id == contact_id))


def _contact(row: ContactRow) -> Contact:
    return Contact(**{name: getattr(row, name) for name in Contact.__dataclass_fields__})
