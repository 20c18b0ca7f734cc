"""The twin: the page keeps its state, the server presses the keys."""

from fastapi import APIRouter

from vocator.api.twin.twin_schemas import PlayShape, TwinKeys, TwinStart
from vocator.usecases.twin.twin_play import play, start_play

router = APIRouter(prefix="/api/twin", tags=["twin"])


@router.post("/start")
def start(given: TwinStart) -> PlayShape:
    """Begin with a radio as new, or as described."""
    return PlayShape.model_validate(start_play(given.model, given.firmware, given.region, given.start))


@router.post("/act")
def act(given: TwinKeys) -> PlayShape:
    """Press keys."""
    return PlayShape.model_validate(play(given.model, given.firmware, given.region, given.token, given.keys, given.at_s))
