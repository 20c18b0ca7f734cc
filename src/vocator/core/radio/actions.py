"""The written actions of key files and sheets: from text to inputs.

The notation is that of the manuals: ``[FN]``, ``[FN 1s]``, ``[PTT]+[FN]``, digits,
``DIAL +3``, ``DIAL until X``, ``[FN] 2 until H``, ``wait 7s``, ``hear 147.330 103.5``.
"""

import re
from dataclasses import dataclass

from vocator.core.channel.listing_words import frequency_hz
from vocator.core.radio.inputs import TOUCH, Chord, Hear, Hold, Input, Tap, Turn, Type, Wait
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
    r"\s*(?:[·,]\s*)?(?:"
    r"(?P<chord>(?:\[[^\]]+\]\+)(?:\[[^\]]+\]|[A-Z]*DIAL|MAIN|MULTI|FUNC|STEP)-?(?:\s*[+−-]\d+)?)"
    r"|(?P<key>(?:push\s+)?\[[^\]]+\])"
    r"|(?P<wait>wait\s+\d+(?:\.\d+)?\s*s)"
    r"|(?P<hear>hear\s+(?:nothing|[\d.]+(?:\s+(?:\d{2,3}\.\d|[dD]\d{3}[NI]?))?))"
    r"|(?P<dial>[A-Z]{2,8}\s*[+−-]\d+)"
    r"|(?P<turner>[A-Z]{2,8}[−-]?(?=\s+until\b))"
    r"|(?P<digits>\d[\d.]*|\.\d[\d.]*)"
    r"|(?P<type>type\s+)"
    r"|(?P<touch>(?:touch|hold)\s+)"
    r"|(?P<bare>[A-Z][A-Z/·]*(?=\s|$))"
    r"|(?P<until>until\s+)"
    r")"
)
_NEXT = re.compile(
    r"\s+(?=\[|·|wait\s+\d|hear\s|touch\s|hold\s|type\s|(?:[A-Z]?DIAL|MAIN|MULTI|FUNC|STEP|UP|DOWN)[−-]?\s+(?:until\b|[+−-]\d)|\d+\s+\[|\d{3,}\s*$)"
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
        elif match["type"]:
            if not any(s.keyboard for s in profile.screens):
                raise ActionError(line[match.start("type") :].strip(), "keys; this radio has no keyboard on its screen")
            text, at = _typed_text(line, at)
            actions.append(Action(f"type {text}", (Type(text),)))
        elif match["touch"]:
            action, at = _touch(profile, line, match.start("touch"), at)
            actions.append(action)
        else:
            actions.append(_one(profile, match))
    if actions and actions[-1].until == "":
        raise ActionError(line.strip(), "until, and then what the display shall show")
    return [a for a in actions if a.inputs]


def _until_text(line: str, at: int) -> tuple[str, int]:
    stop = _NEXT.search(line, at)
    end = stop.start() if stop else len(line)
    return line[at:end].strip(" ·,"), end


def _typed_text(line: str, at: int) -> tuple[str, int]:
    """Return what is typed: up to the next action, which a text may not look like."""
    stop = re.compile(r"\s+(?=\[|·|wait\s+\d|touch\s|hold\s)|,").search(line, at)
    end = stop.start() if stop else len(line)
    return line[at:end].strip(" ·"), end + (1 if stop and line[end] == "," else 0)


def _touch(profile: Profile, line: str, start: int, at: int) -> tuple[Action, int]:
    """Read a touch or a hold of a button on the screen, the longest name that fits; ``line 22`` is a line of a list."""
    held = line[start:at].startswith("hold")
    numbered = re.compile(r"(?:line\s+)?([A-Z]?\d[\d-]*)(?=\s|,|$)").match(line, at)
    fitting = [n for n in profile.touches if line.startswith(n, at) and not re.match(r"\w", line[at + len(n) : at + len(n) + 1])]
    if fitting:
        name = max(fitting, key=len)
        at += len(name)
    elif numbered and profile.slot_index(numbered[1]) is not None:
        name = numbered[1]
        at = numbered.end()
    else:
        raise ActionError(line[start:].strip(), "the buttons " + (", ".join(profile.touches) or "(this radio has none)"))
    seconds = re.compile(r"\s+(?:for\s+)?(\d+(?:\.\d+)?)\s*s\b").match(line, at) if held else None
    if held and not seconds:
        raise ActionError(line[start:].strip(), f"hold {name} 1s")
    end = seconds.end() if seconds else at
    text = line[start:end].strip()
    if end < len(line) and line[end] == ",":
        end += 1
    if seconds:
        return Action(text, (Hold(TOUCH + name, round(float(seconds[1]) * 1000)),)), end
    return Action(text, (Tap(TOUCH + name),)), end


def _make_until(actions: list[Action], text: str) -> None:
    """Turn the action before ``until`` into a repeated one; digits take their key along."""
    if not actions or not text:
        raise ActionError(f"until {text}", "what is repeated, then until, then what shall show")
    unit = actions.pop()
    inputs, words = unit.inputs, unit.text
    if words.isdigit() and not words.startswith("touch"):
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
        if "." in text and "." not in profile.keys:
            raise ActionError(text, "digits; this radio has no key for the point")
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
    name, clicks = re.fullmatch(r"([A-Z]+)\s*([+−-]?\s*\d*)", second).groups()  # type: ignore[union-attr]
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
