"""The trainer: where one stands, one exercise, how it went."""

from typing import Annotated, Any, Literal

from fastapi import APIRouter, Query, Response
from pydantic import Field

from vocator import clock
from vocator.api.instants import Stamp
from vocator.api.media import file_of
from vocator.api.schemas import DisplayShape, Shape
from vocator.api.store import Store
from vocator.api.twin.twin_schemas import PlayShape
from vocator.usecases.twin.drill import Answered, Ridden, answer, drill_csv, drill_view, exercise_view, keep_ride

router = APIRouter(prefix="/api/drill", tags=["drill"])

Model = Annotated[str, Query(max_length=60)]
Person = Annotated[str, Query(max_length=60)]


class ItemShape(Shape):
    """Something to know about a radio, and how far it is learned."""

    key: str
    words: str
    stage: Literal["new", "learning", "known"]
    due: bool
    times: int


class WordShape(Shape):
    """A word of the field, and what it means."""

    word: str
    meaning: str


class SlipMadeShape(Shape):
    """A slip on the way, and what it did or would have done to the radio."""

    kind: str
    did: str


class LessonShape(Shape):
    """One step of the path for newcomers: what is done, what is seen, the words on the way."""

    title: str
    why: str
    item: str
    caution: str
    done: bool
    words: list[WordShape]
    seen: DisplayShape | None


class NextShape(Shape):
    """An exercise to do now."""

    item: str
    seed: int


class DrillShape(Shape):
    """Where somebody stands with a radio, and what to do now."""

    items: list[ItemShape]
    known: int
    due: int
    keys: dict[str, Literal["new", "learning", "known"]]
    lessons: list[LessonShape]
    next: list[NextShape]
    people: list[str]


class ExerciseShape(Shape):
    """One exercise: with choices, or on a twin; hints by depth: chapters, steps, keys."""

    item: str
    words: str
    seed: int
    question: str
    usual_s: int
    fewest: int
    choices: list[str]
    shown: DisplayShape | None
    play: PlayShape | None
    hints: list[list[str]]


class AnswerIn(Shape):
    """What came of an exercise; sending it twice is harmless."""

    id: str = Field(min_length=8, max_length=60)
    person: str = Field(default="me", min_length=1, max_length=60)
    model: str = Field(max_length=60)
    item: str = Field(max_length=80)
    seed: int = Field(ge=0, le=1_000_000)
    at: Stamp
    seconds: float = Field(ge=0, le=86_400)
    hints: int = Field(default=0, ge=0, le=3)
    keys: int = Field(default=0, ge=0, le=100_000)
    token: str | None = Field(default=None, max_length=200_000)
    choice: str | None = Field(default=None, max_length=200)
    region: str = Field(default="r2", max_length=20)
    pressed: list[Annotated[str, Field(max_length=80)]] = Field(default=[], max_length=4_000)


class RideIn(Shape):
    """A rehearsed pass, ridden to its end; sending it twice is harmless."""

    id: str = Field(min_length=8, max_length=60)
    person: str = Field(default="me", min_length=1, max_length=60)
    model: str = Field(max_length=60)
    at: Stamp
    seconds: float = Field(ge=0, le=86_400)
    in_tune_percent: int = Field(ge=0, le=100)
    changes: int = Field(ge=0, le=10_000)
    changes_made: int = Field(ge=0, le=10_000)


class VerdictShape(Shape):
    """How it went: what was forgotten, what else was changed, the shortest way."""

    right: bool
    answer: str
    why: str
    forgotten: list[str]
    changed: list[str]
    fewest: int
    usual_s: int
    way: list[str]
    note: str
    slips: list[SlipMadeShape]


@router.get("")
def drill(model: Model, store: Store, person: Person = "me") -> DrillShape:
    """Return where somebody stands with a radio."""
    return DrillShape.model_validate(drill_view(store, model, person, clock.utc_now()))


@router.get("/events.csv", **file_of("text/csv"))
def events_csv(store: Store) -> Response:
    """Return all that was exercised, as a table."""
    head = {"Content-Disposition": 'attachment; filename="drill.csv"'}
    return Response(drill_csv(store), media_type="text/csv", headers=head)


@router.get("/exercise")
def one_exercise(
    model: Model,
    item: Annotated[str, Query(max_length=80)],
    seed: Annotated[int, Query(ge=0, le=1_000_000)] = 0,
    region: Annotated[str, Query(max_length=20)] = "r2",
) -> ExerciseShape:
    """Return one exercise."""
    return ExerciseShape.model_validate(exercise_view(model, item, seed, region))


@router.post("/answers")
def keep_answer(given: AnswerIn, store: Store) -> VerdictShape:
    """Judge an exercise and keep what happened."""
    values: dict[str, Any] = given.model_dump()
    values["pressed"] = tuple(given.pressed)
    return VerdictShape.model_validate(answer(store, Answered(**values)))


@router.post("/rides", status_code=204)
def ridden(given: RideIn, store: Store) -> None:
    """Keep a rehearsed ride as an exercise of a radio."""
    keep_ride(store, Ridden(**given.model_dump()))
