"""What is worked out of a request for a sheet, or of a kept one: plain data in, plain data out, so it can be done apart."""

import json
from dataclasses import asdict, replace
from functools import lru_cache
from typing import Any

from vocator.core.goals.goal import Beyond
from vocator.core.goals.kind import About
from vocator.core.planning.kinds import KINDS
from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal
from vocator.files.channels_csv import read_channels
from vocator.usecases.errors import Doubtful, Unproven
from vocator.usecases.network.apart import apart
from vocator.usecases.programming.make_batch import batch_of
from vocator.usecases.programming.make_sheet import MadeSheet, SheetRequest, lesser_goal, make_sheet
from vocator.usecases.programming.recover import recovery_view, sights_view
from vocator.usecases.programming.sheet_view import batch_view, sheet_view
from vocator.usecases.twin.twin_play import play_at_step
from vocator.usecases.twin.twins import twin_of


def drawn_sheet(taken: SheetRequest, other: SheetRequest | None, request: SheetRequest) -> dict[str, Any]:
    """Return a proven sheet as the page draws it, with its slot and title.

    ``taken`` and ``other`` are two ways of ``request``: the one drawn, and the one whose counts are told beside
    it.  Raises what ``make_sheet`` raises.
    """
    return apart(taken.model, _drawn_sheet, taken, other, request)


def _drawn_sheet(taken: SheetRequest, other: SheetRequest | None, request: SheetRequest) -> dict[str, Any]:
    try:
        made = make_sheet(taken)
    except (Beyond, Unproven, Refusal, Doubtful):
        if taken.way != "short":
            raise
        taken, other, made = request, None, make_sheet(request)  # what it would count on cannot be gone on from
    goal, profile, kind = made.goal, made.twin.profile, KINDS[made.goal.kind]
    slot, title = profile.slot_key(goal.slot), kind.title(goal, taken.line.strip())
    if kind.about is About.RADIO:
        slot = ""
    else:
        title = f"{profile.slot_text(goal.slot)} {goal.channel.label or ''} {title}".replace("  ", " ")
    try:
        counts = make_sheet(other).as_dict()["counts"] if other else None
    except (Beyond, Unproven, Refusal, Doubtful):
        counts = None  # the other way is an offer: where it cannot be made there is none
    return {
        "view": sheet_view(made),
        "request": asdict(taken),
        "way": taken.way,
        "kind": goal.kind,
        "slot": slot,
        "title": title,
        "other_way": counts,
        "less": _less(request),
    }


def _less(request: SheetRequest) -> dict[str, Any] | None:
    """Return the goal that does for a slot known to hold nearly this, with its words and counts; None where there is none."""
    found = lesser_goal(request) if request.goal == "store" else None
    if found is None:
        return None
    goal, words = found
    try:
        made = make_sheet(replace(request, goal=goal))
    except (Beyond, Unproven):
        return None
    return {"goal": goal, "button": KINDS[goal].lesser, "words": words, **made.as_dict()["counts"]}


def drawn_batch(request: SheetRequest, text: str) -> dict[str, Any]:
    """Return one proven sheet for the channels of a CSV, as the page draws it; ``request`` holds what they share.

    Raises DataFileError with every row that cannot be taken, Beyond where the radio can do none of them.
    """
    return apart(request.model, _drawn_batch, request, text)


def _drawn_batch(request: SheetRequest, text: str) -> dict[str, Any]:
    made = batch_of(request, read_channels(text, "your list"))
    if not made.rows:
        raise made.batch.beyond[0][1]
    return batch_view(made)


def sights_after(content: dict[str, Any], step: int) -> list[dict[str, Any]]:
    """Return what a radio may show after a step of a kept sheet, the likeliest first; raises NotFound."""
    return apart(content["request"]["model"], _sights_after, asked_of(content), step)


def _sights_after(asked: str, step: int) -> list[dict[str, Any]]:
    return sights_view(*made_at(asked, step))


def recovery_from(content: dict[str, Any], step: int, text: str | None, main: str = "") -> dict[str, Any]:
    """Return the proven way back from what is seen after a step of a kept sheet; raises NotFound."""
    return apart(content["request"]["model"], _recovery_from, asked_of(content), step, text, main)


def _recovery_from(asked: str, step: int, text: str | None, main: str) -> dict[str, Any]:
    made, at = made_at(asked, step)
    back = recovery_view(made, at, text, main)
    return {**back, "step": back["step"] + step - at}


def twin_after(content: dict[str, Any], done: int) -> dict[str, Any]:
    """Return the twin as it stands after so many steps of a kept sheet."""
    return apart(content["request"]["model"], _twin_after, asked_of(content), done)


def _twin_after(asked: str, done: int) -> dict[str, Any]:
    made, at = made_at(asked, max(done, 1) - 1)
    return play_at_step(made, min(at + min(done, 1), len(made.run.frames)))


def standing(content: dict[str, Any]) -> dict[str, Any]:
    """Return whether a kept sheet still stands: by the profile that it was written by, or written and proven anew by the present one with the same keys."""
    request = content["request"]
    now = twin_of(request["model"], request["firmware"], request["region"]).digest
    if content.get("profile") in (now, "", None):
        return {"changed": False, "holds": True, "why": ""}
    return apart(request["model"], _standing, asked_of(content), tuple(tuple(s["actions"]) for s in content["steps"]))


def _standing(asked: str, actions: tuple[tuple[str, ...], ...]) -> dict[str, Any]:
    firsts = [p["first"] for p in json.loads(asked)["parts"]] or [0]
    try:
        again = [tuple(f.step.actions) for first in firsts for f in made_at(asked, first)[0].run.frames]
    except (Beyond, Unproven, Refusal) as error:
        return {"changed": True, "holds": False, "why": str(error)}
    return {
        "changed": True,
        "holds": again == list(actions),
        "why": "" if again == list(actions) else "its keys come out differently now",
    }


def asked_of(content: dict[str, Any]) -> str:
    """Return what a kept sheet was made of, as text: the key under which what was worked out of it is remembered."""
    asked = {k: content.get(k, []) for k in ("request", "parts")}
    return json.dumps({**asked, "count": len(content.get("steps", []))}, sort_keys=True)


def made_at(asked: str, step: int) -> tuple[MadeSheet, int]:
    """Return the sheet that a step of a kept one belongs to, made again, and the step's number in it."""
    kept = json.loads(asked)
    text = kept["request"].pop("csv", None)
    if text is None:
        made = make_sheet(SheetRequest(**kept["request"]))
        if kept["count"] not in (0, len(made.run.frames)):
            raise Refusal(
                "a sheet of an earlier version", "sheet", "one that this version wrote",
                "Its keys still hold. For the twin beside it and the way back, write it anew.",
            )  # fmt: skip
        return made, step
    request = SheetRequest(**kept["request"])
    twin = twin_of(request.model, request.firmware, request.region)
    parts = _batch_parts(json.dumps(kept["request"], sort_keys=True), text, twin)
    index = next((i for i, p in enumerate(kept["parts"]) if step <= p["last"]), len(parts) - 1)
    return parts[index], step - kept["parts"][index]["first"]


@lru_cache(maxsize=16)
def _batch_parts(asked: str, text: str, twin: Twin) -> list[MadeSheet]:
    return batch_of(SheetRequest(**json.loads(asked)), read_channels(text, "your list")).parts()
