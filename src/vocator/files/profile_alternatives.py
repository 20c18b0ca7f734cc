"""How else a profile may read: every single change of it that an owner might find, generated from the schema.

Each field tells its alternatives by its type; those whose type does not say them have a writer of their own, and those that only words
or drawing hang on are named with the reason (``READ_OUT``).  A test holds every field of the schema to one of the three.
"""

import copy
import re
from collections.abc import Iterator
from itertools import combinations, pairwise
from types import UnionType
from typing import Any, Literal, Union, get_args, get_origin

from pydantic import BaseModel
from pydantic.fields import FieldInfo

from vocator.files.profile_changes import (
    GONE,
    UNREAD,
    Change,
    Patch,
    Path,
    Writer,
    characters_written,
    count_written,
    icons_written,
    new_written,
    none_written,
    nothing_written,
    receives_written,
    scope_written,
    tones_written,
    turned_written,
    values_written,
)
from vocator.files.profile_schema import CommonFile, LabelsFile, ProfileFile, SettingFile, SlotsFile
from vocator.files.screen_schema import SCREEN_FILES, AnyScreenFile

TIMES_S = (1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 30)


READ_OUT = {
    "drawn, or said of the radio": {"model", "name", "kind", "panel", "firmwares", "shows_sending", "about", "titles", "keys", "dials",
                                    "touches", "free_keys", "scrolled_past", "unknown", "units", "bands"},
    "a text: it is read off the display": {"icon", "text", "message", "mark", "word", "occupied_mark", "prefix", "code_prefix", "common", "soft", "shown",
                                                "occupied_text", "pattern", "banks"},
    "no harmless press tells it": {"transmit_hz", "weather_hz", "burst_key", "write_beep", "repeat_per_s", "step_ms", "digit_s",
                                   "second_save", "touched", "shows", "kind", "auto_step_hz"},
    "what the whole screen or setting is, not how it behaves": {"means", "of", "setting", "needs", "chain", "keyboard", "letters", "reading",
                                                                "first_hz", "named", "amounts", "inner", "then", "band", "digit_hz", "labels", "slots", "settings",
                                                                "screens", "tune_hz", "first", "rasters_hz", "gives", "edited_on", "typed"},
}  # fmt: skip
"""Fields without alternatives, by the reason."""

LEAVING = ("home", "back", "back_to_list", "keep_back", "keep_home")
FAMILIES = (
    LEAVING, ("onward", "push_on", "forward"), ("keep_label", "keep_label_home", "keep_pushed"), ("back_or_leave", "backward"),
    ("step", "open_value", "lend"), ("write", "write_split"), ("recall", "next_group"), ("clear_typed", "leave_entry"),
)  # fmt: skip
ONLY_VALUE = {"keep_back", "keep_home"}


def readings(data: dict[str, Any]) -> Iterator[Change]:
    """Return every other reading of a profile that was read as plain data, one change each; some make no profile."""
    for name, screen in data["screens"].items():
        yield from _of_model(data, SCREEN_FILES[screen["kind"]], ("screens", name), name, "", screen)
    for name, setting in data["settings"].items():
        if setting.get("means") != "reset":
            yield from _of_model(data, SettingFile, ("settings", name), "", name, setting)
    yield from _of_model(data, SlotsFile, ("slots",), "", "", data["slots"])
    if data.get("labels"):
        yield from _of_model(data, LabelsFile, ("labels",), "", "", data["labels"])
    yield from _of_model(data, CommonFile, ("common",), "", "", data.get("common") or {})
    yield from _of_model(data, ProfileFile, (), "", "", data)


def without_alternatives() -> list[str]:
    """Return the fields of the schema that neither tell alternatives nor say why they have none."""
    told = set().union(*READ_OUT.values())
    models: tuple[type[BaseModel], ...] = (*SCREEN_FILES.values(), SettingFile, SlotsFile, LabelsFile, CommonFile, ProfileFile)
    return [
        f"{m.__name__}.{name}"
        for m in models
        for name, info in m.model_fields.items()
        if name not in told and name not in _writers(m) and not _by_type(info, _sample(info))
    ]


