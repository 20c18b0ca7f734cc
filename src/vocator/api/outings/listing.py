"""Listing lines."""

from fastapi import APIRouter

from vocator.api.schemas import ResolutionShape, ResolveRequest
from vocator.api.store import Store
from vocator.usecases.keeping.station import the_station
from vocator.usecases.programming.line_view import line_view

router = APIRouter(prefix="/api", tags=["listing"])


@router.post("/resolve")
def resolve(given: ResolveRequest, store: Store) -> ResolutionShape:
    """Say which channel a line stands for, by the station's region and receive setting."""
    return ResolutionShape.model_validate(line_view(the_station(store), given.line))
