"""The workshop: trials on the radio in the hand, and what they settle written into a profile of one's own."""

from typing import Annotated, Any

from fastapi import APIRouter
from pydantic import Field

from vocator.api.schemas import DisplayShape, Shape
from vocator.api.store import Store
from vocator.usecases.profiles.own_profiles import mend_profile, profile_text
from vocator.usecases.profiles.trial import trial

router = APIRouter(prefix="/api/workshop", tags=["workshop"])


class SeenOnRadio(Shape):
    """What showed on the radio; what is not told is not compared."""

    main: str = Field(max_length=60)
    slot: str | None = Field(default=None, max_length=20)
    row: str | None = Field(default=None, max_length=20)
    icons: list[Annotated[str, Field(max_length=20)]] = Field(default=[], max_length=40)


class TrialLine(Shape):
    """One thing that was seen: in a trial, or in a sheet; the actions are all from home."""

    trial: str | None = Field(default=None, max_length=40)
    sheet: str | None = Field(default=None, max_length=60)
    step: int | None = None
    actions: list[Annotated[str, Field(max_length=200)]] = Field(max_length=400)
    display: SeenOnRadio


class AskedTrial(Shape):
    """What was seen so far, and the slot that is given up for trials."""

    model: str = Field(max_length=60)
    log: list[TrialLine] = Field(max_length=200)
    slot: str | None = Field(default=None, max_length=20)


class TrialStep(Shape):
    """What to press, and what the likeliest profile draws then."""

    actions: list[str]
    display: DisplayShape


class TrialShape(Shape):
    """A walk from home."""

    id: str
    begins: str = Field(alias="from")
    steps: list[TrialStep]
    writes: list[str]
    seconds: int


class PatchShape(Shape):
    """What to change in a profile, and why."""

    path: str
    value: Any
    words: str


class SettledShape(Shape):
    """What the log settles on, and what cannot be told from it."""

    patches: list[PatchShape]
    left: list[str]


class TrialAnswer(Shape):
    """The next thing to try, or what is settled."""

    trial: TrialShape | None = None
    candidates: int = 1
    settled: SettledShape | None = None


class MendedShape(Shape):
    """What was changed in a profile."""

    model: str
    words: str


def _log(given: AskedTrial) -> list[dict[str, Any]]:
    return [
        line.model_dump(exclude_none=True, exclude={"display"}) | {"display": line.display.model_dump()} for line in given.log
    ]


@router.post("/trial")
def next_trial(given: AskedTrial, store: Store) -> TrialAnswer:
    """Return the next thing to try on the radio, or what is settled."""
    return TrialAnswer.model_validate(trial(profile_text(store, given.model), given.model, _log(given), given.slot))


@router.post("/mend")
def mend(given: AskedTrial, store: Store) -> MendedShape:
    """Write what a log settles on into a profile of one's own; its radios, slots and sheets stay."""
    return MendedShape(model=given.model, words=mend_profile(store, given.model, _log(given)))
