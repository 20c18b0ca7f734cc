"""Errors that whoever asks can mend, as problem details: the same where a server answers and where a device does."""

from dataclasses import asdict
from typing import Any

from vocator.core.goals.goal import Beyond
from vocator.core.radio.actions import ActionError
from vocator.core.radio.perform import UntilFailed
from vocator.core.radio.start import StartError
from vocator.core.refusal import Refusal
from vocator.files.data_problems import DataFileError
from vocator.usecases.errors import Clash, Doubtful, NotFound, NotReached, NotSignedIn, NotYours, SlotsInUse, Unproven

ERRORS: dict[type[Exception], tuple[int, str, str]] = {
    Refusal: (422, "refused", "This cannot be taken as it stands"),
    Doubtful: (409, "doubtful", "Something must be decided first"),
    Beyond: (409, "beyond", "Beyond this radio"),
    Unproven: (409, "unproven", "Not shown, because not proven"),
    NotFound: (404, "not-found", "Not found"),
    SlotsInUse: (409, "in-use", "That slot is in use"),
    Clash: (409, "clash", "Somebody else was quicker"),
    NotSignedIn: (401, "sign-in", "Sign in first"),
    NotYours: (403, "not-yours", "Not for you"),
    NotReached: (424, "not-reached", "A service did not answer"),
    StartError: (422, "start", "This radio cannot be in that state"),
    DataFileError: (422, "list", "This list cannot be taken; nothing was"),
    ActionError: (422, "action", "No such key"),
    UntilFailed: (422, "until", "Not found on the display"),
}
"""Status, name and title of each."""


def details(error: Exception, status: int, name: str, title: str, detail: str | None = None) -> dict[str, Any]:
    """Return the problem details of an error, with what it tells of itself."""
    body: dict[str, Any] = {
        "type": f"urn:vocator:{name}",
        "title": title,
        "status": status,
        "detail": str(error) if detail is None else detail,
    }
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
    if isinstance(error, SlotsInUse):
        body |= {"in_use": [asdict(h) for h in error.held], "next_free": list(error.next_free)}
    return body


def known(error: Exception) -> dict[str, Any] | None:
    """Return the problem details of an error that whoever asks can mend, None for any other."""
    row = next((row for kind, row in ERRORS.items() if isinstance(error, kind)), None)
    return details(error, *row) if row else None
