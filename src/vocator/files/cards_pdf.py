"""Pocket cards as PDF by ``reportlab``: measured from their texts, nothing cut, complete without their QR code.

Black on white with an embedded font that has every sign the cards use.  Keys are drawn as caps, what a display
shows as glass.  A card whose rows do not fit goes on upon the next place, which says which part it is.
"""

import io
import re
import unicodedata
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import cache
from pathlib import Path

import segno
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

SIZES = {"a4": A4, "letter": LETTER}
MARGIN, PAD, GAP = 8 * mm, 5 * mm, 2.4 * mm
FONTS = Path(__file__).parent.parent / "data" / "fonts"
PLAIN, BOLD = "B612", "B612-Bold"
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
def _fonts() -> frozenset[int]:
    """Register the fonts; returns the signs that they have."""
    for name, file in ((PLAIN, "B612-Regular.ttf"), (BOLD, "B612-Bold.ttf")):
        pdfmetrics.registerFont(TTFont(name, str(FONTS / file)))
    return frozenset(pdfmetrics.getFont(PLAIN).face.charToGlyph) & frozenset(pdfmetrics.getFont(BOLD).face.charToGlyph)


def printable(text: str) -> str:
    """Return a text in signs that the font has: others in words, by their plain letter, or as a hollow box's stand-in ``?``."""
    signs = _fonts()
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


# -- measuring


def _lines(text: str, face: str, size: float, room: float) -> list[str]:
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


def _rows_of_caps(actions: str, size: float, room: float) -> list[list[tuple[str, bool, float]]]:
    """Break keys into lines: each token with whether it is a cap and its width, points."""
    lines: list[list[tuple[str, bool, float]]] = [[]]
    used = 0.0
    for token, cap in _tokens(actions):
        parts = [token] if cap else _lines(token, PLAIN, size, room)
        for part in parts:
            wide = stringWidth(printable(part), BOLD if cap else PLAIN, size) + (2 * CAP_PAD if cap else 0)
            if lines[-1] and used + wide > room:
                lines.append([])
                used = 0.0
            lines[-1].append((printable(part), cap, wide))
            used += wide + CAP_GAP
    return lines


CAP_PAD, CAP_GAP = 3.2, 3.0
LEADING = 1.25


@dataclass(frozen=True, slots=True)
class _Style:
    size: float
    small: float = 8.0

    def height(self, cell: Cell, room: float) -> float:
        """Return how high a cell is in a column of ``room`` points."""
        return self.count(cell, room) * self.size * (LEADING + (0.35 if cell.kind != "text" else 0))

    def count(self, cell: Cell, room: float) -> int:
        if not cell.text:
            return 1
        if cell.kind == "keys":
            return len(_rows_of_caps(cell.text, self.size, room))
        inner = room - (2 * CAP_PAD if cell.kind == "glass" else 0)
        return len(_lines(cell.text, self.face(cell), self.size, inner))

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
        return BOLD if cell.bold or cell.kind == "glass" else PLAIN


STYLES = (_Style(11), _Style(10), _Style(9), _Style(8, 7))
"""From large to small: the largest in which no word has to be broken is taken."""


def _cells(card: Card) -> list[list[Cell]]:
    return [[c if isinstance(c, Cell) else Cell(c, bold=n <= card.big) for n, c in enumerate(row)] for row in card.rows]


def _columns(card: Card, rows: list[list[Cell]], room: float, styles: tuple[_Style, ...] = STYLES) -> tuple[_Style, list[float]]:
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


# -- parts and places


@dataclass(frozen=True, slots=True)
class _Part:
    card: Card
    style: _Style
    widths: tuple[float, ...]
    rows: tuple[tuple[Cell, ...], ...]
    number: int = 1
    of: int = 1


TITLE, UNDER, SMALL = 15.0, 9.5, 8.5
CODE = 22 * mm
PICTURE = 46 * mm


def _head_room(card: Card, room: float) -> float:
    return room - (PICTURE + 3 * mm if card.picture else 0)


