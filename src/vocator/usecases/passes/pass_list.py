"""The passes of the chosen satellites over the station, and with which of my radios each can be worked."""

from dataclasses import asdict, dataclass
from datetime import UTC, datetime, timedelta
from typing import Any

from sqlalchemy.orm import Session

from vocator.core.keeping.records import Radio
from vocator.core.onair.links import Link, LinkState, usable
from vocator.core.orbit.light import light_at
from vocator.core.orbit.passes import Pass, find_passes
from vocator.core.outing.working import WORDS, judge
from vocator.core.radio.twin import Twin
from vocator.files.ics import PassEvent, write_ics
from vocator.storage.orbit_repositories import ChosenPass, ChosenPassRepository, ElementRepository
from vocator.storage.repositories import RadioRepository, StationRepository
from vocator.usecases.passes.satellites import all_links, find, satellite_view, site_and_mask
from vocator.usecases.twin.twins import twin_of

WORKABLE_DEG = 10.0
"""Below it a pass is listed but not called workable: ground and trees take it."""
MOST_DAYS = 10


@dataclass(frozen=True, slots=True)
class WithRadio:
    """The recommended way of one of my radios for a satellite."""

    radio_id: int
    radio: str
    way: str
    words: str


OwnRadio = tuple[Radio, Twin]


def workable_with(mine: list[OwnRadio], links: list[Link]) -> list[WithRadio]:
    """Return the radios that can work a satellite alone by its first usable link, each with its recommended way."""
    able = usable(links)
    ways = []
    for radio, twin in mine if able else ():
        assert able[0].uplink_hz is not None
        best = judge([twin], able[0].downlink_hz, able[0].uplink_hz)[0]
        if best.possible:
            ways.append(WithRadio(radio.id, radio.name, str(best.way), WORDS[best.way]))
    return ways


def heard_with(mine: list[OwnRadio], links: list[Link]) -> list[str]:
    """Return the names of the radios that hear one of a satellite's links."""
    on = [one.downlink_hz for one in links if one.state is not LinkState.OFF]
    return [radio.name for radio, twin in mine if any(twin.profile.receives(hz) for hz in on)]


def own_radios(session: Session) -> list[OwnRadio]:
    """Return my radios, each with its twin in the station's region."""
    region = StationRepository(session).get().region
    return [(radio, twin_of(radio.model, radio.firmware, region)) for radio in RadioRepository(session).all()]


def missing_of(links: list[Link], ways: list[WithRadio], heard: list[str]) -> str:
    """Say why a satellite cannot be worked, empty where it can."""
    if not links:
        return "its links are not known: give them under Satellites"
    if not usable(links):
        off = all(one.state is LinkState.OFF for one in links)
        return "all its links are off" if off else "it can only be heard: no uplink is known"
    if not ways:
        return "none of my radios sends and hears it alone" if heard else "none of my radios hears it"
    return ""


def passes_view(session: Session, start: datetime, days: float, now: datetime) -> dict[str, Any]:
    """Return all passes of a span with what is told of the satellites without one; raises Refusal without a place."""
    site, mask = site_and_mask(session)
    kept = ElementRepository(session).all(chosen_only=True)
    found = find_passes([k.elements for k in kept], site, start, min(days, MOST_DAYS), mask)
    picked = {(c.number, round(c.aos_utc.timestamp())) for c in ChosenPassRepository(session).all()}
    known = all_links(session)
    links = {k.elements.number: known.get(k.elements.number, []) for k in kept}
    mine = own_radios(session)
    ways = {number: workable_with(mine, own) for number, own in links.items()}
    heard = {number: heard_with(mine, own) for number, own in links.items()}
    return {
        "start_utc": start,
        "days": days,
        "satellites": [
            {
                **satellite_view(k, now, links[k.elements.number]),
                "ways": [asdict(w) for w in ways[k.elements.number]],
                "heard_with": heard[k.elements.number],
                "missing": missing_of(links[k.elements.number], ways[k.elements.number], heard[k.elements.number]),
            }
            for k in kept
        ],
        "passes": [
            {
                **pass_view(p),
                "picked": (p.number, round(p.aos_utc.timestamp())) in picked,
                "workable": bool(ways[p.number]) and workable(p),
                "light": str(light_at(site, p.tca_utc)),
                "hearable": bool(heard[p.number]) and workable(p),
            }
            for p in found.passes
        ],
        "without": [{"satellite": w.satellite, "reason": w.reason} for w in found.without],
        "masked": bool(mask.points),
    }


