"""A compiled profile and the questions that verbs and display ask of it.

``Machine`` flattens a profile into tables once: where each setting's value stands in
the state, which handler an input meets on a screen, which slots are next.
"""

from collections.abc import Iterator
from functools import cached_property
from typing import Any

from vocator.core.channel.channel import Channel, Width, tone_use
from vocator.core.radio.compiled import digest_of
from vocator.core.radio.kept import per_machine, with_item
from vocator.core.radio.profile import CHANNEL_PARTS, Means, Profile, Screen
from vocator.core.radio.state import Signal, State, Stored
from vocator.core.radio.writing import frequency_text

WIDTHS = frozenset(str(w) for w in Width)


class Machine:
    """One profile ready to run."""

    def __init__(self, profile: Profile) -> None:
        self.profile = profile
        self.kept: dict[Any, Any] = {}
        self.screens: tuple[Screen, ...] = profile.screens
        self.settings = profile.settings
        self.band_count = len(profile.bands)
        self.vfo = profile.screen("vfo")
        self.memory = profile.screen("memory")
        self.memory_screens = frozenset(i for i, s in enumerate(profile.screens) if s.shows == "memory" and s.kind == "rest")
        self.call_screens = frozenset(i for i, s in enumerate(profile.screens) if s.shows == "call")
        self.stored = tuple(i for i, s in enumerate(profile.settings) if s.stored)
        self.stored_place = {setting: place for place, setting in enumerate(self.stored)}
        of_slots = [i for i, s in enumerate(profile.settings) if s.scope == "slot" and s.means is not Means.GROUP]
        self.mark_place = {setting: place for place, setting in enumerate(of_slots)}
        self.new_marks = tuple(profile.settings[i].new[0] for i in of_slots)
        self.editors = tuple(profile.screen(s.editor) for s in profile.settings)
        self._lay_out()
        find = profile.setting_for
        self.shift, self.offset, self.step = find(Means.SHIFT), find(Means.OFFSET), find(Means.STEP)
        self.offsets = profile.settings_for(Means.OFFSET)
        self.mode, self.send_frequency = find(Means.MODE), find(Means.SEND_FREQUENCY)
        self.width, self.power, self.show = find(Means.WIDTH), find(Means.POWER), find(Means.SHOW)
        self.busy, self.beep, self.auto_shift = find(Means.BUSY_LOCK), find(Means.BEEP), find(Means.AUTO_SHIFT)
        self.polarity = find(Means.POLARITY)
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
        adjusted = dict.fromkeys(
            b.arg for s in profile.screens if s.kind == "rest" for b in s.bind if b.verb == "adjust" and b.press.held
        )
        self.levels = tuple(profile.setting_named(name) for name in adjusted)
        of_slots_asked = frozenset({"erase", "confirm", "change_all"})
        self.slot_questions = frozenset(
            i for i, s in enumerate(profile.screens) if s.kind == "question" and any(b.verb in of_slots_asked for b in s.bind)
        )
        self.edits = profile.edits_slots or profile.edits_for_now
        verbs = {b.verb for s in profile.screens for b in s.bind}
        self.reopens = "reopen" in verbs
        self.notes_written = any(s.starts == "after_written" for s in profile.screens)
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
            loans=(None,) * units if profile.edits_for_now else (),
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
        x = self.settings[setting]
        if x.scope == "slot":
            return self.mark_of(self.shown_slot(s), setting)
        if x.means is Means.BAND:
            return s.bands[s.unit]
        if self.edits and self.in_memory(s) and (stored := self.shown_slot(s)) is not None:
            if x.stored:
                return stored.values[self.stored_place[setting]]
            if setting == self.send_frequency:
                return x.domain.find_meaning(str(stored.split_hz)) or 0 if stored.split_hz is not None else 0
        return s.values[self.place(s, setting)]

    def put(self, s: State, setting: int, index: int) -> State:
        """Set a value alone, without what it disturbs."""
        x = self.settings[setting]
        if x.means is Means.BAND:
            return s._replace(bands=with_item(s.bands, s.unit, index))
        if x.scope == "slot":
            position = s.positions[s.unit]
            stored = s.slots[position]
            return s if stored is None else s._replace(slots=with_item(s.slots, position, self.with_mark(stored, setting, index)))
        if self.edits and self.in_memory(s) and (stored := self.shown_slot(s)) is not None:
            if x.stored:
                return self._put_in_slot(s, values=with_item(stored.values, self.stored_place[setting], index))
            if setting == self.send_frequency:
                return self._put_in_slot(s, split_hz=int(x.domain.meaning(index)) if index else None)
        return s._replace(values=with_item(s.values, self.place(s, setting), index))

    def _put_in_slot(self, s: State, **parts: object) -> State:
        """Change what the slot shown holds, for good or for the time being; raises TypeError on an empty one."""
        position = s.positions[s.unit]
        stored = self.shown_slot(s)
        assert stored is not None
        changed = stored._replace(**parts)  # type: ignore[arg-type]
        if self.profile.edits_for_now:
            return s._replace(loans=with_item(s.loans, s.unit, changed))
        return s._replace(slots=with_item(s.slots, position, changed))

    def mark_of(self, stored: Stored | None, setting: int) -> int:
        """Return the value of a setting that belongs to slots alone; new where the slot is free."""
        place = self.mark_place.get(setting)
        if stored is None:
            return 0 if place is None else self.new_marks[place]
        return stored.group if place is None else (stored.marks or self.new_marks)[place]

    def with_mark(self, stored: Stored, setting: int, index: int) -> Stored:
        """Return a slot with another value of a setting that belongs to slots alone."""
        place = self.mark_place.get(setting)
        if place is None:
            return stored._replace(group=index)
        return stored._replace(marks=with_item(stored.marks or self.new_marks, place, index))

    def keep(self, s: State, setting: int, index: int) -> State:
        """Set a value and what it disturbs; a step that snaps moves the frequency down to it."""
        s = self.put(s, setting, index)
        for other, value in self.settings[setting].clears:
            s = self.put(s, other, value)
        if self.settings[setting].snaps:
            step = self.step_hz(s)
            s = self.set_freq(s, self.freq(s) // step * step)
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
        if self.auto_shift is None or self.settings[self.auto_shift].domain.meaning(self.get(s, self.auto_shift)) != "on":
            return s
        for setting, index in self.set_by_auto_shift(hz).items():
            s = self.put(s, setting, index)
        return s

    def set_by_auto_shift(self, hz: int) -> dict[int, int]:
        """Return what the automatic shift sets for a typed frequency where it is on; outside its table the shift alone."""
        offset = self.offset_at(hz)
        if self.auto_shift is None or self.shift is None or offset is None:
            return {}
        rule = self.shift_rule(hz)
        sets = {self.shift: self.settings[self.shift].domain.find_meaning(rule[0] if rule else "none") or 0}
        return sets | ({offset: self.settings[offset].domain.find_meaning(str(rule[1])) or 0} if rule else {})

    def offset_at(self, hz: int) -> int | None:
        """Return the setting that holds the offset for a frequency, None where the radio has none there."""
        band = self.band_of(hz)
        return next((i for i in self.offsets if self.settings[i].band in (-1, band)), None)

    def shift_rule(self, hz: int) -> tuple[str, int] | None:
        """Return shift and offset (hertz) of the automatic shift table for ``hz``."""
        for rule in self.profile.shift_table:
            if rule.low_hz <= hz <= rule.high_hz:
                return rule.shift, rule.offset_hz
        return None

    def step_hz(self, s: State) -> int:
        """Return the tuning step in use, hertz; that of the dial where no setting says it, 5 kHz where nothing does."""
        if self.step is None:
            return self.profile.tune_hz or 5_000
        meaning = self.settings[self.step].domain.meaning(self.get(s, self.step))
        if meaning == "auto":
            return self.profile.bands[self.band_of(self.freq(s)) or 0].auto_step_hz
        return int(meaning)

    # -- memory ----------------------------------------------------------------------

    def in_memory(self, s: State) -> bool:
        """Whether the unit in use stands in memory mode."""
        return s.modes[s.unit] in self.memory_screens

    def takes_settings(self, s: State) -> bool:
        """Whether the unit in use stands where a channel can be made up: in VFO mode, or in a slot that can be edited."""
        return s.modes[s.unit] == self.vfo or (self.edits and self.in_memory(s) and self.shown_slot(s) is not None)

    def shown_slot(self, s: State) -> Stored | None:
        """Return what the memory position of the unit in use holds, for the time being where it was changed so."""
        return (s.loans[s.unit] if s.loans else None) or s.slots[s.positions[s.unit]]

    def stored_from_vfo(self, s: State) -> Stored:
        """Return the VFO as a store would write it."""
        group = self.get(s, self.chosen_group) if self.chosen_group is not None else 0
        split = None
        if self.send_frequency is not None:
            index = s.values[self.place(s, self.send_frequency)]
            split = int(self.settings[self.send_frequency].domain.meaning(index)) if index else None
        values = tuple(s.values[self.place(s, i)] for i in self.stored)
        return Stored(self.freq(s), split, values, None, group, False, self.new_marks)

    def occupied(self, s: State, start: int, direction: int, group: int = 0, among: range | None = None) -> Iterator[int]:
        """Yield the occupied slots (of a group, 0 for all; of a range) after ``start``, round and round once."""
        slots = among if among is not None else range(self.profile.plain_slots)
        count, at = len(slots), start - slots.start
        for distance in range(1, count + 1):
            index = slots[(at + direction * distance) % count]
            stored = s.slots[index]
            if stored is not None and (not group or stored.group == group):
                yield index

    def stand_in_memory(self, s: State) -> State:
        """Let memory mode stand at the slot last shown, or at the next occupied one."""
        if self.shown_slot(s) is not None:
            return s
        position = next(self.occupied(s, s.positions[s.unit], +1), None)
        return s if position is None else s._replace(positions=with_item(s.positions, s.unit, position))

    def after_erased(self, s: State, position: int) -> int | None:
        """Return the slot that shows after the one at ``position`` was erased: of its group first."""
        own = next(self.occupied(s, position, +1, among=self.profile.group_of(position)), None)
        return own if own is not None else next(self.occupied(s, position, +1), None)

    def lowest_free(self, s: State) -> int:
        """Return the lowest free slot (of the group last used), the first where none is free."""
        slots = self.profile.group_of(min(s.positions[s.unit], self.profile.plain_slots - 1))
        return next((i for i in slots if s.slots[i] is None), slots[0])

    def to_write(self, s: State) -> Stored:
        """Return what a store writes: the VFO, or, where slots can be changed in memory mode, what stands there."""
        stored = self.shown_slot(s) if self.edits and self.in_memory(s) else None
        return self.stored_from_vfo(s) if stored is None else stored._replace(label=None, marks=())

    def pick_start(self, s: State, starts: str) -> int:
        """Return the slot that a list of slots opens at."""
        if starts == "lowest_free":
            return self.lowest_free(s)
        if starts == "after_written":
            return self.free_after(s, s.wrote)
        if starts == "written":
            return max(s.wrote, 0)
        return s.positions[s.unit] if starts == "position" else 0

    def free_after(self, s: State, slot: int) -> int:
        """Return the first free slot after one, round and round within its group; the one after it where none is free."""
        slots = self.profile.group_of(max(slot, 0))
        order = [slots[(slot - slots.start + n) % len(slots)] for n in range(1, len(slots) + 1)]
        return next((i for i in order if s.slots[i] is None), order[0])

    def picked(self, s: State, screen: Screen, n: int, stops: bool = False) -> tuple[int, int]:
        """Return the slot that ``n`` clicks of a list of slots lead to, and how many of them did nothing.

        The slots of the picked one's group in the order of the list, those left out that it passes over.
        """
        slots = self.profile.group_of(s.pick) if self.profile.group_size else range(self.profile.slot_count)
        order = list(slots)
        if screen.order != "numbers":
            order.sort(key=lambda i: (s.slots[i] is None) != (screen.order == "free_first"))
        if screen.passes:
            order = [i for i in order if i == s.pick or (s.slots[i] is None) == (screen.passes == "taken")]
        at = order.index(s.pick)
        if screen.stops or stops:
            to = min(max(at + n, 0), len(order) - 1)
            return order[to], abs(n) - abs(to - at)
        if screen.passes == "taken" and s.slots[s.pick] is not None and len(order) > 1:
            rest = order[:at] + order[at + 1 :]  # a taken one that was typed is left and not met again
            return rest[(at + n - (1 if n > 0 else 0)) % len(rest)], 0
        return order[(at + n) % len(order)], 0

    def bare_values(self, setting: int) -> dict[int, int]:
        """Return the values of a setting by the figures of their texts as a number, the first where several share them."""
        return _bare_values(self, setting)

    def frequency(self, hz: int) -> str:
        """Write a frequency as this radio does."""
        return frequency_text(self.profile.frequency_format, hz)

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
        if not self.is_fm(stored.values):
            return stored.rx_hz
        shift = self.meaning(stored.values, self.shift)
        offset = int(self.meaning(stored.values, self.offset_at(stored.rx_hz)) or 0)
        return stored.rx_hz + {"plus": offset, "minus": -offset}.get(shift or "", 0)

    @cached_property
    def digest(self) -> str:
        """What tells this radio's profile from any other."""
        return digest_of(self.profile)

    def is_fm(self, values: tuple[int, ...]) -> bool:
        """Whether a slot's values stand for FM: always, on a radio without other modes."""
        return (self.meaning(values, self.mode) or "FM") == "FM" and (self.meaning(values, self.width) or "wide") in WIDTHS

    def sides_of(self, values: tuple[int, ...]) -> tuple[str | None, str | None]:
        """Return what is sent and what opens: a tone, a code or None each."""
        if not self.is_fm(values):
            return None, None
        if self.tone_use is not None:
            use = self.meaning(values, self.tone_use)
            tone, code = self.meaning(values, self.tone), self.meaning(values, self.code)
            opened = tone
            if self.sides[0] is not None:
                tone, opened = self.meaning(values, self.sides[0]), self.meaning(values, self.sides[2])
                opened = tone if opened == "none" else opened
                polarity = self.meaning(values, self.polarity)
                code = code[:-1] + polarity if code and polarity else code
            if use == "send":
                return tone, None
            if use == "send_and_open":
                return tone, opened
            if use == "open_reversed":
                return None, opened
            if use == "code":
                return code, code
            if use == "send_code":
                return code, None
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

    def at_rest(self, s: State) -> bool:
        """Whether nothing is open; a layer that lets every other key through counts as nothing, a page does not."""
        screen = self.screens[s.screen]
        return screen.kind == "rest" or (screen.lets_through and screen.kind == "layer")

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
        """Return what the unit in use receives: its slot in memory or call mode, else its VFO."""
        if s.modes[s.unit] in self.call_screens:
            return s.slots[self.profile.call_slot]
        if self.screens[s.modes[s.unit]].shows == "weather":
            return self.stored_from_vfo(self.start)._replace(rx_hz=self.profile.weather_hz)
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

    def received_hz(self, s: State) -> int | None:
        """Return what the unit in use receives as it stands with reverse, hertz; None for an empty memory."""
        stored = self.active(s)
        if stored is None:
            return None
        return self.tx_hz(stored) if self.reversed(s) else stored.rx_hz

    def heard(self, s: State) -> Signal | None:
        """Return the signal on the receive frequency, None for silence."""
        if not s.signals:
            return None
        hz = self.received_hz(s)
        return next((x for x in s.signals if x.rx_hz == hz), None)

    def locked_in_memory(self, setting: int) -> bool:
        """Whether a setting makes up a channel, so that memory mode refuses it (unless it edits the slot)."""
        return self.settings[setting].means in CHANNEL_PARTS


@per_machine
def _bare_values(machine: Machine, setting: int) -> dict[int, int]:
    domain = machine.settings[setting].domain
    found: dict[int, int] = {}
    for index in range(domain.count):
        figures = "".join(c for c in domain.text(index) if c.isdigit())
        if figures:
            found.setdefault(int(figures), index)
    return found


@per_machine
def _channel(machine: Machine, stored: Stored) -> Channel:
    values = stored.values
    fm = machine.is_fm(values)
    width = Width(machine.meaning(values, machine.width) or "wide") if fm else None
    mode = "FM" if fm else (machine.meaning(values, machine.mode) or machine.meaning(values, machine.width) or "FM")
    power = machine.power
    word = None
    if power is not None and power in machine.stored_place:
        word = machine.settings[power].domain.text(values[machine.stored_place[power]])
    return Channel(
        stored.rx_hz,
        machine.tx_hz(stored),
        tone_use(*machine.sides_of(values)),
        width,
        word,
        stored.label,
        mode,
    )
