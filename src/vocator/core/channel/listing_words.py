"""From the characters of a listing line to the words in it.

``read_line`` takes what an operator wrote or heard and says what each piece is: a
frequency and its role, a sign, an offset, tones, a width, a name.  It decides
nothing about habits; ``listing_line`` does.
"""

import re
from collections.abc import Callable
from dataclasses import dataclass, field

from vocator.core.channel.tones import CTCSS_50, DCS_104, nearest_codes, neighbours
from vocator.core.refusal import Refusal

LONGEST_LINE = 300
TONE_RANGE_HZ = (60.0, 260.0)
BURST_HZ = 1750


@dataclass(slots=True)
class Reading:
    """What the words of one line say; None where the line is silent."""

    line: str
    rx_hz: int | None = None
    rx_text: str = ""
    input_hz: int | None = None
    sign: int | None = None
    offset_hz: int | None = None
    sent: str | None = None
    opened: str | None = None
    plain_tone: str | None = None
    tone_words: str | None = None  # none | send | both | unknown
    sign_unknown: bool = False
    simplex: bool = False
    receive_only: bool = False
    narrow: bool | None = None
    burst: bool = False
    power: str | None = None
    name: list[str] = field(default_factory=list)


_NUMBER = r"\d+(?:[.,]\d+)?"
_TONE = r"(\d{2,3}(?:[.,]\d)?)(?:\s*hz)?(?![\d.,]\d|\d|\w)"
_CODE = r"(\d{3})\s*([ni])?(?![\w.])"
_SIDE = r"(?:(t|r|tx|rx|uplink|downlink|up|down|send|open)\s*)?"


def read_line(line: str) -> Reading:
    """Read one listing line.

    Raises Refusal for what cannot be a line (empty, too long, unreadable characters,
    several lines), for tones and codes that are in no list, and for pieces that
    contradict each other on their face.
    """
    _check_characters(line)
    reading = Reading(line)
    text = line.replace("−", "-").replace("–", "-")
    at, role = 0, "rx"
    while at < len(text):
        blank = re.compile(r"[\s;]+|,(?=\s|$)|[()]").match(text, at)
        if blank:
            at = blank.end()
            continue
        for pattern, take in _PIECES:
            match = pattern.match(text, at)
            if match:
                role = take(reading, match, role) or ("rx" if role == "rx" else role)
                at = match.end()
                break
        else:
            raise Refusal(repr(text[at]), f"character {at + 1} of the line", "digits, signs, words", "Take it out.")
    if reading.rx_hz is None and reading.input_hz is None:
        raise Refusal(
            line.strip(), "listing line", "a line with a frequency in it", "Add the frequency you listen on, for example 147.330."
        )
    return reading


def _check_characters(line: str) -> None:
    if not line.strip():
        raise Refusal(
            "an empty line",
            "listing line",
            "a frequency, then sign, offset, tone",
            "Type what the listing says, for example 147.33 + 103.5.",
        )
    if len(line.strip().splitlines()) > 1:
        count = len(line.strip().splitlines())
        raise Refusal(f"{count} lines", "listing line", "one line at a time", "Give the lines one after the other.")
    if len(line) > LONGEST_LINE:
        raise Refusal(
            f"{len(line)} characters",
            "listing line",
            f"at most {LONGEST_LINE}",
            "Give the channel alone, without the text around it.",
        )
    for at, char in enumerate(line, 1):
        if not (" " <= char <= "~" or char in "−–±\t\n\r"):
            shown = repr(char) if char.isprintable() else f"character code {ord(char)}"
            raise Refusal(
                shown,
                f"character {at} of the line",
                "plain letters, digits and signs",
                "Take it out or write it in plain letters.",
            )


def frequency_hz(text: str, unit: str = "") -> int:
    """Read a frequency with or without a unit, in MHz, kHz or Hz by its size."""
    value = text.replace(",", ".")
    unit = unit.lower()
    if unit.startswith("m"):
        exponent = 6
    elif unit.startswith("k"):
        exponent = 3
    elif unit == "hz":
        exponent = 0
    else:
        size = float(value)
        exponent = 6 if size < 3_000 else 3 if size < 10_000_000 else 0
    whole, _, decimals = value.partition(".")
    return int(whole + decimals[:exponent].ljust(exponent, "0"))


