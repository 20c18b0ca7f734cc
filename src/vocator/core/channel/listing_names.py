"""Which words of a listing line are a name, and which are asked about: a word of the trade, or a torn piece of one."""

import re
from abc import abstractmethod
from dataclasses import replace

from vocator.core.channel.listing_grammar import NAMED_WORDS
from vocator.core.channel.listing_numbers import SPOKEN_NUMBERS
from vocator.core.channel.listing_pieces import Piece
from vocator.core.channel.listing_reading import Asked
from vocator.core.channel.listing_state import LineState
from vocator.core.channel.tones import CTCSS_50, DCS_104

SAYS_NOTHING = frozenset(
    "squelch sql tones inverted inv normal polarity closed open reverse reversed access required req odd khz hz mhz mid med medium dn sx linked autopatch private area".split()
)
"""Words of the trade that decide something elsewhere, and here stand alone."""
FILLERS = frozenset(
    "a an and as at by can do for from get has have hear here i in into is it its it's just make my of on or our please program put set so some store that the then there this to tune try use used uses using via we will with you your".split()
)
"""Words of a sentence around a channel: no name begins or ends with one."""
TRADE = (
    "simplex", "duplex", "minus", "offset", "shift", "repeater", "narrow", "carrier", "digital", "encode", "decode", "squelch",
    "uplink", "downlink", "output", "input", "receive", "transmit", "positive", "negative", "frequency", "power", "unknown",
)  # fmt: skip
NO_NAMES = frozenset((*SAYS_NOTHING, *TRADE, *SPOKEN_NUMBERS, "no"))
SHORTEST_TORN = 4
SHORT = {"sx": "simplex", "s": "simplex", "dn": "minus"}
"""What listings cut a word of the trade down to."""
A_CODE = re.compile(r"(?:d|dcs|dpl|dtcs)-?(?P<digits>\d{1,3})[a-z]?", re.IGNORECASE)
"""What looks like a DCS code with a letter too many, or a nought too few."""


def looks_like_a_name(word: str) -> bool:
    """Whether a word that nothing else explains may be a channel's name without asking."""
    if len(word) < 2 or A_CODE.fullmatch(word) or word.lower() in NO_NAMES or meant(word) is not None:
        return False
    return bool(re.fullmatch(r"[A-Za-z][A-Za-z0-9\-/'+_.]*|\d{1,2}[A-Za-z][A-Za-z0-9\-]+", word)) and not re.search(
        r"\d\.\d", word
    )


def meant(word: str) -> str | None:
    """Return the word of the trade that a word is a torn or misspelt form of, None where it is none.

    Misspelt is one letter too many, one too few, or two changed round; another letter is not taken for it,
    since names are (a tower is no power).
    """
    small = word.lower()
    if small in SHORT:
        return SHORT[small]
    for one in TRADE:
        if small != one and ((one.startswith(small) and len(small) >= SHORTEST_TORN) or _one_slip(small, one)):
            return one
    return None


def _one_slip(word: str, right: str) -> bool:
    if abs(len(word) - len(right)) > 1 or len(right) < 5:
        return False
    if len(word) == len(right):
        return any(
            right[:n] + right[n + 1] + right[n] + right[n + 2 :] == word
            for n in range(len(right) - 1)
            if right[n] != right[n + 1]
        )
    longer, shorter = (word, right) if len(word) > len(right) else (right, word)
    return any(longer[:n] + longer[n + 1 :] == shorter for n in range(len(longer)))


class NameReader(LineState):
    """Reads words: those that name the channel, and those that have to be asked about."""

    @abstractmethod
    def _power(self, piece: Piece) -> None:
        """Take a power."""

    def _named(self, piece: Piece) -> None:
        if text := re.sub(f"(?i)^{NAMED_WORDS}", "", piece.word).strip('"').strip():
            self.named.append(text)

    def _quoted(self, piece: Piece) -> None:
        if text := piece.word.strip('"').strip():
            self.words.append(f'"{text}')

    def _without(self, piece: Piece) -> None:
        self.without.add(piece.word.split()[-1].lower())

    def _word(self, piece: Piece) -> None:
        low = piece.word.lower()
        if low == "qrp":
            self._power(replace(piece, words={"WORD": "LOW"}))
        elif low in ("low", "high", "hi", "lo") and not self._name_follows():
            self._power(piece)
        else:
            self.words.append(f"{piece.word} {piece.words['FIGURE']}" if "FIGURE" in piece.words else piece.word)

    def _name_follows(self) -> bool:
        nxt = self._next()
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
            if self.reading.offset_hz == self.figures.offset_hz(amount):
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
        for whole in self._without_fillers():
            word = whole.strip('"')
            low = word.lower()
            if low in self.without or low in given or all(part in given for part in low.split()):
                continue
            if whole.startswith('"') or looks_like_a_name(word.split()[0]) or " " in word or (kept and low in SPOKEN_NUMBERS):
                kept.append(word)
            elif not self._answered(word):
                self._ask_word(word)
        for word in self.unclear:
            if word.lower() not in self.without and word.lower() not in given:
                self._ask_word(word)
        reading.name = self.named or kept

    def _without_fillers(self) -> list[str]:
        """Return the words that are left without those of a sentence at their beginning and end; between two words of a name they belong to it."""
        words = list(self.words)
        while words and words[0].lower() in FILLERS:
            words.pop(0)
        while words and words[-1].lower() in FILLERS:
            words.pop()
        return words

    def _answered(self, word: str) -> bool:
        """Whether the line gives in full what a word is a torn form of."""
        right = meant(word)
        words = {w.lower() for piece in self.pieces for w in piece.words.values()}
        return right is not None and right in words

    def _ask_word(self, word: str) -> None:
        if (code := A_CODE.fullmatch(word)) is not None and (digits := code["digits"].zfill(3)) in DCS_104:
            choices = (f"D{digits}N without {word}", f"D{digits}I without {word}", f"name {word}")
            self.reading.asked.append(
                Asked("tone_tx", f"“{word}”: is it the DCS code {digits}, normal or inverted, or the name?", choices)
            )
            return
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