def _sample(info: FieldInfo) -> Any:
    return 5 if info.is_required() or not isinstance(info.default, bool | str) else info.default


def _of_model(
    data: dict[str, Any], model: type[BaseModel], at: Path, screen: str, setting: str, given: dict[str, Any]
) -> Iterator[Change]:
    told = set().union(*READ_OUT.values())
    own = _writers(model)
    name = screen or setting or (str(at[0]) if at else "the radio")
    for field, info in model.model_fields.items():
        if field in own:
            for change in own[field](data, name, given):
                yield Change(change.patches, change.words, change.where, screen, setting)
        elif field not in told or (model is CommonFile and field.endswith("_s")):
            now = given.get(field, info.default if not info.is_required() else None)
            for other in _by_type(info, now):
                where = ".".join(str(p) for p in (*at, field))
                yield Change((((*at, field), other),), f"{name}: {field} {_said(other)}", where, screen, setting)


def _said(value: Any) -> str:
    return {True: "yes", False: "no"}[value] if isinstance(value, bool) else str(value) if value != "" else "nothing"


def _by_type(info: FieldInfo, now: Any) -> list[Any]:
    """Return what else a field of a plain type may be."""
    kind = info.annotation
    if get_origin(kind) in (Union, UnionType):
        kind = next(k for k in get_args(kind) if k is not type(None))
    if get_origin(kind) is Literal:
        return [v for v in get_args(kind) if v != now]
    if kind is bool:
        return [not now] if isinstance(now, bool) else [True]
    if isinstance(now, bool) or not isinstance(now, int | float) or not now:
        return []
    if kind is float:
        near = [t for t in TIMES_S if t < now][-2:] + [t for t in TIMES_S if t > now][:2]
        return [*near, *([0] if now > 1 else [])]
    if kind is int:
        return [n for n in (now - 1, now + 1, now - 2, now + 2) if n > 0]
    return []


# -- screens -------------------------------------------------------------------------------


def _rebound(name: str, bind: dict[str, str], old: str, press: str | None, does: str, words: str) -> Change:
    """Return a change of one binding, in its place; without a press it is taken out."""
    at: Path = ("screens", name, "bind")
    where = ".".join((*map(str, at), old))
    if press == old:
        return Change((((*at, old), does),), words, where)
    new = {(press if p == old and press else p): (does if p == old else d) for p, d in bind.items() if p != old or press}
    return Change(((at, new),), words, where)


def _binds(data: dict[str, Any], name: str, screen: dict[str, Any]) -> Iterator[Change]:
    bind: dict[str, Any] = screen["bind"]
    rests = [n for n, s in data["screens"].items() if s["kind"] == "rest"]
    for press, does in bind.items():
        if press.startswith("PTT") or not isinstance(does, str):
            continue
        yield from _presses(name, bind, press, does)
        yield _rebound(name, bind, press, None, does, f"{name}: {press} does nothing")
        yield from _verbs(name, screen["kind"], bind, press, does, rests)
    taps = [p for p in bind if isinstance(bind[p], str) and re.fullmatch(r"[^+]+ (tap|touch)", p) and not p.startswith("PTT")]
    for a, b in combinations(taps, 2):
        if bind[a] != bind[b] and "calm" not in (bind[a], bind[b]):
            swapped = {**bind, a: bind[b], b: bind[a]}
            yield Change(((("screens", name, "bind"), swapped),), f"{name}: {a} and {b} swapped", f"screens.{name}.bind.{a}")


