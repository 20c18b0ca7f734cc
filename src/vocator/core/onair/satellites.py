"""Simulated satellites: pure functions of (transponder, time, transmission).

A satellite answers only to an uplink within its receiver's width, with its access tone, while its
timer runs, above the horizon, and gives way to a stronger station.  Frequencies in hertz, times in
seconds after the rise.
"""

import math
from dataclasses import dataclass

from vocator.core.channel.channel import Width
from vocator.core.orbit.doppler import LIGHT_KM_S

ARMING_S = 2.0
CLEAN_HZ, LOST_HZ = 2_500.0, 4_000.0
"""Mistuning of a 15 kHz receiver at 5 kHz deviation: audio begins to suffer, and is lost (study in docs/accuracy.md)."""
OTHERS = ("QZ7LOM", "QZ2RIV", "QZ4TAM", "QZ9FEN", "QZ1OSK")
SQUARES = ("FN25", "GN37", "FN88", "EN82", "GO10")


@dataclass(frozen=True, slots=True)
class Transponder:
    """An FM repeater in orbit; ``arming_tone`` starts a timer of ``timer_s``, None where it always runs."""

    name: str
    uplink_hz: int
    downlink_hz: int
    access_tone: str | None = None
    arming_tone: str | None = None
    timer_s: float = 600.0
    mode: str = "FM"
    width: Width = Width.WIDE


@dataclass(frozen=True, slots=True)
class Sent:
    """A transmission as it leaves the radio."""

    tx_hz: float
    tone: str | None
    seconds: float


@dataclass(frozen=True, slots=True)
class Reply:
    """What the satellite makes of a transmission; ``why`` is empty when it is through."""

    through: bool
    why: str
    off_hz: float


def clarity(off_hz: float) -> float:
    """Return how clear a signal is, 1 to 0, for so much mistuning."""
    return float(min(max((LOST_HZ - abs(off_hz)) / (LOST_HZ - CLEAN_HZ), 0.0), 1.0))


def arms(transponder: Transponder, sent: Sent, off_hz: float) -> bool:
    """Whether a transmission starts the timer."""
    return (
        transponder.arming_tone is not None
        and sent.tone == transponder.arming_tone
        and sent.seconds >= ARMING_S
        and clarity(off_hz) > 0
    )


def reply(
    transponder: Transponder, sent: Sent, range_rate_km_s: float, elevation_deg: float, since_armed_s: float | None, covered: bool
) -> Reply:
    """Return what comes of a transmission: one reason, the first in the order in which it matters."""
    off = sent.tx_hz * (1 - range_rate_km_s / LIGHT_KM_S) - transponder.uplink_hz
    if elevation_deg <= 0:
        return Reply(False, "horizon", off)
    if clarity(off) <= 0:
        return Reply(False, "tuning", off)
    if transponder.arming_tone is not None and (since_armed_s is None or not 0 <= since_armed_s < transponder.timer_s):
        return Reply(False, "timer", off)
    if transponder.access_tone is not None and sent.tone != transponder.access_tone:
        return Reply(False, "no tone" if sent.tone is None else "tone", off)
    if covered:
        return Reply(False, "captured", off)
    return Reply(True, "", off)


def talking(at_s: float) -> tuple[str, str] | None:
    """Return who else is talking, call sign and square, None in a gap: a round of 17 s overs with gaps of 8 s."""
    turn, into = divmod(at_s, 25.0)
    if at_s < 0 or into >= 17.0:
        return None
    return OTHERS[int(turn) % len(OTHERS)], SQUARES[int(turn) % len(SQUARES)]


def stronger(at_s: float) -> bool:
    """Whether the strong station among them has the receiver: every fourth over."""
    return talking(at_s) is not None and math.floor(at_s / 25.0) % 4 == 3
