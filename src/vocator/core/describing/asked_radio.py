"""Questions on the radio as a whole: what it is, where it hears, its keys, slots, rows, modes, its frequency."""

import copy

from vocator.core.describing.asking import Answer, Ask, Choice, number, quiet_asks, quiet_of, said, seconds, turns_of, yes
from vocator.core.describing.draft import (
    Data,
    Wrong,
    at,
    bands_of,
    checked_press,
    has_digits,
    is_led_to,
    key_rows,
    name_of,
    names_in,
    pressed,
    put,
    ranges_hz,
    ranges_text,
    rebind,
    screen,
)

# -- the radio ---------------------------------------------------------------------------


def radio_read(d: Data) -> Answer:
    """Return what a description says of what the radio is."""
    return {"name": d["name"], "kind": d["kind"], "shape": at(d, "panel.shape"), "glass": at(d, "panel.glass")}


def radio_write(d: Data, a: Answer) -> None:
    """Write into a description what is answered on what the radio is; raises Wrong."""
    if not said(a, "name"):
        raise Wrong("name", "a name, so that the radio is found again")
    d["name"], d["kind"] = said(a, "name")[:60], said(a, "kind")[:80] or "radio"
    put(d, "panel.shape", said(a, "shape") or "handheld")
    put(d, "panel.glass", said(a, "glass") or "segments")


SHAPES = (Choice("handheld", "in the hand"), Choice("mobile", "in the car"), Choice("base", "on the table"))
GLASSES = (Choice("segments", "figures of bars"), Choice("dots", "dots, letters too"), Choice("touch", "a touch screen"))


def ranges_read(d: Data) -> Answer:
    """Return what a description says of where it hears and sends."""
    return {
        "receives": ranges_text(d["receive_hz"]), "sends": ranges_text(d["transmit_hz"]["r2"]), "sends_r1": ranges_text(d["transmit_hz"]["r1"]),
        "per_band": yes(len(d["bands"]) > 1 or len(d["receive_hz"]) == 1), "format": d.get("frequency_format", "six"),
    }  # fmt: skip


def ranges_write(d: Data, a: Answer) -> None:
    """Write into a description what is answered on where it hears and sends; raises Wrong."""
    before = copy.deepcopy({k: d[k] for k in ("receive_hz", "transmit_hz")}), len(d["bands"])
    d["receive_hz"] = ranges_hz(said(a, "receives"), "receives")
    d["transmit_hz"] = {"r2": ranges_hz(said(a, "sends"), "sends")}
    d["transmit_hz"]["r1"] = ranges_hz(said(a, "sends_r1") or said(a, "sends"), "sends_r1")
    per_band = bool(said(a, "per_band"))
    if ({k: d[k] for k in ("receive_hz", "transmit_hz")}, len(d["bands"])) != before or per_band != (
        before[1] > 1 or len(d["receive_hz"]) == 1
    ):
        d["bands"] = bands_of(d, per_band)
    put(d, "frequency_format", said(a, "format") or "six", "six")
    for setting in d["settings"].values():
        new = setting["new"]
        setting["new"] = new[0] if isinstance(new, list) and len(new) != len(d["bands"]) else new


def keys_read(d: Data) -> Answer:
    """Return what a description says of its keys."""
    panel = d["panel"]
    return {
        "rows": "\n".join(", ".join(r) for r in panel["rows"]), "side": ", ".join(panel["side"]), "top": ", ".join(k for k in panel["top"] if k not in d["dials"]),
        "dials": ", ".join(d["dials"]), "touches": ", ".join(d.get("touches", [])),
    }  # fmt: skip


def keys_write(d: Data, a: Answer) -> None:
    """Write into a description what is answered on its keys; raises Wrong."""
    rows, side = key_rows(a.get("rows", "")), names_in(a.get("side", ""))
    top, dials = names_in(a.get("top", "")), names_in(a.get("dials", ""))
    front = [k for r in rows for k in r]
    names = front + side + top
    twice = next((k for k in names if names.count(k) > 1), None)
    if twice:
        raise Wrong("rows", f"{twice} is named twice; a key stands in one place")
    if "PTT" not in names:
        side = [*side, "PTT"]
    pushed = [k for k in dials if any(f"{k} tap" in s["bind"] or f"{k} hold 1" in s["bind"] for s in d["screens"].values())]
    d["keys"] = list(dict.fromkeys([*front, *side, *top, *pushed, *said(a, "pushed").split()]))
    d["dials"] = dials
    put(d, "touches", names_in(a.get("touches", "")), [])
    d["panel"] = {**d["panel"], "rows": rows or [[]], "side": side, "top": [*top, *dials]}
    known = {*d["keys"], *d["dials"], *d.get("touches", [])}
    for s in d["screens"].values():  # what hangs on a key that is no more is given up
        s["bind"] = {p: v for p, v in s["bind"].items() if _still(d, p, known)}


