"""What a search for the fewest keys aims at, and the least that is left of it from a state: an admissible estimate."""

from collections.abc import Iterator
from dataclasses import dataclass, field, replace
from functools import cached_property, lru_cache

from vocator.core.channel.channel import Channel
from vocator.core.goals.effort import CLICK_S, DIGIT_S, HOLD_EXTRA_S, TAP_S, seconds
from vocator.core.goals.goal import frequency_entry
from vocator.core.planning.routes import Routes
from vocator.core.planning.setting_chapters import typed_frequency
from vocator.core.radio.domain import Amounts
from vocator.core.radio.inputs import Input
from vocator.core.radio.perform import Tally
from vocator.core.radio.screens import (
    Binding,
    Entry,
    EntryScreen,
    LabelScreen,
    ListScreen,
    PickerScreen,
    QuestionScreen,
    RestScreen,
    SearchScreen,
    ValueScreen,
)
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin

LEFT_ALONE = ("unit", "modes", "reverse", "group", "free")
FEW = 8
WIDEST_STEP_HZ = 50_000


@lru_cache(maxsize=100_000)
def cost(inputs: tuple[Input, ...]) -> float:
    """Return the effort of inputs, looks left out, in seconds."""
    tally = Tally()
    for given in inputs:
        tally.add(given)
    return seconds(tally, 0)


def _own_s(kind: str, ms: int) -> float:
    """Return the effort of a press by its kind, in seconds."""
    return HOLD_EXTRA_S + ms / 1000 if kind == "hold" else DIGIT_S


