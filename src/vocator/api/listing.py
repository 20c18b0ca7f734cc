"""Listing lines."""

from dataclasses import replace

from fastapi import APIRouter

from vocator.api.schemas import ResolutionShape, ResolveRequest
from vocator.api.store import Store
from vocator.core.channel.channel import megahertz
from vocator.usecases.resolve_line import resolve_line
from vocator.usecases.sheet_view import sum_lines
from vocator.usecases.sheets import may_send
from vocator.usecases.station import the_station

router = APIRouter(prefix="/api", tags=["listing"])


@router.post("/resolve")
def resolve(given: ResolveRequest, store: Store) -> ResolutionShape:
    """Say which channel a line stands for, by the station's region and receive setting."""
    station = the_station(store)
    found = resolve_line(given.line, station.region, station.receive)
    channel = found.channel
    allowed = not found.receive_only and may_send(station, channel.tx_hz)
    around = None
    if not channel.is_simplex:
        around = f"{megahertz(channel.rx_hz)} simplex"
    lines = sum_lines(replace(channel).as_dict(), found.reasons, found.receive_only, bool(found.doubts))
    return ResolutionShape.model_validate({**found.as_dict(), "may_send": allowed, "sum": lines, "talk_around": around})
