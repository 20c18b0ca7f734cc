"""Models of radio and their profiles."""

from typing import Any

from fastapi import APIRouter

from vocator.api.schemas import GoalTable, ModelShape, WayHome
from vocator.files.profile_schema import json_schema
from vocator.usecases.drawing import drawing, drawings, way_home_view
from vocator.usecases.goal_table import goal_table
from vocator.usecases.twins import twin_of

router = APIRouter(prefix="/api", tags=["models"])


@router.get("/models")
def models() -> list[ModelShape]:
    """Return every model, ready to be drawn."""
    return [ModelShape.model_validate(d) for d in drawings()]


@router.get("/models/{model}")
def model(model: str, firmware: str | None = None) -> ModelShape:
    """Return one model with one firmware."""
    return ModelShape.model_validate(drawing(twin_of(model, firmware)))


@router.get("/models/{model}/ways-home")
def ways_home(model: str, firmware: str | None = None) -> list[WayHome]:
    """Return what leads home from anything that can be open."""
    return [WayHome.model_validate(w) for w in way_home_view(twin_of(model, firmware))]


@router.get("/profile-schema.json")
def profile_schema() -> dict[str, Any]:
    """Return the JSON Schema of a profile file."""
    return json_schema()


@router.get("/goals")
def goals() -> GoalTable:
    """Return the table of radios by kinds of goal, as the prover found it."""
    return GoalTable.model_validate(goal_table())
