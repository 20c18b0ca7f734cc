"""Satellites, their passes, one pass made ready, its rehearsal."""

from typing import Annotated, Any
from urllib.parse import quote

from fastapi import APIRouter, Depends, Query, Request, Response
from pydantic import Field

from vocator import clock
from vocator.api.instants import Instant
from vocator.api.media import file_of
from vocator.api.passes.pass_schemas import (
    ClockShape,
    ListedPass,
    MadeSheets,
    PassList,
    PassPlanShape,
    PickShape,
    SiteShape,
    SkyShape,
)
from vocator.api.passes.rehearsal_schemas import ByHand, RehearsalShape, RideShape, ScoreShape
from vocator.api.passes.satellite_schemas import ChosenShape, NewLink, SatelliteShape, TakenShape
from vocator.api.passes.together_schemas import AskedTogether, TogetherShape
from vocator.api.store import Store
from vocator.api.twin.twin_schemas import PlayShape
from vocator.core.onair.links import Link
from vocator.core.orbit.grid import place_of
from vocator.core.refusal import Refusal
from vocator.files.elements_any import MOST_BYTES
from vocator.settings import settings
from vocator.usecases.outings.cards import pass_cards
from vocator.usecases.passes.pass_list import calendar, next_pass, passes_view, pick
from vocator.usecases.passes.pass_plan import Choice, PassPlan, plan_pass
from vocator.usecases.passes.pass_set_up import write_sheets
from vocator.usecases.passes.pass_view import plan_view, sky_view
from vocator.usecases.passes.rehearse import rehearsal_view, steps_by_hand, twins_view
from vocator.usecases.passes.ride_score import Turned, score
from vocator.usecases.passes.satellites import (
    Taken,
    all_links,
    all_satellites,
    export,
    export_links,
    fetch,
    links_of,
    satellite_view,
    set_links,
    take_file,
    take_links,
)
from vocator.usecases.passes.satellites import choose as choose_satellite
from vocator.usecases.passes.together import together_view

router = APIRouter(prefix="/api", tags=["passes"])


async def body_of(request: Request) -> bytes:
    """Read a file sent as the body; raises Refusal above the limit."""
    raw = bytearray()
    async for chunk in request.stream():
        raw += chunk
        if len(raw) > MOST_BYTES:
            raise Refusal(f"more than {MOST_BYTES:,} bytes", "file", f"up to {MOST_BYTES:,} bytes", "Split the file.")
    return bytes(raw)


Body = Annotated[bytes, Depends(body_of)]


@router.get("/clock")
def time_of_server() -> ClockShape:
    """Return the server's time."""
    return ClockShape(now_utc=clock.utc_now())


@router.get("/grid/{grid}")
def grid_place(grid: str) -> SiteShape:
    """Return the middle of a grid square."""
    site = place_of(grid)
    return SiteShape(latitude_deg=round(site.latitude_deg, 4), longitude_deg=round(site.longitude_deg, 4), grid=grid)


@router.get("/satellites")
def satellites(store: Store) -> list[SatelliteShape]:
    """Return the satellites kept here."""
    links, now = all_links(store), clock.utc_now()
    return [
        SatelliteShape.model_validate(satellite_view(k, now, links.get(k.elements.number, []))) for k in all_satellites(store)
    ]


def _taken(taken: Taken) -> TakenShape:
    return TakenShape(taken=taken.taken, older=taken.older, unusable=list(taken.unusable), left_out=taken.left_out)


@router.post("/satellites/fetch")
def fetch_elements(store: Store) -> TakenShape:
    """Fetch elements from the element service."""
    return _taken(fetch(store, settings().elements_url))


@router.post("/satellites/import")
def import_elements(raw: Body, store: Store, name: Annotated[str, Query(max_length=100)] = "") -> TakenShape:
    """Keep the sets of a file: OMM as JSON or CSV, or two-line sets."""
    return _taken(take_file(store, raw, name))


@router.get("/satellites/elements.{form}", **file_of("application/json", "text/plain", "text/csv"))
def export_elements(form: str, store: Store) -> Response:
    """Return all kept sets as a file."""
    text, media = export(store, form)
    return Response(text, media_type=media, headers={"Content-Disposition": f'attachment; filename="elements.{form}"'})


@router.patch("/satellites/{number}")
def choose(number: int, given: ChosenShape, store: Store) -> SatelliteShape:
    """Take a satellite among those whose passes are shown, or out."""
    kept = choose_satellite(store, number, given.chosen)
    return SatelliteShape.model_validate(satellite_view(kept, clock.utc_now(), links_of(store, number)))


@router.put("/satellites/{number}/links")
def keep_links(number: int, given: Annotated[list[NewLink], Field(max_length=20)], store: Store) -> SatelliteShape:
    """Keep what a satellite hears and sends, in place of what was kept."""
    try:
        links = [Link.from_dict({**one.model_dump(), "number": number}) for one in given]
    except ValueError as error:
        where, _, why = str(error).partition(": ")
        raise Refusal(why, where, "as docs/formats.md says", "Change it there.") from None
    return SatelliteShape.model_validate(satellite_view(set_links(store, number, links), clock.utc_now(), links))


@router.post("/satellites/links/import")
def import_links(raw: Body, store: Store, name: Annotated[str, Query(max_length=100)] = "") -> TakenShape:
    """Keep the links of a CSV or JSON file, in place of those that its satellites had."""
    return _taken(take_links(store, raw, name))


@router.get("/satellites/links.{form}", **file_of("application/json", "text/csv"))
def export_all_links(form: str, store: Store) -> Response:
    """Return all kept links as a file."""
    text, media = export_links(store, form)
    return Response(text, media_type=media, headers={"Content-Disposition": f'attachment; filename="links.{form}"'})


