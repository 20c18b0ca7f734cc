"""A goal: which channel in which slot of which radio, and what of it lies beyond the radio."""

import re
from dataclasses import dataclass, field

from vocator.core.channel.channel import Channel, ToneMode, megahertz
from vocator.core.radio.machine import Machine
from vocator.core.radio.profile import Profile
from vocator.core.radio.screens import EntryScreen, FrequencyScreen
from vocator.core.radio.start import StartError, reaches_by_offset, required_values
from vocator.core.radio.verbs_entry import digits_for, entered_hz
from vocator.core.refusal import Refusal


@dataclass(frozen=True, slots=True)
class Goal:
    """What is to be reached; ``kind`` is the word of one of the kinds of goals (``core/planning/kinds``).

    ``channel`` is what the slot shall hold, so that receive only stands as simplex with
    ``receive_only`` set.  ``on_air`` says whether a check by sending is allowed; a ``satellite``
    channel is never tried: no test calls outside a pass.  ``replaces`` says that what the slot holds is meant to go.
    """

    slot: int
    channel: Channel
    receive_only: bool = False
    on_air: bool = False
    row: str | None = None
    reasons: dict[str, str] = field(default_factory=dict, compare=False)
    notes: tuple[str, ...] = ()
    kind: str = "store"
    key: str = ""
    burst: bool = False
    group: str = ""
    satellite: bool = False
    replaces: bool = False


@dataclass(eq=False)
class Beyond(Exception):
    """A goal that this radio cannot reach: which part, why, and the nearest thing it can do."""

    part: str
    why: str
    nearest: str

    def __str__(self) -> str:
        return f"{self.part}: {self.why}. {self.nearest}"


def slot_of(profile: Profile, text: str) -> int:
    """Return the slot index written as ``text``; raises Refusal outside the radio's range."""
    index = profile.slot_index(text.strip())
    if index is None:
        low, high = profile.slot_text(0), profile.slot_text(profile.slot_count - 1)
        raise Refusal(f"slot {text}", "slot", f"{low} to {high} on the {profile.name}", "Choose another slot.")
    return index


def power_word(machine: Machine, asked: str | None) -> tuple[str | None, bool]:
    """Return the radio's word for a power, the highest when none is asked; and whether it was asked.

    Raises Refusal for a power that the radio does not have.
    """
    if machine.power is None:
        return None, False
    domain = machine.settings[machine.power].domain
    words = [domain.text(i) for i in range(domain.count)]
    new = machine.settings[machine.power].new[0]
    if asked is None:
        return words[new], False
    plain = re.sub(r"\s*w(atts?)?$", "", asked.strip().lower())
    for index, word in enumerate(words):
        if asked.strip().lower() in (word.lower(), domain.meaning(index)) or plain == word.lower().removesuffix("w"):
            return word, True
    raise Refusal(f"power {asked}", "power", ", ".join(words), "Choose one of the radio's own powers.")


def lowest_power(machine: Machine) -> str | None:
    """Return the radio's word for its lowest power."""
    if machine.power is None:
        return None
    domain = machine.settings[machine.power].domain
    index = domain.find_meaning("low")
    return domain.text(index) if index is not None else None


def fit_label(profile: Profile, label: str | None, asked: bool) -> tuple[str | None, list[str]]:
    """Return the label as this radio can write it, and what had to be said about it.

    A label asked for outright is refused (Refusal) when it does not fit; one that merely
    stood in the line is shortened.
    """
    if not label:
        return None, []
    if not profile.label_length:
        return None, [f"no names from the keypad of this radio: {label} is left out"]
    notes = []
    written = label
    if not any(c.islower() for c in profile.label_characters) and label.upper() != label:
        written = label.upper()
        notes.append(f"no small letters on this radio: {written}")
    bad = sorted({c for c in written if c not in profile.label_characters})
    allowed = "".join(c for c in profile.label_characters if c != " ") + " and space"
    if asked and bad:
        raise Refusal(f"label {label} with {', '.join(bad)}", "label", allowed, "Choose other characters.")
    if asked and len(written) > profile.label_length:
        cut = written[: profile.label_length].rstrip()
        raise Refusal(
            f"label {label}, {len(written)} characters",
            "label",
            f"at most {profile.label_length}",
            f"Shorten it, for example {cut}.",
        )
    fitted = "".join(c for c in written if c in profile.label_characters)[: profile.label_length].strip()
    if fitted != written:
        notes.append(f"label shortened to {fitted}")
    return fitted or None, notes


