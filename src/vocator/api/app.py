"""The application: the API and the built front end from one address."""

import logging
import secrets
from pathlib import Path
from typing import Any

from fastapi import Depends, FastAPI
from fastapi.middleware.gzip import GZipMiddleware
from fastapi.responses import FileResponse, JSONResponse, Response
from starlette.datastructures import MutableHeaders
from starlette.requests import Request
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from vocator import VERSION
from vocator.api import measures, problems
from vocator.api.keeping import archive, contacts, radios, station
from vocator.api.measures import Measured
from vocator.api.media import with_problems
from vocator.api.network import access, field
from vocator.api.outings import listing, outings
from vocator.api.passes import passes
from vocator.api.profiles import describing, models, workshop
from vocator.api.programming import sheets
from vocator.api.schemas import Problem
from vocator.api.twin import drill, twin
from vocator.files.elements_any import MOST_BYTES
from vocator.settings import settings
from vocator.usecases.errors import NotYours
from vocator.usecases.network.access import Sharing
from vocator.usecases.profiles.own_profiles import read_from_store
from vocator.usecases.twin.twins import read_own_with

log = logging.getLogger("vocator")
MOST_JSON, MOST_FILE = 4_000_000, MOST_BYTES + 1_000_000
CONTENT_POLICY = "default-src 'self'; img-src 'self' data:; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; connect-src 'self'; frame-ancestors 'none'; base-uri 'self'; form-action 'self'; object-src 'none'"
PROBLEMS: dict[int | str, dict[str, Any]] = {
    code: {"model": Problem} for code in (401, 403, 404, 409, 413, 422, 424, 429, 503, 507)
}


HEADERS = {
    "Content-Security-Policy": CONTENT_POLICY,
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
    "X-Frame-Options": "DENY",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
    "Permissions-Policy": "camera=(), microphone=(), geolocation=(), payment=(), usb=()",
}


class Policies:
    """Requests and headers that stay on this host."""

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Refuse what comes from another place, and add the headers."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return

        begun = False

        async def with_headers(message: Message) -> None:
            nonlocal begun
            if message["type"] == "http.response.start":
                begun = True
                headers = MutableHeaders(scope=message)
                for name, value in HEADERS.items():
                    headers[name] = value
                if scope["path"].startswith("/api"):
                    headers["Cache-Control"] = "no-store"
                    headers["Vocator-Version"] = VERSION
            await send(message)

        try:
            access.same_place(Request(scope))
        except NotYours as error:
            await problems.answer(problems.problem(error))(scope, receive, with_headers)
            return
        try:
            await self.app(scope, bounded(Request(scope), receive), with_headers)
        except Exception:
            if begun:
                raise
            reference = secrets.token_hex(4)
            log.exception("fault %s at %s %s", reference, scope["method"], scope["path"])
            await problems.answer(problems.fault(reference))(scope, receive, with_headers)


def bounded(request: Request, receive: Receive) -> Receive:
    """Return a receiver that gives up above what any route needs: 4 MB of JSON, or the largest file."""
    most = MOST_JSON if request.headers.get("content-type", "").startswith("application/json") else MOST_FILE
    read = 0

    async def next_part() -> Message:
        nonlocal read
        message = await receive()
        read += len(message.get("body", b""))
        if read > most:
            raise problems.TooLarge(most)
        return message

    return next_part


def create_app(web: Path | None = None, sharing: Sharing | None = None, fenced: bool = False) -> FastAPI:
    """Return the application; ``web`` is the folder of the built front end.

    ``sharing`` says how other machines reach it; ``fenced`` is the application that they reach, where
    the lead signs in and a volunteer sees only the own sheets.
    """
    app = FastAPI(
        title="Vocator", version=VERSION, docs_url=None, redoc_url=None, openapi_url="/api/openapi.json", responses=PROBLEMS
    )
    app.add_middleware(GZipMiddleware, minimum_size=600, compresslevel=5)
    app.add_middleware(Policies)
    app.add_middleware(Measured)
    app.state.sharing, app.state.fenced = sharing, fenced
    read_own_with(read_from_store)
    problems.install(app)
    for module in (
        access,
        archive,
        station,
        listing,
        models,
        radios,
        sheets,
        twin,
        passes,
        contacts,
        outings,
        workshop,
        describing,
        drill,
        field,
    ):
        app.include_router(module.router, dependencies=[Depends(access.fence)] if fenced else [])
    if not fenced:
        app.include_router(measures.router)
    app.include_router(field.files)
    root = (web or settings().web).resolve()

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str) -> Response:
        """Serve the front end; every other path is one of its places."""
        wanted = (root / path).resolve()
        if path.startswith(("api", "assets")) and not wanted.is_file():
            return JSONResponse({"type": "about:blank", "title": "Not found", "status": 404, "detail": path}, 404)
        if path and wanted.is_relative_to(root) and wanted.is_file():
            lasting = path.startswith("assets/")
            return FileResponse(
                wanted, headers={"Cache-Control": "public, max-age=31536000, immutable" if lasting else "no-cache"}
            )
        return FileResponse(root / "index.html", headers={"Cache-Control": "no-cache"})

    described = app.openapi
    app.openapi = lambda: app.openapi_schema or with_problems(described())  # type: ignore[method-assign]
    return app
