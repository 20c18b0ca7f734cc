"""Outings: the plan, its findings, everybody's sheets, cards, exchange."""

from typing import Annotated, Any

from fastapi import APIRouter, Query, Request, Response

from vocator.api.instants import Instant
from vocator.api.media import file_of
from vocator.api.network.access import LINK_COOKIE, cookie, shared_url
from vocator.api.outings.outing_schemas import (
    AcceptShape,
    BoardShape,
    CsvPreview,
    FetchedListing,
    LinkShape,
    ListingShape,
    MadeSheet,
    MakingShape,
    OutingIn,
    OutingSummary,
    VolunteerShape,
)
from vocator.api.passes.passes import Body
from vocator.api.passes.together_schemas import TogetherShape
from vocator.api.store import Store
from vocator.core.orbit.site import Site
from vocator.core.refusal import Refusal
from vocator.files.cards_pdf import qr_svg
from vocator.files.geojson import write_geojson
from vocator.files.gpx import write_gpx
from vocator.files.outing_csv import write_outing_csv
from vocator.settings import settings
from vocator.usecases.network.hand_over import for_person
from vocator.usecases.network.making import cancel, make_all, making
from vocator.usecases.outings import outing_csv
from vocator.usecases.outings.board import board, summaries
from vocator.usecases.outings.cards import outing_cards
from vocator.usecases.outings.links import LINK_DAYS, by_link, new_link, volunteer_view, withdraw_link
from vocator.usecases.outings.listing import fetch_listing, near
from vocator.usecases.outings.outings import (
    accept,
    add,
    as_file,
    change,
    find_person,
    kept,
    make_sheets_for,
    remove_outing,
    take_file,
)
from vocator.usecases.outings.places import add_places
from vocator.usecases.passes.together import outing_together_view

router = APIRouter(prefix="/api", tags=["outings"])
Paper = Annotated[str, Query(max_length=10)]


Latitude = Annotated[float, Query(ge=-90, le=90)]
Longitude = Annotated[float, Query(ge=-180, le=180)]


@router.post("/repeaters/fetch")
def fetch_repeaters(store: Store, latitude_deg: Latitude, longitude_deg: Longitude) -> FetchedListing:
    """Fetch the listing about a place from the listing service."""
    return FetchedListing.model_validate(fetch_listing(store, settings().listing_url, Site(latitude_deg, longitude_deg)))


@router.get("/repeaters")
def repeaters(
    store: Store, latitude_deg: Latitude, longitude_deg: Longitude, band: Annotated[str | None, Query(max_length=20)] = None
) -> ListingShape:
    """Return the kept listing by distance from a place."""
    return ListingShape.model_validate(near(store, Site(latitude_deg, longitude_deg), band))


@router.get("/outings")
def outings(store: Store) -> list[OutingSummary]:
    """Return the outings."""
    return [OutingSummary.model_validate(one) for one in summaries(store)]


@router.post("/outings", status_code=201)
def new(given: OutingIn, store: Store) -> BoardShape:
    """Keep a new outing."""
    return BoardShape.model_validate(board(store, add(store, given.outing)))


@router.get("/outings/{outing_id}")
def one(outing_id: int, store: Store) -> BoardShape:
    """Return an outing with its board."""
    return BoardShape.model_validate(board(store, kept(store, outing_id)))


@router.put("/outings/{outing_id}")
def save(outing_id: int, given: OutingIn, store: Store) -> BoardShape:
    """Change an outing."""
    return BoardShape.model_validate(board(store, change(store, outing_id, given.version, given.outing)))


@router.delete("/outings/{outing_id}", status_code=204)
def remove(outing_id: int, store: Store) -> None:
    """Remove an outing with its people's radios and sheets."""
    remove_outing(store, outing_id)


@router.post("/outings/{outing_id}/accept")
def accept_finding(outing_id: int, given: AcceptShape, store: Store) -> BoardShape:
    """Accept a finding, or take that back."""
    return BoardShape.model_validate(board(store, accept(store, outing_id, given.key, given.accepted)))


@router.post("/outings/{outing_id}/making", status_code=202)
def make_everybodys_sheets(outing_id: int, store: Store) -> MakingShape:
    """Let the workers make what everybody's radio still lacks; asked twice, it is made once."""
    make_all(store, outing_id)
    return MakingShape.model_validate(making(store, outing_id))


@router.get("/outings/{outing_id}/making")
def how_the_making_goes(outing_id: int, store: Store) -> MakingShape:
    """Return whose sheets wait and are being made, and what could not be made."""
    return MakingShape.model_validate(making(store, outing_id))


@router.delete("/outings/{outing_id}/making")
def stop_the_making(outing_id: int, store: Store) -> MakingShape:
    """Take out what waits; what is being made is finished."""
    cancel(store, outing_id)
    return MakingShape.model_validate(making(store, outing_id))


@router.post("/outings/{outing_id}/people/{person_id}/sheet", status_code=201)
def make_sheet(outing_id: int, person_id: str, store: Store) -> MadeSheet:
    """Make the proven sheet of what a person's radio still lacks."""
    made = make_sheets_for(store, outing_id, person_id)
    return MadeSheet(id=made.id if made else None)


