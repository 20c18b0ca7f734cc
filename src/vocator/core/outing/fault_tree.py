"""Nothing was heard: what it may be, the likeliest first for this channel, radio and path.

Each branch says what to look at, what it looks like when that is the fault, and what mends it: the
channel stored anew (a proven sheet), another proven sheet, or something to do.  It decides nothing
by itself: the operator looks and answers.  What is seen without sending comes before what is not, so that one
look is not mistaken for another: a row or a reverse left on shows another frequency while sending, too.
"""

from collections.abc import Callable
from dataclasses import dataclass
from enum import StrEnum

from vocator.core.channel.channel import Channel, ToneMode, Width, megahertz
from vocator.core.radio.profile import Means
from vocator.core.radio.twin import Twin


class Fault(StrEnum):
    """What keeps a repeater, or a station, from answering."""

    ANTENNA = "antenna"
    TONE_OFF = "tone off"
    SIGN = "sign"
    TONE = "tone"
    CLOSED = "closed receive"
    INVERTED = "code inverted"
    WIDTH = "width"
    REVERSE = "reverse"
    BUSY = "busy lock"
    UNIT = "wrong row"
    TWICE = "saved twice"
    RECEIVE_ONLY = "receive only"
    WEAK = "too weak"
    OFF = "repeater off"


@dataclass(frozen=True, slots=True)
class Branch:
    """One thing to look at.  ``mend`` is the kind of goal whose sheet mends it, empty where there is only ``do``."""

    fault: Fault
    weight: int
    look: str
    wrong: str
    do: str
    mend: str = ""


@dataclass(frozen=True, slots=True)
class Case:
    """What is known: the channel as it should be, the radio, how likely the path is, whether it is listed as off."""

    channel: Channel
    twin: Twin
    slot_text: str
    likely: str = "likely"
    listed_off: bool = False

    @property
    def repeater(self) -> bool:
        """Whether it sends on another frequency than it hears."""
        return self.channel.tx_hz is not None and self.channel.tx_hz != self.channel.rx_hz

    @property
    def sent(self) -> str | None:
        """Return the tone or code that is sent."""
        return self.channel.tone.tone_tx or self.channel.tone.dcs_tx

    def has(self, means: Means) -> bool:
        """Whether the radio has a setting of this meaning."""
        return bool(self.twin.profile.settings_for(means))


def tree(case: Case) -> list[Branch]:
    """Return the branches that apply, the likeliest first."""
    found = [b for make in _BRANCHES if (b := make(case)) is not None]
    return sorted(found, key=lambda b: -b.weight)


ANEW = "Store the channel anew; the sheet sets every value."


def _antenna(c: Case) -> Branch:
    text = "Look: antenna screwed on, battery full, power at its highest, microphone plugged in."
    return Branch(Fault.ANTENNA, 90, text, "something of it is loose, low or set low", "Mend that, then call again.")


def _tone_off(c: Case) -> Branch | None:
    if c.sent is None:
        return None
    two = c.has(Means.TONE_USE) or c.has(Means.SEND_USE)
    text = f"Look at slot {c.slot_text}: does the display say that a tone or code is sent?"
    return Branch(Fault.TONE_OFF, 80 if two else 60, text, "no sign of a tone, though its frequency was set", ANEW, "store")


def _sign(c: Case) -> Branch | None:
    if not c.repeater:
        return None
    assert c.channel.tx_hz is not None
    text = f"Press PTT for a moment, antenna on: which frequency shows? It should be {megahertz(c.channel.tx_hz)}"
    unlike = f", and not {megahertz(c.channel.rx_hz)} either" if _saves_twice(c.twin) else ""
    return Branch(Fault.SIGN, 70, text, f"another frequency shows while sending{unlike}: sign or offset", ANEW, "store")


def _tone(c: Case) -> Branch | None:
    if c.sent is None:
        return None
    text = f"Is it {c.sent} that the listing says, and {c.sent} that is set?"
    return Branch(
        Fault.TONE,
        65,
        text,
        "the tone is another one, or nobody knows",
        f"{ANEW} Not sure of the tone: find it on the output.",
        "store",
    )


def _closed(c: Case) -> Branch:
    uses = c.has(Means.TONE_USE) or c.has(Means.OPEN_USE) or c.has(Means.OPEN_TONE)
    text = "Hold the key that opens the squelch, or set it open: is anything heard then?"
    return Branch(
        Fault.CLOSED,
        55 if uses else 20,
        text,
        "voices or a tail come through only then: the receive side is closed",
        ANEW,
        "store",
    )


