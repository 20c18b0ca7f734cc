"""How pocket cards are laid out: columns measured from their text, nothing cut, as many parts as it takes."""

import re
import unicodedata
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cache
from pathlib import Path

from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

MARGIN = 8 * mm


PAD = 5 * mm


GAP = 2.4 * mm


FONTS = Path(__file__).parent.parent / "data" / "fonts"


PLAIN = "B612"


BOLD = "B612-Bold"


SPELT = {"→": "to", "←": "from", "≤": "at most", "≥": "at least", "✓": "done", "≈": "about"}
"""Signs that the font has not, in words."""


Draw = Callable[[Canvas, float, float, float, float], None]


@dataclass(frozen=True, slots=True)
class Cell:
    """What stands in one place of a row: text, keys (drawn as caps) or what a display shows (drawn as glass)."""

    text: str
    kind: str = "text"
    bold: bool = False


@dataclass(frozen=True, slots=True)
class Card:
    """A card: a title, a line under it, rows of cells, small lines at the foot, perhaps an address as a QR code.

    ``wide`` cards take the whole width of the paper.  ``grows`` is the column that takes what room is left.
    ``lead`` are lines between the title and the rows; ``picture`` draws into a square beside them.
    """

    title: str
    under: str
    heads: tuple[str, ...]
    rows: tuple[tuple[Cell | str, ...], ...]
    foot: tuple[str, ...] = ()
    address: str = ""
    big: int = 0
    wide: bool = False
    grows: int = -1
    lead: tuple[str, ...] = ()
    picture: Draw | None = None


@cache
def fonts() -> frozenset[int]:
    """Register the fonts; returns the signs that they have."""
    for name, file in ((PLAIN, "B612-Regular.ttf"), (BOLD, "B612-Bold.ttf")):
        pdfmetrics.registerFont(TTFont(name, str(FONTS / file)))
    return frozenset(pdfmetrics.getFont(PLAIN).face.charToGlyph) & frozenset(pdfmetrics.getFont(BOLD).face.charToGlyph)


def printable(text: str) -> str:
    """Return a text in signs that the font has: others in words, by their plain letter, or as a hollow box's stand-in ``?``."""
    signs = fonts()
    out = []
    for char in text:
        if ord(char) in signs:
            out.append(char)
        elif char in SPELT:
            out.append(SPELT[char])
        else:
            plain = "".join(c for c in unicodedata.normalize("NFKD", char) if ord(c) in signs)
            out.append(plain or "?")
    return "".join(out)


def lines_of(text: str, face: str, size: float, room: float) -> list[str]:
    """Break a text into lines no wider than ``room`` points; a word longer than that is broken where it ends."""
    out: list[str] = []
    line = ""
    for word in printable(text).split():
        while stringWidth(word, face, size) > room:
            take = next(n for n in range(len(word), 0, -1) if n == 1 or stringWidth(word[:n], face, size) <= room)
            out += [line] if line else []
            line = ""
            out.append(word[:take])
            word = word[take:]
        if line and stringWidth(f"{line} {word}", face, size) > room:
            out.append(line)
            line = word
        else:
            line = f"{line} {word}".strip()
    return [*out, line] if line or not out else out


def _tokens(actions: str) -> list[tuple[str, bool]]:
    """Part actions into keys and the words between them."""
    found = re.findall(r"\[[^\]]*\]|[^\[\s]+", actions)
    return [(token[1:-1], True) if token.startswith("[") else (token, False) for token in found]


def rows_of_caps(actions: str, size: float, room: float) -> list[list[tuple[str, bool, float]]]:
    """Break keys into lines: each token with whether it is a cap and its width, points."""
    lines: list[list[tuple[str, bool, float]]] = [[]]
    used = 0.0
    for token, cap in _tokens(actions):
        parts = [token] if cap else lines_of(token, PLAIN, size, room)
        for part in parts:
            wide = stringWidth(printable(part), BOLD if cap else PLAIN, size) + (2 * CAP_PAD if cap else 0)
            if lines[-1] and used + wide > room:
                lines.append([])
                used = 0.0
            lines[-1].append((printable(part), cap, wide))
            used += wide + CAP_GAP
    return lines


LEADING = 1.25
CAP_PAD, CAP_GAP = 3.2, 3.0
TITLE, UNDER, SMALL = 15.0, 9.5, 8.5


@dataclass(frozen=True, slots=True)
class Style:
    """A size of type, in points; small is that of what stands under."""

    size: float
    small: float = 8.0

    def height(self, cell: Cell, room: float) -> float:
        """Return how high a cell is in a column of ``room`` points."""
        return self.count(cell, room) * self.size * (LEADING + (0.35 if cell.kind != "text" else 0))

    def count(self, cell: Cell, room: float) -> int:
        """Return how many lines a cell takes."""
        if not cell.text:
            return 1
        if cell.kind == "keys":
            return len(rows_of_caps(cell.text, self.size, room))
        inner = room - (2 * CAP_PAD if cell.kind == "glass" else 0)
        return len(lines_of(cell.text, self.face(cell), self.size, inner))

    def wanted(self, cell: Cell) -> float:
        """Return how wide a cell would be on one line."""
        if cell.kind == "keys":
            return float(
                sum(
                    stringWidth(printable(t), BOLD if cap else PLAIN, self.size) + (2 * CAP_PAD if cap else 0) + CAP_GAP
                    for t, cap in _tokens(cell.text)
                )
            )
        return float(stringWidth(printable(cell.text), self.face(cell), self.size)) + (
            2 * CAP_PAD + 1 if cell.kind == "glass" else 1
        )

    def narrowest(self, cell: Cell) -> float:
        """Return how narrow a cell may become without breaking a word or a cap."""
        if cell.kind == "keys":
            return max(
                (stringWidth(printable(t), BOLD, self.size) + 2 * CAP_PAD + CAP_GAP for t, _ in _tokens(cell.text)), default=0
            )
        words = printable(cell.text).split()
        wide = max((stringWidth(w, self.face(cell), self.size) for w in words), default=0)
        return wide + (2 * CAP_PAD + 1 if cell.kind == "glass" else 1)

    @staticmethod
    def face(cell: Cell) -> str:
        """Return the face that a cell is set in."""
        return BOLD if cell.bold or cell.kind == "glass" else PLAIN


