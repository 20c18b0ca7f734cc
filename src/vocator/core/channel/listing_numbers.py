"""Numbers of a listing line: frequencies in any unit, numbers that were spoken, digits that were dropped."""

import re

from vocator.core.channel.band_plan import BandPlan
from vocator.core.channel.tones import CTCSS_50

_UNITS = {w: n for n, w in enumerate("zero one two three four five six seven eight nine".split())} | {
    "oh": 0,
    "niner": 9,
    "fife": 5,
}
_TEENS = {
    w: n for n, w in enumerate("ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen".split(), 10)
}
_TENS = {w: 10 * n for n, w in enumerate("twenty thirty forty fifty sixty seventy eighty ninety".split(), 2)} | {"fourty": 40}
_POINT = ("point", "decimal", "dot")
SPOKEN_NUMBERS = frozenset((*_UNITS, *_TEENS, *_TENS, "hundred"))
_SPOKEN = {*SPOKEN_NUMBERS, *_POINT}
_BEFORE = frozenset("+ - plus minus positive negative up down offset shift tone pl ctcss memory slot".split())
MOST_OTHERS = 1
FEWEST_APART = 4
"""So many figures said one by one are a number without any word among them."""


def spoken(text: str) -> str:
    """Return a line with numbers said as words, or digit by digit, written in figures.

    A single such word stays a word ("BASE ONE") unless a sign or a word that wants a number stands before it.
    A comma or another stop ends a number, as a pause does when it is said.
    """
    tokens = re.findall(r"[A-Za-z]+(?:'[A-Za-z]+)?|\d+|[^A-Za-z\d]+", text)
    out: list[str] = []
    at = 0
    while at < len(tokens):
        run = _run(tokens, at, out[-1] if out else "") if tokens[at][0].isalnum() else at
        words = [t.lower() for t in tokens[at:run] if t[0].isalnum()]
        before = next((t for t in reversed(out) if t.strip()), "").lower().strip(" ,;:")
        if words and _is_number(words, before):
            out.append(_figures(words))
            at = run
        else:
            out.append(tokens[at])
            at += 1
    return "".join(out)


def _is_number(words: list[str], before: str) -> bool:
    """Whether the words of a run are one number, by themselves or by what stands before them."""
    if words[0] in (*_POINT[1:], "hundred"):
        return False
    if all(w.isdecimal() for w in words):
        return len(words) >= FEWEST_APART and all(len(w) == 1 for w in words)
    return len(words) > 1 or before in _BEFORE


def _run(tokens: list[str], at: int, before: str) -> int:
    """Return where the words of one spoken number end that begin at ``at``; ``at`` itself where none begin there.

    Figures belong to it where they are said one by one, or stand as one group on a side of the point.
    """
    end, side, glued = at, "", bool(before) and (before[-1].isalnum() or before[-1] in "._/")
    for n in range(at, len(tokens)):
        token = tokens[n]
        follows = tokens[n + 1] if n + 1 < len(tokens) else ""
        if token.lower() in _SPOKEN:
            side = "" if token.lower() in _POINT else side + "w"
        elif token.isdecimal() and not glued and (not follows or not (follows[0].isalpha() or follows[0] in "._/")):
            if side and (len(token) > 1 or "g" in side):
                break
            side += "d" if len(token) == 1 else "g"
        elif token.strip(" \t-"):
            break
        else:
            glued = False
            continue
        end = n + 1
        glued = True
    return end


def _figures(words: list[str]) -> str:
    figures, tens = "", False
    for n, word in enumerate(words):
        if word in _POINT:
            figures, tens = figures + ".", False
        elif word.isdecimal():
            figures, tens = figures + word, False
        elif word == "hundred":
            more = n + 1 < len(words) and words[n + 1] not in _POINT
            figures, tens = figures + ("" if more and words[n + 1] in _TENS | _TEENS else "0" if more else "00"), False
        elif word in _TENS:
            figures, tens = figures + str(_TENS[word]), True
        elif word in _TEENS:
            figures, tens = figures + str(_TEENS[word]), False
        elif tens and _UNITS[word]:
            figures, tens = figures[:-1] + str(_UNITS[word]), False
        else:
            figures, tens = figures + str(_UNITS[word]), False
    return figures.rstrip(".")


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
    return int((whole or "0") + decimals[:exponent].ljust(exponent, "0"))


def torn_frequencies(digits: str, plan: BandPlan) -> list[int]:
    """Return the frequencies (hertz) that figures without a point may stand for: those in amateur bands first.

    Empty where the figures can be read as they stand, or no amateur band holds any reading of them.
    """
    if not digits.isdecimal() or plan.band(frequency_hz(digits)) is not None or len(digits) < 4:
        return []
    cuts = [int(digits[:cut] + digits[cut:].ljust(6, "0")[:6]) for cut in (2, 3, 4) if len(digits) - cut <= 6]
    amateur = [hz for hz in cuts if plan.band(hz) is not None and plan.on_raster(hz)]
    others = [hz for hz in cuts if plan.band(hz) is None and hz >= 1_000_000]
    return [*amateur, *others[:MOST_OTHERS]] if amateur else []


def torn_tone(digits: str) -> str | None:
    """Return the tone that figures without a point stand for (``1035``, ``885``), None where they stand for none."""
    tone = f"{digits[:-1]}.{digits[-1]}" if digits.isdecimal() and len(digits) in (3, 4) else ""
    return tone if tone in CTCSS_50 else None
