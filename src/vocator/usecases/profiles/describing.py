"""The workshop: a radio described from its manual, question by question, with its twin beside it."""

import copy
import json
from typing import Any

from pydantic import BaseModel, ValidationError
from sqlalchemy import select
from sqlalchemy.orm import Session

from vocator import clock
from vocator.core.describing.answering import answered_anew, write_answer
from vocator.core.describing.asking import Answer, Question
from vocator.core.describing.draft import Data, Wrong, at, new_description, put, take_entries
from vocator.core.describing.paste import read_menu
from vocator.core.describing.questions import BY_NAME
from vocator.core.refusal import Refusal
from vocator.files.profile_writing import profile_yaml
from vocator.files.strict_yaml import read_yaml
from vocator.storage.tables import DescriptionRow, OwnProfileRow
from vocator.usecases.errors import Clash, NotFound
from vocator.usecases.profiles.own_profiles import check_kept_profile, own_models, profile_text, take_profile

MOST_BEFORE = 60
MOST_EXAMPLES = 40
MOST_PASTED = 40_000
MOST_DATA = 300_000


def descriptions(session: Session) -> list[dict[str, Any]]:
    """Return what is being described, the latest change first."""
    rows = session.scalars(select(DescriptionRow).order_by(DescriptionRow.changed_at.desc()))
    return [
        {"id": r.id, "name": r.data["name"], "model": r.data["model"], "answered": len(r.answered), "changed_at": r.changed_at}
        for r in rows
    ]


def begin(session: Session, name: str, like: str) -> DescriptionRow:
    """Begin a description from nothing, or from a radio that is like it; raises Refusal, NotFound."""
    name = name.strip()
    if not 0 < len(name) <= 60:
        raise Refusal(name[:60] or "nothing", "name", "1 to 60 characters", "Give the radio a name.")
    data = new_description(name)
    if like:
        model = data["model"]
        data = {**read_yaml(profile_text(session, like), "profile.yaml").data, "model": model, "name": name}
    answered = dict.fromkeys(BY_NAME, "like") if like else {}
    row = DescriptionRow(data=data, answered=answered, examples=[], before=[], version=1, changed_at=clock.utc_now())
    session.add(row)
    session.flush()
    return row


def description(session: Session, number: int, locked: bool = False) -> DescriptionRow:
    """Return a description, ``locked`` until the change is kept; raises NotFound."""
    row = session.get(DescriptionRow, number, with_for_update=locked)
    if row is None:
        raise NotFound(f"description {number}", "those on the workshop's list")
    return row


def _changed(session: Session, number: int, version: int) -> DescriptionRow:
    row = description(session, number, locked=True)
    if row.version != version:
        raise Clash("This description", "What is there now is shown; answer again what is missing.")
    return row


def _kept(
    session: Session,
    row: DescriptionRow,
    data: Data,
    answered: dict[str, str] | None = None,
    examples: list[list[str]] | None = None,
) -> DescriptionRow:
    _shaped(data)
    size = len(json.dumps(data, ensure_ascii=False))
    if size > MOST_DATA:
        raise Refusal(f"{size} characters", "description", f"at most {MOST_DATA}", "Leave out what is not needed.")
    row.before = [*row.before, {"data": row.data, "answered": row.answered, "examples": row.examples}][-MOST_BEFORE:]
    row.data, row.version, row.changed_at = data, row.version + 1, clock.utc_now()
    row.answered = row.answered if answered is None else answered
    row.examples = row.examples if examples is None else examples
    session.flush()
    return row


class _Screen(BaseModel):
    kind: str
    bind: dict[str, Any]
    entries: list[dict[str, Any]] = []


class _Panel(BaseModel):
    shape: str
    glass: str
    top: list[str]
    side: list[str]
    rows: list[list[str]]


class _Shape(BaseModel):
    """What the questions read of a description must at least be of its kind; the rest is a profile's own matter."""

    name: str
    model: str
    kind: str
    receive_hz: list[tuple[int, int]]
    transmit_hz: dict[str, list[tuple[int, int]]]
    bands: list[dict[str, Any]]
    slots: dict[str, Any]
    keys: list[str]
    dials: list[str]
    panel: _Panel
    settings: dict[str, dict[str, Any]]
    screens: dict[str, _Screen]
    icons: list[dict[str, Any]]


def _shaped(data: Data) -> None:
    """Raise Refusal where a part is not even of its kind."""
    try:
        shape = _Shape.model_validate(data)
    except ValidationError as error:
        first = error.errors()[0]
        where = ".".join(str(p) for p in first["loc"]) or "the description"
        raise Refusal(str(first["input"])[:60], where, first["msg"], "Put this part right; nothing was changed.") from None
    if not {"r1", "r2"} <= set(shape.transmit_hz) or not shape.bands or not {"vfo", "memory", "value"} <= set(shape.screens):
        raise Refusal(
            "nothing",
            "description",
            "both regions, a band, and the screens vfo, memory and value",
            "These belong to every radio.",
        )


def answer(session: Session, number: int, version: int, question: str, given: Answer, silent: bool) -> DescriptionRow:
    """Write an answer into a description; ``silent``: the manual does not say, the likeliest is kept and the others named.

    Raises NotFound, Clash, and Refusal for an answer that cannot be.
    """
    if question not in BY_NAME:
        raise NotFound(f"question {question}", ", ".join(BY_NAME))
    row = _changed(session, number, version)
    data, asked = copy.deepcopy(row.data), BY_NAME[question]
    try:
        if question in row.answered:
            data = answered_anew(asked, data, given)
        else:
            write_answer(asked, data, given)
    except Wrong as wrong:
        raise Refusal(
            str(given.get(wrong.field, ""))[:60] or "nothing", wrong.field or question, "an answer that can be", str(wrong)
        ) from wrong
    except (ValueError, KeyError, TypeError) as error:
        raise Refusal(str(error)[:60], question, "an answer of its kind", "Look at the fields once more.") from error
    _say_unknown(data, asked, silent)
    return _kept(session, row, data, {**row.answered, question: "silent" if silent else "said"})


