"""Contacts: what was worked, and what is a duplicate."""

from dataclasses import dataclass
from datetime import datetime, timedelta

ONE_PASS = timedelta(minutes=25)
BANDS_HZ = (
    ("10m", 28_000_000, 29_700_000), ("6m", 50_000_000, 54_000_000), ("2m", 144_000_000, 148_000_000), ("1.25m", 222_000_000, 225_000_000),
    ("70cm", 420_000_000, 450_000_000), ("33cm", 902_000_000, 928_000_000), ("23cm", 1_240_000_000, 1_300_000_000),
)  # fmt: skip
LETTERS = {"2m": "V", "70cm": "U", "23cm": "L", "10m": "A"}


@dataclass(frozen=True, slots=True)
class Contact:
    """One contact.  Nominal frequencies in hertz, None where not known; ``id`` is made where it was stamped."""

    id: str
    at_utc: datetime
    call_sign: str = ""
    grid: str = ""
    satellite: str = ""
    mode: str = "FM"
    tx_hz: int | None = None
    rx_hz: int | None = None
    report_sent: str = ""
    report_received: str = ""
    my_call: str = ""
    my_grid: str = ""
    note: str = ""


def band_of(hz: int | None) -> str:
    """Return the band's name as ADIF has it, empty outside the bands known here."""
    return next((name for name, low, high in BANDS_HZ if hz is not None and low <= hz <= high), "")


def satellite_mode(contact: Contact) -> str:
    """Return the pair of band letters, ``V/U`` for up on 2 m and down on 70 cm; empty where one is not known."""
    up, down = LETTERS.get(band_of(contact.tx_hz)), LETTERS.get(band_of(contact.rx_hz))
    return f"{up}/{down}" if up and down else ""


def is_duplicate(one: Contact, other: Contact) -> bool:
    """Whether two are the same station, satellite, band and mode within one pass."""
    return (
        one.id != other.id
        and bool(one.call_sign)
        and (one.call_sign.upper(), one.satellite.upper(), one.mode, band_of(one.tx_hz))
        == (other.call_sign.upper(), other.satellite.upper(), other.mode, band_of(other.tx_hz))
        and abs(one.at_utc - other.at_utc) < ONE_PASS
    )
