"""The resolver: from a forgiving listing line to a complete channel with its reasons.

The line wins over the region's habit; a habit fills what the line leaves out; where
the habit is not one, the resolver asks; contradictions are refused with what to change.
"""

from dataclasses import dataclass, field
from typing import Any

from vocator.core.channel.band_plan import BandPlan, RepeaterSegment
from vocator.core.channel.channel import Channel, ToneMode, ToneUse, Width, megahertz, tone_use
from vocator.core.channel.listing_words import Reading, read_line
from vocator.core.refusal import Refusal


@dataclass(frozen=True, slots=True)
class Note:
    """Something worth knowing that stops nothing."""

    field: str
    text: str


@dataclass(frozen=True, slots=True)
class Doubt:
    """What cannot be decided without asking.  Each choice can be added to the line."""

    field: str
    question: str
    choices: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Meaning:
    """One of several channels that a line may mean, the words that would say so in the line, and in what it differs."""

    channel: Channel
    choice: str
    differs: str

    def as_dict(self) -> dict[str, Any]:
        """Return the flat form of the channel with what it differs in."""
        channel = self.channel.as_dict()
        channel.pop("power")
        return {**channel, "differs": self.differs, "choice": self.choice}


LEVELS = {"LOW": "low", "HIGH": "high"}


@dataclass(slots=True)
class Resolution:
    """A channel with the reason of each value, notes and open questions; ``readings`` where the line may mean several channels."""

    channel: Channel
    receive_only: bool
    power_word: str | None
    reasons: dict[str, str] = field(default_factory=dict)
    notes: list[Note] = field(default_factory=list)
    doubts: list[Doubt] = field(default_factory=list)
    burst: bool = False
    readings: list[Meaning] = field(default_factory=list)

    def as_dict(self) -> dict[str, Any]:
        """Return the form that the command line and the API speak."""
        channel = self.channel.as_dict()
        channel.pop("power")
        return {
            "channel": channel,
            "receive_only": self.receive_only,
            "reasons": self.reasons,
            "notes": [{"field": n.field, "text": n.text} for n in self.notes],
            "doubts": [{"field": d.field, "question": d.question, "choices": list(d.choices)} for d in self.doubts],
            "readings": [r.as_dict() for r in self.readings],
            "power": LEVELS.get(self.power_word or ""),
        }


def resolve(line: str, plan: BandPlan, closed_receive: bool = False) -> Resolution:
    """Resolve one listing line by a region's habits.

    ``closed_receive`` is the operator's setting: a tone to send also opens the receiver
    unless the line says otherwise.  Raises Refusal for contradictions.
    """
    out = _resolved(line, plan, closed_receive)
    out.readings = _readings(line, plan, closed_receive, out)
    return out


def _resolved(line: str, plan: BandPlan, closed_receive: bool) -> Resolution:
    reading = read_line(line, plan)
    if reading.rx_hz is None:
        raise Refusal(
            line.strip(), "listing line", "the frequency you listen on", "Add the output, for example: in 146.73 out 147.33."
        )
    _check_raster(reading.rx_hz, plan)
    out = Resolution(Channel(reading.rx_hz, None), False, reading.power)
    out.reasons["rx_hz"] = "as read"
    out.doubts += [Doubt(a.field, a.question, a.choices) for a in reading.asked]
    out.notes += [Note(field, text) for field, text in reading.notes]
    tx_hz = _transmit(reading, plan, out)
    tone = _tone(reading, out, tx_hz, closed_receive)
    width = _width(reading, plan, out)
    if reading.burst:
        _note_burst(reading, out)
    _note_state_and_mode(reading, out)
    label = " ".join(reading.name) or None
    if label:
        out.reasons["label"] = "the words left over in the line"
    out.channel = Channel(reading.rx_hz, tx_hz, tone, width, None, label)
    span = plan.satellite_span(reading.rx_hz)
    if span and tx_hz is not None:
        out.notes.append(Note("rx_hz", f"{span.why}: never send on a downlink"))
    return out


