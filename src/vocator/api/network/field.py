"""Devices that go where no server is: the heart that they take along, the rows, and what they did."""

from typing import Annotated, Any, Literal

from fastapi import APIRouter, Query, Response
from fastapi.responses import JSONResponse
from pydantic import Field

from vocator.api.instants import Stamp
from vocator.api.keeping.station import station_of
from vocator.api.programming.sheet_schemas import FoundShape, SheetContent, SheetStatusShape, TakenSlot, Ticks
from vocator.api.programming.sheets import ticks_of
from vocator.api.schemas import NewRadio, RadioName, Shape, SlotMarks, SlotNote, StationShape
from vocator.api.store import Store
from vocator.api.twin.drill import AnswerIn, RideIn
from vocator.usecases.network.in_the_field import Done, heart, manifest, take_events, taken_along
from vocator.usecases.twin.drill import Answered, Ridden

router = APIRouter(prefix="/api/field", tags=["field"])
files = APIRouter(tags=["field"])
FOREVER = "public, max-age=31536000, immutable"
KINDS = {"wasm": "application/wasm", "mjs": "text/javascript", "json": "application/json", "zip": "application/zip"}
Number = Annotated[int, Field(ge=1, lt=2**53)]
SheetId = Annotated[str, Field(min_length=1, max_length=40)]


class HeartFile(Shape):
    """A file of the heart: its bytes, and those as packed on the way."""

    name: str
    bytes: int
    packed: int


class Manifest(Shape):
    """What is fetched to go without the server; it lies under ``/heart/`` and its digest."""

    version: str
    digest: str
    files: list[HeartFile]


class _Event(Shape):
    id: str = Field(min_length=8, max_length=60)
    at: Stamp


class RadioEvent(_Event, NewRadio):
    """A radio was added, under a number of the device's own."""

    kind: Literal["radio"]
    radio_id: Number


class RadioNameEvent(_Event, RadioName):
    """A radio was given another name."""

    kind: Literal["radio name"]
    radio_id: Number


class RadioRemovedEvent(_Event):
    """A radio was removed."""

    kind: Literal["radio removed"]
    radio_id: Number


class MarksEvent(_Event, SlotMarks):
    """Something was said of ranges of slots."""

    kind: Literal["marks"]
    radio_id: Number


class SlotEvent(_Event, SlotNote):
    """Something was said of a slot."""

    kind: Literal["slot"]
    radio_id: Number
    slot: str = Field(max_length=20)


class MadeSheet(Shape):
    """A sheet that a device made."""

    id: SheetId
    radio_id: Number
    slot: str = Field(max_length=20)
    title: str = Field(max_length=400)
    created_at: Stamp
    content: SheetContent


class SheetEvent(_Event):
    """A sheet was made."""

    kind: Literal["sheet"]
    sheet: MadeSheet


class StatusEvent(_Event, SheetStatusShape):
    """A sheet was put away or taken up again."""

    kind: Literal["sheet status"]
    sheet_id: SheetId


class TicksEvent(_Event, Ticks):
    """Steps were ticked."""

    kind: Literal["ticks"]


class FoundEvent(_Event, FoundShape):
    """A tone was found."""

    kind: Literal["tone found"]
    sheet_id: SheetId


class TakenEvent(_Event, TakenSlot):
    """A slot turned out to be taken."""

    kind: Literal["slot taken"]
    sheet_id: SheetId


class StationEvent(_Event):
    """The station was changed."""

    kind: Literal["station"]
    station: StationShape


class DrillEvent(_Event):
    """Something was exercised."""

    kind: Literal["drill"]
    answer: AnswerIn


class RideEvent(_Event):
    """A rehearsed pass was ridden to its end."""

    kind: Literal["ride"]
    ride: RideIn


class OutingEvent(_Event):
    """An outing was begun, under a number of the device's own."""

    kind: Literal["outing"]
    outing_id: Number
    outing: dict[str, Any]


class OutingChangedEvent(_Event):
    """An outing that was begun on the device was changed."""

    kind: Literal["outing changed"]
    outing_id: Number
    outing: dict[str, Any]


class OutingRemovedEvent(_Event):
    """An outing was removed."""

    kind: Literal["outing removed"]
    outing_id: Number


class OutingRadioEvent(_Event, NewRadio):
    """Sheets were made for a person of an outing, whose radio has this number on the device."""

    kind: Literal["outing radio"]
    outing_id: Number
    person_id: str = Field(min_length=1, max_length=24)
    radio_id: Number


class PlacedShape(Shape):
    """A channel of an outing as it was put on a sheet."""

    channel_id: str = Field(min_length=1, max_length=24)
    slot: str = Field(max_length=20)
    stands_for: str = Field(max_length=400)
    sheet_id: SheetId


class PlacedEvent(_Event):
    """Channels of an outing were put on a sheet."""

    kind: Literal["placed"]
    radio_id: Number
    placed: list[PlacedShape] = Field(max_length=200)


Event = Annotated[
    RadioEvent | RadioNameEvent | RadioRemovedEvent | MarksEvent | SlotEvent | SheetEvent | StatusEvent | TicksEvent | FoundEvent | TakenEvent
    | StationEvent | DrillEvent | RideEvent | OutingEvent | OutingChangedEvent | OutingRemovedEvent | OutingRadioEvent | PlacedEvent,
    Field(discriminator="kind"),
]  # fmt: skip


class Events(Shape):
    """What a device did, in its order; sending it twice is harmless."""

    events: list[Event] = Field(max_length=200)


class TakenEvents(Shape):
    """What came of it: ids that are done with, words for those refused, the numbers that the device's radios have here."""

    ids: list[str]
    refused: dict[str, str]
    radios: dict[str, int]


@router.get("")
def what_goes_along() -> Manifest:
    """Return what is fetched to go without the server."""
    return Manifest.model_validate(manifest())


@router.get("/book")
def rows(store: Store, have: Annotated[str, Query(max_length=4_000)] = "") -> dict[str, list[dict[str, Any]]]:
    """Return the rows that a device takes along; ``have`` names the sheets (commas between) whose content it has already."""
    return taken_along(store, set(have.split(",")))


@router.post("/events")
def keep_events(given: Events, store: Store) -> TakenEvents:
    """Take what a device did without the server."""
    return TakenEvents.model_validate(take_events(store, [_done(e) for e in given.events]))


def _done(event: Event) -> Done:
    what = event.model_dump(exclude={"id", "at", "kind"})
    match event:
        case TicksEvent():
            what["ticks"], _ = ticks_of(event)
        case StationEvent():
            what["station"] = station_of(event.station)
        case DrillEvent():
            what["answer"] = Answered(**event.answer.model_dump())
        case RideEvent():
            what["ride"] = Ridden(**event.ride.model_dump())
        case SheetEvent():
            what["sheet"]["content"] = event.sheet.content.model_dump(mode="json", exclude_unset=True)
    return Done(event.id, event.at, event.kind, what)


@files.get("/heart/{digest}/{name}", include_in_schema=False)
def heart_file(digest: str, name: str) -> Response:
    """Return a file of the heart; under another digest there is none."""
    found = heart()
    if digest != found.digest or name not in found.files:
        return JSONResponse({"type": "about:blank", "title": "Not found", "status": 404, "detail": name}, 404)
    return Response(found.files[name], media_type=KINDS[name.rpartition(".")[2]], headers={"Cache-Control": FOREVER})
