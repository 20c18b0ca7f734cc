"""What a question of the workshop is, and what its answers are read with."""

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import NamedTuple

from vocator.core.describing.draft import Data, Wrong

Answer = dict[str, str]


class Choice(NamedTuple):
    """One of several answers: what is kept, what is read."""

    value: str
    words: str


@dataclass(frozen=True, slots=True)
class Ask:
    """One thing to fill in: ``kind`` is text, number, rows, check, select, press or turns; ``path`` where it stands, if it is one field."""

    name: str
    label: str
    kind: str = "text"
    choices: tuple[Choice, ...] = ()
    hint: str = ""
    path: str = ""


@dataclass(frozen=True, slots=True)
class Question:
    """A question of the workshop; ``fills`` names the part of the schema, ``goals`` what it is needed for."""

    name: str
    title: str
    why: str
    fills: str
    goals: tuple[str, ...]
    asks: Callable[[Data], tuple[Ask, ...]]
    read: Callable[[Data], Answer]
    write: Callable[[Data, Answer], None]
    part: str = field(default="The radio")


def said(answer: Answer, name: str) -> str:
    """Return what stands in a field, without spaces around it."""
    return str(answer.get(name, "")).strip()


def number(answer: Answer, name: str, low: int, high: int, otherwise: int | None = None) -> int:
    """Return a whole number from a field; raises Wrong for anything else, where nothing is said the other value."""
    text = said(answer, name)
    if not text and otherwise is not None:
        return otherwise
    if not text.isdigit() or not low <= int(text) <= high:
        raise Wrong(name, f"{text or 'nothing'!r}: a whole number from {low} to {high}")
    return int(text)


def seconds(answer: Answer, name: str) -> float:
    """Return seconds from a field, 0 for never; raises Wrong."""
    text = said(answer, name).replace(",", ".")
    try:
        found = float(text or 0)
    except ValueError:
        found = -1
    if not 0 <= found <= 600:
        raise Wrong(name, f"{text!r}: seconds, 0 for never")
    return int(found) if found == int(found) else found


def turns_of(data: Data) -> tuple[Choice, ...]:
    """Return what may turn on a radio: its dials, its pairs of keys."""
    dials = [Choice(f"{d} turn", d) for d in data.get("dials", [])]
    keys = data["keys"]
    pairs = [
        (a, b)
        for a, b in (("UP", "DOWN"), ("RIGHT", "LEFT"), ("+", "-"), ("▲", "▼"), ("NEXT", "BACK"))
        if a in keys and b in keys
    ]
    return (*dials, *(Choice(f"{a}/{b}", f"{a} and {b}") for a, b in pairs), Choice("", "nothing"))


def yes(value: object) -> str:
    """Return how a check is answered."""
    return "yes" if value else ""


def quiet_of(screen: Data, otherwise: int) -> str:
    """Return the seconds after which a screen closes as they stand, 0 for never; ``otherwise`` for one that is not there yet."""
    return str(screen.get("quiet_s", 0 if screen else otherwise))


def quiet_asks(label: str = "Left alone for so many seconds it closes") -> Ask:
    """Return what is asked of the time after which a screen closes."""
    return Ask("quiet", label, "number", hint="0: never")


def fixed(*asks: Ask) -> Callable[[Data], tuple[Ask, ...]]:
    """Return asks that hang on nothing described before."""
    return lambda d: asks
