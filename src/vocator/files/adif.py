"""Contacts as ADIF 3 (ADI), in and out, by the ``adif-io`` library.

What is written is read back before it is given out.  FREQ and BAND are the side that was sent on,
FREQ_RX and BAND_RX the other.
"""

import re
import unicodedata
from dataclasses import dataclass
from datetime import UTC, datetime
from uuid import NAMESPACE_URL, uuid5

import adif_io

import vocator
from vocator.core.instants import instant
from vocator.core.keeping.contacts import Contact, band_of, satellite_mode

VERSION = "3.1.4"
MOST_BYTES = 16_000_000
_TAG = re.compile(r"<(eoh|eor|(\w+):([0-9]{1,8})(?::[^>]+)?)>", re.IGNORECASE)
_BEYOND = re.compile(r"<\w+:[0-9]{9,}(?::[^>]*)?>")
"""A field longer than any file that is read."""


@dataclass(frozen=True, slots=True)
class AdifFile:
    """The contacts of a file, and each record that was not taken with its number and the reason."""

    contacts: tuple[Contact, ...]
    refused: tuple[tuple[int, str], ...] = ()
    notes: tuple[str, ...] = ()


def write_adif(contacts: list[Contact]) -> str:
    """Write contacts; raises ValueError if reading them back gives anything else."""
    head = adif_io.Headers({"ADIF_VER": VERSION, "PROGRAMID": "Vocator", "PROGRAMVERSION": vocator.VERSION})
    text = "Contacts\n" + str(head) + "".join(str(adif_io.QSO(_record(c))) for c in contacts)
    back = read_adif(text.encode("ascii")) if contacts else AdifFile(())
    if [_record(c) for c in back.contacts] != [_record(c) for c in contacts] or back.refused:
        raise ValueError("the file does not read back as it was written; nothing is given out")
    return text


def _plain(text: str) -> str:
    """Return text in ASCII, which is all that ADI may hold: accents go, other letters become a question mark."""
    kept = unicodedata.normalize("NFKD", text).encode("ascii", "replace").decode().replace("?", "?")
    return re.sub(r"[\x00-\x1f<>]+", " ", "".join(c for c in kept)).strip()


def _megahertz(hz: int | None) -> str:
    return f"{hz / 1e6:.6f}".rstrip("0").rstrip(".") if hz is not None else ""


def _record(c: Contact) -> dict[str, str]:
    at = c.at_utc.astimezone(UTC)
    fields = {
        "QSO_DATE": f"{at:%Y%m%d}", "TIME_ON": f"{at:%H%M%S}", "CALL": _plain(c.call_sign), "BAND": band_of(c.tx_hz),
        "FREQ": _megahertz(c.tx_hz), "MODE": _plain(c.mode) or "FM", "BAND_RX": band_of(c.rx_hz), "FREQ_RX": _megahertz(c.rx_hz),
        "RST_SENT": _plain(c.report_sent), "RST_RCVD": _plain(c.report_received), "GRIDSQUARE": _plain(c.grid),
        "MY_GRIDSQUARE": _plain(c.my_grid), "STATION_CALLSIGN": _plain(c.my_call), "COMMENT": _plain(c.note),
        **({"PROP_MODE": "SAT", "SAT_NAME": _plain(c.satellite), "SAT_MODE": satellite_mode(c)} if c.satellite else {}),
    }  # fmt: skip
    return {k: v for k, v in fields.items() if v}


def read_adif(raw: bytes) -> AdifFile:
    """Read contacts; what has no call, date or time is told by the number of its record.

    Lengths may count characters or bytes: what leaves no rest between the fields is taken.
    """
    if len(raw) > MOST_BYTES:
        return AdifFile((), ((0, f"the file has {len(raw):,} bytes; up to {MOST_BYTES:,} are read"),))
    notes = []
    by_bytes = raw.decode("latin-1")
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError:
        text = by_bytes
        notes.append("not UTF-8: read as Latin-1")
    if text != by_bytes and _rest(by_bytes) < _rest(text):
        text = by_bytes
        notes.append("the lengths count bytes")
    text, beyond = _BEYOND.subn("", text)
    if beyond or _rest(text):
        notes.append("some lengths do not fit their text: look at what was taken")
    if not re.search(r"<eor>", text, re.IGNORECASE):
        return AdifFile((), ((0, "no record ends here: <EOR> is missing; the file may be cut short"),), tuple(notes))
    try:
        records, _ = adif_io.read_from_string(text.lstrip() if text.lstrip().startswith("<") else text)
    except (adif_io.AdifError, ValueError, IndexError) as error:
        return AdifFile((), ((0, f"no ADIF: {str(error)[:200]}"),), tuple(notes))
    good, refused = [], []
    for number, record in enumerate(records, 1):
        try:
            good.append(_contact({k: _decoded(v) for k, v in record.items()}))
        except (ValueError, KeyError) as error:
            refused.append((number, str(error).strip("'")))
    return AdifFile(tuple(good), tuple(refused), tuple(notes))


def _rest(text: str) -> int:
    """Return how many characters between the fields are no white space: with right lengths there are none."""
    head = re.search(r"<eoh>", text, re.IGNORECASE)
    at, rest = (head.end() if head else 0), 0
    while tag := _TAG.search(text, at):
        rest += len(text[at : tag.start()].strip())
        at = tag.end() + (int(tag[3]) if tag[3] else 0)
    return rest + len(text[at:].strip())


def _decoded(value: str) -> str:
    try:
        return value.encode("latin-1").decode("utf-8").strip()
    except UnicodeError:
        return value.strip()


def _contact(record: dict[str, str]) -> Contact:
    for field in ("CALL", "QSO_DATE", "TIME_ON"):
        if not record.get(field):
            raise ValueError(f"{field} is missing")
    try:
        at = datetime.strptime(record["QSO_DATE"] + record["TIME_ON"].ljust(6, "0"), "%Y%m%d%H%M%S").replace(tzinfo=UTC)
    except ValueError:
        raise ValueError(f"QSO_DATE {record['QSO_DATE'][:20]} and TIME_ON {record['TIME_ON'][:20]} are no moment") from None
    instant(at)
    call = record["CALL"].upper()
    key = f"{call}|{at.isoformat()}|{record.get('SAT_NAME', '')}|{record.get('BAND', '')}"
    return Contact(
        uuid5(NAMESPACE_URL, key).hex, at, call, record.get("GRIDSQUARE", ""), record.get("SAT_NAME", ""), record.get("MODE") or "FM",
        _hertz(record, "FREQ"), _hertz(record, "FREQ_RX"), record.get("RST_SENT", ""), record.get("RST_RCVD", ""),
        record.get("STATION_CALLSIGN", ""), record.get("MY_GRIDSQUARE", ""), record.get("COMMENT", ""),
    )  # fmt: skip


def _hertz(record: dict[str, str], field: str) -> int | None:
    if not record.get(field):
        return None
    try:
        hz = round(float(record[field]) * 1e6)
    except (ValueError, OverflowError):
        raise ValueError(f"{field} is {record[field][:20]!r}, no frequency in MHz") from None
    if not 0 < hz < 300_000_000_000:
        raise ValueError(f"{field} is {record[field][:20]}, no frequency in MHz")
    return hz
