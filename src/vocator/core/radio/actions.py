"""The written actions of key files and sheets: from text to inputs.

The notation is that of the manuals: ``[FN]``, ``[FN 1s]``, ``[PTT]+[FN]``, digits,
``DIAL +3``, ``DIAL until X``, ``[FN] 2 until H``, ``wait 7s``, ``hear 147.330 103.5``.
Its words are the radio's own: keys, dials and buttons on the screen come from the profile.
"""

import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from functools import lru_cache

from vocator.core.channel.listing_numbers import frequency_hz
from vocator.core.radio.inputs import TOUCH, Chord, Hear, Hold, Input, Tap, Turn, Type, Wait
from vocator.core.radio.profile import Profile
from vocator.core.radio.screens import LabelScreen
from vocator.core.radio.state import Signal


@dataclass(frozen=True, slots=True)
class Do:
    """Inputs done once: presses, clicks, digits, a text typed, a wait."""

    text: str
    inputs: tuple[Input, ...]


@dataclass(frozen=True, slots=True)
class Until:
    """Inputs repeated until the focus shows ``until``."""

    text: str
    inputs: tuple[Input, ...]
    until: str


Action = Do | Until
"""One written action."""


class ActionError(Exception):
    """A written action that does not belong to this radio or to the notation."""

    def __init__(self, found: str, allowed: str) -> None:
        self.found, self.allowed = found, allowed
        super().__init__(f"action {found!r}: allowed: {allowed}")


MOST_CLICKS, MOST_WAIT_S, MOST_HOLD_S = 100_000, 86_400, 600
"""No hand does more at once; whoever writes more would keep the twin busy for long."""
FORMS = "[KEY], [KEY 1s], [A]+[B], digits, DIAL +3, … until X, wait 7s, hear …"
_SECONDS = re.compile(r"\s+(?:for\s+)?(\d+(?:\.\d+)?)\s*s\b")
_LINE = re.compile(r"(?:line\s+)?([A-Z]?\d[\d-]*)(?=\s|,|$)")
_TYPED_ENDS = re.compile(r"\s+(?=\[|·|wait\s+\d|touch\s|hold\s)|,")


def parse_actions(profile: Profile, line: str) -> list[Action]:
    """Read the actions of one line; raises ActionError for what is none."""
    return _Reader(profile).read(line)


def read_lines(profile: Profile, lines: Iterable[str]) -> Iterator[Action]:
    """Yield the actions of written lines, each read when it is its turn; raises ActionError."""
    for line in lines:
        yield from parse_actions(profile, line)


@dataclass(frozen=True, slots=True)
class _Grammar:
    """The patterns of one radio's notation: of an action, and of what ends the text after ``until``."""

    token: re.Pattern[str]
    next: re.Pattern[str]


@lru_cache(maxsize=64)
def _grammar(dials: tuple[str, ...], keys: tuple[str, ...]) -> _Grammar:
    """Return the patterns for a radio's dials and keys; the longest names first, so that none hides in another."""
    dial = _one_of(dials)
    turned = _one_of((*dials, *(k for k in keys if not k.isdigit() and k != ".")))
    token = re.compile(
        r"\s*(?:[·,]\s*)?(?:"
        rf"(?P<chord>\[(?P<held>[^\]]+)\]\+(?:(?P<second>\[[^\]]+\])|(?P<turned>{dial})(?P<back>[−-](?=\s+until\b))?(?:\s*(?P<by>[+−-]\d+))?))"
        r"|(?P<key>(?:push\s+)?\[[^\]]+\])"
        r"|(?P<wait>wait\s+(?P<seconds>\d+(?:\.\d+)?)\s*s)"
        r"|(?P<hear>hear\s+(?:nothing|[\d.]+(?:\s+(?:\d{2,3}\.\d|[dD]\d{3}[NI]?))?))"
        rf"|(?P<dial>(?P<name>{turned})\s*(?P<clicks>[+−-]\d+))"
        rf"|(?P<turner>(?P<turning>{turned})(?P<anticlockwise>[−-])?(?=\s+until\b))"
        r"|(?P<digits>\d[\d.]*|\.\d[\d.]*)"
        r"|(?P<type>type\s+)"
        r"|(?P<touch>(?:touch|hold)\s+)"
        r"|(?P<until>until\s+)"
        r"|(?P<bare>[A-Za-z][^\s\[\]·,]*(?=\s|$))"
        r")",
        re.ASCII,
    )
    ends = re.compile(
        r"\s+(?=\[|·|wait\s+\d|hear\s|touch\s|hold\s|type\s"
        rf"|{turned}[−-]?\s+(?:until\b|[+−-]\d)|\d+\s+\[|\d{{3,}}\s*$)",
        re.ASCII,
    )
    return _Grammar(token, ends)


def _one_of(names: tuple[str, ...]) -> str:
    return f"(?:{'|'.join(re.escape(n) for n in sorted(names, key=len, reverse=True))})" if names else "(?!)"


