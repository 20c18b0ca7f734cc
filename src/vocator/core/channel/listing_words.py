"""What the pieces of a listing line say.

``read_line`` takes what an operator wrote or heard and says what each piece is: a
frequency and its role, a sign, an offset, tones, a width, a name.  Where a piece may be
two things it is asked about; each choice, added to the line, answers.  It decides nothing
about habits, ``listing_line`` does; of the region it knows where the bands lie, which
rasters and shifts are in use.
"""

import re
from collections.abc import Callable
from dataclasses import dataclass, field, replace

from vocator.core.channel.band_plan import BandPlan
from vocator.core.channel.channel import megahertz
from vocator.core.channel.listing_names import looks_like_a_name, meant
from vocator.core.channel.listing_numbers import frequency_hz, torn_frequencies, torn_tone
from vocator.core.channel.listing_pieces import Amount, Piece, pieces_of, plain_line
from vocator.core.channel.tones import CTCSS_50, DCS_104, nearest_codes, neighbours
from vocator.core.refusal import Refusal

TONE_RANGE_HZ = (60.0, 260.0)
SMALLEST_MHZ = 28.0
WIDTHS_KHZ = {"6.25": True, "12.5": True, "15": False, "20": False, "25": False}
"""Channel widths that a listing names, and whether they are narrow ones."""
DIGITAL = frozenset("dmr digital p25 nxdn tetra c4fm dv".split())
LARGEST_FIGURE = 99


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
    rx_text: str = ""
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
    off_air: bool = False
    mode: str | None = None
    analogue: bool = False
    name: list[str] = field(default_factory=list)
    asked: list[Asked] = field(default_factory=list)
    notes: list[tuple[str, str]] = field(default_factory=list)


def read_line(line: str, plan: BandPlan) -> Reading:
    """Read one listing line.

    Raises Refusal for what cannot be a line (empty, too long, unreadable characters,
    several lines), for tones and codes that are in no list, and for pieces that
    contradict each other on their face.
    """
    return _Reader(line, plan).read()


def known_tone(text: str) -> str:
    """Return the tone of the list that ``text`` writes, or refuse with its neighbours."""
    tone = text if "." in text else text + ".0"
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


