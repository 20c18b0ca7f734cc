"""A description in the making: a profile's data as a plain mapping, how a new one begins, how bindings are put into it."""

import re
from collections.abc import Callable
from typing import Any

from vocator.core.radio.register import verbs_of

Data = dict[str, Any]
AMATEUR_HZ = ((28_000_000, 29_700_000, "10 m"), (50_000_000, 54_000_000, "6 m"), (144_000_000, 148_000_000, "2 m"),
              (222_000_000, 225_000_000, "1.25 m"), (430_000_000, 450_000_000, "70 cm"))  # fmt: skip
DIGITS = tuple("0123456789")
PRESS_FORM = "KEY tap, KEY hold 1, DIAL turn, UP/DOWN, KEY+KEY tap, digits"


class Wrong(ValueError):
    """An answer that cannot be: which field, what is wrong, what to write."""

    def __init__(self, field: str, what: str) -> None:
        self.field = field
        super().__init__(what)


def new_description(name: str) -> Data:
    """Return the least that is a profile: two modes that nothing leads from, and nothing to set."""
    return {
        "model": model_name(name), "name": name, "kind": "handheld",
        "receive_hz": [[136_000_000, 174_000_000]],
        "transmit_hz": {"r2": [[144_000_000, 148_000_000]], "r1": [[144_000_000, 146_000_000]]},
        "bands": [{"name": "2 m", "low_hz": 136_000_000, "high_hz": 174_000_000, "new_hz": [144_000_000]}],
        "slots": {"first": 1, "count": 100, "digits": 3},
        "firmwares": [{"name": "1", "told_by": "there is one version only"}],
        "keys": ["PTT"], "dials": [],
        "panel": {"shape": "handheld", "glass": "segments", "top": [], "side": ["PTT"], "rows": [[]]},
        "settings": {},
        "screens": {
            "vfo": {"kind": "rest", "shows": "vfo", "bind": {"PTT tap": "transmit"}},
            "memory": {"kind": "rest", "shows": "memory", "bind": {"PTT tap": "transmit"}},
            "value": {"kind": "value", "shows": "value", "quiet_s": 10, "bind": {}},
        },
        "icons": [],
    }  # fmt: skip


def model_name(name: str) -> str:
    """Return the model's name for a radio's: small letters, digits and hyphens."""
    slug = re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-")[:40]
    return slug if len(slug) >= 3 else f"my-{slug or 'radio'}"


def at(data: Data, path: str, otherwise: Any = "") -> Any:
    """Return what stands at a path of names with dots, ``otherwise`` where nothing does."""
    here: Any = data
    for part in path.split("."):
        if isinstance(here, dict) and part in here:
            here = here[part]
        elif isinstance(here, list) and part.isdigit() and int(part) < len(here):
            here = here[int(part)]
        else:
            return otherwise
    return here


def put(data: Data, path: str, value: Any, otherwise: Any = None) -> None:
    """Put a value at a path, making what is on the way; what is as if nothing was said (``otherwise``) is left out."""
    *way, last = path.split(".")
    here: Any = data
    for part in way:
        here = here.setdefault(part, {}) if isinstance(here, dict) else here[int(part)]
    if value is None or (otherwise is not None and value == otherwise):
        here.pop(last, None)
    else:
        here[last] = value


def screen(data: Data, name: str, kind: str, shows: str) -> Data:
    """Return a screen of a name, made where there is none; another kind takes its place."""
    screens = data["screens"]
    if screens.get(name, {}).get("kind") != kind:
        screens[name] = {"kind": kind, "shows": shows, "bind": {}}
    found: Data = screens[name]
    return found


def name_of(data: Data, part: str) -> str:
    """Return the name of the screen that is a radio's menu, frequency, store, label, locked keys or erasing: its own where it has one, else the usual."""
    screens = data["screens"]
    if part in screens:
        return part
    fits: dict[str, Callable[[Data], bool]] = {
        "menu": lambda s: s["kind"] == "list", "frequency": lambda s: s.get("of") == "frequency", "label": lambda s: s["kind"] == "label",
        "locked": lambda s: s["kind"] == "page" and _verbs(s) <= {"home", "transmit"} and not s.get("lets_through"),
        "store": lambda s: s["kind"] == "picker" and "write" in _verbs(s), "erase": lambda s: s["kind"] == "question" and "erase" in _verbs(s),
    }  # fmt: skip
    return next((n for n, s in screens.items() if fits[part](s)), part)


