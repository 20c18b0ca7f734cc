"""The contact log: keep, find duplicates, ADIF and CSV."""

from dataclasses import asdict, dataclass, replace
from datetime import UTC, datetime
from typing import Any

from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.keeping.contacts import Contact, band_of, is_duplicate, satellite_mode
from vocator.core.keeping.log_filter import LogFilter
from vocator.core.keeping.records import LogEntry
from vocator.core.orbit.grid import locator, place_of, way
from vocator.core.refusal import Refusal
from vocator.files.adif import read_adif, write_adif
from vocator.files.csv_cells import write_rows
from vocator.storage.orbit_repositories import ContactRepository
from vocator.storage.repositories import LogRepository, StationRepository

MOST_LINES = 20_000


@dataclass(frozen=True, slots=True)
class ImportedContacts:
    """What came of an import."""

    taken: int
    there_already: int
    refused: tuple[tuple[int, str], ...]
    notes: tuple[str, ...]


def keep_contacts(session: Session, given: list[tuple[Contact, datetime | None]]) -> list[str]:
    """Keep contacts, each with when it was changed last, perhaps stamped while the server was away; returns the ids now kept.

    What is not said of one's own side is filled in from the station.  Raises Refusal for a grid
    that is none.
    """
    station = StationRepository(session).get()
    own_grid = ""
    if station.latitude_deg is not None and station.longitude_deg is not None:
        own_grid = locator(station.latitude_deg, station.longitude_deg, 2)
    contacts = ContactRepository(session)
    for one, changed_utc in given:
        if one.grid:
            place_of(one.grid)
        contacts.put(
            replace(
                one, call_sign=one.call_sign.strip().upper(), grid=one.grid.strip(), my_call=one.my_call or station.call_sign,
                my_grid=one.my_grid or own_grid,
            ),
            changed_utc,
        )  # fmt: skip
    return [c.id for c, _ in given]


def contacts_view(session: Session, wanted: LogFilter = LogFilter()) -> list[dict[str, Any]]:
    """Return the log, the latest first, with distance, bearing and duplicates."""
    everything = ContactRepository(session).all()
    seen = []
    for n, one in enumerate(everything):
        if not wanted.takes_contact(one):
            continue
        earlier = next((o for o in everything[n + 1 :] if is_duplicate(one, o)), None)
        there = _way(one)
        seen.append(
            {
                **asdict(one), "band": band_of(one.tx_hz), "sat_mode": satellite_mode(one),
                "duplicate_of_utc": earlier.at_utc if earlier else None,
                "distance_km": round(there.distance_km) if there else None, "bearing_deg": round(there.bearing_deg) if there else None,
            }
        )  # fmt: skip
    return seen


def _way(one: Contact) -> Any:
    try:
        return way(place_of(one.my_grid), place_of(one.grid)) if one.grid and one.my_grid else None
    except Refusal:
        return None


def _earliest_first(session: Session, wanted: LogFilter) -> list[Contact]:
    return [c for c in reversed(ContactRepository(session).all()) if wanted.takes_contact(c)]


def adif_of(session: Session, wanted: LogFilter = LogFilter()) -> str:
    """Return the finished contacts as ADIF, the earliest first; a stamp without a call sign is left out."""
    return write_adif([c for c in _earliest_first(session, wanted) if c.call_sign])


CONTACT_HEAD = (
    "time (UTC)", "call sign", "grid", "satellite", "mode", "send (MHz)", "receive (MHz)", "sent", "received", "my call", "my grid", "note",
)  # fmt: skip


def csv_of(session: Session, wanted: LogFilter = LogFilter()) -> str:
    """Return the contacts as CSV with units in the header, the earliest first."""
    rows = []
    for c in _earliest_first(session, wanted):
        mhz = [f"{hz / 1e6:.6f}".rstrip("0").rstrip(".") if hz else "" for hz in (c.tx_hz, c.rx_hz)]
        at = f"{c.at_utc.astimezone(UTC):%Y-%m-%dT%H:%M:%SZ}"
        rows.append(
            (at, c.call_sign, c.grid, c.satellite, c.mode, *mhz, c.report_sent, c.report_received, c.my_call, c.my_grid, c.note)
        )
    return write_rows(CONTACT_HEAD, rows)


def work_log(session: Session, wanted: LogFilter, count: int) -> list[LogEntry]:
    """Return the latest lines of the work log among what is looked for, the latest first."""
    most = count if wanted == LogFilter() else MOST_LINES
    return [e for e in LogRepository(session).latest(most) if wanted.takes_work(e)][:count]


def work_csv_of(session: Session, wanted: LogFilter) -> str:
    """Return the work log as CSV, the earliest line first."""
    lines = reversed(work_log(session, wanted, MOST_LINES))
    rows = ((f"{e.at.astimezone(UTC):%Y-%m-%dT%H:%M:%SZ}", e.radio, e.slot, e.text, e.proof, e.outcome) for e in lines)
    return write_rows(("time (UTC)", "radio", "slot", "what", "proof", "outcome"), rows)


def import_adif(session: Session, raw: bytes) -> ImportedContacts:
    """Take the contacts of an ADIF file that are not there yet; raises Refusal where it holds none."""
    file = read_adif(raw)
    if not file.contacts:
        found = "; ".join(f"record {n}: {why}" if n else why for n, why in file.refused[:5]) or "no contact"
        raise Refusal(found, "ADIF file", "records with CALL, QSO_DATE and TIME_ON", "Export it anew where it came from.")
    contacts = ContactRepository(session)
    there = {_same(c) for c in contacts.all()}
    new = [c for c in file.contacts if _same(c) not in there]
    good, refused = [], list(file.refused)
    for number, c in enumerate(new, 1):
        try:
            if c.grid:
                place_of(c.grid)
            good.append(c)
        except Refusal as error:
            refused.append((number, str(error)))
    for c in {c.id: c for c in good}.values():
        contacts.put(_cut(c))
    return ImportedContacts(len({c.id for c in good}), len(file.contacts) - len(new), tuple(refused[:50]), file.notes)


def _same(c: Contact) -> tuple[Any, ...]:
    """Return what makes two records the same contact; ADIF tells time to the second."""
    return c.call_sign, c.at_utc.replace(microsecond=0), c.satellite


def _cut(c: Contact) -> Contact:
    return replace(
        c, call_sign=c.call_sign[:60], grid=c.grid[:60], satellite=c.satellite[:60], mode=c.mode[:60], report_sent=c.report_sent[:20],
        report_received=c.report_received[:20], my_call=c.my_call[:20], my_grid=c.my_grid[:20],
    )  # fmt: skip


def remove_contact(session: Session, contact_id: str) -> None:
    """Take a contact out of the log; one that is not there is no error."""
    ContactRepository(session).remove(contact_id, clock.utc_now())


def latest_lines(session: Session, count: int) -> list[LogEntry]:
    """Return the latest lines of the work log, whatever they are about."""
    return LogRepository(session).latest(count)