def _presses(name: str, bind: dict[str, str], press: str, does: str) -> Iterator[Change]:
    found = re.fullmatch(r"(.+) (tap|touch|hold \d+|touch \d+)", press)
    others = {"tap": ("hold 1", "hold 2"), "hold 1": ("tap", "hold 2", "hold 3"), "hold 2": ("hold 1", "hold 3", "tap"), "hold 3": ("hold 2", "hold 1"),
              "touch": ("touch 1",), "touch 1": ("touch", "touch 2")}  # fmt: skip
    for how in others.get(found[2], ()) if found else ():
        assert found is not None
        other = f"{found[1]} {how}"
        if other not in bind:
            yield _rebound(name, bind, press, other, does, f"{name}: {other} in place of {press}")
        elif list(bind).index(other) > list(bind).index(press):
            swapped = {**bind, press: bind[other], other: does}
            yield Change(
                ((("screens", name, "bind"), swapped),), f"{name}: {press} and {other} swapped", f"screens.{name}.bind.{press}"
            )
    held, plus, pair = press.rpartition("+")
    for cut in (i for i, c in enumerate(pair) if c == "/"):
        a, b = pair[:cut], pair[cut + 1 :]
        if a and b and " " not in a:
            word, _, tail = b.partition(" ")
            turned = f"{held}{plus}{word}/{a}{' ' + tail if tail else ''}"
            yield _rebound(name, bind, press, turned, does, f"{name}: {press} the other way round")


def _verbs(name: str, kind: str, bind: dict[str, str], press: str, does: str, rests: list[str]) -> Iterator[Change]:
    does, hangs, only = does.partition(" if ")
    if hangs:
        yield _rebound(name, bind, press, press, does, f"{name}: {press} whatever {only.partition('=')[0]} is")
        return
    verb, _, mode = does.partition(" in ")
    word, _, arg = verb.partition(" ")
    if mode:
        yield _rebound(name, bind, press, press, verb, f"{name}: {press} in any mode")
    elif kind == "layer" and len(rests) > 1:
        yield _rebound(name, bind, press, press, f"{verb} in vfo", f"{name}: {press} in VFO mode only")
    for family in FAMILIES:
        for other in family if word in family else ():
            if other == word or (other in ONLY_VALUE and kind != "value"):
                continue
            new = " ".join(x for x in (other, arg) if x) + (f" in {mode}" if mode else "")
            yield _rebound(name, bind, press, press, new, f"{name}: {press}: {other}")
    if word == "mode":
        for other in rests:
            if other not in (arg, name):
                yield _rebound(name, bind, press, press, f"mode {other}", f"{name}: {press} leads to {other}")
    if word == "next":
        yield _rebound(name, bind, press, press, "next band" if arg == "unit" else "next unit", f"{name}: {press}: the other")


def _entries(data: dict[str, Any], name: str, screen: dict[str, Any]) -> Iterator[Change]:
    entries, at = screen.get("entries") or [], ("screens", name, "entries")
    where = f"screens.{name}.entries"

    def changed(new: list[dict[str, Any]], words: str, more: tuple[Patch, ...] = ()) -> Change:
        return Change(((at, new), *more), f"{name}: {words}", where)

    for i, (a, b) in enumerate(pairwise(entries)):
        new = copy.deepcopy(entries)
        new[i], new[i + 1] = (
            ({**b, "number": a["number"]}, {**a, "number": b["number"]}) if "number" in a and "number" in b else (b, a)
        )
        yield changed(new, f"{a['name']} and {b['name']} swapped")
    used = {e.get("number") for e in entries}
    for i, entry in enumerate(entries):
        if len(entries) > 1:
            yield changed(entries[:i] + entries[i + 1 :], f"no {entry['name']}")
        if entry.get("number") and screen.get("through"):
            for by in (-1, 1):
                number = f"{int(entry['number']) + by:0{len(entry['number'])}d}"
                if number not in used and 0 <= int(number) <= screen["through"]:
                    new = copy.deepcopy(entries)
                    new[i]["number"] = number
                    yield changed(sorted(new, key=lambda e: int(e["number"])), f"{entry['name']} is {number}")
        elif not entry.get("number"):
            extra = copy.deepcopy(entries)
            extra.insert(i, {"name": UNREAD})
            past = (("scrolled_past",), [*(data.get("scrolled_past") or []), UNREAD])
            yield changed(extra, f"one more before {entry['name']}", (past,))
        if entry.get("in"):
            new = copy.deepcopy(entries)
            del new[i]["in"]
            yield changed(new, f"{entry['name']} in any mode")