STYLES = (Style(11), Style(10), Style(9), Style(8, 7))
"""From large to small: the largest in which no word has to be broken is taken."""


def cells_of(card: Card) -> list[list[Cell]]:
    """Return the rows of a card as cells."""
    return [[c if isinstance(c, Cell) else Cell(c, bold=n <= card.big) for n, c in enumerate(row)] for row in card.rows]


def columns_of(card: Card, rows: list[list[Cell]], room: float, styles: tuple[Style, ...] = STYLES) -> tuple[Style, list[float]]:
    """Return the style and the widths of the columns: as the texts want them, narrowed by wrapping where they do not fit."""
    count = len(card.heads)
    grows = card.grows % count
    for style in styles:
        columns = [[row[n] for row in rows if n < len(row)] for n in range(count)]
        head = [stringWidth(printable(h), PLAIN, style.small) for h in card.heads]
        wanted = [max([head[n], *(style.wanted(c) for c in columns[n])]) + GAP for n in range(count)]
        least = [max([head[n], *(style.narrowest(c) for c in columns[n])]) + GAP for n in range(count)]
        if sum(least) > room and style is not styles[-1]:
            continue
        over = sum(wanted) - room
        if over <= 0:
            wanted[grows] -= over
            return style, wanted
        slack = [w - m for w, m in zip(wanted, least, strict=True)]
        whole = sum(slack)
        share = min(over / whole, 1.0) if whole > 0 else 0.0
        widths = [w - s * share for w, s in zip(wanted, slack, strict=True)]
        excess = sum(widths) - room  # words broken as the last resort, in the widest column
        if excess > 0:
            widest = max(range(count), key=lambda n: widths[n])
            widths[widest] -= excess
        return style, widths
    raise AssertionError("the last style always returns")


@dataclass(frozen=True, slots=True)
class Part:
    """What of a card stands on one place."""

    card: Card
    style: Style
    widths: tuple[float, ...]
    rows: tuple[tuple[Cell, ...], ...]
    number: int = 1
    of: int = 1


CODE = 22 * mm


PICTURE = 46 * mm


def head_room(card: Card, room: float) -> float:
    """Return the width of the head, in points."""
    return room - (PICTURE + 3 * mm if card.picture else 0)


def head_height(card: Card, room: float) -> float:
    """Return the height of the head, in points."""
    room = head_room(card, room)
    title = len(lines_of(card.title + " (10 of 10)", BOLD, TITLE, room)) * TITLE * LEADING
    under = len(lines_of(card.under, PLAIN, UNDER, room)) * UNDER * LEADING
    lead = sum(len(lines_of(text, PLAIN, UNDER, room)) for text in card.lead) * UNDER * LEADING
    return max(title + under + lead, PICTURE if card.picture else 0) + 6


def foot_height(card: Card, room: float) -> float:
    """Return the height of the foot, in points."""
    lines = sum(len(lines_of(text, PLAIN, SMALL, foot_room(card, room))) for text in card.foot) * SMALL * LEADING
    return max(lines, CODE if card.address else 0) + 4


def foot_room(card: Card, room: float) -> float:
    """Return the width of the foot beside its code, in points."""
    return room - (CODE + 3 * mm if card.address else 0)


def row_height(style: Style, row: tuple[Cell, ...] | list[Cell], widths: list[float] | tuple[float, ...]) -> float:
    """Return the height of a row, in points."""
    return max((style.height(c, w - GAP) for c, w in zip(row, widths, strict=False)), default=0) + 5


def parts_of(card: Card, width: float, height: float) -> list[Part]:
    """Return a card as it is split over places: in the largest letters in which it needs one, else in the largest."""
    tried = (_split(card, width, height, STYLES[first:]) for first in range(len(STYLES)))
    return next((parts for parts in tried if len(parts) == 1), None) or _split(card, width, height, STYLES)


def _split(card: Card, width: float, height: float, styles: tuple[Style, ...]) -> list[Part]:
    room = width - 2 * PAD
    rows = cells_of(card)
    style, widths = columns_of(card, rows, room, styles)
    space = height - 2 * PAD - head_height(card, room) - foot_height(card, room) - style.small * LEADING - 6
    parts: list[list[tuple[Cell, ...]]] = [[]]
    used = 0.0
    for row in rows:
        high = row_height(style, row, widths)
        if parts[-1] and used + high > space:
            parts.append([])
            used = 0.0
        parts[-1].append(tuple(row))
        used += high
    bare = replace(card, picture=None, lead=(), address="")
    return [
        Part(card if n == 1 else replace(bare, foot=card.foot), style, tuple(widths), tuple(part), n, len(parts))
        for n, part in enumerate(parts, 1)
    ]
