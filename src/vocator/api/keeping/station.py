"""Station, region packs, the work log, and whether all is well."""

from dataclasses import asdict
from typing import Annotated

from fastapi import APIRouter, Query, Request, Response

from vocator import VERSION
from vocator.api.keeping.contacts import Wanted
from vocator.api.media import file_of
from vocator.api.schemas import Health, LogShape, RegionShape, StationShape
from vocator.api.store import Store
from vocator.core.keeping.records import Station
from vocator.core.orbit.horizon_mask import mask_of
from vocator.usecases.keeping.contacts import work_csv_of, work_log
from vocator.usecases.keeping.station import ask_store, outlook, the_station
from vocator.usecases.keeping.station import save_station as keep_station
from vocator.usecases.programming.line_view import regions_view

router = APIRouter(prefix="/api", tags=["station"])


@router.get("/health")
def health(store: Store, request: Request) -> Health:
    """Say whether the store answers, and on the machine itself what else may soon be in the way."""
    ask_store(store)
    if request.app.state.fenced:
        return Health(ok=True, version=VERSION)
    free, age = outlook(store)
    return Health(ok=True, version=VERSION, disk_free_mb=free, elements_age_days=age)


@router.get("/station")
def read_station(store: Store) -> StationShape:
    """Return the station."""
    station = asdict(the_station(store))
    return StationShape(
        **{**station, "may_send_on": list(station["may_send_on"]), "mask": [list(point) for point in station["mask"]]}
    )


@router.put("/station")
def save_station(given: StationShape, store: Store) -> StationShape:
    """Save the station."""
    keep_station(store, station_of(given))
    return read_station(store)


def station_of(given: StationShape) -> Station:
    """Return the station that a page describes; raises Refusal for a mask that is none."""
    return Station(
        **{
            **given.model_dump(),
            "may_send_on": tuple(given.may_send_on),
            "call_sign": given.call_sign.strip().upper(),
            "mask": mask_of(given.mask).points,
        }
    )


@router.get("/regions")
def regions() -> list[RegionShape]:
    """Return the region packs that ship."""
    return [RegionShape.model_validate(r) for r in regions_view()]


@router.get("/log")
def log(store: Store, wanted: Wanted, count: Annotated[int, Query(ge=1, le=500)] = 50) -> list[LogShape]:
    """Return the latest lines of the work log."""
    return [LogShape.model_validate({k: v for k, v in asdict(e).items() if k != "extra"}) for e in work_log(store, wanted, count)]


@router.get("/log.csv", **file_of("text/csv"))
def log_csv(store: Store, wanted: Wanted) -> Response:
    """Return the work log as CSV."""
    head = {"Content-Disposition": 'attachment; filename="work.csv"'}
    return Response(work_csv_of(store, wanted), media_type="text/csv", headers=head)
