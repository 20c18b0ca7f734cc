"""What the words of one listing line say, and what has to be asked about it."""

import re
from dataclasses import dataclass, field

from vocator.core.channel.tones import CTCSS_50, DCS_104, nearest_codes, neighbours
from vocator.core.refusal import Refusal


@dataclass(frozen=True, slots=True)
class Asked:
    """A piece that may be two things: which part it decides, the question, and what to add to the line for each answer."""

    field: str
    question: str
    choices: tuple[str, ...]


@dataclass(slots=True)
class Reading:
    """What the words of one line say; None where the line is silent."""

    line: str
    rx_hz: int | None = None
    input_hz: int | None = None
    sign: int | None = None
    offset_hz: int | None = None
    sent: str | None = None
    opened: str | None = None
    plain_tone: str | None = None
    tone_words: str | None = None  # none | send | both | unknown
    sign_unknown: bool = False
    repeater: bool = False
    simplex: bool = False
    receive_only: bool = False
    narrow: bool | None = None
    burst: bool = False
    power: str | None = None
    memory: str | None = None
    off_air: bool = False
    mode: str | None = None
    analogue: bool = False
    name: list[str] = field(default_factory=list)
    asked: list[Asked] = field(default_factory=list)
    notes: list[tuple[str, str]] = field(default_factory=list)


def known_tone(text: str) -> str:
    """Return the tone of the list that ``text`` writes, or refuse with its neighbours."""
    tone = text if "." in text else text + ".0"
    if tone not in CTCSS_50:
        near = " or ".join(neighbours(float(tone)))
        raise Refusal(
            f"tone {text}", "tone", f"a tone of the list; nearest: {near}", f"Take {near}, or ask again what the listing says."
        )
    return tone


_CODE = re.compile(r"([a-z]*?)\s*(?:dcs|dpl|dtcs|code|d)\s*[:=-]?\s*(\d{1,3})\s*([ni])?\w*", re.IGNORECASE)


def code_in(word: str) -> tuple[str, str, str | None]:
    """Return the parts of a piece that names a code: the side before it (sent, opened or neither), its figures, its polarity."""
    match = _CODE.fullmatch(word)
    assert match is not None, word
    side = match[1].lower()
    opened = side in ("r", "rx", "downlink", "down", "open", "out", "output", "decode", "dec")
    return "opened" if opened else "sent" if side else "", match[2], match[3]


def known_code(digits: str, polarity: str | None) -> str:
    """Return the DCS code that the digits write, normal unless said, or refuse."""
    if digits not in DCS_104:
        near = " or ".join(nearest_codes(digits))
        raise Refusal(
            f"DCS code {digits}",
            "code",
            f"one of the 104 codes; nearest: {near}",
            f"Take {near}, or ask again what the listing says.",
        )
    return digits + (polarity or "n").upper()


def once(before: str | None, now: str, what: str) -> str:
    """Return what a line says now of something that it may say once; raises Refusal where it said otherwise before."""
    if before is not None and before != now:
        raise Refusal(
            f"{before} and {now}", what, "one of them", "Leave one of the two out, or say which is sent (t) and which opens (r)."
        )
    return now
