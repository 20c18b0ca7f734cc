"""A sheet that anybody wrote, in the form that the command line prints."""

from typing import Any

from vocator.core.goals.sheet import Change, Chapter, ChapterKind, Sheet, Step, When
from vocator.core.refusal import Refusal

MOST_STEPS = 5_000
_WHEN: dict[str, type] = {
    "slot_shown": bool, "shows": str, "not_shows": str, "icon": str, "no_icon": str, "row": str, "screen": str,
}  # fmt: skip
_STEP = ("group", "when", "actions", "shows", "say", "why", "on_air")


def read_sheet(given: Any, model: str, firmware: str) -> Sheet:
    """Read a sheet; counts, proof and goal in it are ignored.  Raises Refusal naming the first part that is none of a sheet."""
    chapters = _part(given, "sheet", "chapters", list)
    made = [_chapter(one, f"chapters.{n}") for n, one in enumerate(chapters)]
    if sum(len(c.steps) for c in made) > MOST_STEPS:
        raise _refused("chapters", "more steps", f"up to {MOST_STEPS} steps")
    changes = _part(given, "sheet", "changes", list, [])
    return Sheet(model, firmware, tuple(made), (), tuple(_change(c, f"changes.{n}") for n, c in enumerate(changes)))


def _chapter(given: Any, where: str) -> Chapter:
    title = _part(given, where, "title", str)
    steps = _part(given, where, "steps", list)
    kind = next((k for k in ChapterKind if k == title), ChapterKind.OTHER)
    return Chapter(kind, tuple(_step(s, f"{where}.steps.{n}") for n, s in enumerate(steps)))


def _step(given: Any, where: str) -> Step:
    actions = _part(given, where, "actions", list)
    odd = next((a for a in actions if not isinstance(a, str)), None)
    if odd is not None:
        raise _refused(f"{where}.actions", repr(odd)[:60], "texts, each an action")
    if isinstance(given, dict) and (unknown := sorted(set(given) - set(_STEP))):
        raise _refused(where, unknown[0], ", ".join(_STEP))
    when = _part(given, where, "when", dict, None)
    return Step(
        tuple(actions), _part(given, where, "shows", str, None), _part(given, where, "say", str, ""), _part(given, where, "why", str, ""),
        _when(when, f"{where}.when") if when is not None else None, _part(given, where, "group", str, None),
        _part(given, where, "on_air", bool, False), notes=False,
    )  # fmt: skip


def _when(given: dict[str, Any], where: str) -> When:
    for name, value in given.items():
        if name not in _WHEN or not isinstance(value, _WHEN[name]):
            raise _refused(f"{where}.{name}", repr(value)[:60], ", ".join(f"{k} ({v.__name__})" for k, v in _WHEN.items()))
    return When(**given)


def _change(given: Any, where: str) -> Change:
    to, unit = _part(given, where, "to", str), _part(given, where, "unit", str, None)
    return Change(_part(given, where, "what", str), unit, to, _part(given, where, "from", str, None))


_NEEDED = object()


def _part(given: Any, where: str, name: str, kind: type, otherwise: Any = _NEEDED) -> Any:
    if not isinstance(given, dict):
        raise _refused(where, repr(given)[:60], "an object")
    value = given.get(name)
    if value is None and otherwise is not _NEEDED:
        return otherwise
    if not isinstance(value, kind):
        raise _refused(
            f"{where}.{name}", repr(value)[:60], {list: "a list", dict: "an object", str: "a text", bool: "true or false"}[kind]
        )
    return value


def _refused(where: str, found: str, allowed: str) -> Refusal:
    return Refusal(found, where, allowed, "Give the sheet as ./vocator sheet --json prints it.")