@router.get("/passes")
def passes(store: Store, start: Instant | None = None, days: Annotated[float, Query(gt=0, le=14)] = 3) -> PassList:
    """Return the passes of a span."""
    return PassList.model_validate(passes_view(store, start or clock.utc_now(), days, clock.utc_now()))


@router.get("/passes/next")
def coming(store: Store, satellite: Annotated[str, Query(max_length=60)] = "") -> ListedPass | None:
    """Return the next pass worth working, null where there is none."""
    found = next_pass(store, clock.utc_now(), satellite)
    return ListedPass.model_validate(found) if found else None


@router.get("/passes/calendar.ics", **file_of("text/calendar"))
def picked_calendar(store: Store) -> Response:
    """Return the picked passes as iCalendar."""
    return Response(
        calendar(store, clock.utc_now()),
        media_type="text/calendar",
        headers={"Content-Disposition": 'attachment; filename="passes.ics"'},
    )


@router.post("/passes/together")
def together(given: AskedTogether, store: Store) -> TogetherShape:
    """Return who should work what in an hour at one place, with my radios."""
    return TogetherShape.model_validate(together_view(store, given.start_utc, given.minutes, given.operators, given.radio_ids))


@router.put("/passes/picked")
def set_picked(given: PickShape, store: Store) -> PickShape:
    """Pick a pass, or take it out."""
    pick(store, given.number, given.aos_utc, given.picked, given.query)
    return given


def choice_of(
    radio: Annotated[list[int] | None, Query()] = None,
    way: Annotated[str | None, Query(max_length=20)] = None,
    memories: Annotated[int | None, Query(ge=1, le=20)] = None,
    worst_hz: Annotated[int | None, Query(ge=100, le=100_000)] = None,
    step_hz: int | None = None,
    first: Annotated[str | None, Query(max_length=20)] = None,
    grid: Annotated[list[str] | None, Query()] = None,
    link: Annotated[int | None, Query(ge=0, le=99)] = None,
    power: Annotated[str | None, Query(max_length=20)] = None,
    labels: bool = False,
) -> Choice:
    """Read what was chosen for a pass."""
    return Choice(
        tuple(radio or ()), way, memories, worst_hz, step_hz, first or None, tuple(grid or ()), link, power or None, labels
    )


Chosen = Annotated[Choice, Depends(choice_of)]


def _plan(store: Any, number: int, aos: Instant, choice: Choice) -> PassPlan:
    return plan_pass(store, number, aos, choice)


@router.get("/passes/{number}/{aos}")
def one_pass(number: int, aos: Instant, choice: Chosen, store: Store) -> PassPlanShape:
    """Return one pass made ready."""
    return PassPlanShape.model_validate(plan_view(store, _plan(store, number, aos, choice), choice, clock.utc_now()))


@router.get("/passes/{number}/{aos}/sky")
def sky(number: int, aos: Instant, store: Store) -> SkyShape:
    """Return where a satellite goes in a pass, and what is missing to work it."""
    return SkyShape.model_validate(sky_view(store, number, aos, clock.utc_now()))


@router.get("/passes/{number}/{aos}/card.pdf", **file_of("application/pdf"))
def card(number: int, aos: Instant, choice: Chosen, store: Store, paper: Annotated[str, Query(max_length=10)] = "a4") -> Response:
    """Return the pass card as a pocket card."""
    return Response(pass_cards(_plan(store, number, aos, choice), paper), media_type="application/pdf")


@router.get("/passes/{number}/{aos}/rehearsal")
def rehearsal(number: int, aos: Instant, choice: Chosen, store: Store) -> RehearsalShape:
    """Return a pass second by second."""
    return RehearsalShape.model_validate(rehearsal_view(_plan(store, number, aos, choice)))


@router.get("/passes/{number}/{aos}/twins")
def rehearsal_twins(number: int, aos: Instant, choice: Chosen, store: Store, by_hand: bool = False) -> list[PlayShape]:
    """Return the twin of each radio as it stands before the rise, to be rehearsed with; by hand with the set in its slots only."""
    return [PlayShape.model_validate(v) for v in twins_view(store, _plan(store, number, aos, choice), by_hand)]


@router.get("/passes/{number}/{aos}/by-hand")
def rehearsal_by_hand(number: int, aos: Instant, choice: Chosen, store: Store) -> list[ByHand]:
    """Return the steps that make twins with the set in their slots ready for the pass."""
    return [ByHand.model_validate(v) for v in steps_by_hand(store, _plan(store, number, aos, choice))]


@router.post("/passes/{number}/{aos}/score")
def ride_score(number: int, aos: Instant, given: RideShape, choice: Chosen, store: Store) -> ScoreShape:
    """Return how a rehearsed ride went."""
    turned = [Turned(t.at_s, t.memory) for t in given.turned]
    return ScoreShape.model_validate(score(rehearsal_view(_plan(store, number, aos, choice)), turned, given.contacts_s))


@router.post("/passes/{number}/{aos}/sheets", status_code=201)
def make_sheets(number: int, aos: Instant, choice: Chosen, request: Request, store: Store) -> MadeSheets:
    """Make the proven sheets that put a pass into the radios, one leading to the next; what is there already is not written again."""
    query = f"?{request.url.query}" if request.url.query else ""
    back = f"/passes/{number}/{quote(aos.isoformat())}{query}"[:600]
    return MadeSheets(ids=write_sheets(store, _plan(store, number, aos, choice), back))