def _readings(line: str, plan: BandPlan, closed_receive: bool, out: Resolution) -> list[Meaning]:
    """Return the channels that the choices of the first open question lead to, each with what sets it apart from the others."""
    doubt = next((d for d in out.doubts if len(d.choices) > 1), None)
    found: list[tuple[str, Channel]] = []
    for choice in doubt.choices if doubt else ():
        try:
            channel = _resolved(f"{line.rstrip()} {choice}", plan, closed_receive).channel
        except Refusal:
            continue
        if channel not in (c for _, c in found):
            found.append((choice, channel))
    if len(found) < 2:
        return []
    apart = [part for part in PARTS if len({part(c) for _, c in found}) > 1]
    return [Meaning(c, choice, ", ".join(part(c) for part in apart)) for choice, c in found]


def _listens(c: Channel) -> str:
    return f"listens on {megahertz(c.rx_hz)}"


def _sends(c: Channel) -> str:
    if c.tx_hz is None:
        return "sends nothing"
    return "simplex" if c.tx_hz == c.rx_hz else f"sends on {megahertz(c.tx_hz)} ({_signed(c.tx_hz - c.rx_hz)})"


def _toned(c: Channel) -> str:
    sent, opened = c.tone.tone_tx or c.tone.dcs_tx, c.tone.tone_rx or c.tone.dcs_rx
    return f"tone {sent}" if sent else f"opens on {opened}" if opened else "no tone"


def _called(c: Channel) -> str:
    return f"named {c.label}" if c.label else "without a name"


PARTS = (_listens, _sends, _toned, _called)


def _note_state_and_mode(reading: Reading, out: Resolution) -> None:
    if reading.off_air:
        out.notes.append(Note("state", "off the air, says the line: program it for later, or ask whether it is back"))
    if reading.mode is not None and not reading.analogue:
        out.notes.append(Note("mode", f"{reading.mode}: an FM set neither hears nor sends that; look for an FM channel"))
    elif reading.mode is not None:
        out.notes.append(Note("mode", f"{reading.mode} beside FM: this is the FM channel"))


def _check_raster(hz: int, plan: BandPlan) -> None:
    if plan.on_raster(hz) or (plan.band(hz) is None and hz % 1_000 == 0):  # other services have rasters of their own
        return
    near = megahertz(plan.nearest_on_raster(hz))
    rasters = ", ".join(f"{raster / 1000:g}" for raster in plan.rasters_hz)
    raise Refusal(
        megahertz(hz),
        "frequency",
        f"multiples of {rasters} kHz; nearest: {near}",
        f"Listings drop digits: write {near} if that is meant.",
    )


def _transmit(reading: Reading, plan: BandPlan, out: Resolution) -> int | None:
    """Decide what is sent on, in hertz, None for nothing, and give the reason."""
    rx_hz = reading.rx_hz
    assert rx_hz is not None
    sending = reading.input_hz is not None or reading.sign is not None
    if reading.receive_only or plan.band(rx_hz) is None:
        if sending:
            said = "receive only" if reading.receive_only else f"{megahertz(rx_hz)} outside every amateur band"
            raise Refusal(
                f"{said}, and something to send on",
                "sign or input",
                "receive only, or a channel in an amateur band",
                "Leave the sign or the input out, or correct the frequency.",
            )
        _note_receive_only(reading, plan, out)
        return None
    if reading.simplex:
        if sending:
            raise Refusal(
                "simplex together with a shift or an input",
                "shift",
                "one of the two",
                "Leave out simplex, or the sign and the input.",
            )
        out.reasons["tx_hz"] = "the line says simplex"
        return rx_hz
    if reading.input_hz is not None:
        return _from_input(reading, reading.input_hz, plan, out)
    segment = plan.repeater_segment(rx_hz)
    if reading.sign is not None:
        return _from_sign(reading, reading.sign, segment, plan, out)
    if reading.offset_hz is not None:
        return _from_offset(reading.offset_hz, rx_hz, segment, plan, out)
    return _from_habit(reading, rx_hz, segment, plan, out)


