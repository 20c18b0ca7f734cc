"""Errors to problem details: one table."""

from typing import Any

from fastapi import FastAPI, HTTPException, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from procrastinate.exceptions import ConnectorException
from psycopg.errors import DiskFull
from sqlalchemy.exc import DataError, IntegrityError, InterfaceError, OperationalError
from sqlalchemy.exc import TimeoutError as PoolTimeout

from vocator.usecases.problem_details import ERRORS, details

TABLE: dict[type[Exception], tuple[int, str, str]] = {
    **ERRORS,
    UnicodeError: (422, "data", "Something in this cannot be kept"),
    DataError: (422, "data", "Something in this cannot be kept"),
    IntegrityError: (409, "clash", "Somebody else was quicker"),
    OperationalError: (503, "store", "The store does not answer"),
    InterfaceError: (503, "store", "The store does not answer"),
    ConnectorException: (503, "store", "The store does not answer"),
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
    detail = _DETAIL.get(name)
    if isinstance(error, IntegrityError):
        detail = "What this belongs to was changed or removed meanwhile; nothing was kept. Load the page again."
    return details(error, status, name, title, detail)


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


MOST_FAULTS = 8


async def _invalid(request: Request, error: Exception) -> JSONResponse:
    assert isinstance(error, RequestValidationError)
    found = error.errors()
    faults = "; ".join(f"{'.'.join(str(p) for p in e['loc'])}: {e['msg']}" for e in found[:MOST_FAULTS])
    faults += f"; and {len(found) - MOST_FAULTS} more" if len(found) > MOST_FAULTS else ""
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
