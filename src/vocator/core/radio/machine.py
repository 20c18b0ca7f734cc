"""A compiled profile and the questions that verbs and display ask of it.

``Machine`` flattens a profile into tables once: where each setting's value stands in
the state, which handler an input meets on a screen, which slots are next.
"""

from collections.abc import Iterator
from functools import cache
from typing import TypeVar

from vocator.core.channel.channel import Channel, Width, tone_use
from vocator.core.radio.profile import CHANNEL_PARTS, Means, Profile, Screen
from vocator.core.radio.state import Signal, State, Stored

T = TypeVar("T")


class Machine:
    """One profile ready to run."""

    def __init__(self, profile: Profile) -> None:
        self.profile = profile
        self.screens: tuple[Screen, ...] = profile.screens
        self.settings = profile.settings
        self.band_count = len(profile.bands)
        self.vfo = profile.screen("vfo")
        self.memory = profile.screen("memory")
        self.stored = tuple(i for i, s in enumerate(profile.settings) if s.stored)
        self.stored_place = {setting: place for place, setting in enumerate(self.stored)}
        self._lay_out()
        find = profile.setting_for
        self.shift, self.offset, self.step = find(Means.SHIFT), find(Means.OFFSET), find(Means.STEP)
        self.width, self.power, self.show = find(Means.WIDTH), find(Means.POWER), find(Means.SHOW)
        self.busy, self.beep, self.auto_shift = find(Means.BUSY_LOCK), find(Means.BEEP), find(Means.AUTO_SHIFT)
        self.tone_use, self.tone, self.code = find(Means.TONE_USE), find(Means.TONE), find(Means.CODE)
        self.sides = tuple(find(m) for m in (Means.SEND_TONE, Means.SEND_CODE, Means.OPEN_TONE, Means.OPEN_CODE))
        self.side_uses = (find(Means.SEND_USE), find(Means.OPEN_USE))
        self.shows = profile.settings_for(Means.SHOW)
        self.watch, self.transmit_row, self.reverse_setting = find(Means.WATCH), find(Means.TRANSMIT_ROW), find(Means.REVERSE)
        rules = profile.icons
        self.reverse_icons = tuple(rule.icon for rule in rules if rule.fact == "reverse")
        self.set_icons = tuple(
            (rule.icon, setting, value)
            for rule in rules
            if rule.fact == "setting"
            for setting, value in [self._setting_value(rule.value)]
        )
        groups = profile.settings_for(Means.GROUP)
        self.chosen_group = groups[0] if groups and profile.settings[groups[0]].scope == "set" else None
        self.unit_of = dict(profile.unit_of)
        self.start = self._new_state()

    def _setting_value(self, text: str) -> tuple[int, int]:
        """Read ``NAME=VALUE`` as the indices of a setting and a value."""
        name, _, value = text.partition("=")
        setting = self.profile.setting_named(name)
        return setting, self.settings[setting].domain.find_text(value) or 0

    def _lay_out(self) -> None:
        """Give every instance of every setting its place in ``State.values``."""
        place = 0
        self.address: list[tuple[int, int, int]] = []
        new: list[int] = []
        units, bands = len(self.profile.units), self.band_count
        for setting in self.settings:
            per_unit = setting.scope in ("unit", "unit_band")
            per_band = setting.scope in ("band", "unit_band")
            count_bands = bands if per_band else 1
            self.address.append((place, count_bands if per_unit else 0, 1 if per_band else 0))
            for _ in range(units if per_unit else 1):
                new.extend(setting.new[band] for band in range(count_bands))
            place = len(new)
        self.new_values = tuple(new)

    def _new_state(self) -> State:
        profile = self.profile
        units = len(profile.units)
        freqs = tuple(band.new_hz[unit] for unit in range(units) for band in profile.bands)
        return State(
            screen=self.vfo,
            stack=(),
            unit=0,
            modes=(self.vfo,) * units,
            bands=profile.unit_bands,
            freqs=freqs,
            values=self.new_values,
            slots=(None,) * profile.slot_count,
            positions=(0,) * units,
            cursors=(0,) * len(self.screens),
            free=(-1,) * len(profile.free_keys),
            forced=(False,) * units,
        )

    # -- the VFO ---------------------------------------------------------------------

    def freq(self, s: State) -> int:
        """Return the VFO frequency of the unit in use, hertz."""
        return s.freqs[s.unit * self.band_count + s.bands[s.unit]]

    def place(self, s: State, setting: int) -> int:
        """Return where the value of a setting stands for the unit and band in use."""
        base, unit_stride, band_stride = self.address[setting]
        return base + s.unit * unit_stride + s.bands[s.unit] * band_stride

    def get(self, s: State, setting: int) -> int:
        """Return the index of a setting's value."""
        if self.settings[setting].scope == "slot":
            stored = self.shown_slot(s)
            return stored.group if stored else 0
        return s.values[self.place(s, setting)]

    def put(self, s: State, setting: int, index: int) -> State:
        """Set a value alone, without what it disturbs."""
        if self.settings[setting].scope == "slot":
            position = s.positions[s.unit]
            stored = s.slots[position]
            assert stored is not None
            return s._replace(slots=with_item(s.slots, position, stored._replace(group=index)))
        return s._replace(values=with_item(s.values, self.place(s, setting), index))

    def keep(self, s: State, setting: int, index: int) -> State:
        """Set a value and what it disturbs."""
        s = self.put(s, setting, index)
        if index:
            for other, value in self.settings[setting].disturbs:
                s = self.put(s, other, value)
        return s

    def set_freq(self, s: State, hz: int) -> State:
        """Put the VFO of the unit in use to ``hz``; the band follows."""
        band = self.band_of(hz)
        if band is None:
            band = s.bands[s.unit]
        elif band != s.bands[s.unit]:
            s = s._replace(bands=with_item(s.bands, s.unit, band))
        return s._replace(freqs=with_item(s.freqs, s.unit * self.band_count + band, hz))

    def band_of(self, hz: int) -> int | None:
        """Return the VFO band that holds ``hz``."""
        for index, band in enumerate(self.profile.bands):
            if band.low_hz <= hz <= band.high_hz:
                return index
        return None

    def apply_auto_shift(self, s: State, hz: int) -> State:
        """Set shift and offset as the automatic shift does for a typed frequency."""
        if self.auto_shift is None or self.shift is None or self.offset is None:
            return s
        if self.settings[self.auto_shift].domain.meaning(self.get(s, self.auto_shift)) != "on":
            return s
        rule = self.shift_rule(hz)
        shift = self.settings[self.shift].domain.find_meaning(rule[0] if rule else "none")
        s = self.put(s, self.shift, shift or 0)
        if rule:
            offset = self.settings[self.offset].domain.find_meaning(str(rule[1]))
            s = self.put(s, self.offset, offset or 0)
        return s

    def shift_rule(self, hz: int) -> tuple[str, int] | None:
        """Return shift and offset (hertz) of the automatic shift table for ``hz``."""
        for rule in self.profile.shift_table:
            if rule.low_hz <= hz <= rule.high_hz:
                return rule.shift, rule.offset_hz
        return None

    def step_hz(self, s: State) -> int:
        """Return the tuning step in use, hertz."""
        assert self.step is not None
        meaning = self.settings[self.step].domain.meaning(self.get(s, self.step))
        if meaning == "auto":
            return 5_000 if self.freq(s) < 300_000_000 else 12_500
        return int(meaning)

    # -- memory ----------------------------------------------------------------------

    def in_memory(self, s: State) -> bool:
        """Whether the unit in use stands in memory mode."""
        return s.modes[s.unit] == self.memory

    def shown_slot(self, s: State) -> Stored | None:
        """Return what the memory position of the unit in use holds."""
        return s.slots[s.positions[s.unit]]

    def stored_from_vfo(self, s: State) -> Stored:
        """Return the VFO as a store would write it."""
        group = self.get(s, self.chosen_group) if self.chosen_group is not None else 0
        return Stored(self.freq(s), None, tuple(self.get(s, i) for i in self.stored), None, group)

    def occupied(self, s: State, start: int, direction: int, group: int = 0) -> Iterator[int]:
        """Yield the occupied slots (of a group, 0 for all) after ``start``, round and round once."""
        count = self.profile.slot_count
        for distance in range(1, count + 1):
            index = (start + direction * distance) % count
            stored = s.slots[index]
            if stored is not None and (not group or stored.group == group):
                yield index

    def lowest_free(self, s: State) -> int:
        """Return the lowest free slot, the first where none is free."""
        return next((i for i, stored in enumerate(s.slots) if stored is None), 0)

    # -- channels --------------------------------------------------------------------

    def meaning(self, values: tuple[int, ...], setting: int | None) -> str | None:
        """Return the meaning of a stored setting among a slot's values, None if not stored."""
        if setting is None or setting not in self.stored_place:
            return None
        return self.settings[setting].domain.meaning(values[self.stored_place[setting]])

    def channel(self, stored: Stored) -> Channel:
        """Return the channel that a slot, or the VFO as it would be stored, stands for."""
        return _channel(self, stored)

    def vfo_channel(self, s: State) -> Channel:
        """Return the channel in the VFO of the unit in use."""
        return _channel(self, self.stored_from_vfo(s))

    def tx_hz(self, stored: Stored) -> int:
        """Return what a channel sends on, reverse left out, hertz."""
        if stored.split_hz is not None:
            return stored.split_hz
        shift = self.meaning(stored.values, self.shift)
        offset = int(self.meaning(stored.values, self.offset) or 0)
        return stored.rx_hz + {"plus": offset, "minus": -offset}.get(shift or "", 0)

    def sides_of(self, values: tuple[int, ...]) -> tuple[str | None, str | None]:
        """Return what is sent and what opens: a tone, a code or None each."""
        if self.tone_use is not None:
            use = self.meaning(values, self.tone_use)
            tone, code = self.meaning(values, self.tone), self.meaning(values, self.code)
            opened = tone
            if self.sides[0] is not None:
                tone, opened = self.meaning(values, self.sides[0]), self.meaning(values, self.sides[2])
                opened = tone if opened == "none" else opened
            if use == "send":
                return tone, None
            if use == "send_and_open":
                return tone, opened
            if use == "open_reversed":
                return None, opened
            if use == "code":
                return code, code
            return None, None
        if self.side_uses[0] is not None:
            return self._side(values, 0), self._side(values, 1)
        found = [self.meaning(values, side) for side in self.sides]
        send_tone, send_code, open_tone, open_code = (v if v != "none" else None for v in found)
        return send_tone or send_code, open_tone or open_code

    def _side(self, values: tuple[int, ...], side: int) -> str | None:
        """Return what one side does where a use says whether its tone or its code is in work."""
        use = self.meaning(values, self.side_uses[side])
        tone, code = self.sides[2 * side : 2 * side + 2]
        return {"tone": self.meaning(values, tone), "code": self.meaning(values, code)}.get(use or "")

    def is_on(self, s: State, setting: int | None) -> bool:
        """Whether a setting exists and is at the value that means on."""
        return setting is not None and self.settings[setting].domain.meaning(self.get(s, setting)) == "on"

    def reversed(self, s: State) -> bool:
        """Whether receive and transmit are swapped, by a key or by a setting."""
        return s.reverse or self.is_on(s, self.reverse_setting)

    def sending_unit(self, s: State) -> int:
        """Return the unit that PTT sends on."""
        if self.transmit_row is None:
            return s.unit
        row = self.settings[self.transmit_row].domain.meaning(self.get(s, self.transmit_row))
        return self.profile.units.index(row) if row in self.profile.units else s.unit

    def watched(self, s: State) -> State:
        """Let the row on which something is heard take the arrow, while the watch is on."""
        if not s.signals or not self.is_on(s, self.watch) or self.heard(s) is not None:
            return s
        for unit in range(len(self.profile.units)):
            moved = s._replace(unit=unit)
            if self.heard(moved) is not None:
                at_rest = self.screens[s.screen].kind == "rest"
                return moved._replace(screen=s.modes[unit]) if at_rest else moved
        return s

    def active(self, s: State) -> Stored | None:
        """Return what the unit in use receives: its slot in memory mode, else its VFO."""
        if not self.in_memory(s):
            return self.stored_from_vfo(s)
        stored = self.shown_slot(s)
        if stored is None or s.lent < 0 or self.power is None:
            return stored
        place = self.stored_place[self.power]
        return stored._replace(values=with_item(stored.values, place, s.lent))

    def on_air(self, s: State) -> tuple[int, int] | None:
        """Return receive and transmit frequency as they stand with reverse, hertz; None for an empty memory."""
        stored = self.active(s)
        if stored is None:
            return None
        pair = (stored.rx_hz, self.tx_hz(stored))
        return pair[::-1] if self.reversed(s) else pair

    def heard(self, s: State) -> Signal | None:
        """Return the signal on the receive frequency, None for silence."""
        pair = self.on_air(s)
        return next((x for x in s.signals if pair and x.rx_hz == pair[0]), None)

    def locked_in_memory(self, setting: int) -> bool:
        """Whether a setting makes up a channel, so that memory mode refuses it."""
        return self.settings[setting].means in CHANNEL_PARTS


@cache
def _channel(machine: Machine, stored: Stored) -> Channel:
    values = stored.values
    width = machine.meaning(values, machine.width)
    power = machine.power
    word = None
    if power is not None and power in machine.stored_place:
        word = machine.settings[power].domain.text(values[machine.stored_place[power]])
    return Channel(
        stored.rx_hz,
        machine.tx_hz(stored),
        tone_use(*machine.sides_of(values)),
        Width(width or "wide"),
        word,
        stored.label,
    )


def with_item(items: tuple[T, ...], index: int, item: T) -> tuple[T, ...]:
    """Return the tuple with one item replaced."""
    return (*items[:index], item, *items[index + 1 :])
