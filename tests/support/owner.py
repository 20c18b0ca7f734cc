"""An owner who describes a radio from its page: what is answered to each question, as it is typed."""

import copy
from collections.abc import Iterator
from typing import Any, NamedTuple

from vocator.core.describing.draft import Data, Wrong, new_description, take_entries
from vocator.core.describing.questions import BY_NAME, QUESTIONS
from vocator.core.radio.twin import Twin
from vocator.files.profile_parts import PROFILES
from vocator.files.profile_readings import build_whole, tidied
from vocator.files.profile_yaml import model_names
from vocator.files.strict_yaml import as_read, load_yaml

PAGES = PROFILES.parents[3] / "docs" / "workshop-examples"
WRITTEN = {path.stem: path for path in [*(PROFILES / f"{m}.yaml" for m in model_names()), *sorted(PAGES.glob("*.yaml"))]}
"""The files of the radios that ship, and of the examples."""
PEBBLE: tuple[tuple[str, dict[str, str]], ...] = (
    ("radio", {"kind": "two-row handheld, numbered menu"}),
    ("ranges", {"receives": "136–174, 220–225, 400–520", "sends": "144–148, 430–450", "sends_r1": "144–146, 430–440", "per_band": ""}),
    ("keys", {"rows": "LIST UP DOWN EXIT\n1 2 3 ROW\n4 5 6 MODE\n7 8 9 TURN\n0 TOP", "side": "PTT, CALL"}),
    ("slots", {"first": "0", "count": "128", "digits": "3"}),
    ("rows", {"names": "1, 2", "next": "ROW"}),
    ("modes", {"to_memory": "MODE hold 1", "turns": "UP/DOWN", "digits": "yes"}),
    ("frequency", {"way": "all", "digits": "6", "raster": "2.5, 6.25", "quiet": "4", "left": "take"}),
    ("menu", {"opens": "LIST", "memory": "yes", "turns": "UP/DOWN", "enters": "LIST", "leaves": "EXIT", "wraps": "yes", "remembers": "yes", "numbers": "opens", "digits": "2",
              "pause": "1.5", "quiet": "8"}),
    ("value", {"turns": "UP/DOWN", "keeps": "LIST", "then": "back", "drops": "ROW", "leaves": "EXIT", "quiet": "8", "typed": "yes"}),
    ("store", {"entry": "60", "turns": "UP/DOWN", "typed": "yes", "shown": "mark", "sign": "=", "writes": "LIST", "leaves": "EXIT", "after": "list", "seconds": "8"}),
    ("icons", {"minus": "−", "plus": "+", "sent": "t", "sent_code": "c", "opened": "q", "narrow": "N", "reverse": "R", "power": "½=HALF", "reverse_key": "TURN"}),
    ("label", {"length": "5", "characters": "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789- ", "entry": "63", "turns": "UP/DOWN", "onward": "LIST", "last_keeps": "yes", "drops": "EXIT", "quiet": "8"}),
    ("lock", {"key": "TOP hold 2", "icon": "K"}),
)  # fmt: skip
"""The Nobbin Pebble, in the order in which the workshop asks."""
CONFIRMED = {"18": "watch", "21": "open_code", "22": "open_tone"}
"""What of the Pebble's pasted menu is guessed wrongly, and put right."""


def written(name: str) -> Data:
    """Return what stands in the file of a radio that ships or of an example, to be changed at will."""
    data: Data = load_yaml(WRITTEN[name]).data
    return data


def built(data: Data) -> Twin:
    """Return the twin of a description; raises DataFileError where it is no profile."""
    return Twin(build_whole(tidied(as_read(copy.deepcopy(data), "profile.yaml"))))


def table_of(page: str) -> str:
    """Return the tables of a page, as they are marked and copied."""
    return "\n".join(line for line in (PAGES / f"{page}.md").read_text(encoding="utf-8").splitlines() if line.startswith("|"))


def described(name: str, answers: tuple[tuple[str, dict[str, str]], ...], rows: list[Data]) -> Data:
    """Return what answers and a pasted menu make of nothing; the menu comes after the question on it."""
    data = new_description(name)
    for question, given in answers:
        asked = BY_NAME[question]
        asked.write(data, {**asked.read(data), **given})
        if question == "menu":
            take_entries(data, "menu", rows)
    return data


def answers_for(page: Data) -> list[tuple[str, dict[str, str]]]:
    """Return what an owner answers who finds on a page what a question asks about; what is put otherwise there is left to the parts."""
    has = set(page["screens"])
    data, found = new_description(page["name"]), []
    for question in QUESTIONS:
        if (question.name in ("menu", "store", "label", "erase", "frequency") and question.name not in has) or question.name in (
            "icons",
            "rows",
        ):
            continue
        given = {k: str(v) for k, v in question.read(page).items()}
        try:
            question.write(data, {**question.read(data), **given})
        except Wrong:
            continue
        found.append((question.name, given))
    return found


class Put(NamedTuple):
    """One thing that is typed among the parts: of a ``setting``, a ``screen`` or the ``whole`` radio; None takes it out."""

    part: str
    field: str
    value: Any


def lacking(now: Data, page: Data) -> Iterator[Put]:
    """Yield what is to be typed so that a description says what the page says: screens first, then what refers to them."""
    if set(now["keys"]) != set(page["keys"]):
        yield Put("whole", "keys", page["keys"])
    for name in (n for n in page["screens"] if n not in now["screens"]):
        yield Put("", name, page["screens"][name])
    for name, wanted in page["settings"].items():
        yield from _fields(f"setting {name}", now["settings"][name], wanted, ())
    for name, wanted in page["screens"].items():
        held = now["screens"].get(name) or {"kind": wanted["kind"], "shows": wanted.get("shows"), "bind": {}}
        yield from _fields(f"screen {name}", held, wanted, ("kind", "bind", "entries"))
        if held.get("entries", []) != wanted.get("entries", []):
            yield Put(f"screen {name}", "entries", wanted["entries"])
        for press in {**held["bind"], **wanted["bind"]}:
            if held["bind"].get(press) != wanted["bind"].get(press):
                yield Put(f"screen {name}", f"bind {press}", wanted["bind"].get(press))
    for name in (n for n in now["screens"] if n not in page["screens"]):
        yield Put(f"screen {name}", "", None)
    yield from _fields("whole", now, page, ("settings", "screens", "model", "keys", "panel"))


def _fields(part: str, held: Data, wanted: Data, without: tuple[str, ...]) -> Iterator[Put]:
    for field in {**held, **wanted}:
        if field not in without and held.get(field) != wanted.get(field) and (held.get(field) or wanted.get(field)):
            yield Put(part, field, wanted.get(field))
