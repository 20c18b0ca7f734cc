"""Questions on slots: how one is written, named, erased; and on what lights."""

from vocator.core.describing.asking import Answer, Ask, Choice, number, quiet_asks, quiet_of, said, seconds, turns_of, yes
from vocator.core.describing.draft import Data, Wrong, at, is_led_to, name_of, pressed, put, rebind, screen

# -- slots ---------------------------------------------------------------------------------------


STARTS = (Choice("lowest_free", "the lowest free slot"), Choice("first", "the first slot"), Choice("position", "the slot shown last"),
          Choice("after_written", "the first free one after the one written last"), Choice("written", "the one written last"))  # fmt: skip
TAKEN = (Choice("overwrite", "is overwritten without a word"), Choice("ask", "is asked for"), Choice("refuse", "is refused"))
AFTER = (
    Choice("home", "at rest, in VFO mode"),
    Choice("memory", "at rest, in memory mode"),
    Choice("list", "in the menu again"),
    Choice("stay", "still in the slots"),
)
PASSES = (
    Choice("", "all slots"),
    Choice("taken", "only free slots: taken ones are passed over"),
    Choice("free", "only taken slots"),
)
SHOWN = (Choice("frequency", "its frequency stands there; dashes where it is free"), Choice("mark", "a sign stands before its number"),
         Choice("text", "a word stands there"), Choice("blinks", "its number blinks"), Choice("free_blinks", "its number stands still, a free one blinks"))  # fmt: skip


def _opened_by(d: Data, target: str, mode: str) -> tuple[str, str]:
    """Return what opens a screen: a press in a mode, or an entry of the menu."""
    press = pressed(d, mode, f"open {target}")
    entry = next((e["name"] for e in at(d, f"screens.{name_of(d, 'menu')}.entries", []) if e.get("opens") == target), "")
    return press, entry


def _open_by(d: Data, target: str, mode: str, a: Answer) -> None:
    """Let a press in a mode, or an entry of the menu, open a screen.  Raises Wrong."""
    press, name = said(a, "opens"), said(a, "entry")
    rebind(d, mode, f"open {target}", press, "opens")
    entries = at(d, f"screens.{name_of(d, 'menu')}.entries", [])
    for e in entries:
        if e.get("opens") == target:
            e.pop("opens")
    found = next((e for e in entries if name and name in (e["name"], e.get("number"))), None)
    if name and found is None:
        raise Wrong("entry", f"the menu has no entry {name}; paste the menu first, or leave this empty")
    if found is not None:
        found["opens"] = target
        found["in"] = mode
        d["settings"].pop(found["name"], None)
        d["scrolled_past"] = [x for x in d.get("scrolled_past", []) if x != found["name"]]
    if not press and found is None and not is_led_to(d, target):
        raise Wrong("opens", "a key, or an entry of the menu")


def store_read(d: Data) -> Answer:
    """Return what a description says of storing."""
    store = name_of(d, "store")
    s = at(d, f"screens.{store}", {})
    over = s.get("asks") or "over"
    q, (press, entry) = at(d, f"screens.{over}", {}), _opened_by(d, store, "vfo")
    shown = ("mark" if s.get("occupied_mark") else "text" if s.get("occupied_text") else "frequency" if s.get("shows_frequency", True)
             else "blinks" if s.get("blinks") == "occupied" else "free_blinks")  # fmt: skip
    return {
        "opens": press, "entry": entry, "starts": s.get("starts", "lowest_free"), "turns": pressed(d, store, "pick"), "typed": yes(pressed(d, store, "type")),
        "bank": pressed(d, store, "pick_group"), "passes": s.get("passes", ""), "shown": shown, "sign": s.get("occupied_mark") or s.get("occupied_text") or "",
        "writes": pressed(d, store, "write"), "taken": s.get("occupied", "overwrite"), "question": q.get("text", ""), "yes": pressed(d, over, "confirm"),
        "no": pressed(d, over, "decline"), "leaves": pressed(d, store, "home"), "after": s.get("after") or "home", "moves": s.get("moves_on", ""),
        "message": s.get("message", ""), "seconds": str(s.get("window_s") or quiet_of(s, 10)), "window": yes(s.get("window_s")),
    }  # fmt: skip


