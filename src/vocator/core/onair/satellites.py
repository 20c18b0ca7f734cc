"""Simulated satellites: pure functions of (transponder, time, transmission).

A satellite answers only to an uplink within its receiver's width, with its access tone, while its
timer runs, above the horizon, and gives way to a stronger station.  Frequencies in hertz, times in
seconds after the rise.
"""

from dataclasses import dataclass

from vocator.core.channel.channel import Width
from vocator.core.onair.overs import clarity
from vocator.core.orbit.doppler import LIGHT_KM_S

ARMING_S = 2.0


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