def _still(d: Data, press: str, known: set[str]) -> bool:
    try:
        checked_press(d, press, "")
    except Wrong:
        return press.rpartition(" ")[0] in known
    return True


def slots_read(d: Data) -> Answer:
    """Return what a description says of its slots."""
    s = d["slots"]
    return {
        "first": str(s["first"]),
        "count": str(s["count"]),
        "digits": str(s.get("digits", 3)),
        "banks": ", ".join(s.get("banks", [])),
        "pattern": s.get("pattern", ""),
    }


def slots_write(d: Data, a: Answer) -> None:
    """Write into a description what is answered on its slots; raises Wrong."""
    made: Data = {
        "first": number(a, "first", 0, 400),
        "count": number(a, "count", 1, 2000),
        "digits": number(a, "digits", 0, 6, 3),
    }
    banks = names_in(a.get("banks", ""))
    if banks and made["count"] % len(banks):
        raise Wrong("count", f"{made['count']} slots do not go evenly into {len(banks)} banks; write how many there are in all")
    if banks:
        made |= {"banks": banks, "pattern": said(a, "pattern") or "{bank}-{n}"}
    elif said(a, "pattern"):
        made["pattern"] = said(a, "pattern")
    d["slots"] = made


def rows_read(d: Data) -> Answer:
    """Return what a description says of its rows or sides."""
    names = at(d, "units.names", [])
    return {
        "names": ", ".join(names) if len(names) > 1 else "", "word": at(d, "units.word") or "row", "next": pressed(d, "vfo", "next unit"), "hears": at(d, "units.hears") or "one",
    }  # fmt: skip


def rows_write(d: Data, a: Answer) -> None:
    """Write into a description what is answered on its rows or sides; raises Wrong."""
    names = names_in(a.get("names", ""))
    per_band = len(d["bands"]) > 1
    before = len(at(d, "units.names", ["main"]))
    if len(names) < 2:
        d.pop("units", None)
    else:
        if not said(a, "next") and not at(d, "units.owns", None):
            raise Wrong("next", "the key that goes on to the other one")
        kept = at(d, "units.bands", []) if len(at(d, "units.bands", [])) == len(names) else [d["bands"][0]["name"]] * len(names)
        d["units"] = {**d.get("units", {}), "word": said(a, "word") or "row", "names": names, "bands": kept}
        put(d, "units.hears", said(a, "hears") or "one", "one")
    for mode in ("vfo", "memory"):
        rebind(d, mode, "next unit", said(a, "next") if len(names) > 1 else "", "next")
    if before != max(1, len(names)):
        d["bands"] = bands_of(d, per_band)
        scopes = {"band": "unit_band" if per_band else "unit"} if len(names) > 1 else {"unit_band": "band", "unit": "band"}
        for setting in d["settings"].values():
            setting["scope"] = scopes.get(setting["scope"], setting["scope"])


HEARS = (Choice("one", "the one in use"), Choice("turns", "by turns"), Choice("while_sending", "both, also while one sends"))


# -- modes and the frequency ----------------------------------------------------------------


def modes_read(d: Data) -> Answer:
    """Return what a description says of its modes."""
    return {"to_memory": pressed(d, "vfo", "mode memory"), "to_vfo": pressed(d, "memory", "mode vfo"), "band": pressed(d, "vfo", "next band"),
            "turns": pressed(d, "vfo", "tune"), "mark": at(d, "screens.memory.mark"), "digits": yes(pressed(d, "memory", "enter slot"))}  # fmt: skip


