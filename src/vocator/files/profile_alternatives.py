"""How else a profile may read: every single change of it that an owner might find, generated from the schema.

Each field tells its alternatives by its type; those whose type does not say them have a writer of their own, and those that only words
or drawing hang on are named with the reason (``READ_OUT``).  A test holds every field of the schema to one of the three.
"""

import copy
import re
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from itertools import combinations, pairwise
from types import UnionType
from typing import Any, Literal, Union, get_args, get_origin

from pydantic import BaseModel
from pydantic.fields import FieldInfo

from vocator.files.profile_schema import CommonFile, LabelsFile, ProfileFile, ScreenFile, SettingFile, SlotsFile

Path = tuple[str | int, ...]
Patch = tuple[Path, Any]
GONE = object()
"""In place of a value: the key is taken out."""
TIMES_S = (1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 30)


@dataclass(frozen=True, slots=True, eq=False)
class Change:
    """One other reading: what is changed, in words; ``where`` is the field, ``screen`` and ``setting`` what it is of (empty: the set as a whole)."""

    patches: tuple[Patch, ...]
    words: str
    where: str
    screen: str = ""
    setting: str = ""


Writer = Callable[[dict[str, Any], str, dict[str, Any]], Iterator[Change]]
"""Takes the profile, the name of the screen or setting, and its fields."""

