"""Errors to problem details: one table."""

from typing import Any

from fastapi import FastAPI, HTTPException, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from psycopg.errors import DiskFull
from sqlalchemy.exc import DataError, IntegrityError, InterfaceError, OperationalError
from sqlalchemy.exc import TimeoutError as PoolTimeout

from vocator.core.goals.goal import Beyond
from vocator.core.radio.actions import ActionError
from vocator.core.radio.perform import UntilFailed
from vocator.core.radio.start import StartError
from vocator.core.refusal import Refusal
from vocator.files.data_problems import DataFileError
from vocator.usecases.errors import Clash, Doubtful, NotFound, NotReached, NotSignedIn, NotYours, Unproven

TABLE: dict[type[Exception], tuple[int, str, str]] = {
    Refusal: (422, "refused", "This cannot be taken as it stands"),
    Doubtful: (409, "doubtful", "Something must be decided first"),
    Beyond: (409, "beyond", "Beyond this radio"),
    Unproven: (409, "unproven", "Not shown, because not proven"),
    NotFound: (404, "not-found", "Not found"),
    Clash: (409, "clash", "Somebody else was quicker"),
    NotSignedIn: (401, "sign-in", "Sign in first"),
    NotYours: (403, "not-yours", "Not for you"),
    NotReached: (424, "not-reached", "A service did not answer"),
    StartError: (422, "start", "This radio cannot be in that state"),
    DataFileError: (422, "list", "This list cannot be taken; nothing was"),
    ActionError: (422, "action", "No such key"),
    UntilFailed: (422, "until", "Not found on the display"),
    UnicodeError: (422, "data", "Something in this cannot be kept"),
    DataError: (422, "data", "Something in this cannot be kept"),
    IntegrityError: (409, "clash", "Somebody else was quicker"),
    OperationalError: (503, "store", "The store does not answer"),
    InterfaceError: (503, "store", "The store does not answer"),
    PoolTimeout: (503, "store", "The store does not answer"),
}


_DETAIL = {
    "store": "Ticks are kept on this page and sent when it answers again.",
    "disk": "What is kept is safe. Make room there; ticks wait on this page and are sent then.",
    "data": "A text or a number in it is none that the store can keep; nothing was. Correct it and send it again.",
}


class TooLarge(HTTPException):
    """A body above what a route can ever need; it is not read to its end."""

    def __init__(self, most: int) -> None:
        super().__init__(413, f"more than {most:,} bytes; send less at once")


def problem(error: Exception) -> dict[str, Any]:
    """Return the problem details of a known error."""
    status, name, title = next(row for kind, row in TABLE.items() if isinstance(error, kind))
    if isinstance(error, OperationalError) and isinstance(error.orig, DiskFull):
        status, name, title = 507, "disk", "The disk of the machine that Vocator runs on is full"
    detail = _DETAIL.get(name, str(error))
    if isinstance(error, IntegrityError):
        detail = "What this belongs to was changed or removed meanwhile; nothing was kept. Load the page again."
    body: dict[str, Any] = {"type": f"urn:vocator:{name}", "title": title, "status": status, "detail": detail}
    if isinstance(error, Refusal):
        body |= error.as_dict()
    if isinstance(error, Beyond):
        body |= {"found": error.part, "detail": error.why, "nearest": error.nearest}
    if isinstance(error, DataFileError):
        body["detail"] = "\n".join(
            f"Line {p.line}, {p.path}: {p.text}" if p.file.endswith(".yaml") else f"Row {p.line}: {p.text}"
            for p in error.problems
        )
    if isinstance(error, Doubtful):
        body["doubts"] = error.resolution["doubts"]
    return body


def fault(reference: str) -> dict[str, Any]:
    """Return the problem details of something that nobody foresaw; the reference stands in the server's log."""
    return {
        "type": "urn:vocator:fault", "title": "Something went wrong here", "status": 500, "reference": reference,
        "detail": f"What you sent was not kept; what was kept before is safe. Try again; if it stays so, look for {reference} in the server's log.",
    }  # fmt: skip


def answer(body: dict[str, Any], headers: dict[str, str] | None = None) -> JSONResponse:
    """Return problem details as a response."""
    return JSONResponse(body, body["status"], headers, "application/problem+json")


async def _known(request: Request, error: Exception) -> JSONResponse:
    return answer(problem(error))


async def _invalid(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)
    faults = "; ".join(f"{'.'.join(str(p) for p in e['loc'])}: {e['msg']}" for e in error.errors())
    return answer({"type": "urn:vocator:request", "title": "The request has the wrong shape", "status": 422, "detail": faults})


async def _too_large(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, TooLarge)
    return answer({"type": "urn:vocator:too-large", "title": "Too much at once", "status": 413, "detail": str(error.detail)})


def install(app: FastAPI) -> None:
    """Hang the table onto an application."""
    app.add_exception_handler(TooLarge, _too_large)
    for kind in TABLE:
        app.add_exception_handler(kind, _known)
    app.add_exception_handler(RequestValidationError, _invalid)
