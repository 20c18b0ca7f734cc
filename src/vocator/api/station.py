"""Station, region packs, the work log, and whether all is well."""

from dataclasses import asdict
from typing import Annotated

from fastapi import APIRouter, Query, Request, Response

from vocator import VERSION
from vocator.api.contacts import Wanted
from vocator.api.media import file_of
from vocator.api.schemas import Health, LogShape, RegionShape, SimplexShape, StationShape
from vocator.api.store import Store
from vocator.core.channel.band_plan import BandPlan
from vocator.core.keeping.records import Station
from vocator.core.orbit.horizon_mask import mask_of
from vocator.files.region_yaml import load_region, region_names
from vocator.usecases.contacts import work_csv_of, work_log
from vocator.usecases.station import ask_store, outlook, the_station
from vocator.usecases.station import save_station as keep_station

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
    station = Station(
        **{
            **given.model_dump(),
            "may_send_on": tuple(given.may_send_on),
            "call_sign": given.call_sign.strip().upper(),
            "mask": mask_of(given.mask).points,
        }
    )
    keep_station(store, station)
    return read_station(store)


@router.get("/regions")
def regions() -> list[RegionShape]:
    """Return the region packs that ship."""
    packs = [(name, load_region(name)) for name in region_names()]
    return [
        RegionShape(id=name, name=p.name, note=p.note, bands=[b.name for b in p.bands], simplex=_simplex(p)) for name, p in packs
    ]


def _simplex(plan: BandPlan) -> list[SimplexShape]:
    named = [(hz, plan.band(hz)) for hz in plan.simplex_channels()]
    return [SimplexShape(hz=hz, band=band.name, calling=hz in plan.calling_hz) for hz, band in named if band]


@router.get("/log")
def log(store: Store, wanted: Wanted, count: Annotated[int, Query(ge=1, le=500)] = 50) -> list[LogShape]:
    """Return the latest lines of the work log."""
    return [LogShape.model_validate({k: v for k, v in asdict(e).items() if k != "extra"}) for e in work_log(store, wanted, count)]


@router.get("/log.csv", **file_of("text/csv"))
def log_csv(store: Store, wanted: Wanted) -> Response:
    """Return the work log as CSV."""
    head = {"Content-Disposition": 'attachment; filename="work.csv"'}
    return Response(work_csv_of(store, wanted), media_type="text/csv", headers=head)