@dataclass
class Aim:
    """What a search is after: settings at values, and for a whole channel a frequency and a slot that holds it."""

    twin: Twin
    start: State
    wanted: dict[int, int]
    channel: Channel | None = None
    slot: int = -1
    optional: dict[int, int] = field(default_factory=dict)
    steps: tuple[int, ...] = ()
    shifted: dict[tuple[int, ...], tuple[int, ...]] = field(default_factory=dict)
    judged: dict[tuple[int, ...], bool] = field(default_factory=dict)
    read: dict[str, tuple[Input, ...]] = field(default_factory=dict)
    useful: dict[int, bool] = field(default_factory=dict)

    @cached_property
    def there(self) -> State:
        """Return the start with the VFO on the goal's frequency."""
        return self.twin.set_freq(self.start, self.channel.rx_hz) if self.channel else self.start

    @cached_property
    def values(self) -> tuple[int, ...]:
        """Return the settings as they shall be, on the goal's band."""
        there = self.there
        for setting, value in self.wanted.items():
            there = self.twin.put(there, setting, value)
        return there.values

    @cached_property
    def free_places(self) -> frozenset[int]:
        """Return the places of values that may stand at anything on the way: those with few values, and what a frequency sets."""
        twin, free = self.twin, set()
        there = self.there
        loose = [self.twin.shift, *self.twin.offsets] if self.channel else []
        for setting in [*self.wanted, *self.optional, *(s for s in loose if s is not None)]:
            small = twin.settings[setting].domain.count <= FEW
            if small or setting in loose or setting in self.optional:
                free |= {twin.place(there, setting), twin.place(self.start, setting)}
        return frozenset(free)

    @cached_property
    def least_of(self) -> dict[int, tuple[int, float, bool]]:
        """Return for each wanted setting its place, the least that setting it can cost, in seconds, and whether only a list has it."""
        twin, found = self.twin, {}
        there = self.there
        put = {(other, to) for s in twin.settings for other, to in (*s.disturbs, *s.clears)}
        value_screen = next((i for i, x in enumerate(twin.screens) if isinstance(x, ValueScreen)), 0)
        turned = any(h.name == "change" for h in twin.tables[value_screen].turns.values()) and twin.profile.panel.get("has_dial")
        hidden = {s.then for s in twin.settings} | {i for s in twin.settings for _, i in s.inner}
        own = {b.arg.partition("=")[0] for x in twin.screens for b in x.bind if b.verb in ("step", "take_value")}
        opened = {b.arg for x in twin.screens for b in x.bind if b.verb in ("open_value", "open_inner")}
        live = any(x.live for x in twin.lists)
        for setting, value in self.wanted.items():
            x = twin.settings[setting]
            if (setting, value) in put:
                continue
            cheap = x.name in own or live or setting in hidden
            least = TAP_S if cheap else 2 * TAP_S
            begins = {twin.get(there, setting), *(to for other, to in put if other == setting)}
            if not x.wraps:
                away = min(abs(value - begin) for begin in begins)
            else:
                away = min(min((value - begin) % x.domain.count, (begin - value) % x.domain.count) for begin in begins)
            if not x.digits and not x.by_step and x.name not in own and not live and setting not in self.loose:
                least += away * (CLICK_S if turned else TAP_S)
            if x.by_step and isinstance(x.domain, Amounts) and setting not in self.loose:
                least += away * x.domain.step_hz // WIDEST_STEP_HZ * CLICK_S
            if x.digits and not x.turned:
                least += x.digits * DIGIT_S
            found[setting] = (
                twin.place(there, setting),
                least,
                x.name not in own | opened and setting not in hidden and not x.inner,
            )
        return found

    @cached_property
    def loose(self) -> frozenset[int]:
        """Return the settings that a frequency may set by the automatic shift."""
        if self.channel is None or self.twin.auto_shift is None:
            return frozenset()
        return frozenset(s for s in (self.twin.shift, *self.twin.offsets) if s is not None)

    @cached_property
    def into_list_s(self) -> float:
        """Return the least effort of opening a list from rest, in seconds."""
        return min((_own_s(b.press.kind, b.press.ms) for b in self._opening("list")), default=0.0)

    def _opening(self, kind: str) -> Iterator[Binding]:
        for screen in self.twin.screens:
            for b in screen.bind:
                if b.verb == "open" and self.twin.screens[self.twin.profile.screen(b.arg)].kind == kind and not b.press.held:
                    yield b

    @cached_property
    def move_s(self) -> float:
        """Return the least effort of going from one entry of a list to another, in seconds."""
        lists = [i for i, x in enumerate(self.twin.screens) if isinstance(x, ListScreen)]
        if any(x.touched for x in self.twin.lists) or not lists:
            return 0.0
        return min(CLICK_S if self.twin.tables[i].turns else DIGIT_S for i in lists)

    @cached_property
    def store_s(self) -> tuple[float, float]:
        """Return the least effort of opening the store from rest, and of picking the slot and writing it, in seconds."""
        twin = self.twin
        picker = next(x for x in twin.pickers if any(b.verb == "write" for b in x.bind))
        listed = any(e.screen == picker.name for x in twin.lists for e in x.entries)
        opened = min((_own_s(b.press.kind, b.press.ms) for b in self._opening("picker") if b.arg == picker.name), default=TAP_S)
        opened = min(opened, 2 * TAP_S) if listed else opened
        written = min(_own_s(b.press.kind, b.press.ms) for b in picker.bind if b.verb == "write")
        picked = 0.0
        if picker.digits:
            picked = picker.digits * DIGIT_S
        elif not twin.profile.group_size and not picker.touched and picker.starts in ("first", "lowest_free", "position"):
            picked = min(self.slot, twin.profile.slot_count - self.slot) * CLICK_S
        return opened, picked + written

    @cached_property
    def store_listed(self) -> bool:
        """Whether the store is opened from a list only."""
        return not any(
            any(b.verb == "write" for b in self.twin.screens[self.twin.profile.screen(p.arg)].bind)
            for p in self._opening("picker")
        )

    def tried(self, s: State) -> bool:
        """Whether the channel stands in the VFO with nothing open, so that it can be looked at and tried before it is stored."""
        if self.channel is None or s.screen != self.twin.vfo or s.typed:
            return False
        return replace(self.twin.channel(self.twin.stored_from_vfo(s)), label=None) == self.channel

    @cached_property
    def typed(self) -> list[str]:
        """Return how the frequency is typed, the keys around it left out."""
        entry = frequency_entry(self.twin)
        assert entry is not None and self.channel is not None
        return [t for t in typed_frequency(Routes(self.twin), entry, self.channel.rx_hz) if t[0].isdigit()]

    @cached_property
    def tune_s(self) -> float:
        """Return the least effort of putting the frequency, in seconds."""
        entry = frequency_entry(self.twin)
        if entry is None or self.channel is None:
            return 0.0
        return 4 * DIGIT_S if isinstance(entry, EntryScreen) and entry.reading else entry.digits * DIGIT_S

    def _after_tuning(self, s: State) -> tuple[int, ...]:
        """Return the settings as the automatic shift will leave them once the frequency is put."""
        assert self.channel is not None
        key = s.values
        if key not in self.shifted:
            there = self.twin.set_freq(s, self.channel.rx_hz)
            self.shifted[key] = self.twin.apply_auto_shift(there, self.channel.rx_hz).values
        return self.shifted[key]

    def _turned_s(self, s: State) -> float:
        """Return the least effort of turning to the frequency where the dial alone sets it, in seconds."""
        assert self.channel is not None
        band = self.twin.band_of(self.channel.rx_hz) or 0
        apart = abs(s.freqs[s.unit * self.twin.band_count + band] - self.channel.rx_hz)
        whole, rest = divmod(apart, 1_000_000)
        fine = min(rest, 1_000_000 - rest) // WIDEST_STEP_HZ
        return min(apart // WIDEST_STEP_HZ * CLICK_S, (1 if s.coarse else 2) * TAP_S + (whole + fine) * CLICK_S)

    @cached_property
    def nested_list_of(self) -> dict[int, int]:
        """Return for each wanted setting that stands only in a list within a list, that list."""
        from_rest = {self.twin.profile.screen(b.arg) for b in self._opening("list")}
        found: dict[int, int] = {}
        for index, screen in enumerate(self.twin.screens):
            if isinstance(screen, ListScreen) and index not in from_rest:
                found |= {e.setting: index for e in screen.entries if e.setting in self.least_of and self.least_of[e.setting][2]}
        return found

    def _nested_s(self, s: State, values: tuple[int, ...]) -> float:
        """Return the least effort of going into the lists within lists that are still wanted, and out of one into the next."""
        inside = {s.screen, *s.stack}
        left = {
            at
            for setting, at in self.nested_list_of.items()
            if values[self.least_of[setting][0]] != self.values[self.least_of[setting][0]]
        }
        out = left - inside
        within = any(at in inside for at in self.nested_list_of.values())
        return len(out) * DIGIT_S + max(0, len(out) - (0 if within else 1)) * DIGIT_S

    def _far_s(self, setting: int, value: int) -> float:
        """Return the least effort of turning an offset that goes by the tuning step, in seconds."""
        x = self.twin.settings[setting]
        if not x.by_step or not isinstance(x.domain, Amounts):
            return 0.0
        away = abs(self.wanted[setting] - value)
        return min(away, x.domain.count - away) * x.domain.step_hz // WIDEST_STEP_HZ * CLICK_S

    def left(self, s: State, tried: bool = False) -> float:
        """Return a lower bound of the effort from a state on, in seconds."""
        tuned = self.channel is None or self.twin.freq(s) == self.channel.rx_hz
        values = s.values if tuned else self._after_tuning(s)
        total, listed, entries = 0.0, False, 0
        at_work = (
            {s.opened, s.outer[0] if s.outer else -1}
            if isinstance(self.twin.screens[s.screen], (ValueScreen, ListScreen))
            else {-1}
        )
        for setting, (place, least, only) in self.least_of.items():
            if values[place] != self.values[place]:
                total += least if setting not in at_work else DIGIT_S if setting == s.opened else 0.0
                total += self._far_s(setting, values[place]) if setting in self.loose and setting not in at_work else 0.0
                listed, entries = listed or only, entries + only
        resting = isinstance(self.twin.screens[s.screen], RestScreen)
        total += self.into_list_s if listed and resting else 0.0
        total += max(0, entries - 1) * self.move_s + self._nested_s(s, values)
        if self.channel is None:
            return total
        kind = self.twin.screens[s.screen].kind
        total += 0.0 if tuned or kind == "entry" else self.tune_s or self._turned_s(s)
        opening_s, writing_s = self.store_s
        if isinstance(self.twin.screens[s.screen], (PickerScreen, QuestionScreen)):
            return total + DIGIT_S
        if self.store_listed and not tried and not (resting and not total):
            total += self.into_list_s + (0.0 if resting else DIGIT_S)
        return total + writing_s + (opening_s if resting else 0.0)

    def reached(self, s: State) -> bool:
        """Whether a state is the goal."""
        if self.channel is None:
            return s.screen == self.twin.vfo and s.values == self.values and not s.typed
        stored = s.slots[self.slot]
        return stored is not None and replace(self.twin.channel(stored), label=None) == self.channel

    def strays(self, s: State) -> bool:
        """Whether a state has left what can lie on a shortest way."""
        start = self.start
        if any(getattr(s, name) != getattr(start, name) for name in LEFT_ALONE) or (
            s.slots != start.slots and not self.reached(s)
        ):
            return True
        if self.channel is None and s.freqs != start.freqs:
            return True
        if s.values not in self.judged:
            self.judged[s.values] = any(
                now not in (before, after) and place not in self.free_places
                for place, (now, before, after) in enumerate(zip(s.values, start.values, self.values, strict=True))
            )
        if self.judged[s.values]:
            return True
        screen = self.twin.screens[s.screen]
        if isinstance(screen, (LabelScreen, SearchScreen)):
            return True
        if isinstance(screen, EntryScreen) and screen.of == "frequency" and self.channel is not None:
            return s.typed not in ("", *self.typed)
        if isinstance(screen, (EntryScreen, PickerScreen, QuestionScreen)):
            return self.channel is None
        return isinstance(screen, ValueScreen) and not self.of_use(s.opened)

    def of_use(self, setting: int) -> bool:
        """Whether a setting, or one that stands behind it, is wanted."""
        if setting in self.useful:
            return self.useful[setting]
        x = self.twin.settings[setting]
        self.useful[setting] = bool({setting, x.then, *(i for _, i in x.inner)} & {*self.wanted, *self.optional})
        return self.useful[setting]

    def leads(self, entry: Entry, depth: int = 0) -> bool:
        """Whether an entry of a list holds or leads to something wanted."""
        if entry.setting is not None:
            return self.of_use(entry.setting)
        if not entry.screen or depth > 4:
            return False
        screen = self.twin.screens[self.twin.profile.screen(entry.screen)]
        if isinstance(screen, ListScreen):
            return any(self.leads(e, depth + 1) for e in screen.entries)
        return self.channel is not None and isinstance(screen, PickerScreen)

    def target(self, setting: int) -> int | None:
        """Return the value that a setting shall have, None where it does not matter."""
        return self.wanted.get(setting, self.optional.get(setting))