def check_reach(machine: Machine, goal: Goal) -> None:
    """Raise Beyond for the first part of the goal that the radio cannot do."""
    if goal.burst and not machine.profile.burst_key:
        sold = "only the Region 1 version sends it" if machine.profile.region != "r1" else "this radio has no key that sends it"
        raise Beyond("1750 Hz", sold, "Leave the burst out of the line: the channel itself can be stored.")
    profile, channel = machine.profile, goal.channel
    if not profile.receives(channel.rx_hz):
        ranges = ", ".join(f"{a // 1_000_000}–{b // 1_000_000}" for a, b in profile.receive_hz)
        raise Beyond("receive frequency", f"{megahertz(channel.rx_hz)} is outside {ranges} MHz", "Another radio is needed.")
    tx_hz = channel.tx_hz
    if not goal.receive_only and tx_hz is not None and not profile.may_send(tx_hz):
        ranges = ", ".join(f"{a / 1e6:g}–{b / 1e6:g}" for a, b in profile.transmit_hz)
        raise Beyond(
            "transmit frequency",
            f"this radio does not send on {megahertz(tx_hz)}, only on {ranges} MHz",
            "It can be stored as receive only: add 'receive only' to the line.",
        )
    if frequency_step(machine, channel.rx_hz) is None:
        raise Beyond(
            "receive frequency",
            f"{megahertz(channel.rx_hz)} cannot be typed on this radio",
            "Take a frequency on the radio's grid.",
        )
    _check_split(machine, channel)
    try:
        required_values(machine, channel)
    except StartError as error:
        raise _beyond_value(machine, channel, str(error)) from error


def _check_split(machine: Machine, channel: Channel) -> None:
    if reaches_by_offset(machine, channel):
        return
    if machine.send_frequency is not None:
        entry = frequency_entry(machine)
        assert entry is not None and channel.tx_hz is not None
        if not machine.profile.receives(channel.tx_hz) or (entry.rasters_hz and all(channel.tx_hz % r for r in entry.rasters_hz)):
            raise Beyond(
                "odd split", f"{megahertz(channel.tx_hz)} cannot be typed on this radio", "Take a frequency on its grid."
            )
        return
    can_split = any(b.verb == "write_split" for s in machine.screens for b in s.bind) or machine.saves_twice
    if not can_split:
        assert channel.tx_hz is not None
        crossed = machine.band_of(channel.rx_hz) != machine.band_of(channel.tx_hz)
        what = "a slot of this radio holds one band" if crossed else "this radio has no second save for a transmit frequency"
        raise Beyond(
            "cross-band slot" if crossed else "odd split",
            what,
            "Work it from two sides or two radios."
            if crossed and len(machine.profile.units) > 1
            else "Take an offset that it can set.",
        )
    assert channel.tx_hz is not None
    if frequency_step(machine, channel.tx_hz) is None or not machine.profile.receives(channel.tx_hz):
        raise Beyond(
            "odd split", f"{megahertz(channel.tx_hz)} cannot be typed on this radio", "Take a frequency on the radio's grid."
        )


def _beyond_value(machine: Machine, channel: Channel, part: str) -> Beyond:
    tone = channel.tone
    if part == "tone mode":
        nearest = f"send {tone.tone_tx} only" if tone.tone_tx else "no tone: hear everything, and do not open it by sending"
        sent, opened = tone.tone_tx or tone.dcs_tx or "nothing", tone.tone_rx or tone.dcs_rx or "anything"
        pair = f"send {sent} and open on {opened}" if tone.mode is ToneMode.CROSS else f"do {tone.mode.replace('_', ' ')}"
        return Beyond("tone mode", f"this radio cannot {pair}", f"Nearest: {nearest}.")
    if part == "code":
        code = tone.dcs_tx or tone.dcs_rx or ""
        why = f"this radio has no {'inverted codes' if code.endswith('I') else 'code ' + code}"
        return Beyond("code", why, "Receive it with an open squelch; it will not open by sending.")
    if part == "tone" and tone.mode is ToneMode.NONE:
        return Beyond(
            "tone", "this radio always sends or needs a tone: no value of it says none", "Give that setting a value for none."
        )
    if part == "tone":
        return Beyond(
            "tone",
            f"this radio does not have tone {tone.tone_tx or tone.tone_rx}",
            "Receive it with an open squelch; it will not open by sending.",
        )
    return Beyond(part, f"this radio has no such {part}", "Leave that part out.")


def frequency_entry(machine: Machine) -> FrequencyScreen | None:
    """Return the screen on which frequencies are typed or set under a cursor, None where the dial alone sets them."""
    return machine.frequency_screen


def frequency_step(machine: Machine, hz: int) -> int | None:
    """Return the index of the tuning step with which ``hz`` can be typed.

    The new step is preferred, then the others in order (the widest first, where the dial
    alone sets the frequency); -1 where the step does not matter, None where the frequency
    cannot be set at all.
    """
    if not machine.profile.receives(hz):
        return None
    entry = frequency_entry(machine)
    if isinstance(entry, EntryScreen) and entry.reading:
        return -1 if hz % 10 == 0 else None
    if entry is not None and entry.rasters_hz and all(hz % raster for raster in entry.rasters_hz):
        return None
    typed = digits_for(entry, hz) if entry is not None else ""
    if machine.step is None or (entry is not None and entry.grid == "typed"):
        return -1 if entry is not None and entered_hz(machine, machine.start, entry, typed) == hz else None
    setting = machine.settings[machine.step]
    order: list[int] = [setting.new[0], *range(setting.domain.count)]
    if entry is None:
        order = [setting.new[0], *reversed(range(setting.domain.count))]
        return next((i for i in order if hz % int(setting.domain.meaning(i)) == 0), None)
    fitting = (i for i in order if entered_hz(machine, machine.put(machine.start, machine.step, i), entry, typed) == hz)
    return next(fitting, None)
