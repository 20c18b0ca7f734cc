"""What the pieces of a listing line say.

``read_line`` takes what an operator wrote or heard and says what each piece is: a
frequency and its role, a sign, an offset, tones, a width, a name.  Where a piece may be
two things it is asked about; each choice, added to the line, answers.  It decides nothing
about habits, ``listing_line`` does; of the region it knows where the bands lie, which
rasters and shifts are in use.
"""

import re
from dataclasses import replace

from vocator.core.channel.band_plan import BandPlan
from vocator.core.channel.channel import megahertz
from vocator.core.channel.listing_figures import SMALLEST_MHZ, TONE_RANGE_HZ, looks_like_a_code
from vocator.core.channel.listing_names import NameReader
from vocator.core.channel.listing_numbers import frequency_hz, torn_frequencies, torn_tone
from vocator.core.channel.listing_pieces import Amount, Piece
from vocator.core.channel.listing_reading import Asked, Reading, code_in, known_code, known_tone, once
from vocator.core.channel.listing_tones import ToneReader
from vocator.core.channel.tones import DCS_104
from vocator.core.refusal import Refusal

SMALLEST_OFFSET_HZ = 10_000
WIDTHS_KHZ = {"6.25": True, "12.5": True, "15": False, "20": False, "25": False}
"""Channel widths that a listing names, and whether they are narrow ones."""
PLAN_NUMBER = re.compile(r"(?:R|RV|RU|RF|RH|S|V|U|F|SU)\d{1,3}X?", re.IGNORECASE)
"""How plans number their channels."""
DIGITAL = frozenset("dmr digital p25 nxdn tetra c4fm dv".split())


def read_line(line: str, plan: BandPlan) -> Reading:
    """Read one listing line.

    Raises Refusal for what cannot be a line (empty, too long, unreadable characters,
    several lines), for tones and codes that are in no list, and for pieces that
    contradict each other on their face.
    """
    return _Reader(line, plan).read()


def _unsaid(found: str) -> Refusal:
    """Return the refusal of a number of which nothing says what it is."""
    return Refusal(
        found,
        "number",
        "a frequency, an offset with its sign, or a tone",
        "Say what it is: t103.5 for a tone, +0.6 for an offset.",
    )


