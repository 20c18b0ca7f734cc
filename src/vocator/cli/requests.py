"""Requests as JSON objects, shared by the single commands and by ``batch``."""

from collections.abc import Callable
from pathlib import Path
from typing import Any

from vocator.core.goals.goal import Beyond
from vocator.core.goals.kind import Asks
from vocator.core.planning.kinds import KINDS
from vocator.core.radio.actions import ActionError
from vocator.core.radio.perform import UntilFailed
from vocator.core.radio.start import StartError
from vocator.core.refusal import Refusal
from vocator.files.channels_csv import read_channels
from vocator.files.data_problems import DataFileError, Problem
from vocator.usecases.errors import Doubtful, NotFound, Unproven
from vocator.usecases.profiles.trial import trial_of
from vocator.usecases.programming.judge_sheet import judge_sheet
from vocator.usecases.programming.make_batch import batch_of
from vocator.usecases.programming.make_sheet import SheetRequest, beyond_dict, make_sheet
from vocator.usecases.programming.resolve_line import resolve_line
from vocator.usecases.twin.run_twin import run_twin
from vocator.usecases.twin.twins import take_file

KNOWN_ERRORS = (Refusal, Doubtful, NotFound, Unproven, StartError, ActionError, UntilFailed, DataFileError)

_SHEET_OPTIONS = tuple("line label power receive row region firmware way start goal proof never_send replace".split())


_TEXTS = ("command", "model", "profile", "channels", *(o for o in _SHEET_OPTIONS if o not in ("start", "never_send", "replace")))


def _of_their_kind(given: dict[str, Any]) -> None:
    """Raise NotFound for a part of a request that is not of its kind: which, and what is wanted."""
    for name, one in given.items():
        if name in _TEXTS and not isinstance(one, str | None):
            raise NotFound(f"{name} {str(one)[:40]!r}", "a text")
        if name == "slot" and (not isinstance(one, str | int | None) or isinstance(one, bool)):
            raise NotFound(f"slot {str(one)[:40]!r}", "a slot as the radio writes it")
        if name in ("never_send", "replace") and not isinstance(one, bool | None):
            raise NotFound(f"{name} {str(one)[:40]!r}", "true or false")
        if name == "keys" and not (isinstance(one, list) and all(isinstance(k, str) for k in one)):
            raise NotFound(f"keys {str(one)[:40]!r}", "a list of written actions")


def with_model(given: dict[str, Any]) -> dict[str, Any]:
    """Return a request whose model is that of its profile file, where it names one: it has not been taken in."""
    rest = {k: v for k, v in given.items() if k != "profile"}
    return {**rest, "model": take_file(str(given["profile"]))} if given.get("profile") else rest


def sheet_request(given: dict[str, Any]) -> SheetRequest:
    """Read a request for a sheet; raises NotFound for options that do not exist."""
    given = with_model(given)
    known = {"command", "model", "slot", "channels", "now", *_SHEET_OPTIONS}
    odd = sorted(set(given) - known)
    if odd:
        raise NotFound(f"option {odd[0]!r}", ", ".join(sorted(known)))
    kind = KINDS.get(given.get("goal") or "store", KINDS["store"])
    for needed in ("model", "slot") if Asks.SLOT in kind.asks and not given.get("channels") else ("model",):
        if given.get(needed) is None:
            raise NotFound(f"a request without {needed}", "model, slot and line")
    options = {k: given[k] for k in _SHEET_OPTIONS if given.get(k) is not None}
    return SheetRequest(model=str(given["model"]), slot=str(given.get("slot") or ""), **options)


def batch_answer(
    request: SheetRequest, file: str, progress: Callable[[int, int], None], to_read: bool = False
) -> tuple[dict[str, Any], int]:
    """Return the sheet of many channels from a CSV file, with the exit code; raises DataFileError."""
    try:
        text = Path(file).read_text(encoding="utf-8")
    except (OSError, UnicodeDecodeError) as error:
        raise DataFileError([Problem(file, 1, "", f"cannot be read as UTF-8 text: {error}")]) from error
    answer = batch_of(request, read_channels(text, Path(file).name), progress).as_dict(to_read)
    return answer, 0 if answer["contents"] else 3


def sheet_answer(request: SheetRequest, to_read: bool = False) -> tuple[dict[str, Any], int]:
    """Return the sheet, or the answer for a goal beyond the radio, with the exit code."""
    try:
        return make_sheet(request).as_dict(to_read), 0
    except Beyond as beyond:
        return beyond_dict(request, beyond), 3


def judge_answer(given: dict[str, Any]) -> tuple[dict[str, Any], int]:
    """Return the verdict on the sheet in a request, with the exit code."""
    answer = judge_sheet(sheet_request({k: v for k, v in given.items() if k != "sheet"}), given.get("sheet"))
    return answer, 0 if answer["verdict"] == "proven" else 1


def run_request(given: dict[str, Any]) -> dict[str, Any]:
    """Run one request; a refused one answers ``{"error": …}``."""
    try:
        _of_their_kind(given)
        command = given.get("command")
        if command == "twin":
            given = with_model(given)
            return run_twin(given["model"], given["keys"], given.get("firmware"), given.get("region") or "r2", given.get("start"))
        if command == "sheet":
            request = sheet_request(given)
            if given.get("channels"):
                return batch_answer(request, str(given["channels"]), lambda done, of: None)[0]
            return sheet_answer(request)[0]
        if command == "judge":
            return judge_answer(given)[0]
        if command == "resolve":
            return resolve_line(given["line"], given.get("region") or "r2", given.get("receive") or "open").as_dict()
        if command == "trial":
            return trial_of(str(given["profile"]), list(given.get("log") or []), given.get("slot"))
        raise NotFound(f"command {command!r}", "twin, sheet, judge, resolve, trial")
    except Refusal as refusal:
        return {"error": refusal.as_dict()}
    except Doubtful as doubtful:
        return {"error": str(doubtful), "doubts": doubtful.resolution["doubts"]}
    except KNOWN_ERRORS as error:
        return {"error": str(error)}
    except KeyError as error:
        return {"error": f"the request lacks {error}"}
    except (TypeError, AttributeError) as error:
        return {"error": f"a part of the request has the wrong type: {error}"}
    except Exception as error:  # a request that fails ends with its own answer, never the whole batch
        return {"error": f"this request failed: {type(error).__name__}: {error}"}
