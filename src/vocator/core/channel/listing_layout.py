"""How the pieces of a listing line belong together: figures in two parts, roles behind their frequencies, figures of names.

What is written in two parts is joined, and what stands behind is put before, so that reading goes from left to right.
"""

import re
from dataclasses import replace

from vocator.core.channel.band_plan import BandPlan
from vocator.core.channel.listing_figures import Figures, looks_like_a_code
from vocator.core.channel.listing_numbers import frequency_hz
from vocator.core.channel.listing_pieces import Amount, Piece
from vocator.core.channel.listing_reading import code_in
from vocator.core.channel.tones import CTCSS_50

LARGEST_FIGURE = 99
Torn = tuple[str, list[int], tuple[str, ...]]
"""Digits that lost a point: as they stand, what they may be (hertz), and other readings as words for the line."""


class Layout:
    """Puts the pieces of one line in order; ``torn`` are digits that have to be asked about."""

    def __init__(self, text: str, pieces: list[Piece], plan: BandPlan) -> None:
        self.text, self.pieces, self.plan = text, pieces, plan
        self.figures = Figures(plan, pieces)
        self.torn: list[Torn] = []
        self.join_figures()
        self.figures = Figures(plan, self.pieces)
        self.sides_behind()
        self.roles_behind()
        self.dashes()
        self.figures_of_names()

    def tear(self, text: str, candidates: list[int], others: tuple[str, ...]) -> None:
        """Note digits that have to be asked about."""
        self.torn.append((text, candidates, others))

    def join_figures(self) -> None:
        """Join "147 33" and "103 5", where nothing but a blank parts the figures."""
        joined: list[Piece] = []
        for piece in self.pieces:
            before = joined[-1] if joined else None
            if before is not None and (one := self._joined(before, piece)) is not None:
                joined[-1] = one
            else:
                joined.append(piece)
        self.pieces = joined

    def _joined(self, before: Piece, piece: Piece) -> Piece | None:
        a, b = before.amount, piece.amount
        if (
            a is None
            or b is None
            or piece.kind != "number"
            or before.kind not in ("number", "sided", "tone", "letter_tone", "signed")
        ):
            return None
        whole = a.text.isdecimal() and b.text.isdecimal() and not a.unit and not self.text[a.end : b.at].strip(" \t")
        if not whole:
            return None
        text = f"{a.text}.{b.text}"
        both = Amount(text, b.unit, a.at, b.end)
        if text in CTCSS_50 and self.plan.band(frequency_hz(a.text)) is None:
            return replace(before, amount=both, end=piece.end)
        if before.kind == "signed" or self.plan.band(frequency_hz(text)) is None or len(b.text) > 4 or len(a.text) < 2:
            return None
        if len(b.text) == 1:
            dropped = [hz for hz in (frequency_hz(text), frequency_hz(f"{a.text}.0{b.text}")) if self.plan.on_raster(hz)]
            self.tear(
                f"{a.text} {b.text}",
                list(dict.fromkeys(dropped)),
                (f"{a.text}.000 offset {b.text}",) if self.figures.usual(b) else (),
            )
            return Piece("idle", at=before.at, end=piece.end)
        if f"{b.text}.0" in CTCSS_50:
            self.tear(f"{a.text} {b.text}", [frequency_hz(text)], (f"{a.text}.000 t{b.text}.0",))
            return Piece("idle", at=before.at, end=piece.end)
        return replace(before, amount=both, end=piece.end)

    def roles_behind(self) -> None:
        """Turn "445.5 rx, 440.5 tx" round: every frequency with its role behind it."""
        order = ""
        for piece in self.pieces:
            if piece.kind == "number" and self.figures.is_frequency(piece.amount):
                order += "F"
            elif piece.kind == "sided" and piece.amount is None and "NONE" not in piece.words and piece.code is None:
                order += "" if self.use_behind(piece) else "R"
            elif (
                piece.kind == "sided"
                and piece.amount is not None
                and self.figures.is_frequency(piece.amount)
                and not self.figures.tone_of(piece.amount)
            ):
                order += "RF"
            elif piece.kind == "sided":
                order += "RT" if piece.amount is not None and "TONE" not in piece.words else "x"  # x: "input tone 91.5"
        out = any(p.kind == "sided" and "OUT" in p.words for p in self.pieces)
        if not re.fullmatch(r"(FR)+|FRFRT|FRFx", order) or (order == "FR" and not out):
            return
        turned: list[Piece] = []
        waiting: Piece | None = None
        for piece in self.pieces:
            if piece.kind == "number" and self.figures.is_frequency(piece.amount):
                waiting = piece
            elif piece.kind == "sided" and waiting is not None:
                tone = {k: v for k, v in piece.words.items() if k == "TONE"} if piece.amount else {}
                turned.append(replace(piece, amount=waiting.amount, words={k: v for k, v in piece.words.items() if k != "TONE"}))
                after = Piece("tone" if tone else "number", tone, piece.amount, piece.at, piece.end) if piece.amount else None
                waiting = after if after is not None and not tone and self.figures.is_frequency(after.amount) else None
                turned += [after] if after is not None and waiting is None else []
            else:
                turned.append(piece)
        self.pieces = turned

    def use_behind(self, piece: Piece) -> bool:
        """Whether a word for a side stands behind a tone or code and says on which side that is used: "67.0 transmit"."""
        at = self.pieces.index(piece)
        bare = piece.kind == "sided" and piece.amount is None and piece.code is None and set(piece.words) == {"IN"}
        said = piece.word.lower().rstrip(":= ") in ("send", "tx", "transmit", "uplink")
        return bare and said and at > 0 and self._tone_like(self.pieces[at - 1])

    def sides_behind(self) -> None:
        """Turn "D023 in D174 out" round: two tones or codes, each with its side behind it."""
        for n in range(len(self.pieces) - 2):
            first, second, last = self.pieces[n : n + 3]
            side = _side_of(second)
            if side is None or last.kind != "sided" or last.amount or last.code or set(last.words) != {_OTHER[side]}:
                continue
            if not self._tone_like(first) or not self._tone_like(second):
                continue
            before = [replace(first, amount=None)] if first.kind == "signed" else []
            self.pieces[n : n + 3] = [*before, _sided(side, first), _sided(_OTHER[side], second)]

    def _tone_like(self, piece: Piece) -> bool:
        """Whether a piece is a code, or a number that can be a tone."""
        amount = piece.amount
        return piece.kind == "code" or piece.code is not None or (amount is not None and self.figures.looks_like_tone(amount))

    def dashes(self) -> None:
        """Take a lone dash before a word for a dash, where the line has a sign or says simplex beside it."""
        self._dash_before_frequency()
        signs = [n for n, p in enumerate(self.pieces) if p.kind == "signed"]
        settled = any(p.kind == "simplex" or (p.kind == "sided" and p.amount) for p in self.pieces)
        for n in signs:
            piece = self.pieces[n]
            nxt = self.pieces[n + 1] if n + 1 < len(self.pieces) else None
            lone = piece.words == {"SIGN": "-"} and piece.amount is None
            if lone and (n == 0 or (nxt is not None and nxt.kind in ("word", "quoted", "band") and (settled or len(signs) > 1))):
                self.pieces[n] = Piece("idle", at=piece.at, end=piece.end)

    def _dash_before_frequency(self) -> None:
        """Part a dash from the first frequency of a line, which has nothing to be shifted from yet."""
        for n, piece in enumerate(self.pieces):
            if self.figures.is_frequency(piece.amount) and piece.kind != "number":
                if piece.kind == "signed" and piece.words == {"SIGN": "-"} and piece.amount is not None:
                    also = any(p.kind == "signed" for p in self.pieces[n + 1 :])
                    dash = Piece("idle" if also else "signed", {} if also else piece.words, at=piece.at, end=piece.at + 1)
                    self.pieces[n : n + 1] = [dash, Piece("number", amount=piece.amount, at=piece.amount.at, end=piece.end)]
                return
            if piece.kind == "number" and self.figures.is_frequency(piece.amount):
                return

    def figures_of_names(self) -> None:
        """Let a small figure directly after a word belong to it ("ADMIN 1", "SIMPLEX 2"), and a band before SIMPLEX ("2M SIMPLEX")."""
        out: list[Piece] = []
        for piece in self.pieces:
            before = out[-1] if out else None
            amount = piece.amount
            small = (
                piece.kind == "number"
                and amount is not None
                and amount.text.isdecimal()
                and not amount.unit
                and not looks_like_a_code(amount)
            )
            if before is None or not self._next_to(before, piece):
                out.append(piece)
            elif small and amount is not None and amount.value <= LARGEST_FIGURE and before.kind in ("word", "simplex"):
                if (
                    before.kind == "word"
                    and self.figures.usual(amount)
                    and not any(p.kind in ("signed", "shift") for p in self.pieces)
                ):
                    out.append(Piece("either", {"WORD": before.word}, amount, before.at, piece.end))
                    del out[-2]
                else:
                    out[-1] = replace(before, words={**before.words, "FIGURE": amount.text}, end=piece.end)
            elif before.kind == "band" and piece.kind == "simplex" and (before.word + piece.word).isupper():
                out[-1] = replace(piece, words={"SIMPLEX": f"{before.word} {piece.word}", "FIGURE": ""}, at=before.at)
            else:
                out.append(piece)
        self.pieces = out

    def _next_to(self, before: Piece, piece: Piece) -> bool:
        return not self.text[before.end : piece.at].strip(" \t")


_OTHER = {"IN": "OUT", "OUT": "IN"}


def _side_of(piece: Piece) -> str | None:
    """Return the side that stands before a tone or code, None for none."""
    if piece.kind == "sided":
        return "IN" if set(piece.words) == {"IN"} else "OUT" if set(piece.words) == {"OUT"} else None
    return {"sent": "IN", "opened": "OUT"}.get(code_in(piece.word)[0]) if piece.kind == "code" else None


def _sided(side: str, piece: Piece) -> Piece:
    """Return a tone or code with a side of its own."""
    code = piece.code or (piece if piece.kind == "code" else None)
    return Piece("sided", {side: side.lower()}, None if code else piece.amount, piece.at, piece.end, code)
