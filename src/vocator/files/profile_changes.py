"""A single change of a profile, and the writers of those that a field's type does not tell."""

import copy
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from itertools import combinations
from typing import Any

Path = tuple[str | int, ...]


Patch = tuple[Path, Any]


GONE = object()
"""In place of a value: the key is taken out."""


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


SCOPES = {"set": ("unit",), "unit": ("set",), "band": ("set",), "unit_band": ("band", "unit"), "slot": ()}


TONES = {"ctcss50": ("ctcss38",), "ctcss38": ("ctcss50",), "off_ctcss50": ("ctcss50",), "dcs_n": ("dcs_bare", "dcs_pairs"),
         "dcs_bare": ("dcs_n",), "dcs_pairs": ("dcs_n",), "off_dcs_n": ("off_dcs_ni",), "off_dcs_ni": ("off_dcs_n",),
         "off_ctcss38": ("off_ctcss50",), "off_ctcss50_dcs_n": ("off_ctcss50_dcs_ni",), "off_ctcss38_dcs_n": ("off_ctcss38_dcs_ni",),
         "off_ctcss50_dcs_ni": ("off_ctcss50_dcs_pairs", "off_ctcss38_dcs_ni"), "off_ctcss38_dcs_ni": ("off_ctcss38_dcs_pairs", "off_ctcss50_dcs_ni"),
         "off_ctcss50_dcs_pairs": ("off_ctcss50_dcs_ni",), "off_ctcss38_dcs_pairs": ("off_ctcss38_dcs_ni",)}  # fmt: skip


UNREAD = "····"
"""What stands where something is that nobody has read out yet."""


def values_written(data: dict[str, Any], name: str, setting: dict[str, Any]) -> Iterator[Change]:
    """Its values in another order or with one more or fewer."""
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


def tones_written(data: dict[str, Any], name: str, setting: dict[str, Any]) -> Iterator[Change]:
    """Another list of tones."""
    for other in TONES.get(setting.get("tones") or "", ()):
        yield Change(((("settings", name, "tones"), other),), f"{name}: the list {other}", f"settings.{name}.tones")


def new_written(data: dict[str, Any], name: str, setting: dict[str, Any]) -> Iterator[Change]:
    """Another value when new."""
    for text in list(setting.get("values") or {})[:4]:
        if text != setting["new"] and setting.get("means") != "band":
            yield Change(((("settings", name, "new"), text),), f"{name}: new {text}", f"settings.{name}.new")


def scope_written(data: dict[str, Any], name: str, setting: dict[str, Any]) -> Iterator[Change]:
    """Kept apart for something else."""
    rows, bands = len((data.get("units") or {}).get("names", [1])), len(data["bands"])
    for other in SCOPES[setting["scope"]]:
        if ("unit" in (other, setting["scope"]) and rows < 2 and bands < 2) or ("band" in other and bands < 2):
            continue
        patches: list[Patch] = [(("settings", name, "scope"), other)]
        if isinstance(setting["new"], list) and "band" not in other:
            patches.append((("settings", name, "new"), setting["new"][0]))
        yield Change(tuple(patches), f"{name}: one for each {other}", f"settings.{name}.scope")


def nothing_written(field: str) -> Writer:
    """Nothing where something is."""

    def write(data: dict[str, Any], name: str, setting: dict[str, Any]) -> Iterator[Change]:
        if setting.get(field):
            yield Change(((("settings", name, field), {}),), f"{name}: {field} nothing", f"settings.{name}.{field}")

    return write


def icons_written(data: dict[str, Any], name: str, given: dict[str, Any]) -> Iterator[Change]:
    """Two icons swapped, or one out."""
    icons = data.get("icons") or []
    facts = [next((k for k in i if k != "icon"), "") for i in icons]
    for (i, a), (j, b) in combinations(enumerate(icons), 2):
        if facts[i] == facts[j] and a["icon"] != b["icon"]:
            new = copy.deepcopy(icons)
            new[i]["icon"], new[j]["icon"] = b["icon"], a["icon"]
            yield Change(((("icons",), new),), f"icons {a['icon']} and {b['icon']} swapped", "icons")
    for i, one in enumerate(icons):
        yield Change(((("icons",), icons[:i] + icons[i + 1 :]),), f"no icon {one['icon']} for {facts[i]}", "icons")


def receives_written(data: dict[str, Any], name: str, given: dict[str, Any]) -> Iterator[Change]:
    """An end of a range a megahertz off."""
    for i, pair in enumerate(data["receive_hz"]):
        for k, by in ((0, -1), (0, 1), (1, -1), (1, 1)):
            new = [list(p) for p in data["receive_hz"]]
            new[i][k] = pair[k] + by * 1_000_000
            yield Change(((("receive_hz",), new),), f"hears {new[i][0] / 1e6:g} to {new[i][1] / 1e6:g} MHz", f"receive_hz.{i}")


def turned_written(data: dict[str, Any], name: str, given: dict[str, Any]) -> Iterator[Change]:
    """The keys that turn, the other way round."""
    keys = data.get("turn_keys") or {}
    if keys:
        yield Change(
            ((("turn_keys",), {k: -v for k, v in keys.items()}),), "the keys that turn, the other way round", "turn_keys"
        )


def characters_written(data: dict[str, Any], name: str, given: dict[str, Any]) -> Iterator[Change]:
    """The signs of a label in another order."""
    now: str = given["characters"]
    bare, digits = now.replace(" ", ""), "0123456789"
    for new in dict.fromkeys((f"{bare} ", f" {bare}", digits + "".join(c for c in now if c not in digits), now[1:])):
        if new != now:
            yield Change(((("labels", "characters"), new),), f"labels: characters {new[:8]}…", "labels.characters")


def count_written(data: dict[str, Any], name: str, given: dict[str, Any]) -> Iterator[Change]:
    """Another number of slots."""
    if not given.get("groups"):
        for count in (given["count"] // 2, given["count"] - 1, given["count"] + 1, given["count"] * 2):
            yield Change(((("slots", "count"), count),), f"{count} slots", "slots.count")


def none_written(data: dict[str, Any], name: str, given: dict[str, Any]) -> Iterator[Change]:
    """Yield none: what is read off the display."""
    yield from ()