def _verbs(screen: Data) -> set[str]:
    return {verb for does in screen["bind"].values() for one in verbs_of(does) for verb in one.split()[:1]}


def is_led_to(data: Data, name: str) -> bool:
    """Whether anything leads to a screen: a press of any screen, or an entry of a list."""
    opened = {f"{verb} {name}" for verb in ("open", "enter", "write_and_label", "onto", "search", "page")}
    bound = any(one in opened for s in data["screens"].values() for does in s["bind"].values() for one in verbs_of(does))
    return bound or any(e.get("opens") == name for s in data["screens"].values() for e in s.get("entries", []))


def pressed(data: Data, name: str, verb: str) -> str:
    """Return the first press on a screen that does a verb, empty where none does."""
    bind = at(data, f"screens.{name}.bind", {})
    return next((p for p, does in bind.items() if verb in verbs_of(does)), "")


def rebind(data: Data, name: str, verb: str, press: str, field: str = "") -> None:
    """Let one press of a screen do a verb, and no other one; an empty press takes it away.  Raises Wrong."""
    bind = data["screens"][name]["bind"]
    for old in [p for p, does in bind.items() if does == verb]:
        del bind[old]
    press = press.strip()
    if press:
        bind[checked_press(data, press, field)] = verb


def has_digits(data: Data) -> bool:
    """Whether all ten digits are keys of the radio."""
    return set(DIGITS) <= set(data["keys"])


def checked_press(data: Data, text: str, field: str) -> str:
    """Return a press as the profile writes it; raises Wrong for a key that the radio has not."""
    text = re.sub(r"\s+", " ", text.strip())
    if text in ("digits", "turn"):
        return text
    known = {*data["keys"], *data.get("dials", []), *data.get("touches", [])}
    known |= {"PUSH"} if at(data, "units.owns", None) else set()
    known |= {"OWN"} if data.get("touches") else set()
    if text in known:
        text += " turn" if text in data.get("dials", []) and text not in data["keys"] else " tap"
    if re.fullmatch(r"(?:.+\+)?(.+)/(.+)", text) and not text.endswith((" tap", " turn")):
        pair = text.rpartition("+")[2]
        cuts = [(pair[:i], pair[i + 1 :]) for i, c in enumerate(pair) if c == "/"]
        if any(a in known and b in known for a, b in cuts):
            return text
    key, _, how = text.partition(" hold ") if " hold " in text else (text.rpartition(" ")[0], "", "")
    if " hold " in text and not re.fullmatch(r"\d{1,2}(\.\d)?", how):
        raise Wrong(field, f"{text!r}: how many seconds? Write {key} hold 1")
    parts = key.split("+") if "+" in key and key not in known else [key]
    wrong = [p for p in parts if p not in known]
    if wrong or not re.search(r" (tap|turn|touch( \d+(\.\d)?)?|hold \d{1,2}(\.\d)?)$", text):
        keys = ", ".join(k for k in data["keys"] if k not in DIGITS)
        raise Wrong(field, f"{text!r} is no press of this radio. Its keys: {keys}. Write it as {PRESS_FORM}")
    return text


def ranges_hz(text: str, field: str) -> list[list[int]]:
    """Return ranges in hertz written in megahertz, ``136–174, 400–480``; raises Wrong."""
    found = []
    for part in re.split(r"[,;]\s*(?=\d)", text.strip()):
        match = re.fullmatch(r"\s*(\d+(?:\.\d+)?)\s*(?:–|—|-|to|\.\.)\s*(\d+(?:\.\d+)?)\s*(?:MHz)?\s*", part)
        if not match or float(match[1]) >= float(match[2]):
            raise Wrong(field, f"{part.strip()!r} is no range; write megahertz, 136–174, 400–480")
        found.append([round(float(match[1]) * 1e6), round(float(match[2]) * 1e6)])
    return found


def ranges_text(ranges: list[list[int]]) -> str:
    """Write ranges in megahertz."""
    return ", ".join(f"{low / 1e6:g}–{high / 1e6:g}" for low, high in ranges)


