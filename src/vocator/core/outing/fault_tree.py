"""Nothing was heard: what it may be, the likeliest first for this channel, radio and path.

Each branch says what to look at, what it looks like when that is the fault, and what mends it: the
channel stored anew (a proven sheet), another proven sheet, or something to do.  It decides nothing
by itself: the operator looks and answers.  Asked is what this radio's display can show; PTT is asked for only where the
radio's page says what shows while it sends.  A row or a reverse left on comes before the send side, which it changes too.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace
from enum import StrEnum

from vocator.core.channel.channel import Channel, ToneMode, ToneUse, Width, megahertz
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_chapters import spoken
from vocator.core.radio.display import lasting_icons
from vocator.core.radio.profile import Means
from vocator.core.radio.start import StartError, start_state
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
    ENDS = "the two ends"
    NOBODY = "nobody there"


@dataclass(frozen=True, slots=True)
class Branch:
    """One thing to look at.  ``mend`` is the kind of goal whose sheet mends it, empty where there is only ``do``.

    ``seen`` False: this radio's display does not tell it, so that the answer rests on what the operator remembers.
    """

    fault: Fault
    weight: int
    look: str
    wrong: str
    do: str
    mend: str = ""
    seen: bool = True


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

    @property
    def handheld(self) -> bool:
        """Whether it is held in the hand, with no microphone to be plugged in."""
        return "handheld" in self.twin.profile.kind

    @property
    def reverse(self) -> str | None:
        """Return what shows the send side in memory mode, in words; None where nothing does."""
        keys = Routes(self.twin).presses(self.twin.memory, "reverse")
        return spoken(keys) if keys else None

    def has(self, means: Means) -> bool:
        """Whether the radio has a setting of this meaning."""
        return bool(self.twin.profile.settings_for(means))

    def icons_for(self, other: Channel) -> tuple[str, ...]:
        """Return the icons that memory mode lights for the channel and not for another one; empty where it lights none."""
        theirs = _lit(self.twin, other)
        return tuple(i for i in _lit(self.twin, self.channel) if i not in theirs)


def _lit(twin: Twin, channel: Channel) -> tuple[str, ...]:
    """Return what memory mode lights for a channel; nothing for one that the radio cannot hold."""
    start = {"memory": {twin.profile.slot_key(0): channel.with_label(None).as_dict()}}
    try:
        stored = start_state(twin, start).slots[0]
    except StartError:
        return ()
    return lasting_icons(twin, stored) if stored else ()


def tree(case: Case) -> list[Branch]:
    """Return the branches that apply, the likeliest first."""
    found = [b for make in _BRANCHES if (b := make(case)) is not None]
    return sorted(found, key=lambda b: -b.weight)


ANEW = "Store the channel anew; the sheet sets every value."
LISTEN = "listen first and give your call sign"


def _antenna(c: Case) -> Branch:
    own = f"the antenna for {megahertz(c.channel.rx_hz)} MHz screwed on, battery full"
    text = f"Look: {own}{'' if c.handheld else ', microphone plugged in'}."
    do = f"Mend that, then call again: {LISTEN}. More power is an offer, not a cure: raise it only where low was not meant."
    return Branch(Fault.ANTENNA, 90, text, "something of it is loose, low, or made for another band", do)


def _tone_off(c: Case) -> Branch | None:
    if c.sent is None:
        return None
    two = c.has(Means.TONE_USE) or c.has(Means.SEND_USE)
    icons = c.icons_for(replace(c.channel, tone=ToneUse()))
    word = "code" if c.channel.tone.dcs_tx else "tone"
    if icons:
        text = f"Look at slot {c.slot_text}: does {' '.join(icons)} show? It says that a {word} is sent."
        return Branch(Fault.TONE_OFF, 80 if two else 60, text, f"no {icons[0]}, though the {word} itself was set", ANEW, "store")
    text = (
        f"Memory mode of this radio does not tell whether a {word} is sent. Did you switch its use on, beside setting the {word}?"
    )
    return Branch(Fault.TONE_OFF, 56, text, "not, or you are not sure", ANEW, "store", seen=False)


def _sign(c: Case) -> Branch | None:
    if not c.repeater:
        return None
    assert c.channel.tx_hz is not None
    sent = megahertz(c.channel.tx_hz)
    same = f", and not {megahertz(c.channel.rx_hz)} either" if _saves_twice(c.twin) else ""
    wrong = f"another frequency shows{same}: sign or offset"
    if c.reverse:
        return Branch(
            Fault.SIGN, 70, f"Show the send side: {c.reverse}. Does {sent} show? Then put it back.", wrong, ANEW, "store"
        )
    if c.twin.profile.shows_sending:
        text = f"Press PTT for a moment ({LISTEN}): does {sent} show while it sends?"
        return Branch(Fault.SIGN, 70, text, wrong, ANEW, "store")
    icons = c.icons_for(replace(c.channel, tx_hz=c.channel.rx_hz))
    if icons:
        text = f"Look at slot {c.slot_text}: does {' '.join(icons)} show? The listing sends on {sent}."
        return Branch(Fault.SIGN, 70, text, "the other sign shows, or none", ANEW, "store")
    text = f"Memory mode of this radio does not tell the send side. Did you set sign and offset for {sent}?"
    return Branch(Fault.SIGN, 54, text, "not, or you are not sure", ANEW, "store", seen=False)


def _tone(c: Case) -> Branch | None:
    if c.sent is None:
        return None
    text = f"Is it {c.sent} that the listing says, and {c.sent} that you set? Memory mode does not tell which."
    do = f"{ANEW} Not sure of the tone: find it on the output."
    return Branch(Fault.TONE, 55, text, "the tone is another one, or nobody knows", do, "store", seen=False)


def _closed(c: Case) -> Branch:
    uses = c.has(Means.TONE_USE) or c.has(Means.OPEN_USE) or c.has(Means.OPEN_TONE)
    text = "Hold the key that opens the squelch, or set it open: is anything heard only then?"
    wrong = "voices or a tail come through only then: the receive side is closed"
    return Branch(Fault.CLOSED, 53 if uses else 20, text, wrong, ANEW, "store")


def _inverted(c: Case) -> Branch | None:
    if not c.channel.tone.dcs_tx:
        return None
    text = f"The code is {c.channel.tone.dcs_tx}: N is normal, I inverted. Which one did you set?"
    return Branch(Fault.INVERTED, 68, text, "the other one of N and I", ANEW, "store", seen=False)


def _width(c: Case) -> Branch | None:
    if not c.has(Means.WIDTH):
        return None
    narrow = c.channel.width is Width.NARROW
    other = replace(c.channel, width=Width.WIDE if narrow else Width.NARROW)
    icons, theirs = c.icons_for(other), replace(c, channel=other).icons_for(c.channel)
    wrong = (
        "the other width; a narrow repeater does not open for a wide signal" if narrow else "the other width: too quiet, or torn"
    )
    weight = 62 if narrow else 30
    if icons or theirs:
        look = f"does {' '.join(icons)} show?" if icons else f"is there no {' '.join(theirs)}?"
        return Branch(
            Fault.WIDTH, weight, f"Look at slot {c.slot_text}: {look} It should be {c.channel.width}.", wrong, ANEW, "store"
        )
    text = f"It should be {c.channel.width}; memory mode does not tell. Did you set it so?"
    return Branch(Fault.WIDTH, weight - 8, text, wrong, ANEW, "store", seen=False)


def _reverse(c: Case) -> Branch | None:
    if not c.repeater or not (c.twin.reverse_icons or c.has(Means.REVERSE) or _binds(c.twin, "reverse")):
        return None
    sign = f", with no {' '.join(c.twin.reverse_icons)}" if c.twin.reverse_icons else ""
    name = " or its name" if c.twin.profile.label_length else ""
    text = f"Does {megahertz(c.channel.rx_hz)}{name} stand on the display{sign}?"
    return Branch(
        Fault.REVERSE, 72, text, "reverse is on: receive and send are swapped", "Switch it off with the sheet.", "store"
    )


def _busy(c: Case) -> Branch | None:
    if c.twin.busy is None:
        return None
    name = c.twin.settings[c.twin.busy].name
    text = f"Open {name} in the list: is it off? While it is on, the radio refuses to send as long as anything is heard."
    do = "Switch it off with the sheet, or wait for quiet."
    return Branch(Fault.BUSY, 25, text, "its busy lock is on", do, "busy-lock-off")


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
    rx = megahertz(c.channel.rx_hz)
    wrong = "it stays: the slot was saved twice, and the second save took its send frequency"
    if c.reverse:
        text = f"Show the send side: {c.reverse}. Does the display change from {rx} to another frequency? Then put it back."
        return Branch(Fault.TWICE, 69, text, wrong, ANEW, "store")
    if c.twin.profile.shows_sending:
        text = f"Press PTT for a moment ({LISTEN}): does the display change from {rx} to another frequency?"
        return Branch(Fault.TWICE, 40, text, wrong, ANEW, "store")
    icons = c.icons_for(replace(c.channel, tx_hz=c.channel.rx_hz))
    text = f"Was the slot saved once only?{f' {icons[0]} would be out else.' if icons else ''}"
    return Branch(Fault.TWICE, 40, text, "it was saved twice, or you are not sure", ANEW, "store", seen=bool(icons))


def _receive_only(c: Case) -> Branch | None:
    tx = c.channel.tx_hz
    if tx is not None and c.twin.profile.may_send(tx):
        return None
    text = "Is this channel for listening only? This radio does not send there."
    return Branch(Fault.RECEIVE_ONLY, 95, text, "it only hears there: PTT gives a low beep", "Use the fail-over channel.")


def _weak(c: Case) -> Branch:
    weight = {"likely": 35, "perhaps": 58, "unlikely": 88}[c.likely]
    do = "Go higher or into the open, antenna upright; else by relay."
    if not c.repeater:
        text = "How far apart are you, and does a hill or a building stand between? Handhelds reach a few kilometres."
        return Branch(Fault.WEAK, max(weight, 58), text, "too far, or something stands between", do)
    return Branch(
        Fault.WEAK, weight, "Is the repeater heard when others use it, clear or in noise?", "in noise, or not at all", do
    )


def _ends(c: Case) -> Branch | None:
    if c.repeater:
        return None
    opened, sent = c.channel.tone.tone_rx or c.channel.tone.dcs_rx, c.sent
    mine = f"you open on {opened} only" if opened else "you hear everything"
    theirs = f"you send {sent}" if sent else "you send no tone"
    text = f"Ask the other station, by another way: frequency {megahertz(c.channel.rx_hz)}, {c.channel.width}, tone? Here {mine}, {theirs}."
    return Branch(Fault.ENDS, 78, text, "the two ends differ: one waits for a tone that the other does not send", ANEW, "store")


def _off(c: Case) -> Branch:
    if not c.repeater:
        do = "Agree on a time and a channel by another way; else use the fail-over."
        return Branch(
            Fault.NOBODY, 82, "Is anybody there to answer, with the radio on and the volume up?", "nobody listens there now", do
        )
    do = "Wait three minutes for its timer; else use the fail-over."
    text = "Does anybody get through? Ask on another channel."
    return Branch(Fault.OFF, 95 if c.listed_off else 15, text, "nobody: it is off, or timed out", do)


def _saves_twice(twin: Twin) -> bool:
    """Whether a second save changes a slot's send frequency only."""
    return _binds(twin, "write_split") or twin.saves_twice


def _binds(twin: Twin, verb: str) -> bool:
    return any(b.verb == verb for s in twin.screens for b in s.bind)


_BRANCHES: tuple[Callable[[Case], Branch | None], ...] = (
    _antenna, _ends, _tone_off, _sign, _tone, _closed, _inverted, _width, _reverse, _busy, _unit, _twice, _receive_only, _weak, _off,
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
