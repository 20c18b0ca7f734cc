"""What is sent on: by the line where it says so, else by the region's habit, else asked."""

from vocator.core.channel.band_plan import BandPlan, RepeaterSegment
from vocator.core.channel.channel import megahertz
from vocator.core.channel.listing_reading import Reading
from vocator.core.channel.resolution import Doubt, Note, Resolution
from vocator.core.refusal import Refusal


def check_raster(hz: int, plan: BandPlan) -> None:
    """Raise Refusal, with the nearest value, for a frequency that stands on no raster in use."""
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


def transmit(reading: Reading, plan: BandPlan, out: Resolution) -> int | None:
    """Decide what is sent on, in hertz, None for nothing or not yet, and give the reason; raises Refusal for what contradicts itself."""
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
        out.reasons["tx_hz"] = f"offset as read; only {signed(inside[0])} stays inside the band"
        return rx_hz + inside[0]
    out.doubts.append(
        Doubt("tx_hz", "The offset is known, the sign is not: which does the listing give?", tuple(map(signed, inside)))
    )
    out.reasons["tx_hz"] = "asked"
    return None


def _shifts_in_use(rx_hz: int, plan: BandPlan) -> tuple[int, ...]:
    """Return the shifts in use anywhere on the band of a frequency, the commonest first, hertz."""
    band = plan.band(rx_hz)
    return tuple(dict.fromkeys(s for r in plan.repeaters if plan.band(r.outputs.low_hz) is band for s in r.shifts_hz))


def _shifts_of_band(rx_hz: int, plan: BandPlan) -> tuple[int, ...]:
    """Return those of them whose input stays on the band."""
    return tuple(s for s in _shifts_in_use(rx_hz, plan) if plan.band(rx_hz + s) is plan.band(rx_hz))


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
    check_raster(input_hz, plan)
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
            f"{signed(shift_hz)}, from the input",
            "Correct the sign or the input.",
        )
    if reading.offset_hz is not None and abs(shift_hz) != reading.offset_hz:
        raise Refusal(
            f"offset {megahertz(reading.offset_hz)}, but input {megahertz(input_hz)}",
            "offset",
            signed(shift_hz),
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
            shifts = segment.shifts_hz if segment else _shifts_of_band(rx_hz, plan)
            usual = tuple(signed(s) for s in shifts if s * sign > 0)
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
    """Return the usual offset for a sign and others in use, in hertz, or None where there is no habit, or more than one."""
    if segment is None:
        shifts = [s for s in _shifts_of_band(rx_hz, plan) if s * sign > 0]
        if not shifts:  # whatever is usual on the band leads out of it: that is said
            return next(((abs(s), []) for s in _shifts_in_use(rx_hz, plan)), None)
        by_country = {s for r in plan.repeaters if r.ask for s in r.shifts_hz}
        return (abs(shifts[0]), []) if len(shifts) == 1 and shifts[0] not in by_country else None
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
        out.doubts.append(Doubt("tx_hz", words, (*map(signed, shifts), "simplex")))
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
    side_by_side = plan.mixed_span(rx_hz)
    if side_by_side is not None and not reading.repeater and not reading.sign_unknown:
        words = f"{side_by_side.why[0].upper()}{side_by_side.why[1:]}: is {megahertz(rx_hz)} a repeater's output, or simplex?"
        out.doubts.append(Doubt("tx_hz", words, (*map(signed, possible or segment.shifts_hz), "simplex")))
        out.reasons["tx_hz"] = "asked"
        return None
    out.notes.append(Note("tx_hz", "taken as a repeater's output; add 'simplex' to talk on it directly"))
    if len(possible) > 1 and (segment.ask or segment.segment is not None):
        if not reading.sign_unknown:
            choices = tuple(signed(shift) for shift in possible)
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
            Note("tx_hz", f"sign not known: {signed(possible[0])} is tried first, {signed(possible[1])} is the other")
        )
    shift_hz = possible[0] if possible else segment.shifts_hz[0]
    if segment.segment is not None:
        other = [s for s in segment.shifts_hz if s not in possible]
        why = f"output {signed(shift_hz)} stays inside {megahertz(segment.segment.low_hz)}–{megahertz(segment.segment.high_hz)}"
        out.reasons["tx_hz"] = why + (f", {signed(other[0])} would leave it" if other else "")
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
        habit = " or ".join(signed(s) for s in possible)
        out.notes.append(
            Note("tx_hz", f"the listing says {signed(shift_hz)}, the habit here is {habit}: the listing is kept, check it")
        )


def _plain(hz: int) -> str:
    return f"{hz / 1_000_000:.3f}".rstrip("0").rstrip(".")


def signed(shift_hz: int) -> str:
    """Write a shift as lists do, in MHz: ``− 0.6``."""
    return ("+ " if shift_hz > 0 else "− ") + _plain(abs(shift_hz))
