"""What a number of a listing line may be: a frequency, a tone, an offset that is in use on its bands."""

import re
from collections.abc import Iterable

from vocator.core.channel.band_plan import BandPlan
from vocator.core.channel.listing_numbers import frequency_hz, torn_frequencies
from vocator.core.channel.listing_pieces import Amount, Piece
from vocator.core.channel.tones import CTCSS_50, DCS_104

TONE_RANGE_HZ = (60.0, 260.0)
SMALLEST_MHZ = 28.0


def looks_like_a_code(amount: Amount) -> bool:
    """Whether a number begins with a nought and is a DCS code, as nothing else is written: "023"."""
    return amount.text[0] == "0" and not amount.unit and amount.text in DCS_104


class Figures:
    """Judges the numbers of one line by a region's bands, rasters and shifts."""

    def __init__(self, plan: BandPlan, pieces: Iterable[Piece]) -> None:
        self.plan = plan
        self.amounts = [p.amount for p in pieces if p.amount is not None]

    def is_frequency(self, amount: Amount | None) -> bool:
        """Whether a number can be nothing but a frequency, or digits torn from one."""
        if amount is None or amount.unit in ("hz",):
            return amount is not None and amount.value >= 1_000_000
        hz = frequency_hz(amount.text, amount.unit)
        if amount.unit:
            return hz >= SMALLEST_MHZ * 1e6 and self.plan.band(hz) is not None
        in_band = self.plan.band(hz) is not None
        if self.tone_of(amount) is not None and not in_band:
            return False
        return in_band or bool(torn_frequencies(amount.text, self.plan)) or amount.value > TONE_RANGE_HZ[1]

    def tone_of(self, amount: Amount) -> str | None:
        """Return the tone of the list that a number may be, None where it cannot be one."""
        if amount.unit not in ("", "hz") or not re.fullmatch(r"\d{2,3}(\.\d)?", amount.text):
            return None
        tone = amount.text if "." in amount.text else f"{amount.text}.0"
        return tone if tone in CTCSS_50 else None

    def looks_like_tone(self, amount: Amount) -> bool:
        """Whether a number stands where tones do, in the list or not."""
        in_range = TONE_RANGE_HZ[0] <= amount.value <= TONE_RANGE_HZ[1]
        shaped = bool(re.fullmatch(r"\d{2,3}(\.\d)?", amount.text)) and amount.unit in ("", "hz")
        return in_range and shaped and (self.tone_of(amount) is not None or self.plan.band(frequency_hz(amount.text)) is None)

    def usual(self, amount: Amount) -> bool:
        """Whether a number is the offset of a shift that is in use somewhere on the bands of the line."""
        return self.offset_hz(amount) in self.shifts()

    def shifts(self) -> set[int]:
        """Return the offsets in use on the bands of the line's frequencies, hertz."""
        bands = {self.plan.band(frequency_hz(a.text, a.unit)) for a in self.amounts} - {None}
        return {abs(s) for r in self.plan.repeaters if self.plan.band(r.outputs.low_hz) in bands for s in r.shifts_hz}

    def offset_hz(self, amount: Amount) -> int:
        """Return a number as an offset, hertz: small ones are MHz, large ones kHz."""
        return frequency_hz(amount.text, amount.unit or ("m" if amount.value < TONE_RANGE_HZ[0] else "k"))
