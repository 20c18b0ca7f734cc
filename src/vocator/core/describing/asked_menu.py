"""Questions on the menu and a value that is open."""

from vocator.core.describing.asking import Answer, Ask, Choice, number, quiet_asks, quiet_of, said, seconds, turns_of, yes
from vocator.core.describing.draft import Data, Wrong, at, is_led_to, name_of, pressed, put, rebind, screen

# -- the menu and its values -------------------------------------------------------------------


LEFT_ALONE = (Choice("home", "what is open is dropped, it is at rest"), Choice("back", "dropped, one level up"),
              Choice("keep", "kept, it is at rest"), Choice("keep_back", "kept, one level up"))  # fmt: skip
NUMBERS = (Choice("", "nothing"), Choice("marks", "they mark the entry"), Choice("opens", "they open the entry at once"))


def menu_read(d: Data) -> Answer:
    """Return what a description says of the menu."""
    menu = name_of(d, "menu")
    s = at(d, f"screens.{menu}", {})
    return {
        "opens": pressed(d, "vfo", f"open {menu}"), "memory": yes(pressed(d, "memory", f"open {menu}")), "turns": pressed(d, menu, "scroll"), "enters": pressed(d, menu, "open_entry"),
        "leaves": pressed(d, menu, "home"), "back": pressed(d, menu, "back"), "wraps": yes(s.get("wraps")), "remembers": yes(s.get("remembers")),
        "numbers": ("opens" if s.get("opens") else "marks") if pressed(d, menu, "type") else "", "digits": str(s.get("digits") or 2), "pause": str(s.get("digit_s", 0)),
        "quiet": quiet_of(s, 10),
    }  # fmt: skip


def menu_write(d: Data, a: Answer) -> None:
    """Write into a description what is answered on the menu; raises Wrong."""
    menu = name_of(d, "menu")
    if not said(a, "opens") and not is_led_to(d, menu):
        raise Wrong("opens", "the key that opens the menu")
    s = screen(d, menu, "list", "menu")
    s.setdefault("entries", [])
    s["quiet_s"] = seconds(a, "quiet")
    rebind(d, "vfo", f"open {menu}", said(a, "opens"), "opens")
    rebind(d, "memory", f"open {menu}", said(a, "opens") if said(a, "memory") else "", "opens")
    for verb, name in (("scroll", "turns"), ("open_entry", "enters"), ("home", "leaves"), ("back", "back")):
        rebind(d, menu, verb, said(a, name), name)
    put(d, f"screens.{menu}.wraps", bool(said(a, "wraps")), False)
    put(d, f"screens.{menu}.remembers", bool(said(a, "remembers")), False)
    numbers = said(a, "numbers")
    rebind(d, menu, "type", "digits" if numbers else "", "numbers")
    put(d, f"screens.{menu}.opens", numbers == "opens", False)
    put(d, f"screens.{menu}.digits", number(a, "digits", 1, 3, 2) if numbers else 0, 0)
    put(d, f"screens.{menu}.digit_s", seconds(a, "pause") if numbers else 0, 0)


def value_read(d: Data) -> Answer:
    """Return what a description says of an open value."""
    s, home = at(d, "screens.value", {}), pressed(d, "value", "keep_home")
    return {
        "turns": pressed(d, "value", "change"), "keeps": home or pressed(d, "value", "keep_back"), "then": "home" if home else "back",
        "drops": pressed(d, "value", "back"), "leaves": pressed(d, "value", "home"), "quiet": quiet_of(s, 10), "left": s.get("quiet", "home"),
        "tens": next((p for p, v in s.get("bind", {}).items() if v == "change by 10 stops"), ""), "typed": yes(pressed(d, "value", "type")),
    }  # fmt: skip


def value_write(d: Data, a: Answer) -> None:
    """Write into a description what is answered on an open value; raises Wrong."""
    if not said(a, "keeps"):
        raise Wrong("keeps", "the key that keeps a value")
    s = screen(d, "value", "value", "value")
    s["quiet_s"] = seconds(a, "quiet")
    put(d, "screens.value.quiet", said(a, "left") or "home", "home")
    for verb in ("keep_home", "keep_back"):
        rebind(d, "value", verb, "")
    rebind(d, "value", "change", said(a, "turns"), "turns")
    rebind(d, "value", "keep_home" if said(a, "then") == "home" else "keep_back", said(a, "keeps"), "keeps")
    rebind(d, "value", "back", said(a, "drops"), "drops")
    rebind(d, "value", "home", said(a, "leaves"), "leaves")
    rebind(d, "value", "change by 10 stops", said(a, "tens"), "tens")
    rebind(d, "value", "type", "digits" if said(a, "typed") else "", "typed")


def menu_asks(d: Data) -> tuple[Ask, ...]:
    """Return what is asked of the menu."""
    menu = name_of(d, "menu")
    return (
        Ask("opens", "Which key opens the menu?", "press"), Ask("memory", "In memory mode too", "check"), Ask("turns", "What goes through it?", "turns", turns_of(d)),
        Ask("enters", "Which key opens an entry?", "press"), Ask("back", "Which key goes up one level?", "press"), Ask("leaves", "Which key leaves altogether?", "press"),
        Ask("wraps", "From the last entry on to the first", "check", path=f"screens.{menu}.wraps"), Ask("remembers", "It opens at the entry opened last", "check", path=f"screens.{menu}.remembers"),
        Ask("numbers", "What do digits do?", "select", NUMBERS), Ask("digits", "A number has so many digits", "number"), Ask("pause", "A shorter number works after so many seconds", "number", hint="0: it does not"), quiet_asks(),
    )  # fmt: skip


def value_asks(d: Data) -> tuple[Ask, ...]:
    """Return what is asked of an open value."""
    return (
        Ask("turns", "What changes an open value?", "turns", turns_of(d)), Ask("tens", "What changes it by ten, stopping at the ends?", "press", hint="MON+UP/DOWN"), Ask("typed", "Digits may choose it", "check"),
        Ask("keeps", "Which key keeps it?", "press"), Ask("then", "Then it is", "select", (Choice("back", "in the menu again"), Choice("home", "at rest"))),
        Ask("drops", "Which key drops it, one level up?", "press"), Ask("leaves", "Which key drops it and leaves altogether?", "press"), quiet_asks("Left alone for so many seconds"),
        Ask("left", "Then", "select", LEFT_ALONE, path="screens.value.quiet"),
    )  # fmt: skip
