"""The contact log."""

from dataclasses import asdict
from datetime import date
from typing import Annotated

from fastapi import APIRouter, Depends, Query, Response

from vocator import clock
from vocator.api.keeping.contact_schemas import ContactShape, ContactsIn, ImportedShape, RefusedRecord
from vocator.api.media import file_of
from vocator.api.passes.passes import Body
from vocator.api.programming.sheet_schemas import Kept
from vocator.api.store import Store
from vocator.core.instants import stamped
from vocator.core.keeping.contacts import Contact
from vocator.core.keeping.log_filter import LogFilter
from vocator.usecases.keeping.contacts import adif_of, contacts_view, csv_of, import_adif, keep_contacts, remove_contact

Text = Annotated[str, Query(max_length=60)]


def log_filter(
    find: Text = "",
    satellite: Text = "",
    band: Text = "",
    radio: Text = "",
    outcome: Text = "",
    first_day: date | None = None,
    last_day: date | None = None,
) -> LogFilter:
    """Read what is looked for in a log."""
    return LogFilter(find, satellite, band, radio, outcome, first_day, last_day)


Wanted = Annotated[LogFilter, Depends(log_filter)]
router = APIRouter(prefix="/api/contacts", tags=["contacts"])


@router.get("")
def contacts(store: Store, wanted: Wanted) -> list[ContactShape]:
    """Return the log, the latest first."""
    return [ContactShape.model_validate(c) for c in contacts_view(store, wanted)]


@router.post("")
def keep(given: ContactsIn, store: Store) -> Kept:
    """Keep contacts, perhaps stamped while the server was away; sending them twice is harmless."""
    now = clock.utc_now()
    contacts, told = [], []
    for one in given.contacts:
        at, words = stamped(one.at_utc, now)
        fields = one.model_dump(exclude={"changed_utc"})
        changed = stamped(one.changed_utc, now)[0] if one.changed_utc else None
        contacts.append((Contact(**{**fields, "at_utc": at}), changed))
        told += [words] if words else []
    return Kept(ids=keep_contacts(store, contacts), notes=list(dict.fromkeys(told)))


@router.get(".adi", **file_of("text/plain"))
def adif(store: Store, wanted: Wanted) -> Response:
    """Return the log as ADIF."""
    return Response(
        adif_of(store, wanted), media_type="text/plain", headers={"Content-Disposition": 'attachment; filename="contacts.adi"'}
    )


@router.get(".csv", **file_of("text/csv"))
def as_csv(store: Store, wanted: Wanted) -> Response:
    """Return the log as CSV."""
    return Response(
        csv_of(store, wanted), media_type="text/csv", headers={"Content-Disposition": 'attachment; filename="contacts.csv"'}
    )


@router.post("/import")
def take(raw: Body, store: Store) -> ImportedShape:
    """Take the contacts of an ADIF file that are not there yet."""
    made = asdict(import_adif(store, raw))
    return ImportedShape(**{**made, "refused": [RefusedRecord(record=n, why=why) for n, why in made["refused"]]})


@router.delete("/{contact_id}", status_code=204)
def remove(contact_id: str, store: Store) -> None:
    """Take a contact out."""
    remove_contact(store, contact_id)