def _inverted(c: Case) -> Branch | None:
    if not c.channel.tone.dcs_tx:
        return None
    text = f"The code is {c.channel.tone.dcs_tx}: N is normal, I inverted. Which one is set?"
    return Branch(Fault.INVERTED, 68, text, "the other one of N and I", ANEW, "store")


def _width(c: Case) -> Branch | None:
    if not c.has(Means.WIDTH):
        return None
    narrow = c.channel.width is Width.NARROW
    text = f"It should be {c.channel.width}: is that what is set?"
    return Branch(
        Fault.WIDTH,
        62 if narrow else 30,
        text,
        "the other width; a narrow repeater does not open for a wide signal",
        ANEW,
        "store",
    )


def _reverse(c: Case) -> Branch | None:
    if not c.repeater or not (c.twin.reverse_icons or c.has(Means.REVERSE) or _binds(c.twin, "reverse")):
        return None
    text = f"Does {megahertz(c.channel.rx_hz)} stand on the display, with no sign of reverse?"
    return Branch(
        Fault.REVERSE, 72, text, "reverse is on: receive and send are swapped", "Switch it off with the sheet.", "store"
    )


def _busy(c: Case) -> Branch | None:
    if c.twin.busy is None:
        return None
    text = "Press PTT while the channel is busy: does the radio refuse with a beep, and send once it is quiet?"
    return Branch(
        Fault.BUSY,
        25,
        text,
        "it refuses: its busy lock is on",
        "Switch it off with the sheet, or wait for quiet.",
        "busy-lock-off",
    )


def _unit(c: Case) -> Branch | None:
    if len(c.twin.profile.units) < 2:
        return None
    word = c.twin.profile.unit_word
    return Branch(
        Fault.UNIT,
        74,
        f"Is the {word} with slot {c.slot_text} the one that sends?",
        f"another {word} is the main one",
        f"Go to the slot on the {word} you mean.",
        "read-back",
    )


def _twice(c: Case) -> Branch | None:
    if not c.repeater or not _saves_twice(c.twin):
        return None
    text = f"Press PTT for a moment: does the display change from {megahertz(c.channel.rx_hz)} to another frequency?"
    return Branch(
        Fault.TWICE, 40, text, "it stays: the slot was saved twice, and the second save took its send frequency", ANEW, "store"
    )


def _receive_only(c: Case) -> Branch | None:
    tx = c.channel.tx_hz
    if tx is not None and c.twin.profile.may_send(tx):
        return None
    return Branch(
        Fault.RECEIVE_ONLY,
        85,
        "Does the radio send there at all?",
        "it beeps and does not send: receive only",
        "Use the fail-over channel.",
    )


def _weak(c: Case) -> Branch:
    weight = {"likely": 35, "perhaps": 58, "unlikely": 88}[c.likely]
    return Branch(
        Fault.WEAK,
        weight,
        "Is the repeater heard when others use it, clear or in noise?",
        "in noise, or not at all",
        "Go higher or into the open, antenna upright; else by relay.",
    )


def _off(c: Case) -> Branch:
    weight = 95 if c.listed_off else 15
    return Branch(
        Fault.OFF,
        weight,
        "Does anybody get through? Ask on another channel.",
        "nobody: it is off, or timed out",
        "Wait three minutes for its timer; else use the fail-over.",
    )


def _saves_twice(twin: Twin) -> bool:
    """Whether a second save changes a slot's send frequency only."""
    return _binds(twin, "write_split") or any(s.second_save for s in twin.screens)


def _binds(twin: Twin, verb: str) -> bool:
    return any(b.verb == verb for s in twin.screens for b in s.bind)


_BRANCHES: tuple[Callable[[Case], Branch | None], ...] = (
    _antenna, _tone_off, _sign, _tone, _closed, _inverted, _width, _reverse, _busy, _unit, _twice, _receive_only, _weak, _off,
)  # fmt: skip


def line_of(channel: Channel) -> str:
    """Return the listing line that stands for a channel."""
    tone = channel.tone
    parts = [megahertz(channel.rx_hz)]
    if channel.tx_hz is None:
        parts.append("receive only")
    elif channel.tx_hz == channel.rx_hz:
        parts.append("simplex")
    else:
        parts.append(f"input {megahertz(channel.tx_hz)}")

    sent, opened = tone.tone_tx or tone.dcs_tx, tone.tone_rx or tone.dcs_rx
    if tone.mode is ToneMode.NONE:
        parts.append("no tone")
    elif tone.mode is ToneMode.CODE:
        parts.append(f"d{sent}")
    else:
        parts += [f"{'d' if tone.dcs_tx else 't'}{sent}" if sent else "", f"r{opened}" if opened else ""]
    parts.append(str(channel.width))
    return " ".join(p for p in parts if p)