def _from_offset(offset_hz: int, rx_hz: int, segment: RepeaterSegment | None, plan: BandPlan, out: Resolution) -> int | None:
    """Decide the sign of an offset that came without one: by the habit where that has one sign for it, else asked."""
    fitting = [s for s in (segment.possible(rx_hz) if segment else ()) if abs(s) == offset_hz]
    if len(fitting) == 1:
        out.reasons["tx_hz"] = f"offset as read, the sign by habit: {segment.why if segment else ''}"
        return rx_hz + fitting[0]
    inside = [s for s in (-offset_hz, offset_hz) if plan.band(rx_hz + s) is not None]
    if not inside:
        raise Refusal(
            f"offset {megahertz(offset_hz)}", "offset", "an input in an amateur band", "Check the offset, or give the input."
        )
    if len(inside) == 1:
        out.reasons["tx_hz"] = f"offset as read; only {_signed(inside[0])} stays inside the band"
        return rx_hz + inside[0]
    out.doubts.append(
        Doubt("tx_hz", "The offset is known, the sign is not: which does the listing give?", tuple(map(_signed, inside)))
    )
    out.reasons["tx_hz"] = "asked"
    return None


def _shifts_of_band(rx_hz: int, plan: BandPlan) -> tuple[int, ...]:
    """Return the shifts in use anywhere on the band of a frequency whose input stays on it, the commonest first, hertz."""
    band = plan.band(rx_hz)
    all_of = [s for r in plan.repeaters if plan.band(r.outputs.low_hz) is band for s in r.shifts_hz]
    return tuple(s for s in dict.fromkeys(all_of) if plan.band(rx_hz + s) is band)


def _note_receive_only(reading: Reading, plan: BandPlan, out: Resolution) -> None:
    assert reading.rx_hz is not None
    span = plan.receive_only_span(reading.rx_hz)
    out.receive_only = reading.receive_only or span is not None
    if reading.receive_only:
        out.reasons["tx_hz"] = "the line says receive only"
    elif span:
        out.reasons["tx_hz"] = f"{span.why}: receive only"
    else:
        out.reasons["tx_hz"] = f"outside every amateur band of {plan.name}: asked"
        if not out.doubts:
            words = f"{megahertz(reading.rx_hz)} stands outside every amateur band of {plan.name}: only listened to, or misread?"
            out.doubts.append(Doubt("rx_hz", words, ("receive only",)))


def _from_input(reading: Reading, input_hz: int, plan: BandPlan, out: Resolution) -> int:
    rx_hz = reading.rx_hz
    assert rx_hz is not None
    _check_raster(input_hz, plan)
    if plan.band(input_hz) is None:
        raise Refusal(
            f"input {megahertz(input_hz)}",
            "input",
            "a frequency in an amateur band",
            "Correct the input, or leave it out and give the sign.",
        )
    shift_hz = input_hz - rx_hz
    if reading.sign is not None and shift_hz * reading.sign <= 0:
        word = "plus" if reading.sign > 0 else "minus"
        raise Refusal(
            f"sign {word}, but input {megahertz(input_hz)}",
            "sign",
            f"{_signed(shift_hz)}, from the input",
            "Correct the sign or the input.",
        )
    if reading.offset_hz is not None and abs(shift_hz) != reading.offset_hz:
        raise Refusal(
            f"offset {megahertz(reading.offset_hz)}, but input {megahertz(input_hz)}",
            "offset",
            _signed(shift_hz),
            "Correct the offset or the input.",
        )
    out.reasons["tx_hz"] = "the input as read" if shift_hz else "input and output are the same: simplex"
    if plan.band(input_hz) != plan.band(rx_hz):
        out.notes.append(Note("tx_hz", "input and output stand on different bands"))
    else:
        _compare_habit(shift_hz, rx_hz, plan, out)
    return input_hz


def _from_sign(reading: Reading, sign: int, segment: RepeaterSegment | None, plan: BandPlan, out: Resolution) -> int | None:
    rx_hz = reading.rx_hz
    assert rx_hz is not None
    offset_hz, why = reading.offset_hz, "sign and offset as read"
    if offset_hz is None:
        found = _usual_offset(rx_hz, sign, segment, plan)
        if found is None:
            usual = tuple(_signed(s) for s in segment.shifts_hz if s * sign > 0) if segment else ()
            out.doubts.append(Doubt("tx_hz", "The sign is known, the offset is not. What is the offset, or the input?", usual))
            out.reasons["tx_hz"] = "no habit for an offset here"
            return None
        offset_hz, others = found
        why = f"sign as read, {_plain(offset_hz)} is usual here"
        if others:
            out.notes.append(Note("tx_hz", "some areas use " + ", ".join(_plain(o) for o in others) + "; check the listing"))
    tx_hz = rx_hz + sign * offset_hz
    if plan.band(tx_hz) is None:
        raise Refusal(f"an input of {megahertz(tx_hz)}", "shift", "an input in an amateur band", "Check the sign and the offset.")
    agrees = segment is not None and sign * offset_hz in segment.possible(rx_hz) and segment.segment is None
    out.reasons["tx_hz"] = f"{why}; {segment.why}" if agrees and segment else why
    _compare_habit(sign * offset_hz, rx_hz, plan, out)
    return tx_hz


