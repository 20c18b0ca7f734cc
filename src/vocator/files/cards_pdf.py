"""Pocket cards as PDF by ``reportlab``: measured from their texts, nothing cut, complete without their QR code.

Black on white with an embedded font that has every sign the cards use.  Keys are drawn as caps, what a display
shows as glass.  A card whose rows do not fit goes on upon the next place, which says which part it is.
"""

import io

import segno
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

from vocator.files.card_layout import (
    BOLD,
    CAP_GAP,
    CAP_PAD,
    CODE,
    GAP,
    LEADING,
    MARGIN,
    PAD,
    PICTURE,
    PLAIN,
    SMALL,
    TITLE,
    UNDER,
    Card,
    Cell,
    Part,
    Style,
    fonts,
    foot_room,
    head_room,
    lines_of,
    parts_of,
    printable,
    row_height,
    rows_of_caps,
)

SIZES = {"a4": A4, "letter": LETTER}


# -- measuring


# -- parts and places


def write_cards(cards: list[Card], size: str = "a4") -> bytes:
    """Return a PDF: four cards to a page, or two wide ones; a card with more rows than fit goes on upon the next place."""
    fonts()
    width, height = SIZES[size]
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(width, height), pageCompression=1, invariant=1)
    canvas.setTitle(printable(cards[0].title) if cards else "Cards")
    canvas.setCreator("Vocator")
    half = (height - 2 * MARGIN) / 2
    across = width - 2 * MARGIN
    pages: list[list[tuple[Part, float, float, float]]] = []
    place = 4  # quarters of the page that are taken
    for card in cards:
        wide = across if card.wide else across / 2
        for part in parts_of(card, wide, half):
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
    for line in lines_of(text, face, size, room):
        canvas.drawString(x, y - size, line)
        y -= size * LEADING
    return y


def _draw(canvas: Canvas, part: Part, x: float, y: float, width: float, height: float) -> None:
    card, style = part.card, part.style
    canvas.setDash(1, 2)
    canvas.setLineWidth(0.4)
    canvas.rect(x, y, width, height)
    canvas.setDash()
    left, room = x + PAD, width - 2 * PAD
    title = card.title if part.of == 1 else f"{card.title} ({part.number} of {part.of})"
    top, narrow = y + height - PAD, head_room(card, room)
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
        high = row_height(style, row, part.widths)
        column = left
        for cell, wide in zip(row, part.widths, strict=False):
            _cell(canvas, cell, style, column, at - 2, wide - GAP)
            column += wide
        at -= high
        canvas.setLineWidth(0.25)
        canvas.line(left, at, left + room, at)
    _foot(canvas, card, left, y + PAD, room)


def _cell(canvas: Canvas, cell: Cell, style: Style, x: float, top: float, room: float) -> None:
    if not cell.text:
        return
    step = style.size * (LEADING + (0.35 if cell.kind != "text" else 0))
    base = top - style.size
    if cell.kind == "keys":
        for caps in rows_of_caps(cell.text, style.size, room):
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
    lines = lines_of(cell.text, face, style.size, inner)
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
    narrow = foot_room(card, room)
    count = sum(len(lines_of(text, PLAIN, SMALL, narrow)) for text in card.foot)
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
