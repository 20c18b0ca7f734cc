"""The simulated band: repeaters and stations as pure functions of (scenario, time, transmission).

A repeater opens for its input, its tone or code and its width, and leaves a tail; a
station talks and pauses by a clock of its own.  Frequencies in hertz, times in seconds.
"""

from dataclasses import dataclass

from vocator.core.channel.channel import Channel, Width
from vocator.core.onair.overs import LOST_HZ, stronger, talking
from vocator.core.onair.satellites import Reply, Sent, Transponder, reply
from vocator.core.orbit.doppler import LIGHT_KM_S

NEAR_HZ = {Width.WIDE: 5_000, Width.NARROW: 2_500}
"""How far off its input a transmission may be and still be taken, by the receiver's width."""
TAIL_S = 3.0


@dataclass(frozen=True, slots=True)
class Repeater:
    """A repeater: what it hears on, what opens it, what it sends; ``off`` stands for one that is
    off the air, ``weak`` for one that this path does not reach."""

    name: str
    output_hz: int
    input_hz: int
    opens_on: str | None = None
    sends: str | None = None
    width: Width = Width.WIDE
    off: bool = False
    weak: bool = False


@dataclass(frozen=True, slots=True)
class Talker:
    """A station that is heard: it talks for ``talks_s``, then pauses for ``pauses_s``, over and over."""

    name: str
    rx_hz: int
    tone: str | None = None
    talks_s: float = 20.0
    pauses_s: float = 10.0


@dataclass(frozen=True, slots=True)
class Overhead:
    """A satellite that passes over and over: elevation and range rate (km/s) second by second, then a gap."""

    transponder: Transponder
    elevation_deg: tuple[float, ...]
    range_rate_km_s: tuple[float, ...]
    gap_s: float = 60.0

    def second(self, at_s: float) -> int | None:
        """Return the second of the pass at a time, None in the gap."""
        into = at_s % (len(self.elevation_deg) + self.gap_s)
        return int(into) if into < len(self.elevation_deg) else None


@dataclass(frozen=True, slots=True)
class Band:
    """A scenario."""

    repeaters: tuple[Repeater, ...] = ()
    talkers: tuple[Talker, ...] = ()
    satellites: tuple[Overhead, ...] = ()


@dataclass(frozen=True, slots=True)
class Transmission:
    """What a radio sends."""

    tx_hz: int
    tone: str | None
    width: Width | None


@dataclass(frozen=True, slots=True)
class Heard:
    """A signal: who, on which frequency, with which tone or code."""

    name: str
    rx_hz: int
    tone: str | None = None


@dataclass(frozen=True, slots=True)
class Answer:
    """What came of a transmission: the repeater that opened, or each one near it with why it did not."""

    opened: Repeater | None
    faults: tuple[tuple[Repeater, str], ...] = ()
    satellite: str = ""
    reply: Reply | None = None


def transmission(channel: Channel, sent_hz: int) -> Transmission:
    """Return what a channel's settings send on a frequency."""
    return Transmission(sent_hz, channel.tone.tone_tx or channel.tone.dcs_tx, channel.width)


def fault(repeater: Repeater, sent: Transmission) -> str:
    """Return why a repeater does not open for a transmission, an empty text when it does."""
    if abs(sent.tx_hz - repeater.input_hz) > NEAR_HZ[repeater.width]:
        return "frequency"
    if sent.width is None:
        return "mode"
    if repeater.off:
        return "off"
    if repeater.weak:
        return "weak"
    if repeater.opens_on is not None and sent.tone is None:
        return "no tone"
    if repeater.opens_on is not None and sent.tone != repeater.opens_on:
        return "tone"
    if repeater.width is Width.NARROW and sent.width is Width.WIDE:
        return "width"
    return ""


def answer(band: Band, sent: Transmission) -> Answer:
    """Return which repeater a transmission opens; else what keeps those shut that it concerns.

    Concerned are the repeaters whose input was hit, and those whose output was sent on:
    the sign or the offset is missing then.
    """
    faults = []
    for repeater in band.repeaters:
        why = fault(repeater, sent)
        if not why:
            return Answer(repeater)
        if why != "frequency":
            faults.append((repeater, why))
        elif abs(sent.tx_hz - repeater.output_hz) <= NEAR_HZ[repeater.width]:
            faults.append((repeater, "shift"))
        elif sent.tx_hz - repeater.output_hz == repeater.output_hz - repeater.input_hz:
            faults.append((repeater, "sign"))
    return Answer(None, tuple(faults))


def called(band: Band, sent: Transmission, at_s: float) -> Answer | None:
    """Return what a satellite makes of a transmission near its uplink, None where none is concerned.

    Their timers count as running: a call on this band does not remember an arming tone.
    """
    for one in band.satellites:
        bird = one.transponder
        if abs(sent.tx_hz - bird.uplink_hz) > 15_000:
            continue
        second = one.second(at_s)
        if second is None:
            return Answer(None, (), bird.name, Reply(False, "horizon", 0.0))
        told = Sent(sent.tx_hz, sent.tone, 1.0)
        made = reply(bird, told, one.range_rate_km_s[second], one.elevation_deg[second], 0.0, stronger(second))
        return Answer(None, (), bird.name, made)
    return None


def from_above(band: Band, at_s: float, tuned_hz: int) -> tuple[Heard, ...]:
    """Return the satellites heard on a tuned frequency: somebody's over, near enough to be understood."""
    on = []
    for one in band.satellites:
        second = one.second(at_s)
        over = talking(second) if second is not None else None
        if second is None or over is None:
            continue
        at_hz = one.transponder.downlink_hz * (1 - one.range_rate_km_s[second] / LIGHT_KM_S)
        if abs(at_hz - tuned_hz) < LOST_HZ:
            on.append(
                Heard(f"{over[0]} {over[1]} over {one.transponder.name}, {(tuned_hz - at_hz) / 1000:+.1f} kHz off", tuned_hz)
            )
    return tuple(on)


def heard(band: Band, at_s: float, tails: tuple[tuple[str, float], ...] = ()) -> tuple[Heard, ...]:
    """Return what is on the air at a time; ``tails`` names repeaters that were opened, and when."""
    on: list[Heard] = []
    for talker in band.talkers:
        if at_s % (talker.talks_s + talker.pauses_s) < talker.talks_s:
            on.append(Heard(talker.name, talker.rx_hz, talker.tone))
    for repeater in band.repeaters:
        if any(name == repeater.name and 0 <= at_s - since < TAIL_S for name, since in tails):
            on.append(Heard(repeater.name, repeater.output_hz, repeater.sends))
    return tuple(on)