def _head_height(card: Card, room: float) -> float:
    room = _head_room(card, room)
    title = len(_lines(card.title + " (10 of 10)", BOLD, TITLE, room)) * TITLE * LEADING
    under = len(_lines(card.under, PLAIN, UNDER, room)) * UNDER * LEADING
    lead = sum(len(_lines(text, PLAIN, UNDER, room)) for text in card.lead) * UNDER * LEADING
    return max(title + under + lead, PICTURE if card.picture else 0) + 6


def _foot_height(card: Card, room: float) -> float:
    lines = sum(len(_lines(text, PLAIN, SMALL, _foot_room(card, room))) for text in card.foot) * SMALL * LEADING
    return max(lines, CODE if card.address else 0) + 4


def _foot_room(card: Card, room: float) -> float:
    return room - (CODE + 3 * mm if card.address else 0)


def _row_height(style: _Style, row: tuple[Cell, ...] | list[Cell], widths: list[float] | tuple[float, ...]) -> float:
    return max((style.height(c, w - GAP) for c, w in zip(row, widths, strict=False)), default=0) + 5


def _parts(card: Card, width: float, height: float) -> list[_Part]:
    """Return a card as it is split over places: in the largest letters in which it needs one, else in the largest."""
    tried = (_split(card, width, height, STYLES[first:]) for first in range(len(STYLES)))
    return next((parts for parts in tried if len(parts) == 1), None) or _split(card, width, height, STYLES)


def _split(card: Card, width: float, height: float, styles: tuple[_Style, ...]) -> list[_Part]:
    room = width - 2 * PAD
    rows = _cells(card)
    style, widths = _columns(card, rows, room, styles)
    space = height - 2 * PAD - _head_height(card, room) - _foot_height(card, room) - style.small * LEADING - 6
    parts: list[list[tuple[Cell, ...]]] = [[]]
    used = 0.0
    for row in rows:
        high = _row_height(style, row, widths)
        if parts[-1] and used + high > space:
            parts.append([])
            used = 0.0
        parts[-1].append(tuple(row))
        used += high
    bare = replace(card, picture=None, lead=(), address="")
    return [
        _Part(card if n == 1 else replace(bare, foot=card.foot), style, tuple(widths), tuple(part), n, len(parts))
        for n, part in enumerate(parts, 1)
    ]