def _usual_offset(rx_hz: int, sign: int, segment: RepeaterSegment | None, plan: BandPlan) -> tuple[int, list[int]] | None:
    """Return the usual offset for a sign and others in use, in hertz, or None where there is no habit."""
    if segment is None:
        band = plan.band(rx_hz)
        segment = next((r for r in plan.repeaters if plan.band(r.outputs.low_hz) == band), None)
    if segment is None:
        return None
    fitting = [abs(s) for s in segment.shifts_hz if s * sign > 0] or [abs(s) for s in segment.shifts_hz[:1]]
    unique = list(dict.fromkeys(fitting))
    if segment.ask and len(unique) > 1:
        return None
    return unique[0], unique[1:]


def _from_habit(reading: Reading, rx_hz: int, segment: RepeaterSegment | None, plan: BandPlan, out: Resolution) -> int | None:
    simplex = plan.simplex_span(rx_hz)
    shifts = _shifts_of_band(rx_hz, plan)
    hint = "speaks of a repeater" if reading.repeater else "gives a tone" if simplex is None and _names_tone(reading) else ""
    if segment is None and plan.satellite_span(rx_hz) is None and hint and shifts:
        words = f"The line {hint} and no sign, and no habit gives one at {megahertz(rx_hz)}: which shift, or none?"
        out.doubts.append(Doubt("tx_hz", words, (*map(_signed, shifts), "simplex")))
        out.reasons["tx_hz"] = "asked"
        return None
    if simplex is not None:
        out.reasons["tx_hz"] = f"simplex: {simplex.why}"
        return rx_hz
    if segment is None:
        satellite = plan.satellite_span(rx_hz)
        out.reasons["tx_hz"] = f"simplex: {satellite.why if satellite else 'no repeaters are usual here'}"
        return rx_hz
    possible = segment.possible(rx_hz)
    out.notes.append(Note("tx_hz", "taken as a repeater's output; add 'simplex' to talk on it directly"))
    if len(possible) > 1 and (segment.ask or segment.segment is not None):
        if not reading.sign_unknown:
            choices = tuple(_signed(shift) for shift in possible)
            out.doubts.append(
                Doubt(
                    "tx_hz",
                    f"{segment.why[0].upper()}{segment.why[1:]}, and more than one shift fits: which does the listing give?",
                    choices,
                )
            )
            out.reasons["tx_hz"] = "asked"
            return None
        out.notes.append(
            Note("tx_hz", f"sign not known: {_signed(possible[0])} is tried first, {_signed(possible[1])} is the other")
        )
    shift_hz = possible[0] if possible else segment.shifts_hz[0]
    if segment.segment is not None:
        other = [s for s in segment.shifts_hz if s not in possible]
        why = f"output {_signed(shift_hz)} stays inside {megahertz(segment.segment.low_hz)}–{megahertz(segment.segment.high_hz)}"
        out.reasons["tx_hz"] = why + (f", {_signed(other[0])} would leave it" if other else "")
    else:
        out.reasons["tx_hz"] = segment.why
    return rx_hz + shift_hz


def _names_tone(reading: Reading) -> bool:
    return bool(reading.plain_tone or reading.sent or reading.burst)


def _compare_habit(shift_hz: int, rx_hz: int, plan: BandPlan, out: Resolution) -> None:
    """Note where the listing differs from the habit; the listing is kept."""
    segment = plan.repeater_segment(rx_hz)
    if segment is None or shift_hz == 0:
        return
    possible = segment.possible(rx_hz)
    if possible and shift_hz not in possible:
        habit = " or ".join(_signed(s) for s in possible)
        out.notes.append(
            Note("tx_hz", f"the listing says {_signed(shift_hz)}, the habit here is {habit}: the listing is kept, check it")
        )