def known_tone(text: str) -> str:
    """Return the tone of the list that ``text`` writes, or refuse with its neighbours."""
    value = text.replace(",", ".")
    tone = value if "." in value else value + ".0"
    if tone not in CTCSS_50:
        near = " or ".join(neighbours(float(tone)))
        raise Refusal(
            f"tone {text}", "tone", f"a tone of the list; nearest: {near}", f"Take {near}, or ask again what the listing says."
        )
    return tone


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


def _put_side(reading: Reading, side: str | None, value: str) -> None:
    """Put a tone or code on the side that the words name."""
    if side in ("r", "rx", "downlink", "down", "open"):
        reading.opened = _once(reading.opened, value, "receive tone")
    elif side in ("t", "tx", "uplink", "up", "send"):
        reading.sent = _once(reading.sent, value, "send tone")
    else:
        reading.plain_tone = _once(reading.plain_tone, value, "tone")


def _once(before: str | None, now: str, what: str) -> str:
    if before is not None and before != now:
        raise Refusal(
            f"{before} and {now}", what, "one of them", "Leave one of the two out, or say which is sent (t) and which opens (r)."
        )
    return now


def _take_code(reading: Reading, match: re.Match[str], role: str) -> str | None:
    _put_side(reading, (match[1] or "").lower() or None, known_code(match[2], match[3]))
    return None


def _take_tone(reading: Reading, match: re.Match[str], role: str) -> str | None:
    _put_side(reading, (match[1] or "").lower() or None, known_tone(match[2]))
    return None


def _take_both(reading: Reading, match: re.Match[str], role: str) -> str | None:
    reading.tone_words = "both"
    _put_side(reading, None, known_tone(match[1]))
    return None


def _take_offset(reading: Reading, match: re.Match[str], role: str) -> str | None:
    """A sign, and the number after it when that is an offset and no tone."""
    sign = 1 if match[1].lower() in ("+", "plus", "pos") else -1
    if reading.sign is not None and reading.sign != sign:
        raise Refusal("both + and −", "sign", "one sign", "Leave one of the two out.")
    reading.sign = sign
    number, unit = match[2], (match[3] or "").lower()
    if not number:
        return None
    value = float(number.replace(",", "."))
    if not unit and value == BURST_HZ:
        reading.burst = True
        return None
    if not unit and TONE_RANGE_HZ[0] <= value <= TONE_RANGE_HZ[1] and reading.rx_hz is not None:
        _put_side(reading, None, known_tone(number))
        return None
    offset_hz = frequency_hz(number, unit or ("m" if value < TONE_RANGE_HZ[0] else "k"))
    if reading.offset_hz is not None and reading.offset_hz != offset_hz:
        raise Refusal("two offsets", "offset", "one offset", "Leave one of the two out.")
    reading.offset_hz = offset_hz
    return None


def _take_number(reading: Reading, match: re.Match[str], role: str) -> str | None:
    number, unit = match[1], (match[2] or "").lower()
    value = float(number.replace(",", "."))
    have = reading.rx_hz is not None
    looks_like_tone = TONE_RANGE_HZ[0] <= value <= TONE_RANGE_HZ[1] and re.fullmatch(r"\d{2,3}([.,]\d)?", number)
    if have and role == "rx" and looks_like_tone and unit in ("", "hz") and _may_be_tone(reading, number):
        _put_side(reading, None, known_tone(number))
        return None
    hz = frequency_hz(number, unit)
    if hz < 1_000_000:
        raise Refusal(
            match[0].strip(),
            "number",
            "a frequency, an offset with its sign, or a tone",
            "Say what it is: t103.5 for a tone, +0.6 for an offset.",
        )
    if role == "in" or (have and role == "rx"):
        if reading.input_hz is not None and reading.input_hz != hz:
            raise Refusal(f"a further frequency {number}", "frequency", "one output and one input", "Leave it out.")
        reading.input_hz = hz
    elif have and reading.rx_hz != hz:
        raise Refusal(f"a second receive frequency {number}", "frequency", "one output and one input", "Leave it out.")
    else:
        reading.rx_hz, reading.rx_text = hz, number
    return "rx"


