"""A profile and a state: the questions that verbs and display ask of both."""

from collections.abc import Iterator
from typing import TypeVar

from vocator.core.channel.channel import Channel
from vocator.core.radio.kept import with_item
from vocator.core.radio.layout import Layout
from vocator.core.radio.profile import Means
from vocator.core.radio.screens import LayerScreen, PickerScreen, RestScreen, Screen
from vocator.core.radio.state import Signal, State, Stored

Kind = TypeVar("Kind", bound=Screen)


class Machine(Layout):
    """One profile ready to run."""

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

    def apply_auto_shift(self, s: State, hz: int) -> State:
        """Set shift and offset as the automatic shift does for a typed frequency."""
        if self.auto_shift is None or self.settings[self.auto_shift].domain.meaning(self.get(s, self.auto_shift)) != "on":
            return s
        for setting, index in self.set_by_auto_shift(hz).items():
            s = self.put(s, setting, index)
        return s

    def step_hz(self, s: State) -> int:
        """Return the tuning step in use, hertz; that of the dial where no setting says it, 5 kHz where nothing does."""
        if self.step is None:
            return self.profile.tune_hz or 5_000
        meaning = self.settings[self.step].domain.meaning(self.get(s, self.step))
        if meaning == "auto":
            return self.profile.bands[self.band_of(self.freq(s)) or 0].auto_step_hz
        return int(meaning)

    def rest(self, s: State) -> RestScreen:
        """Return the rest screen of the unit in use: its mode's."""
        screen = self.screens[s.modes[s.unit]]
        assert isinstance(screen, RestScreen)
        return screen

    def showing(self, s: State, kind: type[Kind]) -> Kind:
        """Return the screen that shows, which the caller knows to be of a kind."""
        screen = self.screens[s.screen]
        assert isinstance(screen, kind), f"{screen.name} is a {screen.kind}"
        return screen

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

    def picked(self, s: State, screen: PickerScreen, n: int, stops: bool = False) -> tuple[int, int]:
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

    def vfo_channel(self, s: State) -> Channel:
        """Return the channel in the VFO of the unit in use."""
        return self.channel(self.stored_from_vfo(s))

    def is_on(self, s: State, setting: int | None) -> bool:
        """Whether a setting exists and is at the value that means on."""
        return setting is not None and self.settings[setting].domain.meaning(self.get(s, setting)) == "on"

    def at_rest(self, s: State) -> bool:
        """Whether nothing is open; a layer that lets every other key through counts as nothing, a page does not."""
        screen = self.screens[s.screen]
        return isinstance(screen, RestScreen) or (isinstance(screen, LayerScreen) and screen.lets_through)

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
                at_rest = isinstance(self.screens[s.screen], RestScreen)
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