READ_OUT = {
    "drawn, or said of the radio": {"model", "name", "kind", "panel", "firmwares", "shows_sending", "about", "titles", "keys", "dials",
                                    "touches", "free_keys", "scrolled_past", "unknown", "units", "bands"},
    "a text: it is read off the display": {"icon", "text", "message", "mark", "word", "occupied_mark", "prefix", "common", "soft", "shown",
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
SCOPES = {"set": ("unit",), "unit": ("set",), "band": ("set",), "unit_band": ("band", "unit"), "slot": ()}
TONES = {"ctcss50": ("ctcss38",), "ctcss38": ("ctcss50",), "off_ctcss50": ("ctcss50",), "dcs_n": ("dcs_bare", "dcs_pairs"),
         "dcs_bare": ("dcs_n",), "dcs_pairs": ("dcs_n",), "off_dcs_n": ("off_dcs_ni",), "off_dcs_ni": ("off_dcs_n",)}  # fmt: skip


def readings(data: dict[str, Any]) -> Iterator[Change]:
    """Return every other reading of a profile that was read as plain data, one change each; some make no profile."""
    for name, screen in data["screens"].items():
        yield from _of_model(data, ScreenFile, ("screens", name), name, "", screen)
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
    models = (ScreenFile, SettingFile, SlotsFile, LabelsFile, CommonFile, ProfileFile)
    return [
        f"{m.__name__}.{name}"
        for m in models
        for name, info in m.model_fields.items()
        if name not in told and name not in WRITERS.get(m, {}) and not _by_type(info, _sample(info))
    ]


def _sample(info: FieldInfo) -> Any:
    return 5 if info.is_required() or not isinstance(info.default, bool | str) else info.default


def _of_model(
    data: dict[str, Any], model: type[BaseModel], at: Path, screen: str, setting: str, given: dict[str, Any]
) -> Iterator[Change]:
    told = set().union(*READ_OUT.values())
    own = WRITERS.get(model, {})
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


UNREAD = "····"
"""What stands where something is that nobody has read out yet."""


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
        near = [t for t in TIMES_S if t < now][-2:] + [t for t in TIMES_S if t > now][:2]
        for t in near:
            yield Change(((("screens", name, field), t),), f"{name}: closes after {t} s", where)
        yield Change(((("screens", name, field), 0),), f"{name}: never closes by itself", where)
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
    for other in QUIETS.get(screen["kind"], ("home", "back")) if screen.get("quiet_s") or screen.get("window_s") else ():
        if other != now:
            yield Change(((("screens", name, "quiet"), other),), f"{name}: left alone, it goes {other}", f"screens.{name}.quiet")


def _asks(data: dict[str, Any], name: str, screen: dict[str, Any]) -> Iterator[Change]:
    if screen.get("asks"):
        patches = ((("screens", name, "asks"), ""), (("screens", name, "occupied"), "overwrite"))
        yield Change(patches, f"{name}: no question", f"screens.{name}.asks")


# -- settings ------------------------------------------------------------------------------


def _values(data: dict[str, Any], name: str, setting: dict[str, Any]) -> Iterator[Change]:
    values = list((setting.get("values") or {}).items())
    if setting.get("means") == "band" or len(values) < 2:
        return
    where, at = f"settings.{name}.values", ("settings", name, "values")
    for i in range(len(values) - 1):
        swapped = [*values[:i], values[i + 1], values[i], *values[i + 2 :]]
        yield Change(((at, dict(swapped)),), f"{name}: {values[i][0]} and {values[i + 1][0]} swapped", where)
    if len(values) > 2:
        yield Change(((at, dict(values[::-1])),), f"{name}: the other way round", where)
        news = setting["new"] if isinstance(setting["new"], list) else [setting["new"]]
        for text, _ in values:
            if text not in news:
                yield Change(((at, {k: v for k, v in values if k != text}),), f"{name}: no {text}", where)
    for i in (0, len(values) // 2, len(values)):
        more = [*values[:i], (UNREAD, "5000" if setting["means"] == "step" else "other"), *values[i:]]
        yield Change(((at, dict(more)),), f"{name}: one more value, the {i + 1}.", where)


def _tones(data: dict[str, Any], name: str, setting: dict[str, Any]) -> Iterator[Change]:
    for other in TONES.get(setting.get("tones") or "", ()):
        yield Change(((("settings", name, "tones"), other),), f"{name}: the list {other}", f"settings.{name}.tones")


def _new(data: dict[str, Any], name: str, setting: dict[str, Any]) -> Iterator[Change]:
    for text in list(setting.get("values") or {})[:4]:
        if text != setting["new"] and setting.get("means") != "band":
            yield Change(((("settings", name, "new"), text),), f"{name}: new {text}", f"settings.{name}.new")


def _scope(data: dict[str, Any], name: str, setting: dict[str, Any]) -> Iterator[Change]:
    rows, bands = len((data.get("units") or {}).get("names", [1])), len(data["bands"])
    for other in SCOPES[setting["scope"]]:
        if ("unit" in (other, setting["scope"]) and rows < 2 and bands < 2) or ("band" in other and bands < 2):
            continue
        patches: list[Patch] = [(("settings", name, "scope"), other)]
        if isinstance(setting["new"], list) and "band" not in other:
            patches.append((("settings", name, "new"), setting["new"][0]))
        yield Change(tuple(patches), f"{name}: one for each {other}", f"settings.{name}.scope")


def _nothing(field: str) -> Writer:
    def write(data: dict[str, Any], name: str, setting: dict[str, Any]) -> Iterator[Change]:
        if setting.get(field):
            yield Change(((("settings", name, field), {}),), f"{name}: {field} nothing", f"settings.{name}.{field}")

    return write


# -- the set as a whole --------------------------------------------------------------------


def _icons(data: dict[str, Any], name: str, given: dict[str, Any]) -> Iterator[Change]:
    icons = data.get("icons") or []
    facts = [next((k for k in i if k != "icon"), "") for i in icons]
    for (i, a), (j, b) in combinations(enumerate(icons), 2):
        if facts[i] == facts[j] and a["icon"] != b["icon"]:
            new = copy.deepcopy(icons)
            new[i]["icon"], new[j]["icon"] = b["icon"], a["icon"]
            yield Change(((("icons",), new),), f"icons {a['icon']} and {b['icon']} swapped", "icons")
    for i, one in enumerate(icons):
        yield Change(((("icons",), icons[:i] + icons[i + 1 :]),), f"no icon {one['icon']} for {facts[i]}", "icons")


def _receives(data: dict[str, Any], name: str, given: dict[str, Any]) -> Iterator[Change]:
    for i, pair in enumerate(data["receive_hz"]):
        for k, by in ((0, -1), (0, 1), (1, -1), (1, 1)):
            new = [list(p) for p in data["receive_hz"]]
            new[i][k] = pair[k] + by * 1_000_000
            yield Change(((("receive_hz",), new),), f"hears {new[i][0] / 1e6:g} to {new[i][1] / 1e6:g} MHz", f"receive_hz.{i}")


def _turned(data: dict[str, Any], name: str, given: dict[str, Any]) -> Iterator[Change]:
    keys = data.get("turn_keys") or {}
    if keys:
        yield Change(
            ((("turn_keys",), {k: -v for k, v in keys.items()}),), "the keys that turn, the other way round", "turn_keys"
        )


def _characters(data: dict[str, Any], name: str, given: dict[str, Any]) -> Iterator[Change]:
    now: str = given["characters"]
    bare, digits = now.replace(" ", ""), "0123456789"
    for new in dict.fromkeys((f"{bare} ", f" {bare}", digits + "".join(c for c in now if c not in digits), now[1:])):
        if new != now:
            yield Change(((("labels", "characters"), new),), f"labels: characters {new[:8]}…", "labels.characters")


def _last_count(data: dict[str, Any], name: str, given: dict[str, Any]) -> Iterator[Change]:
    if not given.get("groups"):
        for count in (given["count"] // 2, given["count"] - 1, given["count"] + 1, given["count"] * 2):
            yield Change(((("slots", "count"), count),), f"{count} slots", "slots.count")


def _none(data: dict[str, Any], name: str, given: dict[str, Any]) -> Iterator[Change]:
    yield from ()


WRITERS: dict[type[BaseModel], dict[str, Writer]] = {
    ScreenFile: {
        "bind": _binds, "entries": _entries, "through": _through, "quiet_s": _closing("quiet_s"), "window_s": _closing("window_s"), "asks": _asks,
        "quiet": _quiet,
    },
    SettingFile: {
        "values": _values, "tones": _tones, "new": _new, "scope": _scope, "disturbs": _nothing("disturbs"), "clears": _nothing("clears"),
    },
    LabelsFile: {"characters": _characters},
    SlotsFile: {"count": _last_count, "last": _none, "call": _none, "groups": _none},
    CommonFile: {"error": _none, "open": _none, "coarse": _none, "assigned": _none},
    ProfileFile: {"icons": _icons, "receive_hz": _receives, "turn_keys": _turned},
}  # fmt: skip


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
