"""Starting states: from a description (the START of the command line) to a state."""

from dataclasses import replace
from typing import Any

from vocator.core.channel.channel import FM, Channel, ToneMode, Width, is_code
from vocator.core.radio.kept import with_item
from vocator.core.radio.machine import Machine
from vocator.core.radio.profile import Means
from vocator.core.radio.screens import RestScreen
from vocator.core.radio.state import Signal, State, Stored


class StartError(Exception):
    """A description that this radio cannot be in."""


def start_state(m: Machine, given: dict[str, Any]) -> State:
    """Build the state that ``given`` describes; what it leaves out is new.

    Raises StartError for parts, settings, slots or channels that the radio does not have.
    """
    check_start(given)
    s = m.start
    if given.get("row") is not None:
        if given["row"] not in m.profile.units:
            raise StartError(f"row {given['row']!r}; allowed: {', '.join(m.profile.units) or 'none'}")
        s = s._replace(unit=m.profile.units.index(given["row"]))
    if given.get("vfo"):
        s = vfo_from_channel(m, s, given["vfo"])
    for name, text in (given.get("settings") or {}).items():
        s = _set_by_name(m, s, name, str(text))
    for key, channel in (given.get("memory") or {}).items():
        s = s._replace(slots=with_item(s.slots, _slot(m, key), stored_from_channel(m, channel)))
    s = _position(m, s, given)
    for signal in given.get("signals") or []:
        s = s._replace(signals=(*s.signals, Signal(signal["rx_hz"], signal.get("ctcss"), signal.get("dcs"))))
    return s


KINDS: dict[str, tuple[tuple[type, ...], str]] = {
    "memory": ((dict,), "slots with what they hold"),
    "vfo": ((dict,), "a channel"),
    "mode": ((str,), "a text"),
    "row": ((str,), "a text"),
    "settings": ((dict,), "names with their values"),
    "slot": ((str, int), "a slot"),
    "signals": ((list,), "a list of signals"),
}
"""The parts of a start, and of what kind each is."""


def check_start(given: Any) -> None:
    """Raise StartError for a part that does not exist, or is not even of its kind."""
    if not isinstance(given, dict):
        raise StartError(f"start: parts are wanted, found {str(given)[:40]!r}; allowed: {', '.join(sorted(KINDS))}")
    odd = sorted(str(name) for name in given if name not in KINDS)
    if odd:
        raise StartError(f"start: unknown part {odd[0]!r}; allowed: {', '.join(sorted(KINDS))}")
    for name, one in given.items():
        kinds, words = KINDS[name]
        if one is not None and (not isinstance(one, kinds) or isinstance(one, bool)):
            raise StartError(f"start: {name}: {words} is wanted, found {str(one)[:40]!r}")
    for slot, held in (given.get("memory") or {}).items():
        if not isinstance(held, dict):
            raise StartError(f"start: memory: {slot}: a channel is wanted, found {str(held)[:40]!r}")
    for signal in given.get("signals") or []:
        hz = signal.get("rx_hz") if isinstance(signal, dict) else None
        if type(hz) is not int or not all(isinstance(signal.get(side), str | None) for side in ("ctcss", "dcs")):
            raise StartError(
                f"start: signals: rx_hz in hertz, and ctcss or dcs as a text, are wanted, found {str(signal)[:60]!r}"
            )


def _position(m: Machine, s: State, given: dict[str, Any]) -> State:
    mode = given.get("mode") or "vfo"
    modes = dict.fromkeys(screen.shows for screen in m.screens if isinstance(screen, RestScreen))
    if mode not in modes:
        raise StartError(f"mode {mode!r}; allowed: {', '.join(modes)}")
    position = next((i for i in range(m.profile.plain_slots) if s.slots[i] is not None), 0)
    if given.get("slot") is not None:
        position = _slot(m, str(given["slot"]))
    if position == m.profile.call_slot:
        raise StartError(f"slot {given['slot']!r}: memory mode does not go there; give mode call")
    s = s._replace(positions=(position,) * len(m.profile.units))
    rest = next(i for i, x in enumerate(m.screens) if isinstance(x, RestScreen) and x.shows == mode)
    if mode == "memory":
        rest = m.memory
    return s._replace(modes=with_item(s.modes, s.unit, rest), screen=rest)


