"""The application: the API and the built front end from one address."""

from pathlib import Path
from typing import Any

from fastapi import Depends, FastAPI
from fastapi.middleware.gzip import GZipMiddleware
from fastapi.responses import FileResponse, JSONResponse, Response
from starlette.middleware.base import BaseHTTPMiddleware, RequestResponseEndpoint
from starlette.requests import Request

from vocator.api import access, contacts, listing, models, outings, passes, problems, radios, sheets, station, twin
from vocator.api.schemas import Problem
from vocator.settings import settings
from vocator.usecases.access import Sharing
from vocator.usecases.errors import NotYours

CONTENT_POLICY = "default-src 'self'; img-src 'self' data:; style-src 'self' 'unsafe-inline'; connect-src 'self'; frame-ancestors 'none'; base-uri 'self'; form-action 'self'; object-src 'none'"
PROBLEMS: dict[int | str, dict[str, Any]] = {code: {"model": Problem} for code in (401, 403, 404, 409, 422, 424, 501, 503)}


class Policies(BaseHTTPMiddleware):
    """Requests and headers that stay on this host."""

    async def dispatch(self, request: Request, call_next: RequestResponseEndpoint) -> Response:
        """Refuse what comes from another place, and add the headers."""
        try:
            access.same_place(request)
            response = await call_next(request)
        except NotYours as error:
            response = JSONResponse(problems.problem(error), 403, media_type="application/problem+json")
        response.headers["Content-Security-Policy"] = CONTENT_POLICY
        response.headers["X-Content-Type-Options"] = "nosniff"
        response.headers["Referrer-Policy"] = "no-referrer"
        response.headers["X-Frame-Options"] = "DENY"
        response.headers["Cross-Origin-Opener-Policy"] = "same-origin"
        response.headers["Cross-Origin-Resource-Policy"] = "same-origin"
        response.headers["Permissions-Policy"] = "camera=(), microphone=(), geolocation=(), payment=(), usb=()"
        if request.url.path.startswith("/api"):
            response.headers["Cache-Control"] = "no-store"
        return response


def create_app(web: Path | None = None, sharing: Sharing | None = None, fenced: bool = False) -> FastAPI:
    """Return the application; ``web`` is the folder of the built front end.

    ``sharing`` says how other machines reach it; ``fenced`` is the application that they reach, where
    the lead signs in and a volunteer sees only the own sheets.
    """
    app = FastAPI(
        title="Vocator", version="0.1.0", docs_url=None, redoc_url=None, openapi_url="/api/openapi.json", responses=PROBLEMS
    )
    app.add_middleware(GZipMiddleware, minimum_size=600)
    app.add_middleware(Policies)
    access.share(app, sharing, fenced)
    problems.install(app)
    for module in (access, station, listing, models, radios, sheets, twin, passes, contacts, outings):
        app.include_router(module.router, dependencies=[Depends(access.fence)])
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

    return app