def modes_write(d: Data, a: Answer) -> None:
    """Write into a description what is answered on its modes; raises Wrong."""
    if not said(a, "to_memory") and not any("memory" in str(does) for x in d["screens"].values() for does in x["bind"].values()):
        raise Wrong("to_memory", "a key that leads to memory mode")
    rebind(d, "vfo", "mode memory", said(a, "to_memory"), "to_memory")
    rebind(d, "memory", "mode vfo", said(a, "to_vfo") or said(a, "to_memory"), "to_vfo")
    rebind(d, "vfo", "next band", said(a, "band"), "band")
    rebind(d, "vfo", "tune", said(a, "turns"), "turns")
    rebind(d, "memory", "recall", said(a, "turns"), "turns")
    put(d, "screens.memory.mark", said(a, "mark") or None)
    if said(a, "digits"):
        s = screen(d, "slot", "entry", "entry")
        s |= {"of": "slot", "digits": d["slots"].get("digits", 3), "quiet_s": s.get("quiet_s", 8)}
        s["bind"].setdefault("digits", "type")
        rebind(d, "memory", "enter slot", "digits", "digits")
    else:
        rebind(d, "memory", "enter slot", "", "digits")


WAYS = (
    Choice("all", "digits, all of them; the last one takes it"), Choice("ended", "digits, ended by a key"),
    Choice("cursor", "figures under a cursor"), Choice("dial", "by turning alone"),
)  # fmt: skip
TAKEN_AS = (
    Choice("zeros", "megahertz, then kilohertz; what is missing are zeros"), Choice("bands", "whatever falls into a range it hears"),
    Choice("whole_mhz", "without a point they are megahertz"),
)  # fmt: skip


def frequency_read(d: Data) -> Answer:
    """Return what a description says of how a frequency is set."""
    name = name_of(d, "frequency")
    s = at(d, f"screens.{name}", {})
    unsaid = "all" if has_digits(d) else "dial"
    way = unsaid if not s else "cursor" if s["kind"] == "figures" else "ended" if s.get("reading") else "all"
    return {
        "way": way, "digits": str(s.get("digits", 6)), "reading": s.get("reading") or "zeros", "opens": pressed(d, "vfo", f"open {name}"),
        "point": pressed(d, name, "point"), "takes": pressed(d, name, "take"), "drops": pressed(d, name, "leave_entry") or pressed(d, name, "back"),
        "turns": pressed(d, name, "choose"), "onward": pressed(d, name, "onward") or pressed(d, name, "onward_or_take"), "backward": pressed(d, name, "backward"),
        "last_takes": yes(pressed(d, name, "onward_or_take")), "carry": yes(s.get("carry")), "cursor_at": str(s.get("cursor_at", 0)),
        "quiet": quiet_of(s, 8), "left": s.get("quiet", "home"), "raster": ", ".join(f"{x / 1000:g}" for x in s.get("rasters_hz", [])),
    }  # fmt: skip


def frequency_write(d: Data, a: Answer) -> None:
    """Write into a description what is answered on how a frequency is set; raises Wrong."""
    way, name = said(a, "way") or "all", name_of(d, "frequency")
    for verb in (f"enter {name}", f"open {name}"):
        rebind(d, "vfo", verb, "")
    if way == "dial":
        d["screens"].pop(name, None)
        return
    s = screen(d, name, "figures" if way == "cursor" else "entry", "entry")
    s |= {"of": "frequency", "quiet_s": seconds(a, "quiet")}
    put(d, f"screens.{name}.quiet", said(a, "left") or "home", "home")
    put(d, f"screens.{name}.fill_half", way != "ended" or None)
    rasters = [round(float(x) * 1000) for x in said(a, "raster").replace(";", ",").split(",") if x.strip()]
    put(d, f"screens.{name}.rasters_hz", rasters, [])
    for part in ("reading", "digits", "carry", "cursor_at"):
        s.pop(part, None)
    s["bind"] = {}
    drop = "back" if way == "cursor" else "leave_entry"
    rebind(d, name, drop, said(a, "drops"), "drops")
    if way == "cursor":
        if not said(a, "opens"):
            raise Wrong("opens", "the key that puts the cursor under the frequency")
        rebind(d, "vfo", f"open {name}", said(a, "opens"), "opens")
        rebind(d, name, "choose", said(a, "turns"), "turns")
        rebind(d, name, "onward_or_take" if said(a, "last_takes") else "onward", said(a, "onward"), "onward")
        rebind(d, name, "backward", said(a, "backward"), "backward")
        rebind(d, name, "take", said(a, "takes"), "takes")
        put(d, f"screens.{name}.carry", bool(said(a, "carry")), False)
        put(d, f"screens.{name}.cursor_at", number(a, "cursor_at", 0, 8, 0), 0)
        if has_digits(d) and not said(a, "carry"):
            s["bind"]["digits"] = "type"
        return
    s["bind"]["digits"] = "type"
    if way == "ended":
        s["reading"] = said(a, "reading") or "zeros"
        if not said(a, "takes"):
            raise Wrong("takes", "the key that ends the digits")
        rebind(d, name, "take", said(a, "takes"), "takes")
        rebind(d, name, "point", said(a, "point"), "point")
    else:
        s["digits"] = number(a, "digits", 4, 9, 6)
        rebind(d, name, "fill", said(a, "takes"), "takes")
    if said(a, "opens"):
        rebind(d, "vfo", f"open {name}", said(a, "opens"), "opens")
    else:
        rebind(d, "vfo", f"enter {name}", "digits", "opens")


