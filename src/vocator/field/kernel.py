"""What a page asks of the heart where no server is: the same questions, the same answers, by the same code.

Runs under a Python in the page, with the standard library and lark alone.
"""

import json
from collections.abc import Callable
from dataclasses import asdict
from typing import Any

from vocator.core.channel.channel import megahertz
from vocator.core.goals.goal import Beyond
from vocator.core.planning.kinds import KINDS
from vocator.core.radio.actions import ActionError
from vocator.core.radio.perform import UntilFailed
from vocator.core.radio.start import StartError
from vocator.core.refusal import Refusal
from vocator.usecases.drawing import drawing, drawings, way_home_view
from vocator.usecases.errors import Doubtful, NotFound, Unproven
from vocator.usecases.make_sheet import SheetRequest
from vocator.usecases.resolve_line import resolve_line
from vocator.usecases.sheet_view import sum_lines
from vocator.usecases.sheet_work import drawn_sheet, recovery_from, sights_after, twin_after
from vocator.usecases.twin_play import play, start_play
from vocator.usecases.twins import twin_of


def _models(given: dict[str, Any]) -> list[dict[str, Any]]:
    return drawings()


def _model(given: dict[str, Any]) -> dict[str, Any]:
    return drawing(twin_of(given["model"], given.get("firmware")))


def _ways_home(given: dict[str, Any]) -> list[dict[str, Any]]:
    return way_home_view(twin_of(given["model"], given.get("firmware")))


def _resolve(given: dict[str, Any]) -> dict[str, Any]:
    found = resolve_line(given["line"], given.get("region", "r2"), given.get("receive", "open"))
    channel = found.channel
    return {
        **found.as_dict(),
        "sum": sum_lines(channel.as_dict(), found.reasons, found.receive_only, bool(found.doubts)),
        "talk_around": None if channel.is_simplex else f"{megahertz(channel.rx_hz)} simplex",
    }


def _sheet(given: dict[str, Any]) -> dict[str, Any]:
    """Return the content of a sheet as a server keeps it."""
    request = SheetRequest(**given)
    drawn = drawn_sheet(request, None, request)
    content = {
        **drawn["view"],
        "request": asdict(request),
        "goal_kind": drawn["kind"],
        "way": "long",
        "other_way": None,
        "less": drawn["less"],
    }
    kind = KINDS[drawn["kind"]]
    sought = {"word": kind.sought.word, "example": kind.sought.example} if kind.sought else None
    words = {"about": str(kind.about), "done": kind.done, "sought": sought}
    return {"slot": drawn["slot"], "title": drawn["title"], "content": content, "kind": words}


def _sights(given: dict[str, Any]) -> list[dict[str, Any]]:
    return sights_after(given["content"], given["step"])


def _recovery(given: dict[str, Any]) -> dict[str, Any]:
    return recovery_from(given["content"], given["step"], given.get("text"), given.get("main") or "")


def _twin(given: dict[str, Any]) -> dict[str, Any]:
    return twin_after(given["content"], given["done"])


def _start(given: dict[str, Any]) -> dict[str, Any]:
    return start_play(given["model"], given.get("firmware"), given.get("region", "r2"), given.get("start"))


def _act(given: dict[str, Any]) -> dict[str, Any]:
    return play(given["model"], given.get("firmware"), given.get("region", "r2"), given["token"], given["keys"])


CALLS: dict[str, Callable[[dict[str, Any]], Any]] = {
    "models": _models, "model": _model, "ways-home": _ways_home, "resolve": _resolve, "sheet": _sheet, "sights": _sights, "recovery": _recovery,
    "twin": _twin, "twin-start": _start, "twin-act": _act,
}  # fmt: skip


def answer(call: str, given: str) -> str:
    """Answer one call; JSON in, JSON out: ``ok``, or ``problem`` as the API words it."""
    try:
        return json.dumps({"ok": CALLS[call](json.loads(given))}, ensure_ascii=False)
    except Refusal as refusal:
        problem = {"status": 422, "title": "Refused", "detail": str(refusal), **refusal.as_dict()}
    except Beyond as beyond:
        problem = {
            "status": 422, "type": "urn:vocator:beyond", "title": "Beyond this radio", "detail": f"{beyond.part}: {beyond.why}", "nearest": beyond.nearest,
        }  # fmt: skip
    except Doubtful as doubtful:
        problem = {"status": 422, "title": "Doubtful", "detail": str(doubtful)}
    except (NotFound, Unproven, StartError, ActionError, UntilFailed) as error:
        problem = {"status": 422, "title": "Refused", "detail": str(error)}
    except (KeyError, TypeError, ValueError) as error:
        problem = {"status": 422, "title": "Refused", "detail": f"this cannot be answered: {error}"}
    return json.dumps({"problem": problem}, ensure_ascii=False)
