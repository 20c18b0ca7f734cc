"""Steps in words for reading aloud, and in pieces for drawing.

Numbers are said digit by digit with "decimal", keys by the radio's own word, call signs
and labels by the international spelling alphabet.
"""

import re
from dataclasses import dataclass

from vocator.core.radio.actions import Action, Until
from vocator.core.radio.inputs import TOUCH, Chord, Hold, Input, Tap, Turn, Type, Wait

SPELLING = dict(
    zip(
        "ABCDEFGHIJKLMNOPQRSTUVWXYZ",
        "Alfa Bravo Charlie Delta Echo Foxtrot Golf Hotel India Juliett Kilo Lima Mike November Oscar Papa "
        "Quebec Romeo Sierra Tango Uniform Victor Whiskey X-ray Yankee Zulu".split(),
        strict=True,
    )
)
DIGITS = dict(zip("0123456789", "zero one two three four five six seven eight nine".split(), strict=True))
SIGNS = {".": "decimal", "-": "dash", "−": "minus", "+": "plus", "/": "slash", " ": "space"}


def spell(text: str) -> str:
    """Say a label or call sign letter by letter."""
    return ", ".join(SPELLING.get(c.upper(), DIGITS.get(c, SIGNS.get(c, c))) for c in text)


def say_value(text: str) -> str:
    """Say a value: numbers digit by digit, single letters spelt, words as they are."""
    if re.fullmatch(r"[\d.+−-]+[NI]?", text):
        return " ".join(DIGITS.get(c, SIGNS.get(c, c)) for c in text)
    if len(text) == 1:
        return spell(text)
    return text


@dataclass(frozen=True, slots=True)
class Cap:
    """One thing to press, ready to be drawn.

    ``kind`` is tap, hold, digits, turn, touch, type or wait; ``key`` the radio's word; ``held`` a key
    to keep down meanwhile; ``until`` what shall show; ``way`` is + or − for a turn.
    """

    kind: str
    key: str
    seconds: float = 0
    held: str = ""
    until: str = ""
    way: str = ""


def caps(action: Action) -> list[Cap]:
    """Return what an action asks a hand to do, in order."""
    inputs = action.inputs
    until = action.until if isinstance(action, Until) else ""
    if len(inputs) > 1 and all(isinstance(i, Tap) and i.key in "0123456789." for i in inputs):
        return [Cap("digits", "".join(i.key for i in inputs if isinstance(i, Tap)))]
    found = []
    for place, given in enumerate(inputs):
        last = place == len(inputs) - 1
        held = ""
        if isinstance(given, Chord):
            held, given = given.held, given.then
        if isinstance(given, Tap | Hold) and given.key.startswith(TOUCH):
            seconds = given.ms / 1000 if isinstance(given, Hold) else 0
            found.append(Cap("touch", given.key.removeprefix(TOUCH), seconds, held, until if last else ""))
        elif isinstance(given, Type):
            found.append(Cap("type", given.text))
        elif isinstance(given, Tap):
            kind = "digits" if given.key.isdigit() and not held else "tap"
            found.append(Cap(kind, given.key, 0, held, until if last else ""))
        elif isinstance(given, Hold):
            found.append(Cap("hold", given.key, given.ms / 1000, held, until if last else ""))
        elif isinstance(given, Turn):
            way = "+" if given.clicks > 0 else "−"
            found.append(Cap("turn", given.dial, 0, held, until or f"{abs(given.clicks)} clicks", way))
        elif isinstance(given, Wait):
            found.append(Cap("wait", "", given.ms / 1000))
    return found


def say_action(action: Action) -> str:
    """Say an action: "tap FN", "turn DIAL until plus", "type one four seven …"."""
    words = []
    for cap in caps(action):
        until = f" until {say_value(cap.until)} shows" if cap.until else ""
        held = f"keep {cap.held} down and " if cap.held else ""
        if cap.kind == "digits":
            words.append(f"{held}type {say_value(cap.key)}{until}")
        elif cap.kind == "touch":
            long = f" and keep touching for {cap.seconds:g} second{'' if cap.seconds == 1 else 's'}" if cap.seconds else ""
            words.append(f"touch {cap.key}{long}{until}")
        elif cap.kind == "type":
            words.append(f"type {spell(cap.key)}")
        elif cap.kind == "tap":
            words.append(f"{held}tap {cap.key}{until}")
        elif cap.kind == "hold":
            words.append(f"{held}hold {cap.key} for {cap.seconds:g} second{'' if cap.seconds == 1 else 's'}{until}")
        elif cap.kind == "turn":
            back = " anticlockwise" if cap.way == "−" else ""
            words.append(f"{held}turn {cap.key}{back}{until}")
        else:
            words.append(f"leave the radio alone for {cap.seconds:g} seconds")
    return ", ".join(words)


def say_input(given: Input) -> str:
    """Say one thing done to a radio in short, in figures: "hold FN 1 s", "DIAL +1"."""
    held, then = (f"{given.held} down and ", given.then) if isinstance(given, Chord) else ("", given)
    if isinstance(then, Tap):
        key = then.key.removeprefix(TOUCH)
        return f"{held}{'touch' if key != then.key else 'tap'} {key}"
    if isinstance(then, Hold):
        return f"{held}hold {then.key.removeprefix(TOUCH)} for {then.ms / 1000:g} s"
    if isinstance(then, Turn):
        return f"{held}{then.dial} {'+' if then.clicks > 0 else '−'}{abs(then.clicks)}"
    return f"type {then.text}" if isinstance(then, Type) else "wait"
