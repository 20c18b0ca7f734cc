"""The written actions of key files and sheets: from text to inputs.

The notation is that of the manuals: ``[FN]``, ``[FN 1s]``, ``[PTT]+[FN]``, digits,
``DIAL +3``, ``DIAL until X``, ``[FN] 2 until H``, ``wait 7s``, ``hear 147.330 103.5``.
"""

import re
from dataclasses import dataclass

from vocator.core.channel.listing_words import frequency_hz
from vocator.core.radio.inputs import Chord, Hear, Hold, Input, Tap, Turn, Wait
from vocator.core.radio.profile import Profile
from vocator.core.radio.state import Signal


@dataclass(frozen=True, slots=True)
class Action:
    """One written action: inputs done once, or repeated until the focus shows ``until``."""

    text: str
    inputs: tuple[Input, ...]
    until: str | None = None


class ActionError(Exception):
    """A written action that does not belong to this radio or to the notation."""

    def __init__(self, found: str, allowed: str) -> None:
        self.found, self.allowed = found, allowed
        super().__init__(f"action {found!r}: allowed: {allowed}")


_TOKEN = re.compile(
    r"\s*(?:·\s*)?(?:"
    r"(?P<chord>(?:\[[^\]]+\]\+)(?:\[[^\]]+\]|[A-Z]+DIAL|DIAL|MULTI|FUNC|STEP)(?:\s*[+−-]\d+)?)"
    r"|(?P<key>(?:push\s+)?\[[^\]]+\])"
    r"|(?P<wait>wait\s+\d+(?:\.\d+)?\s*s)"
    r"|(?P<hear>hear\s+(?:nothing|[\d.]+(?:\s+(?:\d{2,3}\.\d|[dD]\d{3}[NI]?))?))"
    r"|(?P<dial>[A-Z]{2,8}\s*[+−-]\d+)"
    r"|(?P<turner>[A-Z]{2,8}[−-]?(?=\s+until\b))"
    r"|(?P<digits>\d+)"
    r"|(?P<bare>[A-Z][A-Z/]*(?=\s|$))"
    r"|(?P<until>until\s+)"
    r")"
)
_NEXT = re.compile(
    r"\s+(?=\[|·|wait\s+\d|hear\s|touch\s|hold\s|type\s|(?:[A-Z]?DIAL|MULTI|FUNC|STEP|UP|DOWN)[−-]?\s+(?:until\b|[+−-]\d)|\d+\s+\[|\d{3,}\s*$)"
)


def parse_actions(profile: Profile, line: str) -> list[Action]:
    """Read the actions of one line; raises ActionError for what is none."""
    actions: list[Action] = []
    at = 0
    while line[at:].strip(" ·\t"):
        match = _TOKEN.match(line, at)
        if not match:
            raise ActionError(line[at:].strip(), "[KEY], [KEY 1s], [A]+[B], digits, DIAL +3, … until X, wait 7s, hear …")
        at = match.end()
        if match["until"]:
            text, at = _until_text(line, at)
            _make_until(actions, text)
        else:
            actions.append(_one(profile, match))
    if actions and actions[-1].until == "":
        raise ActionError(line.strip(), "until, and then what the display shall show")
    return [a for a in actions if a.inputs]


def _until_text(line: str, at: int) -> tuple[str, int]:
    stop = _NEXT.search(line, at)
    end = stop.start() if stop else len(line)
    return line[at:end].strip(" ·"), end


def _make_until(actions: list[Action], text: str) -> None:
    """Turn the action before ``until`` into a repeated one; digits take their key along."""
    if not actions or not text:
        raise ActionError(f"until {text}", "what is repeated, then until, then what shall show")
    unit = actions.pop()
    inputs, words = unit.inputs, unit.text
    if words.isdigit():
        if not actions or actions[-1].until is not None:
            raise ActionError(f"{words} until {text}", "a key before the digit")
        key = actions.pop()
        inputs, words = (*key.inputs, *inputs), f"{key.text} {words}"
    actions.append(Action(f"{words} until {text}", inputs, text))


def _one(profile: Profile, match: re.Match[str]) -> Action:
    text = match[0].strip(" ·\t")
    if match["chord"]:
        return Action(text, (_chord(profile, text),))
    if match["key"]:
        return Action(text, (_press(profile, text.removeprefix("push").strip()),))
    if match["wait"]:
        return Action(text, (Wait(round(float(text[4:].strip(" s")) * 1000)),))
    if match["hear"]:
        return Action(text, (_hear(text),))
    if match["bare"]:
        return Action(text, (_press(profile, f"[{text}]"),))
    if match["digits"]:
        return Action(text, tuple(Tap(d) for d in text))
    name, clicks = re.fullmatch(r"([A-Z]+)\s*([+−-]?\d*)", text).groups()  # type: ignore[union-attr]
    direction = -1 if clicks[:1] in ("−", "-") else 1
    count = int(clicks.lstrip("+−-") or 1)
    if name in profile.dials:
        return Action(text, (Turn(name, direction * count),))
    if name in profile.keys and count == 1 and direction == 1:
        return Action(text, (Tap(name),))
    raise ActionError(text, "the dials " + ", ".join(profile.dials) + " and the keys " + ", ".join(profile.keys))


def _press(profile: Profile, text: str) -> Tap | Hold:
    match = re.fullmatch(r"\[(.+?)(?:\s+(\d+(?:\.\d+)?)\s*s)?\]", text)
    if not match or (match[1] not in profile.keys and not (match[1].isdigit() and len(match[1]) == 1)):
        raise ActionError(text, "the keys " + ", ".join(profile.keys))
    return Hold(match[1], round(float(match[2]) * 1000)) if match[2] else Tap(match[1])


def _chord(profile: Profile, text: str) -> Chord:
    first, _, second = text.partition("]+")
    held = _press(profile, first + "]")
    if second.startswith("["):
        return Chord(held.key, _press(profile, second))
    name, clicks = re.fullmatch(r"([A-Z]+)\s*([+−-]?\d*)", second).groups()  # type: ignore[union-attr]
    sign = -1 if clicks[:1] in ("−", "-") else 1
    return Chord(held.key, Turn(name, sign * int(clicks.lstrip("+−-") or 1)))


def _hear(text: str) -> Hear:
    words = text.split()
    if words[1] == "nothing":
        return Hear(None)
    hz = frequency_hz(words[1], "m")
    tone = words[2] if len(words) > 2 else None
    if tone is None:
        return Hear(Signal(hz))
    if tone[0] in "dD":
        code = tone[1:].upper()
        return Hear(Signal(hz, None, code if code[-1] in "NI" else code + "N"))
    return Hear(Signal(hz, tone))