@router.post("/outings/{outing_id}/people/{person_id}/link", status_code=201)
def link(outing_id: int, person_id: str, request: Request, store: Store) -> LinkShape:
    """Give a person a link of their own; earlier ones are withdrawn."""
    token = new_link(store, outing_id, person_id)
    return LinkShape(path=f"/v/{token}", url=f"{shared_url(request)}v/{token}")


@router.post("/outings/{outing_id}/people/{person_id}/kit")
def kit_file(outing_id: int, person_id: str, store: Store) -> dict[str, Any]:
    """Return what a field kit takes: a person's radio, channels and sheets, nothing of the others; sheets that it lacks are made."""
    return for_person(store, outing_id, person_id)


@router.delete("/outings/{outing_id}/people/{person_id}/link", status_code=204)
def withdraw(outing_id: int, person_id: str, store: Store) -> None:
    """Withdraw a person's link."""
    withdraw_link(store, outing_id, person_id)


@router.get("/volunteer/{token}")
def volunteer(token: str, request: Request, response: Response, store: Store) -> VolunteerShape:
    """Return what the volunteer of a link sees: only the own; over the network the browser is given the link to keep."""
    view = VolunteerShape.model_validate(volunteer_view(store, token))
    if request.app.state.fenced:
        cookie(response, LINK_COOKIE, token, LINK_DAYS * 86_400)
    return view


@router.get("/volunteer/{token}/qr.svg", **file_of("image/svg+xml"))
def code(token: str, request: Request, store: Store) -> Response:
    """Return the link as a QR code."""
    by_link(store, token)
    return Response(qr_svg(f"{shared_url(request)}v/{token}"), media_type="image/svg+xml")


@router.get("/outings/{outing_id}/cards.pdf", **file_of("application/pdf"))
def cards(outing_id: int, store: Store, person: str | None = None, paper: Paper = "a4") -> Response:
    """Return pocket cards, one a person."""
    return Response(outing_cards(store, outing_id, person, paper, {}), media_type="application/pdf")


@router.post("/outings/{outing_id}/cards.pdf", **file_of("application/pdf"))
def cards_with_links(outing_id: int, request: Request, store: Store, person: str | None = None, paper: Paper = "a4") -> Response:
    """Return pocket cards with a new link for each person as a QR code; their earlier links are withdrawn."""
    one = kept(store, outing_id)
    people = one.outing.people if person is None else (find_person(one.outing, person),)
    addresses = {p.id: f"{shared_url(request)}v/{new_link(store, outing_id, p.id)}" for p in people}
    return Response(outing_cards(store, outing_id, person, paper, addresses), media_type="application/pdf")


@router.get(
    "/outings/{outing_id}/export.{form}", **file_of("text/csv", "application/geo+json", "application/gpx+xml", "application/json")
)
def export(outing_id: int, form: str, store: Store) -> Response:
    """Return an outing as JSON, its places as GeoJSON or GPX."""
    outing = kept(store, outing_id).outing
    if form == "json":
        return _file(as_file(outing), "application/json", "outing.json")
    if form == "csv":
        return _file(write_outing_csv(outing), "text/csv", "channels.csv")
    if form == "geojson":
        return _file(write_geojson(outing), "application/geo+json", "places.geojson")
    if form == "gpx":
        return _file(write_gpx(outing), "application/gpx+xml", "places.gpx")
    raise Refusal(form[:20], "format", "json, csv, geojson, gpx", "Take one of these.")


def _file(text: str, media: str, name: str) -> Response:
    return Response(text, media_type=media, headers={"Content-Disposition": f'attachment; filename="{name}"'})


@router.post("/outings/import", status_code=201)
def take(raw: Body, store: Store) -> BoardShape:
    """Keep an outing from JSON as a new one."""
    return BoardShape.model_validate(board(store, take_file(store, raw)))


@router.post("/outings/{outing_id}/places")
def take_places(outing_id: int, raw: Body, store: Store) -> BoardShape:
    """Add posts (and repeaters) from GeoJSON or GPX to an outing; what has a known id is put in its place."""
    return BoardShape.model_validate(board(store, add_places(store, outing_id, raw)))


@router.post("/outings/{outing_id}/channels/preview")
def preview_channels(outing_id: int, raw: Body, store: Store) -> CsvPreview:
    """Return what each row of a CSV was understood as; nothing is taken."""
    return CsvPreview.model_validate(outing_csv.preview(store, outing_id, raw))


@router.post("/outings/{outing_id}/channels")
def take_channels(outing_id: int, raw: Body, store: Store) -> BoardShape:
    """Take the channels of a CSV, all or none."""
    return BoardShape.model_validate(board(store, outing_csv.take(store, outing_id, raw)))


@router.get("/outings/{outing_id}/satellites")
def satellites_together(
    outing_id: int, start: Instant, store: Store, minutes: Annotated[int, Query(ge=10, le=180)] = 60,
    person: Annotated[list[str] | None, Query()] = None,
) -> TogetherShape:  # fmt: skip
    """Return who of the outing should work which satellite in an hour, each with the own radio."""
    return TogetherShape.model_validate(outing_together_view(store, outing_id, start, minutes, person or []))
