"""Models of radio and their profiles."""

from typing import Any

from fastapi import APIRouter, Response

from vocator.api.media import file_of
from vocator.api.passes.passes import Body
from vocator.api.schemas import DifferenceShape, GoalTable, LibraryEntry, ModelShape, OtherDescription, TakenProfile, WayHome
from vocator.api.store import Store
from vocator.files.profile_schema import json_schema
from vocator.usecases.documents import document
from vocator.usecases.profiles.library import library, take_from_library
from vocator.usecases.profiles.own_profiles import compare_profile, own_models, profile_text, remove_profile, take_profile
from vocator.usecases.programming.goal_table import goal_table
from vocator.usecases.twin.drawing import drawing, drawings, entries, way_home_view
from vocator.usecases.twin.twins import twin_of

router = APIRouter(prefix="/api", tags=["models"])


@router.get("/models")
def models(store: Store) -> list[ModelShape]:
    """Return every model, ready to be drawn: those that ship, then those of one's own."""
    own = [drawing(twin_of(m)) for m in own_models(store)]
    return [ModelShape.model_validate(d) for d in [*drawings(), *own]]


@router.post("/models", status_code=201)
def take_model(raw: Body, store: Store) -> TakenProfile:
    """Keep a profile of one's own, given as YAML."""
    profile, notes = take_profile(store, raw)
    return TakenProfile(model=profile.model, name=profile.name, notes=notes)


@router.get("/library")
def club_library(store: Store) -> list[LibraryEntry]:
    """Return the profiles of the club's library."""
    return [LibraryEntry.model_validate(e) for e in library(store)]


@router.post("/library/{file}", status_code=201)
def take_library_profile(file: str, store: Store) -> TakenProfile:
    """Take a profile of the club's library in."""
    profile, notes = take_from_library(store, file)
    return TakenProfile(model=profile.model, name=profile.name, notes=notes)


@router.get("/models/{model}/profile.yaml", **file_of("application/yaml"))
def profile(model: str, store: Store) -> Response:
    """Return the profile of a model as it was written."""
    head = {"Content-Disposition": 'attachment; filename="profile.yaml"'}
    return Response(profile_text(store, model), media_type="application/yaml", headers=head)


@router.post("/models/{model}/compare")
def compare_model(model: str, given: OtherDescription, store: Store) -> list[DifferenceShape]:
    """Show where another description of the radio of a profile of one's own differs, after taking over the readings that are asked for."""
    return [DifferenceShape.model_validate(d) for d in compare_profile(store, model, given.yaml, given.take)]


@router.delete("/models/{model}", status_code=204)
def remove_model(model: str, store: Store) -> None:
    """Remove a profile of one's own that nothing uses."""
    remove_profile(store, model)


@router.get("/models/{model}")
def model(model: str, firmware: str | None = None) -> ModelShape:
    """Return one model with one firmware."""
    twin = twin_of(model, firmware)
    return ModelShape.model_validate({**drawing(twin), "entries": entries(twin)})


@router.get("/models/{model}/ways-home")
def ways_home(model: str, firmware: str | None = None) -> list[WayHome]:
    """Return what leads home from anything that can be open."""
    return [WayHome.model_validate(w) for w in way_home_view(twin_of(model, firmware))]


@router.get("/profile-schema.json")
def profile_schema() -> dict[str, Any]:
    """Return the JSON Schema of a profile file."""
    return json_schema()


@router.get("/documents/{name}", **file_of("text/plain"))
def read_document(name: str) -> Response:
    """Return a document as it is written."""
    return Response(document(name), media_type="text/plain; charset=utf-8")


@router.get("/goals")
def goals() -> GoalTable:
    """Return the table of radios by kinds of goal, as the prover found it."""
    return GoalTable.model_validate(goal_table())