def write_cards(cards: list[Card], size: str = "a4") -> bytes:
    """Return a PDF: four cards to a page, or two wide ones; a card with more rows than fit goes on upon the next place."""
    _fonts()
    width, height = SIZES[size]
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(width, height), pageCompression=1, invariant=1)
    canvas.setTitle(printable(cards[0].title) if cards else "Cards")
    canvas.setCreator("Vocator")
    half = (height - 2 * MARGIN) / 2
    across = width - 2 * MARGIN
    pages: list[list[tuple[_Part, float, float, float]]] = []
    place = 4  # quarters of the page that are taken
    for card in cards:
        wide = across if card.wide else across / 2
        for part in _parts(card, wide, half):
            if card.wide and place % 2:
                place += 1
            if place >= 4:
                pages.append([])
                place = 0
            pages[-1].append((part, MARGIN + (place % 2) * wide, height - MARGIN - (place // 2 + 1) * half, wide))
            place += 2 if card.wide else 1
    for number, page in enumerate(pages, 1):
        for part, x, y, wide in page:
            _draw(canvas, part, x, y, wide, half)
        canvas.setFont(PLAIN, 7)
        canvas.drawCentredString(width / 2, MARGIN / 2 - 2, f"page {number} of {len(pages)}")
        canvas.showPage()
    canvas.save()
    return out.getvalue()


# -- drawing


def _write(canvas: Canvas, text: str, face: str, size: float, x: float, y: float, room: float) -> float:
    """Write a text in lines, the first one's top at ``y``; returns where the next begins."""
    canvas.setFont(face, size)
    for line in _lines(text, face, size, room):
        canvas.drawString(x, y - size, line)
        y -= size * LEADING
    return y


def _draw(canvas: Canvas, part: _Part, x: float, y: float, width: float, height: float) -> None:
    card, style = part.card, part.style
    canvas.setDash(1, 2)
    canvas.setLineWidth(0.4)
    canvas.rect(x, y, width, height)
    canvas.setDash()
    left, room = x + PAD, width - 2 * PAD
    title = card.title if part.of == 1 else f"{card.title} ({part.number} of {part.of})"
    top, narrow = y + height - PAD, _head_room(card, room)
    at = _write(canvas, title, BOLD, TITLE, left, top, narrow)
    at = _write(canvas, card.under, PLAIN, UNDER, left, at, narrow)
    for text in card.lead:
        at = _write(canvas, text, PLAIN, UNDER, left, at, narrow)
    if card.picture is not None:
        card.picture(canvas, left + room - PICTURE, top - PICTURE, PICTURE, PICTURE)
        at = min(at, top - PICTURE)
    at -= 3
    column = left
    canvas.setFont(PLAIN, style.small)
    for head, wide in zip(card.heads, part.widths, strict=True):
        canvas.drawString(column, at - style.small, printable(head))
        column += wide
    at -= style.small * LEADING + 1
    canvas.setLineWidth(1)
    canvas.line(left, at, left + room, at)
    for row in part.rows:
        high = _row_height(style, row, part.widths)
        column = left
        for cell, wide in zip(row, part.widths, strict=False):
            _cell(canvas, cell, style, column, at - 2, wide - GAP)
            column += wide
        at -= high
        canvas.setLineWidth(0.25)
        canvas.line(left, at, left + room, at)
    _foot(canvas, card, left, y + PAD, room)


def _cell(canvas: Canvas, cell: Cell, style: _Style, x: float, top: float, room: float) -> None:
    if not cell.text:
        return
    step = style.size * (LEADING + (0.35 if cell.kind != "text" else 0))
    base = top - style.size
    if cell.kind == "keys":
        for caps in _rows_of_caps(cell.text, style.size, room):
            at = x
            for token, cap, wide in caps:
                canvas.setFont(BOLD if cap else PLAIN, style.size)
                if cap:
                    canvas.setLineWidth(0.7)
                    canvas.roundRect(at, base - 2.6, wide, style.size + 2.6, 2.2)
                canvas.drawString(at + (CAP_PAD if cap else 0), base, token)
                at += wide + CAP_GAP
            base -= step
        return
    face, inner = style.face(cell), room - (2 * CAP_PAD if cell.kind == "glass" else 0)
    lines = _lines(cell.text, face, style.size, inner)
    if cell.kind == "glass":
        wide = max(stringWidth(line, face, style.size) for line in lines) + 2 * CAP_PAD
        canvas.setFillGray(0.92)
        canvas.rect(x, base - 2.6 - step * (len(lines) - 1), wide, style.size + 2.6 + step * (len(lines) - 1), stroke=0, fill=1)
        canvas.setFillGray(0)
    canvas.setFont(face, style.size)
    for line in lines:
        canvas.drawString(x + (CAP_PAD if cell.kind == "glass" else 0), base, line)
        base -= step


def _foot(canvas: Canvas, card: Card, left: float, bottom: float, room: float) -> None:
    narrow = _foot_room(card, room)
    count = sum(len(_lines(text, PLAIN, SMALL, narrow)) for text in card.foot)
    at = bottom + count * SMALL * LEADING
    for text in card.foot:
        at = _write(canvas, text, PLAIN, SMALL, left, at, narrow)
    if card.address:
        _code(canvas, card.address, left + room - CODE, bottom, CODE)


def _code(canvas: Canvas, address: str, x: float, y: float, size: float) -> None:
    matrix = [list(row) for row in segno.make(address, error="m").matrix]
    step = size / (len(matrix) + 2)
    for r, row in enumerate(matrix):
        for c, dark in enumerate(row):
            if dark:
                canvas.rect(x + (c + 1) * step, y + size - (r + 2) * step, step, step, stroke=0, fill=1)


def qr_svg(address: str) -> str:
    """Return a QR code as an SVG document."""
    out = io.BytesIO()
    segno.make(address, error="m").save(out, kind="svg", border=2, scale=6, xmldecl=False, dark="#000", light="#fff")
    return out.getvalue().decode()