class _Reader(ToneReader, NameReader):
    """Reads the pieces of one line, one kind a method."""

    def read(self) -> Reading:
        self._refuse_numbers_of_plans()
        for at, piece in enumerate(self.pieces):
            self.at = at
            getattr(self, f"_{piece.kind}")(piece)
            if piece.kind not in ("slash", "idle"):
                self.role = ""
        self._settle_torn()
        if self.reading.rx_hz is None and self.reading.input_hz is None and not self.torn:
            only = next(
                (p.at for p in self.pieces if p.kind == "number" and p.amount and self.figures.looks_like_tone(p.amount)), None
            )
            if only is not None and self.frequency_at is None:  # what stands where tones do is all that there is to listen to
                return _Reader(self.reading.line, self.plan, only).read()
            cut = next(
                (p.amount for p in self.pieces if p.amount is not None and re.fullmatch(r"0\d\.\d{2,}", p.amount.text)), None
            )
            raise Refusal(
                self.reading.line.strip() if cut is None else f"{cut.text}, which lacks its first figures",
                "listing line",
                "a line with a frequency in it",
                "Add the frequency you listen on, for example 147.330.",
            )
        for one in self.later:
            one()
        self._settle_names()
        return self.reading

    def _refuse_numbers_of_plans(self) -> None:
        """Raise Refusal for a channel's number in a band plan ("R0", "RV48") where the line has no frequency."""
        if any(p.amount is not None and self.figures.is_frequency(p.amount) for p in self.pieces):
            return
        number = next((w for w in re.findall(r"[\w.]+", self.reading.line) if PLAN_NUMBER.fullmatch(w)), None)
        if number is not None:
            raise Refusal(
                f"{number}, the number of a channel in a band plan",
                "listing line",
                "a frequency: plans number their channels differently",
                f"Look up {number} in the plan of your country and write its frequency, for example 145.600 -.",
            )

    # -- numbers

    def _number(self, piece: Piece) -> None:
        amount = piece.amount
        assert amount is not None
        before = self.role
        if piece.at == self.frequency_at:
            self._frequency(amount, before)
        elif before == "opened" and self._behind_a_code(amount):
            self._second_of_pair(known_code(amount.text, None))
        elif looks_like_a_code(amount):
            self.later.append(lambda: self._ask_code(amount.text))
        elif before == "opened" and (self.figures.looks_like_tone(amount) or amount.unit == "hz"):
            self._second_of_pair(known_tone(amount.text))
        elif self._torn_here(amount):
            return
        elif amount.unit and frequency_hz(amount.text, amount.unit) < 1_000_000 * SMALLEST_MHZ:
            self._small(amount)
        elif any(frequency_hz(amount.text) in candidates for _, candidates, _ in self.torn):
            self._frequency(amount, before)
        elif amount.unit == "" and amount.value < SMALLEST_MHZ:
            self.later.append(lambda: self._small(amount))
        elif self.figures.looks_like_tone(amount):
            self._tone_or_input(amount)
        elif (tone := torn_tone(amount.text)) is not None and self.plan.band(frequency_hz(amount.text)) is None:
            self.later.append(lambda: self._ask_torn_tone(amount, tone))
        elif (
            amount.text.isdecimal()
            and not amount.unit
            and self.figures.usual(replace(amount, unit="k"))
            and frequency_hz(amount.text) < 9e9
        ):
            self.later.append(lambda: self._small(replace(amount, unit="k")))
        else:
            self._frequency(amount, before)

    def _behind_a_code(self, amount: Amount) -> bool:
        """Whether a number stands behind a code and a stroke, and is one itself: "DCS 023/174"."""
        return amount.text in DCS_104 and not amount.unit and self.at >= 2 and self.pieces[self.at - 2].kind == "code"

    def _torn_here(self, amount: Amount) -> bool:
        """Take digits that a frequency lost its point from, to be asked about; says whether they are such."""
        candidates = torn_frequencies(amount.text, self.plan) if not amount.unit else []
        if (
            not candidates
            or self.figures.usual(replace(amount, unit="k"))
            or (torn_tone(amount.text) is not None and self.reading.rx_hz)
        ):
            return False
        self.torn.append((amount.text, candidates, ()))
        return True

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
                self.reading.rx_hz = candidates[0]
            elif self.reading.input_hz is None:
                self.reading.input_hz = candidates[0]

    def _small(self, amount: Amount) -> None:
        """A number too small for a frequency, with no sign before it: an offset that is in use, or a width."""
        reading = self.reading
        if amount.unit == "hz" and TONE_RANGE_HZ[0] <= amount.value <= TONE_RANGE_HZ[1]:
            self._plain(known_tone(amount.text))
        elif (
            amount.unit in ("", "k", "khz")
            and amount.text in WIDTHS_KHZ
            and not (amount.unit == "" and self.figures.usual(amount))
        ):
            self._set("narrow", WIDTHS_KHZ[amount.text], amount.text)
        elif amount.unit in ("m", "mhz") or self.figures.usual(amount):
            self._offset(amount)
            reading.repeater = True
        else:
            raise _unsaid(amount.text + amount.unit)

    def _offset(self, amount: Amount) -> None:
        hz = self.figures.offset_hz(amount)
        if self.reading.offset_hz is not None and self.reading.offset_hz != hz:
            raise Refusal("two offsets", "offset", "one offset", "Leave one of the two out.")
        self.reading.offset_hz = hz

    def _frequency(self, amount: Amount, role: str) -> None:
        reading, hz = self.reading, frequency_hz(amount.text, amount.unit)
        if hz < 1_000_000:
            raise _unsaid(amount.text)
        if not role and reading.rx_hz not in (None, hz) and len([p for p in self.pieces if p.kind == "signed"]) > 1:
            raise Refusal("two channels", "listing line", "one channel", "Give them one after the other.")
        if role == "in" or (role != "out" and reading.rx_hz is not None):
            if role != "in" and any(hz in torn for _, torn, _ in self.torn) and reading.rx_hz is None:
                reading.rx_hz = hz
            elif reading.input_hz is not None and reading.input_hz != hz:
                raise Refusal(f"a further frequency {amount.text}", "frequency", "one output and one input", "Leave it out.")
            else:
                reading.input_hz = hz
        elif reading.rx_hz is not None and reading.rx_hz != hz:
            raise Refusal(f"a second receive frequency {amount.text}", "frequency", "one output and one input", "Leave it out.")
        else:
            reading.rx_hz = hz

    # -- shifts and roles

    def _sign_unknown(self, piece: Piece) -> None:
        self.reading.sign_unknown = True
        if "±" in piece.word or "/" in piece.word:
            self.reading.sign_unknown, self.reading.repeater = False, True

    def _signed(self, piece: Piece) -> None:
        sign = 1 if piece.words["SIGN"].lower() in ("+", "plus", "pos", "positive", "up") else -1
        self.reading.repeater = self.reading.repeater or "SHIFT" in piece.words
        amount = piece.amount
        if (
            amount is not None
            and amount.unit == ""
            and self.plan.band(frequency_hz(amount.text)) is not None
            and self.figures.tone_of(amount) is None
            and not self._shifts_by(sign, amount)
        ):
            self._put_sign(sign)
            self._frequency(amount, "in")
            return
        self._put_sign(sign)
        if amount is None:
            return
        if amount.value == 1750 and not amount.unit:
            self.reading.burst = True
        elif looks_like_a_code(amount):
            self.later.append(lambda: self._ask_code(amount.text))
        elif amount.unit == "hz" and amount.value < SMALLEST_OFFSET_HZ:  # nobody shifts by so little: hertz are a tone's
            self._small(amount)
        elif not amount.unit and TONE_RANGE_HZ[0] <= amount.value <= TONE_RANGE_HZ[1]:
            self._tone_or_offset(amount, glued=amount.at == piece.at + len(piece.words["SIGN"]))
        elif amount.unit in ("k", "khz") and amount.text in WIDTHS_KHZ and not self.figures.usual(amount):
            self._small(amount)
        elif not amount.unit and (tone := torn_tone(amount.text)) is not None and not self.figures.usual(amount):
            self.later.append(lambda: self._ask_torn_tone(amount, tone))
        else:
            self._offset(amount)

    def _shifts_by(self, sign: int, amount: Amount) -> bool:
        """Whether a signed number is a shift though it reads like a frequency of another band: "1297.025 -28"."""
        rx_hz, by_hz = self.reading.rx_hz, sign * frequency_hz(amount.text)
        band = self.plan.band(rx_hz) if rx_hz else None
        other = band is not self.plan.band(abs(by_hz))
        return band is not None and rx_hz is not None and other and self.plan.band(rx_hz + by_hz) is band

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
            if self.figures.tone_of(amount) is not None:
                self._tone_or_offset(amount, glued=False)
            elif self.figures.is_frequency(amount):  # "split 433.500": nobody shifts by so much
                self._frequency(amount, "in" if self.reading.rx_hz is not None else "")
            else:
                self._offset(amount)

    def _sided(self, piece: Piece) -> None:
        into = "IN" in piece.words
        side, amount = ("sent" if into else "opened"), piece.amount
        if piece.code is not None:
            _, digits, polarity = code_in(piece.code.word)
            self._put_side(side, known_code(digits.zfill(3), polarity))
        elif "NONE" in piece.words:
            if not into and self.reading.tone_words is None:
                self.reading.tone_words = "send"
        elif amount is None:
            if "TONE" in piece.words:
                self.later.append(self._ask_for_tone)
            elif self.layout.use_behind(piece):
                if self.reading.tone_words is None:
                    self.reading.tone_words = "send"
            elif not self._next_is_slash():
                self.unclear.append(piece.word.strip(":= "))
        elif "TONE" in piece.words:
            self._put_side(side, self._tone_text(amount))
        elif self.figures.looks_like_tone(amount) and (
            self.plan.band(frequency_hz(amount.text)) is None or self._is_settled(into)
        ):
            self._put_side(side, known_tone(amount.text))
        elif not self._torn_here(amount):
            tone, hz, rx_hz = self.figures.tone_of(amount), frequency_hz(amount.text, amount.unit), self.reading.rx_hz
            if (
                into
                and tone is not None
                and rx_hz is not None
                and self.plan.band(rx_hz) is self.plan.band(hz)
                and abs(hz - rx_hz) not in self.figures.shifts()
            ):
                self.later.append(lambda: self._ask_tone_or_input(amount, tone, hz))
            else:
                self._frequency(amount, "in" if into else "out")

    def _slash(self, piece: Piece) -> None:
        before = self.pieces[self.at - 1] if self.at else None
        amount = before.amount if before is not None else None
        after_tone = before is not None and (
            before.kind in ("code", "no_tone", "letter_tone") or (amount is not None and self.figures.tone_of(amount) is not None)
        )
        after_frequency = amount is not None and self.figures.is_frequency(amount)
        pair_of_frequencies = after_frequency and self._next_frequency() and not self._is_settled(into=True)
        self.role = "opened" if after_tone and not pair_of_frequencies else "in"

    def _next_frequency(self) -> bool:
        nxt = self._next()
        return nxt is not None and self.figures.is_frequency(nxt.amount)

    # -- what stands for itself

    def _receive_only(self, piece: Piece) -> None:
        self.reading.receive_only = True

    def _simplex(self, piece: Piece) -> None:
        self.reading.simplex = True
        if "FIGURE" in piece.words:
            self.words.append(f"{piece.word} {piece.words['FIGURE']}".strip())

    def _no_shift(self, piece: Piece) -> None:
        self.reading.simplex = True

    def _memory(self, piece: Piece) -> None:
        self.reading.memory = once(self.reading.memory, re.split(r"[\s:=#.]", piece.word)[-1].upper(), "memory")

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
        word = re.split(r"[\s,;]", piece.word)[0]
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
