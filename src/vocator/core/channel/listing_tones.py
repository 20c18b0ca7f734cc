"""The tones and codes of a listing line: on which side they stand, and what is asked where that is open."""

from abc import abstractmethod
from dataclasses import replace

from vocator.core.channel.channel import megahertz
from vocator.core.channel.listing_figures import TONE_RANGE_HZ
from vocator.core.channel.listing_numbers import frequency_hz, torn_tone
from vocator.core.channel.listing_pieces import Amount, Piece
from vocator.core.channel.listing_reading import Asked, code_in, known_code, known_tone, once
from vocator.core.channel.listing_state import LineState


class ToneReader(LineState):
    """Reads pieces that name tones; frequencies and shifts are read by whoever inherits it."""

    def _is_settled(self, into: bool) -> bool:
        """Whether the line has given already what a further frequency would say, so that a number can only be a tone."""
        given = self.reading
        return given.rx_hz is not None and (not into or given.sign is not None or given.offset_hz is not None)

    def _plain(self, value: str) -> None:
        """A tone or code of which the line does not say the side; the second one of a pair written a/b opens."""
        self.reading.plain_tone = once(self.reading.plain_tone, value, "tone")

    def _second_of_pair(self, value: str | None) -> None:
        reading = self.reading
        first = reading.plain_tone
        if first is not None and reading.sent is None:
            reading.plain_tone = None
            reading.sent = first
        if value is None:
            reading.tone_words = reading.tone_words or "send"
        else:
            reading.opened = once(reading.opened, value, "receive tone")

    def _put_side(self, side: str, value: str) -> None:
        """Put a tone or code on the side that the words name."""
        if side == "opened":
            self.reading.opened = once(self.reading.opened, value, "receive tone")
        elif side == "sent":
            self.reading.sent = once(self.reading.sent, value, "send tone")
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
        side, digits, polarity = code_in(piece.word)
        value = known_code(digits.zfill(3), polarity)
        if len(digits) < 3:
            self.reading.notes.append(("tone_tx", f"{digits} is read as {digits.zfill(3)}: codes have three figures"))
        if self.role == "opened":
            self._second_of_pair(value)
        else:
            self._put_side(side, value)

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
        if self.figures.tone_of(amount) is None and self.figures.is_frequency(amount):
            self._frequency(amount, "in" if side == "sent" else "out")
        else:
            self._put_side(side, self._tone_text(amount))

    def _use_value(self, piece: Piece) -> None:
        amount = piece.amount
        if "BOTH" in piece.words:
            self._set("tone_words", "both", piece.word)
            assert amount is not None
            if self.figures.looks_like_tone(amount) or self.figures.tone_of(amount):
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
        elif "NONE" not in piece.words or not self._next_is_slash():  # "none/88.5": what opens stands behind the stroke
            self._set("tone_words", "none", piece.word)

    def _next_is_slash(self) -> bool:
        following = self._next()
        return following is not None and following.kind == "slash"

    def _tone_unknown(self, piece: Piece) -> None:
        self._set("tone_words", "unknown", piece.word)

    def _burst(self, piece: Piece) -> None:
        self.reading.burst = True

    def _tone_or_input(self, amount: Amount) -> None:
        tone = self.figures.tone_of(amount)
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

    def _ask_code(self, digits: str) -> None:
        """Ask about three figures that begin with a nought: nothing but a code is written so."""
        code, reading = known_code(digits, None), self.reading
        if code not in (reading.plain_tone, reading.sent, reading.opened) and reading.tone_words != "none":
            reading.asked.append(Asked("tone_tx", f"“{digits}”: is it the DCS code {digits}?", (f"D{digits}", "no tone")))

    def _ask_torn_tone(self, amount: Amount, tone: str) -> None:
        known = (self.reading.plain_tone, self.reading.sent, self.reading.opened)
        if tone not in known and self.reading.tone_words != "none":
            self.reading.asked.append(
                Asked("tone_tx", f"“{amount.text}” has lost a point: is it the tone {tone}?", (f"t{tone}", "no tone"))
            )

    @abstractmethod
    def _offset(self, amount: Amount) -> None:
        """Take the offset of a shift."""

    def _tone_or_offset(self, amount: Amount, glued: bool) -> None:
        """A number behind a sign that may be a tone, or an offset in kHz that is in use here ("29.64 -100")."""
        offset = replace(amount, unit="k")
        if not (amount.text.isdecimal() and self.figures.usual(offset)):
            self._plain(known_tone(amount.text))
        elif glued:
            self._offset(offset)
        else:
            self.later.append(lambda: self._ask_tone_or_offset(amount, offset))

    def _ask_tone_or_offset(self, amount: Amount, offset: Amount) -> None:
        reading = self.reading
        if reading.offset_hz != self.figures.offset_hz(offset) and known_tone(amount.text) not in (
            reading.plain_tone,
            reading.sent,
        ):
            words = f"“{amount.text}” is a tone of the list and the offset in kHz that is usual here: which is meant?"
            reading.asked.append(Asked("tx_hz", words, (f"offset {amount.text}k", f"t{amount.text}.0")))