def bands_of(data: Data, per_band: bool) -> list[Data]:
    """Return the VFO's bands for the ranges that are received: one each, or one for all where settings follow no band."""
    units = len(at(data, "units.names", ["main"]))
    sends = data["transmit_hz"]["r2"]
    found = []
    for low, high in data["receive_hz"]:
        name = next((n for a, b, n in AMATEUR_HZ if low <= b and high >= a), f"{low / 1e6:g} MHz")
        new = next((a for a, b in sends if low <= a <= high), low)
        found.append({"name": name, "low_hz": low, "high_hz": high, "new_hz": [new] * units})
    if per_band or len(found) == 1:
        return found
    return [{"name": "all", "low_hz": found[0]["low_hz"], "high_hz": found[-1]["high_hz"], "new_hz": found[0]["new_hz"]}]


def key_rows(text: str) -> list[list[str]]:
    """Return the names of keys as typed in rows: a line a row, names apart by commas, or by spaces where there is no comma."""
    rows = []
    for line in text.splitlines():
        names = [n.strip() for n in line.split(",")] if "," in line else line.split()
        rows.append([n for n in names if n])
    return [r for r in rows if r]


def names_in(text: str) -> list[str]:
    """Return names typed in one or more lines, one after the other."""
    return [name for row in key_rows(text) for name in row]


def take_entries(data: Data, name: str, rows: list[Data]) -> None:
    """Put the rows of a menu into a list, in the place of what stood there: its entries, and a setting for each that stands for one.  Raises Wrong.

    Without a ``name`` they stand in no list: keys or pages change them.  A row has ``name``, ``number``, ``means``, and ``values``
    (pairs), ``tones`` or ``amounts`` with ``new``; ``means`` ``none`` is an entry that is only passed by.
    """
    listed: Data | None = data["screens"].get(name) if name else {}
    if listed is None or listed.get("kind", "list") != "list":
        raise Wrong("list", f"{name!r} is no list of this radio")
    scope = ("unit_band" if len(data["bands"]) > 1 else "unit") if len(at(data, "units.names", ["main"])) > 1 else "band"
    entries: list[Data] = []
    texts = [str(r["name"]).strip() for r in rows]
    for row in rows:
        shown, number, means = str(row["name"]).strip(), str(row.get("number") or ""), str(row.get("means") or "none")
        again = texts.count(shown) > 1 or (means != "none" and shown in data["settings"] and _listed_elsewhere(data, name, shown))
        own = f"{shown} {number or len(entries) + 1}" if again else shown
        entry: Data = {"name": own} | ({"number": number} if number else {}) | ({"shown": shown} if own != shown else {})
        if means == "none" and not name:
            continue
        does = next((e for e in listed.get("entries", []) if e["name"] == own and (e.get("opens") or e.get("does"))), None)
        if means == "none" and does is not None:
            entry = {**does, **entry}
        elif means == "none":
            data["settings"].pop(own, None)
            data["scrolled_past"] = list(dict.fromkeys([*data.get("scrolled_past", []), own]))
        else:
            data["settings"][own] = _setting(row, own, means, scope) | ({"shown": shown} if own != shown else {})
            data["scrolled_past"] = [x for x in data.get("scrolled_past", []) if x != own]
        entries.append(entry)
    kept = [e for e in listed.get("entries", []) if e.get("opens") and e["name"] not in {x["name"] for x in entries}]
    before = [str(e.get("sets") or e["name"]) for e in listed.get("entries", [])]
    listed["entries"] = [*entries, *kept]
    _let_go(data, [one for one in before if one not in {e["name"] for e in entries}], entries)
    put(data, "scrolled_past", data.get("scrolled_past") or None)


def _let_go(data: Data, names: list[str], entries: list[Data]) -> None:
    """Take settings away that stood in a list only; where keys or pages lead to one, the entry that does the same now takes its place.

    What something else still leads to stays.  Icons of what is no more go too.
    """
    settings = data["settings"]
    gone = [n for n in names if n in settings]
    for name in gone:
        alike = [e["name"] for e in entries if settings.get(e["name"], {}).get("means") == settings[name]["means"] != "other"]
        if len(alike) == 1:
            for part in _parts(data, [name]):
                _rename(data, part, name, alike[0])
    led_to = {n for part in _parts(data, gone) for n in _named(data, part)}
    while more := {n for one in led_to.intersection(gone) for n in _named(data, settings[one])} - led_to:
        led_to |= more
    for name in gone:
        if name not in led_to:
            del settings[name]
    listed = {e["name"] for s in data["screens"].values() for e in s.get("entries", [])}
    data["scrolled_past"] = [n for n in data.get("scrolled_past", []) if n in listed]
    data["icons"] = [icon for icon in data["icons"] if _still_lights(settings, icon)]