def _tone(reading: Reading, out: Resolution, tx_hz: int | None, closed: bool) -> ToneUse:
    plain, sent, opened = reading.plain_tone, reading.sent, reading.opened
    if reading.tone_words == "none":
        if plain or sent or opened:
            raise Refusal("a tone, and the word that there is none", "tone", "one of the two", "Leave one of the two out.")
        out.reasons["tone_mode"] = "the line says that there is no tone"
        return ToneUse()
    if plain and (sent or opened):
        if plain in (sent, opened):
            plain = None
        else:
            raise Refusal(
                f"tone {plain} beside {sent or opened}",
                "tone",
                "one tone, or t… for sending and r… for opening",
                "Say which is sent and which opens.",
            )
    if plain is not None:
        return _one_tone(plain, reading, out, closed)
    if sent or opened:
        return _two_sides(sent, opened, reading, out, closed)
    if reading.tone_words in ("send", "both"):
        raise Refusal(
            "a use for a tone, but no tone", "tone", "a tone of the list or a DCS code", "Add the tone, for example t103.5."
        )
    _no_tone_said(reading, out, tx_hz)
    return ToneUse()


def _one_tone(plain: str, reading: Reading, out: Resolution, closed: bool) -> ToneUse:
    out.reasons["tone_tx"] = "as read"
    if plain[-1] in "NI":
        out.reasons["tone_mode"] = "a code works both ways"
        return tone_use(plain, plain)
    if reading.tone_words == "both":
        out.reasons["tone_mode"] = "the line asks for send and open"
        return tone_use(plain, plain)
    if closed and reading.tone_words != "send":
        out.reasons["tone_mode"] = "closed receive is your setting"
        return tone_use(plain, plain)
    out.reasons["tone_mode"] = "send only; receive stays open"
    return tone_use(plain, None)


def _two_sides(sent: str | None, opened: str | None, reading: Reading, out: Resolution, closed: bool) -> ToneUse:
    if (reading.tone_words == "both" and opened is None) or (closed and opened is None and reading.tone_words != "send"):
        opened = sent
    use = tone_use(sent, opened)
    out.reasons["tone_mode"] = {
        ToneMode.SEND: "send only; receive stays open",
        ToneMode.SEND_AND_OPEN: "the same tone is sent and opens",
        ToneMode.CODE: "the same code both ways",
    }.get(use.mode, "the two sides differ")
    return use


def _no_tone_said(reading: Reading, out: Resolution, tx_hz: int | None) -> None:
    out.reasons["tone_mode"] = "the line names no tone"
    if reading.tone_words == "unknown":
        out.notes.append(
            Note("tone_mode", "tone not known: listen on the output while somebody talks and let the radio search for it")
        )
    elif tx_hz != reading.rx_hz and not out.receive_only:
        out.notes.append(Note("tone_mode", "no tone in the line: none, or not said?"))


def _note_burst(reading: Reading, out: Resolution) -> None:
    """Note the 1750 Hz that opens older repeaters: sent by hand at each call, never stored."""
    if reading.plain_tone or reading.sent:
        raise Refusal(
            "a tone and 1750 Hz",
            "tone",
            "one of the two",
            "Leave out what the listing does not say; some repeaters open for either.",
        )
    out.burst = not out.receive_only
    out.notes = [n for n in out.notes if n.field != "tone_mode"]
    out.notes.append(Note("tone_mode", "1750 Hz opens it: sent with a key at the start of a call, never stored"))


def _width(reading: Reading, plan: BandPlan, out: Resolution) -> Width:
    if reading.narrow is None:
        out.reasons["width"] = f"{plan.usual_width} is usual here"
        return plan.usual_width
    out.reasons["width"] = "as read"
    return Width.NARROW if reading.narrow else Width.WIDE


def _plain(hz: int) -> str:
    return f"{hz / 1_000_000:.3f}".rstrip("0").rstrip(".")


def _signed(shift_hz: int) -> str:
    return ("+ " if shift_hz > 0 else "− ") + _plain(abs(shift_hz))