def frequency_asks(d: Data) -> tuple[Ask, ...]:
    """Return what is asked of how a frequency is set."""
    return (
        Ask("way", "How do you set 146.550?", "select", WAYS), Ask("digits", "So many digits", "number", hint="6 for 146550, 8 for 14655000"),
        Ask("reading", "What do digits stand for?", "select", TAKEN_AS), Ask("opens", "Which key comes first?", "press", hint="empty where the first digit begins it"),
        Ask("point", "The key for the point", "press"), Ask("takes", "The key that takes it", "press"), Ask("drops", "The key that drops it", "press"),
        Ask("turns", "What turns a figure?", "turns", turns_of(d)), Ask("onward", "The key to the next figure", "press"), Ask("backward", "The key to the figure before", "press"),
        Ask("last_takes", "After the last figure it is taken", "check"), Ask("carry", "Turning goes up and down with a carry", "check"), Ask("cursor_at", "It begins under figure", "number", hint="0 is the first"),
        Ask("raster", "Other than multiples of so many kHz are refused", "text", hint="2.5, 6.25; empty: nothing is"), quiet_asks("Half typed and left alone for so many seconds"),
        Ask("left", "Then it is", "select", (Choice("home", "dropped"), Choice("take", "taken, zeros filled")), path=f"screens.{name_of(d, 'frequency')}.quiet"),
    )  # fmt: skip


def lock_read(d: Data) -> Answer:
    """Return what a description says of keys that are locked."""
    name = name_of(d, "locked")
    page = d["screens"].get(name, {})
    by_itself = d["screens"]["vfo"] if at(d, "screens.vfo.quiet") == name else {}
    return {
        "key": pressed(d, "vfo", f"page {name}"), "frees": pressed(d, name, "home"), "shows": page.get("text", ""), "icon": page.get("icon", ""),
        "sends": yes(pressed(d, name, "transmit") or not page), "by_itself": str(by_itself.get("quiet_s", 0)),
    }  # fmt: skip


def lock_write(d: Data, a: Answer) -> None:
    """Write into a description what is answered on keys that are locked; raises Wrong."""
    name, key, by_itself = name_of(d, "locked"), said(a, "key"), seconds(a, "by_itself")
    for mode in ("vfo", "memory"):
        rebind(d, mode, f"page {name}", key, "key")
        if by_itself or at(d, f"screens.{mode}.quiet") == name:
            put(d, f"screens.{mode}.quiet_s", by_itself, 0)
            put(d, f"screens.{mode}.quiet", name if by_itself else None)
    if not key and not by_itself and not is_led_to(d, name):
        d["screens"].pop(name, None)
        return
    frees = said(a, "frees") or key
    if not frees:
        raise Wrong("frees", "the key that frees them")
    screen(d, name, "page", "")
    put(d, f"screens.{name}.text", said(a, "shows"), "")
    put(d, f"screens.{name}.icon", said(a, "icon"), "")
    rebind(d, name, "home", frees, "frees")
    rebind(d, name, "transmit", "PTT tap" if said(a, "sends") else "", "sends")


LOCK_ASKS = (
    Ask("key", "The key that locks them", "press", hint="LOCK hold 1; empty: none"), Ask("frees", "The key that frees them", "press", hint="empty: the same key"),
    Ask("shows", "What then stands in the bottom line", hint="LOCKED; empty: nothing"), Ask("icon", "Or which icon lights"),
    Ask("sends", "PTT sends all the same", "check"), Ask("by_itself", "Left alone for so many seconds they lock themselves", "number", hint="0: never"),
)  # fmt: skip
