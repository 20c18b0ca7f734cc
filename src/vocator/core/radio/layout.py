"""A profile laid out once: where each setting's value stands in the state, which screens, settings and icons there are.

``Layout`` knows what the profile says and what a stored channel means by it; of states it knows the new one only.
"""

from functools import cached_property
from typing import Any

from vocator.core.channel.channel import Channel, Width, tone_use
from vocator.core.radio.compiled import digest_of
from vocator.core.radio.kept import per_machine, with_item
from vocator.core.radio.profile import CHANNEL_PARTS, Means, Profile
from vocator.core.radio.screens import FrequencyScreen, ListScreen, PickerScreen, Press, QuestionScreen, RestScreen, Screen
from vocator.core.radio.state import State, Stored
from vocator.core.radio.writing import frequency_text

WIDTHS = frozenset(str(w) for w in Width)


class Layout:
    """What one profile says, in tables."""

    def __init__(self, profile: Profile) -> None:
        self.profile = profile
        self.kept: dict[Any, Any] = {}
        self.screens: tuple[Screen, ...] = profile.screens
        self.settings = profile.settings
        self.band_count = len(profile.bands)
        self.vfo = profile.screen("vfo")
        self.memory = profile.screen("memory")
        self.memory_screens = frozenset(
            i for i, s in enumerate(profile.screens) if s.shows == "memory" and isinstance(s, RestScreen)
        )
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
        self.holds_codes = frozenset(i for i, s in enumerate(profile.settings) if s.domain.find_meaning("023N") is not None)
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
            b.arg for s in profile.screens if isinstance(s, RestScreen) for b in s.bind if b.verb == "adjust" and b.press.held
        )
        self.levels = tuple(profile.setting_named(name) for name in adjusted)
        of_slots_asked = frozenset({"erase", "confirm", "change_all"})
        self.slot_questions = frozenset(
            i
            for i, s in enumerate(profile.screens)
            if isinstance(s, QuestionScreen) and any(b.verb in of_slots_asked for b in s.bind)
        )
        self.pickers = tuple(s for s in profile.screens if isinstance(s, PickerScreen))
        self.lists = tuple(s for s in profile.screens if isinstance(s, ListScreen))
        self.frequency_screen = next((s for s in profile.screens if isinstance(s, FrequencyScreen) and s.of == "frequency"), None)
        self.saves_twice = any(s.second_save for s in self.pickers)
        self.edits = profile.edits_slots or profile.edits_for_now
        verbs = {b.verb for s in profile.screens for b in s.bind}
        self.reopens = "reopen" in verbs
        self.notes_written = any(s.starts == "after_written" for s in self.pickers)
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

    def pair(self, press: Press) -> tuple[str, str]:
        """Return the two keys of a pair; a key's own name may hold a stroke."""
        cuts = [(press.key[:i], press.key[i + 1 :]) for i, c in enumerate(press.key) if c == "/"]
        return next((a, b) for a, b in cuts if a in self.profile.keys and b in self.profile.keys)

    def list_at(self, index: int) -> ListScreen:
        """Return the list of an index, which the caller knows to be one."""
        screen = self.screens[index]
        assert isinstance(screen, ListScreen), f"{screen.name} is a {screen.kind}"
        return screen

    def locked_in_memory(self, setting: int) -> bool:
        """Whether a setting makes up a channel, so that memory mode refuses it (unless it edits the slot)."""
        return self.settings[setting].means in CHANNEL_PARTS

    def band_of(self, hz: int) -> int | None:
        """Return the VFO band that holds ``hz``."""
        for index, band in enumerate(self.profile.bands):
            if band.low_hz <= hz <= band.high_hz:
                return index
        return None

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

    def set_by_auto_shift(self, hz: int) -> dict[int, int]:
        """Return what the automatic shift sets for a typed frequency where it is on; outside its table the shift alone."""
        offset = self.offset_at(hz)
        if self.auto_shift is None or self.shift is None or offset is None:
            return {}
        rule = self.shift_rule(hz)
        sets = {self.shift: self.settings[self.shift].domain.find_meaning(rule[0] if rule else "none") or 0}
        return sets | ({offset: self.settings[offset].domain.find_meaning(str(rule[1])) or 0} if rule else {})

    def frequency(self, hz: int) -> str:
        """Write a frequency as this radio does."""
        return frequency_text(self.profile.frequency_format, hz)

    def bare_values(self, setting: int) -> dict[int, int]:
        """Return the values of a setting by the figures of their texts as a number, the first where several share them."""
        return _bare_values(self, setting)

    def meaning(self, values: tuple[int, ...], setting: int | None) -> str | None:
        """Return the meaning of a stored setting among a slot's values, None if not stored."""
        if setting is None or setting not in self.stored_place:
            return None
        return self.settings[setting].domain.meaning(values[self.stored_place[setting]])

    def channel(self, stored: Stored) -> Channel:
        """Return the channel that a slot, or the VFO as it would be stored, stands for."""
        return _channel(self, stored)

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


@per_machine
def _bare_values(layout: Layout, setting: int) -> dict[int, int]:
    domain = layout.settings[setting].domain
    found: dict[int, int] = {}
    for index in range(domain.count):
        figures = "".join(c for c in domain.text(index) if c.isdigit())
        if figures:
            found.setdefault(int(figures), index)
    return found


@per_machine
def _channel(layout: Layout, stored: Stored) -> Channel:
    values = stored.values
    fm = layout.is_fm(values)
    width = Width(layout.meaning(values, layout.width) or "wide") if fm else None
    mode = "FM" if fm else (layout.meaning(values, layout.mode) or layout.meaning(values, layout.width) or "FM")
    power = layout.power
    word = None
    if power is not None and power in layout.stored_place:
        word = layout.settings[power].domain.text(values[layout.stored_place[power]])
    return Channel(
        stored.rx_hz,
        layout.tx_hz(stored),
        tone_use(*layout.sides_of(values)),
        width,
        word,
        stored.label,
        mode,
    )