def _slot(m: Machine, key: str) -> int:
    index = m.profile.slot_index(str(key))
    if index is None:
        raise StartError(f"slot {key!r}; allowed: {m.profile.slot_keys[0]} to {m.profile.slot_keys[-1]}")
    return index


def _set_by_name(m: Machine, s: State, name: str, text: str) -> State:
    try:
        setting = m.profile.setting_named(name)
    except KeyError:
        raise StartError(f"setting {name!r}; allowed: {', '.join(x.name for x in m.settings)}") from None
    index = m.settings[setting].domain.find_text(text)
    if index is None and text == "-":
        index = m.settings[setting].domain.find_text("−")
    if index is None:
        raise StartError(f"setting {name}: value {text!r} is none of the radio's")
    return m.put(s, setting, index)


def required_values(m: Machine, channel: Channel) -> dict[int, int]:
    """Return the value of each stored setting that a channel needs on this radio.

    Settings that do not matter for it are left out.  Raises StartError, naming the part,
    where the radio has no such value.
    """
    need: dict[int, int] = {}

    def want(setting: int | None, meaning: str, part: str) -> None:
        if setting is None:
            if meaning not in ("none", "wide"):
                raise StartError(part)
            return
        index = m.settings[setting].domain.find_meaning(meaning)
        if index is None:
            raise StartError(part)
        need[setting] = index

    _want_shift(m, channel, want)
    _want_tone(m, channel, want)
    if m.mode is not None:
        want(m.mode, channel.mode, "mode")
        want(m.width, str(channel.width or Width.WIDE), "width")
    else:
        want(m.width, str(channel.width) if channel.mode == FM else channel.mode, "width" if channel.mode == FM else "mode")
    if channel.power is not None and m.power is not None:
        index = m.settings[m.power].domain.find_text(channel.power)
        if index is None:
            raise StartError("power")
        need[m.power] = index
    return need


def _want_shift(m: Machine, channel: Channel, want: Any) -> None:
    shift_hz = 0 if channel.tx_hz is None else channel.tx_hz - channel.rx_hz
    if m.send_frequency is not None:
        if shift_hz and not reaches_by_offset(m, channel):
            want(m.send_frequency, str(channel.tx_hz), "transmit frequency")
            return
        want(m.send_frequency, "none", "transmit frequency")
    if shift_hz == 0 or not reaches_by_offset(m, channel):
        want(m.shift, "none", "shift")
        return
    want(m.shift, "plus" if shift_hz > 0 else "minus", "shift")
    want(m.offset_at(channel.rx_hz), str(abs(shift_hz)), "offset")


def reaches_by_offset(m: Machine, channel: Channel) -> bool:
    """Whether shift and offset can say this channel's transmit frequency, rather than an odd split."""
    if channel.is_simplex:
        return True
    assert channel.tx_hz is not None
    offset = m.offset_at(channel.rx_hz)
    if m.shift is None or offset is None:
        return False
    if not any(low <= channel.rx_hz <= high and low <= channel.tx_hz <= high for low, high in m.profile.receive_hz):
        return False
    apart = abs(channel.tx_hz - channel.rx_hz)
    if m.settings[offset].by_step and not _by_step(m, offset, channel.rx_hz, apart):
        return False
    return m.settings[offset].domain.find_meaning(str(apart)) is not None


EVERY_STEP_HZ = 25_000


def _by_step(m: Machine, offset: int, rx_hz: int, apart_hz: int) -> bool:
    """Whether an offset that goes by the tuning step can be reached: typed, or by the step that the frequency allows."""
    setting = m.settings[offset]
    if setting.digits:
        return apart_hz % setting.digit_hz == 0
    step_hz = int(m.settings[m.step].domain.meaning(m.settings[m.step].new[0])) if m.step is not None else 1
    return apart_hz % EVERY_STEP_HZ == 0 or (apart_hz % step_hz == 0 and rx_hz % step_hz == 0)