def _say_unknown(data: Data, asked: Question, silent: bool) -> None:
    """Name the other readings of what a manual does not say, or take them away again."""
    own = {tuple(a.path.split(".")): a for a in asked.asks(data) if a.path}
    left = [u for u in data.get("unknown", []) if tuple(map(str, u["path"])) not in own]
    if silent:
        for path, one in own.items():
            now = at(data, one.path, False if one.kind == "check" else "")
            others: list[Any] = [not now] if one.kind == "check" else [c.value for c in one.choices if c.value and c.value != now]
            if others and at(data, ".".join(path[:-1]), None) is not None:
                left.append({"path": list(path), "readings": others[:6], "why": "the manual does not say"})
    put(data, "unknown", left[:12] or None)


def paste(text: str) -> list[dict[str, Any]]:
    """Return the entries that a pasted menu holds, with what each may be for; raises Refusal for a text too long."""
    if len(text) > MOST_PASTED:
        raise Refusal(f"{len(text)} characters", "menu", f"at most {MOST_PASTED}", "Paste one table at a time.")
    return [
        {"name": e.name, "number": e.number, "means": e.means if e.sure else "none", "guess": e.means, "values": [list(v) for v in e.values], "tones": e.tones, "amounts": list(e.amounts) if e.amounts else None,
         "new": e.new, "sure": e.sure, "digits": e.digits, "typed": e.typed, "code_prefix": e.code_prefix}
        for e in read_menu(text)
    ]  # fmt: skip


def take_menu(session: Session, number: int, version: int, into: str, rows: list[dict[str, Any]]) -> DescriptionRow:
    """Put entries, as they were confirmed, into a list of the radio; raises NotFound, Clash, Refusal."""
    row = _changed(session, number, version)
    data = copy.deepcopy(row.data)
    try:
        take_entries(data, into, rows[:400])
    except Wrong as wrong:
        raise Refusal(wrong.field[:60], "menu", "rows that can be", str(wrong)) from wrong
    except (KeyError, ValueError, TypeError) as error:
        raise Refusal(str(error)[:60], "menu", "rows with name, number, means and values", "Paste the table anew.") from error
    return _kept(session, row, data, {**row.answered, "paste": "said"})


def change(session: Session, number: int, version: int, path: list[str], value: Any) -> DescriptionRow:
    """Put one part of the description to a value, or take it away (None); raises NotFound, Clash, Refusal."""
    row = _changed(session, number, version)
    data = copy.deepcopy(row.data)
    here: Any = data
    try:
        for part in path[:-1]:
            here = here[int(part)] if isinstance(here, list) else here.setdefault(part, {})
        if isinstance(here, list):
            here[int(path[-1]) :][:1] = [] if value is None else [value]
        elif value is None:
            here.pop(path[-1], None)
        else:
            here[path[-1]] = value
    except (IndexError, ValueError, AttributeError, TypeError) as error:
        raise Refusal(".".join(path)[:80], "path", "a part of the description", "Open the page anew.") from error
    return _kept(session, row, data)


def rewrite(session: Session, number: int, version: int, text: str) -> DescriptionRow:
    """Take the whole description as YAML; raises NotFound, Clash, DataFileError."""
    row = _changed(session, number, version)
    data = read_yaml(text, "profile.yaml").data
    if not isinstance(data, dict):
        raise Refusal(text[:40], "profile", "a profile", "Begin from one that is there.")
    return _kept(session, row, data)


def undo(session: Session, number: int, version: int) -> DescriptionRow:
    """Take the last change back; raises NotFound, Clash, Refusal where there is none."""
    row = _changed(session, number, version)
    if not row.before:
        raise Refusal("nothing", "undo", "a change to take back", "Go on with the questions.")
    last = row.before[-1]
    row.data, row.answered, row.examples = last["data"], last["answered"], last["examples"]
    row.before, row.version, row.changed_at = row.before[:-1], row.version + 1, clock.utc_now()
    session.flush()
    return row


def set_examples(session: Session, number: int, version: int, examples: list[list[str]]) -> DescriptionRow:
    """Keep the manual's examples, keys and what shows then; raises NotFound, Clash, Refusal."""
    row = _changed(session, number, version)
    if len(examples) > MOST_EXAMPLES or any(len(e) != 2 or not e[0].strip() or len(e[0]) + len(e[1]) > 600 for e in examples):
        raise Refusal("examples", "examples", f"at most {MOST_EXAMPLES}, each keys and what shows", "Leave out the longest.")
    return _kept(session, row, row.data, examples=[[k.strip(), s.strip()] for k, s in examples])


def drop(session: Session, number: int) -> None:
    """Give a description up; raises NotFound."""
    session.delete(description(session, number))


def take_in(session: Session, number: int) -> dict[str, Any]:
    """Take the description in as a profile of one's own, or put it in the place of the one of this model; radios, slots and sheets stay.

    Raises NotFound, DataFileError, Refusal.
    """
    row = description(session, number)
    text, model = profile_yaml(row.data), row.data["model"]
    if model in own_models(session):
        check_kept_profile(model, text)
        kept = session.get(OwnProfileRow, model)
        assert kept is not None
        kept.text = text
    else:
        take_profile(session, text.encode())
    session.flush()
    return {"model": model, "name": row.data["name"]}
