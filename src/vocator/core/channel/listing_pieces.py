"""From the characters of a listing line to its pieces, by the grammar."""

import re
from dataclasses import dataclass, field
from functools import cache

from lark import Lark, Token, Transformer, Tree, UnexpectedInput

from vocator.core.channel.listing_grammar import GRAMMAR
from vocator.core.channel.listing_numbers import spoken
from vocator.core.refusal import Refusal

LONGEST_LINE = 300


@dataclass(frozen=True, slots=True)
class Amount:
    """A number as it stands, with its unit if it has one, and where it stands in the line."""

    text: str
    unit: str
    at: int
    end: int

    @property
    def value(self) -> float:
        """The number without regard to its unit."""
        return float(self.text)


@dataclass(frozen=True, slots=True)
class Piece:
    """A piece of a line: its rule in the grammar, the words of each terminal in it, its number, and where it stands."""

    kind: str
    words: dict[str, str] = field(default_factory=dict)
    amount: Amount | None = None
    at: int = 0
    end: int = 0
    code: "Piece | None" = None

    @property
    def word(self) -> str:
        """Its first word."""
        return next(iter(self.words.values()), "")


class _Pieces(Transformer[Token, list[Piece]]):
    def __default__(self, data: str, children: list[object], meta: object) -> object:
        words: dict[str, str] = {}
        amount, code, ends = None, None, []
        for child in children:
            if isinstance(child, Token):
                words.setdefault(child.type, str(child))
                ends += [child.start_pos or 0, child.end_pos or 0]
            elif isinstance(child, Amount):
                amount = child
                ends += [child.at, child.end]
            elif isinstance(child, Piece):
                code = child
                ends += [child.at, child.end]
        if data == "start":
            return children
        if data == "amount":
            return Amount(words["NUMBER"], words.get("UNIT", "").strip().lower(), min(ends), max(ends))
        return Piece(str(data), words, amount, min(ends), max(ends), code)


@cache
def _grammar() -> Lark:
    return Lark(GRAMMAR, parser="lalr", lexer="basic")


_ROUND = str.maketrans("[]{}", "()()")
_COUNTED = re.compile(r"^\s*(?:#\s*\d{1,4}|\d{1,3}\)|\d{1,3}\.)\s+(?=.*\d)")
"""The number that a list gives its line: "3.", "3)", "#3"."""
_GLUED = re.compile(r"(?<![\w.])(\d{2,4}\.\d{1,6})(?!(?:mhz|khz|hz|k|m|w)(?![a-z]))([a-z]{1,2})(?![\w.])", re.IGNORECASE)
"""A letter or two behind a frequency, as in "146.580S", "147.285R+"."""

_SAID_UNIT = re.compile(r"\b(?:kilo|mega)?hertz\b|(?<=\d)\s*(?:megs?|mc|kilos?|kays?|kc)\b", re.IGNORECASE)


def _apart(match: re.Match[str]) -> str:
    return f"{match[1]} {match[2]} "


def _unit(match: re.Match[str]) -> str:
    word = match[0].lstrip()
    return f"{match[0][: -len(word)]}{word[0] if word[0].lower() in 'mk' else ''}Hz"


def plain_line(line: str) -> str:
    """Return a line with one kind of minus, decimal points, and figures for spoken numbers.

    Square and curly brackets are round ones, the number that a list gives its line is left out, a letter behind a frequency
    stands apart.  A comma between figures is a decimal one, unless the figures before or behind it have a point: then it parts columns.
    Raises Refusal for what cannot be a line: empty, too long, several lines, unreadable characters.
    """
    _check_characters(line)
    text = line.replace("−", "-").replace("–", "-").translate(_ROUND)
    text = _COUNTED.sub("", text, count=1)
    text = _GLUED.sub(_apart, text)
    text = re.sub(r"(?<![\d.,])(\d{1,4}),(\d+)(?!\d*[.,]\d)", r"\1.\2", text)
    return _SAID_UNIT.sub(_unit, spoken(text))


def pieces_of(text: str) -> list[Piece]:
    """Return the pieces of a line that ``plain_line`` gave; raises Refusal for a character that belongs to none."""
    try:
        tree = _grammar().parse(text)
    except UnexpectedInput as error:
        at = min(error.pos_in_stream or 0, len(text) - 1)
        raise Refusal(repr(text[at]), f"character {at + 1} of the line", "digits, signs, words", "Take it out.") from None
    assert isinstance(tree, Tree)
    found: list[Piece] = _Pieces().transform(tree)
    return found


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