def _want_tone(m: Machine, channel: Channel, want: Any) -> None:
    tone = channel.tone
    sides = ((tone.tone_tx, tone.dcs_tx), (tone.tone_rx, tone.dcs_rx))
    if m.side_uses[0] is not None:
        for side, (ctcss, code) in enumerate(sides):
            want(m.side_uses[side], "tone" if ctcss else "code" if code else "none", "tone mode")
            if ctcss or code:
                want(m.sides[2 * side + (0 if ctcss else 1)], ctcss or code, "tone" if ctcss else "code")
        return
    if m.tone_use is None:
        for side, (ctcss, code) in enumerate(sides):
            tones, codes = m.sides[2 * side : 2 * side + 2]
            one_list = tones in m.holds_codes
            held = ctcss or code if one_list else ctcss
            if tones is not None or held is not None:
                want(tones, held or "none", "code" if is_code(held) else "tone")
            if codes is not None or (code is not None and not one_list):
                want(codes, code or "none", "tone" if code is None else "code")
        return
    if m.sides[0] is not None:
        _want_sides_by_use(m, channel, want)
        return
    if m.code is None and m.tone in m.holds_codes and tone.dcs_tx is not None and tone.dcs_rx in (None, tone.dcs_tx):
        want(m.tone_use, "send_and_open" if tone.dcs_rx else "send", "tone mode")
        want(m.tone, tone.dcs_tx, "code")
        return
    code_alone = tone.mode is ToneMode.CROSS and tone.dcs_tx is not None and tone.tone_rx is None and tone.dcs_rx is None
    want(m.tone_use, "send_code" if code_alone else str(tone.mode), "tone mode")
    if code_alone:
        want(m.code, tone.dcs_tx or "none", "code")
    if tone.mode in (ToneMode.SEND, ToneMode.SEND_AND_OPEN):
        want(m.tone, tone.tone_tx or "none", "tone")
    elif tone.mode is ToneMode.CODE:
        want(m.code, tone.dcs_tx or "none", "code")


def _want_sides_by_use(m: Machine, channel: Channel, want: Any) -> None:
    """A use, a send tone and a receive tone of their own; the receive tone OFF stands for the one sent."""
    tone = channel.tone
    two_tones = tone.mode is ToneMode.CROSS and tone.tone_tx is not None and tone.tone_rx is not None
    want(m.tone_use, "send_and_open" if two_tones else str(tone.mode), "tone mode")
    if tone.tone_tx is not None:
        want(m.sides[0], tone.tone_tx, "tone")
        assert m.sides[2] is not None
        follows = m.settings[m.sides[2]].domain.find_meaning("none") is not None
        if tone.tone_rx is not None and (two_tones or not follows):
            want(m.sides[2], tone.tone_rx, "tone")
        elif follows:
            want(m.sides[2], "none", "tone")
    elif tone.mode is ToneMode.CODE:
        code = tone.dcs_tx or "none"
        if m.polarity is not None:
            want(m.polarity, code[-1], "code")
            code = code[:-1] + "N"
        want(m.code, code, "code")


def _read_channel(m: Machine, given: dict[str, Any]) -> Channel:
    try:
        channel = Channel.from_dict(given)
    except ValueError as error:
        raise StartError(f"channel: {error}") from error
    return replace(channel, tx_hz=channel.rx_hz) if channel.tx_hz is None else channel


def vfo_from_channel(m: Machine, s: State, given: dict[str, Any]) -> State:
    """Put a channel into the VFO of the unit in use."""
    channel = _read_channel(m, given)
    s = m.set_freq(s, channel.rx_hz)
    for setting, index in _values(m, channel).items():
        s = m.put(s, setting, index)
    return s


def _values(m: Machine, channel: Channel) -> dict[int, int]:
    try:
        return required_values(m, channel)
    except StartError as error:
        raise StartError(f"channel: this radio has no such {error}") from error


def stored_from_channel(m: Machine, given: dict[str, Any]) -> Stored:
    """Return a slot that holds a channel; what it does not say is new."""
    channel = _read_channel(m, given)
    band = m.band_of(channel.rx_hz) or 0
    need = _values(m, channel)
    values = tuple(need.get(i, m.settings[i].new[band if m.settings[i].scope in ("band", "unit_band") else 0]) for i in m.stored)
    split = None if reaches_by_offset(m, channel) else channel.tx_hz
    return Stored(channel.rx_hz, split, values, channel.label, 0, False, m.new_marks)


def settings_of_set(m: Machine, s: State) -> dict[str, str]:
    """Return the set-wide settings by name, as the radio words them."""
    return {
        x.name: x.domain.text(m.get(s, i)) for i, x in enumerate(m.settings) if x.scope == "set" and x.means is not Means.RESET
    }
