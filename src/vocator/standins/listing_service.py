"""A listing service on loopback that stands in for a real one: the region's repeaters, invented, paged and filtered.

On demand it is slow, fails, or is stale: ``?slow=5``, ``?fail=503``, ``?stale=1`` (a year-old state of things).
"""

import time
from pathlib import Path
from typing import Any

from fastapi import FastAPI, Query, Response
from fastapi.responses import JSONResponse, PlainTextResponse

from vocator.core.orbit.grid import way
from vocator.core.orbit.site import Site
from vocator.files.strict_yaml import load_yaml
from vocator.standins.loopback import serve

LISTING = Path(__file__).parent.parent / "data" / "demo" / "listing.yaml"
FRESH, STALE = "2026-11-20", "2025-11-20"


def create_listing() -> FastAPI:
    """Return the service."""
    app = FastAPI(title="Listing service (stand-in)", docs_url=None, redoc_url=None)
    rows: list[dict[str, Any]] = load_yaml(LISTING).data["repeaters"]

    @app.get("/repeaters")
    def repeaters(
        latitude_deg: float = Query(49.5, ge=-90, le=90),
        longitude_deg: float = Query(-57.8, ge=-180, le=180),
        radius_km: float = Query(200, gt=0, le=2000),
        page: int = Query(1, ge=1, le=1000),
        per_page: int = Query(10, ge=1, le=50),
        slow: float = Query(0, ge=0, le=60),
        fail: int = Query(0, ge=0, le=599),
        stale: bool = False,
    ) -> Response:
        """Give a page of the repeaters about a place, the nearest first."""
        time.sleep(slow)
        if fail >= 400:
            return PlainTextResponse("it fails, as asked", status_code=fail)
        here = Site(latitude_deg, longitude_deg)
        near = [(way(here, Site(r["latitude_deg"], r["longitude_deg"])).distance_km, r) for r in rows]
        found = [r for km, r in sorted(near, key=lambda p: p[0]) if km <= radius_km]
        if stale:
            found = [{**r, "state": "on air"} for r in found][:-1]
        part = found[(page - 1) * per_page : page * per_page]
        return JSONResponse(
            {"as_of": STALE if stale else FRESH, "pages": -(-len(found) // per_page), "page": page, "repeaters": part}
        )

    return app


def main() -> None:
    """Run the service on loopback."""
    serve(create_listing(), "A stand-in for a listing service", 8644)


if __name__ == "__main__":
    main()
