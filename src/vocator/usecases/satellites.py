"""Satellites kept here: their elements, how old they are, fetch and import them."""

from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from math import floor
from pathlib import Path
from typing import Any

from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.onair.satellites import Transponder
from vocator.core.orbit.elements import Elements, age_class, age_words
from vocator.core.orbit.frames import Site
from vocator.core.orbit.horizon_mask import HorizonMask
from vocator.core.refusal import Refusal
from vocator.files.elements_any import read_elements
from vocator.files.elements_file import ElementFile
from vocator.files.omm import read_omm_json, write_omm_csv, write_omm_json
from vocator.files.tle import write_tle
from vocator.files.transponders_yaml import transponders
from vocator.storage.orbit_repositories import ElementRepository, KeptElements
from vocator.storage.repositories import StationRepository
from vocator.usecases.errors import NotFound, NotReached
from vocator.usecases.services import ask

DEMO_ELEMENTS = Path(__file__).parent.parent / "data" / "demo" / "elements.json"
SERVICE_S = 8.0
MOST_KEPT = 500


@dataclass(frozen=True, slots=True)
class Taken:
    """What came of a fetch or an import."""

    taken: int
    older: int
    unusable: tuple[str, ...]
    left_out: int = 0


def redated(today: datetime) -> list[Elements]:
    """Return the made-up satellites with their epochs moved by whole days to within three days of today."""
    moved = []
    for n, one in enumerate(read_omm_json(DEMO_ELEMENTS.read_text(encoding="utf-8")).elements):
        days = floor(one.age_days(today)) - n % 3
        moved.append(one.moved(timedelta(days=days)))
    return moved


def _keep(session: Session, file: ElementFile, source: str) -> Taken:
    elements = ElementRepository(session)
    known = transponders()
    at = clock.utc_now()
    room = MOST_KEPT - len(elements.all())
    taken = older = left_out = 0
    for one in file.elements:
        new = elements.get(one.number) is None
        if new and room <= 0:
            left_out += 1
            continue
        room -= new
        if elements.put(one, source, at, one.number in known or len(file.elements) <= 20):
            taken += 1
        else:
            older += 1
    return Taken(taken, older, tuple(str(u) for u in file.unusable[:50]), left_out)


def load_demo_elements(session: Session) -> None:
    """Keep the made-up satellites, as the element service would give them today."""
    _keep(session, ElementFile(tuple(redated(clock.utc_now()))), "the demonstration")


def fetch(session: Session, url: str) -> Taken:
    """Fetch elements from the service and keep them; raises NotReached, and then what is kept stays."""
    answer = ask("the element service", url, SERVICE_S)
    file = read_elements(answer.content)
    if not file.elements:
        raise NotReached("the element service", f"what it sent holds no element set: {file.unusable[0]}")
    return _keep(session, file, "the element service")


def take_file(session: Session, raw: bytes, name: str) -> Taken:
    """Keep the sets of a file; raises Refusal where it holds none."""
    file = read_elements(raw)
    if not file.elements:
        found = "; ".join(str(u) for u in file.unusable[:5])
        raise Refusal(
            found, name or "the file", "OMM as JSON or CSV, or two-line sets", "Look at the lines named, or fetch anew."
        )
    return _keep(session, file, name or "a file")


def export(session: Session, form: str) -> tuple[str, str]:
    """Return all kept sets in a format with its media type; raises NotFound."""
    satellites = [k.elements for k in ElementRepository(session).all()]
    if form == "tle":
        return write_tle([e for e in satellites if e.number <= 339_999]), "text/plain"
    if form == "csv":
        return write_omm_csv(satellites), "text/csv"
    if form == "json":
        return write_omm_json(satellites), "application/json"
    raise NotFound(f"format {form!r}", "tle, json, csv")


def find(session: Session, number: int) -> KeptElements:
    """Return a kept set; raises NotFound."""
    kept = ElementRepository(session).get(number)
    if kept is None:
        raise NotFound(f"satellite {number}", "one of the satellites kept here")
    return kept


def transponder_of(elements: Elements) -> Transponder | None:
    """Return what is known of a satellite's links, None where nothing is."""
    found = transponders().get(elements.number)
    return replace(found, name=elements.name) if found else None


def satellite_view(kept: KeptElements, now: datetime) -> dict[str, Any]:
    """Return a satellite as the page shows it."""
    e, found = kept.elements, transponder_of(kept.elements)
    age = e.age_days(now)
    return {
        "number": e.number, "name": e.name, "epoch_utc": e.epoch_utc, "age_days": round(age, 2), "age_class": str(age_class(age)),
        "age_words": age_words(age, e.perigee_km), "source": kept.source, "fetched_at": kept.fetched_at, "chosen": kept.chosen,
        "perigee_km": round(e.perigee_km), "apogee_km": round(e.apogee_km), "inclination_deg": e.inclination_deg,
        "transponder": transponder_view(found) if found else None,
    }  # fmt: skip


def transponder_view(found: Transponder) -> dict[str, Any]:
    """Return a transponder as the page shows it."""
    return {
        "uplink_hz": found.uplink_hz, "downlink_hz": found.downlink_hz, "access_tone": found.access_tone,
        "arming_tone": found.arming_tone, "timer_s": found.timer_s, "mode": found.mode,
    }  # fmt: skip


def site_and_mask(session: Session) -> tuple[Site, HorizonMask]:
    """Return the station's site and horizon mask; raises Refusal where no place is known."""
    station = StationRepository(session).get()
    if station.latitude_deg is None or station.longitude_deg is None:
        raise Refusal(
            "no place", "station", "latitude and longitude, or a grid", "Say in Station where you are; passes hang on it."
        )
    return Site(station.latitude_deg, station.longitude_deg, station.height_m or 0.0), HorizonMask(tuple(station.mask))


def all_satellites(session: Session) -> list[KeptElements]:
    """Return every satellite whose elements are kept."""
    return ElementRepository(session).all()


def choose(session: Session, number: int, chosen: bool) -> KeptElements:
    """Take a satellite among those whose passes are shown, or out; raises NotFound."""
    find(session, number)
    ElementRepository(session).choose(number, chosen)
    session.flush()
    return find(session, number)