def _through(data: dict[str, Any], name: str, screen: dict[str, Any]) -> Iterator[Change]:
    for by in (-1, 1) if screen.get("through") else ():
        last = screen["through"] + by
        yield Change(((("screens", name, "through"), last),), f"{name}: goes to {last}", f"screens.{name}.through")


def _closing(field: str) -> Writer:
    """Return what else may be said of the time after which a screen closes: another, or that of the other kind."""
    other = {"quiet_s": "window_s", "window_s": "quiet_s"}[field]

    def write(data: dict[str, Any], name: str, screen: dict[str, Any]) -> Iterator[Change]:
        now = screen.get(field)
        if not now:
            return
        where = f"screens.{name}.{field}"
        does, never = "closes", "never closes by itself"
        if screen["kind"] == "rest":
            does, never = f"goes to {screen.get('quiet')}", "stays until it is left"
        near = [t for t in TIMES_S if t < now][-2:] + [t for t in TIMES_S if t > now][:2]
        for t in near:
            yield Change(((("screens", name, field), t),), f"{name}: {does} after {t} s", where)
        yield Change(((("screens", name, field), 0),), f"{name}: {never}", where)
        patches = ((("screens", name, field), 0), (("screens", name, other), now))
        yield Change(
            patches, f"{name}: {'counts from its opening' if other == 'window_s' else 'counts from the last key'}", where
        )

    return write


QUIETS = {
    "value": ("home", "back", "keep", "keep_back"),
    "figures": ("home", "back", "keep_back", "take"),
    "entry": ("home", "take"),
}


def _quiet(data: dict[str, Any], name: str, screen: dict[str, Any]) -> Iterator[Change]:
    now = screen.get("quiet") or "home"
    if not (screen.get("quiet_s") or screen.get("window_s")):
        return
    pages = [other for other, s in data["screens"].items() if s["kind"] == "page"]
    for other in pages if screen["kind"] == "rest" else QUIETS.get(screen["kind"], ("home", "back")):
        if other != now:
            yield Change(((("screens", name, "quiet"), other),), f"{name}: left alone, it goes {other}", f"screens.{name}.quiet")


def _asks(data: dict[str, Any], name: str, screen: dict[str, Any]) -> Iterator[Change]:
    if screen.get("asks"):
        patches = ((("screens", name, "asks"), ""), (("screens", name, "occupied"), "overwrite"))
        yield Change(patches, f"{name}: no question", f"screens.{name}.asks")


WRITERS: dict[type[BaseModel], dict[str, Writer]] = {
    AnyScreenFile: {
        "bind": _binds, "entries": _entries, "through": _through, "quiet_s": _closing("quiet_s"), "window_s": _closing("window_s"), "asks": _asks,
        "quiet": _quiet,
    },
    SettingFile: {
        "values": values_written, "tones": tones_written, "new": new_written, "scope": scope_written, "disturbs": nothing_written("disturbs"), "clears": nothing_written("clears"),
    },
    LabelsFile: {"characters": characters_written},
    SlotsFile: {"count": count_written, "last": none_written, "call": none_written, "groups": none_written},
    CommonFile: {"error": none_written, "open": none_written, "coarse": none_written, "assigned": none_written},
    ProfileFile: {"icons": icons_written, "receive_hz": receives_written, "turn_keys": turned_written},
}  # fmt: skip


def _writers(model: type[BaseModel]) -> dict[str, Writer]:
    """Return the writers of a model's fields; a screen of any kind has those of all screens."""
    return WRITERS.get(AnyScreenFile if issubclass(model, AnyScreenFile) else model, {})


def patched(data: dict[str, Any], change: Change) -> dict[str, Any]:
    """Return the data with a change in it; what is not touched is shared."""
    made = dict(data)
    for path, value in change.patches:
        at: Any = made
        for part in path[:-1]:
            inner = at.get(part) if isinstance(at, dict) else at[part]
            at[part] = dict(inner) if isinstance(inner, dict) else list(inner) if isinstance(inner, list) else {}
            at = at[part]
        if value is GONE:
            del at[path[-1]]
        else:
            at[path[-1]] = value
    return made
