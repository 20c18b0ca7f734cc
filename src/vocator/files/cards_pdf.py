"""Pocket cards as PDF by ``reportlab``: four to a page, black and white, complete without their QR code."""

import io
from dataclasses import dataclass

import segno
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

SIZES = {"a4": A4, "letter": LETTER}
MARGIN = 8 * mm
PAD = 5 * mm


@dataclass(frozen=True, slots=True)
class Card:
    """A card: a title, a line under it, rows of cells, small lines at the foot, perhaps an address as a QR code."""

    title: str
    under: str
    heads: tuple[str, ...]
    rows: tuple[tuple[str, ...], ...]
    foot: tuple[str, ...] = ()
    address: str = ""
    big: int = 0


def write_cards(cards: list[Card], size: str = "a4") -> bytes:
    """Return a PDF with four cards to a page; a card with more rows than fit goes on upon the next one."""
    width, height = SIZES[size]
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(width, height), pageCompression=1, invariant=1)
    canvas.setTitle(cards[0].title if cards else "Cards")
    canvas.setCreator("Vocator")
    card_width, card_height = (width - 2 * MARGIN) / 2, (height - 2 * MARGIN) / 2
    pieces = [piece for card in cards for piece in _pieces(card, card_height)]
    for number, card in enumerate(pieces):
        place = number % 4
        if number and place == 0:
            canvas.showPage()
        x = MARGIN + (place % 2) * card_width
        y = height - MARGIN - (place // 2 + 1) * card_height
        _draw(canvas, card, x, y, card_width, card_height)
    canvas.save()
    return out.getvalue()


def _row_height(card: Card) -> float:
    return float(6.2 * mm if len(card.rows) <= 14 else 5.2 * mm)


def _pieces(card: Card, height: float) -> list[Card]:
    room = height - 2 * PAD - 17 * mm - 4.5 * mm * len(card.foot) - (24 * mm if card.address else 0)
    fit = max(int(room / _row_height(card)) - 1, 3)
    if len(card.rows) <= fit:
        return [card]
    parts = [card.rows[n : n + fit] for n in range(0, len(card.rows), fit)]
    return [
        Card(
            f"{card.title} ({n} of {len(parts)})",
            card.under,
            card.heads,
            rows,
            card.foot,
            card.address if n == 1 else "",
            card.big,
        )
        for n, rows in enumerate(parts, 1)
    ]


def _draw(canvas: Canvas, card: Card, x: float, y: float, width: float, height: float) -> None:
    canvas.setDash(1, 2)
    canvas.setLineWidth(0.4)
    canvas.rect(x, y, width, height)
    canvas.setDash()
    left, right, top = x + PAD, x + width - PAD, y + height - PAD
    canvas.setFont("Helvetica-Bold", 15)
    canvas.drawString(left, top - 13, _cut(card.title, "Helvetica-Bold", 15, right - left))
    canvas.setFont("Helvetica", 9.5)
    canvas.drawString(left, top - 26, _cut(card.under, "Helvetica", 9.5, right - left))
    line = top - 17 * mm + 8
    widths = _widths(card, right - left)
    step = _row_height(card)
    at = line
    for number, row in enumerate((card.heads, *card.rows)):
        font = "Helvetica" if number == 0 else "Helvetica-Bold"
        size = 8 if number == 0 else 11 if step > 5.5 * mm else 9.5
        column = left
        for n, cell in enumerate(row):
            face = font if number == 0 or n <= card.big else "Helvetica"
            canvas.setFont(face, size)
            canvas.drawString(column, at, _cut(cell, face, size, widths[n] - 3))
            column += widths[n]
        canvas.setLineWidth(1 if number == 0 else 0.25)
        canvas.line(left, at - 3, right, at - 3)
        at -= step
    canvas.setFont("Helvetica", 8.5)
    foot = y + PAD + 4.5 * mm * (len(card.foot) - 1)
    room = right - left - (25 * mm if card.address else 0)
    for text in card.foot:
        canvas.drawString(left, foot, _cut(text, "Helvetica", 8.5, room))
        foot -= 4.5 * mm
    if card.address:
        _code(canvas, card.address, right - 22 * mm, y + PAD, 22 * mm)


def _widths(card: Card, room: float) -> list[float]:
    wanted = [
        max(
            [stringWidth(row[n], "Helvetica-Bold", 11) for row in card.rows if n < len(row)] + [stringWidth(head, "Helvetica", 8)]
        )
        + 7
        for n, head in enumerate(card.heads)
    ]
    over = sum(wanted) - room
    if over > 0:
        longest = max(range(len(wanted)), key=lambda n: wanted[n])
        wanted[longest] = max(wanted[longest] - over, room * 0.2)
    return wanted


def _cut(text: str, face: str, size: float, room: float) -> str:
    text = text.encode("latin-1", "replace").decode("latin-1")
    if stringWidth(text, face, size) <= room:
        return text
    while text and stringWidth(text + "...", face, size) > room:
        text = text[:-1]
    return text + "..."


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
