"""Repositories of what satellites need: element sets, chosen passes, contacts."""

import hashlib
from dataclasses import asdict, dataclass
from datetime import datetime

from sqlalchemy import delete, func, select, update
from sqlalchemy.dialects.postgresql import insert
from sqlalchemy.orm import Session

from vocator.core.keeping.contacts import Contact
from vocator.core.onair.links import Link
from vocator.core.orbit.elements import Elements
from vocator.storage.tables import ChosenPassRow, ContactRow, ElementSetRow, SatelliteLinkRow

MOST_FORMS = 50


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

    def newest(self) -> datetime | None:
        """Return the latest epoch of all sets that are kept, None where there are none."""
        return self.session.scalar(select(func.max(ElementSetRow.epoch_utc)))

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


class LinkRepository:
    """The links of satellites, those of one satellite in the operator's order."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def all(self) -> dict[int, list[Link]]:
        """Return all links by the satellite's number."""
        found: dict[int, list[Link]] = {}
        for row in self.session.scalars(select(SatelliteLinkRow).order_by(SatelliteLinkRow.number, SatelliteLinkRow.position)):
            found.setdefault(row.number, []).append(Link.from_dict({**row.fields, "number": row.number}))
        return found

    def of(self, number: int) -> list[Link]:
        """Return the links of one satellite."""
        query = select(SatelliteLinkRow).where(SatelliteLinkRow.number == number).order_by(SatelliteLinkRow.position)
        return [Link.from_dict({**row.fields, "number": number}) for row in self.session.scalars(query)]

    def put(self, links: dict[int, list[Link]]) -> None:
        """Keep links in place of all that the satellites named had."""
        self.session.execute(delete(SatelliteLinkRow).where(SatelliteLinkRow.number.in_(list(links))))
        rows = [
            {"number": number, "position": n, "fields": {k: v for k, v in one.as_dict().items() if k != "number"}}
            for number, own in links.items()
            for n, one in enumerate(own)
        ]
        if rows:
            self.session.execute(insert(SatelliteLinkRow), rows)


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
        new = insert(ChosenPassRow).values(number=chosen.number, aos_utc=chosen.aos_utc, query=chosen.query)
        self.session.execute(new.on_conflict_do_update(index_elements=["number", "aos_utc"], set_={"query": chosen.query}))

    def remove(self, number: int, aos_utc: datetime) -> None:
        """Take one out."""
        self.session.execute(delete(ChosenPassRow).where(ChosenPassRow.number == number, ChosenPassRow.aos_utc == aos_utc))


class ContactRepository:
    """The contact log."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def all(self) -> list[Contact]:
        """Return the contacts, the latest first."""
        rows = self.session.scalars(
            select(ContactRow).where(ContactRow.removed.is_(False)).order_by(ContactRow.at_utc.desc(), ContactRow.id)
        )
        return [_contact(r) for r in rows]

    def put(self, contact: Contact, changed_utc: datetime | None = None) -> None:
        """Keep a contact in place of an earlier form of it, unless this form came before or was changed before what is kept.

        So forms may be sent any number of times and in any order; one that was removed does not come back.
        """
        fields = asdict(contact)
        form = _digest(fields, changed_utc)
        new = insert(ContactRow).values(**fields, changed_utc=changed_utc, removed=False, forms=[form])
        if self.session.scalar(new.on_conflict_do_nothing().returning(ContactRow.id)) is not None:
            return
        row = self.session.scalars(select(ContactRow).where(ContactRow.id == contact.id).with_for_update()).one_or_none()
        if row is None or form in row.forms:
            return
        row.forms = [*row.forms, form][-MOST_FORMS:]
        known, told = row.changed_utc or row.at_utc, changed_utc or contact.at_utc
        if (told < known and (changed_utc or row.changed_utc)) or (row.removed and told <= known):
            return
        for name, value in fields.items():
            setattr(row, name, value)
        row.changed_utc, row.removed = changed_utc, False
        self.session.flush()

    def remove(self, contact_id: str, now: datetime) -> None:
        """Take a contact out; it stays known, so that a form of it which comes late does not bring it back."""
        self.session.execute(update(ContactRow).where(ContactRow.id == contact_id).values(removed=True, changed_utc=now))


def _digest(fields: dict[str, object], changed_utc: datetime | None) -> str:
    return hashlib.sha256(repr((sorted(fields.items()), changed_utc)).encode()).hexdigest()[:16]


def _contact(row: ContactRow) -> Contact:
    return Contact(**{name: getattr(row, name) for name in Contact.__dataclass_fields__})