class _Reader:
    """Reads the pieces of one line, one kind a method; what hangs on the receive frequency waits until that is known."""

    def __init__(self, line: str, plan: BandPlan, frequency_at: int | None = None) -> None:
        self.frequency_at = frequency_at
        self.plan, self.text = plan, plain_line(line)
        self.reading = Reading(line)
        self.pieces = pieces_of(self.text)
        self.torn: list[tuple[str, list[int], tuple[str, ...]]] = []
        self.later: list[Callable[[], None]] = []
        self.words: list[str] = []
        self.unclear: list[str] = []
        self.named: list[str] = []
        self.without: set[str] = set()
        self.at = 0
        self.role = ""

    def read(self) -> Reading:
        self._join_figures()
        self._roles_behind()
        self._dashes()
        self._figures_of_names()
        for at, piece in enumerate(self.pieces):
            self.at = at
            getattr(self, f"_{piece.kind}")(piece)
            if piece.kind not in ("slash", "idle"):
                self.role = ""
        self._settle_torn()
        if self.reading.rx_hz is None and self.reading.input_hz is None and not self.torn:
            only = next((p.at for p in self.pieces if p.kind == "number" and p.amount and self._looks_like_tone(p.amount)), None)
            if only is not None and self.frequency_at is None:  # what stands where tones do is all that there is to listen to
                return _Reader(self.reading.line, self.plan, only).read()
            raise Refusal(
                self.reading.line.strip(),
                "listing line",
                "a line with a frequency in it",
                "Add the frequency you listen on, for example 147.330.",
            )
        for one in self.later:
            one()
        self._settle_names()
        return self.reading

    # -- before reading: pieces that stand in two parts, or behind what they say something of

    def _join_figures(self) -> None:
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
            self._tear(
                f"{a.text} {b.text}", list(dict.fromkeys(dropped)), (f"{a.text}.000 offset {b.text}",) if self._usual(b) else ()
            )
            return Piece("idle", at=before.at, end=piece.end)
        if f"{b.text}.0" in CTCSS_50:
            self._tear(f"{a.text} {b.text}", [frequency_hz(text)], (f"{a.text}.000 t{b.text}.0",))
            return Piece("idle", at=before.at, end=piece.end)
        return replace(before, amount=both, end=piece.end)

    def _roles_behind(self) -> None:
        """Turn "445.5 rx, 440.5 tx" round: every frequency with its role behind it."""
        order = ""
        for piece in self.pieces:
            if piece.kind == "number" and self._is_frequency(piece.amount):
                order += "F"
            elif piece.kind == "sided" and piece.amount is None and "NONE" not in piece.words and piece.code is None:
                order += "R"
            elif (
                piece.kind == "sided"
                and piece.amount is not None
                and self._is_frequency(piece.amount)
                and not self._tone_of(piece.amount)
            ):
                order += "RF"
            elif piece.kind == "sided":
                order += "RT" if piece.amount is not None and "TONE" not in piece.words else "x"
        out = any(p.kind == "sided" and "OUT" in p.words for p in self.pieces)
        if not re.fullmatch(r"(FR)+|FRFRT", order) or (order == "FR" and not out):
            return
        turned: list[Piece] = []
        waiting: Piece | None = None
        for piece in self.pieces:
            if piece.kind == "number" and self._is_frequency(piece.amount):
                waiting = piece
            elif piece.kind == "sided" and waiting is not None:
                turned.append(replace(piece, amount=waiting.amount))
                after = Piece("number", amount=piece.amount, at=piece.at, end=piece.end) if piece.amount else None
                waiting = after if after is not None and self._is_frequency(after.amount) else None
                turned += [after] if after is not None and waiting is None else []
            else:
                turned.append(piece)
        self.pieces = turned

    def _dashes(self) -> None:
        """Take a lone dash before a word for a dash, where the line has a sign or says simplex beside it."""
        signs = [n for n, p in enumerate(self.pieces) if p.kind == "signed"]
        settled = any(p.kind == "simplex" or (p.kind == "sided" and p.amount) for p in self.pieces)
        for n in signs:
            piece = self.pieces[n]
            nxt = self.pieces[n + 1] if n + 1 < len(self.pieces) else None
            lone = piece.words == {"SIGN": "-"} and piece.amount is None
            if lone and (n == 0 or (nxt is not None and nxt.kind in ("word", "quoted", "band") and (settled or len(signs) > 1))):
                self.pieces[n] = Piece("idle", at=piece.at, end=piece.end)

    def _figures_of_names(self) -> None:
        """Let a small figure directly after a word belong to it ("ADMIN 1", "SIMPLEX 2"), and a band before SIMPLEX ("2M SIMPLEX")."""
        out: list[Piece] = []
        for piece in self.pieces:
            before = out[-1] if out else None
            amount = piece.amount
            small = piece.kind == "number" and amount is not None and amount.text.isdecimal() and not amount.unit
            if before is None or not self._next_to(before, piece):
                out.append(piece)
            elif small and amount is not None and amount.value <= LARGEST_FIGURE and before.kind in ("word", "simplex"):
                if before.kind == "word" and self._usual(amount) and not any(p.kind in ("signed", "shift") for p in self.pieces):
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

    # -- numbers

    def _is_frequency(self, amount: Amount | None) -> bool:
        """Whether a number can be nothing but a frequency, or digits torn from one."""
        if amount is None or amount.unit in ("hz",):
            return amount is not None and amount.value >= 1_000_000
        hz = frequency_hz(amount.text, amount.unit)
        if amount.unit:
            return hz >= SMALLEST_MHZ * 1e6 and self.plan.band(hz) is not None
        in_band = self.plan.band(hz) is not None
        if self._tone_of(amount) is not None and not in_band:
            return False
        return in_band or bool(torn_frequencies(amount.text, self.plan)) or amount.value > TONE_RANGE_HZ[1]

    def _tone_of(self, amount: Amount) -> str | None:
        """Return the tone of the list that a number may be, None where it cannot be one."""
        if amount.unit not in ("", "hz") or not re.fullmatch(r"\d{2,3}(\.\d)?", amount.text):
            return None
        tone = amount.text if "." in amount.text else f"{amount.text}.0"
        return tone if tone in CTCSS_50 else None

    def _looks_like_tone(self, amount: Amount) -> bool:
        """Whether a number stands where tones do, in the list or not."""
        in_range = TONE_RANGE_HZ[0] <= amount.value <= TONE_RANGE_HZ[1]
        shaped = bool(re.fullmatch(r"\d{2,3}(\.\d)?", amount.text)) and amount.unit in ("", "hz")
        return in_range and shaped and (self._tone_of(amount) is not None or self.plan.band(frequency_hz(amount.text)) is None)

    def _usual(self, amount: Amount) -> bool:
        """Whether a number is the offset of a shift that is in use somewhere on the bands of the line."""
        return self._offset_hz(amount) in self._shifts()

    def _shifts(self) -> set[int]:
        """Return the offsets in use on the bands of the line's frequencies, hertz."""
        bands = {self.plan.band(frequency_hz(p.amount.text, p.amount.unit)) for p in self.pieces if p.amount is not None} - {None}
        return {abs(s) for r in self.plan.repeaters if self.plan.band(r.outputs.low_hz) in bands for s in r.shifts_hz}

    def _offset_hz(self, amount: Amount) -> int:
        return frequency_hz(amount.text, amount.unit or ("m" if amount.value < TONE_RANGE_HZ[0] else "k"))

    def _number(self, piece: Piece) -> None:
        amount = piece.amount
        assert amount is not None
        before = self.role
        if piece.at == self.frequency_at:
            self._frequency(amount, before)
        elif before == "opened" and (self._looks_like_tone(amount) or amount.unit == "hz"):
            self._second_of_pair(known_tone(amount.text))
        elif self._torn_here(amount):
            return
        elif amount.unit and frequency_hz(amount.text, amount.unit) < 1_000_000 * SMALLEST_MHZ:
            self._small(amount)
        elif any(frequency_hz(amount.text) in candidates for _, candidates, _ in self.torn):
            self._frequency(amount, before)
        elif amount.unit == "" and amount.value < SMALLEST_MHZ:
            self.later.append(lambda: self._small(amount))
        elif self._looks_like_tone(amount):
            self._tone_or_input(amount)
        elif (tone := torn_tone(amount.text)) is not None and self.plan.band(frequency_hz(amount.text)) is None:
            self.later.append(lambda: self._ask_torn_tone(amount, tone))
        elif (
            amount.text.isdecimal()
            and not amount.unit
            and self._usual(replace(amount, unit="k"))
            and frequency_hz(amount.text) < 9e9
        ):
            self.later.append(lambda: self._small(replace(amount, unit="k")))
        else:
            self._frequency(amount, before)

    def _torn_here(self, amount: Amount) -> bool:
        """Take digits that a frequency lost its point from, to be asked about; says whether they are such."""
        candidates = torn_frequencies(amount.text, self.plan) if not amount.unit else []
        if (
            not candidates
            or self._usual(replace(amount, unit="k"))
            or (torn_tone(amount.text) is not None and self.reading.rx_hz)
        ):
            return False
        self._tear(amount.text, candidates, ())
        return True

    def _tear(self, text: str, candidates: list[int], others: tuple[str, ...]) -> None:
        self.torn.append((text, candidates, others))

    def _settle_torn(self) -> None:
        """Settle digits without a point by a frequency that the line gives beside them, else ask."""
        given = {self.reading.rx_hz, self.reading.input_hz}
        for text, candidates, others in self.torn:
            if given & {*candidates, frequency_hz(text.split()[0])}:
                continue
            choices = [megahertz(hz) if self.plan.band(hz) else f"{megahertz(hz)} receive only" for hz in candidates]
            asked = Asked("rx_hz", f"“{text}” has lost a point: which frequency is it?", (*choices, *others))
            self.reading.asked.insert(0, asked)
            if self.reading.rx_hz is None:
                self.reading.rx_hz, self.reading.rx_text = candidates[0], text
            elif self.reading.input_hz is None:
                self.reading.input_hz = candidates[0]

    def _tone_or_input(self, amount: Amount) -> None:
        tone = self._tone_of(amount)
        hz = frequency_hz(amount.text)
        band = self.plan.band(hz)
        if tone is None:
            self.later.append(lambda: self._plain(known_tone(amount.text)))
        elif band is None:
            self._plain(tone)
        elif self.reading.rx_hz is None:
            self._frequency(amount, "")
        elif self.plan.band(self.reading.rx_hz) is not band or self._is_settled(into=True):
            self._plain(tone)
        else:
            self.later.append(lambda: self._ask_tone_or_input(amount, tone, hz))

    def _ask_tone_or_input(self, amount: Amount, tone: str, hz: int) -> None:
        reading = self.reading
        if tone in (reading.plain_tone, reading.sent, reading.opened):
            return
        if reading.input_hz == hz:
            return
        question = f"“{amount.text}” is a tone of the list and a frequency of this band: which is meant?"
        reading.asked.append(Asked("tone_tx", question, (f"t{tone}", f"in {megahertz(hz)}")))

    def _ask_torn_tone(self, amount: Amount, tone: str) -> None:
        known = (self.reading.plain_tone, self.reading.sent, self.reading.opened)
        if tone not in known and self.reading.tone_words != "none":
            self.reading.asked.append(
                Asked("tone_tx", f"“{amount.text}” has lost a point: is it the tone {tone}?", (f"t{tone}", "no tone"))
            )

    def _small(self, amount: Amount) -> None:
        """A number too small for a frequency, with no sign before it: an offset that is in use, or a width."""
        reading = self.reading
        if amount.unit == "hz" and TONE_RANGE_HZ[0] <= amount.value <= TONE_RANGE_HZ[1]:
            self._plain(known_tone(amount.text))
        elif amount.unit in ("", "k", "khz") and amount.text in WIDTHS_KHZ and not (amount.unit == "" and self._usual(amount)):
            self._set("narrow", WIDTHS_KHZ[amount.text], amount.text)
        elif amount.unit in ("m", "mhz") or self._usual(amount):
            self._offset(amount)
            reading.repeater = True
        else:
            raise Refusal(
                amount.text + amount.unit,
                "number",
                "a frequency, an offset with its sign, or a tone",
                "Say what it is: t103.5 for a tone, +0.6 for an offset.",
            )

    def _offset(self, amount: Amount) -> None:
        hz = self._offset_hz(amount)
        if self.reading.offset_hz is not None and self.reading.offset_hz != hz:
            raise Refusal("two offsets", "offset", "one offset", "Leave one of the two out.")
        self.reading.offset_hz = hz

    def _frequency(self, amount: Amount, role: str) -> None:
        reading, hz = self.reading, frequency_hz(amount.text, amount.unit)
        if hz < 1_000_000:
            raise Refusal(
                amount.text,
                "number",
                "a frequency, an offset with its sign, or a tone",
                "Say what it is: t103.5 for a tone, +0.6 for an offset.",
            )
        if role == "in" or (role != "out" and reading.rx_hz is not None):
            if role != "in" and any(hz in torn for _, torn, _ in self.torn) and reading.rx_hz is None:
                reading.rx_hz, reading.rx_text = hz, amount.text
            elif reading.input_hz is not None and reading.input_hz != hz:
                raise Refusal(f"a further frequency {amount.text}", "frequency", "one output and one input", "Leave it out.")
            else:
                reading.input_hz = hz
        elif reading.rx_hz is not None and reading.rx_hz != hz:
            raise Refusal(f"a second receive frequency {amount.text}", "frequency", "one output and one input", "Leave it out.")
        else:
            reading.rx_hz, reading.rx_text = hz, amount.text

    # -- tones

    def _plain(self, value: str) -> None:
        """A tone or code of which the line does not say the side; the second one of a pair written a/b opens."""
        self.reading.plain_tone = _once(self.reading.plain_tone, value, "tone")

    def _second_of_pair(self, value: str | None) -> None:
        reading = self.reading
        first = reading.plain_tone
        if first is not None and reading.sent is None:
            reading.plain_tone = None
            reading.sent = first
        if value is None:
            reading.tone_words = reading.tone_words or "send"
        else:
            reading.opened = _once(reading.opened, value, "receive tone")

    def _put_side(self, side: str, value: str) -> None:
        """Put a tone or code on the side that the words name."""
        if side == "opened":
            self.reading.opened = _once(self.reading.opened, value, "receive tone")
        elif side == "sent":
            self.reading.sent = _once(self.reading.sent, value, "send tone")
        else:
            self._plain(value)

    def _tone_text(self, amount: Amount) -> str:
        """Return the tone that a word asked for; a lost point is put back and told."""
        torn = torn_tone(amount.text)
        if torn is not None and not TONE_RANGE_HZ[0] <= amount.value <= TONE_RANGE_HZ[1]:
            self.reading.notes.append(("tone_tx", f"{amount.text} is read as {torn}"))
            return torn
        return known_tone(amount.text)

    def _code(self, piece: Piece) -> None:
        match = re.fullmatch(r"([a-z]*?)\s*(?:dcs|dpl|dtcs|code|d)\s*[:=]?\s*(\d{3})\s*([ni])?", piece.word, re.IGNORECASE)
        assert match is not None
        value = known_code(match[2], match[3])
        if self.role == "opened":
            self._second_of_pair(value)
        else:
            self._put_side(_side(match[1]), value)

    def _tone(self, piece: Piece) -> None:
        if piece.amount is not None:
            side = "sent" if piece.word.lower().startswith("uplink") else ""
            self._put_side(side, self._tone_text(piece.amount))
        else:
            self.later.append(self._ask_for_tone)

    def _ask_for_tone(self) -> None:
        reading = self.reading
        if not (reading.plain_tone or reading.sent or reading.opened or reading.tone_words or reading.burst):
            reading.asked.append(
                Asked("tone_tx", "The line speaks of a tone and gives none: which is it?", ("no tone", "tone unknown"))
            )

    def _letter_tone(self, piece: Piece) -> None:
        amount, side = piece.amount, "sent" if piece.word[0].lower() == "t" else "opened"
        assert amount is not None
        if self._tone_of(amount) is None and self._is_frequency(amount):
            self._frequency(amount, "in" if side == "sent" else "out")
        else:
            self._put_side(side, self._tone_text(amount))

    def _use_value(self, piece: Piece) -> None:
        amount = piece.amount
        if "BOTH" in piece.words:
            self._set("tone_words", "both", piece.word)
            assert amount is not None
            if self._looks_like_tone(amount) or self._tone_of(amount):
                self._plain(known_tone(amount.text))
            else:
                self._number(replace(piece, kind="number"))
        elif amount is None:
            self._set("tone_words", "send", piece.word)
        elif "OPEN_USE" in piece.words:
            self._put_side("opened", self._tone_text(amount))
        elif "only" in piece.word.lower() or "open" in piece.word.lower():
            self._set("tone_words", "send", piece.word)
            self._number(replace(piece, kind="number"))
        else:
            self._put_side("sent", self._tone_text(amount))

    def _both(self, piece: Piece) -> None:
        self._set("tone_words", "both", piece.word)

    def _send_use(self, piece: Piece) -> None:
        self._set("tone_words", "send", piece.word)

    def _open_use(self, piece: Piece) -> None:
        self.unclear.append(piece.word)

    def _no_tone(self, piece: Piece) -> None:
        if self.role == "opened":
            self._second_of_pair(None)
        elif "NONE" in piece.words and self._next_is_slash():
            self.reading.tone_words = self.reading.tone_words  # nothing is sent; what opens stands behind the stroke
        else:
            self._set("tone_words", "none", piece.word)

    def _next_is_slash(self) -> bool:
        return self.at + 1 < len(self.pieces) and self.pieces[self.at + 1].kind == "slash"

    def _tone_unknown(self, piece: Piece) -> None:
        self._set("tone_words", "unknown", piece.word)

    def _burst(self, piece: Piece) -> None:
        self.reading.burst = True

    # -- shifts and roles

    def _sign_unknown(self, piece: Piece) -> None:
        self.reading.sign_unknown = True
        if "±" in piece.word or "/" in piece.word:
            self.reading.sign_unknown, self.reading.repeater = False, True

    def _signed(self, piece: Piece) -> None:
        sign = 1 if piece.words["SIGN"].lower() in ("+", "plus", "pos", "positive") else -1
        self.reading.repeater = self.reading.repeater or "SHIFT" in piece.words
        amount = piece.amount
        if (
            amount is not None
            and amount.unit == ""
            and self.plan.band(frequency_hz(amount.text)) is not None
            and self._tone_of(amount) is None
        ):
            self._put_sign(sign)
            self._frequency(amount, "in")
            return
        self._put_sign(sign)
        if amount is None:
            return
        if amount.value == 1750 and not amount.unit:
            self.reading.burst = True
        elif not amount.unit and TONE_RANGE_HZ[0] <= amount.value <= TONE_RANGE_HZ[1]:
            self._tone_or_offset(amount, glued=amount.at == piece.at + len(piece.words["SIGN"]))
        elif amount.unit in ("k", "khz") and amount.text in WIDTHS_KHZ and not self._usual(amount):
            self._small(amount)
        else:
            self._offset(amount)

    def _tone_or_offset(self, amount: Amount, glued: bool) -> None:
        """A number behind a sign that may be a tone, or an offset in kHz that is in use here ("29.64 -100")."""
        offset = replace(amount, unit="k")
        if not (amount.text.isdecimal() and self._usual(offset)):
            self._plain(known_tone(amount.text))
        elif glued:
            self._offset(offset)
        else:
            self.later.append(lambda: self._ask_tone_or_offset(amount, offset))

    def _ask_tone_or_offset(self, amount: Amount, offset: Amount) -> None:
        reading = self.reading
        if reading.offset_hz != self._offset_hz(offset) and known_tone(amount.text) not in (reading.plain_tone, reading.sent):
            words = f"“{amount.text}” is a tone of the list and the offset in kHz that is usual here: which is meant?"
            reading.asked.append(Asked("tx_hz", words, (f"offset {amount.text}k", f"t{amount.text}.0")))

    def _put_sign(self, sign: int) -> None:
        if self.reading.sign is not None and self.reading.sign != sign:
            raise Refusal("both + and −", "sign", "one sign", "Leave one of the two out.")
        self.reading.sign = sign

    def _shift(self, piece: Piece) -> None:
        self.reading.repeater = True
        if "SIGN" in piece.words:
            self._signed(piece)
        elif piece.amount is not None:
            amount = piece.amount
            if self._tone_of(amount) is not None:
                self._tone_or_offset(amount, glued=False)
            else:
                self._offset(amount)

    def _sided(self, piece: Piece) -> None:
        into = "IN" in piece.words
        side, amount = ("sent" if into else "opened"), piece.amount
        if piece.code is not None:
            match = re.search(r"(\d{3})\s*([ni])?$", piece.code.word, re.IGNORECASE)
            assert match is not None
            self._put_side(side, known_code(match[1], match[2]))
        elif "NONE" in piece.words:
            if not into and self.reading.tone_words is None:
                self.reading.tone_words = "send"
        elif amount is None:
            if piece.words.get("TONE") is None and not self._next_is_slash():
                self.unclear.append(piece.word.strip(":= "))
        elif "TONE" in piece.words:
            self._put_side(side, self._tone_text(amount))
        elif self._looks_like_tone(amount) and (self.plan.band(frequency_hz(amount.text)) is None or self._is_settled(into)):
            self._put_side(side, known_tone(amount.text))
        elif not self._torn_here(amount):
            tone, hz, rx_hz = self._tone_of(amount), frequency_hz(amount.text, amount.unit), self.reading.rx_hz
            if (
                into
                and tone is not None
                and rx_hz is not None
                and self.plan.band(rx_hz) is self.plan.band(hz)
                and abs(hz - rx_hz) not in self._shifts()
            ):
                self.later.append(lambda: self._ask_tone_or_input(amount, tone, hz))
            else:
                self._frequency(amount, "in" if into else "out")

    def _is_settled(self, into: bool) -> bool:
        """Whether the line has given already what a further frequency would say, so that a number can only be a tone."""
        given = self.reading
        return given.rx_hz is not None and (not into or given.sign is not None or given.offset_hz is not None)

    def _slash(self, piece: Piece) -> None:
        before = self.pieces[self.at - 1] if self.at else None
        amount = before.amount if before is not None else None
        after_tone = before is not None and (
            before.kind in ("code", "no_tone", "letter_tone") or (amount is not None and self._tone_of(amount) is not None)
        )
        after_frequency = amount is not None and self._is_frequency(amount)
        pair_of_frequencies = after_frequency and self._next_frequency() and not self._is_settled(into=True)
        self.role = "opened" if after_tone and not pair_of_frequencies else "in"

    def _next_frequency(self) -> bool:
        nxt = self.pieces[self.at + 1] if self.at + 1 < len(self.pieces) else None
        return nxt is not None and self._is_frequency(nxt.amount)

    # -- what stands for itself

    def _set(self, name: str, value: object, found: str) -> None:
        if getattr(self.reading, name) not in (None, False, value):
            raise Refusal(found, name.replace("_", " "), "one of the two", "Leave one of the two out.")
        setattr(self.reading, name, value)

    def _receive_only(self, piece: Piece) -> None:
        self.reading.receive_only = True

    def _simplex(self, piece: Piece) -> None:
        self.reading.simplex = True
        if "FIGURE" in piece.words:
            self.words.append(f"{piece.word} {piece.words['FIGURE']}".strip())

    def _narrow(self, piece: Piece) -> None:
        self._set("narrow", True, piece.word)

    def _wide(self, piece: Piece) -> None:
        self._set("narrow", False, piece.word)

    def _power(self, piece: Piece) -> None:
        word = re.sub(r"(?i)power|pwr|[:=\s]", "", piece.word)
        self._set("power", {"LO": "LOW", "HI": "HIGH"}.get(word.upper(), word.upper()), piece.word)

    def _watts(self, piece: Piece) -> None:
        words = f"{piece.word.upper().replace('W', ' W').replace('  ', ' ').strip()} in a listing is the repeater's own power; say low or high for yours"
        self.reading.notes.append(("power", words))

    def _state(self, piece: Piece) -> None:
        self.reading.off_air = True

    def _on_air(self, piece: Piece) -> None:
        """Nothing to note: on the air is what every listing means."""

    def _mode(self, piece: Piece) -> None:
        word = piece.word
        self.reading.mode = (
            f"digital ({word.upper()})"
            if word.lower() in DIGITAL - {"digital"}
            else word.lower()
            if word.lower() == "digital"
            else word.upper()
        )

    def _analogue(self, piece: Piece) -> None:
        self.reading.analogue = True

    def _idle(self, piece: Piece) -> None:
        if piece.word.lower().rstrip(":=") in ("repeater", "rpt", "rptr"):
            self.reading.repeater = True

    # -- names

    def _named(self, piece: Piece) -> None:
        if text := re.sub(r"(?i)^(?:name|label|called|named)\s*[:=]?\s+", "", piece.word).strip('"').strip():
            self.named.append(text)

    def _quoted(self, piece: Piece) -> None:
        if text := piece.word.strip('"').strip():
            self.words.append(f'"{text}')

    def _without(self, piece: Piece) -> None:
        self.without.add(piece.word.split()[-1].lower())

    def _word(self, piece: Piece) -> None:
        low = piece.word.lower()
        if low in ("low", "high", "hi", "lo") and not self._name_follows():
            self._power(piece)
        else:
            self.words.append(f"{piece.word} {piece.words['FIGURE']}" if "FIGURE" in piece.words else piece.word)

    def _name_follows(self) -> bool:
        nxt = self.pieces[self.at + 1] if self.at + 1 < len(self.pieces) else None
        return nxt is not None and nxt.kind == "word" and looks_like_a_name(nxt.word)

    def _band(self, piece: Piece) -> None:
        self.later.append(lambda: self._check_band(piece.word))

    def _check_band(self, word: str) -> None:
        band = self.plan.band(self.reading.rx_hz) if self.reading.rx_hz else None
        if band is None or band.name.replace(" ", "").lower() != word.replace(" ", "").lower():
            self.unclear.append(word)

    def _either(self, piece: Piece) -> None:
        """A word and a figure that may be its number, or an offset in use."""
        amount, word = piece.amount, piece.words["WORD"]
        assert amount is not None

        def settle() -> None:
            whole = f"{word} {amount.text}"
            if self.reading.offset_hz == self._offset_hz(amount):
                self.words.append(word)
            elif whole in self.named:
                return
            else:
                self.words.append(word)
                question = f"“{amount.text}” after {word}: part of the name, or the offset?"
                self.reading.asked.append(Asked("label", question, (f'name "{whole}"', f"offset {amount.text}")))

        self.later.append(settle)

    def _settle_names(self) -> None:
        """Take the words that look like a name for one, and ask about the others; what the line answers itself is not asked."""
        reading = self.reading
        given = " ".join(self.named).lower().split()
        kept: list[str] = []
        for whole in self.words:
            word = whole.strip('"')
            low = word.lower()
            if low in self.without or low in given or all(part in given for part in low.split()):
                continue
            if whole.startswith('"') or looks_like_a_name(word.split()[0]) or " " in word:
                kept.append(word)
            elif not self._answered(word):
                self._ask_word(word)
        for word in self.unclear:
            if word.lower() not in self.without and word.lower() not in given:
                self._ask_word(word)
        reading.name = [*self.named, *kept]

    def _answered(self, word: str) -> bool:
        """Whether the line gives in full what a word is a torn form of."""
        right = meant(word)
        words = {w.lower() for piece in self.pieces for w in piece.words.values()}
        return right is not None and right in words

    def _ask_word(self, word: str) -> None:
        if re.search(r"\d", word) and not word[0].isalpha():
            inside = re.search(r"\d{2,3}\.\d", word)
            tone = (f"t{inside[0]} without {word}",) if inside and inside[0] in CTCSS_50 else ()
            self.reading.asked.append(Asked("label", f"“{word}” was not understood: what is it?", (*tone, f"without {word}")))
            return
        right = meant(word)
        first = (right,) if right in ("simplex", "minus", "positive", "negative", "narrow") else ()
        found = f"is it {right}, or the name?" if right else "is it the name?"
        self.reading.asked.append(
            Asked("label", f"“{word}” was not understood: {found}", (*first, f"name {word}", f"without {word}"))
        )


def _side(word: str) -> str:
    if word.lower() in ("r", "rx", "downlink", "down", "open", "out", "output", "decode", "dec"):
        return "opened"
    return "sent" if word else ""


def _once(before: str | None, now: str, what: str) -> str:
    if before is not None and before != now:
        raise Refusal(
            f"{before} and {now}", what, "one of them", "Leave one of the two out, or say which is sent (t) and which opens (r)."
        )
    return now
