"""What is shown of a radio that is being described: questions with what stands, its twin, examples, what it can be asked for."""

import json
from functools import cache, lru_cache
from typing import Any

from vocator.core.describing.asking import Question
from vocator.core.describing.draft import Data
from vocator.core.describing.fields import PART_FIELDS, SCREEN_FIELDS, SETTING_FIELDS
from vocator.core.describing.questions import QUESTIONS
from vocator.core.goals.goal import Beyond
from vocator.core.planning.planner import plan
from vocator.core.proving.operator import Steps
from vocator.core.proving.prover import Verdict, prove
from vocator.core.radio.actions import ActionError, parse_actions
from vocator.core.radio.audit import traps, unreachable
from vocator.core.radio.perform import UntilFailed, perform
from vocator.core.radio.profile import Means
from vocator.core.radio.register import verbs_of
from vocator.core.radio.report import display_dict
from vocator.core.radio.twin import Twin
from vocator.files.data_problems import DataFileError
from vocator.files.profile_readings import build_whole, tidied
from vocator.files.profile_schema import ProfileFile, SettingFile
from vocator.files.profile_writing import profile_yaml
from vocator.files.screen_schema import SCREEN_FILES, fields_of
from vocator.files.strict_yaml import as_read
from vocator.storage.tables import DescriptionRow
from vocator.usecases.network.apart import spread
from vocator.usecases.programming.goal_table import plainest
from vocator.usecases.programming.make_sheet import NOT_DESCRIBED, what_is_lacking
from vocator.usecases.twin.drawing import drawing
from vocator.usecases.twin.twin_play import play_view, unpack

GOALS = (
    "simplex",
    "repeater",
    "send",
    "send and open",
    "code",
    "narrow",
    "each power",
    "label",
    "change the label",
    "erase",
    "read back",
    "odd split",
    "find a tone",
)
"""What the table of a description shows, the simplest first."""
NEEDS = {
    "send and open": "send",
    "code": "send",
    "narrow": "repeater",
    "each power": "repeater",
    "change the label": "label",
    "read back": "simplex",
}

OWN_NAME = ("model", "name")
"""By these a description is known; they do not change."""


@lru_cache(maxsize=64)
def _twin(written: str) -> Twin:
    return Twin(build_whole(tidied(as_read(json.loads(written), "profile.yaml"))))


def twin_of_description(row: DescriptionRow) -> Twin:
    """Return the twin of what is described so far; raises DataFileError where that is no profile."""
    return _twin(json.dumps(row.data))


def view(row: DescriptionRow) -> dict[str, Any]:
    """Return a description as the page shows it: questions with what stands, problems, its lists, screens, examples, the radio drawn."""
    problems: list[dict[str, str]] = []
    twin, text = None, profile_yaml(row.data)
    try:
        twin = twin_of_description(row)
    except DataFileError as error:
        problems = [{"path": p.path, "text": p.text} for p in error.problems]
    notes = [*unreachable(twin.profile), *traps(twin.profile)] if twin is not None else []
    return {
        "id": row.id, "version": row.version, "name": row.data["name"], "model": row.data["model"], "may_undo": bool(row.before),
        "questions": [_asked(row, q) for q in QUESTIONS], "problems": problems, "notes": notes, "drawn": drawing(twin) if twin is not None else None,
        "lists": [n for n, s in row.data["screens"].items() if s.get("kind") == "list"], "whole": [_field(ProfileFile, f, asked, row.data) for f, asked in PART_FIELDS.items() if f not in OWN_NAME],
        "settings": [_setting(n, s) for n, s in row.data["settings"].items()],
        "screens": [_screen(n, s) for n, s in row.data["screens"].items()], "examples": _examples(row, twin), "means": [str(m) for m in Means], "text": text,
    }  # fmt: skip


def _asked(row: DescriptionRow, q: Question) -> dict[str, Any]:
    read = q.read(row.data)
    asks = [
        {"name": a.name, "label": a.label, "kind": a.kind, "hint": a.hint, "value": str(read.get(a.name, "")), "choices": [c._asdict() for c in a.choices]} for a in q.asks(row.data)
    ]  # fmt: skip
    return {
        "name": q.name,
        "title": q.title,
        "why": q.why,
        "fills": q.fills,
        "part": q.part,
        "asks": asks,
        "answered": row.answered.get(q.name, ""),
    }


def asked_of(kind: str) -> list[str]:
    """Return the fields of a screen of a kind, in the order in which they are asked."""
    return [name for name in SCREEN_FIELDS if name in fields_of(kind) and name not in ("kind", "bind", "entries")]


def _screen(name: str, given: Data) -> dict[str, Any]:
    kind = str(given.get("kind", ""))
    fields = [_field(SCREEN_FILES[kind], f, SCREEN_FIELDS[f], given) for f in asked_of(kind)]
    binds = [{"press": p, "does": one} for p, does in (given.get("bind") or {}).items() for one in verbs_of(does)]
    return {
        "name": name,
        "kind": kind,
        "shows": str(given.get("shows", "")),
        "fields": fields,
        "binds": binds,
        "entries": given.get("entries") or [],
    }


