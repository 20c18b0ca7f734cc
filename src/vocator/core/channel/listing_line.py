"""The resolver: from a forgiving listing line to a complete channel with its reasons.

The line wins over the region's habit; a habit fills what the line leaves out; where
the habit is not one, the resolver asks; contradictions are refused with what to change.
"""

from vocator.core.channel.band_plan import BandPlan
from vocator.core.channel.channel import Channel, ToneMode, ToneUse, Width, megahertz, tone_use
from vocator.core.channel.listing_reading import Reading
from vocator.core.channel.listing_shift import check_raster, signed, transmit
from vocator.core.channel.listing_words import read_line
from vocator.core.channel.resolution import Doubt, Meaning, Note, Resolution
from vocator.core.refusal import Refusal

ORDER = ("rx_hz", "tx_hz", "tone_tx", "label")
"""In this order questions are asked: what comes first may settle the others."""


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
    check_raster(reading.rx_hz, plan)
    out = Resolution(Channel(reading.rx_hz, None), False, reading.power)
    out.reasons["rx_hz"] = "as read"
    out.doubts += [Doubt(a.field, a.question, a.choices) for a in reading.asked]
    out.notes += [Note(field, text) for field, text in reading.notes]
    if reading.memory:
        out.memory = reading.memory
        out.notes.append(Note("slot", f"the line names memory {reading.memory}"))
    tx_hz = transmit(reading, plan, out)
    tone = _tone(reading, out, tx_hz, closed_receive)
    width = _width(reading, plan, out)
    if reading.burst:
        _note_burst(reading, out)
    _note_state_and_mode(reading, out)
    label = " ".join(reading.name) or None
    if label:
        out.reasons["label"] = "the words left over in the line"
    out.channel = Channel(reading.rx_hz, tx_hz, tone, width, None, label)
    out.doubts.sort(key=lambda d: ORDER.index(d.field))
    if out.doubts and out.doubts[0].field == "rx_hz" and reading.asked:
        out.reasons["rx_hz"] = "asked"
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
    return "simplex" if c.tx_hz == c.rx_hz else f"sends on {megahertz(c.tx_hz)} ({signed(c.tx_hz - c.rx_hz)})"


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
