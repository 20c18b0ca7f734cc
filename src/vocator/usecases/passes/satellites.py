"""Satellites kept here: their elements, how old they are, fetch and import them."""

from dataclasses import dataclass
from datetime import datetime, timedelta
from math import floor
from typing import Any

from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.onair.links import Link
from vocator.core.orbit.elements import Elements, age_class, age_words
from vocator.core.orbit.horizon_mask import HorizonMask
from vocator.core.orbit.site import Site
from vocator.core.refusal import Refusal
from vocator.files.elements_any import read_elements
from vocator.files.elements_file import ElementFile
from vocator.files.links_file import read_links, write_links_csv, write_links_json
from vocator.files.omm import read_omm_json, write_omm_csv, write_omm_json
from vocator.files.tle import write_tle
from vocator.storage.orbit_repositories import ElementRepository, KeptElements, LinkRepository
from vocator.storage.repositories import StationRepository
from vocator.usecases.errors import NotFound, NotReached
from vocator.usecases.keeping.services import ask
from vocator.where import DEMO

DEMO_ELEMENTS, DEMO_LINKS = DEMO / "elements.json", DEMO / "links.csv"
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
    known = LinkRepository(session).all()
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
    """Keep the made-up satellites, as the element service would give them today, and take their links in as anybody would."""
    take_links(session, DEMO_LINKS.read_bytes(), DEMO_LINKS.name)
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


def take_links(session: Session, raw: bytes, name: str) -> Taken:
    """Keep the links of a file in place of those that its satellites had; raises Refusal where it holds none."""
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError:
        text = raw.decode("latin-1")
    file = read_links(text, {k.elements.name.lower(): k.elements.number for k in ElementRepository(session).all()})
    if not file.links:
        found = "; ".join(str(u) for u in file.unusable[:5])
        raise Refusal(
            found, name or "the file", "links as CSV or JSON", "Look at the lines named; docs/formats.md has an example."
        )
    by_number: dict[int, list[Link]] = {}
    for link in file.links:
        by_number.setdefault(link.number, []).append(link)
    LinkRepository(session).put(by_number)
    session.flush()
    return Taken(len(file.links), 0, tuple(str(u) for u in file.unusable[:50]))


def export_links(session: Session, form: str) -> tuple[str, str]:
    """Return all kept links in a format with its media type; raises NotFound."""
    names = {k.elements.number: k.elements.name for k in ElementRepository(session).all()}
    links = [one for own in LinkRepository(session).all().values() for one in own]
    if form == "csv":
        return write_links_csv(links, names), "text/csv"
    if form == "json":
        return write_links_json(links, names), "application/json"
    raise NotFound(f"format {form!r}", "csv, json")


def set_links(session: Session, number: int, links: list[Link]) -> KeptElements:
    """Keep what one satellite hears and sends, in place of what was kept; raises NotFound."""
    kept = find(session, number)
    LinkRepository(session).put({number: links})
    session.flush()
    return kept


def links_of(session: Session, number: int) -> list[Link]:
    """Return the links of one satellite, in the operator's order."""
    return LinkRepository(session).of(number)


def all_links(session: Session) -> dict[int, list[Link]]:
    """Return all links by the satellite's number."""
    return LinkRepository(session).all()


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


def satellite_view(kept: KeptElements, now: datetime, links: list[Link]) -> dict[str, Any]:
    """Return a satellite as the page shows it."""
    e = kept.elements
    age = e.age_days(now)
    return {
        "number": e.number, "name": e.name, "epoch_utc": e.epoch_utc, "age_days": round(age, 2), "age_class": str(age_class(age)),
        "age_words": age_words(age, e.perigee_km), "source": kept.source, "fetched_at": kept.fetched_at, "chosen": kept.chosen,
        "perigee_km": round(e.perigee_km), "apogee_km": round(e.apogee_km), "inclination_deg": e.inclination_deg,
        "links": [link_view(one) for one in links],
    }  # fmt: skip


def link_view(link: Link) -> dict[str, Any]:
    """Return a link as the page shows it."""
    return {**{k: v for k, v in link.as_dict().items() if k != "number"}, "words": link.words()}


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