class _Reader:
    """Reads the lines of one radio."""

    def __init__(self, profile: Profile) -> None:
        self.profile = profile
        self.grammar = _grammar(profile.dials, profile.keys)

    def read(self, line: str) -> list[Action]:
        """Return the actions of a line."""
        actions: list[Action] = []
        at = 0
        while line[at:].strip(" ·\t"):
            match = self.grammar.token.match(line, at)
            if not match:
                raise ActionError(line[at:].strip(), FORMS)
            at = match.end()
            if match["until"]:
                at = self._until(actions, line, at)
            elif match["type"]:
                at = self._typed(actions, line, match.start("type"), at)
            elif match["touch"]:
                at = self._touch(actions, line, match.start("touch"), at)
            else:
                actions.append(self._one(match))
        return actions

    def _until(self, actions: list[Action], line: str, at: int) -> int:
        """Turn the action before ``until`` into a repeated one; digits take their key along."""
        stop = self.grammar.next.search(line, at)
        end = stop.start() if stop else len(line)
        text = line[at:end].strip(" ·,")
        if not actions or not text:
            raise ActionError(f"until {text}", "what is repeated, then until, then what shall show")
        repeated = actions.pop()
        inputs, words = repeated.inputs, repeated.text
        if words.isdigit():
            if not actions or isinstance(actions[-1], Until):
                raise ActionError(f"{words} until {text}", "a key before the digit")
            key = actions.pop()
            inputs, words = (*key.inputs, *inputs), f"{key.text} {words}"
        actions.append(Until(f"{words} until {text}", inputs, text))
        return end

    def _typed(self, actions: list[Action], line: str, start: int, at: int) -> int:
        """Read what is typed: up to the next action, which a text may not look like."""
        if not any(isinstance(s, LabelScreen) and s.keyboard for s in self.profile.screens):
            raise ActionError(line[start:].strip(), "keys; this radio has no keyboard on its screen")
        stop = _TYPED_ENDS.search(line, at)
        end = stop.start() if stop else len(line)
        text = line[at:end].strip(" ·")
        actions.append(Do(f"type {text}", (Type(text),)))
        return end + (1 if stop and line[end] == "," else 0)

    def _touch(self, actions: list[Action], line: str, start: int, at: int) -> int:
        """Read a touch or a hold of a button on the screen, the longest name that fits; ``line 22`` is a line of a list."""
        touches = self.profile.touches
        held = line[start:at].startswith("hold")
        numbered = _LINE.match(line, at)
        fitting = [n for n in touches if line.startswith(n, at) and not re.match(r"\w", line[at + len(n) : at + len(n) + 1])]
        if fitting:
            name = max(fitting, key=len)
            at += len(name)
        elif numbered and self.profile.slot_index(numbered[1]) is not None:
            name = numbered[1]
            at = numbered.end()
        else:
            raise ActionError(line[start:].strip(), "the buttons " + (", ".join(touches) or "(this radio has none)"))
        seconds = _SECONDS.match(line, at) if held else None
        if held and not seconds:
            raise ActionError(line[start:].strip(), f"hold {name} 1s")
        end = seconds.end() if seconds else at
        given = Hold(TOUCH + name, _ms(seconds[1], MOST_HOLD_S)) if seconds else Tap(TOUCH + name)
        actions.append(Do(line[start:end].strip(), (given,)))
        return end + (1 if line[end : end + 1] == "," else 0)

    def _one(self, match: re.Match[str]) -> Action:
        text = match[0].strip(" ·,\t")
        return Do(text, tuple(self._inputs(match, text)))

    def _inputs(self, match: re.Match[str], text: str) -> list[Input]:
        if match["chord"]:
            held = self._press(f"[{match['held']}]").key
            if match["second"]:
                return [Chord(held, self._press(match["second"]))]
            return [Chord(held, Turn(match["turned"], -1 if match["back"] else _count(match["by"])))]
        if match["key"]:
            return [self._press(text.removeprefix("push").strip())]
        if match["wait"]:
            return [Wait(_ms(match["seconds"], MOST_WAIT_S))]
        if match["hear"]:
            return [_hear(text)]
        if match["digits"]:
            if "." in text and "." not in self.profile.keys:
                raise ActionError(text, "digits; this radio has no key for the point")
            return [Tap(d) for d in text]
        if match["bare"]:
            if text not in self.profile.keys:
                raise self._none_of_ours(text)
            return [Tap(text)]
        name, count = match["name"] or match["turning"], -1 if match["anticlockwise"] else _count(match["clicks"])
        if name in self.profile.dials:
            return [Turn(name, count)]
        if count == 1 and not match["anticlockwise"]:
            return [Tap(name)]
        raise self._none_of_ours(text)

    def _none_of_ours(self, text: str) -> ActionError:
        return ActionError(text, "the dials " + ", ".join(self.profile.dials) + " and the keys " + ", ".join(self.profile.keys))

    def _press(self, text: str) -> Tap | Hold:
        match = re.fullmatch(r"\[(.+?)(?:\s+(\d+(?:\.\d+)?)\s*s)?\]", text, re.ASCII)
        if not match or (match[1] not in self.profile.keys and match[1] not in "0123456789"):
            raise ActionError(text, "the keys " + ", ".join(self.profile.keys))
        return Hold(match[1], _ms(match[2], MOST_HOLD_S)) if match[2] else Tap(match[1])


def _ms(seconds: str, most_s: int) -> int:
    if float(seconds) > most_s:
        raise ActionError(f"{seconds[:20]}s", f"at most {most_s} s here")
    return round(float(seconds) * 1000)


def _count(clicks: str | None) -> int:
    if clicks and (len(clicks) > len(str(MOST_CLICKS)) + 1 or int(clicks[1:]) > MOST_CLICKS):
        raise ActionError(clicks[:20], f"at most {MOST_CLICKS} clicks at once")
    return (-1 if clicks[0] in "−-" else 1) * int(clicks[1:]) if clicks else 1


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