def _setting(name: str, given: Data) -> dict[str, Any]:
    return {"name": name, "fields": [_field(SettingFile, f, asked, given) for f, asked in SETTING_FIELDS.items()]}


def _field(model: Any, name: str, asked: str, given: Data) -> dict[str, Any]:
    return {
        "name": name,
        "words": asked,
        "value": given.get(name),
        "type": _type(model, name),
        "choices": _choices(model, name),
    }


@cache
def _shapes(model: Any) -> dict[str, Any]:
    found: dict[str, Any] = model.model_json_schema()["properties"]
    return found


def _type(model: Any, name: str) -> str:
    shape = _shapes(model).get(name, {})
    kinds = {x.get("type") for x in [shape, *shape.get("anyOf", [])]}
    return (
        "check"
        if "boolean" in kinds
        else "number"
        if kinds & {"integer", "number"}
        else "text"
        if "string" in kinds or "enum" in shape
        else "data"
    )


def _choices(model: Any, name: str) -> list[str]:
    shape = _shapes(model).get(name, {})
    return [str(v) for x in [shape, *shape.get("anyOf", [])] for v in x.get("enum", [])]


def _examples(row: DescriptionRow, twin: Twin | None) -> list[dict[str, Any]]:
    found = []
    for keys, shows in row.examples:
        right, shown = _tried(twin, keys, shows)
        found.append({"keys": keys, "shows": shows, "right": right, "shown": shown})
    return found


def _tried(twin: Twin | None, keys: str, shows: str) -> tuple[bool, str]:
    """Carry an example out on the twin: whether it shows what the manual says, and what stands there."""
    if twin is None:
        return False, "the description is no profile yet"
    state, done = twin.start, ""
    try:
        for action in parse_actions(twin.profile, keys):
            done = action.text
            state = perform(twin, state, action).state
    except (ActionError, UntilFailed) as error:
        return False, f"at {done or keys}: {error}"
    seen = twin.seen(state)
    return (not shows or seen.stands(shows)), seen.text


def press(row: DescriptionRow, token: str, keys: list[str]) -> dict[str, Any]:
    """Press keys on the twin of a description, from a token or from new; raises DataFileError, StartError, ActionError, UntilFailed."""
    twin = twin_of_description(row)
    state = unpack(twin, token) if token else twin.start
    trace: list[dict[str, Any]] = []
    for line in keys:
        for action in parse_actions(twin.profile, line):
            done = perform(twin, state, action)
            state = done.state
            trace.append(
                {
                    "action": action.text,
                    "display": display_dict(twin.seen(state)),
                    "beeps": list(done.beeps),
                    "transmitting_hz": done.transmitting_hz,
                }
            )
    return play_view(twin, state, trace)


def goals(row: DescriptionRow) -> list[dict[str, Any]]:
    """Return what the described radio can be asked for so far: proven, or what is lacking with the question that mends it."""
    try:
        told = _goals(json.dumps(row.data))
    except DataFileError:
        told = tuple((kind, "lacks", "the description is no profile yet") for kind in GOALS)
    found = []
    for kind, verdict, why in told:
        need = NEEDS.get(kind, kind)
        open_ = [q for q in QUESTIONS if need in q.goals and q.name not in row.answered] if verdict != "proven" else []
        verdict = "lacks" if open_ else verdict
        found.append(
            {
                "kind": kind,
                "verdict": verdict,
                "why": why,
                "question": open_[0].name if open_ else "",
                "title": open_[0].title if open_ else "",
            }
        )
    return found


@lru_cache(maxsize=64)
def _goals(written: str) -> tuple[tuple[str, str, str], ...]:
    _twin(written)  # what is no profile is told before anything is shared out
    told = spread(_goal, [(written, kind) for kind in GOALS])
    return tuple((kind, *one) for kind, one in zip(GOALS, told, strict=True))


def _goal(written: str, kind: str) -> tuple[str, str]:
    return goal_of_description(_twin(written), kind, _steps(written))


@lru_cache(maxsize=1)
def _steps(written: str) -> Steps:
    """Return what steps came to on the twin of a description, kept until another is asked for."""
    return Steps(_twin(written))


def goal_of_description(twin: Twin, kind: str, steps: Steps) -> tuple[str, str]:
    """Return whether a goal of a kind is proven on a radio, refuted, beyond it, or lacks something; and why.

    Beyond it is what it can do of no channel that is asked for.  ``steps`` are what steps of its other goals came to.
    """
    whys = []
    try:
        for goal in plainest(twin, kind):
            try:
                sheet = plan(twin, goal)
            except Beyond as beyond:
                whys.append(f"{beyond.part}: {beyond.why}")
                continue
            proof = prove(twin, sheet, goal, steps=steps)
            if proof.verdict is Verdict.PROVEN:
                return "proven", f"{len(sheet.steps())} steps, from {proof.starts} starts"
            return "lacks", f"from '{proof.start}': {proof.seen}"
    except NOT_DESCRIBED as error:
        return "lacks", what_is_lacking(error)
    return "no", whys[0] if whys else "nothing of it is described"