def workable(found: Pass) -> bool:
    """Whether a pass is high enough, and free for a minute at least."""
    free = sum((w.end_utc - w.start_utc).total_seconds() for w in found.windows)
    return found.max_elevation_deg >= WORKABLE_DEG and free >= 60


def pass_view(found: Pass) -> dict[str, Any]:
    """Return a pass as the page shows it."""
    return {
        "number": found.number, "satellite": found.satellite, "aos_utc": found.aos_utc, "tca_utc": found.tca_utc,
        "closest_utc": found.closest_utc, "los_utc": found.los_utc, "max_elevation_deg": round(found.max_elevation_deg, 1),
        "azimuth_aos_deg": round(found.azimuth_aos_deg), "azimuth_tca_deg": round(found.azimuth_tca_deg),
        "azimuth_los_deg": round(found.azimuth_los_deg), "range_km": round(found.range_tca_km),
        "windows": [{"start_utc": w.start_utc, "end_utc": w.end_utc} for w in found.windows], "whole": found.whole,
    }  # fmt: skip


def next_pass(session: Session, now: datetime, satellite: str = "") -> dict[str, Any] | None:
    """Return the next workable pass within a day, a picked one first, of a satellite if one is named; else None."""
    station = StationRepository(session).get()
    if station.latitude_deg is None or station.longitude_deg is None:
        return None
    coming = [p for p in passes_view(session, now, 1.0, now)["passes"] if p["los_utc"] > now]
    if satellite:
        own = [p for p in coming if p["satellite"].casefold() == satellite.strip().casefold()]
        return next((p for p in own if p["workable"]), None) or next(iter(own), None)
    return next((p for p in coming if p["picked"]), None) or next((p for p in coming if p["workable"]), None)


def pick(session: Session, number: int, aos_utc: datetime, picked: bool, query: str = "") -> None:
    """Put a pass among those the operator means to work, or take it out; raises NotFound."""
    find(session, number)
    chosen = ChosenPassRepository(session)
    if picked:
        chosen.put(ChosenPass(number, aos_utc, query))
    else:
        chosen.remove(number, aos_utc)


def calendar(session: Session, now: datetime) -> bytes:
    """Return the picked passes as iCalendar."""
    site, mask = site_and_mask(session)
    events = []
    for chosen in ChosenPassRepository(session).all():
        kept = ElementRepository(session).get(chosen.number)
        if kept is None:
            continue
        around = find_passes([kept.elements], site, chosen.aos_utc - timedelta(minutes=5), 0.02, mask).passes
        near = [p for p in around if abs((p.aos_utc - chosen.aos_utc).total_seconds()) < 300]
        for p in near[:1]:
            events.append(
                PassEvent(
                    f"{p.number}-{p.aos_utc:%Y%m%dT%H%M}@vocator",
                    f"{p.satellite}, {p.max_elevation_deg:.0f}° high",
                    f"Rises at {p.azimuth_aos_deg:.0f}°, highest {p.tca_utc:%H:%M:%S} UTC at {p.azimuth_tca_deg:.0f}°, "
                    f"sets at {p.azimuth_los_deg:.0f}°. Antenna on before PTT; never call what you do not hear.",
                    p.aos_utc.astimezone(UTC),
                    p.los_utc.astimezone(UTC),
                )
            )
    return write_ics(events, now)