def store_write(d: Data, a: Answer) -> None:
    """Write into a description what is answered on storing; raises Wrong."""
    store = name_of(d, "store")
    if not said(a, "writes"):
        raise Wrong("writes", "the key that writes")
    s = screen(d, store, "picker", "picker")
    over = s.get("asks") or "over"
    _open_by(d, store, "vfo", a)
    s["starts"] = said(a, "starts") or "lowest_free"
    for verb, name in (("pick", "turns"), ("pick_group", "bank"), ("write", "writes"), ("home", "leaves")):
        rebind(d, store, verb, said(a, name), name)
    rebind(d, store, "type", "digits" if said(a, "typed") else "", "typed")
    put(d, f"screens.{store}.digits", d["slots"].get("digits", 3) if said(a, "typed") else 0, 0)
    put(d, f"screens.{store}.passes", said(a, "passes"), "")
    shown, sign = said(a, "shown") or "frequency", said(a, "sign")
    if shown in ("mark", "text") and not sign:
        raise Wrong("sign", "the sign or word that tells a taken slot")
    put(d, f"screens.{store}.occupied_mark", sign if shown == "mark" else "", "")
    put(d, f"screens.{store}.occupied_text", sign if shown == "text" else "", "")
    put(d, f"screens.{store}.shows_frequency", shown not in ("blinks", "free_blinks"), True)
    put(d, f"screens.{store}.blinks", "occupied" if shown == "blinks" else "free", "free")
    taken = said(a, "taken") or "overwrite"
    put(d, f"screens.{store}.occupied", taken, "overwrite")
    put(d, f"screens.{store}.after", said(a, "after") or "home", "home")
    put(d, f"screens.{store}.moves_on", said(a, "moves") if said(a, "after") == "stay" else "", "")
    put(d, f"screens.{store}.message", said(a, "message"), "")
    closes_s = seconds(a, "seconds")
    put(d, f"screens.{store}.window_s", closes_s if said(a, "window") else 0, 0)
    put(d, f"screens.{store}.quiet_s", 0 if said(a, "window") else closes_s, 0)
    if taken != "ask":
        put(d, f"screens.{store}.asks", "", "")
        d["screens"].pop(over, None)
        return
    q = screen(d, over, "question", "question")
    q["text"], q["quiet_s"] = said(a, "question") or "OVER?", closes_s
    if not said(a, "yes") or not said(a, "no"):
        raise Wrong("yes" if not said(a, "yes") else "no", "the key that says so")
    rebind(d, over, "confirm", said(a, "yes"), "yes")
    rebind(d, over, "decline", said(a, "no"), "no")
    s["asks"] = over


EDITS = (Choice("old", "the old name"), Choice("blank", "blanks"), Choice("dots", "dots; a key starts the first place"))


def label_read(d: Data) -> Answer:
    """Return what a description says of names."""
    label = name_of(d, "label")
    s, (press, entry) = at(d, f"screens.{label}", {}), _opened_by(d, label, "memory")
    return {
        "length": str(at(d, "labels.length", 6)), "characters": at(d, "labels.characters", "ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789 -"), "opens": press, "entry": entry,
        "starts": s.get("label_starts", "old"), "turns": pressed(d, label, "choose"), "onward": pressed(d, label, "onward") or pressed(d, label, "push_on"),
        "backward": pressed(d, label, "backward"), "last_keeps": yes(pressed(d, label, "push_on")), "keeps": pressed(d, label, "keep_label") or pressed(d, label, "keep_label_home"),
        "home": yes(pressed(d, label, "keep_label_home")), "drops": pressed(d, label, "back") or pressed(d, label, "home"), "quiet": quiet_of(s, 10),
    }  # fmt: skip


def label_write(d: Data, a: Answer) -> None:
    """Write into a description what is answered on names; raises Wrong."""
    label = name_of(d, "label")
    characters = a.get("characters", "")
    if not characters.strip():
        raise Wrong("characters", "the characters in their order, a space among them")
    if len(set(characters)) < len(characters):
        twice = next(c for c in characters if characters.count(c) > 1)
        raise Wrong("characters", f"{twice!r} stands there twice")
    if " " not in characters:
        characters += " "
    d["labels"] = {"length": number(a, "length", 1, 40), "characters": characters}
    s = screen(d, label, "label", "label")
    _open_by(d, label, "memory", a)
    s |= {"label_starts": said(a, "starts") or "old", "trims": True, "quiet_s": seconds(a, "quiet")}
    s["bind"] = {}
    rebind(d, label, "choose", said(a, "turns"), "turns")
    rebind(d, label, "push_on" if said(a, "last_keeps") else "onward", said(a, "onward"), "onward")
    rebind(d, label, "backward", said(a, "backward"), "backward")
    rebind(d, label, "keep_label_home" if said(a, "home") else "keep_label", said(a, "keeps"), "keeps")
    rebind(d, label, "home" if said(a, "last_keeps") else "back", said(a, "drops"), "drops")


def erase_read(d: Data) -> Answer:
    """Return what a description says of erasing."""
    erase = name_of(d, "erase")
    at_once, (press, entry) = pressed(d, "memory", "erase_shown"), _opened_by(d, erase, "memory")
    return {
        "opens": at_once or press,
        "entry": entry,
        "asks": yes(not at_once),
        "question": at(d, f"screens.{erase}.text"),
        "yes": pressed(d, erase, "erase"),
        "no": pressed(d, erase, "home"),
    }


def erase_write(d: Data, a: Answer) -> None:
    """Write into a description what is answered on erasing; raises Wrong."""
    erase = name_of(d, "erase")
    rebind(d, "memory", "erase_shown", "")
    if not said(a, "asks"):
        d["screens"].pop(erase, None)
        rebind(d, "memory", f"open {erase}", "")
        rebind(d, "memory", "erase_shown", said(a, "opens"), "opens")
        return
    q = screen(d, erase, "question", "question")
    _open_by(d, erase, "memory", a)
    q |= {"text": said(a, "question") or "ERASE?", "quiet_s": 10, "after": "home"}
    if not said(a, "yes"):
        raise Wrong("yes", "the key that says yes")
    rebind(d, erase, "erase", said(a, "yes"), "yes")
    rebind(d, erase, "home", said(a, "no"), "no")


