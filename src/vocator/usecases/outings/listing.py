"""The listing service: fetch it page by page, keep it, tell what changed; work from what is kept when it is away."""

from typing import Any

from sqlalchemy import select
from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.channel.channel import megahertz
from vocator.core.orbit.grid import way
from vocator.core.orbit.site import Site
from vocator.core.outing.outing import Place
from vocator.core.outing.reach import enough_w, path
from vocator.core.refusal import Refusal
from vocator.files.region_yaml import load_region
from vocator.storage.repositories import StationRepository
from vocator.storage.tables import ListedRow
from vocator.usecases.errors import Doubtful, NotReached
from vocator.usecases.keeping.services import ask
from vocator.usecases.programming.resolve_line import resolve_line

SERVICE_S = 6.0
MOST_PAGES = 100
FIELDS = {
    "id": str,
    "name": str,
    "line": str,
    "latitude_deg": (int, float),
    "longitude_deg": (int, float),
    "height_m": (int, float),
    "state": str,
}


def fetch_listing(session: Session, url: str, here: Site, radius_km: float = 200) -> dict[str, Any]:
    """Fetch all pages about a place and keep them; returns what changed since.  Raises NotReached, and then what is kept stays."""
    rows: dict[str, tuple[dict[str, Any], str]] = {}
    page, pages = 1, 1
    while page <= min(pages, MOST_PAGES):
        answer = _page(url, here, radius_km, page)
        pages = int(answer.get("pages") or 0)
        for given in answer.get("repeaters") or []:
            row = _row(given)
            if row is not None:
                rows[row["id"]] = (row, str(answer.get("as_of") or "")[:20])
        page += 1
    return _keep(session, rows)


def _page(url: str, here: Site, radius_km: float, page: int) -> dict[str, Any]:
    asked = {"latitude_deg": here.latitude_deg, "longitude_deg": here.longitude_deg, "radius_km": radius_km, "page": page}
    try:
        found = ask("the listing service", url, SERVICE_S, asked).json()
    except ValueError as error:
        raise NotReached("the listing service", "what it sent is no JSON") from error
    if not isinstance(found, dict) or not isinstance(found.get("repeaters"), list):
        raise NotReached("the listing service", "what it sent is no list of repeaters")
    return found


def _row(given: Any) -> dict[str, Any] | None:
    if not isinstance(given, dict) or not all(isinstance(given.get(k), kind) for k, kind in FIELDS.items()):  # type: ignore[arg-type]
        return None
    row = {k: given[k][:200] if isinstance(given[k], str) else float(given[k]) for k in FIELDS}
    return row if abs(row["latitude_deg"]) <= 90 and abs(row["longitude_deg"]) <= 180 and row["id"] else None


def _keep(session: Session, rows: dict[str, tuple[dict[str, Any], str]]) -> dict[str, Any]:
    now = clock.utc_now()
    kept = {r.id: r for r in session.scalars(select(ListedRow))}
    changes = []
    for key, (row, as_of) in rows.items():
        old = kept.get(key[:40])
        if old is None:
            session.add(ListedRow(id=key[:40], fields=row, as_of=as_of, fetched_at=now, change="new here" if kept else ""))
            if kept:
                changes.append(f"{row['name']} is new")
            continue
        if old.as_of > as_of:
            continue
        words = [
            f"{k.removesuffix('_deg')} was {old.fields.get(k)}" for k in ("line", "state", "name") if old.fields.get(k) != row[k]
        ]
        old.change = "; ".join(words)
        changes += [f"{row['name']}: {w}" for w in words]
        old.fields, old.as_of, old.fetched_at = row, as_of, now
    gone = [r for key, r in kept.items() if key not in rows]
    for r in gone:
        r.change = "not listed any more"
        changes.append(f"{r.fields['name']} is not listed any more")
    session.flush()
    return {"listed": len(rows), "changes": changes}


def near(session: Session, here: Site, band: str | None = None) -> dict[str, Any]:
    """Return the kept repeaters by distance from a place, each as it was understood, and how old the listing is."""
    plan = load_region(StationRepository(session).get().region)
    found, latest = [], None
    for r in session.scalars(select(ListedRow)):
        latest = r.fetched_at if latest is None else max(latest, r.fetched_at)
        row = r.fields
        there = way(here, Site(row["latitude_deg"], row["longitude_deg"]))
        try:
            resolution = resolve_line(row["line"])
            in_band = plan.band(resolution.channel.rx_hz)
            sent = resolution.channel.tx_hz or resolution.channel.rx_hz
            place = Place(row["latitude_deg"], row["longitude_deg"], row["height_m"])
            enough = enough_w(path(Place(here.latitude_deg, here.longitude_deg), place, sent))
            understood = f"{megahertz(resolution.channel.rx_hz)} {'?' if resolution.doubts else ''}".strip()
            name = in_band.name if in_band else ""
        except (Refusal, Doubtful) as error:
            understood, name, enough = str(error)[:120], "", None
        if band is None or name == band:
            found.append({**row, "distance_km": round(there.distance_km, 1), "bearing_deg": round(there.bearing_deg), "band": name,
                          "understood": understood, "enough_w": enough, "as_of": r.as_of, "change": r.change})  # fmt: skip
    return {"fetched_at": latest, "repeaters": sorted(found, key=lambda f: f["distance_km"])}
