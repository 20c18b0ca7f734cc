"""The fence around the API for those who come over the network; on loopback it stands open."""

from datetime import datetime
from typing import Annotated, Any

from fastapi import APIRouter, Depends, Request, Response
from fastapi.responses import JSONResponse
from pydantic import Field

from vocator.api import problems
from vocator.api.schemas import Shape
from vocator.api.store import Store
from vocator.usecases.errors import NotSignedIn, NotYours
from vocator.usecases.network import access
from vocator.usecases.network.access import LEAD, Caller, Sharing

LEAD_COOKIE, LINK_COOKIE = "vocator_lead", "vocator_link"
OPEN = {
    ("GET", "/api/health"), ("GET", "/api/session"), ("POST", "/api/session"), ("DELETE", "/api/session"),
    ("GET", "/api/volunteer/{token}"), ("GET", "/api/volunteer/{token}/qr.svg"),
}  # fmt: skip
"""What anybody may ask: nothing of it tells what is kept, but to who holds a link."""
VOLUNTEERS = {
    ("GET", "/api/models"), ("GET", "/api/models/{model}"), ("GET", "/api/models/{model}/ways-home"), ("GET", "/api/clock"),
    ("POST", "/api/twin/start"), ("POST", "/api/twin/act"),
    ("GET", "/api/sheets/{sheet_id}"), ("PATCH", "/api/sheets/{sheet_id}"), ("GET", "/api/sheets/{sheet_id}/card.pdf"),
    ("GET", "/api/sheets/{sheet_id}/twin/{done}"), ("GET", "/api/sheets/{sheet_id}/proof"), ("GET", "/api/sheets/{sheet_id}/standing"), ("GET", "/api/sheets/{sheet_id}/steps/{step}/sights"),
    ("POST", "/api/sheets/{sheet_id}/steps/{step}/recovery"), ("POST", "/api/sheets/{sheet_id}/found"), ("POST", "/api/sheets/ticks"), ("POST", "/api/sheets"),
    ("GET", "/api/radios/{radio_id}/slots/{slot}"), ("GET", "/api/radios/{radio_id}/slots/{slot}/faults"),
}  # fmt: skip
"""What a volunteer may ask, each of it for the own radio and the own sheets only."""

router = APIRouter(prefix="/api", tags=["access"])


class SessionShape(Shape):
    """Who asks, and whether signing in is called for."""

    who: str
    fenced: bool
    passphrase_set: bool


class SignInShape(Shape):
    """The lead's passphrase."""

    passphrase: str = Field(max_length=500)


class SharingShape(Shape):
    """How other machines in the network reach this server."""

    url: str | None
    fingerprint: str | None
    expires_utc: datetime | None
    passphrase_set: bool


def who(request: Request, store: Store) -> Caller:
    """Return who asks; on loopback always the lead."""
    if not request.app.state.fenced:
        return LEAD
    return access.caller(store, request.cookies.get(LEAD_COOKIE), request.cookies.get(LINK_COOKIE))


Who = Annotated[Caller, Depends(who, scope="function")]


def fence(request: Request, store: Store, asking: Who) -> None:
    """Let a request through, or raise NotSignedIn or NotYours."""
    asked = (request.method, request.scope["route"].path)
    if asking.kind == "lead" or asked in OPEN:
        return
    if asking.kind == "nobody":
        raise NotSignedIn
    if asked not in VOLUNTEERS:
        raise NotYours("your link opens your own sheets; the lead's pages need the passphrase")
    if "sheet_id" in request.path_params:
        asking.must_own_sheet(store, request.path_params["sheet_id"])
    if "radio_id" in request.path_params:
        asking.must_own_radio(_number(request.path_params["radio_id"]))


def _number(text: str) -> int:
    """Return a number out of an address; what is none is nobody's."""
    return int(text) if text.isascii() and text.isdecimal() and len(text) <= 9 else -1


def same_place(request: Request) -> None:
    """Raise NotYours for a request under a foreign name, or a change asked for by another place's page."""
    sharing: Sharing | None = request.app.state.sharing
    host = request.headers.get("host", "")
    fenced = request.app.state.fenced
    own = [sharing.url.split("://")[1]] if fenced and sharing else ["127.0.0.1", "localhost", "[::1]"]
    if (host if fenced else host.rpartition(":")[0] or host) not in own:
        raise NotYours(f"this server is not {host[:60]}")
    if request.method in ("GET", "HEAD", "OPTIONS"):
        return
    origin = request.headers.get("origin")
    scheme = "https" if fenced else "http"
    if origin != f"{scheme}://{host}" and (origin is not None or fenced):
        raise NotYours("a change can be asked for by this server's own pages only")


def cookie(response: Response, name: str, token: str, seconds: int) -> None:
    """Give a token to a browser: no script reads it, no other place's page sends it."""
    response.set_cookie(name, token, max_age=seconds, path="/api", secure=True, httponly=True, samesite="strict")


def shared_url(request: Request) -> str:
    """Return the address that links begin with: that of the network where there is one."""
    sharing: Sharing | None = request.app.state.sharing
    return f"{sharing.url}/" if sharing else str(request.base_url)


@router.get("/session")
def session(request: Request, store: Store, asking: Who) -> SessionShape:
    """Return who asks."""
    return SessionShape(who=asking.kind, fenced=request.app.state.fenced, passphrase_set=access.has_passphrase(store))


@router.post("/session", response_model=SessionShape)
def sign_in(given: SignInShape, request: Request, store: Store) -> Any:
    """Sign in with the lead's passphrase."""
    address = request.client.host if request.client else ""
    came = access.sign_in(store, given.passphrase, address)
    if not came.token:
        status = 429 if came.wait_s else 401
        body = {"type": "urn:vocator:sign-in", "title": "Not signed in", "status": status, "detail": came.why}
        return problems.answer(body, {"Retry-After": str(came.wait_s)} if came.wait_s else None)
    answer = JSONResponse(SessionShape(who="lead", fenced=request.app.state.fenced, passphrase_set=True).model_dump())
    cookie(answer, LEAD_COOKIE, came.token, access.SESSION_HOURS * 3600)
    return answer


@router.delete("/session", status_code=204)
def sign_out(request: Request, response: Response, store: Store) -> None:
    """End the session that came with the request; a volunteer's link on the same phone stays."""
    access.sign_out(store, request.cookies.get(LEAD_COOKIE, ""))
    response.delete_cookie(LEAD_COOKIE, path="/api", secure=True, httponly=True, samesite="strict")


@router.get("/sharing")
def sharing(request: Request, store: Store) -> SharingShape:
    """Return how other machines reach this server, if they do."""
    found: Sharing | None = request.app.state.sharing
    return SharingShape(
        url=found.url if found else None,
        fingerprint=found.fingerprint if found else None,
        expires_utc=found.expires_utc if found else None,
        passphrase_set=access.has_passphrase(store),
    )


@router.put("/passphrase", status_code=204)
def set_passphrase(given: SignInShape, request: Request, store: Store) -> None:
    """Set the lead's passphrase; only on the machine itself."""
    if request.app.state.fenced:
        raise NotYours("the passphrase is set in Station, on the machine that Vocator runs on")
    access.set_passphrase(store, given.passphrase)