FACTS = (
    ("minus", "shift down", "shift", "minus"), ("plus", "shift up", "shift", "plus"), ("send", "a tone is sent", "tone_use", "send"),
    ("both", "a tone is sent and needed", "tone_use", "send_and_open"), ("code", "a code", "tone_use", "code"), ("sent", "a tone is sent, whatever opens", "sent", "tone"),
    ("sent_code", "a code is sent", "sent", "code"), ("opened", "a tone is needed to open", "opened", "tone"), ("narrow", "narrow", "width", "narrow"),
    ("reverse", "reverse is on", "reverse", "on"),
)  # fmt: skip


def icons_read(d: Data) -> Answer:
    """Return what a description says of its icons."""
    found = {name: next((i["icon"] for i in d["icons"] if i.get(fact) == value), "") for name, _, fact, value in FACTS}
    power = [f"{i['icon']}={i['power']}" for i in d["icons"] if i.get("power")]
    return {**found, "power": ", ".join(power), "reverse_key": pressed(d, "vfo", "reverse")}


def icons_write(d: Data, a: Answer) -> None:
    """Write into a description what is answered on its icons; raises Wrong."""
    own = [{"icon": said(a, name), fact: value} for name, _, fact, value in FACTS if said(a, name)]
    for part in [p for p in said(a, "power").split(",") if p.strip()]:
        icon, mark, value = part.partition("=")
        if not mark:
            raise Wrong("power", f"{part.strip()!r}: the icon and the word of the menu, H=HIGH, L=LOW")
        words = [w for x in d["settings"].values() if x.get("means") == "power" for w in x.get("values", {})]
        if value.strip() not in words:
            allowed = ", ".join(words) or "none yet: paste the menu first"
            raise Wrong("power", f"{value.strip()!r} is no power of the menu; its powers: {allowed}")
        own.append({"icon": icon.strip(), "power": value.strip()})
    told = {fact for _, _, fact, _ in FACTS} | {"power"}
    rest = [i for i in d["icons"] if not told & set(i)]
    d["icons"] = [*own, *rest]
    for mode in ("vfo", "memory"):
        rebind(d, mode, "reverse", said(a, "reverse_key"), "reverse_key")


def store_asks(d: Data) -> tuple[Ask, ...]:
    """Return what is asked of storing."""
    return (
        Ask("opens", "Which key opens it, at rest in VFO mode?", "press", hint="empty where an entry of the menu does"),
        Ask("entry", "Or which entry of the menu?", "text", hint="its name or number"),
        Ask("starts", "It opens at", "select", STARTS, path=f"screens.{name_of(d, 'store')}.starts"), Ask("turns", "What goes through the slots?", "turns", turns_of(d)),
        Ask("passes", "It goes through", "select", PASSES, path=f"screens.{name_of(d, 'store')}.passes"), Ask("typed", "Digits go to a slot", "check"), Ask("bank", "The key to the next bank", "press", hint="where there are banks"),
        Ask("shown", "How do you see that a slot is taken?", "select", SHOWN), Ask("sign", "The sign or word", "text"), Ask("writes", "Which key writes?", "press"),
        Ask("taken", "A taken slot", "select", TAKEN, path=f"screens.{name_of(d, 'store')}.occupied"), Ask("question", "The question", "text"), Ask("yes", "Yes is", "press"), Ask("no", "No is", "press"),
        Ask("leaves", "Which key leaves without writing?", "press"), Ask("after", "Afterwards it is", "select", AFTER, path=f"screens.{name_of(d, 'store')}.after"),
        Ask("moves", "Still in the slots, it goes on to", "select", (Choice("", "the same slot"), Choice("next", "the next one"), Choice("next_free", "the next free one"))),
        Ask("message", "It says, for a second", "text", hint="SAVED, or nothing"), Ask("seconds", "It closes after so many seconds", "number"), Ask("window", "Only keys with work start that time anew", "check"),
    )  # fmt: skip


def label_asks(d: Data) -> tuple[Ask, ...]:
    """Return what is asked of names."""
    return (
        Ask("length", "How many places has a name?", "number"), Ask("characters", "Its characters, in the order in which they come", "text"),
        Ask("opens", "Which key opens it, in memory mode?", "press"), Ask("entry", "Or which entry of the menu?", "text"), Ask("starts", "It begins with", "select", EDITS, path=f"screens.{name_of(d, 'label')}.label_starts"),
        Ask("turns", "What goes through the characters?", "turns", turns_of(d)), Ask("onward", "The key to the next place", "press"), Ask("last_keeps", "After the last place it is kept", "check"),
        Ask("backward", "The key to the place before", "press"), Ask("keeps", "The key that keeps the name", "press"), Ask("home", "Then it is at rest", "check"), Ask("drops", "The key that drops it", "press"), quiet_asks(),
    )  # fmt: skip