def _parts(data: Data, names: list[str]) -> list[Any]:
    """Return what may name some settings: whatever is neither a list of names nor an icon, all other settings among it."""
    rest = [one for part, one in data.items() if part not in ("settings", "icons", "scrolled_past", "unknown", "labels", "bands")]
    return [*rest, *(s for n, s in data["settings"].items() if n not in names)]


def _rename(data: Data, part: Any, name: str, new: str) -> None:
    """Put a setting's new name wherever a part names it."""
    for key, one in list(part.items()) if isinstance(part, dict) else list(enumerate(part)) if isinstance(part, list) else []:
        if isinstance(one, (dict, list)):
            _rename(data, one, name, new)
        elif name in _named(data, one):
            part[key] = new + one[len(name) :] if one.startswith(name) else one.replace(f" {name}", f" {new}", 1)


def _named(data: Data, part: Any) -> set[str]:
    """Return the settings that a part names: as a whole text, behind a verb, or as what a press hangs on."""
    if isinstance(part, dict):
        return {n for key, one in part.items() for x in (key, one) for n in _named(data, x)}
    if isinstance(part, list):
        return {n for one in part for n in _named(data, one)}
    whole = str(part)
    texts = (whole, whole.partition(" ")[2], whole.partition(" if ")[2])
    fits = [[n for n in data["settings"] if t == n or t.startswith((f"{n} ", f"{n}="))] for t in texts]
    return {max(found, key=len) for found in fits if found}


def _still_lights(settings: Data, icon: Data) -> bool:
    name, _, value = str(icon.get("setting", "")).partition("=")
    words = {
        means: [str(v) for s in settings.values() if s.get("means") == means for v in s.get("values", {})]
        for means in ("power", "tone_use")
    }
    if name:
        return name in settings and value in settings[name].get("values", {value: ""})
    return all(fact not in icon or str(icon[fact]) in words[means] for fact, means in (("power", "power"), ("use", "tone_use")))


def _listed_elsewhere(data: Data, name: str, setting: str) -> bool:
    return any(e["name"] == setting for n, s in data["screens"].items() if n != name for e in s.get("entries", []))


STORED = frozenset(
    {
        "shift",
        "offset",
        "tone_use",
        "tone",
        "code",
        "send_tone",
        "open_tone",
        "send_code",
        "open_code",
        "send_use",
        "open_use",
        "width",
        "power",
        "mode",
    }
)
FOR_ALL = frozenset(
    {
        "auto_shift",
        "beep",
        "busy_lock",
        "show",
        "watch",
        "dual_watch",
        "squelch",
        "other",
        "reset",
        "transmit_row",
        "reverse",
        "rows",
    }
)


def _setting(row: Data, name: str, means: str, scope: str) -> Data:
    made: Data = {"means": means}
    if row.get("tones"):
        made["tones"] = row["tones"]
        if row.get("code_prefix"):
            made["code_prefix"] = row["code_prefix"]
    elif row.get("amounts"):
        low, high, step, decimals = row["amounts"]
        made["amounts"] = {"low_hz": int(low), "high_hz": int(high), "step_hz": max(1, int(step)), "decimals": int(decimals)}
    else:
        made["values"] = {str(t): str(m) for t, m in row.get("values") or []} or {"?": "other"}
    made |= {"new": str(row.get("new") or next(iter(made.get("values", {})), "")), "scope": "set" if means in FOR_ALL else scope}
    if means in STORED:
        made["stored"] = True
    if row.get("digits"):
        made |= {"digits": int(row["digits"])} | ({"typed": row["typed"]} if row.get("typed") in ("bare", "number") else {})
        if made.get("amounts"):
            made["digit_hz"] = {8: 10, 6: 1_000, 5: 1_000, 4: 10_000}.get(int(row["digits"]), 1_000)
    if means == "other" and not row.get("values"):
        raise Wrong(name, f"{name}: its values are not known; write them, or let it be passed by")
    return made