def _may_be_tone(reading: Reading, number: str) -> bool:
    """Whether a bare number after the frequency reads as a tone, not as an input on its band."""
    tone = number.replace(",", ".")
    if tone in CTCSS_50 or tone + ".0" in CTCSS_50:
        return True
    assert reading.rx_hz is not None
    return abs(frequency_hz(number) - reading.rx_hz) > 12_000_000


def _flag(**changes: object) -> Callable[[Reading, re.Match[str], str], str | None]:
    def take(reading: Reading, match: re.Match[str], role: str) -> str | None:
        for name, value in changes.items():
            before = getattr(reading, name)
            if before not in (None, False, value):
                raise Refusal(match[0], name.replace("_", " "), "one of the two", "Leave one of the two out.")
            setattr(reading, name, value)
        return None

    return take


def _role(name: str) -> Callable[[Reading, re.Match[str], str], str | None]:
    def take(reading: Reading, match: re.Match[str], role: str) -> str | None:
        return name

    return take


def _take_power(reading: Reading, match: re.Match[str], role: str) -> str | None:
    reading.power = match[1].upper()
    return None


def _take_word(reading: Reading, match: re.Match[str], role: str) -> str | None:
    reading.name.append(match[0])
    return None


def _nothing(reading: Reading, match: re.Match[str], role: str) -> str | None:
    return role


def _pieces() -> list[tuple[re.Pattern[str], Callable[[Reading, re.Match[str], str], str | None]]]:
    end = r"(?!\w)"
    table: list[tuple[str, Callable[[Reading, re.Match[str], str], str | None]]] = [
        (_SIDE + r"(?:dcs|dpl|code|d)\s*[:=]?\s*" + _CODE, _take_code),
        (r"(?:uplink and downlink|both ways|up and down)\s*(?:tone|ctcss|pl)?\s*[:=]?\s*" + _TONE, _take_both),
        (r"(uplink|downlink|up|down|tx|rx|send|open|t|r)\s*(?:tone|ctcss|pl)\s*[:=]?\s*" + _TONE, _take_tone),
        (
            r"(?:1750\s*(?:hz)?\s*(?:tone\s*burst|burst|tone)?|(?:tone\s*)?burst(?:\s*1750)?(?:\s*hz)?)(?![\w.,])",
            _flag(burst=True),
        ),
        (r"hz(?!\w)", _nothing),
        (r"(t|r)\s*[:=]?\s*" + _TONE, _take_tone),
        (r"()(?:pl|ctcss|tone|tn)\s*[:=]?\s*" + _TONE, _take_tone),
        (r"(?:no (?:tone|ctcss|pl)|(?:tone|ctcss|pl) (?:off|none)|carrier)" + end, _flag(tone_words="none")),
        (r"(?:tone unknown|unknown tone|tone \?)" + end, _flag(tone_words="unknown")),
        (r"(?:sign unknown|unknown sign|sign \?)" + end, _flag(sign_unknown=True)),
        (r"(?:send (?:and|\+|&) open|tone squelch|tsql|both ways|both)" + end, _flag(tone_words="both")),
        (r"(?:send only|encode|enc|receive open|open receive)" + end, _flag(tone_words="send")),
        (r"(?:receive only|rx only|listen only|listening only)" + end, _flag(receive_only=True)),
        (r"(?:simplex|smpx|direct)" + end, _flag(simplex=True)),
        (r"(?:nfm|fm-n|narrow|narr|nbfm)" + end, _flag(narrow=True)),
        (r"(?:wfm|wide|fm)" + end, _flag(narrow=False)),
        (r"power\s+(\w+)" + end, _take_power),
        (r"(?:input|in|uplink|up|tx|send)" + end, _role("in")),
        (r"(?:output|out|downlink|down|rx|receive)" + end, _role("out")),
        (r"(?:offset|shift|split|repeater|rpt|and|on|at)" + end, _nothing),
        (r"(\+|-|plus|minus|pos|neg)\s*(?:(" + _NUMBER + r")\s*(mhz|khz|k|m)?(?![\w.,]*\d|\w))?", _take_offset),
        (r"(" + _NUMBER + r")\s*(mhz|khz|hz|k|m)?(?!\w|[.,]\d)", _take_number),
        (r"[/|]", _role("in")),
        (r"[A-Za-z0-9][A-Za-z0-9\-/.'+]*", _take_word),
    ]
    return [(re.compile(pattern, re.IGNORECASE), take) for pattern, take in table]


_PIECES = _pieces()
